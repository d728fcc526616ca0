import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { faultsOf, puzzleOf } from '../testing/rectangles.ts';
import { draws, runs } from '../testing/runs.ts';
import { cutFromStock, type CutFromStock, type FromStockInput, type Stock, type StockPiece } from './index.ts';

const cut = (input: FromStockInput): CutFromStock => {
  const answer = cutFromStock(input);
  if (!answer.ok) throw new Error(answer.problems[0]!.given);
  return answer;
};
const piece = (id: string, widthMm: number, heightMm: number, count = 1, mayTurn = false): StockPiece => ({
  id,
  widthMm,
  heightMm,
  count,
  mayTurn,
});
const stock = (id: string, kind: Stock['kind'], widthMm: number, heightMm: number): Stock => ({
  id,
  kind,
  widthMm,
  heightMm,
});
const ROLL = stock('roll', 'roll', 305, 3000);
const laid = (pieces: StockPiece[], on: Stock[], gapMm = 6, marginMm = 0) =>
  cut({ pieces, stock: on, gapMm, marginMm });

const side = (low: number, high: number) => fc.integer({ min: low * 10, max: high * 10 }).map((tenths) => tenths / 10);
const anyInput = fc.record({
  pieces: fc
    .array(
      fc.record({
        widthMm: side(10, 220),
        heightMm: side(10, 220),
        count: fc.integer({ min: 0, max: 5 }),
        mayTurn: fc.boolean(),
      }),
      {
        minLength: 1,
        maxLength: 8,
      },
    )
    .map((list) => list.map((one, at) => ({ id: `p${at}`, ...one }))),
  stock: fc
    .array(
      fc.record({
        kind: fc.constantFrom<Stock['kind']>('roll', 'sheet', 'offcut', 'offcut'),
        widthMm: side(60, 320),
        heightMm: side(60, 420),
      }),
      { minLength: 1, maxLength: 7 },
    )
    .map((list) => list.map((one, at) => ({ id: `s${at}`, ...one }))),
  gapMm: fc.constantFrom(0, 2.5, 6),
  marginMm: fc.constantFrom(0, 3, 7.5),
});

describe('pieces from what is there', () => {
  test('lie on their stock, clear of each other, none lost; what is said of film, offcuts and rests is so', () =>
    fc.assert(
      fc.property(anyInput, (input) => {
        const answer = cut(input);
        expect(faultsOf(input, answer)).toEqual([]);
        const used = new Set(answer.placed.map(({ stockId }) => stockId));
        const of = (kind: Stock['kind']) => input.stock.filter((one) => one.kind === kind && used.has(one.id));
        expect(answer.offcutsUsed).toEqual(of('offcut').map(({ id }) => id));
        const reachOf = (roll: Stock) =>
          Math.max(
            ...answer.placed
              .filter(({ stockId }) => stockId === roll.id)
              .map(({ id, y, turned }) => {
                const one = input.pieces.find((other) => other.id === id)!;
                return y + (turned ? one.widthMm : one.heightMm) + input.marginMm;
              }),
          );
        const rolls = of('roll');
        expect(answer.rollMm).toBeCloseTo(Math.max(0, ...rolls.map(reachOf)), 6);
        const sheets = of('sheet').reduce((sum, { widthMm, heightMm }) => sum + widthMm * heightMm, 0);
        expect(answer.newFilmMm2).toBeCloseTo(
          sheets + rolls.reduce((sum, roll) => sum + roll.widthMm * reachOf(roll), 0),
          3,
        );
        for (const { stockId, widthMm, heightMm } of answer.offcutsLeft) {
          expect([used.has(stockId), Math.min(widthMm, heightMm) >= 80]).toEqual([true, true]);
        }
      }),
      draws(40, 400),
    ));

  test.each([
    ['with 10 mm to spare', { pieces: 25, offcuts: 4, spareMm: 10, mayTurn: false, sidesMm: [200, 400] }, 0],
    ['with nothing to spare', { pieces: 25, offcuts: 4, spareMm: 0, mayTurn: false, sidesMm: [200, 400] }, 0],
    ['that may be turned', { pieces: 25, offcuts: 4, spareMm: 0, mayTurn: true, sidesMm: [200, 400], marginMm: 5 }, 0],
    ['60 of them on 30 offcuts', { pieces: 60, offcuts: 30, spareMm: 10, mayTurn: false, sidesMm: [110, 260] }, 0.02],
  ] as const)('%s, no more than a share of them goes on new film where none is needed', (_name, puzzle, share) => {
    for (let seed = 301; seed <= 300 + runs(2, 12); seed += 1) {
      const input = puzzleOf(seed, puzzle);
      const answer = cut(input);
      expect([seed, faultsOf(input, answer), answer.unplaced]).toEqual([seed, [], []]);
      const areaOf = new Map(input.pieces.map(({ id, widthMm, heightMm }) => [id, widthMm * heightMm]));
      const sum = (ids: readonly string[]) => ids.reduce((all, id) => all + areaOf.get(id)!, 0);
      const onNew = answer.placed.filter(({ stockId }) => stockId === 'roll').map(({ id }) => id);
      expect(sum(onNew)).toBeLessThanOrEqual(share * sum([...areaOf.keys()]));
    }
  });

  test.each([
    ['rows of five', [piece('label', 55, 13, 26)], 108],
    ['sixteen on end and two rows of five', [piece('label', 55, 13, 26, true)], 93],
    ['three across, the last row short', [piece('tile', 97, 40, 8)], 132],
    ['what is too wide lies along the roll', [piece('banner', 900, 120, 1, true)], 900],
    ['nothing', [piece('none', 50, 50, 0)], 0],
  ])('a roll is cut as short as can be: %s', (_name, pieces, rollMm) =>
    expect(laid(pieces, [ROLL]).rollMm).toBe(rollMm),
  );

  test('a margin stays free on every edge, and counts to what is cut off', () => {
    const { placed, rollMm } = laid([piece('a', 100, 50, 2)], [stock('roll', 'roll', 220, 500)], 6, 5);
    expect(placed.map(({ x, y }) => [x, y])).toEqual([
      [5, 5],
      [111, 5],
    ]);
    expect(rollMm).toBe(60);
  });

  test('gaps are kept to the last tenth: what would fit without them does not', () => {
    const two = [piece('a', 100, 100, 2)];
    const on = (widthMm: number) => laid(two, [stock('o', 'offcut', widthMm, 100)]).unplaced;
    expect(on(206)).toEqual([]);
    expect(on(205.9)).toEqual(['a']);
  });

  test('the fewest offcuts are broken into, then the largest single rest is left', () => {
    const three = [piece('a', 90, 90, 3)];
    expect(
      laid(three, [
        stock('s1', 'offcut', 100, 100),
        stock('s2', 'offcut', 100, 100),
        stock('s3', 'offcut', 100, 100),
        stock('l', 'offcut', 300, 100),
      ]).offcutsUsed,
    ).toEqual(['l']);
    const one = laid([piece('a', 90, 90)], [stock('long', 'offcut', 400, 300), stock('wide', 'offcut', 300, 200)]);
    expect(one.offcutsUsed).toEqual(['wide']);
    expect(one.offcutsLeft).toEqual([
      { stockId: 'wide', widthMm: 204, heightMm: 200 },
      { stockId: 'wide', widthMm: 96, heightMm: 104 },
    ]);
  });

  test('an offcut is not broken into where it spares no new film', () => {
    const answer = laid(
      [piece('a', 300, 100), piece('b', 100, 100)],
      [stock('o', 'offcut', 110, 110), stock('r', 'roll', 406, 1000)],
    );
    expect([answer.offcutsUsed, answer.newFilmMm2]).toEqual([[], 40_600]);
  });

  test('sheets are spent whole, as few as will do; a roll where it takes less', () => {
    const sheets = [stock('s1', 'sheet', 305, 305), stock('s2', 'sheet', 305, 305), stock('s3', 'sheet', 305, 305)];
    expect(laid([piece('a', 140, 140, 6)], sheets)).toMatchObject({
      newFilmMm2: 2 * 305 * 305,
      rollMm: 0,
      unplaced: [],
    });
    expect(laid([piece('a', 140, 140, 2)], [...sheets, ROLL])).toMatchObject({ newFilmMm2: 305 * 140, rollMm: 140 });
  });

  test('where one roll is too short the next follows', () => {
    const rolls = [stock('r1', 'roll', 305, 1000), stock('r2', 'roll', 305, 700)];
    const answer = laid([piece('a', 200, 300, 5)], rolls);
    expect([answer.unplaced, answer.placed.filter(({ stockId }) => stockId === 'r1').length]).toEqual([[], 3]);
    expect(laid([piece('a', 200, 300, 6)], rolls).unplaced).toEqual(['a']);
  });

  test('what fits no stock is named, and the others are laid', () => {
    const answer = laid([piece('wide', 320, 330), piece('small', 50, 50)], [ROLL, stock('o', 'offcut', 100, 100)]);
    expect([answer.unplaced, answer.placed.map(({ id }) => id)]).toEqual([['wide'], ['small']]);
    expect(laid([piece('a', 200, 200, 3)], [stock('o', 'offcut', 200, 406)]).unplaced).toEqual(['a']);
    expect(laid([piece('long', 200, 900, 4)], [stock('short', 'roll', 305, 1900)]).unplaced).toEqual(['long', 'long']);
  });

  test.each<[Partial<FromStockInput>, string]>([
    [{ pieces: [piece('a', 0, 10)] }, 'pieces.0.widthMm'],
    [{ pieces: [piece('a', 10, -3)] }, 'pieces.0.heightMm'],
    [{ pieces: [piece('a', 10, 10, 1.5)] }, 'pieces.0.count'],
    [{ pieces: [piece('a', 10, 10), piece('a', 20, 20)] }, 'pieces'],
    [{ stock: [ROLL, ROLL] }, 'stock'],
    [{ stock: [stock('o', 'offcut', Number.NaN, 10)] }, 'stock.0.widthMm'],
    [{ gapMm: -1 }, 'gapMm'],
    [{ marginMm: Infinity }, 'marginMm'],
  ])('%j is refused', (wrong, at) => {
    const answer = cutFromStock({ pieces: [piece('a', 10, 10)], stock: [ROLL], gapMm: 6, marginMm: 0, ...wrong });
    expect(answer.ok ? [] : answer.problems.map((problem) => problem.at)).toEqual([at]);
  });
});
