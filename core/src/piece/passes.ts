import type { Design, Operation, Stack } from './schema.ts';

/** Designs that are laid in one go: the same look, colour, place and wishes. */
export type Pass = readonly Design[];

/**
 * The designs of a part, sorted into those that are laid together.
 *
 * @returns passes in the order of their first design; one where all designs are alike
 */
export const passesOf = (designs: readonly Design[]): Pass[] => {
  const passes = new Map<string, Design[]>();
  for (const design of designs) {
    const alike = JSON.stringify([design.look, design.tone, design.zone, design.wants, design.over]);
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
