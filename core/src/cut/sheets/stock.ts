export interface StockPiece {
  readonly id: string;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly count: number;
  /** Whether it may be turned by 90°. */
  readonly mayTurn: boolean;
}

export interface Stock {
  readonly id: string;
  /** A roll is cut off where it has been used; of a sheet nothing comes back but offcuts. */
  readonly kind: 'roll' | 'sheet' | 'offcut';
  readonly widthMm: number;
  readonly heightMm: number;
}

export interface FromStockInput {
  readonly pieces: readonly StockPiece[];
  /** Each one real thing. */
  readonly stock: readonly Stock[];
  /** Between pieces. */
  readonly gapMm: number;
  /** Left free at every edge of every stock. */
  readonly marginMm: number;
}

/** A piece in its place: x across the width, y along the roll, from the stock's corner, mm. */
export interface PlacedPiece {
  readonly id: string;
  readonly stockId: string;
  readonly x: number;
  readonly y: number;
  readonly turned: boolean;
}

export interface StockRest {
  readonly stockId: string;
  readonly widthMm: number;
  readonly heightMm: number;
}

export interface CutFromStock {
  readonly placed: readonly PlacedPiece[];
  /** The id of every piece that fits nowhere, once for each copy. */
  readonly unplaced: readonly string[];
  /** What is cut off rolls, over their whole width, and whole sheets. */
  readonly newFilmMm2: number;
  /** How much is cut off the roll; of several the most that is cut off one. */
  readonly rollMm: number;
  readonly offcutsUsed: readonly string[];
  /** Rectangles worth keeping of what was cut into; of a roll, of the length that is cut off. */
  readonly offcutsLeft: readonly StockRest[];
}
