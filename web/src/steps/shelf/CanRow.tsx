import { UnstyledButton } from '@mantine/core';
import { useState } from 'react';
import { ageWords, canName, canSizeWords, leftWords, type CanAt } from '@sgraffa/core';
import { useBench, useCatalogue, useNow } from '../../store/bench.ts';
import { calendarDay, dateWords } from '../../ui/dates.ts';
import { CanPart } from './CanPart.tsx';
import { fillOf, LEVEL, levelOutline, SHELF_SCOPE } from '../../ui/levels.ts';

const AGE_TONES = { fresh: 'good', noFigure: 'plain', ageing: 'caution', unknown: 'waiting', old: 'refused' } as const;

/** What is left, as a level on a graduated line: filled in the hatching of its product, its end worn by its age. */
const Level = ({ at }: { at: CanAt }) => {
  const catalogue = useCatalogue();
  const { leftShare, freshness } = at;
  const { fill, hatching } = fillOf(at.can, catalogue);
  const points = leftShare === null ? null : levelOutline(leftShare, freshness);
  const d = points && `M${points.map(([x, y]) => `${x} ${y}`).join('L')}Z`;
  return (
    <svg
      viewBox={`-2 -3 ${LEVEL.width + 4} ${LEVEL.height + 14}`}
      className="sg-level"
      aria-hidden
      preserveAspectRatio="none"
    >
      <path d={`M0 0H${LEVEL.width}V${LEVEL.height}H0Z`} className="sg-level-whole" />
      {d && leftShare! > 0 && (
        <>
          <path d={d} fill={fill} />
          <path d={d} fill={`url(#${SHELF_SCOPE}-${hatching})`} />
          <path d={d} className="sg-level-edge" />
        </>
      )}
      {[0, 0.25, 0.5, 0.75, 1].map((share) => (
        <path
          key={share}
          d={`M${LEVEL.width * share} ${LEVEL.height}v${share % 0.5 ? 5 : 9}`}
          className="sg-level-tick"
        />
      ))}
    </svg>
  );
};

/** One thing on the shelf: a line, and under it, when it is pressed, what can be said and done about it. */
export const CanRow = ({ at }: { at: CanAt }) => {
  const catalogue = useCatalogue();
  const { length: unit = 'mm', zone = 'UTC' } = useBench()?.settings.value ?? {};
  const now = useNow();
  const [isOpen, setOpen] = useState(false);
  const { can, freshness, isOverdrawn } = at;
  const size = can.size ? canSizeWords(can.size, unit) : 'size not said';
  return (
    <li className="sg-can">
      <UnstyledButton className="sg-can-line" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
        <span className="sg-can-name">
          <strong>{canName(can, catalogue)}</strong>
          <span className="sg-quiet">
            {size}
            {can.place && ` · ${can.place}`}
          </span>
        </span>
        <Level at={at} />
        <span className="sg-can-left">
          {leftWords(at, unit)}
          {isOverdrawn && <span className="sg-sign is-caution">more was used than there was: measure it</span>}
        </span>
        {can.arrivesOn === null ? (
          <span className={`sg-sign sg-can-age is-${AGE_TONES[freshness]}`}>{ageWords(at)}</span>
        ) : (
          <span className="sg-sign sg-can-age is-waiting">
            {can.arrivesOn < calendarDay(now, zone) ? 'ordered, should be here' : 'comes'} {dateWords(can.arrivesOn)}
          </span>
        )}
      </UnstyledButton>
      {isOpen && <CanPart at={at} />}
    </li>
  );
};
