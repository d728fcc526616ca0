import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { day, dayAndTime, toLocalField } from './dates.ts';
import { readDate } from './readDate.ts';
import { plainNumber, within } from './numbers.ts';
import { typedIn } from './TakenPart.tsx';
import { areaRange, RANGES } from './ranges.ts';

describe('plain numbers', () => {
  test.each([
    ['3', 3],
    ['2,5', 2.5],
    [' 4 years ', 4],
    ['4years', 4],
    ['-1', -1],
  ])('"%s" is %d', (text, value) => expect(plainNumber('years')(text)).toEqual({ ok: true, value }));

  test.each(['', 'three', 'years', 'NaN', 'Infinity', '<b>3</b>'])('"%s" is refused, saying what is allowed', (text) =>
    expect(plainNumber('years')(text)).toMatchObject({
      ok: false,
      problems: [{ given: `"${text}" was given.`, allowed: 'a number, in years.' }],
    }),
  );
});

describe('what is typed of a can', () => {
  const density = { low: 0.8, high: 1.5 };
  const tin = typedIn({ size: { kind: 'liquid', ml: 750 } }, density);
  test('of a weighed liquid the least is left, and the most was used', () => {
    expect(tin.parseLeft('300 g')).toEqual({ ok: true, value: 200 });
    expect(tin.parseUsed('320 g')).toEqual({ ok: true, value: 400 });
    expect(tin.parseLeft('1.5 kg')).toEqual({ ok: true, value: 1000 });
    expect(tin.parseUsed('40 ml')).toEqual({ ok: true, value: 40 });
  });

  test('a roll in metres, a powder by its weight', () => {
    const roll = typedIn({ size: { kind: 'roll', widthMm: 305, lengthMm: 5000 } }, density);
    expect(roll.parseUsed('0.6 m')).toEqual({ ok: true, value: 600 });
    expect(roll.format(600)).toBe('0.6 m');
    expect(typedIn({ size: { kind: 'powder', g: 500 } }, density).parseUsed('320 g')).toEqual({ ok: true, value: 320 });
  });
});

describe('a field keeps nothing that the file refuses', () => {
  const inMm = (value: number) => `${value} mm`;
  test('its bounds belong to it', () => {
    const life = { low: 0.1, high: 100, isWhole: false };
    expect(within(life, 0.1, '0.1', String)).toEqual({ ok: true, value: 0.1 });
    expect(within(life, 100, '100', String)).toEqual({ ok: true, value: 100 });
    expect(within(life, 0.05, '0.05', inMm)).toMatchObject({ problems: [{ allowed: 'from 0.1 mm to 100 mm.' }] });
    expect(within(life, 101, '101', String)).toMatchObject({ ok: false });
  });

  test('whole numbers only where they are asked for', () => {
    const pieces = { low: 1, high: 1000, isWhole: true };
    expect(within(pieces, 12, '12', String)).toEqual({ ok: true, value: 12 });
    expect(within(pieces, 1.5, '1.5', String)).toMatchObject({
      problems: [{ allowed: 'a whole number from 1 to 1000.' }],
    });
  });

  test('they are those of the document', () => {
    expect(areaRange('rectangle', 'widthMm')).toEqual({ low: 0.1, high: 10_000, isWhole: false });
    expect(RANGES.step.eachMinutes.high).toBe(1440);
    expect(RANGES.workshop.temperatureC.low).toBe(-30);
    expect(RANGES.quantity).toEqual({ low: 1, high: 1000, isWhole: true });
    expect(areaRange('cone', 'slantMm')).toEqual({ low: 0.1, high: 10_000, isWhole: false });
    expect(areaRange('cylinder', 'handleGapMm').low).toBe(0);
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
          const read = readDate(zone)(toLocalField(instant, zone));
          const again = read.ok ? read.value : '';
          // the hour that the clock shows twice may come back as either
          return again === instant || Math.abs(Date.parse(again) - Date.parse(instant)) === 3_600_000;
        },
      ),
      { seed: 35 },
    ));

  test.each([
    ['25 Nov 2026, 19:30', '2026-11-25T18:30:00.000Z'],
    ['25 November 2026 19:30', '2026-11-25T18:30:00.000Z'],
    ['25.11.2026 19:30', '2026-11-25T18:30:00.000Z'],
    ['2026-11-25T19:30', '2026-11-25T18:30:00.000Z'],
    ['1 Jul 2026', '2026-06-30T22:00:00.000Z'],
  ])('"%s" is read in the zone of the bench', (text, instant) =>
    expect(readDate('Europe/Berlin')(text)).toMatchObject({ ok: true, value: instant }),
  );

  test.each([
    ['', 'not-a-date'],
    ['tomorrow', 'not-a-date'],
    ['31 Feb 2026', 'not-a-date'],
    ['05/12/2026', 'ambiguous-date'],
    ['1999-12-31', 'absurd-date'],
    ['2200-01-01T10:00', 'absurd-date'],
  ])('"%s" is no date to plan by: %s', (text, code) =>
    expect(readDate('UTC')(text)).toMatchObject({ ok: false, problems: [{ code }] }),
  );

  test('the years to plan in begin and end with their days', () => {
    expect(readDate('UTC')('2000-01-01')).toMatchObject({ ok: true });
    expect(readDate('UTC')('2199-12-31')).toMatchObject({ ok: true });
  });
});
