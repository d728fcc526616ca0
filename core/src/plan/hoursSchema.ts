import { z } from 'zod';

const clock = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$|^24:00$/, 'a time of day such as 18:30');
const window = z.tuple([clock, clock]).refine(([from, to]) => from < to, 'an end after its start');
const dayWindows = z.array(window).max(6, 'at most 6 windows a day');

/** Free hours, Monday to Sunday; each day a list of windows. */
export const freeHoursSchema = z.array(dayWindows).length(7, 'seven days, Monday first');
export type FreeHours = z.output<typeof freeHoursSchema>;

/** A day that is not as its weekday: away, other hours, or a second pair of hands. */
export const exceptionSchema = z.strictObject({
  date: z.iso.date('a day such as 2026-12-05'),
  /** Hours of that day in place of the weekday's; none: away. Null: the weekday's own. */
  windows: dayWindows.nullable(),
  hands: z.number().int().min(1, '1 to 6 people').max(6, '1 to 6 people'),
  note: z.string().max(120, 'at most 120 characters'),
});
export type HoursException = z.output<typeof exceptionSchema>;

export const quietHoursSchema = z.tuple([clock, clock]);
export type QuietHours = z.output<typeof quietHoursSchema>;
