import { z } from 'zod';
import { failed, readBySchema, type Outcome } from '../problem/index.ts';
import { phi, phiAbove, phiBetween, quantile, spreadOf } from './normal.ts';

const minutes = z.number('minutes').min(0, '0 to 100000 min').max(100_000, '0 to 100000 min');
const degrees = z.number('degrees Celsius').min(-40, '-40 to 80 °C').max(80, '-40 to 80 °C');

export const dwellQuestionSchema = z.object({
  /** What the label says, minutes; null: nothing. */
  label: z
    .object({ low: minutes.positive(), typical: minutes.positive(), high: minutes.positive() })
    .refine(({ low, typical, high }) => low <= typical && typical <= high, 'low ≤ typical ≤ high')
    .nullable()
    .default(null),
  /** One for each patch, from all its looks. */
  observations: z
    .array(
      z.object({
        temperatureC: degrees,
        /** The last look at which it was not through. */
        notBefore: minutes,
        /** The first at which it was; null: never. */
        by: minutes.nullable(),
      }),
    )
    .max(5000, 'at most 5000 patches'),
  /** What the next one is asked for. */
  temperatureC: degrees,
  /** How likely a surface of this sort is to resist, before anything was seen of it. */
  resistsPrior: z.number().min(0, '0 to 1').max(1, '0 to 1').default(0.1),
});
export type DwellQuestion = z.input<typeof dwellQuestionSchema>;
export type DwellObservation = z.output<typeof dwellQuestionSchema>['observations'][number];

/** Minutes by which one patch in ten, every second and nine in ten are through, if it yields at all; and how likely it does not. */
export interface DwellEstimate {
  readonly p10: number;
  readonly p50: number;
  readonly p90: number;
  readonly resists: number;
}

const UNSAID = { typical: 40, spread: 0.8 };
const USUAL_SPREAD = { mean: Math.log(0.25), spread: 0.5 };
const AT_C = 23;
/** Above it there is no "if not": nothing is planned on its coming through. */
export const SURELY_RESISTS = 0.9;
/** What resists comes through by mistake so seldom. */
const THROUGH_THOUGH_RESISTING = 0.001;

/** ln of how much slower it is than at 23 °C: twice as slow each 10 °C below. */
const lnSlower = (temperatureC: number): number => (-Math.LN2 * (temperatureC - AT_C)) / 10;

/** A patch on the clock of 23 °C, in logarithms; as often as it was seen. */
interface Seen {
  readonly from: number;
  readonly to: number | null;
  readonly times: number;
}

const seenOf = (observations: readonly DwellObservation[]): Seen[] => {
  const seen = new Map<string, Seen>();
  for (const { temperatureC, notBefore, by } of observations) {
    const slower = lnSlower(temperatureC);
    const one = { from: Math.log(notBefore) - slower, to: by === null ? null : Math.log(by) - slower };
    const key = `${one.from} ${one.to}`;
    seen.set(key, { ...one, times: (seen.get(key)?.times ?? 0) + 1 });
  }
  return [...seen.values()];
};

interface Node {
  readonly m: number;
  readonly s: number;
  readonly weight: number;
}
interface Posterior {
  readonly nodes: readonly Node[];
  /** ln of how likely all that was seen is, before it was. */
  readonly lnEvidence: number;
}

/** Nodes along each axis of the grid: many where little was seen, since a coating's middle is then far less certain than its scatter. */
const nodesFor = (seen: number): number => (seen > 40 ? 22 : seen > 12 ? 30 : 48);
/** The grid reaches so many standard deviations at first, and further where what lies there is not yet so much less likely (as ln). */
const REACH = 5;
const FAR = 16;
const MOST_REACH = 40;
const MOST_TURNS = 60;
const DELTA = 1e-4;

type Point = readonly [m: number, lnS: number];

/** The posterior of where a coating's patches lie (m) and how far they scatter (ln s), on a grid that is fitted to it. */
class DwellGrid {
  constructor(
    private readonly prior: { readonly mean: number; readonly spread: number },
    private readonly seen: readonly Seen[],
  ) {}

  private lnPosterior([m, lnS]: Point): number {
    const { mean, spread } = this.prior;
    const s = Math.exp(lnS);
    let ln = -0.5 * ((m - mean) / spread) ** 2 - 0.5 * ((lnS - USUAL_SPREAD.mean) / USUAL_SPREAD.spread) ** 2;
    for (const { from, to, times } of this.seen) {
      const below = (from - m) / s;
      const chance = to === null ? phiAbove(below) : phiBetween(below, (to - m) / s);
      ln += times * Math.log(Math.max(chance, Number.MIN_VALUE));
    }
    return ln;
  }

  /** Slope and curvature at a point, by differences. */
  private shapeAt([m, lnS]: Point) {
    const at = (right: number, up: number) => this.lnPosterior([m + right * DELTA, lnS + up * DELTA]);
    const [here, east, west, north, south] = [at(0, 0), at(1, 0), at(-1, 0), at(0, 1), at(0, -1)];
    return {
      here,
      slope: [(east - west) / (2 * DELTA), (north - south) / (2 * DELTA)] as const,
      mm: (east - 2 * here + west) / DELTA ** 2,
      ss: (north - 2 * here + south) / DELTA ** 2,
      ms: (at(1, 1) - at(1, -1) - at(-1, 1) + at(-1, -1)) / (4 * DELTA ** 2),
    };
  }

  /** Where the posterior is highest: by Newton's steps, shortened until each goes up. */
  private peak(): Point {
    const middles = this.seen.map(({ from, to }) => (Number.isFinite(from) ? (from + (to ?? from)) / 2 : (to ?? 0)));
    const middle = [...middles, this.prior.mean].sort((one, other) => one - other)[
      Math.floor((middles.length + 1) / 2)
    ]!;
    let point: Point = [middle, USUAL_SPREAD.mean];
    let damping = 0;
    for (let turn = 0; turn < MOST_TURNS; turn += 1) {
      const { here, slope, mm, ss, ms } = this.shapeAt(point);
      const [a, d] = [damping - mm, damping - ss];
      const det = a * d - ms * ms;
      if (a <= 0 || d <= 0 || det <= 0) {
        damping = Math.max(1, damping * 4);
        continue;
      }
      const step = [(d * slope[0] + ms * slope[1]) / det, (ms * slope[0] + a * slope[1]) / det] as const;
      const next: Point = [point[0] + step[0], point[1] + step[1]];
      if (this.lnPosterior(next) < here - 1e-9) {
        damping = Math.max(1, damping * 4);
        continue;
      }
      point = next;
      damping = damping > 1 ? damping / 4 : 0;
      if (Math.hypot(...step) < 1e-5) break;
    }
    return point;
  }

  /** Axes along which the posterior is about round: one step along each is about one standard deviation. */
  private axesAt(peak: Point): (right: number, up: number) => Point {
    const { mm, ss, ms } = this.shapeAt(peak);
    // what the prior alone would leave is the widest that it can be
    const a = Math.max(-mm, 1 / this.prior.spread ** 2);
    const d = Math.max(-ss, 1 / USUAL_SPREAD.spread ** 2);
    const det = Math.max(a * d - ms * ms, 1e-9);
    const [varM, varS, cov] = [d / det, a / det, ms / det];
    const along = Math.sqrt(varM);
    const lean = cov / along;
    const across = Math.sqrt(Math.max(varS - lean * lean, 1e-12));
    return (right, up) => [peak[0] + along * right, peak[1] + lean * right + across * up];
  }

  posterior(): Posterior {
    const count = nodesFor(this.seen.length);
    const peak = this.peak();
    const place = this.axesAt(peak);
    const best = this.lnPosterior(peak);
    const reach = { west: REACH, east: REACH, south: REACH, north: REACH };
    const across = (from: number, to: number, index: number) => from + ((to - from) * index) / (count - 1);
    /** Whether a side of the grid lies where nothing likely is left. */
    const isFar = (side: keyof typeof reach): boolean => {
      for (let index = 0; index < count; index += 3) {
        const right =
          side === 'west' ? -reach.west : side === 'east' ? reach.east : across(-reach.west, reach.east, index);
        const up =
          side === 'south' ? -reach.south : side === 'north' ? reach.north : across(-reach.south, reach.north, index);
        if (this.lnPosterior(place(right, up)) > best - FAR) return false;
      }
      return true;
    };
    for (const side of Object.keys(reach) as (keyof typeof reach)[])
      while (reach[side] < MOST_REACH && !isFar(side)) reach[side] += 1.5;
    const nodes = Array.from({ length: count * count }, (_, index) => {
      const right = across(-reach.west, reach.east, index % count);
      const up = across(-reach.south, reach.north, Math.floor(index / count));
      const [m, lnS] = place(right, up);
      return { m, s: Math.exp(lnS), ln: this.lnPosterior([m, lnS]) };
    });
    const sum = nodes.reduce((total, { ln }) => total + Math.exp(ln - best), 0);
    const [origin, one, two] = [place(0, 0), place(1, 0), place(0, 1)];
    const stretch = Math.abs((one[0] - origin[0]) * (two[1] - origin[1]));
    const cell = ((reach.west + reach.east) / (count - 1)) * ((reach.south + reach.north) / (count - 1)) * stretch;
    return {
      nodes: nodes.map(({ m, s, ln }) => ({ m, s, weight: Math.exp(ln - best) / sum })),
      lnEvidence: best + Math.log(sum * cell),
    };
  }
}

/** The chance that the next patch is through by a time, ln minutes at 23 °C. */
const throughBy = (nodes: readonly Node[], ln: number): number =>
  nodes.reduce((sum, { m, s, weight }) => sum + weight * phi((ln - m) / s), 0);

/** The posterior from what is asked; null where `by` does not come after `notBefore`. */
const priorOf = ({ label }: z.output<typeof dwellQuestionSchema>) =>
  label
    ? { mean: Math.log(label.typical), spread: spreadOf(label) }
    : { mean: Math.log(UNSAID.typical), spread: UNSAID.spread };

const TODO = 'Mend that look, or leave it out.';

const readQuestion = (question: DwellQuestion): Outcome<{ value: z.output<typeof dwellQuestionSchema> }> => {
  const read = readBySchema(dwellQuestionSchema, question, TODO);
  if (!read.ok) return read;
  const wrong = read.value.observations.findIndex(({ notBefore, by }) => by !== null && by <= notBefore);
  if (wrong < 0) return read;
  const { notBefore, by } = read.value.observations[wrong]!;
  return failed({
    code: 'through-before-not-through',
    at: `observations.${wrong}.by`,
    given: `Through by ${by} min, and not through at ${notBefore} min.`,
    allowed: 'a look that finds it through after the last that did not.',
    todo: TODO,
  });
};

/**
 * How long a coating takes to come through under a medium, from the looks at patches of it, and how likely it is to resist for good.
 *
 * If it yields, the minutes of a patch are log-normal about the coating's own middle, twice as long each 10 °C colder; the label is where
 * that middle is looked for first. See docs/formulas.md, "Dwell of a coating".
 *
 * @returns minutes at the asked temperature and a chance from 0 to 1; or which look makes no sense
 */
export const estimateDwell = (question: DwellQuestion): Outcome<{ estimate: DwellEstimate }> => {
  const read = readQuestion(question);
  if (!read.ok) return read;
  const { observations, temperatureC, resistsPrior } = read.value;
  const prior = priorOf(read.value);
  const seen = seenOf(observations);
  const all = new DwellGrid(prior, seen).posterior();
  const through = seen.filter(({ to }) => to !== null);
  const nevers = seen.length > through.length;
  // P(all the nevers | it yields, those that came through)
  const lnNevers = nevers ? all.lnEvidence - new DwellGrid(prior, through).posterior().lnEvidence : 0;
  const count = observations.filter(({ by }) => by !== null).length;
  const lnOdds =
    Math.log(resistsPrior) - Math.log1p(-resistsPrior) + count * Math.log(THROUGH_THOUGH_RESISTING) - lnNevers;
  const [from, to] = [
    Math.min(...all.nodes.map(({ m, s }) => m - 6 * s)),
    Math.max(...all.nodes.map(({ m, s }) => m + 6 * s)),
  ];
  const slower = Math.exp(lnSlower(temperatureC));
  const at = (chance: number) => slower * quantile((ln) => throughBy(all.nodes, ln), chance, from, to);
  return {
    ok: true,
    estimate: { p10: at(0.1), p50: at(0.5), p90: at(0.9), resists: 1 / (1 + Math.exp(-lnOdds)) },
  };
};

/**
 * The chance of being through by each of some times, for a curve.
 *
 * @param times minutes at the asked temperature
 * @returns chances from 0 to 1, those that it resists taken out
 */
export const dwellCurve = (
  question: DwellQuestion,
  times: readonly number[],
): Outcome<{ chances: readonly number[] }> => {
  const read = readQuestion(question);
  if (!read.ok) return read;
  const { nodes } = new DwellGrid(priorOf(read.value), seenOf(read.value.observations)).posterior();
  const slower = lnSlower(read.value.temperatureC);
  return { ok: true, chances: times.map((time) => (time <= 0 ? 0 : throughBy(nodes, Math.log(time) - slower))) };
};
