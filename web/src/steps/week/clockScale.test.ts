import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { clockScale } from './clockScale.ts';

const HOUR_MS = 3_600_000;
const window = (start: number, end: number) => ({ start: start * HOUR_MS, end: end * HOUR_MS, hands: 1 });
const scale = clockScale([window(18, 21), window(42, 45), window(130, 134)], 16 * HOUR_MS, 140 * HOUR_MS, 40);

test('sittings are as wide as they are long, nights are compressed, and longer breaks a little wider', () => {
  const widths = scale.stretches.map(({ isSitting, width }) => [isSitting, width]);
  expect(widths.filter(([isSitting]) => isSitting).map(([, width]) => width)).toEqual([120, 120, 160]);
  const breaks = widths.filter(([isSitting]) => !isSitting).map(([, width]) => Number(width));
  expect(Math.max(...breaks)).toBeLessThan(120);
  expect(breaks[2]).toBeGreaterThan(breaks[1]!);
});

test('a place on the clock and its time are each other’s inverse, and later is further right', () =>
  fc.assert(
    fc.property(
      fc.double({ min: 16, max: 140, noNaN: true }),
      fc.double({ min: 0, max: 5, noNaN: true }),
      (hour, more) => {
        const at = hour * HOUR_MS;
        expect(Math.abs(scale.timeAt(scale.xOf(at)) - at)).toBeLessThan(1);
        expect(scale.xOf(at + more * HOUR_MS)).toBeGreaterThanOrEqual(scale.xOf(at) - 1e-9);
      },
    ),
    { seed: 35 },
  ));
