import { ringOf, type Ring } from '../shape/index.ts';

/** A registration cross, two open lines, mm. */
export const crossAt = (x: number, y: number, size: number): Ring[] => [
  ringOf([
    [x - size / 2, y],
    [x + size / 2, y],
  ]),
  ringOf([
    [x, y - size / 2],
    [x, y + size / 2],
  ]),
];
