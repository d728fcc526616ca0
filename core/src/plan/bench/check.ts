import type { BenchProblem, BenchStep } from './problem.ts';

/** Everything that is wrong with a plan, in words; none where it is valid. Shares nothing with the planner but the problem. */
export const checkBenchPlan = (
  problem: BenchProblem,
  starts: Readonly<Record<string, number>>,
  isDueHard = false,
): string[] => {
  const wrong: string[] = [];
  const byId = new Map(problem.steps.map((step) => [step.id, step]));
  const isFree = (calendar: string, minute: number) =>
    problem.calendars[calendar]!.some(([from, to]) => from <= minute && minute < to);
  const endOf = (step: BenchStep): number => {
    const start = starts[step.id]!;
    if (!step.splittable || !step.inside.length || step.id in problem.done) return start + step.duration;
    let [minute, left] = [start, step.duration];
    for (; left > 0 && minute <= problem.horizon; minute += 1) if (isFree(step.inside[0]!.calendar, minute)) left -= 1;
    return minute;
  };
  const dryOf = (step: BenchStep): number => {
    if (typeof step.dry === 'number') return endOf(step) + step.dry;
    const passed = step.dry.byStart.filter(([from]) => from <= starts[step.id]!);
    return endOf(step) + (passed.at(-1) ?? step.dry.byStart[0]!)[1];
  };
  const fetchOf = (step: BenchStep): number => {
    if (!problem.fetchCalendar) return dryOf(step);
    const calendar = problem.calendars[problem.fetchCalendar]!;
    const dry = dryOf(step);
    if (isFree(problem.fetchCalendar, dry)) return dry;
    return Math.min(...calendar.map(([from]) => from).filter((from) => from >= dry), Infinity);
  };
  const pointOf = (id: string, point: 'start' | 'end' | 'dry'): number =>
    point === 'start' ? starts[id]! : point === 'end' ? endOf(byId.get(id)!) : dryOf(byId.get(id)!);
  for (const step of problem.steps) {
    const start = starts[step.id];
    if (start === undefined || !Number.isInteger(start)) {
      wrong.push(`${step.id} has no start`);
      continue;
    }
    if (step.id in problem.done) {
      if (start !== problem.done[step.id]) wrong.push(`${step.id} was done at another time`);
      continue;
    }
    if (step.id in problem.pins && start !== problem.pins[step.id]) wrong.push(`${step.id} is not at its pin`);
    else if (!(step.id in problem.pins) && start % problem.grid !== 0) wrong.push(`${step.id} is off the grid`);
    for (const { calendar, mode, pad } of step.inside) {
      const last = endOf(step) + pad;
      const minutes =
        mode === 'whole' && !step.splittable
          ? Array.from({ length: Math.max(1, last - start) }, (_, at) => start + at)
          : [start, Math.max(start, last - 1)];
      if (!minutes.every((minute) => isFree(calendar, minute))) wrong.push(`${step.id} leaves ${calendar}`);
    }
  }
  if (wrong.length) return wrong;
  // what was done waits for nothing
  const isOpen = ({ to }: { readonly to: string }): boolean => !(to in problem.done);
  for (const { from, fromPoint, to, toPoint, min, max } of problem.lags.filter(isOpen)) {
    const gap = pointOf(to, toPoint) - pointOf(from, fromPoint);
    if (gap < (min ?? -Infinity) || gap > (max ?? Infinity)) wrong.push(`${from} to ${to}: ${gap}`);
  }
  for (const { from, fromPoint, to, toPoint, windows } of problem.either.filter(isOpen)) {
    const gap = pointOf(to, toPoint) - pointOf(from, fromPoint);
    if (!windows.some(([low, high]) => gap >= low && gap <= (high ?? Infinity)))
      wrong.push(`${from} to ${to}: ${gap} in no window`);
  }
  for (const [resource, { capacity, busy }] of Object.entries(problem.resources)) {
    const missing = busy.flatMap(
      ([from, to, units]) =>
        [
          [from, units, false],
          [to, -units, false],
        ] as const,
    );
    const changes = problem.steps.flatMap((step) =>
      step.uses
        .filter((use) => use.resource === resource)
        .flatMap(({ units, until }) => {
          const released = until === 'end' ? endOf(step) : until === 'dry' ? dryOf(step) : fetchOf(step);
          const isFact = step.id in problem.done;
          return [
            [starts[step.id]!, units, isFact],
            [released, -units, isFact],
          ] as const;
        }),
    );
    let [held, byFacts] = [0, 0];
    for (const [, units, isFact] of [...changes, ...missing].sort(
      (left, right) => left[0] - right[0] || left[1] - right[1],
    )) {
      if (isFact) byFacts += units;
      else held += units;
      // facts that held more than there is are not the plan's doing
      if (held > 0 && held + Math.min(byFacts, capacity) > capacity) {
        wrong.push(`${resource} is overdrawn`);
        break;
      }
    }
  }
  if (isDueHard)
    for (const step of problem.steps)
      if (dryOf(step) > (problem.due[step.item] ?? Infinity)) wrong.push(`${step.id} is late`);
  return wrong;
};
