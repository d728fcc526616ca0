import type { Catalogue, Method, Slot } from '../materials/index.ts';
import type { Problem } from '../problem/index.ts';
import type { Brief } from '../piece/index.ts';
import {
  Bests,
  byPriority,
  candidateOf,
  capitalised,
  filled,
  isUnknown,
  scored,
  selected,
  SINGLE_PRIORITIES,
  valueFor,
  type Candidate,
  type Scored,
} from './candidates.ts';
import { readBrief, settled, type Preferences } from './preferences.ts';
import { refusalOf, type Refusal } from './refusals.ts';
import { dryingMemo } from './score.ts';
import { productsFor, searchMethod, type Only, type SearchCount } from './search.ts';

export interface MatchResult {
  readonly ranked: readonly Candidate[];
  /** Candidates that stand but are no better at anything than those ranked. */
  readonly folded: readonly Candidate[];
  readonly refused: readonly Refusal[];
  readonly unknown: readonly Candidate[];
  /** Operations placed and judged, and complete stacks. */
  readonly considered: { readonly operations: number; readonly stacks: number };
  readonly problems: readonly Problem[];
}

const keySlotOf = (method: Method): Slot => method.slots.find(({ key }) => key)!;

/**
 * Searches the stacks of every method for one part and judges them by the rules.
 *
 * @param brief       the part with its use, the workshop, the number of pieces
 * @param preferences what matters most (default: the part's own), schools of practice
 * @returns at most seven ranked stacks, those only a test patch can decide, every refusal with its way out; `problems` where the
 *          brief is not one or names things that the catalogue does not hold
 */
export const matchLayers = (brief: Brief, catalogue: Catalogue, preferences: Preferences = {}): MatchResult => {
  const { schools, book } = settled(preferences);
  const read = readBrief(brief, catalogue, schools);
  if (!read.ok)
    return {
      ranked: [],
      folded: [],
      refused: [],
      unknown: [],
      considered: { operations: 0, stacks: 0 },
      problems: read.problems,
    };
  const { situation } = read;
  const priority = preferences.priority ?? brief.part.priority;
  const count: SearchCount = { judged: 0, complete: 0 };
  const dryMinutes = dryingMemo(situation);
  const known = new Bests();
  const open = new Bests();
  const standing = new Set<string>();
  for (const method of catalogue.methods)
    searchMethod(
      situation,
      method,
      book,
      {
        allowedBlocks: 0,
        onFound: (found) => {
          standing.add(`${method.id}/${found.key.id}`);
          const entry = scored(found, situation, dryMinutes);
          if (isUnknown(found)) open.add(entry);
          else known.add(entry);
          return false;
        },
      },
      count,
    );

  const all = known.all();
  const { ranked, folded } = selected(all, priority);
  const bestAt = (entry: Scored) =>
    SINGLE_PRIORITIES.filter((strength) =>
      all.every((other) => valueFor(other, strength) <= valueFor(entry, strength)),
    );
  const knownMethods = new Set(all.map(({ found }) => found.method.id));
  const refused: Refusal[] = [];
  const refuse = (method: Method, only: Only | undefined, title: string) => {
    const refusal = refusalOf(
      situation,
      method,
      only,
      title,
      { schools, book, withoutMends: preferences.withoutMends },
      count,
    );
    if (refusal) refused.push(refusal);
  };
  for (const method of catalogue.methods) {
    const slot = keySlotOf(method);
    const keys = productsFor(slot, catalogue.products);
    if (!keys.some(({ id }) => standing.has(`${method.id}/${id}`))) refuse(method, undefined, method.name);
    else
      for (const key of keys)
        if (!standing.has(`${method.id}/${key.id}`))
          refuse(method, { slot, product: key }, capitalised(filled(method, key.name, 'stencil', 'film')));
  }
  // the smallest ways out first, those without one last
  const rankOf = ({ mend }: Refusal): number => mend?.rank ?? Infinity;
  refused.sort(
    (left, right) =>
      rankOf(left) - rankOf(right) || (left.mend?.label ?? '').localeCompare(right.mend?.label ?? '', 'en'),
  );
  const openOnly = open
    .all()
    .filter(({ found }) => !knownMethods.has(found.method.id))
    .sort(byPriority(priority));
  const firstOfMethod = openOnly.filter(
    ({ found }, index) => openOnly.findIndex((other) => other.found.method === found.method) === index,
  );
  return {
    ranked: ranked.map((entry) => candidateOf(entry, bestAt(entry), situation)),
    folded: folded.map((entry) => candidateOf(entry, [], situation)),
    refused,
    unknown: firstOfMethod.map((entry) => candidateOf(entry, [], situation)),
    considered: { operations: count.judged, stacks: count.complete },
    problems: [],
  };
};
