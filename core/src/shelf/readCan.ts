import { parse as parseDates } from 'chrono-node/en';
import type { Catalogue, Product } from '../materials/index.ts';
import { failed, type Outcome, type Problem } from '../problem/index.ts';
import { parseLength, readDateTime, type LengthUnit } from '../units/index.ts';
import { plainCan, type Can } from './schema.ts';
import type { CanSize } from './sizes.ts';

/** What a line about a can is read against. */
export interface CanReader {
  readonly catalogue: Catalogue;
  /** An ISO date: nothing was bought or opened after it. */
  readonly today: string;
  /** What a bare length means. */
  readonly unit: LengthUnit;
  /** Code of the currency that prices are in; a price that is marked with another one is refused. */
  readonly currency?: string | undefined;
}

/** A can as it was read, without an id yet; and what of it is only taken to be so. */
export interface ReadCan {
  readonly can: Can;
  readonly notes: readonly string[];
}

const NUMBER = String.raw`\d+(?:[.,]\d+)?(?:\s+\d+\/\d+)?`;
const LENGTH_UNIT = String.raw`mm|cm|m|in|inch(?:es)?|ft|["″']`;
const CURRENCY = String.raw`[€$£]|eur|usd|gbp|chf`;
const CURRENCY_CODES: Readonly<Record<string, string>> = { '€': 'EUR', $: 'USD', '£': 'GBP' };
const ML: Readonly<Record<string, number>> = {
  ml: 1,
  cl: 10,
  dl: 100,
  l: 1000,
  litre: 1000,
  litres: 1000,
  liter: 1000,
};
const GRAMS: Readonly<Record<string, number>> = { g: 1, gram: 1, grams: 1, kg: 1000 };
const COUNTED =
  'sheets?|offcuts?|pieces?|pcs|cans?|bottles?|jars?|tins?|blades?|blanks?|hooks?|rings?|discs?|boards?|bars?|lengths?|rolls?';
/** From this length on, what is as wide as film is a roll, mm. */
const ROLL_FROM_MM = 1000;
const MONTHS: Readonly<Record<string, number>> = { day: 12 / 365.25, week: 12 / 52.18, month: 1, year: 12 };

const numberOf = (text: string): number => {
  const [whole = '', fraction] = text.trim().split(/\s+/);
  const [over, under] = fraction?.split('/').map(Number) ?? [0, 1];
  return Number(whole.replace(',', '.')) + over! / under!;
};

const problem = (given: string, allowed: string, todo: string, at?: string): Problem => ({
  code: 'can-not-read',
  given,
  allowed,
  todo,
  ...(at ? { at } : {}),
});

/**
 * Reads a day in the past: "May", "May 2025", "2024", "3 weeks ago", "2026-05-03". What names only a month or a year is taken for its first
 * day: a can is never younger than was said.
 */
export const readPastDay = (text: string, today: string): Outcome<{ day: string }> => {
  const words = text.trim();
  const refuse = (why: string) =>
    failed(problem(`"${words}" was given: ${why}.`, `a day up to ${today}.`, 'Write it like May 2026 or 2026-05-03.'));
  const year = /^(?:in\s+)?(\d{4})$/.exec(words)?.[1];
  let day: string | null = year ? `${year}-01-01` : null;
  if (!day && /^\d{1,4}[/.-]\d{1,2}[/.-]\d{1,4}$/.test(words)) {
    const read = readDateTime(words, 'UTC');
    if (!read.ok) return read;
    day = read.value.slice(0, 10);
  }
  if (!day) {
    const [found] = parseDates(words, new Date(`${today}T12:00:00Z`));
    if (!found || found.text.length < words.replace(/^(?:in|on|since|about)\s+/i, '').length) return refuse('no day');
    const { start } = found;
    const isOfMonth = start.isCertain('day') || start.isCertain('weekday') || /ago|yesterday|today|last/i.test(words);
    const at = (yearNumber: number) =>
      new Date(Date.UTC(yearNumber, start.get('month')! - 1, isOfMonth ? start.get('day')! : 1))
        .toISOString()
        .slice(0, 10);
    day = at(start.get('year')!);
    if (day > today && !start.isCertain('year')) day = at(start.get('year')! - 1);
  }
  if (day > today) return refuse('that lies in the future');
  return day < '1950-01-01' ? refuse('that is too long ago') : { ok: true, day };
};

const wrongPrice = (text: string): Problem[] => [
  problem(
    `"${text.trim()}" was given as a price.`,
    'an amount such as 11.50 or 11,50, or nothing where it is not known.',
    'Enter it in figures.',
  ),
];

/** The problem of a price that is marked with another currency than the shelf's. */
const otherCurrency = (text: string, currency: string | undefined): Problem[] => {
  const mark = new RegExp(CURRENCY, 'i').exec(text)?.[0].toUpperCase();
  const code = mark && (CURRENCY_CODES[mark] ?? mark);
  return !code || !currency || code === currency
    ? []
    : [
        problem(
          `"${text.trim()}" was given, which is in ${code}.`,
          `prices in ${currency}, the currency of the settings.`,
          `Enter what it cost in ${currency}, or change the currency.`,
        ),
      ];
};

/** Reads a price: "11.50", "11,50 €", "EUR 12"; in the currency that is given, where one is. */
export const readPrice = (text: string, currency?: string): Outcome<{ price: number }> => {
  const other = otherCurrency(text, currency);
  if (other.length) return failed(...other);
  const read = new RegExp(`^\\s*(?:${CURRENCY})?\\s*(\\d+(?:[.,]\\d{1,2})?)\\s*(?:${CURRENCY})?\\s*$`, 'i').exec(
    text,
  )?.[1];
  return read === undefined ? failed(...wrongPrice(text)) : { ok: true, price: Number(read.replace(',', '.')) };
};

const lengthsIn = (
  one: string,
  oneUnit: string | undefined,
  other: string,
  otherUnit: string | undefined,
  unit: LengthUnit,
) => {
  // of two numbers with one unit it is that of both
  const read = [one + (oneUnit ?? otherUnit ?? ''), other + (otherUnit ?? oneUnit ?? '')].map((text) =>
    parseLength(text, unit),
  );
  return read.every((length) => length.ok) ? read.map((length) => length.value as number) : null;
};

const AREA = new RegExp(`(${NUMBER})\\s*(${LENGTH_UNIT})?\\s*[×x*]\\s*(${NUMBER})\\s*(${LENGTH_UNIT})?(?![a-z])`, 'i');
const COUNT = new RegExp(`(?<![\\d.,])(\\d+)\\s*(?:×\\s*)?(${COUNTED})\\b(?:\\s+of\\b)?`, 'i');
const VOLUME = new RegExp(`(?<![\\d.,])(${NUMBER})\\s*(${Object.keys(ML).join('|')})\\b`, 'i');
const MASS = new RegExp(`(?<![\\d.,])(${NUMBER})\\s*(${Object.keys(GRAMS).join('|')})\\b`, 'i');
const LENGTH = new RegExp(`(?<![\\d.,])(${NUMBER})\\s*(${LENGTH_UNIT})(?![a-z])`, 'i');

/** How large something is, of words that say it; with the words that do not. */
const sizeIn = (
  text: string,
  product: Product | undefined,
  unit: LengthUnit,
): { size: CanSize | null; rest: string } => {
  let rest = text;
  const take = (pattern: RegExp): RegExpExecArray | null => {
    const found = pattern.exec(rest);
    if (found) rest = `${rest.slice(0, found.index)} ${rest.slice(found.index + found[0].length)}`;
    return found;
  };
  const area = take(AREA);
  const counted = take(COUNT);
  const count = counted ? Number(counted[1]) : 1;
  const word = counted?.[2]?.toLowerCase() ?? '';
  if (area) {
    const sides = lengthsIn(area[1]!, area[2], area[3]!, area[4], unit);
    if (!sides) return { size: null, rest: text };
    const [short, long] = [Math.min(...sides), Math.max(...sides)];
    const [widthMm, heightMm] = sides as [number, number];
    if (/\boff-?cut/i.test(text))
      return { size: { kind: 'offcut', widthMm, heightMm }, rest: rest.replace(/\boff-?cuts?\b/i, ' ') };
    if (!/sheet/.test(word) && (long >= ROLL_FROM_MM || /\brolls?\b/i.test(text)))
      return { size: { kind: 'roll', widthMm: short, lengthMm: long }, rest: rest.replace(/\brolls?\b/i, ' ') };
    return {
      size: { kind: 'sheets', widthMm, heightMm, count },
      rest: rest.replace(/\bsheets?\b(?!\s*,?\s*\w*\s*cut)/i, (found) =>
        product?.name.includes('sheet') ? found : ' ',
      ),
    };
  }
  const volume = take(VOLUME);
  if (product?.body === 'spray') {
    if (volume || counted) return { size: { kind: 'aerosol', count }, rest };
  } else if (volume)
    return { size: { kind: 'liquid', ml: count * numberOf(volume[1]!) * ML[volume[2]!.toLowerCase()]! }, rest };
  const mass = take(MASS);
  if (mass) return { size: { kind: 'powder', g: count * numberOf(mass[1]!) * GRAMS[mass[2]!.toLowerCase()]! }, rest };
  const length = take(LENGTH);
  if (length) {
    const read = parseLength(length[1]! + length[2]!, unit);
    if (read.ok) return { size: { kind: 'bars', lengthMm: read.value as number, count }, rest };
  }
  return counted
    ? { size: { kind: 'pieces', count }, rest: `${/piece|pcs/.test(word) ? '' : word} ${rest}` }
    : { size: null, rest: text };
};

/** Reads how large a thing is: "305 mm × 3 m", "750 ml", "12 sheets 305 × 305", "24 pieces". */
export const readCanSize = (
  text: string,
  product: Product | undefined,
  unit: LengthUnit,
): Outcome<{ size: CanSize }> => {
  const { size, rest } = sizeIn(text, product, unit);
  return size && !/[a-z0-9]/i.test(rest)
    ? { ok: true, size }
    : failed(
        problem(
          `"${text.trim()}" was given as a size.`,
          'a volume, a weight, a width and a length, or a count.',
          'Write it like 750 ml, 305 mm × 3 m or 12 sheets 305 × 305.',
        ),
      );
};

/** The product whose name or word is the longest that stands in a text. */
const productIn = (text: string, catalogue: Catalogue): { product: Product; phrase: string } | null => {
  const said = ` ${text
    .toLowerCase()
    .replace(/[^a-z0-9/-]+/g, ' ')
    .trim()} `;
  let best: { product: Product; phrase: string } | null = null;
  for (const product of catalogue.products)
    for (const phrase of [product.name, ...product.words]) {
      const words = phrase
        .toLowerCase()
        .replace(/[^a-z0-9/-]+/g, ' ')
        .trim();
      if (words && said.includes(` ${words} `) && words.length > (best?.phrase.length ?? 0))
        best = { product, phrase: words };
    }
  return best;
};

const withoutPhrase = (text: string, phrase: string): string =>
  text.replace(
    new RegExp(
      phrase
        .split(' ')
        .map((word) => word.replace(/[/-]/g, '\\$&'))
        .join('[^a-z0-9]+'),
      'i',
    ),
    ' ',
  );

/** What is left of a line once its facts are taken: the words, without loose commas. */
const wordsLeft = (text: string): string =>
  text
    .split(/[,;\t]/)
    .map((part) => part.replace(/\s+/g, ' ').trim())
    .filter((part) => /[a-z0-9]/i.test(part))
    .join(', ');

/** Facts of a can that its words say, each taken out of them. */
class Line {
  readonly problems: Problem[] = [];
  readonly notes: string[] = [];

  constructor(
    public text: string,
    private readonly reader: CanReader,
  ) {}

  take(pattern: RegExp): RegExpExecArray | null {
    const found = pattern.exec(this.text);
    if (found) this.text = `${this.text.slice(0, found.index)},${this.text.slice(found.index + found[0].length)}`;
    return found;
  }

  day(words: string): string | null {
    const found = this.take(new RegExp(`\\b(?:${words})\\s+(?:in|on|about)?\\s*((?:[^,;\\t]|,(?=\\d))+)`, 'i'));
    if (!found) return null;
    // a price may follow without a comma
    const price = new RegExp(
      `\\s+(?:for\\s+)?((?:${CURRENCY})\\s*\\d+(?:[.,]\\d{1,2})?|\\d+[.,]\\d{2}(?:\\s*(?:${CURRENCY}))?)\\s*$`,
      'i',
    ).exec(found[1]!);
    if (price) this.text += `, ${price[1]!}`;
    const read = readPastDay(price ? found[1]!.slice(0, price.index) : found[1]!, this.reader.today);
    if (read.ok) return read.day;
    this.problems.push(...read.problems);
    return null;
  }

  price(): number | null {
    const marked = this.take(
      new RegExp(
        `(?:(?:${CURRENCY})\\s*(\\d+(?:[.,]\\d{1,2})?)|(?<![\\d.,])(\\d+(?:[.,]\\d{1,2})?)\\s*(?:${CURRENCY}))(?![\\w])`,
        'i',
      ),
    );
    const plain = marked ?? this.take(/(?:^|[,;\t]\s*|\s)(?:for\s+)?(\d+[.,]\d{2})()\s*(?=$|[,;\t])/);
    if (marked) this.problems.push(...otherCurrency(marked[0], this.reader.currency));
    const digits = plain && (plain[1] ?? plain[2]);
    return digits ? Number(digits.replace(',', '.')) : null;
  }

  aged(): Can['aged'] {
    const found = this.take(/\b(?:about\s+)?(\d+(?:[.,]\d+)?)\s*(day|week|month|year)s?\s+old\b/i);
    return found ? { months: numberOf(found[1]!) * MONTHS[found[2]!.toLowerCase()]!, on: this.reader.today } : null;
  }
}

/**
 * Reads one line about a thing for the shelf: "permanent film, matte black, 305 mm × 3 m, bought in May, 11.50".
 *
 * @returns the can as far as the line says it, all else unsaid; problems where a day is none or lies ahead, or a bare number says nothing
 */
export const readCan = (text: string, id: string, reader: CanReader): Outcome<ReadCan> => {
  const line = new Line(text, reader);
  const boughtOn = line.day('bought|purchased');
  const openedOn = line.day('opened|open since');
  const finishedOn = line.day('finished|used up');
  const aged = line.aged();
  const isShut = line.take(/\b(?:unopened|not opened|sealed)\b/i) !== null;
  const isOpen = openedOn !== null || line.take(/\b(?:opened|open)\b/i) !== null;
  const place =
    line.take(/(?:^|[,;\t])\s*((?:in|on|under|behind|beside)\s+(?:the|a|my)\s+[^,;\t]+)/i)?.[1]?.trim() ?? null;
  const price = line.price();
  const unpriced = line.take(/\b(?:price|cost|paid)\b[^,;\t]*/i)?.[0];
  if (unpriced && price === null) line.problems.push(...wrongPrice(unpriced));
  const found = productIn(line.text, reader.catalogue);
  // what a mix is made of is not the mix
  const isIngredient = found?.product.mix?.parts.some(({ name }) => name.toLowerCase().includes(found.phrase));
  const known = isIngredient ? null : found;
  const { size, rest } = sizeIn(
    known ? withoutPhrase(line.text, known.phrase) : line.text,
    known?.product,
    reader.unit,
  );
  const words = wordsLeft(rest);
  const bare = words.split(', ').find((part) => /^\d+(?:[.,]\d+)?$/.test(part));
  if (bare !== undefined)
    line.problems.push(
      problem(
        `"${bare}" was given: nothing says of what.`,
        'a number with its unit, or a price such as 12.00.',
        'Write 12 sheets, 12 ml or 12.00.',
      ),
    );
  if (!known && !words)
    line.problems.push(
      problem(
        `"${text.trim()}" was given.`,
        'a product or a name, then size, days and price.',
        'Begin with what it is.',
      ),
    );
  if (line.problems.length) return failed(...line.problems);
  if (!known)
    line.notes.push(
      'No product of the handbook has this name: it is kept by its name, and is not reckoned with by itself.',
    );
  if (!size) line.notes.push('Its size was not said.');
  if (size?.kind === 'liquid' && /\band\b|\bset\b/.test(words) && known?.product.mix)
    line.notes.push('Of a mix, the size is that of all parts together.');
  return {
    ok: true,
    notes: line.notes,
    can: {
      ...plainCan(id, known ? { productId: known.product.id } : { name: words.slice(0, 120) }),
      colour: known && words ? words.slice(0, 60) : null,
      size,
      price,
      boughtOn,
      isOpen: isOpen ? 'yes' : isShut ? 'no' : 'unknown',
      openedOn,
      finishedOn,
      aged,
      place,
    },
  };
};
