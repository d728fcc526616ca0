import { z } from 'zod';
import data from './data/glossary.json' with { type: 'json' };

const glossarySchema = z.array(
  z.strictObject({
    word: z.string().min(2),
    /** One sentence, as a crafter would say it. */
    meaning: z.string().min(20).max(140).endsWith('.'),
  }),
);
export type Term = z.output<typeof glossarySchema>[number];

/**
 * The words of the craft that the interface uses, each with its meaning, in the order of the alphabet.
 *
 * @throws when the shipped list breaks its own schema: a fault of the build
 */
export const glossary = (): readonly Term[] =>
  glossarySchema.parse(data).sort((one, other) => one.word.localeCompare(other.word, 'en'));
