import { formatLength, type SawList, type Settings } from '@sgraffa/core';
import { moneyWords } from './money.ts';
import './saw.css';

const LONGEST = 660;
const HEIGHT = 30;
const GAP = 12;

/** Bars as they are sawn, to one scale: each cut with its length, what is left hatched by nothing. */
export const SawPart = ({ list, settings }: { list: SawList; settings: Settings }) => {
  const { cut, material, toBuy, price, kerfMm } = list;
  if (!cut.ok)
    return (
      <p>
        {material}: {cut.problems[0]!.given} {cut.problems[0]!.todo}
      </p>
    );
  const whole = cut.bars.map(({ cuts, leftMm }) => ({
    cuts,
    leftMm,
    lengthMm: cuts.reduce((sum, { lengthMm }) => sum + lengthMm + kerfMm, leftMm) - (leftMm > 0 ? 0 : kerfMm),
  }));
  const scale = LONGEST / Math.max(1, ...whole.map(({ lengthMm }) => lengthMm));
  const inUnit = (mm: number) => formatLength(mm, settings.length);
  // bars that are sawn alike are drawn once
  const alike = new Map<string, { bar: (typeof whole)[number]; count: number }>();
  for (const bar of whole) {
    const key = JSON.stringify([bar.cuts.map(({ lengthMm }) => lengthMm), bar.leftMm]);
    alike.set(key, { bar, count: (alike.get(key)?.count ?? 0) + 1 });
  }
  const rows = [...alike.values()];
  return (
    <figure className="sg-saw">
      <svg viewBox={`-2 -2 ${LONGEST + 60} ${rows.length * (HEIGHT + GAP)}`} aria-hidden>
        {rows.map(({ bar, count }, row) => (
          <g key={row} transform={`translate(0 ${row * (HEIGHT + GAP)})`}>
            <rect x={0} y={0} width={bar.lengthMm * scale} height={HEIGHT} className="sg-level-whole" />
            {bar.cuts.map(({ lengthMm }, at) => {
              const before = bar.cuts.slice(0, at).reduce((sum, one) => sum + one.lengthMm + kerfMm, 0);
              return (
                <g key={at}>
                  <rect
                    x={before * scale}
                    y={0}
                    width={lengthMm * scale}
                    height={HEIGHT}
                    fill="#e3c9a0"
                    stroke="#26221e"
                    strokeWidth={1.3}
                  />
                  {lengthMm * scale > 44 && (
                    <text
                      x={(before + lengthMm / 2) * scale}
                      y={HEIGHT / 2 + 5}
                      textAnchor="middle"
                      className="sg-saw-text"
                    >
                      {Math.round(lengthMm * 10) / 10}
                    </text>
                  )}
                </g>
              );
            })}
            {count > 1 && (
              <text x={bar.lengthMm * scale + 10} y={HEIGHT / 2 + 5} className="sg-mark-text">
                ×{count}
              </text>
            )}
          </g>
        ))}
      </svg>
      <figcaption>
        {material}:{' '}
        {list.pieces.map(({ name, lengthMm, count }) => `${count} × ${inUnit(lengthMm)} (${name})`).join(', ')}.{' '}
        {toBuy > 0 && (
          <strong className="sg-tobuy">
            To buy: {toBuy} {toBuy === 1 ? 'length' : 'lengths'}
            {price === null ? ', price not known' : `, ${moneyWords(price, settings.money.currency)}`}.
          </strong>
        )}
        {toBuy === 0 && <span className="sg-sign is-good">Enough is there.</span>}
      </figcaption>
    </figure>
  );
};
