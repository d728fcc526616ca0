import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { draws } from '../testing/runs.ts';
import { cutLengths, type CutLengths, type LengthsInput } from './index.ts';

const cut = (input: LengthsInput): CutLengths => {
  const answer = cutLengths(input);
  if (!answer.ok) throw new Error(answer.problems[0]!.given);
  return answer;
};

const anyList = (most: number, stocks: number): fc.Arbitrary<LengthsInput> =>
  fc.record({
    kerfMm: fc.constantFrom(0, 2.5, 3),
    pieces: fc
      .array(fc.record({ lengthMm: fc.integer({ min: 100, max: 1000 }), count: fc.integer({ min: 1, max: 3 }) }), {
        minLength: 1,
        maxLength: most,
      })
      .map((list) => list.map((one, at) => ({ name: `p${at}`, ...one }))),
    stock: fc
      .array(
        fc.record({
          lengthMm: fc.integer({ min: 400, max: 2400 }),
          count: fc.option(fc.integer({ min: 0, max: 4 }), { nil: null }),
          price: fc.constantFrom(0, 3, 4.5, 7, 11.37),
        }),
        { minLength: 1, maxLength: stocks },
      )
      .map((list) => list.map((one, at) => ({ name: `s${at}`, ...one }))),
  });

/** The least price by trying every bar for every cut, longest first; Infinity where the stock is not enough. */
const leastPrice = ({ pieces, stock, kerfMm }: LengthsInput): number => {
  const cuts = pieces
    .flatMap(({ lengthMm, count }) => Array<number>(count).fill(lengthMm))
    .sort((one, other) => other - one);
  const left = stock.map(({ count }) => count ?? Infinity);
  const open: number[] = [];
  let least = Infinity;
  const place = (at: number, price: number): void => {
    if (price >= least - 1e-9) return;
    if (at === cuts.length) {
      least = price;
      return;
    }
    const length = cuts[at]! + kerfMm;
    const tried = new Set<number>();
    for (let bar = 0; bar < open.length; bar += 1) {
      if (open[bar]! < length - 1e-9 || tried.has(open[bar]!)) continue;
      tried.add(open[bar]!);
      open[bar]! -= length;
      place(at + 1, price);
      open[bar]! += length;
    }
    stock.forEach(({ lengthMm, price: cost }, kind) => {
      if (!left[kind] || lengthMm + kerfMm < length - 1e-9) return;
      left[kind]! -= 1;
      open.push(lengthMm + kerfMm - length);
      place(at + 1, price + cost);
      open.pop();
      left[kind]! += 1;
    });
  };
  place(0, 0);
  return least;
};

describe('lengths from stock', () => {
  test('every cut is made once, none beyond its bar, and the price is that of the bars', () =>
    fc.assert(
      fc.property(anyList(8, 4), (list) => {
        const answer = cutLengths(list);
        if (!answer.ok) {
          expect(answer.problems.map(({ code }) => code)).toEqual(
            answer.problems.map(() => expect.stringMatching(/^(too-long|not-enough)$/)),
          );
          return;
        }
        const cuts = answer.bars.flatMap((bar) => bar.cuts);
        for (const { name, lengthMm, count } of list.pieces)
          expect(cuts.filter((one) => one.name === name && one.lengthMm === lengthMm).length).toBe(count);
        for (const { stock, cuts: own, leftMm } of answer.bars) {
          const { lengthMm } = list.stock.find(({ name }) => name === stock)!;
          const used = own.reduce((sum, one) => sum + one.lengthMm + list.kerfMm, 0);
          expect(used).toBeLessThanOrEqual(lengthMm + list.kerfMm + 1e-6);
          expect(leftMm).toBeCloseTo(Math.max(0, lengthMm - used), 6);
        }
        for (const { name, count } of list.stock)
          expect(answer.bars.filter(({ stock }) => stock === name).length).toBeLessThanOrEqual(count ?? Infinity);
        const paid = answer.bars.reduce(
          (sum, { stock }) => sum + list.stock.find(({ name }) => name === stock)!.price,
          0,
        );
        expect(answer.price).toBeCloseTo(paid, 6);
        expect(answer.bound).toBeLessThanOrEqual(answer.price);
      }),
      draws(100, 1000),
    ));

  test('no cutting is cheaper, and what cannot be cut is said to be so', () =>
    fc.assert(
      fc.property(anyList(4, 3), (list) => {
        const answer = cutLengths(list);
        expect(answer.ok ? answer.price : Infinity).toBeCloseTo(leastPrice(list), 6);
        if (answer.ok) expect(answer.bound).toBeCloseTo(answer.price, 6);
      }),
      draws(120, 1000),
    ));

  test('the last cut of a bar needs no kerf behind it', () => {
    const list = (lengthMm: number): LengthsInput => ({
      kerfMm: 3,
      pieces: [{ name: 'slat', lengthMm, count: 4 }],
      stock: [{ name: 'bar', lengthMm: 1009, count: null, price: 2 }],
    });
    expect(cut(list(250)).bars).toMatchObject([{ leftMm: 0 }]);
    expect(cut(list(250.1)).bars).toHaveLength(2);
  });

  test('leftovers come before what is paid for, and of the same money the fewest bars', () => {
    const answer = cut({
      kerfMm: 0,
      pieces: [{ name: 'a', lengthMm: 500, count: 4 }],
      stock: [
        { name: 'short', lengthMm: 500, count: null, price: 0 },
        { name: 'long', lengthMm: 1000, count: 2, price: 0 },
        { name: 'new', lengthMm: 2000, count: null, price: 5 },
      ],
    });
    expect([answer.price, answer.bars.map(({ stock }) => stock)]).toEqual([0, ['long', 'long']]);
  });

  test('cuts of one length keep the names that they were given', () => {
    const { bars } = cut({
      kerfMm: 3,
      pieces: [
        { name: 'rail', lengthMm: 400, count: 2 },
        { name: 'post', lengthMm: 400, count: 1 },
        { name: 'none', lengthMm: 9000, count: 0 },
      ],
      stock: [{ name: 'plank', lengthMm: 2400, count: null, price: 11 }],
    });
    expect(bars).toEqual([
      {
        stock: 'plank',
        cuts: [
          { name: 'rail', lengthMm: 400 },
          { name: 'rail', lengthMm: 400 },
          { name: 'post', lengthMm: 400 },
        ],
        leftMm: 1191,
      },
    ]);
  });

  const plank = { name: 'plank', lengthMm: 2400, count: null, price: 11 };
  const rail = { name: 'rail', lengthMm: 900, count: 2 };
  test.each<[Partial<LengthsInput>, string, RegExp]>([
    [{ pieces: [{ name: 'beam', lengthMm: 2500, count: 1 }, rail] }, 'pieces', /"beam" is 2500 mm/],
    [{ stock: [{ ...plank, count: 0 }] }, 'pieces', /"rail"/],
    [{ stock: [{ ...plank, lengthMm: 1000, count: 1 }] }, 'stock', /2 × "rail" of 900 mm.*1 × "plank"/],
    [{ stock: [plank, plank] }, 'stock', /"plank" was given more than once/],
    [{ pieces: [{ ...rail, count: -1 }] }, 'pieces.0.count', /-1/],
    [{ pieces: [{ ...rail, count: 2001 }] }, 'pieces', /2001 cuts/],
    [{ stock: [{ ...plank, price: Number.NaN }] }, 'stock.0.price', /NaN/],
    [{ kerfMm: -2 }, 'kerfMm', /-2/],
  ])('%j is refused', (wrong, at, given) => {
    const answer = cutLengths({ kerfMm: 3, pieces: [rail], stock: [plank], ...wrong });
    expect(answer.ok ? [] : answer.problems.map((problem) => problem.at)).toEqual([at]);
    expect(answer.ok ? '' : answer.problems[0]!.given).toMatch(given);
  });

  test('nothing to cut takes no bar', () =>
    expect(cut({ kerfMm: 3, pieces: [], stock: [plank] })).toEqual({ ok: true, bars: [], price: 0, bound: 0 }));
});
