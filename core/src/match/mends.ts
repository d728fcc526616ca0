import type { Method } from '../materials/index.ts';
import type { Brief } from '../piece/index.ts';
import { CHANGE_KINDS, changesFor, type Change, type ChangeKind } from './changes.ts';
import type { Schools, Situation } from './context.ts';
import type { RuleBook } from './judge.ts';
import { searchMethod } from './search.ts';
import { situationOf } from './situation.ts';

/** The smallest change, or pair of changes, that makes a refused way of working rank. */
export interface Mend {
  readonly kind: ChangeKind;
  readonly label: string;
  readonly changeIds: readonly string[];
  /** The brief with the change made. */
  readonly brief: Brief;
}

interface Target {
  readonly method: Method;
  readonly keyId?: string;
}

/** True where at least one stack of the method stands with nothing refused and nothing unknown. */
export const ranks = (situation: Situation, { method, keyId }: Target, book: RuleBook): boolean => {
  let stands = false;
  searchMethod(situation, method, book, { allowedBlocks: 0, ...(keyId === undefined ? {} : { keyId }), onFound: ({ findings }) => (stands = !findings.some(({ verdict }) => verdict === 'unknown')) }, { judged: 0, complete: 0 });
  return stands;
};

/** The smallest rung of a ladder that works; rungs grow, so halving finds it once the last one works. */
const smallestRung = (ladder: readonly Change[], works: (change: Change) => boolean): Change | null => {
  const last = ladder.at(-1);
  if (!last || !works(last)) return ladder.length > 1 && ladder.length <= 4 ? (ladder.find(works) ?? null) : null;
  let low = 0;
  let high = ladder.length - 1;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (works(ladder[middle]!)) high = middle;
    else low = middle + 1;
  }
  return ladder[low]!;
};

const mendOf = (changes: readonly Change[], brief: Brief): Mend => ({
  kind: changes.reduce<ChangeKind>((largest, { kind }) => (CHANGE_KINDS.indexOf(kind) > CHANGE_KINDS.indexOf(largest) ? kind : largest), 'setting'),
  label: changes.map(({ label }, index) => (index ? `${label[0]!.toLowerCase()}${label.slice(1)}` : label)).join(' and '),
  changeIds: changes.map(({ id }) => id),
  brief,
});

/** Kinds that may be joined in pairs: what a crafter would do at the bench anyway. */
const PAIRED = new Set<ChangeKind>(['setting', 'wait', 'prep']);

/**
 * Finds the smallest change that makes a method rank, by judging again.
 *
 * Tries every single change from the smallest kind up, then pairs of settings, waits and prep.
 *
 * @returns null where nothing of the kind helps: then another method is the way out
 */
export const findMend = (situation: Situation, target: Target, schools: Schools, book: RuleBook): Mend | null => {
  const { catalogue } = situation;
  const changed = (brief: Brief): Situation | null => {
    const read = situationOf(brief, catalogue, schools);
    return read.ok ? read.situation : null;
  };
  const works = (brief: Brief): boolean => {
    const after = changed(brief);
    return after !== null && ranks(after, target, book);
  };
  const ladders = changesFor(situation);
  for (const ladder of ladders) {
    const change = smallestRung(ladder, ({ apply }) => works(apply(situation.brief)));
    if (change) return mendOf([change], change.apply(situation.brief));
  }
  for (const first of ladders.filter(([change]) => PAIRED.has(change!.kind))) {
    const largest = first.at(-1)!;
    const between = changed(largest.apply(situation.brief));
    if (!between) continue;
    for (const second of changesFor(between).filter(([change]) => PAIRED.has(change!.kind) && change!.id.split('-')[0] !== largest.id.split('-')[0])) {
      const other = smallestRung(second, ({ apply }) => works(apply(between.brief)));
      if (!other) continue;
      const smallest = smallestRung(first, ({ apply }) => works(other.apply(apply(situation.brief)))) ?? largest;
      return mendOf([smallest, other], other.apply(smallest.apply(situation.brief)));
    }
  }
  return null;
};
