import { TACKS, type Catalogue, type Figure, type Product } from '../materials/index.ts';
import { formatLength } from '../units/index.ts';
import type { Examination } from './examine.ts';
import { enlargementFor } from './mend.ts';

type Facts = Pick<Examination, 'minStrokeMm' | 'minWebMm' | 'islandCount' | 'pieceCount' | 'cutLengthMm'>;

/** Whether an artwork can be cut from a material, and why not. */
export interface Suit {
  readonly product: Product;
  readonly suits: boolean;
  readonly reasons: readonly string[];
  /** How many times larger the artwork must be for it; null where size does not mend it or nothing need be. */
  readonly enlarge: number | null;
  /** The figures that decided. */
  readonly figures: readonly Figure[];
}

const tooFine = (what: string, found: number | null, figure: Figure | undefined) =>
  found !== null && figure && found < figure.typical
    ? {
        reason: `${what} of ${formatLength(found)}: it needs ${formatLength(figure.typical)}`,
        enlarge: enlargementFor(found, figure.typical),
        figure,
      }
    : null;

/** Whether the islands of a stencil of it are placed one by one: nothing holds them until they lie. */
export const islandsLieLoose = ({ tack = 'none' }: Product): boolean =>
  !(TACKS as readonly string[]).includes(tack) || tack === 'none';

/**
 * The materials that a stencil or a decal of an artwork can be cut from, and those that it is too fine for.
 *
 * @param facts figures of the artwork at the size that it is cut
 * @returns every material that is cut for that use, those that suit first
 */
export const suitsOf = (facts: Facts, as: 'stencil' | 'decal', catalogue: Pick<Catalogue, 'products'>): Suit[] =>
  catalogue.products
    .filter(({ minStroke, roles }) => minStroke && roles.includes(as === 'stencil' ? 'mask' : 'film'))
    .map((product): Suit => {
      const fine = [
        tooFine('strokes', facts.minStrokeMm, product.minStroke),
        tooFine('webs', facts.minWebMm, product.minWeb),
      ].filter((one) => one !== null);
      const loose =
        as === 'stencil' && facts.islandCount > 0 && islandsLieLoose(product)
          ? [
              `${facts.islandCount} island${facts.islandCount === 1 ? '' : 's'} would be placed one by one: add bridges, or use a placement map`,
            ]
          : [];
      return {
        product,
        suits: fine.length === 0,
        reasons: [...fine.map(({ reason }) => reason), ...loose],
        enlarge: fine.length ? Math.max(...fine.map(({ enlarge }) => enlarge)) : null,
        figures: fine.map(({ figure }) => figure),
      };
    })
    .sort((one, other) => Number(other.suits) - Number(one.suits) || one.reasons.length - other.reasons.length);

/** How long the waste takes to lift by hand, minutes low–typical–high: time for each piece, and along the cut. */
export const weedingMinutes = (
  { islandCount, pieceCount, cutLengthMm }: Facts,
  { sizing: { weedPiece, weedMetre } }: Pick<Catalogue, 'sizing'>,
): { readonly low: number; readonly typical: number; readonly high: number } => {
  const at = (end: 'low' | 'typical' | 'high') =>
    weedPiece[end] * (islandCount + pieceCount) + (weedMetre[end] * cutLengthMm) / 1000;
  return { low: at('low'), typical: at('typical'), high: at('high') };
};
