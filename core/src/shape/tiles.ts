import { failed, type Outcome } from '../problem/index.ts';
import type { Bounds } from './rings.ts';

/** Paper that printers hold, mm, upright. */
export const PAPERS = {
  a4: { widthMm: 210, heightMm: 297 },
  letter: { widthMm: 215.9, heightMm: 279.4 },
} as const;
export type Paper = keyof typeof PAPERS;

/** What most printers leave white at an edge, and how much neighbouring pages show twice. */
const WHITE_MM = 10;
const OVERLAP_MM = 10;
/** Left at the foot of each page for the scale bar and the page's name. */
const FOOT_MM = 14;
const MOST_TILES = 400;

/** One page of a drawing that is printed at 1:1 on several. */
export interface Tile {
  /** In reading order, from 1. */
  readonly number: number;
  readonly row: number;
  readonly column: number;
  /** The part of the drawing that it shows, mm. */
  readonly box: Bounds;
}

export interface Tiled {
  readonly isSideways: boolean;
  readonly pageWidthMm: number;
  readonly pageHeightMm: number;
  readonly whiteMm: number;
  readonly overlapMm: number;
  readonly tiles: readonly Tile[];
}

/**
 * Spreads a drawing over pages at 1:1; neighbouring pages overlap, so that they can be laid on each other.
 *
 * @param correction what a bar of 100 mm measured on paper, as a share of 100 mm; the drawing is printed larger by its inverse
 */
export const tilesFor = (
  { widthMm, heightMm }: { readonly widthMm: number; readonly heightMm: number },
  paper: Paper,
  correction = 1,
): Outcome<Tiled> => {
  if (!(correction >= 0.5 && correction <= 2))
    return failed({
      code: 'bad-bar',
      given: `The bar of 100 mm measured ${(correction * 100).toFixed(1)} mm.`,
      allowed: '50 to 200 mm.',
      todo: 'Print without fitting to the page, and measure the bar again.',
    });
  const ways = [false, true].map((isSideways) => {
    const { widthMm: w, heightMm: h } = PAPERS[paper];
    const [pageWidthMm, pageHeightMm] = isSideways ? [h, w] : [w, h];
    // what a page shows of the drawing, which is printed larger where the printer makes it smaller
    const [width, height] = [
      (pageWidthMm - 2 * WHITE_MM) * correction,
      (pageHeightMm - 2 * WHITE_MM - FOOT_MM) * correction,
    ];
    const count = (size: number, room: number) =>
      size <= room ? 1 : Math.ceil((size - OVERLAP_MM) / (room - OVERLAP_MM) - 1e-9);
    return {
      isSideways,
      pageWidthMm,
      pageHeightMm,
      width,
      height,
      columns: count(widthMm, width),
      rows: count(heightMm, height),
    };
  });
  const way = ways.reduce((one, other) => (other.columns * other.rows < one.columns * one.rows ? other : one));
  const { columns, rows, width, height } = way;
  if (!(columns * rows <= MOST_TILES))
    return failed({
      code: 'too-many-pages',
      given: `${widthMm.toFixed(0)} × ${heightMm.toFixed(0)} mm take ${columns * rows} pages.`,
      allowed: `at most ${MOST_TILES}.`,
      todo: 'Print the strips one by one.',
    });
  const tiles = Array.from({ length: rows * columns }, (_, at): Tile => {
    const [row, column] = [Math.floor(at / columns), at % columns];
    return {
      number: at + 1,
      row,
      column,
      box: { x: column * (width - OVERLAP_MM), y: row * (height - OVERLAP_MM), width, height },
    };
  });
  const { isSideways, pageWidthMm, pageHeightMm } = way;
  return { ok: true, isSideways, pageWidthMm, pageHeightMm, whiteMm: WHITE_MM, overlapMm: OVERLAP_MM, tiles };
};
