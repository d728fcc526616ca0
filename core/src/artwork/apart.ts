import { boundsOf, type Bounds, type Polygon, type Ring } from '../shape/index.ts';
import { groupsOfBoxes, type Artwork } from './artwork.ts';
import { nested } from './nest.ts';

/** Shapes nearer than this are laid together, mm: one is placed by the other. */
const TOGETHER_MM = 3;
/** Shapes smaller than this are not placed one by one, mm. */
const PLACED_SINGLY_MM = 20;
const MOST_GROUPS = 400;

/** The outermost shapes of a layer, each with what lies inside it. */
const partsOf = (polygon: Polygon): Ring[][] =>
  nested(polygon).map((root) => {
    const rings: Ring[] = [];
    const pending = [root];
    for (let one = pending.pop(); one; one = pending.pop()) {
      rings.push(one.ring);
      pending.push(...one.inside);
    }
    return rings;
  });

/**
 * The groups of shapes of an artwork that lie apart from each other, of whatever colours, in the order of the drawing.
 *
 * @returns each as an artwork on the same page; `isWorthIt` where several colours stand apart and every group is large enough to be placed
 *   by itself, so that one colour's film need not reach over the whole
 */
export const apartGroups = (artwork: Artwork): { readonly groups: readonly Artwork[]; readonly isWorthIt: boolean } => {
  const parts = artwork.layers.flatMap((layer, index) => [
    ...partsOf(layer.polygon).map((rings) => ({ index, rings, lines: [] as Ring[] })),
    ...layer.cutLines.map((line) => ({ index, rings: [] as Ring[], lines: [line] })),
  ]);
  const boxes = parts.map(({ rings, lines }): Bounds => boundsOf([...rings, ...lines]));
  const groupOf = groupsOfBoxes(boxes, TOGETHER_MM);
  const order = [...new Set(groupOf)];
  if (order.length < 2 || order.length > MOST_GROUPS) return { groups: [artwork], isWorthIt: false };
  const groups = order.map((group): Artwork => {
    const own = parts.filter((_, at) => groupOf[at] === group);
    return {
      ...artwork,
      layers: artwork.layers.flatMap((layer, index) => {
        const mine = own.filter((part) => part.index === index);
        return mine.length
          ? [
              {
                ...layer,
                polygon: mine.flatMap(({ rings }) => rings),
                cutLines: mine.flatMap(({ lines }) => lines),
              },
            ]
          : [];
      }),
    };
  });
  const isLarge = groups.every(({ layers }) => {
    const { width, height } = boundsOf(layers.flatMap(({ polygon, cutLines }) => [...polygon, ...cutLines]));
    return Math.min(width, height) >= PLACED_SINGLY_MM;
  });
  const isApart = groups.some(({ layers }) => layers.length < artwork.layers.length);
  return { groups, isWorthIt: artwork.layers.length > 1 && isLarge && isApart };
};
