import { islandsLieLoose } from '../artwork/index.ts';
import type { Catalogue, Product } from '../materials/index.ts';
import { byTime, isOfStep, type BenchEvent, type Part, type Piece, designsServed } from '../piece/index.ts';
import type { Step } from './step.ts';

/** Islands of a design that a step places one by one. */
export interface LooseIslands {
  readonly designId: string;
  readonly count: number;
}

/** The loose islands that a step lays; those of a film that holds them need no counting. */
export const looseIslandsOf = (
  { kind, operationIds }: Pick<Step, 'kind' | 'operationIds'>,
  part: Part,
  catalogue: Catalogue,
): LooseIslands[] => {
  if (kind !== 'work') return [];
  return (part.stack?.operations ?? []).flatMap((operation): LooseIslands[] => {
    if (operation.op !== 'apply' || operation.role !== 'mask' || !operationIds.includes(operation.id)) return [];
    const product = catalogue.productById.get(operation.productId);
    if (!product || !islandsLieLoose(product)) return [];
    return designsServed(part, operation).flatMap(({ id, islands }) =>
      islands ? [{ designId: id, count: islands }] : [],
    );
  });
};

/** Which islands lie in their places on a copy, by what was noted; those that were taken up again do not. */
export const islandsPlaced = (
  events: readonly BenchEvent[],
  pieceId: string,
  designId: string,
  copy: number,
): ReadonlySet<number> => {
  const placed = new Set<number>();
  for (const event of byTime(events)) {
    if (event.kind !== 'noted' || event.pieceId !== pieceId || !event.placed) continue;
    if (event.placed.designId !== designId || event.placed.copy !== copy) continue;
    for (const island of event.placed.islands) placed[event.placed.isTaken ? 'delete' : 'add'](island);
  }
  return placed;
};

/** Products that a step lays and that serve several times: a sheet of tape, a stencil. */
export const reusedIn = (
  { kind, operationIds }: Pick<Step, 'kind' | 'operationIds'>,
  part: Part,
  catalogue: Catalogue,
): Product[] => {
  if (kind !== 'work') return [];
  const ids = (part.stack?.operations ?? []).flatMap((one) =>
    one.op === 'apply' && operationIds.includes(one.id) ? [one.productId] : [],
  );
  return [...new Set(ids)].flatMap((id) => {
    const product = catalogue.productById.get(id);
    return product?.uses ? [product] : [];
  });
};

/**
 * How often a sheet of a product has served: every copy of every step that laid it, since a fresh one was taken.
 *
 * @param stepsOf the steps of each piece, by its id
 */
export const usesOfSheet = (
  productId: string,
  events: readonly BenchEvent[],
  pieces: readonly Piece[],
  stepsOf: Readonly<Record<string, readonly Step[]>>,
): number => {
  const byId = new Map(pieces.map((piece) => [piece.id, piece]));
  const laysIt = (piece: Piece, operationIds: readonly string[]) =>
    piece.parts.some(({ stack }) =>
      stack?.operations.some(
        (one) => one.op === 'apply' && one.productId === productId && operationIds.includes(one.id),
      ),
    );
  let uses = 0;
  for (const event of byTime(events)) {
    if (event.kind === 'noted' && event.fresh === productId) uses = 0;
    if (!isOfStep(event) || event.kind !== 'done') continue;
    const piece = byId.get(event.pieceId);
    const alike = (stepsOf[event.pieceId] ?? []).filter(
      ({ kind, key, coat }) => kind === 'work' && key === event.operationId && coat === event.coat,
    );
    const step = alike.find(({ group }) => group === (event.group ?? null)) ?? alike[0];
    if (piece && step && laysIt(piece, step.operationIds)) uses += event.copies?.length ?? step.copies?.length ?? 1;
  }
  return uses;
};
