import { Temporal } from 'temporal-polyfill';
import { failed, type Outcome } from '../problem/index.ts';

/** In which order a date like 05/12/2026 is written. */
export type DateOrder = 'dayFirst' | 'monthFirst';

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];
const MONTH_NAMES = [
  ['january'],
  ['february'],
  ['march'],
  ['april'],
  ['may'],
  ['june'],
  ['july'],
  ['august'],
  ['september', 'sept'],
  ['october'],
  ['november'],
  ['december'],
];
const monthOf = (word: string): number | null => {
  const plain = word.toLowerCase().replace(/\.$/, '');
  const at = MONTHS.findIndex((short, index) => short === plain || MONTH_NAMES[index]!.includes(plain));
  return at < 0 ? null : at + 1;
};

interface Day {
  readonly year: number;
  readonly month: number;
  readonly day: number;
}
interface Clock {
  readonly hour: number;
  readonly minute: number;
  readonly second: number;
}

const TIME =
  /(?:^|[\sT,])(\d{1,2})(?::(\d{2})(?::(\d{2})(?:[.,]\d{1,9})?)?)?\s*(am|pm|a\.m\.|p\.m\.)?\s*(z|utc|gmt|[+-]\d{2}:?\d{2})?$/i;
const WEEKDAY = /^(?:mon|tue|wed|thu|fri|sat|sun)[a-z]*\.?,?\s+/i;

/** A time of day at the end of a text; null where there is none, undefined where it is none that a clock shows. */
const clockIn = (
  text: string,
): { readonly clock: Clock; readonly zone: string | null; readonly rest: string } | null | undefined => {
  const found = TIME.exec(text);
  // a bare number is part of the date
  if (!found || (found[2] === undefined && found[4] === undefined)) return null;
  const [whole, hours = '', minutes = '0', seconds = '0', half, zone] = found;
  let hour = Number(hours);
  if (half) {
    if (hour < 1 || hour > 12) return undefined;
    hour = (hour % 12) + (half.toLowerCase().startsWith('p') ? 12 : 0);
  }
  const clock = { hour, minute: Number(minutes), second: Number(seconds) };
  if (clock.hour > 23 || clock.minute > 59 || clock.second > 59) return undefined;
  const isUtc = zone && /^(z|utc|gmt)$/i.test(zone);
  const offset = zone?.includes(':') ? zone : zone?.replace(/(\d{2})(\d{2})$/, '$1:$2');
  return { clock, zone: isUtc ? 'UTC' : (offset ?? null), rest: text.slice(0, text.length - whole.length) };
};

const yearOf = (digits: string): number => (digits.length === 2 ? 2000 + Number(digits) : Number(digits));
const daysIn = (year: number, month: number): number => new Date(Date.UTC(2000 + (year % 400), month, 0)).getUTCDate();
const isDay = ({ year, month, day }: Day): boolean =>
  month >= 1 && month <= 12 && day >= 1 && day <= daysIn(year, month);

const NUMBERS = /^(\d{1,2})([/.-])(\d{1,2})\2(\d{4}|\d{2})$/;

/** The day that a text writes in numbers, in each order in which it is one; dots put the day first. */
const numberedDays = (text: string): Partial<Record<DateOrder, Day>> => {
  const found = NUMBERS.exec(text);
  if (!found) return {};
  const [, one = '', mark, other = '', digits = ''] = found;
  const year = yearOf(digits);
  const dayFirst = { year, month: Number(other), day: Number(one) };
  const monthFirst = { year, month: Number(one), day: Number(other) };
  return {
    ...(isDay(dayFirst) ? { dayFirst } : {}),
    ...(mark !== '.' && isDay(monthFirst) ? { monthFirst } : {}),
  };
};

/** The day that a text writes with the year first or the month as a word. */
const plainDay = (text: string): Day | null => {
  const yearFirst = /^(\d{4})([-/.])(\d{1,2})\2(\d{1,2})$/.exec(text);
  if (yearFirst) return { year: Number(yearFirst[1]), month: Number(yearFirst[3]), day: Number(yearFirst[4]) };
  const dayWord = /^(\d{1,2})(?:st|nd|rd|th)?[.\s-]\s*(?:of\s+)?([a-z]{3,9}\.?)[,\s-]\s*(\d{4}|\d{2})$/i.exec(text);
  const wordDay = /^([a-z]{3,9}\.?)[\s-](\d{1,2})(?:st|nd|rd|th)?,?[\s-]\s*(\d{4})$/i.exec(text);
  const [day, word, year] = dayWord ? [dayWord[1], dayWord[2], dayWord[3]] : [wordDay?.[2], wordDay?.[1], wordDay?.[3]];
  const month = word === undefined ? null : monthOf(word);
  return month === null ? null : { year: yearOf(year!), month, day: Number(day) };
};

const dateTextOf = (rest: string): string => rest.trim().replace(WEEKDAY, '').replace(/[,T]$/, '').trim();

const tidied = (text: string): string =>
  text
    .trim()
    .replace(/(\d)T(\d)/i, '$1 $2')
    .replace(/\s+/g, ' ');

/**
 * In which order the rows of a file write their days.
 *
 * @returns the order that some row settles; `either` where every row could be read both ways, `neither` where rows contradict each other,
 *          null where no row is written so that it matters
 */
export const dateOrderOf = (texts: readonly string[]): DateOrder | 'either' | 'neither' | null => {
  let [dayFirst, monthFirst, matters] = [true, true, false];
  for (const text of texts) {
    const plain = tidied(text);
    const days = numberedDays(dateTextOf(clockIn(plain)?.rest ?? plain));
    if (!days.dayFirst && !days.monthFirst) continue;
    if (!days.dayFirst) dayFirst = false;
    if (!days.monthFirst) monthFirst = false;
    if (days.dayFirst?.month !== days.monthFirst?.month) matters = true;
  }
  if (!matters) return null;
  if (!dayFirst && !monthFirst) return 'neither';
  return dayFirst && monthFirst ? 'either' : dayFirst ? 'dayFirst' : 'monthFirst';
};

/** "5 December 2026" and "12 May 2026": the two ways to read a date. */
export const bothWays = (text: string): Readonly<Record<DateOrder, string>> | null => {
  const plain = tidied(text);
  const { dayFirst, monthFirst } = numberedDays(dateTextOf(clockIn(plain)?.rest ?? plain));
  const words = ({ year, month, day }: Day): string => {
    const [name] = MONTH_NAMES[month - 1]!;
    return `${day} ${name![0]!.toUpperCase()}${name!.slice(1)} ${year}`;
  };
  return dayFirst && monthFirst && dayFirst.month !== monthFirst.month
    ? { dayFirst: words(dayFirst), monthFirst: words(monthFirst) }
    : null;
};

const MOST_HOURS_KEPT = 5000;
const hoursKept = new Map<string, number>();

/** When an hour of a day begins in a zone, ms since 1970; a long file asks for the same one again and again. */
const hourIn = (day: Day, hour: number, zone: string): number => {
  const key = `${day.year}-${day.month}-${day.day} ${hour} ${zone}`;
  const kept = hoursKept.get(key);
  if (kept !== undefined) return kept;
  const at = Temporal.PlainDateTime.from({ ...day, hour }).toZonedDateTime(zone).epochMilliseconds;
  if (hoursKept.size >= MOST_HOURS_KEPT) hoursKept.clear();
  hoursKept.set(key, at);
  return at;
};

/**
 * Reads a date, with or without a time: "25 Nov 2026, 19:30", "2026-11-25T19:30Z", "25.11.2026", "11/25/2026 7:30 pm".
 *
 * @param zone  IANA zone of the bench: a time without a zone is its own, a day without a time begins at its midnight
 * @param order how 05/12/2026 is to be read; without it such a date is refused as ambiguous
 * @returns an ISO instant in UTC; or a problem
 */
export const readDateTime = (
  text: string,
  zone: string,
  order?: DateOrder,
): Outcome<{ value: string; hasTime: boolean }> => {
  const refuse = (code: string, allowed: string, todo: string) =>
    failed({ code, given: `"${text.slice(0, 60)}" was given as the date.`, allowed, todo });
  const plain = tidied(text);
  const time = clockIn(plain);
  const dateText = dateTextOf(time ? time.rest : plain);
  const numbered = numberedDays(dateText);
  const both = time === undefined ? null : bothWays(dateText);
  if (both && order === undefined)
    return refuse(
      'ambiguous-date',
      `a date that can be read in one way only: it may be ${both.dayFirst} or ${both.monthFirst}.`,
      'Write the month as a word, or the year first.',
    );
  const day =
    plainDay(dateText) ??
    (order === undefined ? (numbered.dayFirst ?? numbered.monthFirst) : (numbered[order] ?? null)) ??
    null;
  if (time === undefined || day === null || !isDay(day))
    return refuse(
      'not-a-date',
      'a day of the calendar, with or without a time.',
      'Write it like 19 Dec 2026, 14:00, or 2026-12-19 14:00.',
    );
  const { hour, minute, second } = time?.clock ?? { hour: 0, minute: 0, second: 0 };
  const at = hourIn(day, hour, time?.zone ?? zone) + (minute * 60 + second) * 1000;
  return { ok: true, value: new Date(at).toISOString(), hasTime: time !== null };
};
