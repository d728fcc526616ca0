import { useId, type ReactNode } from 'react';
import { placedPoint, type Point, type Settings } from '@sgraffa/core';
import { lengthIn } from '../../ui/words.ts';
import type { DrawnArea, DrawnLayer, Looked, PlacedDesign } from '../../workers/sizingClient.ts';

const WIDTH_PX = 700;
const HEIGHT_PX = 400;

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

/** A spot that needs a look: a cross-hair ring with its number. */
const Spot = ({ at: [x, y], text, mm, tone }: { at: Point; text: string; mm: number; tone: 'refused' | 'caution' }) => (
  <g className={`sg-plate-spot is-${tone}`}>
    <path
      d={`M${x - 9 * mm} ${y}h${5 * mm}M${x + 4 * mm} ${y}h${5 * mm}M${x} ${y - 9 * mm}v${5 * mm}M${x} ${y + 4 * mm}v${5 * mm}`}
    />
    <text x={x + 8 * mm} y={y - 6 * mm} fontSize={13 * mm}>
      {text}
    </text>
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

export interface PlateProps {
  readonly settings: Settings;
  readonly area: DrawnArea | null;
  readonly designs: readonly PlacedDesign[];
  readonly openId: string;
  /** Drawn alone where nothing was measured. */
  readonly layers: readonly DrawnLayer[];
  readonly scale: number;
  readonly looked: Looked | undefined;
  readonly showsIslands: boolean;
}

const MOST_SPOTS = 500;
/** More numbers than this would hide the drawing; the placement map has them all. */
const MOST_NUMBERED = 40;

/** The clear area to scale with what lies on it, its figures, and the places that need a look. */
export const Plate = ({ settings, area, designs, openId, layers, scale, looked, showsIslands }: PlateProps) => {
  const hatch = useId();
  const length = lengthIn(settings);
  const here = designs.find(({ designId }) => designId === openId);
  const bounds = looked?.boundsMm;
  const whole = area
    ? { width: area.widthMm, height: area.heightMm }
    : bounds
      ? { width: bounds.x + bounds.width, height: bounds.y + bounds.height }
      : null;
  if (!whole) return null;
  const mm = mmPerPixel(whole.width * 1.26, whole.height * 1.24);
  const [padX, padY] = [86 * mm, 42 * mm];
  const placement = here?.placement;
  // what was looked over lies at its size, not yet at its place
  const place = placement ? placedPoint(placement) : null;
  const toPlace = ([x, y]: Point): Point => place?.(x, y) ?? [x, y];
  const spots = [...(looked?.thinStrokes ?? []), ...(looked?.thinWebs ?? [])].slice(0, MOST_SPOTS);
  const box = placement?.boundsMm ?? (area ? null : (bounds ?? null));
  return (
    <Sheet
      x={-padX}
      y={-padY}
      width={whole.width + 2 * padX}
      height={whole.height + 2 * padY}
      label="The clear area to scale with the artwork on it"
    >
      <defs>
        <pattern id={hatch} width={7 * mm} height={7 * mm} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1="0" y1="0" x2="0" y2={7 * mm} className="sg-plate-hatch" />
        </pattern>
      </defs>
      {area && (
        <>
          <path d={area.whole} fillRule="evenodd" className="sg-plate-whole" />
          <path d={area.keptOut} fillRule="evenodd" fill={`url(#${hatch})`} className="sg-plate-kept-out" />
          <path d={area.clear} fillRule="evenodd" className="sg-plate-clear" strokeDasharray={`${6 * mm} ${4 * mm}`} />
          <path
            d={`M${whole.width / 2} ${-8 * mm}V${whole.height + 8 * mm}M${-8 * mm} ${whole.height / 2}H${whole.width + 8 * mm}`}
            className="sg-plate-centre"
            strokeDasharray={`${12 * mm} ${3 * mm} ${2 * mm} ${3 * mm}`}
          />
        </>
      )}
      {area ? (
        designs.map((design) => (
          <Layers key={design.designId} layers={design.layers} faint={design.designId !== openId} />
        ))
      ) : (
        <g transform={`scale(${scale})`}>
          <Layers layers={layers} />
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
        <text x={0} y={-14 * mm} fontSize={14 * mm} className="sg-plate-name">
          {length(area.widthMm)} × {length(area.heightMm)}
          {area.kind === 'cylinder' || area.kind === 'cone' ? ', laid flat' : ''}
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
      {spots.map(({ mm: width, at }, index) => (
        <Spot key={index} at={toPlace(at)} text={length(width)} mm={mm} tone="refused" />
      ))}
    </Sheet>
  );
};
