import { expect, test } from '@jest/globals';
import { catalogue } from '../materials/index.ts';
import type { BenchEvent } from '../piece/index.ts';
import { atBenchUntil, freeWindows } from './index.ts';
import { withPresence } from './hours.ts';

const all = catalogue();
const NOW = '2026-11-25T10:00:00.000Z';
const at = (minutes: number) => new Date(Date.parse(NOW) + minutes * 60_000).toISOString();
const STAYS = all.bench.sittingGoesOn.typical;
const event = (minutes: number, kind: 'done' | 'noted'): BenchEvent =>
  kind === 'done'
    ? { id: 'e', at: at(minutes), pieceId: 'p', partId: 'x', operationId: 'o', coat: 1, kind }
    : { id: 'e', at: at(minutes), pieceId: 'p', stepId: null, kind, note: '' };

test('whoever did something just now is there for a while, whatever the hours say; a note from elsewhere is no work', () => {
  expect(atBenchUntil([event(-5, 'done')], NOW, all)).toBe(at(STAYS));
  expect(atBenchUntil([event(-STAYS, 'done')], NOW, all)).toBeUndefined();
  expect(atBenchUntil([event(5, 'done')], NOW, all)).toBe(at(STAYS));
  expect(atBenchUntil([event(STAYS, 'done')], NOW, all)).toBeUndefined();
  expect(atBenchUntil([event(-5, 'noted')], NOW, all)).toBeUndefined();
});

test('that time is free, and one with the free hours that it touches', () => {
  const hours = { zone: 'UTC', freeHours: Array.from({ length: 7 }, (): [string, string][] => [['10:30', '12:00']]) };
  const windows = (until?: string) =>
    freeWindows(Date.parse(NOW), Date.parse(at(24 * 60)), { ...hours, atBenchUntil: until }).map(({ start, end }) => [
      (start - Date.parse(NOW)) / 60_000,
      (end - Date.parse(NOW)) / 60_000,
    ]);
  expect(windows()).toEqual([[30, 120]]);
  expect(windows(at(20))).toEqual([
    [0, 20],
    [30, 120],
  ]);
  expect(windows(at(30))).toEqual([[0, 120]]);
  expect(windows(at(60))).toEqual([[0, 120]]);
  expect(withPresence([{ start: 0, end: 5, hands: 2 }], 10, 10, 1)).toEqual([{ start: 0, end: 5, hands: 2 }]);
});
