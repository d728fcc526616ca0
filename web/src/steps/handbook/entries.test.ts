import { describe, expect, test } from '@jest/globals';
import { catalogue } from '@sgraffa/core';
import { entriesOf } from './entries.ts';

const all = catalogue();
const entries = entriesOf(all);
const entry = (id: string) => entries.find((one) => one.id === id)!;

describe('the handbook', () => {
  test('holds every surface, finish, product and way of working once', () => {
    const count = all.bases.length + all.finishes.length + all.products.length + all.methods.length;
    expect(new Set(entries.map(({ id }) => id)).size).toBe(count);
  });

  test('shows the figures that Match judges by, with their words', () => {
    const { figures } = entry('craft-acrylic');
    expect(figures).toContainEqual({
      path: 'dry.recoat',
      label: 'until the next coat',
      figure: all.productById.get('craft-acrylic')!.dry.recoat,
    });
    expect(figures.map(({ label }) => label)).toEqual(
      expect.arrayContaining(['covers', 'not colder than', 'lasts indoors']),
    );
    expect(entry('slate').figures).toContainEqual({
      path: 'properties.heatLimitC',
      label: 'stands heat up to',
      figure: all.baseById.get('slate')!.properties.heatLimitC,
    });
  });

  test('names every figure in words of the craft, each once', () => {
    for (const { id, figures } of entries) {
      const labels = figures.map(({ label }) => label);
      expect([id, labels.filter((label) => /[A-Z]/.test(label))]).toEqual([id, []]);
      expect([id, new Set(labels).size]).toEqual([id, labels.length]);
    }
  });

  test('says what a surface is like in words, and carries the cautions of a product', () => {
    expect(entry('pp').facts).toContainEqual({ path: 'properties.energy', label: 'glue wets it', word: 'veryLow' });
    expect(entry('frost-cream').hazards).toContain('fluoride');
    expect(entry('hardwood').about.join(' ')).toContain('grain');
  });
});
