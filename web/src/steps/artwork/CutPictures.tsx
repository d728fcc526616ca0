import type { CutView, DrawnSheet } from '../../workers/sizingClient.ts';

const PX = 300;

/** The strips side by side in the order of assembly, with their marks. */
export const StripsPicture = ({ view }: { view: CutView }) => {
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
export const SheetPicture = ({
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
