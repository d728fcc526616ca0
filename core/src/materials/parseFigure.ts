import { failed, type Outcome } from '../problem/index.ts';
import type { Override } from './override.ts';
import { UNITS, type FigureUnit } from './schema.ts';

/** Units that a label may give a figure in, where the catalogue keeps it in another one. */
const ALSO: Partial<Record<FigureUnit, Readonly<Record<string, FigureUnit>>>> = {
  min: { min: 'min', mins: 'min', minutes: 'min', h: 'h', hr: 'h', hours: 'h', hour: 'h', d: 'd', days: 'd', day: 'd' },
  y: { y: 'y', years: 'y', year: 'y' },
  '% RH': { '%': '% RH', '% rh': '% RH' },
  '°C': { '°c': '°C', c: '°C' },
};
const NUMBER = String.raw`-?\d+(?:[.,]\d+)?`;
const BETWEEN = String.raw`\s*(?:–|—|to|\.\.|/|(?<=\d)-)\s*`;

/**
 * Reads a figure as a label gives it: one value, low–high, or low–typical–high, with or without its unit.
 *
 * @param text "3 h", "2–4 h", "1 to 2 to 4 h", "45 °C"
 * @param unit the unit in which the catalogue keeps the figure; taken where none is typed
 * @returns value and unit for an override; of two values the typical one is taken to lie in the middle
 */
export const parseFigure = (text: string, unit: FigureUnit): Outcome<Pick<Override, 'value' | 'unit'>> => {
  const units = ALSO[unit] ?? { [unit.toLowerCase()]: unit };
  const read = new RegExp(
    `^\\s*(${NUMBER})(?:${BETWEEN}(${NUMBER}))?(?:${BETWEEN}(${NUMBER}))?\\s*([^\\d]*)$`,
    'i',
  ).exec(text);
  const named = read?.[4]?.trim().toLowerCase() ?? '';
  const found = named === '' ? unit : units[named];
  const numbers = [read?.[1], read?.[2], read?.[3]].flatMap((one) =>
    one === undefined ? [] : [Number(one.replace(',', '.'))],
  );
  const isRising = numbers.every((one, index) => index === 0 || numbers[index - 1]! <= one);
  if (!read || !found || !UNITS.includes(found) || !isRising)
    return failed({
      code: 'not-a-figure',
      given: `"${text}" was given.`,
      allowed: `one value, low–high or low–typical–high, rising, in ${[...new Set(Object.keys(units))].join(', ')}.`,
      todo: `Write it like 2–3–4 ${unit}.`,
    });
  const [low = 0, second, third] = numbers;
  if (second === undefined) return { ok: true, value: low, unit: found };
  return third === undefined
    ? { ok: true, value: [low, (low + second) / 2, second], unit: found }
    : { ok: true, value: [low, second, third], unit: found };
};
