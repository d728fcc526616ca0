import { colourNames, sheetOnWords, type Settings } from '@sgraffa/core';
import { lengthIn } from '../../ui/words.ts';
import type { CutView, DrawnSheet } from '../../workers/sizingClient.ts';

const PX = 300;

/** The strips in their places, parted, with their marks and numbers. */
const StripsPicture = ({ item }: { item: CutView['items'][number] }) => {
  const { strips, boundsMm, name } = item;
  const [rows, columns] = [Math.max(...strips.map(({ row }) => row)), Math.max(...strips.map(({ column }) => column))];
  const mm = Math.max(boundsMm.width / 520, boundsMm.height / 260);
  const gap = 16 * mm;
  return (
    <svg
      className="sg-plate"
      viewBox={`${-8 * mm} ${-24 * mm} ${boundsMm.width + columns * gap + 16 * mm} ${boundsMm.height + rows * gap + 40 * mm}`}
      role="img"
      aria-label={`${name}: ${strips.length} strips in the order of assembly`}
    >
      {strips.map(({ number, row, column, box, layers, marks }) => (
        <g key={number} transform={`translate(${box.x - boundsMm.x + column * gap} ${box.y - boundsMm.y + row * gap})`}>
          <rect width={box.width} height={box.height} className="sg-plate-whole" />
          {layers.map(({ colour, path }) => (
            <path key={colour} d={path} fillRule="evenodd" fill={colour} className="sg-plate-ink" />
          ))}
          <path d={marks} className="sg-plate-mark" />
          <text x={3 * mm} y={-5 * mm} fontSize={14 * mm} className="sg-plate-name">
            {number}
          </text>
        </g>
      ))}
    </svg>
  );
};

/** One sheet with its pieces, offcuts worth keeping, and tape lines. */
const SheetPicture = ({ sheet, inset, index }: { sheet: DrawnSheet; inset: number; index: number }) => {
  const [width, length] = [sheet.widthMm + 2 * inset, sheet.lengthMm + 2 * inset];
  const mm = Math.max(width, length) / PX;
  return (
    <svg
      className="sg-sheet"
      viewBox={`${-2 * mm} ${-2 * mm} ${width + 4 * mm} ${length + 4 * mm}`}
      style={{ width: `${width / mm}px` }}
      role="img"
      aria-label={`Sheet ${index + 1}`}
    >
      <rect width={width} height={length} className="sg-plate-whole" />
      <g transform={`translate(${inset} ${inset})`}>
        {sheet.pieces.map(({ id, copy, x, y, width: w, height: h, isTurned, path, lines, marks, blankHeightMm }) => (
          <g key={`${id} ${copy}`}>
            <rect x={x} y={y} width={w} height={h} className="sg-plate-piece" />
            <g transform={isTurned ? `translate(${x + blankHeightMm} ${y}) rotate(90)` : `translate(${x} ${y})`}>
              <path d={path} fillRule="evenodd" fill={sheet.colour} className="sg-plate-ink" />
              <path d={lines} className="sg-plate-line" style={{ stroke: sheet.colour }} />
              <path d={marks} className="sg-plate-mark" />
            </g>
          </g>
        ))}
        {sheet.offcuts.map(({ x, y, width: w, height: h }) => (
          <rect
            key={`${x} ${y}`}
            x={x}
            y={y}
            width={w}
            height={h}
            className="sg-plate-offcut"
            strokeDasharray={`${5 * mm} ${4 * mm}`}
          />
        ))}
        {sheet.tapeLinesMm.map((x) => (
          <line key={x} x1={x} y1={-inset} x2={x} y2={length - inset} className="sg-plate-tape" strokeWidth={5 * mm} />
        ))}
      </g>
    </svg>
  );
};

const MOST_SHEETS = 8;

/** Strips and sheets as they lie in the cutter. */
export const CutPictures = ({ view, settings }: { view: CutView; settings: Settings }) => {
  const length = lengthIn(settings);
  const names = colourNames(Object.keys(view.lengthByColour));
  return (
    <>
      {view.items
        .filter(({ strips }) => strips.length > 1)
        .map((item) => (
          <StripsPicture key={item.name} item={item} />
        ))}
      <div className="sg-sheets">
        {view.sheets.slice(0, MOST_SHEETS).map((sheet, index) => (
          <figure key={index}>
            <SheetPicture sheet={sheet} inset={view.window.insetMm} index={index} />
            <figcaption>
              Sheet {index + 1}
              {names.size > 1 && `, ${names.get(sheet.colour)}`}
              {sheet.on && `, ${sheetOnWords(sheet.on, settings.length)}`}: {Math.round(sheet.usedShare * 100)} %
              covered.
              {sheet.offcuts.length > 0 &&
                ` Worth keeping: ${sheet.offcuts
                  .slice(0, 3)
                  .map(({ width, height }) => `${length(Math.floor(width))} × ${length(Math.floor(height))}`)
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
