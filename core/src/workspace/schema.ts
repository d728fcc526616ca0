import { z } from 'zod';
import { RECORDS, type RecordName } from './records.ts';
import { settingsSchema } from './settings.ts';

/** Version of the document's format; older ones are migrated, newer ones refused. */
export const WORKSPACE_VERSION = 9;

const listOf = <Name extends RecordName>(name: Name): z.ZodArray<(typeof RECORDS)[Name]['schema']> =>
  z.array(RECORDS[name].schema).max(RECORDS[name].most, `at most ${RECORDS[name].most} ${RECORDS[name].many}`);

export const workspaceSchema = z.strictObject({
  version: z.literal(WORKSPACE_VERSION),
  catalogueVersion: z.number().int().min(1).max(1_000_000),
  pieces: listOf('pieces'),
  events: listOf('events'),
  settings: settingsSchema,
  /** Products and figures that the user laid over the catalogue. */
  ownProducts: listOf('ownProducts'),
  overrides: listOf('overrides'),
  artworks: listOf('artworks'),
  shelf: listOf('shelf'),
  uses: listOf('uses'),
  trials: listOf('trials'),
});
export type Workspace = z.output<typeof workspaceSchema>;
