import type { Point } from '../../shape/index.ts';

/** Maps (x, y) to (a·x + c·y + e, b·x + d·y + f). */
export type Matrix = readonly [a: number, b: number, c: number, d: number, e: number, f: number];

export const IDENTITY: Matrix = [1, 0, 0, 1, 0, 0];

/** First `inner`, then `outer`. */
export const combined = ([a, b, c, d, e, f]: Matrix, [a2, b2, c2, d2, e2, f2]: Matrix): Matrix => [
  a * a2 + c * b2,
  b * a2 + d * b2,
  a * c2 + c * d2,
  b * c2 + d * d2,
  a * e2 + c * f2 + e,
  b * e2 + d * f2 + f,
];

export const moved = ([a, b, c, d, e, f]: Matrix, x: number, y: number): Point => [
  a * x + c * y + e,
  b * x + d * y + f,
];

/** The most that a matrix stretches a length. */
export const stretchOf = ([a, b, c, d]: Matrix): number => {
  const sum = a * a + b * b + c * c + d * d;
  const det = a * d - b * c;
  return Math.sqrt((sum + Math.sqrt(Math.max(0, sum * sum - 4 * det * det))) / 2);
};

const radians = (degrees: number): number => (degrees * Math.PI) / 180;
const about = (matrix: Matrix, x: number, y: number): Matrix =>
  combined(combined([1, 0, 0, 1, x, y], matrix), [1, 0, 0, 1, -x, -y]);

const named = (name: string, values: readonly number[]): Matrix | null => {
  const [p = 0, q, r] = values;
  switch (name) {
    case 'matrix':
      return values.length === 6 ? (values as unknown as Matrix) : null;
    case 'translate':
      return [1, 0, 0, 1, p, q ?? 0];
    case 'scale':
      return [p, 0, 0, q ?? p, 0, 0];
    case 'rotate': {
      const [sin, cos] = [Math.sin(radians(p)), Math.cos(radians(p))];
      return about([cos, sin, -sin, cos, 0, 0], q ?? 0, r ?? 0);
    }
    case 'skewX':
      return [1, 0, Math.tan(radians(p)), 1, 0, 0];
    case 'skewY':
      return [1, Math.tan(radians(p)), 0, 1, 0, 0];
    default:
      return null;
  }
};

const NUMBER = /[-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?/gi;
export const numbersIn = (text: string): number[] => (text.match(NUMBER) ?? []).map(Number);

/** Reads a transform list; null where it is none. */
export const readTransform = (text: string | undefined): Matrix | null => {
  if (!text?.trim()) return IDENTITY;
  const parts = [...text.matchAll(/([a-zA-Z]+)\s*\(([^)]*)\)[\s,]*/g)];
  if (
    parts
      .map(([whole]) => whole)
      .join('')
      .trim().length !== text.trim().length
  )
    return null;
  let matrix: Matrix = IDENTITY;
  for (const [, name = '', values = ''] of parts) {
    const next = named(name, numbersIn(values));
    if (!next) return null;
    matrix = combined(matrix, next);
  }
  return matrix;
};
