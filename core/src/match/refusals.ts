import type { Method } from '../materials/index.ts';
import type { Brief, Pass, Schools, Stack } from '../piece/index.ts';
import { namesOf } from './candidates.ts';
import type { Finding, Situation } from './context.ts';
import type { RuleBook } from './judge.ts';
import { findMend, type Mend } from './mends.ts';
import { searchMethod, type Found, type Only, type SearchCount } from './search.ts';
import { situationOf } from './situation.ts';

/** A way of working that is refused, with what stands in its way and the smallest way out. */
export interface Refusal {
  readonly methodId: string;
  /** Set where only this product of the method is refused. */
  readonly keyId: string | null;
  /** Set where a part has designs of several sorts: the one that it is refused for. */
  readonly designId?: string;
  readonly title: string;
  readonly blockers: readonly Finding[];
  /** The stack of it that collects the fewest refusals: what a trial would be of. */
  readonly stack: Stack;
  readonly mend: Mend | null;
}

const REFUSED_WIDTH = 12; // paths kept while looking for what stands in the way

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
    // of those alike the plainest, so that no layer that helps nothing is spoken of
    if (
      !least ||
      found.blocks < least.blocks ||
      (found.blocks === least.blocks && found.operations.length < least.operations.length)
    )
      least = found;
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

/** What stands in the way of a method, or of one product in it, with the smallest way out; null where it has no stack at all. */
export const refusalOf = (
  situation: Situation,
  method: Method,
  only: Only | undefined,
  title: string,
  { schools, book, withoutMends = false }: { schools: Schools; book: RuleBook; withoutMends?: boolean | undefined },
  count: SearchCount = { judged: 0, complete: 0 },
): Refusal | null => {
  const least = leastRefused(situation, method, only, book, count);
  if (!least) return null;
  const mend = withoutMends ? null : findMend(situation, { method, only }, least.blocks, schools, book);
  // the refusal speaks of the product that the way out is for
  const meant = mend && !only ? keyAfter(mend, situation, method, schools, book, count) : null;
  const shown = (meant && leastRefused(situation, method, meant, book, count)) ?? least;
  return {
    methodId: method.id,
    keyId: only?.product.id ?? null,
    title,
    blockers: shown.findings.filter(({ verdict }) => verdict === 'blocks'),
    stack: { methodId: method.id, operations: [...shown.operations] },
    mend,
  };
};

/** The product that a way of working stands with once a way out is taken. */
const keyAfter = (
  mend: Mend,
  situation: Situation,
  method: Method,
  schools: Schools,
  book: RuleBook,
  count: SearchCount,
): Only | null => {
  const read = situationOf(mend.brief, situation.catalogue, schools, situation.trials);
  const slot = method.slots.find(({ key }) => key);
  if (!read.ok || !slot) return null;
  const held: { found: Found | null } = { found: null };
  searchMethod(
    read.situation,
    method,
    book,
    {
      allowedBlocks: 0,
      onFound: (found) => {
        held.found = found;
        return !found.findings.some(({ verdict }) => verdict === 'unknown');
      },
    },
    count,
  );
  return held.found && { slot, product: held.found.key };
};

/** A brief that was changed for the designs of one pass, with the others as they were. */
const withAllDesigns = (changed: Brief, whole: Brief): Brief => ({
  ...changed,
  part: {
    ...changed.part,
    designs: whole.part.designs.map((design) => changed.part.designs.find(({ id }) => id === design.id) ?? design),
  },
});

/** What is refused for the designs of one pass, with the ways out put back among the other designs. */
export const refusedIn = (pass: Pass, whole: Brief, refused: readonly Refusal[]): Refusal[] =>
  refused.map((refusal) => ({
    ...refusal,
    title: `${namesOf(pass)}: ${refusal.title}`,
    designId: pass[0]!.id,
    mend: refusal.mend && { ...refusal.mend, brief: withAllDesigns(refusal.mend.brief, whole) },
  }));
