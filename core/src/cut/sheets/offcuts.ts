import type { Bounds } from '../../shape/index.ts';

const MOST_OFFCUTS = 12;

const holds = (outer: Bounds, inner: Bounds): boolean =>
  outer.x <= inner.x &&
  outer.y <= inner.y &&
  outer.x + outer.width >= inner.x + inner.width &&
  outer.y + outer.height >= inner.y + inner.height;

/** The largest rectangles of one that are clear of another: left, right, above, below. */
const without = (rect: Bounds, block: Bounds): Bounds[] => {
  const [right, bottom] = [rect.x + rect.width, rect.y + rect.height];
  const [blockRight, blockBottom] = [block.x + block.width, block.y + block.height];
  if (block.x >= right || blockRight <= rect.x || block.y >= bottom || blockBottom <= rect.y) return [rect];
  return [
    { ...rect, width: block.x - rect.x },
    { ...rect, x: blockRight, width: right - blockRight },
    { ...rect, height: block.y - rect.y },
    { ...rect, y: blockBottom, height: bottom - blockBottom },
  ];
};

/**
 * The largest empty rectangles of a sheet, a gap away from pieces, one after the other, largest first.
 *
 * @param least a side that is worth keeping, mm
 */
export const offcutsOf = (
  pieces: readonly Bounds[],
  width: number,
  length: number,
  gap: number,
  least: number,
): Bounds[] => {
  const taken: Bounds[] = pieces.map(({ x, y, width: w, height: h }) => ({
    x: x - gap,
    y: y - gap,
    width: w + 2 * gap,
    height: h + 2 * gap,
  }));
  const found: Bounds[] = [];
  while (found.length < MOST_OFFCUTS) {
    let free: Bounds[] = [{ x: 0, y: 0, width, height: length }];
    for (const block of [...taken, ...found]) {
      const next = free
        .flatMap((rect) => without(rect, block))
        .filter((rect) => rect.width >= least && rect.height >= least);
      free = next.filter(
        (rect, at) =>
          !next.some((other, index) => index !== at && holds(other, rect) && (index < at || !holds(rect, other))),
      );
    }
    const largest = free.reduce<Bounds | null>(
      (best, rect) => (best && best.width * best.height >= rect.width * rect.height ? best : rect),
      null,
    );
    if (!largest) break;
    found.push(largest);
  }
  return found;
};
