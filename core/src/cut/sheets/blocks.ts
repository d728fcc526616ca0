/**
 * A kind of rectangle with the gap beside and below it, as all lengths here: a piece of stock is a gap larger too, so pieces and their gaps
 * tile it.
 */
export interface Kind {
  readonly width: number;
  readonly height: number;
  readonly count: number;
  readonly canTurn: boolean;
}

/** A piece of stock without its margins, a gap larger. */
export interface Room {
  readonly width: number;
  readonly height: number;
}

/** A rectangle made of pieces without a gap more than they need: one piece, or two blocks with a side in common. */
export interface Block {
  readonly width: number;
  readonly height: number;
  /** Of its pieces. */
  readonly area: number;
  /** Kinds in it, ascending, and how many of each. */
  readonly kinds: readonly number[];
  readonly counts: readonly number[];
  readonly made:
    | { readonly kind: number; readonly isTurned: boolean }
    | { readonly one: Block; readonly other: Block; readonly isBeside: boolean };
}

/** A piece in its place in a room. */
export interface Laid {
  readonly kind: number;
  readonly isTurned: boolean;
  readonly x: number;
  readonly y: number;
}

/** Sides that differ by less than this many mm join. */
const SAME_SIDE = 0.05;
/** Rounding that a room gives way to, mm. */
export const ROOM_DUST = 1e-6;

export const fitsIn = ({ width, height }: Room, room: Room): boolean =>
  width <= room.width + ROOM_DUST && height <= room.height + ROOM_DUST;

/** The sorted kinds of two blocks with their counts; null where there are not so many of one. */
const joined = (one: Block, other: Block, kinds: readonly Kind[]): { kinds: number[]; counts: number[] } | null => {
  const [all, counts]: [number[], number[]] = [[], []];
  let [i, j] = [0, 0];
  while (i < one.kinds.length || j < other.kinds.length) {
    const [left, right] = [one.kinds[i] ?? Infinity, other.kinds[j] ?? Infinity];
    const kind = Math.min(left, right);
    let count = 0;
    if (left === kind) count += one.counts[i++]!;
    if (right === kind) count += other.counts[j++]!;
    if (count > kinds[kind]!.count) return null;
    all.push(kind);
    counts.push(count);
  }
  return { kinds: all, counts };
};

/**
 * Blocks from the pieces up: any two with a side in common make another one, until there are as many as wanted.
 *
 * @param rooms blocks that fit none of them are left out
 * @returns largest first; of the same sides and pieces one
 */
export const blocksOf = (kinds: readonly Kind[], rooms: readonly Room[], most: number): Block[] => {
  const found: Block[] = [];
  const known = new Set<string>();
  const byWidth = new Map<number, Block[]>();
  const byHeight = new Map<number, Block[]>();
  const sideKey = (side: number) => Math.round(side / SAME_SIDE / 2);
  const put = (map: Map<number, Block[]>, side: number, block: Block) => {
    const same = map.get(sideKey(side));
    if (same) same.push(block);
    else map.set(sideKey(side), [block]);
  };
  const add = (block: Block) => {
    const name = `${block.width.toFixed(2)}x${block.height.toFixed(2)}:${block.kinds.join()};${block.counts.join()}`;
    if (known.has(name) || !rooms.some((room) => fitsIn(block, room))) return;
    known.add(name);
    found.push(block);
    put(byWidth, block.width, block);
    put(byHeight, block.height, block);
  };
  kinds.forEach(({ width, height, count, canTurn }, kind) => {
    if (!count) return;
    const one = { area: width * height, kinds: [kind], counts: [1] };
    add({ ...one, width, height, made: { kind, isTurned: false } });
    if (canTurn && width !== height) add({ ...one, width: height, height: width, made: { kind, isTurned: true } });
  });
  for (let at = 0; at < found.length && found.length < most; at += 1) {
    const one = found[at]!;
    for (const isBeside of [true, false]) {
      const same = isBeside ? byHeight.get(sideKey(one.height))! : byWidth.get(sideKey(one.width))!;
      for (let index = 0; index < same.length && found.length < most; index += 1) {
        const other = same[index]!;
        const both = joined(one, other, kinds);
        if (both)
          add({
            width: isBeside ? one.width + other.width : Math.max(one.width, other.width),
            height: isBeside ? Math.max(one.height, other.height) : one.height + other.height,
            area: one.area + other.area,
            ...both,
            made: { one, other, isBeside },
          });
        // those behind it join when their turn comes
        if (other === one) break;
      }
    }
  }
  return found.sort((one, other) => other.area - one.area);
};

/** The pieces of a block that lies with its corner at a place. */
export const laidOut = ({ made, width, height }: Block, x: number, y: number): Laid[] => {
  if ('kind' in made) return [{ ...made, x, y }];
  const { one, other, isBeside } = made;
  return [
    ...laidOut(one, x, y),
    ...laidOut(other, isBeside ? x + width - other.width : x, isBeside ? y : y + height - other.height),
  ];
};
