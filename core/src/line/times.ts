import { parse as parseDates, type ParsedResult } from 'chrono-node/en';
import { rangeOf } from '../problem/index.ts';
import { readDateTime } from '../units/index.ts';
import words from './data/words.json' with { type: 'json' };
import { useSchema } from '../piece/index.ts';
import type { Chip, Reading } from './reading.ts';

const MS_PER_DAY = 86_400_000;
const DAYS: Readonly<Record<string, number>> = { day: 1, week: 7, month: 30.4, year: 365.25 };
const YEARS: Readonly<Record<string, number>> = {
  winter: 1,
  summer: 1,
  year: 1,
  season: 0.5, // a season of use is a good part of a year
  month: 1 / 12,
};
const LIFE_YEARS = rangeOf(useSchema.shape.lifeYears);
const DUE =
  /\b(?:ready|due|needed|wanted|finished|done|deliver(?:y|ed)?|deadline|before|by|until|for)\b(?:\s+(?:ready|due|by|before|on|for|until|in|the|from|is))*\s*$/;
/** What was done for so long before says nothing of how long it must last: "oak, seasoned for two years". */
const DONE_BEFORE =
  /\b(?:dr(?:y|ied|ying)|seasoned|stored|kept|left|cur(?:ed|ing)|aged|waited|weathered|soaked|rested|stood|hung|lain|used|worn|been)\b[^,;:()]*$/;

/** A day in numbers, with or without its year. */
const NUMBERED = /\b\d{1,2}([/.-])\d{1,2}(?:\1(?:\d{4}|\d{2}))?\b/;

/** The next day that a date in numbers means, at noon; null where it can be read in two ways, or is none. */
const numberedNoon = (text: string, now: number): string | null => {
  const written = NUMBERED.exec(text)?.[0];
  if (written === undefined) return null;
  const mark = written[written.search(/[/.-]/)]!;
  const hasYear = written.split(mark).length === 3;
  const year = new Date(now).getUTCFullYear();
  for (const full of hasYear ? [written] : [`${written}${mark}${year}`, `${written}${mark}${year + 1}`]) {
    const read = readDateTime(full, 'UTC');
    if (!read.ok) return null;
    const noon = Date.parse(read.value) + MS_PER_DAY / 2;
    if (hasYear || noon >= now - MS_PER_DAY) return new Date(noon).toISOString();
  }
  return null;
};

/** A date as an instant in the middle of its day, so that it is that day in most zones. */
const noonOf = (result: ParsedResult, now: number): string | null => {
  if (NUMBERED.test(result.text)) return numberedNoon(result.text, now);
  const { start } = result;
  const [year, month, day] = [start.get('year'), start.get('month'), start.get('day')];
  if (year === null || month === null || day === null) return null;
  return new Date(Date.UTC(year, month - 1, day, 12)).toISOString();
};

const dayWords = (instant: string): string => instant.slice(0, 10);

const instantOf = (now: string | undefined): Date | null => {
  const at = now === undefined ? NaN : Date.parse(now);
  return Number.isNaN(at) ? null : new Date(at);
};

/** The least that words for an age can mean, days: "last month" may have ended yesterday. */
const SAID_AGES: Readonly<Record<string, (now: Date | null) => number>> = {
  yesterday: () => 1,
  'last night': () => 1,
  'last week': (now) => now?.getUTCDay() || 1,
  'last month': (now) => now?.getUTCDate() ?? 1,
  'last year': (now) => (now ? Math.ceil((now.getTime() - Date.UTC(now.getUTCFullYear(), 0, 1)) / MS_PER_DAY) : 1),
  'last summer': () => 30,
  'last winter': () => 30,
  'last spring': () => 30,
  'last autumn': () => 30,
  'years ago': () => 730,
  'long ago': () => 365,
  'ages ago': () => 365,
  'months ago': () => 61,
  'weeks ago': () => 14,
};

export interface Times {
  readonly due: string | null;
  /** Ages that were said, each with where: "sprayed three weeks ago". */
  readonly ages: readonly { readonly days: number; readonly start: number; readonly end: number }[];
}

const readHolidays = (reading: Reading, now: number, tell: (due: string, start: number, end: number) => void): void => {
  for (const [holiday, monthDay] of Object.entries(words.holidays))
    for (const { start, end } of reading.find(new RegExp(`\\b${holiday}\\b`, 'g'))) {
      const head = DUE.exec(reading.text.slice(0, start))?.[0];
      if (head === undefined) continue;
      const year = new Date(now).getUTCFullYear();
      const first = Date.parse(`${year}-${monthDay}T12:00:00Z`);
      const due = first >= now ? first : Date.parse(`${year + 1}-${monthDay}T12:00:00Z`);
      tell(new Date(due).toISOString(), start - head.length, end);
    }
};

/**
 * When it is due, how old what is on it is, and how long it must last.
 *
 * @param now ISO instant from which "three weeks ago" and "by Friday" count; without it neither is read
 */
export const readTimes = (reading: Reading, now: string | undefined, say: (chip: Chip) => void): Times => {
  let due: string | null = null;
  const ages: { days: number; start: number; end: number }[] = [];

  // a small child is told by an age: "for a two year old"
  for (const { start, end } of reading.find(
    /\b(?:for (?:our |my |a |the |an |1 )*)?(?:[1-9]|1[0-2])[- ](?:year|month)s?[- ]old(?:s)?\b(?=\s*(?:$|[,;.)]|boy|girl|child|son|daughter|nephew|niece|and|to|who|loves|birthday))/g,
  )) {
    if (!/\bfor\b|'s\b/.test(reading.text.slice(Math.max(0, start - 12), end))) continue;
    say({ field: 'children', value: 'yes', label: 'small children', from: reading.typed(start, end) });
    reading.take(start, end);
  }

  for (const { match, start, end } of reading.find(
    /\b(\d+(?:\.\d+)?)[- ](day|week|month|year)s?(?:[- ](ago|old|back|dry)\b| since)/g,
  )) {
    ages.push({ days: Math.round(Number(match[1]) * DAYS[match[2]!]!), start, end });
  }
  for (const { match, start, end } of reading.find(
    /\b(yesterday|today|freshly|just now|this morning|last night|last week|last month|last year|last summer|last winter|last spring|last autumn|years ago|long ago|ages ago|months ago|weeks ago)\b/g,
  )) {
    ages.push({ days: (SAID_AGES[match[1]!] ?? (() => 0))(instantOf(now)), start, end });
  }

  const at = now === undefined ? NaN : Date.parse(now);
  if (!Number.isNaN(at)) {
    const tell = (instant: string, start: number, end: number) => {
      due = instant;
      say({ field: 'due', value: instant, label: `due ${dayWords(instant)}`, from: reading.typed(start, end) });
      reading.take(start, end);
    };
    for (const result of parseDates(reading.text, { instant: new Date(at), timezone: 0 }, { forwardDate: true })) {
      const start = result.index;
      const end = start + result.text.length;
      if (reading.isTaken(start, end) || ages.some((age) => age.start < end && start < age.end)) continue;
      const head = DUE.exec(reading.text.slice(0, start))?.[0];
      const instant = noonOf(result, at);
      const isIn = /^in \d/.test(result.text) || /^(?:by|before)\b/.test(result.text);
      if (instant === null || (head === undefined && !isIn) || Date.parse(instant) < at - MS_PER_DAY) continue;
      if (due === null) tell(instant, start - (head?.length ?? 0), end);
    }
    if (due === null) readHolidays(reading, at, tell);
  }

  const LIFE =
    /\b(?:(?:for|lasts?|lasting|must last|to last|should last|survive|surviving|stand|at least|good for|over)\s+)*(\d+(?:\.\d+)?)[- ](winter|summer|year|season|month)s?\b(?![- ](?:old|ago|back))/g;
  for (const { match, start, end } of reading.find(LIFE)) {
    if (ages.some((age) => age.start < end && start < age.end)) continue;
    if (DONE_BEFORE.test(reading.text.slice(0, start + match[0].search(/\d/)))) continue;
    const years = Number(match[1]) * YEARS[match[2]!]!;
    // longer than anything lasts is a question
    if (years > LIFE_YEARS.high) continue;
    const value = Math.max(LIFE_YEARS.low, years);
    say({
      field: 'lifeYears',
      value: Number(value.toFixed(2)),
      label: `${match[1]} ${match[2]}${match[1] === '1' ? '' : 's'}`,
      from: reading.typed(start, end),
    });
    if (match[2] === 'winter' || match[2] === 'summer')
      say({
        field: 'place',
        value: 'exposed',
        label: 'outdoors, exposed',
        from: reading.typed(start, end),
        isGuess: true,
      });
    reading.take(start, end);
  }
  return { due, ages };
};
