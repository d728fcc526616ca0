import type { Path64, Paths64, Point64 } from 'clipper2-ts';

// A sweep down over outlines takes time by all edges that it meets at once. Where they are many, the plane is halved from left to right,
// and halved again, until few are left in each strip; strips are then put together along the lines that they were halved by. Those lines
// stand upright on purpose: many edges that lie over each other along the sweep's own direction make it lose parts.

/** Corners that are worked on in one part. */
const FEW_CORNERS = 3000;
/** A halving that leaves a part with more than this share of the corners gains nothing. */
const WORTH_HALVING = 0.85;
/** Grid steps that two halves of one edge may differ by where they meet. */
const CRUMB = 1;
/** Corners looked at for the middle of them. */
const SAMPLES = 255;

/** A path with how far it reaches from left to right. */
interface Spanned {
  readonly path: Path64;
  readonly low: number;
  readonly high: number;
}

const spanned = (path: Path64): Spanned => {
  let [low, high] = [Infinity, -Infinity];
  for (const { x } of path) {
    if (x < low) low = x;
    if (x > high) high = x;
  }
  return { path, low, high };
};

const cornersIn = (paths: readonly Spanned[]): number => paths.reduce((sum, { path }) => sum + path.length, 0);

/**
 * What of each path lies on one side of a line; what lies beyond is led along the line, so that every place on this side is wound about
 * as often as before.
 */
const onSide = (paths: readonly Spanned[], line: number, side: 1 | -1): Spanned[] => {
  const cut: Spanned[] = [];
  for (const one of paths) {
    const { path, low, high } = one;
    if (side === 1 ? low >= line : high <= line) cut.push(one);
    else if (side === 1 ? high >= line : low <= line) {
      const kept: Path64 = [];
      let from = path.at(-1)!;
      for (const to of path) {
        const [before, after] = [from.x - line, to.x - line];
        if (before * after < 0)
          kept.push({ x: line, y: Math.round(from.y + ((to.y - from.y) * before) / (before - after)) });
        if (side * after >= 0) kept.push(to);
        from = to;
      }
      if (kept.length > 2) cut.push(side === 1 ? { path: kept, low: line, high } : { path: kept, low, high: line });
    }
  }
  return cut;
};

/** Where half of the corners lie on either side. */
const middleOf = (paths: readonly Spanned[], count: number): number => {
  const step = Math.max(1, Math.floor(count / SAMPLES));
  const sample: number[] = [];
  let skipped = 0;
  for (const { path } of paths) {
    for (; skipped < path.length; skipped += step) sample.push(path[skipped]!.x);
    skipped -= path.length;
  }
  sample.sort((left, right) => left - right);
  return sample[sample.length >> 1]!;
};

/** A stretch of outline that begins and ends on the line. */
interface Chain {
  readonly points: Path64;
  isTaken: boolean;
}

/** How far to the left one turns from one direction into another, in half turns: -1 to 1. */
const turn = (fromX: number, fromY: number, toX: number, toY: number): number =>
  Math.atan2(fromX * toY - fromY * toX, fromX * toX + fromY * toY);

/** Of the stretches that go on from the end of one, that which keeps closest to the material: a contact in a point joins nothing. */
const following = (chain: Chain, ways: readonly Chain[]): Chain => {
  const open = ways.filter(({ isTaken }) => !isTaken);
  if (open.length < 2) return open[0]!;
  const end = chain.points.at(-1)!;
  const before = chain.points.at(-2)!;
  const turnInto = ({ points: [, next] }: Chain) =>
    turn(end.x - before.x, end.y - before.y, next!.x - end.x, next!.y - end.y);
  return open.reduce((best, one) => (turnInto(one) > turnInto(best) ? one : best));
};

/** Whether a ring is no wider than what rounding leaves between two halves. */
const isCrumb = (ring: Path64): boolean => {
  let [area, length] = [0, 0];
  let from = ring.at(-1)!;
  for (const to of ring) {
    area += from.x * to.y - to.x * from.y;
    length += Math.abs(to.x - from.x) + Math.abs(to.y - from.y);
    from = to;
  }
  return Math.abs(area) <= CRUMB * length;
};

/** Whether a place is no corner between two others, but for rounding. */
const isBetween = (point: Point64, from: Point64, to: Point64): boolean => {
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const size = Math.hypot(dx, dy);
  const along = (point.x - from.x) * dx + (point.y - from.y) * dy;
  const across = (point.x - from.x) * dy - (point.y - from.y) * dx;
  return along >= 0 && along <= size * size && Math.abs(across) <= CRUMB * size;
};

/** What runs along one of the lines, and what goes on from there. */
class Seam {
  /** How often the line is run along from here on, forwards less backwards. */
  private readonly changes = new Map<number, number>();
  private readonly startingAt = new Map<number, Chain[]>();

  constructor(private readonly x: number) {}

  runAlong(from: number, to: number): void {
    this.changes.set(from, (this.changes.get(from) ?? 0) + 1);
    this.changes.set(to, (this.changes.get(to) ?? 0) - 1);
  }

  /** The stretches that stay of what ran along the line: those of one side alone. */
  left(): Chain[] {
    const places = [...this.changes].filter(([, by]) => by !== 0).sort(([one], [other]) => one - other);
    let runs = 0;
    return places.flatMap(([here, by], index) => {
      runs += by;
      const next = places[index + 1]?.[0] ?? here;
      const [from, to] = runs > 0 ? [here, next] : [next, here];
      return Array.from({ length: Math.abs(runs) }, () => ({
        points: [
          { x: this.x, y: from },
          { x: this.x, y: to },
        ],
        isTaken: false,
      }));
    });
  }

  begins(chain: Chain): void {
    const { y } = chain.points[0]!;
    const here = this.startingAt.get(y);
    if (here) here.push(chain);
    else this.startingAt.set(y, [chain]);
  }

  after(chain: Chain): Chain {
    return following(chain, this.startingAt.get(chain.points.at(-1)!.y)!);
  }
}

/** Outlines of strips as one: what both sides have along a line between them falls away, and what it cut is whole again. */
const joined = (paths: readonly Path64[], lines: readonly number[]): Paths64 => {
  const seams = new Map(lines.map((x) => [x, new Seam(x)]));
  const seamOf = (from: Point64, to: Point64) => (from.x === to.x ? seams.get(from.x) : undefined);
  const whole: Paths64 = [];
  const chains: Chain[] = [];
  for (const path of paths) {
    const { length } = path;
    let first = 0;
    while (first < length && !seamOf(path[first]!, path[(first + 1) % length]!)) first += 1;
    if (first === length) {
      whole.push(path);
      continue;
    }
    let open: Path64 = [];
    for (let step = 1; step <= length; step += 1) {
      const at = (first + step) % length;
      const [from, to] = [path[at]!, path[(at + 1) % length]!];
      const seam = seamOf(from, to);
      if (!seam) {
        open.push(from);
        continue;
      }
      seam.runAlong(from.y, to.y);
      if (open.length) {
        open.push(from);
        chains.push({ points: open, isTaken: false });
      }
      open = [];
    }
  }
  for (const seam of seams.values()) chains.push(...seam.left());
  for (const chain of chains) seams.get(chain.points[0]!.x)!.begins(chain);
  for (const first of chains) {
    if (first.isTaken) continue;
    const ring: Path64 = [];
    let chain = first;
    do {
      const last = ring.at(-1);
      const from = last && isBetween(chain.points[0]!, last, chain.points[1]!) ? 1 : 0;
      for (let at = from; at < chain.points.length - 1; at += 1) {
        const point = chain.points[at]!;
        const last = ring.at(-1);
        if (!last || Math.abs(point.x - last.x) > CRUMB || Math.abs(point.y - last.y) > CRUMB) ring.push(point);
      }
      chain = seams.get(chain.points.at(-1)!.x)!.after(chain);
      chain.isTaken = true;
    } while (chain !== first);
    if (!isCrumb(ring)) whole.push(ring);
  }
  return whole;
};

/**
 * Works on paths strip by strip where they are many.
 *
 * @param reach how far around a place, in grid steps, what the work answers there depends on
 * @param work  answers outlines that do not cross, positive around what is inside; asked of a part, it is given paths that run along the
 *              part's edges
 */
export const byParts = (paths: Paths64, reach: number, work: (paths: Paths64, isPart: boolean) => Paths64): Paths64 => {
  const lines: number[] = [];
  const parts: Paths64[] = [];
  const halved = (held: readonly Spanned[], low: number, high: number): void => {
    const count = cornersIn(held);
    if (count > FEW_CORNERS) {
      const line = middleOf(held, count);
      const [left, right] = [onSide(held, line + reach, -1), onSide(held, line - reach, 1)];
      const isWorth = Math.max(cornersIn(left), cornersIn(right)) <= WORTH_HALVING * count;
      if (isWorth && line - low > 2 * reach && high - line > 2 * reach) {
        lines.push(line);
        halved(left, low, line);
        halved(right, line, high);
        return;
      }
    }
    const isPart = low > -Infinity || high < Infinity;
    const answer = work(
      held.map(({ path }) => path),
      isPart,
    );
    // what the work answers beyond the strip is its neighbours' to say
    parts.push(
      reach > 0 && isPart ? onSide(onSide(answer.map(spanned), low, 1), high, -1).map(({ path }) => path) : answer,
    );
  };
  halved(paths.map(spanned), -Infinity, Infinity);
  return lines.length ? joined(parts.flat(), lines) : parts[0]!;
};
