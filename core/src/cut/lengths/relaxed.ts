import { bestPattern, LENGTH_DUST, type CuttingProblem, type Pattern } from './bars.ts';

/** What one of each kind and one of each scarce bar is worth at the relaxed optimum, and the cost that no cutting goes below. */
export interface Worth {
  /** Of one of each kind. */
  readonly kinds: readonly number[];
  /** Of one bar of each stock, where its number is limited; else 0. */
  readonly bars: readonly number[];
  readonly bound: number;
  /** The relaxed optimum itself: patterns with how often, in fractions. */
  readonly uses: readonly (Pattern & { readonly times: number })[];
}

const MOST_ROUNDS = 400;
const PATTERN_STEPS = 20_000;
/** Reduced costs below this are rounding. */
const DUST = 1e-9;

/**
 * The linear relaxation: patterns may be used in fractions. Column generation: a simplex over the patterns so far, to which the pattern of
 * least reduced cost joins until there is none below 0.
 *
 * The bound is Farley's: the dual scaled until no pattern is worth more than its bar, so it holds also where a search was cut short.
 *
 * @returns bound Infinity where even fractions of bars do not hold all
 */
export const relaxed = ({ kinds, bars }: CuttingProblem): Worth => {
  const scarce = bars.flatMap(({ count }, at) => (Number.isFinite(count) ? [at] : []));
  const rows = kinds.length + scarce.length;
  const missing = 100 * (1 + Math.max(...bars.map(({ cost }) => cost))) * kinds.length;
  // the first basis: each kind alone on the bar that is cheapest for it, or missing where only scarce bars hold it; scarce bars unused
  const alone = kinds.map(({ lengthMm, count }) =>
    bars.reduce<{ bar: number; cost: number; many: number } | null>((best, bar, at) => {
      const many = Math.min(count, Math.floor((bar.lengthMm + LENGTH_DUST) / lengthMm));
      if (Number.isFinite(bar.count) || many < 1) return best;
      return best && best.cost / best.many <= bar.cost / many ? best : { bar: at, cost: bar.cost, many };
    }, null),
  );
  const inverse = Array.from({ length: rows }, (_, row) =>
    Array.from({ length: rows }, (__, column) => (row === column ? 1 / (alone[row]?.many ?? 1) : 0)),
  );
  const costs = Array.from({ length: rows }, (_, row) => (row < kinds.length ? (alone[row]?.cost ?? missing) : 0));
  // which rows of the basis still stand for what is missing
  const isMissing = costs.map((_, row) => row < kinds.length && !alone[row]);
  const patterns = costs.map((_, row): Pattern | null => {
    const first = alone[row];
    return first ? { bar: first.bar, counts: kinds.map((__, at) => (at === row ? first.many : 0)) } : null;
  });
  const amounts = [
    ...kinds.map(({ count }, at) => count / (alone[at]?.many ?? 1)),
    ...scarce.map((at) => bars[at]!.count),
  ];
  const priceOf = (row: number) => costs.reduce((sum, cost, at) => sum + cost * inverse[at]![row]!, 0);
  const all = kinds.map(({ count }) => count);

  let isSolved = false;
  let worth: Worth = { kinds: kinds.map(() => 0), bars: bars.map(() => 0), bound: 0, uses: [] };
  for (let round = 0; round < MOST_ROUNDS; round += 1) {
    const prices = Array.from({ length: rows }, (_, row) => priceOf(row));
    const values = prices.slice(0, kinds.length).map((price) => Math.max(0, price));
    const charges = bars.map((_, at) =>
      scarce.includes(at) ? Math.max(0, -prices[kinds.length + scarce.indexOf(at)]!) : 0,
    );
    const found = bars.map(({ lengthMm }) => bestPattern(kinds, values, all, lengthMm, PATTERN_STEPS));
    // the dual of this round, made fit to bound every cutting
    const scale = Math.max(
      1,
      ...bars.map(({ count, cost }, at) => (Number.isFinite(count) ? 0 : found[at]!.bound / cost)),
    );
    const scaled = values.map((value) => value / scale);
    const taxes = bars.map(({ count, cost }, at) =>
      Number.isFinite(count) ? Math.max(0, found[at]!.bound / scale - cost) : 0,
    );
    const bound =
      scaled.reduce((sum, value, at) => sum + value * all[at]!, 0) -
      taxes.reduce((sum, tax, at) => sum + (tax ? tax * bars[at]!.count : 0), 0);
    if (bound > worth.bound) worth = { kinds: scaled, bars: taxes, bound, uses: [] };

    const reduced = bars.map(({ cost }, at) => cost + charges[at]! - found[at]!.value);
    const enters = reduced.indexOf(Math.min(...reduced));
    const isBar = reduced[enters]! < -DUST * (1 + bars[enters]!.cost);
    // a scarce bar that is charged below nothing is better left unused
    const idle = isBar ? -1 : scarce.findIndex((_, at) => prices[kinds.length + at]! > DUST);
    if (!isBar && idle < 0) {
      isSolved = found.every(({ value, bound: most }) => value === most);
      break;
    }
    const column = Array.from({ length: rows }, (_, row) => {
      if (!isBar) return Number(row === kinds.length + idle);
      return row < kinds.length ? found[enters]!.counts[row]! : Number(scarce[row - kinds.length] === enters);
    });
    const step = inverse.map((line) => line.reduce((sum, value, at) => sum + value * column[at]!, 0));
    let leaves = -1;
    for (let row = 0; row < rows; row += 1)
      if (step[row]! > 1e-9 && (leaves < 0 || amounts[row]! / step[row]! < amounts[leaves]! / step[leaves]! - 1e-12))
        leaves = row;
    if (leaves < 0) break;
    const pivot = step[leaves]!;
    inverse[leaves] = inverse[leaves]!.map((value) => value / pivot);
    amounts[leaves]! /= pivot;
    for (let row = 0; row < rows; row += 1) {
      const factor = row === leaves ? 0 : step[row]!;
      if (!factor) continue;
      inverse[row] = inverse[row]!.map((value, at) => value - factor * inverse[leaves]![at]!);
      amounts[row]! -= factor * amounts[leaves]!;
    }
    costs[leaves] = isBar ? bars[enters]!.cost : 0;
    isMissing[leaves] = false;
    patterns[leaves] = isBar ? { bar: enters, counts: found[enters]!.counts } : null;
  }
  const lacks = isMissing.some((is, row) => is && amounts[row]! > 1e-6);
  const uses = patterns.flatMap((pattern, row) =>
    pattern && amounts[row]! > 1e-9 ? [{ ...pattern, times: amounts[row]! }] : [],
  );
  worth = { ...worth, uses };
  return lacks && isSolved ? { ...worth, bound: Infinity } : worth;
};
