declare const unit: unique symbol;
type Quantity<Name extends string> = number & { readonly [unit]: Name };

/** Length in millimetres. */
export type Millimetres = Quantity<'mm'>;
/** Layer thickness in micrometres. */
export type Micrometres = Quantity<'µm'>;
/** Area in square millimetres. */
export type SquareMillimetres = Quantity<'mm²'>;
/** Volume in millilitres. */
export type Millilitres = Quantity<'ml'>;
/** Mass in grams. */
export type Grams = Quantity<'g'>;
/** Duration in minutes. */
export type Minutes = Quantity<'min'>;
/** Temperature in degrees Celsius. */
export type Celsius = Quantity<'°C'>;
/** Relative humidity in percent, 0 to 100. */

export const mm = (value: number) => value as Millimetres;
export const micrometres = (value: number) => value as Micrometres;
export const squareMillimetres = (value: number) => value as SquareMillimetres;
export const millilitres = (value: number) => value as Millilitres;
export const grams = (value: number) => value as Grams;
export const minutes = (value: number) => value as Minutes;
export const hours = (value: number) => (value * 60) as Minutes;
export const days = (value: number) => (value * 1440) as Minutes;
export const celsius = (value: number) => value as Celsius;

export const MINUTES_PER_HOUR = 60;
export const MINUTES_PER_DAY = 1440;
export const MM_PER_INCH = 25.4;
export const MS_PER_MINUTE = 60_000;
export const MS_PER_HOUR = 3_600_000;
export const MS_PER_DAY = 86_400_000;
