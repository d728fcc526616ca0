import { Temporal } from 'temporal-polyfill';
import { z } from 'zod';
import { failed, type Outcome, type Problem } from '../problem/index.ts';
import type { Climate } from '../dry/index.ts';
import { MINUTES_PER_HOUR } from '../units/index.ts';
import { GRID_MINUTES, type Lag, type Step } from './steps.ts';

const clock = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$|^24:00$/, 'a time of day such as 18:30');
const window = z.tuple([clock, clock]).refine(([from, to]) => from < to, 'an end after its start');

/** Free hours, Monday to Sunday; each day a list of windows. */
export const freeHoursSchema = z
  .array(z.array(window).max(6, 'at most 6 windows a day'))
  .length(7, 'seven days, Monday first');
export type FreeHours = z.output<typeof freeHoursSchema>;

export interface PlannedStep {
  readonly stepId: string;
  readonly operationIds: readonly string[];
  /** ISO instants; one stretch, or several where a long batch is carried on in another sitting. */
  readonly stretches: readonly { readonly start: string; readonly end: string }[];
  readonly start: string;
  readonly end: string;
  /** What the start waited for: a lag, or the next free hours. */
  readonly waitedFor: string;
  /** Typical instant from which it might already be ready, where a lag held it. */
  readonly maybeFrom: string | null;
  readonly isDone: boolean;
}

export interface Plan {
  readonly zone: string;
  /** The steady climate that the gaps were worked out for. */
  readonly climate: Climate;
  readonly steps: readonly PlannedStep[];
  readonly startsAt: string;
  /** End of the last step; null where there is nothing to do. */
  readonly endsAt: string | null;
  /** From when it can be handled: the last step done and the slowest coat firm by its high figure, to the full hour; null where there is nothing to do. */
  readonly readyAt: string | null;
  /** The step whose coat is waited for last; null where nothing dries after the work. */
  readonly readyWaitsFor: string | null;
  readonly handsOnMinutes: number;
  readonly sittings: number;
}

export interface SequenceContext {
  /** ISO instant before which nothing starts; done steps may lie earlier. */
  readonly startsAt: string;
  readonly zone: string;
  readonly freeHours: FreeHours;
  readonly climate: Climate;
  /** Step id → ISO instant at which it was done. */
  readonly done?: Readonly<Record<string, string>>;
}

const MS_PER_MINUTE = 60_000;
const MAX_DAYS = 400; // no bench job is planned further ahead than a year and a bit

interface Stretch {
  readonly start: number;
  readonly end: number;
}

/** Walks the free windows of a zone from an instant on; hours are local, so a clock change moves them. */
function* freeWindows(from: number, zone: string, freeHours: FreeHours): Generator<Stretch> {
  let day = Temporal.Instant.fromEpochMilliseconds(from).toZonedDateTimeISO(zone).toPlainDate();
  const at = (date: Temporal.PlainDate, time: string) =>
    time === '24:00'
      ? date.add({ days: 1 }).toZonedDateTime(zone).epochMilliseconds
      : date.toZonedDateTime({ timeZone: zone, plainTime: Temporal.PlainTime.from(time) }).epochMilliseconds;
  for (let count = 0; count < MAX_DAYS; count += 1, day = day.add({ days: 1 })) {
    for (const [opens, closes] of [...(freeHours[day.dayOfWeek - 1] ?? [])].sort()) {
      const window = { start: Math.max(at(day, opens), from), end: at(day, closes) };
      if (window.end > window.start) yield window;
    }
  }
}

const roundedUp = (instant: number, stepMinutes: number): number =>
  Math.ceil(instant / (stepMinutes * MS_PER_MINUTE)) * stepMinutes * MS_PER_MINUTE;

/** The stretches in which the step's minutes fit from an instant on; one whole stretch if it is not divisible. */
const place = (step: Step, from: number, context: SequenceContext): Stretch[] | null => {
  const piece = perPiece(step);
  let left = Math.max(1, step.minutes) * MS_PER_MINUTE;
  const stretches: Stretch[] = [];
  for (const window of freeWindows(roundedUp(from, GRID_MINUTES), context.zone, context.freeHours)) {
    const room = window.end - window.start;
    if (room >= left)
      return [
        ...stretches,
        { start: window.start, end: Math.min(roundedUp(window.start + left, GRID_MINUTES), window.end) },
      ];
    if (!step.divisible) continue;
    const whole = Math.floor(room / piece) * piece; // only whole pieces are begun
    if (whole <= 0) continue;
    stretches.push({ start: window.start, end: Math.min(roundedUp(window.start + whole, GRID_MINUTES), window.end) });
    left -= whole;
  }
  return null;
};

/** When a step was on the first piece of the batch, and when it was through. */
interface Span {
  readonly firstPieceEnd: number;
  readonly end: number;
}

/** Earliest instant that keeps every least gap, and what held it. */
const earliest = (step: Step, spans: ReadonlyMap<string, Span>, from: number) => {
  let instant = from;
  let why = '';
  let maybe: number | null = null;
  for (const lag of step.lags) {
    const span = spans.get(lag.from);
    if (!span || lag.windows) continue;
    const ready = span.end + lag.time.high * MS_PER_MINUTE;
    if (ready <= instant) continue;
    instant = ready;
    why = lag.why;
    maybe = span.end + lag.time.typical * MS_PER_MINUTE;
  }
  return { instant, why, maybe };
};

const perPiece = (step: Step): number => Math.max(1, step.perPiece.typical) * MS_PER_MINUTE;

/**
 * How far a start must move so that the first and the last piece of the batch both meet a window of a recoat rule: 0 where they
 * do, null where no window is left. Each piece has its own gap: a batch may be through its coat when the first piece's window closes.
 */
const moveIntoWindow = (
  { windows = [] }: Lag,
  before: Span,
  stretches: readonly Stretch[],
  piece: number,
): number | null => {
  const gaps = [stretches[0]!.start - before.firstPieceEnd, stretches.at(-1)!.end - piece - before.end];
  const [shortest, longest] = [Math.min(...gaps), Math.max(...gaps)];
  const window = windows.find(([, closes]) => closes === null || longest <= closes * MS_PER_MINUTE);
  return window ? Math.max(0, window[0] * MS_PER_MINUTE - shortest) : null;
};

interface Placed {
  readonly stretches: readonly Stretch[];
  readonly why: string;
}

/** The first stretches from an instant on that keep every recoat window too. */
const placeInWindows = (
  step: Step,
  from: number,
  spans: ReadonlyMap<string, Span>,
  context: SequenceContext,
): Placed | null => {
  let stretches = place(step, from, context);
  let why = '';
  for (let isSettled = false; stretches && !isSettled;) {
    isSettled = true;
    for (const lag of step.lags) {
      const before = spans.get(lag.from);
      if (!lag.windows || !before) continue;
      const move = moveIntoWindow(lag, before, stretches, perPiece(step));
      if (move === null) return null;
      if (move === 0) continue;
      why = lag.why;
      isSettled = false;
      stretches = place(step, stretches[0]!.start + move, context);
      break;
    }
  }
  return stretches && { stretches, why };
};

const iso = (instant: number): string => new Date(instant).toISOString();

const noRoom = (step: Step): Problem => ({
  code: 'no-free-hours',
  given: `"${step.label}" takes ${step.minutes} minutes${step.divisible ? '' : ' in one stretch'}.`,
  allowed: 'a stretch of your free hours in the coming year that is long enough.',
  todo: 'Give longer free hours in the settings, or make fewer pieces at once.',
});

/**
 * Dates for the steps, one after another, by one person in their free hours.
 *
 * Least gaps keep the high drying figure; recoat windows that close are met or the next one is waited for; a batch longer than a
 * sitting is carried on in the next. What is done keeps its time, and the rest follows from it.
 *
 * @param steps   of one piece, in order
 * @param context start, IANA zone, free hours Monday to Sunday, what is done
 * @returns the plan in ISO instants, or the problems that leave no plan
 */
export const planInSequence = (steps: readonly Step[], context: SequenceContext): Outcome<{ plan: Plan }> => {
  const problems = steps.flatMap(({ problem }) => (problem ? [problem] : []));
  if (problems.length) return failed(...problems);
  const from = Date.parse(context.startsAt);
  if (Number.isNaN(from) || from < Date.UTC(2000, 0, 1) || from > Date.UTC(2200, 0, 1))
    return failed({
      code: 'absurd-date',
      given: `"${context.startsAt}" was given as the start.`,
      allowed: 'a date from 2000 to 2199.',
      todo: 'Choose the day you want to begin.',
    });
  const spans = new Map<string, Span>();
  const planned: PlannedStep[] = [];
  let cursor = from;
  for (const step of steps) {
    const doneAt = context.done?.[step.id];
    let stretches: readonly Stretch[];
    let waitedFor = '';
    let maybeFrom: number | null = null;
    if (doneAt !== undefined) {
      const end = Date.parse(doneAt);
      stretches = [{ start: end - step.minutes * MS_PER_MINUTE, end }];
    } else {
      const { instant, why, maybe } = earliest(step, spans, cursor);
      const placed = placeInWindows(step, instant, spans, context);
      if (!placed) return failed(noRoom(step));
      stretches = placed.stretches;
      const lateness = stretches[0]!.start - instant;
      waitedFor = placed.why || (lateness > GRID_MINUTES * MS_PER_MINUTE ? 'your next free hours' : why);
      maybeFrom = maybe;
    }
    const [start, end] = [stretches[0]!.start, stretches.at(-1)!.end];
    spans.set(step.id, { firstPieceEnd: Math.min(start + perPiece(step), end), end });
    cursor = Math.max(cursor, end);
    planned.push({
      stepId: step.id,
      operationIds: step.operationIds,
      stretches: stretches.map((stretch) => ({ start: iso(stretch.start), end: iso(stretch.end) })),
      start: iso(start),
      end: iso(end),
      waitedFor,
      maybeFrom: maybeFrom === null ? null : iso(maybeFrom),
      isDone: doneAt !== undefined,
    });
  }
  const lastEnd = planned.length ? Math.max(...[...spans.values()].map(({ end }) => end)) : null;
  const firm = steps
    .flatMap((step) => (step.firm ? [{ step, at: spans.get(step.id)!.end + step.firm.time.high * MS_PER_MINUTE }] : []))
    .reduce<{ step: Step; at: number } | null>(
      (slowest, each) => (slowest && slowest.at >= each.at ? slowest : each),
      null,
    );
  const dries = firm !== null && lastEnd !== null && firm.at > lastEnd ? firm : null;
  return {
    ok: true,
    plan: {
      zone: context.zone,
      climate: context.climate,
      steps: planned,
      startsAt: planned[0]?.start ?? context.startsAt,
      endsAt: lastEnd === null ? null : iso(lastEnd),
      // what dries is not known to the minute
      readyAt: lastEnd === null ? null : iso(dries ? roundedUp(dries.at, MINUTES_PER_HOUR) : lastEnd),
      readyWaitsFor: dries?.step.id ?? null,
      handsOnMinutes: steps.reduce((total, { minutes }) => total + minutes, 0),
      sittings: sittingsIn(planned, context),
    },
  };
};

/** How many of the free windows the work touches. */
const sittingsIn = (planned: readonly PlannedStep[], { zone, freeHours }: SequenceContext): number => {
  const starts = planned
    .filter(({ isDone }) => !isDone)
    .flatMap(({ stretches }) => stretches.map(({ start }) => Date.parse(start)));
  const windows = new Set<number>();
  for (const start of starts) {
    const midnight = Temporal.Instant.fromEpochMilliseconds(start)
      .toZonedDateTimeISO(zone)
      .startOfDay().epochMilliseconds;
    for (const window of freeWindows(midnight, zone, freeHours)) {
      if (window.end <= start) continue;
      windows.add(window.start);
      break;
    }
  }
  return windows.size;
};
