import { seeded } from '../../units/index.ts';
import { bestPattern, type CuttingProblem, type Pattern } from './bars.ts';
import { relaxed, type Worth } from './relaxed.ts';

const PATTERN_STEPS = 2000;
/** How far what a kind is worth is shifted, so that tries differ. */
const SHIFT = 0.25;

export interface Cutting {
  readonly patterns: readonly Pattern[];
  readonly cost: number;
}

/**
 * Cuttings by bars chosen one after the other: each the pattern that loses least against what its cuts are worth.
 *
 * @param tries the first by the relaxed worth as it is, the others with it shifted
 * @param until stops at a cutting that costs no more
 * @returns the cheapest that holds all; null where none did
 */
export const dived = ({ kinds, bars }: CuttingProblem, worth: Worth, tries: number, until: number): Cutting | null => {
  const random = seeded(1);
  let best: Cutting | null = null;
  for (let round = 0; round < tries && !(best && best.cost <= until); round += 1) {
    const shift = round ? SHIFT * random() : 0;
    const values = worth.kinds.map(
      (value, at) => (value || 1e-6 * kinds[at]!.lengthMm) * (1 + shift * (random() - 0.5)),
    );
    const rest = kinds.map(({ count }) => count);
    const left = bars.map(({ count }) => count);
    const patterns: Pattern[] = [];
    let cost = 0;
    while (rest.some((count) => count > 0)) {
      let next: Pattern | null = null;
      let least = Infinity;
      for (const [at, bar] of bars.entries()) {
        if (!left[at]) continue;
        const { counts, value } = bestPattern(kinds, values, rest, bar.lengthMm, PATTERN_STEPS);
        const loss = (bar.cost + worth.bars[at]! - value) / bar.lengthMm;
        if (value > 0 && loss < least) [next, least] = [{ bar: at, counts }, loss];
      }
      if (!next) break;
      next.counts.forEach((count, at) => (rest[at]! -= count));
      left[next.bar]! -= 1;
      patterns.push(next);
      cost += bars[next.bar]!.cost;
    }
    if (rest.every((count) => count === 0) && (!best || cost < best.cost)) best = { patterns, cost };
  }
  return best;
};

/**
 * A cutting rounded from the relaxed optimum: whole uses of its patterns are taken, or where there are none the one that is nearest to a
 * whole one; what is left is relaxed again.
 *
 * @returns null where what was left could not be cut any more
 */
export const rounded = (problem: CuttingProblem, worth: Worth): Cutting | null => {
  const rest = problem.kinds.map(({ count }) => count);
  const left = problem.bars.map(({ count }) => count);
  const patterns: Pattern[] = [];
  let now = worth;
  while (rest.some((count) => count > 0)) {
    if (now.bound === Infinity) return null;
    const most = now.uses.reduce<Worth['uses'][number] | null>(
      (best, use) => (best && best.times % 1 >= use.times % 1 ? best : use),
      null,
    );
    const before = patterns.length;
    for (const use of now.uses) {
      const whole = Math.floor(use.times + 1e-6) + Number(use === most && use.times < 1);
      for (let time = 0; time < whole && left[use.bar]! > 0; time += 1) {
        const counts = use.counts.map((count, at) => Math.min(count, rest[at]!));
        if (!counts.some((count) => count > 0)) break;
        counts.forEach((count, at) => (rest[at]! -= count));
        left[use.bar]! -= 1;
        patterns.push({ bar: use.bar, counts });
      }
    }
    if (patterns.length === before) return null;
    now = relaxed({
      kinds: problem.kinds.map((kind, at) => ({ ...kind, count: rest[at]! })),
      bars: problem.bars.map((bar, at) => ({ ...bar, count: left[at]! })),
    });
  }
  return { patterns, cost: patterns.reduce((sum, { bar }) => sum + problem.bars[bar]!.cost, 0) };
};
