import { cutLengths, type CutLengths, type LengthPiece, type LengthStock } from '../cut/index.ts';
import { failed, type Outcome, type Problem } from '../problem/index.ts';
import type { Part, Piece, Trim } from '../piece/index.ts';
import { clearAreaOf, polygonLength, sizeOfArea } from '../shape/index.ts';
import type { CanAt } from '../shelf/index.ts';

/** Lengths of one material, over the pieces that take it. */
interface Wanted {
  readonly material: string;
  readonly kerfMm: number;
  readonly soldMm: number | null;
  readonly soldPrice: number | null;
  readonly pieces: readonly LengthPiece[];
}

/** What is cut to length of one material, and from which bars. */
export interface SawList {
  readonly material: string;
  readonly pieces: readonly LengthPiece[];
  readonly kerfMm: number;
  readonly cut: Outcome<CutLengths>;
  /** Lengths that have to be bought, of those as it is sold. */
  readonly toBuy: number;
  /** Of what is bought; null: its price is not known. */
  readonly price: number | null;
}

/** What is counted out for pieces: hooks, rings. */
export interface Counted {
  readonly name: string;
  readonly count: number;
  readonly onShelf: number;
}

/** A board that is sawn to its design. */
export interface Board {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly words: string;
}

const MM = (value: number): number => Math.round(value * 10) / 10;

const notMeasured = (piece: Piece, what: string): Problem => ({
  code: 'not-measured',
  at: piece.name,
  given: `The size of ${piece.name} has not been measured.`,
  allowed: `its width and height, for ${what}.`,
  todo: 'Measure it under Surface & use.',
});

/** Of designs that lie beside each other the sizes alone say nothing of the whole: then it is sawn to the clear area. */
const boardOfArea = (area: Part['area'], name: string): Outcome<{ board: Board }> =>
  area?.kind === 'rectangle' && area.widthMm !== null && area.heightMm !== null
    ? {
        ok: true,
        board: {
          widthMm: MM(area.widthMm),
          heightMm: MM(area.heightMm),
          words: `saw it to ${MM(area.widthMm)} × ${MM(area.heightMm)} mm: its clear area, on which the designs lie beside each other`,
        },
      }
    : failed({
        code: 'several-designs',
        at: name,
        given: `The designs of ${name} lie beside each other.`,
        allowed: 'a clear area with its width and height: the board is sawn to it.',
        todo: 'Measure the clear area under Artwork & size.',
      });

/**
 * The board that a piece is sawn to: its design at its size with the margin all round; its clear area where several designs lie beside
 * each other.
 *
 * @returns problems where no design has a size yet, or several have no common area
 */
export const boardOf = ({ parts: [part], blank, name }: Piece): Outcome<{ board: Board }> => {
  const sizes = (part?.designs ?? []).flatMap(({ widthMm, heightMm, scale }) =>
    widthMm !== null && heightMm !== null ? [{ widthMm: widthMm * scale, heightMm: heightMm * scale }] : [],
  );
  if (!blank || !sizes.length)
    return failed({
      code: 'no-design-size',
      at: name,
      given: `${name} has no design with a size.`,
      allowed: 'a design with its width and height: the board is sawn to it.',
      todo: 'Choose its artwork first.',
    });
  const beside = part!.designs.filter(({ over, widthMm }) => over === null && widthMm !== null);
  if (beside.length > 1) return boardOfArea(part!.area, name);
  const [width, height] = [
    Math.max(...sizes.map(({ widthMm }) => widthMm)),
    Math.max(...sizes.map(({ heightMm }) => heightMm)),
  ];
  const board = { widthMm: MM(width + 2 * blank.marginMm), heightMm: MM(height + 2 * blank.marginMm) };
  return {
    ok: true,
    board: {
      ...board,
      words: `saw it to ${board.widthMm} × ${board.heightMm} mm: the design of ${MM(width)} × ${MM(height)} mm with ${blank.marginMm} mm all round`,
    },
  };
};

/** The lengths that a trim takes of one piece. */
export const lengthsOfTrim = (
  piece: Piece,
  trim: Trim,
): Outcome<{ lengths: readonly (readonly [name: string, mm: number, count: number])[] }> => {
  const { area } = piece.parts[0]!;
  if (trim.way === 'length') return { ok: true, lengths: [[trim.name, trim.lengthMm, trim.count]] };
  if (trim.way === 'mitred') {
    const { widthMm, heightMm } = area?.kind === 'rectangle' ? sizeOfArea(area) : { widthMm: null, heightMm: null };
    if (widthMm === null || heightMm === null)
      return failed(
        area && area.kind !== 'rectangle'
          ? {
              code: 'no-rectangle',
              at: piece.name,
              given: `${trim.name} with mitres was to go round ${piece.name}, which is no rectangle.`,
              allowed: 'a rectangle.',
              todo: 'Measure it around the piece instead.',
            }
          : notMeasured(piece, trim.name),
      );
    const longer = 2 * trim.widthMm;
    return {
      ok: true,
      lengths: [
        [`${trim.name}, long`, MM(Math.max(widthMm, heightMm) + longer), 2],
        [`${trim.name}, short`, MM(Math.min(widthMm, heightMm) + longer), 2],
      ],
    };
  }
  const clear = area && clearAreaOf(area, { rimZoneMm: 0 });
  if (!clear?.ok) return failed(notMeasured(piece, trim.name));
  // around the side of a body it is the way around, else the outline
  const isSide = area!.kind === 'cylinder' || area!.kind === 'cone';
  const around = isSide ? (sizeOfArea(area!).widthMm ?? 0) : polygonLength(clear.whole);
  return { ok: true, lengths: [[trim.name, MM(around * trim.turns + trim.overlapMm), trim.count]] };
};

const named = (piece: Piece, name: string): string => `${name} of ${piece.name}`;

/** What a piece wants cut to length: its trims, and its board where it is sawn. */
const wantedOf = (piece: Piece): { wanted: Wanted[]; problems: Problem[] } => {
  const problems: Problem[] = [];
  const wanted = piece.trims.flatMap((trim): Wanted[] => {
    if (trim.way === 'count') return [];
    const read = lengthsOfTrim(piece, trim);
    if (!read.ok) {
      problems.push(...read.problems);
      return [];
    }
    const { name: material, kerfMm, soldMm, soldPrice } = trim;
    return [
      {
        material,
        kerfMm,
        soldMm,
        soldPrice,
        pieces: read.lengths.map(([name, lengthMm, count]) => ({
          name: named(piece, name),
          lengthMm,
          count: count * piece.quantity,
        })),
      },
    ];
  });
  const { blank } = piece;
  if (blank?.way === 'sawn') {
    const read = boardOf(piece);
    if (!read.ok) problems.push(...read.problems);
    else {
      const { widthMm, heightMm } = read.board;
      wanted.push({
        ...blank,
        pieces: [{ name: named(piece, 'board'), lengthMm: Math.max(widthMm, heightMm), count: piece.quantity }],
      });
    }
  }
  return { wanted, problems };
};

export const isAlike = (one: string, other: string): boolean => one.trim().toLowerCase() === other.trim().toLowerCase();

/** Lengths on the shelf of a material, each can by itself: leftovers that are paid for already. */
const leftOf = (material: string, cans: readonly CanAt[]): LengthStock[] =>
  cans.flatMap(({ can, left }): LengthStock[] =>
    can.size?.kind === 'bars' && left !== null && left >= 1 && can.name !== null && isAlike(can.name, material)
      ? [{ name: can.id, lengthMm: can.size.lengthMm, count: Math.floor(left), price: 0 }]
      : [],
  );

const BOUGHT = 'to buy';

/**
 * What is cut to length for pieces, one list for each material: from what is on the shelf first, then from lengths as they are sold.
 *
 * Material is told by its name: what a trim or board is called is what it is taken from on the shelf.
 *
 * @returns lists, what is counted out, and problems of what has no size yet; a list of which nothing can be cut says why
 */
export const sawLists = (
  pieces: readonly Piece[],
  cans: readonly CanAt[],
): {
  readonly lists: readonly SawList[];
  readonly counted: readonly Counted[];
  readonly problems: readonly Problem[];
} => {
  const read = pieces.map(wantedOf);
  const all = read.flatMap(({ wanted }) => wanted);
  const materials = all.reduce<Wanted[][]>((groups, one) => {
    const group = groups.find(([first]) => isAlike(first!.material, one.material));
    if (group) group.push(one);
    else groups.push([one]);
    return groups;
  }, []);
  const lists = materials.map((group): SawList => {
    const { material } = group[0]!;
    const sold = group.find(({ soldMm }) => soldMm !== null);
    const kerfMm = Math.max(...group.map((one) => one.kerfMm));
    const wanted = group.flatMap((one) => one.pieces);
    const isPriced = sold?.soldPrice !== null && sold !== undefined;
    const stock: LengthStock[] = [
      ...leftOf(material, cans),
      // where no price is known the least length is bought
      ...(sold
        ? [
            {
              name: BOUGHT,
              lengthMm: sold.soldMm!,
              count: null,
              price: sold.soldPrice ?? Math.max(1, sold.soldMm! / 100),
            },
          ]
        : []),
    ];
    const cut = cutLengths({ pieces: wanted, stock, kerfMm });
    const toBuy = cut.ok ? cut.bars.filter((bar) => bar.stock === BOUGHT).length : 0;
    return {
      material,
      pieces: wanted,
      kerfMm,
      cut,
      toBuy,
      price: !cut.ok ? null : toBuy === 0 ? 0 : isPriced ? cut.price : null,
    };
  });
  const counts = new Map<string, number>();
  for (const piece of pieces)
    for (const trim of piece.trims)
      if (trim.way === 'count') counts.set(trim.name, (counts.get(trim.name) ?? 0) + trim.count * piece.quantity);
  return {
    lists,
    counted: [...counts].map(([name, count]) => ({
      name,
      count,
      onShelf: cans.reduce(
        (sum, { can, left }) =>
          sum + (can.size?.kind === 'pieces' && can.name !== null && isAlike(can.name, name) ? (left ?? 0) : 0),
        0,
      ),
    })),
    problems: read.flatMap(({ problems }) => problems),
  };
};
