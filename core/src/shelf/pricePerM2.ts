import type { Product } from '../materials/index.ts';
import type { Can } from './schema.ts';
import { wholeOf } from './sizes.ts';

const MM2_PER_M2 = 1e6;
const ML_PER_L = 1000;

/** How much of a can covers a m² once, in parts of the can; null where no figure says. */
const canPerM2 = ({ size }: Can, product: Product): number | null => {
  const { cover, layerUm } = product;
  switch (size?.kind) {
    case 'roll':
      return MM2_PER_M2 / (size.widthMm * size.lengthMm);
    case 'sheets':
      return MM2_PER_M2 / (size.widthMm * size.heightMm * size.count);
    case 'aerosol':
      return cover?.unit === 'm²/can' ? 1 / (cover.typical * wholeOf(size)) : null;
    case 'liquid':
      if (cover?.unit === 'm²/L') return ML_PER_L / cover.typical / size.ml;
      // so many µm on a m² are so many ml
      return layerUm?.typical ? layerUm.typical / size.ml : null;
    default:
      return null;
  }
};

/** What a m² of one layer costs by what a can cost; null where its price, its size, or how far it goes is not known. */
export const pricePerM2 = (can: Can, product: Product | undefined): number | null => {
  const share = product ? canPerM2(can, product) : null;
  return share === null || can.price === null ? null : share * can.price;
};
