import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { draws } from '../testing/runs.ts';
import { bothWays, dateOrderOf, readDateTime } from './index.ts';

const ZONE = 'Europe/Berlin';
const read = (text: string, order?: 'dayFirst' | 'monthFirst') => {
  const outcome = readDateTime(text, ZONE, order);
  return outcome.ok ? outcome.value : outcome.problems[0]!.code;
};

describe('one reader for dates', () => {
  test.each([
    ['25 Nov 2026, 19:30', '2026-11-25T18:30:00.000Z'],
    ['25 November 2026 19:30', '2026-11-25T18:30:00.000Z'],
    ['Wed 25 Nov 2026, 19:30', '2026-11-25T18:30:00.000Z'],
    ['25th of November 2026', '2026-11-24T23:00:00.000Z'],
    ['Nov 25, 2026 7:30 pm', '2026-11-25T18:30:00.000Z'],
    ['25-Nov-2026 19:30:15', '2026-11-25T18:30:15.000Z'],
    ['25.11.2026 19:30', '2026-11-25T18:30:00.000Z'],
    ['5.12.2026', '2026-12-04T23:00:00.000Z'],
    ['25.11.26 8:10', '2026-11-25T07:10:00.000Z'],
    ['2026-11-25T19:30', '2026-11-25T18:30:00.000Z'],
    ['2026/11/25 19:30', '2026-11-25T18:30:00.000Z'],
    ['2026-11-25 19:30:00.500', '2026-11-25T18:30:00.000Z'],
    ['2026-11-25T19:30Z', '2026-11-25T19:30:00.000Z'],
    ['2026-11-25T19:30:00-05:00', '2026-11-26T00:30:00.000Z'],
    ['2026-11-25 19:30 +0530', '2026-11-25T14:00:00.000Z'],
    ['2026-11-25 19:30 UTC', '2026-11-25T19:30:00.000Z'],
    ['11/25/2026 7:30 pm', '2026-11-25T18:30:00.000Z'],
    ['25/11/2026 12:05 am', '2026-11-24T23:05:00.000Z'],
    ['12/12/2026 12:00 pm', '2026-12-12T11:00:00.000Z'],
    ['1 Jul 2026', '2026-06-30T22:00:00.000Z'],
    ['29 Feb 2028', '2028-02-28T23:00:00.000Z'],
  ])('"%s" is %s', (text, instant) => expect(read(text)).toBe(instant));

  test.each([
    '',
    'tomorrow',
    '31 Feb 2026',
    '29 Feb 2026',
    '2026-13-01',
    '13/13/2026',
    '25 Nov 2026, 25:00',
    '25 Nov 2026, 19:60',
    '25 Nov',
    '19:30',
    '0 Jan 2026',
    '25 Nov 2026 13 pm',
    '2026-11-25 19:30 nonsense',
  ])('"%s" is no date', (text) => expect(read(text)).toBe('not-a-date'));

  test('an order that is not said is asked for, and taken where it is said', () => {
    expect(read('05/12/2026')).toBe('ambiguous-date');
    expect(read('05-12-2026 08:00')).toBe('ambiguous-date');
    expect(read('05/12/2026 08:00', 'dayFirst')).toBe('2026-12-05T07:00:00.000Z');
    expect(read('05/12/2026 08:00', 'monthFirst')).toBe('2026-05-12T06:00:00.000Z');
    expect(read('25/11/2026', 'monthFirst')).toBe('not-a-date');
    expect(bothWays('05/12/2026 08:00')).toEqual({ dayFirst: '5 December 2026', monthFirst: '12 May 2026' });
    expect(bothWays('05/05/2026')).toBeNull();
    expect(bothWays('5.12.2026')).toBeNull();
  });

  test.each<[string[], string | null]>([
    [['05/12/2026', '06/12/2026'], 'either'],
    [['05/12/2026', '13/12/2026'], 'dayFirst'],
    [['05/12/2026', '05/13/2026'], 'monthFirst'],
    [['05/13/2026', '13/05/2026'], 'neither'],
    [['05/05/2026', '06/06/2026'], null],
    [['2026-12-05', '5 Dec 2026'], null],
    [['05/12/2026 8:00', 'nonsense'], 'either'],
    [[], null],
  ])('the rows %j are written %s', (rows, order) => expect(dateOrderOf(rows)).toBe(order));

  test('an instant that is written with its zone is read as itself, whatever the bench', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 4_000_000_000 }),
        fc.constantFrom('UTC', 'Europe/Berlin', 'America/St_Johns', 'Pacific/Auckland'),
        (seconds, zone) => {
          const instant = new Date(seconds * 1000).toISOString();
          expect(readDateTime(instant, zone)).toEqual({ ok: true, value: instant, hasTime: true });
        },
      ),
      draws(100, 100),
    ));
});
