import { failed, type Outcome, type Problem } from '../problem/index.ts';
import { dusted, numberProblem, wholeAbove } from '../cut/index.ts';

export interface MixInput {
  readonly volumeMl: number;
  /** Parts, in the label's order. */
  readonly ratio: readonly number[];
  readonly by: 'volume' | 'weight';
  /** g/ml, in the ratio's order. */
  readonly densities?: readonly number[] | undefined;
  /** The least of a part that can be measured well, ml. */
  readonly leastPartMl: number;
  /** The most that one mix may be: what can be used up in its pot life, or what the cup holds, ml. */
  readonly batchMl?: number | undefined;
}

export interface MixPart {
  readonly ml: number;
  /** Where its density is known. */
  readonly g?: number;
}

export interface Mix {
  /** How many equal mixes. */
  readonly mixes: number;
  /** Of one mix, in the ratio's order. */
  readonly parts: readonly MixPart[];
  /** Of all mixes together. */
  readonly mixedMl: number;
  readonly spareMl: number;
  /** Which part made every mix larger than it is needed: its least measure. */
  readonly raisedFor?: number;
}

/**
 * How a mix is measured: the fewest equal mixes that one pot life or cup allows, none of their parts below what can be measured.
 *
 * By volume a part is its share of the volume. By weight it is its share of the weight: shares of volume then go as ratio ÷ density.
 *
 * @returns problems where a number is none, a mix of the least measure is more than a batch, or weights come without densities
 * @example mixFor({ volumeMl: 24, ratio: [2, 1], by: 'volume', leastPartMl: 10 }) // one of 20 + 10 ml, 6 ml to spare
 */
export const mixFor = ({ volumeMl, ratio, by, densities, leastPartMl, batchMl }: MixInput): Outcome<Mix> => {
  const wrong: Problem[] = [
    ...numberProblem('volumeMl', volumeMl, { from: '0 or more' }),
    ...numberProblem('leastPartMl', leastPartMl, { from: '0 or more' }),
    ...(batchMl === undefined ? [] : numberProblem('batchMl', batchMl, { from: 'above 0' })),
    ...ratio.flatMap((part, at) => numberProblem(`ratio.${at}`, part, { from: 'above 0' })),
    ...(densities ?? []).flatMap((density, at) => numberProblem(`densities.${at}`, density, { from: 'above 0' })),
  ];
  if (ratio.length < 2)
    wrong.push({
      code: 'bad-ratio',
      at: 'ratio',
      given: `a ratio of ${ratio.length} part${ratio.length === 1 ? ' was' : 's were'} given.`,
      allowed: 'two parts or more.',
      todo: 'Enter the ratio that stands on the label, such as 2 : 1.',
    });
  if (densities ? densities.length !== ratio.length : by === 'weight')
    wrong.push({
      code: 'densities-missing',
      at: 'densities',
      given: `a ratio of ${ratio.length} parts by ${by} and ${densities?.length ?? 'no'} densities were given.`,
      allowed: 'the density of every part, g/ml: a ratio by weight is another one by volume.',
      todo: 'Enter the densities from the label or its data sheet, or weigh the parts.',
    });
  if (wrong.length) return failed(...wrong);

  const volumes = by === 'volume' ? ratio : ratio.map((part, at) => part / densities![at]!);
  const whole = volumes.reduce((sum, volume) => sum + volume, 0);
  const shares = volumes.map((volume) => volume / whole);
  const smallest = shares.indexOf(Math.min(...shares));
  const mixes = volumeMl === 0 ? 0 : batchMl === undefined ? 1 : Math.max(1, wholeAbove(volumeMl / batchMl));
  const needed = mixes ? volumeMl / mixes : 0;
  const isRaised = mixes > 0 && needed * shares[smallest]! < leastPartMl * (1 - 1e-9);
  const mixMl = isRaised ? leastPartMl / shares[smallest]! : needed;
  if (batchMl !== undefined && mixMl > batchMl * (1 + 1e-9))
    return failed({
      code: 'mix-over-batch',
      at: 'batchMl',
      given: `the least mix that can be measured is ${dusted(Number(mixMl.toFixed(1)))} ml: its smallest part is then ${leastPartMl} ml.`,
      allowed: `at most ${batchMl} ml in one go.`,
      todo: 'Measure smaller parts (a syringe, a finer scale), take a larger cup, or work with a slower mix.',
    });
  const mixedMl = mixMl * mixes;
  return {
    ok: true,
    mixes,
    parts: shares.map((share, at) => ({
      ml: dusted(share * mixMl),
      ...(densities ? { g: dusted(share * mixMl * densities[at]!) } : {}),
    })),
    mixedMl: dusted(mixedMl),
    spareMl: dusted(Math.max(0, mixedMl - volumeMl)),
    ...(isRaised ? { raisedFor: smallest } : {}),
  };
};
