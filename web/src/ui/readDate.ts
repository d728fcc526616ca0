import { failed, readDateTime, type Outcome } from '@sgraffa/core';
import { calendarDay } from './dates.ts';

/** Years that can be planned in. */
const YEARS = { from: 2000, until: 2199 };

/** Reads a date and time of the bench's zone; a day without a time begins at its midnight. */
export const readDate =
  (zone: string) =>
  (text: string): Outcome<{ value: string }> => {
    const read = readDateTime(text, zone);
    if (!read.ok) return read;
    const year = Number(calendarDay(read.value, zone).slice(0, 4));
    return year < YEARS.from || year > YEARS.until
      ? failed({
          code: 'absurd-date',
          given: `"${text}" was given.`,
          allowed: `a date from ${YEARS.from} to ${YEARS.until}.`,
          todo: 'Write it like 19 Dec 2026, 14:00.',
        })
      : read;
  };
