import type { Catalogue, Figure } from '../materials/index.ts';
import { formatLength, type LengthUnit } from '../units/index.ts';
import type { Can } from './schema.ts';
import type { CanAt, Freshness } from './shelfAt.ts';
import type { CanKind, CanSize } from './sizes.ts';

const ML_PER_L = 1000;
const MM_PER_M = 1000;

const plain = (value: number): string => String(Number(value.toPrecision(3)));
const millilitres = (ml: number): string => (ml >= ML_PER_L ? `${plain(ml / ML_PER_L)} l` : `${plain(ml)} ml`);
const grams = (g: number): string => (g >= 1000 ? `${plain(g / 1000)} kg` : `${plain(g)} g`);
const many = (count: number, one: string, several: string): string => `${plain(count)} ${count === 1 ? one : several}`;
/** Long lengths as a roll is sold: in metres, short ones in mm; in inches where those are chosen. */
const longLength = (lengthMm: number, unit: LengthUnit): string =>
  unit === 'in' || (lengthMm > 0 && lengthMm < MM_PER_M / 10)
    ? formatLength(Math.ceil(lengthMm - 1e-9), unit)
    : `${plain(lengthMm / MM_PER_M)} m`;

/** An amount of a thing in the words of its kind. */
const AMOUNTS: Readonly<Record<CanKind, (amount: number, unit: LengthUnit) => string>> = {
  liquid: millilitres,
  powder: grams,
  aerosol: (cans) => many(cans, 'can', 'cans'),
  roll: longLength,
  sheets: (sheets) => many(sheets, 'sheet', 'sheets'),
  offcut: (whole) => (whole ? 'the offcut' : 'nothing'),
  bars: (bars) => many(bars, 'length', 'lengths'),
  pieces: (pieces) => many(pieces, 'piece', 'pieces'),
};
export const amountWords = (amount: number, kind: CanKind, unit: LengthUnit = 'mm'): string =>
  AMOUNTS[kind](amount, unit);

/** How large a full one is. */
export const canSizeWords = (size: CanSize, unit: LengthUnit = 'mm'): string => {
  const sides = (one: number, other: number) => `${formatLength(one, unit)} × ${formatLength(other, unit)}`;
  switch (size.kind) {
    case 'liquid':
      return millilitres(size.ml);
    case 'powder':
      return grams(size.g);
    case 'roll':
      return `${formatLength(size.widthMm, unit)} × ${longLength(size.lengthMm, unit)}`;
    case 'sheets':
      return `${many(size.count, 'sheet', 'sheets')} ${sides(size.widthMm, size.heightMm)}`;
    case 'offcut':
      return sides(size.widthMm, size.heightMm);
    case 'bars':
      return `${size.count > 1 ? `${size.count} × ` : ''}${longLength(size.lengthMm, unit)}`;
    case 'aerosol':
    case 'pieces':
      return AMOUNTS[size.kind](size.count, unit);
  }
};

/** What a can is called: its own name, or its product's, with its colour. */
export const canName = ({ name, productId, colour }: Can, catalogue: Catalogue): string => {
  const what = name ?? catalogue.productById.get(productId ?? '')?.name ?? productId ?? 'a thing';
  return colour ? `${what}, ${colour}` : what;
};

/** What is left of it. */
export const leftWords = ({ can: { size }, left }: CanAt, unit: LengthUnit = 'mm'): string => {
  if (left === 0) return 'used up';
  if (left === null) return 'how much is left is not known';
  return size ? `${amountWords(left, size.kind, unit)} left` : `${plain(left)} left`;
};

export const FRESHNESS_WORDS: Readonly<Record<Freshness, string>> = {
  fresh: 'fresh',
  ageing: 'ageing',
  old: 'old',
  unknown: 'age not known',
  noFigure: 'no figure says how long it keeps',
};

const WEEKS_PER_MONTH = 365.25 / 12 / 7;
/** Below this weeks are counted, months: a paste keeps for no longer. */
const COUNTED_IN_WEEKS = 2;

const ageIn = (months: number): string => {
  const weeks = Math.floor(months * WEEKS_PER_MONTH + 1e-6);
  if (weeks < 1) return 'less than a week';
  if (months < COUNTED_IN_WEEKS) return many(weeks, 'week', 'weeks');
  if (months < 24) return many(Math.floor(months), 'month', 'months');
  return `${plain(Math.floor((months / 12) * 2) / 2)} years`;
};

/** How long something keeps, from its least to its most: "1 to 3 weeks". */
export const keepsWords = ({ low, high }: Figure): string => {
  const isInWeeks = high < COUNTED_IN_WEEKS;
  const of = (months: number) => Math.max(1, Math.floor(isInWeeks ? months * WEEKS_PER_MONTH + 1e-6 : months));
  const unit = isInWeeks ? 'week' : 'month';
  const most = many(of(high), unit, `${unit}s`);
  return of(low) === of(high) ? most : `${of(low)} to ${most}`;
};

/** How old it is, from what, and what that means. */
export const ageWords = ({ ageMonths, agesFrom, keeps, freshness, isOpen }: CanAt): string => {
  if (ageMonths === null) return keeps ? 'age not known: try it first' : 'age not known';
  const from = {
    opening: ' since it was opened',
    buying: ' since it was bought',
    saying: ' at least',
    mixing: ' since it was mixed',
  }[agesFrom!];
  const since = agesFrom === 'buying' && isOpen === 'yes' ? `${from}, opened nobody knows when` : from;
  return `${ageIn(ageMonths)}${since}${keeps ? `: ${FRESHNESS_WORDS[freshness]}` : ''}`;
};
