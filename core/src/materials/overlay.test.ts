import { describe, expect, test } from '@jest/globals';
import { catalogue, overlay, type Override } from './index.ts';

const all = catalogue();
const own = (
  figure: string,
  value: Override['value'],
  unit: Override['unit'],
  more: Partial<Override> = {},
): Override => ({
  figure,
  value,
  unit,
  basis: 'your-label',
  enteredOn: '2026-11-25',
  ...more,
});
const laid = (...overrides: Override[]) => {
  const read = overlay(all, overrides);
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.catalogue;
};

describe('figures of the user’s own', () => {
  test('lie over the catalogue, carry their basis, and leave the catalogue as it was', () => {
    const before = JSON.stringify(all.products);
    const mine = laid(
      own('craft-acrylic.dry.recoat', [30, 45, 60], 'min'),
      own('slate.properties.heatLimitC', 90, '°C'),
    );
    expect(mine.productById.get('craft-acrylic')?.dry.recoat).toEqual({
      low: 30,
      typical: 45,
      high: 60,
      unit: 'min',
      basis: 'your-label',
    });
    expect(mine.baseById.get('slate')?.properties.heatLimitC).toMatchObject({ typical: 90, basis: 'your-label' });
    expect(mine.products.find(({ id }) => id === 'craft-acrylic')).toBe(mine.productById.get('craft-acrylic'));
    expect(JSON.stringify(all.products)).toBe(before);
  });

  test('take times in the unit of the label, and the last word counts', () => {
    const mine = laid(
      own('exterior-latex.dry.recoat', 3, 'h'),
      own('exterior-latex.dry.recoat', 2, 'h', { basis: 'your-trial' }),
    );
    expect(mine.productById.get('exterior-latex')?.dry.recoat).toMatchObject({ typical: 120, basis: 'your-trial' });
  });

  test('nothing laid over is the same catalogue', () => expect(laid()).toBe(all));

  test.each<[string, Override, string]>([
    ['a product that is not there', own('moon-paint.dry.recoat', 1, 'h'), 'unknown-figure'],
    ['a stage that it has not', own('craft-acrylic.dry.feet', 1, 'h'), 'unknown-figure'],
    ['something that is no figure', own('craft-acrylic.name', 1, 'h'), 'unknown-figure'],
    ['a temperature for a time', own('craft-acrylic.dry.recoat', 20, '°C'), 'wrong-unit'],
    ['a range upside down', own('craft-acrylic.dry.recoat', [3, 2, 1], 'h'), 'bad-figure'],
    ['less than no time', own('craft-acrylic.dry.recoat', -1, 'h'), 'bad-figure'],
    ['a hotter film', own('film-permanent.heatLimitC', 120, '°C'), 'only-tighter'],
    ['hotter PVC', own('limits.pvcHeat', 100, '°C'), 'only-tighter'],
    ['a design nearer to the lip', own('limits.rimDistance', 5, 'mm'), 'only-tighter'],
    [
      'a basis that is not theirs',
      own('craft-acrylic.dry.recoat', 1, 'h', { basis: 'standard' as never }),
      'schema-invalid-value',
    ],
    ['a day in words', own('craft-acrylic.dry.recoat', 1, 'h', { enteredOn: 'today' }), 'schema-invalid-format'],
  ])('%s is refused, and then nothing is laid over', (_name, override, code) => {
    const read = overlay(all, [own('craft-acrylic.dry.touch', 10, 'min'), override]);
    expect(read.ok).toBe(false);
    if (read.ok) return;
    expect(read.problems.map((problem) => problem.code)).toEqual([code]);
    for (const { given, allowed, todo } of read.problems)
      for (const words of [given, allowed, todo]) expect(words.length).toBeGreaterThan(3);
  });

  test.each([
    ['film-permanent.heatLimitC', 60, '°C'],
    ['limits.pvcHeat', 70, '°C'],
    ['limits.rimDistance', 30, 'mm'],
  ] as const)('a tighter %s is taken', (figure, value, unit) =>
    expect(overlay(all, [own(figure, value, unit)])).toMatchObject({ ok: true }),
  );
});
