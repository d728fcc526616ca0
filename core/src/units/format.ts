import { MINUTES_PER_DAY, MINUTES_PER_HOUR, MM_PER_INCH } from './quantities.ts';

/** Units in which lengths are shown and, without a unit, read. */
export const LENGTH_UNITS = ['mm', 'cm', 'in'] as const;
export type LengthUnit = (typeof LENGTH_UNITS)[number];

export interface UnitChoice {
  readonly length: LengthUnit;
  readonly temperature: 'C' | 'F';
}

const trimmed = (value: number, digits: number): string => String(Number(value.toFixed(digits)));

/** Minutes as a bench would say them: "25 min", "1 h 30", "3 d", "4 wk"; two figures at the most. */
export const formatDuration = (durationMinutes: number): string => {
  const total = Math.round(durationMinutes);
  if (total < MINUTES_PER_HOUR) return `${total} min`;
  if (total < MINUTES_PER_DAY) {
    const rest = total % MINUTES_PER_HOUR;
    return `${Math.floor(total / MINUTES_PER_HOUR)} h${rest ? ` ${String(rest).padStart(2, '0')}` : ''}`;
  }
  const wholeHours = Math.round(total / MINUTES_PER_HOUR);
  const restHours = wholeHours % 24;
  const wholeDays = Math.floor(wholeHours / 24);
  return wholeDays >= 4 || restHours === 0
    ? `${trimmed(wholeHours / 24, wholeDays >= 4 ? 0 : 1)} d`
    : `${wholeDays} d ${restHours} h`;
};

/** Finest division of a rule in inches. */
const RULE = 64;
/** How far off a fraction may be and still be the length, in inches. */
const EXACT_IN = 0.0002;

const divisor = (one: number, other: number): number => (other === 0 ? one : divisor(other, one % other));

/** Inches as a rule shows them where they fall on one of its marks: "3 3/4", "1/64"; decimals otherwise. */
const inInches = (inches: number): string => {
  const sign = inches < 0 ? '-' : '';
  const marks = Math.round(Math.abs(inches) * RULE);
  if (Math.abs(Math.abs(inches) - marks / RULE) > EXACT_IN) return trimmed(inches, 3);
  const [whole, rest] = [Math.floor(marks / RULE), marks % RULE];
  if (rest === 0) return whole === 0 ? '0' : `${sign}${whole}`;
  const shared = divisor(rest, RULE);
  return `${sign}${whole ? `${whole} ` : ''}${rest / shared}/${RULE / shared}`;
};

/** Millimetres in the chosen unit with its name; inches in fractions where they fall on a mark of a rule. */
export const formatLength = (lengthMm: number, unit: LengthUnit = 'mm'): string => {
  if (unit === 'in') return `${inInches(lengthMm / MM_PER_INCH)} in`;
  return unit === 'cm' ? `${trimmed(lengthMm / 10, 2)} cm` : `${trimmed(lengthMm, Math.abs(lengthMm) < 1 ? 2 : 1)} mm`;
};

/** Degrees Celsius in the chosen scale with its sign. */
export const formatTemperature = (temperatureC: number, unit: UnitChoice['temperature'] = 'C'): string =>
  unit === 'F' ? `${Math.round((temperatureC * 9) / 5 + 32)} °F` : `${trimmed(temperatureC, 1)} °C`;
