import type { z } from 'zod';
import { artworkRecordSchema } from '../artwork/index.ts';
import { overrideSchema, ownProductSchema } from '../materials/index.ts';
import { eventSchema, pieceSchema, trialSchema } from '../piece/index.ts';
import { readBySchema, type Outcome } from '../problem/index.ts';
import { canSchema, canUseSchema } from '../shelf/index.ts';
import { settingsSchema } from './settings.ts';

interface RecordKind<Schema extends z.ZodType> {
  readonly schema: Schema;
  /** What one is called, with the article. */
  readonly one: string;
  /** What several are called. */
  readonly many: string;
  readonly most: number;
  readonly idOf: (value: z.output<Schema>) => string;
}

const kind = <Schema extends z.ZodType>(
  schema: Schema,
  one: string,
  many: string,
  most: number,
  idOf: (value: z.output<Schema>) => string,
): RecordKind<Schema> => ({ schema, one, many, most, idOf });

/** The lists of the document: what checks a record, how many there may be, what it is kept under. File, store and gate read this table. */
export const RECORDS = {
  pieces: kind(pieceSchema, 'a piece', 'pieces', 2000, ({ id }) => id),
  events: kind(eventSchema, 'a mark', 'marks', 100_000, ({ id }) => id),
  ownProducts: kind(ownProductSchema, 'a product of your own', 'products of your own', 5000, ({ id }) => id),
  overrides: kind(overrideSchema, 'a figure of your own', 'figures of your own', 5000, ({ figure }) => figure),
  artworks: kind(artworkRecordSchema, 'an artwork', 'artworks', 2000, ({ id }) => id),
  shelf: kind(canSchema, 'a can', 'cans', 10_000, ({ id }) => id),
  uses: kind(canUseSchema, 'an amount taken from a can', 'amounts taken from cans', 100_000, ({ id }) => id),
  trials: kind(trialSchema, 'a trial', 'trials', 5000, ({ id }) => id),
} as const;
export type RecordName = keyof typeof RECORDS;
export const RECORD_NAMES = Object.keys(RECORDS) as RecordName[];
export type TableName = RecordName | 'settings';
export type RecordOf<Name extends TableName> = Name extends RecordName
  ? z.output<(typeof RECORDS)[Name]['schema']>
  : z.output<typeof settingsSchema>;

/** Records that have been read by their schema: the same object need not be read again. */
const read = new WeakSet<object>();
/** Notes what came whole through the schema of the document. */
export const noteRead = (values: readonly object[]): void => values.forEach((value) => void read.add(value));

const schemaOf = (table: TableName): z.ZodType => (table === 'settings' ? settingsSchema : RECORDS[table].schema);

/**
 * Reads a record as the document's own format has it.
 *
 * @returns the record as it is kept; or at most eight problems, each naming its field
 */
export const readRecord = <Name extends TableName>(
  table: Name,
  value: unknown,
  todo: string,
): Outcome<{ value: RecordOf<Name> }> => {
  if (typeof value === 'object' && value !== null && read.has(value))
    return { ok: true, value: value as RecordOf<Name> };
  const outcome = readBySchema(schemaOf(table), value, todo);
  if (outcome.ok) noteRead([outcome.value as object]);
  return outcome as Outcome<{ value: RecordOf<Name> }>;
};
