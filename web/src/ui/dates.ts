import dayjs from 'dayjs';
import timezone from 'dayjs/plugin/timezone';
import utc from 'dayjs/plugin/utc';

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

/** The day of an instant in the bench's zone, as calendars take it. */
export const calendarDay = (instant: string, zone: string): string => dayjs(instant).tz(zone).format('YYYY-MM-DD');
