import { describe, expect, test } from '@jest/globals';
import { parseFigure } from './index.ts';
import type { FigureUnit } from './schema.ts';

describe('a figure as a label gives it', () => {
  test.each<[string, FigureUnit, unknown, string]>([
    ['3 h', 'min', 3, 'h'],
    ['90', 'min', 90, 'min'],
    ['2–4 h', 'min', [2, 3, 4], 'h'],
    ['1 to 2 to 4 days', 'min', [1, 2, 4], 'd'],
    ['0,5-1-2 h', 'min', [0.5, 1, 2], 'h'],
    ['45 °C', '°C', 45, '°C'],
    ['-5-20 °C', '°C', [-5, 7.5, 20], '°C'],
    ['1.2', 'mm', 1.2, 'mm'],
    ['3 years', 'y', 3, 'y'],
    ['65 %', '% RH', 65, '% RH'],
    ['9 m²/L', 'm²/L', 9, 'm²/L'],
  ])('"%s" in %s', (text, unit, value, as) => expect(parseFigure(text, unit)).toEqual({ ok: true, value, unit: as }));

  test.each<[string, FigureUnit]>([
    ['', 'min'],
    ['soon', 'min'],
    ['4–2 h', 'min'],
    ['3 h', '°C'],
    ['3 m', 'mm'],
    ['1–2–3–4 h', 'min'],
  ])('"%s" in %s is refused in words', (text, unit) => {
    const read = parseFigure(text, unit);
    expect(read.ok ? 'read' : read.problems[0]?.code).toBe('not-a-figure');
  });
});
