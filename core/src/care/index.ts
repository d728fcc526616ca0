export { careOf, headlineOf, weakestWashing, type CareLimit, type CareZone } from './careOf.ts';
export {
  CARD_LANGUAGES,
  cardSettingsSchema,
  PLAIN_CARDS,
  type CardLanguage,
  type CardSettings,
} from './cardSettings.ts';
export { forSale, type SaleCheck } from './forSale.ts';
