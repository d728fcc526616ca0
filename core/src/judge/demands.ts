import type { Figure, TrySort } from '../materials/index.ts';

/**
 * What a caution or a doubt asks of the maker. The plan reads it: all but advice and keeping stand in the steps of a piece, as a step
 * of their own, a gap, or words of the step that they are about.
 */
export type Demand =
  /** Another choice, or what to expect: nothing is done at the bench. */
  | { readonly kind: 'advice' }
  /** How the finished piece is used and kept: it stands on its card. */
  | { readonly kind: 'keeping' }
  /** A try on a spot or a spare before all else; where it fails, the rest is not begun. */
  | { readonly kind: 'tryFirst'; readonly sort: TrySort }
  /** Something to find out before the work: a fact that nobody has said. */
  | { readonly kind: 'look' }
  /** A way of doing the operation, or of cutting what it lays. */
  | { readonly kind: 'doing'; readonly at: 'work' | 'cut' }
  /** A wait after the operation that the product's own figures do not hold, or before it. */
  | { readonly kind: 'wait'; readonly at: 'before' | 'after'; readonly time: Figure };
export type DemandKind = Demand['kind'];

/** A demand in words. */
export interface Remedy {
  readonly words: string;
  readonly demand: Demand;
}

const of =
  (demand: Demand) =>
  (words: string): Remedy => ({ words, demand });

export const advice = of({ kind: 'advice' });
export const keeping = of({ kind: 'keeping' });
export const findOut = of({ kind: 'look' });
export const doing = of({ kind: 'doing', at: 'work' });
export const cutting = of({ kind: 'doing', at: 'cut' });
export const tryFirst = (sort: TrySort, words: string): Remedy => ({ words, demand: { kind: 'tryFirst', sort } });
export const waitBefore = (time: Figure, words: string): Remedy => ({
  words,
  demand: { kind: 'wait', at: 'before', time },
});
export const waitAfter = (time: Figure, words: string): Remedy => ({
  words,
  demand: { kind: 'wait', at: 'after', time },
});
