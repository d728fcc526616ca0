import dayjs from 'dayjs';
import timezone from 'dayjs/plugin/timezone';
import utc from 'dayjs/plugin/utc';
import { failed, readDateTime, type Outcome } from '@sgraffa/core';

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
/** As it is written in a field, in the bench's zone: "25 Nov 2026, 19:30". */
export const toLocalField = (instant: string, zone: string): string => dayjs(instant).tz(zone).format(FIELD_FORMAT);

/** Years that can be planned in. */
const YEARS = { from: 2000, until: 2199 };

/** The day of an instant in the bench's zone, as calendars take it. */
export const calendarDay = (instant: string, zone: string): string => dayjs(instant).tz(zone).format('YYYY-MM-DD');

/** Reads a date and time of the bench's zone; a day without a time begins at its midnight. */
export const readDate =
  (zone: string) =>
  (text: string): Outcome<{ value: string }> => {
    const read = readDateTime(text, zone);
    if (!read.ok) return read;
    const year = dayjs(read.value).tz(zone).year();
    return year < YEARS.from || year > YEARS.until
      ? failed({
          code: 'absurd-date',
          given: `"${text}" was given.`,
          allowed: `a date from ${YEARS.from} to ${YEARS.until}.`,
          todo: 'Write it like 19 Dec 2026, 14:00.',
        })
      : read;
  };
