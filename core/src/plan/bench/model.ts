import type { BenchProblem, BenchStep, StepPoint } from './problem.ts';

/** A moment of a step that a constraint speaks of; `release` is when it gives a resource back. */
export type Point = StepPoint | 'fetch';

/** All steps that may start at the same times and last as long share these tables; index: slot of the start on the grid. */
export interface StepClass {
  /** Slots at which it may start, ascending. */
  readonly starts: Int32Array;
  /** Minute of each point, by position in `starts`. */
  readonly at: Readonly<Record<Point, Int32Array>>;
  /** Least of a point from a position on, and greatest up to it: a later start may be dry earlier. */
  readonly leastFrom: Readonly<Record<Point, Int32Array>>;
  readonly mostUpTo: Readonly<Record<Point, Int32Array>>;
  /** Least and most minutes from the start to a point. */
  readonly leastAfter: Readonly<Record<Point, number>>;
  readonly mostAfter: Readonly<Record<Point, number>>;
}

/** Point b of `to` minus point a of `from` lies in [min, max]. */
export interface Gap {
  readonly from: number;
  readonly a: Point;
  readonly to: number;
  readonly b: Point;
  readonly min: number;
  readonly max: number;
}

export interface Choice extends Omit<Gap, 'min' | 'max'> {
  readonly windows: readonly (readonly [min: number, max: number])[];
}

export interface Use {
  readonly resource: number;
  readonly units: number;
  readonly until: Point;
}

export interface Model {
  readonly problem: BenchProblem;
  readonly steps: readonly BenchStep[];
  readonly classes: readonly StepClass[];
  readonly gaps: readonly Gap[];
  readonly choices: readonly Choice[];
  readonly uses: readonly (readonly Use[])[];
  readonly capacities: readonly number[];
  /** Stretches of each resource in which some units are not there. */
  readonly busy: readonly (readonly (readonly [from: number, to: number, units: number])[])[];
  readonly itemOf: Int32Array;
  readonly items: readonly string[];
  /** Due minute of each item; Infinity where none. */
  readonly due: Float64Array;
  /** Windows in which a start of the crafter counts as a sitting. */
  readonly sittings: readonly (readonly [number, number])[];
  /** Steps that were done: they hold what they hold, together even more than there is. */
  readonly isFact: readonly boolean[];
  /** Steps that use the resource that the sitting calendar is named for. */
  readonly usesCrafter: readonly boolean[];
}

type Windows = readonly (readonly [number, number])[];

/** Windows that meet are one. */
const merged = (windows: Windows): Windows => {
  const sorted = [...windows].sort((left, right) => left[0] - right[0]);
  const result: [number, number][] = [];
  for (const [from, to] of sorted) {
    const last = result.at(-1);
    if (last && from <= last[1]) last[1] = Math.max(last[1], to);
    else result.push([from, to]);
  }
  return result;
};

/** Finds the last window that begins at or before a minute; quick where one question follows close on the other. */
class Cursor {
  private at = -1;

  constructor(readonly windows: Windows) {}

  to(minute: number): number {
    const { windows } = this;
    while (this.at + 1 < windows.length && windows[this.at + 1]![0] <= minute) this.at += 1;
    while (this.at >= 0 && windows[this.at]![0] > minute) this.at -= 1;
    return this.at;
  }
}

/** Minutes that it dries, by its start. */
const dryingOf = (dry: BenchStep['dry']): ((start: number) => number) => {
  if (typeof dry === 'number') return () => dry;
  const steps = new Cursor(dry.byStart);
  return (start) => dry.byStart[Math.max(0, steps.to(start))]![1];
};

/** End of work that may pause over breaks: it goes on in the next window; -1 where no window is left. */
const splitEnd = (begins: Cursor, start: number, duration: number): number => {
  const { windows } = begins;
  let at = begins.to(start);
  if (at < 0 || start >= windows[at]![1]) return -1;
  let left = duration;
  let minute = start;
  for (; at < windows.length; at += 1) {
    const [from, to] = windows[at]!;
    minute = Math.max(minute, from);
    if (minute + left <= to) return minute + left;
    left -= to - minute;
  }
  return -1;
};

/** A calendar that a step keeps to, with where its start and its end are looked for. */
interface Kept {
  readonly begins: Cursor;
  readonly ends: Cursor;
  readonly isWhole: boolean;
  readonly pad: number;
}

/** The end of a step begun at a minute, or -1 where it may not begin then. */
const endFrom = (duration: number, pauses: boolean, kept: readonly Kept[], start: number): number => {
  const end = pauses ? splitEnd(kept[0]!.begins, start, duration) : start + duration;
  if (end < 0) return -1;
  for (let index = 0; index < kept.length; index += 1) {
    const { begins, ends, isWhole, pad } = kept[index]!;
    const { windows } = begins;
    const at = begins.to(start);
    if (at < 0 || start >= windows[at]![1]) return -1;
    const last = end + pad;
    if (isWhole) {
      if (!(pauses && index === 0) && last > windows[at]![1]) return -1;
      continue;
    }
    const there = ends.to(Math.max(start, last - 1));
    if (there < 0 || last > windows[there]![1]) return -1;
  }
  return end;
};

/** Later than any horizon: nobody comes for it any more. */
const NEVER = 1_000_000_000;

/** When what is dry at a minute is fetched: at once while somebody is there, else as soon as somebody comes. */
const fetchingOf = (windows: Windows | null): ((minute: number) => number) => {
  if (!windows) return (minute) => minute;
  const there = new Cursor(windows);
  return (minute) => {
    const at = there.to(minute);
    if (at >= 0 && minute < windows[at]![1]) return minute;
    return windows[at + 1]?.[0] ?? NEVER;
  };
};

const leastFrom = (values: Int32Array): Int32Array => {
  const least = values.slice();
  for (let at = least.length - 2; at >= 0; at -= 1) if (least[at + 1]! < least[at]!) least[at] = least[at + 1]!;
  return least;
};

const mostUpTo = (values: Int32Array): Int32Array => {
  const most = values.slice();
  for (let at = 1; at < most.length; at += 1) if (most[at - 1]! > most[at]!) most[at] = most[at - 1]!;
  return most;
};

/** Least and most minutes from the starts to a point; of no starts what bounds nothing. */
const spanOf = (starts: Int32Array, values: Int32Array): { least: number; most: number } => {
  let [least, most] = [Infinity, -Infinity];
  for (let at = 0; at < starts.length; at += 1) {
    const minutes = values[at]! - starts[at]!;
    if (minutes < least) least = minutes;
    if (minutes > most) most = minutes;
  }
  return { least, most };
};

const byPoint = <Value>(work: (point: Point) => Value): Record<Point, Value> => ({
  start: work('start'),
  end: work('end'),
  dry: work('dry'),
  fetch: work('fetch'),
});

/** Room for a row at every minute of the grid; filled anew for each class. */
type Rows = Readonly<Record<Point, Int32Array>>;

const classOf = (
  step: BenchStep,
  calendars: ReadonlyMap<string, Windows>,
  fetch: Windows | null,
  { horizon, grid }: BenchProblem,
  fixed: number | undefined,
  isFact: boolean,
  rows: Rows,
): StepClass => {
  const { duration } = step;
  const kept = step.inside.map(({ calendar, mode, pad }): Kept => {
    const windows = calendars.get(calendar)!;
    return { begins: new Cursor(windows), ends: new Cursor(windows), isWhole: mode === 'whole', pad };
  });
  const dryAfter = dryingOf(step.dry);
  const fetchAfter = fetchingOf(fetch);
  const pauses = step.splittable === true && kept.length > 0;
  let count = 0;
  const add = (start: number, end: number) => {
    const driesAt = end + dryAfter(start);
    rows.start[count] = start;
    rows.end[count] = end;
    rows.dry[count] = driesAt;
    rows.fetch[count] = fetchAfter(driesAt);
    count += 1;
  };
  if (fixed !== undefined && isFact) add(fixed, fixed + duration);
  else
    for (let start = fixed ?? 0; start <= (fixed ?? horizon); start += grid) {
      const free = fixed === undefined ? kept[0]?.begins : undefined;
      const here = free ? free.to(start) : -1;
      if (free && (here < 0 || start >= free.windows[here]![1])) {
        // between windows nothing starts: on to the next one
        const next = free.windows[here + 1];
        if (!next) break;
        start = Math.ceil(next[0] / grid) * grid;
      }
      const end = endFrom(duration, pauses, kept, start);
      if (end >= 0 && end <= horizon) add(start, end);
    }
  const at = byPoint((point) => rows[point].slice(0, count));
  const spans = byPoint((point) => spanOf(at.start, at[point]));
  return {
    starts: at.start,
    leastAfter: { ...byPoint((point) => spans[point].least), start: 0 },
    mostAfter: { ...byPoint((point) => spans[point].most), start: 0 },
    at,
    leastFrom: byPoint((point) => leastFrom(at[point])),
    mostUpTo: byPoint((point) => mostUpTo(at[point])),
  };
};

/** What was done was done: facts wait for nothing, neither for each other nor for what is still to come. */
const binds = ({ done }: BenchProblem, { to }: { readonly to: string }): boolean => !(to in done);

/** Classes by the calendars that they are of: problems that differ only in what is asked between their steps share them. */
const made = new WeakMap<BenchProblem['calendars'], Map<string, Map<string, StepClass>>>();
const classesOn = ({ calendars, horizon, grid, fetchCalendar }: BenchProblem): Map<string, StepClass> => {
  const all = made.get(calendars) ?? new Map<string, Map<string, StepClass>>();
  made.set(calendars, all);
  const key = `${horizon} ${grid} ${fetchCalendar ?? ''}`;
  const own = all.get(key) ?? new Map<string, StepClass>();
  all.set(key, own);
  return own;
};

/** Tables and constraints of a problem, ready to be propagated. */
export const modelOf = (problem: BenchProblem, without: Windows = []): Model => {
  const { steps } = problem;
  const calendars = new Map(Object.entries(problem.calendars).map(([name, windows]) => [name, merged(windows)]));
  const sittings = problem.sittingCalendar ? calendars.get(problem.sittingCalendar)! : [];
  const crafter = problem.sittingCalendar ?? '';
  const open = new Map(calendars);
  if (without.length && problem.sittingCalendar)
    open.set(
      problem.sittingCalendar,
      sittings.filter(([from]) => !without.some(([closed]) => closed === from)),
    );
  const fetch = problem.fetchCalendar ? calendars.get(problem.fetchCalendar)! : null;
  let rows: Rows | undefined;
  // without closed sittings the classes are those of every problem on the same calendars
  const shared = without.length ? new Map<string, StepClass>() : classesOn(problem);
  const classes = steps.map((step) => {
    const isFact = step.id in problem.done;
    const fixed = problem.done[step.id] ?? problem.pins[step.id];
    const key = JSON.stringify([step.duration, step.inside, step.dry, step.splittable ?? false, fixed ?? null, isFact]);
    const known = shared.get(key);
    if (known) return known;
    rows ??= byPoint(() => new Int32Array(Math.floor(problem.horizon / problem.grid) + 1));
    const own = classOf(step, open, fetch, problem, fixed, isFact, rows);
    shared.set(key, own);
    return own;
  });
  const index = new Map(steps.map(({ id }, at) => [id, at]));
  const resources = Object.keys(problem.resources);
  const items = [...new Set(steps.map(({ item }) => item))];
  return {
    problem,
    steps,
    classes,
    gaps: problem.lags
      .filter((lag) => binds(problem, lag))
      .map(({ from, fromPoint, to, toPoint, min, max }) => ({
        from: index.get(from)!,
        a: fromPoint,
        to: index.get(to)!,
        b: toPoint,
        min: min ?? -Infinity,
        max: max ?? Infinity,
      })),
    choices: problem.either
      .filter((one) => binds(problem, one))
      .map(({ from, fromPoint, to, toPoint, windows }) => ({
        from: index.get(from)!,
        a: fromPoint,
        to: index.get(to)!,
        b: toPoint,
        windows: windows.map(([low, high]) => [low, high ?? Infinity] as const),
      })),
    uses: steps.map(({ uses }) =>
      uses
        .filter(({ units }) => units > 0)
        .map(({ resource, units, until }) => ({ resource: resources.indexOf(resource), units, until })),
    ),
    capacities: resources.map((name) => problem.resources[name]!.capacity),
    busy: resources.map((name) => problem.resources[name]!.busy),
    itemOf: Int32Array.from(steps, ({ item }) => items.indexOf(item)),
    items,
    due: Float64Array.from(items, (item) => problem.due[item] ?? Infinity),
    sittings,
    isFact: steps.map(({ id }) => id in problem.done),
    usesCrafter: steps.map(({ uses, inside }) =>
      uses.length
        ? uses.some(({ resource }) => resource === crafter)
        : inside.some(({ calendar }) => calendar === crafter),
    ),
  };
};

/** Minute of a point of a step that starts at a position of its class. */
export const minuteOf = (model: Model, step: number, position: number, point: Point): number =>
  model.classes[step]!.at[point][position]!;
