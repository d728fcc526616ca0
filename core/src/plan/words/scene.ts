import type { Catalogue, Method, Product } from '../../materials/index.ts';
import {
  designIdsOf,
  methodIdOf,
  passesOf,
  surfaceFacts,
  type ApplyOperation,
  type Design,
  type Operation,
  type Part,
  type Workshop,
  designsServed,
} from '../../piece/index.ts';
import { isCutByHand } from '../../artwork/index.ts';

/** What the surface is to the hand: open pile, cloth, open grain or pores, or closed. */
export type Ground = 'pile' | 'cloth' | 'open' | 'closed';

/** How a mask keeps its place. */
export type Hold = 'glue' | 'heat' | 'pins' | 'loose';

/** What is cut, and how: film on a liner, film for the press, a printed sheet, a sheet or card without glue. */
export type CutForm = 'film' | 'ironOn' | 'printed' | 'sheet';

export const groundOf = (part: Part, catalogue: Catalogue): Ground => {
  const read = surfaceFacts(part.surface, catalogue, { prepared: true });
  if (!read.ok) return 'closed';
  const { porosity, texture } = read.facts.properties;
  if (texture === 'brush') return 'pile';
  if (porosity === 'fibre') return texture === 'rough' ? 'pile' : 'cloth';
  return porosity === 'none' || porosity === 'slight' ? 'closed' : 'open';
};

export const holdOf = ({ tack }: Pick<Product, 'tack'>): Hold =>
  tack === 'heat' ? 'heat' : tack === 'pins' ? 'pins' : tack === undefined || tack === 'none' ? 'loose' : 'glue';

export const cutFormOf = (product: Product): CutForm =>
  product.kind === 'sheet'
    ? 'printed'
    : product.cutSide === 'bondingUp'
      ? 'ironOn'
      : product.cutSide === 'linerDown'
        ? 'film'
        : 'sheet';

/** Everything about a part that the words of its steps depend on. */
export interface Scene {
  readonly part: Part;
  readonly catalogue: Catalogue;
  readonly workshop: Workshop;
  readonly quantity: number;
  readonly operations: readonly Operation[];
  readonly ground: Ground;
  /** What lies flat levels by itself and is not turned. */
  readonly isFlat: boolean;
  readonly designOf: (operation: Operation) => Design | undefined;
  readonly methodOf: (operation: Operation) => Method | undefined;
  readonly isByHand: (operation: ApplyOperation, product: Product) => boolean;
  /** The mask that lies while an operation is done; undefined where none does. */
  readonly maskAt: (operation: Operation) => Product | undefined;
  /** What keeps that mask down: pins, where it is pinned by a layer of its own, else what it has itself. */
  readonly holdAt: (operation: Operation) => Hold;
  /** Designs laid in separate goes: then every step names its own. */
  readonly hasSeveral: boolean;
}

export const sceneOf = (part: Part, catalogue: Catalogue, workshop: Workshop, quantity: number): Scene => {
  const operations = part.stack?.operations ?? [];
  const serves = part.stack ? designIdsOf(part.stack) : new Map<string, string | null>();
  const designOf = (operation: Operation) => part.designs.find(({ id }) => id === serves.get(operation.id));
  const passes = passesOf(part.designs);
  const maskAt = (operation: Operation): Product | undefined => {
    const at = operations.findIndex(({ id }) => id === operation.id);
    for (const one of operations.slice(0, at).reverse()) {
      if (one.op === 'remove' && one.what === 'mask') return undefined;
      if (one.op === 'apply' && one.role === 'mask') return catalogue.productById.get(one.productId);
    }
    return undefined;
  };
  return {
    part,
    catalogue,
    workshop,
    quantity,
    operations,
    ground: groundOf(part, catalogue),
    isFlat: part.surface.shape === 'flat' || part.surface.shape === 'disc',
    designOf,
    methodOf: (operation) => {
      const design = designOf(operation);
      const id =
        part.stack && methodIdOf(part.stack, design ? ({ ...operation, designId: design.id } as Operation) : operation);
      return id ? catalogue.methodById.get(id) : undefined;
    },
    isByHand: (operation, product) => {
      return isCutByHand(product, designsServed(part, operation), workshop);
    },
    maskAt,
    holdAt: (operation) => {
      const at = operations.findIndex(({ id }) => id === operation.id);
      for (const one of operations.slice(0, at).reverse()) {
        if (one.op === 'apply' && one.role === 'mask') break;
        const hold = one.op === 'apply' && one.role === 'hold' ? catalogue.productById.get(one.productId) : undefined;
        if (hold && holdOf(hold) === 'pins') return 'pins';
      }
      return holdOf(maskAt(operation) ?? {});
    },
    hasSeveral: passes.length > 1,
  };
};

export type Way = ApplyOperation['how'];

/** How a product is laid: as the stack says, where that is a way for it, else its own way. */
export const howOf = ({ how }: ApplyOperation, product: Product | undefined): Way =>
  !product || product.how.includes(how) ? how : (product.how.find((own) => own !== 'cut') ?? product.how[0] ?? how);

/** How a coat is really laid: inside a vessel nothing is sponged. */
export const wayOf = (operation: ApplyOperation, product: Product | undefined, scene: Scene): Way =>
  operation.role === 'medium' && scene.methodOf(operation)?.side === 'inside' ? 'swirl' : howOf(operation, product);
