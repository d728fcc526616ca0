import Flatbush from 'flatbush';
import { boundsOf, isInRing, reversed, ringArea, type Polygon, type Ring } from '../shape/index.ts';

/** A ring with what lies directly inside it: holes in material, or material in a hole. */
export interface Nested {
  readonly ring: Ring;
  /** Signed: positive around material. */
  readonly area: number;
  readonly inside: readonly Nested[];
}

/** Rings of more corners are asked through strips of their height. */
const MANY_CORNERS = 400;

/** Whether places lie inside a ring; the edges of a long one lie in strips, so that each question looks at few. */
const insideOf = (ring: Ring): ((x: number, y: number) => boolean) => {
  if (ring.length < 2 * MANY_CORNERS) return (x, y) => isInRing(ring, x, y);
  const { y: top, height } = boundsOf([ring]);
  const count = Math.ceil(Math.sqrt(ring.length));
  const strips: number[][] = Array.from({ length: count }, () => []);
  const stripOf = (y: number) => Math.min(count - 1, Math.max(0, Math.floor(((y - top) / height) * count)));
  for (let at = 0, before = ring.length - 2; at < ring.length; before = at, at += 2) {
    const [first, last] = [
      stripOf(Math.min(ring[at + 1]!, ring[before + 1]!)),
      stripOf(Math.max(ring[at + 1]!, ring[before + 1]!)),
    ];
    for (let strip = first; strip <= last; strip += 1) strips[strip]!.push(at);
  }
  return (x, y) => {
    let inside = false;
    for (const at of strips[stripOf(y)]!) {
      const before = at === 0 ? ring.length - 2 : at - 2;
      const [y1, y2] = [ring[at + 1]!, ring[before + 1]!];
      if (y1 > y !== y2 > y && x < ((ring[before]! - ring[at]!) * (y - y1)) / (y2 - y1) + ring[at]!) inside = !inside;
    }
    return inside;
  };
};

/** Asks rings, each prepared when it is asked first. */
const asked = (rings: readonly Ring[]) => {
  const known: (((x: number, y: number) => boolean) | undefined)[] = [];
  return (at: number, x: number, y: number): boolean => (known[at] ??= insideOf(rings[at]!))(x, y);
};

const boxesOf = (rings: readonly Ring[]): Flatbush => {
  const index = new Flatbush(rings.length);
  for (const ring of rings) {
    const { x, y, width, height } = boundsOf([ring]);
    index.add(x, y, x + width, y + height);
  }
  index.finish();
  return index;
};

/**
 * What a fill rule paints of rings that neither cross nor touch: those that part painted from bare ground, around material positive.
 *
 * @returns null where a ring encloses nothing
 */
export const byWinding = (rings: readonly Ring[], fill: 'nonzero' | 'evenodd'): Ring[] | null => {
  const areas = rings.map(ringArea);
  if (areas.includes(0)) return null;
  const index = boxesOf(rings);
  const isInside = asked(rings);
  const isPainted = (winding: number, count: number) => (fill === 'nonzero' ? winding !== 0 : count % 2 === 1);
  return rings.flatMap((ring, at) => {
    const [x, y] = [ring[0]!, ring[1]!];
    let [winding, count] = [0, 0];
    for (const other of index.search(x, y, x, y)) {
      if (other === at || Math.abs(areas[other]!) <= Math.abs(areas[at]!) || !isInside(other, x, y)) continue;
      winding += Math.sign(areas[other]!);
      count += 1;
    }
    const [outside, inside] = [isPainted(winding, count), isPainted(winding + Math.sign(areas[at]!), count + 1)];
    if (outside === inside) return [];
    return [areas[at]! > 0 === inside ? ring : reversed(ring)];
  });
};

/**
 * Sorts the rings of a welded polygon into each other.
 *
 * @returns the outermost rings; each holds what lies directly inside it
 */
export const nested = (polygon: Polygon): Nested[] => {
  if (!polygon.length) return [];
  const entries = polygon.map((ring) => ({ ring, area: ringArea(ring), inside: [] as Nested[] }));
  const index = boxesOf(polygon);
  const isInside = asked(polygon);
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
      if (isInside(at, x, y)) parent = other;
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
