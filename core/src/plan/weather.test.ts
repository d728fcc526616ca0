import { describe, expect, test } from '@jest/globals';
import { catalogue } from '../materials/index.ts';
import type { ClimateHour } from '../dry/index.ts';
import { seriesFrom } from '../testing/weather.ts';
import { outdoorStretches, whyNotOutdoors } from './index.ts';
import { coveredUntil, rainlessStretches } from './weather.ts';

const enamel = catalogue().productById.get('aerosol-enamel')!;
const FINE: ClimateHour = { temperatureC: 18, relativeHumidity: 55, windMs: 2, rainMm: 0, isDaylight: true };
const NOON = Date.parse('2026-06-01T12:00:00Z');
const HOUR_MS = 3_600_000;
const hours = (pattern: string): ClimateHour[] =>
  [...pattern].map((sign) => ({ ...FINE, rainMm: sign === 'r' ? 1 : 0, isDaylight: sign !== 'n' }));
const inHours = (stretches: readonly (readonly [number, number])[]) =>
  stretches.map(([from, to]) => [(from - NOON) / HOUR_MS, (to - NOON) / HOUR_MS]);

describe('why nothing is sprayed in an hour', () => {
  test.each<[string, Partial<ClimateHour>, string | null]>([
    ['fine', {}, null],
    ['rain', { rainMm: 0.1 }, 'rain'],
    ['night', { isDaylight: false }, 'dark'],
    ['cold', { temperatureC: 9.9 }, 'below 10 °C'],
    ['just warm enough', { temperatureC: 10 }, null],
    ['heat', { temperatureC: 33 }, 'above 32 °C'],
    ['just cool enough', { temperatureC: 32 }, null],
    ['damp', { relativeHumidity: 81 }, 'above 80 % RH'],
    ['just dry enough', { relativeHumidity: 80, temperatureC: 25 }, null],
    ['wind', { windMs: 4 }, 'wind of 4 m/s and more'],
    ['a little less wind', { windMs: 3.9 }, null],
    ['a surface near the dew point', { surfaceC: 11, relativeHumidity: 60 }, 'dew'],
  ])('%s', (_name, hour, why) => expect(whyNotOutdoors(enamel, { ...FINE, ...hour })).toBe(why));

  test('a product without gates of its own is held to none', () => {
    const { gates: _gates, ...plain } = enamel;
    expect(whyNotOutdoors({ ...plain, gates: {} }, { ...FINE, windMs: 12 })).toBeNull();
  });

  test('without a product only rain and night count', () => {
    expect(whyNotOutdoors(undefined, { ...FINE, temperatureC: 2, relativeHumidity: 95, windMs: 12 })).toBeNull();
    expect(whyNotOutdoors(undefined, { ...FINE, rainMm: 1 })).toBe('rain');
  });
});

describe('stretches', () => {
  test('join hours that are fit and leave out those that are not', () =>
    expect(inHours(outdoorStretches(enamel, seriesFrom(NOON, hours('..r...n')), NOON + 7 * HOUR_MS))).toEqual([
      [0, 2],
      [3, 6],
    ]));

  test('beyond the forecast follow the daylight of its last day', () => {
    const series = seriesFrom(NOON, hours(`${'.'.repeat(6)}${'n'.repeat(14)}${'.'.repeat(4)}`));
    expect(coveredUntil(series)).toBe(NOON + 24 * HOUR_MS);
    expect(inHours(outdoorStretches(enamel, series, NOON + 72 * HOUR_MS))).toEqual([
      [0, 6],
      [20, 30],
      [44, 54],
      [68, 72],
    ]);
  });

  test('without rain run on beyond the forecast, and only there', () => {
    expect(inHours(rainlessStretches(seriesFrom(NOON, hours('.r..')), NOON + 10 * HOUR_MS))).toEqual([
      [0, 1],
      [2, 10],
    ]);
    expect(inHours(rainlessStretches(seriesFrom(NOON, hours('..r')), NOON + 10 * HOUR_MS))).toEqual([
      [0, 2],
      [3, 10],
    ]);
    expect(inHours(rainlessStretches(seriesFrom(NOON, hours('..r')), NOON + 2 * HOUR_MS))).toEqual([[0, 2]]);
  });
});
