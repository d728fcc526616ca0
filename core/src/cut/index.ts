export {
  cutLengths,
  type CutBar,
  type CutLengths,
  type LengthPiece,
  type LengthsInput,
  type LengthStock,
} from './cutLengths.ts';
export { cutFromStock } from './cutFromStock.ts';
export type { CutFromStock, FromStockInput, PlacedPiece, Stock, StockPiece, StockRest } from './sheets/stock.ts';
export { offcutsOf } from './sheets/offcuts.ts';
export { dusted, numberProblem, rangeProblems, twiceProblems, wholeAbove, type Range } from './given.ts';
