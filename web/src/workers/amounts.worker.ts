import { expose } from 'comlink';
import {
  amountsByPiece,
  amountsFor,
  cansToTake,
  filmsOf,
  measuredOf,
  piecesAMix,
  readArtwork,
  type AmountLine,
  type Artwork,
  type ArtworkRecord,
  type Film,
  type Measured,
  type Piece,
  type Settings,
  type Shelf,
  type StepStarts,
  type TakenShares,
  type BenchOwn,
} from '@sgraffa/core';
import { catalogueOf } from './usersCatalogue.ts';

/** Everything that the amounts depend on. */
export interface AmountsAsked {
  /** In the order in which they take from the shelf. */
  readonly pieces: readonly Piece[];
  readonly artworks: readonly ArtworkRecord[];
  readonly shelf: Shelf;
  readonly own: BenchOwn;
  readonly workshop: Settings['workshop'];
  readonly now: string;
  readonly starts: StepStarts;
  readonly taken: TakenShares;
}

export interface AmountsAnswer {
  readonly byPiece: Readonly<Record<string, readonly AmountLine[]>>;
  /** Over all pieces together, as it is bought. */
  readonly together: readonly AmountLine[];
  /** What each design is sized for, by piece and design. */
  readonly films: Readonly<Record<string, Readonly<Record<string, Film | null>>>>;
  /** What was measured of the artworks, by piece and design. */
  readonly measured: Readonly<Record<string, Measured>>;
}

const MOST_KEPT = 300;
const measuredBefore = new Map<string, Measured>();

/** A drawing as the document keeps it; null where it does not read: its design is then not measured. */
const read = (svg: string): Artwork | null => {
  const outcome = readArtwork(svg, { strokes: 'cutLine' });
  return outcome.ok ? outcome.artwork : null;
};

/** What may run in this worker: how much of everything, and what is cut from what. */
const amountsWorker = {
  amounts: ({ pieces, artworks, shelf, own, workshop, now, starts, taken }: AmountsAsked): AmountsAnswer => {
    const catalogue = catalogueOf(own);
    const { bed } = workshop;
    const cansOf = cansToTake({ pieces, shelf, now, catalogue });
    const films = Object.fromEntries(
      pieces.map((piece) => [piece.id, filmsOf(piece, { catalogue, bed, cansOf })] as const),
    );
    const measured = Object.fromEntries(
      pieces.map((piece) => {
        const drawn = artworks.filter(({ id }) => piece.parts[0]!.designs.some(({ artworkId }) => artworkId === id));
        const key = JSON.stringify([piece.parts, piece.quantity, drawn, bed, own, films[piece.id]]);
        const known = measuredBefore.get(key) ?? measuredOf(piece, { artworks: drawn, read, catalogue, bed, cansOf });
        if (measuredBefore.size >= MOST_KEPT) measuredBefore.delete(measuredBefore.keys().next().value!);
        measuredBefore.set(key, known);
        return [piece.id, known];
      }),
    );
    const aMix = Object.fromEntries(pieces.map((piece) => [piece.id, piecesAMix(piece, catalogue, workshop)]));
    const input = { pieces, catalogue, shelf, now, measured, starts, taken, aMix };
    return { byPiece: amountsByPiece(input), together: amountsFor(input), films, measured };
  },
};

export type AmountsWorker = typeof amountsWorker;

expose(amountsWorker);
