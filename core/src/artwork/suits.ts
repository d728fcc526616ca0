import { TACKS, type Catalogue, type Figure, type Product, type SurfaceProperties } from '../materials/index.ts';
import { formatLength } from '../units/index.ts';
import type { Examination } from './examine.ts';
import { enlargementFor } from './mend.ts';

type Facts = Pick<Examination, 'minStrokeMm' | 'minWebMm' | 'islandCount' | 'pieceCount' | 'cutLengthMm'>;

/** The thinnest stroke that lasts, and what asks for it. */
export interface StrokeLimit {
  readonly figure: Figure;
  readonly of: string;
}

/** What a ground asks of strokes: open pile swallows thin ones; null where it asks nothing. */
export const pileStroke = (
  { texture }: Pick<SurfaceProperties, 'texture'>,
  { limits }: Pick<Catalogue, 'limits'>,
): StrokeLimit | null => (texture === 'brush' ? { figure: limits.pileStroke, of: 'open pile' } : null);

/** The larger of what a material and the ground ask of strokes; null where neither asks. */
export const strokeLimit = (product: Product | null, ground: StrokeLimit | null): StrokeLimit | null => {
  const own = product?.minStroke ? { figure: product.minStroke, of: product.name } : null;
  return own && (!ground || own.figure.typical >= ground.figure.typical) ? own : ground;
};

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
 * @param facts  figures of the artwork at the size that it is cut
 * @param ground what the ground asks of strokes, whatever they are cut from
 * @returns every material that is cut for that use, those that suit first
 */
export const suitsOf = (
  facts: Facts,
  as: 'stencil' | 'decal',
  catalogue: Pick<Catalogue, 'products'>,
  ground: StrokeLimit | null = null,
): Suit[] =>
  catalogue.products
    .filter(({ minStroke, roles }) => minStroke && roles.includes(as === 'stencil' ? 'mask' : 'film'))
    .map((product): Suit => {
      const fine = [
        tooFine('strokes', facts.minStrokeMm, product.minStroke),
        tooFine('webs', facts.minWebMm, product.minWeb),
        ground && tooFine(`on ${ground.of} strokes`, facts.minStrokeMm, ground.figure),
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
