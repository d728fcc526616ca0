import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { catalogue } from '../materials/index.ts';
import { surfaceSchema, useSchema } from '../piece/index.ts';
import { draws } from '../testing/runs.ts';
import { adjustDescription, describePiece } from './index.ts';

const all = catalogue();

describe('one line becomes properties', () => {
  test.each<[string, object]>([
    [
      'enamel bowl, hand-washed daily',
      { surface: { base: 'porcelain-enamel' }, use: { water: 'handWash', wear: 'daily' } },
    ],
    [
      'birch ply sign, outdoors three winters',
      { surface: { base: 'plywood' }, use: { place: 'exposed', lifeYears: 3 } },
    ],
    [
      'powder-coated steel tins, to bare metal',
      { surface: { base: 'steel-mild', existing: [{ finish: 'powder-coat', ageDays: null }] }, look: 'bareMetal' },
    ],
    ['soda-lime glass lantern, candle inside', { surface: { base: 'glass-soda-lime' }, use: { heat: 'candle' } }],
    ['cotton bag, washed at 40 °C', { surface: { base: 'cotton' }, use: { laundryC: 40 } }],
    ['6 pieces black polyester pennant', { surface: { base: 'polyester', tone: 'dark' }, quantity: 6 }],
    [
      'stainless steel flask, drinking, dishwasher',
      { surface: { base: 'steel-stainless' }, use: { water: 'dishwasher', food: 'lip' } },
    ],
    [
      'varnished maple plaque, burnt, indoors',
      {
        surface: { base: 'hardwood', existing: [{ finish: 'varnish-water', ageDays: null }] },
        use: { place: 'indoors' },
        look: 'burnt',
      },
    ],
    ['oily galvanised bucket', { surface: { base: 'steel-galvanised', condition: ['grease'] } }],
  ])('%s', (line, expected) => expect(describePiece(line, all)).toMatchObject(expected));

  test('what the line does not say stays unknown, and unread words are named', () => {
    const read = describePiece('felted wombat, indoors', all);
    expect(read.surface.base).toBe('');
    expect(read.use).toMatchObject({ place: 'indoors', water: 'unknown', wear: 'unknown' });
    expect(read.unread).toEqual(['felted', 'wombat']);
  });

  test('a chip says a fact otherwise, or takes it back', () => {
    const read = describePiece('painted pine shelf, bathroom, wiped', all);
    const said = adjustDescription(
      adjustDescription(read, { field: 'place', value: 'indoors', label: 'indoors, dry' }),
      { field: 'finish', value: null, label: '' },
    );
    expect(said).toMatchObject({
      surface: { base: 'softwood', existing: [] },
      use: { place: 'indoors', water: 'wipe' },
    });
    expect(
      said.chips
        .filter(({ isGuess }) => !isGuess)
        .map(({ field }) => field)
        .sort(),
    ).toEqual(['base', 'place', 'water']);
  });

  test('any text at all gives facts that the document can keep', () =>
    fc.assert(
      fc.property(fc.string({ maxLength: 600 }), (line) => {
        const read = describePiece(line, all);
        const { widthMm: _width, heightMm: _height, ...surface } = read.surface;
        return (
          useSchema.safeParse(read.use).success &&
          surfaceSchema.safeParse({ ...surface, base: surface.base || 'own' }).success &&
          read.name.length <= 120
        );
      }),
      draws(100, 100),
    ));
});

test('a fact said otherwise replaces what the line said of it, and null takes it back', () => {
  const read = describePiece('oak board, wiped, outdoors', all);
  const changed = adjustDescription(read, { field: 'water', value: 'handWash', label: 'washed' });
  expect([changed.use.water, changed.use.place, changed.surface.base]).toEqual(['handWash', 'exposed', 'hardwood']);
  expect(adjustDescription(read, { field: 'water', value: null, label: '' }).use.water).toBe('unknown');
});
