import type { Mix } from './mixFor.ts';
import type { Range } from '../cut/index.ts';
import type { DecidingFigure } from '../judge/index.ts';
import type { Catalogue, Figure, Product } from '../materials/index.ts';
import type { Part, Piece } from '../piece/index.ts';
import type { Because } from './areas.ts';
import type { Lay, Measured, MeasuredBlank } from './measured.ts';

/** What amounts are counted in. */
export type AmountUnit = 'ml' | 'cans' | 'mm2' | 'mm' | 'pieces';

export interface NeededBlank extends MeasuredBlank {
  readonly lay: Lay;
}

/** What one operation of a piece takes of a product, for the whole batch. */
export interface Need {
  readonly pieceId: string;
  readonly operationId: string;
  /** What it is for, in the words of the layer. */
  readonly label: string;
  readonly productId: string;
  /** Layers that are of one colour: the ground with its edge seal, or what is laid on it. Null: it has no colour of its own. */
  readonly tint: 'ground' | 'design' | null;
  /** The colour that was said for the layer; null: none was. */
  readonly colour: string | null;
  /** The thing on the shelf that the crafter takes it from. */
  readonly canId?: string;
  readonly unit: AmountUnit;
  /** Of the whole batch; null: it cannot be said, and `because` says why. */
  readonly need: Range | null;
  readonly each: Range | null;
  readonly because: readonly Because[];
  readonly isGuess: boolean;
  /** Where running out spoils the piece the high figure is bought. */
  readonly isTight: boolean;
  /** Film that stays on the piece, and is seen. */
  readonly stays?: boolean;
  /** What is laid with transfer tape, for the whole batch, and how often a sheet of it serves. */
  readonly tape?: { readonly count: number; readonly uses: Figure };
  /** What is laid out on film, for the whole batch. */
  readonly blanks?: readonly NeededBlank[];
  /** How a two-part product is measured. */
  readonly mix?: Mix & { readonly names: readonly string[]; readonly by: 'volume' | 'weight'; readonly pieces: number };
}

/** What the amounts of a part are worked out from. */
export interface Scene {
  readonly piece: Piece;
  readonly part: Part;
  readonly catalogue: Catalogue;
  readonly measured: Measured;
}

/** A figure of a product that an amount hangs on. */
export const figureOf = (product: Product, label: string, figure: Figure): DecidingFigure => ({
  of: product.name,
  label,
  figure,
});

/** What one layer takes of one piece. */
export type Amount = Pick<Need, 'unit' | 'each' | 'because' | 'isGuess' | 'isTight' | 'tape'>;

/** An amount that cannot be said, and why. */
export const unknownAmount = (unit: AmountUnit, because: readonly Because[], isGuess = false): Amount => ({
  unit,
  each: null,
  because,
  isGuess,
  isTight: false,
});
