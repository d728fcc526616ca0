import type Flatbush from 'flatbush';
import type { Point } from '../shape/index.ts';
import type { Edges } from './edges.ts';

// taken out once: looking them up costs as much as calling them
const { abs, hypot, max, min, sqrt } = Math;

/** Two walls that meet at a corner have less outline between them than this many times their distance. */
const CORNER_RING = 1.4;
/** A tip sharper than 30° has more outline between its walls than this many times their distance (1 / sin 15°, with some play) … */
const TIP_RING = 3.67;
/** … and the piece that it cuts off is a triangle or slimmer, where a bar would fill its rectangle … */
const TIP_FILL = 0.7;
/** … with its apex in the middle of the outline, about as far as half of it is long. */
const TIP_REACH = 0.75;
/** What comes nearer than this touches: contact in a point is no web, and no stroke. */
const CONTACT_MM = 0.01;
/** How far walls are followed to where they meet, in distances between them. */
const FOLLOWED = 60;
/** Steps that walls are followed by at the most. */
const MOST_FOLLOWED = 200;
/** Wider places are no thin ones, wherever their walls lead, mm. */
const FOLLOWED_UP_TO_MM = 8;
/** A tip under 30° is so many times as long as it is wide. */
const TIP_LENGTH = 1.7;

/** Where a wall has been followed to: the edge that comes next, and the corner that it stands at. */
interface Followed {
  readonly edge: number;
  readonly vertex: number;
  readonly at: Point;
}

const apart = ([x1, y1]: Point, [x2, y2]: Point): number => hypot(x2 - x1, y2 - y1);

/** Tells which walls that are near each other really face each other. */
export class Facing {
  constructor(
    private readonly edges: Edges,
    private readonly index: Flatbush,
  ) {}

  /** Whether two walls at a distance really face each other: not round one corner, not in a tip, and nothing between them. */
  counts(one: number, p: Point, other: number, q: Point, mm: number): boolean {
    if (mm < CONTACT_MM) return false;
    if (this.edges.ring[one] === this.edges.ring[other] && this.isCornerOrTip(one, p, other, q, mm)) return false;
    return this.isClear(one, p, other, q) && !this.runsIntoContact(one, p, other, q, mm);
  }

  /**
   * Whether two walls come ever nearer until they meet in a point, with a tip between them: where an outline crosses itself, or two touch.
   *
   *     \\ /     the web on either side of the crossing is a tip, however thin,
   *      X      and not a place that a stencil could tear at
   *     / \\
   */
  private runsIntoContact(one: number, p: Point, other: number, q: Point, mm: number): boolean {
    if (mm > FOLLOWED_UP_TO_MM) return false;
    return this.meetAhead(one, p, other, q, mm, 1) || this.meetAhead(one, p, other, q, mm, -1);
  }

  /** Follows one wall forwards and the other, which runs against it, backwards (or both the other way) as long as they come nearer. */
  private meetAhead(one: number, p: Point, other: number, q: Point, mm: number, way: 1 | -1): boolean {
    const { ax, ay, bx, by, ring, first, past, before } = this.edges;
    const next = (edge: number) => (edge + 1 < past[ring[edge]!]! ? edge + 1 : first[ring[edge]!]!);
    const step = (edge: number, isForward: boolean): Followed =>
      isForward
        ? { edge: next(edge), vertex: next(edge), at: [bx[edge]!, by[edge]!] }
        : { edge: before[edge]!, vertex: edge, at: [ax[edge]!, ay[edge]!] };
    let left: Followed = { edge: one, vertex: -1, at: p };
    let right: Followed = { edge: other, vertex: -2, at: q };
    let distance = mm;
    let walked = 0;
    /** How far was walked when the walls were nearer by a quarter. */
    let quarter: number | null = null;
    for (let count = 0; count < MOST_FOLLOWED && walked < FOLLOWED * mm; count += 1) {
      const [a, b] = [step(left.edge, way > 0), step(right.edge, way < 0)];
      // the wall that is behind catches up
      const choices = [
        { left: a, right: b, steps: max(apart(a.at, left.at), apart(b.at, right.at)) },
        { left: a, right, steps: apart(a.at, left.at) },
        { left, right: b, steps: apart(b.at, right.at) },
      ];
      const chosen = choices.reduce((best, choice) =>
        apart(choice.left.at, choice.right.at) < apart(best.left.at, best.right.at) ? choice : best,
      );
      const nearest = apart(chosen.left.at, chosen.right.at);
      // round the end of one outline: that is a corner or tip of its own
      if (nearest > distance || chosen.left.vertex === chosen.right.vertex) return false;
      walked += chosen.steps;
      [left, right, distance] = [chosen.left, chosen.right, nearest];
      if (quarter === null && distance < 0.75 * mm) quarter = walked;
      // a tip: long beside its width, and narrowing all along
      if (distance < CONTACT_MM) return walked >= TIP_LENGTH * mm && quarter !== null && quarter < walked / 2;
    }
    return false;
  }

  private isCornerOrTip(one: number, p: Point, other: number, q: Point, mm: number): boolean {
    const { ax, ay, along, swept, ring, ringLength, ringSwept } = this.edges;
    const at = (edge: number, [x, y]: Point) => along[edge]! + hypot(x - ax[edge]!, y - ay[edge]!);
    const sweptTo = (edge: number, [x, y]: Point) => swept[edge]! + ax[edge]! * y - x * ay[edge]!;
    const [from, to] = [at(one, p), at(other, q)];
    const number = ring[one]!;
    const [first, firstEdge, last, lastEdge] = from <= to ? [p, one, q, other] : [q, other, p, one];
    const inner = abs(to - from);
    const isInner = inner <= ringLength[number]! - inner;
    const path = isInner ? inner : ringLength[number]! - inner;
    if (path < CORNER_RING * mm) return true;
    if (path < TIP_RING * mm) return false;
    const chord = last[0] * first[1] - first[0] * last[1];
    const between = sweptTo(lastEdge, last) - sweptTo(firstEdge, first) + chord;
    const area = abs(isInner ? between : ringSwept[number]! - between) / 2;
    const reach = sqrt(max(0, path * path - mm * mm)) / 2;
    if (area >= TIP_FILL * mm * reach) return false;
    const apex = this.pointAlong(number, (isInner ? min(from, to) : max(from, to)) + path / 2);
    return hypot(apex[0] - (p[0] + q[0]) / 2, apex[1] - (p[1] + q[1]) / 2) >= TIP_REACH * reach;
  }

  /** The point of a ring so far along its outline. */
  private pointAlong(number: number, distance: number): Point {
    const { along, first, ringLength, count, tx, ty, ax, ay } = this.edges;
    const wanted = distance % ringLength[number]!;
    let low = first[number]!;
    let high = (first[number + 1] ?? count) - 1;
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (along[middle]! <= wanted) low = middle;
      else high = middle - 1;
    }
    const rest = wanted - along[low]!;
    return [ax[low]! + tx[low]! * rest, ay[low]! + ty[low]! * rest];
  }

  /** Whether no other wall lies between two points. */
  private isClear(one: number, [px, py]: Point, other: number, [qx, qy]: Point): boolean {
    const { ax, ay, bx, by, before } = this.edges;
    const beside = new Set([one, other, before[one], before[other]]);
    const [dx, dy] = [qx - px, qy - py];
    const hits = this.index.search(min(px, qx), min(py, qy), max(px, qx), max(py, qy), (edge) => {
      if (beside.has(edge) || beside.has(before[edge])) return false;
      const [ex, ey] = [bx[edge]! - ax[edge]!, by[edge]! - ay[edge]!];
      const cross = dx * ey - dy * ex;
      if (abs(cross) < 1e-15) return false;
      const [rx, ry] = [ax[edge]! - px, ay[edge]! - py];
      const s = (rx * ey - ry * ex) / cross;
      const t = (rx * dy - ry * dx) / cross;
      return s > 0.02 && s < 0.98 && t >= 0 && t <= 1;
    });
    return hits.length === 0;
  }
}
