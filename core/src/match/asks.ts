import type { Candidate } from './candidates.ts';
import type { OpenFact } from './conditions.ts';
import { UNSAID, type Rung, type UnsaidField } from './unsaid.ts';

/** A fact that nobody has said and that would change the answer. */
export interface Ask {
  readonly field: UnsaidField;
  readonly asks: string;
  readonly answers: readonly Pick<Rung, 'value' | 'label'>[];
  /** How much of the answer hangs on it: stacks shown that would go, the first of them counted most. */
  readonly weight: number;
}

const MOST_ASKED = 3;
const MOST_ANSWERS = 4;

/** The answers that lead apart: the mildest, those at which a shown stack still stands, the next worse ones, the worst. */
const tellingRungs = (rungs: readonly Rung[], limits: ReadonlySet<Rung['value']>): readonly Rung[] => {
  if (rungs.length <= MOST_ANSWERS) return rungs;
  const last = rungs.length - 1;
  const edges = rungs.flatMap(({ value }, at) => (limits.has(value) ? [at, Math.min(last, at + 1)] : []));
  const chosen = [...new Set([0, ...edges.slice(0, MOST_ANSWERS - 2), last])].sort((left, right) => left - right);
  return chosen.map((at) => rungs[at]!);
};

/**
 * The two or three unsaid facts that would change the answer most, the most useful first: those on which the conditions of the stacks
 * hang, each weighed by the place of the stack.
 *
 * @param shown the stacks in the order in which they are shown
 */
export const asksOf = (facts: readonly OpenFact[], shown: readonly Candidate[]): Ask[] =>
  facts
    .flatMap(({ field, rungs }): Ask[] => {
      const limits = new Set(
        shown.flatMap(({ onlyIf }) => onlyIf.flatMap((each) => (each.field === field ? [each.value] : []))),
      );
      const weight = shown.reduce((sum, { onlyIf }, place) => {
        const condition = onlyIf.find((each) => each.field === field);
        if (!condition) return sum;
        // a stack that hangs on this alone gains most by the answer, and one that stands only at the mildest is the likeliest to go
        const strictness =
          1 + (rungs.length - rungs.findIndex(({ value }) => value === condition.value)) / rungs.length;
        return sum + (strictness * (place === 0 ? 3 : 1)) / onlyIf.length;
      }, 0);
      return weight > 0
        ? [
            {
              field,
              asks: UNSAID[field].asks,
              answers: tellingRungs(rungs, limits).map(({ value, label }) => ({ value, label })),
              weight,
            },
          ]
        : [];
    })
    .sort((left, right) => right.weight - left.weight)
    .slice(0, MOST_ASKED);
