export {
  cutLengths,
  type CutBar,
  type CutLengths,
  type LengthPiece,
  type LengthsInput,
  type LengthStock,
} from './cutLengths.ts';
export {
  cutFromStock,
  type CutFromStock,
  type FromStockInput,
  type PlacedPiece,
  type Stock,
  type StockPiece,
  type StockRest,
} from './cutFromStock.ts';
export { offcutsOf } from './sheets/offcuts.ts';
export { dusted, numberProblem, rangeProblems, twiceProblems, wholeAbove, type Range } from './given.ts';
