import dayjs from 'dayjs';
import customParseFormat from 'dayjs/plugin/customParseFormat';
import timezone from 'dayjs/plugin/timezone';
import utc from 'dayjs/plugin/utc';
import { failed, type Outcome } from '@sgraffa/core';

dayjs.extend(customParseFormat);
dayjs.extend(utc);
dayjs.extend(timezone);

/** "Sat 19 Dec, 14:00" in the bench's own zone; with the year where it is not this one. */
export const dayAndTime = (instant: string, zone: string, now: string): string => {
  const at = dayjs(instant).tz(zone);
  return at.format(at.year() === dayjs(now).tz(zone).year() ? 'ddd D MMM, HH:mm' : 'ddd D MMM YYYY, HH:mm');
};

export const day = (instant: string, zone: string, now: string): string => {
  const at = dayjs(instant).tz(zone);
  return at.format(at.year() === dayjs(now).tz(zone).year() ? 'ddd D MMM' : 'ddd D MMM YYYY');
};

/** "Sat 19": enough where the month is plain. */
export const weekdayAndDay = (instant: string, zone: string): string => dayjs(instant).tz(zone).format('ddd D');

export const clock = (instant: string, zone: string): string => dayjs(instant).tz(zone).format('HH:mm');

const FIELD_FORMAT = 'D MMM YYYY, HH:mm';
const READ_FORMATS = [
  FIELD_FORMAT,
  'D MMM YYYY HH:mm',
  'D MMM YYYY',
  'D MMMM YYYY HH:mm',
  'D MMMM YYYY',
  'YYYY-MM-DD HH:mm',
  'YYYY-MM-DD',
  'D.M.YYYY HH:mm',
  'D.M.YYYY',
];

/** As it is written in a field, in the bench's zone: "25 Nov 2026, 19:30". */
export const toLocalField = (instant: string, zone: string): string => dayjs(instant).tz(zone).format(FIELD_FORMAT);

/**
 * Reads "25 Nov 2026, 19:30", "25.11.2026 19:30" or "2026-11-25T19:30" in the bench's zone; a day without a time begins at midnight.
 *
 * @returns an ISO instant; null where the text is no date, or one outside 2000 to 2199
 */
export const fromLocalField = (text: string, zone: string): string | null => {
  const plain = text
    .trim()
    .replace(/(\d)T(\d)/, '$1 $2')
    .replace(/\s+/g, ' ');
  const format = READ_FORMATS.find((one) => dayjs(plain, one, true).isValid());
  if (!format) return null;
  const at = dayjs.tz(dayjs(plain, format, true).format('YYYY-MM-DDTHH:mm'), zone);
  return at.isValid() && at.year() >= 2000 && at.year() < 2200 ? at.toISOString() : null;
};

/** The day of an instant in the bench's zone, as calendars take it. */
export const calendarDay = (instant: string, zone: string): string => dayjs(instant).tz(zone).format('YYYY-MM-DD');

/** Reads a date and time of the bench's zone. */
export const readDate =
  (zone: string) =>
  (text: string): Outcome<{ value: string }> => {
    const value = fromLocalField(text, zone);
    return value === null
      ? failed({
          code: 'absurd-date',
          given: `"${text.replace('T', ' ')}" was given.`,
          allowed: 'a date from 2000 to 2199.',
          todo: 'Write it like 19 Dec 2026, 14:00.',
        })
      : { ok: true, value };
  };
