import { describe, expect, test } from '@jest/globals';
import { catalogue } from '../materials/index.ts';
import { plainPiece, type Piece } from '../piece/index.ts';
import { plainCan, type Can, type CanUse } from '../shelf/index.ts';
import { PLAIN_MONEY, spentOn, type MoneySettings } from './index.ts';

const all = catalogue();
const piece: Piece = {
  ...plainPiece('p', 'a sign', 'hardwood'),
  blank: { way: 'given', marginMm: 0, kerfMm: 0, material: 'oak', soldMm: null, soldPrice: 4 },
};
const bare = plainPiece('p', 'a sign', 'hardwood');
const tin = (more: Partial<Can> = {}): Can => ({
  ...plainCan('tin', { productId: 'craft-acrylic' }),
  size: { kind: 'liquid', ml: 100 },
  price: 8,
  ...more,
});
const use = (id: string, amount: number, more: Partial<CanUse> = {}): CanUse => ({
  id,
  canId: 'tin',
  at: '2026-11-25T09:00:00Z',
  as: 'used',
  amount,
  pieceId: 'p',
  eventId: null,
  note: '',
  ...more,
});
const LAID = [{ productId: 'craft-acrylic', name: 'craft acrylic' }];
const money: MoneySettings = { ...PLAIN_MONEY, ratePerHour: 30 };
const spent = (cans: Can[], uses: CanUse[], minutes: number | null = 40, laid = LAID, of = piece, rates = money) =>
  spentOn(of, laid, cans, uses, minutes, rates, all);

describe('what a piece has cost', () => {
  test('is what was taken for it by the price of a full one, and the marked time', () => {
    const { lines, materials, time, total, without } = spent([tin()], [use('a', 20), use('b', 5)]);
    expect(lines).toEqual([
      { label: 'craft acrylic, 25 ml', cost: 2, why: 'by what was taken of it' },
      { label: 'the piece itself', cost: 4, why: 'by what is used of it' },
    ]);
    expect([materials, time, total, without]).toEqual([6, 20, 26, []]);
  });

  test.each<[name: string, uses: CanUse[]]>([
    ['for another piece', [use('a', 20, { pieceId: 'q' })]],
    ['as a look at what is left', [use('a', 20, { as: 'left' })]],
  ])('does not count what was noted %s', (_name, uses) => {
    expect(spent([tin()], uses).lines[0]).toEqual({
      label: 'craft acrylic',
      cost: null,
      why: 'what was taken for it was not noted',
    });
  });

  test.each<[name: string, can: Can, why: string]>([
    ['a price', tin({ price: null }), 'its price is not known'],
    ['a size', tin({ size: null }), 'how much a full one holds is not known'],
  ])('names what has not %s, and is without it', (_name, can, why) => {
    const { lines, materials, without } = spent([can], [use('a', 20)]);
    expect(lines[0]).toMatchObject({ cost: null, why });
    expect([materials, without]).toEqual([4, [lines[0]!.label]]);
  });

  test('costs nothing of a can that cost nothing, and that is known', () => {
    expect(spent([tin({ price: 0 })], [use('a', 20)])).toMatchObject({ materials: 4, without: [] });
  });

  test('names what was laid once, however many coats of it there are', () => {
    expect(spent([], [], 40, [...LAID, ...LAID]).without).toEqual(['craft acrylic']);
  });

  test('is without time that nobody marked, or that has no rate; of nothing that is known it is not 0', () => {
    expect(spent([tin()], [use('a', 25)], null)).toMatchObject({
      time: null,
      total: 6,
      without: ['time, which was not marked'],
    });
    expect(spent([tin()], [use('a', 25)], 40, LAID, piece, PLAIN_MONEY)).toMatchObject({
      time: null,
      total: 6,
      without: ['your rate an hour'],
    });
    expect(spent([], [], null, LAID, bare)).toMatchObject({ total: null });
    // the time alone is known
    expect(spent([], [], 40, LAID, bare)).toMatchObject({ materials: 0, total: 20 });
    expect(spent([], [], 0, LAID, bare)).toMatchObject({ time: 0, total: 0 });
  });
});
