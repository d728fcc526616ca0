import type { Catalogue, Product, Slot } from '../materials/index.ts';
import { slotOf, type Operation, type Stack } from '../piece/index.ts';
import { applied, isApplied, productsFor } from './search.ts';

/** Products that may stand where an operation stands: what its slot takes, or for prep any other prep. */
export const swapsFor = (stack: Stack, operationId: string, catalogue: Catalogue): readonly Product[] => {
  const slot = slotOf(stack, operationId, catalogue);
  if (slot) return productsFor(slot, catalogue.products);
  return stack.operations.some(
    (operation) => operation.id === operationId && operation.op === 'apply' && operation.role === 'prep',
  )
    ? catalogue.products.filter(({ kind, takesOff }) => kind === 'prep' && !takesOff)
    : [];
};

/** The stack with another product in one operation; its id stays, so that what refers to it still does. */
export const swapProduct = (stack: Stack, operationId: string, product: Product): Stack => ({
  ...stack,
  operations: stack.operations.map((operation) =>
    operation.id === operationId && operation.op === 'apply'
      ? {
          ...operation,
          productId: product.id,
          how: product.how.includes(operation.how) ? operation.how : product.how[0]!,
        }
      : operation,
  ),
});

/** The stack with so many coats of one layer, 1 to 20. */
export const setCoats = (stack: Stack, operationId: string, coats: number): Stack => ({
  ...stack,
  operations: stack.operations.map((operation) =>
    operation.id === operationId && operation.op === 'apply'
      ? { ...operation, coats: Math.min(20, Math.max(1, Math.round(coats))) }
      : operation,
  ),
});

/** What would be left without its layer: taking off a mask that is gone, heating a coat that is gone. */
const hangsOn = (operation: Operation, gone: Operation): boolean => {
  if (operation.op === 'treat') return operation.of === gone.id;
  if (gone.op !== 'apply') return false;
  if (gone.role === 'mask')
    return (
      (operation.op === 'remove' && operation.what === 'mask') ||
      (operation.op === 'apply' && (operation.role === 'hold' || operation.role === 'edgeSeal'))
    );
  return gone.role === 'film' && operation.op === 'apply' && operation.role === 'transfer';
};

/** The stack without one operation and without those that hang on it; at least one operation stays. */
export const removeLayer = (stack: Stack, operationId: string): Stack => {
  const gone = stack.operations.find(({ id }) => id === operationId);
  if (!gone) return stack;
  const operations = stack.operations.filter((operation) => operation !== gone && !hangsOn(operation, gone));
  return operations.length ? { ...stack, operations } : stack;
};

/** Layers that the method knows and the stack does not have. */
export const missingLayers = (stack: Stack, catalogue: Catalogue): readonly Slot[] =>
  (catalogue.methodById.get(stack.methodId)?.slots ?? []).filter(
    ({ id, role }) => isApplied(role) && !stack.operations.some((operation) => operation.id === id),
  );

/** The stack with one more layer, in the place that its method gives it. */
export const addLayer = (stack: Stack, slot: Slot, product: Product, catalogue: Catalogue): Stack => {
  if (!isApplied(slot.role)) return stack;
  const order = catalogue.methodById.get(stack.methodId)?.slots.map(({ id }) => id) ?? [];
  const position = order.indexOf(slot.id);
  const before = stack.operations.findIndex(({ id }) => order.indexOf(id) > position);
  const at = before < 0 ? stack.operations.length : before;
  return {
    ...stack,
    operations: [
      ...stack.operations.slice(0, at),
      applied(slot, slot.role, product, undefined),
      ...stack.operations.slice(at),
    ],
  };
};
