import type { Method } from '../materials/index.ts';
import type { Brief, Schools } from '../piece/index.ts';
import { CHANGE_KINDS, changesFor, type Change, type ChangeKind } from './changes.ts';
import type { Situation } from './context.ts';
import type { RuleBook } from './judge.ts';
import { searchMethod, type Only } from './search.ts';
import { situationOf } from './situation.ts';

/** The smallest change, or pair of changes, that makes a refused way of working rank. */
export interface Mend {
  readonly kind: ChangeKind;
  readonly label: string;
  /** How large the change is beside others, 0 the smallest: its place in the order in which changes are tried. */
  readonly rank: number;
  readonly changeIds: readonly string[];
  /** The brief with the change made. */
  readonly brief: Brief;
}

interface Target {
  readonly method: Method;
  readonly only?: Only | undefined;
}

/** True where some stack of the method collects no more than so many refusals; with none allowed, it must hold nothing unknown either. */
const stands = (situation: Situation, { method, only }: Target, book: RuleBook, allowedBlocks: number): boolean => {
  let found = false;
  searchMethod(
    situation,
    method,
    book,
    {
      allowedBlocks,
      only,
      onFound: ({ findings }) => (found = allowedBlocks > 0 || !findings.some(({ verdict }) => verdict === 'unknown')),
    },
    { judged: 0, complete: 0 },
  );
  return found;
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

const mendOf = (changes: readonly Change[], rank: number, brief: Brief): Mend => ({
  rank,
  kind: changes.reduce<ChangeKind>(
    (largest, { kind }) => (CHANGE_KINDS.indexOf(kind) > CHANGE_KINDS.indexOf(largest) ? kind : largest),
    'setting',
  ),
  label: changes
    .map(({ label }, index) => (index ? `${label[0]!.toLowerCase()}${label.slice(1)}` : label))
    .join(' and '),
  changeIds: changes.map(({ id }) => id),
  brief,
});

/** Kinds that may be joined in pairs: all but another product, which is another piece. */
const PAIRED = new Set<ChangeKind>(['setting', 'wait', 'prep', 'use']);

/**
 * Finds the smallest change that makes a method rank, by judging again.
 *
 * Tries every single change from the smallest kind up, then pairs of which each half takes a refusal away, the smaller kinds first.
 *
 * @param leastBlocks how many refusals the method collects at the least as things stand
 * @returns null where nothing of the kind helps: then another method is the way out
 */
export const findMend = (
  situation: Situation,
  target: Target,
  leastBlocks: number,
  schools: Schools,
  book: RuleBook,
): Mend | null => {
  const { brief, catalogue } = situation;
  const standsWith = (changed: Brief, allowedBlocks: number): boolean => {
    const read = situationOf(changed, catalogue, schools, situation.trials);
    return read.ok && stands(read.situation, target, book, allowedBlocks);
  };
  const ladders = changesFor(situation);
  for (const [rank, ladder] of ladders.entries()) {
    const change = smallestRung(ladder, ({ apply }) => standsWith(apply(brief), 0));
    if (change) return mendOf([change], rank, change.apply(brief));
  }
  if (leastBlocks < 2) return null;
  const halves = ladders.filter(
    (ladder) => PAIRED.has(ladder[0]!.kind) && standsWith(ladder.at(-1)!.apply(brief), leastBlocks - 1),
  );
  for (const [index, first] of halves.entries())
    for (const second of halves.slice(index + 1)) {
      const both = (left: Change, right: Change) => standsWith(right.apply(left.apply(brief)), 0);
      const left = smallestRung(first, (change) => both(change, second.at(-1)!));
      const right = left && smallestRung(second, (change) => both(left, change));
      if (left && right) return mendOf([left, right], ladders.length, right.apply(left.apply(brief)));
    }
  return null;
};
