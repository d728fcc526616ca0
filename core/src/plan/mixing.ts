import { dryingRate, type Climate } from '../dry/index.ts';
import { scaled, type Catalogue, type Figure, type Product } from '../materials/index.ts';
import { catalogueFor, type Operation, type Piece } from '../piece/index.ts';
import { drafted } from './drafts.ts';
import { workFigure } from './waits.ts';
import { sum } from './work.ts';

/** How long a mix can be worked in a climate, and for how many pieces one serves by its shortest life. */
export interface Mixing {
  readonly life: Figure;
  readonly pieces: number;
}

/**
 * How a product that sets once it is mixed is mixed: a cup for as many pieces as can be worked on while it lives.
 *
 * @param joined what is done in one go with it
 * @returns null where nothing says that it sets
 */
export const mixingOf = (
  product: Product,
  joined: readonly Operation[],
  catalogue: Catalogue,
  climate: Climate,
): Mixing | null => {
  if (!product.potLife) return null;
  const rate = dryingRate(product.dryFamily, 'cure', climate);
  const life = scaled(product.potLife, 1 / ('rate' in rate ? rate.rate : 1));
  const work = sum(joined.map((one) => workFigure(one, catalogue))).typical;
  return { life, pieces: Math.max(1, Math.floor(life.low / work)) };
};

/** For how many pieces one mix serves, by operation: the figure that the steps say and the amounts measure by. */
export const piecesAMix = (piece: Piece, catalogue: Catalogue, climate: Climate): Readonly<Record<string, number>> =>
  Object.fromEntries(
    piece.parts.flatMap((part) => {
      const known = catalogueFor(part, catalogue);
      return drafted(part, known).flatMap(({ operations }) =>
        operations.flatMap((operation) => {
          const product = operation.op === 'apply' ? known.productById.get(operation.productId) : undefined;
          const mixing = product && mixingOf(product, operations, known, climate);
          return mixing ? [[operation.id, mixing.pieces] as const] : [];
        }),
      );
    }),
  );
