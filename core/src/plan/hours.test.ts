import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { draws } from '../testing/runs.ts';
import { freeWindows, type BenchHours } from './index.ts';
import { withoutQuiet } from './hours.ts';

const EVENINGS: BenchHours = {
  zone: 'Europe/Berlin',
  freeHours: Array.from({ length: 7 }, (): [string, string][] => [['18:30', '21:30']]),
};
const at = (instant: string) => Date.parse(instant);
const written = (windows: readonly { start: number; end: number }[]) =>
  windows.map(({ start, end }) => [
    new Date(start).toISOString().slice(0, 16),
    new Date(end).toISOString().slice(0, 16),
  ]);
const between = (from: string, until: string, hours: Partial<BenchHours> = {}) =>
  freeWindows(at(from), at(until), { ...EVENINGS, ...hours });

describe('free windows', () => {
  test('stand at local hours on both sides of a change of the clocks', () =>
    expect(written(between('2027-03-27T12:00Z', '2027-03-29T12:00Z'))).toEqual([
      ['2027-03-27T17:30', '2027-03-27T20:30'],
      ['2027-03-28T16:30', '2027-03-28T19:30'],
    ]));

  test('are cut where the time asked for begins and ends', () =>
    expect(written(between('2026-12-01T18:00Z', '2026-12-01T19:00Z'))).toEqual([
      ['2026-12-01T18:00', '2026-12-01T19:00'],
    ]));

  test('that end at midnight reach into the next day of UTC, and are not lost', () =>
    expect(
      written(
        between('2026-12-01T22:30Z', '2026-12-02T12:00Z', {
          freeHours: Array.from({ length: 7 }, () => [['22:00', '24:00']]),
        }),
      ),
    ).toEqual([['2026-12-01T22:30', '2026-12-01T23:00']]));

  test('an hour that the clocks skip is no window, one that they repeat is one window', () => {
    const night = { freeHours: Array.from({ length: 7 }, (): [string, string][] => [['02:00', '03:00']]) };
    expect(written(between('2027-03-28T00:00Z', '2027-03-28T12:00Z', night))).toEqual([]);
    expect(between('2026-10-24T22:00Z', '2026-10-25T12:00Z', night)).toHaveLength(1);
  });

  test.each([
    ['away', [], 1, 0],
    ['other hours', [['10:00', '12:00']], 1, 1],
    [
      'two windows',
      [
        ['10:00', '12:00'],
        ['14:00', '16:00'],
      ],
      1,
      2,
    ],
    ['the weekday’s own, with help', null, 2, 1],
  ] as const)('a day that is %s', (_name, windows, hands, count) => {
    const found = between('2026-12-01T00:00Z', '2026-12-01T22:59Z', {
      exceptions: [{ date: '2026-12-01', windows: windows as [string, string][] | null, hands, note: '' }],
    });
    expect(found).toHaveLength(count);
    expect(found.every((window) => window.hands === hands)).toBe(true);
  });

  test('an exception may also leave fewer hands than usual', () =>
    expect(
      between('2026-12-01T00:00Z', '2026-12-02T22:59Z', {
        hands: 3,
        exceptions: [{ date: '2026-12-01', windows: null, hands: 1, note: '' }],
      }).map(({ hands }) => hands),
    ).toEqual([1, 3]));

  test('follow each other, never overlap, and are the same whether asked for at once or in two parts', () =>
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 20_000 }), fc.integer({ min: 1, max: 20_000 }), (start, length) => {
        const from = at('2026-10-20T00:00Z') + start * 60_000;
        const until = from + length * 60_000;
        const middle = from + Math.floor(length / 2) * 60_000;
        const whole = freeWindows(from, until, EVENINGS);
        whole.slice(1).forEach((window, index) => expect(window.start).toBeGreaterThan(whole[index]!.end));
        const total = (windows: readonly { start: number; end: number }[]) =>
          windows.reduce((sum, window) => sum + window.end - window.start, 0);
        expect(total([...freeWindows(from, middle, EVENINGS), ...freeWindows(middle, until, EVENINGS)])).toBe(
          total(whole),
        );
      }),
      draws(40, 40),
    ));
});

describe('quiet hours', () => {
  const day = between('2026-12-01T00:00Z', '2026-12-02T00:00Z', {
    freeHours: Array.from({ length: 7 }, () => [['06:00', '24:00']]),
  });
  test.each([
    [
      'over noon',
      ['12:00', '14:00'],
      [
        ['05:00', '11:00'],
        ['13:00', '23:00'],
      ],
    ],
    ['over midnight', ['22:00', '07:00'], [['06:00', '21:00']]],
    ['never', null, [['05:00', '23:00']]],
    ['the whole day but an hour', ['09:00', '08:00'], [['07:00', '08:00']]],
  ] as const)('%s', (_name, quietHours, rest) =>
    expect(
      withoutQuiet(day, { ...EVENINGS, quietHours: quietHours as [string, string] | null })
        .filter(({ start }) => new Date(start).toISOString().startsWith('2026-12-01'))
        .map(({ start, end }) => [
          new Date(start).toISOString().slice(11, 16),
          new Date(end).toISOString().slice(11, 16),
        ]),
    ).toEqual(rest),
  );
});
