import Flatbush from 'flatbush';
import { failed, type Outcome } from '../problem/index.ts';
import {
  boundsOf,
  isInRing,
  pointsOf,
  ringLength,
  ringOf,
  subtracted,
  type Point,
  type Polygon,
  type Ring,
} from '../shape/index.ts';
import { designOf, withRings, type Artwork } from './artwork.ts';
import { sheetAround } from './examine.ts';
import { allNested, type Nested } from './nest.ts';

export interface BridgeOptions {
  readonly widthMm: number;
  /** How many bridges an island gets at the most; as many as its size asks for unless given. */
  readonly perIsland?: 1 | 2 | 3 | undefined;
  /** Strokes thinner than this are never crossed. */
  readonly minStrokeMm?: number | undefined;
  /** Islands that get none: those that the crafter places by hand, by their number in reading order. */
  readonly skip?: readonly number[] | undefined;
}

/** A straight tie from an island across the opening around it. */
export interface Bridge {
  /** The island's number in reading order. */
  readonly island: number;
  readonly from: Point;
  readonly to: Point;
  readonly widthMm: number;
}

export interface Bridged {
  readonly artwork: Artwork;
  readonly bridges: readonly Bridge[];
  /** Islands still loose, by their number: where only thin strokes lie around them, or they were to be skipped. */
  readonly loose: readonly number[];
}

const SAMPLES = 120;
/** An island whose outline is this many bridges long gets one more. */
const OUTLINE_PER_BRIDGE = 12;
/** How far a bridge reaches into what it ties, as shares of its width: as little as holds. */
const REACHES = [0.05, 0.15, 0.4, 1] as const;

/** Edges of a polygon with a spatial index, to look along straight lines. */
class Sight {
  private readonly edges: { readonly a: Point; readonly b: Point; readonly ring: number }[] = [];
  private readonly index: Flatbush;
  constructor(polygon: Polygon) {
    polygon.forEach((ring, number) => {
      const points = pointsOf(ring);
      points.forEach((a, at) => this.edges.push({ a, b: points[(at + 1) % points.length]!, ring: number }));
    });
    this.index = new Flatbush(Math.max(1, this.edges.length));
    if (!this.edges.length) this.index.add(0, 0, 0, 0);
    for (const { a, b } of this.edges)
      this.index.add(Math.min(a[0], b[0]), Math.min(a[1], b[1]), Math.max(a[0], b[0]), Math.max(a[1], b[1]));
    this.index.finish();
  }

  /** The first wall met from a point in a direction, within a reach. */
  first(
    [x, y]: Point,
    [ux, uy]: Point,
    reach: number,
  ): { readonly at: Point; readonly distance: number; readonly ring: number } | null {
    // near walls are likely: look close by first, then farther
    for (let most = Math.min(reach, 4); ; most = Math.min(reach, most * 4)) {
      const [ex, ey] = [x + ux * most, y + uy * most];
      let nearest = most;
      let ring = -1;
      for (const at of this.index.search(Math.min(x, ex), Math.min(y, ey), Math.max(x, ex), Math.max(y, ey))) {
        const { a, b, ring: number } = this.edges[at]!;
        const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
        const cross = ux * dy - uy * dx;
        if (Math.abs(cross) < 1e-12) continue;
        const [rx, ry] = [a[0] - x, a[1] - y];
        const along = (rx * dy - ry * dx) / cross;
        const share = (rx * uy - ry * ux) / cross;
        if (along > 1e-6 && along < nearest && share >= -1e-9 && share <= 1 + 1e-9) [nearest, ring] = [along, number];
      }
      if (ring >= 0) return { at: [x + ux * nearest, y + uy * nearest], distance: nearest, ring };
      if (most >= reach) return null;
    }
  }
}

interface Candidate {
  readonly island: number;
  readonly from: Point;
  readonly to: Point;
  readonly length: number;
  /** Ring that it arrives at. */
  readonly ring: number;
  /** Where on the island's outline, as a share of it. */
  readonly share: number;
}

/** Straight ways from an island's outline across the opening, square to the outline. */
const candidatesOf = (ring: Ring, island: number, sight: Sight, reach: number): Candidate[] => {
  const length = ringLength(ring);
  const points = pointsOf(ring);
  const candidates: Candidate[] = [];
  let [edge, along] = [0, 0];
  const sizes = points.map(([x, y], at) => {
    const [nx, ny] = points[(at + 1) % points.length]!;
    return Math.hypot(nx - x, ny - y);
  });
  for (let sample = 0; sample < SAMPLES; sample += 1) {
    const wanted = ((sample + 0.5) / SAMPLES) * length;
    while (edge < points.length - 1 && along + sizes[edge]! < wanted) {
      along += sizes[edge]!;
      edge += 1;
    }
    const size = sizes[edge]!;
    if (size === 0) continue;
    const [ax, ay] = points[edge]!;
    const [bx, by] = points[(edge + 1) % points.length]!;
    const [tx, ty] = [(bx - ax) / size, (by - ay) / size];
    const from: Point = [ax + tx * (wanted - along), ay + ty * (wanted - along)];
    // material (here: the opening to be crossed) lies to the left of an outline's way
    const hit = sight.first(from, [-ty, tx], reach);
    if (hit)
      candidates.push({ island, from, to: hit.at, length: hit.distance, ring: hit.ring, share: sample / SAMPLES });
  }
  return candidates;
};

/** Of the candidates, as many as wanted: short ones, spread around the island. */
const wellSpread = (candidates: readonly Candidate[], count: number): Candidate[] => {
  if (!candidates.length) return [];
  let best: { readonly cost: number; readonly chosen: Candidate[] } | null = null;
  const window = 0.5 / count;
  for (const first of candidates) {
    const chosen = [first];
    for (let next = 1; next < count; next += 1) {
      const ideal = (first.share + next / count) % 1;
      const near = candidates.filter(({ share }) => {
        const away = Math.abs(share - ideal);
        return Math.min(away, 1 - away) <= window / 2;
      });
      if (near.length) chosen.push(near.reduce((one, other) => (other.length < one.length ? other : one)));
    }
    const missing = count - chosen.length;
    const cost = chosen.reduce((sum, { length }) => sum + length, 0) / chosen.length + missing * first.length;
    if (!best || cost < best.cost) best = { cost, chosen };
  }
  return best?.chosen ?? [];
};

const strip = ({ from, to }: Pick<Bridge, 'from' | 'to'>, widthMm: number, reach: number): Ring => {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]);
  const [ux, uy] = [(to[0] - from[0]) / length, (to[1] - from[1]) / length];
  const [nx, ny] = [(-uy * widthMm) / 2, (ux * widthMm) / 2];
  const [ax, ay] = [from[0] - ux * reach, from[1] - uy * reach];
  const [bx, by] = [to[0] + ux * reach, to[1] + uy * reach];
  return ringOf([
    [ax - nx, ay - ny],
    [bx - nx, by - ny],
    [bx + nx, by + ny],
    [ax + nx, ay + ny],
  ]);
};

/** Groups of regions that are tied to each other; 0 is the sheet. */
class Ties {
  private readonly parent: number[];
  constructor(count: number) {
    this.parent = Array.from({ length: count }, (_, at) => at);
  }
  root(at: number): number {
    let root = at;
    while (this.parent[root] !== root) root = this.parent[root]!;
    return root;
  }
  tie(one: number, other: number): void {
    this.parent[this.root(one)] = this.root(other);
  }
}

/**
 * Ties every island to the stock by straight bridges across the opening: where they are shortest, well spread, never across a thin stroke.
 *
 * @param options the bridges' width, mm; islands to be skipped by number
 * @returns the artwork with the bridges left standing, the bridges, and the islands that stay loose
 */
export const addBridges = (artwork: Artwork, options: BridgeOptions): Outcome<Bridged> => {
  const { widthMm, perIsland, minStrokeMm = 0, skip = [] } = options;
  if (!(widthMm > 0 && widthMm <= 100))
    return failed({
      code: 'bad-width',
      given: `Bridges ${widthMm} mm wide were given.`,
      allowed: 'more than 0 and at most 100 mm.',
      todo: 'Give the width of the film’s thinnest safe web.',
    });
  const { roots, grown: sheet, islands } = sheetAround(designOf(artwork));
  const { width, height } = boundsOf(sheet);
  const sight = new Sight(sheet);
  const reach = Math.hypot(width, height);
  // regions of the sheet: 0 outside, then every hole; each ring of the design borders one
  const holes = allNested(roots).filter(({ area }) => area < 0);
  const regionOfHole = new Map(holes.map(({ ring }, index) => [ring, index + 1]));
  const regionOfRing = new Map<Ring, number>();
  const visit = (one: Nested, region: number) => {
    const own = one.area < 0 ? regionOfHole.get(one.ring)! : region;
    regionOfRing.set(one.ring, own);
    for (const inner of one.inside) visit(inner, own);
  };
  for (const root of roots) visit(root, 0);
  const ties = new Ties(holes.length + 1);
  const wanted = islands
    .filter(({ number }) => !skip.includes(number))
    .map(({ number, outline }) => ({ ring: outline, region: regionOfHole.get(outline)!, number }));
  const all = new Map<number, Candidate[]>();
  const bridges: Bridge[] = [];
  const lay = (candidate: Candidate) => {
    bridges.push({ island: candidate.island, from: candidate.from, to: candidate.to, widthMm });
  };
  const regionAt = ({ ring }: Candidate): number => regionOfRing.get(sheet[ring]!)!;
  for (const { ring, region, number } of wanted) {
    const candidates = candidatesOf(ring, number, sight, reach).filter(
      (candidate) => candidate.length >= minStrokeMm && regionAt(candidate) !== region,
    );
    all.set(region, candidates);
    const length = ringLength(ring);
    const count = perIsland ?? Math.max(1, Math.min(3, Math.floor(length / (OUTLINE_PER_BRIDGE * widthMm))));
    for (const candidate of wellSpread(candidates, count)) {
      lay(candidate);
      ties.tie(region, regionAt(candidate));
    }
  }
  // islands tied only to each other hang in the air: tie each such group by its shortest way out
  for (const { region } of wanted) {
    while (ties.root(region) !== ties.root(0)) {
      const out = wanted
        .filter((other) => ties.root(other.region) === ties.root(region))
        .flatMap((other) => all.get(other.region)!.map((candidate) => ({ candidate, from: other.region })))
        .filter(({ candidate, from }) => ties.root(regionAt(candidate)) !== ties.root(from))
        .reduce<{ candidate: Candidate; from: number } | null>(
          (best, one) => (best && best.candidate.length <= one.candidate.length ? best : one),
          null,
        );
      if (!out) break;
      lay(out.candidate);
      ties.tie(out.from, regionAt(out.candidate));
    }
  }
  const loose = new Set([
    ...skip,
    ...wanted.filter(({ region }) => ties.root(region) !== ties.root(0)).map(({ number }) => number),
  ]);
  for (const share of REACHES) {
    const strips = bridges.map((bridge) => strip(bridge, widthMm, share * widthMm));
    const bridged = strips.length
      ? withRings(artwork, (polygon) => (polygon.length ? subtracted(polygon, strips) : polygon))
      : artwork;
    const left = sheetAround(designOf(bridged)).islands;
    if (left.length <= loose.size || share === REACHES.at(-1)) {
      for (const { outline } of left) {
        const was = islands.find((island) => isInRing(island.outline, outline[0]!, outline[1]!));
        if (was) loose.add(was.number);
      }
      return { ok: true, artwork: bridged, bridges, loose: [...loose].sort((one, other) => one - other) };
    }
  }
  throw new Error('Bridges were tried with no reach; at least one is given.');
};
