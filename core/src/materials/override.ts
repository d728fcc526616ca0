import { z } from 'zod';
import { UNITS } from './schema.ts';

/** A figure, or a word about a product, of the user's own, laid over one of the catalogue. */
export const overrideSchema = z.strictObject({
  /** Id of a product, base or finish (or `limits`) and the path of the figure in it: "craft-acrylic.dry.recoat". */
  figure: z.string().regex(/^[a-z0-9-]+(\.[A-Za-z0-9]+)+$/, 'an id and a path, such as craft-acrylic.dry.recoat'),
  /** One value, low–typical–high, or a word. */
  value: z.union(
    [z.number(), z.tuple([z.number(), z.number(), z.number()]), z.string()],
    'a number, [low, typical, high], or a word',
  ),
  unit: z.enum([...UNITS, 'word']),
  basis: z.enum(['your-label', 'your-trial'], 'your-label or your-trial'),
  enteredOn: z.iso.date('a date such as 2026-11-25'),
});
export type Override = z.output<typeof overrideSchema>;
