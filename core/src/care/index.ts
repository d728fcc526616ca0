export { careOf, headlineOf, weakestWashing, type CareLimit, type CarePlan, type CareZone } from './careOf.ts';
export {
  CARD_LANGUAGES,
  cardSettingsSchema,
  PLAIN_CARDS,
  type CardLanguage,
  type CardSettings,
} from './cardSettings.ts';
export { forSale, type SaleCheck } from './forSale.ts';
export { careCard, type CardInput, type CareCard } from './card.ts';
export { CARD_WORDS, CardWords, shippedWords, type CardWord } from './cardWords.ts';
export {
  CARD_DRAWING_MM,
  layOutCard,
  layOutSlip,
  type CardRule,
  type CardRun,
  type CardSize,
  type LaidCard,
  type MeasureText,
} from './cardLayout.ts';
export { isFromRight, wrapText } from './texts.ts';
