import { describe, expect, test } from '@jest/globals';
import { catalogue, figureLabel, figuresIn } from './index.ts';
import { BASIS_WEIGHT, BASIS_WORDS, isFigure, isUsersOwn, rankIn, scaled, STAGE_WORDS } from './figures.ts';
import { figureSchema, type Figure } from './schema.ts';

const figure: Figure = { low: 1, typical: 2, high: 4, unit: 'min', basis: 'practice' };

describe('figures', () => {
  test('are trusted in this order: an estimate least, the user’s own trial most', () => {
    const order = ['estimate', 'practice', 'label-typical', 'physics', 'standard', 'your-label', 'your-trial'] as const;
    const weights = order.map((basis) => BASIS_WEIGHT[basis]);
    expect(weights).toEqual([...weights].sort((one, other) => one - other));
    expect(weights[0]).toBeGreaterThan(0);
    expect(weights[0]).toBeLessThan(0.5); // an estimate is worth less than half of what has been tried
    expect(weights.at(-1)).toBe(1);
    expect(BASIS_WEIGHT.practice).toBeLessThan(BASIS_WEIGHT['label-typical']);
    expect(BASIS_WEIGHT['your-label']).toBeLessThan(BASIS_WEIGHT['your-trial']);
    expect(order.filter((basis) => isUsersOwn({ basis }))).toEqual(['your-label', 'your-trial']);
    expect(Object.keys(BASIS_WORDS).sort()).toEqual([...order].sort());
  });
  test('are multiplied as a whole', () =>
    expect(scaled(figure, 3)).toEqual({ low: 3, typical: 6, high: 12, unit: 'min', basis: 'practice' }));
  test('rank in their vocabulary; unknown words before it', () =>
    expect([rankIn(['a', 'b'], 'b'), rankIn(['a', 'b'], 'a'), rankIn(['a', 'b'], 'unknown')]).toEqual([1, 0, -1]));
  test.each<[string, unknown, boolean]>([
    ['a figure', figure, true],
    ['nothing', null, false],
    ['a word', 'typical basis', false],
    ['half a figure', { typical: 3 }, false],
    ['the other half', { basis: 'practice' }, false],
  ])('%s is told from what is none', (_name, value, isOne) => expect(isFigure(value)).toBe(isOne));

  test('are found at every depth with their path and words, and not in lists', () => {
    const row = { name: 'Paint', dry: { recoat: figure, own: figure }, list: [figure], none: null, coats: figure };
    expect(figuresIn(row).map(({ path, label }) => [path, label])).toEqual([
      ['dry.recoat', `until ${STAGE_WORDS.recoat}`],
      ['dry.own', 'until own'],
      ['coats', 'coats'],
    ]);
    expect(figuresIn({ heatLimitC: figure }, 'properties')).toEqual([
      { path: 'properties.heatLimitC', label: 'stands heat up to', figure },
    ]);
    expect([figureLabel('dry'), figureLabel('')]).toEqual(['dry', '']);
  });
  test('of the catalogue have words each, no name of a field', () => {
    const { products, bases, finishes } = catalogue();
    for (const row of [...products, ...bases, ...finishes])
      for (const { path, label } of figuresIn(row))
        expect([path, label]).not.toEqual([path, expect.stringMatching(/[a-z][A-Z]/)]);
  });
  test.each<[string, unknown[], unknown]>([
    ['minutes', [1, 2, 3, 'min', 'practice'], { low: 1, typical: 2, high: 3, unit: 'min', basis: 'practice' }],
    ['hours', [1, 2, 3, 'h', 'practice'], { low: 60, typical: 120, high: 180, unit: 'min', basis: 'practice' }],
    ['days', [1, 1, 2, 'd', 'practice'], { low: 1440, typical: 1440, high: 2880, unit: 'min', basis: 'practice' }],
    ['degrees', [1, 2, 3, '°C', 'physics'], { low: 1, typical: 2, high: 3, unit: '°C', basis: 'physics' }],
    ['one value three times', [2, 2, 2, 'mm', 'physics'], expect.objectContaining({ low: 2, high: 2 })],
    ['a low above the typical', [3, 2, 4, 'min', 'practice'], null],
    ['a high below the typical', [1, 3, 2, 'min', 'practice'], null],
    ['no basis', [1, 2, 3, 'min'], null],
  ])('are read as the data write them: %s', (_name, written, read) =>
    expect(figureSchema.safeParse(written).data ?? null).toEqual(read),
  );
});
