import { wholeOf, type Can, type CanSize } from '../shelf/index.ts';
import type { AmountUnit } from './need.ts';

/** What one line costs by what it uses up. */
export interface CostLine {
  readonly label: string;
  /** Null: a price or an amount is not known. */
  readonly cost: number | null;
  readonly why: string;
}

export const CENTS = 100;
export const inCents = (amount: number): number => Math.round(amount * CENTS);

/** How much of a line's unit a full can holds; null where it is counted otherwise. */
export const wholeIn = (size: CanSize, unit: AmountUnit): number | null => {
  if (unit === 'mm2') {
    if (size.kind === 'roll') return size.widthMm * size.lengthMm;
    if (size.kind === 'sheets') return size.widthMm * size.heightMm * size.count;
    return size.kind === 'offcut' ? size.widthMm * size.heightMm : null;
  }
  const fits = { ml: ['liquid'], cans: ['aerosol'], mm: ['roll', 'bars'], pieces: ['pieces'] } as const;
  if (!(fits[unit] as readonly string[]).includes(size.kind)) return null;
  return size.kind === 'bars' ? size.lengthMm * size.count : wholeOf(size);
};

/** What a unit of a can costs; null where its price or size is not known. */
export const rateOf = ({ price, size }: Can, unit: AmountUnit): number | null => {
  const whole = size && wholeIn(size, unit);
  return price !== null && whole ? price / whole : null;
};
