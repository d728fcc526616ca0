import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { day, dayAndTime, fromLocalField, readDate, toLocalField } from './dates.ts';
import { boundedNumber } from './numbers.ts';

describe('plain numbers', () => {
  const life = boundedNumber('a life', 0.1, 100, 'years');
  test.each([
    ['3', 3],
    ['2,5', 2.5],
    [' 4 years ', 4],
    ['100', 100],
  ])('"%s" is %d', (text, value) => expect(life(text)).toEqual({ ok: true, value }));

  test.each(['', 'three', '0', '101', 'NaN', '1e9', '<b>3</b>'])('"%s" is refused, saying what is allowed', (text) =>
    expect(life(text)).toMatchObject({
      ok: false,
      problems: [{ given: `"${text}" was given as a life.`, allowed: 'a number from 0.1 to 100 years.' }],
    }),
  );

  test('whole numbers only where they are asked for', () => {
    const pieces = boundedNumber('a number of pieces', 1, 1000, '', true);
    expect(pieces('12')).toEqual({ ok: true, value: 12 });
    expect(pieces('1.5')).toMatchObject({ ok: false, problems: [{ allowed: 'a whole number from 1 to 1000.' }] });
  });
});

describe('dates in the zone of the bench', () => {
  test.each([
    ['2026-12-19T13:00:00Z', 'Europe/Berlin', 'Sat 19 Dec, 14:00'],
    ['2026-12-19T23:30:00Z', 'Pacific/Auckland', 'Sun 20 Dec, 12:30'],
    ['2027-01-07T00:34:00Z', 'UTC', 'Thu 7 Jan 2027, 00:34'],
  ])('%s in %s is %s', (instant, zone, words) => expect(dayAndTime(instant, zone, '2026-11-25T09:00:00Z')).toBe(words));

  test('the year is said only where it is another one', () => {
    expect(day('2026-12-31T12:00:00Z', 'UTC', '2026-11-25T09:00:00Z')).toBe('Thu 31 Dec');
    expect(day('2027-01-01T12:00:00Z', 'UTC', '2026-11-25T09:00:00Z')).toBe('Fri 1 Jan 2027');
  });

  test('a field and back is the same minute, in every zone', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 5_000_000 }),
        fc.constantFrom('UTC', 'Europe/Berlin', 'America/St_Johns', 'Asia/Kathmandu', 'Pacific/Auckland'),
        (minutes, zone) => {
          const instant = new Date(Date.UTC(2026, 0, 1) + minutes * 60_000).toISOString();
          const again = fromLocalField(toLocalField(instant, zone), zone);
          // the hour that the clock shows twice may come back as either
          return again === instant || Math.abs(Date.parse(again!) - Date.parse(instant)) === 3_600_000;
        },
      ),
    ));

  test.each([
    ['25 Nov 2026, 19:30', '2026-11-25T18:30:00.000Z'],
    ['25 November 2026 19:30', '2026-11-25T18:30:00.000Z'],
    ['25.11.2026 19:30', '2026-11-25T18:30:00.000Z'],
    ['2026-11-25T19:30', '2026-11-25T18:30:00.000Z'],
    ['1 Jul 2026', '2026-06-30T22:00:00.000Z'],
  ])('"%s" is read in the zone of the bench', (text, instant) =>
    expect(readDate('Europe/Berlin')(text)).toEqual({ ok: true, value: instant }),
  );

  test.each(['', 'tomorrow', '31 Feb 2026', '11/25/2026', '1200-01-01T10:00', '9999-01-01T10:00'])(
    '"%s" is no date to plan by',
    (text) => expect(readDate('UTC')(text)).toMatchObject({ ok: false, problems: [{ code: 'absurd-date' }] }),
  );
});
