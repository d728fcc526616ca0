import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { draws } from '../testing/runs.ts';
import { leastTime } from '../testing/time.ts';
import { product } from '../testing/briefs.ts';
import {
  climateBeyond,
  dryTime,
  dryTimeAlong,
  dryUntil,
  readClimate,
  type ClimateHour,
  type ClimateSeries,
} from './index.ts';

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

  test('each figure has its own factor: low of low, high of high', () => {
    const label = latex.dry.touch!;
    const along = dryTimeAlong(latex, 'touch', START, steady(23, 50, 2000), { enclosure: 'narrowNeck' });
    const closed = dryTime(latex, 'touch', { temperatureC: 23, relativeHumidity: 50 }, { enclosure: 'narrowNeck' });
    const expected = [label.low * 10, label.typical * 17, label.high * 30].map(Math.round);
    expect(along.ok && [along.low, along.typical, along.high].map(Math.round)).toEqual(expected);
    expect(closed.ok && [closed.time.low, closed.time.typical, closed.time.high].map(Math.round)).toEqual(expected);
  });

  test('every hour counts by its own air, the first by what is left of it', () => {
    const [warm, cool] = [hour(30, 40), hour(14, 60)];
    const timeIn = (air: ClimateHour) => {
      const read = dryTime(latex, 'recoat', air);
      if (!read.ok) throw new Error(read.problems[0]!.given);
      return read.time.high;
    };
    const read = dryTimeAlong(latex, 'recoat', START + 2_400_000, series([warm, ...steady(14, 60).hours]));
    // twenty minutes of the warm hour are left; what is not dry by then dries in the cool
    const expected = 20 + (1 - 20 / timeIn(warm)) * timeIn(cool);
    expect(read.ok && read.high).toBeCloseTo(expected, 6);
  });

  test('beyond the last hour the last day’s mean is reckoned with, and no older hour', () => {
    const old = Array.from({ length: 30 }, () => hour(12, 70));
    const last = Array.from({ length: 24 }, (_, index) => hour(index < 12 ? 20 : 26, index < 12 ? 40 : 60));
    expect(climateBeyond(series([...old, ...last]))).toEqual({ temperatureC: 23, relativeHumidity: 50 });
    const own = { temperatureC: 5, relativeHumidity: 90 };
    expect(climateBeyond({ ...series(last), beyond: own })).toEqual(own);
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
      draws(100, 100),
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
    ['time,temperature,humidity\n2026-12-01T08:00Z,warm,50', 'line 2, temperatureC'],
    ['time,temperature,humidity\n', 'line 2'],
    ['{"hours":', 'line 1'],
    ['', 'line 1'],
  ])('%j is refused with its line', (text, at) => {
    const read = readClimate(text, '2026-12-01T11:00:00Z');
    expect(read.ok ? 'read' : read.problems[0]?.at).toBe(at);
  });
  test('a humidity of 140 % is refused with its row and field, and what is allowed', () => {
    const read = readClimate('time,temperature,humidity\n2026-12-01T08:00Z,20,140', '2026-12-01T11:00:00Z');
    expect(read.ok ? '' : read.problems[0]).toMatchObject({
      at: 'line 2, relativeHumidity',
      given: '"140" was given for the humidity.',
      allowed: 'a number from 0 to 100 %.',
    });
  });

  const head = 'time,temperature,humidity\n';
  const rows = (times: readonly string[]) => head + times.map((time) => `${time},20,50`).join('\n');
  const readRows = (times: readonly string[], answers = {}, zone = 'Europe/Berlin') =>
    readClimate(rows(times), '2026-12-06T11:00:00Z', zone, answers);
  const from = (read: ReturnType<typeof readClimate>) => (read.ok ? read.series.from : read.question?.ask);

  test('a time without a zone is the bench’s own', () => {
    expect(from(readRows(['2026-12-01 08:00']))).toBe('2026-12-01T07:00:00.000Z');
    expect(from(readRows(['2026-12-01 08:00'], {}, 'Pacific/Auckland'))).toBe('2026-11-30T19:00:00.000Z');
    expect(from(readRows(['2026-12-01T08:00Z'], {}, 'Pacific/Auckland'))).toBe('2026-12-01T08:00:00.000Z');
  });

  test('a date and its time may stand in two columns', () => {
    const read = readClimate('Date,Time,Temperature,Humidity\n01.12.2026,08:30,20,50', '2026-12-02T00:00:00Z', 'UTC');
    expect(from(read)).toBe('2026-12-01T08:00:00.000Z');
  });

  test('the order of day and month is asked once, unless the rows settle it', () => {
    const open = readRows(['05/12/2026 08:00', '05/12/2026 09:00']);
    expect(open).toMatchObject({
      ok: false,
      question: { ask: 'order', choices: { dayFirst: '5 December 2026', monthFirst: '12 May 2026' } },
    });
    expect(from(readRows(['05/12/2026 08:00'], { order: 'dayFirst' }))).toBe('2026-12-05T07:00:00.000Z');
    expect(from(readRows(['05/12/2026 08:00'], { order: 'monthFirst' }))).toBe('2026-05-12T06:00:00.000Z');
    expect(from(readRows(['12/12/2026 08:00', '13/12/2026 08:00']))).toBe('2026-12-12T07:00:00.000Z');
    // what a row settles, no answer can undo
    expect(from(readRows(['05/12/2026 08:00', '13/12/2026 08:00'], { order: 'monthFirst' }))).toBe(
      '2026-12-05T07:00:00.000Z',
    );
    expect(readRows(['05/13/2026', '13/05/2026'])).toMatchObject({
      ok: false,
      problems: [{ given: 'The day comes first in row 3 (“13/05/2026”), the month in row 2 (“05/13/2026”).' }],
    });
  });

  const hoursOf = (count: number, start = '2026-11-01T00:00:00Z', step = 3_600_000) =>
    Array.from({ length: count }, (_, index) => new Date(Date.parse(start) + index * step).toISOString());

  test('a row of another year is named, and left out where that is wanted', () => {
    const times = [...hoursOf(60).slice(0, 47), '1970-01-01T00:00:00Z', ...hoursOf(60).slice(47)];
    const open = readRows(times);
    expect(open).toMatchObject({
      ok: false,
      question: { ask: 'strays', words: 'Row 49 is 1970, 56 years before the rest: left out?' },
    });
    const read = readRows(times, { leavesOutStrays: true });
    expect(read.ok && [read.series.from, read.series.hours.length]).toEqual(['2026-11-01T00:00:00.000Z', 60]);
    const several = readRows([...hoursOf(90), ...hoursOf(4, '1970-01-01T00:00:00Z')]);
    expect(several.ok ? '' : several.question?.words).toBe(
      'Row 92 is 1970, 56 years before the rest; row 93 is 1970, 56 years before the rest; row 94 is 1970, 56 years before the rest, and 1 more: left out?',
    );
    // a second stretch that is not short is no slip of the clock, and less than a month is no gap
    expect(from(readRows([...hoursOf(60), ...hoursOf(40, '2027-06-01T00:00:00Z')]))).not.toBe('strays');
    expect(readRows([...hoursOf(10), '2026-11-30T00:00:00Z'])).toMatchObject({ ok: true });
    expect(from(readRows([...hoursOf(10), '2026-12-05T00:00:00Z']))).toBe('strays');
    const days = readRows([...hoursOf(60), '2027-06-01T00:00:00Z']);
    expect(days.ok ? '' : days.question?.words).toBe('Row 62 is 2027, 209 days after the rest: left out?');
    for (const [at, words] of [
      ['2028-11-01T00:00:00Z', 'Row 62 is 2028, 728 days after the rest: left out?'],
      ['2028-11-06T00:00:00Z', 'Row 62 is 2028, 2 years after the rest: left out?'],
    ] as const) {
      const read = readRows([...hoursOf(60), at]);
      expect(read.ok ? '' : read.question?.words).toBe(words);
    }
    const later = readRows([...hoursOf(60), '2031-01-01T00:00:00Z']);
    expect(later.ok ? '' : later.question?.words).toBe('Row 62 is 2031, 4 years after the rest: left out?');
  });

  test('readings of 36 years are bounded: their last hours are offered', () => {
    const times = hoursOf(36 * 366, '1990-12-06T00:00:00Z', 24 * 3_600_000).filter((time) => time < '2026-12-06');
    const open = readRows(times);
    expect(open).toMatchObject({ ok: false, question: { ask: 'tooLong' } });
    expect(open.ok ? '' : open.question?.words).toContain('36 years, from 1990 to 2026');
    const read = readRows(times, { takesLast: true });
    expect(read.ok && read.series.hours.length).toBeLessThanOrEqual(2000);
    expect(read.ok && Date.parse(read.series.from) > Date.parse('2026-09-01')).toBe(true);
  });

  test('two thousand hours are taken as they are, one more is not', () => {
    expect(readRows(hoursOf(2000))).toMatchObject({ ok: true });
    expect(from(readRows(hoursOf(2001)))).toBe('tooLong');
    const last = readRows(hoursOf(2001), { takesLast: true });
    expect(last.ok && [last.series.hours.length, last.series.from]).toEqual([2000, '2026-11-01T01:00:00.000Z']);
  });

  test('its time grows with its length: 60,000 rows in an hour take no more than ten times 6,000 and some', () => {
    const reading = (count: number) => {
      const text = rows(hoursOf(count, '2026-12-01T08:00:00Z', 3_500_000 / count));
      return () => {
        const read = readClimate(text, '2026-12-06T11:00:00Z');
        expect(read).toMatchObject({ ok: true });
        expect(read.ok && read.series.hours).toMatchObject([{ temperatureC: 20, relativeHumidity: 50 }]);
      };
    };
    leastTime(reading(600));
    expect(leastTime(reading(60_000)) / leastTime(reading(6000))).toBeLessThan(40);
  });

  test('the mean of an hour weighs its readings alike, and rain is added up', () => {
    const read = readClimate(
      'time,temp,rh,wind,rain\n2026-12-01T08:00Z,10,40,1,1\n2026-12-01T08:20Z,20,50,2,2\n2026-12-01T08:40Z,30,90,6,\n',
      '2026-12-01T11:00:00Z',
    );
    expect(read.ok && read.series.hours).toMatchObject([
      { temperatureC: 20, relativeHumidity: 60, windMs: 3, rainMm: 3 },
    ]);
  });
});
