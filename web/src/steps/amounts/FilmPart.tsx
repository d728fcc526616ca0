import {
  canName,
  cutOffMm,
  formatLength,
  neededWords,
  type AmountLine,
  type CutFromStock,
  type FilmLayout,
} from '@sgraffa/core';
import { useBench } from '../../store/bench.ts';
import { fillOf, SHELF_SCOPE } from '../../ui/levels.ts';
import type { PieceModel } from '../piece/usePieceModel.ts';

const LONGEST = 700;
const TALLEST = 150;
/** So much of a roll beyond the cut is drawn, mm. */
const BEYOND_MM = 120;

interface Strip {
  readonly id: string;
  readonly label: string;
  /** Across and along, mm: a roll lies on its side, its end to the left. */
  readonly widthMm: number;
  readonly lengthMm: number;
  /** Where it is cut off; null for what is used whole. */
  readonly cutMm: number | null;
  readonly answer: CutFromStock;
  readonly stockId: string;
  readonly canId: string | null;
}

const stripsOf = (
  { onShelf, stock, toBuy, newWidthMm, newLengthMm, blanks, marginMm }: FilmLayout,
  nameOf: (canId: string) => string,
): Strip[] => [
  ...stock
    .filter(({ id }) => onShelf?.placed.some(({ stockId }) => stockId === id))
    .map((one): Strip => {
      const cutMm = one.kind === 'roll' ? cutOffMm(onShelf!, one.id, blanks, marginMm) : null;
      return {
        id: one.id,
        label: `${nameOf(one.canId)}${one.kind === 'offcut' ? ', offcut' : one.kind === 'sheet' ? ', a sheet' : ''}`,
        widthMm: one.widthMm,
        lengthMm: cutMm === null ? one.heightMm : Math.min(one.heightMm, cutMm + BEYOND_MM),
        cutMm,
        answer: onShelf!,
        stockId: one.id,
        canId: one.canId,
      };
    }),
  ...(toBuy && newLengthMm > 0
    ? [
        {
          id: 'new',
          label: 'to buy',
          widthMm: newWidthMm,
          lengthMm: newLengthMm + BEYOND_MM,
          cutMm: newLengthMm,
          answer: toBuy,
          stockId: 'new',
          canId: null,
        },
      ]
    : []),
];

const StripPart = ({
  strip,
  layout,
  scale,
  model,
}: {
  strip: Strip;
  layout: FilmLayout;
  scale: number;
  model: PieceModel;
}) => {
  const bench = useBench();
  const { widthMm, lengthMm, cutMm, answer, stockId, canId, label } = strip;
  const can = bench?.shelf.cans.find(({ id }) => id === canId);
  const look = can && fillOf(can, model.catalogue);
  const unit = model.settings.length;
  const sizes = new Map(layout.blanks.map((blank) => [blank.id, blank]));
  const [length, width] = [lengthMm * scale, widthMm * scale];
  const box = { x: 0, y: 0, width: length, height: width };
  return (
    <figure className="sg-strip">
      <svg viewBox={`-2 -2 ${length + 4} ${width + 4}`} style={{ width: length + 4 }} aria-hidden>
        <rect {...box} fill={look?.fill ?? 'none'} />
        {look && <rect {...box} fill={`url(#${SHELF_SCOPE}-${look.hatching})`} />}
        <rect {...box} className={canId === null ? 'sg-level-whole' : 'sg-ink-line'} />
        {answer.placed
          .filter((one) => one.stockId === stockId)
          .map(({ id, x, y, turned }, index) => {
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
        {cutMm !== null && <path d={`M${cutMm * scale} -2V${width + 2}`} className="sg-strip-cut" />}
      </svg>
      <figcaption>
        {label}:{' '}
        {cutMm === null
          ? `${formatLength(lengthMm, unit)} × ${formatLength(widthMm, unit)}`
          : `${neededWords(cutMm, 'mm', unit)} off ${formatLength(widthMm, unit)}`}
      </figcaption>
    </figure>
  );
};

/** Film as strips and offcuts to one scale, with the pieces laid on it and the line where it is cut off. */
export const FilmPart = ({ layout, line, model }: { layout: FilmLayout; line: AmountLine; model: PieceModel }) => {
  const bench = useBench();
  const nameOf = (canId: string) => {
    const can = bench?.shelf.cans.find(({ id }) => id === canId);
    return can ? canName(can, model.catalogue) : line.name;
  };
  const strips = stripsOf(layout, nameOf);
  const longest = Math.max(1, ...strips.map(({ lengthMm }) => lengthMm));
  const widest = Math.max(1, ...strips.map(({ widthMm }) => widthMm));
  const scale = Math.min(LONGEST / longest, TALLEST / widest);
  return (
    <div className="sg-strips">
      {strips.map((strip) => (
        <StripPart key={strip.id} strip={strip} layout={layout} scale={scale} model={model} />
      ))}
      {layout.tooLarge.length > 0 && (
        <p className="sg-sign is-caution">Some of it is wider than the film: slice it, or buy wider film.</p>
      )}
    </div>
  );
};
