import type { Catalogue, Method } from '../materials/index.ts';
import { kindOfDesign, type Pass, type Priority, type Stack } from '../piece/index.ts';
import {
  type RuleBook,
  type Situation,
  type Top,
  firstTop,
  judgeWhole,
  namesOf,
  productOf,
  situationsOf,
  soilsOf,
  topAfter,
  topForNextDesign,
} from '../judge/index.ts';
import { Bests, byPriority, fingerprint, isUnknown, scored, valueFor, wayOf, type Scored } from './candidates.ts';
import { conditionsOfStack } from './conditions.ts';
import { dryingMemo } from './score.ts';
import { applied, productsFor, searcherOf, type Found, type FoundPass, type Onto, type SearchCount } from './search.ts';

/** Stacks gone on with after each pass, and ways of laying the next one on each of them: enough that a better order is not lost. */
const WIDTH = 10;
const NEXT = 4;
/** Beyond so many passes not every order is tried: the given one and its reverse are. */
const MOST_ORDERED = 4;

/** Whole stacks whose conditions are worked out: more are not shown. */
const MOST_CONDITIONED = 24;

const stackOf = ({ method, passes, operations }: Pick<Found, 'method' | 'passes' | 'operations'>): Stack => ({
  methodId: method.id,
  others: (passes ?? []).slice(1).map((pass) => ({ designId: pass.designId, methodId: pass.method.id })),
  operations: [...operations],
});

interface Seen {
  readonly pass: Pass;
  readonly situation: Situation;
}

/** Passes laid so far, without the finish that goes over all of them. */
interface Laid {
  readonly passes: readonly FoundPass[];
  readonly operations: Found['operations'];
  readonly tail: Found['operations'];
  readonly top: Top;
  readonly value: number;
}

const ordersOf = <Item>(items: readonly Item[]): Item[][] =>
  items.length <= 1
    ? [[...items]]
    : items.flatMap((item) => ordersOf(items.filter((other) => other !== item)).map((rest) => [item, ...rest]));

/** True where every design that lies over another is laid after it. */
const liesInOrder = (order: readonly Seen[]): boolean =>
  order.every(({ pass }, at) =>
    pass.every(
      ({ over }) => over === null || order.slice(0, at).some((before) => before.pass.some(({ id }) => id === over)),
    ),
  );

const kindOf = ({ pass }: Seen): string => kindOfDesign(pass[0]!);

/** Of passes that differ in colour alone one order is as good as another. */
const ordersTried = (seen: readonly Seen[]): Seen[][] => {
  const orders = (seen.length <= MOST_ORDERED ? ordersOf(seen) : [[...seen], [...seen].reverse()]).filter(liesInOrder);
  const tried = new Set<string>();
  return orders.filter((order) => {
    const kinds = order.map(kindOf).join();
    return !tried.has(kinds) && tried.add(kinds);
  });
};

const passIn = ({ passes }: Laid, { pass }: Seen): FoundPass | undefined =>
  passes.find(({ designId }) => designId === pass[0]!.id);

const isOver = ({ pass }: Seen): boolean => pass.some(({ over }) => over !== null);

/** The best of each way of working first, then of each product, so that few still differ. */
const varied = (all: readonly Scored[], priority: Priority, most: number): Scored[] => {
  const ordered = [...all].sort(byPriority(priority));
  const firsts = ordered.filter(
    (entry, index) => ordered.findIndex(({ found }) => found.method === entry.found.method) === index,
  );
  return [...firsts, ...ordered.filter((entry) => !firsts.includes(entry))].slice(0, most);
};

const passOf = ({ pass }: Seen, { method, key, operations }: Found): FoundPass => ({
  designId: pass[0]!.id,
  names: namesOf(pass),
  method,
  key,
  operations,
});

/**
 * The stacks that lay several passes of designs on one part, in an order that stands: prep and ground once, then each design with its
 * mask off again before the next, the finish over all.
 *
 * A beam search over the orders of the passes: each is laid on what the earlier ones left and judged there; whole stacks are then judged
 * again, for all designs together.
 *
 * @returns stacks without a refusal; those with something unknown among them
 */
export const searchPasses = (
  situation: Situation,
  catalogue: Catalogue,
  book: RuleBook,
  priority: Priority,
  count: SearchCount,
): Scored[] => {
  const seen = situationsOf(situation);
  const memo = dryingMemo(situation);
  const standing = (one: Seen, onto?: Onto, methods: readonly Method[] = catalogue.methods): Scored[] => {
    const best = new Bests();
    for (const method of methods) {
      const search = searcherOf(one.situation, method, book, onto);
      search(
        {
          allowedBlocks: 0,
          onFound: (found) => {
            best.add(scored(found, one.situation, memo));
            return false;
          },
        },
        count,
      );
    }
    return best.all();
  };

  const beginnings = new Map<Seen, Laid[]>();
  const begun = (one: Seen): Laid[] => {
    let known = beginnings.get(one);
    if (!known) beginnings.set(one, (known = begin(one)));
    return known;
  };
  const begin = (one: Seen): Laid[] =>
    varied(standing(one), priority, WIDTH).map((entry) => {
      const { found } = entry;
      const isTail = found.operations.map((operation) => operation.op === 'apply' && operation.role === 'finish');
      const operations = found.operations.filter((_, index) => !isTail[index]);
      const start = firstTop(one.situation, soilsOf(one.situation, found.method));
      return {
        passes: [passOf(one, { ...found, operations })],
        operations,
        tail: found.operations.filter((_, index) => isTail[index]),
        top: operations.reduce((top, operation) => topAfter(top, operation, productOf(operation, catalogue)), start),
        value: valueFor(entry, priority),
      };
    });

  const laidOn = (laid: Laid, one: Seen, ways: (onto: Onto) => Scored[]): Laid[] => {
    const top = topForNextDesign(laid.top, isOver(one));
    return ways({ top, pass: laid.passes.length + 1 }).map((entry) => ({
      passes: [...laid.passes, passOf(one, entry.found)],
      operations: [...laid.operations, ...entry.found.operations],
      tail: laid.tail,
      top: entry.found.operations.reduce(
        (below, operation) => topAfter(below, operation, productOf(operation, catalogue)),
        top,
      ),
      value: laid.value + valueFor(entry, priority),
    }));
  };
  const goneOn = (laid: Laid, one: Seen): Laid[] =>
    laidOn(laid, one, (onto) => varied(standing(one, onto), priority, NEXT));
  /** What differs in colour alone is made as the one before it, with the same product. */
  const madeAgain = (laid: Laid, one: Seen): Laid[] => {
    const twin = seen.find((other) => kindOf(other) === kindOf(one) && passIn(laid, other));
    const before = twin && passIn(laid, twin);
    if (!before) return [];
    const isSame = ({ found }: Scored) => found.key === before.key;
    return laidOn(laid, one, (onto) => varied(standing(one, onto, [before.method]).filter(isSame), priority, 1));
  };

  /** The finishes that may go over all: the first design's own, none, or another that its way of working takes. */
  const tailsOf = ({ passes, tail }: Laid): Found['operations'][] => {
    const slot = passes[0]!.method.slots.find(({ role, key }) => role === 'finish' && !key);
    return [
      tail,
      ...(slot?.optional && tail.length ? [[]] : []),
      ...(slot
        ? productsFor(slot, catalogue.products).map((product) => [applied(slot, 'finish', product, undefined)])
        : []),
    ];
  };

  const closed = (laid: Laid): Scored | null => {
    const { passes } = laid;
    const [first] = passes;
    let best: Scored | null = null;
    for (const tail of tailsOf(laid)) {
      const operations = [...laid.operations, ...tail];
      const findings = judgeWhole(stackOf({ method: first!.method, passes, operations }), situation, book);
      count.judged += operations.length;
      if (findings.some(({ verdict }) => verdict === 'blocks')) continue;
      count.complete += 1;
      const found: Found = { method: first!.method, key: first!.key, operations, findings, blocks: 0, passes };
      const entry = scored(found, situation, memo);
      if (!best || valueFor(entry, priority) > valueFor(best, priority)) best = entry;
    }
    return best;
  };

  const all = new Map<string, Scored>();
  for (const [first, ...rest] of ordersTried(seen)) {
    let laid = begun(first!);
    for (const one of rest) {
      const again = laid.flatMap((before) => madeAgain(before, one));
      laid = (again.length ? again : laid.flatMap((before) => goneOn(before, one)))
        .sort((left, right) => right.value - left.value)
        .slice(0, WIDTH * NEXT);
    }
    for (const entry of laid.map(closed)) {
      if (!entry) continue;
      // the same layers in another order are one answer: the better order stands
      const same = fingerprint(entry.found).split(/[:+]/).sort().join('+');
      const held = all.get(same);
      if (!held || valueFor(entry, priority) > valueFor(held, priority)) all.set(same, entry);
    }
  }
  return varied([...all.values()], priority, MOST_CONDITIONED).map(({ found }) =>
    scored(found, situation, memo, conditionsOfStack(stackOf(found), situation, book)),
  );
};

/** Those of which nothing is unknown, and those in a way that only a test can decide. */
export const apart = (all: readonly Scored[]): { known: Scored[]; open: Scored[] } => {
  const known = all.filter(({ found }) => !isUnknown(found));
  const ways = new Set(known.map(({ found }) => wayOf(found)));
  return { known, open: all.filter(({ found }) => isUnknown(found) && !ways.has(wayOf(found))) };
};
