import { Clipper, ClipType, EndType, FillRule, JoinType, type Path64, type Paths64 } from 'clipper2-ts';
import { boundsOf, type Polygon, type Ring } from './rings.ts';

/** Steps a millimetre on the grid that booleans are computed on: 0.1 µm. */
const GRID = 10_000;

/** Smallest length of a kept edge: shorter ones are crumbs of rounding. */
const CRUMB = 1;

const pathOf = (ring: Ring, dx: number, dy: number): Path64 => {
  const path: Path64 = [];
  for (let at = 0; at < ring.length; at += 2)
    path.push({ x: Math.round((ring[at]! - dx) * GRID), y: Math.round((ring[at + 1]! - dy) * GRID) });
  return path;
};

const ringOfPath = (path: Path64, dx: number, dy: number): Ring => {
  const ring = new Float64Array(path.length * 2);
  path.forEach(({ x, y }, index) => {
    ring[2 * index] = x / GRID + dx;
    ring[2 * index + 1] = y / GRID + dy;
  });
  return ring;
};

/** Runs a computation near the origin, so that far-off coordinates lose no digits on the grid. */
const onGrid = (polygons: readonly Polygon[], compute: (...paths: Paths64[]) => Paths64): Ring[] => {
  const boxes = polygons.filter(({ length }) => length).map(boundsOf);
  const dx = Math.min(0, ...boxes.map(({ x }) => x)) || (boxes.length ? Math.min(...boxes.map(({ x }) => x)) : 0);
  const dy = Math.min(0, ...boxes.map(({ y }) => y)) || (boxes.length ? Math.min(...boxes.map(({ y }) => y)) : 0);
  const result = compute(...polygons.map((polygon) => polygon.map((ring) => pathOf(ring, dx, dy))));
  return result.filter((path) => path.length > 2).map((path) => ringOfPath(path, dx, dy));
};

export type Fill = 'nonzero' | 'evenodd';
const RULES = { nonzero: FillRule.NonZero, evenodd: FillRule.EvenOdd } as const;

/**
 * The union of rings under a fill rule, as outlines that neither cross nor touch along an edge.
 *
 * @returns rings around material positive, holes negative
 */
export const united = (polygon: Polygon, fill: Fill = 'nonzero'): Ring[] =>
  polygon.length ? onGrid([polygon], (paths) => Clipper.union(paths!, RULES[fill])) : [];

export const intersected = (left: Polygon, right: Polygon): Ring[] =>
  left.length && right.length
    ? onGrid([left, right], (one, two) => Clipper.booleanOp(ClipType.Intersection, one!, two!, FillRule.NonZero))
    : [];

export const subtracted = (from: Polygon, taken: Polygon): Ring[] =>
  from.length
    ? onGrid([from, taken], (one, two) => Clipper.booleanOp(ClipType.Difference, one!, two!, FillRule.NonZero))
    : [];

const JOINS = { round: JoinType.Round, miter: JoinType.Miter, bevel: JoinType.Bevel, square: JoinType.Square } as const;
const ENDS = { butt: EndType.Butt, round: EndType.Round, square: EndType.Square } as const;
export type Join = keyof typeof JOINS;
export type Cap = keyof typeof ENDS;

const ARC_ERROR = 0.001 * GRID;

/**
 * The polygon grown on all sides by so many mm, or shrunk where it is negative.
 *
 * @param join how corners are rounded off; `miter` keeps them to four times the distance
 */
export const grown = (polygon: Polygon, byMm: number, join: Join = 'round', miterLimit = 4): Ring[] =>
  polygon.length && byMm !== 0
    ? onGrid([polygon], (paths) =>
        Clipper.inflatePaths(paths!, byMm * GRID, JOINS[join], EndType.Polygon, miterLimit, ARC_ERROR),
      )
    : [...polygon];

/** The outline of a pen drawn along lines: closed ones as loops, open ones with caps. */
export const stroked = (
  lines: readonly { readonly points: Ring; readonly isClosed: boolean }[],
  widthMm: number,
  join: Join,
  cap: Cap,
  miterLimit: number,
): Ring[] =>
  onGrid(
    lines.map(({ points }) => [points]),
    (...paths) =>
      Clipper.union(
        paths.flatMap((path, index) =>
          Clipper.inflatePaths(
            path,
            (widthMm / 2) * GRID,
            JOINS[join],
            lines[index]!.isClosed ? EndType.Joined : ENDS[cap],
            miterLimit,
            ARC_ERROR,
          ),
        ),
        FillRule.NonZero,
      ),
  );

/** The rings with points left out that lie within a tolerance of the line between their neighbours. */
export const simplified = (polygon: Polygon, toleranceMm: number): Ring[] =>
  onGrid([polygon], (paths) => Clipper.simplifyPaths(paths!, Math.max(CRUMB, toleranceMm * GRID)));
