import type { Method } from '../materials/index.ts';
import type { Brief, Pass, Schools, Stack } from '../piece/index.ts';
import { type Finding, type RuleBook, type Situation, namesOf } from '../judge/index.ts';
import { Mends, type Mend } from './mends.ts';
import type { Found, Only, Searcher, SearchCount } from './search.ts';

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

/** A stack that collects as few refusals as can be found, to say what stands in the way. */
const leastRefused = (search: Searcher, only: Only | undefined, count: SearchCount): Found | null => {
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
  search({ allowedBlocks: Infinity, width: REFUSED_WIDTH, only, onFound: consider }, count);
  return least;
};

/** What is refused in one situation, with the ways out; one object for all that is asked of it. */
export class Refusals {
  private readonly mends: Mends;

  constructor(
    situation: Situation,
    private readonly settings: {
      readonly schools: Schools;
      readonly book: RuleBook;
      readonly withoutMends?: boolean | undefined;
    },
    private readonly count: SearchCount = { judged: 0, complete: 0 },
  ) {
    this.mends = new Mends(situation, settings.schools, settings.book);
  }

  /** What stands in the way of a method, or of one product in it, with the smallest way out; null where it has no stack at all. */
  of(method: Method, only: Only | undefined, title: string): Refusal | null {
    const { mends, count } = this;
    const search = mends.searcher(method);
    const least = leastRefused(search, only, count);
    if (!least) return null;
    const mend = this.settings.withoutMends ? null : mends.find({ method, only }, least.blocks);
    // the refusal speaks of the product that the way out is for
    const meant = mend && !only ? this.keyAfter(mend, method) : null;
    const shown = (meant && leastRefused(search, meant, count)) ?? least;
    return {
      methodId: method.id,
      keyId: only?.product.id ?? null,
      title,
      blockers: shown.findings.filter(({ verdict }) => verdict === 'blocks'),
      stack: { methodId: method.id, operations: [...shown.operations] },
      mend,
    };
  }

  /** The product that a way of working stands with once a way out is taken. */
  private keyAfter(mend: Mend, method: Method): Only | null {
    const situation = this.mends.afterMend(mend);
    const slot = method.slots.find(({ key }) => key);
    if (!situation || !slot) return null;
    const held: { found: Found | null } = { found: null };
    this.mends.searcher(method, situation)(
      {
        allowedBlocks: 0,
        onFound: (found) => {
          held.found = found;
          return !found.findings.some(({ verdict }) => verdict === 'unknown');
        },
      },
      this.count,
    );
    return held.found && { slot, product: held.found.key };
  }
}

/** A brief that was changed for the designs of one pass, with the others as they were. */
const withAllDesigns = (changed: Brief, whole: Brief): Brief => ({
  ...changed,
  part: {
    ...changed.part,
    designs: whole.part.designs.map((design) => {
      const now = changed.part.designs.find(({ id }) => id === design.id);
      const { colour } = design.wants;
      return now ? { ...now, wants: { ...now.wants, ...(colour === undefined ? {} : { colour }) } } : design;
    }),
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
