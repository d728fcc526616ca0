import { describe, expect, test } from '@jest/globals';
import { boundsOf, circle, rectangle, subtracted, type Point, type Polygon } from '../shape/index.ts';
import { hullOf, probesOf, Room, thinned } from './room.ts';

/** A rectangle about the origin, 60 by 40 mm. */
const PLATE: Polygon = [rectangle({ x: -30, y: -20, width: 60, height: 40 })];
const DRILLED: Polygon = subtracted(PLATE, [circle(10, 0, 5)]);
const ANGLE: Polygon = [Float64Array.of(5, 5, 65, 5, 65, 25, 25, 25, 25, 65, 5, 65)];

describe('how far a place lies inside', () => {
  test.each([
    ['the middle of a plate', PLATE, 0, 0, 20],
    ['near its right edge', PLATE, 27, 0, 3],
    ['on its edge', PLATE, 0, 20, 0],
    ['beside it', PLATE, 40, 0, -10],
    ['off its corner', PLATE, 33, 24, -5],
    ['between a hole and the edge', DRILLED, 19, 0, 4],
    ['in the hole', DRILLED, 10, 0, -5],
    ['the inner corner of an angle', ANGLE, 20, 20, Math.hypot(5, 5)],
    ['outside the inner corner', ANGLE, 28, 29, -3],
  ] as const)('%s', (_, clear, x, y, depth) => expect(new Room(clear).depth(x, y)).toBeCloseTo(depth, 1));

  test.each([
    ['a plate', PLATE],
    ['a drilled plate', DRILLED],
    ['an angle', ANGLE],
  ] as const)(
    'what a place of %s lacks is nothing where it has it, and never more than it really lacks',
    (_, clear) => {
      const room = new Room(clear);
      const { width, height } = boundsOf(clear);
      let [tooMuch, tooLittle, unsaid, unasked] = [0, 0, 0, 0];
      for (let x = -35; x <= 70; x += 3.7)
        for (let y = -25; y <= 70; y += 3.3)
          for (const wanted of [0, 1, 4, 9]) {
            const depth = room.depth(x, y);
            const really = Math.max(0, wanted - depth);
            const said = room.lacks(x, y, wanted);
            tooMuch = Math.max(tooMuch, said - really);
            if (depth >= 0) tooLittle = Math.max(tooLittle, really - said);
            if (really > 0 && said <= 0) unsaid += 1;
            if (really === 0 && said !== 0) unasked += 1;
          }
      expect(tooMuch).toBeLessThan(1e-9);
      // two ways from a place to the middle of its cell, of which the table has two hundred along the longer side
      expect(tooLittle).toBeLessThan((Math.SQRT2 * Math.max(width, height)) / 200);
      expect([unsaid, unasked]).toEqual([0, 0]);
    },
  );

  test('a design lies inside where its hull does only in an area without a hole or a corner inwards', () => {
    expect([PLATE, DRILLED, ANGLE].map((clear) => new Room(clear).isConvex)).toEqual([true, false, false]);
  });
});

describe('the points of a design', () => {
  test('farthest out first', () => {
    const { x, y, reach } = probesOf([
      [1, 0],
      [-3, 4],
      [0, 2],
    ]);
    expect([[...x], [...y], [...reach]]).toEqual([
      [-3, 0, 1],
      [4, 2, 0],
      [5, 2, 1],
    ]);
  });
  test('the hull of points holds its corners alone', () => {
    const points: Point[] = [
      [0, 0],
      [4, 0],
      [4, 4],
      [0, 4],
      [2, 2],
      [2, 0],
      [4, 1],
    ];
    expect(hullOf(points).map(String).sort()).toEqual(['0,0', '0,4', '4,0', '4,4']);
  });
  test('thinned, one is left in each square', () => {
    expect(
      thinned(
        [
          [0, 0],
          [1, 0],
          [6, 0],
          [0, 6],
          [-1, -1],
        ],
        10,
      ),
    ).toEqual([
      [0, 0],
      [6, 0],
      [0, 6],
    ]);
  });
});
