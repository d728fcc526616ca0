import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { draws } from '../testing/runs.ts';
import { catalogue, type Product, type Stage } from '../materials/index.ts';
import { product } from '../testing/briefs.ts';
import { bondStrength, dewPoint, dryTime, dryUntil, perTenDegrees, saturationPressure, type Climate } from './index.ts';

const REFERENCE: Climate = { temperatureC: 23, relativeHumidity: 50 };
const drying = catalogue()
  .products.flatMap((each) => Object.keys(each.dry).map((stage) => [each.id, stage as Stage, each] as const))
  .filter(([, , each]) => each.dryFamily !== 'none');
const minutesIn = (each: Product, stage: Stage, climate: Climate, conditions = {}) => {
  const read = dryTime(each, stage, climate, conditions);
  return read.ok ? read.time.typical : Infinity;
};
const families: [string, Product, Stage][] = [
  ['waterborne evaporation', product('craft-acrylic'), 'recoat'],
  ['waterborne cure', product('craft-acrylic'), 'cure'],
  ['evaporating solvent', product('aerosol-enamel'), 'touch'],
  ['oil', product('spar-urethane'), 'recoat'],
  ['two-part', product('flood-epoxy'), 'cure'],
  ['film bond', product('film-permanent'), 'cure'],
];
const inside = (low: number, high: number) => fc.double({ min: low, max: high, noNaN: true });

describe('printed figures come back', () => {
  // WMO-No. 8 gives 23.37 hPa at 20 °C over water; dew points from the same formula
  test.each([
    [20, 23.37],
    [0, 6.112],
    [30, 42.43],
  ])('saturation at %d °C is %d hPa', (temperature, pressure) =>
    expect(saturationPressure(temperature)).toBeCloseTo(pressure, 0),
  );
  test.each([
    [20, 50, 9.3],
    [20, 100, 20],
    [23, 80, 19.4],
  ])('dew point of %d °C at %d %% is %d °C', (temperature, humidity, point) =>
    expect(dewPoint(temperature, humidity)).toBeCloseTo(point, 0),
  );
  test.each([
    [20 / 60, 0.5],
    [24, 0.9],
    [72, 0.96],
  ])('film after %d h has %d of its bond', (hours, share) =>
    expect(bondStrength(hours * 60, 23)).toBeCloseTo(share, 1),
  );
  test('ten degrees more and the bond grows twice as fast', () => {
    for (const minutes of [10, 60, 24 * 60]) {
      expect(bondStrength(minutes, 33)).toBeCloseTo(bondStrength(2 * minutes, 23), 9);
      expect(bondStrength(minutes, 13)).toBeCloseTo(bondStrength(minutes / 2, 23), 9);
    }
  });
  test('ten degrees change a rate by its Q10', () => expect(perTenDegrees(33, 1.7)).toBeCloseTo(1.7, 9));
});

describe('at 23 °C and 50 % the label comes back exactly', () => {
  test.each(drying)('%s, %s', (_id, stage, each) => {
    const read = dryTime(each, stage, REFERENCE);
    expect(read).toMatchObject({ ok: true });
    if (!read.ok) return;
    expect(read.time.low).toBeCloseTo(each.dry[stage]!.low, 9);
    expect(read.time.typical).toBeCloseTo(each.dry[stage]!.typical, 9);
    expect(read.time.high).toBeCloseTo(each.dry[stage]!.high, 9);
  });
});

describe('laws of drying', () => {
  test.each(families)('%s: warmer is never slower', (_name, each, stage) =>
    fc.assert(
      fc.property(
        inside(15, 33),
        inside(0, 2),
        inside(10, 70),
        (temperatureC, warmer, relativeHumidity) =>
          minutesIn(each, stage, { temperatureC: temperatureC + warmer, relativeHumidity }) <=
          minutesIn(each, stage, { temperatureC, relativeHumidity }) + 1e-9,
      ),
      draws(100, 100),
    ),
  );

  test.each(families.slice(0, 4))('%s: thicker is never sooner', (_name, each, stage) =>
    fc.assert(
      fc.property(
        inside(0.5, 2.9),
        inside(0, 0.1),
        (thickness, more) =>
          minutesIn(each, stage, REFERENCE, { thickness: thickness + more }) >=
          minutesIn(each, stage, REFERENCE, { thickness }) - 1e-9,
      ),
      draws(100, 100),
    ),
  );

  test('two-part does not mind thickness', () =>
    expect(minutesIn(product('flood-epoxy'), 'cure', REFERENCE, { thickness: 2 })).toBe(
      minutesIn(product('flood-epoxy'), 'cure', REFERENCE),
    ));

  test.each(families.slice(0, 2))('%s: more humid is never sooner', (_name, each, stage) =>
    fc.assert(
      fc.property(
        inside(12, 30),
        inside(20, 94),
        inside(0, 5),
        (temperatureC, relativeHumidity, more) =>
          minutesIn(each, stage, { temperatureC, relativeHumidity: relativeHumidity + more }) >=
          minutesIn(each, stage, { temperatureC, relativeHumidity }) - 1e-9,
      ),
      draws(100, 100),
    ),
  );

  test('moving air is faster than still, a fan faster than both, and cure minds none of them', () => {
    const latex = product('exterior-latex');
    expect(minutesIn(latex, 'touch', REFERENCE, { air: 'fan' })).toBeLessThan(minutesIn(latex, 'touch', REFERENCE));
    expect(minutesIn(latex, 'touch', REFERENCE, { air: 'still' })).toBeCloseTo(
      1.5 * minutesIn(latex, 'touch', REFERENCE),
      9,
    );
    expect(minutesIn(latex, 'cure', REFERENCE, { air: 'still' })).toBe(minutesIn(latex, 'cure', REFERENCE));
  });

  test('low, typical and high keep their order in every climate', () =>
    fc.assert(
      fc.property(
        inside(16, 30),
        inside(20, 75),
        fc.constantFrom(...drying),
        (temperatureC, relativeHumidity, [, stage, each]) => {
          const read = dryTime(each, stage, { temperatureC, relativeHumidity });
          return !read.ok || (read.time.low <= read.time.typical && read.time.typical <= read.time.high);
        },
      ),
      draws(100, 100),
    ));
});

describe('what never dries is said, not dated', () => {
  test.each<[string, string, Stage, Climate, string]>([
    ['waterborne at 8 °C', 'craft-acrylic', 'touch', { temperatureC: 8, relativeHumidity: 50 }, 'never-dries-too-cold'],
    [
      'waterborne at 96 %',
      'craft-acrylic',
      'touch',
      { temperatureC: 20, relativeHumidity: 96 },
      'never-dries-too-damp',
    ],
    ['epoxy at 12 °C', 'flood-epoxy', 'cure', { temperatureC: 12, relativeHumidity: 50 }, 'never-dries-too-cold'],
    ['enamel at 38 °C', 'aerosol-enamel', 'touch', { temperatureC: 38, relativeHumidity: 30 }, 'never-dries-too-hot'],
    [
      'a cold wall near the dew point',
      'spar-urethane',
      'touch',
      { temperatureC: 20, relativeHumidity: 70, surfaceC: 16 },
      'never-dries-dew',
    ],
    ['a stage that no label gives', 'frost-cream', 'cure', REFERENCE, 'no-drying-figure'],
  ])('%s', (_name, id, stage, climate, code) => {
    const read = dryTime(product(id), stage, climate);
    expect(read.ok ? 'dries' : read.problems[0]?.code).toBe(code);
  });

  test.each([
    ['no number', NaN, 50],
    ['a furnace', 700, 50],
    ['wetter than wet', 20, 140],
  ])('a climate of %s is a problem that names the field', (_name, temperatureC, relativeHumidity) => {
    const read = dryUntil(product('craft-acrylic'), 'touch', '2026-11-24T12:00:00Z', {
      temperatureC,
      relativeHumidity,
    });
    expect(read).toMatchObject({
      ok: false,
      problems: [{ at: expect.stringMatching(/temperatureC|relativeHumidity/) }],
    });
  });

  test('four times the label coat is refused', () =>
    expect(dryTime(product('craft-acrylic'), 'cure', REFERENCE, { thickness: 4 })).toMatchObject({ ok: false }));
});

describe('instants', () => {
  test('a coat laid at noon is recoatable by its label', () =>
    expect(dryUntil(product('craft-acrylic'), 'recoat', '2026-11-24T12:00:00Z', REFERENCE)).toEqual({
      ok: true,
      low: '2026-11-24T13:00:00.000Z',
      typical: '2026-11-24T13:30:00.000Z',
      high: '2026-11-24T14:00:00.000Z',
    }));
  test('"noon" is no instant', () =>
    expect(dryUntil(product('craft-acrylic'), 'recoat', 'noon', REFERENCE)).toMatchObject({
      ok: false,
      problems: [{ code: 'not-an-instant' }],
    }));
});
