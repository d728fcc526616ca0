import { failed, type Outcome, type Problem } from '../problem/index.ts';
import { dusted, numberProblem, twiceProblems } from './given.ts';
import { LENGTH_DUST, type CuttingProblem } from './lengths/bars.ts';
import { cheapestSet } from './lengths/barSets.ts';
import { dived, type Cutting } from './lengths/dive.ts';
import { relaxed } from './lengths/relaxed.ts';
import { searched, type Steps } from './lengths/searched.ts';

export interface LengthPiece {
  readonly name: string;
  readonly lengthMm: number;
  readonly count: number;
}

export interface LengthStock {
  readonly name: string;
  readonly lengthMm: number;
  /** null: any number. */
  readonly count: number | null;
  /** Of one, in the main unit; a leftover costs 0. */
  readonly price: number;
}

export interface LengthsInput {
  readonly pieces: readonly LengthPiece[];
  readonly stock: readonly LengthStock[];
  /** What a cut takes away. */
  readonly kerfMm: number;
}

export interface CutBar {
  readonly stock: string;
  /** Longest first. */
  readonly cuts: readonly { readonly name: string; readonly lengthMm: number }[];
  readonly leftMm: number;
}

export interface CutLengths {
  readonly bars: readonly CutBar[];
  readonly price: number;
  /** No way of cutting costs less than this. */
  readonly bound: number;
}

/** The most cuts and bars that are laid out. */
const MOST_CUTS = 2000;
const CENTS = 100;
/** What a bar costs beside its price, in coins, so that of equal prices fewer bars win; all bars together stay below a coin. */
const PER_BAR = 0.5 / MOST_CUTS;
/** A bound this little above a coin is that coin. */
const COIN_DUST = 0.51;
const DIVES = 60;
const SEARCH_STEPS = 1_500_000;
const FEWER_STEPS = 100_000;

const wrongIn = ({ pieces, stock, kerfMm }: LengthsInput): Problem[] => {
  const whole = { from: '0 or more', isWhole: true } as const;
  const wrong = [
    ...numberProblem('kerfMm', kerfMm, { from: '0 or more' }),
    ...pieces.flatMap(({ lengthMm, count }, at) => [
      ...numberProblem(`pieces.${at}.lengthMm`, lengthMm, { from: 'above 0' }),
      ...numberProblem(`pieces.${at}.count`, count, whole),
    ]),
    ...stock.flatMap(({ lengthMm, count, price }, at) => [
      ...numberProblem(`stock.${at}.lengthMm`, lengthMm, { from: 'above 0' }),
      ...(count === null ? [] : numberProblem(`stock.${at}.count`, count, whole)),
      ...numberProblem(`stock.${at}.price`, price, { from: '0 or more' }),
    ]),
    ...twiceProblems(
      'stock',
      stock.map(({ name }) => name),
    ),
  ];
  const cuts = pieces.reduce((sum, { count }) => sum + count, 0);
  if (!wrong.length && cuts > MOST_CUTS)
    wrong.push({
      code: 'too-many-cuts',
      at: 'pieces',
      given: `${cuts} cuts were given.`,
      allowed: `at most ${MOST_CUTS} in one list.`,
      todo: 'Cut them in several lists.',
    });
  if (wrong.length) return wrong;
  const longest = stock.reduce((most, { lengthMm, count }) => (count === 0 ? most : Math.max(most, lengthMm)), 0);
  return pieces
    .filter(({ lengthMm, count }) => count > 0 && lengthMm > longest + LENGTH_DUST)
    .map(({ name, lengthMm }) => ({
      code: 'too-long',
      at: 'pieces',
      given: `"${name}" is ${lengthMm} mm long.`,
      allowed: longest ? `at most ${longest} mm, the longest stock.` : 'a stock to cut it from; none was given.',
      todo: 'Enter a longer stock, or join it from two lengths.',
    }));
};

const notEnough = ({ pieces, stock, kerfMm }: LengthsInput, isSure: boolean): Problem => ({
  code: 'not-enough',
  at: 'stock',
  given: `${pieces.map(({ name, lengthMm, count }) => `${count} × "${name}" of ${lengthMm} mm`).join(', ')}, with a kerf of ${kerfMm} mm, were to be cut from ${stock.map(({ name, count }) => `${count ?? 'any number of'} × "${name}"`).join(', ')}.`,
  allowed: isSure
    ? 'what that stock yields: it is too little.'
    : 'what that stock yields: no way to cut it all was found.',
  todo: 'Buy more of one of them, or cut fewer.',
});

/** The cheapest cutting that the budget finds, and the cost that none goes below. */
const cheapest = (problem: CuttingProblem): { best: Cutting | null; bound: number } => {
  const worth = relaxed(problem);
  if (worth.bound === Infinity) return { best: null, bound: Infinity };
  const steps: Steps = { left: SEARCH_STEPS };
  const from = Math.ceil(worth.bound - COIN_DUST);
  let best = dived(problem, worth, DIVES, from + 1 - COIN_DUST);
  const cuts = problem.kinds.reduce((sum, { count }) => sum + count, 0);
  const dearest = Math.max(...problem.bars.map(({ cost }) => cost));
  const above = best ? Math.floor(best.cost) : cuts * dearest + 1;
  let bound = from;
  if (from < above) {
    const sets = cheapestSet(problem, from, above, steps);
    if (sets) {
      best = sets.found ?? best;
      bound = sets.nothingBelow;
    }
  }
  bound = Math.floor(bound);
  // the same money, fewer bars
  const fewer: Steps = { left: FEWER_STEPS };
  while (best && fewer.left >= 0) {
    const found = searched(problem, worth, best.cost - PER_BAR, fewer);
    if (!found) break;
    best = found;
  }
  return { best, bound: best ? Math.min(bound, Math.floor(best.cost)) : bound };
};

/**
 * Which lengths are cut from which bar: at the least price, then from the fewest bars.
 *
 * The cuts of a bar and a kerf behind each fit into the bar and one kerf: the last one needs none. A relaxed problem bounds the price from
 * below; bars chosen one after the other bound it from above; a search between the two finds the least and proves it, within a budget of
 * steps that lists of 60 cuts of 8 lengths do not use up.
 *
 * @param pieces length mm, whole counts
 * @param stock  of unlike names; `count: null` for any number; price in the main unit
 * @returns bars with their cuts, the price and its bound; problems that name what is too long, or that the stock is not enough
 */
export const cutLengths = (input: LengthsInput): Outcome<CutLengths> => {
  const wrong = wrongIn(input);
  if (wrong.length) return failed(...wrong);
  const { pieces, stock, kerfMm } = input;
  const wanted = pieces.filter(({ count }) => count > 0);
  if (!wanted.length) return { ok: true, bars: [], price: 0, bound: 0 };
  const lengths = [...new Set(wanted.map(({ lengthMm }) => lengthMm))].sort((one, other) => other - one);
  const kinds = lengths.map((lengthMm) => ({
    lengthMm: lengthMm + kerfMm,
    count: wanted.reduce((sum, piece) => sum + (piece.lengthMm === lengthMm ? piece.count : 0), 0),
  }));
  const cuts = kinds.reduce((sum, { count }) => sum + count, 0);
  const offered = stock.filter(({ count, lengthMm }) => count !== 0 && lengthMm >= lengths.at(-1)! - LENGTH_DUST);
  const problem: CuttingProblem = {
    kinds,
    bars: offered.map(({ lengthMm, count, price }) => ({
      lengthMm: lengthMm + kerfMm,
      count: count === null || count >= cuts ? Infinity : count,
      cost: Math.round(price * CENTS) + PER_BAR,
    })),
  };
  const { best, bound } = cheapest(problem);
  if (!best) return failed(notEnough(input, bound === Infinity));

  // which piece each cut of a length is: in the order in which they were given
  const named = lengths.map((lengthMm) =>
    wanted.filter((piece) => piece.lengthMm === lengthMm).flatMap(({ name, count }) => Array<string>(count).fill(name)),
  );
  const bars = best.patterns
    .map(({ bar, counts }): CutBar => {
      const taken = counts.flatMap((count, at) =>
        named[at]!.splice(0, count).map((name) => ({ name, lengthMm: lengths[at]! })),
      );
      const used = taken.reduce((sum, { lengthMm }) => sum + lengthMm + kerfMm, 0);
      return { stock: offered[bar]!.name, cuts: taken, leftMm: dusted(Math.max(0, offered[bar]!.lengthMm - used)) };
    })
    .filter((bar) => bar.cuts.length);
  return { ok: true, bars, price: dusted(Math.floor(best.cost) / CENTS), bound: dusted(bound / CENTS) };
};
