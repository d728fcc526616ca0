import { failed, freeHoursSchema, type FreeHours, type Outcome } from '@sgraffa/core';

/** The windows of a day as they are typed. */
export const hoursText = (windows: FreeHours[number]): string => windows.map((window) => window.join('–')).join(', ');

/** Reads "18:30–21:30, 22:00-23:00"; nothing for a day without free hours. */
export const readHours = (text: string): Outcome<{ value: FreeHours[number] }> => {
  const windows = text
    .split(',')
    .map((part) => part.trim())
    .filter(Boolean)
    .map((part) => part.split(/\s*[–-]\s*/).map((clock) => clock.trim().replace('.', ':').padStart(5, '0')));
  const read = freeHoursSchema.safeParse([windows, [], [], [], [], [], []]);
  return read.success
    ? { ok: true, value: read.data[0] ?? [] }
    : failed({
        code: 'bad-hours',
        given: `"${text}" was given.`,
        allowed: 'hours such as 18:30–21:30, several with commas, each ending after it begins.',
        todo: 'Leave it empty for none.',
      });
};
