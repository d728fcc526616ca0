import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Outcome } from '../problem/index.ts';
import { draws } from '../testing/runs.ts';
import {
  coatNeed,
  mixFor,
  packsFor,
  priceOf,
  scaleRecipe,
  type CoatNeedInput,
  type MixInput,
  type Pack,
  type PriceInput,
  type RecipeTarget,
} from './index.ts';

/** Where a call was refused; nothing where it was not. */
const refusedAt = (answer: { ok: boolean; problems?: readonly { at?: string }[] }) =>
  answer.problems?.map(({ at }) => at) ?? [];
const done = <T extends object>(answer: Outcome<T>): T => {
  if (!answer.ok) throw new Error(answer.problems[0]!.given);
  return answer;
};
const positive = (most: number) => fc.integer({ min: 1, max: most * 10 }).map((tenths) => tenths / 10);
const range = (most: number) =>
  fc.tuple(positive(most), positive(most), positive(most)).map((three) => {
    const [low, typical, high] = three.sort((one, other) => one - other) as [number, number, number];
    return { low, typical, high };
  });

describe('what coats take', () => {
  const sign: CoatNeedInput = {
    areaMm2: 756_000,
    coats: 2,
    coverM2PerL: { low: 10, typical: 12, high: 14 },
    lossPct: { low: 5, typical: 10, high: 15 },
  };
  const need = (more: Partial<CoatNeedInput>) => done(coatNeed({ ...sign, ...more }));

  test('the low end has the best cover and the least loss, the high end the other way round', () => {
    const { low, typical, high } = need({});
    expect([low, typical, high].map((ml) => ml.toFixed(2))).toEqual(['113.40', '138.60', '173.88']);
  });

  test('more area, more coats or more loss never need less, and the ends stay in order', () =>
    fc.assert(
      fc.property(
        positive(1e5),
        fc.integer({ min: 0, max: 9 }),
        range(30),
        range(200),
        positive(1e5),
        (areaMm2, coats, coverM2PerL, lossPct, more) => {
          const input = { areaMm2, coats, coverM2PerL, lossPct };
          const before = done(coatNeed(input));
          expect(before.low).toBeLessThanOrEqual(before.typical);
          expect(before.typical).toBeLessThanOrEqual(before.high);
          const lossier = { low: lossPct.low + 1, typical: lossPct.typical + 1, high: lossPct.high + 1 };
          for (const change of [{ areaMm2: areaMm2 + more }, { coats: coats + 1 }, { lossPct: lossier }]) {
            const after = done(coatNeed({ ...input, ...change }));
            for (const end of ['low', 'typical', 'high'] as const)
              expect(after[end]).toBeGreaterThanOrEqual(before[end]);
          }
        },
      ),
      draws(60, 400),
    ));

  test.each<[Partial<CoatNeedInput>, string]>([
    [{ areaMm2: -1 }, 'areaMm2'],
    [{ coats: Number.NaN }, 'coats'],
    [{ coverM2PerL: { low: 0, typical: 1, high: 2 } }, 'coverM2PerL.low'],
    [{ lossPct: { low: 20, typical: 10, high: 30 } }, 'lossPct'],
  ])('%j is refused', (wrong, at) => expect(refusedAt(coatNeed({ ...sign, ...wrong }))).toEqual([at]));
});

describe('a mix', () => {
  const two: MixInput = { volumeMl: 24, ratio: [2, 1], by: 'volume', leastPartMl: 10 };
  const mix = (more: Partial<MixInput>) => done(mixFor({ ...two, ...more }));

  test.each<[string, Partial<MixInput>, object]>([
    [
      'raised to the least measure',
      {},
      { mixes: 1, parts: [{ ml: 20 }, { ml: 10 }], mixedMl: 30, spareMl: 6, raisedFor: 1 },
    ],
    ['just what is needed', { volumeMl: 60 }, { mixes: 1, parts: [{ ml: 40 }, { ml: 20 }], mixedMl: 60, spareMl: 0 }],
    [
      'in equal mixes of one pot life',
      { volumeMl: 150, batchMl: 60 },
      { mixes: 3, parts: [{ ml: 50 / 1.5 }, { ml: 25 / 1.5 }], mixedMl: 150, spareMl: 0 },
    ],
    ['each of them raised', { volumeMl: 62, batchMl: 60 }, { mixes: 2, parts: [{ ml: 62 / 3 }, { ml: 31 / 3 }] }],
    ['a batch to the brim is one mix', { volumeMl: 60, batchMl: 60 }, { mixes: 1 }],
    ['nothing', { volumeMl: 0, batchMl: 60 }, { mixes: 0, mixedMl: 0, spareMl: 0 }],
    [
      'by weight, as volumes',
      { volumeMl: 70, ratio: [100, 45], by: 'weight', densities: [1.1, 0.99] },
      {
        parts: [
          { ml: 46.6667, g: 51.3333 },
          { ml: 23.3333, g: 23.1 },
        ],
      },
    ],
    [
      'by volume, weighed',
      { volumeMl: 60, densities: [1.1, 1] },
      {
        parts: [
          { ml: 40, g: 44 },
          { ml: 20, g: 20 },
        ],
      },
    ],
  ])('%s', (_name, more, expected) => {
    const { parts, ...rest } = mix(more);
    const { parts: wanted = [], ...others } = expected as { parts?: { ml: number; g?: number }[] };
    expect(rest).toMatchObject(others);
    wanted.forEach((part, at) => {
      expect(parts[at]!.ml).toBeCloseTo(part.ml, 3);
      if (part.g !== undefined) expect(parts[at]!.g).toBeCloseTo(part.g, 3);
    });
  });

  test('parts keep the ratio, none is below the least measure, no mix above a batch, and there is enough', () =>
    fc.assert(
      fc.property(
        positive(500),
        fc.array(positive(10), { minLength: 2, maxLength: 4 }),
        fc.constantFrom<MixInput['by']>('volume', 'weight'),
        fc.option(positive(200), { nil: undefined }),
        (volumeMl, ratio, by, batchMl) => {
          const densities = ratio.map((_, at) => 0.8 + at / 4);
          const answer = mixFor({ volumeMl, ratio, by, densities, leastPartMl: 5, batchMl });
          if (!answer.ok) {
            expect(answer.problems.map(({ code }) => code)).toEqual(['mix-over-batch']);
            return;
          }
          const { parts, mixes, mixedMl, spareMl } = answer;
          const one = parts.reduce((sum, { ml }) => sum + ml, 0);
          parts.forEach(({ ml, g }, at) => {
            expect((by === 'volume' ? ml : g!) / (by === 'volume' ? parts[0]!.ml : parts[0]!.g!)).toBeCloseTo(
              ratio[at]! / ratio[0]!,
              6,
            );
            expect(ml).toBeGreaterThanOrEqual(5 - 1e-6);
            expect(g).toBeCloseTo(ml * densities[at]!, 6);
          });
          expect(one).toBeLessThanOrEqual((batchMl ?? Infinity) + 1e-6);
          expect(mixedMl).toBeCloseTo(one * mixes, 6);
          expect(mixedMl - spareMl).toBeCloseTo(volumeMl, 6);
          expect(spareMl).toBeGreaterThanOrEqual(0);
          if (batchMl !== undefined) expect((mixes - 1) * batchMl).toBeLessThan(volumeMl);
        },
      ),
      draws(100, 600),
    ));

  test.each<[Partial<MixInput>, string]>([
    [{ ratio: [1] }, 'ratio'],
    [{ ratio: [2, 0] }, 'ratio.1'],
    [{ by: 'weight' }, 'densities'],
    [{ densities: [1.1] }, 'densities'],
    [{ volumeMl: -5 }, 'volumeMl'],
    [{ batchMl: 0 }, 'batchMl'],
    [{ batchMl: 25 }, 'batchMl'],
  ])('%j is refused', (wrong, at) => expect(refusedAt(mixFor({ ...two, ...wrong }))).toEqual([at]));
});

describe('a recipe', () => {
  const recipe = {
    parts: [
      { id: 'salt', massG: 25 },
      { id: 'water', massG: 250 },
      { id: 'thickener', massG: 15 },
    ],
  };

  test.each<[RecipeTarget, number[], number]>([
    [{ totalG: 145 }, [12.5, 125, 7.5], 145],
    [{ part: 'salt', massG: 10 }, [10, 100, 6], 116],
    [{ areaMm2: 20_000, gPerM2: 290 }, [0.5, 5, 0.3], 5.8],
    [{ totalG: 0 }, [0, 0, 0], 0],
  ])('%j', (to, masses, totalG) => {
    const scaled = done(scaleRecipe(recipe, to));
    expect(scaled.parts).toEqual(recipe.parts.map(({ id }, at) => ({ id, massG: masses[at] })));
    expect(scaled.totalG).toBe(totalG);
  });

  test.each<[object, string]>([
    [{ to: { part: 'sugar', massG: 3 } }, 'part'],
    [{ to: { totalG: -3 } }, 'totalG'],
    [{ to: { areaMm2: 100, gPerM2: Infinity } }, 'gPerM2'],
    [{ parts: [{ id: 'salt', massG: 0 }] }, 'parts'],
    [{ parts: [...recipe.parts, { id: 'salt', massG: 1 }] }, 'parts'],
    [
      {
        parts: [
          { id: 'salt', massG: 0 },
          { id: 'water', massG: 5 },
        ],
        to: { part: 'salt', massG: 1 },
      },
      'part',
    ],
  ])('%j is refused', (wrong, at) => {
    const { parts, to } = { parts: recipe.parts, to: { totalG: 10 }, ...wrong };
    expect(refusedAt(scaleRecipe({ parts }, to))).toEqual([at]);
  });
});

describe('packs', () => {
  const buy = (need: number, packs: Pack[]) => done(packsFor({ need, packs }));
  const paints = [
    { size: 250, price: 9.5 },
    { size: 750, price: 21 },
  ];

  test.each<[string, number, Pack[], object]>([
    ['a large one is cheaper', 620, paints, { counts: [0, 1], price: 21, left: 130 }],
    ['both', 1000, paints, { counts: [1, 1], price: 30.5, left: 0 }],
    ['just enough is enough', 750, paints, { counts: [0, 1], left: 0 }],
    ['nothing', 0, paints, { counts: [0, 0], price: 0, left: 0 }],
    [
      'of the same money the least left over',
      90,
      [
        { size: 100, price: 5 },
        { size: 200, price: 5 },
      ],
      { counts: [1, 0], left: 10 },
    ],
    [
      'then the fewest packs',
      200,
      [
        { size: 100, price: 5 },
        { size: 200, price: 10 },
      ],
      { counts: [0, 1] },
    ],
    [
      'money is added in coins',
      3,
      [
        { size: 1, price: 0.1 },
        { size: 3, price: 0.3 },
      ],
      { counts: [0, 1], price: 0.3 },
    ],
    [
      'of unknown price only where there is no other',
      500,
      [
        { size: 500, price: null },
        { size: 300, price: 8 },
      ],
      { counts: [0, 2], price: 16 },
    ],
    [
      'no price known',
      500,
      [
        { size: 500, price: null },
        { size: 300, price: null },
      ],
      { counts: [1, 0], price: null, left: 0 },
    ],
    [
      'a need beyond the table',
      1e7,
      [
        { size: 0.7, price: 1 },
        { size: 1000.3, price: 900 },
      ],
      { left: expect.any(Number) },
    ],
  ])('%s', (_name, need, packs, expected) => expect(buy(need, packs)).toMatchObject(expected));

  test('cover the need, and nothing that covers it is cheaper', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 60 }),
        fc.array(fc.record({ size: fc.integer({ min: 1, max: 25 }), price: fc.integer({ min: 0, max: 30 }) }), {
          minLength: 1,
          maxLength: 3,
        }),
        (need, packs) => {
          const { counts, price, left } = buy(need, packs);
          const sum = (of: (pack: (typeof packs)[number]) => number, many: readonly number[]) =>
            packs.reduce((all, pack, at) => all + many[at]! * of(pack), 0);
          expect(sum(({ size }) => size, counts) - need).toBeCloseTo(left, 9);
          expect(left).toBeGreaterThanOrEqual(0);
          expect(sum(({ price: each }) => each, counts)).toBeCloseTo(price!, 9);
          let [least, leastLeft] = [Infinity, Infinity];
          const all = (many: number[]): void => {
            if (many.length < packs.length) {
              for (let count = 0; count <= Math.ceil(need / packs[many.length]!.size); count += 1)
                all([...many, count]);
              return;
            }
            const over = sum(({ size }) => size, many) - need;
            const cost = sum(({ price: each }) => each, many);
            if (over >= 0 && (cost < least || (cost === least && over < leastLeft))) [least, leastLeft] = [cost, over];
          };
          all([]);
          expect([price, left]).toEqual([least, leastLeft]);
        },
      ),
      draws(60, 400),
    ));

  test.each<[number, Pack[], string]>([
    [-1, paints, 'need'],
    [10, [{ size: 0, price: 1 }], 'packs.0.size'],
    [10, [{ size: 5, price: -1 }], 'packs.0.price'],
    [10, [], 'packs'],
  ])('%d of %j is refused', (need, packs, at) => expect(refusedAt(packsFor({ need, packs }))).toEqual([at]));
});

describe('what a piece costs', () => {
  const disc: PriceInput = {
    materials: 1.86,
    minutes: 24,
    ratePerHour: 15,
    overheadPct: 10,
    spoilPct: 8,
    feePct: 6.5,
    marginPct: 20,
    roundTo: 0.5,
  };

  test('overhead on all, spoilt pieces and fee by division, rounded up', () => {
    const { cost, price } = done(priceOf(disc));
    expect([cost.toFixed(4), price]).toEqual(['9.3978', 12.5]);
    expect(done(priceOf({ ...disc, roundTo: 0 })).price).toBeCloseTo(12.0614, 4);
    expect(
      done(priceOf({ ...disc, materials: 10, minutes: 0, overheadPct: 0, spoilPct: 0, feePct: 0, marginPct: 20 }))
        .price,
    ).toBe(12);
  });

  test('costs add up: two halves cost what the whole does', () =>
    fc.assert(
      fc.property(positive(500), positive(500), positive(300), (one, other, minutes) => {
        const cost = (materials: number, time: number) => done(priceOf({ ...disc, materials, minutes: time })).cost;
        expect(cost(one, minutes) + cost(other, 0)).toBeCloseTo(cost(one + other, minutes), 6);
      }),
      draws(40, 200),
    ));

  test.each<[Partial<PriceInput>, string]>([
    [{ materials: Number.NaN }, 'materials'],
    [{ spoilPct: 100 }, 'spoilPct'],
    [{ feePct: 120 }, 'feePct'],
    [{ minutes: -1 }, 'minutes'],
  ])('%j is refused', (wrong, at) => expect(refusedAt(priceOf({ ...disc, ...wrong }))).toEqual([at]));
});
