import type { Catalogue } from '../materials/index.ts';
import { designIdsOf, passesOf, slotIdOf, type Design, type Stack } from '../piece/index.ts';
import { namesOf } from '../judge/index.ts';
import { clauseOf } from './candidates.ts';
import type { FoundPass } from './search.ts';

/** What a stack does for each pass of designs, in the order in which it lays them; one part where there is one pass. */
export const passesIn = (stack: Stack, designs: readonly Design[], catalogue: Catalogue): readonly FoundPass[] => {
  const serves = designIdsOf(stack);
  const passes = passesOf(designs);
  const laid = [...new Set(serves.values())].filter((id) => id !== null);
  return (passes.length > 1 ? laid : [null]).flatMap((designId): FoundPass[] => {
    const pass = passes.find((each) => each.some(({ id }) => id === designId)) ?? [];
    const operations =
      designId === null ? stack.operations : stack.operations.filter(({ id }) => serves.get(id) === designId);
    const methodId = stack.others?.find((other) => other.designId === designId)?.methodId ?? stack.methodId;
    const method = catalogue.methodById.get(methodId);
    const keySlot = method?.slots.find(({ key }) => key);
    const keyOperation =
      operations.find((operation) => slotIdOf(operation) === keySlot?.id) ??
      operations.find(({ op }) => op === 'apply');
    const key = keyOperation?.op === 'apply' ? catalogue.productById.get(keyOperation.productId) : undefined;
    return method && key ? [{ designId: designId ?? '', names: namesOf(pass), method, key, operations }] : [];
  });
};

/** The clause of a stack: its way of working with the products in it; of each design where several are laid one after the other. */
export const stackWords = (stack: Stack, designs: readonly Design[], catalogue: Catalogue): string => {
  const passes = passesIn(stack, designs, catalogue);
  const [first] = passes;
  if (!first) return 'layers of its own';
  return clauseOf(passes.length > 1 ? { ...first, passes } : first, catalogue);
};
