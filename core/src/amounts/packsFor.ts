import { failed, type Outcome } from '../problem/index.ts';
import { dusted, numberProblem, wholeAbove } from '../cut/index.ts';

export interface Pack {
  readonly size: number;
  /** In the main unit; null: not known. */
  readonly price: number | null;
}

export interface PacksInput {
  readonly need: number;
  /** In the same unit as the need. */
  readonly packs: readonly Pack[];
}

export interface Packs {
  /** How many of each pack, in their order. */
  readonly counts: readonly number[];
  /** Of all of them; null where a price that is needed is not known. */
  readonly price: number | null;
  readonly left: number;
}

/** Sizes are told apart to a thousandth. */
const PER_UNIT = 1000;
/** Largest table of covered amounts; the bulk of a larger need is bought in the pack that is cheapest by amount. */
const MOST_STEPS = 3_000_000;

const divisor = (one: number, other: number): number => (other ? divisor(other, one % other) : one);

/** The best of what covers each amount, by price, then number of packs. */
const cheapest = (need: number, sizes: readonly number[], prices: readonly number[]): number[] => {
  const most = need + Math.max(...sizes) - 1;
  const price = new Float64Array(most + 1).fill(Infinity);
  const packs = new Int32Array(most + 1);
  const last = new Int16Array(most + 1).fill(-1);
  price[0] = 0;
  for (let amount = 1; amount <= most; amount += 1)
    for (let at = 0; at < sizes.length; at += 1) {
      const before = amount - sizes[at]!;
      if (before < 0 || before >= need || price[before] === Infinity) continue;
      const [now, count] = [price[before]! + prices[at]!, packs[before]! + 1];
      if (now > price[amount]! || (now === price[amount]! && count >= packs[amount]!)) continue;
      [price[amount], packs[amount], last[amount]] = [now, count, at];
    }
  let best = -1;
  // the first of the cheapest has the least left over
  for (let amount = need; amount <= most; amount += 1)
    if (price[amount]! < (best < 0 ? Infinity : price[best]!)) best = amount;
  const counts = sizes.map(() => 0);
  for (let amount = best; amount > 0; amount -= sizes[last[amount]!]!) counts[last[amount]!]! += 1;
  return counts;
};

/**
 * The cheapest packs that cover a need; of equal prices the least left over, then the fewest packs.
 *
 * Packs of unknown price are bought only where no priced pack is on offer: the fewest left over then decides. Of a need of more than three
 * million steps of the sizes' common measure, the bulk is bought in the pack that is cheapest by amount.
 *
 * @returns counts in the order of the packs; problems where a size is 0, a price negative, or there is nothing to buy
 * @example packsFor({ need: 620, packs: [{ size: 250, price: 9.5 }, { size: 750, price: 21 }] }) // one of 750: 21, 130 left
 */
export const packsFor = ({ need, packs }: PacksInput): Outcome<Packs> => {
  const wrong = [
    ...numberProblem('need', need, { from: '0 or more' }),
    ...packs.flatMap(({ size, price }, at) => [
      ...numberProblem(`packs.${at}.size`, size, { from: 'above 0' }),
      ...(price === null ? [] : numberProblem(`packs.${at}.price`, price, { from: '0 or more' })),
    ]),
  ];
  if (!wrong.length && need > 0 && !packs.length)
    wrong.push({
      code: 'no-packs',
      at: 'packs',
      given: 'no pack was given.',
      allowed: 'at least one pack with its size.',
      todo: 'Enter a pack that can be bought.',
    });
  if (wrong.length) return failed(...wrong);
  const isPriced = packs.some(({ price }) => price !== null);
  const offered = packs.flatMap(({ size, price }, at) =>
    isPriced && price === null ? [] : [{ at, size, price: price ?? 0 }],
  );
  const counts = packs.map(() => 0);
  if (need > 0) {
    const sizes = offered.map(({ size }) => Math.max(1, Math.floor(size * PER_UNIT + 1e-6)));
    const step = sizes.reduce(divisor);
    const steps = sizes.map((size) => size / step);
    // prices are added in hundredths of the smallest coin, so that equal sums are equal
    const prices = offered.map(({ price }) => Math.round(price * 1e4));
    let rest = wholeAbove((need * PER_UNIT) / step);
    const rate = (at: number) => prices[at]! / steps[at]!;
    const bulk = steps.reduce((best, _, at) => (rate(at) < rate(best) ? at : best), 0);
    if (rest + Math.max(...steps) > MOST_STEPS) {
      const kept = Math.max(0, Math.min(rest, MOST_STEPS - Math.max(...steps)));
      const whole = Math.floor((rest - kept) / steps[bulk]!);
      counts[offered[bulk]!.at]! += whole;
      rest -= whole * steps[bulk]!;
    }
    if (rest + Math.max(...steps) > 2 * MOST_STEPS) counts[offered[bulk]!.at]! += Math.ceil(rest / steps[bulk]!);
    else if (rest > 0) cheapest(rest, steps, prices).forEach((count, at) => (counts[offered[at]!.at]! += count));
  }
  const of = (value: (pack: Pack) => number) => packs.reduce((sum, pack, at) => sum + counts[at]! * value(pack), 0);
  return {
    ok: true,
    counts,
    price: packs.some(({ price }, at) => counts[at]! > 0 && price === null)
      ? null
      : dusted(of(({ price }) => price ?? 0)),
    left: dusted(Math.max(0, of(({ size }) => size) - need)),
  };
};
