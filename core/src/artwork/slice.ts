import { catalogue } from '../materials/index.ts';
import { failed, type Outcome } from '../problem/index.ts';
import { boundsOf, linesWithin, ringOf, type Bounds, type Polygon, type Ring } from '../shape/index.ts';
import { designOf, type Artwork } from './artwork.ts';
import { windowed } from './mend.ts';

export interface SliceOptions {
  /** Largest cut, mm: across the bed, and along it. */
  readonly bedWidthMm: number;
  readonly bedLengthMm: number;
  /** How far neighbouring strips lie over each other; 0: they butt. */
  readonly overlapMm?: number | undefined;
  /** Strokes and webs narrower than this are not cut through where it can be helped. */
  readonly thinMm?: number | undefined;
  /** Registration marks stand in a margin above and below of this height; 0 for none. */
  readonly markMm?: number | undefined;
  /** Height above the artwork's foot at which the common base line is marked; its foot unless given. */
  readonly baseLineMm?: number | undefined;
}

export interface Seam {
  /** From the artwork's left edge. */
  readonly xMm: number;
  /** How much of the design it cuts through, and the narrowest part of it; null where it meets none. */
  readonly inkMm: number;
  readonly thinnestMm: number | null;
}

export interface Strip {
  /** In the order of assembly, from the left. */
  readonly number: number;
  /** Where it lies in the artwork: marks stand above and below. */
  readonly box: Bounds;
  /** The strip on a page of its own, all pages of one height. */
  readonly artwork: Artwork;
  /** Open lines on that page: seams, base line. */
  readonly marks: Polygon;
}

export interface Sliced {
  readonly strips: readonly Strip[];
  readonly seams: readonly Seam[];
  /** From the top of every strip's page. */
  readonly baseLineMm: number;
  /** Whether the artwork lies across the bed turned by 90°: its height along the bed's width. */
  readonly isTurned: boolean;
  readonly assembly: string;
}

/** Seams are tried this far apart. */
const STEP_MM = 0.5;
const MOST_STRIPS = 200;

/** Lengths of design that upright lines cut through. */
const inkAt = (polygon: Polygon, positions: Float64Array): Float64Array[] => {
  const crossings: number[][] = Array.from(positions, () => []);
  const [first, step] = [positions[0] ?? 0, (positions[1] ?? 1) - (positions[0] ?? 0)];
  for (const ring of polygon)
    for (let at = 0, before = ring.length - 2; at < ring.length; before = at, at += 2) {
      const [x1, y1, x2, y2] = [ring[before]!, ring[before + 1]!, ring[at]!, ring[at + 1]!];
      const [low, high] = [Math.min(x1, x2), Math.max(x1, x2)];
      const from = Math.max(0, Math.ceil((low - first) / step));
      for (let line = from; line < positions.length && positions[line]! < high; line += 1)
        crossings[line]!.push(y1 + ((positions[line]! - x1) / (x2 - x1)) * (y2 - y1));
    }
  return crossings.map((ys) => Float64Array.from(ys.sort((left, right) => left - right)));
};

/** What a seam costs: the ink it meets, and much more for every part narrower than the limit. */
const THIN_COST = 50;

const costOf = (
  ys: Float64Array,
  thinMm: number,
): { readonly cost: number; readonly ink: number; readonly thinnest: number | null } => {
  let [ink, cost] = [0, 0];
  let thinnest: number | null = null;
  for (let at = 0; at + 1 < ys.length; at += 1) {
    const length = ys[at + 1]! - ys[at]!;
    // design and web take turns along the line
    if (at % 2 === 0) {
      ink += length;
      thinnest = thinnest === null ? length : Math.min(thinnest, length);
    }
    if (length < thinMm) cost += THIN_COST * (thinMm - length);
  }
  return { cost: cost + ink, ink, thinnest };
};

/** The cheapest seams so that no strip is wider than the bed, by dynamic programming; null where so few strips cannot do. */
const seamsAt = (
  costs: readonly number[],
  stepMm: number,
  widthMm: number,
  mostMm: number,
  strips: number,
): number[] | null => {
  const last = costs.length - 1;
  const reach = Math.floor(mostMm / stepMm + 1e-9);
  let best = costs.map((cost, at) => ({ cost: at <= reach ? cost : Infinity, from: -1 }));
  const history: { cost: number; from: number }[][] = [best];
  for (let seam = 1; seam < strips - 1; seam += 1) {
    best = costs.map((cost, at) => {
      let cheapest = { cost: Infinity, from: -1 };
      for (let from = Math.max(1, at - reach); from < at; from += 1) {
        const total = best[from]!.cost + cost;
        if (total < cheapest.cost) cheapest = { cost: total, from };
      }
      return cheapest;
    });
    history.push(best);
  }
  let end = -1;
  for (let at = 1; at < last; at += 1)
    if (
      best[at]!.cost < Infinity &&
      widthMm - at * stepMm <= mostMm + 1e-9 &&
      (end < 0 || best[at]!.cost < best[end]!.cost)
    )
      end = at;
  if (end < 0) return null;
  const seams: number[] = [];
  for (let level = history.length - 1, at = end; level >= 0 && at >= 0; level -= 1) {
    seams.unshift(at * stepMm);
    at = history[level]![at]!.from;
  }
  return seams;
};

const cross = (x: number, y: number, size: number): Ring[] => [
  ringOf([
    [x - size / 2, y],
    [x + size / 2, y],
  ]),
  ringOf([
    [x, y - size / 2],
    [x, y + size / 2],
  ]),
];

const line = (x1: number, y1: number, x2: number, y2: number): Ring =>
  ringOf([
    [x1, y1],
    [x2, y2],
  ]);

/**
 * Cuts artwork that is larger than the bed into strips: seams where they meet the least of the design, and not through thin parts.
 *
 * @returns strips in order of assembly, each on a page of one height with its marks; one strip without marks where it fits as it is; problems where the
 *   artwork is higher than the bed is long, either way round
 */
export const sliceForBed = (artwork: Artwork, options: SliceOptions): Outcome<Sliced> => {
  const { sizing } = catalogue();
  const { bedWidthMm, bedLengthMm, overlapMm = 0, thinMm = 2, markMm = sizing.markSize.typical, baseLineMm } = options;
  const design = designOf(artwork);
  const box = boundsOf([...design, ...artwork.layers.flatMap(({ cutLines }) => cutLines)]);
  const bad = [bedWidthMm, bedLengthMm, overlapMm, markMm].some((mm) => !(mm >= 0 && Number.isFinite(mm)));
  const fitsWhole = (across: number, along: number) => box.width <= across + 1e-9 && box.height <= along + 1e-9;
  const isTurnedWhole = !fitsWhole(bedWidthMm, bedLengthMm);
  if (!bad && (!isTurnedWhole || fitsWhole(bedLengthMm, bedWidthMm)))
    return {
      ok: true,
      strips: [{ number: 1, box, artwork: windowed(artwork, box), marks: [] }],
      seams: [],
      baseLineMm: box.height,
      isTurned: isTurnedWhole,
      assembly: 'It fits the bed in one piece.',
    };
  const height = box.height + 2 * markMm;
  // strips stand along the bed, or across it where the artwork is low enough for that
  const ways = [
    { most: bedWidthMm - overlapMm, room: bedLengthMm, isTurned: false },
    { most: bedLengthMm - overlapMm, room: bedWidthMm, isTurned: true },
  ].filter(({ most, room }) => room >= height && most > Math.max(5, 2 * overlapMm));
  if (bad || !ways.length)
    return failed({
      code: 'too-high',
      given: `Artwork ${box.height.toFixed(1)} mm high with marks of ${markMm} mm above and below was given for a bed of ${bedWidthMm} × ${bedLengthMm} mm.`,
      allowed: `at most ${Math.max(bedWidthMm, bedLengthMm, 0) - 2 * markMm} mm high, with strips wider than their overlap.`,
      todo: 'Turn the artwork by 90°, make it smaller, or leave the marks out.',
    });
  const stripsFor = ({ most }: { readonly most: number }) => Math.max(2, Math.ceil((box.width - 1e-9) / most));
  const way = ways.reduce((one, other) => (stripsFor(other) < stripsFor(one) ? other : one));
  const count = stripsFor(way);
  if (count > MOST_STRIPS)
    return failed({
      code: 'too-many-strips',
      given: `It would take ${count} strips.`,
      allowed: `at most ${MOST_STRIPS}.`,
      todo: 'Make the artwork smaller, or name a larger bed.',
    });
  const steps = Math.max(2, Math.ceil(box.width / STEP_MM));
  const step = box.width / steps;
  const positions = Float64Array.from({ length: steps + 1 }, (_, at) => box.x + at * step);
  const profile = inkAt(design, positions).map((ys) => costOf(ys, thinMm));
  const costs = profile.map(({ cost }) => cost);
  // the least number of strips may leave the seams no choice: one more is tried where that saves thin parts
  // on a grid of places a strip may lose up to a step of the bed: more strips until they do
  const choices: number[][] = [];
  for (let strips = count; strips <= 2 * count + 1 && (strips <= count + 1 || !choices.length); strips += 1) {
    const seams = seamsAt(costs, step, box.width, way.most, strips);
    if (seams) choices.push(seams);
  }
  const totalOf = (seams: readonly number[]) =>
    seams.reduce((sum, x) => sum + costs[Math.round(x / step)]!, 0) + (seams.length + 1 > count ? EXTRA_STRIP_COST : 0);
  const xs = choices.reduce((one, other) => (totalOf(other) < totalOf(one) ? other : one));
  const edges = [0, ...xs, box.width];
  const base = markMm + Math.min(box.height, Math.max(0, box.height - (baseLineMm ?? 0)));
  const strips = edges.slice(1).map((right, index): Strip => {
    const left = edges[index]!;
    const from = index === 0 ? left : left - overlapMm / 2;
    const to = index === edges.length - 2 ? right : right + overlapMm / 2;
    const window = { x: box.x + from, y: box.y - markMm, width: to - from, height };
    const seamsHere = [...(index === 0 ? [] : [left - from]), ...(index === edges.length - 2 ? [] : [right - from])];
    const marks =
      markMm === 0
        ? []
        : [
            ...seamsHere.flatMap((x) => [
              ...cross(x, markMm / 2, markMm * 0.8),
              ...cross(x, height - markMm / 2, markMm * 0.8),
            ]),
            ...[0, window.width].map((x) => line(x === 0 ? 0 : x - markMm / 2, base, x === 0 ? markMm / 2 : x, base)),
          ];
    // half of a cross at an edge lies on the neighbour
    const own = linesWithin(marks, { x: 0, y: 0, width: window.width, height });
    return { number: index + 1, box: window, artwork: windowed(artwork, window), marks: own };
  });
  const seams = xs.map((x): Seam => {
    const { ink, thinnest } = profile[Math.round(x / step)]!;
    return { xMm: x, inkMm: ink, thinnestMm: thinnest };
  });
  return {
    ok: true,
    strips,
    seams,
    baseLineMm: base,
    isTurned: way.isTurned,
    assembly: `Lay strip 1 first and work to the right: ${overlapMm > 0 ? `each strip lies ${overlapMm} mm over the one before` : 'edges butt'}, crosses on crosses, base lines in one line.`,
  };
};

/** Ink that a further strip must save to be worth its seam, mm. */
const EXTRA_STRIP_COST = 25;
