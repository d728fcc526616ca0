import { describe, expect, test } from '@jest/globals';
import {
  catalogue,
  changedFigures,
  keepFigures,
  overlay,
  withKept,
  type Catalogue,
  type KeptFigures,
} from './index.ts';

const all = catalogue();
const laid = (figure: string, value: readonly [number, number, number], unit: 'min' | '°C'): Catalogue => {
  const read = overlay(all, [{ figure, value: [...value], unit, basis: 'your-label', enteredOn: '2026-11-25' }]);
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.catalogue;
};
const recoat = (of: Catalogue) => of.productById.get('craft-acrylic')!.dry.recoat!;
const heat = (of: Catalogue) => of.productById.get('film-permanent')!.heatLimitC!;
const figures = keepFigures(['craft-acrylic', 'film-permanent', 'craft-acrylic', 'moon-paint'], all);

describe('figures that something was judged by', () => {
  test('are those of the named products, each with its unit and basis', () => {
    const { low, typical, high, unit, basis } = recoat(all);
    expect(figures['craft-acrylic.dry.recoat']).toEqual([low, typical, high, unit, basis]);
    expect(new Set(Object.keys(figures).map((path) => path.split('.')[0]))).toEqual(
      new Set(['craft-acrylic', 'film-permanent']),
    );
  });

  test.each([
    ['the low one', [1, 45, 60]],
    ['the typical one', [30, 46, 60]],
    ['the high one', [30, 45, 61]],
  ] as const)('%s may be another now, which is told', (_name, now) => {
    const was: KeptFigures = { 'craft-acrylic.dry.recoat': [30, 45, 60, 'min', 'your-label'] };
    expect(changedFigures(was, laid('craft-acrylic.dry.recoat', [30, 45, 60], 'min'))).toEqual([]);
    expect(changedFigures(was, laid('craft-acrylic.dry.recoat', now, 'min'))).toMatchObject([
      { path: 'craft-acrylic.dry.recoat', label: 'until the next coat', now: { low: now[0], high: now[2] } },
    ]);
  });
  test('what the catalogue holds no longer is not told', () =>
    expect(changedFigures({ 'moon-paint.dry.recoat': [1, 2, 3, 'min', 'practice'] }, all)).toEqual([]));

  test('stand in place of those of today, of their own product only', () => {
    const today = laid('craft-acrylic.dry.recoat', [300, 400, 500], 'min');
    const then = withKept(today, figures);
    expect(recoat(then)).toEqual(recoat(all));
    expect(then.products.find(({ id }) => id === 'craft-acrylic')).toBe(then.productById.get('craft-acrylic'));
    expect(then.productById.get('spar-urethane')).toBe(today.productById.get('spar-urethane'));
    expect(recoat(today).typical).toBe(400);
    // asked twice it is the same one, and of another catalogue another
    expect(withKept(today, figures)).toBe(then);
    expect(withKept(all, figures)).toBe(all);
    expect(withKept(today, null)).toBe(today);
  });
  test('a heat limit that is lower today is today’s; one that was lower then stays', () => {
    const { low, typical, high } = heat(all);
    const lower = laid('film-permanent.heatLimitC', [low - 20, typical - 20, high - 20], '°C');
    expect(heat(withKept(lower, figures)).high).toBe(high - 20);
    expect(heat(withKept(all, keepFigures(['film-permanent'], lower))).high).toBe(high - 20);
  });
});
