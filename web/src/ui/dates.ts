import dayjs, { type Dayjs } from 'dayjs';
import timezone from 'dayjs/plugin/timezone';
import utc from 'dayjs/plugin/utc';
import type { PlannedStep } from '@sgraffa/core';

dayjs.extend(utc);
dayjs.extend(timezone);

const MOST_KEPT = 5000;
const kept = new Map<string, Dayjs>();

/** An instant by the clocks of a zone. Reading a zone is slow, and a page asks for the same instants with every change. */
const inZone = (instant: string, zone: string): Dayjs => {
  const key = `${instant} ${zone}`;
  let at = kept.get(key);
  if (!at) {
    if (kept.size >= MOST_KEPT) kept.clear();
    kept.set(key, (at = dayjs(instant).tz(zone)));
  }
  return at;
};

/** "Sat 19 Dec, 14:00" in the bench's own zone; with the year where it is not this one. */
/** A forecast by when it was made, as the maker knows it: its own name says nothing to anybody. */
export const forecastOf = (forecast: { readonly madeAt: string }, zone: string, now: string): string =>
  `the forecast of ${dayAndTime(forecast.madeAt, zone, now)}`;

export const dayAndTime = (instant: string, zone: string, now: string): string => {
  const at = inZone(instant, zone);
  return at.format(at.year() === inZone(now, zone).year() ? 'ddd D MMM, HH:mm' : 'ddd D MMM YYYY, HH:mm');
};

/** Said of a step whose batch is carried on in other sittings. */
export const carriedOn = (
  { stretches, end }: Pick<PlannedStep, 'stretches' | 'end'>,
  zone: string,
  now: string,
): string => `Carried on over ${stretches.length} sittings, until ${dayAndTime(end, zone, now)}.`;

export const day = (instant: string, zone: string, now: string): string => {
  const at = inZone(instant, zone);
  return at.format(at.year() === inZone(now, zone).year() ? 'ddd D MMM' : 'ddd D MMM YYYY');
};

/** "Sat 19 Dec", in its own column. */
export const shortDay = (instant: string, zone: string): string => inZone(instant, zone).format('ddd D MMM');

/** "Sat 19": enough where the month is plain. */
export const weekdayAndDay = (instant: string, zone: string): string => inZone(instant, zone).format('ddd D');

export const clock = (instant: string, zone: string): string => inZone(instant, zone).format('HH:mm');

const FIELD_FORMAT = 'D MMM YYYY, HH:mm';
/** As it is written in a field, in the bench's zone: "25 Nov 2026, 19:30". */
export const toLocalField = (instant: string, zone: string): string => inZone(instant, zone).format(FIELD_FORMAT);

/** The day of an instant in the bench's zone, as calendars take it. */
export const calendarDay = (instant: string, zone: string): string => inZone(instant, zone).format('YYYY-MM-DD');

/** A calendar day that is no instant: "Fri 27 Nov". */
export const dateWords = (date: string): string => shortDay(`${date}T12:00:00Z`, 'UTC');
