/**
 * Closed outlines in mm, y down: x0, y0, x1, y1, … without the first point again at the end.
 *
 * In a polygon, rings whose signed area is positive surround material; negative ones are the holes in it.
 */
export type Ring = Float64Array;
export type Polygon = readonly Ring[];
export type Point = readonly [x: number, y: number];

export interface Bounds {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

export const ringOf = (points: readonly Point[]): Ring => Float64Array.from(points.flat());
export const pointsOf = (ring: Ring): Point[] =>
  Array.from({ length: ring.length / 2 }, (_, index): Point => [ring[2 * index]!, ring[2 * index + 1]!]);

/** Signed area, mm²: the shoelace sum; positive for rings around material. */
export const ringArea = (ring: Ring): number => {
  let twice = 0;
  const { length } = ring;
  for (let at = 0, before = length - 2; at < length; before = at, at += 2)
    twice += ring[before]! * ring[at + 1]! - ring[at]! * ring[before + 1]!;
  return twice / 2;
};

/** Length of the closed outline, mm. */
export const ringLength = (ring: Ring): number => {
  let length = 0;
  for (let at = 0, before = ring.length - 2; at < ring.length; before = at, at += 2)
    length += Math.hypot(ring[at]! - ring[before]!, ring[at + 1]! - ring[before + 1]!);
  return length;
};

/** Length of an open line, mm. */
export const lengthOfLine = (line: Ring): number => {
  let length = 0;
  for (let at = 2; at < line.length; at += 2)
    length += Math.hypot(line[at]! - line[at - 2]!, line[at + 1]! - line[at - 1]!);
  return length;
};

export const polygonArea = (polygon: Polygon): number => polygon.reduce((sum, ring) => sum + ringArea(ring), 0);
export const polygonLength = (polygon: Polygon): number => polygon.reduce((sum, ring) => sum + ringLength(ring), 0);

export const NO_BOUNDS: Bounds = { x: 0, y: 0, width: 0, height: 0 };

/** The smallest upright rectangle around some rings; nothing around none. */
export const boundsOf = (polygon: Polygon): Bounds => {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const ring of polygon)
    for (let at = 0; at < ring.length; at += 2) {
      const x = ring[at]!;
      const y = ring[at + 1]!;
      if (x < left) left = x;
      if (x > right) right = x;
      if (y < top) top = y;
      if (y > bottom) bottom = y;
    }
  return left > right ? NO_BOUNDS : { x: left, y: top, width: right - left, height: bottom - top };
};

/** Rings with every point moved by a rule. */
export const mapped = (polygon: Polygon, move: (x: number, y: number) => Point): Ring[] =>
  polygon.map((ring) => {
    const result = new Float64Array(ring.length);
    for (let at = 0; at < ring.length; at += 2) {
      const [x, y] = move(ring[at]!, ring[at + 1]!);
      result[at] = x;
      result[at + 1] = y;
    }
    return result;
  });

/** The ring run through the other way round: material and hole change places. */
export const reversed = (ring: Ring): Ring => {
  const result = new Float64Array(ring.length);
  for (let at = 0; at < ring.length; at += 2) {
    result[at] = ring[ring.length - 2 - at]!;
    result[at + 1] = ring[ring.length - 1 - at]!;
  }
  return result;
};

/** Rings scaled about the origin and then moved. */
export const placed = (polygon: Polygon, scale: number, dx: number, dy: number): Ring[] =>
  mapped(polygon, (x, y) => [x * scale + dx, y * scale + dy]);

/** A point turned about the origin, degrees clockwise as seen (y down). */
export const turnedPoint = (degrees: number): ((x: number, y: number) => Point) => {
  const [sin, cos] = [Math.sin((degrees * Math.PI) / 180), Math.cos((degrees * Math.PI) / 180)];
  return degrees % 360 === 0 ? (x, y) => [x, y] : (x, y) => [x * cos - y * sin, x * sin + y * cos];
};

/** Whether a point lies inside one ring, by the parity of its crossings; on the outline either answer is right. */
export const isInRing = (ring: Ring, x: number, y: number): boolean => {
  let inside = false;
  for (let at = 0, before = ring.length - 2; at < ring.length; before = at, at += 2) {
    const y1 = ring[at + 1]!;
    const y2 = ring[before + 1]!;
    if (y1 > y !== y2 > y && x < ((ring[before]! - ring[at]!) * (y - y1)) / (y2 - y1) + ring[at]!) inside = !inside;
  }
  return inside;
};

/** Whether a point lies in the material of a polygon. */
export const isInside = (polygon: Polygon, x: number, y: number): boolean =>
  polygon.reduce((inside, ring) => inside !== isInRing(ring, x, y), false);

/** Centre of gravity of a ring's area. */
export const ringCentre = (ring: Ring): Point => {
  let [sx, sy, twice] = [0, 0, 0];
  const [ox, oy] = [ring[0] ?? 0, ring[1] ?? 0]; // about its first point, so that far-off rings lose no digits
  for (let at = 0, before = ring.length - 2; at < ring.length; before = at, at += 2) {
    const [x1, y1, x2, y2] = [ring[before]! - ox, ring[before + 1]! - oy, ring[at]! - ox, ring[at + 1]! - oy];
    const cross = x1 * y2 - x2 * y1;
    sx += (x1 + x2) * cross;
    sy += (y1 + y2) * cross;
    twice += cross;
  }
  return twice === 0 ? [ox, oy] : [ox + sx / (3 * twice), oy + sy / (3 * twice)];
};

/** A rectangle as a ring around material. */
export const rectangle = ({ x, y, width, height }: Bounds): Ring =>
  ringOf([
    [x, y],
    [x + width, y],
    [x + width, y + height],
    [x, y + height],
  ]);

/** Farthest that a flattened curve may lie from the true one, mm: 5 µm chords lose half a percent of small dots. */
export const CHORD_ERROR_MM = 0.001;

/** A circle as a ring, its chords within the chord error. */
export const circle = (cx: number, cy: number, radius: number, chordError = CHORD_ERROR_MM): Ring => {
  const step = 2 * Math.acos(Math.max(0, 1 - chordError / Math.max(radius, chordError)));
  const count = Math.max(12, Math.ceil((2 * Math.PI) / step));
  return ringOf(
    Array.from({ length: count }, (_, index): Point => {
      const angle = (2 * Math.PI * index) / count;
      return [cx + radius * Math.cos(angle), cy + radius * Math.sin(angle)];
    }),
  );
};

/** The share [from, to] of a segment inside a rectangle; null where it misses it. */
const shareWithin = ([x1, y1]: Point, [x2, y2]: Point, box: Bounds): [from: number, to: number] | null => {
  let [from, to] = [0, 1];
  for (const [start, step, low, high] of [
    [x1, x2 - x1, box.x, box.x + box.width],
    [y1, y2 - y1, box.y, box.y + box.height],
  ] as const) {
    if (step === 0) {
      if (start < low || start > high) return null;
      continue;
    }
    const [one, other] = [(low - start) / step, (high - start) / step];
    from = Math.max(from, Math.min(one, other));
    to = Math.min(to, Math.max(one, other));
  }
  return from < to ? [from, to] : null;
};

/** Open lines, cut off at the sides of a rectangle. */
export const linesWithin = (lines: Polygon, box: Bounds): Ring[] =>
  lines.flatMap((line) => {
    const points = pointsOf(line);
    const runs: Point[][] = [];
    for (let at = 0; at + 1 < points.length; at += 1) {
      const [[x1, y1], [x2, y2]] = [points[at]!, points[at + 1]!];
      const share = shareWithin([x1, y1], [x2, y2], box);
      if (!share) continue;
      const [from, to] = share.map((t): Point => [x1 + (x2 - x1) * t, y1 + (y2 - y1) * t]) as [Point, Point];
      const last = runs.at(-1);
      const end = last?.at(-1);
      if (last && end && end[0] === from[0] && end[1] === from[1]) last.push(to);
      else runs.push([from, to]);
    }
    return runs.map(ringOf);
  });
