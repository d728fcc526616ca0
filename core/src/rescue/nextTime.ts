import type { BenchEvent, ExtraStep, Operation, Piece, Repairing, Schools } from '../piece/index.ts';
import type { Step } from '../plan/index.ts';
import { rescueBook } from './data.ts';
import type { PreventRow } from './schema.ts';

/** A cause that has come up on this bench, with the product that it came up with. */
export interface RepeatedCause {
  readonly causeId: string;
  readonly name: string;
  readonly productId: string;
  readonly count: number;
  /** What prevents it, in words. */
  readonly prevents: readonly string[];
}

type Applied = Extract<Operation, { op: 'apply' }>;
const isApplied = (operation: Operation): operation is Applied => operation.op === 'apply';

const operationsOf = (piece: Piece | undefined): readonly Operation[] => piece?.parts[0]?.stack?.operations ?? [];

/** The layer that a repair was about: what was laid at its step, or last before it. */
const layerOf = ({ operationId }: Repairing, piece: Piece | undefined): Applied | null => {
  const operations = operationsOf(piece);
  const [id = ''] = operationId.split('.');
  const at = operations.findIndex((one) => one.id === operationId || one.id === id);
  return (
    operations
      .slice(0, at + 1)
      .filter(isApplied)
      .at(-1) ?? null
  );
};

/** Causes that were found on this bench, by the product that they came up with: each repair that was decided on counts once. */
export const repeatedCauses = (events: readonly BenchEvent[], pieces: readonly Piece[]): readonly RepeatedCause[] => {
  const book = rescueBook();
  const found = new Map<string, RepeatedCause>();
  for (const event of events) {
    if (event.kind !== 'repairing' || event.causeId === null) continue;
    const cause = book.causeById.get(event.causeId);
    const layer = layerOf(
      event,
      pieces.find(({ id }) => id === event.pieceId),
    );
    if (!cause || !layer) continue;
    const key = `${cause.id} ${layer.productId}`;
    const count = (found.get(key)?.count ?? 0) + 1;
    const prevents = cause.prevents.flatMap((id) => book.preventById.get(id)?.words ?? []);
    found.set(key, { causeId: cause.id, name: cause.name, productId: layer.productId, count, prevents });
  }
  return [...found.values()].sort((one, other) => other.count - one.count || (one.causeId < other.causeId ? -1 : 1));
};

/** At which operations what prevents it is done: where the layer is laid, or its mask. */
const isBefore = ({ change }: PreventRow, operations: readonly Operation[], step: Step, productId: string): boolean => {
  const layers = operations.filter(isApplied).filter((one) => one.productId === productId);
  if (!layers.length) return false;
  if (change.of !== 'mask') return layers.some(({ id }) => step.operationIds.includes(id));
  const first = Math.min(...layers.map((layer) => operations.indexOf(layer)));
  const masks = operations.filter((one, index) => isApplied(one) && one.role === 'mask' && index < first);
  return masks.some(({ id }) => step.operationIds.includes(id));
};

/**
 * What to mind before a step, because it has gone wrong on this bench before.
 *
 * @param repeated of `repeatedCauses`
 */
export const warningsAt = (step: Step, piece: Piece, repeated: readonly RepeatedCause[]): readonly RepeatedCause[] => {
  if (step.kind !== 'work') return [];
  const book = rescueBook();
  const operations = operationsOf(piece);
  return repeated.filter(({ causeId, productId }) =>
    (book.causeById.get(causeId)?.prevents ?? []).some((id) => {
      const prevent = book.preventById.get(id);
      return prevent !== undefined && isBefore(prevent, operations, step, productId);
    }),
  );
};

/** Some schools as they should be. */
export type SchoolChange = { readonly [Key in keyof Schools]?: Schools[Key] | undefined };

/** A change that would have prevented a fault, as it is offered: nothing is changed by itself. */
export type Offer =
  | { readonly kind: 'step'; readonly words: string; readonly step: Omit<ExtraStep, 'id'> }
  | { readonly kind: 'school'; readonly words: string; readonly school: SchoolChange }
  | { readonly kind: 'figure'; readonly words: string; readonly productId: string }
  | { readonly kind: 'product'; readonly words: string };

const NAME_LENGTH = 120;

/** The operation that an own step comes after, so that it is done just before another. */
const beforeOf = (operations: readonly Operation[], operation: Operation | null): string => {
  const at = operation ? operations.indexOf(operation) : 0;
  return at > 0 ? operations[at - 1]!.id : 'first';
};

/**
 * What would prevent a cause the next time, as changes of this piece, of a school or of a figure of the workshop.
 *
 * @param layer of the stack that it came up with; null where it is not known
 */
export const offersFor = (
  causeId: string,
  piece: Piece,
  schools: Schools,
  operationId: string | null,
): readonly Offer[] => {
  const book = rescueBook();
  const operations = operationsOf(piece);
  const [id = ''] = (operationId ?? '').split('.');
  const at = operations.findIndex((one) => one.id === operationId || one.id === id);
  const layers = operations.slice(0, at + 1).filter(isApplied);
  const layer = layers.at(-1) ?? null;
  const below = layers.slice(0, -1).findLast(({ role }) => role === 'ground' || role === 'groundSeal') ?? null;
  const mask = layers.findLast(({ role }) => role === 'mask') ?? null;
  return (book.causeById.get(causeId)?.prevents ?? []).flatMap((preventId): Offer[] => {
    const row = book.preventById.get(preventId);
    if (!row) return [];
    const { words, change } = row;
    if (change.kind === 'school')
      return change.school && !isSet(change.school, schools) ? [{ kind: 'school', words, school: change.school }] : [];
    if (change.kind === 'figure') return below ? [{ kind: 'figure', words, productId: below.productId }] : [];
    if (change.kind === 'product') return [{ kind: 'product', words }];
    const name = words.replace(/\.$/, '').slice(0, NAME_LENGTH);
    const isThere = piece.extraSteps.some((own) => own.name === name);
    const of = change.of === 'mask' ? (mask ?? layer) : layer;
    return isThere
      ? []
      : [
          {
            kind: 'step',
            words,
            step: { name, after: beforeOf(operations, of), setUpMinutes: 5, eachMinutes: 0, waitMinutes: 0, note: '' },
          },
        ];
  });
};

const isSet = (school: SchoolChange, schools: Schools): boolean =>
  (Object.keys(school) as (keyof Schools)[]).every((key) => schools[key] === school[key]);
