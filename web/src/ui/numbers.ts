import { failed, type Outcome } from '@sgraffa/core';

/** Reads a plain number with a decimal point or comma, inside bounds. */
export const boundedNumber =
  (what: string, low: number, high: number, unit: string, isWhole = false) =>
  (text: string): Outcome<{ value: number }> => {
    const value = Number(
      text
        .trim()
        .replace(',', '.')
        .replace(new RegExp(`\\s*${unit}$`, 'i'), ''),
    );
    return text.trim() === '' ||
      !Number.isFinite(value) ||
      value < low ||
      value > high ||
      (isWhole && !Number.isInteger(value))
      ? failed({
          code: 'number-out-of-range',
          given: `"${text}" was given as ${what}.`,
          allowed: `${isWhole ? 'a whole number' : 'a number'} from ${low} to ${high}${unit ? ` ${unit}` : ''}.`,
          todo: 'Change it.',
        })
      : { ok: true, value };
  };
