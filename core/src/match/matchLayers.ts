import type { Catalogue, Method, Product, Slot } from '../materials/index.ts';
import { failed, problemsFromZod, type Problem } from '../problem/index.ts';
import {
  briefSchema,
  DEFAULT_SCHOOLS,
  PRIORITIES,
  type Brief,
  type Priority,
  stackSchema,
  type Schools,
  type Stack,
} from '../piece/index.ts';
import type { Finding, Rule, Situation } from './context.ts';
import { Judge, ruleBook, STANDARD_BOOK, type RuleBook } from './judge.ts';
import { findMend, type Mend } from './mends.ts';
import { accountOf, dryingMemo, strengthsOf, utility, type Account, type Strengths } from './score.ts';
import { productsFor, searchMethod, type Found, type Only, type SearchCount } from './search.ts';
import { situationOf } from './situation.ts';

/** One stack of layers that stands, or that only a test patch can decide. */
export interface Candidate {
  readonly id: string;
  readonly methodId: string;
  readonly keyId: string;
  /** "Exterior latex, permanent film stencil". */
  readonly title: string;
  /** The clause of the piece's sentence. */
  readonly clause: string;
  readonly stack: Stack;
  readonly findings: readonly Finding[];
  readonly strengths: Strengths;
  readonly account: Account;
  /** What it is the best of all at. */
  readonly bestAt: readonly Priority[];
}

/** A way of working that is refused, with what stands in its way and the smallest way out. */
export interface Refusal {
  readonly methodId: string;
  /** Set where only this product of the method is refused. */
  readonly keyId: string | null;
  readonly title: string;
  readonly blockers: readonly Finding[];
  readonly mend: Mend | null;
}

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

export interface Preferences {
  readonly priority?: Priority;
  readonly schools?: Partial<Schools>;
  /** Leave the ways out unsearched: they are not needed for a ranking. */
  readonly withoutMends?: boolean;
  /** Other rules than the standard ones; for tests of the rules themselves. */
  readonly rules?: readonly Rule[];
}

const MOST_RANKED = 7;
const MOST_FOLDED = 12;
const REFUSED_WIDTH = 12; // paths kept while looking for what stands in the way
const SINGLE_PRIORITIES = PRIORITIES.filter((priority) => priority !== 'balanced');

const capitalised = (text: string): string => `${text[0]?.toUpperCase() ?? ''}${text.slice(1)}`;

const productIn = (found: Found, role: string, catalogue: Catalogue): Product | undefined => {
  const operation = found.operations.find((one) => one.op === 'apply' && one.role === role);
  return operation?.op === 'apply' ? catalogue.productById.get(operation.productId) : undefined;
};

const filled = (method: Method, key: string, mask: string, film: string): string =>
  method.clause
    .replace('{key}', key)
    .replace(/a \{mask\}/, `${/^[aeiou]/.test(mask) ? 'an' : 'a'} ${mask}`)
    .replace('{mask}', mask)
    .replace('{film}', film);

/** Fills the clause of a method: {key}, {mask} and {film} by the names of its products. */
const clauseOf = (found: Found, catalogue: Catalogue): string =>
  filled(
    found.method,
    found.key.name,
    productIn(found, 'mask', catalogue)?.name ?? 'stencil',
    productIn(found, 'film', catalogue)?.name ?? 'film',
  );

interface Scored {
  readonly found: Found;
  readonly strengths: Strengths;
  /** How good it is for each priority, in the order of PRIORITIES. */
  readonly values: readonly number[];
}

const scored = (found: Found, situation: Situation, dryMinutes: ReturnType<typeof dryingMemo>): Scored => {
  const strengths = strengthsOf(found, situation, dryMinutes);
  return {
    found,
    strengths,
    values: PRIORITIES.map((priority) => utility(strengths, found.findings, situation, priority)),
  };
};

const valueFor = ({ values }: Scored, priority: Priority): number => values[PRIORITIES.indexOf(priority)]!;

const fingerprint = (found: Found): string =>
  `${found.method.id}:${found.operations.flatMap((operation) => (operation.op === 'apply' && operation.role !== 'prep' ? [operation.productId] : [])).join('+')}`;

const candidateOf = ({ found, strengths }: Scored, bestAt: readonly Priority[], situation: Situation): Candidate => {
  const { catalogue } = situation;
  const clause = clauseOf(found, catalogue);
  const finish = productIn(found, 'finish', catalogue);
  return {
    id: fingerprint(found),
    methodId: found.method.id,
    keyId: found.key.id,
    title: `${capitalised(clause)}${finish && finish.id !== found.key.id ? `, under ${finish.name}` : ''}`,
    clause,
    stack: { methodId: found.method.id, operations: [...found.operations] },
    findings: found.findings,
    strengths,
    account: accountOf(found.operations, situation),
    bestAt,
  };
};

/** Keeps the best per strength of each method and key product while the search runs, so that thousands need no memory. */
class Bests {
  private readonly best = new Map<Product, Map<Method, (Scored | undefined)[]>>();
  add(entry: Scored): void {
    const { method, key } = entry.found;
    let ofKey = this.best.get(key);
    if (!ofKey) this.best.set(key, (ofKey = new Map()));
    let held = ofKey.get(method);
    if (!held) ofKey.set(method, (held = PRIORITIES.map(() => undefined)));
    entry.values.forEach((value, index) => {
      const other = held[index];
      if (!other || value > other.values[index]!) held[index] = entry;
    });
  }
  all(): Scored[] {
    const entries = [...this.best.values()]
      .flatMap((methods) => [...methods.values()].flat())
      .filter((entry) => entry !== undefined);
    return [...new Map(entries.map((entry) => [fingerprint(entry.found), entry])).values()];
  }
}

const isUnknown = ({ findings }: Found): boolean => findings.some(({ verdict }) => verdict === 'unknown');

const byPriority = (priority: Priority) => (left: Scored, right: Scored) =>
  valueFor(right, priority) - valueFor(left, priority) || (fingerprint(left.found) < fingerprint(right.found) ? -1 : 1);

/** At most seven: the best overall for what matters most, the best of each method, the best at each strength. */
const selected = (all: readonly Scored[], priority: Priority): { ranked: Scored[]; folded: Scored[] } => {
  const ordered = [...all].sort(byPriority(priority));
  const chosen = new Set<Scored>(ordered.slice(0, 1));
  for (const strength of SINGLE_PRIORITIES) {
    const best = [...all].sort(byPriority(strength))[0];
    if (best && chosen.size < MOST_RANKED) chosen.add(best);
  }
  // then the best of every method, then of every key product
  for (const group of [
    ({ found }: Scored) => found.method.id,
    ({ found }: Scored) => `${found.method.id}/${found.key.id}`,
  ]) {
    const seen = new Set([...chosen].map(group));
    for (const entry of ordered) {
      if (chosen.size >= MOST_RANKED) break;
      if (seen.has(group(entry))) continue;
      seen.add(group(entry));
      chosen.add(entry);
    }
  }
  return {
    ranked: [...chosen].sort(byPriority(priority)),
    folded: ordered.filter((entry) => !chosen.has(entry)).slice(0, MOST_FOLDED),
  };
};

/** A stack of a method that collects as few refusals as can be found, to say what stands in its way. */
const leastRefused = (
  situation: Situation,
  method: Method,
  only: Only | undefined,
  book: RuleBook,
  count: SearchCount,
): Found | null => {
  let least: Found | null = null;
  const consider = (found: Found): boolean => {
    if (!least || found.blocks < least.blocks) least = found;
    return false;
  };
  searchMethod(
    situation,
    method,
    book,
    { allowedBlocks: Infinity, width: REFUSED_WIDTH, only, onFound: consider },
    count,
  );
  return least;
};

const keySlotOf = (method: Method): Slot => method.slots.find(({ key }) => key)!;

/** What stands in the way of a method, or of one product in it, with the smallest way out; null where it has no stack at all. */
const refusalOf = (
  situation: Situation,
  method: Method,
  only: Only | undefined,
  title: string,
  { schools, book, withoutMends = false }: { schools: Schools; book: RuleBook; withoutMends?: boolean | undefined },
  count: SearchCount = { judged: 0, complete: 0 },
): Refusal | null => {
  const least = leastRefused(situation, method, only, book, count);
  if (!least) return null;
  return {
    methodId: method.id,
    keyId: only?.product.id ?? null,
    title,
    blockers: least.findings.filter(({ verdict }) => verdict === 'blocks'),
    mend: withoutMends ? null : findMend(situation, { method, only }, least.blocks, schools, book),
  };
};

/** The situation of a brief that comes from outside: checked by its schema first. */
const readBrief = (brief: Brief, catalogue: Catalogue, schools: Schools): ReturnType<typeof situationOf> => {
  const checked = briefSchema.safeParse(brief);
  return checked.success
    ? situationOf(brief, catalogue, schools)
    : failed(...problemsFromZod(checked.error, brief, 'Mend that field of the brief.'));
};

/**
 * Searches the stacks of every method for one part and judges them by the rules.
 *
 * @param brief       the part with its use, the workshop, the number of pieces
 * @param preferences what matters most (default: the part's own), schools of practice
 * @returns at most seven ranked stacks, those only a test patch can decide, every refusal with its way out; `problems` where the
 *          brief is not one or names things that the catalogue does not hold
 */
export const matchLayers = (brief: Brief, catalogue: Catalogue, preferences: Preferences = {}): MatchResult => {
  const schools = { ...DEFAULT_SCHOOLS, ...preferences.schools };
  const book = preferences.rules ? ruleBook(preferences.rules) : STANDARD_BOOK;
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

/**
 * What the rules say of one stack, such as one edited by hand.
 *
 * @returns every finding in the order of the operations; blocks first read as refusals. Problems where ids are unknown
 */
export const judgeStack = (
  stack: Stack,
  brief: Brief,
  catalogue: Catalogue,
  preferences: Preferences = {},
): { findings: readonly Finding[]; problems: readonly Problem[] } => {
  const read = readBrief(brief, catalogue, { ...DEFAULT_SCHOOLS, ...preferences.schools });
  if (!read.ok) return { findings: [], problems: read.problems };
  const checked = stackSchema.safeParse(stack);
  if (!checked.success)
    return { findings: [], problems: problemsFromZod(checked.error, stack, 'Mend that field of the stack.') };
  const method = catalogue.methodById.get(stack.methodId);
  const missing = stack.operations.flatMap((operation) =>
    operation.op === 'apply' && !catalogue.productById.has(operation.productId) ? [operation.productId] : [],
  );
  if (!method || missing.length)
    return {
      findings: [],
      problems: [
        {
          code: 'unknown-product',
          given: `The stack names ${method ? missing.join(', ') : `the method "${stack.methodId}"`}.`,
          allowed: 'methods and products of the catalogue.',
          todo: 'Swap it for one from the list.',
        },
      ],
    };
  return {
    findings: new Judge(read.situation, method, preferences.rules ? ruleBook(preferences.rules) : STANDARD_BOOK).whole(
      stack,
    ),
    problems: [],
  };
};

/** Why one product is not in the answer, in each way of working that could use it. */
export interface WhyNot {
  /** The best stack that holds it, by way of working, where one stands or only a test can tell. */
  readonly stands: readonly Candidate[];
  readonly refused: readonly Refusal[];
  readonly problems: readonly Problem[];
}

/**
 * "Why not this one?" for any product: the best stack that holds it in each way of working, or what stands in its way and the
 * smallest way out.
 *
 * @returns nothing in both lists where no way of working takes it
 */
export const whyNot = (
  productId: string,
  brief: Brief,
  catalogue: Catalogue,
  preferences: Preferences = {},
): WhyNot => {
  const schools = { ...DEFAULT_SCHOOLS, ...preferences.schools };
  const book = preferences.rules ? ruleBook(preferences.rules) : STANDARD_BOOK;
  const read = readBrief(brief, catalogue, schools);
  if (!read.ok) return { stands: [], refused: [], problems: read.problems };
  const { situation } = read;
  const dryMinutes = dryingMemo(situation);
  const priority = preferences.priority ?? brief.part.priority;
  const stands: Candidate[] = [];
  const refused: Refusal[] = [];
  for (const method of catalogue.methods) {
    const uses = method.slots.flatMap((slot): Only[] => {
      const product = productsFor(slot, catalogue.products).find(({ id }) => id === productId);
      return product ? [{ slot, product }] : [];
    });
    const best = new Bests();
    for (const only of uses)
      searchMethod(
        situation,
        method,
        book,
        {
          allowedBlocks: 0,
          only,
          onFound: (found) => {
            best.add(scored(found, situation, dryMinutes));
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
      const refusal = refusalOf(situation, method, use, capitalised(title), { schools, book });
      if (refusal) refused.push(refusal);
    }
  }
  return { stands, refused, problems: [] };
};

/** One stack, such as one edited by hand, in the same terms as the ranked ones; null where it names unknown things. */
export const candidateOfStack = (
  stack: Stack,
  brief: Brief,
  catalogue: Catalogue,
  preferences: Preferences = {},
): Candidate | null => {
  const read = situationOf(brief, catalogue, { ...DEFAULT_SCHOOLS, ...preferences.schools });
  const method = catalogue.methodById.get(stack.methodId);
  if (!read.ok || !method) return null;
  const { findings, problems } = judgeStack(stack, brief, catalogue, preferences);
  const keySlot = method.slots.find(({ key }) => key);
  const keyOperation =
    stack.operations.find(({ id }) => id === keySlot?.id) ?? stack.operations.find(({ op }) => op === 'apply');
  const key = keyOperation?.op === 'apply' ? catalogue.productById.get(keyOperation.productId) : undefined;
  if (problems.length || !key) return null;
  const blocks = findings.filter(({ verdict }) => verdict === 'blocks').length;
  const found: Found = { method, key, operations: stack.operations, findings, blocks };
  return candidateOf(scored(found, read.situation, dryingMemo(read.situation)), [], read.situation);
};
