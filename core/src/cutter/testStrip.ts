import type { Artwork } from '../artwork/index.ts';
import type { Catalogue } from '../materials/index.ts';
import { circle, mapped, rectangle, ringOf, subtracted, type Point, type Ring } from '../shape/index.ts';

/** Each stroke of a strip is so many times as wide as the one before. */
const STEP = Math.SQRT2;
/** Length of a stroke, room around it, and the bars beside a web, mm. */
const LONG_MM = 20;
const ROOM_MM = 6;
const BAR_MM = 4;
const RING_MM = { outer: 6, inner: 4.5 };
const LETTER_MM = 5;
/** A letter A, so high, with strokes of 0.8 mm: outline and counter. */
const LETTER: readonly (readonly Point[])[] = [
  [
    [0, 5],
    [1.7, 0],
    [2.5, 0],
    [4.2, 5],
    [3.35, 5],
    [2.95, 3.75],
    [1.25, 3.75],
    [0.85, 5],
  ],
  [
    [2.7, 3],
    [1.5, 3],
    [2.1, 1.1],
  ],
];

/** Widths of strokes and webs of a test strip, from the finest to the coarsest, mm. */
export const stripWidths = ({ sizing: { testStroke } }: Pick<Catalogue, 'sizing'>): number[] => {
  const { low, high } = testStroke;
  const count = Math.max(2, Math.round(Math.log(high / low) / Math.log(STEP)) + 1);
  return Array.from({ length: count }, (_, at) => Math.round(10 * low * (high / low) ** (at / (count - 1))) / 10);
};

/**
 * A strip to try film, blade and settings with: strokes, webs of the same widths between two bars, a ring, a small letter.
 *
 * As a stencil its strokes are openings and its webs what stands between them; as film it is the other way round.
 */
export const testStrip = (catalogue: Pick<Catalogue, 'sizing'>): Artwork => {
  const widths = stripWidths(catalogue);
  const polygon: Ring[] = [];
  let x = ROOM_MM;
  for (const width of widths) {
    polygon.push(rectangle({ x, y: ROOM_MM, width, height: LONG_MM }));
    x += width + ROOM_MM;
  }
  const after = x;
  const top = 2 * ROOM_MM + LONG_MM;
  x = ROOM_MM;
  for (const width of widths) {
    polygon.push(rectangle({ x, y: top, width: BAR_MM, height: LONG_MM }));
    x += BAR_MM + width;
    polygon.push(rectangle({ x, y: top, width: BAR_MM, height: LONG_MM }));
    x += BAR_MM + ROOM_MM;
  }
  const below = Math.max(x, after);
  const middle = ROOM_MM + RING_MM.outer;
  const around = (radius: number) => [circle(after + RING_MM.outer, middle, radius)];
  polygon.push(...subtracted(around(RING_MM.outer), around(RING_MM.inner)));
  const letterX = after + 2 * RING_MM.outer + ROOM_MM;
  const [outline, counter] = LETTER.map((points) => [ringOf(points)]);
  polygon.push(...mapped(subtracted(outline!, counter!), (px, py) => [px + letterX, py + middle - LETTER_MM / 2]));
  return {
    widthMm: Math.max(below, letterX + LETTER_MM + ROOM_MM),
    heightMm: top + LONG_MM + ROOM_MM,
    layers: [{ id: 'strip', colour: '#000000', polygon, cutLines: [] }],
  };
};
