import { describe, expect, test } from '@jest/globals';
import { marksOf, rulerOf } from './spots.ts';

const text = (mm: number) => `${mm} mm`;
const places = (count: number) =>
  Array.from({ length: count }, (_, at) => ({ mm: 1 + at / 100, at: [at * 3, 10] as const }));

describe('marks on the picture', () => {
  test('are the dozen thinnest; the others are only tinted', () => {
    const { worst, rest } = marksOf([...places(345)].reverse(), 0.5, text);
    expect(worst.map((mark) => mark.text)).toEqual(places(12).map(({ mm }) => text(mm)));
    expect(rest).toHaveLength(333);
  });
  test('no figure lies over another, nor over a mark: where there is no room it is left out', () => {
    const { worst } = marksOf(places(12), 1, text);
    const boxes = worst.flatMap(({ textAt, text: words }) =>
      textAt
        ? [{ left: textAt[0], right: textAt[0] + words.length * 7.8, top: textAt[1] - 11.2, bottom: textAt[1] + 2.8 }]
        : [],
    );
    expect(boxes.length).toBeGreaterThan(0);
    expect(boxes.length).toBeLessThan(12);
    boxes.forEach((one, at) =>
      boxes.slice(at + 1).forEach((other) => {
        const isOver =
          one.left < other.right && other.left < one.right && one.top < other.bottom && other.top < one.bottom;
        expect(isOver).toBe(false);
      }),
    );
  });
  test('far apart, every one has its figure', () => {
    const far = Array.from({ length: 5 }, (_, at) => ({ mm: 1, at: [at * 200, 0] as const }));
    expect(marksOf(far, 1, text).worst.every(({ textAt }) => textAt !== null)).toBe(true);
  });
});

test.each([
  ['mm', 420, 0.75, [0, 50, 100], ['0', '50', '100']],
  ['cm', 420, 0.75, [0, 50], ['0', '5']],
  ['in', 420, 0.75, [0, 50.8], ['0', '2']],
  ['mm', 9, 0.02, [0, 1], ['0', '1']],
] as const)('a ruler in %s along %d mm at %d mm a pixel', (unit, length, mm, at, words) => {
  const ticks = rulerOf(length, mm, unit);
  expect(ticks.slice(0, at.length).map((tick) => tick.at)).toEqual(at.map((one) => expect.closeTo(one, 9)));
  expect(ticks.slice(0, words.length).map((tick) => tick.words)).toEqual(words);
  expect(ticks.at(-1)!.at).toBeLessThanOrEqual(length);
});
