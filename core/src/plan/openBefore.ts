import type { Step } from './step.ts';

/**
 * The steps that come before one, by its waits and its order, and are not marked done: the latest last.
 *
 * @param steps  all steps of the piece, in order
 * @param isDone whether a step is marked
 */
export const openBefore = (steps: readonly Step[], stepId: string, isDone: (stepId: string) => boolean): Step[] => {
  const byId = new Map(steps.map((step) => [step.id, step]));
  const before = new Set<string>();
  const follow = (id: string): void => {
    const step = byId.get(id);
    for (const earlier of step ? [...step.after, ...step.lags.map(({ from }) => from)] : [])
      if (!before.has(earlier)) {
        before.add(earlier);
        follow(earlier);
      }
  };
  follow(stepId);
  return steps.filter(({ id }) => before.has(id) && id !== stepId && !isDone(id));
};
