import { describe, expect, test } from '@jest/globals';
import { catalogue } from '../materials/index.ts';
import { RULE_ROWS, SAFETY_RULES } from '../testing/ruleRows.ts';
import { verdictOfRow } from '../testing/verdictOfRow.ts';
import { RULES } from '../judge/index.ts';

const all = catalogue();

test('every rule has rows: one that speaks and one that keeps silent', () => {
  for (const { id } of RULES) {
    const rows = RULE_ROWS.filter(({ rule }) => rule === id);
    expect([id, rows.some(({ says }) => says !== '-'), rows.some(({ says }) => says === '-')]).toEqual([
      id,
      true,
      true,
    ]);
  }
});

describe.each([...new Set(RULE_ROWS.map(({ rule }) => rule))])('%s', (id) => {
  const rows = RULE_ROWS.filter(({ rule }) => rule === id);
  test.each(
    rows.map((row, index) => [`${index + 1}: ${row.says} of ${row.stack.methodId} on ${row.said.base}`, row] as const),
  )('%s', (_name, row) => expect(verdictOfRow(row, all)).toBe(row.says));
});

test('the rules of safety, which no trial and no school overrules, are these', () =>
  expect(RULES.filter(({ safety }) => safety).map(({ id }) => id)).toEqual(SAFETY_RULES));
