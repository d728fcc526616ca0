import { failed, type Outcome, type Problem } from '../problem/index.ts';
import { formatDuration, MINUTES_PER_DAY, MINUTES_PER_HOUR, MS_PER_DAY, MS_PER_MINUTE } from '../units/index.ts';
import type { Piece } from '../piece/index.ts';
import { planBench, type BenchPlan } from './bench/planBench.ts';
import {
  benchIdOf,
  factsIn,
  fromBenchId,
  posedBench,
  type BenchContext,
  type BenchItem,
  type PosedBench,
} from './benchProblem.ts';
import type { Plan, PlannedStep } from './plan.ts';
import type { StackVerdict } from './asked.ts';
import { endOfDay } from './hours.ts';
import { openSpans } from './recoat.ts';
import { GRID_MINUTES, type Keep, type Lag, type Step } from './step.ts';
import { spanWords } from './words/index.ts';
import { coveredUntil } from './weather.ts';

export interface PlanPiecesOptions {
  readonly direction?: 'forward' | 'backward' | undefined;
  readonly prefer?: 'soonest' | 'fewest-sittings' | undefined;
  readonly seed?: number | undefined;
  readonly budget?: number | undefined;
}

/** One link of the chain that the finish hangs on. */
export interface LimitingStep {
  readonly pieceId: string;
  readonly piece: string;
  readonly stepId: string;
  readonly step: string;
  readonly start: string;
  readonly end: string;
  readonly waitedFor: string;
}

/** The whole bench, dated. */
export interface WeekPlan {
  readonly zone: string;
  readonly madeAt: string;
  /** The forecast that outdoor work was planned by; null: none was known. */
  readonly forecast: { readonly id: string; readonly madeAt: string; readonly until: string } | null;
  readonly direction: 'forward' | 'backward';
  /** By piece id. */
  readonly plans: Readonly<Record<string, Plan>>;
  /** By piece id: its steps as they were planned, with what is to be done again. */
  readonly steps: Readonly<Record<string, readonly Step[]>>;
  /** By piece id: what stands against its layers; what is refused is dated only where it hurts nobody, and marked. */
  readonly verdicts: Readonly<Record<string, StackVerdict>>;
  /** Pieces that can never be planned as they are, with the reasons. */
  readonly problems: Readonly<Record<string, readonly Problem[]>>;
  /** First start still to come, and when all is ready; null where there is nothing to do. */
  readonly startsAt: string | null;
  readonly readyAt: string | null;
  readonly sittings: number;
  /** Forward: nothing is done before; backward: no plan begins later. */
  readonly boundAt: string | null;
  readonly isProven: boolean;
  /** Steps that the finish hangs on, first to last, each with what it waited for. */
  readonly limits: readonly LimitingStep[];
  /** Moved steps whose time has passed, or comes before what they take: planned like any other. */
  readonly droppedPins: readonly { readonly pieceId: string; readonly stepId: string }[];
  /** By piece: copies that are held up; windows after a done coat that can no longer be met, and gaps longer than what came before keeps; it is dated without them. */
  readonly missed: Readonly<Record<string, readonly Problem[]>>;
}

const dateWords = (date: string): string =>
  new Date(date).toLocaleDateString('en-GB', { day: 'numeric', month: 'short', timeZone: 'UTC' });

const iso = (instant: number): string => new Date(instant).toISOString();
const SEED = 1;
/** Further and further ahead, until a plan is found: long cures and rare weather need it. */
const HORIZONS_DAYS = [45, 120, 400];

const roundedUp = (instant: number, stepMinutes: number): number =>
  Math.ceil(instant / (stepMinutes * MS_PER_MINUTE)) * stepMinutes * MS_PER_MINUTE;

/** Dates one item of a solved bench; one object for one bench. */
class Dater {
  private readonly openUntil: number;

  constructor(
    private readonly posed: PosedBench,
    private readonly plan: BenchPlan,
    private readonly context: BenchContext,
  ) {
    const { outdoor } = context;
    this.openUntil = outdoor ? coveredUntil(outdoor) : -Infinity;
  }

  private startOf(pieceId: string, stepId: string): number {
    return this.posed.epoch + this.plan.starts[benchIdOf(pieceId, stepId)]! * MS_PER_MINUTE;
  }

  /** The stretches of work of a step, over as many free windows as it takes. */
  private stretchesOf(step: Step, start: number, isWhole: boolean): { start: number; end: number }[] {
    let left = step.minutes * MS_PER_MINUTE;
    if (isWhole) return [{ start, end: start + left }];
    const stretches: { start: number; end: number }[] = [];
    for (const window of this.posed.free) {
      if (window.end <= start || left <= 0) continue;
      const from = Math.max(window.start, start);
      const to = Math.min(window.end, from + left);
      stretches.push({ start: from, end: to });
      left -= to - from;
    }
    return stretches.length ? stretches : [{ start, end: start + left }];
  }

  planOf({ piece, steps, done: doneAt, running }: BenchItem): Plan {
    const byBenchId = new Map(this.posed.problem.steps.map((step) => [step.id, step]));
    const spans = new Map<string, { start: number; end: number }>();
    const stretchesById = new Map<string, { start: number; end: number }[]>();
    for (const step of steps) {
      const start = this.startOf(piece.id, step.id);
      const { splittable } = byBenchId.get(benchIdOf(piece.id, step.id))!;
      const stretches = this.stretchesOf(
        step,
        start,
        doneAt[step.id] !== undefined || running[step.id] !== undefined || !splittable,
      );
      stretchesById.set(step.id, stretches);
      spans.set(step.id, { start, end: stretches.at(-1)!.end });
    }
    const planned = steps.map((step): PlannedStep => {
      const { start, end } = spans.get(step.id)!;
      const isDone = doneAt[step.id] !== undefined;
      const isRunning = running[step.id] !== undefined;
      const asPosed = byBenchId.get(benchIdOf(piece.id, step.id))!;
      const stretches = stretchesById.get(step.id)!;
      const isOutdoors = step.air === 'outdoors' && Boolean(this.context.outdoor);
      return {
        stepId: step.id,
        operationIds: step.operationIds,
        mendsWith: step.kind === 'fix' ? step.coatOf : null,
        stretches: stretches.map((each) => ({ start: iso(each.start), end: iso(each.end) })),
        start: iso(start),
        end: iso(end),
        ...(isDone || isRunning ? { waitedFor: '', maybeFrom: null } : this.waitOf(step, start, spans, isOutdoors)),
        isDone,
        isRunning,
        isPinned: !isDone && benchIdOf(piece.id, step.id) in this.posed.problem.pins,
        driesUntil: this.driesUntil(asPosed.dry, this.plan.starts[asPosed.id]!, end),
        isBeyondForecast: isOutdoors && !isDone && start >= this.openUntil,
      };
    });
    const lastEnd = planned.length ? Math.max(...[...spans.values()].map(({ end }) => end)) : null;
    const slowest = steps
      .flatMap((step, index) => {
        if (!step.firm) return [];
        const dries = Date.parse(planned[index]!.driesUntil ?? planned[index]!.end);
        const firm = spans.get(step.id)!.end + step.firm.time.high * MS_PER_MINUTE;
        return [{ step, at: step.air === 'outdoors' ? Math.max(dries, firm) : firm }];
      })
      .reduce<{ step: Step; at: number } | null>((one, each) => (one && one.at >= each.at ? one : each), null);
    const dries = slowest && lastEnd !== null && slowest.at > lastEnd ? slowest : null;
    const toDo = planned.filter(({ isDone }) => !isDone);
    return {
      zone: this.context.zone,
      climate: this.context.workshop,
      steps: planned,
      startsAt: planned.map(({ start }) => start).sort()[0] ?? this.context.now,
      endsAt: lastEnd === null ? null : iso(lastEnd),
      // what dries is not known to the minute
      readyAt: lastEnd === null ? null : iso(dries ? roundedUp(dries.at, MINUTES_PER_HOUR) : lastEnd),
      readyWaitsFor: dries?.step.id ?? null,
      handsOnMinutes: steps.reduce((total, { minutes }) => total + minutes, 0),
      sittings: this.sittingsOf(toDo),
    };
  }

  private driesUntil(dry: PosedBench['problem']['steps'][number]['dry'], start: number, end: number): string | null {
    const minutes =
      typeof dry === 'number' ? dry : (dry.byStart.filter(([from]) => from <= start).at(-1) ?? dry.byStart[0]!)[1];
    return minutes > 0 ? iso(end + minutes * MS_PER_MINUTE) : null;
  }

  /** What a start waited for, and from when it might be ready sooner than the high figure says. */
  private waitOf(
    step: Step,
    start: number,
    spans: ReadonlyMap<string, { start: number; end: number }>,
    isOutdoors: boolean,
  ): Pick<PlannedStep, 'waitedFor' | 'maybeFrom'> {
    let ready = this.posed.epoch;
    let why = '';
    let maybe: number | null = null;
    for (const lag of step.lags) {
      const at = this.readyAfter(lag, spans, (time) => time.high);
      if (at === null || at <= ready) continue;
      ready = at;
      why = lag.why;
      maybe = this.readyAfter(lag, spans, (time) => time.typical);
    }
    const open = openSpans(step.lags, (id) => laidOf(spans.get(id)))?.find(
      ({ until }) => until === null || until >= start,
    );
    if (open && open.from > ready) {
      ready = open.from;
      why = `${step.lags.find(({ windows }) => windows)!.why} again, past the hours in which it wrinkles`;
      maybe = null;
    }
    for (const id of step.after) ready = Math.max(ready, spans.get(id)?.end ?? ready);
    const there = step.arrives && endOfDay(step.arrives.on, this.context.zone);
    if (there !== null && there > ready) {
      ready = there;
      why = `${step.arrives!.what}, which comes on ${dateWords(step.arrives!.on)}`;
      maybe = null;
    }
    const maybeFrom = maybe === null || maybe >= start ? null : iso(maybe);
    // what comes by post is named, whatever else is waited for after it
    const said = (then: string) => ({ waitedFor: there === ready ? `${why}, then ${then}` : then, maybeFrom });
    if (start - ready <= (there === ready ? MS_PER_DAY : 2 * GRID_MINUTES * MS_PER_MINUTE))
      return { waitedFor: why, maybeFrom };
    if (isOutdoors) return said('weather fit for work outdoors');
    const isFree = this.posed.free.some(
      (window) => window.start <= ready && ready + step.minutes * MS_PER_MINUTE <= window.end,
    );
    return said(isFree ? 'other work at the bench' : 'your next free hours');
  }

  private readyAfter(
    lag: Lag,
    spans: ReadonlyMap<string, { start: number; end: number }>,
    figure: (time: Lag['time']) => number,
  ): number | null {
    const before = spans.get(lag.from);
    return before ? before.end + figure(lag.time) * MS_PER_MINUTE : null;
  }

  /** Gaps that are longer than what came before keeps, in words: there the plan had no room for less. */
  overdueOf({ piece, steps, done }: BenchItem, plan: Plan): Problem[] {
    const byId = new Map(plan.steps.map((step) => [step.stepId, step]));
    return steps.flatMap((step) =>
      done[step.id] !== undefined
        ? []
        : step.keeps.flatMap((keep): Problem[] => {
            const before = byId.get(keep.from);
            const dry = keep.fromPoint === 'dry' ? before?.driesUntil : null;
            const from = Date.parse(dry ?? before?.end ?? plan.startsAt);
            const gap = (Date.parse(byId.get(step.id)!.start) - from) / MS_PER_MINUTE;
            const earlier = steps.find(({ id }) => id === keep.from);
            return earlier && gap > keep.time.high ? [overdueGap(piece, step, earlier, keep)] : [];
          }),
    );
  }

  /** Windows after a done coat that the plan does not meet, in words. */
  missedOf({ piece, steps }: BenchItem, plan: Plan): Problem[] {
    const byId = new Map(plan.steps.map((step) => [step.stepId, step]));
    return steps.flatMap((step) => {
      const planned = byId.get(step.id)!;
      if (planned.isDone) return [];
      const missed = step.lags.flatMap(({ from, windows }): Problem[] => {
        const before = byId.get(from);
        if (!windows || !before?.isDone) return [];
        const gap = (Date.parse(planned.start) - Date.parse(before.end)) / MS_PER_MINUTE;
        if (windows.some(([low, high]) => gap >= low && gap <= (high ?? Infinity))) return [];
        return [
          missedWindow(
            piece,
            step,
            steps.find(({ id }) => id === from)!,
            windows,
          ),
        ];
      });
      return missed.slice(0, 1); // several coats before it are one window
    });
  }

  sittingsOf(steps: readonly PlannedStep[]): number {
    const starts = steps.flatMap(({ stretches }) => stretches.map(({ start }) => Date.parse(start)));
    return this.posed.free.filter((window) => starts.some((start) => window.start <= start && start < window.end))
      .length;
  }
}

const laidOf = (span: { readonly end: number } | undefined) => (span ? { first: span.end, last: span.end } : null);

const windowWords = ([low, high]: readonly [number, number | null]): string =>
  high === null ? `from ${formatDuration(low)} on` : `between ${formatDuration(low)} and ${formatDuration(high)}`;

const missedWindow = (piece: Piece, step: Step, before: Step, windows: NonNullable<Lag['windows']>): Problem => ({
  code: 'window-missed',
  given: `“${step.label}” of ${piece.name} can no longer come in its time after “${before.label}”, which is marked done.`,
  allowed: `${windows.map(windowWords).join(', or ')} after it.`,
  todo: 'Look at the label: mostly the coat is roughened and a spot is tried first. If the mark is wrong, take it back.',
});

const overdueGap = ({ name }: Piece, step: Step, before: Step, { time, overdue }: Keep): Problem => ({
  code: 'keeps-too-short',
  given: `“${step.label}” of ${name} comes later after “${before.label}” than that keeps.`,
  allowed: `within ${spanWords(time)}; your hours leave no room for it.`,
  todo:
    overdue === 'press'
      ? 'Press every edge down again just before it; or give it longer hours.'
      : 'Do that once more just before it; or give it longer hours.',
});

const weekOf = (
  posed: PosedBench,
  plan: BenchPlan,
  context: BenchContext,
  direction: 'forward' | 'backward',
): WeekPlan => {
  const dater = new Dater(posed, plan, context);
  const items = posed.items.filter(({ problems, steps }) => problems.length === 0 && steps.length > 0);
  const plans = Object.fromEntries(items.map((item) => [item.piece.id, dater.planOf(item)]));
  const all = Object.values(plans);
  const toDo = all.flatMap(({ steps }) => steps.filter(({ isDone }) => !isDone));
  const { outdoor } = context;
  return {
    zone: context.zone,
    madeAt: context.now,
    forecast: outdoor ? { id: outdoor.id, madeAt: outdoor.madeAt, until: iso(coveredUntil(outdoor)) } : null,
    direction,
    plans,
    steps: Object.fromEntries(posed.items.map(({ piece, steps }) => [piece.id, steps])),
    verdicts: Object.fromEntries(posed.items.map(({ piece, verdict }) => [piece.id, verdict])),
    problems: Object.fromEntries(
      posed.items.filter(({ problems }) => problems.length > 0).map(({ piece, problems }) => [piece.id, problems]),
    ),
    startsAt: toDo.map(({ start }) => start).sort()[0] ?? null,
    readyAt:
      all
        .map(({ readyAt }) => readyAt ?? '')
        .sort()
        .at(-1) || null,
    sittings: dater.sittingsOf(toDo),
    boundAt: Number.isFinite(plan.bound) ? iso(posed.epoch + plan.bound * MS_PER_MINUTE) : null,
    isProven: plan.isProven,
    limits: plan.limits
      .filter((id) => !id.includes('!'))
      .flatMap((id): LimitingStep[] => {
        const { pieceId, stepId } = fromBenchId(id);
        const item = items.find(({ piece }) => piece.id === pieceId);
        const step = item?.steps.find((one) => one.id === stepId);
        const dated = plans[pieceId]?.steps.find((one) => one.stepId === stepId);
        if (!item || !step || !dated) return [];
        const { start, end, waitedFor } = dated;
        return [{ pieceId, piece: item.piece.name, stepId, step: step.label, start, end, waitedFor }];
      }),
    droppedPins: posed.dropped.map(fromBenchId),
    missed: Object.fromEntries(
      items
        .map((item): [string, Problem[]] => {
          const { id } = item.piece;
          const plan = plans[id]!;
          return [
            id,
            [
              ...item.heldUp,
              ...(context.loosened?.has(id) ? dater.missedOf(item, plan) : []),
              ...dater.overdueOf(item, plan),
            ],
          ];
        })
        .filter(([, missed]) => missed.length > 0),
    ),
  };
};

/** Backward, a piece without a due date is done by the time of the last one that has one. */
const withAllDue = (posed: PosedBench): PosedBench => {
  const dues = Object.values(posed.problem.due);
  if (!dues.length) return posed;
  const last = Math.max(...dues);
  const items = new Set(posed.problem.steps.map(({ item }) => item));
  const due = Object.fromEntries([...items].map((item) => [item, posed.problem.due[item] ?? last]));
  return { ...posed, problem: { ...posed.problem, due } };
};

const RESOURCE_WORDS: readonly (readonly [RegExp, string])[] = [
  [/\bcrafter\b/g, 'your free hours'],
  [/\bsprayPlace\b/g, 'the place to spray'],
  [/\boutdoors [a-z-]*/g, 'weather fit for it'],
  [/\bmachine\b/g, 'the hours in which the machine may run'],
  [/\bfrom \d+\b/g, 'the time from which it may begin'],
];

const escaped = (text: string): string => text.replaceAll(/[.*+?^${}()|[\]\\]/g, '\\$&');

/** A refusal with the names of steps and pieces in place of their ids. */
const inWords = (problem: Problem, { items }: PosedBench): Problem => {
  const names = items
    .flatMap(({ piece, steps }) =>
      steps.map((step): [string, string] => [benchIdOf(piece.id, step.id), `“${step.label}” (${piece.name})`]),
    )
    .sort(([one], [other]) => other.length - one.length);
  const told = (text: string): string => {
    let words = text;
    for (const [id, name] of names) words = words.replaceAll(new RegExp(`${escaped(id)}(![a-zA-Z]+)?`, 'g'), name);
    for (const [name, told] of RESOURCE_WORDS) words = words.replaceAll(name, told);
    return words;
  };
  const { code, given, allowed, todo } = problem;
  return { code, given: told(given), allowed: told(allowed), todo: told(todo) };
};

const NO_DUE: Problem = {
  code: 'no-due-date',
  given: 'No piece on the bench has a date by which it is wanted.',
  allowed: 'at least one such date, to plan back from.',
  todo: 'Give a piece its date, or plan for the soonest end.',
};

interface Refused {
  readonly ok: false;
  readonly problems: readonly Problem[];
  /** Pieces whose steps stand in the way. */
  readonly pieceIds: readonly string[];
  /** Whether greatest gaps may be what stands in the way. */
  readonly isTight: boolean;
}

/** Refusals that a longer gap may lift. */
const TIGHT = new Set(['lag-cycle', 'lag-never-meets-calendar', 'resource-in-max-lag', 'no-plan-found']);

/** Plans as far ahead as it takes. */
const solved = (
  pieces: readonly Piece[],
  context: BenchContext,
  { direction = 'forward', prefer, seed = SEED, budget }: PlanPiecesOptions,
): { readonly ok: true; readonly week: WeekPlan } | Refused => {
  let refusal: Refused = { ok: false, problems: [], pieceIds: [], isTight: false };
  for (const horizonDays of context.horizonDays === undefined ? HORIZONS_DAYS : [context.horizonDays]) {
    const read = posedBench(pieces, { ...context, horizonDays });
    if (!read.ok) return { ...read, pieceIds: [], isTight: false };
    if (direction === 'backward' && Object.keys(read.problem.due).length === 0)
      return { ...failed(NO_DUE), pieceIds: [], isTight: false };
    const posed = direction === 'backward' ? withAllDue(read) : read;
    const answer = planBench(posed.problem, { direction, prefer, seed, budget });
    if (answer.ok) return { ok: true, week: weekOf(posed, answer.plan, context, direction) };
    const culprits = answer.problems.flatMap((problem) =>
      'culprits' in problem ? (problem.culprits as string[]) : [],
    );
    refusal = {
      ok: false,
      problems: answer.problems.map((problem) => inWords(problem, read)),
      pieceIds: [...new Set(culprits.map((id) => fromBenchId(id).pieceId))],
      isTight: answer.problems.some(({ code }) => TIGHT.has(code)),
    };
    // a date that cannot be met is not met in a longer year either
    if (direction === 'backward' && Math.max(...Object.values(posed.problem.due)) < horizonDays * MINUTES_PER_DAY)
      break;
  }
  return refusal;
};

/** Greatest gaps are kept by their low figure, then by the typical one, then by the high one, then not at all, and that is said. */
const MOST_LENIENT = 3;

/** What has given way so far, so that a plan can be made at all; one object for one question. */
class Leniency {
  private readonly leftOut: Record<string, readonly Problem[]>;
  private readonly loosened: Set<string>;
  private readonly lapsed = new Set<string>();
  private readonly leniency: Record<string, number> = {};

  constructor(
    private readonly pieces: readonly Piece[],
    private readonly context: BenchContext,
  ) {
    this.leftOut = { ...context.leftOut };
    this.loosened = new Set(context.loosened);
  }

  get now(): BenchContext {
    const { context, leftOut, loosened, leniency } = this;
    return { ...context, leftOut, loosened, leniency, lapsed: this.lapsed };
  }

  private isMarked(id: string): boolean {
    return (factsIn(this.context).get(id)?.events.size ?? 0) > 0;
  }

  private open(ids: readonly string[], isOpen: (id: string) => boolean): readonly string[] {
    const all = this.pieces.map(({ id }) => id).filter((id) => !(id in this.leftOut) && isOpen(id));
    const own = all.filter((id) => ids.includes(id));
    return own.length ? own : all;
  }

  /** Gives way by one step; false where there is nothing left that may. */
  giveWay({ pieceIds, isTight, problems }: Refused, direction: PlanPiecesOptions['direction']): boolean {
    if (isTight) {
      const strict = this.open(pieceIds, (id) => (this.leniency[id] ?? 0) < MOST_LENIENT);
      for (const id of strict) {
        this.leniency[id] = (this.leniency[id] ?? 0) + 1;
        // what was done cannot be moved nearer: it is done again, unless somebody is there and may go on with it now
        if (this.isMarked(id) && this.context.atBenchUntil === undefined) this.lapsed.add(id);
      }
      if (strict.length) return true;
    }
    // facts never keep a plan from being made: windows and moved steps give way to them
    const tight = this.open(pieceIds, (id) => this.isMarked(id) && !this.loosened.has(id));
    for (const id of tight) this.loosened.add(id);
    if (tight.length) return true;
    const further = pieceIds.filter((id) => !(id in this.leftOut));
    const others = this.pieces.length - Object.keys(this.leftOut).length - further.length;
    if (direction === 'backward' || further.length === 0 || others <= 0) return false;
    for (const id of further) this.leftOut[id] = problems;
    return true;
  }
}

/**
 * Dates for all pieces on one bench: when each step starts, what it waits for, when each piece is ready.
 *
 * Least gaps keep the high drying figure; windows that close are met by the first and the last piece of a batch; what keeps only so long is
 * used by its low figure where the hours leave room for that. What is done keeps its time, and what the crafter moved its start; the rest is
 * planned round it. Forward, a piece that cannot be planned is left out with its problems, and the others are planned without it. Layers
 * that a rule of safety refuses get no dates.
 *
 * @returns the plan; or the problems that leave none, naming steps and pieces
 */
export const planPieces = (
  pieces: readonly Piece[],
  context: BenchContext,
  options: PlanPiecesOptions = {},
): Outcome<{ week: WeekPlan }> => {
  const lenient = new Leniency(pieces, context);
  for (;;) {
    const answer = solved(pieces, lenient.now, options);
    if (answer.ok) return answer;
    if (!lenient.giveWay(answer, options.direction)) return failed(...answer.problems);
  }
};
