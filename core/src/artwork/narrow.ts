import type Flatbush from 'flatbush';
import type { Bounds, Point, Polygon } from '../shape/index.ts';
import { edgesOf, indexOf, type Edges } from './edges.ts';
import { Facing } from './facing.ts';

// taken out once: looking them up costs as much as calling them
const { abs, floor, hypot, max, min, sign: signOf } = Math;

/** A place where material or opening is narrow: its inscribed thickness and the middle of it. */
export interface ThinPlace {
  readonly mm: number;
  readonly at: Point;
}

/** Walls face each other where they are within 30° of parallel. */
const PARALLEL = Math.cos((30 * Math.PI) / 180);
/** How far to the side of its normal a wall's facing wall can lie, as a share of the distance: tan 15°, with some play. */
const ASIDE = 0.28;
/** Cosine of 60°: corners that turn more are searched all around. */
const HALF = 0.5;
/** What faces a corner lies within its normals, plus the play that `isInCone` leaves and the bulge between two normals. */
const CONE_PLAY = 0.16;
/** Vertices that turn less belong to a flattened curve; its short edges speak for them. */
const SMOOTH_TURN = Math.sin((6 * Math.PI) / 180);
/** Squares that are asked at the most for one edge. */
const MOST_SQUARES = 12;
/** Nearby places are one; the narrowest of them stands for all. */
const CLUSTER_MM = 2;

/** Places about as wide as this are one where they are nearer to each other than what this answers, mm. */
export const nearbyFor = (mm: number): number => max(CLUSTER_MM, mm);

/** Thinnest places found so far, by squares: beside one of them only thinner ones are worth finding, for nearby places are one. */
class BestNearby {
  private readonly cells = new Map<number, number>();
  private readonly size: number;

  /** @param limit places below it are listed; where none are, nothing is remembered */
  constructor(private readonly limit: number) {
    this.size = nearbyFor(limit) / 2;
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

/** Finds narrow places of one polygon: of its material, or of what lies between. */
export class Narrow {
  private readonly edges: Edges;
  private readonly index: Flatbush;
  private readonly facing: Facing;
  private readonly sharpVertices: readonly number[];

  /** @param side 1 for the material itself, −1 for what lies between */
  constructor(
    polygon: Polygon,
    private readonly side: 1 | -1,
  ) {
    this.edges = edgesOf(polygon);
    const { count, tx, ty, before } = this.edges;
    this.index = indexOf(this.edges);
    this.facing = new Facing(this.edges, this.index);
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
      if (mm <= most && this.facing.counts(one, p, other, q, mm))
        return { mm, at: [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2] };
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
      return this.facing.counts(vertex, p, other, q, mm) ? { mm, at: [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2] } : null;
    }
    if (other <= vertex || !this.isSharp(other)) return null;
    const q: Point = [ax[other]!, ay[other]!];
    const mm = hypot(q[0] - p[0], q[1] - p[1]);
    if (mm > most || mm === 0 || !this.isInCone(vertex, q) || !this.isInCone(other, p)) return null;
    return this.facing.counts(vertex, p, other, q, mm) ? { mm, at: [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2] } : null;
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
}
