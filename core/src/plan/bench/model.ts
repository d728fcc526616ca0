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

const POINTS = ['start', 'end', 'dry', 'fetch'] as const;
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

/** The last window that begins at or before a minute. */
const windowAt = (windows: Windows, minute: number): number => {
  let [low, high] = [0, windows.length - 1];
  while (low <= high) {
    const middle = (low + high) >> 1;
    if (windows[middle]![0] <= minute) low = middle + 1;
    else high = middle - 1;
  }
  return high;
};

const dryAfter = (dry: BenchStep['dry'], start: number): number => {
  if (typeof dry === 'number') return dry;
  const { byStart } = dry;
  let minutes = byStart[0]![1];
  for (const [from, value] of byStart) if (from <= start) minutes = value;
  return minutes;
};

/** End of work that may pause over breaks: it goes on in the next window; null where no window is left. */
const splitEnd = (windows: Windows, start: number, duration: number): number | null => {
  let at = windowAt(windows, start);
  if (at < 0 || start >= windows[at]![1]) return null;
  let left = duration;
  let minute = start;
  for (; at < windows.length; at += 1) {
    const [from, to] = windows[at]!;
    minute = Math.max(minute, from);
    if (minute + left <= to) return minute + left;
    left -= to - minute;
  }
  return null;
};

/** The end of a step begun at a minute, or null where it may not begin then. */
const endFrom = (step: BenchStep, calendars: ReadonlyMap<string, Windows>, start: number): number | null => {
  const [first] = step.inside;
  const end =
    step.splittable && first ? splitEnd(calendars.get(first.calendar)!, start, step.duration) : start + step.duration;
  if (end === null) return null;
  for (const [index, { calendar, mode, pad }] of step.inside.entries()) {
    const windows = calendars.get(calendar)!;
    const at = windowAt(windows, start);
    if (at < 0 || start >= windows[at]![1]) return null;
    const last = end + pad;
    if (mode === 'whole') {
      if (!(step.splittable && index === 0) && last > windows[at]![1]) return null;
      continue;
    }
    const there = windowAt(windows, Math.max(start, last - 1));
    if (there < 0 || last > windows[there]![1]) return null;
  }
  return end;
};

/** Later than any horizon: nobody comes for it any more. */
const NEVER = 1_000_000_000;

const fetchAfter = (windows: Windows | null, minute: number): number => {
  if (!windows) return minute;
  const at = windowAt(windows, minute);
  if (at >= 0 && minute < windows[at]![1]) return minute;
  return windows[at + 1]?.[0] ?? NEVER;
};

const classOf = (
  step: BenchStep,
  calendars: ReadonlyMap<string, Windows>,
  fetch: Windows | null,
  { horizon, grid }: BenchProblem,
  fixed: number | undefined,
  isFact: boolean,
): StepClass => {
  const starts: number[] = [];
  const columns: Record<Point, number[]> = { start: [], end: [], dry: [], fetch: [] };
  const add = (start: number, end: number) => {
    const dry = end + dryAfter(step.dry, start);
    starts.push(start);
    columns.start.push(start);
    columns.end.push(end);
    columns.dry.push(dry);
    columns.fetch.push(fetchAfter(fetch, dry));
  };
  if (fixed !== undefined && isFact) add(fixed, fixed + step.duration);
  else
    for (let start = fixed ?? 0; start <= (fixed ?? horizon); start += grid) {
      const free = step.inside[0] && fixed === undefined ? calendars.get(step.inside[0].calendar)! : null;
      const here = free ? windowAt(free, start) : -1;
      if (free && (here < 0 || start >= free[here]![1])) {
        // between windows nothing starts: on to the next one
        const next = free[here + 1];
        if (!next) break;
        start = Math.ceil(next[0] / grid) * grid;
      }
      const end = endFrom(step, calendars, start);
      if (end !== null && end <= horizon) add(start, end);
    }
  const tables = (work: (values: readonly number[]) => Int32Array) =>
    Object.fromEntries(POINTS.map((point) => [point, work(columns[point])])) as Record<Point, Int32Array>;
  const leastAfter = (point: Point) =>
    columns[point].reduce((least, minute, index) => Math.min(least, minute - starts[index]!), Infinity);
  const mostAfter = (point: Point) =>
    columns[point].reduce((most, minute, index) => Math.max(most, minute - starts[index]!), -Infinity);
  return {
    starts: Int32Array.from(starts),
    leastAfter: { start: 0, end: leastAfter('end'), dry: leastAfter('dry'), fetch: leastAfter('fetch') },
    mostAfter: { start: 0, end: mostAfter('end'), dry: mostAfter('dry'), fetch: mostAfter('fetch') },
    at: tables((values) => Int32Array.from(values)),
    leastFrom: tables((values) => {
      const least = Int32Array.from(values);
      for (let at = least.length - 2; at >= 0; at -= 1) least[at] = Math.min(least[at]!, least[at + 1]!);
      return least;
    }),
    mostUpTo: tables((values) => {
      const most = Int32Array.from(values);
      for (let at = 1; at < most.length; at += 1) most[at] = Math.max(most[at]!, most[at - 1]!);
      return most;
    }),
  };
};

/** What was done was done: facts wait for nothing, neither for each other nor for what is still to come. */
const binds = ({ done }: BenchProblem, { to }: { readonly to: string }): boolean => !(to in done);

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
  const shared = new Map<string, StepClass>();
  const classes = steps.map((step) => {
    const isFact = step.id in problem.done;
    const fixed = problem.done[step.id] ?? problem.pins[step.id];
    const key = JSON.stringify([step.duration, step.inside, step.dry, step.splittable ?? false, fixed ?? null, isFact]);
    const known = shared.get(key);
    if (known) return known;
    const made = classOf(step, open, fetch, problem, fixed, isFact);
    shared.set(key, made);
    return made;
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
