import { z } from 'zod';

/** "ground#2", "ground#2~3" for a group of the batch, "ground#2@10" for those copies of it that came to lag behind. */
export const stepIdSchema = z.string().regex(/^[A-Za-z0-9_.#~@-]{1,100}$/, 'the id of a step');

/** The id of the step that lays one coat of an operation on the whole batch, or on a group of it. */
export const stepIdOf = (operation: { readonly id: string }, coat: number, group: number | null = null): string =>
  `${operation.id}#${coat}${group === null ? '' : `~${group}`}`;

/** The key of the steps that an event of repair has. */
export const fixKeyOf = ({ id }: { readonly id: string }): string => `fix-${id}`;
