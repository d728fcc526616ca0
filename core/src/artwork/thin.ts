import type Flatbush from 'flatbush';
import { edgesOf, indexOf, type Edges } from './edges.ts';
import { boundsOf, simplified, type Bounds, type Point, type Polygon } from '../shape/index.ts';

// taken out once: looking them up costs as much as calling them
const { abs, floor, hypot, max, min, round, sign: signOf, sqrt } = Math;

/** A place where material or opening is narrow: its inscribed thickness and the middle of it. */
export interface ThinPlace {
  readonly mm: number;
  readonly at: Point;
}

/** A tip or notch sharper than 30°: shown, and not taken for a stroke or web. */
export interface SharpPlace {
  readonly degrees: number;
  readonly at: Point;
  readonly of: 'stroke' | 'web';
}

export interface Thickness {
  /** Thinnest anywhere, mm; null where no two walls face each other. */
  readonly minMm: number | null;
  readonly minAt: Point | null;
  /** Every place below the limit, nearby ones as one. */
  readonly below: readonly ThinPlace[];
}

/** Walls face each other where they are within 30° of parallel. */
const PARALLEL = Math.cos((30 * Math.PI) / 180);
const SHARP_DEGREES = 30;
/** Two walls that meet at a corner have less outline between them than this many times their distance. */
const CORNER_RING = 1.4;
/** A tip sharper than 30° has more outline between its walls than this many times their distance (1 / sin 15°, with some play) … */
const TIP_RING = 3.67;
/** … and the piece that it cuts off is a triangle or slimmer, where a bar would fill its rectangle … */
const TIP_FILL = 0.7;
/** … with its apex in the middle of the outline, about as far as half of it is long. */
const TIP_REACH = 0.75;
/** How far to the side of its normal a wall's facing wall can lie, as a share of the distance: tan 15°, with some play. */
const ASIDE = 0.28;
/** Cosine of 60°: corners that turn more are searched all around. */
const HALF = 0.5;
/** What faces a corner lies within its normals, plus the play that `isInCone` leaves and the bulge between two normals. */
const CONE_PLAY = 0.16;
/** Places within this of the thinnest are as thin: chords of curves differ by that much. */
const ALIKE_MM = 0.004;
/** Vertices that turn less belong to a flattened curve; its short edges speak for them. */
const SMOOTH_TURN = Math.sin((6 * Math.PI) / 180);

/** Thinnest places found so far, by squares: beside one of them only thinner ones are worth finding, for nearby places are one. */
class BestNearby {
  private readonly cells = new Map<number, number>();
  private readonly size: number;

  /** @param limit places below it are listed; where none are, nothing is remembered */
  constructor(private readonly limit: number) {
    this.size = max(CLUSTER_MM, limit) / 2;
  }

  get isEmpty(): boolean {
    return this.cells.size === 0;
  }

  private keyOf(column: number, row: number): number {
    return column * 2_097_152 + row;
  }

  add({ mm, at: [x, y] }: ThinPlace): void {
    if (this.limit <= 0 || mm >= this.limit) return;
    const key = this.keyOf(floor(x / this.size), floor(y / this.size));
    const known = this.cells.get(key);
    if (known === undefined || mm < known) this.cells.set(key, mm);
  }

  /** How far is worth looking from a box: as far as any square that a place could lie in asks for. */
  reachFrom(left: number, top: number, right: number, bottom: number, most: number): number {
    if (this.limit <= 0 || this.cells.size === 0) return most;
    const half = most / 2;
    const [x0, x1] = [floor((left - half) / this.size), floor((right + half) / this.size)];
    const [y0, y1] = [floor((top - half) / this.size), floor((bottom + half) / this.size)];
    // a long edge would ask for many
    if ((x1 - x0 + 1) * (y1 - y0 + 1) > MOST_SQUARES) return most;
    let reach = 0;
    for (let column = x0; column <= x1; column += 1)
      for (let row = y0; row <= y1; row += 1) {
        const known = this.cells.get(this.keyOf(column, row));
        if (known === undefined) return most;
        if (known > reach) reach = known;
      }
    return min(most, reach);
  }
}

/** Squares that are asked at the most for one edge. */
const MOST_SQUARES = 12;
/** Nearby places are one; the narrowest of them stands for all. */
const CLUSTER_MM = 2;
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

/** Finds narrow places of one polygon: of its material, or of what lies between. */
class Narrow {
  private readonly edges: Edges;
  private readonly index: Flatbush;
  private readonly sharpVertices: readonly number[];

  /** @param side 1 for the material itself, −1 for what lies between */
  constructor(
    polygon: Polygon,
    private readonly side: 1 | -1,
  ) {
    this.edges = edgesOf(polygon);
    const { count, tx, ty, before } = this.edges;
    this.index = indexOf(this.edges);
    const sharp: number[] = [];
    for (let at = 0; at < count; at += 1) {
      const last = before[at]!;
      // corners that point into what is measured: the wall stops there, and its corner stands for it
      const turn = tx[last]! * ty[at]! - ty[last]! * tx[at]!;
      const isBack = tx[last]! * tx[at]! + ty[last]! * ty[at]! < 0;
      if (turn * side < 0 && (turn * side < -SMOOTH_TURN || isBack)) sharp.push(at);
    }
    this.sharpVertices = sharp;
  }

  /**
   * Narrow places up to a width, unsorted: all that are thinner than `limit`, and of the others those that come within `alike` of the thinnest.
   *
   * Once a place is found, only narrower ones are looked for: most edges then ask for nothing far away.
   */
  upTo(width: number, limit: number, alike: number, around?: Bounds): ThinPlace[] {
    const { edges, index } = this;
    const { count, ax, ay, bx, by, tx, ty, before } = edges;
    const isAsked = this.edgesAround(around);
    const found: ThinPlace[] = [];
    let farthest = width;
    const best = new BestNearby(limit);
    const take = (place: ThinPlace | null) => {
      if (!place) return;
      found.push(place);
      best.add(place);
      farthest = min(farthest, max(limit, place.mm + alike));
    };
    const { side } = this;
    let one = 0;
    const faces = (other: number) => other > one && tx[one]! * tx[other]! + ty[one]! * ty[other]! < -PARALLEL;
    for (; one < count; one += 1) {
      if (isAsked && !isAsked[one]) continue;
      // no arrays are made here: this is the innermost loop
      const x1 = ax[one]!;
      const y1 = ay[one]!;
      const x2 = bx[one]!;
      const y2 = by[one]!;
      const left = x1 < x2 ? x1 : x2;
      const right = x1 < x2 ? x2 : x1;
      const top = y1 < y2 ? y1 : y2;
      const bottom = y1 < y2 ? y2 : y1;
      const reach = best.isEmpty ? farthest : best.reachFrom(left, top, right, bottom, farthest);
      // the facing wall lies ahead along the normal, at most 15° to the side
      const nx = -ty[one]! * side * reach;
      const ny = tx[one]! * side * reach;
      const asideX = ASIDE * reach * abs(tx[one]!);
      const asideY = ASIDE * reach * abs(ty[one]!);
      const near = index.search(
        (nx < 0 ? left + nx : left) - asideX,
        (ny < 0 ? top + ny : top) - asideY,
        (nx > 0 ? right + nx : right) + asideX,
        (ny > 0 ? bottom + ny : bottom) + asideY,
        faces,
      );
      for (const other of near) take(this.betweenEdges(one, other, reach));
    }
    for (const vertex of this.sharpVertices) {
      if (isAsked && !isAsked[vertex]) continue;
      // what faces a corner lies between the normals of its edges, or a little beside them
      const [x, y, last] = [ax[vertex]!, ay[vertex]!, before[vertex]!];
      const reach = best.reachFrom(x, y, x, y, farthest);
      const [n1x, n1y] = [-ty[last]! * this.side * reach, tx[last]! * this.side * reach];
      const [n2x, n2y] = [-ty[vertex]! * this.side * reach, tx[vertex]! * this.side * reach];
      const isBent = n1x * n2x + n1y * n2y < HALF * reach * reach;
      const wide = isBent ? reach : CONE_PLAY * reach;
      const near = index.search(
        max(x - reach, min(x, x + n1x, x + n2x) - wide),
        max(y - reach, min(y, y + n1y, y + n2y) - wide),
        min(x + reach, max(x, x + n1x, x + n2x) + wide),
        min(y + reach, max(y, y + n1y, y + n2y) + wide),
      );
      for (const other of near) take(this.fromVertex(vertex, other, reach));
    }
    return found;
  }

  private edgesAround(around: Bounds | undefined): Uint8Array | null {
    if (!around) return null;
    const asked = new Uint8Array(this.edges.count);
    const { x, y, width, height } = around;
    for (const at of this.index.search(x, y, x + width, y + height)) asked[at] = 1;
    return asked;
  }

  private betweenEdges(one: number, other: number, most: number): ThinPlace | null {
    const { ax, ay, bx, by, tx, ty } = this.edges;
    let [ux, uy] = [tx[one]! - tx[other]!, ty[one]! - ty[other]!];
    const length = hypot(ux, uy);
    [ux, uy] = [ux / length, uy / length];
    const [ox, oy] = [ax[one]!, ay[one]!];
    const project = (x: number, y: number) => (x - ox) * ux + (y - oy) * uy;
    // along the bisector one edge runs forward, the other backward
    const [i0, i1] = [0, project(bx[one]!, by[one]!)];
    const [j0, j1] = [project(bx[other]!, by[other]!), project(ax[other]!, ay[other]!)];
    const [low, high] = [max(i0, j0), min(i1, j1)];
    if (!(high - low > 1e-9)) return null;
    const across = (s: number): number => {
      const [p, q] = [this.pointAt(one, (s - i0) / (i1 - i0)), this.pointAt(other, (j1 - s) / (j1 - j0))];
      return (q[0] - p[0]) * -uy + (q[1] - p[1]) * ux;
    };
    const [wLow, wHigh] = [across(low), across(high)];
    if (wLow * this.side <= 0 || wHigh * this.side <= 0) return null;
    const [narrow, wide] = abs(wLow) <= abs(wHigh) ? [low, high] : [high, low];
    const least = min(abs(wLow), abs(wHigh));
    const cosine = length / 2;
    if (least / cosine > most) return null;
    const isParallel = abs(wLow - wHigh) < 0.02 * least;
    const middle = (low + high) / 2;
    // a wall's very end lies by its corner; a little inwards it faces the other wall
    const inward = narrow + signOf(wide - narrow) * min(0.3 * least, abs(wide - narrow) / 2);
    for (const s of isParallel ? [middle] : [narrow, inward]) {
      const [p, q] = [this.pointAt(one, (s - i0) / (i1 - i0)), this.pointAt(other, (j1 - s) / (j1 - j0))];
      const mm = abs(across(s)) / cosine;
      if (mm <= most && this.counts(one, p, other, q, mm)) return { mm, at: [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2] };
    }
    return null;
  }

  /** From a corner that points into what is measured, to an edge or to another such corner. */
  private fromVertex(vertex: number, other: number, most: number): ThinPlace | null {
    const { ax, ay, tx, ty, bx, by, before } = this.edges;
    if (other === vertex || other === before[vertex]) return null;
    const p: Point = [ax[vertex]!, ay[vertex]!];
    const length = hypot(bx[other]! - ax[other]!, by[other]! - ay[other]!);
    const share = ((p[0] - ax[other]!) * tx[other]! + (p[1] - ay[other]!) * ty[other]!) / length;
    if (share > 0 && share < 1) {
      const q = this.pointAt(other, share);
      const mm = hypot(q[0] - p[0], q[1] - p[1]);
      // it must arrive from the inside of that wall
      const facing = ((p[0] - q[0]) * -ty[other]! + (p[1] - q[1]) * tx[other]!) * this.side;
      if (mm > most || mm === 0 || facing <= 0 || !this.isInCone(vertex, q)) return null;
      return this.counts(vertex, p, other, q, mm) ? { mm, at: [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2] } : null;
    }
    if (other <= vertex || !this.isSharp(other)) return null;
    const q: Point = [ax[other]!, ay[other]!];
    const mm = hypot(q[0] - p[0], q[1] - p[1]);
    if (mm > most || mm === 0 || !this.isInCone(vertex, q) || !this.isInCone(other, p)) return null;
    return this.counts(vertex, p, other, q, mm) ? { mm, at: [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2] } : null;
  }

  private isSharp(vertex: number): boolean {
    const { tx, ty, before } = this.edges;
    const last = before[vertex]!;
    return (tx[last]! * ty[vertex]! - ty[last]! * tx[vertex]!) * this.side < -SMOOTH_TURN;
  }

  /** Whether a direction from a corner lies between the normals of its two edges. */
  private isInCone(vertex: number, [x, y]: Point): boolean {
    const { ax, ay, tx, ty, before } = this.edges;
    const last = before[vertex]!;
    const [dx, dy] = [x - ax[vertex]!, y - ay[vertex]!];
    // ahead of the edge that ends here, behind the one that begins, within a little play
    const slack = 0.1 * hypot(dx, dy);
    return dx * tx[last]! + dy * ty[last]! >= -slack && dx * tx[vertex]! + dy * ty[vertex]! <= slack;
  }

  private pointAt(edge: number, share: number): Point {
    const { ax, ay, bx, by } = this.edges;
    return [ax[edge]! + (bx[edge]! - ax[edge]!) * share, ay[edge]! + (by[edge]! - ay[edge]!) * share];
  }

  /** Whether two walls at a distance really face each other: not round one corner, not in a tip, and nothing between them. */
  private counts(one: number, p: Point, other: number, q: Point, mm: number): boolean {
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

/** Curves are smoothed by this much before walls are paired: far less than the widths that matter. */
const SMOOTHING_MM = 0.003;
/** … and by this share of the width where only wide places are left to be found. */
const SMOOTHING_SHARE = 0.002;
/** How far walls are looked for at first: once one is found, only nearer ones are. */
const FIRST_REACH_MM = 4;
const MOST_PLACES = 500;

const clustered = (places: readonly ThinPlace[], radius: number): ThinPlace[] => {
  const kept: ThinPlace[] = [];
  const cells = new Map<string, ThinPlace[]>();
  const key = (x: number, y: number) => `${x} ${y}`;
  // of places as thin to a micrometre, those between walls come before those at corners, as they were found
  const inMicrometres = (place: ThinPlace) => round(place.mm * 1000);
  for (const place of [...places].sort((left, right) => inMicrometres(left) - inMicrometres(right))) {
    const [cx, cy] = [floor(place.at[0] / radius), floor(place.at[1] / radius)];
    const isNear = [-1, 0, 1].some((dx) =>
      [-1, 0, 1].some((dy) =>
        cells.get(key(cx + dx, cy + dy))?.some(({ at }) => hypot(at[0] - place.at[0], at[1] - place.at[1]) < radius),
      ),
    );
    if (isNear) continue;
    kept.push(place);
    cells.set(key(cx, cy), [...(cells.get(key(cx, cy)) ?? []), place]);
    if (kept.length >= MOST_PLACES) break;
  }
  return kept;
};

const thinnestOf = (places: readonly ThinPlace[]): ThinPlace | null =>
  places.reduce<ThinPlace | null>((least, place) => (least && least.mm <= place.mm ? least : place), null);

const MOST_SHIFTS = 12;

/** The middle of the places about as thin as the thinnest one: chords make it jump along a curve, their mean does not. */
const middleOfThinnest = (places: readonly ThinPlace[], thinnest: ThinPlace, within: number): ThinPlace => {
  const from = ({ at }: ThinPlace, [x, y]: Point) => hypot(at[0] - x, at[1] - y);
  const radius = max(CLUSTER_MM, thinnest.mm);
  const alike = places.filter(({ mm }) => mm <= thinnest.mm + within);
  let middle = thinnest.at;
  for (let shift = 0; shift < MOST_SHIFTS; shift += 1) {
    let [sx, sy, weights] = [0, 0, 0];
    for (const place of alike) {
      if (from(place, middle) > radius) continue;
      const weight = thinnest.mm + within - place.mm;
      sx += place.at[0] * weight;
      sy += place.at[1] * weight;
      weights += weight;
    }
    if (weights === 0) break;
    const [x, y] = [sx / weights, sy / weights];
    const isStill = hypot(x - middle[0], y - middle[1]) < 0.01;
    middle = [x, y];
    if (isStill) break;
  }
  const nearest = alike.reduce((best, place) => (from(place, middle) < from(best, middle) ? place : best), thinnest);
  return { mm: thinnest.mm, at: nearest.at };
};

/** A place thinner by less than this is not worth finding. */
const NEGLIGIBLE_MM = 0.001;
/** How much of the outline around a coarsely found place is looked at again, as a share of its thickness. */
const AGAIN = 1.5;
/** Places on a curve within this share of the thinnest speak for where it is. */
const ALIKE_SHARE = 0.01;

/** The thinnest place once more on the fine outline around it: smoothing moves it along a curve. */
const refined = (polygon: Polygon, side: 1 | -1, coarse: ThinPlace): ThinPlace => {
  const half = AGAIN * max(coarse.mm, CLUSTER_MM);
  const around = { x: coarse.at[0] - half, y: coarse.at[1] - half, width: 2 * half, height: 2 * half };
  const near = polygon.filter((ring) => {
    const box = boundsOf([ring]);
    return (
      box.x <= around.x + around.width &&
      box.y <= around.y + around.height &&
      box.x + box.width >= around.x &&
      box.y + box.height >= around.y
    );
  });
  const within = max(ALIKE_MM, ALIKE_SHARE * coarse.mm);
  const places = new Narrow(simplified(near, SMOOTHING_MM), side).upTo(coarse.mm * 1.02, 0, within, around);
  const thinnest = thinnestOf(places);
  return thinnest ? middleOfThinnest(places, thinnest, within) : coarse;
};

/**
 * The thinnest place of a polygon's material, or of what lies between, and every place below a limit.
 *
 * Thickness is that of the circle that touches two facing walls (within 30° of parallel, or at corners that point inwards). Corners do not
 * count; tips under 30° are left to `sharpPlaces`.
 *
 * @param side    `stroke` for the material, `web` for what lies between
 * @param limitMm places thinner than this are all listed
 */
export const thicknessOf = (polygon: Polygon, side: 'stroke' | 'web', limitMm: number | null): Thickness => {
  const { width, height } = boundsOf(polygon);
  const farthest = hypot(width, height);
  const sign = side === 'stroke' ? 1 : -1;
  const limit = limitMm ?? 0;
  let places: readonly ThinPlace[] = [];
  const from = max(FIRST_REACH_MM, limit);
  for (let reach = from; !places.length && reach <= 2.5 * farthest; reach *= 2.5) {
    const upTo = min(reach, farthest);
    // wide places need no fine curves: the wider the search, the coarser the outline that it pairs
    const smoothing = reach === from ? SMOOTHING_MM : SMOOTHING_SHARE * upTo;
    places = new Narrow(simplified(polygon, smoothing), sign).upTo(upTo, limit, -NEGLIGIBLE_MM);
  }
  const coarse = thinnestOf(places);
  const thinnest = coarse && refined(polygon, sign, coarse);
  return {
    minMm: thinnest?.mm ?? null,
    minAt: thinnest?.at ?? null,
    below:
      limitMm === null
        ? []
        : clustered(
            places.filter(({ mm }) => mm < limitMm),
            max(CLUSTER_MM, limitMm),
          ),
  };
};

/** Tips of the material and notches between it that are sharper than 30°, the sharpest first. */
export const sharpPlacesOf = (polygon: Polygon): SharpPlace[] => {
  const { count, ax, ay, tx, ty, before } = edgesOf(simplified(polygon, SMOOTHING_MM));
  const found: SharpPlace[] = [];
  for (let at = 0; at < count; at += 1) {
    const last = before[at]!;
    const dot = -(tx[last]! * tx[at]! + ty[last]! * ty[at]!);
    const degrees = (Math.acos(min(1, max(-1, dot))) * 180) / Math.PI;
    if (degrees >= SHARP_DEGREES) continue;
    const turn = tx[last]! * ty[at]! - ty[last]! * tx[at]!;
    found.push({ degrees, at: [ax[at]!, ay[at]!], of: turn > 0 ? 'stroke' : 'web' });
  }
  return found.sort((left, right) => left.degrees - right.degrees).slice(0, MOST_PLACES);
};
