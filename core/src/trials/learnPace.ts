import { z } from 'zod';
import type { Figure } from '../materials/index.ts';
import { readBySchema, type Outcome } from '../problem/index.ts';
import { OUTER, spreadOf } from './normal.ts';

const minutes = z.number('minutes').positive('more than 0 min').max(100_000, 'at most 100000 min');

export const paceQuestionSchema = z.object({
  /** What is usual, minutes. */
  figure: z
    .object({ low: minutes, typical: minutes, high: minutes })
    .refine(({ low, typical, high }) => low <= typical && typical <= high, 'low ≤ typical ≤ high'),
  /** How long it took, each time. */
  minutes: z.array(minutes).max(5000, 'at most 5000 times'),
});
export type PaceQuestion = z.input<typeof paceQuestionSchema>;

/** How far one time lies from the next, as a standard deviation of the logarithm. */
const BETWEEN_TIMES = 0.3;

/**
 * The maker's own minutes for a kind of step: the usual figure, drawn towards the times that it took.
 *
 * @returns minutes with the basis `your-trial`; without times the figure's own range
 */
export const learnPace = (question: PaceQuestion): Outcome<{ figure: Figure }> => {
  const read = readBySchema(paceQuestionSchema, question, 'Mend that time, or leave it out.');
  if (!read.ok) return read;
  const { figure, minutes: times } = read.value;
  if (!times.length) return { ok: true, figure: { ...figure, unit: 'min', basis: 'practice' } };
  const before = 1 / spreadOf(figure) ** 2;
  const each = 1 / BETWEEN_TIMES ** 2;
  const sum = times.reduce((total, one) => total + Math.log(one / figure.typical), 0);
  const certain = before + times.length * each;
  const mean = (sum * each) / certain;
  const wide = OUTER * Math.sqrt(1 / certain + BETWEEN_TIMES ** 2);
  return {
    ok: true,
    figure: {
      low: figure.typical * Math.exp(mean - wide),
      typical: figure.typical * Math.exp(mean),
      high: figure.typical * Math.exp(mean + wide),
      unit: 'min',
      basis: 'your-trial',
    },
  };
};
