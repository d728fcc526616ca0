import Flatbush from 'flatbush';
import { boundsOf, isInRing, ringArea, type Polygon, type Ring } from '../shape/index.ts';

/** A ring with what lies directly inside it: holes in material, or material in a hole. */
export interface Nested {
  readonly ring: Ring;
  /** Signed: positive around material. */
  readonly area: number;
  readonly inside: readonly Nested[];
}

/**
 * Sorts the rings of a welded polygon into each other.
 *
 * @returns the outermost rings; each holds what lies directly inside it
 */
export const nested = (polygon: Polygon): Nested[] => {
  if (!polygon.length) return [];
  const entries = polygon.map((ring) => ({ ring, area: ringArea(ring), inside: [] as Nested[] }));
  const index = new Flatbush(entries.length);
  for (const { ring } of entries) {
    const { x, y, width, height } = boundsOf([ring]);
    index.add(x, y, x + width, y + height);
  }
  index.finish();
  const outermost: Nested[] = [];
  for (const entry of entries) {
    const [x, y] = [entry.ring[0]!, entry.ring[1]!];
    let parent: (typeof entries)[number] | null = null;
    for (const at of index.search(x, y, x, y)) {
      const other = entries[at]!;
      // only a larger ring of the other sort can hold it, and the smallest of those does
      if (other === entry || other.area > 0 === entry.area > 0 || Math.abs(other.area) <= Math.abs(entry.area))
        continue;
      if (parent && Math.abs(parent.area) <= Math.abs(other.area)) continue;
      if (isInRing(other.ring, x, y)) parent = other;
    }
    if (parent) parent.inside.push(entry);
    else outermost.push(entry);
  }
  return outermost;
};

/** What a ring surrounds without what lies inside it again, mm². */
export const ownArea = ({ area, inside }: Nested): number =>
  Math.abs(area) - inside.reduce((sum, inner) => sum + Math.abs(inner.area), 0);

/** Every ring of a nesting with how deep it lies, outermost first. */
export const allNested = (roots: readonly Nested[]): Nested[] => {
  const all: Nested[] = [...roots];
  for (let at = 0; at < all.length; at += 1) all.push(...all[at]!.inside);
  return all;
};
