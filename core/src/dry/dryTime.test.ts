import { describe, expect, test } from '@jest/globals';
import { catalogue, type Product, type Stage } from '../materials/index.ts';
import { product } from '../testing/briefs.ts';
import { dryTime, type Climate } from './index.ts';
import { conditionsFactor, dewProblem, type CoatConditions } from './dryTime.ts';
import { arrhenius, dewPoint, perTenDegrees, saturationPressure, vapourDeficit } from './physics.ts';

const factor = (of: Product, stage: Stage, conditions: CoatConditions) => {
  const read = conditionsFactor(of, stage, conditions);
  return read.ok ? [read.low, read.typical, read.high] : read.problems[0]!.code;
};
const enamel = product('aerosol-enamel');

describe('what multiplies a label’s time', () => {
  test.each<[string, Stage, CoatConditions, number]>([
    ['a label coat', 'touch', {}, 1],
    ['twice as thick, to the touch', 'touch', { thickness: 2 }, 2],
    ['twice as thick, to the next coat', 'recoat', { thickness: 2 }, 2 ** 1.5],
    ['twice as thick, cured', 'cure', { thickness: 2 }, 4],
    ['half as thick', 'touch', { thickness: 0.5 }, 0.5],
    ['three times as thick', 'touch', { thickness: 3 }, 3],
    ['still air', 'touch', { air: 'still' }, 1.5],
    ['a fan', 'touch', { air: 'fan' }, 0.7],
    ['a fan, cured', 'cure', { air: 'fan' }, 1],
    ['a fan and twice as thick', 'touch', { air: 'fan', thickness: 2 }, 1.4],
  ])('%s', (_name, stage, conditions, times) => {
    const read = factor(product('craft-acrylic'), stage, conditions);
    expect(read).toEqual([expect.closeTo(times, 9), expect.closeTo(times, 9), expect.closeTo(times, 9)]);
  });
  test.each<[NonNullable<CoatConditions['enclosure']>, number[] | string]>([
    ['looseSheet', [2, 3, 4]],
    ['wideJar', [3, 4, 6]],
    ['narrowNeck', [10, 17, 30]],
    ['closed', 'never-dries-closed'],
  ])('in %s, whatever the air outside does', (enclosure, times) => {
    expect(factor(enamel, 'touch', { enclosure })).toEqual(times);
    expect(factor(enamel, 'touch', { enclosure, air: 'fan' })).toEqual(times);
  });
  test.each([0.49, 3.01, NaN, -1])('%d times the label’s coat is refused', (thickness) =>
    expect(factor(enamel, 'touch', { thickness })).toBe('coat-thickness'),
  );
  test('what sets by itself and what only bonds knows no thickness', () => {
    const setting = catalogue().products.filter(({ dryFamily }) => dryFamily === 'twoPart' || dryFamily === 'bond');
    expect(new Set(setting.map(({ dryFamily }) => dryFamily)).size).toBe(2);
    for (const one of setting)
      for (const stage of Object.keys(one.dry) as Stage[])
        expect([one.id, factor(one, stage, { thickness: 2 })]).toEqual([one.id, [1, 1, 1]]);
  });
});

describe('the dew point', () => {
  const at = (surfaceC: number | undefined): Climate => ({
    temperatureC: 20,
    relativeHumidity: 60,
    ...(surfaceC === undefined ? {} : { surfaceC }),
  });
  const dew = dewPoint(20, 60);
  test('keeps a coat off a surface less than three degrees above it', () => {
    expect(dewProblem(enamel, at(dew + 3.001))).toBeNull();
    expect(dewProblem(enamel, at(dew + 2.999))).toMatchObject({ code: 'never-dries-dew' });
    expect(dewProblem(enamel, at(undefined))).toBeNull();
    expect(dewProblem(enamel, at(dew + 2.999))!.allowed).toBe(`${(dew + 3).toFixed(1)} °C or warmer.`);
  });
  test('is nothing to what does not dry', () => {
    const plain = catalogue().products.find(({ dryFamily }) => dryFamily === 'none')!;
    expect(dewProblem(plain, at(dew))).toBeNull();
  });
  test('is the air’s own temperature where it can hold no more, and falls without end where it is dry', () => {
    expect(dewPoint(20, 100)).toBeCloseTo(20, 9);
    expect(Number.isFinite(dewPoint(20, 0))).toBe(true);
    expect(dewPoint(20, 0)).toBeLessThan(-60);
  });
});

describe('physics', () => {
  test('air takes up nothing where the surface is colder than its dew point', () => {
    expect(vapourDeficit(23, 23, 50)).toBeCloseTo(saturationPressure(23) / 2, 9);
    expect(vapourDeficit(10, 23, 50)).toBe(0);
  });
  test('rates are one at the reference; warmth speeds a reaction by its activation energy', () => {
    expect([arrhenius(23, 50_000), perTenDegrees(23, 2)]).toEqual([1, 1]);
    // ln k₂/k₁ = E/R (1/T₁ − 1/T₂): 50 kJ/mol from 23 to 33 °C
    expect(arrhenius(33, 50_000)).toBeCloseTo(Math.exp((50_000 / 8.314) * (1 / 296.15 - 1 / 306.15)), 9);
    expect(perTenDegrees(13, 2)).toBe(0.5);
  });
});

test('minutes are the label’s, times the factor, over the rate, low of low and high of high', () => {
  const read = dryTime(enamel, 'touch', { temperatureC: 23, relativeHumidity: 50 }, { enclosure: 'looseSheet' });
  const { low, typical, high } = enamel.dry.touch!;
  expect(read.ok && read.time).toMatchObject({
    low: expect.closeTo(2 * low, 6),
    typical: expect.closeTo(3 * typical, 6),
    high: expect.closeTo(4 * high, 6),
  });
});
