import type { CanLabel } from '../materials/index.ts';
import type { Can, CanUse } from './schema.ts';
import { leftOf } from './shelfAt.ts';
import type { Shelf } from './workshopFor.ts';

/** Cans of which something is left, by product, without those that were mixed. */
const thereByProduct = ({ cans, uses }: Shelf): ReadonlyMap<string, readonly Can[]> => {
  const usesOf = new Map<string, CanUse[]>();
  for (const use of uses) usesOf.set(use.canId, [...(usesOf.get(use.canId) ?? []), use]);
  const there = new Map<string, Can[]>();
  for (const can of cans) {
    if (can.productId === null || can.mixedOn !== null) continue;
    if (leftOf(can, usesOf.get(can.id) ?? [], '9999-12-31T00:00:00Z').left === 0) continue;
    there.set(can.productId, [...(there.get(can.productId) ?? []), can]);
  }
  return there;
};

/**
 * The labels of the cans on the shelf. Where one can stands alone of its product its label goes for every piece that takes it; of several
 * each goes for the pieces for which it was chosen. A can that goes so is named without a label too: what was learnt of it goes with it.
 *
 * @param chosen cans that were chosen for the piece in question: their labels go for it whatever else is there
 */
export const labelsOf = (shelf: Shelf, chosen: ReadonlySet<string> = new Set()): CanLabel[] => {
  const there = thereByProduct(shelf);
  return shelf.cans.flatMap(({ id, productId, figures }): CanLabel[] => {
    if (productId === null) return [];
    const own = there.get(productId) ?? [];
    const isLaid = chosen.has(id) || (own.length === 1 && own[0]!.id === id);
    return figures.length || isLaid ? [{ canId: id, figures, isLaid }] : [];
  });
};
