import { keepFigures, withKept, withLabel, type Catalogue } from '../materials/index.ts';
import type { Operation, Part, Stack } from './schema.ts';
import { surfaceKey } from './surfaceKey.ts';

const productIdsOf = ({ operations }: Stack): string[] =>
  operations.flatMap((operation: Operation) =>
    operation.op !== 'treat' && operation.productId ? [operation.productId] : [],
  );

/** The part with a stack that the crafter chose or made: it keeps the figures it is judged by, until new ones are taken. */
export const withChosenStack = (part: Part, stack: Stack, catalogue: Catalogue): Part => ({
  ...part,
  stack,
  stackIsOwn: true,
  judgedBy: keepFigures(productIdsOf(stack), catalogue),
});

/** The part with the best answer's stack, which follows the catalogue. */
export const withFollowedStack = (part: Part, stack: Stack | null): Part => ({
  ...part,
  stack,
  stackIsOwn: false,
  judgedBy: null,
});

/**
 * The catalogue as a part goes by it: the figures that its chosen stack was judged by, today's where it follows the best answer; before
 * both go the labels of the cans that were chosen for it, and what was learnt on its surface.
 */
export const catalogueFor = (
  { stackIsOwn, judgedBy, cans, surface }: Pick<Part, 'stackIsOwn' | 'judgedBy' | 'cans' | 'surface'>,
  catalogue: Catalogue,
): Catalogue =>
  withLabel(stackIsOwn ? withKept(catalogue, judgedBy) : catalogue, [
    ...cans.flatMap(({ canId }) => catalogue.labelByCan.get(canId) ?? []),
    ...(catalogue.learntOn.size
      ? (catalogue.learntOn.get(surfaceKey(surface)) ?? []).flatMap(({ figures }) => figures)
      : []),
  ]);
