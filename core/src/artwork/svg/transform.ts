import type { Point } from '../../shape/index.ts';
import { userLength } from './lengths.ts';

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

const ANGLES: Readonly<Record<string, number>> = { deg: 1, grad: 0.9, rad: 180 / Math.PI, turn: 360 };

/** One value of a transform in a style: user units, or degrees; null where it is neither. */
const cssValue = (text: string): number | null => {
  const read = /^([-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?)(deg|grad|rad|turn|px|mm|cm|in|pt|pc|q)?$/i.exec(text);
  if (!read) return null;
  const [, value = '', unit = ''] = read;
  const angle = ANGLES[unit.toLowerCase()];
  if (angle !== undefined) return Number(value) * angle;
  return unit === '' ? Number(value) : userLength(text, 0, NaN);
};

const cssNamed = (name: string, v: readonly number[]): Matrix | null => {
  const [p = 0, q] = v;
  switch (name.toLowerCase()) {
    case 'translatex':
      return [1, 0, 0, 1, p, 0];
    case 'translatey':
      return [1, 0, 0, 1, 0, p];
    case 'scalex':
      return [p, 0, 0, 1, 0, 0];
    case 'scaley':
      return [1, 0, 0, p, 0, 0];
    case 'skew':
      return [1, Math.tan(radians(q ?? 0)), Math.tan(radians(p)), 1, 0, 0];
    case 'skewx':
      return named('skewX', v);
    case 'skewy':
      return named('skewY', v);
    case 'rotatez':
      return named('rotate', v.slice(0, 1));
    default:
      return named(name.toLowerCase(), v);
  }
};

/** Reads a transform as a style writes it; null where it is none that a flat drawing knows. */
export const readCssTransform = (text: string): Matrix | null => {
  const plain = text.trim();
  if (plain === 'none') return IDENTITY;
  const parts = [...plain.matchAll(/([a-zA-Z]+)\(([^()]*)\)\s*/g)];
  if (!parts.length || parts.map(([whole]) => whole).join('').length !== plain.length) return null;
  let matrix: Matrix = IDENTITY;
  for (const [, name = '', inside = ''] of parts) {
    const values = inside
      .split(/[\s,]+/)
      .filter(Boolean)
      .map(cssValue);
    if (values.some((value) => value === null || Number.isNaN(value))) return null;
    const next = cssNamed(name, values as number[]);
    if (!next) return null;
    matrix = combined(matrix, next);
  }
  return matrix;
};

/** A transform about an origin, user units. */
export const aboutOrigin = (matrix: Matrix, origin: Point): Matrix => about(matrix, origin[0], origin[1]);
