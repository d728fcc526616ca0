import type { Catalogue, Figure, Product, Stage } from '../materials/index.ts';
import type { ApplyOperation, Operation, Use } from '../piece/index.ts';

/** What one operation must wait for from an earlier one: a drying stage, or a bonding film. */
export interface Wait {
  /** The coat that must have dried. */
  readonly from: ApplyOperation;
  readonly stage: Stage;
  readonly why: string;
  /** Minutes after it between which alone it may follow, where that is said. */
  readonly windows?: Product['recoatWindows'];
}

const COATS = new Set<string>(['ground', 'groundSeal', 'edgeSeal', 'medium', 'finish']);
export const isCoat = (operation: Operation): operation is ApplyOperation =>
  operation.op === 'apply' && COATS.has(operation.role);

const has = (product: Product, stage: Stage): boolean => product.dry[stage] !== undefined;

const FIRM_STAGES: readonly Stage[] = ['mask', 'recoat', 'touch']; // what tape can go on can be handled and packed

/** The stage at which a coat can be handled, or walked on where that is its use; none for what is no coat that stays. */
export const firmStage = (operation: ApplyOperation, product: Product, wear: Use['wear']): Stage | undefined => {
  if (!isCoat(operation) || product.attacks !== undefined) return undefined;
  return wear === 'feet' && has(product, 'feet') ? 'feet' : FIRM_STAGES.find((stage) => has(product, stage));
};

/** The stage a coat must reach before another coat of any product goes on it. */
const beforeCoat = (below: Product, above: Product): Omit<Wait, 'from'> => {
  if (below.carrier === 'oil' && above.carrier === 'water' && has(below, 'mask'))
    return { stage: 'mask', why: `waterborne ${above.name} over ${below.name} only when the oil is dry through` };
  // a recoat window that closes is for the coats of one go; what comes later or is of another kind waits until it is past
  if (below.recoatWindows && has(below, 'mask'))
    return { stage: 'mask', why: `${below.name} dry before another product`, windows: below.recoatWindows.slice(-1) };
  return { stage: 'recoat', why: `${below.name} ready for the next coat` };
};

const COAT_ON_TOP = new Set<string>(['ground', 'groundSeal', 'finish', 'medium', 'edgeSeal']);

const stageBefore = (below: Product, operation: Operation, above: Product | undefined): Omit<Wait, 'from'> | null => {
  if (operation.op === 'treat')
    return {
      stage: operation.treat === 'burn' ? 'touch' : 'heatSet',
      why: operation.treat === 'burn' ? `${below.name} dried fully` : `${below.name} dry before heat`,
    };
  if (operation.op === 'remove')
    return operation.what === 'mask' && operation.school === 'dry'
      ? {
          stage: below.attacks === 'rawWood' ? 'touch' : 'recoat',
          why: `${below.name} dry before the mask is scored and pulled`,
        }
      : null;
  if (!above) return null;
  if (operation.role === 'mask' || operation.role === 'hold' || operation.role === 'transfer')
    return { stage: 'mask', why: `${below.name} firm enough for a mask or tape` };
  if (operation.role === 'film') return { stage: 'film', why: `${below.name} cured enough for film that stays` };
  return COAT_ON_TOP.has(operation.role) ? beforeCoat(below, above) : null;
};

/**
 * What an operation has to wait for: the coat it touches, and for a film its bond.
 *
 * @param operations all of a stack, in order
 * @param index      which of them waits
 * @returns the waits whose product has a figure for the stage; an empty list where nothing needs to dry
 */
export const waitsBefore = (operations: readonly Operation[], index: number, catalogue: Catalogue): readonly Wait[] => {
  const operation = operations[index]!;
  const productOf = ({ productId }: ApplyOperation) => catalogue.productById.get(productId);
  const above = operation.op === 'apply' ? productOf(operation) : undefined;
  const waits: Wait[] = [];
  let film: ApplyOperation | undefined;
  let touched: ApplyOperation | undefined;
  for (let at = index - 1; at >= 0; at -= 1) {
    const one = operations[at]!;
    if (one.op !== 'apply') continue;
    if (one.role === 'film') film = one;
    if (!touched && isCoat(one) && (operation.op !== 'treat' || one.id === operation.of)) touched = one;
  }
  const below = touched && productOf(touched);
  const wanted = below && stageBefore(below, operation, above);
  if (touched && below && wanted) {
    const stage = has(below, wanted.stage)
      ? wanted.stage
      : wanted.stage === 'film' && has(below, 'mask')
        ? 'mask'
        : 'recoat';
    if (has(below, stage)) waits.push({ ...wanted, from: touched, stage });
  }
  const last = operations[index - 1];
  if (last?.op === 'apply' && last.role === 'prep' && has(productOf(last)!, 'touch'))
    waits.push({ from: last, stage: 'touch', why: 'the surface dry' });
  if (film && operation.op === 'apply' && operation.role === 'finish' && has(productOf(film)!, 'firstWash'))
    waits.push({ from: film, stage: 'firstWash', why: 'the film bonded before anything goes over it' });
  return waits;
};

/** Minutes of work on one piece for one coat or pass of an operation; the bench's own figure for taking off and heating. */
export const workFigure = (operation: Operation, { productById, bench }: Catalogue): Figure => {
  if (operation.op === 'apply') return productById.get(operation.productId)?.handsOn ?? bench.workOther;
  if (operation.op === 'treat') return bench.workHeat;
  const tool = operation.productId ? productById.get(operation.productId)?.handsOn : undefined;
  return tool ?? (operation.school === 'rinse' ? bench.workRinse : bench.workUnmask);
};
