import { boundsOf, isInside, type Point, type Polygon } from '../shape/index.ts';

// taken out once: looking them up costs as much as calling them
const { hypot, max, min, round, sqrt } = Math;

/** Cells along the longer side of the table of distances. */
const CELLS = 200;

/** How far a place lies inside a clear area: exact, with a table that answers most questions without looking at the outline. */
export class Room {
  private readonly ax: Float64Array;
  private readonly ay: Float64Array;
  private readonly dx: Float64Array;
  private readonly dy: Float64Array;
  private readonly left: number;
  private readonly top: number;
  private readonly cell: number;
  private readonly columns: number;
  private readonly rows: number;
  private readonly table: Float64Array;

  constructor(private readonly clear: Polygon) {
    const count = clear.reduce((sum, ring) => sum + ring.length / 2, 0);
    const column = () => new Float64Array(count);
    [this.ax, this.ay, this.dx, this.dy] = [column(), column(), column(), column()];
    let at = 0;
    for (const ring of clear)
      for (let point = 0, before = ring.length - 2; point < ring.length; before = point, point += 2) {
        this.ax[at] = ring[before]!;
        this.ay[at] = ring[before + 1]!;
        this.dx[at] = ring[point]! - ring[before]!;
        this.dy[at] = ring[point + 1]! - ring[before + 1]!;
        at += 1;
      }
    const { x, y, width, height } = boundsOf(clear);
    this.cell = max(width, height) / CELLS;
    [this.left, this.top] = [x - this.cell / 2, y - this.cell / 2];
    this.columns = Math.ceil(width / this.cell) + 2;
    this.rows = Math.ceil(height / this.cell) + 2;
    this.table = new Float64Array(this.columns * this.rows).fill(NaN);
  }

  /** Whether a design lies inside wherever its hull does. */
  get isConvex(): boolean {
    if (this.clear.length !== 1) return false;
    for (let at = 0; at < this.dx.length; at += 1) {
      const next = (at + 1) % this.dx.length;
      if (this.dx[at]! * this.dy[next]! - this.dy[at]! * this.dx[next]! < 0) return false;
    }
    return true;
  }

  /** Distance to the outline, mm: positive inside, negative outside. */
  depth(x: number, y: number): number {
    let nearest = Number.MAX_VALUE;
    for (let at = 0; at < this.ax.length; at += 1) {
      const [dx, dy] = [this.dx[at]!, this.dy[at]!];
      const [px, py] = [x - this.ax[at]!, y - this.ay[at]!];
      const size = dx * dx + dy * dy;
      const along = size === 0 ? 0 : (px * dx + py * dy) / size;
      const share = along < 0 ? 0 : along > 1 ? 1 : along;
      const [qx, qy] = [px - share * dx, py - share * dy];
      const square = qx * qx + qy * qy;
      if (square < nearest) nearest = square;
    }
    return isInside(this.clear, x, y) ? sqrt(nearest) : -sqrt(nearest);
  }

  /** By how much a place lacks a depth, mm: 0 where it has it; never more than it really lacks. */
  lacks(x: number, y: number, wanted: number): number {
    const column = min(this.columns - 1, max(0, round((x - this.left) / this.cell)));
    const row = min(this.rows - 1, max(0, round((y - this.top) / this.cell)));
    const [tx, ty] = [this.left + column * this.cell, this.top + row * this.cell];
    const at = row * this.columns + column;
    if (Number.isNaN(this.table[at]!)) this.table[at] = this.depth(tx, ty);
    const near = this.table[at]!;
    const away = hypot(x - tx, y - ty);
    if (near - away >= wanted) return 0;
    if (near + away < wanted - this.cell) return wanted - near - away;
    return max(0, wanted - this.depth(x, y));
  }
}

/** Points of a design around its middle, those farthest out first: they run into things first. */
export interface Probes {
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly reach: Float64Array;
}

export const probesOf = (points: readonly Point[]): Probes => {
  const sorted = points.map(([x, y]) => ({ x, y, reach: hypot(x, y) })).sort((left, right) => right.reach - left.reach);
  const column = (key: 'x' | 'y' | 'reach') => Float64Array.from(sorted, (probe) => probe[key]);
  return { x: column('x'), y: column('y'), reach: column('reach') };
};

const side = ([ax, ay]: Point, [bx, by]: Point, [cx, cy]: Point): number =>
  (bx - ax) * (cy - ay) - (by - ay) * (cx - ax);

/** The corners of the convex hull of some points (monotone chain). */
export const hullOf = (points: readonly Point[]): Point[] => {
  const sorted = [...points].sort((left, right) => left[0] - right[0] || left[1] - right[1]);
  const half = (from: readonly Point[]): Point[] => {
    const chain: Point[] = [];
    for (const point of from) {
      while (chain.length > 1 && side(chain.at(-2)!, chain.at(-1)!, point) <= 0) chain.pop();
      chain.push(point);
    }
    return chain.slice(0, -1);
  };
  return [...half(sorted), ...half(sorted.reverse())];
};

/** The points with at most one in each square of a grid. */
export const thinned = (points: readonly Point[], spacing: number): Point[] => {
  const cells = new Set<string>();
  return points.filter(([x, y]) => {
    const cell = `${round(x / spacing)} ${round(y / spacing)}`;
    if (cells.has(cell)) return false;
    cells.add(cell);
    return true;
  });
};
