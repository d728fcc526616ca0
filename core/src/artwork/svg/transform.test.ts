import { describe, expect, test } from '@jest/globals';
import { combined, IDENTITY, moved, readTransform, stretchOf, type Matrix } from './transform.ts';

/** Where (3, 2) comes to lie. */
const PLACES: readonly (readonly [string | undefined, number, number])[] = [
  [undefined, 3, 2],
  [' ', 3, 2],
  ['translate(10)', 13, 2],
  ['translate(10, -5)', 13, -3],
  ['scale(2)', 6, 4],
  ['scale(2 -1)', 6, -2],
  ['rotate(90)', -2, 3],
  ['rotate(90, 3, 0)', 1, 0],
  ['rotate(180 3 2)', 3, 2],
  ['skewX(45)', 5, 2],
  ['skewY(45)', 3, 5],
  ['matrix(1 2 3 4 5 6)', 14, 20],
  ['translate(10,0) scale(2)', 16, 4],
  ['scale(2), translate(10,0)', 26, 4],
];
const BAD = ['turn(3)', 'matrix(1 2 3 4 5)', 'rotate 90', 'scale(2) and more'];

describe('a transform', () => {
  test.each(PLACES)('%s moves (3, 2) to (%d, %d)', (text, x, y) => {
    const at = moved(readTransform(text)!, 3, 2);
    expect(at[0]).toBeCloseTo(x, 9);
    expect(at[1]).toBeCloseTo(y, 9);
  });
  test.each(BAD)('%s is none', (text) => expect(readTransform(text)).toBeNull());

  test('one after the other moves as both together', () => {
    const [outer, inner]: Matrix[] = [
      [1, 2, 3, 4, 5, 6],
      [0.5, -1, 2, 3, -4, 7],
    ];
    const [x, y] = moved(inner!, 3, 2);
    expect(moved(combined(outer!, inner!), 3, 2)).toEqual(moved(outer!, x, y));
    expect(combined(IDENTITY, inner!)).toEqual(inner);
  });

  test.each([
    ['scale(2 5)', 5],
    ['rotate(30) scale(3)', 3],
    ['translate(9 9)', 1],
    ['skewX(45)', (1 + Math.sqrt(5)) / 2],
    ['scale(0)', 0],
  ])('%s stretches a length by %d at the most', (text, most) =>
    expect(stretchOf(readTransform(text)!)).toBeCloseTo(most, 9),
  );
});
