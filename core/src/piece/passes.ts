import type { Design, Operation, Part, Stack } from './schema.ts';

/** Designs that are laid in one go: the same look, colour, place, side that they are seen from, and wishes. */
export type Pass = readonly Design[];

/** What decides how a design is made, beside its colour and wishes. */
const madeBy = ({ look, zone, seenFrom, over }: Design) => [look, zone, seenFrom, over];

/**
 * The designs of a part, sorted into those that are laid together.
 *
 * @returns passes in the order of their first design; one where all designs are alike
 */
export const passesOf = (designs: readonly Design[]): Pass[] => {
  const passes = new Map<string, Design[]>();
  for (const design of designs) {
    const alike = JSON.stringify([madeBy(design), design.tone, design.wants]);
    const pass = passes.get(alike);
    if (pass) pass.push(design);
    else passes.set(alike, [design]);
  }
  return [...passes.values()];
};

/** The name of the slot that an operation fills; operations of further designs carry the number of their pass behind it. */
export const slotIdOf = (operation: Pick<Operation, 'id'>): string => operation.id.replace(/\.\d+$/, '');

/** The way of working that an operation belongs to: its design's own, or the first one. */
export const methodIdOf = (stack: Stack, operation: Operation): string =>
  (operation.op === 'apply' && stack.others?.find(({ designId }) => designId === operation.designId)?.methodId) ||
  stack.methodId;

/**
 * The id of the design that each operation serves, by operation id; null for what serves all: prep, ground, finish.
 *
 * Taking off and heating serve the design whose layer went before.
 */
export const designIdsOf = (stack: Stack): ReadonlyMap<string, string | null> => {
  let current: string | null = null;
  return new Map(
    stack.operations.map((operation) => {
      if (operation.op !== 'apply') return [operation.id, current];
      const serves =
        operation.designId ?? (operation.role === 'transfer' || operation.role === 'hold' ? current : null);
      if (operation.designId) current = operation.designId;
      return [operation.id, serves];
    }),
  );
};

/** What two designs have in common that differ in colour alone: they are made in one way, one after the other. */
export const kindOfDesign = (design: Design): string => {
  const { colour: _colour, ...wants } = design.wants;
  return JSON.stringify([madeBy(design), wants]);
};

/**
 * The designs that an operation serves: those that are laid in one go with its own; all of them where it serves none alone, none where
 * its own is gone.
 *
 * The layers of a pass name its first design; whoever asks what they lay asks here.
 */
export const designsServed = (
  { stack, designs }: Pick<Part, 'stack' | 'designs'>,
  { id }: Pick<Operation, 'id'>,
): readonly Design[] => {
  const own = stack && designIdsOf(stack).get(id);
  if (!own) return designs;
  return passesOf(designs).find((pass) => pass.some((design) => design.id === own)) ?? [];
};

/** The way of working of a design: that of the pass in which it is laid, or the first one. */
export const methodIdFor = ({ designs }: Pick<Part, 'designs'>, stack: Stack, { id }: Pick<Design, 'id'>): string => {
  const pass = passesOf(designs).find((each) => each.some((design) => design.id === id));
  const other = stack.others?.find(({ designId }) => pass?.some((design) => design.id === designId));
  return other?.methodId ?? stack.methodId;
};
