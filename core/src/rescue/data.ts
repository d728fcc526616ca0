import actions from './data/actions.json' with { type: 'json' };
import causes from './data/causes.json' with { type: 'json' };
import prevents from './data/prevents.json' with { type: 'json' };
import questions from './data/questions.json' with { type: 'json' };
import repairs from './data/repairs.json' with { type: 'json' };
import symptoms from './data/symptoms.json' with { type: 'json' };
import { z } from 'zod';
import {
  rescueDataSchema,
  type ActionRow,
  type CauseRow,
  type PreventRow,
  type QuestionRow,
  type RepairRow,
  type RescueData,
  type SymptomRow,
} from './schema.ts';

/** Rows of the data with what they name at hand. */
export interface RescueBook {
  readonly symptomById: ReadonlyMap<string, SymptomRow>;
  readonly causeById: ReadonlyMap<string, CauseRow>;
  readonly questionById: ReadonlyMap<string, QuestionRow>;
  readonly actionById: ReadonlyMap<string, ActionRow>;
  readonly repairById: ReadonlyMap<string, RepairRow>;
  readonly preventById: ReadonlyMap<string, PreventRow>;
  /** Causes of what is seen. */
  readonly causesOf: (symptom: string) => readonly CauseRow[];
}

const byId = <Row extends { readonly id: string }>(rows: readonly Row[]): ReadonlyMap<string, Row> =>
  new Map(rows.map((row) => [row.id, row]));

/** The rows as the data files hold them, before they are read; for tests of the data itself. */
export const rawRescueData = (): unknown => ({
  symptoms,
  causes,
  questions,
  actions,
  repairs,
  prevents,
});

const bookOf = (data: RescueData): RescueBook => {
  const causesBySymptom = new Map<string, CauseRow[]>();
  for (const cause of data.causes)
    for (const symptom of Object.keys(cause.prior))
      causesBySymptom.set(symptom, [...(causesBySymptom.get(symptom) ?? []), cause]);
  return {
    symptomById: byId(data.symptoms),
    causeById: byId(data.causes),
    questionById: byId(data.questions),
    actionById: byId(data.actions),
    repairById: byId(data.repairs),
    preventById: byId(data.prevents),
    causesOf: (symptom) => causesBySymptom.get(symptom) ?? [],
  };
};

let book: RescueBook | undefined;

/**
 * The data of Rescue, read by their schema once.
 *
 * @throws when the shipped data break it: a fault of the build, not of the user
 */
export const rescueBook = (): RescueBook => {
  if (book) return book;
  const read = rescueDataSchema.safeParse(rawRescueData());
  if (!read.success) throw new Error(`The data of Rescue are broken:\n${z.prettifyError(read.error)}`);
  return (book = bookOf(read.data));
};
