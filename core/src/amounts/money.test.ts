import { describe, expect, test } from '@jest/globals';
import { plainPiece, type Piece, type Trim } from '../piece/index.ts';
import { plainCan, type Can } from '../shelf/index.ts';
import { buyTable, costOf, PLAIN_MONEY, toBuy, type AmountLine, type MoneySettings, type Need } from './index.ts';

const need = (ml: number, more: Partial<Need> = {}): Need => ({
  pieceId: 'p',
  operationId: 'ground',
  label: 'ground',
  productId: 'craft-acrylic',
  tint: 'ground',
  colour: null,
  unit: 'ml',
  need: { low: ml / 2, typical: ml, high: 2 * ml },
  each: { low: ml / 2, typical: ml, high: 2 * ml },
  because: [{ words: 'because' }],
  isGuess: false,
  isTight: true,
  ...more,
});
const lineOf = (ml: number, more: Partial<AmountLine> = {}): AmountLine => ({
  id: 'line',
  productId: 'craft-acrylic',
  name: 'craft acrylic',
  colour: null,
  unit: 'ml',
  need: { low: ml / 2, typical: ml, high: 2 * ml },
  demand: 2 * ml,
  doneShare: 0,
  needs: [need(ml)],
  unknown: [],
  isGuess: false,
  cans: [],
  missing: 2 * ml,
  by: null,
  layout: null,
  ...more,
});
const can = (id: string, ml: number, price: number | null, boughtOn = '2026-01-01'): Can => ({
  ...plainCan(id, { productId: 'craft-acrylic' }),
  size: { kind: 'liquid', ml },
  price,
  boughtOn,
});
const money: MoneySettings = {
  currency: 'EUR',
  ratePerHour: 15,
  overheadPct: 10,
  spoilPct: 8,
  feePct: 6.5,
  marginPct: 20,
  roundTo: 0.5,
};

/** A piece that is there already and cost nothing. */
const there = (quantity: number): Piece => ({
  ...plainPiece('p', 'sign', 'plywood'),
  quantity,
  blank: { way: 'given', marginMm: 0, kerfMm: 0, material: 'plank', soldMm: null, soldPrice: 0 },
});
const priced = (
  lines: readonly AmountLine[],
  cans: readonly Can[],
  minutes: number,
  quantity: number,
  rates: MoneySettings,
) => {
  const cost = costOf(there(quantity), lines, cans, minutes, rates);
  return { ...cost, lines: cost.lines.filter(({ label }) => label !== 'the piece itself') };
};

describe('what a piece costs', () => {
  test('the share that is used of each can, by the typical figure, and time', () => {
    const line = lineOf(20, { cans: [{ canId: 'a', takes: 40 }], missing: 0 });
    const { lines, materials, time, costEach, priceEach, without } = priced([line], [can('a', 100, 9.3)], 24, 1, money);
    expect(lines).toEqual([{ label: 'craft acrylic', cost: 1.86, why: expect.any(String) }]);
    expect([materials, time, costEach, priceEach, without]).toEqual([1.86, 6, 9.4, 12.5, []]);
  });

  test('of several cans each its share; what is missing as the last of it cost', () => {
    const line = lineOf(20, { cans: [{ canId: 'a', takes: 20 }], missing: 20 });
    const cans = [can('a', 100, 10), can('old', 100, 40, '2025-01-01'), can('new', 100, 20, '2026-06-01')];
    expect(priced([line], cans, 0, 1, money).materials).toBe(3);
  });

  test('an unknown price is no 0: it is named, and there is no asking price', () => {
    const line = lineOf(20, { cans: [{ canId: 'a', takes: 40 }], missing: 0, colour: 'white' });
    const known = lineOf(20, { cans: [{ canId: 'b', takes: 40 }], missing: 0 });
    const cost = priced([line, known], [{ ...can('a', 100, null), productId: 'x' }, can('b', 100, 5)], 60, 1, money);
    expect(cost.lines.map((one) => one.cost)).toEqual([1, 1]);
    const unpriced = priced(
      [line, known],
      [can('a', 100, null), { ...can('b', 100, 5), productId: 'x' }],
      60,
      1,
      money,
    );
    expect(unpriced).toMatchObject({ materials: 1, priceEach: null, without: ['craft acrylic, white'] });
    expect(priced([known], [can('b', 100, 5)], 60, 1, PLAIN_MONEY)).toMatchObject({
      priceEach: null,
      time: null,
      without: ['your rate an hour', 'overhead', 'spoilt pieces', 'the fee of selling', 'a margin'],
    });
  });

  test('what cannot be reckoned is not priced', () => {
    const unsaid = lineOf(20, { need: null, missing: null });
    const partly = lineOf(20, { unknown: [need(1, { need: null })] });
    const cost = priced([unsaid, partly], [can('a', 100, 5)], 0, 1, money);
    expect(cost.lines.map((one) => one.cost)).toEqual([null, null]);
    // never 0: of what nothing is known there is no cost
    const nothing = priced([unsaid], [], 60, 1, PLAIN_MONEY);
    expect([nothing.cost, nothing.costEach, nothing.priceEach]).toEqual([null, null, null]);
  });

  test('a batch costs its pieces', () => {
    const line = lineOf(20, { cans: [{ canId: 'a', takes: 40 }], missing: 0 });
    const batch = priced([line], [can('a', 100, 50)], 240, 10, money);
    expect(batch.cost!).toBeCloseTo(10 * batch.costEach!, 0);
    expect(batch.materials).toBe(10);
  });
});

describe('what is to be bought', () => {
  test('in the cheapest packs of sizes that stood there before, at their last price, by the day less the lead', () => {
    const cans = [can('a', 60, 3), can('b', 250, 20, '2025-01-01'), can('c', 250, 8, '2026-05-01')];
    const [row] = toBuy([lineOf(100, { by: '2026-12-10T09:00:00.000Z' })], cans, 3);
    expect(row).toMatchObject({
      missing: 200,
      price: 8,
      by: '2026-12-07T09:00:00.000Z',
      packs: [{ count: 1, size: { ml: 250 } }],
    });
  });

  test('without a known size, nothing is made up; what is not planned comes last, what is there not at all', () => {
    const rows = toBuy(
      [
        lineOf(10),
        lineOf(10, { id: 'soon', by: '2026-12-01T09:00:00.000Z' }),
        lineOf(10, { missing: 0 }),
        lineOf(10, { id: 'unsaid', need: null, missing: null }),
      ],
      [],
      0,
    );
    expect(rows.map(({ line, packs, price }) => [line.id, packs, price])).toEqual([
      ['soon', [], null],
      ['line', [], null],
      ['unsaid', [], null],
    ]);
    expect(rows.map(({ missing }) => missing)).toEqual([20, 20, null]);
  });

  test('offcuts are no packs, and the list is a table', () => {
    const film = lineOf(1000, { unit: 'mm2', productId: 'film-stencil', name: 'film', colour: 'red, matte' });
    const offcut: Can = {
      ...plainCan('o', { productId: 'film-stencil' }),
      size: { kind: 'offcut', widthMm: 100, heightMm: 100 },
      price: 1,
    };
    const rows = toBuy([film], [offcut], 0);
    expect(rows[0]!.packs).toEqual([]);
    const text = buyTable([...rows, ...toBuy([lineOf(10)], [can('a', 60, 3)], 0)], new Map([['p', 'Path signs']]));
    expect(text.split(/\r?\n/)).toEqual([
      'product,colour,missing,packs,price,needed by,for',
      'film,"red, matte",20 cm²,,,,Path signs',
      'craft acrylic,,20 ml,1 × 60 ml,3.00,,Path signs',
    ]);
  });
});

describe('what goes on a piece besides its layers', () => {
  const trim = (more: Partial<Trim>): Trim => ({
    id: 't',
    name: 'jute rope',
    way: 'length',
    turns: 1,
    overlapMm: 0,
    widthMm: 30,
    lengthMm: 500,
    count: 2,
    kerfMm: 0,
    soldMm: null,
    soldPrice: null,
    ...more,
  });
  const bars = (name: string, lengthMm: number, price: number | null, boughtOn = '2026-01-01'): Can => ({
    ...plainCan(name + boughtOn, { name }),
    size: { kind: 'bars', lengthMm, count: 1 },
    price,
    boughtOn,
  });
  const costs = (piece: Partial<Piece>, cans: readonly Can[] = []) =>
    costOf({ ...there(3), ...piece }, [], cans, 0, money).lines.map(({ label, cost }) => [label, cost]);

  test('costs by its length with its cuts, as it is sold, else as it was bought last', () => {
    const sold = trim({ soldMm: 2000, soldPrice: 4, kerfMm: 3 });
    expect(costs({ trims: [sold] })).toContainEqual(['jute rope', 6.04]);
    const cans = [bars('Jute rope', 10_000, 5), bars('jute rope ', 10_000, 9, '2026-06-01'), bars('hemp', 1000, 1)];
    expect(costs({ trims: [trim({})] }, cans)).toContainEqual(['jute rope', 2.7]);
    expect(costs({ trims: [trim({})] }, [bars('hemp', 1000, 1)])).toContainEqual(['jute rope', null]);
  });

  test('counted things cost by the piece', () => {
    const hooks = trim({ name: 'hook', way: 'count', count: 2 });
    const box: Can = { ...plainCan('h', { name: 'hook' }), size: { kind: 'pieces', count: 20 }, price: 8 };
    expect(costs({ trims: [hooks] }, [box])).toContainEqual(['hook', 2.4]);
    expect(costs({ trims: [{ ...hooks, soldPrice: 0.5 }] }, [box])).toContainEqual(['hook', 3]);
    expect(costs({ trims: [hooks] })).toContainEqual(['hook', null]);
  });

  test('the piece itself is no gift because nobody said what it cost', () => {
    expect(costs({ blank: null })).toEqual([['the piece itself', null]]);
    expect(costOf({ ...there(1), blank: null }, [], [], 60, money).priceEach).toBeNull();
    expect(costs({ blank: { ...there(1).blank!, soldPrice: 7 } })).toEqual([['the piece itself', 21]]);
    const sawn = { ...there(1).blank!, way: 'sawn' as const, soldMm: 2000, soldPrice: 10 };
    expect(costs({ blank: sawn })).toEqual([['the piece itself, of plank', null]]);
    const [part] = there(1).parts;
    const design = { ...part!.designs[0]!, widthMm: 400, heightMm: 100, scale: 1 };
    expect(costs({ blank: sawn, parts: [{ ...part!, designs: [design] }] })).toEqual([
      ['the piece itself, of plank', 6],
    ]);
  });
});
