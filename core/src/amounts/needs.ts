import { catalogueFor, slotOf, wantedColour, type ApplyOperation, type Piece } from '../piece/index.ts';
import type { Catalogue, Product } from '../materials/index.ts';
import type { Measured } from './measured.ts';
import { edgeTapeAmount, filmNeed, pinAmount, tapeAmount } from './laidOut.ts';
import { coatAmount, mixed, thickAmount } from './liquids.ts';
import { unknownAmount, type Amount, type Need, type Scene } from './need.ts';
import { scaledBy } from './ranges.ts';

const TINTED = new Set(['paint', 'stain']);
const tintOf = (product: Product, { role }: ApplyOperation): Need['tint'] =>
  TINTED.has(product.kind) ? (role === 'medium' || role === 'film' ? 'design' : 'ground') : null;

const isLaidOut = (product: Product, operation: ApplyOperation): boolean =>
  operation.role === 'mask' || operation.role === 'film' || product.kind === 'film' || product.kind === 'sheet';

const amountOf = (scene: Scene, product: Product, operation: ApplyOperation): Amount | null => {
  if (operation.role === 'prep') return null;
  if (operation.role === 'transfer') return tapeAmount(scene, product, operation);
  if (operation.role === 'hold' && product.body !== 'spray')
    return product.tack === 'pins' || product.how.includes('pin')
      ? pinAmount(scene, product, operation)
      : edgeTapeAmount(scene, operation);
  if (product.cover) return coatAmount(scene, product, operation, product.cover);
  if (product.kind === 'medium' || product.layerUm?.high) return thickAmount(scene, product, operation);
  return unknownAmount('pieces', [{ words: `no figure says how far ${product.name} goes: note what one piece takes` }]);
};

/**
 * What every layer of a piece takes, for its whole batch, in the order of the layers.
 *
 * @param aMix for how many pieces one mix serves, by operation: `piecesAMix`
 */
export const needsOf = (
  piece: Piece,
  measured: Measured,
  all: Catalogue,
  aMix: Readonly<Record<string, number>> = {},
): Need[] =>
  piece.parts.flatMap((part) => {
    const catalogue = catalogueFor(part, all);
    const scene: Scene = { piece, part, catalogue, measured };
    const { stack } = part;
    return (stack?.operations ?? []).flatMap((operation): Need[] => {
      if (operation.op !== 'apply') return [];
      const product = catalogue.productById.get(operation.productId);
      if (!product) return [];
      const label = (stack && slotOf(stack, operation.id, catalogue)?.label) ?? operation.role;
      const canId = part.cans.find(({ operationId }) => operationId === operation.id)?.canId;
      const can = canId === undefined ? {} : { canId };
      const colour = wantedColour(part, operation, product, catalogue) ?? null;
      if (isLaidOut(product, operation)) return [{ ...filmNeed(scene, product, operation), ...can, label, colour }];
      const amount = amountOf(scene, product, operation);
      if (!amount) return [];
      const need = amount.each && scaledBy(amount.each, piece.quantity);
      // where nobody has planned it yet, a mix is for one piece
      const pieces = aMix[operation.id] ?? 1;
      const mix =
        amount.each && amount.unit === 'ml'
          ? mixed(amount.each, product, operation, piece.quantity, pieces, catalogue)
          : undefined;
      return [
        {
          pieceId: piece.id,
          operationId: operation.id,
          productId: product.id,
          label,
          tint: tintOf(product, operation),
          colour,
          ...can,
          ...amount,
          need,
          ...(mix ? { mix } : {}),
        },
      ];
    });
  });
