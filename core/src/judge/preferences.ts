import { failed, problemsFromZod } from '../problem/index.ts';
import type { Catalogue } from '../materials/index.ts';
import { briefSchema, DEFAULT_SCHOOLS, type Brief, type Priority, type Schools, type Trial } from '../piece/index.ts';
import type { Rule } from './context.ts';
import { ruleBook, STANDARD_BOOK, type RuleBook } from './judge.ts';
import { situationOf } from './situation.ts';

export interface Preferences {
  readonly priority?: Priority;
  readonly schools?: Partial<Schools>;
  /** The user's own tries that held: they speak against refusals other than those of safety. */
  readonly trials?: readonly Trial[];
  /** Leave the ways out unsearched: they are not needed for a ranking. */
  readonly withoutMends?: boolean;
  /** Other rules than the standard ones; for tests of the rules themselves. */
  readonly rules?: readonly Rule[];
}

/** The preferences with what stands where they say nothing. */
export const settled = (
  preferences: Preferences,
): { readonly schools: Schools; readonly trials: readonly Trial[]; readonly book: RuleBook } => ({
  schools: { ...DEFAULT_SCHOOLS, ...preferences.schools },
  trials: preferences.trials ?? [],
  book: preferences.rules ? ruleBook(preferences.rules) : STANDARD_BOOK,
});

/** The situation of a brief that comes from outside: checked by its schema first. */
export const readBrief = (
  brief: Brief,
  catalogue: Catalogue,
  { schools, trials }: Pick<ReturnType<typeof settled>, 'schools' | 'trials'>,
): ReturnType<typeof situationOf> => {
  const checked = briefSchema.safeParse(brief);
  return checked.success
    ? situationOf(checked.data, catalogue, schools, trials)
    : failed(...problemsFromZod(checked.error, brief, 'Mend that field of the brief.'));
};
