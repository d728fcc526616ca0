import { describe, expect, test } from '@jest/globals';
import { checksOf, lagWords, refusedWords, waitsOf } from './stepWords.ts';
import type { Lag } from './step.ts';

const lag = (windows?: Lag['windows']): Lag => ({
  from: 'a',
  time: { low: 60, typical: 120, high: 180, unit: 'min', basis: 'practice' },
  why: 'oil touch dry',
  productId: 'oil',
  stage: 'touch',
  ...(windows && { windows }),
});

describe('what is said of a step', () => {
  test('waits count by their careful end, and a window says when it closes and when it opens again', () => {
    // once, also where the back and the front wait alike
    expect(waitsOf({ lags: [lag(), { ...lag(), from: 'b' }], keeps: [] })).toEqual(['After oil touch dry: 3 h.']);
    expect(lagWords(lag([[0, null]])).after).toBe('');
    expect(
      lagWords(
        lag([
          [0, 60],
          [2880, null],
        ]),
      ).after,
    ).toBe(', and within 1 h of the first coat or after 2 d');
  });
  test('a test says when it held and when it failed; other work when it is right', () => {
    const gate = { ruleIds: [], operationId: null, held: 'It held.', failed: 'It lifted.' };
    expect(checksOf({ gate, looksRight: gate.held } as never).map(({ name }) => name)).toEqual([
      'Held when',
      'Failed when',
    ]);
    expect(checksOf({ gate: null, looksRight: 'Even.' } as never)).toEqual([{ name: 'Right when', words: 'Even.' }]);
    expect(checksOf({ gate: null, looksRight: '' } as never)).toEqual([]);
  });
  test('both refusals stand beside the steps; what is tried first has a step of its own', () => {
    const words = (standing: 'stands' | 'tryFirst' | 'refused' | 'unsafe') => refusedWords({ standing, reasons: [] });
    expect(words('unsafe')).toBe('refused for safety');
    expect(words('refused')).toMatch(/^refused/);
    expect([words('tryFirst'), words('stands'), refusedWords(undefined)]).toEqual(['', '', '']);
  });
});
