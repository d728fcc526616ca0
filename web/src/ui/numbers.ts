import { failed, type NumberRange, type Outcome } from '@sgraffa/core';

/** Reads a plain number with a decimal point or comma, with or without its unit. */
export const plainNumber =
  (unit = '') =>
  (text: string): Outcome<{ value: number }> => {
    const plain = text.trim().replace(',', '.');
    const number = unit && plain.toLowerCase().endsWith(unit.toLowerCase()) ? plain.slice(0, -unit.length) : plain;
    const value = Number(number);
    return number.trim() === '' || !Number.isFinite(value)
      ? failed({
          code: 'not-a-number',
          given: `"${text}" was given.`,
          allowed: `a number${unit ? `, in ${unit}` : ''}.`,
          todo: 'Write it like 12 or 2.5.',
        })
      : { ok: true, value };
  };

/** Refuses what the file would refuse: a number outside the range of its field. */
export const within = (
  { low, high, isWhole }: NumberRange,
  value: number,
  text: string,
  format: (value: number) => string,
): Outcome<{ value: number }> =>
  value < low || value > high || (isWhole && !Number.isInteger(value))
    ? failed({
        code: 'number-out-of-range',
        given: `"${text}" was given.`,
        allowed: `${isWhole ? 'a whole number ' : ''}from ${format(low)} to ${format(high)}.`,
        todo: 'Change it.',
      })
    : { ok: true, value };
