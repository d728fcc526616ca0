import { z } from 'zod';
import { AIRS, BASES_OF_FIGURES, figureIn, HOWS, KINDS, ROLES, STAGES } from '../materials/index.ts';
import { schoolsSchema } from '../piece/index.ts';
import { FACT_IDS, FACT_VALUES, STRENGTHS, type FactId } from './vocabulary.ts';

const id = z.string().regex(/^[a-z][a-z0-9-]{1,60}$/, 'small letters, digits and hyphens');
const text = z.string().trim().min(1);
const basis = z.enum(BASES_OF_FIGURES);
const percent = figureIn('%');
const oneOrMore = <Schema extends z.ZodType>(schema: Schema) =>
  z.union([schema, z.array(schema).min(1)]).transform((value) => (Array.isArray(value) ? value : [value]));

/** What a fact must be, so that a row holds: one of some words, or a figure on one side of a limit. */
export const testSchema = z.union([
  oneOrMore(z.string().min(1)),
  z.strictObject({ above: z.number() }),
  z.strictObject({ below: z.number() }),
]);
export type FactTest = z.output<typeof testSchema>;

const notAWord = (fact: FactId, test: FactTest): string | null => {
  const values = FACT_VALUES[fact];
  if (!Array.isArray(test)) return values === 'number' ? null : `${fact} is no figure`;
  if (values === 'number') return `${fact} is a figure`;
  const odd = values === 'id' ? undefined : test.find((word) => !(values as readonly string[]).includes(word));
  return odd === undefined ? null : `${fact} is never “${odd}”`;
};

export const whenSchema = z.partialRecord(z.enum(FACT_IDS), testSchema).superRefine((when, context) => {
  const facts = Object.entries(when) as [FactId, FactTest][];
  if (!facts.length) context.addIssue({ code: 'custom', message: 'at least one fact' });
  for (const [fact, test] of facts) {
    const message = notAWord(fact, test);
    if (message) context.addIssue({ code: 'custom', message, path: [fact] });
  }
});
export type When = z.output<typeof whenSchema>;

const STRENGTH_WORDS = Object.keys(STRENGTHS) as [keyof typeof STRENGTHS, ...(keyof typeof STRENGTHS)[]];

export const causeSchema = z.strictObject({
  id,
  name: text,
  /** How often it is behind what is seen, before anything else is known. */
  prior: z.record(id, percent),
  /** What must be so: known to be otherwise, the cause is ruled out. */
  needs: whenSchema.optional(),
  /** Signs in the record; of those of one sort the strongest counts. */
  evidence: z.array(z.strictObject({ sort: text, when: whenSchema, strength: z.enum(STRENGTH_WORDS), basis })),
  asks: id,
  /** Repairs in the order in which they are offered; by what is seen, where that makes a difference. */
  repairs: z.union([z.array(id).min(1), z.record(id, z.array(id).min(1))]),
  prevents: z.array(id).min(1),
});
export type CauseRow = z.output<typeof causeSchema>;

export const questionSchema = z.strictObject({
  id,
  words: text,
  /** What exactly to look at. */
  looks: text,
  /** What a yes speaks for; a no speaks as much against it. */
  yes: z.strictObject({ strength: z.enum(['strong', 'some']), causes: z.array(id).min(1) }),
  basis,
});
export type QuestionRow = z.output<typeof questionSchema>;

/** Where on the section what is seen is drawn, and which operation it is about. */
export const symptomSchema = z.strictObject({
  id,
  /** In a sentence, as one sees it. */
  looks: text,
  /** Which operations it can be of. */
  about: z.strictObject({
    op: z.enum(['apply', 'remove', 'treat']),
    roles: z.array(z.enum([...ROLES, 'transfer', 'hold'])).optional(),
    kinds: z.array(z.enum(KINDS)).optional(),
    hows: z.array(z.enum(HOWS)).optional(),
    attacks: z.array(z.enum(['silica', 'coating', 'rawWood', 'dyePolymer'])).optional(),
    isHot: z.boolean().optional(),
  }),
  /** Whether the wait that counts is the one before it was laid, or the one before what came over it. */
  wait: z.enum(['below', 'above']),
  /** What makes it worse: said first. */
  doNot: z.array(text).min(1),
});
export type SymptomRow = z.output<typeof symptomSchema>;

/** What a way of mending does to the surface. */
export const TOUCHES = ['sand', 'scrape', 'blade', 'solvent', 'heat', 'press', 'wet', 'pull'] as const;
export type Touch = (typeof TOUCHES)[number];

/** One thing that is done to mend: laid, taken off, or waited for. */
export const actionSchema = z.strictObject({
  id,
  label: text,
  detail: text,
  setUp: figureIn('min'),
  each: figureIn('min'),
  /** Products that it can be done with, the first that the rules allow. */
  products: z.array(id).min(1).optional(),
  /** Whose coat it lays, or whose drying it waits for. */
  of: z.enum(['layer', 'below', 'product']).optional(),
  /** It lays what it names. */
  lays: z.literal(true).optional(),
  /** Nothing is laid: it is only waited. */
  isWait: z.literal(true).optional(),
  waitFor: z.enum(STAGES).optional(),
  wait: figureIn('min').optional(),
  needs: z.array(text),
  looksRight: z.string(),
  hazards: z.array(id),
  air: z.enum(AIRS),
  touches: z.array(z.enum(TOUCHES)),
});
export type ActionRow = z.output<typeof actionSchema>;

export const REPAIR_KINDS = ['mend', 'strip', 'anew', 'live'] as const;
/** A way to mend: what is done, and what of the piece is laid again after it. */
export const repairSchema = z.strictObject({
  id,
  name: text,
  kind: z.enum(REPAIR_KINDS),
  says: text,
  steps: z.array(id),
  /** One more coat of the layer, all of it, from its mask on, or all of the piece. */
  again: z.enum(['none', 'coat', 'layer', 'fromMask', 'all']),
  /** How often it comes out well. */
  chance: percent,
});
export type RepairRow = z.output<typeof repairSchema>;

/** What would have prevented it, and where that can be changed. */
export const preventSchema = z.strictObject({
  id,
  words: text,
  change: z.strictObject({
    kind: z.enum(['step', 'school', 'figure', 'product']),
    /** Before which it is done, or whose figure it is. */
    of: z.enum(['layer', 'mask', 'below']),
    /** The school that it is. */
    school: schoolsSchema.partial().optional(),
  }),
});
export type PreventRow = z.output<typeof preventSchema>;

export const rescueDataSchema = z.strictObject({
  symptoms: z.array(symptomSchema),
  causes: z.array(causeSchema),
  questions: z.array(questionSchema),
  actions: z.array(actionSchema),
  repairs: z.array(repairSchema),
  prevents: z.array(preventSchema),
});
export type RescueData = z.output<typeof rescueDataSchema>;
