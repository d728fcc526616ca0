import { failed, type Outcome } from '../problem/index.ts';
import { bestQuestion, type Asked } from './ask.ts';
import { rescueBook } from './data.ts';
import { PieceRecord, type Answer, type RescueInput } from './record.ts';
import type { CauseRow, QuestionRow } from './schema.ts';
import { factorOf, sharesOf } from './shares.ts';
import { FactsOf, isRuledOut, reasonsOf, type Reason } from './weigh.ts';

/** A cause with how likely it is and why. */
export interface RankedCause {
  readonly cause: string;
  readonly name: string;
  /** 0 to 1; all of them and something else make 1. */
  readonly share: number;
  readonly because: readonly Reason[];
  /** Ids of what mends it, in the order in which they are offered. */
  readonly repair: readonly string[];
  /** Ids of what would have prevented it. */
  readonly prevent: readonly string[];
}

/** What is behind something that is seen. */
export interface Diagnosis {
  /** The most likely first; what the record rules out is not among them. */
  readonly ranked: readonly RankedCause[];
  /** The share of something that is not in the list: never under a tenth. */
  readonly somethingElse: number;
  /** What to ask next; null where one cause is clear or nothing more is to be learnt. */
  readonly ask: Asked | null;
  /** `clear`: one cause has 70 %; `open`: a question is left; `even`: the first two are as likely as each other; `unclear`: none of it. */
  readonly state: 'clear' | 'open' | 'even' | 'unclear';
  /** Answers that are not about this or say the opposite of the record, and marks of steps that are gone, in words. */
  readonly odd: readonly string[];
}

/** From this share on a cause is clear. */
export const CLEAR_SHARE = 0.7;
/** Two causes are equally likely where the second has at least so much of the first. */
const EVEN_SHARE = 0.6;

interface Weighed {
  readonly row: CauseRow;
  readonly weight: number;
  readonly because: readonly Reason[];
}

const priorOf = (row: CauseRow, symptom: string): number => row.prior[symptom]!.typical;

const weighed = (
  row: CauseRow,
  symptom: string,
  facts: FactsOf,
  answered: readonly (readonly [QuestionRow, Answer])[],
): Weighed => {
  const prior = priorOf(row, symptom);
  const fromRecord = reasonsOf(row, facts);
  const fromAnswers = answered.flatMap(([question, answer]): Reason[] => {
    const factor = factorOf(question, row.id, answer);
    return factor === 1 ? [] : [{ evidence: `“${question.words}” ${answer}`, factor, from: 'answer' }];
  });
  const because = [...fromRecord, ...fromAnswers];
  // of logarithms summed, so that the order of answers changes no digit
  const score = because
    .map(({ factor }) => Math.log(factor))
    .sort((one, other) => one - other)
    .reduce((sum, one) => sum + one, Math.log(prior));
  const often: Reason = { evidence: `${prior} in 100 of such faults are of this`, factor: prior / 100, from: 'prior' };
  return { row, weight: Math.exp(score), because: [...because, often] };
};

const repairsOf = ({ repairs }: CauseRow, symptom: string): readonly string[] =>
  Array.isArray(repairs) ? repairs : (repairs[symptom] ?? Object.values(repairs)[0] ?? []);

const oddAnswers = (asked: readonly (readonly [string, Answer])[], rows: readonly CauseRow[]): readonly string[] =>
  asked.flatMap(([id]) =>
    rows.some(({ asks }) => asks === id)
      ? []
      : [`The answer to “${rescueBook().questionById.get(id)?.words ?? id}” is not about this: it counts for nothing.`],
  );

/** Answers that say the opposite of what was logged: both count, and both are said. */
const againstRecord = (weights: readonly Weighed[]): readonly string[] =>
  weights.flatMap(({ because }) =>
    because.flatMap((answer) =>
      answer.from !== 'answer'
        ? []
        : because
            .filter(({ from, factor }) => from === 'record' && factor > 1 !== answer.factor > 1)
            .map(({ evidence }) => `You answered ${answer.evidence}; the record says: ${evidence}. Look once more.`),
    ),
  );

const marksOfNone = ({ ofNoStep }: PieceRecord): readonly string[] =>
  ofNoStep.length
    ? [
        `${ofNoStep.length === 1 ? 'A mark is' : `${ofNoStep.length} marks are`} of steps that are no longer there: not counted.`,
      ]
    : [];

/**
 * What is behind something that went wrong: causes by how likely they are, from the record of the piece first, then from answers.
 *
 * Naive Bayes with named strengths (`STRENGTHS`): the logarithm of the prior and of each factor summed. Of signs of one sort the strongest
 * counts, unlogged facts count nothing, something else keeps a tenth.
 *
 * @returns problems where nothing is known of the symptom; never throws of what a record holds
 */
export const diagnose = (input: RescueInput): Outcome<{ diagnosis: Diagnosis }> => {
  const book = rescueBook();
  const symptom = book.symptomById.get(input.symptom);
  if (!symptom)
    return failed({
      code: 'symptom-unknown',
      given: `“${input.symptom}” is not among what can be seen to have gone wrong.`,
      allowed: [...book.symptomById.keys()].join(', '),
      todo: 'Choose what comes nearest.',
    });
  const record = new PieceRecord(input, symptom);
  const facts = new FactsOf(record);
  const all = book.causesOf(symptom.id);
  const rows = all.filter((row) => !isRuledOut(row, facts));
  const asked = Object.entries(input.answers).sort(([one], [other]) => (one < other ? -1 : 1));
  const answered = asked.flatMap(([id, answer]): [QuestionRow, Answer][] => {
    const question = book.questionById.get(id);
    return question ? [[question, answer]] : [];
  });
  const weights = rows.map((row) => weighed(row, symptom.id, facts, answered));
  // what the list does not know of has the rest of the hundred
  const elseWeight = Math.max(0, 100 - all.reduce((sum, row) => sum + priorOf(row, symptom.id), 0));
  const { shares, rest } = sharesOf(
    weights.map(({ weight }) => weight),
    elseWeight,
  );
  const ranked = weights
    .map(({ row, because }, index): RankedCause => ({
      cause: row.id,
      name: row.name,
      share: shares[index]!,
      because,
      repair: repairsOf(row, symptom.id),
      prevent: row.prevents,
    }))
    .sort((one, other) => other.share - one.share || (one.cause < other.cause ? -1 : 1));
  const [first, second] = ranked;
  const isClear = (first?.share ?? 0) >= CLEAR_SHARE;
  const open = rows.flatMap(({ asks }) => book.questionById.get(asks) ?? []).filter(({ id }) => !(id in input.answers));
  const ask = isClear
    ? null
    : bestQuestion(
        [...new Set(open)],
        rows.map(({ id }, index) => ({ id, weight: weights[index]!.weight })),
        elseWeight,
      );
  const isEven = first !== undefined && second !== undefined && second.share >= EVEN_SHARE * first.share;
  return {
    ok: true,
    diagnosis: {
      ranked,
      somethingElse: rest,
      ask,
      state: isClear ? 'clear' : ask ? 'open' : isEven ? 'even' : 'unclear',
      odd: [...oddAnswers(asked, rows), ...againstRecord(weights), ...marksOfNone(record)],
    },
  };
};
