import { canName, flatStockWords, formatLength, neededWords, type FilmLayout, type LaidStock } from '@sgraffa/core';
import { useBench } from '../../store/bench.ts';
import { fillOf, SHELF_SCOPE } from '../../ui/levels.ts';
import type { PieceModel } from '../piece/usePieceModel.ts';

const LONGEST = 700;
const TALLEST = 150;
/** So much of a roll beyond the cut is drawn, mm. */
const BEYOND_MM = 120;
/** So many of what is worth keeping are named. */
const MOST_RESTS = 3;

/** A roll with all that is cut off it one after the other, or one sheet or offcut. */
interface Strip {
  readonly canId: string | null;
  readonly kind: LaidStock['kind'];
  readonly widthMm: number;
  readonly lengthMm: number;
  /** A roll lies on its side, its end to the left. */
  readonly laid: readonly LaidStock[];
}

const stripsOf = ({ laid }: FilmLayout): Strip[] => {
  const strips: Strip[] = [];
  for (const one of laid) {
    const { canId, kind, widthMm, lengthMm } = one;
    const at = kind === 'roll' ? strips.findIndex((strip) => strip.kind === 'roll' && strip.canId === canId) : -1;
    const held = strips[at];
    if (held) strips[at] = { ...held, lengthMm: held.lengthMm + lengthMm, laid: [...held.laid, one] };
    else strips.push({ canId, kind, widthMm, lengthMm, laid: [one] });
  }
  return strips;
};

const drawnMm = ({ kind, lengthMm }: Strip): number => lengthMm + (kind === 'roll' ? BEYOND_MM : 0);

const StripPart = ({
  strip: { canId, kind, widthMm, lengthMm, laid },
  layout,
  scale,
  label,
  model,
}: {
  strip: Strip;
  layout: FilmLayout;
  scale: number;
  label: string;
  model: PieceModel;
}) => {
  const bench = useBench();
  const can = bench?.shelf.cans.find(({ id }) => id === canId);
  const look = can && fillOf(can, model.catalogue);
  const unit = model.settings.length;
  const sizes = new Map(layout.blanks.map((blank) => [blank.id, blank]));
  const isRoll = kind === 'roll';
  const [length, width] = [(lengthMm + (isRoll ? BEYOND_MM : 0)) * scale, widthMm * scale];
  const box = { x: 0, y: 0, width: length, height: width };
  const first = laid[0]!.fromMm;
  const rests = laid.flatMap((one) => one.rests);
  return (
    <figure className="sg-strip">
      <svg viewBox={`-2 -2 ${length + 4} ${width + 4}`} style={{ width: length + 4 }} aria-hidden>
        <rect {...box} fill={look?.fill ?? 'none'} />
        {look && <rect {...box} fill={`url(#${SHELF_SCOPE}-${look.hatching})`} />}
        <rect {...box} className={canId === null ? 'sg-level-whole' : 'sg-ink-line'} />
        {laid.map((one, at) => (
          <g key={at} transform={`translate(${(one.fromMm - first) * scale} 0)`}>
            {one.placed.map(({ id, x, y, turned }, index) => {
              const blank = sizes.get(id)!;
              const [across, along] = turned ? [blank.heightMm, blank.widthMm] : [blank.widthMm, blank.heightMm];
              return (
                <rect
                  key={index}
                  x={y * scale}
                  y={x * scale}
                  width={along * scale}
                  height={across * scale}
                  className="sg-strip-piece"
                />
              );
            })}
            {isRoll && <path d={`M${one.lengthMm * scale} -2V${width + 2}`} className="sg-strip-cut" />}
          </g>
        ))}
      </svg>
      <figcaption>
        {label}
        {isRoll
          ? `: ${neededWords(lengthMm, 'mm', unit)} off ${formatLength(widthMm, unit)}${laid.length > 1 ? `, in ${laid.length} cuts` : ''}`
          : `, ${flatStockWords({ kind, widthMm, lengthMm, joined: laid[0]!.tapeLinesMm.length + 1 }, unit)}`}
        .
        {rests.length > 0 && (
          <span className="sg-quiet">
            {' '}
            Worth keeping:{' '}
            {rests
              .slice(0, MOST_RESTS)
              .map(
                (rest) =>
                  `${formatLength(Math.floor(rest.width), unit)} × ${formatLength(Math.floor(rest.height), unit)}`,
              )
              .join(', ')}
            {rests.length > MOST_RESTS && ` and ${rests.length - MOST_RESTS} more`}.
          </span>
        )}
      </figcaption>
    </figure>
  );
};

/** Film as strips and offcuts to one scale, with the pieces laid on it and the lines where it is cut off. */
export const FilmPart = ({ layout, model }: { layout: FilmLayout; model: PieceModel }) => {
  const bench = useBench();
  const labelOf = (canId: string | null) => {
    const can = bench?.shelf.cans.find(({ id }) => id === canId);
    return can ? canName(can, model.catalogue) : 'to buy';
  };
  const strips = stripsOf(layout);
  const longest = Math.max(1, ...strips.map(drawnMm));
  const widest = Math.max(1, ...strips.map(({ widthMm }) => widthMm));
  const scale = Math.min(LONGEST / longest, TALLEST / widest);
  return (
    <div className="sg-strips">
      {strips.map((strip, at) => (
        <StripPart key={at} strip={strip} layout={layout} scale={scale} label={labelOf(strip.canId)} model={model} />
      ))}
      {layout.tooLarge.length > 0 && (
        <p className="sg-sign is-caution">Some of it is larger than the film: slice it, or buy larger film.</p>
      )}
    </div>
  );
};
