import { MINUTES_PER_DAY, MINUTES_PER_HOUR, MS_PER_HOUR, MS_PER_MINUTE } from '../units/index.ts';
import type { z } from 'zod';
import type { Catalogue, Product, Stage } from '../materials/index.ts';
import { failed, type Outcome, type Problem } from '../problem/index.ts';
import { climateBeyond, dryTimeAlong, hourAt, type ClimateHour, type ClimateSeries } from '../dry/index.ts';
import { catalogueFor, DEFAULT_SCHOOLS, type Piece, type Schools, type Workshop } from '../piece/index.ts';
import { benchProblemSchema, type BenchProblem } from './bench/problem.ts';
import { freeWindows, withoutQuiet, type BenchHours, type FreeWindow } from './hours.ts';
import { GRID_MINUTES, PLACES_AT_BENCH, type Lag, type Step } from './step.ts';
import { stepsOf } from './steps.ts';
import { coveredUntil, outdoorStretches, rainlessStretches, type Stretches } from './weather.ts';

export interface BenchContext extends BenchHours {
  /** ISO instant before which nothing begins. */
  readonly now: string;
  readonly catalogue: Catalogue;
  readonly workshop: Workshop;
  readonly schools?: Schools | undefined;
  /** The forecast that outdoor steps keep to; null: not known, and then no weather is reckoned with. */
  readonly outdoor?: ClimateSeries | null | undefined;
  /** By piece: step id → ISO instant at which it was done. */
  readonly done?: Readonly<Record<string, Readonly<Record<string, string>>>> | undefined;
  /** Pieces that find room on the rack; null: enough for all. */
  readonly rackPlaces?: number | null | undefined;
  readonly turnerPlaces?: number | undefined;
  /** How the air moves over what dries in the workshop; as on the label where it is left out. */
  readonly airflow?: 'moving' | 'still' | 'fan' | undefined;
  /** Days that are planned ahead. */
  readonly horizonDays?: number | undefined;
  /** Pieces with facts after which their windows or moved steps can no longer be kept: planned without those. */
  readonly loosened?: ReadonlySet<string> | undefined;
  /** Pieces that are left out, with the reasons. */
  readonly leftOut?: Readonly<Record<string, readonly Problem[]>> | undefined;
}

/** A piece on the bench with its steps, and what keeps it from being planned. */
export interface BenchItem {
  readonly piece: Piece;
  readonly steps: readonly Step[];
  readonly problems: readonly Problem[];
}

export interface PosedBench {
  readonly problem: BenchProblem;
  /** Minute 0, ms since 1970. */
  readonly epoch: number;
  readonly items: readonly BenchItem[];
  readonly free: readonly FreeWindow[];
  /** Pins that lie in the past: their steps are planned like any other. */
  readonly dropped: readonly string[];
}

const USUAL_HORIZON_DAYS = 120;
/** Further back or ahead nothing is told apart: two years, in minutes. */
const FURTHEST_FACT_MIN = 1_000_000;
const CRAFTER = 'crafter';

/** What a step is called in the problem of the whole bench. */
export const benchIdOf = (pieceId: string, stepId: string): string => `${pieceId}/${stepId}`;
export const fromBenchId = (id: string): { readonly pieceId: string; readonly stepId: string } => {
  const at = id.indexOf('/');
  return { pieceId: id.slice(0, at), stepId: id.slice(at + 1) };
};

const isOutdoors = ({ air }: Step): boolean => air === 'outdoors';

type Written = z.input<typeof benchProblemSchema>;
type WrittenStep = Written['steps'][number];
type Dry = NonNullable<WrittenStep['dry']>;
const wholeMinutes = (minutes: number): number => Math.ceil(minutes - 1e-6);

/** The product whose coat a step of a piece lays, by the figures that its part was chosen by. */
export const coatProducts = (piece: Piece, catalogue: Catalogue): ((step: Step) => Product | undefined) => {
  const byPart = new Map(piece.parts.map((part) => [part.id, catalogueFor(part, catalogue)]));
  return ({ partId, coatOf }) => (coatOf === null ? undefined : byPart.get(partId)?.productById.get(coatOf));
};

/** Minutes that a lag of a batch may be counted less from end to start: each piece has its own gap, in the same order. */
export const sharedMinutes = (from: Step, to: Step, each: (one: number, other: number) => number): number =>
  from.pieces === to.pieces ? to.setUpMinutes + (to.pieces - 1) * each(from.eachMinutes, to.eachMinutes) : 0;

/** Windows of which the last never closes: what comes too late still never comes in a time between two of them. */
const leftOpen = (windows: NonNullable<Lag['windows']>): NonNullable<Lag['windows']> =>
  windows.map(([low, high], index) => [low, index === windows.length - 1 ? null : high]);

/** Lays the pieces of a bench out as one problem; one object for one problem. */
class Poser {
  readonly epoch: number;
  readonly horizon: number;
  readonly free: readonly FreeWindow[];
  private readonly calendars: Record<string, [number, number][]> = {};
  private readonly steps: WrittenStep[] = [];
  private readonly lags: NonNullable<Written['lags']> = [];
  private readonly either: NonNullable<Written['either']> = [];
  private readonly clocks = new Set<string>();
  private readonly pins: Record<string, number> = {};
  private readonly done: Record<string, number> = {};
  private readonly dropped: string[] = [];

  constructor(private readonly context: BenchContext) {
    const grid = GRID_MINUTES * MS_PER_MINUTE;
    this.epoch = Math.ceil(Date.parse(context.now) / grid) * grid;
    this.horizon = (context.horizonDays ?? USUAL_HORIZON_DAYS) * MINUTES_PER_DAY;
    this.free = freeWindows(this.epoch, this.epoch + this.horizon * MS_PER_MINUTE, context);
    this.calendars[CRAFTER] = this.inMinutes(this.free.map(({ start, end }) => [start, end]));
    if (context.quietHours)
      this.calendars['machine'] = this.inMinutes(
        withoutQuiet(this.free, context).map(({ start, end }) => [start, end]),
      );
  }

  minuteOf(at: number | string): number {
    return Math.round(((typeof at === 'string' ? Date.parse(at) : at) - this.epoch) / MS_PER_MINUTE);
  }

  private inMinutes(stretches: Stretches): [number, number][] {
    return stretches
      .map(([from, to]): [number, number] => [
        Math.max(0, this.minuteOf(from)),
        Math.min(this.horizon, this.minuteOf(to)),
      ])
      .filter(([from, to]) => to > from);
  }

  addItem({ piece, steps }: BenchItem): void {
    const productOf = coatProducts(piece, this.context.catalogue);
    const byId = new Map(steps.map((step) => [step.id, step]));
    const doneAt = this.context.done?.[piece.id] ?? {};
    const release = this.releaseOf(piece);
    const waiting = new Map<string, { readonly step: Step; readonly lag: Lag }[]>();
    for (const step of steps)
      for (const lag of step.lags) waiting.set(lag.from, [...(waiting.get(lag.from) ?? []), { step, lag }]);
    for (const [index, step] of steps.entries()) {
      const id = benchIdOf(piece.id, step.id);
      const isDone = doneAt[step.id] !== undefined;
      if (isDone) this.done[id] = this.factMinute(doneAt[step.id]!) - step.minutes;
      const followers = waiting.get(step.id) ?? [];
      const product = productOf(step);
      const laidOut = isOutdoors(step) && this.context.outdoor ? product : undefined;
      // what the next step waits for is when it is dry; for the last coat, when it can be handled
      const plain = followers.find(({ lag }) => !lag.windows && lag.productId !== '')?.lag;
      const main = plain ?? step.firm;
      const timeOf = (stage: Stage, indoors: number): Dry => {
        if (!laidOut) return wholeMinutes(indoors);
        if (isDone) return this.timeOutdoors(laidOut, stage, this.done[id]!) ?? wholeMinutes(indoors);
        return { byStart: this.tableOf(laidOut, stage, indoors) };
      };
      this.steps.push({
        id,
        item: piece.id,
        duration: step.minutes,
        inside: this.insideOf(step, product, release),
        dry: main ? timeOf(main.stage, main.time.high) : 0,
        uses: this.usesOf(step),
        ...(step.divisible && !isOutdoors(step) && step.minutes > this.longestWindow() ? { splittable: true } : {}),
      });
      const clock = (stage: Stage, indoors: number): string => {
        const clockId = `${id}!${stage}`;
        if (this.clocks.has(clockId)) return clockId;
        this.clocks.add(clockId);
        this.steps.push({ id: clockId, item: piece.id, duration: 0, dry: timeOf(stage, indoors) });
        if (isDone) this.done[clockId] = this.done[id]! + step.minutes;
        else this.lags.push({ from: id, fromPoint: 'end', to: clockId, min: 0, max: 0 });
        return clockId;
      };
      // a coat that is slower than every one after it holds the piece back too
      const { firm } = step;
      if (
        firm &&
        firm.stage !== main?.stage &&
        steps.slice(index + 1).every((later) => (later.firm?.time.high ?? 0) < firm.time.high)
      )
        clock(firm.stage, firm.time.high);
      for (const { step: follower, lag } of followers)
        this.addLag(id, benchIdOf(piece.id, follower.id), step, follower, lag, {
          isMain: lag.stage === main?.stage && !lag.windows,
          isLoose: isDone && (this.context.loosened?.has(piece.id) ?? false),
          clock: laidOut ? () => clock(lag.stage, lag.time.high) : null,
        });
      for (const before of step.after)
        if (byId.has(before)) this.lags.push({ from: benchIdOf(piece.id, before), to: id, min: 0 });
      const pin = piece.pins.find(({ stepId }) => stepId === step.id);
      if (pin && !isDone) {
        if (this.minuteOf(pin.at) >= 0 && !this.context.loosened?.has(piece.id)) this.pins[id] = this.minuteOf(pin.at);
        else this.dropped.push(id);
      }
    }
  }

  private addLag(
    from: string,
    to: string,
    before: Step,
    step: Step,
    lag: Lag,
    how: { readonly isMain: boolean; readonly isLoose: boolean; readonly clock: (() => string) | null },
  ): void {
    const isOwn = lag.productId === '';
    const holdsRack =
      this.context.rackPlaces !== null && this.context.rackPlaces !== undefined && before.coatOf !== null;
    const shared = isOwn || holdsRack ? 0 : Math.floor(sharedMinutes(before, step, Math.min));
    if (lag.windows) {
      const longest = Math.ceil(sharedMinutes(before, step, Math.max));
      // outdoors the least gap hangs on the hour in which the coat is laid
      if (how.clock) this.lags.push({ from: how.clock(), fromPoint: 'dry', to, min: -shared });
      const windows = (how.isLoose ? leftOpen(lag.windows) : lag.windows)
        .map(([low, high]): [number, number | null] => [
          wholeMinutes(how.clock ? low : Math.max(low, lag.time.high)) - shared,
          high === null ? null : Math.floor(high) - longest,
        ])
        .filter(([low, high]) => high === null || (low <= high && high >= 0));
      this.either.push({ from, fromPoint: 'end', to, windows });
    } else if (how.isMain) this.lags.push({ from, fromPoint: 'dry', to, min: -shared });
    else if (how.clock) this.lags.push({ from: how.clock(), fromPoint: 'dry', to, min: -shared });
    else this.lags.push({ from, fromPoint: 'end', to, min: wholeMinutes(lag.time.high) - shared });
  }

  /** The minute of a fact; one that lies years away is as good as one that lies two years away. */
  private factMinute(at: string): number {
    return Math.max(-FURTHEST_FACT_MIN, Math.min(FURTHEST_FACT_MIN, this.minuteOf(at)));
  }

  private longestWindow(): number {
    return Math.max(0, ...this.calendars[CRAFTER]!.map(([from, to]) => to - from));
  }

  private releaseOf(piece: Piece): number {
    const wanted = Math.max(Date.parse(piece.startsAt ?? this.context.now), Date.parse(this.context.now));
    return Math.max(0, this.minuteOf(wanted) + (piece.parts[0]?.surface.waitDays ?? 0) * MINUTES_PER_DAY);
  }

  private insideOf(step: Step, product: Product | undefined, release: number): NonNullable<WrittenStep['inside']> {
    const inside: NonNullable<WrittenStep['inside']> = [{ calendar: CRAFTER }];
    if (this.context.quietHours && step.places.some((place) => place === 'cutter'))
      inside.push({ calendar: 'machine' });
    if (release > GRID_MINUTES) {
      const name = `from ${release}`;
      this.calendars[name] ??= [[Math.min(release, this.horizon - 1), this.horizon]];
      inside.push({ calendar: name });
    }
    const { outdoor } = this.context;
    if (isOutdoors(step) && outdoor) {
      const name = `outdoors ${product?.id ?? ''}`;
      const until = this.epoch + this.horizon * MS_PER_MINUTE;
      this.calendars['no rain'] ??= this.inMinutes(rainlessStretches(outdoor, until));
      this.calendars[name] ??= this.dryingHours(product, outdoorStretches(product, outdoor, until));
      inside.push({ calendar: name });
      const handling = product?.dry.touch?.high ?? 0;
      if (handling) inside.push({ calendar: 'no rain', pad: wholeMinutes(handling) });
    }
    return inside;
  }

  private usesOf(step: Step): NonNullable<WrittenStep['uses']> {
    const { rackPlaces } = this.context;
    return [
      { resource: CRAFTER, units: 1 },
      ...step.places.map((place) => ({
        resource: place,
        units: place === 'turner' ? step.pieces : 1,
        until: place === 'turner' ? ('dry' as const) : ('end' as const),
      })),
      ...(rackPlaces && step.coatOf ? [{ resource: 'rack', units: step.pieces, until: 'fetch' as const }] : []),
    ];
  }

  /** Of the hours that are fit to lay a coat outdoors, those after which it gets touch-dry there before it rains; what is spoilt is not laid. */
  private dryingHours(product: Product | undefined, stretches: Stretches): [number, number][] {
    const windows = this.inMinutes(stretches);
    if (!product?.dry.touch) return windows;
    const covered = this.minuteOf(coveredUntil(this.context.outdoor!));
    const staysDry = (minute: number): boolean => {
      const touch = this.timeOutdoors(product, 'touch', minute);
      if (touch === null) return false;
      const until = Math.min(this.horizon, minute + MINUTES_PER_HOUR + touch);
      return this.calendars['no rain']!.some(([from, to]) => from <= minute && until <= to);
    };
    return windows.flatMap(([from, to]) => {
      const kept: [number, number][] = [];
      for (let minute = from; minute < Math.min(to, covered); minute += MINUTES_PER_HOUR)
        if (staysDry(minute)) kept.push([minute, Math.min(minute + MINUTES_PER_HOUR, to, covered)]);
      return to > covered ? [...kept, [Math.max(from, covered), to]] : kept;
    });
  }

  /** Minutes to a stage by the hour in which a coat is laid outdoors; one figure for all that lies beyond the forecast. */
  private tableOf(product: Product, stage: Stage, indoors: number): [number, number][] {
    const wider = 1 + this.beyondShare();
    const covered = Math.max(0, this.minuteOf(coveredUntil(this.context.outdoor!)));
    const table: [number, number][] = [];
    for (const [from, to] of this.calendars[`outdoors ${product.id}`] ?? [])
      for (let minute = from; minute < Math.min(to, covered); minute += MINUTES_PER_HOUR)
        table.push([minute, this.timeOutdoors(product, stage, minute) ?? wholeMinutes(indoors * wider)]);
    table.push([covered, this.timeOutdoors(product, stage, covered) ?? wholeMinutes(indoors * wider)]);
    return table;
  }

  /** Share by which drying beyond the forecast is taken slower. */
  private beyondShare(): number {
    return this.context.catalogue.bench.beyondForecast.typical / 100;
  }

  /** High figure of a coat laid outdoors: there until it is touch-dry, then in the workshop; null where it is spoilt or never dries. */
  private timeOutdoors(product: Product, stage: Stage, minute: number): number | null {
    const { workshop } = this.context;
    const outdoor = this.context.outdoor!;
    const start = this.epoch + minute * MS_PER_MINUTE;
    const touch = product.dry.touch
      ? dryTimeAlong(product, 'touch', start, outdoor, { beyondShare: this.beyondShare() })
      : null;
    if (touch && !touch.ok) return null;
    const outMinutes = touch?.ok ? touch.high : 0;
    if (stage === 'touch') return wholeMinutes(outMinutes);
    const first = Math.floor(start / MS_PER_HOUR) * MS_PER_HOUR;
    const usual: ClimateHour = { ...climateBeyond(outdoor), windMs: 0, rainMm: 0, isDaylight: true };
    const hours: ClimateHour[] = [];
    for (let at = first; at <= start + outMinutes * MS_PER_MINUTE; at += MS_PER_HOUR)
      hours.push(hourAt(outdoor, at) ?? usual);
    const read = dryTimeAlong(product, stage, start, {
      ...outdoor,
      from: new Date(first).toISOString(),
      hours,
      beyond: { temperatureC: workshop.temperatureC, relativeHumidity: workshop.relativeHumidity },
    });
    return read.ok ? wholeMinutes(read.high) : null;
  }

  posed(items: readonly BenchItem[]): PosedBench {
    const { context } = this;
    const hands = Math.max(1, ...this.free.map((window) => window.hands));
    const fewer = this.free
      .filter((window) => window.hands < hands)
      .map(({ start, end, hands: there }): [number, number, number] => [
        this.minuteOf(start),
        this.minuteOf(end),
        hands - there,
      ]);
    const planned = items.filter(({ problems, steps }) => problems.length === 0 && steps.length > 0);
    for (const item of planned) this.addItem(item);
    const problem = benchProblemSchema.parse({
      horizon: this.horizon,
      grid: GRID_MINUTES,
      calendars: this.calendars,
      fetchCalendar: CRAFTER,
      sittingCalendar: CRAFTER,
      resources: {
        [CRAFTER]: { capacity: hands, busy: fewer },
        ...Object.fromEntries(PLACES_AT_BENCH.map((place) => [place, { capacity: 1 }])),
        turner: { capacity: context.turnerPlaces ?? 1 },
        ...(context.rackPlaces ? { rack: { capacity: context.rackPlaces } } : {}),
      },
      steps: this.steps,
      lags: this.lags,
      either: this.either,
      due: Object.fromEntries(
        planned.flatMap(({ piece, steps }) => {
          const doneAt = context.done?.[piece.id] ?? {};
          // what is finished can be late no more
          const isOpen = steps.some(({ id }) => doneAt[id] === undefined);
          return piece.due && isOpen ? [[piece.id, this.minuteOf(piece.due)]] : [];
        }),
      ),
      pins: this.pins,
      done: this.done,
    });
    return { problem, epoch: this.epoch, items, free: this.free, dropped: this.dropped };
  }
}

const NO_DATE: Problem = {
  code: 'absurd-date',
  given: 'The day to begin cannot be planned.',
  allowed: 'a date from 2000 to 2199.',
  todo: 'Choose the day you want to begin.',
};

const isPlannable = (instant: string | null): boolean => {
  if (instant === null) return true;
  const at = Date.parse(instant);
  return at >= Date.UTC(2000, 0, 1) && at <= Date.UTC(2200, 0, 1);
};

/** The pieces with their steps, and for each why it cannot be planned. */
export const itemsOf = (pieces: readonly Piece[], context: BenchContext): BenchItem[] =>
  pieces.map((piece) => {
    const steps = stepsOf(piece, context.catalogue, context.workshop, context.schools ?? DEFAULT_SCHOOLS, {
      rack: context.rackPlaces ?? null,
      turner: context.turnerPlaces ?? 1,
      ...(context.airflow ? { air: context.airflow } : {}),
    });
    const doneAt = context.done?.[piece.id] ?? {};
    const problems = [
      ...(context.leftOut?.[piece.id] ?? []),
      // what could never be begun in this air and was done all the same, was done
      ...steps.flatMap(({ id, problem }) => (problem && doneAt[id] === undefined ? [problem] : [])),
      ...(isPlannable(piece.startsAt) && isPlannable(context.now)
        ? []
        : [{ ...NO_DATE, given: `"${piece.startsAt ?? context.now}" was given as the start.` }]),
    ];
    return { piece, steps, problems };
  });

/**
 * The whole bench as one problem: every piece's steps, waits and windows, with hands, machines, rack, free hours and weather.
 *
 * @returns the problem (format in docs/formulas.md, "Planning a bench"), minute 0 and the steps; pieces that can never be planned stand
 *          among the items with their problems and are left out of it
 */
export const posedBench = (pieces: readonly Piece[], context: BenchContext): Outcome<PosedBench> => {
  if (!isPlannable(context.now)) return failed({ ...NO_DATE, given: `"${context.now}" was given as now.` });
  return { ok: true, ...new Poser(context).posed(itemsOf(pieces, context)) };
};

/**
 * The problem alone, as `planBench` takes it; pieces that can never be planned are left out of it.
 *
 * @throws RangeError where `now` is no date from 2000 to 2199
 */
export const benchProblem = (pieces: readonly Piece[], context: BenchContext): BenchProblem => {
  const posed = posedBench(pieces, context);
  if (!posed.ok) throw new RangeError(posed.problems[0]?.given);
  return posed.problem;
};
