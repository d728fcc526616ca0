import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { draws } from '../testing/runs.ts';
import {
  days,
  formatDuration,
  formatLength,
  formatTemperature,
  hours,
  MINUTES_PER_DAY,
  MINUTES_PER_HOUR,
  MM_PER_INCH,
  MS_PER_DAY,
  MS_PER_HOUR,
  MS_PER_MINUTE,
  parseArea,
  parseDuration,
  parseLength,
  parseMass,
  parseTemperature,
  parseVolume,
} from './index.ts';

const valueOf = (read: { ok: true; value: number } | { ok: false }) => (read.ok ? read.value : undefined);

describe('reading what a crafter types', () => {
  test.each([
    ['95', 95],
    ['9,5 cm', 95],
    ['3 3/4 in', 95.25],
    ['3/4"', 19.05],
    ['1 ft 2', 355.6],
    ['0.5m', 500],
    [' 12 mm ', 12],
  ])('length %s is %d mm', (text, expected) => expect(valueOf(parseLength(text))).toBeCloseTo(expected, 6));

  test.each([
    ['90', 90],
    ['1 h 30', 90],
    ['1h30min', 90],
    ['2 d', 2880],
    ['24 hours', 1440],
    ['1,5 h', 90],
    ['1 d 2', 1560],
    ['30 s', 0.5],
  ])('time %s is %d minutes', (text, expected) => expect(valueOf(parseDuration(text))).toBeCloseTo(expected, 6));

  test.each([
    ['21', 21],
    ['70 °F', 21.1111],
    ['-4', -4],
    ['−4 °C', -4],
    ['9,5', 9.5],
    ['212F', 100],
  ])('temperature %s is %d °C', (text, expected) => expect(valueOf(parseTemperature(text))).toBeCloseTo(expected, 3));

  test.each([
    [parseLength, ['1 m', '100 cm', '1000 mm', '1000']],
    [parseLength, ['1 ft', '12 in', '12 inches', '12"', '12″', "1'", '304.8 mm']],
    [parseArea, ['1 m2', '1 m²', '10000 cm2', '10000 cm²', '1000000 mm2', '1000000 mm²', '1000000']],
    [parseArea, ['1 ft2', '1 ft²', '144 in2', '144 in²', '92903.04 mm2']],
    [parseVolume, ['1 l', '1 litre', '1 litres', '10 dl', '100 cl', '1000 ml', '1000']],
    [parseVolume, ['1 gal', '4 quart', '8 pint', '128 fl oz', '128 floz', '3785.41 ml']],
    [parseMass, ['1 kg', '1000 g', '1000000 mg', '1000']],
    [parseMass, ['1 lb', '16 oz', '453.592 g']],
    [parseDuration, ['1 w', '1 wk', '1 week', '1 weeks', '7 d', '7 days', '6 day 24 h', '168 hours', '10080']],
    [
      parseDuration,
      ['1 h', '1 hr', '1 hrs', '1 hour', '60 min', '60 mins', '60 minutes', '59 minute 60 s', '3600 sec'],
    ],
  ] as const)('%p: as much in every unit', (parse, texts) => {
    const [first, ...others] = texts.map((text) => valueOf(parse(text)) ?? NaN);
    for (const value of others) expect(value / first!).toBeCloseTo(1, 5);
  });

  test.each([
    ['1 week 2', 9 * 1440],
    ['1 wk 2', 9 * 1440],
    ['2 hrs 30', 150],
    ['1 minute 30', 1.5],
    ['3 mins 30', 3.5],
  ])('the bare number after %s is in the next smaller unit', (text, minutes) =>
    expect(valueOf(parseDuration(text))).toBeCloseTo(minutes, 6),
  );

  test('areas, volumes and masses take their own units', () => {
    expect(valueOf(parseArea('120 cm2'))).toBe(12000);
    expect(valueOf(parseVolume('8 fl oz'))).toBeCloseTo(236.588, 2);
    expect(valueOf(parseMass('0,5 kg'))).toBe(500);
  });

  test.each([
    [parseLength, '12 parsecs', 'unknown-unit'],
    [parseLength, '', 'not-a-quantity'],
    [parseLength, '1,234.5', 'not-a-quantity'],
    [parseLength, '-3', 'not-a-quantity'],
    [parseLength, '9e9 m', 'unknown-unit'],
    [parseLength, '900 m', 'number-out-of-range'],
    [parseLength, '1/0 in', 'number-out-of-range'],
    [parseDuration, '30 min 2 h', 'not-a-quantity'],
    [parseDuration, '<b>5</b>', 'not-a-quantity'],
    [parseTemperature, '900', 'number-out-of-range'],
    [parseTemperature, '20 K', 'unknown-unit'],
  ])('%p refuses "%s" as %s, saying what was given, allowed and to do', (parse, text, code) => {
    const read = parse(text);
    expect(read.ok).toBe(false);
    if (read.ok) return;
    expect(read.problems[0]).toMatchObject({ code });
    expect(read.problems[0]?.given).toContain(text);
    expect(read.problems[0]?.allowed).not.toBe('');
    expect(read.problems[0]?.todo).toMatch(/^Write it like/);
  });
});

describe('writing quantities', () => {
  test.each([
    [25, '25 min'],
    [90, '1 h 30'],
    [240, '4 h'],
    [1440, '1 d'],
    [2160, '1 d 12 h'],
    [30 * 1440, '30 d'],
  ])('%d minutes reads "%s"', (value, text) => expect(formatDuration(value)).toBe(text));

  test.each([
    [95.25, 'in', '3 3/4 in'],
    [19.05, 'in', '3/4 in'],
    [25.4, 'in', '1 in'],
    [0.396875, 'in', '1/64 in'],
    [-95.25, 'in', '-3 3/4 in'],
    [95, 'in', '3.74 in'],
    [0, 'in', '0 in'],
    [95, 'cm', '9.5 cm'],
    [95.26, 'mm', '95.3 mm'],
    [0.256, 'mm', '0.26 mm'],
    [0.996, 'mm', '1 mm'],
    [1, 'mm', '1 mm'],
    [1.256, 'mm', '1.3 mm'],
    [-0.256, 'mm', '-0.26 mm'],
    [2.346, 'cm', '0.23 cm'],
  ] as const)('%d mm in %s reads "%s"', (value, unit, text) => expect(formatLength(value, unit)).toBe(text));

  test('a bare number is in the unit of the settings', () => {
    expect(valueOf(parseLength('9.5', 'cm'))).toBe(95);
    expect(valueOf(parseLength('3 3/4', 'in'))).toBeCloseTo(95.25, 6);
    expect(valueOf(parseLength('9.5 mm', 'cm'))).toBe(9.5);
    expect(valueOf(parseLength('0'))).toBe(0);
  });

  test('a length written in inches reads back to itself within a hundredth of a millimetre', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 5000, noNaN: true }),
        (length) => Math.abs((valueOf(parseLength(formatLength(length, 'in'))) ?? NaN) - length) < 0.0128,
      ),
      draws(100, 100),
    ));

  test('temperatures change scale', () => {
    expect(formatTemperature(23, 'F')).toBe('73 °F');
    expect([formatTemperature(-40, 'F'), formatTemperature(22.55)]).toEqual(['-40 °F', '22.6 °C']);
  });
});

test('units hang together: a day of hours, an hour of minutes, a minute of milliseconds, an inch of millimetres', () => {
  expect([MINUTES_PER_HOUR, MINUTES_PER_DAY, MM_PER_INCH]).toEqual([60, 24 * 60, 25.4]);
  expect([MS_PER_MINUTE, MS_PER_HOUR, MS_PER_DAY]).toEqual([60 * 1000, 60 * 60 * 1000, 24 * 60 * 60 * 1000]);
  expect([hours(2), days(2)]).toEqual([120, 2880]);
});
