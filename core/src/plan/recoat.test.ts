import { describe, expect, test } from '@jest/globals';
import { demoBench, demoPieces } from '../testing/demo.ts';
import { FIRST_LOOK, planPieces } from './index.ts';
import type { Lag } from './step.ts';
import { openSpans } from './recoat.ts';

const MIN = 60_000;
const time = { low: 15, typical: 20, high: 40, unit: 'min', basis: 'estimate' } as const;
const lag = (from: string, windows?: Lag['windows']): Lag => ({
  from,
  time,
  why: 'ready for the next coat',
  productId: 'spray',
  stage: 'recoat',
  ...(windows ? { windows } : {}),
});
const HOUR_OR_TWO_DAYS = [
  [0, 60],
  [2880, null],
] as const;
const laid = (ends: Record<string, number | [number, number]>) => (id: string) => {
  const one = ends[id];
  if (one === undefined) return null;
  const [first, last] = typeof one === 'number' ? [one, one] : one;
  return { first: first * MIN, last: last * MIN };
};
const inMinutes = (spans: ReturnType<typeof openSpans>) =>
  spans?.map(({ from, until }) => [from / MIN, until === null ? null : until / MIN]);

describe('the spans in which a coat may follow', () => {
  test('open by the least gap and close by the window', () => {
    expect(inMinutes(openSpans([lag('a', HOUR_OR_TWO_DAYS)], laid({ a: 0 })))).toEqual([
      [40, 60],
      [2880, null],
    ]);
  });

  test('count from the first coat: the third must still come in its hour, or wait out the last', () => {
    const lags = [lag('b', HOUR_OR_TWO_DAYS), lag('a', HOUR_OR_TWO_DAYS)];
    expect(inMinutes(openSpans(lags, laid({ a: 0, b: 45 })))).toEqual([[2925, null]]);
    expect(inMinutes(openSpans(lags, laid({ a: 0, b: 20 })))).toEqual([
      [60, 60],
      [2900, null],
    ]);
  });

  test('open with the last piece of a batch and close with the first', () => {
    expect(inMinutes(openSpans([lag('a', HOUR_OR_TWO_DAYS)], laid({ a: [0, 15] })))).toEqual([
      [55, 60],
      [2895, null],
    ]);
    expect(inMinutes(openSpans([lag('a', HOUR_OR_TWO_DAYS)], laid({ a: [0, 25] })))).toEqual([[2905, null]]);
  });

  test('after a long pause begin anew with the coat before', () => {
    const lags = [lag('b', HOUR_OR_TWO_DAYS), lag('a', HOUR_OR_TWO_DAYS)];
    expect(inMinutes(openSpans(lags, laid({ a: 0, b: 3000 })))).toEqual([
      [3040, 3060],
      [5880, null],
    ]);
  });

  test('are not told without windows, or before every coat is laid', () => {
    expect(openSpans([lag('a')], laid({ a: 0 }))).toBeNull();
    expect(openSpans([lag('a', HOUR_OR_TWO_DAYS), lag('b', HOUR_OR_TWO_DAYS)], laid({ a: 0 }))).toBeNull();
  });
});

test('the coats of a spray can are dated in its hour from the first of them, or after the long wait', () => {
  const boards = { ...demoPieces.find(({ id }) => id === 'demo-boards')!, quantity: 1 };
  const outcome = planPieces([boards], demoBench, { budget: FIRST_LOOK });
  if (!outcome.ok) throw new Error('The boards have no plan.');
  const read = outcome.week;
  const plan = read.plans[boards.id]!;
  const at = (id: string) => plan.steps.find(({ stepId }) => stepId === id)!;
  const coats = read.steps[boards.id]!.filter(({ lags }) => lags.filter(({ windows }) => windows).length > 1);
  expect(coats.length).toBeGreaterThan(0);
  for (const coat of coats)
    for (const { from, windows } of coat.lags.filter(({ windows }) => windows)) {
      const gap = (Date.parse(at(coat.id).start) - Date.parse(at(from).end)) / MIN;
      expect(windows!.some(([low, high]) => gap >= low && gap <= (high ?? Infinity))).toBe(true);
    }
});
