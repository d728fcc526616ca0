import type { Operation, Stack } from '../piece/index.ts';

/** What an operation does, whatever it is called in its stack. */
const deedOf = (operation: Operation): string => {
  if (operation.op === 'treat') return `treat ${operation.treat}`;
  if (operation.op === 'remove') return `remove ${operation.what} ${operation.school}`;
  return [operation.role, operation.productId, operation.coats, operation.extent, operation.designId].join(' ');
};

/**
 * The operations in which two stacks differ: laid in the one and not, or otherwise, in the other.
 *
 * @returns ids of the left and of the right stack; both empty where they do the same
 */
export const differingOperations = (
  left: Stack,
  right: Stack,
): { readonly left: readonly string[]; readonly right: readonly string[] } => {
  const only = (mine: Stack, other: Stack): string[] => {
    const deeds = other.operations.map(deedOf);
    return mine.operations.flatMap((operation) => {
      const at = deeds.indexOf(deedOf(operation));
      if (at >= 0) deeds.splice(at, 1); // each deed of the other answers for one of mine
      return at >= 0 ? [] : [operation.id];
    });
  };
  return { left: only(left, right), right: only(right, left) };
};

/** The stack with its keys in one order, so that where it was read from does not matter. */
const canonical = ({ methodId, others, operations }: Stack): string =>
  JSON.stringify([
    methodId,
    (others ?? []).map(({ designId, methodId: other }) => [designId, other]),
    operations.map((operation) => Object.entries(operation).sort(([a], [b]) => (a < b ? -1 : 1))),
  ]);

/** True where two stacks are the same to the last detail, or both are none. */
export const isSameStack = (left: Stack | null, right: Stack | null): boolean =>
  left === null || right === null ? left === right : canonical(left) === canonical(right);
