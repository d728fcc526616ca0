export { CAN_KINDS, canSizeSchema, MEASURES, wholeOf, type CanKind, type CanSize } from './sizes.ts';
export { canSchema, canUseSchema, moneySchema, plainCan, type Can, type CanUse } from './schema.ts';
export { dayOfUse, workshopFor, type Shelf } from './workshopFor.ts';
export {
  canAt,
  FITNESS,
  freshnessOf,
  shelfAt,
  type CanAt,
  type Freshness,
  type InStock,
  type ShelfAt,
} from './shelfAt.ts';
export { readCan, readCanSize, readPastDay, readPrice, type CanReader, type ReadCan } from './readCan.ts';
export { readCans } from './readCans.ts';
export { ageWords, amountWords, canName, canSizeWords, FRESHNESS_WORDS, keepsWords, leftWords } from './words.ts';
export { labelsOf } from './labelsOf.ts';
