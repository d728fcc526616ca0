import { LENGTH_DUST, type CuttingProblem, type Pattern } from './bars.ts';
import type { Cutting } from './dive.ts';
import type { Worth } from './relaxed.ts';

/** What a search may still spend, shared by all that follow each other. */
export interface Steps {
  left: number;
}

const STEPS_A_STATE = 5;

interface Choice extends Pattern {
  readonly loss: number;
}

/**
 * A cutting that costs no more than a target: depth first, the longest cut that is left always next.
 *
 * A pattern loses what its bar costs above the worth of its cuts; a cutting's losses are its cost above the relaxed bound, so no branch may
 * lose more than the target leaves. Only patterns to which no further cut fits are looked at: a cut can always move to an earlier bar.
 *
 * @param steps patterns, whole or in part, that may be looked at; runs below 0 where the search was given up
 * @returns null where there is none, or where the steps ran out
 */
export const searched = (
  { kinds, bars }: CuttingProblem,
  worth: Worth,
  target: number,
  steps: Steps,
): Cutting | null => {
  const dust = 1e-7 * (1 + Math.abs(target));
  const rest = kinds.map(({ count }) => count);
  const left = bars.map(({ count }) => count);
  const taken: Pattern[] = [];
  const failedWith = new Map<string, number>();

  /** Full patterns of a bar that hold one of the first kind, losing no more than so much. */
  const fullPatterns = (bar: number, first: number, most: number, choices: Choice[]): void => {
    const counts = kinds.map(() => 0);
    const fill = (at: number, room: number, loss: number): void => {
      steps.left -= 1;
      if (steps.left < 0) return;
      if (at === kinds.length) {
        if (loss > most + dust) return;
        if (kinds.some(({ lengthMm }, kind) => counts[kind]! < rest[kind]! && lengthMm <= room + LENGTH_DUST)) return;
        choices.push({ bar, counts: [...counts], loss: Math.max(0, loss) });
        return;
      }
      const { lengthMm } = kinds[at]!;
      for (
        let many = Math.min(rest[at]!, Math.floor((room + LENGTH_DUST) / lengthMm));
        many >= Number(at === first);
        many -= 1
      ) {
        counts[at] = many;
        fill(at + 1, room - many * lengthMm, loss - many * worth.kinds[at]!);
      }
      counts[at] = 0;
    };
    fill(first, bars[bar]!.lengthMm, bars[bar]!.cost + worth.bars[bar]!);
  };

  const cut = (budget: number): boolean => {
    const first = rest.findIndex((count) => count > 0);
    if (first < 0) return worth.bars.reduce((sum, tax, at) => sum + (tax ? tax * left[at]! : 0), 0) <= budget + dust;
    // a state is looked up in the time of several patterns
    steps.left -= STEPS_A_STATE;
    const state = `${rest.join()};${left.join()}`;
    const known = failedWith.get(state);
    if (known !== undefined && known >= budget) return false;
    const choices: Choice[] = [];
    bars.forEach(({ lengthMm }, at) => {
      if (left[at]! > 0 && kinds[first]!.lengthMm <= lengthMm + LENGTH_DUST) fullPatterns(at, first, budget, choices);
    });
    choices.sort((one, other) => one.loss - other.loss);
    for (const choice of choices) {
      if (steps.left < 0) return false;
      choice.counts.forEach((count, at) => (rest[at]! -= count));
      left[choice.bar]! -= 1;
      taken.push(choice);
      if (cut(budget - choice.loss)) return true;
      taken.pop();
      left[choice.bar]! += 1;
      choice.counts.forEach((count, at) => (rest[at]! += count));
    }
    if (steps.left >= 0) failedWith.set(state, budget);
    return false;
  };

  if (!cut(target - worth.bound)) return null;
  return {
    patterns: taken.map(({ bar, counts }) => ({ bar, counts })),
    cost: taken.reduce((sum, { bar }) => sum + bars[bar]!.cost, 0),
  };
};
