import { MINUTES_PER_DAY, MINUTES_PER_HOUR, MM_PER_INCH } from './quantities.ts';

export interface UnitChoice {
  readonly length: 'mm' | 'in';
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

/** Millimetres in the chosen unit with its name. */
export const formatLength = (lengthMm: number, unit: UnitChoice['length'] = 'mm'): string =>
  unit === 'in' ? `${trimmed(lengthMm / MM_PER_INCH, 3)} in` : `${trimmed(lengthMm, 1)} mm`;

/** Degrees Celsius in the chosen scale with its sign. */
export const formatTemperature = (temperatureC: number, unit: UnitChoice['temperature'] = 'C'): string =>
  unit === 'F' ? `${Math.round((temperatureC * 9) / 5 + 32)} °F` : `${trimmed(temperatureC, 1)} °C`;
