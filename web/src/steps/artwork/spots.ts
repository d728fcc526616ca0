import type { LengthUnit, Point, ThinPlace } from '@sgraffa/core';

/** A place that is marked, with where its figure stands beside it; null where there is no room for it. */
export interface Mark {
  readonly at: Point;
  readonly text: string;
  readonly textAt: Point | null;
}

export interface Marks {
  readonly worst: readonly Mark[];
  /** The others: shown as a tint. */
  readonly rest: readonly Point[];
}

/** More marks than this hide the drawing. */
const MOST_MARKED = 12;
/** Sizes on the screen, pixels. */
const LETTER = 7.8;
const LINE = 14;
const REACH = 10;

interface Box {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

const meet = (one: Box, other: Box): boolean =>
  one.left < other.right && other.left < one.right && one.top < other.bottom && other.top < one.bottom;

/**
 * The thinnest places to be marked, each figure where it lies over no other mark and no other figure; all others apart.
 *
 * @param mm   mm of the drawing for one pixel of the screen
 * @param text how a width is written
 */
export const marksOf = (places: readonly ThinPlace[], mm: number, text: (mm: number) => string): Marks => {
  const sorted = [...places].sort((one, other) => one.mm - other.mm);
  const worst = sorted.slice(0, MOST_MARKED);
  const around = ([x, y]: Point, by: number): Box => ({ left: x - by, right: x + by, top: y - by, bottom: y + by });
  const taken: Box[] = worst.map(({ at }) => around(at, REACH * 0.6 * mm));
  const marks = worst.map(({ at, mm: width }): Mark => {
    const words = text(width);
    const [w, h] = [words.length * LETTER * mm, LINE * mm];
    const [x, y] = at;
    const sides: readonly Point[] = [
      [x + REACH * mm, y - 0.4 * REACH * mm],
      [x - REACH * mm - w, y - 0.4 * REACH * mm],
      [x - w / 2, y - REACH * 1.1 * mm],
      [x - w / 2, y + REACH * 1.1 * mm + h * 0.8],
      [x + REACH * mm, y + REACH * mm + h * 0.6],
      [x - REACH * mm - w, y + REACH * mm + h * 0.6],
    ];
    const boxOf = ([left, base]: Point): Box => ({
      left,
      right: left + w,
      top: base - h * 0.8,
      bottom: base + h * 0.2,
    });
    const free = sides.find((side) => !taken.some((box) => meet(box, boxOf(side)))) ?? null;
    if (free) taken.push(boxOf(free));
    return { at, text: words, textAt: free };
  });
  return { worst: marks, rest: sorted.slice(MOST_MARKED).map(({ at }) => at) };
};

/** Distances of a ruler's ticks that read well, mm. */
const STEPS = [1, 2, 5, 10, 20, 50, 100, 200, 500, 1000, 2000, 5000];
const INCH = 25.4;
const UNIT: Readonly<Record<LengthUnit, number>> = { mm: 1, cm: 10, in: INCH };
const INCH_STEPS = [0.125, 0.25, 0.5, 1, 2, 6, 12, 24, 48, 96].map((inches) => inches * INCH);

/** Places of a ruler's ticks along a length, mm, with the words of every one; ticks at least so many pixels apart. */
export const rulerOf = (
  lengthMm: number,
  mm: number,
  unit: LengthUnit,
): readonly { readonly at: number; readonly words: string }[] => {
  const steps = unit === 'in' ? INCH_STEPS : STEPS;
  const step = steps.find((one) => one / mm >= 48) ?? steps.at(-1)!;
  return Array.from({ length: Math.floor(lengthMm / step + 1e-9) + 1 }, (_, index) => ({
    at: index * step,
    words: String(Number(((index * step) / UNIT[unit]).toFixed(3))),
  }));
};
