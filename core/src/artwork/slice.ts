import { catalogue } from '../materials/index.ts';
import { failed, type Outcome } from '../problem/index.ts';
import { boundsOf, linesWithin, mapped, ringOf, type Bounds, type Polygon, type Ring } from '../shape/index.ts';
import { designOf, withRings, type Artwork } from './artwork.ts';
import { crossAt } from './marks.ts';
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
  /** How much of the design it cuts through, and the narrowest part of it; null where it meets none. */
  readonly inkMm: number;
  readonly thinnestMm: number | null;
}

/** A seam from top to foot. */
export interface UprightSeam extends Seam {
  /** From the artwork's left edge. */
  readonly xMm: number;
}

/** A seam from side to side. */
export interface CrossSeam extends Seam {
  /** From the artwork's top. */
  readonly yMm: number;
}

export interface Strip {
  /** In the order of assembly: row by row from the top, from the left. */
  readonly number: number;
  readonly row: number;
  readonly column: number;
  /** Where its page lies in the artwork: the part itself with its overlaps, and the marks beside it. */
  readonly box: Bounds;
  /** Whether the page's side is a seam: there the design may be cut through. */
  readonly seamSides: Readonly<Record<'top' | 'right' | 'bottom' | 'left', boolean>>;
  /** The strip on a page of its own; all pages of a row are of one height. */
  readonly artwork: Artwork;
  /** Open lines on that page: seams, base line. */
  readonly marks: Polygon;
}

export interface Sliced {
  readonly strips: readonly Strip[];
  readonly seams: readonly UprightSeam[];
  readonly crossSeams: readonly CrossSeam[];
  /** From the top of every page of the lowest row. */
  readonly baseLineMm: number;
  /** Whether the artwork lies across the bed turned by 90°: its height along the bed's width. */
  readonly isTurned: boolean;
  /** How many times as large it would be one piece; null where it is one. Rounded down to a thousandth. */
  readonly onePieceScale: number | null;
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

const line = (x1: number, y1: number, x2: number, y2: number): Ring =>
  ringOf([
    [x1, y1],
    [x2, y2],
  ]);

const transposed = (polygon: Polygon): Ring[] => mapped(polygon, (x, y) => [y, x]);

/** Ink that a further strip must save to be worth its seam, mm. */
const EXTRA_STRIP_COST = 25;

interface Cuts {
  /** From the start of the length, ascending. */
  readonly at: readonly number[];
  readonly seams: readonly Seam[];
}

const NO_CUTS: Cuts = { at: [], seams: [] };

/** Where a design of some length is cut by upright lines into parts of at most so many mm; null where it cannot be. */
const cutsAlong = (design: Polygon, from: number, length: number, most: number, thinMm: number): Cuts | null => {
  const count = Math.max(2, Math.ceil((length - 1e-9) / most));
  if (!(most > 0) || count > MOST_STRIPS) return null;
  const steps = Math.max(2, Math.ceil(length / STEP_MM));
  const step = length / steps;
  const positions = Float64Array.from({ length: steps + 1 }, (_, at) => from + at * step);
  const profile = inkAt(design, positions).map((ys) => costOf(ys, thinMm));
  const costs = profile.map(({ cost }) => cost);
  // the least number of strips may leave the seams no choice: one more is tried where that saves thin parts;
  // on a grid of places a strip may lose up to a step of the bed: more strips until they do
  const choices: number[][] = [];
  for (let strips = count; strips <= 2 * count + 1 && (strips <= count + 1 || !choices.length); strips += 1) {
    const seams = seamsAt(costs, step, length, most, strips);
    if (seams) choices.push(seams);
  }
  if (!choices.length) return null;
  const totalOf = (seams: readonly number[]) =>
    seams.reduce((sum, at) => sum + costs[Math.round(at / step)]!, 0) +
    (seams.length + 1 > count ? EXTRA_STRIP_COST : 0);
  const at = choices.reduce((one, other) => (totalOf(other) < totalOf(one) ? other : one));
  return {
    at,
    seams: at.map((place) => {
      const { ink, thinnest } = profile[Math.round(place / step)]!;
      return { inkMm: ink, thinnestMm: thinnest };
    }),
  };
};

/** One way that artwork can lie on the bed: the largest part each way, and how many that makes. */
interface Way {
  readonly isTurned: boolean;
  readonly across: { readonly most: number; readonly count: number };
  readonly along: { readonly most: number; readonly count: number };
}

const waysOf = (
  { width, height }: Bounds,
  { bedWidthMm, bedLengthMm }: SliceOptions,
  overlapMm: number,
  markMm: number,
): Way[] =>
  [
    { bed: [bedWidthMm, bedLengthMm] as const, isTurned: false },
    { bed: [bedLengthMm, bedWidthMm] as const, isTurned: true },
  ].flatMap(({ bed: [across, along], isTurned }): Way[] => {
    const parts = (size: number, bed: number, isOtherCut: boolean) => {
      // marks stand beside parts at the ends of every seam that crosses them
      const room = bed - (isOtherCut ? 2 * markMm : 0);
      if (size <= room + 1e-9) return { most: room, count: 1 };
      const most = room - overlapMm;
      return most > Math.max(5, 2 * overlapMm)
        ? { most, count: Math.ceil((size - 1e-9) / most) }
        : { most: 0, count: Infinity };
    };
    const [isWide, isHigh] = [width > across + 1e-9, height > along + 1e-9];
    let [columns, rows] = [parts(width, across, isHigh), parts(height, along, isWide)];
    // marks may make a second cut of what would have fitted without them
    if (rows.count > 1 && !isHigh) columns = parts(width, across, true);
    if (columns.count > 1 && !isWide) rows = parts(height, along, true);
    return Number.isFinite(columns.count * rows.count) ? [{ isTurned, across: columns, along: rows }] : [];
  });

/**
 * Cuts artwork that is larger than the bed into parts, across and up and down: seams where they meet the least of the design, and not
 * through thin parts.
 *
 * @returns strips in order of assembly, each on a page with its marks; one strip without marks where it fits as it is; problems where
 *   the bed is too small for its overlaps and marks, or too many strips would be needed
 */
export const sliceForBed = (artwork: Artwork, options: SliceOptions): Outcome<Sliced> => {
  const { sizing } = catalogue();
  const { bedWidthMm, bedLengthMm, overlapMm = 0, thinMm = 2, markMm = sizing.markSize.typical, baseLineMm } = options;
  const design = designOf(artwork);
  const box = boundsOf([...design, ...artwork.layers.flatMap(({ cutLines }) => cutLines)]);
  const bad = [bedWidthMm, bedLengthMm, overlapMm, markMm].some((mm) => !(mm >= 0 && Number.isFinite(mm)));
  const scaleFor = (across: number, along: number) => Math.min(across / box.width, along / box.height);
  const whole = Math.max(scaleFor(bedWidthMm, bedLengthMm), scaleFor(bedLengthMm, bedWidthMm));
  const fits = (across: number, along: number) => box.width <= across + 1e-9 && box.height <= along + 1e-9;
  const isTurnedWhole = !fits(bedWidthMm, bedLengthMm);
  if (!bad && (!isTurnedWhole || fits(bedLengthMm, bedWidthMm)))
    return {
      ok: true,
      strips: [
        {
          number: 1,
          row: 0,
          column: 0,
          box,
          seamSides: { top: false, right: false, bottom: false, left: false },
          artwork: windowed(artwork, box),
          marks: [],
        },
      ],
      seams: [],
      crossSeams: [],
      baseLineMm: box.height,
      isTurned: isTurnedWhole,
      onePieceScale: null,
      assembly: 'It fits the bed in one piece.',
    };
  const ways = bad ? [] : waysOf(box, options, overlapMm, markMm);
  const countOf = ({ across, along }: Way) => across.count * along.count;
  const way = ways.reduce<Way | null>((one, other) => (one && countOf(one) <= countOf(other) ? one : other), null);
  if (!way)
    return failed({
      code: 'bed-too-small',
      given: `A bed of ${bedWidthMm} × ${bedLengthMm} mm was given for parts that lie ${overlapMm} mm over each other, with marks of ${markMm} mm.`,
      allowed: `a bed larger than marks, twice the overlap and 5 mm.`,
      todo: 'Name a larger bed, or let the strips overlap less.',
    });
  const columns = way.across.count > 1 ? cutsAlong(design, box.x, box.width, way.across.most, thinMm) : NO_CUTS;
  const rows = way.along.count > 1 ? cutsAlong(transposed(design), box.y, box.height, way.along.most, thinMm) : NO_CUTS;
  const count = columns && rows ? (columns.at.length + 1) * (rows.at.length + 1) : Infinity;
  if (!columns || !rows || count > MOST_STRIPS)
    return failed({
      code: 'too-many-strips',
      given: `It would take ${countOf(way)} strips.`,
      allowed: `at most ${MOST_STRIPS}.`,
      todo: 'Make the artwork smaller, or name a larger bed.',
    });
  const edgesOf = ({ at }: Cuts, length: number) => [0, ...at, length];
  const [xs, ys] = [edgesOf(columns, box.width), edgesOf(rows, box.height)];
  const [besideX, besideY] = [rows.at.length ? markMm : 0, columns.at.length ? markMm : 0];
  const base = Math.min(box.height, Math.max(0, box.height - (baseLineMm ?? 0)));
  const strips = ys.slice(1).flatMap((_, row) =>
    xs.slice(1).map((__, column): Strip => {
      const seamSides = {
        top: row > 0,
        bottom: row < ys.length - 2,
        left: column > 0,
        right: column < xs.length - 2,
      };
      const lap = (isSeam: boolean) => (isSeam ? overlapMm / 2 : 0);
      const [left, right] = [xs[column]! - lap(seamSides.left), xs[column + 1]! + lap(seamSides.right)];
      const [top, bottom] = [ys[row]! - lap(seamSides.top), ys[row + 1]! + lap(seamSides.bottom)];
      const own = { x: box.x + left, y: box.y + top, width: right - left, height: bottom - top };
      const page = {
        x: own.x - besideX,
        y: own.y - besideY,
        width: own.width + 2 * besideX,
        height: own.height + 2 * besideY,
      };
      const inside = windowed(artwork, own);
      const shift = (polygon: Polygon) => mapped(polygon, (px, py) => [px + besideX, py + besideY]);
      const [seamXs, seamYs] = [
        [...(seamSides.left ? [xs[column]! - left] : []), ...(seamSides.right ? [xs[column + 1]! - left] : [])],
        [...(seamSides.top ? [ys[row]! - top] : []), ...(seamSides.bottom ? [ys[row + 1]! - top] : [])],
      ];
      const size = markMm * 0.8;
      const baseAt = base - top;
      const hasBase = columns.at.length > 0 && baseAt >= 0 && baseAt <= own.height;
      const marks =
        markMm === 0
          ? []
          : [
              ...seamXs.flatMap((x) => [
                ...crossAt(besideX + x, besideY / 2, size),
                ...crossAt(besideX + x, page.height - besideY / 2, size),
              ]),
              ...seamYs.flatMap((y) => [
                ...crossAt(besideX / 2, besideY + y, size),
                ...crossAt(page.width - besideX / 2, besideY + y, size),
              ]),
              ...(hasBase
                ? [0, page.width].map((x) =>
                    line(x === 0 ? 0 : x - markMm / 2, besideY + baseAt, x === 0 ? markMm / 2 : x, besideY + baseAt),
                  )
                : []),
            ];
      return {
        number: row * (xs.length - 1) + column + 1,
        row,
        column,
        box: page,
        seamSides,
        artwork: withRings(inside, shift, { widthMm: page.width, heightMm: page.height }),
        // half of a cross at an edge lies on the neighbour
        marks: linesWithin(marks, { x: 0, y: 0, width: page.width, height: page.height }),
      };
    }),
  );
  const over = overlapMm > 0 ? `each lies ${overlapMm} mm over the one before` : 'edges butt';
  const inRows = rows.at.length > 0 ? ', row by row from the top' : '';
  return {
    ok: true,
    strips,
    seams: columns.at.map((xMm, index) => ({ xMm, ...columns.seams[index]! })),
    crossSeams: rows.at.map((yMm, index) => ({ yMm, ...rows.seams[index]! })),
    baseLineMm: besideY + base - ys.at(-2)! + (rows.at.length ? overlapMm / 2 : 0),
    isTurned: way.isTurned,
    onePieceScale: Math.floor(whole * 1000 - 1e-9) / 1000,
    assembly: `Lay strip 1 first and work to the right${inRows}: ${over}, crosses on crosses, base lines in one line.`,
  };
};
