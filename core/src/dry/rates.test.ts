import { describe, expect, test } from '@jest/globals';
import type { DryFamily, Stage } from '../materials/index.ts';
import { dryingRate } from './index.ts';

const rateIn = (family: DryFamily, stage: Stage, temperatureC: number, relativeHumidity: number) =>
  dryingRate(family, stage, { temperatureC, relativeHumidity });

describe('how fast it goes, against 23 °C and 50 %', () => {
  test.each<[string, DryFamily, Stage, number, number, number]>([
    // vapour deficits from tables of saturation pressure: 31.7 hPa at 30 °C and 25 %, 14.04 at the reference, 5.84 at 20 °C and 75 %
    ['water leaves twice as fast at the most', 'waterborne', 'touch', 30, 25, 2],
    ['water, in damp air', 'waterborne', 'recoat', 20, 75, 5.84 / 14.04],
    ['a latex that cures, ten degrees warmer', 'waterborne', 'cure', 33, 50, 1.7],
    ['a latex that cures in air just damp', 'waterborne', 'cure', 23, 80, 1],
    ['a latex that cures in air too damp for it', 'waterborne', 'cure', 23, 81, 0.5],
    ['solvent, ten degrees warmer', 'evaporating', 'touch', 33, 50, 1.7],
    ['solvent, ten degrees colder', 'evaporating', 'cure', 13, 50, 1 / 1.7],
    ['oil, ten degrees warmer', 'oil', 'recoat', 33, 50, 2],
    ['oil that cures, ten degrees warmer', 'oil', 'cure', 33, 50, 2],
    // 55 kJ/mol between 23 and 33 °C
    ['two parts, ten degrees warmer', 'twoPart', 'cure', 33, 50, 2.07],
    ['what cures by moisture, in damper air', 'moisture', 'cure', 23, 75, 1.5],
    ['what cures by moisture, ten degrees warmer', 'moisture', 'cure', 33, 50, 50.3 / 28.1],
    ['glue that flows, ten degrees warmer', 'bond', 'cure', 33, 50, 2],
    ['glue that flows, ten degrees colder', 'bond', 'touch', 13, 50, 0.5],
    ['what does not dry', 'none', 'touch', 2, 99, 1],
  ])('%s', (_name, family, stage, temperatureC, relativeHumidity, rate) => {
    const read = rateIn(family, stage, temperatureC, relativeHumidity);
    expect('rate' in read ? read.rate : read.stopped).toBeCloseTo(rate, 2);
  });

  test.each<[DryFamily, Stage, number, number]>([
    ['waterborne', 'touch', 10, 60],
    ['waterborne', 'cure', 10, 60],
    ['evaporating', 'touch', 5, 35],
    ['oil', 'cure', 5, 35],
    ['twoPart', 'cure', 15, 35],
    ['moisture', 'cure', 5, 40],
    ['bond', 'cure', 10, 50],
  ])('%s, %s: from %d to %d °C, and not at all beyond', (family, stage, low, high) => {
    const at = (temperatureC: number) => rateIn(family, stage, temperatureC, 50);
    expect([at(low), at(high)].every((read) => 'rate' in read)).toBe(true);
    const allowed = `${low} to ${high} °C`;
    expect([at(low - 0.1), at(high + 0.1)]).toEqual([
      { stopped: 'too-cold', allowed },
      { stopped: 'too-hot', allowed },
    ]);
  });

  test('air that takes up next to no water dries nothing, and dry air cures nothing that needs moisture', () => {
    expect(rateIn('waterborne', 'touch', 40, 94.9)).toHaveProperty('rate');
    expect(rateIn('waterborne', 'touch', 40, 95)).toMatchObject({ stopped: 'too-damp' });
    expect(rateIn('waterborne', 'touch', 12, 92)).toMatchObject({ stopped: 'too-damp' });
    expect(rateIn('waterborne', 'touch', 12, 88)).toHaveProperty('rate');
    expect(rateIn('moisture', 'cure', 23, 30)).toHaveProperty('rate');
    expect(rateIn('moisture', 'cure', 23, 29.9)).toMatchObject({ stopped: 'too-dry' });
  });
});
