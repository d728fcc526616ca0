import { rangeOf, type NumberRange } from '../problem/index.ts';
import { parseLength, parseTemperature } from '../units/index.ts';
import words from './data/words.json' with { type: 'json' };
import { designSchema, placementSchema, useSchema } from '../piece/index.ts';
import type { Chip, Reading } from './reading.ts';
import { normOf } from './tokens.ts';

const NUMBER = String.raw`(\d+ \d+\/\d+|\d+\/\d+|\d{1,2},\d{3}(?= ?(?:mm|x|×|by))|\d+(?:[.,]\d+)?)`;
const THOUSANDS = /^(\d{1,2}),(\d{3})$/; // "2,100 mm": nobody measures a piece to a thousandth of a millimetre
const UNIT = String.raw`(mm|millimet(?:re|er)s?|cm|centimet(?:re|er)s?|m(?:et(?:re|er)s?)?|inch(?:es)?|in|feet|foot|ft|"|')(?![a-z])`;
const BY = String.raw`\s*(?:x|×|by|\*)\s*`;
const TEMPERATURE = String.raw`((?:(?<!\w)[-−–]|minus )?\d+(?:[.,]\d+)?)\s*(?:°\s*([cf])?|degrees?(?: ([cf])\b| celsius| fahrenheit)?|([cf])\b)`;

const UNIT_NAMES: readonly (readonly [RegExp, string])[] = [
  [/^milli/, 'mm'],
  [/^centi/, 'cm'],
  [/^met|^m$/, 'm'],
  [/^inch|^in$|^"$/, 'in'],
  [/^feet|^foot|^ft|^'$/, 'ft'],
];
const unitOf = (unit: string): string => UNIT_NAMES.find(([pattern]) => pattern.test(unit))?.[1] ?? unit;

const millimetres = (number: string, unit: string): number | null => {
  const plain = unitOf(unit) === 'mm' ? number.replace(THOUSANDS, '$1$2') : number;
  const read = parseLength(`${plain} ${unitOf(unit)}`);
  return read.ok && read.value >= 0.1 && read.value <= 10_000 ? read.value : null;
};

/** A measure of the piece, of its design, or of the artwork in it. */
export type MeasureField =
  | 'widthMm'
  | 'heightMm'
  | 'topMm'
  | 'footMm'
  | 'diameterMm'
  | 'circumferenceMm'
  | 'slantMm'
  | 'designWidthMm'
  | 'designHeightMm'
  | 'minStrokeMm'
  | 'minWebMm'
  | 'islands'
  | 'widthShare';

const LABELS: Readonly<Record<MeasureField, string>> = {
  widthMm: 'wide',
  heightMm: 'high',
  topMm: 'across the rim',
  footMm: 'across the foot',
  diameterMm: 'across',
  circumferenceMm: 'around',
  slantMm: 'along the side',
  designWidthMm: 'wide, the design',
  designHeightMm: 'high, the design',
  minStrokeMm: 'thinnest stroke',
  minWebMm: 'thinnest web',
  islands: 'islands',
  widthShare: 'of the width',
};

const DESIGN_NOUNS = new Set(words.designNouns);
const isOfDesign = (text: string): boolean =>
  (text.match(/\p{L}+/gu) ?? []).some((word) => DESIGN_NOUNS.has(normOf(word)));

const words3 = (text: string) => text.trim().split(/\s+/).slice(0, 3).join(' ');
const last3 = (text: string) => text.trim().split(/\s+/).slice(-3).join(' ');

/** What one length measures, from the words beside it; null where nothing says it. */
const measured = (before: string, after: string): MeasureField | null => {
  const next = words3(after);
  const previous = last3(before);
  if (/strokes?|line weight/.test(before.trim().split(/\s+/).slice(-6).join(' '))) return 'minStrokeMm';
  if (/thick\b|thickness/.test(next) || /thickness/.test(previous)) return null;
  if (/^(?:wide )?strokes?\b|^lines?\b/.test(next)) return 'minStrokeMm';
  if (/\bwebs?\b/.test(previous) || /^webs?\b/.test(next)) return 'minWebMm';
  const ofDesign = isOfDesign(previous) || isOfDesign(next.replace(/\b(?:line|lines)\b/, ''));
  if (/\b(?:rim|top|mouth|opening)\b/.test(next) && /across|at|over|wide/.test(next)) return 'topMm';
  if (/\b(?:foot|bottom|base)\b/.test(next) && /across|at|over|wide/.test(next)) return 'footMm';
  if (/\b(?:rim|mouth)\b|\btop$/.test(previous)) return 'topMm';
  if (/\b(?:foot|bottom)\b/.test(previous)) return 'footMm';
  if (/^along the side|^slant/.test(next)) return 'slantMm';
  if (/^(?:a?round|in circumference|circumference|all round)\b/.test(next) || /circumference|a?round$/.test(previous))
    return 'circumferenceMm';
  if (/diameter|ø|⌀|dia\b/.test(previous) || /^(?:in )?(?:diameter|dia)\b|^across|^ø/.test(next)) return 'diameterMm';
  if (/^(?:tall|high|in height|height|capitals)\b/.test(next) || /\b(?:height|high|tall)$/.test(previous))
    return ofDesign ? 'designHeightMm' : 'heightMm';
  if (/^(?:wide|in width|long|in length|width|length)\b/.test(next) || /\b(?:width|wide|length|long)$/.test(previous))
    return ofDesign ? 'designWidthMm' : 'widthMm';
  return null;
};

const SINGLE_WORDS =
  /^\s*(?:(?:thinnest |thin |wide )?strokes?|lines?|webs?|across the (?:rim|top|mouth|foot|bottom|base)|across|(?:wide )?at the (?:rim|top|mouth|foot|bottom|base)|tall|high|wide|long|in diameter|diameter|in circumference|circumference|around|round|along the side)\b/;

const ISLANDS = rangeOf(designSchema.shape.islands);

type Say = (chip: Chip) => void;
type Tell = (field: MeasureField, value: number, start: number, end: number) => void;

const readIslands = (reading: Reading, tell: Tell): void => {
  for (const { match, start, end } of reading.find(/\b(\d+) (?:(?:loose|small|free|single) )*islands?\b/g))
    if (Number(match[1]) <= ISLANDS.high) tell('islands', Number(match[1]), start, end);
};

const SHARE = rangeOf(placementSchema.shape.widthShare);
const SHARE_WORDS: Readonly<Record<string, number>> = {
  half: 1 / 2,
  'a third': 1 / 3,
  'one third': 1 / 3,
  'two thirds': 2 / 3,
  'a quarter': 1 / 4,
  'one quarter': 1 / 4,
  'three quarters': 3 / 4,
};

/** "about 3/4 of the width": air around the design */
const readShares = (reading: Reading, tell: Tell): void => {
  const said = `${Object.keys(SHARE_WORDS).join('|')}|(0?\\.\\d+)|(\\d+)\\s*/\\s*(\\d+)|(\\d+)\\s*(?:%|percent|per cent)`;
  const pattern = new RegExp(
    `(?:(?:about|at most|over|around|up to) )?\\b(${said})\\s+(?:of )?the (?:clear |whole )?width\\b`,
    'g',
  );
  for (const { match, start, end } of reading.find(pattern)) {
    const [, text = '', decimal, part, whole, percent] = match;
    const share = decimal
      ? Number(decimal)
      : percent
        ? Number(percent) / 100
        : part
          ? Number(part) / Number(whole)
          : SHARE_WORDS[text];
    if (share !== undefined && share >= SHARE.low && share <= SHARE.high) tell('widthShare', share, start, end);
  }
};

const SIZES = `${NUMBER}\\s*(?:${UNIT})?${BY}${NUMBER}\\s*(?:${UNIT})?(?:${BY}${NUMBER}\\s*(?:${UNIT})?)?`;

/** "300 x 200 mm" */
const readSizes = (reading: Reading, tell: Tell): void => {
  for (const { match, start, end } of reading.find(new RegExp(SIZES, 'g'))) {
    const [, first = '', firstUnit, second = '', secondUnit, , thirdUnit] = match;
    const unit = secondUnit ?? thirdUnit ?? firstUnit;
    const isInTotal = unit === 'in' && /^\s*(?:total|all)\b/.test(reading.text.slice(end));
    if (!unit || isInTotal) continue;
    const width = millimetres(first, firstUnit ?? unit);
    const height = millimetres(second, secondUnit ?? unit);
    if (width === null || height === null) continue;
    const { before, after } = reading.clauseAround(start, end);
    const ofDesign = isOfDesign(last3(before)) || isOfDesign(words3(after));
    tell(ofDesign ? 'designWidthMm' : 'widthMm', width, start, end);
    tell(ofDesign ? 'designHeightMm' : 'heightMm', height, start, end);
  }
};

const BEFORE_LENGTH =
  /(?:(?:thinnest |thin |fine )?strokes?(?: width)?(?: are| is| of| at| as thin as| down to| from| about)*|diameter|circumference|height|width|rim|mouth|top|foot|bottom|lines of|webs? of)\s*(?:of|is|about)?\s*$/;

/** "95 mm tall", "rim 90 mm across" */
const readLengths = (reading: Reading, tell: Tell, isTold: (field: MeasureField) => boolean): void => {
  for (const { match, start, end } of reading.find(new RegExp(`(?:ø\\s*)?${NUMBER}\\s*${UNIT}`, 'g'))) {
    const value = millimetres(match[1]!, match[2]!);
    if (value === null) continue;
    const { before, after } = reading.clauseAround(start, end);
    const named = match[0].startsWith('ø') ? 'diameterMm' : measured(before, after);
    if (!named) continue;
    // "2 m long and 40 cm wide": the second is the other way
    const field = named === 'widthMm' && isTold('widthMm') && !isTold('heightMm') ? 'heightMm' : named;
    const tail = SINGLE_WORDS.exec(reading.text.slice(end))?.[0].length ?? 0;
    const head = BEFORE_LENGTH.exec(reading.text.slice(0, start))?.[0].length ?? 0;
    tell(field, value, start - head, end + tail);
  }
};

const within =
  ({ low, high }: NumberRange) =>
  (celsius: number) =>
    celsius >= low && celsius <= high;
/** Outside what the document keeps it is no laundry, or no heat, and stays open. */
const isWash = within(rangeOf(useSchema.shape.laundryC));
const isHeat = within(rangeOf(useSchema.shape.heatC));

/** "washed at 40": nobody washes at a length */
const readWashes = (reading: Reading, say: Say): void => {
  for (const { match, start, end } of reading.find(
    /\b(?:machine[- ])?(?:wash(?:ed|es|able)?|laundered)(?: hot)? at (\d\d)(?!\d| ?(?:°|deg|c\b|f\b))/g,
  )) {
    const celsius = Number(match[1]);
    if (!isWash(celsius)) continue;
    say({ field: 'laundryC', value: celsius, label: `laundry ${celsius} °C`, from: reading.typed(start, end) });
    reading.take(start, end);
  }
};

const BEFORE_WASH = /(?:(?:machine[- ])?(?:washed|laundered|wash|washes|washable)(?: at| up to)?)\s*$/;

/** "stands 220 degrees", "washed up to 60 °C" */
const readTemperatures = (reading: Reading, say: Say): void => {
  for (const { match, start, end } of reading.find(new RegExp(TEMPERATURE, 'g'))) {
    const isF = (match[2] ?? match[3] ?? match[4]) === 'f' || /fahrenheit/.test(match[0]);
    const read = parseTemperature(`${match[1]!.replace(/^(?:[-−–]|minus )/, '-')} °${isF ? 'F' : 'C'}`);
    if (!read.ok) continue;
    const celsius = Math.round(read.value);
    const { before, after } = reading.clauseAround(start, end);
    const isLaundry = /wash|laundr|machine/.test(before) || /wash|laundr|machine/.test(after);
    const label = `${celsius} °C`;
    const from = start - (BEFORE_WASH.exec(reading.text.slice(0, start))?.[0].length ?? 0);
    if (isLaundry && isWash(celsius))
      say({ field: 'laundryC', value: celsius, label: `laundry ${label}`, from: reading.typed(from, end) });
    else if (!isLaundry && isHeat(celsius))
      say({ field: 'heatC', value: celsius, label, from: reading.typed(start, end) });
    else continue;
    reading.take(from, end);
  }
};

/** Lengths, sizes, islands and temperatures of a line. */
export const readMeasures = (reading: Reading, say: Say): void => {
  const told = new Set<MeasureField>();
  const tell: Tell = (field, value, start, end) => {
    told.add(field);
    const label =
      field === 'islands'
        ? `${value} islands`
        : field === 'widthShare'
          ? `at most ${Math.round(value * 100)} % of the width`
          : `${Number(value.toFixed(1))} mm ${LABELS[field]}`;
    say({ field, value, label, from: reading.typed(start, end) });
    reading.take(start, end);
  };
  readIslands(reading, tell);
  readShares(reading, tell);
  readSizes(reading, tell);
  readLengths(reading, tell, (field) => told.has(field));
  readWashes(reading, say);
  readTemperatures(reading, say);
};
