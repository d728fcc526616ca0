import type { Product } from '../materials/index.ts';
import type { Design, Workshop } from '../piece/index.ts';

/** Whether a film, sheet or card is cut by hand: there is no cutter, it is no thing for one, or hands are wished for. */
export const isCutByHand = (
  product: Pick<Product, 'cutBy'>,
  designs: readonly Pick<Design, 'wants'>[],
  { tools }: Pick<Workshop, 'tools'>,
): boolean => product.cutBy === 'hand' || !tools.includes('cutter') || designs.some(({ wants }) => wants.hand === true);
