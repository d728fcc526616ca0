import { Clipper, ClipType, EndType, FillRule, JoinType, type Path64, type Paths64 } from 'clipper2-ts';
import { byParts } from './parts.ts';
import { boundsOf, circle, reversed, ringArea, ringOf, type Point, type Polygon, type Ring } from './rings.ts';

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

const welded = (paths: Paths64, fill: FillRule): Paths64 => byParts(paths, 0, (part) => Clipper.union(part, fill));

/**
 * The union of rings under a fill rule, as outlines that neither cross nor touch along an edge.
 *
 * @returns rings around material positive, holes negative
 */
export const united = (polygon: Polygon, fill: Fill = 'nonzero'): Ring[] =>
  polygon.length ? onGrid([polygon], (paths) => welded(paths!, RULES[fill])) : [];

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
        byParts(paths!, Math.ceil(Math.abs(byMm) * GRID * (join === 'miter' ? miterLimit : 2)), (part, isPart) =>
          // what runs along the edges of a part is settled first: which way outlines run tells what is inside
          Clipper.inflatePaths(
            isPart ? Clipper.union(part, FillRule.Positive) : part,
            byMm * GRID,
            JOINS[join],
            EndType.Polygon,
            miterLimit,
            ARC_ERROR,
          ),
        ),
      )
    : [...polygon];

/** The tips that mitred corners add to cut-off ones, as far as they are no longer than the limit allows; corners beyond it stay cut off. */
const miterTips = (points: Ring, isClosed: boolean, half: number, limit: number): Ring[] => {
  const corners: Point[] = [];
  for (let at = 0; at < points.length; at += 2) {
    const last = corners.at(-1);
    if (last && last[0] === points[at] && last[1] === points[at + 1]) continue;
    corners.push([points[at]!, points[at + 1]!]);
  }
  const count = corners.length;
  const tips: Ring[] = [];
  for (let at = isClosed ? 0 : 1; at < (isClosed ? count : count - 1); at += 1) {
    const [before, [x, y], after] = [corners[(at + count - 1) % count]!, corners[at]!, corners[(at + 1) % count]!];
    const [l1, l2] = [Math.hypot(x - before[0], y - before[1]), Math.hypot(after[0] - x, after[1] - y)];
    if (l1 === 0 || l2 === 0) continue;
    const [ux, uy, vx, vy] = [(x - before[0]) / l1, (y - before[1]) / l1, (after[0] - x) / l2, (after[1] - y) / l2];
    const [turn, dot] = [ux * vy - uy * vx, ux * vx + uy * vy];
    // half the angle between the walls has this sine; the tip is as many half widths away as its inverse
    const sine = Math.sqrt(Math.max(0, (1 - -dot) / 2));
    if (turn === 0 || sine < 1e-6 || 1 / sine > limit) continue;
    const side = turn > 0 ? -1 : 1;
    const [p, q]: [Point, Point] = [
      [x - side * half * uy, y + side * half * ux],
      [x - side * half * vy, y + side * half * vx],
    ];
    const [mx, my] = [(p[0] + q[0]) / 2 - x, (p[1] + q[1]) / 2 - y];
    const size = Math.hypot(mx, my);
    if (size === 0) continue;
    const reach = half / sine / size;
    const tip = ringOf([[x, y], p, [x + mx * reach, y + my * reach], q]);
    tips.push(ringArea(tip) < 0 ? reversed(tip) : tip);
  }
  return tips;
};

/** Long lines are outlined in runs of so many edges, which overlap by one: what lies over itself is then settled a little at a time. */
const RUN_EDGES = 48;

interface PenLine {
  readonly points: Ring;
  readonly isClosed: boolean;
}

const runsOf = ({ points, isClosed }: PenLine): PenLine[] => {
  const count = points.length / 2;
  if (count <= 2 * RUN_EDGES) return [{ points, isClosed }];
  const whole = isClosed ? Float64Array.from([...points, points[0]!, points[1]!, points[2]!, points[3]!]) : points;
  const last = whole.length / 2 - 1;
  const runs: PenLine[] = [];
  for (let from = 0; from < last; from += RUN_EDGES)
    runs.push({ points: whole.slice(2 * from, 2 * Math.min(last, from + RUN_EDGES + 1) + 2), isClosed: false });
  return runs;
};

/** What the ends of an open line add to a line that is cut off there. */
const capsOf = ({ points, isClosed }: PenLine, half: number, cap: Cap): Ring[] => {
  if (isClosed || cap === 'butt') return [];
  const last = points.length - 2;
  const ends = [
    { at: 0, next: 2 },
    { at: last, next: last - 2 },
  ];
  return ends.map(({ at, next }) => {
    const [x, y] = [points[at]!, points[at + 1]!];
    if (cap === 'round') return circle(x, y, half);
    const [dx, dy] = [x - points[next]!, y - points[next + 1]!];
    const size = Math.hypot(dx, dy) || 1;
    const [ux, uy] = [(dx / size) * half, (dy / size) * half];
    const ring = ringOf([
      [x - uy, y + ux],
      [x + ux - uy, y + uy + ux],
      [x + ux + uy, y + uy - ux],
      [x + uy, y - ux],
    ]);
    return ringArea(ring) < 0 ? reversed(ring) : ring;
  });
};

/** The outline of a pen drawn along lines: closed ones as loops, open ones with caps. */
export const stroked = (
  lines: readonly PenLine[],
  widthMm: number,
  join: Join,
  cap: Cap,
  miterLimit: number,
): Ring[] => {
  const half = (widthMm / 2) * GRID;
  // beyond its limit a mitre would be squared off here: tips are put on corners that are cut off
  const joint = JOINS[join === 'miter' ? 'bevel' : join];
  const tips =
    join === 'miter'
      ? lines.flatMap(({ points, isClosed }) => miterTips(points, isClosed, widthMm / 2, miterLimit))
      : [];
  const runs = lines.map(runsOf);
  const caps = lines.flatMap((line, index) => (runs[index]!.length > 1 ? capsOf(line, widthMm / 2, cap) : []));
  return onGrid([...runs.flat().map(({ points }) => [points]), [...tips, ...caps]], (...paths) => {
    let taken = 0;
    const outlines = lines.flatMap((_, index) =>
      runs[index]!.flatMap((run) => {
        // runs overlap: only a line in one piece has ends of its own here
        const end = run.isClosed ? EndType.Joined : runs[index]!.length > 1 ? EndType.Butt : ENDS[cap];
        taken += 1;
        return Clipper.inflatePaths(paths[taken - 1]!, half, joint, end, miterLimit, ARC_ERROR);
      }),
    );
    return welded([...paths.at(-1)!, ...outlines], FillRule.NonZero);
  });
};

/** The rings with points left out that lie within a tolerance of the line between their neighbours. */
export const simplified = (polygon: Polygon, toleranceMm: number): Ring[] =>
  onGrid([polygon], (paths) => Clipper.simplifyPaths(paths!, Math.max(CRUMB, toleranceMm * GRID)));
