import type { QuestionRow } from './schema.ts';
import { factorOf, sharesOf } from './shares.ts';
import { STRENGTHS } from './vocabulary.ts';

/** A question that tells most of what is not known yet. */
export interface Asked {
  readonly id: string;
  readonly words: string;
  /** What exactly to look at. */
  readonly looks: string;
  /** What is to be learnt of it, in bits. */
  readonly gain: number;
}

interface WeighedCause {
  readonly id: string;
  readonly weight: number;
}

/** Under so much nothing more is asked. */
export const LEAST_GAIN = 0.1;

/** How often a yes is heard where another cause is behind it: a strong sign is rare without its cause. */
const YES_ANYHOW: Readonly<Record<QuestionRow['yes']['strength'], number>> = { strong: 0.1, some: 0.25 };

const entropy = (shares: readonly number[]): number =>
  shares.reduce((sum, share) => (share > 0 ? sum - share * Math.log2(share) : sum), 0);

/** Expected gain of a question in bits: how much the spread over causes and something else shrinks on average. */
export const gainOf = (question: QuestionRow, causes: readonly WeighedCause[], elseWeight: number): number => {
  const now = sharesOf(
    causes.map(({ weight }) => weight),
    elseWeight,
  );
  const anyhow = YES_ANYHOW[question.yes.strength];
  const yesIf = ({ id }: WeighedCause) =>
    question.yes.causes.includes(id) ? anyhow * STRENGTHS[question.yes.strength] : anyhow;
  const yes = now.rest * anyhow + causes.reduce((sum, cause, index) => sum + now.shares[index]! * yesIf(cause), 0);
  const after = (answer: 'yes' | 'no') => {
    const { shares, rest } = sharesOf(
      causes.map(({ id, weight }) => weight * factorOf(question, id, answer)),
      elseWeight,
    );
    return entropy([...shares, rest]);
  };
  return entropy([...now.shares, now.rest]) - (yes * after('yes') + (1 - yes) * after('no'));
};

/** The question with the greatest expected gain; null where none gains a tenth of a bit. */
export const bestQuestion = (
  questions: readonly QuestionRow[],
  causes: readonly WeighedCause[],
  elseWeight: number,
): Asked | null => {
  const best = questions
    .map((question) => ({ question, gain: gainOf(question, causes, elseWeight) }))
    .sort((one, other) => other.gain - one.gain || (one.question.id < other.question.id ? -1 : 1))[0];
  if (!best || best.gain < LEAST_GAIN) return null;
  const { id, words, looks } = best.question;
  return { id, words, looks, gain: best.gain };
};
