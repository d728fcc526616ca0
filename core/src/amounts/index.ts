export { coatNeed, type CoatNeedInput } from './coatNeed.ts';
export { mixFor, type Mix, type MixInput, type MixPart } from './mixFor.ts';
export { mixTo, readRatio, spoonsOf, type BenchMix, type MixedTo, type MixTarget } from './mixTo.ts';
export { scaleRecipe, type Recipe, type RecipeTarget, type ScaledRecipe } from './scaleRecipe.ts';
export { packsFor, type Pack, type Packs, type PacksInput } from './packsFor.ts';
export {
  cutFromStock,
  cutLengths,
  type CutBar,
  type CutFromStock,
  type CutLengths,
  type FromStockInput,
  type LengthPiece,
  type LengthsInput,
  type LengthStock,
  type PlacedPiece,
  type Range,
  type Stock,
  type StockPiece,
  type StockRest,
} from '../cut/index.ts';
export type { CostLine } from './rates.ts';
export { priceOf, type PriceInput } from './priceOf.ts';
export {
  amountsByPiece,
  amountsFor,
  cansToTake,
  type AmountLine,
  type AmountsInput,
  type StepStarts,
  type TakenShares,
} from './amountsFor.ts';
export { facesArea, workedArea, type Because, type WorkedArea } from './areas.ts';
export { buyTable, missingWords, packWords } from './buyTable.ts';
export type { FilmLayout, LaidStock } from './film.ts';
export { cutFromLines } from './cutFromLines.ts';
export type { Lay, Measured, MeasuredBlank, MeasuredDesign } from './measured.ts';
export { filmsOf, measuredOf, type MeasureContext } from './measure.ts';
export { spentOn, type LaidProduct, type Spent } from './spent.ts';
export { costOf, lastRate, toBuy, type BuyLine, type KnownPack, type PieceCost } from './money.ts';
export type { AmountUnit, Need } from './need.ts';
export { needsOf } from './needs.ts';
export { combined } from './ranges.ts';
export { restsOfStep, takenShares, usesOfStep, type StepRest, type StepUse, type TakingStep } from './uses.ts';
export { amountsClause, filmLengthOf, neededWords, rangeWords, takenWords } from './words.ts';
export { boardOf, sawLists, type Board, type Counted, type SawList } from './sawList.ts';
export type { Taken } from './served.ts';
export { sundriesOf, type Sundry } from './sundries.ts';
export { moneySettingsSchema, PLAIN_MONEY, type MoneySettings } from './moneySettings.ts';
export { areaWords } from './areaWords.ts';
