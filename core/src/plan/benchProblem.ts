import { MINUTES_PER_DAY, MS_PER_MINUTE } from '../units/index.ts';
import type { z } from 'zod';
import type { Catalogue, Figure, Product, Stage } from '../materials/index.ts';
import { failed, type Outcome, type Problem } from '../problem/index.ts';
import type { ClimateSeries } from '../dry/index.ts';
import {
  catalogueFor,
  NO_FACTS,
  stepFacts,
  type BenchEvent,
  type Facts,
  type Piece,
  type Schools,
  type Trial,
  type BareWorkshop,
  type Workshop,
} from '../piece/index.ts';
import { verdictOfPiece, type StackVerdict } from './asked.ts';
import { benchProblemSchema, type BenchProblem } from './bench/problem.ts';
import { BenchCalendars, CRAFTER } from './calendars.ts';
import { workshopFor, type Shelf } from '../shelf/index.ts';
import { endOfDay, freeWindows, type BenchHours, type FreeWindow } from './hours.ts';
import { withKept, type KeptLag } from './keptLags.ts';
import { OutdoorDrying, wholeMinutes } from './outdoorDrying.ts';
import { withOverdue } from './overdue.ts';
import { stepsNow } from './lots.ts';
import { GRID_MINUTES, onGrid, PLACES_AT_BENCH, type Keep, type Lag, type Step } from './step.ts';
import { stepsOf } from './steps.ts';
import { failedProblem, madeSafe, unsafeProblem } from './stopped.ts';

export interface BenchContext extends BenchHours {
  /** ISO instant before which nothing begins. */
  readonly now: string;
  readonly catalogue: Catalogue;
  readonly workshop: BareWorkshop;
  /** What is on the shelf: each piece is judged by its age when it is made. Empty where it is left out. */
  readonly shelf?: Shelf | undefined;
  readonly schools?: Schools | undefined;
  /** The user's own tries: they settle what would be tried first. */
  readonly trials?: readonly Trial[] | undefined;
  /** The forecast that outdoor steps keep to; null: not known, and then no weather is reckoned with. */
  readonly outdoor?: ClimateSeries | null | undefined;
  /** What happened at the bench. */
  readonly events?: readonly BenchEvent[] | undefined;
  /** Pieces that find room on the rack; null: enough for all. */
  readonly rackPlaces?: number | null | undefined;
  readonly turnerPlaces?: number | undefined;
  /** How the air moves over what dries in the workshop; as on the label where it is left out. */
  readonly airflow?: 'moving' | 'still' | 'fan' | undefined;
  /** Days that are planned ahead. */
  readonly horizonDays?: number | undefined;
  /** Pieces with facts after which their windows or moved steps can no longer be kept: planned without those. */
  readonly loosened?: ReadonlySet<string> | undefined;
  /** By piece, which of the figures of what keeps only so long its greatest gaps go by: 0 the shortest that can be kept; beyond the last none. */
  readonly leniency?: Readonly<Record<string, number>> | undefined;
  /** Pieces on which what was done and keeps only so long is done again. */
  readonly lapsed?: ReadonlySet<string> | undefined;
  /** Pieces that are left out, with the reasons. */
  readonly leftOut?: Readonly<Record<string, readonly Problem[]>> | undefined;
}

/** A piece on the bench with its steps, and what keeps it from being planned. */
export interface BenchItem {
  readonly piece: Piece;
  readonly steps: readonly Step[];
  /** Step id → ISO instant at which it was done; without what is overdue. */
  readonly done: Readonly<Record<string, string>>;
  /** Step id → ISO instant at which it was begun, where it is under way. */
  readonly running: Readonly<Record<string, string>>;
  /** Copies that nothing goes on with until they are mended. */
  readonly heldUp: readonly Problem[];
  readonly verdict: StackVerdict;
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

/** One step with all that its place in the problem depends on. */
interface Placed {
  readonly piece: Piece;
  readonly step: Step;
  readonly id: string;
  readonly product: Product | undefined;
  /** ISO instant at which it was done; undefined where it is still to do. */
  readonly doneAt: string | undefined;
  /** ISO instant at which it was begun, where it is under way. */
  readonly runningSince: string | undefined;
  readonly followers: readonly { readonly step: Step; readonly lag: Lag }[];
  /** What its dry point stands for: what the next step waits for, or when it can be handled; undefined where nothing dries. */
  readonly main: { readonly time: Figure; readonly stage: Stage } | undefined;
  /** Whether a later coat of the piece is firm later still. */
  readonly isOutlasted: boolean;
}

/** Lays the pieces of a bench out as one problem: steps first, then what was done or moved, then the gaps between them. */
class Poser {
  readonly calendars: BenchCalendars;
  private readonly steps: WrittenStep[] = [];
  private readonly lags: NonNullable<Written['lags']> = [];
  private readonly either: NonNullable<Written['either']> = [];
  private readonly clocks = new Set<string>();
  private readonly pins: Record<string, number> = {};
  private readonly done: Record<string, number> = {};
  private readonly dropped: string[] = [];
  /** Greatest gaps of what keeps only so long, by their place among the lags. */
  private readonly keptLags: KeptLag[] = [];
  private readonly drying: OutdoorDrying | null;

  constructor(private readonly context: BenchContext) {
    const { outdoor, workshop, catalogue } = context;
    this.drying = outdoor ? new OutdoorDrying(outdoor, workshop, catalogue.bench.beyondForecast.typical / 100) : null;
    this.calendars = new BenchCalendars(
      context.now,
      (context.horizonDays ?? USUAL_HORIZON_DAYS) * MINUTES_PER_DAY,
      context,
      outdoor ?? null,
      this.drying,
    );
  }

  private placedOf({ piece, steps, done, running }: BenchItem): Placed[] {
    const productOf = coatProducts(piece, this.context.catalogue);
    const waiting = new Map<string, { readonly step: Step; readonly lag: Lag }[]>();
    for (const step of steps)
      for (const lag of step.lags) waiting.set(lag.from, [...(waiting.get(lag.from) ?? []), { step, lag }]);
    return steps.map((step, index): Placed => {
      const followers = waiting.get(step.id) ?? [];
      const plain = followers.find(({ lag }) => !lag.windows && lag.productId !== '' && !lag.felt)?.lag;
      return {
        piece,
        step,
        id: benchIdOf(piece.id, step.id),
        product: productOf(step),
        doneAt: done[step.id],
        runningSince: running[step.id],
        followers,
        main: plain ?? step.firm ?? undefined,
        isOutlasted: steps
          .slice(index + 1)
          .some((later) => (later.firm?.time.high ?? 0) >= (step.firm?.time.high ?? Infinity)),
      };
    });
  }

  addItem(item: BenchItem): void {
    const placed = this.placedOf(item);
    const release = this.releaseOf(item.piece);
    for (const one of placed) this.addStep(one, release);
    for (const one of placed) this.addFacts(one);
    for (const one of placed) this.addGaps(one, placed);
  }

  private isLoose({ id }: Piece): boolean {
    return this.context.loosened?.has(id) ?? false;
  }

  private addStep(placed: Placed, release: number): void {
    const { step, id, piece, product, main } = placed;
    this.steps.push({
      id,
      item: piece.id,
      duration: step.minutes,
      inside: this.insideOf(step, product, Math.max(release + step.notBefore, this.arrivalOf(placed))),
      dry: main ? this.dryOf(placed, main.stage, main.time.high) : 0,
      uses: this.usesOf(step),
      ...(step.divisible && !isOutdoors(step) && step.minutes > this.calendars.longest ? { splittable: true } : {}),
    });
  }

  /** The minute from which what a step takes is there; what was done had it. */
  private arrivalOf({ step: { arrives }, doneAt, runningSince }: Placed): number {
    return arrives && doneAt === undefined && runningSince === undefined
      ? Math.max(0, this.calendars.minuteOf(endOfDay(arrives.on, this.context.zone)))
      : 0;
  }

  /** How long a stage takes after a step, by when it is laid where it dries outdoors. */
  private dryOf({ step, product, doneAt }: Placed, stage: Stage, indoors: number): Dry {
    if (!product || !this.drying || !isOutdoors(step)) return wholeMinutes(indoors);
    if (doneAt === undefined) return { byStart: this.calendars.dryingTable(product, stage, indoors) };
    const laid = this.calendars.epoch + (this.factMinute(doneAt) - step.minutes) * MS_PER_MINUTE;
    return this.drying.minutes(product, stage, laid) ?? wholeMinutes(indoors);
  }

  /** What was done keeps its time; what was moved keeps its start, as far as that still lies ahead, and what it takes is there. */
  private addFacts(placed: Placed): void {
    const { step, id, piece, doneAt, runningSince } = placed;
    if (doneAt !== undefined) {
      this.done[id] = this.factMinute(doneAt) - step.minutes;
      return;
    }
    // what is under way began when it did; how long it still takes is in its minutes
    if (runningSince !== undefined) {
      this.done[id] = this.factMinute(runningSince);
      return;
    }
    const pin = piece.pins.find(({ stepId }) => stepId === step.id);
    if (!pin) return;
    const minute = this.calendars.minuteOf(pin.at);
    if (minute >= this.arrivalOf(placed) && !this.isLoose(piece)) this.pins[id] = minute;
    else this.dropped.push(id);
  }

  /** A step without work beside one: its end is when a further stage is reached, or when the turner is free again. */
  private beside(
    { step, id, piece, doneAt }: Placed,
    name: string,
    written: Pick<WrittenStep, 'duration' | 'dry' | 'uses'>,
  ): string {
    const own = `${id}!${name}`;
    if (this.clocks.has(own)) return own;
    this.clocks.add(own);
    this.steps.push({ id: own, item: piece.id, ...written });
    if (doneAt !== undefined) this.done[own] = this.done[id]! + step.minutes;
    else this.lags.push({ from: id, fromPoint: 'end', to: own, min: 0, max: 0 });
    return own;
  }

  private clock(placed: Placed, stage: Stage, indoors: number): string {
    return this.beside(placed, stage, { duration: 0, dry: this.dryOf(placed, stage, indoors) });
  }

  private addGaps(placed: Placed, all: readonly Placed[]): void {
    const { step, id, main, followers, isOutlasted, piece } = placed;
    const { firm } = step;
    // a coat that is slower than every one after it holds the piece back too
    if (firm && firm.stage !== main?.stage && !isOutlasted) this.clock(placed, firm.stage, firm.time.high);
    if (step.turns)
      this.beside(placed, 'turning', {
        duration: wholeMinutes(step.turns.high),
        uses: [{ resource: 'turner', units: step.pieces }],
      });
    for (const { step: follower, lag } of followers) this.addLag(placed, follower, lag);
    const byId = new Map(all.map((one) => [one.step.id, one]));
    for (const before of step.after) {
      const earlier = byId.get(before);
      if (earlier) this.lags.push({ from: earlier.id, to: id, min: 0 });
    }
    if (placed.doneAt === undefined && placed.runningSince === undefined)
      for (const keep of step.keeps)
        this.addKeep(byId.get(keep.from), placed, keep, this.context.leniency?.[piece.id] ?? 0);
  }

  private addLag(before: Placed, follower: Step, lag: Lag): void {
    const { id: from, step, product, doneAt, piece, main } = before;
    const to = benchIdOf(piece.id, follower.id);
    const isLaidOut = isOutdoors(step) && this.drying !== null && product !== undefined;
    const clock = isLaidOut ? () => this.clock(before, lag.stage, lag.time.high) : null;
    const isOwn = lag.productId === '' || lag.felt !== undefined;
    const holdsRack = this.context.rackPlaces !== null && this.context.rackPlaces !== undefined && step.coatOf !== null;
    const shared = isOwn || holdsRack ? 0 : Math.floor(sharedMinutes(step, follower, Math.min));
    if (lag.windows) {
      const longest = Math.ceil(sharedMinutes(step, follower, Math.max));
      // outdoors the least gap hangs on the hour in which the coat is laid
      if (clock) this.lags.push({ from: clock(), fromPoint: 'dry', to, min: -shared });
      const windows = (doneAt !== undefined && this.isLoose(piece) ? leftOpen(lag.windows) : lag.windows)
        .map(([low, high]): [number, number | null] => [
          wholeMinutes(clock ? low : Math.max(low, lag.time.high)) - shared,
          high === null ? null : Math.floor(high) - longest,
        ])
        .filter(([low, high]) => high === null || (low <= high && high >= 0));
      this.either.push({ from, fromPoint: 'end', to, windows });
    } else if (!isOwn && lag.stage === main?.stage) this.lags.push({ from, fromPoint: 'dry', to, min: -shared });
    else if (clock && !isOwn) this.lags.push({ from: clock(), fromPoint: 'dry', to, min: -shared });
    else this.lags.push({ from, fromPoint: 'end', to, min: wholeMinutes(lag.time.high) - shared });
  }

  /** A greatest gap, where this piece is planned by it; what was done long ago is no gap any more, it is done again. */
  private addKeep(before: Placed | undefined, { step, id, piece }: Placed, keep: Keep, level: number): void {
    if (!before) return;
    // setting up comes before the first piece is touched
    const shared =
      before.step.pieces === step.pieces ? (step.pieces - 1) * Math.max(before.step.eachMinutes, step.eachMinutes) : 0;
    const choices = keep.choices.slice(level).map((most) => Math.floor(most - shared));
    if (!choices.length || choices.at(-1)! < 0) return;
    this.keptLags.push({ item: piece.id, lag: this.lags.length, choices: choices.filter((most) => most >= 0) });
    this.lags.push({ from: before.id, fromPoint: keep.fromPoint, to: id, min: 0, max: null });
  }

  /** The minute of a fact; one that lies years away is as good as one that lies two years away. */
  private factMinute(at: string): number {
    return Math.max(-FURTHEST_FACT_MIN, Math.min(FURTHEST_FACT_MIN, this.calendars.minuteOf(at)));
  }

  private releaseOf(piece: Piece): number {
    const wanted = Math.max(Date.parse(piece.startsAt ?? this.context.now), Date.parse(this.context.now));
    return Math.max(0, this.calendars.minuteOf(wanted) + (piece.parts[0]?.surface.waitDays ?? 0) * MINUTES_PER_DAY);
  }

  private insideOf(step: Step, product: Product | undefined, release: number): NonNullable<WrittenStep['inside']> {
    const { calendars } = this;
    const inside: NonNullable<WrittenStep['inside']> = [{ calendar: CRAFTER }];
    if (calendars.hasQuiet && step.places.some((place) => place === 'cutter')) inside.push({ calendar: 'machine' });
    if (release > GRID_MINUTES) inside.push({ calendar: calendars.from(wholeMinutes(release)) });
    const outdoors = isOutdoors(step) ? calendars.outdoors(product) : null;
    if (outdoors) {
      inside.push({ calendar: outdoors });
      const handling = product?.dry.touch?.high ?? 0;
      if (handling) inside.push({ calendar: calendars.rainless!, pad: wholeMinutes(handling) });
    }
    return inside;
  }

  private usesOf(step: Step): NonNullable<WrittenStep['uses']> {
    const { rackPlaces } = this.context;
    return [
      { resource: CRAFTER, units: 1 },
      ...step.places.map((place) => ({ resource: place, units: place === 'turner' ? step.pieces : 1 })),
      ...(rackPlaces && step.coatOf ? [{ resource: 'rack', units: step.pieces, until: 'fetch' as const }] : []),
    ];
  }

  posed(items: readonly BenchItem[]): PosedBench {
    const { context, calendars } = this;
    const { free, epoch } = calendars;
    const hands = Math.max(1, ...free.map((window) => window.hands));
    const fewer = free
      .filter((window) => window.hands < hands)
      .map(({ start, end, hands: there }): [number, number, number] => [
        calendars.minuteOf(start),
        calendars.minuteOf(end),
        hands - there,
      ]);
    const planned = items.filter(({ problems, steps }) => problems.length === 0 && steps.length > 0);
    for (const item of planned) this.addItem(item);
    const problem = benchProblemSchema.parse({
      horizon: calendars.horizon,
      grid: GRID_MINUTES,
      calendars: calendars.named,
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
        planned.flatMap(({ piece, steps, done }) => {
          // what is finished can be late no more
          const isOpen = steps.some(({ id }) => done[id] === undefined);
          return piece.due && isOpen ? [[piece.id, calendars.minuteOf(piece.due)]] : [];
        }),
      ),
      pins: this.pins,
      done: this.done,
    });
    return { problem: withKept(problem, this.keptLags), epoch, items, free, dropped: this.dropped };
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

const NO_SHELF: Shelf = { cans: [], uses: [] };
const LOOKED_AHEAD_DAYS = 30;

/** When work can go on at the earliest: now, or with the next free hours. */
const nextFree = (context: BenchContext): string => {
  const now = Date.parse(context.now);
  if (!isPlannable(context.now)) return context.now;
  const [first] = freeWindows(now, now + LOOKED_AHEAD_DAYS * MINUTES_PER_DAY * MS_PER_MINUTE, context);
  return new Date(Math.max(now, first?.start ?? now)).toISOString();
};

const read = new WeakMap<readonly BenchEvent[], Facts>();
/** What the events of a context say of each piece; read once for the same events. */
export const factsIn = ({ events }: Pick<BenchContext, 'events'>): Facts => {
  if (!events) return NO_FACTS;
  let facts = read.get(events);
  if (!facts) read.set(events, (facts = stepFacts(events)));
  return facts;
};

/** The workshop with its shelf as it is when a piece is made. */
export const workshopOf = (piece: Piece, { workshop, shelf, now, catalogue }: BenchContext): Workshop =>
  workshopFor(workshop, shelf ?? NO_SHELF, piece, now, catalogue);

/** A step under way takes at least until it is looked at next, however long ago it was begun. */
const stillRunning = (step: Step, since: string | undefined, { now, catalogue }: BenchContext): Step => {
  if (since === undefined) return step;
  const passed = (Date.parse(now) - Date.parse(since)) / MS_PER_MINUTE;
  const least = onGrid(passed + catalogue.bench.checkEvery.typical);
  return { ...step, minutes: Math.min(FURTHEST_FACT_MIN, Math.max(step.minutes, least)) };
};

/** The pieces with their steps, and for each why it cannot be planned. */
export const itemsOf = (pieces: readonly Piece[], context: BenchContext): BenchItem[] => {
  const earliest = nextFree(context);
  const facts = factsIn(context);
  return pieces.map((piece) => {
    const workshop = workshopOf(piece, context);
    const made = stepsOf(piece, context.catalogue, workshop, {
      schools: context.schools,
      trials: context.trials,
      places: { rack: context.rackPlaces ?? null, turner: context.turnerPlaces ?? 1 },
      air: context.airflow,
    });
    const verdict = verdictOfPiece(piece, context.catalogue, workshop, {
      schools: context.schools,
      trials: context.trials,
    });
    const now = stepsNow(made, piece, facts, context.catalogue);
    const { steps, done } =
      verdict.standing === 'unsafe'
        ? madeSafe(piece, now.steps, now.done, now.running, context.catalogue)
        : withOverdue(now.steps, now.done, earliest, context.lapsed?.has(piece.id) ?? false);
    const problems = [
      ...(context.leftOut?.[piece.id] ?? []),
      ...(verdict.standing === 'unsafe' && !steps.some(({ kind }) => kind === 'makeSafe')
        ? [unsafeProblem(verdict)]
        : []),
      ...(now.failedTry ? [failedProblem(now.failedTry)] : []),
      ...(now.isHeldUp ? now.heldUp : []),
      // what could never be begun in this air and was done all the same, was done
      ...steps.flatMap(({ id, problem }) => (problem && done[id] === undefined ? [problem] : [])),
      ...(isPlannable(piece.startsAt) && isPlannable(context.now)
        ? []
        : [{ ...NO_DATE, given: `"${piece.startsAt ?? context.now}" was given as the start.` }]),
    ];
    return {
      piece,
      steps: steps.map((step) => stillRunning(step, now.running[step.id], context)),
      done,
      running: now.running,
      heldUp: now.heldUp,
      verdict,
      problems,
    };
  });
};

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
