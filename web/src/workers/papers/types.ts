import { PAPERS, type CardSize, type CareCard, type Paper } from '@sgraffa/core';

/** What is printed: cards with a small section of the piece. */
export interface AskedCards {
  readonly cards: readonly CareCard[];
  readonly paper: Paper;
  /** Outlines of the section, in a box of width 1: closed lines. */
  readonly ink: readonly (readonly (readonly [number, number])[])[];
}

/** Four cards to a page. */
export const cardSizeOn = (paper: Paper): CardSize => ({
  widthMm: PAPERS[paper].widthMm / 2,
  heightMm: PAPERS[paper].heightMm / 2,
});

/** What stands at the upper right of a card. */
export const DRAWING_MARGIN_MM = 8;
