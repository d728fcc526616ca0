import type { Catalogue, Product } from '../materials/index.ts';
import type { ApplyOperation, Operation } from '../piece/index.ts';
import { worksAtOnce } from './stepWords.ts';

/** Operations that are done in one go, on one coat. */
export interface Draft {
  readonly operations: readonly Operation[];
  readonly coat: number;
}

/** An etch or a remover: it works while it lies there, and is rinsed off after its dwell. */
export const isUsedUp = (operation: Operation, catalogue: Catalogue): operation is ApplyOperation =>
  operation.op === 'apply' &&
  operation.role === 'medium' &&
  worksAtOnce(catalogue.productById.get(operation.productId));

/** Coats apart; what goes with a coat or follows it at once (transfer tape, unmask while wet, rinse after the dwell) joined to it. */
export const drafted = (operations: readonly Operation[], catalogue: Catalogue): Draft[] => {
  const drafts: Draft[] = [];
  for (const operation of operations) {
    const last = drafts.at(-1);
    const lastOperation = last?.operations.at(-1);
    const joins =
      lastOperation !== undefined &&
      (operation.op === 'remove'
        ? (operation.what === 'mask' && operation.school === 'wet' && lastOperation.op === 'apply') ||
          (operation.what === 'medium' && isUsedUp(lastOperation, catalogue))
        : operation.op === 'apply' &&
          operation.role === 'transfer' &&
          lastOperation.op === 'apply' &&
          lastOperation.role === 'film');
    if (joins && last) {
      drafts[drafts.length - 1] = { ...last, operations: [...last.operations, operation] };
      continue;
    }
    const coats = operation.op === 'apply' ? operation.coats : 1;
    for (let coat = 1; coat <= coats; coat += 1) drafts.push({ operations: [operation], coat });
  }
  return drafts;
};

/** The product that an operation uses, or that it treats. */
export const productFor = (
  operation: Operation,
  operations: readonly Operation[],
  catalogue: Catalogue,
): Product | undefined => {
  if (operation.op !== 'treat') return catalogue.productById.get(operation.productId ?? '');
  const treated = operations.find(({ id }) => id === operation.of);
  return treated?.op === 'apply' ? catalogue.productById.get(treated.productId) : undefined;
};
