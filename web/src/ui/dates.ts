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

export const clock = (instant: string, zone: string): string => dayjs(instant).tz(zone).format('HH:mm');

/** For `datetime-local` fields, in the bench's zone and back. */
export const toLocalField = (instant: string, zone: string): string =>
  dayjs(instant).tz(zone).format('YYYY-MM-DDTHH:mm');

/** Null where the text is no date, or one outside 2000 to 2199. */
export const fromLocalField = (text: string, zone: string): string | null => {
  const at = dayjs.tz(text, zone);
  return at.isValid() && at.year() >= 2000 && at.year() < 2200 ? at.toISOString() : null;
};
