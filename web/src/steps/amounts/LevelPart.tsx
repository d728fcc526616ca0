import { neededWords, type AmountLine } from '@sgraffa/core';
import { useBench } from '../../store/bench.ts';
import { fillOf, SHELF_SCOPE } from '../../ui/levels.ts';
import type { PieceModel } from '../piece/usePieceModel.ts';

const WIDTH = 640;
const HEIGHT = 40;
const TOP = 24;
/** Steps of a graduated line: the first that gives at most six of them. */
const STEPS = [0.1, 0.2, 0.25, 0.5, 1, 2, 5, 10, 20, 25, 50, 100, 200, 250, 500, 1000, 2000, 5000, 10_000, 50_000];

/** A liquid as a level on a graduated line: what is on the shelf filled in, what is to be bought dashed, the need inked over it. */
export const LevelPart = ({ line, model }: { line: AmountLine; model: PieceModel }) => {
  const bench = useBench();
  const { catalogue, settings } = model;
  const { need, demand, cans, unit, missing } = line;
  if (!need || demand === null || !bench) return null;
  const step = STEPS.find((one) => need.high / one <= 6) ?? need.high;
  const end = Math.ceil((need.high * 1.04) / step) * step;
  const at = (amount: number) => (WIDTH * Math.min(amount, end)) / end;
  const taken = cans.reduce((sum, { takes }) => sum + takes, 0);
  const filled = cans.map(({ canId, takes }, index) => {
    const before = cans.slice(0, index).reduce((sum, one) => sum + one.takes, 0);
    const can = bench.shelf.cans.find(({ id }) => id === canId);
    return {
      canId,
      x: at(before),
      width: at(before + takes) - at(before),
      look: can ? fillOf(can, catalogue) : null,
    };
  });
  const marks = Array.from({ length: Math.round(end / step) + 1 }, (_, index) => index * step);
  const middle = TOP + HEIGHT / 2;
  return (
    <svg viewBox={`-4 0 ${WIDTH + 60} ${TOP + HEIGHT + 34}`} className="sg-amount-level" aria-hidden>
      {filled.map(({ canId, x, width, look }) => (
        <g key={canId}>
          <rect x={x} y={TOP} width={width} height={HEIGHT} fill={look?.fill ?? 'none'} />
          {look && <rect x={x} y={TOP} width={width} height={HEIGHT} fill={`url(#${SHELF_SCOPE}-${look.hatching})`} />}
          <rect x={x} y={TOP} width={width} height={HEIGHT} className="sg-ink-line" />
        </g>
      ))}
      {missing !== null && missing > 0 && (
        <rect
          x={at(taken)}
          y={TOP}
          width={at(taken + missing) - at(taken)}
          height={HEIGHT}
          className="sg-level-whole sg-level-missing"
        />
      )}
      {/* the need: from its low to its high figure, the typical one marked */}
      <path d={`M${at(need.low)} 14H${at(need.high)}M${at(need.low)} 8v12M${at(need.high)} 8v12`} className="sg-need" />
      <path d={`M${at(need.typical)} 4v${middle - 4}`} className="sg-need is-typical" />
      <path d={`M0 ${TOP + HEIGHT}H${WIDTH}`} className="sg-ink-line" />
      {marks.map((mark) => (
        <g key={mark}>
          <path d={`M${at(mark)} ${TOP + HEIGHT}v7`} className="sg-ink-line" />
          <text
            x={at(mark)}
            y={TOP + HEIGHT + 24}
            textAnchor={mark === 0 ? 'start' : 'middle'}
            className="sg-mark-text"
          >
            {mark === 0 ? '0' : neededWords(mark, unit, settings.length)}
          </text>
        </g>
      ))}
    </svg>
  );
};
