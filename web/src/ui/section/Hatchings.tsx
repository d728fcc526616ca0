import type { ReactElement } from 'react';
import type { Hatching } from './sectionModel.ts';

const INK = '#26221e';

interface Drawing {
  readonly size: readonly [number, number];
  readonly marks: ReactElement;
}

const line = (d: string, width = 1, opacity = 0.55) => (
  <path d={d} stroke={INK} strokeWidth={width} opacity={opacity} fill="none" />
);
const dots = (points: readonly (readonly [number, number])[], radius: number, opacity = 0.6) => (
  <>
    {points.map(([x, y]) => (
      <circle key={`${x} ${y}`} cx={x} cy={y} r={radius} fill={INK} opacity={opacity} />
    ))}
  </>
);

/** One small drawing per kind of layer, so that bands differ without their colours. */
const DRAWINGS: Readonly<Record<Hatching, Drawing>> = {
  grain: { size: [48, 14], marks: line('M0 5q12-6 24 0t24 0M0 12q12-4 24 0t24 0', 1, 0.5) },
  ply: { size: [40, 26], marks: line('M0 1h40M0 9q10-4 20 0t20 0M0 17q10-3 20 0t20 0', 1, 0.5) },
  weave: { size: [12, 12], marks: line('M0 3h7M9 0v7M5 9h7M3 5v7', 1.2, 0.45) },
  glaze: { size: [30, 16], marks: line('M0 4h22M8 12h22', 0.9, 0.4) },
  glass: { size: [44, 30], marks: line('M6 26L26 4M16 28L34 8', 0.9, 0.35) },
  fibre: { size: [10, 24], marks: line('M2 24q3-8 0-16T3 0M7 24q-3-9 1-14T7 0', 1.1, 0.5) },
  metal: { size: [36, 10], marks: line('M0 2h36M0 5h20M24 8h12', 0.8, 0.4) },
  stone: { size: [34, 24], marks: line('M2 6l9 3 8-5M15 18l10-3 7 5M4 20l5-2', 1, 0.45) },
  plastic: { size: [18, 18], marks: line('M0 9h7M11 9h7', 0.8, 0.35) },
  plain: {
    size: [20, 20],
    marks: dots(
      [
        [5, 6],
        [15, 15],
      ],
      0.8,
      0.35,
    ),
  },
  oldFinish: { size: [14, 14], marks: line('M0 14L14 0', 0.9, 0.45) },
  primer: { size: [10, 10], marks: line('M2 2v6M7 3v6', 0.9, 0.45) },
  brushed: { size: [26, 9], marks: line('M1 2h9M13 2h7M5 6h12', 1.1, 0.4) },
  sprayed: {
    size: [12, 12],
    marks: dots(
      [
        [2, 3],
        [7, 1.5],
        [10, 6],
        [4, 8],
        [8, 10.5],
      ],
      0.9,
      0.5,
    ),
  },
  clear: {
    size: [16, 16],
    marks: dots(
      [
        [4, 4],
        [12, 12],
      ],
      1,
      0.45,
    ),
  },
  stain: { size: [20, 10], marks: line('M0 5q5-4 10 0t10 0', 1.1, 0.55) },
  film: { size: [9, 9], marks: line('M0 9L9 0', 1.2, 0.5) },
  mask: { size: [8, 8], marks: line('M0 8L8 0M0 0L8 8', 0.8, 0.45) },
  paste: {
    size: [14, 14],
    marks: dots(
      [
        [3, 3],
        [10, 5],
        [5, 10],
      ],
      1.6,
      0.5,
    ),
  },
};

/** The pattern definitions for one drawing; ids are kept apart by `scope`. */
export const Hatchings = ({ scope }: { scope: string }) => (
  <defs>
    {Object.entries(DRAWINGS).map(([name, { size, marks }]) => (
      <pattern key={name} id={`${scope}-${name}`} width={size[0]} height={size[1]} patternUnits="userSpaceOnUse">
        {marks}
      </pattern>
    ))}
  </defs>
);
