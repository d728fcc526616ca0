import { expect, test } from '@jest/globals';
import { rectangle, reversed, type Ring } from '../shape/index.ts';
import { allNested, nested, ownArea, type Nested } from './nest.ts';

const box = (x: number, y: number, size: number): Ring => rectangle({ x, y, width: size, height: size });
const hole = (x: number, y: number, size: number): Ring => reversed(box(x, y, size));
const told = (roots: readonly Nested[]): unknown => roots.map(({ area, inside }) => [area, told(inside)]);

test('rings lie in what directly surrounds them, whatever their order: a part in a hole in a frame', () => {
  const [frame, opening, part, beside] = [box(0, 0, 100), hole(10, 10, 80), box(20, 20, 30), box(200, 0, 10)];
  const wanted = [
    [10_000, [[-6400, [[900, []]]]]],
    [100, []],
  ];
  expect(told(nested([frame, opening, part, beside]))).toEqual(wanted);
  expect(told(nested([part, opening, frame, beside]))).toEqual(wanted);
  expect(allNested(nested([part, frame, opening])).map(({ area }) => area)).toEqual([10_000, -6400, 900]);
});
test('of several that surround a ring the smallest of the other sort holds it', () => {
  const rings = [box(0, 0, 100), hole(5, 5, 90), box(10, 10, 80), hole(15, 15, 70), box(20, 20, 10), hole(22, 22, 2)];
  let [level] = nested(rings);
  const areas: number[] = [];
  while (level) {
    areas.push(level.area);
    [level] = level.inside;
  }
  expect(areas).toEqual([10_000, -8100, 6400, -4900, 100, -4]);
  const holders = nested([...rings].reverse());
  expect(holders).toHaveLength(1);
});
test('rings of one sort never hold each other, and neither do rings that only lie in the same box', () => {
  expect(nested([box(0, 0, 100), box(10, 10, 20)])).toHaveLength(2);
  expect(nested([box(0, 0, 50), hole(60, 60, 20)])).toHaveLength(2);
  const corner = Float64Array.of(0, 0, 100, 0, 100, 10, 10, 10, 10, 100, 0, 100);
  expect(nested([corner, hole(50, 50, 20)])).toHaveLength(2);
  expect(nested([])).toEqual([]);
});
test('what a ring surrounds is counted without what lies in it again', () => {
  const [frame] = nested([box(0, 0, 10), hole(1, 1, 2), hole(5, 5, 3)]);
  expect(ownArea(frame!)).toBe(100 - 4 - 9);
  expect(ownArea(frame!.inside[0]!)).toBe(4);
});
