import { describe, expect, test } from '@jest/globals';
import { catalogue } from '../materials/index.ts';
import { surveyCatalogue } from './index.ts';
import { RULES } from '../judge/index.ts';

const all = catalogue();
const { cells, rulesOf } = surveyCatalogue(all);
const cell = (baseId: string, methodId: string) =>
  cells.find((one) => one.baseId === baseId && one.methodId === methodId);

describe('every way of working on every bare surface', () => {
  test('has one cell for each pair', () => {
    expect(cells).toHaveLength(all.bases.length * all.methods.length);
    expect(new Set(cells.map(({ baseId, methodId }) => `${baseId} ${methodId}`)).size).toBe(cells.length);
  });

  test.each([
    ['glass-soda-lime', 'frost-etch', 'favours', null],
    ['glass-borosilicate', 'frost-etch', 'cautions', 'etch-wants-soda-lime'],
    ['ceramic-glazed', 'frost-etch', 'unknown', 'etch-wants-soda-lime'],
    ['marble', 'frost-etch', 'blocks', 'acid-on-limestone'],
    ['hardwood', 'burn', 'favours', null],
    ['plywood', 'burn', 'blocks', 'burn-smoke'],
    ['cotton', 'iron-on', 'favours', null],
    ['nylon', 'iron-on', 'unknown', 'film-wants-energy'],
    ['silicone', 'iron-on', 'blocks', 'film-wants-energy'],
    ['coir', 'decal', 'blocks', null],
    ['coir', 'pile-stipple', 'favours', 'pile-school'],
    ['polyester', 'dye-transfer', 'favours', null],
    ['steel-mild', 'strip-etch', 'blocks', 'gel-wants-coating'],
  ] as const)('%s, %s: %s', (baseId, methodId, verdict, ruleId) => {
    const found = cell(baseId, methodId);
    expect(found?.verdict).toBe(verdict);
    if (ruleId) expect(found?.finding?.ruleId).toBe(ruleId);
  });

  test('whatever is refused or doubted gives its reason', () => {
    for (const { baseId, methodId, verdict, finding } of cells)
      if (verdict !== 'favours') expect([baseId, methodId, finding?.verdict]).toEqual([baseId, methodId, verdict]);
  });

  test('rules that spoke are rules, and speak of known materials', () => {
    const ids = new Set(RULES.map(({ id }) => id));
    for (const [id, rules] of Object.entries(rulesOf)) {
      expect(all.baseById.has(id) || all.productById.has(id)).toBe(true);
      expect(rules.filter((rule) => !ids.has(rule))).toEqual([]);
    }
    expect(rulesOf['frost-cream']).toContain('etch-wants-soda-lime');
  });
});
