import svgpath from 'svgpath';
import { ringOf, type Point, type Ring } from '../../shape/index.ts';

/** A run of points in user units; closed ones join their last point to their first. */
export interface Line {
  readonly points: Ring;
  readonly isClosed: boolean;
  /** Of a dash without length: which way its line runs there. */
  readonly direction?: Point;
}

/** Most points that one path may be flattened to. */
const MOST_POINTS = 2_000_000;

/** Collects the points of one path, flattening its curves within a tolerance. */
class Pen {
  readonly lines: Line[] = [];
  private points: Point[] = [];
  private count = 0;
  constructor(private readonly tolerance: number) {}

  get isTooLong(): boolean {
    return this.count > MOST_POINTS;
  }
  get at(): Point {
    return this.points.at(-1) ?? [0, 0];
  }
  move(x: number, y: number): void {
    this.end(false);
    this.points = [[x, y]];
  }
  line(x: number, y: number): void {
    const [lastX, lastY] = this.at;
    if (x === lastX && y === lastY && this.points.length > 1) return;
    this.points.push([x, y]);
    this.count += 1;
  }
  end(isClosed: boolean): void {
    const { points } = this;
    if (points.length > 1 || (isClosed && points.length)) {
      const [first, last] = [points[0]!, points.at(-1)!];
      const isDouble = points.length > 2 && first[0] === last[0] && first[1] === last[1];
      this.lines.push({ points: ringOf(isDouble && isClosed ? points.slice(0, -1) : points), isClosed });
    }
    this.points = isClosed && points.length ? [points[0]!] : [];
  }

  /** A cubic by as many equal steps as its second differences ask for. */
  cubic(x1: number, y1: number, x2: number, y2: number, x3: number, y3: number): void {
    const [x0, y0] = this.at;
    const bend = Math.max(
      Math.hypot(x0 - 2 * x1 + x2, y0 - 2 * y1 + y2),
      Math.hypot(x1 - 2 * x2 + x3, y1 - 2 * y2 + y3),
    );
    // chord error of a cubic's piece: at most 6·bend/(8·n²)
    this.steps(Math.ceil(Math.sqrt((0.75 * bend) / this.tolerance)), (t) => {
      const s = 1 - t;
      const [b0, b1, b2, b3] = [s * s * s, 3 * s * s * t, 3 * s * t * t, t * t * t];
      return [b0 * x0 + b1 * x1 + b2 * x2 + b3 * x3, b0 * y0 + b1 * y1 + b2 * y2 + b3 * y3];
    });
  }
  quadratic(x1: number, y1: number, x2: number, y2: number): void {
    const [x0, y0] = this.at;
    const bend = Math.hypot(x0 - 2 * x1 + x2, y0 - 2 * y1 + y2);
    this.steps(Math.ceil(Math.sqrt(bend / (4 * this.tolerance))), (t) => {
      const s = 1 - t;
      return [s * s * x0 + 2 * s * t * x1 + t * t * x2, s * s * y0 + 2 * s * t * y1 + t * t * y2];
    });
  }
  /** An elliptical arc by its own angle: turning it into curves first errs more than the chords. */
  arc(rx: number, ry: number, turn: number, isLarge: boolean, isClockwise: boolean, x: number, y: number): void {
    const [x0, y0] = this.at;
    if (rx === 0 || ry === 0) return this.line(x, y);
    if (x === x0 && y === y0) return;
    let [a, b] = [Math.abs(rx), Math.abs(ry)];
    const phi = (turn * Math.PI) / 180;
    const [sin, cos] = [Math.sin(phi), Math.cos(phi)];
    const [dx, dy] = [(x0 - x) / 2, (y0 - y) / 2];
    const [px, py] = [cos * dx + sin * dy, -sin * dx + cos * dy];
    const reach = (px * px) / (a * a) + (py * py) / (b * b);
    if (reach > 1) [a, b] = [a * Math.sqrt(reach), b * Math.sqrt(reach)];
    const under = Math.max(
      0,
      (a * a * b * b - a * a * py * py - b * b * px * px) / (a * a * py * py + b * b * px * px),
    );
    const root = Math.sqrt(under) * (isLarge === isClockwise ? -1 : 1);
    const [ux, uy] = [(root * a * py) / b, (-root * b * px) / a];
    const [cx, cy] = [cos * ux - sin * uy + (x0 + x) / 2, sin * ux + cos * uy + (y0 + y) / 2];
    const from = Math.atan2((py - uy) / b, (px - ux) / a);
    let sweep = Math.atan2((-py - uy) / b, (-px - ux) / a) - from;
    if (isClockwise && sweep < 0) sweep += 2 * Math.PI;
    if (!isClockwise && sweep > 0) sweep -= 2 * Math.PI;
    this.ellipse(cx, cy, a, b, sin, cos, from, sweep, [x, y]);
  }
  private ellipse(
    cx: number,
    cy: number,
    a: number,
    b: number,
    sin: number,
    cos: number,
    from: number,
    sweep: number,
    [x, y]: Point,
  ): void {
    const radius = Math.max(a, b);
    const step = 2 * Math.acos(Math.max(-1, 1 - this.tolerance / radius));
    this.steps(Math.ceil(Math.abs(sweep) / step), (t) => {
      if (t === 1) return [x, y];
      const angle = from + sweep * t;
      const [ex, ey] = [a * Math.cos(angle), b * Math.sin(angle)];
      return [cx + cos * ex - sin * ey, cy + sin * ex + cos * ey];
    });
  }
  private steps(wanted: number, point: (t: number) => Point): void {
    const count = Math.min(MOST_POINTS, Math.max(1, Number.isFinite(wanted) ? wanted : 1));
    for (let step = 1; step <= count && !this.isTooLong; step += 1) this.line(...point(step / count));
  }
}

/** What a path's `d` draws, as far as it can be read; `error` says where it breaks off, as a browser would draw it up to there. */
export const flattenPath = (
  d: string,
  tolerance: number,
): { lines: readonly Line[]; error: string | null; isTooLong: boolean } => {
  const pen = new Pen(tolerance);
  const path = svgpath(d).abs().unshort();
  path.iterate((segment, _index, startX, startY) => {
    const [command, ...rest] = segment as readonly [string, ...number[]];
    const p = rest as number[];
    if (pen.isTooLong) return;
    switch (command) {
      case 'M':
        return pen.move(p[0]!, p[1]!);
      case 'L':
        return pen.line(p[0]!, p[1]!);
      case 'H':
        return pen.line(p[0]!, startY);
      case 'V':
        return pen.line(startX, p[0]!);
      case 'C':
        return pen.cubic(p[0]!, p[1]!, p[2]!, p[3]!, p[4]!, p[5]!);
      case 'Q':
        return pen.quadratic(p[0]!, p[1]!, p[2]!, p[3]!);
      case 'A':
        return pen.arc(p[0]!, p[1]!, p[2]!, p[3] === 1, p[4] === 1, p[5]!, p[6]!);
      case 'Z':
      case 'z':
        return pen.end(true);
      default:
        return undefined;
    }
  });
  pen.end(false);
  const { err } = path as unknown as { err?: string };
  return { lines: pen.lines, error: err ? err.replace(/^SvgPath: /, '') : null, isTooLong: pen.isTooLong };
};

/** A whole ellipse, starting at its right. */
export const flattenEllipse = (cx: number, cy: number, rx: number, ry: number, tolerance: number): Line => {
  const step = 2 * Math.acos(Math.max(-1, 1 - tolerance / Math.max(rx, ry)));
  const count = Math.min(MOST_POINTS, Math.max(8, Math.ceil((2 * Math.PI) / step)));
  return {
    isClosed: true,
    points: ringOf(
      Array.from({ length: count }, (_, index): Point => {
        const angle = (2 * Math.PI * index) / count;
        return [cx + rx * Math.cos(angle), cy + ry * Math.sin(angle)];
      }),
    ),
  };
};

/** A rectangle with corners rounded where it says so. */
export const flattenRect = (
  x: number,
  y: number,
  width: number,
  height: number,
  rx: number,
  ry: number,
  tolerance: number,
): readonly Line[] => {
  const a = Math.min(rx, width / 2);
  const b = Math.min(ry, height / 2);
  if (a <= 0 || b <= 0) return flattenPath(`M${x} ${y}h${width}v${height}h${-width}z`, tolerance).lines;
  const corner = (dx: number, dy: number) => `a${a} ${b} 0 0 1 ${dx} ${dy}`;
  return flattenPath(
    `M${x + a} ${y}h${width - 2 * a}${corner(a, b)}v${height - 2 * b}${corner(-a, b)}h${2 * a - width}${corner(-a, -b)}v${2 * b - height}${corner(a, -b)}z`,
    tolerance,
  ).lines;
};

/** How long a line is, user units. */
export const lineLength = ({ points, isClosed }: Line): number => {
  let length = 0;
  for (let at = 2; at < points.length; at += 2)
    length += Math.hypot(points[at]! - points[at - 2]!, points[at + 1]! - points[at - 1]!);
  const last = points.length - 2;
  return isClosed ? length + Math.hypot(points[0]! - points[last]!, points[1]! - points[last + 1]!) : length;
};

const MOST_DASHES = 100_000;

/** A line cut into its dashes, user units; the line itself where the pattern draws all of it. A dash without length keeps its direction. */
export const dashed = ({ points, isClosed }: Line, pattern: readonly number[], offset: number): readonly Line[] => {
  const lengths = pattern.length % 2 ? [...pattern, ...pattern] : pattern;
  const total = lengths.reduce((sum, length) => sum + length, 0);
  if (!(total > 0) || lengths.some((length) => length < 0)) return [{ points, isClosed }];
  const count = points.length / 2 + (isClosed ? 1 : 0);
  const dashes: Line[] = [];
  let index = 0;
  let left = ((offset % total) + total) % total;
  while (left >= lengths[index]! && left > 0) {
    left -= lengths[index]!;
    index = (index + 1) % lengths.length;
  }
  left = lengths[index]! - left;
  const pointAt = (at: number): Point => {
    const wrapped = (at % (points.length / 2)) * 2;
    return [points[wrapped]!, points[wrapped + 1]!];
  };
  const end = (dash: readonly Point[], direction: Point) =>
    dashes.push({ points: ringOf(dash.length > 1 ? dash : [dash[0]!, dash[0]!]), isClosed: false, direction });
  let current: Point[] | null = index % 2 === 0 ? [pointAt(0)] : null;
  for (let at = 1; at < count && dashes.length < MOST_DASHES; at += 1) {
    let [x, y] = pointAt(at - 1);
    const [x2, y2] = pointAt(at);
    let rest = Math.hypot(x2 - x, y2 - y);
    if (rest === 0) continue;
    const direction: Point = [(x2 - x) / rest, (y2 - y) / rest];
    while (rest > left && dashes.length < MOST_DASHES) {
      [x, y] = [x + direction[0] * left, y + direction[1] * left];
      rest -= left;
      if (current) end(left > 0 || current.length > 1 ? [...current, [x, y]] : current, direction);
      index = (index + 1) % lengths.length;
      current = index % 2 === 0 ? [[x, y]] : null;
      left = lengths[index]!;
    }
    left -= rest;
    current?.push([x2, y2]);
  }
  if (current && current.length > 1) dashes.push({ points: ringOf(current), isClosed: false });
  return dashes;
};
