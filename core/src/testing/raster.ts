import type { Bounds, Polygon } from '../shape/index.ts';

/** A polygon as pixels: 1 where their middle is painted. An oracle that shares no code with the computation it checks. */
export interface Raster {
  readonly columns: number;
  readonly rows: number;
  readonly pixelMm: number;
  readonly cells: Uint8Array;
}

/** Paints a polygon by the parity of its crossings, line by line. */
export const rasterOf = (polygon: Polygon, page: Bounds, pixelMm: number): Raster => {
  const columns = Math.ceil(page.width / pixelMm);
  const rows = Math.ceil(page.height / pixelMm);
  const cells = new Uint8Array(columns * rows);
  for (let row = 0; row < rows; row += 1) {
    const y = page.y + (row + 0.5) * pixelMm;
    const crossings: number[] = [];
    for (const ring of polygon)
      for (let at = 0, before = ring.length - 2; at < ring.length; before = at, at += 2) {
        const [y1, y2] = [ring[before + 1]!, ring[at + 1]!];
        if (y1 > y === y2 > y) continue;
        crossings.push(ring[before]! + ((y - y1) / (y2 - y1)) * (ring[at]! - ring[before]!));
      }
    crossings.sort((left, right) => left - right);
    for (let pair = 0; pair + 1 < crossings.length; pair += 2) {
      const from = Math.max(0, Math.ceil((crossings[pair]! - page.x) / pixelMm - 0.5));
      const to = Math.min(columns - 1, Math.ceil((crossings[pair + 1]! - page.x) / pixelMm - 0.5) - 1);
      for (let column = from; column <= to; column += 1) cells[row * columns + column] = 1;
    }
  }
  return { columns, rows, pixelMm, cells };
};

/**
 * Areas in mm² of the connected parts of a raster that hold `value`, joined over edges only.
 *
 * @param isOuterLeft whether parts that reach the border are left out
 */
export const partsOf = ({ columns, rows, pixelMm, cells }: Raster, value: 0 | 1, isOuterLeft: boolean): number[] => {
  const seen = new Uint8Array(cells.length);
  const areas: number[] = [];
  for (let start = 0; start < cells.length; start += 1) {
    if (seen[start] || cells[start] !== value) continue;
    const pending = [start];
    seen[start] = 1;
    let [count, isOuter] = [0, false];
    for (let at = pending.pop(); at !== undefined; at = pending.pop()) {
      count += 1;
      const [column, row] = [at % columns, Math.floor(at / columns)];
      if (column === 0 || row === 0 || column === columns - 1 || row === rows - 1) isOuter = true;
      for (const next of [column > 0 ? at - 1 : -1, column < columns - 1 ? at + 1 : -1, at - columns, at + columns])
        if (next >= 0 && next < cells.length && !seen[next] && cells[next] === value) {
          seen[next] = 1;
          pending.push(next);
        }
    }
    if (!(isOuter && isOuterLeft)) areas.push(count * pixelMm * pixelMm);
  }
  return areas;
};

/** The raster with its painted parts a pixel smaller on all sides, or larger: a contact in a corner then is none, for either. */
export const withBorder = (raster: Raster, change: 'eroded' | 'dilated'): Raster => {
  const { columns, rows, cells } = raster;
  const wanted = change === 'eroded' ? 0 : 1;
  const result = cells.slice();
  for (let at = 0; at < cells.length; at += 1) {
    if (cells[at] !== wanted) continue;
    const [column, row] = [at % columns, Math.floor(at / columns)];
    for (let dy = -1; dy <= 1; dy += 1)
      for (let dx = -1; dx <= 1; dx += 1) {
        const [x, y] = [column + dx, row + dy];
        if (x >= 0 && y >= 0 && x < columns && y < rows) result[y * columns + x] = wanted;
      }
  }
  return { ...raster, cells: result };
};
