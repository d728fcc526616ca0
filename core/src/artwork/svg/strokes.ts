import {
  circle,
  rectangle,
  ringOf,
  stroked,
  united,
  type Cap,
  type Join,
  type Point,
  type Ring,
} from '../../shape/index.ts';
import { dashed, lineLength, type Line } from './flatten.ts';
import { fontPxOf, type Style } from './style.ts';
import { userLength } from './lengths.ts';
import { numbersIn } from './transform.ts';

const JOINS: Readonly<Record<string, Join>> = { round: 'round', bevel: 'bevel', miter: 'miter' };
const CAPS: Readonly<Record<string, Cap>> = { round: 'round', square: 'square', butt: 'butt' };

const isDot = ({ points }: Line): boolean => {
  for (let at = 2; at < points.length; at += 2)
    if (points[at] !== points[0] || points[at + 1] !== points[1]) return false;
  return true;
};

/** What a pen leaves of a line without length: a dot where its ends are round, a square where they are square, else nothing. */
const dotOf = ({ points, direction }: Line, width: number, cap: Cap): Ring[] => {
  const [x, y] = [points[0]!, points[1]!];
  if (cap === 'round') return [circle(x, y, width / 2)];
  if (cap !== 'square') return [];
  const half = width / 2;
  const [dx, dy] = direction ?? [1, 0];
  if (dy === 0) return [rectangle({ x: x - half, y: y - half, width, height: width })];
  const corner = (along: number, across: number): Point => [
    x + half * (along * dx - across * dy),
    y + half * (along * dy + across * dx),
  ];
  return [ringOf([corner(-1, -1), corner(1, -1), corner(1, 1), corner(-1, 1)])];
};

/** The lengths of dashes and gaps, user units; none where the line is whole. */
const dashesOf = (style: Style, diagonal: number): number[] => {
  const said = style['stroke-dasharray'];
  if (!said || said === 'none') return [];
  const fontPx = fontPxOf(style);
  const lengths = said
    .split(/[\s,]+/)
    .filter(Boolean)
    .map((one) => userLength(one, diagonal, NaN, fontPx));
  return lengths.some((length) => !(length >= 0)) ? [] : lengths;
};

/**
 * The outline of a pen along lines, user units; drawn in millimetres where the transform keeps angles, so that chords are fine enough.
 *
 * @param diagonal what shares of the view are taken of
 * @param stretch  mm for one user unit
 * @param pathLength the length that the drawing says the path has, by which its dashes are measured
 */
export const strokeOf = (
  lines: readonly Line[],
  style: Style,
  {
    diagonal,
    stretch,
    pathLength,
  }: { readonly diagonal: number; readonly stretch: number; readonly pathLength: string | undefined },
): Ring[] => {
  const width = userLength(style['stroke-width'], diagonal, 1, fontPxOf(style));
  if (!(width > 0)) return [];
  const [said] = numbersIn(pathLength ?? '');
  const whole = lines.reduce((sum, line) => sum + lineLength(line), 0);
  const share = said !== undefined && said > 0 ? whole / said : 1;
  const pattern = dashesOf(style, diagonal).map((length) => length * share);
  const offset = userLength(style['stroke-dashoffset'], diagonal, 0, fontPxOf(style)) * share;
  const drawn = pattern.length ? lines.flatMap((line) => dashed(line, pattern, offset)) : lines;
  const cap = CAPS[style['stroke-linecap'] ?? ''] ?? 'butt';
  const scaled = drawn.map((line) => ({ ...line, points: line.points.map((value) => value * stretch) }));
  const dots = scaled.filter(isDot).flatMap((line) => dotOf(line, width * stretch, cap));
  const outline = stroked(
    scaled.filter((line) => !isDot(line)),
    width * stretch,
    JOINS[style['stroke-linejoin'] ?? ''] ?? 'miter',
    cap,
    Number(style['stroke-miterlimit'] ?? 4) || 4,
  );
  const drawnWhole = dots.length ? united([...outline, ...dots]) : outline;
  return drawnWhole.map((ring) => ring.map((value) => value / stretch));
};
