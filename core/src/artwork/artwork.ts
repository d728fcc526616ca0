import Flatbush from 'flatbush';
import {
  boundsOf,
  reversed,
  ringArea,
  united,
  type Bounds,
  type Fill,
  type Polygon,
  type Ring,
} from '../shape/index.ts';
import { keepApart } from './edges.ts';
import { byWinding } from './nest.ts';

/** What is painted in one colour, welded: outlines that neither cross nor touch along an edge. */
export interface ArtworkLayer {
  /** The colour as #rrggbb, or the name of a pattern that has no one colour. */
  readonly id: string;
  readonly colour: string;
  readonly polygon: Polygon;
  /** Lines to cut that enclose nothing, mm; open. Only where strokes were read as cut lines. */
  readonly cutLines: Polygon;
}

/** A drawing as it will be cut: page in mm, origin top left, y down. */
export interface Artwork {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly layers: readonly ArtworkLayer[];
}

/** Something that the reader saw and the crafter should know: what, how many, what to do. */
export interface Notice {
  readonly code: string;
  readonly count: number;
  readonly words: string;
  readonly todo: string;
}

/** Rings of one shape under its own fill rule, before they are welded with others. */
export interface Shape {
  readonly rings: readonly Ring[];
  readonly fill: Fill;
  /** Outlines that neither cross nor touch along an edge already: computed by a union, not drawn. */
  readonly isWelded?: true;
}

/** For each item its group: items whose boxes come nearer than a margin, directly or through others, share one. */
export const groupsOfBoxes = (boxes: readonly Bounds[], margin: number): Int32Array => {
  const group = Int32Array.from(boxes, (_, index) => index);
  const rootOf = (index: number): number => {
    let root = index;
    while (group[root] !== root) root = group[root]!;
    for (let at = index; group[at] !== root;) [group[at], at] = [root, group[at]!];
    return root;
  };
  const index = new Flatbush(Math.max(1, boxes.length));
  if (boxes.length === 0) index.add(0, 0, 0, 0);
  for (const { x, y, width, height } of boxes) index.add(x, y, x + width, y + height);
  index.finish();
  boxes.forEach(({ x, y, width, height }, one) => {
    for (const other of index.search(x - margin, y - margin, x + width + margin, y + height + margin)) {
      const [left, right] = [rootOf(one), rootOf(other)];
      if (left !== right) group[Math.max(left, right)] = Math.min(left, right);
    }
  });
  boxes.forEach((_, at) => (group[at] = rootOf(at)));
  return group;
};

/** Rings in groups of those that could touch each other: working on each group apart keeps large drawings quick. */
export const groupsOfRings = <Item extends { readonly ring: Ring }>(
  rings: readonly Item[],
  marginMm: number,
): readonly (readonly Item[])[] => {
  const groupOf = groupsOfBoxes(
    rings.map(({ ring }) => boundsOf([ring])),
    marginMm,
  );
  const groups = new Map<number, Item[]>();
  rings.forEach((one, index) => {
    const key = groupOf[index]!;
    const group = groups.get(key);
    if (group) group.push(one);
    else groups.set(key, [one]);
  });
  return [...groups.values()];
};

/** Outlines nearer than this are computed with as if they met, mm: they lie on neighbouring points of the grid. */
const MEET_MM = 0.0003;

/** The union of the shapes of one group: by their windings where no outline meets another, else computed. */
const weldedGroup = (
  group: readonly { readonly shape: number; readonly ring: Ring }[],
  shapes: readonly Shape[],
): Ring[] => {
  const byShape = new Map<number, Ring[]>();
  for (const { shape, ring } of group) {
    const own = byShape.get(shape);
    if (own) own.push(ring);
    else byShape.set(shape, [ring]);
  }
  const [alone] = byShape.keys();
  if (byShape.size === 1 && shapes[alone!]!.isWelded) return group.map(({ ring }) => ring);
  const fills = new Set([...byShape.keys()].map((shape) => shapes[shape]!.fill));
  const [fill] = fills;
  // a single outline paints what it surrounds whichever way it runs; several of one shape count by their windings among themselves
  const isSingle = [...byShape.values()].every((own) => own.length === 1);
  if (isSingle || (byShape.size === 1 && fill)) {
    const rings = isSingle
      ? group.map(({ ring }) => (ringArea(ring) < 0 ? reversed(ring) : ring))
      : group.map(({ ring }) => ring);
    const told = keepApart(rings, MEET_MM) ? byWinding(rings, isSingle ? 'nonzero' : fill!) : null;
    if (told) return told;
  }
  const parts = [...byShape].map(([shape, own]) => united(own, shapes[shape]!.fill));
  return parts.length === 1 ? parts[0]! : united(parts.flat());
};

/** The union of shapes, each under its own fill rule. */
export const welded = (shapes: readonly Shape[]): Ring[] => {
  const rings = shapes.flatMap(({ rings: own }, shape) =>
    own.filter(({ length }) => length >= 6).map((ring) => ({ ring, shape })),
  );
  const result: Ring[] = [];
  for (const group of groupsOfRings(rings, 0)) for (const ring of weldedGroup(group, shapes)) result.push(ring);
  return result;
};

/** Everything painted, all colours welded. */
export const designOf = ({ layers }: Pick<Artwork, 'layers'>): Ring[] =>
  layers.length === 1
    ? [...layers[0]!.polygon]
    : welded(layers.map(({ polygon }) => ({ rings: polygon, fill: 'nonzero' as const })));

/** The artwork with every outline and line changed by a rule; the page stays unless told. */
export const withRings = (
  artwork: Artwork,
  change: (polygon: Polygon) => Polygon,
  page: Partial<Pick<Artwork, 'widthMm' | 'heightMm'>> = {},
): Artwork => ({
  ...artwork,
  ...page,
  layers: artwork.layers.map((layer) => ({
    ...layer,
    polygon: change(layer.polygon),
    cutLines: change(layer.cutLines),
  })),
});
