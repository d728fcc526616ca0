import type { Catalogue, Product } from '../materials/index.ts';
import type { ApplyOperation, Operation } from './schema.ts';

/** Whether a stencil can be laid again. */
export const isReused = (product: Pick<Product, 'uses'> | undefined): boolean => (product?.uses?.typical ?? 1) > 1;

/** Minutes that a stencil is bound to lie on one piece: coats that wait for each other, and a mask that comes off dry. */
const heldMinutes = (mask: ApplyOperation, operations: readonly Operation[], { productById }: Catalogue): number => {
  const from = operations.findIndex(({ id }) => id === mask.id);
  let held = 0;
  for (const operation of operations.slice(from + 1)) {
    const product = operation.op === 'apply' ? productById.get(operation.productId) : undefined;
    const again = product?.dry.recoat?.typical ?? 0;
    if (operation.op === 'apply' && operation.role !== 'hold') {
      held += again * (operation.coats - 1);
      // what is laid next waits for an edge seal
      if (operation.role === 'edgeSeal') held += again;
    }
    if (operation.op === 'remove' && operation.what === 'mask') {
      const last = operations
        .slice(from, operations.indexOf(operation))
        .reverse()
        .find((one) => one.op === 'apply' && one.role === 'medium');
      const medium = last?.op === 'apply' ? productById.get(last.productId) : undefined;
      return held + (operation.school === 'dry' ? (medium?.dry.recoat?.typical ?? medium?.dry.touch?.typical ?? 0) : 0);
    }
  }
  return held;
};

/**
 * How many stencils of one sort a batch takes: as many as its uses ask for, and more where each lies so long that a few rounds must do. One
 * for each piece where it serves but once.
 *
 * The one figure that the cut, the steps, the sheets and the amounts go by.
 */
export const stencilsFor = (
  mask: ApplyOperation,
  operations: readonly Operation[],
  quantity: number,
  catalogue: Catalogue,
): number => {
  const product = catalogue.productById.get(mask.productId);
  if (!product?.uses || !isReused(product)) return quantity;
  const { stencilHeld, stencilRounds } = catalogue.bench;
  const byUse = Math.ceil(quantity / product.uses.typical);
  const isMissed = heldMinutes(mask, operations, catalogue) > stencilHeld.typical;
  return isMissed ? Math.max(byUse, Math.ceil(quantity / stencilRounds.typical)) : byUse;
};
