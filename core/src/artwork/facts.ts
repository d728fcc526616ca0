import type { Design } from '../piece/index.ts';
import type { Bounds, Point } from '../shape/index.ts';

/** What was found of an artwork at the size that it is cut. */
export interface FoundFigures {
  readonly boundsMm: Bounds;
  readonly minStrokeMm: number | null;
  readonly minWebMm: number | null;
  readonly islandCount: number;
  readonly islands: readonly { readonly centre: Point }[];
}

type Facts = Pick<Design, 'minStrokeMm' | 'minWebMm' | 'islands' | 'widthMm' | 'heightMm' | 'scale'>;

const rounded = (value: number, to: number): number => Math.round(value * to) / to;
const within = (value: number, low: number, high: number): number => Math.min(high, Math.max(low, value));

/**
 * The facts that a design takes from its artwork, as drawn; of a set of labels those of its largest, and of the one with the most islands:
 * each is a design by itself.
 *
 * @param scale how many times as large as drawn it was looked at
 * @param rooms where the labels of a set stand, as drawn; null for one drawing
 */
export const factsOfArtwork = (found: FoundFigures, scale: number, rooms: readonly Bounds[] | null): Facts => {
  const islandsIn = ({ x, y, width, height }: Bounds) =>
    found.islands.filter(({ centre: [px, py] }) => {
      const [left, top] = [px / scale, py / scale];
      return left >= x && left <= x + width && top >= y && top <= y + height;
    }).length;
  const size = rooms
    ? { width: Math.max(...rooms.map(({ width }) => width)), height: Math.max(...rooms.map(({ height }) => height)) }
    : { width: found.boundsMm.width / scale, height: found.boundsMm.height / scale };
  const thin = (mm: number | null) => (mm === null ? null : within(rounded(mm / scale, 1e4), 0.05, 1000));
  return {
    minStrokeMm: thin(found.minStrokeMm),
    minWebMm: thin(found.minWebMm),
    islands: rooms ? Math.max(...rooms.map(islandsIn)) : found.islandCount,
    widthMm: within(rounded(size.width, 1e3), 0.1, 10_000),
    heightMm: within(rounded(size.height, 1e3), 0.1, 10_000),
    // never rounded up: what just fits the bed or the clear area would no longer fit, and be sliced
    scale: within(Math.floor(scale * 1e6 + 1e-6) / 1e6, 0.001, 1000),
  };
};
