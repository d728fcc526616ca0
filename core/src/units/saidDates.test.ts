import { expect, test } from '@jest/globals';
import { sayWhen } from './index.ts';

const NOW = '2026-11-25T09:00:00Z';

test.each([
  // in Berlin, an hour ahead of UTC
  ['2026-12-05T23:14:00Z', 'Sunday 6 Dec, morning'],
  ['2026-12-06T04:00:00Z', 'Sunday 6 Dec, morning'],
  ['2026-12-06T08:00:00Z', 'Sunday 6 Dec, morning'],
  ['2026-12-06T08:01:00Z', 'Sunday 6 Dec, midday'],
  ['2026-12-06T12:00:00Z', 'Sunday 6 Dec, midday'],
  ['2026-12-06T12:01:00Z', 'Sunday 6 Dec, afternoon'],
  ['2026-12-06T16:00:00Z', 'Sunday 6 Dec, afternoon'],
  ['2026-12-06T20:00:00Z', 'Sunday 6 Dec, evening'],
  // too late to be called that day's: never sooner than it is
  ['2026-12-06T20:01:00Z', 'Monday 7 Dec, morning'],
  ['2026-12-31T22:30:00Z', 'Friday 1 Jan 2027, morning'],
  ['2027-01-02T09:00:00Z', 'Saturday 2 Jan 2027, midday'],
])('%s is %s', (instant, words) => expect(sayWhen(instant, 'Europe/Berlin', NOW)).toBe(words));

test('by the clocks of the bench', () =>
  expect(sayWhen('2026-12-06T04:00:00Z', 'America/New_York', NOW)).toBe('Sunday 6 Dec, morning'));
