import { failed, type Outcome } from '../problem/index.ts';
import type { LengthUnit } from './format.ts';
import {
  celsius,
  grams,
  millilitres,
  minutes,
  mm,
  squareMillimetres,
  MM_PER_INCH,
  type Celsius,
  type Grams,
  type Millilitres,
  type Millimetres,
  type Minutes,
  type SquareMillimetres,
} from './quantities.ts';

type UnitTable = Readonly<Record<string, number>>;

const LENGTH: UnitTable = {
  mm: 1,
  cm: 10,
  m: 1000,
  in: MM_PER_INCH,
  inch: MM_PER_INCH,
  inches: MM_PER_INCH,
  '"': MM_PER_INCH,
  '″': MM_PER_INCH,
  ft: 304.8,
  "'": 304.8,
};
const AREA: UnitTable = {
  mm2: 1,
  'mm²': 1,
  cm2: 100,
  'cm²': 100,
  m2: 1e6,
  'm²': 1e6,
  in2: MM_PER_INCH ** 2,
  'in²': MM_PER_INCH ** 2,
  ft2: 304.8 ** 2,
  'ft²': 304.8 ** 2,
};
// US customary fluid measures: the ones on the labels that crafters quote
const VOLUME: UnitTable = {
  ml: 1,
  cl: 10,
  dl: 100,
  l: 1000,
  litre: 1000,
  litres: 1000,
  'fl oz': 29.5735,
  floz: 29.5735,
  pint: 473.176,
  quart: 946.353,
  gal: 3785.41,
};
const MASS: UnitTable = { mg: 0.001, g: 1, kg: 1000, oz: 28.3495, lb: 453.592 };
const TIME: UnitTable = {
  s: 1 / 60,
  sec: 1 / 60,
  min: 1,
  mins: 1,
  minute: 1,
  minutes: 1,
  h: 60,
  hr: 60,
  hrs: 60,
  hour: 60,
  hours: 60,
  d: 1440,
  day: 1440,
  days: 1440,
  w: 10080,
  wk: 10080,
  week: 10080,
  weeks: 10080,
};

const NUMBER = String.raw`(?:\d+\s+\d+\/\d+|\d+\/\d+|\d+(?:[.,]\d+)?|[.,]\d+)`;
const UNIT = String.raw`[a-zµ°²"″']+[²2]?(?:\s+oz)?`;

const numberIn = (text: string): number => {
  const mixed = /^(?:(\d+)\s+)?(\d+)\/(\d+)$/.exec(text);
  if (mixed) return Number(mixed[1] ?? 0) + Number(mixed[2]) / Number(mixed[3]);
  return Number(text.replace(',', '.'));
};

interface Measure {
  readonly what: string;
  readonly units: UnitTable;
  readonly bareUnit: string;
  readonly example: string;
  readonly max: number;
}

const GROUPED = /\d[.,]\d{3}[.,]\d/; // "1,234.5": thousands marks are not guessed at

/** Reads one quantity or a run of them ("1 h 30", "5 ft 3 1/2 in"); a last bare number takes the next smaller unit. */
const readMeasure = (text: string, measure: Measure): Outcome<{ value: number }> => {
  const given = text.trim().toLowerCase();
  const refuse = (code: string, allowed: string) =>
    failed({
      code,
      given: `"${text}" was given as ${measure.what}.`,
      allowed,
      todo: `Write it like ${measure.example}.`,
    });
  const known = Object.keys(measure.units).filter((name) => /^[a-z]/.test(name));
  const parts = [...given.matchAll(new RegExp(`(${NUMBER})\\s*(${UNIT})?\\s*`, 'giy'))];
  const isWhole = parts.reduce((length, part) => length + part[0].length, 0) === given.length;
  if (given === '' || parts.length === 0 || !isWhole || GROUPED.test(given))
    return refuse(
      'not-a-quantity',
      `a number, with a unit (${known.join(', ')}) or without one for ${measure.bareUnit}.`,
    );
  let total = 0;
  let previousUnit: string | undefined;
  for (const [, number = '', unitName] of parts) {
    const unit = unitName ?? (previousUnit === undefined ? measure.bareUnit : smallerThan(previousUnit, measure));
    const factor = measure.units[unit];
    if (factor === undefined) return refuse('unknown-unit', `${known.join(', ')}.`);
    if (previousUnit !== undefined && factor >= (measure.units[previousUnit] ?? 0))
      return refuse('not-a-quantity', 'parts in falling order, as in "1 h 30 min".');
    total += numberIn(number) * factor;
    previousUnit = unit;
  }
  if (!Number.isFinite(total) || total > measure.max)
    return refuse('number-out-of-range', `0 to ${measure.max} ${measure.bareUnit}.`);
  // three quarters of an inch are 19.05 mm, not 19.049999999999997
  return { ok: true, value: Number(total.toPrecision(12)) };
};

const NEXT_SMALLER: Readonly<Record<string, string>> = {
  w: 'd',
  wk: 'd',
  week: 'd',
  weeks: 'd',
  d: 'h',
  day: 'h',
  days: 'h',
  h: 'min',
  hr: 'min',
  hrs: 'min',
  hour: 'min',
  hours: 'min',
  min: 's',
  mins: 's',
  minute: 's',
  minutes: 's',
  ft: 'in',
  "'": 'in',
  m: 'cm',
};
const smallerThan = (unit: string, measure: Measure): string => NEXT_SMALLER[unit] ?? measure.bareUnit;

/**
 * A length as a crafter types it.
 *
 * @param text     "95", "9,5 cm", "3 3/4 in", "1 ft 2 1/2"; 0 to 100 000 mm
 * @param bareUnit unit of a number without one, default mm
 * @returns millimetres, unrounded; or a problem naming the units allowed
 */
export const parseLength = (text: string, bareUnit: LengthUnit = 'mm'): Outcome<{ value: Millimetres }> => {
  const read = readMeasure(text, {
    what: 'a length',
    units: LENGTH,
    bareUnit,
    example: '"95", "9,5 cm" or "3 3/4 in"',
    max: 100_000,
  });
  return read.ok ? { ok: true, value: mm(read.value) } : read;
};

/** An area: "120 cm2", "0.4 m²"; bare numbers are mm². Returns mm². */
export const parseArea = (text: string): Outcome<{ value: SquareMillimetres }> => {
  const read = readMeasure(text, {
    what: 'an area',
    units: AREA,
    bareUnit: 'mm2',
    example: '"120 cm2" or "0.4 m2"',
    max: 1e10,
  });
  return read.ok ? { ok: true, value: squareMillimetres(read.value) } : read;
};

/** A volume: "120", "0,5 l", "8 fl oz"; bare numbers are ml. Returns ml. */
export const parseVolume = (text: string): Outcome<{ value: Millilitres }> => {
  const read = readMeasure(text, {
    what: 'a volume',
    units: VOLUME,
    bareUnit: 'ml',
    example: '"120 ml" or "0,5 l"',
    max: 1e6,
  });
  return read.ok ? { ok: true, value: millilitres(read.value) } : read;
};

/** A mass: "40", "0,5 kg", "2 oz"; bare numbers are grams. Returns g. */
export const parseMass = (text: string): Outcome<{ value: Grams }> => {
  const read = readMeasure(text, {
    what: 'a mass',
    units: MASS,
    bareUnit: 'g',
    example: '"40 g" or "0,5 kg"',
    max: 1e6,
  });
  return read.ok ? { ok: true, value: grams(read.value) } : read;
};

/** A duration: "90", "1 h 30", "2 d", "24 hours"; bare numbers are minutes. Returns minutes. */
export const parseDuration = (text: string): Outcome<{ value: Minutes }> => {
  const read = readMeasure(text, {
    what: 'a time',
    units: TIME,
    bareUnit: 'min',
    example: '"90", "1 h 30" or "2 d"',
    max: 5_256_000,
  });
  return read.ok ? { ok: true, value: minutes(read.value) } : read;
};

/**
 * A temperature: "21", "-4 °C", "70 °F"; bare numbers are in `bareUnit`.
 *
 * @returns degrees Celsius, −60 to 400
 */
export const parseTemperature = (text: string, bareUnit: 'C' | 'F' = 'C'): Outcome<{ value: Celsius }> => {
  const match = /^([-−+]?)\s*(\d+(?:[.,]\d+)?)\s*°?\s*([a-z]*)$/i.exec(text.trim());
  const scale = (match?.[3] || bareUnit).toUpperCase();
  const refuse = (code: string, allowed: string) =>
    failed({
      code,
      given: `"${text}" was given as a temperature.`,
      allowed,
      todo: 'Write it like "21", "21 °C" or "70 °F".',
    });
  if (!match) return refuse('not-a-quantity', 'a number with °C or °F.');
  if (scale !== 'C' && scale !== 'F') return refuse('unknown-unit', '°C or °F.');
  const number = numberIn(match[2] ?? '') * (match[1] === '-' || match[1] === '−' ? -1 : 1);
  const value = scale === 'F' ? ((number - 32) * 5) / 9 : number;
  return value < -60 || value > 400
    ? refuse('number-out-of-range', '−60 to 400 °C.')
    : { ok: true, value: celsius(value) };
};
