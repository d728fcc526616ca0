import type { Method } from '../materials/index.ts';
import type { Brief, Schools } from '../piece/index.ts';
import { type RuleBook, type Situation, situationOf } from '../judge/index.ts';
import { CHANGE_KINDS, changesFor, type Change, type ChangeKind, type Ladder } from './changes.ts';
import { searcherOf, type Only, type Searcher } from './search.ts';

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

/** True where some stack collects no more than so many refusals; with none allowed, it must hold nothing unknown either, unless it may. */
const stands = (search: Searcher, only: Only | undefined, allowedBlocks: number, mayBeUnknown: boolean): boolean => {
  let found = false;
  search(
    {
      allowedBlocks,
      only,
      onFound: ({ findings }) =>
        (found = allowedBlocks > 0 || mayBeUnknown || !findings.some(({ verdict }) => verdict === 'unknown')),
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

const keyOf = (changeIds: readonly string[]): string => changeIds.join(' ');

/**
 * Ways out of the refusals of one situation. What a change makes of the situation is read once for all ways of working, and what is said of
 * a product whatever lies below it once for all products of one way: most refusals try the same changes.
 */
export class Mends {
  private ladders: readonly Ladder[] | null = null;
  private readonly changed = new Map<string, Situation | null>();
  private ofMethod: { readonly method: Method; readonly searchers: Map<Situation, Searcher> } | null = null;

  constructor(
    private readonly situation: Situation,
    private readonly schools: Schools,
    private readonly book: RuleBook,
  ) {}

  /** A search for stacks of a method as things stand, or as they stand after a change. */
  searcher(method: Method, situation = this.situation): Searcher {
    if (this.ofMethod?.method !== method) this.ofMethod = { method, searchers: new Map() };
    const { searchers } = this.ofMethod;
    let searcher = searchers.get(situation);
    if (!searcher) searchers.set(situation, (searcher = searcherOf(situation, method, this.book)));
    return searcher;
  }

  /** What one change after the other makes of the situation; null where that is none. */
  private after(changes: readonly Change[]): Situation | null {
    const { catalogue, trials } = this.situation;
    const key = keyOf(changes.map(({ id }) => id));
    let known = this.changed.get(key);
    if (known === undefined) {
      const read = situationOf(this.briefAfter(changes), catalogue, this.schools, trials);
      this.changed.set(key, (known = read.ok ? read.situation : null));
    }
    return known;
  }

  /** What a way out that was found makes of the situation. */
  afterMend({ changeIds }: Mend): Situation | null {
    return this.changed.get(keyOf(changeIds)) ?? null;
  }

  private briefAfter(changes: readonly Change[]): Brief {
    return changes.reduce((brief, { apply }) => apply(brief), this.situation.brief);
  }

  /**
   * Finds the smallest change that makes a method rank, by judging again.
   *
   * Tries every single change from the smallest kind up, then pairs of which each half takes a refusal away, the smaller kinds first.
   *
   * @param leastBlocks how many refusals the method collects at the least as things stand
   * @returns null where nothing of the kind helps: then another method is the way out
   */
  find({ method, only }: Target, leastBlocks: number): Mend | null {
    const standsAfter = (changes: readonly Change[], allowedBlocks: number): boolean => {
      const situation = this.after(changes);
      // what is told of a coat that nobody knows leaves it unknown: then only a test patch can tell
      const mayBeUnknown = changes.some(({ leavesUnknown }) => leavesUnknown);
      return situation !== null && stands(this.searcher(method, situation), only, allowedBlocks, mayBeUnknown);
    };
    const ladders = (this.ladders ??= changesFor(this.situation));
    const [told] = ladders.flatMap((ladder) => ladder.filter(({ leavesUnknown }) => leavesUnknown));
    const mend = (changes: readonly Change[], rank: number): Mend => mendOf(changes, rank, this.briefAfter(changes));
    for (const [rank, ladder] of ladders.entries()) {
      const change = smallestRung(ladder, (each) => standsAfter([each], 0));
      if (change) return mend([change], rank);
    }
    if (leastBlocks < 2) return null;
    const halves = ladders.filter(
      (ladder) =>
        PAIRED.has(ladder[0]!.kind) &&
        (standsAfter([ladder.at(-1)!], leastBlocks - 1) ||
          // some changes may be made only after something has been told
          (told !== undefined && told !== ladder[0] && standsAfter([told, ladder.at(-1)!], 0))),
    );
    for (const [index, first] of halves.entries())
      for (const second of halves.slice(index + 1)) {
        const left = smallestRung(first, (change) => standsAfter([change, second.at(-1)!], 0));
        const right = left && smallestRung(second, (change) => standsAfter([left, change], 0));
        if (left && right) return mend([left, right], ladders.length);
      }
    return null;
  }
}
