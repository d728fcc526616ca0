import { MS_PER_MINUTE, MS_PER_DAY, MS_PER_HOUR, seeded } from '../units/index.ts';
import type { Catalogue, Figure, Product } from '../materials/index.ts';
import type { ClimateHour, ClimateSeries } from '../dry/index.ts';
import { failed, type Outcome } from '../problem/index.ts';
import type { Piece } from '../piece/index.ts';
import { Timeline } from './bench/timeline.ts';
import { benchIdOf, coatProducts, itemsOf, sharedMinutes, type BenchContext, type BenchItem } from './benchProblem.ts';
import { Fitness, OutdoorHours } from './outdoorDrying.ts';
import { freeWindows, type FreeWindow } from './hours.ts';
import { planPieces, type PlanPiecesOptions, type WeekPlan } from './planPieces.ts';
import { openSpans } from './recoat.ts';
import { PLACES_AT_BENCH, type Lag, type Step } from './step.ts';

const DAY_H = 24;
const FURTHER_DAYS = 60;
/** Nobody lays the brush down in the middle of a piece: a sitting may go on for so long. */
const OVERTIME_MS = 15 * MS_PER_MINUTE;

/** A draw from the standard normal distribution (Box–Muller). */
const normal = (random: () => number): number =>
  Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());

const NINETY_Z = 1.6449;

/** A draw of a figure: low and high are taken as the ends of the middle 90 %, typical as the median. */
const drawn = ({ low, typical, high }: Pick<Figure, 'low' | 'typical' | 'high'>, z: number): number => {
  const end = z < 0 ? low : high;
  if (typical <= 0 || end <= 0) return typical + (Math.abs(z) / NINETY_Z) * (end - typical);
  return typical * (end / typical) ** (Math.abs(z) / NINETY_Z);
};

/** How far a forecast may be off, a day ahead; the catalogue's figures. */
export type ForecastError = Pick<Catalogue['bench'], 'forecastTemperature' | 'forecastHumidity' | 'forecastRain'>;

const HOURLY_MEMORY = 0.96; // air that is warmer than was said stays so for about a day: exp(−1 h / 24 h)
const LEAST_DAYS = 0.5; // the next hours are not known for sure either
const MOST_DAYS = 9; // errors stop growing where the season is all that is known

/** The deviate below which a share of a standard normal lies, for shares up to one half (Abramowitz & Stegun 26.2.23). */
const lowerDeviate = (share: number): number => {
  const t = Math.sqrt(-2 * Math.log(share));
  return t - (2.515517 + 0.802853 * t + 0.010328 * t * t) / (1 + 1.432788 * t + 0.189269 * t * t + 0.001308 * t ** 3);
};

/**
 * One way in which the weather of a forecast may come: temperature, humidity and rain off by errors that hang together from hour to
 * hour and grow with the root of the days ahead.
 *
 * @param from ms since 1970 at which the forecast is read; hours before it are as they were
 */
export const weatherMayBe = (
  series: ClimateSeries,
  from: number,
  error: ForecastError,
  random: () => number,
): ClimateSeries => {
  const begins = Date.parse(series.from);
  const step = Math.sqrt(1 - HOURLY_MEMORY ** 2);
  let [warm, wet, rain] = [normal(random), normal(random), normal(random)];
  const rainMargin = lowerDeviate(error.forecastRain.typical / 100);
  const hours = series.hours.map((hour, index): ClimateHour => {
    const ahead = (begins + index * MS_PER_HOUR - from) / MS_PER_DAY;
    [warm, wet] = [HOURLY_MEMORY * warm + step * normal(random), HOURLY_MEMORY * wet + step * normal(random)];
    // a front that was missed is missed for the day
    if (index % DAY_H === 0) rain = normal(random);
    if (ahead <= 0) return hour;
    const growth = Math.sqrt(Math.min(Math.max(ahead, LEAST_DAYS), MOST_DAYS));
    const rained = (hour.rainMm > 0 ? rainMargin : -rainMargin) + growth * rain > 0;
    const isWet = rainMargin > 0 ? rained : hour.rainMm > 0;
    return {
      ...hour,
      temperatureC: hour.temperatureC + error.forecastTemperature.typical * growth * warm,
      relativeHumidity: Math.max(
        5,
        Math.min(100, hour.relativeHumidity + error.forecastHumidity.typical * growth * wet),
      ),
      rainMm: isWet ? Math.max(hour.rainMm, 0.3) : 0,
    };
  });
  return { ...series, hours };
};

const FURTHER_WEATHER_DAYS = 30;

/** Weather with further days behind it that might be any of the forecast's own: what lies beyond it is the season's, not fair weather. */
const withSeason = (series: ClimateSeries, { hours }: ClimateSeries, random: () => number): ClimateSeries => {
  const days = Math.floor(hours.length / DAY_H);
  if (days === 0) return series;
  let day = Math.floor(random() * days);
  const further = Array.from({ length: FURTHER_WEATHER_DAYS * DAY_H }, (_, index) => {
    const ofDay = (hours.length + index) % DAY_H;
    if (ofDay === 0) day = Math.floor(random() * days);
    return hours[day * DAY_H + ofDay]!;
  });
  return { ...series, hours: [...series.hours, ...further] };
};

interface Job {
  readonly pieceId: string;
  readonly step: Step;
  readonly product: Product | undefined;
  readonly plannedAt: number;
  readonly doneAt: number | null;
}

/** How long the work and the drying of a job take this time, as shares of what was reckoned with. */
interface Luck {
  readonly work: number;
  readonly dry: number;
}

/** How long a place is held after the work, ms: a coat on the turner goes on turning. */
const turningOf = ({ turns }: Step, place: string): number =>
  place === 'turner' && turns ? turns.high * MS_PER_MINUTE : 0;
const unitsOf = ({ pieces }: Step, place: string): number => (place === 'turner' ? pieces : 1);

/** What happens where the crafter follows a plan: nothing before its time, and what is not dry or not fit waits for the next chance. */
class Execution {
  private readonly ends = new Map<string, number>();
  private readonly lucks = new Map<string, Luck>();
  private readonly steps = new Map<string, Step>();
  private readonly timelines = new Map<string, Timeline>();
  private readonly outdoors: OutdoorHours | null;

  constructor(
    private readonly free: readonly FreeWindow[],
    weather: ClimateSeries | null,
    private readonly until: number,
    fitness: Fitness,
    turnerPlaces: number,
  ) {
    this.outdoors = weather ? new OutdoorHours(weather, until, fitness) : null;
    const hands = Math.max(1, ...free.map((window) => window.hands));
    const crafter = new Timeline(hands);
    for (const window of free) if (window.hands < hands) crafter.hold(window.start, window.end, hands - window.hands);
    this.timelines.set('crafter', crafter);
    for (const place of PLACES_AT_BENCH) this.timelines.set(place, new Timeline(place === 'turner' ? turnerPlaces : 1));
  }

  /** Carries a job out; false where no chance comes any more. */
  run(job: Job, luck: Luck): boolean {
    const { step, pieceId } = job;
    const key = benchIdOf(pieceId, step.id);
    this.lucks.set(key, luck);
    this.steps.set(key, step);
    if (job.doneAt !== null) {
      this.ends.set(key, job.doneAt);
      return true;
    }
    let ready = job.plannedAt;
    for (const before of step.after) ready = Math.max(ready, this.ends.get(benchIdOf(pieceId, before)) ?? ready);
    const windowed: Lag[] = [];
    for (const lag of step.lags) {
      const end = this.ends.get(benchIdOf(pieceId, lag.from));
      if (end === undefined) continue;
      const dry = this.lucks.get(benchIdOf(pieceId, lag.from))!.dry;
      const before = this.steps.get(benchIdOf(pieceId, lag.from))!;
      const gap = lag.productId === '' ? lag.time.high : drawn(lag.time, dry) - sharedMinutes(before, step, Math.min);
      ready = Math.max(ready, end + Math.max(0, gap) * MS_PER_MINUTE);
      if (lag.windows) windowed.push({ ...lag, time: { ...lag.time, high: Math.max(0, gap) } });
    }
    // an hour that has closed: the coat waits until it opens again
    const spans = openSpans(windowed, (id) => {
      const end = this.ends.get(benchIdOf(pieceId, id))!;
      return { first: end, last: end };
    });
    ready = Math.max(ready, spans?.find(({ until }) => until === null || until >= ready)?.from ?? ready);
    const work = Math.max(5, Math.round(step.minutes * luck.work)) * MS_PER_MINUTE;
    const end = this.place(job, ready, work);
    if (end === null) return false;
    this.ends.set(key, end);
    return true;
  }

  private place(job: Job, ready: number, work: number): number | null {
    const { step } = job;
    const isOut = step.air === 'outdoors' && this.outdoors !== null;
    const handling = isOut ? (job.product?.dry.touch?.typical ?? 0) * MS_PER_MINUTE : 0;
    let left = work;
    for (const window of this.free) {
      if (window.end <= ready) continue;
      const room = window.end - window.start;
      const fits = room >= work || isOut || !step.divisible;
      let at = Math.max(window.start, ready);
      for (;;) {
        // a batch longer than the sitting goes on in the next one
        const length = fits ? left : Math.min(left, window.end - at);
        if (length <= 0 || at + length > window.end + (fits ? OVERTIME_MS : 0)) break;
        const clash = this.clash(step, at, at + length) ?? (isOut ? this.unfit(job, at, at + length, handling) : null);
        if (clash === null) {
          for (const name of ['crafter', ...step.places])
            this.timelines.get(name)?.hold(at, at + length + turningOf(step, name), unitsOf(step, name));
          left -= length;
          if (left <= 0) return at + length;
          break;
        }
        if (clash <= at) return null;
        at = clash;
      }
    }
    return null;
  }

  /** When somebody or something that is in use is free again; null where it is. */
  private clash(step: Step, from: number, to: number): number | null {
    for (const name of ['crafter', ...step.places]) {
      const clash = this.timelines.get(name)?.clash(from, to + turningOf(step, name), unitsOf(step, name));
      if (clash) return clash.to;
    }
    return null;
  }

  /** When the weather is fit again; null where it is. */
  private unfit({ product }: Job, from: number, to: number, handling: number): number | null {
    const fit = this.outdoors!.fitFor(product);
    if (!fit.some(([opens, closes]) => opens <= from && to <= closes))
      return fit.find(([opens]) => opens > from)?.[0] ?? this.until;
    const dry = this.outdoors!.rainless;
    if (!dry.some(([opens, closes]) => opens <= from && to + handling <= closes))
      return dry.find(([opens]) => opens > from)?.[0] ?? this.until;
    return null;
  }

  /** When a piece can be handled: its work done and every coat firm. */
  readyAt(pieceId: string, steps: readonly Step[]): number {
    return Math.max(
      ...steps.map((step) => {
        const key = benchIdOf(pieceId, step.id);
        const end = this.ends.get(key) ?? this.until;
        return end + (step.firm ? drawn(step.firm.time, this.lucks.get(key)?.dry ?? 0) : 0) * MS_PER_MINUTE;
      }),
    );
  }
}

export interface Chance {
  /** ISO instants at which all pieces were ready, one for each try, earliest first. */
  readonly ready: readonly string[];
  /** The same by piece. */
  readonly byPiece: Readonly<Record<string, readonly string[]>>;
  /** Share of the tries in which every piece that has a date was ready by it; null where none has. */
  readonly onTime: number | null;
  readonly samples: number;
  readonly seed: number;
}

/** The share of tries that were ready by an instant, 0 to 1. */
export const chanceBy = (ready: readonly string[], instant: string): number =>
  ready.length ? ready.filter((at) => at <= instant).length / ready.length : 0;

/** The instant by which a share of the tries was ready; null where there were none. */
export const readyWith = (ready: readonly string[], share: number): string | null =>
  ready[Math.min(ready.length - 1, Math.max(0, Math.ceil(share * ready.length) - 1))] ?? null;

const jobsOf = (items: readonly BenchItem[], week: WeekPlan, context: BenchContext): Job[] =>
  items
    .flatMap(({ piece, steps, done }) => {
      const plan = week.plans[piece.id];
      const productOf = coatProducts(piece, context.catalogue);
      return steps.flatMap((step): Job[] => {
        const dated = plan?.steps.find(({ stepId }) => stepId === step.id);
        if (!dated) return [];
        const doneAt = done[step.id];
        return [
          {
            pieceId: piece.id,
            step,
            product: productOf(step),
            plannedAt: Date.parse(dated.start),
            doneAt: doneAt === undefined ? null : Date.parse(doneAt),
          },
        ];
      });
    })
    // what is done stands before what is still to come
    .sort(
      (one, other) => Number(other.doneAt !== null) - Number(one.doneAt !== null) || one.plannedAt - other.plannedAt,
    );

/** The skewed luck of one try: work a little longer or shorter, and each coat slower or faster, one coat much like the next. */
const luckOf = ({ step }: Job, shared: number, random: () => number, bench: Catalogue['bench']): Luck => {
  const alike = bench.coatLuckShared.typical / 100;
  const work = (bench.workLuck.typical / 100) * normal(random);
  return {
    work: step.perPiece.typical > 0 ? drawn(step.perPiece, work) / step.perPiece.typical : 1,
    // shared and own luck together spread as one
    dry: alike * shared + Math.sqrt(1 - alike ** 2) * normal(random),
  };
};

/**
 * How it may come where the crafter follows a plan: drying anywhere in its range, work a little longer or shorter, the forecast off by
 * what forecasts are off by. The same seed gives the same answer.
 *
 * @param week a plan of these pieces in this context
 */
export const chanceOf = (
  pieces: readonly Piece[],
  context: BenchContext,
  week: WeekPlan,
  { samples = 200, seed = 1 }: { readonly samples?: number; readonly seed?: number } = {},
): Chance => {
  const now = Date.parse(context.now);
  const items = itemsOf(pieces, context).filter(({ piece }) => week.plans[piece.id]?.readyAt);
  const jobs = jobsOf(items, week, context);
  const until = Math.max(now, Date.parse(week.readyAt ?? context.now)) + FURTHER_DAYS * MS_PER_DAY;
  const free = freeWindows(now, until, context);
  const random = seeded(seed);
  const fitness = new Fitness();
  const all: number[] = [];
  let onTime = 0;
  const byPiece = new Map<string, number[]>(items.map(({ piece }) => [piece.id, []]));
  for (let sample = 0; sample < samples; sample += 1) {
    const weather = context.outdoor
      ? withSeason(weatherMayBe(context.outdoor, now, context.catalogue.bench, random), context.outdoor, random)
      : null;
    const execution = new Execution(free, weather, until, fitness, context.turnerPlaces ?? 1);
    const shared = normal(random);
    for (const job of jobs) execution.run(job, luckOf(job, shared, random, context.catalogue.bench));
    const ready = items.map(({ piece, steps }) => {
      const at = execution.readyAt(piece.id, steps);
      byPiece.get(piece.id)!.push(at);
      return at;
    });
    if (ready.length) all.push(Math.max(...ready));
    if (items.every(({ piece }, index) => piece.due === null || ready[index]! <= Date.parse(piece.due))) onTime += 1;
  }
  const sorted = (instants: readonly number[]): string[] =>
    [...instants].sort((one, other) => one - other).map((at) => new Date(Math.round(at)).toISOString());
  return {
    ready: sorted(all),
    byPiece: Object.fromEntries([...byPiece].map(([id, instants]) => [id, sorted(instants)])),
    onTime: items.some(({ piece }) => piece.due !== null) ? onTime / samples : null,
    samples,
    seed,
  };
};

const SURE_STEPS_DAYS = [0, 0.5, 1, 2, 3, 5, 8, 13];

/**
 * The latest start from which every due date is met with a wanted chance: planned backward to ever earlier dates until it is.
 *
 * @param share 0 to 1
 * @returns the ISO instant of the first step, with the chance that it gives; or what the soonest gives, where that is less
 */
export const safeStart = (
  pieces: readonly Piece[],
  context: BenchContext,
  share: number,
  options: PlanPiecesOptions = {},
): Outcome<{ startsAt: string; chance: number }> => {
  for (const days of SURE_STEPS_DAYS) {
    const earlier = pieces.map((piece) =>
      piece.due ? { ...piece, due: new Date(Date.parse(piece.due) - days * MS_PER_DAY).toISOString() } : piece,
    );
    const read = planPieces(earlier, context, { ...options, direction: 'backward' });
    if (!read.ok) break;
    const chance = chanceOf(pieces, context, read.week).onTime ?? 1;
    if (chance >= share && read.week.startsAt) return { ok: true, startsAt: read.week.startsAt, chance };
  }
  // no earlier plan is to be had: what beginning at once gives
  const soonest = planPieces(pieces, context, { ...options, direction: 'forward' });
  if (!soonest.ok) return soonest;
  const chance = chanceOf(pieces, context, soonest.week).onTime ?? 1;
  if (chance >= share && soonest.week.startsAt) return { ok: true, startsAt: soonest.week.startsAt, chance };
  return failed({
    code: 'no-safe-start',
    given: `Beginning at once meets every date in ${Math.round(chance * 100)} % of the tries.`,
    allowed: `${Math.round(share * 100)} %, which no start gives.`,
    todo: 'Move a date, make fewer pieces, give more hours, or wait for a forecast that reaches further.',
  });
};
