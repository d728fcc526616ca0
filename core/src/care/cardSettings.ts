import { z } from 'zod';
import type { Paper } from '../shape/index.ts';

/** Languages that the words of a card are shipped in. */
export const CARD_LANGUAGES = ['en', 'de', 'fr', 'es'] as const;
export type CardLanguage = (typeof CARD_LANGUAGES)[number];

/** Paper that cards are printed on: named here, so that the settings need nothing of what lays drawings out. */
const CARD_PAPERS = ['a4', 'letter'] as const satisfies readonly Paper[];

/** What a crafter has set for the cards that go with the pieces. */
export const cardSettingsSchema = z.strictObject({
  /** The maker's own name as it stands on a card; empty: none. */
  maker: z.string().max(120, 'at most 120 characters'),
  languages: z
    .array(z.enum(CARD_LANGUAGES))
    .min(1, 'at least one language')
    .max(4, 'at most 4 languages')
    .refine((languages) => new Set(languages).size === languages.length, 'each language once'),
  paper: z.enum(CARD_PAPERS),
  /** Words of the crafter's own in place of those that are shipped, by language and name. */
  words: z.partialRecord(
    z.enum(CARD_LANGUAGES),
    z.record(z.string().min(1).max(60), z.string().max(400, 'at most 400 characters')),
  ),
});
export type CardSettings = z.output<typeof cardSettingsSchema>;

export const PLAIN_CARDS: CardSettings = { maker: '', languages: ['en'], paper: 'a4', words: {} };
