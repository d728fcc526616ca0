import { pieceIdOf, type Settings } from '@sgraffa/core';
import { lengthIn } from '../../ui/words.ts';
import type { CutView, DrawnSheet } from '../../workers/sizingClient.ts';

const PX = 300;

/** The strips side by side in the order of assembly, with their marks. */
const StripsPicture = ({ view }: { view: CutView }) => {
  const mm = Math.max(view.widthMm / 700, view.heightMm / 220);
  const gap = 14 * mm;
  const total = view.strips.reduce((sum, { box }) => sum + box.width + gap, -gap);
  const height = view.strips[0]!.box.height;
  const places = view.strips.map((_, index) =>
    view.strips.slice(0, index).reduce((sum, { box }) => sum + box.width + gap, 0),
  );
  return (
    <svg
      className="sg-plate"
      viewBox={`${-4 * mm} ${-22 * mm} ${total + 8 * mm} ${height + 26 * mm}`}
      role="img"
      aria-label={`${view.strips.length} strips in the order of assembly`}
    >
      {view.strips.map(({ number, box, layers, marks }, index) => {
        return (
          <g key={number} transform={`translate(${places[index]} 0)`}>
            <rect width={box.width} height={height} className="sg-plate-whole" />
            {layers.map(({ colour, path }) => (
              <path key={colour} d={path} fillRule="evenodd" fill={colour} className="sg-plate-ink" />
            ))}
            <path d={marks} className="sg-plate-mark" />
            <text x={0} y={-6 * mm} fontSize={14 * mm} className="sg-plate-name">
              {number}
            </text>
          </g>
        );
      })}
    </svg>
  );
};

/** One sheet with its pieces, offcuts worth keeping, and tape lines. */
const SheetPicture = ({
  sheet,
  index,
  heights,
}: {
  sheet: DrawnSheet;
  index: number;
  heights: ReadonlyMap<string, number>;
}) => {
  const mm = Math.max(sheet.widthMm, sheet.lengthMm) / PX;
  return (
    <svg
      className="sg-sheet"
      viewBox={`${-2 * mm} ${-2 * mm} ${sheet.widthMm + 4 * mm} ${sheet.lengthMm + 4 * mm}`}
      style={{ width: `${sheet.widthMm / mm}px` }}
      role="img"
      aria-label={`Sheet ${index + 1}`}
    >
      <rect width={sheet.widthMm} height={sheet.lengthMm} className="sg-plate-whole" />
      {sheet.pieces.map(({ id, copy, x, y, width, height, isTurned, path }) => (
        <g key={`${id} ${copy}`}>
          <rect x={x} y={y} width={width} height={height} className="sg-plate-piece" />
          <path
            d={path}
            fillRule="evenodd"
            fill={sheet.colour}
            className="sg-plate-ink"
            transform={
              isTurned ? `translate(${x + (heights.get(id) ?? width)} ${y}) rotate(90)` : `translate(${x} ${y})`
            }
          />
        </g>
      ))}
      {sheet.offcuts.map(({ x, y, width, height }) => (
        <rect
          key={`${x} ${y}`}
          x={x}
          y={y}
          width={width}
          height={height}
          className="sg-plate-offcut"
          strokeDasharray={`${5 * mm} ${4 * mm}`}
        />
      ))}
      {sheet.tapeLinesMm.map((x) => (
        <line key={x} x1={x} y1={0} x2={x} y2={sheet.lengthMm} className="sg-plate-tape" strokeWidth={5 * mm} />
      ))}
    </svg>
  );
};

const MOST_SHEETS = 6;

/** Strips and sheets in words and pictures. */
export const CutResult = ({ view, settings }: { view: CutView; settings: Settings }) => {
  const length = lengthIn(settings);
  const heights = new Map(
    view.strips.flatMap(({ number, box, layers }) =>
      layers.map(({ colour }) => [pieceIdOf(number, colour), box.height] as const),
    ),
  );
  return (
    <>
      {view.strips.length > 1 && (
        <>
          <p role="status">
            {view.strips.length} strips, {view.isTurned ? 'each lying along the bed' : 'side by side'}, all{' '}
            {length(view.strips[0]!.box.height)} high. {view.assembly}{' '}
            {view.seams
              .map(
                ({ xMm, inkMm, thinnestMm }) =>
                  `Seam at ${length(xMm)}: ${inkMm < 0.05 ? 'meets nothing' : `cuts ${length(inkMm)} of the design, the narrowest part ${length(thinnestMm ?? 0)}`}.`,
              )
              .join(' ')}
          </p>
          <StripsPicture view={view} />
        </>
      )}
      <p role="status">
        {view.sheets.length} {view.sheets.length === 1 ? 'sheet' : 'sheets'};{' '}
        {Object.entries(view.lengthByColour)
          .map(([colour, mm], _, all) => `${(mm / 1000).toFixed(2)} m${all.length > 1 ? ` of ${colour}` : ''}`)
          .join(', ')}
        .
        {view.sheets.some(({ pieces }) => pieces.some(({ crossesTape }) => crossesTape)) &&
          ' Pieces cross the tape line: tape both sides before cutting.'}
      </p>
      <div className="sg-sheets">
        {view.sheets.slice(0, MOST_SHEETS).map((sheet, index) => (
          <figure key={index}>
            <SheetPicture sheet={sheet} index={index} heights={heights} />
            <figcaption>
              Sheet {index + 1}
              {Object.keys(view.lengthByColour).length > 1 && `, ${sheet.colour}`}: {Math.round(sheet.usedShare * 100)}{' '}
              % covered.
              {sheet.offcuts.length > 0 &&
                ` Worth keeping: ${sheet.offcuts
                  .slice(0, 3)
                  .map(({ width, height }) => `${Math.floor(width)} × ${Math.floor(height)} mm`)
                  .join(', ')}.`}
            </figcaption>
          </figure>
        ))}
      </div>
      {view.sheets.length > MOST_SHEETS && (
        <p className="sg-quiet">And {view.sheets.length - MOST_SHEETS} more sheets.</p>
      )}
    </>
  );
};
