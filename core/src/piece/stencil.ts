import type { Product } from '../materials/index.ts';

/**
 * How many stencils a batch takes: one of each where it serves but once, else as many as its typical uses ask for.
 *
 * The one figure that Match, the cut, the steps and the sheets go by.
 */
export const stencilsFor = ({ uses }: Pick<Product, 'uses'>, quantity: number): number =>
  uses ? Math.ceil(quantity / Math.max(1, uses.typical)) : quantity;

/** Whether a stencil is laid on one piece after the other. */
export const goesRound = (product: Pick<Product, 'uses'> | undefined, quantity: number): boolean =>
  product?.uses !== undefined && stencilsFor(product, quantity) < quantity;
