import { spokenColour, type Can, type Catalogue, type Freshness } from '@sgraffa/core';
import { BAND_FILLS } from './section/fills.ts';
import { drawnAs, type Hatching } from './section/sectionModel.ts';

/** What the hatchings of this page are called by. */
export const SHELF_SCOPE = 'shelf';
export const LEVEL = { width: 250, height: 34, end: 12 } as const;

export type Point = readonly [number, number];

/** How a can is filled in: its product's ground and hatching; plain where it is no product. */
export const fillOf = (can: Can, catalogue: Catalogue): { readonly fill: string; readonly hatching: Hatching } => {
  const product = catalogue.productById.get(can.productId ?? '');
  if (!product) return { fill: (can.colour && spokenColour(can.colour)) || '#dccfb6', hatching: 'plain' };
  const { hatching, tone } = drawnAs(product);
  return { fill: (can.colour && spokenColour(can.colour)) || BAND_FILLS[tone], hatching };
};

/** Steps of the end of a line, from above down: straight where it is fresh, notched where it ages, broken off where it is old. */
const ENDS: Readonly<Record<Freshness, readonly number[]>> = {
  fresh: [0, 0],
  noFigure: [0, 0],
  unknown: [0, -3, 0, -3, 0, -3, 0],
  ageing: [0, 0, -8, 0, 0, -8, 0, 0],
  old: [0, -10, -3, -14, -5, -12, 0],
};

/** The outline of what is left, from the left end to its level; its end worn by age. */
export const levelOutline = (share: number, freshness: Freshness): Point[] => {
  const right = Math.max(LEVEL.end, LEVEL.width * share);
  const wear = ENDS[freshness];
  return [
    [0, 0],
    ...wear.map((out, at): Point => [right + out, (LEVEL.height * at) / (wear.length - 1)]),
    [0, LEVEL.height],
  ];
};

/** Offcuts side by side in true proportion, in rows as wide as the page allows; drawing units and mm a unit. */
export interface LaidOffcut {
  readonly id: string;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

const GAP = 14;
const TALLEST = 150;

export const laidOffcuts = (
  offcuts: readonly { readonly id: string; readonly widthMm: number; readonly heightMm: number }[],
  width: number,
): { readonly laid: readonly LaidOffcut[]; readonly height: number } => {
  const longest = Math.max(
    1,
    ...offcuts.map(({ widthMm, heightMm }) => Math.max(heightMm, (widthMm * TALLEST) / width)),
  );
  const scale = TALLEST / longest;
  let [x, y, tallest] = [0, 0, 0];
  const laid = offcuts.map(({ id, widthMm, heightMm }): LaidOffcut => {
    const [w, h] = [widthMm * scale, heightMm * scale];
    if (x > 0 && x + w > width) [x, y, tallest] = [0, y + tallest + 2 * GAP, 0];
    const place = { id, x, y, width: w, height: h };
    x += w + GAP;
    tallest = Math.max(tallest, h);
    return place;
  });
  return { laid, height: y + tallest };
};
