import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { product } from '../testing/briefs.ts';
import { dryTime, dryTimeAlong, dryUntil, readClimate, type ClimateHour, type ClimateSeries } from './index.ts';

const START = Date.parse('2026-12-01T08:00:00Z');
const hour = (temperatureC: number, relativeHumidity: number): ClimateHour => ({
  temperatureC,
  relativeHumidity,
  windMs: 1,
  rainMm: 0,
  isDaylight: true,
});
const series = (hours: readonly ClimateHour[]): ClimateSeries => ({
  id: 's',
  madeAt: '2026-12-01T08:00:00Z',
  from: '2026-12-01T08:00:00Z',
  hours: [...hours],
});
const steady = (temperatureC: number, relativeHumidity: number, count = 400) =>
  series(Array.from({ length: count }, () => hour(temperatureC, relativeHumidity)));
const latex = product('exterior-latex');

describe('drying along a climate', () => {
  test('at the reference climate is the label', () => {
    const read = dryTimeAlong(latex, 'recoat', START, steady(23, 50));
    expect(read).toMatchObject({ ok: true, isBeyond: false });
    const { low, typical, high } = latex.dry.recoat!;
    expect(read.ok && [read.low, read.typical, read.high].map((minutes) => Math.round(minutes))).toEqual([
      low,
      typical,
      high,
    ]);
  });

  test('in a steady climate is the closed form, from any minute of an hour', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 12, max: 30 }),
        fc.integer({ min: 30, max: 75 }),
        fc.integer({ min: 0, max: 59 }),
        (temperatureC, relativeHumidity, minute) => {
          const along = dryTimeAlong(latex, 'recoat', START + minute * 60_000, steady(temperatureC, relativeHumidity));
          const closed = dryTime(latex, 'recoat', { temperatureC, relativeHumidity });
          if (!closed.ok) return !along.ok;
          expect(along.ok && along.high).toBeCloseTo(closed.time.high, 6);
          return true;
        },
      ),
    ));

  test('in a climate of two steps spends its progress in each: p₁ + p₂ = 1', () => {
    const [cold, warm] = [
      { temperatureC: 14, relativeHumidity: 50 },
      { temperatureC: 25, relativeHumidity: 50 },
    ];
    const hours = [
      ...Array.from({ length: 3 }, () => hour(14, 50)),
      ...Array.from({ length: 200 }, () => hour(25, 50)),
    ];
    const times = [cold, warm].map((climate) => dryTime(latex, 'recoat', climate));
    const [slow, fast] = times.map((read) => (read.ok ? read.time.high : NaN)) as [number, number];
    const along = dryTimeAlong(latex, 'recoat', START, series(hours));
    expect(along.ok && along.high).toBeCloseTo(180 + fast * (1 - 180 / slow), 6);
  });

  test('hours in which nothing dries add nothing', () => {
    const damp = [...Array.from({ length: 5 }, () => hour(18, 97)), ...Array.from({ length: 200 }, () => hour(23, 50))];
    // dew would refuse the first hour: begin in a dry one
    const along = dryTimeAlong(latex, 'touch', START, series([hour(23, 50), ...damp]));
    const label = latex.dry.touch!.high;
    expect(along.ok && along.high).toBeCloseTo(label > 60 ? label + 5 * 60 : label, 6);
  });

  test('a coat that gets too cold in its first day is spoilt, not late', () => {
    const hours = [...Array.from({ length: 10 }, () => hour(15, 50)), ...Array.from({ length: 30 }, () => hour(6, 60))];
    const read = dryTimeAlong(latex, 'mask', START, series(hours));
    expect(read.ok ? 'dried' : read.problems[0]?.code).toBe('spoilt-too-cold');
  });

  test('beyond the last hour the usual air is reckoned with, with a wider range', () => {
    const short = { ...steady(23, 50, 2), beyond: { temperatureC: 23, relativeHumidity: 50 } };
    const plain = dryTimeAlong(latex, 'recoat', START, short);
    const wide = dryTimeAlong(latex, 'recoat', START, short, { beyondShare: 0.5 });
    expect(plain).toMatchObject({ ok: true, isBeyond: true });
    expect(
      plain.ok && wide.ok && wide.high > plain.high && wide.low <= plain.low && wide.typical === plain.typical,
    ).toBe(true);
  });

  test('enclosure takes the place of the airflow, and a closed vessel never dries', () => {
    const times = (['looseSheet', 'wideJar', 'narrowNeck'] as const).map((enclosure) => {
      const read = dryUntil(
        latex,
        'touch',
        '2026-12-01T08:00:00Z',
        { temperatureC: 23, relativeHumidity: 50 },
        { enclosure },
      );
      return read.ok ? Date.parse(read.typical) - START : NaN;
    });
    const label = latex.dry.touch!.typical * 60_000;
    expect(times.map((time) => Math.round(time / label))).toEqual([3, 4, 17]);
    const closed = dryUntil(latex, 'touch', '2026-12-01T08:00:00Z', steady(23, 50), { enclosure: 'closed' });
    expect(closed.ok ? 'dried' : closed.problems[0]?.code).toBe('never-dries-closed');
  });
});

describe('readings from a file', () => {
  const CSV =
    'time;temperature;humidity;rain\n2026-12-01T08:10Z;18,5;52;0\n2026-12-01T08:40Z;19,5;54;0.2\n2026-12-01T10:05Z;17;60;0\n';
  test('become hours: means, rain added up, gaps filled by what was before', () => {
    const read = readClimate(CSV, '2026-12-01T11:00:00Z');
    expect(read.ok && read.series.hours.map(({ temperatureC, rainMm }) => [temperatureC, rainMm])).toEqual([
      [19, 0.2],
      [19, 0],
      [17, 0],
    ]);
    expect(read.ok && read.series.from).toBe('2026-12-01T08:00:00.000Z');
  });

  test('a table tells no daylight: only hours that are light in the crafter’s own day are', () => {
    const day = Array.from({ length: 24 }, (_, hour) => `2026-12-01T${String(hour).padStart(2, '0')}:00Z,18,50`).join(
      '\n',
    );
    const light = (zone: string) => {
      const read = readClimate(`time,temperature,humidity\n${day}`, '2026-12-02T00:00:00Z', zone);
      return read.ok ? read.series.hours.flatMap(({ isDaylight }, hour) => (isDaylight ? [hour] : [])) : [];
    };
    expect(light('UTC')).toEqual([9, 10, 11, 12, 13, 14]);
    expect(light('Europe/Berlin')).toEqual([8, 9, 10, 11, 12, 13]);
  });

  test('a series as JSON is taken as it is', () =>
    expect(readClimate(JSON.stringify(steady(20, 50, 3)), '2026-12-01T11:00:00Z')).toMatchObject({ ok: true }));

  test.each([
    ['time,temperature\n2026-12-01,20', 'line 1'],
    ['time,temperature,humidity\nyesterday,20,50', 'line 2'],
    ['time,temperature,humidity\n2026-12-01T08:00Z,warm,50', 'line 2'],
    ['time,temperature,humidity\n', 'line 2'],
    ['{"hours":', 'line 1'],
    ['', 'line 1'],
  ])('%j is refused with its line', (text, at) => {
    const read = readClimate(text, '2026-12-01T11:00:00Z');
    expect(read.ok ? 'read' : read.problems[0]?.at).toBe(at);
  });
  test('a humidity of 140 % is refused with its field', () => {
    const read = readClimate('time,temperature,humidity\n2026-12-01T08:00Z,20,140', '2026-12-01T11:00:00Z');
    expect(read.ok ? '' : read.problems[0]?.at).toContain('relativeHumidity');
  });
});
