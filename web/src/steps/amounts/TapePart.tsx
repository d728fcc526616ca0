import type { Need } from '@sgraffa/core';

const SHEET = { width: 26, height: 40, gap: 10 } as const;
const MOST_SHEETS = 18;

/** Sheets of transfer tape with a stroke for each time that they serve, as tallied on a scrap of it. */
export const TapePart = ({ tape: { count, uses } }: { tape: NonNullable<Need['tape']> }) => {
  const each = Math.max(1, Math.round(uses.typical));
  const sheets = Math.ceil(count / each);
  const drawn = Math.min(sheets, MOST_SHEETS);
  const width = drawn * (SHEET.width + SHEET.gap);
  return (
    <figure className="sg-strip">
      <svg viewBox={`-2 -2 ${width + 4} ${SHEET.height + 4}`} style={{ width: width + 4 }} aria-hidden>
        {Array.from({ length: drawn }, (_, sheet) => (
          <g key={sheet} transform={`translate(${sheet * (SHEET.width + SHEET.gap)} 0)`}>
            <rect width={SHEET.width} height={SHEET.height} className="sg-ink-line" />
            {Array.from({ length: Math.min(each, count - sheet * each) }, (__, use) => (
              <path
                key={use}
                d={`M4 ${((use + 1) * SHEET.height) / (each + 1)}H${SHEET.width - 4}`}
                className="sg-ink-line"
              />
            ))}
          </g>
        ))}
      </svg>
      <figcaption>
        {count} laid; a sheet serves {uses.low === uses.high ? uses.low : `${uses.low} to ${uses.high}`} times before it
        no longer holds: {sheets} {sheets === 1 ? 'sheet' : 'sheets'} as large as what is laid
        {sheets > drawn && `, ${drawn} of them drawn`}.
      </figcaption>
    </figure>
  );
};
