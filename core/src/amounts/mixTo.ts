import { dusted, numberProblem } from '../cut/index.ts';
import { failed, type Outcome, type Problem } from '../problem/index.ts';
import { mixFor } from './mixFor.ts';
import { scaleRecipe } from './scaleRecipe.ts';

/** How something is mixed at the bench: parts in the label's order, by what they are measured. */
export interface BenchMix {
  readonly names: readonly string[];
  readonly ratio: readonly number[];
  readonly by: 'volume' | 'weight';
  /** The least of a part that can be measured well: ml by volume, g by weight. */
  readonly least: number;
  /** The most that one mix may be, in the same unit. */
  readonly batch?: number | undefined;
}

/** What a mix is made to: so much in all, what is left of one part, or the smallest that can be measured. */
export type MixTarget =
  | { readonly to: 'need'; readonly amount: number }
  | { readonly to: 'left'; readonly part: number; readonly amount: number }
  | { readonly to: 'least' };

/** Equal mixes, in ml by volume, in g by weight. */
export interface MixedTo {
  readonly mixes: number;
  /** Of one mix. */
  readonly parts: readonly number[];
  /** Of one mix. */
  readonly total: number;
  readonly spare: number;
  /** Which part made the mix larger than it is needed: its least measure. */
  readonly raisedFor?: number;
}

const MOST_PARTS = 8;

/**
 * A ratio as it is typed: "2 : 1", "10 to 1", "100:83".
 *
 * @returns as many numbers above 0 as were typed, two or more; else what is allowed
 */
export const readRatio = (text: string): Outcome<{ ratio: number[] }> => {
  const parts = text
    .trim()
    .split(/\s*(?::|\/|\bto\b|\s)\s*/)
    .filter(Boolean)
    .map((part) => Number(part.replace(',', '.')));
  return parts.length >= 2 && parts.length <= MOST_PARTS && parts.every((part) => part > 0 && part < 1e6)
    ? { ok: true, ratio: parts }
    : failed({
        code: 'bad-ratio',
        given: `"${text.trim().slice(0, 60)}" was given.`,
        allowed: 'two parts or more above 0, such as 2 : 1.',
        todo: 'Enter the ratio that stands on the label.',
      });
};

/**
 * Scales a mix to what is needed, to what is left of a part, or to the least that can be measured.
 *
 * What is left bounds a mix: where its smallest part then could not be measured it is refused, and never made larger.
 *
 * @returns problems as of `mixFor`; where a part is none of the mix's; where what is left is too little to measure
 * @example mixTo({ names: ['resin', 'hardener'], ratio: [2, 1], by: 'volume', least: 10 }, { to: 'left', part: 1, amount: 15 }) // 30 + 15 ml
 */
export const mixTo = ({ names, ratio, by, least, batch }: BenchMix, target: MixTarget): Outcome<MixedTo> => {
  const whole = ratio.reduce((sum, part) => sum + part, 0);
  const smallest = Math.min(...ratio);
  if (target.to === 'left') {
    const wrong: Problem[] = numberProblem('amount', target.amount, { from: 'above 0' });
    const recipe = { parts: ratio.map((part, at) => ({ id: String(at), massG: part })) };
    const scaled = wrong.length
      ? failed(...wrong)
      : scaleRecipe(recipe, { part: String(target.part), massG: target.amount });
    if (!scaled.ok) return scaled;
    const parts = scaled.parts.map(({ massG }) => massG);
    const at = parts.indexOf(Math.min(...parts));
    const unit = by === 'volume' ? 'ml' : 'g';
    if (parts[at]! < least * (1 - 1e-9))
      return failed({
        code: 'too-little-to-measure',
        given: `with ${target.amount} ${unit} of ${names[target.part] ?? 'that part'} there would be ${dusted(Number(parts[at]!.toPrecision(3)))} ${unit} of ${names[at] ?? 'the smallest part'}.`,
        allowed: `at least ${least} ${unit} of every part: less cannot be measured well.`,
        todo: 'Measure with a syringe or a finer scale, or open a new one.',
      });
    return { ok: true, mixes: 1, parts, total: scaled.totalG, spare: 0 };
  }
  const amount = target.to === 'least' ? (least * whole) / smallest : target.amount;
  // shares of a weight are what shares of a volume are: g stand for ml
  const answer = mixFor({ volumeMl: amount, ratio, by: 'volume', leastPartMl: least, batchMl: batch });
  if (!answer.ok) return answer;
  const parts = answer.parts.map(({ ml }) => ml);
  return {
    ok: true,
    mixes: answer.mixes,
    parts,
    total: dusted(parts.reduce((sum, part) => sum + part, 0)),
    spare: answer.spareMl,
    ...(answer.raisedFor === undefined ? {} : { raisedFor: answer.raisedFor }),
  };
};

/**
 * Level kitchen spoons for a powder, to the quarter: how much it weighs loose differs, so that they are never exact.
 *
 * @param bulk   g/ml of it, loose
 * @param spoon  ml of a spoon
 * @returns null where it is less than a quarter of a spoon
 */
export const spoonsOf = (massG: number, bulk: number, spoonMl: number): number | null => {
  const spoons = Math.round((massG / bulk / spoonMl) * 4) / 4;
  return spoons > 0 ? spoons : null;
};
