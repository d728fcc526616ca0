import { SHELF_SCOPE } from '../../ui/levels.ts';

const CUP = { width: 90, height: 130 } as const;
const HATCHES = ['clear', 'paste', 'brushed'] as const;

/** Parts of a mix as heights in one cup, the first at the bottom; their words beside them. */
export const CupPicture = ({ parts }: { parts: readonly { readonly share: number; readonly words: string }[] }) => {
  const whole = parts.reduce((sum, { share }) => sum + share, 0);
  const heights = parts.map(({ share }) => (share / whole) * (CUP.height - 16));
  const tops = parts.map((_, at) => CUP.height - heights.slice(0, at + 1).reduce((sum, height) => sum + height, 0));
  return (
    <div className="sg-cup-parts">
      <svg viewBox={`-2 -2 ${CUP.width + 14} ${CUP.height + 4}`} aria-hidden>
        {parts.map((_, at) => (
          <g key={at}>
            <rect
              x={6}
              y={tops[at]}
              width={CUP.width - 12}
              height={heights[at]}
              fill={at % 2 ? '#c9b8c4' : '#e9eddf'}
            />
            <rect
              x={6}
              y={tops[at]}
              width={CUP.width - 12}
              height={heights[at]}
              fill={`url(#${SHELF_SCOPE}-${HATCHES[at % HATCHES.length]})`}
            />
            <path d={`M6 ${tops[at]}H${CUP.width + 6}`} className="sg-ink-line" />
          </g>
        ))}
        <path d={`M0 0L6 ${CUP.height}H${CUP.width - 6}L${CUP.width} 0`} className="sg-ink-line" fill="none" />
      </svg>
      <ul className="sg-plain-list">
        {/* the last part lies on top */}
        {parts.toReversed().map(({ words }) => (
          <li key={words}>{words}</li>
        ))}
      </ul>
    </div>
  );
};
