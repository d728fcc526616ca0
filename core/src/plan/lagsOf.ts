import type { Problem } from '../problem/index.ts';
import type { Product, Stage } from '../materials/index.ts';
import { dryTime, type Climate, type CoatConditions } from '../dry/index.ts';
import { stepIdOf, type ApplyOperation, type Operation } from '../piece/index.ts';
import { isFaceByFace, type Face } from './drafts.ts';
import type { Lag, Step } from './step.ts';
import { firmStage, waitsBefore } from './waits.ts';
import type { Scene } from './words/index.ts';

/** One group of a draft, as its waits see it. */
export interface Turn {
  readonly operation: Operation;
  readonly product: Product | undefined;
  readonly coat: number;
  readonly group: number | null;
  readonly face: Face | null;
}

/** The key of the steps that lay an operation on one face. */
export const keyOf = ({ id }: Pick<Operation, 'id'>, face: Face | null): string =>
  face === 'back' ? `${id}.back` : id;

/** What one group waits for: lags to earlier steps, when its own coat can be handled, and why it never dries here. */
export interface Waits {
  readonly lags: readonly Lag[];
  readonly firm: Step['firm'];
  readonly problem: Problem | undefined;
}

export type LastCoat = (operationId: string) => readonly string[];

/** Reads drying times in one climate and keeps the first reason why something never dries. */
class Drying {
  problem: Problem | undefined;

  constructor(
    private readonly climate: Climate,
    private readonly conditions: CoatConditions,
  ) {}

  lag(from: string, product: Product, stage: Stage, why: string, windows?: Lag['windows']): Lag[] {
    const read = dryTime(product, stage, this.climate, this.conditions);
    if (!read.ok) {
      this.problem ??= read.problems[0];
      return [];
    }
    const open = windows
      ?.map(([low, high]) => [Math.max(low, read.time.high), high] as const)
      .filter(([low, high]) => high === null || low <= high);
    return [{ from, time: read.time, why, productId: product.id, stage, ...(open ? { windows: open } : {}) }];
  }

  firm(product: Product, stage: Stage): Step['firm'] {
    const read = dryTime(product, stage, this.climate, this.conditions);
    if (read.ok) return { time: read.time, productId: product.id, stage };
    this.problem ??= read.problems[0];
    return null;
  }
}

/** The coat on the other face after which the piece is turned over for this one; null where it is not turned. */
const turnedFrom = (
  operation: ApplyOperation,
  product: Product,
  coat: number,
  face: Face | null,
): { readonly face: Face; readonly coat: number } | null => {
  if (isFaceByFace(product)) return face === 'front' && coat === 1 ? { face: 'back', coat: operation.coats } : null;
  if (face === 'front') return { face: 'back', coat };
  return face === 'back' && coat > 1 ? { face: 'front', coat: coat - 1 } : null;
};

/** What the next coat of the same operation waits for, on its own face: the coat before, and each earlier one where a window closes; and the front for the back, that it can be turned over. */
const betweenCoats = ({ operation, product, coat, group, face }: Turn, drying: Drying): Lag[] => {
  if (!product || operation.op !== 'apply') return [];
  const other = turnedFrom(operation, product, coat, face);
  const turned = other
    ? drying.lag(
        stepIdOf({ id: keyOf(operation, other.face) }, other.coat, group),
        product,
        product.dry.touch ? 'touch' : 'recoat',
        `the ${other.face} dry enough to turn it over`,
      )
    : [];
  const after = (earlier: number): Lag[] =>
    drying.lag(
      stepIdOf({ id: keyOf(operation, face) }, earlier, group),
      product,
      'recoat',
      `${product.name} ready for the next coat`,
      product.recoatWindows,
    );
  if (coat === 1 || !product.dry.recoat) return turned;
  // a window that closes counts from the first of the coats that it holds: each of them keeps it
  const before = Array.from({ length: product.recoatWindows ? coat - 1 : 1 }, (_, index) => coat - 1 - index);
  return [...turned, ...before.flatMap(after)];
};

/**
 * The waits of one group of a draft.
 *
 * @param lastCoat the steps that laid the last coat of an operation on these pieces
 */
export const waitsOf = (
  turn: Turn,
  scene: Scene,
  climate: Climate,
  conditions: CoatConditions,
  lastCoat: LastCoat,
): Waits => {
  const { operation, product, coat } = turn;
  const { operations, catalogue, part } = scene;
  const drying = new Drying(climate, conditions);
  const lags = betweenCoats(turn, drying);
  const isFurtherCoat = operation.op === 'apply' && coat > 1 && product?.dry.recoat !== undefined;
  if (!isFurtherCoat)
    for (const wait of waitsBefore(operations, operations.indexOf(operation), catalogue)) {
      const from = catalogue.productById.get(wait.from.productId);
      if (!from) continue;
      for (const step of lastCoat(wait.from.id))
        lags.push(...drying.lag(step, from, wait.stage, wait.why, wait.windows));
    }
  const stage =
    operation.op === 'apply' && product ? firmStage(operation as ApplyOperation, product, part.use.wear) : undefined;
  const firm = product && stage ? drying.firm(product, stage) : null;
  return { lags, firm, problem: drying.problem };
};
