import type { CuttingProblem } from './bars.ts';
import { dived, rounded, type Cutting } from './dive.ts';
import { relaxed } from './relaxed.ts';
import { searched, type Steps } from './searched.ts';

/** More ways to choose bars than this are not gone through one by one. */
const MOST_SETS = 3000;
const DIVES_A_SET = 60;
const STEPS_A_SET = 300_000;

/** What relaxing and diving take, for each kind and bar. */
const STEPS_A_RELAXATION = 200;

interface BarSet {
  readonly counts: readonly number[];
  readonly cost: number;
}

/** Sets of bars of a cost within bounds that are long enough for all cuts, cheapest first; null where they are too many. */
const setsWithin = ({ kinds, bars }: CuttingProblem, from: number, below: number): BarSet[] | null => {
  const needed = kinds.reduce((sum, { lengthMm, count }) => sum + lengthMm * count, 0);
  const cuts = kinds.reduce((sum, { count }) => sum + count, 0);
  const sets: BarSet[] = [];
  let looked = 0;
  const choose = (at: number, counts: readonly number[], cost: number, lengthMm: number): void => {
    looked += 1;
    if (cost >= below || looked > 100 * MOST_SETS || sets.length > MOST_SETS) return;
    const bar = bars[at];
    if (!bar) {
      if (cost >= from && lengthMm >= needed - 1e-6) sets.push({ counts, cost });
      return;
    }
    // what costs nothing is all there
    if (bar.cost < 1 && Number.isFinite(bar.count)) {
      choose(at + 1, [...counts, bar.count], cost, lengthMm + bar.count * bar.lengthMm);
      return;
    }
    for (let many = 0; many <= Math.min(bar.count, cuts) && cost + many * bar.cost < below; many += 1)
      choose(at + 1, [...counts, many], cost + many * bar.cost, lengthMm + many * bar.lengthMm);
  };
  choose(0, [], 0, 0);
  if (looked > 100 * MOST_SETS || sets.length > MOST_SETS) return null;
  return sets.sort((one, other) => one.cost - other.cost);
};

/**
 * The cheapest set of bars that all cuts can be cut from, of those that cost from a bound up to less than another.
 *
 * For each set, cheapest first: do fractions of its bars hold all, and does a search that may waste no more than the set is too long?
 *
 * @returns what was found, and the cost up to which there is nothing for certain; null where there are too many sets
 */
export const cheapestSet = (
  problem: CuttingProblem,
  from: number,
  below: number,
  steps: Steps,
): { readonly found: Cutting | null; readonly nothingBelow: number } | null => {
  const sets = setsWithin(problem, from, below);
  if (!sets) return null;
  let nothingBelow = below;
  for (const { counts, cost } of sets) {
    if (steps.left < 0) return { found: null, nothingBelow: Math.min(nothingBelow, cost) };
    const bars = problem.bars.flatMap((bar, at) =>
      counts[at] ? [{ ...bar, at, count: counts[at]!, cost: bar.lengthMm }] : [],
    );
    const part: CuttingProblem = { kinds: problem.kinds, bars };
    steps.left -= STEPS_A_RELAXATION * part.kinds.length * bars.length;
    const worth = relaxed(part);
    const whole = bars.reduce((sum, { lengthMm, count }) => sum + lengthMm * count, 0);
    if (worth.bound > whole + 1e-6) continue;
    const own: Steps = { left: Math.min(STEPS_A_SET, steps.left) };
    const before = own.left;
    const cutting = dived(part, worth, DIVES_A_SET, whole) ?? rounded(part, worth) ?? searched(part, worth, whole, own);
    steps.left -= before - own.left;
    if (cutting) {
      const patterns = cutting.patterns.map(({ bar, counts: cuts }) => ({ bar: bars[bar]!.at, counts: cuts }));
      return {
        found: { patterns, cost: patterns.reduce((sum, { bar }) => sum + problem.bars[bar]!.cost, 0) },
        nothingBelow: Math.min(nothingBelow, cost),
      };
    }
    if (own.left < 0) nothingBelow = Math.min(nothingBelow, cost);
  }
  return { found: null, nothingBelow };
};
