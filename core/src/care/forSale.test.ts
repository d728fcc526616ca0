import { describe, expect, test } from '@jest/globals';
import { catalogue } from '../materials/index.ts';
import { briefOf, finish, type Said } from '../testing/briefs.ts';
import { forSale } from './forSale.ts';

const checks = (said: Said) => forSale(briefOf(said).part, catalogue());
const ids = (said: Said) => checks(said).map(({ id }) => id);

describe('for sale', () => {
  test('a board that is only looked at asks for what everything asks for', () => {
    expect(ids({ base: 'hardwood' })).toEqual(['always']);
  });

  test.each<[string, Said, string]>([
    ['a bowl for soup', { base: 'ceramic-glazed', use: { food: 'food' } }, 'ware-lead'],
    ['a cot', { base: 'hardwood', use: { item: 'toy', children: 'yes' } }, 'toy'],
    ['a bag', { base: 'cotton' }, 'textile'],
    ['a lantern', { base: 'glass-soda-lime', use: { item: 'lamp', heat: 'led' } }, 'wiring'],
    ['a candle jar', { base: 'glass-soda-lime', use: { item: 'candleVessel' } }, 'candle'],
    ['a step', { base: 'slate', use: { wear: 'feet' } }, 'slip'],
    ['a dish for a dog', { base: 'ceramic-glazed', use: { item: 'petBowl' } }, 'animals'],
    ['an old door', { base: 'hardwood', surface: { ...finish('unknown-finish', null) } }, 'old-coat'],
    ['a trivet', { base: 'slate', use: { heat: 'hotPot' } }, 'heat'],
  ])('%s switches its own check on', (_name, said, id) => {
    expect(ids(said)).toContain(id);
    expect(ids({ base: 'hardwood' })).not.toContain(id);
  });

  test('what nobody has said is no advantage, and is named', () => {
    const unsaid = checks({ base: 'hardwood', use: { food: 'unknown', children: 'unknown', item: 'unknown' } });
    expect(unsaid.find(({ id }) => id === 'food-contact')).toMatchObject({ unsaid: ['food'] });
    for (const id of ['children', 'toy', 'candle', 'animals']) expect(unsaid.map((one) => one.id)).toContain(id);
  });
});
