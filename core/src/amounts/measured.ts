import type { CutStock } from '../artwork/index.ts';

/** What was measured of a design's artwork at the size that it is made. */
export interface MeasuredDesign {
  /** What is painted, etched or cut out, of one piece. */
  readonly areaMm2: number;
  readonly cutLengthMm: number;
  /** Of everything that is cut for the batch. */
  readonly cutAllMm: number;
  readonly islands: number;
  /** What is cut of it for the whole batch, with frames: what is laid out on film. */
  readonly blanks: readonly MeasuredBlank[];
  readonly lay: Lay;
}

export interface MeasuredBlank {
  readonly id: string;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly count: number;
  /** Of the film that it is cut from, where the artwork has several. */
  readonly colour: string | null;
}

/** How blanks lie on film. */
export interface Lay {
  /** Between blanks. */
  readonly gapMm: number;
  /** At the edges of the stock. */
  readonly marginMm: number;
  readonly canTurn: boolean;
  /** So much of the stock as the cutter takes in one go. */
  readonly reach: { readonly widthMm: number; readonly lengthMm: number };
  /** What is bought where the shelf has too little. */
  readonly stock: CutStock;
  /** Whether the crafter chose that stock: then only what is as large is taken from the shelf. */
  readonly isOwn: boolean;
}

/** By design. */
export type Measured = Readonly<Record<string, MeasuredDesign>>;
