import type { Outcome } from '../problem/index.ts';
import { mapped, type Bounds, type Polygon, type Ring } from '../shape/index.ts';
import type { Artwork } from './artwork.ts';
import { packSheets, type Packed, type PackedSheet, type SheetPiece, type SheetStock } from './pack.ts';
import { sliceForBed, type Sliced } from './slice.ts';

/** What there is to cut on and from. */
export interface CutOptions {
  readonly quantity: number;
  readonly bed: { readonly widthMm: number; readonly lengthMm: number };
  readonly overlapMm: number;
  /** Strokes and webs narrower than this are not cut through by seams where it can be helped. */
  readonly thinMm: number;
  readonly stock: SheetStock;
  readonly gapMm: number;
  readonly canTurn: boolean;
}

/** What lies in the cutter in one go: a strip, or the whole artwork where it fits. */
export interface CutStrip {
  readonly number: number;
  readonly box: Bounds;
  readonly artwork: Artwork;
  readonly marks: Polygon;
}

export interface CutPlan extends Pick<Sliced, 'seams' | 'assembly' | 'isTurned'> {
  readonly artwork: Artwork;
  readonly strips: readonly CutStrip[];
  readonly packed: Packed;
}

/** Name of a strip's colour among the pieces on the sheets. */
export const pieceIdOf = (strip: number, layerId: string): string => `strip ${strip}, ${layerId}`;

/**
 * From artwork at its size to sheets: sliced for the bed, every strip and colour as often as it is needed, laid out.
 *
 * @returns problems where it is too high for the bed, or a strip fits no sheet
 */
export const planCut = (artwork: Artwork, options: CutOptions): Outcome<CutPlan> => {
  const sliced = sliceForBed(artwork, {
    bedWidthMm: options.bed.widthMm,
    bedLengthMm: options.bed.lengthMm,
    overlapMm: options.overlapMm,
    thinMm: options.thinMm,
  });
  if (!sliced.ok) return sliced;
  const { strips, seams, assembly, isTurned } = sliced;
  const pieces = strips.flatMap((strip) =>
    strip.artwork.layers.map((layer): SheetPiece => ({
      id: pieceIdOf(strip.number, layer.id),
      colour: layer.colour,
      widthMm: strip.artwork.widthMm,
      heightMm: strip.artwork.heightMm,
      quantity: options.quantity,
      canTurn: options.canTurn,
    })),
  );
  const packed = packSheets(pieces, options.stock, { gapMm: options.gapMm });
  if (!packed.ok) return packed;
  return { ok: true, artwork, strips, seams, assembly, isTurned, packed };
};

/** A sheet as one artwork: every copy at its place; marks of strips apart from what is cut. */
export const sheetArtwork = (
  sheet: PackedSheet,
  strips: readonly CutStrip[],
): { readonly artwork: Artwork; readonly marks: Polygon } => {
  const polygon: Ring[] = [];
  const cutLines: Ring[] = [];
  const marks: Ring[] = [];
  for (const { id, x, y, isTurned } of sheet.pieces)
    for (const strip of strips)
      for (const layer of strip.artwork.layers) {
        if (pieceIdOf(strip.number, layer.id) !== id) continue;
        const place = (rings: Polygon) =>
          mapped(rings, (px, py) => (isTurned ? [x + strip.artwork.heightMm - py, y + px] : [x + px, y + py]));
        polygon.push(...place(layer.polygon));
        cutLines.push(...place(layer.cutLines));
        marks.push(...place(strip.marks));
      }
  const layer = { id: sheet.colour, colour: sheet.colour, polygon, cutLines };
  return { artwork: { widthMm: sheet.widthMm, heightMm: sheet.lengthMm, layers: [layer] }, marks };
};
