import type { Catalogue, Slot } from '../materials/index.ts';
import { designIdsOf, slotIdOf } from './passes.ts';
import type { Stack } from './schema.ts';

/** The slot that an operation fills, or that a layer which the stack lacks would fill: of the way of working that it belongs to. */
export const slotOf = (stack: Stack, operationId: string, catalogue: Catalogue): Slot | undefined => {
  const serves = designIdsOf(stack).get(operationId);
  const others = stack.others ?? [];
  const own = others.find(({ designId }) => designId === serves)?.methodId ?? stack.methodId;
  const slotId = slotIdOf({ id: operationId });
  // what holds a stencil goes before it, and is told apart by its slot alone
  return [own, stack.methodId, ...others.map(({ methodId }) => methodId)]
    .flatMap((id) => catalogue.methodById.get(id)?.slots ?? [])
    .find(({ id }) => id === slotId);
};
