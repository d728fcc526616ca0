import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { draws } from '../testing/runs.ts';
import { mixTo, readRatio, spoonsOf, type BenchMix } from './index.ts';

const epoxy: BenchMix = { names: ['resin', 'hardener'], ratio: [2, 1], by: 'volume', least: 10 };
const paste: BenchMix = { names: ['water', 'salt', 'starch'], ratio: [83, 10, 7], by: 'weight', least: 5 };
const mixed = (mix: BenchMix, target: Parameters<typeof mixTo>[1]) => {
  const answer = mixTo(mix, target);
  if (!answer.ok) throw new Error(answer.problems[0]!.given);
  return answer;
};

describe('a mix at the bench', () => {
  test('is made to the need, in as many cups as a pot life allows', () => {
    expect(mixed({ ...epoxy, batch: 60 }, { to: 'need', amount: 90 })).toEqual({
      ok: true,
      mixes: 2,
      parts: [30, 15],
      total: 45,
      spare: 0,
    });
  });

  test('is raised to what can be measured, and says for which part', () => {
    expect(mixed(epoxy, { to: 'need', amount: 24 })).toMatchObject({ parts: [20, 10], spare: 6, raisedFor: 1 });
    expect(mixed(epoxy, { to: 'least' })).toMatchObject({ mixes: 1, parts: [20, 10], total: 30, spare: 0 });
    expect(mixed(paste, { to: 'least' }).parts[2]).toBeCloseTo(5, 9);
  });

  test('is made of what is left, and never of more', () => {
    expect(mixed(epoxy, { to: 'left', part: 1, amount: 15 })).toMatchObject({ parts: [30, 15], total: 45 });
    expect(mixed(paste, { to: 'left', part: 1, amount: 10 })).toMatchObject({ parts: [83, 10, 7], total: 100 });
    expect(mixTo(epoxy, { to: 'left', part: 0, amount: 18 })).toMatchObject({
      ok: false,
      problems: [{ code: 'too-little-to-measure', given: expect.stringContaining('9 ml of hardener') }],
    });
    expect(mixTo(epoxy, { to: 'left', part: 0, amount: 20 })).toMatchObject({ ok: true });
  });

  test.each([
    [{ to: 'left', part: 5, amount: 20 }],
    [{ to: 'left', part: 0, amount: 0 }],
    [{ to: 'left', part: 0, amount: Number.NaN }],
    [{ to: 'need', amount: -1 }],
  ] as const)('what is no amount or no part of it is refused: %j', (target) =>
    expect(mixTo(epoxy, target)).toMatchObject({ ok: false }),
  );

  test('keeps its ratio, and no part below what can be measured', () =>
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 40 }), { minLength: 2, maxLength: 4 }),
        fc.double({ min: 0.1, max: 2000, noNaN: true }),
        (ratio, amount) => {
          const { parts, mixes, total, spare } = mixed(
            { names: ratio.map(String), ratio, by: 'volume', least: 10 },
            { to: 'need', amount },
          );
          parts.forEach((part, at) => {
            expect(part / parts[0]!).toBeCloseTo(ratio[at]! / ratio[0]!, 6);
            expect(part).toBeGreaterThanOrEqual(10 - 1e-6);
          });
          expect(mixes * total - spare).toBeCloseTo(amount, 5);
        },
      ),
      draws(11, 60),
    ));
});

test.each([
  ['2 : 1', [2, 1]],
  ['100:83', [100, 83]],
  ['10 to 1', [10, 1]],
  ['1/1', [1, 1]],
  ['83 10 7', [83, 10, 7]],
  ['1,5 : 1', [1.5, 1]],
])('a ratio of "%s" is read', (text, ratio) => expect(readRatio(text)).toEqual({ ok: true, ratio }));
test.each(['2', '', 'two to one', '2 : 0', '-2 : 1', '1:1:1:1:1:1:1:1:1', '2 : x'])('"%s" is no ratio', (text) =>
  expect(readRatio(text)).toMatchObject({ ok: false, problems: [{ code: 'bad-ratio' }] }),
);

test.each([
  [7, 0.7, 5, 2],
  [8, 0.7, 5, 2.25],
  [0.3, 0.7, 5, null],
  [0.5, 0.7, 5, 0.25],
])('%s g at %s g/ml are so many spoons of %s ml', (massG, bulk, spoon, spoons) =>
  expect(spoonsOf(massG, bulk, spoon)).toBe(spoons),
);
