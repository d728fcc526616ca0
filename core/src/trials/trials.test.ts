import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { draws, runs } from '../testing/runs.ts';
import { seeded } from '../units/index.ts';
import {
  dwellCurve,
  estimateDwell,
  learnCut,
  learnDrying,
  learnPace,
  type DwellEstimate,
  type DwellObservation,
  type DwellQuestion,
} from './index.ts';

const LABEL = { low: 15, typical: 40, high: 120 };
const estimated = (question: DwellQuestion): DwellEstimate => {
  const read = estimateDwell(question);
  if (!read.ok) throw new Error(read.problems[0]?.given);
  return read.estimate;
};
const at23 = (observations: readonly Omit<DwellObservation, 'temperatureC'>[], rest: Partial<DwellQuestion> = {}) =>
  estimated({
    label: LABEL,
    observations: observations.map((one) => ({ temperatureC: 23, ...one })),
    temperatureC: 23,
    ...rest,
  });

/** The normal distribution by its series, and by a continued fraction far out. */
const normal = (z: number): number => {
  const x = Math.abs(z) / Math.SQRT2;
  if (x < 3) {
    let [sum, term] = [0, x];
    for (let n = 0; n < 120; n += 1) {
      sum += term / (2 * n + 1);
      term *= (-x * x) / (n + 1);
    }
    return 0.5 + (Math.sign(z) * sum) / Math.sqrt(Math.PI);
  }
  let fraction = 0;
  for (let k = 60; k > 0; k -= 1) fraction = k / 2 / (x + fraction);
  const tail = Math.exp(-x * x) / (2 * Math.sqrt(Math.PI) * (x + fraction));
  return z > 0 ? 1 - tail : tail;
};

/** The median of the next patch, and the odds of resisting, by a plain wide grid. */
const plainly = ({ label, observations, temperatureC }: DwellQuestion): { p50: number; resists: number } => {
  const spread = label ? Math.max(0.3, Math.log(label.high / label.low) / 3.29) : 0.8;
  const mean = Math.log(label?.typical ?? 40);
  const nodes = Array.from({ length: 240 * 80 }, (_, index) => ({
    m: mean + spread * (-7 + (14 * (index % 240)) / 239),
    lnS: Math.log(0.25) + 0.5 * (-4 + (8 * Math.floor(index / 240)) / 79),
  }));
  const weightOf = (own: DwellQuestion['observations']) =>
    nodes.map(({ m, lnS }) => {
      const s = Math.exp(lnS);
      return own.reduce(
        (product, { temperatureC: degrees, notBefore, by }) => {
          const at = (minutes: number) => (Math.log(minutes) + (Math.LN2 * (degrees - 23)) / 10 - m) / s;
          return product * ((by === null ? 1 : normal(at(by))) - normal(at(notBefore)));
        },
        Math.exp(-0.5 * ((m - mean) / spread) ** 2 - 0.5 * ((lnS - Math.log(0.25)) / 0.5) ** 2),
      );
    });
  const total = (weights: readonly number[]) => weights.reduce((sum, weight) => sum + weight, 0);
  const weights = weightOf(observations);
  const through = observations.filter(({ by }) => by !== null);
  const nevers = total(weights) / total(weightOf(through));
  const odds = ((0.1 / 0.9) * 0.001 ** through.length) / nevers;
  let [low, high] = [-2, 14];
  for (let turn = 0; turn < 30; turn += 1) {
    const ln = (low + high) / 2;
    const below = nodes.reduce((sum, { m, lnS }, index) => sum + weights[index]! * normal((ln - m) / Math.exp(lnS)), 0);
    if (below < 0.5 * total(weights)) low = ln;
    else high = ln;
  }
  return { p50: Math.exp((low + high) / 2 - (Math.LN2 * (temperatureC - 23)) / 10), resists: odds / (1 + odds) };
};

const patch = fc
  .record({
    temperatureC: fc.integer({ min: 14, max: 30 }),
    notBefore: fc.integer({ min: 5, max: 120 }),
    lasts: fc.option(fc.integer({ min: 1, max: 40 }), { nil: null, freq: 4 }),
  })
  .map(({ temperatureC, notBefore, lasts }) => ({
    temperatureC,
    notBefore,
    by: lasts === null ? null : notBefore + lasts,
  }));

describe('dwell of a coating', () => {
  test('it is what a plain grid over all that could be says, to half a percent', () =>
    fc.assert(
      fc.property(
        fc.array(patch, { maxLength: 4 }),
        fc.constantFrom(LABEL, null, { low: 30, typical: 45, high: 60 }),
        fc.integer({ min: 10, max: 30 }),
        (observations, label, temperatureC) => {
          const question = { label, observations, temperatureC };
          const [found, plain] = [estimated(question), plainly(question)];
          expect(Math.abs(found.p50 / plain.p50 - 1)).toBeLessThan(0.005);
          expect(Math.abs(found.resists - plain.resists)).toBeLessThan(0.005);
        },
      ),
      draws(8, 40),
    ));
  test('without patches it is about the label’s own range; never through is a sign of resisting, and more so where it may', () => {
    const none = at23([]);
    expect(none.p50).toBeCloseTo(40, 3);
    expect(none.resists).toBeCloseTo(0.1, 6);
    const never = [{ notBefore: 90, by: null }];
    expect(at23(never).resists).toBeCloseTo(0.43, 1);
    expect(at23(never, { resistsPrior: 0.25 }).resists).toBeCloseTo(0.73, 2);
    expect(at23([...never, { notBefore: 30, by: 40 }]).resists).toBeLessThan(0.01);
  });
  test('twice as long ten degrees colder, and the order of the looks changes nothing', () =>
    fc.assert(
      fc.property(
        fc.array(patch, { minLength: 1, maxLength: 8 }),
        fc.integer({ min: 12, max: 28 }),
        (patches, degrees) => {
          const of = (observations: readonly DwellObservation[], temperatureC: number) =>
            estimated({ label: LABEL, observations: [...observations], temperatureC });
          const [warm, cold] = [of(patches, degrees), of(patches, degrees - 10)];
          expect(cold.p90 / warm.p90).toBeCloseTo(2, 6);
          expect(of([...patches].reverse(), degrees).p50 / warm.p50).toBeCloseTo(1, 6);
          expect(warm.p10).toBeLessThan(warm.p50);
          expect(warm.p50).toBeLessThan(warm.p90);
        },
      ),
      draws(10, 60),
    ));
  test('a look that came through before one that did not is refused in words', () => {
    const read = estimateDwell({
      label: LABEL,
      observations: [{ temperatureC: 20, notBefore: 30, by: 30 }],
      temperatureC: 20,
    });
    expect(read.ok ? [] : [read.problems[0]!.code, read.problems[0]!.given]).toEqual([
      'through-before-not-through',
      'Through by 30 min, and not through at 30 min.',
    ]);
    for (const wrong of [{ temperatureC: 200 }, { observations: [{ temperatureC: 20, notBefore: -1, by: null }] }])
      expect(estimateDwell({ label: LABEL, observations: [], temperatureC: 20, ...wrong }).ok).toBe(false);
  });
  test('the curve is the chance of the estimate’s own times', () => {
    const question = { label: LABEL, observations: [{ temperatureC: 21, notBefore: 40, by: 50 }], temperatureC: 21 };
    const { p10, p50, p90 } = estimated(question);
    const read = dwellCurve(question, [0, p10, p50, p90]);
    expect(read.ok && read.chances.map((chance) => Number(chance.toFixed(3)))).toEqual([0, 0.1, 0.5, 0.9]);
  });
  test('of makers whose coating is like its label, the next patch comes between the low and the high time 8 in 10 times', () => {
    const COUNTS = [0, 1, 5];
    const random = seeded(11);
    const gauss = () => Math.sqrt(-2 * Math.log(random() || 1e-9)) * Math.cos(2 * Math.PI * random());
    const tries = runs(250, 1200);
    const widths = new Map<number, number[]>();
    let within = 0;
    for (let maker = 0; maker < tries; maker += 1) {
      const m = Math.log(40) + 0.632 * gauss();
      const s = Math.exp(Math.log(0.25) + 0.5 * gauss());
      const drawn = () => Math.exp(m + s * gauss());
      const count = COUNTS[maker % COUNTS.length]!;
      const observations = Array.from({ length: count }, () => {
        const true40 = drawn();
        const notBefore = Math.floor(true40 / 10) * 10;
        return { temperatureC: 23, notBefore, by: notBefore + 10 };
      });
      const { p10, p90 } = estimated({ label: LABEL, observations, temperatureC: 23 });
      const next = drawn();
      if (next >= p10 && next <= p90) within += 1;
      widths.set(count, [...(widths.get(count) ?? []), Math.log(p90 / p10)]);
    }
    expect(within / tries).toBeGreaterThan(0.75);
    expect(within / tries).toBeLessThan(0.85);
    const means = COUNTS.map((count) => {
      const own = widths.get(count)!;
      return own.reduce((sum, width) => sum + width, 0) / own.length;
    });
    expect(means).toEqual([...means].sort((one, other) => other - one));
  });
});

describe('what else is learnt', () => {
  const figure = { low: 60, typical: 120, high: 240 };
  const dried = (observations: { notYet: number; dry: number | null }[]) => {
    const read = learnDrying({ figure, observations });
    if (!read.ok) throw new Error(read.problems[0]?.given);
    return read.learnt;
  };
  test('a can that dries slower lengthens its wait by itself, one that dries faster only offers it, from three coats on', () => {
    const slow = dried([{ notYet: 300, dry: 330 }]);
    expect(slow.longer!.high).toBeGreaterThan(figure.high);
    expect(slow.offered).toBeNull();
    const fast = { notYet: 50, dry: 60 };
    expect([dried([fast, fast]).longer, dried([fast, fast]).offered]).toEqual([null, null]);
    const { offered, longer } = dried([fast, fast, fast]);
    expect(longer).toBeNull();
    expect(offered!.high).toBeLessThan(figure.high);
    expect(offered!.basis).toBe('your-trial');
    expect(dried([fast, fast, { notYet: 50, dry: null }]).offered).toBeNull();
  });
  test('what makes a wait longer never makes any part of it shorter', () =>
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 5, max: 2000 }), { maxLength: 5 }), (times) => {
        const { longer } = dried(times.map((dry) => ({ notYet: dry / 2, dry })));
        if (longer)
          for (const part of ['low', 'typical', 'high'] as const)
            expect(longer[part]).toBeGreaterThanOrEqual(figure[part]);
      }),
      draws(40, 300),
    ));
  test('dry before it was wet is refused', () =>
    expect(learnDrying({ figure, observations: [{ notYet: 60, dry: 60 }] }).ok).toBe(false));
  test('the maker’s own pace is drawn to the times that it took, the more of them the nearer, and its range narrows', () => {
    const paced = (times: number[]) => {
      const read = learnPace({ figure: { low: 5, typical: 10, high: 20 }, minutes: times });
      if (!read.ok) throw new Error(read.problems[0]?.given);
      return read.figure;
    };
    expect(paced([])).toMatchObject({ typical: 10, low: 5, high: 20 });
    const [one, five] = [paced([20]), paced([20, 20, 20, 20, 20])];
    expect(10 < one.typical && one.typical < five.typical && five.typical < 20).toBe(true);
    expect(five.high / five.low).toBeLessThan(one.high / one.low);
    expect(five.basis).toBe('your-trial');
    expect(learnPace({ figure: { low: 5, typical: 10, high: 20 }, minutes: [0] }).ok).toBe(false);
  });
  test('nothing finer than the widest that tore is promised', () => {
    const cut = (...tries: [mm: number, held: boolean][]) => {
      const read = learnCut({
        label: { low: 1, typical: 1.5, high: 2 },
        tries: tries.map(([mm, held]) => ({ mm, held })),
      });
      return read.ok ? [read.learnt.finestMm, read.learnt.tornMm, read.learnt.isFiner] : [];
    };
    expect(cut([0.5, false], [1, true], [2, true])).toEqual([1, 0.5, true]);
    expect(cut([1, true], [1.5, false], [2, true], [3, true])).toEqual([2, 1.5, false]);
    expect(cut([1, true], [1, false])).toEqual([null, 1, false]);
    expect(cut()).toEqual([null, null, false]);
  });
});
