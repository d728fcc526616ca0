import type { Scored } from './candidates.ts';
import { refusedIn, type Refusal } from './refusals.ts';
import type { Schools, Priority } from '../piece/index.ts';
import { type RuleBook, type Situation, situationsOf } from '../judge/index.ts';
import type { SearchCount } from './search.ts';
import { wantsOf } from './wants.ts';
import { whyNotIn } from './whyNot.ts';

/** One thing that was asked for, and what became of it. */
export interface Wanted {
  readonly words: string;
  /** True where the first answer does it. */
  readonly isMet: boolean;
  /** What stands in its way, with the way out; empty where it is met, or where it stands but not together with the rest. */
  readonly refusals: readonly Refusal[];
  /** Where it is not met: what can be said of it in one line. */
  readonly why: string;
}

/**
 * What became of each thing that was asked for.
 *
 * @param best    the stacks in their order, those that only a test can decide behind the others
 * @param refused what is refused for the piece
 */
export const wantedIn = (
  situation: Situation,
  best: readonly Scored[],
  refused: readonly Refusal[],
  settings: {
    readonly schools: Schools;
    readonly book: RuleBook;
    readonly priority: Priority;
    readonly withoutMends?: boolean | undefined;
  },
  count: SearchCount,
): Wanted[] =>
  wantsOf(situation).map((want) => {
    const [first] = best;
    if (first && want.isMet(first.found)) return { words: want.words, isMet: true, refusals: [], why: '' };
    const other = best.find(({ found }) => want.isMet(found));
    const ofWay = refused.filter(
      ({ methodId, keyId, designId }) =>
        want.methodIds?.includes(methodId) &&
        (keyId === null || keyId === want.productId) &&
        (designId === undefined || designId === want.designId),
    );
    const ofProduct = want.productId === undefined ? [] : refused.filter(({ keyId }) => keyId === want.productId);
    let refusals = ofWay.length ? ofWay : ofProduct;
    if (!refusals.length && want.productId !== undefined && !other) {
      const seen = situationsOf(situation);
      refusals = seen
        .filter(({ pass }) => want.designId === undefined || pass.some(({ id }) => id === want.designId))
        .flatMap(({ pass, situation: at }) => {
          const found = whyNotIn(at, want.productId!, settings).refused.filter(
            ({ methodId }) => want.methodIds?.includes(methodId) ?? true,
          );
          count.judged += found.length;
          return seen.length > 1 ? refusedIn(pass, situation.brief, found) : found;
        });
    }
    // where nothing stands at all, what stands in the way of all of it is the answer
    const refusal = refusals[0] ?? (first ? undefined : refused[0]);
    const blocker = refusal?.blockers.find(({ isSafety }) => isSafety) ?? refusal?.blockers[0];
    return {
      words: want.words,
      isMet: false,
      refusals,
      why: blocker
        ? `${blocker.reason}. ${blocker.instead}`
        : other
          ? 'It stands, but not together with everything else that is wanted.'
          : 'No way of working takes it here.',
    };
  });
