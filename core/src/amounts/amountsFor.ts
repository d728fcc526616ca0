import type { Range } from '../cut/index.ts';
import type { Catalogue } from '../materials/index.ts';
import type { Piece } from '../piece/index.ts';
import { dayOfUse, type Can, type Shelf } from '../shelf/index.ts';
import { isOfColour } from './colours.ts';
import type { Measured } from './measured.ts';
import { joinedFilm, laidOnFilm, type FilmLayout, type LaidFilm } from './film.ts';
import type { AmountUnit, Need, NeededBlank } from './need.ts';
import { needsOf } from './needs.ts';
import { combined, exactly, scaledBy } from './ranges.ts';
import { demandOf, Stores, type Taken } from './served.ts';

/** When the steps of pieces begin, by piece and operation: ISO instants. */
export type StepStarts = Readonly<Record<string, Readonly<Record<string, string>>>>;

/** What was taken already, 0 to 1, by piece and operation: `takenShares`. */
export type TakenShares = Readonly<
  Record<string, Readonly<Record<string, { readonly laid: number; readonly cut: number }>>>
>;

export interface AmountsInput {
  /** In the order in which they take from the shelf. */
  readonly pieces: readonly Piece[];
  readonly catalogue: Catalogue;
  readonly shelf: Shelf;
  readonly now: string;
  /** What was measured of the artworks of each piece, by design. */
  readonly measured?: Readonly<Record<string, Measured>> | undefined;
  /** As planned; left out where there is no plan yet. */
  readonly starts?: StepStarts | undefined;
  readonly taken?: TakenShares | undefined;
  /** For how many pieces one mix serves, by piece and operation: `piecesAMix`; one where it is left out. */
  readonly aMix?: Readonly<Record<string, Readonly<Record<string, number>>>> | undefined;
}

/** One product that pieces take, with what serves it and what is missing. */
export interface AmountLine {
  readonly id: string;
  readonly productId: string;
  readonly name: string;
  /** Of the film, where an artwork has several; of the can, where one was chosen; else as it was said. */
  readonly colour: string | null;
  readonly unit: AmountUnit;
  /** Of all needs together that can be said; null: of none. */
  readonly need: Range | null;
  /** What still has to be there: the high figure where running out spoils the piece, without what is done; null where the need is. */
  readonly demand: number | null;
  /** What of the need is taken already, 0 to 1. */
  readonly doneShare: number;
  readonly needs: readonly Need[];
  /** Layers whose need cannot be said: the figure is without them. */
  readonly unknown: readonly Need[];
  readonly isGuess: boolean;
  readonly cans: readonly Taken[];
  /** What has to be bought, in the unit; null: it cannot be said. */
  readonly missing: number | null;
  /** When the first step begins that takes it; null: not planned. */
  readonly by: string | null;
  readonly layout: FilmLayout | null;
}

const earliest = (needs: readonly Need[], starts: StepStarts): string | null => {
  const all = needs.flatMap(({ pieceId, operationId }) => starts[pieceId]?.[operationId] ?? []);
  return all.length ? all.reduce((one, other) => (Date.parse(other) < Date.parse(one) ? other : one)) : null;
};

/** What is cut from one film: of one colour, and from the stock that the crafter chose. */
const filmOf = ({ colour, lay }: NeededBlank): string =>
  JSON.stringify([colour ?? '', ...(lay.isOwn ? [lay.stock.kind, lay.stock.widthMm, lay.stock.lengthMm] : [])]);

/** Needs that are served together: of one product, one unit, one layer of colour, one chosen can, one film. */
const linesOf = (needs: readonly Need[]): Map<string, { needs: Need[]; colour: string | null }> => {
  const lines = new Map<string, { needs: Need[]; colour: string | null }>();
  const put = (need: Need) => {
    const [blank] = need.blanks ?? [];
    const { productId, unit, tint, canId } = need;
    // what is drawn in several colours is cut from those
    const colour = blank?.colour ?? need.colour;
    const id = [productId, unit, tint ?? '', canId ?? '', colour ?? '', blank ? filmOf(blank) : ''].join('|');
    lines.set(id, { needs: [...(lines.get(id)?.needs ?? []), need], colour });
  };
  for (const need of needs) {
    const films = [...new Set((need.blanks ?? []).map(filmOf))];
    if (films.length < 2) {
      put(need);
      continue;
    }
    for (const film of films) {
      const blanks = need.blanks!.filter((blank) => filmOf(blank) === film);
      const area = blanks.reduce((sum, { widthMm, heightMm, count }) => sum + widthMm * heightMm * count, 0);
      const whole = need.need!.typical;
      const share = whole ? area / whole : 0;
      put({
        ...need,
        blanks,
        need: exactly(area),
        each: need.each && scaledBy(need.each, share),
      });
    }
  }
  return lines;
};

/** The last day on which one of the pieces is made. */
const lastDay = (pieces: readonly Piece[], now: string): string =>
  pieces.reduce((last, piece) => {
    const own = dayOfUse(piece, now);
    return Date.parse(own) > Date.parse(last) ? own : last;
  }, now);

/** The cans that pieces take from, in the order in which they are used: what is measured is sized for them. */
export const cansToTake = ({
  pieces,
  shelf,
  now,
  catalogue,
}: Pick<AmountsInput, 'pieces' | 'shelf' | 'now' | 'catalogue'>): Stores['of'] => {
  const stores = new Stores(shelf, lastDay(pieces, now), catalogue);
  return (productId, canId) => stores.of(productId, canId);
};

/** Film is cut piece by piece: each lays out on what the one before it has left. */
const filmOfPieces = (needs: readonly Need[], lay: (needs: readonly Need[]) => LaidFilm | null): LaidFilm | null => {
  const pieceIds = [...new Set(needs.map(({ pieceId }) => pieceId))];
  const all = pieceIds.flatMap((id) => lay(needs.filter(({ pieceId }) => pieceId === id)) ?? []);
  return all.length ? all.reduce(joinedFilm) : null;
};

const linesFrom = (
  pieces: readonly Piece[],
  stores: Stores,
  { catalogue, shelf, measured = {}, starts = {}, taken = {}, aMix = {} }: AmountsInput,
): AmountLine[] => {
  const there = new Set(shelf.cans.map(({ id }) => id));
  const needs = pieces
    .flatMap((piece) => needsOf(piece, measured[piece.id] ?? {}, catalogue, aMix[piece.id]))
    .map(({ canId, ...need }): Need => (canId !== undefined && there.has(canId) ? { ...need, canId } : need));
  // the colour of a ground would not show on it
  const groundColours = new Set<string | null>();
  return [...linesOf(needs)].map(([id, { needs: own, colour }]): AmountLine => {
    const [{ productId, unit, canId, tint, colour: said }] = own as [Need];
    const known = own.flatMap(({ need }) => need ?? []);
    const need = known.length ? combined(known) : null;
    const isTight = own.some((one) => one.isTight);
    const doneOf = ({ pieceId, operationId, blanks }: Need): number => {
      const done = taken[pieceId]?.[operationId];
      return Math.min(1, (blanks ? done?.cut : done?.laid) ?? 0);
    };
    // what is cut already is not laid out again
    const open = own.filter((one) => !one.blanks || doneOf(one) < 1);
    const film = filmOfPieces(open, (needs) => laidOnFilm(needs, productId, canId, stores, catalogue));
    const typical = known.reduce((sum, range) => sum + range.typical, 0);
    const doneTypical = own.reduce((sum, one) => sum + (one.need?.typical ?? 0) * doneOf(one), 0);
    const doneShare = typical ? doneTypical / typical : 0;
    const demand = need ? demandOf(need, isTight) * (1 - doneShare) : 0;
    // the colour that was said; where none was, any that would show
    const isRight = (can: Can): boolean =>
      said === null ? tint !== 'design' || !groundColours.has(can.colour) : isOfColour(said, can.colour);
    const served = film ?? (need ? stores.serve({ productId, canId, unit, amount: demand, isRight }) : null);
    const can = shelf.cans.find((one) => one.id === canId);
    if (tint === 'ground')
      for (const taken of served?.cans ?? [])
        groundColours.add(shelf.cans.find((one) => one.id === taken.canId)?.colour ?? null);
    return {
      id,
      productId,
      name: catalogue.productById.get(productId)?.name ?? productId,
      colour: can?.colour ?? colour,
      unit,
      need,
      demand: need ? demand : null,
      doneShare,
      needs: own,
      unknown: own.filter((one) => one.need === null),
      isGuess: own.some((one) => one.isGuess),
      cans: served?.cans ?? [],
      missing: served?.missing ?? null,
      by: earliest(own, starts),
      layout: film?.layout ?? null,
    };
  });
};

/**
 * How much of everything pieces take together, which cans serve it, and what is missing.
 *
 * Pieces take from the shelf in their order, from each product the oldest opened can first, of the colour that was said, or of one. What nobody can say stays
 * unsaid: such a need is named beside the figure that is without it, and a can of unknown content is not counted on.
 *
 * Source: docs/formulas.md, "Amounts".
 */
export const amountsFor = (input: AmountsInput): AmountLine[] => {
  const { pieces, shelf, now, catalogue } = input;
  return linesFrom(pieces, new Stores(shelf, lastDay(pieces, now), catalogue), input);
};

/** The same for each piece by itself, by its id: what earlier ones take is not there for the later ones. */
export const amountsByPiece = (input: AmountsInput): Record<string, AmountLine[]> => {
  const { pieces, shelf, now, catalogue } = input;
  const stores = new Stores(shelf, lastDay(pieces, now), catalogue);
  return Object.fromEntries(pieces.map((piece) => [piece.id, linesFrom([piece], stores, input)]));
};
