import { expect, test } from '@jest/globals';
import { exceptionSchema, freeHoursSchema, quietHoursSchema } from './index.ts';

const monday = (windows: unknown) => freeHoursSchema.safeParse([windows, [], [], [], [], [], []]).success;

test.each<[string, unknown, boolean]>([
  ['no hours', [], true],
  ['an evening', [['18:30', '21:30']], true],
  ['until midnight', [['18:30', '24:00']], true],
  ['a minute', [['18:30', '18:31']], true],
  ['no time', [['18:30', '18:30']], false],
  ['over midnight', [['22:00', '02:00']], false],
  ['after midnight', [['22:00', '24:30']], false],
  ['an hour that there is not', [['18:30', '25:00']], false],
  ['a minute that there is not', [['18:60', '19:30']], false],
  ['half a clock', [['6:30', '7:30']], false],
  ['three clocks', [['18:30', '19:30', '20:30']], false],
  ['six windows', Array.from({ length: 6 }, (_, at) => [`1${at}:00`, `1${at}:30`]), true],
  ['seven', Array.from({ length: 7 }, (_, at) => [`1${at}:00`, `1${at}:30`]), false],
])('a day may have %s: %s', (_name, windows, isRead) => expect(monday(windows)).toBe(isRead));

test('a week has seven days', () => {
  const week = (days: number) => freeHoursSchema.safeParse(Array.from({ length: days }, () => [])).success;
  expect([week(6), week(7), week(8)]).toEqual([false, true, false]);
});

test.each<[string, object, boolean]>([
  ['a day away', {}, true],
  ['the weekday’s own hours', { windows: null }, true],
  ['six pairs of hands', { hands: 6 }, true],
  ['seven', { hands: 7 }, false],
  ['none', { hands: 0 }, false],
  ['no day', { date: '2026-02-30' }, false],
  ['a note of 120 letters', { note: 'x'.repeat(120) }, true],
  ['of 121', { note: 'x'.repeat(121) }, false],
])('a day that is not as its weekday may have %s', (_name, change, isRead) =>
  expect(exceptionSchema.safeParse({ date: '2026-12-05', windows: [], hands: 1, note: '', ...change }).success).toBe(
    isRead,
  ),
);

test('quiet hours may go over midnight', () => {
  expect(quietHoursSchema.safeParse(['22:00', '07:00']).success).toBe(true);
  expect(quietHoursSchema.safeParse(['22:00', '7']).success).toBe(false);
});
