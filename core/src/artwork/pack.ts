// eslint-disable-next-line @typescript-eslint/triple-slash-reference -- an ambient module can be had no other way from another workspace
/// <reference path="./maxrects.d.ts" />
import { MaxRectsPacker, Rectangle } from 'maxrects-packer/dist/maxrects-packer.mjs';
import { catalogue } from '../materials/index.ts';
import { failed, type Outcome } from '../problem/index.ts';
import { offcutsOf } from '../cut/index.ts';
import type { Bounds } from '../shape/index.ts';

export interface SheetPiece {
  readonly id: string;
  readonly colour: string;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly quantity: number;
  /** Whether it may be turned by 90°: not where the film has a grain or a direction. */
  readonly canTurn?: boolean | undefined;
}

export interface SheetStock {
  readonly kind: 'sheet' | 'roll';
  readonly widthMm: number;
  /** Of a sheet, or the longest cut of a roll. */
  readonly lengthMm: number;
  /** Sheets taped side by side to one mat; 1 unless given. */
  readonly joined?: number | undefined;
}

/** How many sheets of a stock lie side by side as one mat; at least one. */
export const joinedOf = ({ joined }: Pick<SheetStock, 'joined'>): number => Math.max(1, Math.floor(joined ?? 1));

/** What of the shelf, or of film to be bought, a sheet is. */
export interface SheetOn {
  readonly name: string;
  readonly kind: 'roll' | 'sheet' | 'offcut';
  /** Of the stock itself; of a roll so much as is cut off. */
  readonly widthMm: number;
  readonly lengthMm: number;
  /** Where on its roll it begins. */
  readonly fromMm: number;
  readonly isToBuy: boolean;
  /** How many sheets lie side by side, taped to each other. */
  readonly joined: number;
}

export interface PackOptions {
  /** Kept between pieces so that they can be cut apart; the usual gap unless given. */
  readonly gapMm?: number | undefined;
  /** Where sheets are taped to each other, from the left; of `joined` sheets of the stock's width unless given. */
  readonly tapeLinesMm?: readonly number[] | undefined;
}

export interface PackedPiece extends Bounds {
  readonly id: string;
  /** Which of its copies, from 1. */
  readonly copy: number;
  readonly isTurned: boolean;
  /** Whether it lies across a tape line of a joined mat. */
  readonly crossesTape: boolean;
}

export interface PackedSheet {
  readonly colour: string;
  readonly widthMm: number;
  readonly lengthMm: number;
  readonly pieces: readonly PackedPiece[];
  /** Length used from the start: what a roll is cut off at. */
  readonly usedLengthMm: number;
  /** Share that pieces cover of what is spent: of a whole sheet, of a roll down to where it is cut off. */
  readonly usedShare: number;
  /** Rectangles worth keeping, largest first. */
  readonly offcuts: readonly Bounds[];
  readonly tapeLinesMm: readonly number[];
  /** What it is of, where that is known. */
  readonly on?: SheetOn;
}

export interface Packed {
  readonly sheets: readonly PackedSheet[];
  /** Length of stock used of every colour, mm: whole sheets, or what is cut off a roll. */
  readonly lengthByColour: Readonly<Record<string, number>>;
}

const MOST_PIECES = 20_000;
/** A roll's length is found to this many mm. */
const ROLL_STEP_MM = 1;

type Placed = readonly PackedPiece[];

/** Packs copies into as few pages as it can; each page's pieces. */
const packed = (
  copies: readonly { readonly piece: SheetPiece; readonly copy: number }[],
  width: number,
  length: number,
  gap: number,
  turns: boolean,
): Placed[] => {
  // a page is a gap larger than it is: the last piece needs none behind it
  const packer = new MaxRectsPacker<Rectangle>(width + gap, length + gap, 0, {
    smart: false,
    pot: false,
    square: false,
    allowRotation: turns,
    border: 0,
  });
  for (const { piece, copy } of copies) {
    const rectangle = new Rectangle(piece.widthMm + gap, piece.heightMm + gap);
    rectangle.data = { piece, copy };
    rectangle.allowRotation = piece.canTurn ?? true;
    packer.add(rectangle);
  }
  return packer.bins.map(({ rects }) =>
    rects.map((rectangle) => {
      const { piece, copy } = rectangle.data as { piece: SheetPiece; copy: number };
      return {
        id: piece.id,
        copy,
        isTurned: rectangle.rot,
        x: rectangle.x,
        y: rectangle.y,
        width: rectangle.width - gap,
        height: rectangle.height - gap,
        crossesTape: false,
      };
    }),
  );
};

const oversized = (piece: SheetPiece, width: number, length: number): boolean => {
  const [w, h] = [piece.widthMm, piece.heightMm];
  const fits = w <= width + 1e-9 && h <= length + 1e-9;
  return !fits && !((piece.canTurn ?? true) && h <= width + 1e-9 && w <= length + 1e-9);
};

/**
 * Lays pieces out on sheets or a roll, colours apart, a gap between them.
 *
 * @param pieces  bounding boxes with their quantity, mm
 * @returns sheets with places from the top left corner, what they use, and offcuts worth keeping; problems where a piece fits no sheet
 */
export const packSheets = (
  pieces: readonly SheetPiece[],
  stock: SheetStock,
  { gapMm, tapeLinesMm: tape }: PackOptions = {},
): Outcome<Packed> => {
  const { sizing } = catalogue();
  const gap = gapMm ?? sizing.sheetGap.typical;
  const joined = joinedOf(stock);
  const width = stock.widthMm * joined;
  const count = pieces.reduce((sum, { quantity }) => sum + quantity, 0);
  const wrong = pieces.find(
    ({ widthMm, heightMm, quantity }) => !(widthMm > 0 && heightMm > 0 && Number.isInteger(quantity) && quantity >= 0),
  );
  if (!(width > 0 && stock.lengthMm > 0 && gap >= 0) || count > MOST_PIECES || wrong)
    return failed({
      code: 'bad-layout',
      given: wrong
        ? `${wrong.quantity} of "${wrong.id}", ${wrong.widthMm} × ${wrong.heightMm} mm, were given.`
        : `${count} pieces on stock of ${width} × ${stock.lengthMm} mm with a gap of ${gap} mm were given.`,
      allowed: `sizes above 0, whole quantities, at most ${MOST_PIECES} pieces.`,
      todo: 'Mend that figure.',
    });
  const large = pieces.find((piece) => piece.quantity > 0 && oversized(piece, width, stock.lengthMm));
  if (large)
    return failed({
      code: 'too-large-for-sheet',
      given: `"${large.id}" is ${large.widthMm.toFixed(1)} × ${large.heightMm.toFixed(1)} mm.`,
      allowed: `at most ${width} × ${stock.lengthMm} mm${(large.canTurn ?? true) ? ', either way round' : ', as it lies: it must not be turned'}.`,
      todo: 'Slice it, make it smaller, or join two sheets.',
    });
  const colours = [...new Set(pieces.map(({ colour }) => colour))];
  const tapeLinesMm = tape ?? Array.from({ length: joined - 1 }, (_, at) => (at + 1) * stock.widthMm);
  const sheets = colours.flatMap((colour) => {
    const copies = pieces
      .filter((piece) => piece.colour === colour)
      .flatMap((piece) => Array.from({ length: piece.quantity }, (_, at) => ({ piece, copy: at + 1 })))
      .sort(
        (left, right) =>
          Math.max(right.piece.widthMm, right.piece.heightMm) - Math.max(left.piece.widthMm, left.piece.heightMm),
      );
    if (!copies.length) return [];
    const lay = (length: number) => {
      const ways = [true, false]
        .map((turns) => packed(copies, width, length, gap, turns))
        .filter(
          (pages) =>
            !pages.flat().some(({ x, y, width: w, height: h }) => x + w > width + 1e-6 || y + h > length + 1e-6),
        );
      return ways.reduce((one, other) => (other.length < one.length ? other : one));
    };
    let pages = lay(stock.lengthMm);
    if (stock.kind === 'roll' && pages.length === 1) {
      // the shortest piece of the roll that holds all
      let [low, high] = [0, stock.lengthMm];
      while (high - low > ROLL_STEP_MM) {
        const middle = (low + high) / 2;
        const tried = copies.some(({ piece }) => oversized(piece, width, middle)) ? null : lay(middle);
        if (tried?.length === 1) [high, pages] = [middle, tried];
        else low = middle;
      }
    }
    return pages.map((page): PackedSheet => {
      const usedLengthMm = Math.max(...page.map(({ y, height }) => y + height));
      const length = stock.kind === 'roll' ? usedLengthMm : stock.lengthMm;
      return {
        colour,
        widthMm: width,
        lengthMm: length,
        pieces: page.map((piece) => ({
          ...piece,
          crossesTape: tapeLinesMm.some((x) => piece.x < x && piece.x + piece.width > x),
        })),
        usedLengthMm,
        usedShare: page.reduce((sum, { width: w, height: h }) => sum + w * h, 0) / (width * length),
        offcuts: offcutsOf(page, width, length, gap, sizing.offcutLeast.typical),
        tapeLinesMm,
      };
    });
  });
  return {
    ok: true,
    sheets,
    lengthByColour: Object.fromEntries(
      colours.map((colour) => [
        colour,
        sheets.filter((sheet) => sheet.colour === colour).reduce((sum, { lengthMm }) => sum + lengthMm, 0),
      ]),
    ),
  };
};
