import { readFileSync } from 'node:fs';
import { readArtwork, type ArtworkRecord } from '../artwork/index.ts';
import { catalogue } from '../materials/index.ts';
import type { Part, Piece } from '../piece/index.ts';
import { plainCan, type Can, type CanUse, type Shelf } from '../shelf/index.ts';
import {
  amountsFor,
  cansToTake,
  measuredOf,
  type AmountLine,
  type Measured,
  type MeasuredBlank,
  type MeasuredDesign,
  type Need,
} from '../amounts/index.ts';

export const all = catalogue();
export const NOW = '2026-11-25T09:00:00Z';
interface Demo {
  readonly pieces: readonly Piece[];
  readonly artworks: readonly ArtworkRecord[];
  readonly shelf: readonly Can[];
  readonly uses: readonly CanUse[];
}
export const demo = JSON.parse(
  readFileSync(new URL('../../../demo/observatory.json', import.meta.url), 'utf8'),
) as Demo;
export const demoPiece = (id: string): Piece => demo.pieces.find((piece) => piece.id === `demo-${id}`)!;
export const read = (svg: string) => {
  const answer = readArtwork(svg, { strokes: 'cutLine' });
  if (!answer.ok) throw new Error('an artwork of the demo does not read');
  return answer.artwork;
};
/** A design as it is measured where only its blanks matter: 100 mm² of openings, cut from a roll of 305 mm. */
export const measuredAs = (blanks: readonly MeasuredBlank[]): MeasuredDesign => ({
  areaMm2: 100,
  cutLengthMm: 100,
  cutAllMm: 100,
  islands: 0,
  blanks,
  lay: {
    gapMm: 6,
    marginMm: 0,
    canTurn: true,
    reach: { widthMm: 305, lengthMm: 305 },
    stock: { kind: 'roll', widthMm: 305, lengthMm: 5000 },
    isOwn: false,
  },
});
export const bare = { cans: [], uses: [] };
export const measured = (piece: Piece, shelf: Shelf = bare): Measured => {
  const cansOf = cansToTake({ pieces: [piece], shelf, now: NOW, catalogue: all });
  return measuredOf(piece, { artworks: demo.artworks, read, catalogue: all, bed: null, cansOf });
};
export const linesOf = (piece: Piece, cans: readonly Can[] = [], uses: readonly CanUse[] = []): AmountLine[] =>
  amountsFor({
    pieces: [piece],
    catalogue: all,
    shelf: { cans, uses },
    now: NOW,
    measured: { [piece.id]: measured(piece, { cans, uses }) },
  });
export const line = (lines: readonly AmountLine[], productId: string, tint?: Need['tint']): AmountLine => {
  const found = lines.find((one) => one.productId === productId && (tint === undefined || one.needs[0]!.tint === tint));
  if (!found) throw new Error(`no line for ${productId}`);
  return found;
};
export const withPart = (piece: Piece, facts: Partial<Part>): Piece => ({
  ...piece,
  parts: [{ ...piece.parts[0]!, ...facts }],
});
export const latex = (id: string, colour: string, ml: number, more: Partial<Can> = {}): Can => ({
  ...plainCan(id, { productId: 'exterior-latex' }),
  colour,
  size: { kind: 'liquid', ml },
  boughtOn: '2026-10-01',
  ...more,
});
export const film = (id: string, size: Can['size']): Can => ({
  ...plainCan(id, { productId: 'film-stencil' }),
  size,
  boughtOn: '2026-10-01',
});

export const signs = demoPiece('signs');
export const signsMeasured = measured(signs);
