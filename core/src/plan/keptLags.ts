import { propagated, touching, wholeBounds } from './bench/bounds.ts';
import { modelOf } from './bench/model.ts';
import type { BenchProblem } from './bench/problem.ts';
import { onlySteps } from './bench/refusal.ts';

/** A greatest gap among the lags of a problem, with the minutes that it may have, the best first. */
export interface KeptLag {
  readonly item: string;
  /** Its place among the problem's lags. */
  readonly lag: number;
  readonly choices: readonly number[];
}

/** Whether the waits and calendars of some steps leave any start at all, whatever else is on the bench. */
const hasRoom = (problem: BenchProblem): boolean => {
  const model = modelOf(problem);
  if (model.classes.some(({ starts }) => starts.length === 0)) return true; // refused for that, and not for its gaps
  const all = model.steps.map((_, step) => step);
  return propagated(model, wholeBounds(model), model.gaps, touching(all.length, model.gaps), all) === null;
};

/** The gaps of one item, each by the shortest of its choices that its own hours leave room for; without one where none does. */
const fitted = (problem: BenchProblem, own: readonly KeptLag[]): Map<number, number | null> => {
  const ids = new Set(problem.steps.filter(({ item }) => item === own[0]!.item).map(({ id }) => id));
  const most = new Map<number, number | null>(own.map(({ lag, choices }) => [lag, choices[0] ?? null]));
  const withGaps = (gaps: ReadonlyMap<number, number | null>): BenchProblem =>
    onlySteps(
      {
        ...problem,
        lags: problem.lags.map((lag, index) => (gaps.has(index) ? { ...lag, max: gaps.get(index)! } : lag)),
      },
      ids,
    );
  while (!hasRoom(withGaps(most))) {
    const open = own.filter(({ lag }) => most.get(lag) !== null);
    if (!open.length) break;
    // those that no start meets even alone give way first
    const alone = open.filter(
      ({ lag }) => !hasRoom(withGaps(new Map(own.map((one) => [one.lag, one.lag === lag ? most.get(lag)! : null])))),
    );
    for (const { lag, choices } of alone.length ? alone : open)
      most.set(lag, choices[choices.indexOf(most.get(lag)!) + 1] ?? null);
  }
  return most;
};

/** The problem with its greatest gaps of what keeps only so long, each as short as the hours of its piece leave room for. */
export const withKept = (problem: BenchProblem, kept: readonly KeptLag[]): BenchProblem => {
  const byItem = new Map<string, KeptLag[]>();
  for (const one of kept) byItem.set(one.item, [...(byItem.get(one.item) ?? []), one]);
  const most = new Map([...byItem.values()].flatMap((own) => [...fitted(problem, own)]));
  return {
    ...problem,
    lags: problem.lags.map((lag, index) => (most.has(index) ? { ...lag, max: most.get(index)! } : lag)),
  };
};
