import Flatbush from 'flatbush';
import type { Polygon } from '../shape/index.ts';

// taken out once: looking them up costs as much as calling them
const { hypot, max, min } = Math;

/** The edges of a polygon in columns: thousands are paired, so no object is made for one. */
export interface Edges {
  readonly count: number;
  readonly ax: Float64Array;
  readonly ay: Float64Array;
  readonly bx: Float64Array;
  readonly by: Float64Array;
  /** Unit direction; material lies to the left of it. */
  readonly tx: Float64Array;
  readonly ty: Float64Array;
  /** Length of outline from the ring's start to the edge, and twice the area swept up to it. */
  readonly along: Float64Array;
  readonly swept: Float64Array;
  readonly ring: Int32Array;
  /** First edge of each ring, and one past its last. */
  readonly first: Int32Array;
  readonly past: Int32Array;
  readonly ringLength: Float64Array;
  readonly ringSwept: Float64Array;
  /** Edge before each edge, in its ring. */
  readonly before: Int32Array;
}

export const edgesOf = (polygon: Polygon): Edges => {
  const total = polygon.reduce((sum, ring) => sum + ring.length / 2, 0);
  const column = () => new Float64Array(total);
  const [ax, ay, bx, by, tx, ty, along, swept] = Array.from({ length: 8 }, column) as [
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
  ];
  const ring = new Int32Array(total);
  const before = new Int32Array(total);
  const first = new Int32Array(polygon.length);
  const past = new Int32Array(polygon.length);
  const ringLength = new Float64Array(polygon.length);
  const ringSwept = new Float64Array(polygon.length);
  let count = 0;
  polygon.forEach((points, number) => {
    const start = count;
    first[number] = start;
    let [length, area] = [0, 0];
    for (let at = 0; at < points.length; at += 2) {
      const next = (at + 2) % points.length;
      const [x1, y1, x2, y2] = [points[at]!, points[at + 1]!, points[next]!, points[next + 1]!];
      const size = hypot(x2 - x1, y2 - y1);
      if (size === 0) continue;
      ax[count] = x1;
      ay[count] = y1;
      bx[count] = x2;
      by[count] = y2;
      tx[count] = (x2 - x1) / size;
      ty[count] = (y2 - y1) / size;
      along[count] = length;
      swept[count] = area;
      ring[count] = number;
      before[count] = count - 1;
      length += size;
      area += x1 * y2 - x2 * y1;
      count += 1;
    }
    if (count > start) before[start] = count - 1;
    past[number] = count;
    ringLength[number] = length;
    ringSwept[number] = area;
  });
  return { count, ax, ay, bx, by, tx, ty, along, swept, ring, first, past, ringLength, ringSwept, before };
};

/** A spatial index of edges by their boxes. */
export const indexOf = ({ count, ax, ay, bx, by }: Edges): Flatbush => {
  const index = new Flatbush(max(1, count));
  if (count === 0) index.add(0, 0, 0, 0);
  for (let at = 0; at < count; at += 1)
    index.add(min(ax[at]!, bx[at]!), min(ay[at]!, by[at]!), max(ax[at]!, bx[at]!), max(ay[at]!, by[at]!));
  index.finish();
  return index;
};

/** How far two edges are from each other, mm; 0 where they cross. */
const between = ({ ax, ay, bx, by }: Edges, one: number, other: number): number => {
  const toEdge = (x: number, y: number, edge: number): number => {
    const [dx, dy] = [bx[edge]! - ax[edge]!, by[edge]! - ay[edge]!];
    const share = max(0, min(1, ((x - ax[edge]!) * dx + (y - ay[edge]!) * dy) / (dx * dx + dy * dy)));
    return hypot(x - ax[edge]! - share * dx, y - ay[edge]! - share * dy);
  };
  const side = (edge: number, x: number, y: number): number =>
    (bx[edge]! - ax[edge]!) * (y - ay[edge]!) - (by[edge]! - ay[edge]!) * (x - ax[edge]!);
  const crosses =
    side(one, ax[other]!, ay[other]!) * side(one, bx[other]!, by[other]!) < 0 &&
    side(other, ax[one]!, ay[one]!) * side(other, bx[one]!, by[one]!) < 0;
  if (crosses) return 0;
  return min(
    toEdge(ax[one]!, ay[one]!, other),
    toEdge(bx[one]!, by[one]!, other),
    toEdge(ax[other]!, ay[other]!, one),
    toEdge(bx[other]!, by[other]!, one),
  );
};

/** Along one outline, edges nearer than so many times the distance are neighbours and meet of themselves. */
const NEIGHBOURS = 6;
/** Edges that turn back on themselves by more enclose nothing between them. */
const FOLDED = -0.99999;

/** Whether outlines keep a distance to themselves and to each other everywhere, mm: they neither cross nor touch, and fold nowhere. */
export const keepApart = (polygon: Polygon, mm: number): boolean => {
  const edges = edgesOf(polygon);
  const { count, ax, ay, bx, by, tx, ty, along, ring, ringLength, before } = edges;
  if (count === 0) return true;
  for (let at = 0; at < count; at += 1)
    if (tx[at]! * tx[before[at]!]! + ty[at]! * ty[before[at]!]! < FOLDED) return false;
  const index = indexOf(edges);
  for (let at = 0; at < count; at += 1) {
    const near = index.search(
      min(ax[at]!, bx[at]!) - mm,
      min(ay[at]!, by[at]!) - mm,
      max(ax[at]!, bx[at]!) + mm,
      max(ay[at]!, by[at]!) + mm,
      (other) => other > at,
    );
    for (const other of near) {
      if (before[other] === at || before[at] === other) continue;
      if (ring[at] === ring[other]) {
        const size = hypot(bx[at]! - ax[at]!, by[at]! - ay[at]!);
        const gap = along[other]! - along[at]! - size;
        const otherSize = hypot(bx[other]! - ax[other]!, by[other]! - ay[other]!);
        const back = ringLength[ring[at]!]! - gap - size - otherSize;
        if (min(gap, back) < NEIGHBOURS * mm) continue;
      }
      if (between(edges, at, other) <= mm) return false;
    }
  }
  return true;
};
