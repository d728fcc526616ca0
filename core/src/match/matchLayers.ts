import type { Catalogue, Method, Slot } from '../materials/index.ts';
import type { Problem } from '../problem/index.ts';
import { passesOf, type Brief, type Priority, type Schools } from '../piece/index.ts';
import {
  type Preferences,
  type RuleBook,
  type Situation,
  firstTop,
  readBrief,
  settled,
  situationOf,
  situationsOf,
  soilsOf,
} from '../judge/index.ts';
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
  wayOf,
  type Candidate,
  type Scored,
} from './candidates.ts';
import { asksOf, type Ask } from './asks.ts';
import { Conditions, openFacts } from './conditions.ts';
import { apart, searchPasses } from './matchPasses.ts';
import { refusedIn, Refusals, type Refusal } from './refusals.ts';
import { dryingMemo } from './score.ts';
import { productsFor, searcherOf, type Only, type SearchCount } from './search.ts';
import { isHeldBack } from './tiers.ts';
import { wantedIn, type Wanted } from './wanted.ts';

export interface MatchResult {
  readonly ranked: readonly Candidate[];
  /** Candidates that stand but are no better at anything than those ranked. */
  readonly folded: readonly Candidate[];
  readonly refused: readonly Refusal[];
  readonly unknown: readonly Candidate[];
  /** What was asked for, whether the first answer does it, and where it does not, what stands in its way. */
  readonly wanted: readonly Wanted[];
  /** The unsaid facts that would change the answer most, the most useful first. */
  readonly asks: readonly Ask[];
  /** Operations placed and judged, and complete stacks. */
  readonly considered: { readonly operations: number; readonly stacks: number };
  readonly problems: readonly Problem[];
}

/** Ways that only a test can decide, shown at the most. */
const MOST_OPEN = 12;

const keySlotOf = (method: Method): Slot => method.slots.find(({ key }) => key)!;

/** Best stack of each method and key product of one pass of designs, and what is refused there. */
interface Answered {
  readonly known: readonly Scored[];
  readonly open: readonly Scored[];
  readonly refused: readonly Refusal[];
}

const answered = (
  situation: Situation,
  catalogue: Catalogue,
  settings: { readonly schools: Schools; readonly book: RuleBook; readonly withoutMends?: boolean | undefined },
  count: SearchCount,
): Answered => {
  const dryMinutes = dryingMemo(situation);
  const known = new Bests();
  const open = new Bests();
  const standing = new Set<string>();
  const conditions = new Conditions(openFacts(situation), settings.book);
  for (const method of catalogue.methods) {
    const start = firstTop(situation, soilsOf(situation, method));
    const search = searcherOf(situation, method, settings.book);
    search(
      {
        allowedBlocks: 0,
        onFound: (found) => {
          standing.add(`${method.id}/${found.key.id}`);
          const entry = scored(found, situation, dryMinutes, conditions.of(method, found.operations, start));
          if (isUnknown(found)) open.add(entry);
          else known.add(entry);
          return false;
        },
      },
      count,
    );
  }
  const refused: Refusal[] = [];
  const refusals = new Refusals(situation, settings, count);
  const refuse = (method: Method, only: Only | undefined, title: string) => {
    const refusal = refusals.of(method, only, title);
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
  const all = known.all();
  const knownMethods = new Set(all.map(({ found }) => found.method.id));
  return { known: all, open: open.all().filter(({ found }) => !knownMethods.has(found.method.id)), refused };
};

/** The same piece as nobody has said its colours: designs that differ in those alone are refused together. */
const uncoloured = ({ brief, catalogue, schools, trials }: Situation): Situation => {
  const designs = brief.part.designs.map(({ wants: { colour: _colour, ...wants }, ...design }) => ({
    ...design,
    wants,
  }));
  const read = situationOf({ ...brief, part: { ...brief.part, designs } }, catalogue, schools, trials);
  if (!read.ok) throw new Error('A colour that is wanted cannot change what the surface is.');
  return read.situation;
};

/** Each design's own refusals, and the stacks that lay all designs in an order that stands. */
const answeredInPasses = (
  situation: Situation,
  catalogue: Catalogue,
  settings: Parameters<typeof answered>[2] & { readonly priority: Priority },
  count: SearchCount,
): Answered => {
  const refused = situationsOf(uncoloured(situation)).flatMap((seen) =>
    refusedIn(seen.pass, situation.brief, answered(seen.situation, catalogue, settings, count).refused),
  );
  return { ...apart(searchPasses(situation, catalogue, settings.book, settings.priority, count)), refused };
};

const NOTHING = {
  ranked: [],
  folded: [],
  refused: [],
  unknown: [],
  wanted: [],
  asks: [],
  considered: { operations: 0, stacks: 0 },
};

/**
 * Searches the stacks of every method for one part and judges them by the rules.
 *
 * Designs that differ in look, colour or place are laid one after the other, in an order that stands, as one stack.
 *
 * @param brief       the part with its use, the workshop, the number of pieces
 * @param preferences what matters most (default: the part's own), schools of practice, the user's own trials
 * @returns at most seven ranked stacks, those only a test patch can decide, every refusal with its way out; `problems` where the
 *          brief is not one or names things that the catalogue does not hold
 */
export const matchLayers = (brief: Brief, catalogue: Catalogue, preferences: Preferences = {}): MatchResult => {
  const { schools, trials, book } = settled(preferences);
  const read = readBrief(brief, catalogue, { schools, trials });
  if (!read.ok) return { ...NOTHING, problems: read.problems };
  const { situation } = read;
  const priority = preferences.priority ?? brief.part.priority;
  const settings = { schools, book, priority, withoutMends: preferences.withoutMends };
  const count: SearchCount = { judged: 0, complete: 0 };
  const inPasses = passesOf(situation.designs).length > 1;
  const { known, open, refused } = (inPasses ? answeredInPasses : answered)(situation, catalogue, settings, count);

  const { ranked, folded } = selected(known, priority);
  // the best of several that differ: what stands alone, or is like all others, is best at nothing
  const bestAt = (entry: Scored) =>
    SINGLE_PRIORITIES.filter((strength) => {
      const own = valueFor(entry, strength);
      const others = known.map((other) => valueFor(other, strength));
      return others.every((value) => value <= own) && others.some((value) => value < own);
    });
  // the smallest ways out first, those without one last
  const rankOf = ({ mend }: Refusal): number => mend?.rank ?? Infinity;
  // what gives another look than the one wanted is no answer to what is in the way of that
  const lacksLook = ({ blockers }: Refusal): number => Number(blockers.some(({ ruleId }) => ruleId === 'look-wanted'));
  const byMend = [...refused].sort(
    (left, right) =>
      lacksLook(left) - lacksLook(right) ||
      rankOf(left) - rankOf(right) ||
      (left.mend?.label ?? '').localeCompare(right.mend?.label ?? '', 'en'),
  );
  const openOnly = open.filter(({ found }) => !isHeldBack(found, situation)).sort(byPriority(priority));
  const firstOfWay = openOnly.filter(
    ({ found }, index) => openOnly.findIndex((other) => wayOf(other.found) === wayOf(found)) === index,
  );
  const candidates = ranked.map((entry) => candidateOf(entry, bestAt(entry), situation));
  // where nothing milder stands, a grave means that nobody asked for is shown but does not lead
  const leads = candidates.length > 0 && !candidates[0]!.isHeldBack;
  const wanted = wantedIn(situation, [...ranked, ...openOnly], byMend, settings, count);
  const inTheWay = new Set(wanted.flatMap(({ refusals }) => refusals));
  return {
    ranked: leads ? candidates : [],
    folded: [...(leads ? [] : candidates), ...folded.map((entry) => candidateOf(entry, [], situation))],
    refused: [...inTheWay, ...byMend.filter((refusal) => !inTheWay.has(refusal))],
    unknown: firstOfWay.slice(0, MOST_OPEN).map((entry) => candidateOf(entry, [], situation)),
    wanted,
    asks: asksOf(openFacts(situation), candidates),
    considered: { operations: count.judged, stacks: count.complete },
    problems: [],
  };
};
