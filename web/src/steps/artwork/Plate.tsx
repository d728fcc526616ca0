import { useId, type ReactNode } from 'react';
import { isSideArea, placedPoint, type Bounds, type LengthUnit, type Point, type Settings } from '@sgraffa/core';
import { lengthIn } from '../../ui/words.ts';
import type { DrawnArea, DrawnLayer, Looked, PlacedView } from '../../workers/sizingClient.ts';
import { marksOf, rulerOf, type Mark } from './spots.ts';

const WIDTH_PX = 560;
const HEIGHT_PX = 520;
/** Labels are parted along lines so far from their letters. */
const CUT_APART_MM = 6;

/** How many mm one pixel of the screen is, where a picture of so many mm fills its place. */
const mmPerPixel = (widthMm: number, heightMm: number): number => Math.max(widthMm / WIDTH_PX, heightMm / HEIGHT_PX);

const Layers = ({ layers, faint = false }: { layers: readonly DrawnLayer[]; faint?: boolean }) =>
  layers.map(({ colour, path, lines }, index) => (
    <g key={`${index} ${colour}`} opacity={faint ? 0.25 : 1}>
      <path d={path} fillRule="evenodd" fill={colour} className="sg-plate-ink" />
      <path d={lines} className="sg-plate-line" style={{ stroke: colour }} />
    </g>
  ));

/** A length along a side, with end ticks, as it is drawn on paper. */
const Dimension = ({ from, to, text, mm }: { from: Point; to: Point; text: string; mm: number }) => {
  const isUpright = from[0] === to[0];
  const tick = 4 * mm;
  const middle: Point = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2];
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]);
  // a short one is named beside its end
  const isTight = length < text.length * 8.4 * mm + 6 * mm;
  return (
    <g className="sg-plate-dimension">
      <line x1={from[0]} y1={from[1]} x2={to[0]} y2={to[1]} />
      {[from, to].map(([x, y]) =>
        isUpright ? (
          <line key={y} x1={x - tick} y1={y} x2={x + tick} y2={y} />
        ) : (
          <line key={x} x1={x} y1={y - tick} x2={x} y2={y + tick} />
        ),
      )}
      <text
        x={isUpright ? middle[0] + 6 * mm : isTight ? to[0] + 6 * mm : middle[0]}
        y={isUpright || isTight ? middle[1] + 5 * mm : middle[1] + 17 * mm}
        fontSize={14 * mm}
        textAnchor={isUpright || isTight ? 'start' : 'middle'}
      >
        {text}
      </text>
    </g>
  );
};

/** A spot that needs a look: a cross-hair with its width, where there is room for it. */
const Spot = ({ mark: { at, text, textAt }, mm }: { mark: Mark; mm: number }) => {
  const [x, y] = at;
  return (
    <g className="sg-plate-spot">
      <path
        d={`M${x - 9 * mm} ${y}h${5 * mm}M${x + 4 * mm} ${y}h${5 * mm}M${x} ${y - 9 * mm}v${5 * mm}M${x} ${y + 4 * mm}v${5 * mm}`}
      />
      {textAt && (
        <text x={textAt[0]} y={textAt[1]} fontSize={13 * mm}>
          {text}
        </text>
      )}
    </g>
  );
};

/** Rulers along the upper and the left edge, in the units of the settings. */
const Rulers = ({ width, height, mm, unit }: { width: number; height: number; mm: number; unit: LengthUnit }) => (
  <g className="sg-plate-ruler">
    {rulerOf(width, mm, unit).map(({ at, words }) => (
      <g key={at}>
        <line x1={at} x2={at} y1={-RULER * mm} y2={-(RULER - 6) * mm} />
        <text x={at} y={-(RULER + 4) * mm} fontSize={11 * mm} textAnchor="middle">
          {words}
        </text>
      </g>
    ))}
    {rulerOf(height, mm, unit).map(({ at, words }) => (
      <g key={at}>
        <line y1={at} y2={at} x1={-RULER * mm} x2={-(RULER - 6) * mm} />
        <text x={-(RULER + 3) * mm} y={at + 4 * mm} fontSize={11 * mm} textAnchor="end">
          {words}
        </text>
      </g>
    ))}
  </g>
);

const Sheet = ({
  x,
  y,
  width,
  height,
  label,
  children,
}: {
  x: number;
  y: number;
  width: number;
  height: number;
  label: string;
  children: ReactNode;
}) => (
  <svg
    className="sg-plate"
    viewBox={`${x} ${y} ${width} ${height}`}
    role="img"
    aria-label={label}
    preserveAspectRatio="xMidYMid meet"
  >
    {children}
  </svg>
);

/** Rulers stand off the area by this, pixels. */
const RULER = 10;

/** The clear area with its margins, and what is in the way. */
const AreaDrawn = ({ area, hatch, mm }: { area: DrawnArea; hatch: string; mm: number }) => (
  <>
    <path d={area.whole} fillRule="evenodd" className="sg-plate-whole" />
    <path d={area.keptOut} fillRule="evenodd" fill={`url(#${hatch})`} className="sg-plate-kept-out" />
    <path d={area.clear} fillRule="evenodd" className="sg-plate-clear" strokeDasharray={`${6 * mm} ${4 * mm}`} />
  </>
);

const Hatch = ({ id, mm }: { id: string; mm: number }) => (
  <defs>
    <pattern id={id} width={7 * mm} height={7 * mm} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
      <line x1="0" y1="0" x2="0" y2={7 * mm} className="sg-plate-hatch" />
    </pattern>
  </defs>
);

export interface PlateProps {
  readonly settings: Settings;
  readonly area: DrawnArea | null;
  readonly designs: readonly PlacedView[];
  readonly openId: string;
  /** Drawn alone where nothing was measured. */
  readonly layers: readonly DrawnLayer[];
  /** Of a set of labels: where each stands in the drawing. */
  readonly rooms: readonly Bounds[] | null;
  readonly scale: number;
  readonly looked: Looked | undefined;
  readonly showsIslands: boolean;
}

/** More numbers than this would hide the drawing; the placement map has them all. */
const MOST_NUMBERED = 40;
const MOST_TINTED = 500;

/** Each label of a set on an area of its own, as many beside each other as fill the picture. */
const LabelsOnAreas = ({ area, drawn }: { area: DrawnArea; drawn: PlacedView['drawn'] }) => {
  const hatch = useId();
  const count = drawn.length;
  const gapOf = 0.12 * Math.min(area.widthMm, area.heightMm);
  const [w, h] = [area.widthMm + gapOf, area.heightMm + gapOf];
  const columns = Math.min(count, Math.max(1, Math.round(Math.sqrt((count * h * WIDTH_PX) / (w * HEIGHT_PX)))));
  const [width, height] = [columns * w, Math.ceil(count / columns) * h];
  const mm = mmPerPixel(width, height);
  return (
    <Sheet x={0} y={0} width={width} height={height} label={`${count} labels, each on a clear area of its own`}>
      <Hatch id={hatch} mm={mm} />
      {drawn.map((layers, index) => (
        <g
          key={index}
          transform={`translate(${(index % columns) * w + gapOf / 2} ${Math.floor(index / columns) * h + gapOf / 2})`}
        >
          <AreaDrawn area={area} hatch={hatch} mm={mm} />
          <Layers layers={layers} />
        </g>
      ))}
    </Sheet>
  );
};

/** The clear area to scale with what lies on it, its figures, and the places that need a look. */
export const Plate = ({ settings, area, designs, openId, layers, rooms, scale, looked, showsIslands }: PlateProps) => {
  const hatch = useId();
  const length = lengthIn(settings);
  const here = designs.find(({ designId }) => designId === openId);
  const bounds = looked?.boundsMm;
  if (area && here && here.drawn.length > 1) return <LabelsOnAreas area={area} drawn={here.drawn} />;
  const whole = area
    ? { width: area.widthMm, height: area.heightMm }
    : bounds
      ? { width: bounds.x + bounds.width, height: bounds.y + bounds.height }
      : null;
  if (!whole) return null;
  const mm = mmPerPixel(whole.width * 1.22, whole.height * 1.22);
  const [padLeft, padTop, padRight, padBottom] = [52 * mm, (area ? 52 : 36) * mm, 92 * mm, 44 * mm];
  const placement = here?.placement;
  // what was looked over lies at its size, not yet at its place
  const place = placement ? placedPoint(placement) : null;
  const toPlace = ([x, y]: Point): Point => place?.(x, y) ?? [x, y];
  const { worst, rest } = marksOf(
    [...(looked?.thinStrokes ?? []), ...(looked?.thinWebs ?? [])].map((spot) => ({ ...spot, at: toPlace(spot.at) })),
    mm,
    length,
  );
  const box = placement?.boundsMm ?? (area || rooms ? null : (bounds ?? null));
  const around = CUT_APART_MM / 2;
  return (
    <Sheet
      x={-padLeft}
      y={-padTop}
      width={whole.width + padLeft + padRight}
      height={whole.height + padTop + padBottom}
      label="The clear area to scale with the artwork on it"
    >
      <Hatch id={hatch} mm={mm} />
      {area ? (
        <>
          <AreaDrawn area={area} hatch={hatch} mm={mm} />
          <path
            d={`M${whole.width / 2} ${-4 * mm}V${whole.height + 8 * mm}M${-4 * mm} ${whole.height / 2}H${whole.width + 8 * mm}`}
            className="sg-plate-centre"
            strokeDasharray={`${12 * mm} ${3 * mm} ${2 * mm} ${3 * mm}`}
          />
        </>
      ) : (
        <rect
          x={-4 * mm}
          y={-4 * mm}
          width={whole.width + 8 * mm}
          height={whole.height + 8 * mm}
          className="sg-plate-paper"
        />
      )}
      <Rulers width={whole.width} height={whole.height} mm={mm} unit={settings.length} />
      {area ? (
        designs.map((design) => (
          <g key={design.designId}>
            {design.drawn.slice(0, 1).map((drawn, index) => (
              <Layers key={index} layers={drawn} faint={design.designId !== openId} />
            ))}
          </g>
        ))
      ) : (
        <g transform={`scale(${scale})`}>
          <Layers layers={layers} />
          {rooms?.map(({ x, y, width, height }, index) => (
            <rect
              key={index}
              x={x - around}
              y={y - around}
              width={width + 2 * around}
              height={height + 2 * around}
              className="sg-plate-room"
            />
          ))}
        </g>
      )}
      {box && (
        <>
          <Dimension
            from={[box.x, whole.height + 16 * mm]}
            to={[box.x + box.width, whole.height + 16 * mm]}
            text={length(box.width)}
            mm={mm}
          />
          <Dimension
            from={[whole.width + 14 * mm, box.y]}
            to={[whole.width + 14 * mm, box.y + box.height]}
            text={length(box.height)}
            mm={mm}
          />
        </>
      )}
      {area && (
        <text x={0} y={-36 * mm} fontSize={14 * mm} className="sg-plate-name">
          {length(area.widthMm)} × {length(area.heightMm)}
          {isSideArea(area) ? ', laid flat' : ''}
        </text>
      )}
      {showsIslands &&
        (looked?.islands.length ?? 0) <= MOST_NUMBERED &&
        looked?.islands.map(({ number, centre }) => {
          const [x, y] = toPlace(centre);
          return (
            <text key={number} x={x} y={y + 5 * mm} fontSize={14 * mm} textAnchor="middle" className="sg-plate-island">
              {number}
            </text>
          );
        })}
      {rest.slice(0, MOST_TINTED).map(([x, y], index) => (
        <circle key={index} cx={x} cy={y} r={5 * mm} className="sg-plate-tint" />
      ))}
      {worst.map((mark, index) => (
        <Spot key={index} mark={mark} mm={mm} />
      ))}
    </Sheet>
  );
};
