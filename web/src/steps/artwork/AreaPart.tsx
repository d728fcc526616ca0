import { Button } from '@mantine/core';
import { IconPlus, IconX } from '@tabler/icons-react';
import { AREA_KINDS, isSideArea, problemSentence, type Area, type KeepOut } from '@sgraffa/core';
import { LengthInput } from '../../ui/LengthInput.tsx';
import { RANGES } from '../../ui/ranges.ts';
import { lengthIn } from '../../ui/words.ts';
import { AreaSize } from '../piece/AreaSize.tsx';
import type { Sizing } from './useSizing.ts';

type Shared = Pick<Area, 'margins' | 'keepOuts'>;

/** Measures of the clear area: shape, sizes, margins, what is in the way. */
export const AreaPart = ({ sizing: { model, rimZoneMm, placed } }: { sizing: Sizing }) => {
  const { part, settings, catalogue, changePart } = model;
  const { area } = part;
  const length = lengthIn(settings);
  const kind = area?.kind ?? null;
  const keep = (made: (kept: Area) => Area, name: string) =>
    changePart((kept) => ({ ...kept, area: kept.area && made(kept.area) }), name);
  const usual = placed.data?.ok ? placed.data.area.margins : null;
  const setShared = (patch: (kept: Area) => Partial<Shared>, name: string) =>
    keep((kept) => ({ ...kept, ...patch(kept) }), name);
  const setKeepOut = (index: number, patch: Partial<Record<string, number | null>>) =>
    setShared(
      ({ keepOuts }) => ({
        keepOuts: keepOuts.map((one, at) => (at === index ? ({ ...one, ...patch } as KeepOut) : one)),
      }),
      'what is in the way',
    );
  const addKeepOut = (kindOf: KeepOut['kind']) => {
    const middle = placed.data?.ok
      ? { x: placed.data.area.widthMm / 2, y: placed.data.area.heightMm / 2 }
      : { x: 20, y: 20 };
    const added: KeepOut =
      kindOf === 'circle'
        ? { kind: 'circle', name: '', xMm: middle.x, yMm: middle.y, diameterMm: 8, clearanceMm: null }
        : {
            kind: 'rectangle',
            name: '',
            xMm: middle.x - 10,
            yMm: middle.y - 5,
            widthMm: 20,
            heightMm: 10,
            clearanceMm: null,
          };
    setShared(({ keepOuts }) => ({ keepOuts: [...keepOuts, added] }), 'something in the way');
  };
  const isSide = area !== null && isSideArea(area);
  const isRound = kind !== null && AREA_KINDS[kind].hasMarginAllRound;
  const sides = isRound ? (['top'] as const) : (['top', 'right', 'bottom', 'left'] as const);
  const sideLabel = {
    top: isRound ? 'Margin all around' : isSide ? 'Free below the rim' : 'Margin above',
    bottom: isSide ? 'Free above the foot' : 'Margin below',
    left: 'Margin left',
    right: 'Margin right',
  };
  return (
    <>
      <h2>The clear area</h2>
      <AreaSize model={model} />
      {area && (
        <>
          <div className="sg-fields">
            {sides.map((side) => (
              <LengthInput
                key={side}
                label={sideLabel[side]}
                value={area.margins?.[side] ?? null}
                range={RANGES.area.marginMm}
                description={area.margins === null && usual ? `usual: ${length(usual[side])}` : ''}
                onChange={(value) =>
                  setShared(
                    ({ margins }) => ({
                      margins:
                        value === null
                          ? null
                          : isRound
                            ? { top: value, right: value, bottom: value, left: value }
                            : { ...(margins ?? usual ?? { top: 0, right: 0, bottom: 0, left: 0 }), [side]: value },
                    }),
                    'the margins',
                  )
                }
              />
            ))}
          </div>
          {rimZoneMm > 0 && isSide && (
            <p className="sg-quiet">
              It touches lips: {length(rimZoneMm)} below the rim stay free whatever is said here.
            </p>
          )}
          <ul className="sg-plain-list" hidden={!area.keepOuts.length}>
            {area.keepOuts.map((keepOut, index) => (
              <li key={index} className="sg-keep-out">
                <b>{keepOut.kind === 'circle' ? 'Round' : 'Square'}, in the way</b>
                <div className="sg-fields">
                  <LengthInput
                    required
                    label={keepOut.kind === 'circle' ? 'Its middle from the left' : 'From the left'}
                    value={keepOut.xMm}
                    range={RANGES.area.placeMm}
                    onChange={(xMm) => setKeepOut(index, { xMm })}
                  />
                  <LengthInput
                    required
                    label={keepOut.kind === 'circle' ? 'Its middle from the top' : 'From the top'}
                    value={keepOut.yMm}
                    range={RANGES.area.placeMm}
                    onChange={(yMm) => setKeepOut(index, { yMm })}
                  />
                  {keepOut.kind === 'circle' ? (
                    <LengthInput
                      required
                      label="Across"
                      value={keepOut.diameterMm}
                      range={RANGES.area.acrossMm}
                      onChange={(diameterMm) => setKeepOut(index, { diameterMm })}
                    />
                  ) : (
                    <>
                      <LengthInput
                        required
                        label="Wide"
                        value={keepOut.widthMm}
                        range={RANGES.area.sideMm}
                        onChange={(widthMm) => setKeepOut(index, { widthMm })}
                      />
                      <LengthInput
                        required
                        label="High"
                        value={keepOut.heightMm}
                        range={RANGES.area.sideMm}
                        onChange={(heightMm) => setKeepOut(index, { heightMm })}
                      />
                    </>
                  )}
                  <LengthInput
                    label="Kept free around it"
                    description={
                      keepOut.clearanceMm === null ? `usual: ${length(catalogue.sizing.keepOutClearance.typical)}` : ''
                    }
                    value={keepOut.clearanceMm}
                    range={RANGES.area.clearanceMm}
                    onChange={(clearanceMm) => setKeepOut(index, { clearanceMm })}
                  />
                </div>
                <Button
                  variant="subtle"
                  leftSection={<IconX size={18} aria-hidden />}
                  onClick={() =>
                    setShared(
                      ({ keepOuts }) => ({ keepOuts: keepOuts.filter((_, at) => at !== index) }),
                      'what is in the way',
                    )
                  }
                >
                  It is not there
                </Button>
              </li>
            ))}
          </ul>
          <div className="sg-buttons">
            <Button
              variant="outline"
              leftSection={<IconPlus size={18} aria-hidden />}
              onClick={() => addKeepOut('circle')}
            >
              A bolt or dial in the way
            </Button>
            <Button
              variant="outline"
              leftSection={<IconPlus size={18} aria-hidden />}
              onClick={() => addKeepOut('rectangle')}
            >
              A hinge or seam in the way
            </Button>
          </div>
        </>
      )}
      {area && placed.data?.ok === false && (
        <p role="alert" className="sg-refused">
          {placed.data.problems.map(problemSentence).join(' ')}
        </p>
      )}
    </>
  );
};
