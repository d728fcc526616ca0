import type { Schools } from './context.ts';

/** What Sgraffa does unless told otherwise, and why. */
export const DEFAULT_SCHOOLS: Schools = {
  // a topcoat brushed over film gets under its edge and lifts it
  filmOrder: 'nothingOnTop',
  // labels differ and dishwashers differ more: hand washing never harms
  dishwasher: 'handWashOnly',
};
