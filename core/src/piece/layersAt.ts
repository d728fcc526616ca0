import { designIdsOf } from './passes.ts';
import type { ApplyOperation, Operation, Stack } from './schema.ts';

/** One band of the section: a coat that lies there, or the ghost of a mask that has been lifted. */
export interface Layer {
  readonly operationId: string;
  readonly productId: string;
  readonly role: ApplyOperation['role'];
  readonly extent: ApplyOperation['extent'];
  readonly coats: number;
  /** `there`, `ghost` (lifted or rinsed away). */
  readonly presence: 'there' | 'ghost';
}

/** What the work does to the piece itself where the mask is open. */
export type Cut = 'etched' | 'stripped' | 'burnt' | 'dyed';

export interface Profile {
  readonly layers: readonly Layer[];
  /** What was done to the base in the openings, with the operation that did it. */
  readonly cut: { readonly kind: Cut; readonly operationId: string } | null;
  /** True once prep has taken the existing finishes off. */
  readonly isStripped: boolean;
}

const ATTACK_CUTS = { silica: 'etched', coating: 'stripped', rawWood: 'burnt', dyePolymer: 'dyed' } as const;
type Attacks = (productId: string) => keyof typeof ATTACK_CUTS | undefined;

const isBand = (operation: Operation): operation is ApplyOperation =>
  operation.op === 'apply' && !['prep', 'transfer', 'hold'].includes(operation.role);

/**
 * The profile of the piece when the first `done` operations of its stack are through.
 *
 * @param attacks what a product acts on, from the catalogue; undefined for coats
 * @param done     0 to the number of operations; more counts as all
 * @param designId only the layers of this design and those that all share; all layers where it is not given
 */
export const layersAt = (
  stack: Stack,
  attacks: Attacks,
  done: number = stack.operations.length,
  designId?: string,
): Profile => {
  const serves = designId === undefined ? null : designIdsOf(stack);
  let layers: Layer[] = [];
  let cut: Profile['cut'] = null;
  let isStripped = false;
  const ghosted = (gone: (layer: Layer) => boolean) =>
    layers.map((layer): Layer => (gone(layer) ? { ...layer, presence: 'ghost' } : layer));
  for (const operation of stack.operations.slice(0, done)) {
    if (serves && (serves.get(operation.id) ?? designId) !== designId) continue;
    if (isBand(operation)) {
      const { id, productId, role, extent, coats } = operation;
      layers = [...layers, { operationId: id, productId, role, extent, coats, presence: 'there' }];
      const attack = attacks(productId);
      // a burn shows only after its heat, the others while they work
      if (attack && attack !== 'rawWood') cut = { kind: ATTACK_CUTS[attack], operationId: id };
    } else if (operation.op === 'remove') {
      if (operation.what === 'finish') isStripped = true;
      else if (operation.what === 'mask') layers = ghosted((layer) => layer.role === 'mask');
      else layers = ghosted((layer) => layer.role === 'medium' && attacks(layer.productId) !== undefined);
    } else if (operation.op === 'treat' && operation.treat === 'burn') {
      cut = { kind: 'burnt', operationId: operation.of };
      layers = ghosted((layer) => layer.operationId === operation.of);
    }
  }
  return { layers, cut, isStripped };
};
