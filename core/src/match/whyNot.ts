import type { Catalogue } from '../materials/index.ts';
import type { Problem } from '../problem/index.ts';
import type { Brief, Priority, Schools } from '../piece/index.ts';
import {
  type Preferences,
  type RuleBook,
  type Situation,
  firstTop,
  readBrief,
  settled,
  situationsOf,
  soilsOf,
} from '../judge/index.ts';
import { Conditions, openFacts } from './conditions.ts';
import { Bests, byPriority, candidateOf, capitalised, filled, scored, type Candidate } from './candidates.ts';
import { refusedIn, Refusals, type Refusal } from './refusals.ts';
import { dryingMemo } from './score.ts';
import { productsFor, searcherOf, type Only } from './search.ts';

/** Why one product is not in the answer, in each way of working that could use it. */
export interface WhyNot {
  /** The best stack that holds it, by way of working, where one stands or only a test can tell. */
  readonly stands: readonly Candidate[];
  readonly refused: readonly Refusal[];
  readonly problems: readonly Problem[];
}

/** Why one product is not in the answer for the designs of one pass. */
export const whyNotIn = (
  situation: Situation,
  productId: string,
  { schools, book, priority }: { readonly schools: Schools; readonly book: RuleBook; readonly priority: Priority },
): Pick<WhyNot, 'stands' | 'refused'> => {
  const { catalogue } = situation;
  const dryMinutes = dryingMemo(situation);
  const stands: Candidate[] = [];
  const refused: Refusal[] = [];
  const conditions = new Conditions(openFacts(situation), book);
  const refusals = new Refusals(situation, { schools, book });
  for (const method of catalogue.methods) {
    const uses = method.slots.flatMap((slot): Only[] => {
      const product = productsFor(slot, catalogue.products).find(({ id }) => id === productId);
      return product ? [{ slot, product }] : [];
    });
    const best = new Bests();
    const start = firstTop(situation, soilsOf(situation, method));
    const search = searcherOf(situation, method, book);
    for (const only of uses)
      search(
        {
          allowedBlocks: 0,
          only,
          onFound: (found) => {
            best.add(scored(found, situation, dryMinutes, conditions.of(method, found.operations, start)));
            return false;
          },
        },
        { judged: 0, complete: 0 },
      );
    const [first] = best.all().sort(byPriority(priority));
    const [use] = uses;
    if (first) stands.push(candidateOf(first, [], situation));
    else if (use) {
      const title = use.slot.key
        ? filled(method, use.product.name, 'stencil', 'film')
        : `${method.name} with ${use.product.name}`;
      const refusal = refusals.of(method, use, capitalised(title));
      if (refusal) refused.push(refusal);
    }
  }
  return { stands, refused };
};

/**
 * "Why not this one?" for any product: the best stack that holds it in each way of working, or what stands in its way and the
 * smallest way out.
 *
 * Where designs of several sorts lie on the part, each is asked by itself.
 *
 * @returns nothing in both lists where no way of working takes it
 */
export const whyNot = (
  productId: string,
  brief: Brief,
  catalogue: Catalogue,
  preferences: Preferences = {},
): WhyNot => {
  const settings = settled(preferences);
  const { schools, book } = settings;
  const read = readBrief(brief, catalogue, settings);
  if (!read.ok) return { stands: [], refused: [], problems: read.problems };
  const priority = preferences.priority ?? brief.part.priority;
  const seen = situationsOf(read.situation);
  const passes = seen.map(({ pass, situation }) => {
    const found = whyNotIn(situation, productId, { schools, book, priority });
    return seen.length > 1 ? { ...found, refused: refusedIn(pass, read.situation.brief, found.refused) } : found;
  });
  return {
    stands: passes.flatMap(({ stands }) => stands),
    refused: passes.flatMap(({ refused }) => refused),
    problems: [],
  };
};
