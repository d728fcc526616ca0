import { neededWords, type Need } from '@sgraffa/core';
import { SHELF_SCOPE } from '../../ui/levels.ts';

const CUP = { width: 90, height: 130 } as const;
const HATCHES = ['clear', 'paste', 'brushed'] as const;

/** A mix as heights in a cup: part upon part, with how many cups of it. */
export const CupPart = ({ mix }: { mix: NonNullable<Need['mix']> }) => {
  const whole = mix.parts.reduce((sum, { ml }) => sum + ml, 0);
  if (!mix.mixes || !whole) return null;
  const heights = mix.parts.map(({ ml }) => (ml / whole) * (CUP.height - 16));
  const bands = mix.parts.map(({ ml }, at) => ({
    at,
    y: CUP.height - heights.slice(0, at + 1).reduce((sum, height) => sum + height, 0),
    height: heights[at]!,
    ml,
  }));
  return (
    <figure className="sg-cup">
      <svg viewBox={`-2 -2 ${CUP.width + 150} ${CUP.height + 6}`} aria-hidden>
        {bands.map(({ at, y: top, height, ml }) => (
          <g key={at}>
            <rect x={6} y={top} width={CUP.width - 12} height={height} fill={at % 2 ? '#c9b8c4' : '#e9eddf'} />
            <rect
              x={6}
              y={top}
              width={CUP.width - 12}
              height={height}
              fill={`url(#${SHELF_SCOPE}-${HATCHES[at % HATCHES.length]})`}
            />
            <path d={`M6 ${top}H${CUP.width + 6}`} className="sg-ink-line" />
            <text x={CUP.width + 12} y={top + Math.min(16, height)} className="sg-mark-text">
              {mix.names[at]} {neededWords(ml, 'ml')}
            </text>
          </g>
        ))}
        <path d={`M0 0L6 ${CUP.height}H${CUP.width - 6}L${CUP.width} 0`} className="sg-ink-line" fill="none" />
      </svg>
      <figcaption>
        {mix.mixes === 1 ? 'One mix' : `${mix.mixes} equal mixes`} by {mix.by}, each for{' '}
        {mix.pieces === 1 ? 'one piece' : `up to ${mix.pieces} pieces`} and one coat
        {mix.raisedFor !== undefined && `, raised so that ${mix.names[mix.raisedFor]} can be measured`}
        {mix.spareMl > 0.05 && `; ${neededWords(mix.spareMl, 'ml')} to spare`}. The label’s own ratio goes before this
        one.
      </figcaption>
    </figure>
  );
};
