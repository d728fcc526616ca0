import type { Answer } from './record.ts';
import type { QuestionRow } from './schema.ts';
import { STRENGTHS } from './vocabulary.ts';

/** Something else keeps at least so much. */
export const ELSE_SHARE = 0.1;
/** How much an answer speaks for a cause. */
export const factorOf = ({ yes }: QuestionRow, causeId: string, answer: Answer): number => {
  if (answer === 'unknown' || !yes.causes.includes(causeId)) return 1;
  return answer === 'yes' ? STRENGTHS[yes.strength] : 1 / STRENGTHS[yes.strength];
};

/** Causes with their weights, as shares of all that can be: something else keeps its part. */
export const sharesOf = (weights: readonly number[], elseWeight: number): { shares: number[]; rest: number } => {
  const sum = weights.reduce((total, weight) => total + weight, 0);
  const rest = Math.max(ELSE_SHARE, sum + elseWeight > 0 ? elseWeight / (sum + elseWeight) : 1);
  return { shares: weights.map((weight) => (sum > 0 ? (weight / sum) * (1 - rest) : 0)), rest: sum > 0 ? rest : 1 };
};
