import type { Catalogue, Product } from '../materials/index.ts';
import { facesOf, stencilsFor, type ApplyOperation, type Operation, type Part } from '../piece/index.ts';
import { holdsBefore, worksAtOnce } from './words/index.ts';

/** A face of what is coated all round. */
export type Face = 'back' | 'front';

/** Operations that are done in one go, on one coat. */
export interface Draft {
  readonly operations: readonly Operation[];
  readonly coat: number;
  /** Null where only one face is worked on, or all of it at once. */
  readonly face: Face | null;
}

/** An etch or a remover: it works while it lies there, and is rinsed off after its dwell. */
export const isUsedUp = (operation: Operation, catalogue: Catalogue): operation is ApplyOperation =>
  operation.op === 'apply' &&
  operation.role === 'medium' &&
  worksAtOnce(catalogue.productById.get(operation.productId));

/** What goes with an earlier operation, or follows it at once: glue with its stencil, transfer tape, unmask while wet, rinse after the dwell. */
const joins = (operation: Operation, last: Operation | undefined, catalogue: Catalogue): boolean => {
  if (last === undefined) return false;
  if (operation.op === 'remove')
    return operation.what === 'mask'
      ? operation.school === 'wet' && last.op === 'apply'
      : operation.what === 'medium' && isUsedUp(last, catalogue);
  if (operation.op !== 'apply' || last.op !== 'apply') return false;
  return operation.role === 'transfer' ? last.role === 'film' : operation.role === 'hold' && last.role === 'mask';
};

/** Glue stands before the stencil that it holds, pins and tape after it. */
const inOrder = (operations: readonly Operation[], { productById }: Catalogue): readonly Operation[] => {
  const isGlue = (one: Operation) =>
    one.op === 'apply' && one.role === 'hold' && holdsBefore(one, productById.get(one.productId));
  return operations.some(isGlue)
    ? [...operations].sort((one, other) => Number(isGlue(other)) - Number(isGlue(one)))
    : operations;
};

const FACED = new Set(['ground', 'groundSeal', 'finish']);
/** Whether an operation covers whole faces, so that it goes over the edges and the back where those are worked on. */
export const coversFaces = (operation: Operation): boolean =>
  operation.op === 'apply' && operation.extent === 'all' && FACED.has(operation.role);

const turnsOf = (operation: Operation, isAllRound: boolean): readonly (Face | null)[] =>
  isAllRound && coversFaces(operation) ? ['back', 'front'] : [null];

/** Whether all coats of the back come before the front: where the next coat may only follow within an hour, nothing is turned over in between. */
export const isFaceByFace = (product: Product | undefined): boolean =>
  product?.recoatWindows?.some(([, closes]) => closes !== null) ?? false;

/** Coats apart, back before front; what goes with a coat joined to it. */
export const drafted = (part: Part, catalogue: Catalogue): Draft[] => {
  const drafts: Draft[] = [];
  const isAllRound = facesOf(part, catalogue).faces === 'allRound';
  for (const operation of part.stack?.operations ?? []) {
    const last = drafts.at(-1);
    if (last && joins(operation, last.operations.at(-1), catalogue)) {
      drafts[drafts.length - 1] = { ...last, operations: inOrder([...last.operations, operation], catalogue) };
      continue;
    }
    const faces = turnsOf(operation, isAllRound);
    const coats = Array.from({ length: operation.op === 'apply' ? operation.coats : 1 }, (_, index) => index + 1);
    const draftOf = (coat: number, face: Face | null): Draft => ({ operations: [operation], coat, face });
    drafts.push(
      ...(isFaceByFace(productFor(operation, [], catalogue))
        ? faces.flatMap((face) => coats.map((coat) => draftOf(coat, face)))
        : coats.flatMap((coat) => faces.map((face) => draftOf(coat, face)))),
    );
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

/** The operation that a draft is called by: the stencil that glue holds, else its first. */
export const chiefOf = ({ operations }: Pick<Draft, 'operations'>): Operation =>
  operations.find((one) => one.op !== 'apply' || (one.role !== 'hold' && one.role !== 'prep')) ?? operations[0]!;

/** Stretches of drafts in which a stencil lies that goes from piece to piece: from laying it to taking it off. */
export const stencilRounds = (
  drafts: readonly Draft[],
  catalogue: Catalogue,
  quantity: number,
): readonly { readonly first: number; readonly last: number; readonly product: Product; readonly count: number }[] => {
  const rounds: { first: number; last: number; product: Product; count: number }[] = [];
  const operations = drafts.flatMap((draft) => draft.operations);
  let open: { first: number; product: Product; count: number } | null = null;
  for (const [index, draft] of drafts.entries())
    for (const operation of draft.operations) {
      const product = operation.op === 'apply' ? catalogue.productById.get(operation.productId) : undefined;
      if (operation.op === 'apply' && operation.role === 'mask' && product) {
        const count = stencilsFor(operation, [...new Set(operations)], quantity, catalogue);
        if (count < quantity) open = { first: index, product, count };
      }
      if (operation.op === 'remove' && operation.what === 'mask' && open) {
        rounds.push({ ...open, last: index });
        open = null;
      }
    }
  return rounds;
};
