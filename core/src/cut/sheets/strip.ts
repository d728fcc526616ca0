import { seeded } from '../../units/index.ts';
import { blocksOf, ROOM_DUST, type Kind, type Laid, type Room } from './blocks.ts';
import { Blocks, Filler } from './filler.ts';

/** How the pieces of a roll lie, and how far down it they reach. */
export interface Strip {
  readonly laid: readonly Laid[];
  readonly length: number;
}

/** How pieces are sorted before they are laid one after the other; what is worth more comes first. */
const ORDERS: readonly ((kind: Kind) => number)[] = [
  ({ height, width }) => height * 1e6 + width,
  ({ height, width }) => width * 1e6 + height,
  ({ height, width }) => height * width,
  ({ height, width }) => Math.max(height, width) * 1e6 + Math.min(height, width),
];
/** Orders that are tried with two pieces changed; pieces laid in all of them together. */
const SWAPS = 200;
const MOST_LAID = 20_000;
const BLOCKS = 2500;
/** Times that a shorter length is filled again before it is given up, and pieces filled in all of them together. */
const FILLINGS = 400;
const MOST_FILLED = 120_000;
/** Lengths that are told apart between the shortest thinkable and the one that is there. */
const MOST_LENGTHS = 4000;

interface Step {
  readonly x: number;
  readonly y: number;
  readonly width: number;
}

/** Lays pieces one after the other, each where its lower edge ends highest up the roll, then where it wastes least above it. */
const skylined = (order: readonly number[], kinds: readonly Kind[], width: number): Strip | null => {
  let skyline: Step[] = [{ x: 0, y: 0, width }];
  const laid: Laid[] = [];
  let length = 0;
  for (const kind of order) {
    const { canTurn, ...size } = kinds[kind]!;
    const ways = canTurn && size.width !== size.height ? [false, true] : [false];
    let best: { x: number; y: number; isTurned: boolean; end: number; waste: number } | null = null;
    for (const isTurned of ways) {
      const [w, h] = isTurned ? [size.height, size.width] : [size.width, size.height];
      for (let at = 0; at < skyline.length; at += 1) {
        const { x } = skyline[at]!;
        if (x + w > width + ROOM_DUST) break;
        let [y, waste] = [0, 0];
        let to = at;
        for (; to < skyline.length && skyline[to]!.x < x + w - ROOM_DUST; to += 1) y = Math.max(y, skyline[to]!.y);
        for (let under = at; under < to; under += 1) {
          const step = skyline[under]!;
          waste += (y - step.y) * (Math.min(x + w, step.x + step.width) - step.x);
        }
        const end = y + h;
        if (!best || end < best.end - ROOM_DUST || (end < best.end + ROOM_DUST && waste < best.waste))
          best = { x, y, isTurned, end, waste };
      }
    }
    if (!best) return null;
    const { x, y, isTurned, end } = best;
    const w = isTurned ? size.height : size.width;
    laid.push({ kind, isTurned, x, y });
    length = Math.max(length, end);
    skyline = skyline
      .flatMap((step): Step[] => {
        const [from, to] = [Math.max(step.x, x), Math.min(step.x + step.width, x + w)];
        if (from >= to - ROOM_DUST) return [step];
        return [
          { ...step, width: from - step.x },
          { ...step, x: to, width: step.x + step.width - to },
        ].filter((part) => part.width > ROOM_DUST);
      })
      .concat({ x, y: end, width: w })
      .sort((one, other) => one.x - other.x);
  }
  return { laid, length };
};

/** Sums of sides between two lengths, ascending: a full lay-out ends at one of them. */
const lengthsBetween = (kinds: readonly Kind[], from: number, below: number): number[] => {
  const sides = [...new Set(kinds.flatMap(({ width, height, canTurn }) => (canTurn ? [width, height] : [height])))];
  const step = Math.max(0.01, below / MOST_LENGTHS);
  const last = Math.ceil(below / step);
  const reached = new Map<number, number>([[0, 0]]);
  for (let at = 0; at <= last; at += 1) {
    const sum = reached.get(at);
    if (sum === undefined) continue;
    for (const side of sides) {
      const next = sum + side;
      if (next < below && !reached.has(Math.round(next / step))) reached.set(Math.round(next / step), next);
    }
  }
  return [...reached.values()]
    .filter((sum) => sum >= from - ROOM_DUST && sum < below - ROOM_DUST)
    .sort((one, other) => one - other);
};

/**
 * The shortest part of a roll that pieces can be cut from, as far as it is found: pieces laid one after the other in many orders, then
 * shorter lengths filled with blocks.
 *
 * @param width with one gap more than the roll has, as blocks have theirs
 * @returns null where a piece is too wide
 */
export const shortestStrip = (kinds: readonly Kind[], width: number): Strip | null => {
  const copies = kinds.flatMap(({ count }, kind) => Array<number>(count).fill(kind));
  if (!copies.length) return { laid: [], length: 0 };
  let best: Strip | null = null;
  let bestOrder: number[] = copies;
  const tryOrder = (order: number[]): boolean => {
    const strip = skylined(order, kinds, width);
    if (!strip || (best && strip.length >= best.length - ROOM_DUST)) return false;
    [best, bestOrder] = [strip, order];
    return true;
  };
  for (const worth of ORDERS)
    tryOrder([...copies].sort((one, other) => worth(kinds[other]!) - worth(kinds[one]!) || one - other));
  if (!best) return null;
  const random = seeded(1);
  const swaps = kinds.length > 1 ? Math.min(SWAPS, Math.floor(MOST_LAID / copies.length)) : 0;
  for (let time = 0; time < swaps; time += 1) {
    const order = [...bestOrder];
    const [one, other] = [Math.floor(random() * order.length), Math.floor(random() * order.length)];
    [order[one], order[other]] = [order[other]!, order[one]!];
    tryOrder(order);
  }
  return shortened(kinds, width, best, copies.length);
};

/** Shorter lengths, filled with blocks: by halves, then one by one. */
const shortened = (kinds: readonly Kind[], width: number, strip: Strip, copies: number): Strip => {
  const area = kinds.reduce((sum, kind) => sum + kind.width * kind.height * kind.count, 0);
  const tallest = Math.max(...kinds.map((kind) => (kind.canTurn ? Math.min(kind.width, kind.height) : kind.height)));
  const lengths = lengthsBetween(kinds, Math.max(area / width, tallest), strip.length);
  if (!lengths.length) return strip;
  const rooms: Room[] = [{ width, height: strip.length }];
  const blocks = new Blocks(blocksOf(kinds, rooms, BLOCKS), kinds.length);
  let best = strip;
  let left = MOST_FILLED;
  const tryLength = (length: number): boolean => {
    const room = { width, height: length };
    const filler = new Filler(kinds, [room], blocks);
    const times = Math.min(FILLINGS, Math.floor(left / copies));
    filler.improve(times);
    left -= times * copies;
    if (!filler.isAllLaid) return false;
    best = { laid: filler.laid()[0]!, length };
    return true;
  };
  let [low, high] = [0, lengths.length - 1];
  while (low <= high && left >= copies) {
    const middle = Math.floor((low + high) / 2);
    if (tryLength(lengths[middle]!)) high = middle - 1;
    else low = middle + 1;
  }
  return best;
};
