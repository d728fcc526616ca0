import { SegmentedControl, Select } from '@mantine/core';
import { isMadeForArea, problemSentence } from '@sgraffa/core';
import { LengthInput } from '../../ui/LengthInput.tsx';
import { RANGES } from '../../ui/ranges.ts';
import { plainNumber } from '../../ui/numbers.ts';
import { QuantityInput } from '../../ui/QuantityInput.tsx';
import { lengthIn } from '../../ui/words.ts';
import type { Sizing } from './useSizing.ts';

/** How the artwork is brought to its place: size, turn, alignment, nudge. */
export const PlacePart = ({ sizing }: { sizing: Sizing }) => {
  const { design, artwork, setDesign, here, scale, looked, model } = sizing;
  const { settings } = model;
  if (!artwork) return null;
  const { placement } = design;
  const isSet = artwork.rooms !== null;
  if (isMadeForArea(artwork.source))
    return (
      <>
        <p className="sg-quiet">It lies where it was made: over the clear area.</p>
        {here?.problems.map((problem) => (
          <p key={problem.code} role="alert" className="sg-refused">
            {problemSentence(problem)}
          </p>
        ))}
      </>
    );
  const set = (patch: Partial<typeof placement>, name: string) =>
    setDesign((kept) => ({ placement: { ...kept.placement, ...patch } }), name);
  const length = lengthIn(settings);
  const width = looked.looked ? looked.looked.boundsMm.width : null;
  // of a set each label has its own
  const margins = isSet ? undefined : here?.placement?.marginsMm;
  return (
    <>
      <h3>Its size and place</h3>
      {isSet ? (
        <p className="sg-quiet">Each label has the letter height that it was set at, on a clear area of its own.</p>
      ) : (
        <SegmentedControl
          aria-label="Its size"
          data={[
            { value: 'largest', label: 'As large as fits' },
            { value: 'said', label: 'A size of its own' },
          ]}
          value={placement.sizing}
          onChange={(sizingOf) =>
            setDesign(
              (kept) => ({ placement: { ...kept.placement, sizing: sizingOf as 'largest' | 'said' }, scale }),
              'its size',
            )
          }
        />
      )}
      <div className="sg-fields">
        {placement.sizing === 'said' && !isSet && width !== null && (
          <LengthInput
            required
            label="Width"
            value={width}
            range={RANGES.design.widthMm}
            onChange={(wanted) => wanted !== null && setDesign({ scale: (scale * wanted) / width }, 'its size')}
          />
        )}
        {placement.sizing === 'largest' && !isSet && (
          <QuantityInput
            label="At most, of the clear width"
            description="Air around it. Empty: all of it."
            value={placement.widthShare === null ? null : Math.round(placement.widthShare * 100)}
            format={(value) => `${value} %`}
            parse={plainNumber('%')}
            range={{
              low: RANGES.placement.widthShare.low * 100,
              high: RANGES.placement.widthShare.high * 100,
              isWhole: false,
            }}
            onChange={(percent) => set({ widthShare: percent === null ? null : percent / 100 }, 'the air around it')}
          />
        )}
        <QuantityInput
          required
          label="Turned"
          value={placement.turnDeg}
          format={(value) => `${value}°`}
          parse={plainNumber('°')}
          range={RANGES.placement.turnDeg}
          onChange={(turnDeg) => turnDeg !== null && set({ turnDeg }, 'the turn')}
        />
        <Select
          label="Across"
          data={[
            { value: 'left', label: 'to the left' },
            { value: 'centre', label: 'in the middle' },
            { value: 'right', label: 'to the right' },
          ]}
          value={placement.alignX}
          onChange={(alignX) => alignX && set({ alignX: alignX as typeof placement.alignX }, 'its place')}
        />
        <Select
          label="Up and down"
          data={[
            { value: 'top', label: 'at the top' },
            { value: 'centre', label: 'in the middle' },
            { value: 'bottom', label: 'at the bottom' },
          ]}
          value={placement.alignY}
          onChange={(alignY) => alignY && set({ alignY: alignY as typeof placement.alignY }, 'its place')}
        />
        <LengthInput
          required
          label="Moved to the right by"
          value={placement.nudgeXMm}
          range={RANGES.placement.nudgeMm}
          onChange={(nudgeXMm) => nudgeXMm !== null && set({ nudgeXMm }, 'its place')}
        />
        <LengthInput
          required
          label="Moved down by"
          value={placement.nudgeYMm}
          range={RANGES.placement.nudgeMm}
          onChange={(nudgeYMm) => nudgeYMm !== null && set({ nudgeYMm }, 'its place')}
        />
      </div>
      {margins && (
        <p role="status" className="sg-number">
          left {length(margins.left)}, right {length(margins.right)}, top {length(margins.top)}, bottom{' '}
          {length(margins.bottom)}
        </p>
      )}
      {here?.problems.map((problem) => (
        <p key={problem.code} role="alert" className="sg-refused">
          {problemSentence(problem)}
        </p>
      ))}
    </>
  );
};
