import { seeded } from '../../units/index.ts';
import { fitsIn, laidOut, ROOM_DUST, type Block, type Kind, type Laid, type Room } from './blocks.ts';

interface Placed {
  readonly block: Block;
  readonly x: number;
  readonly y: number;
}

interface Filled {
  readonly area: number;
  readonly placed: readonly Placed[];
}

/** Blocks looked at for one place, once one that fits is known. */
const LOOKED_AT = 60;
/** What a strip too thin for any piece counts against a block, beside the block's own area. */
const WASTE_WEIGHT = 0.5;
/** How often the rest is cut so that its larger part stays whole. */
const LARGER_WHOLE = 0.8;
/** The most rooms that are emptied and filled together. */
const ROOMS_AT_ONCE = 8;
/** How far a choice may be shaken: little or much; where there is one room, where nothing else changes, more. */
const SHAKES = [0.05, 0.25] as const;
const SHAKES_OF_ONE = [0.05, 0.25, 0.5, 0.8] as const;
/** How often, and by how much of all, a worse filling is taken. */
const WORSE_OFTEN = 0.02;
const WORSE_SHARE = 0.01;

/** Kinds that one word of a mask tells apart. */
const KINDS_A_WORD = 31;

/** Blocks that fit a room, largest first, laid out for being gone through often. */
interface BlockList {
  readonly blocks: readonly Block[];
  readonly widths: Float64Array;
  readonly heights: Float64Array;
  /** Which kinds each block holds, a bit for each, so many words a block. */
  readonly masks: Int32Array;
}

/** Blocks by the room that they fit, each list made once for all fillings of the same pieces. */
export class Blocks {
  readonly words: number;
  private readonly lists = new Map<string, BlockList>();

  constructor(
    readonly all: readonly Block[],
    kinds: number,
  ) {
    this.words = Math.ceil(kinds / KINDS_A_WORD);
  }

  fitting(room: Room): BlockList {
    const name = `${room.width}x${room.height}`;
    let list = this.lists.get(name);
    if (!list) {
      const blocks = this.all.filter((block) => fitsIn(block, room));
      const masks = new Int32Array(blocks.length * this.words);
      blocks.forEach((block, at) => {
        for (const kind of block.kinds)
          masks[at * this.words + Math.floor(kind / KINDS_A_WORD)]! |= 1 << (kind % KINDS_A_WORD);
      });
      list = {
        blocks,
        widths: Float64Array.from(blocks, ({ width }) => width),
        heights: Float64Array.from(blocks, ({ height }) => height),
        masks,
      };
      this.lists.set(name, list);
    }
    return list;
  }
}

/**
 * Rooms filled with blocks, and emptied and filled again: a few rooms at a time, kept where no less lies in them than before.
 *
 * A room is filled from its corner with the block that leaves least that is lost; the rest falls into two rooms of its own.
 */
export class Filler {
  private readonly available: number[];
  /** Kinds of which there are none left, a bit for each. */
  private readonly used: Int32Array;
  private readonly words: number;
  private readonly fitting: readonly BlockList[];
  private readonly thinnest: number;
  private readonly random: () => number;
  private readonly most: number;
  private state: Filled[];
  private shake = 0;

  constructor(
    kinds: readonly Kind[],
    private readonly rooms: readonly Room[],
    blocks: Blocks,
    seed = 1,
  ) {
    this.available = kinds.map(({ count }) => count);
    this.words = blocks.words;
    this.used = new Int32Array(this.words);
    kinds.forEach((_, kind) => this.mark(kind));
    this.fitting = rooms.map((room) => blocks.fitting(room));
    this.thinnest = Math.min(...kinds.map(({ width, height }) => Math.min(width, height)));
    this.random = seeded(seed);
    this.most = kinds.reduce((sum, { width, height, count }) => sum + width * height * count, 0);
    this.state = rooms.map(() => ({ area: 0, placed: [] }));
    const bySize = rooms.map((_, at) => at).sort((one, other) => this.sizeOf(one) - this.sizeOf(other));
    for (const at of bySize) this.state[at] = this.filled(at);
  }

  /** Area of the pieces that lie in rooms. */
  get area(): number {
    return this.state.reduce((sum, { area }) => sum + area, 0);
  }

  get isAllLaid(): boolean {
    return this.available.every((count) => count === 0);
  }

  /** How many of each kind lie nowhere. */
  get rest(): readonly number[] {
    return this.available;
  }

  /** How the rooms are filled now: the pieces in each, laid out when they are asked for. */
  get laid(): () => Laid[][] {
    const state = [...this.state];
    return () => state.map(({ placed }) => placed.flatMap(({ block, x, y }) => laidOut(block, x, y)));
  }

  /**
   * Empties and fills rooms again so many times, or until all is laid.
   *
   * @param onKept called when a filling was kept that is as good as the best so far or better
   */
  improve(times: number, onKept?: () => void): void {
    const shakes = this.rooms.length === 1 ? SHAKES_OF_ONE : SHAKES;
    let best = this.area;
    for (let time = 0; time < times && !this.isAllLaid; time += 1) {
      const many = Math.min(this.rooms.length, 1 + Math.floor(this.random() * ROOMS_AT_ONCE));
      const chosen = new Set<number>();
      while (chosen.size < many) chosen.add(Math.floor(this.random() * this.rooms.length));
      const before = [...chosen].map((at) => ({ at, filled: this.state[at]! }));
      before.forEach(({ filled }) => this.give(filled));
      this.shake = shakes[Math.floor(this.random() * shakes.length)]!;
      const after = before
        .map(({ at }) => ({ at, turn: this.random() }))
        .sort((one, other) => one.turn - other.turn)
        .map(({ at }) => ({ at, filled: this.filled(at) }));
      const gain =
        after.reduce((sum, { filled }) => sum + filled.area, 0) -
        before.reduce((sum, { filled }) => sum + filled.area, 0);
      if (gain >= (this.random() < WORSE_OFTEN ? -WORSE_SHARE * this.most : 0)) {
        for (const { at, filled } of after) this.state[at] = filled;
        if (onKept && this.area >= best) {
          best = this.area;
          onKept();
        }
      } else {
        after.forEach(({ filled }) => this.give(filled));
        before.forEach(({ filled }) => this.take(filled));
      }
    }
  }

  private sizeOf(at: number): number {
    return this.rooms[at]!.width * this.rooms[at]!.height;
  }

  private mark(kind: number): void {
    const [word, bit] = [Math.floor(kind / KINDS_A_WORD), 1 << (kind % KINDS_A_WORD)];
    if (this.available[kind]! > 0) this.used[word]! &= ~bit;
    else this.used[word]! |= bit;
  }

  private move(block: Block, by: 1 | -1): void {
    for (let at = 0; at < block.kinds.length; at += 1) {
      const kind = block.kinds[at]!;
      this.available[kind]! += by * block.counts[at]!;
      this.mark(kind);
    }
  }

  private give({ placed }: Filled): void {
    for (const { block } of placed) this.move(block, 1);
  }

  private take({ placed }: Filled): void {
    for (const { block } of placed) this.move(block, -1);
  }

  private isThere(block: Block): boolean {
    for (let at = 0; at < block.kinds.length; at += 1)
      if (this.available[block.kinds[at]!]! < block.counts[at]!) return false;
    return true;
  }

  private filled(at: number): Filled {
    const placed: Placed[] = [];
    const { width, height } = this.rooms[at]!;
    this.fill(width, height, 0, 0, this.fitting[at]!, placed);
    return { area: placed.reduce((sum, { block }) => sum + block.area, 0), placed };
  }

  private fill(width: number, height: number, x: number, y: number, blocks: BlockList, placed: Placed[]): void {
    if (width < this.thinnest - ROOM_DUST || height < this.thinnest - ROOM_DUST) return;
    const block = this.bestFor(width, height, blocks);
    if (!block) return;
    this.move(block, -1);
    placed.push({ block, x, y });
    const [right, below] = [width - block.width, height - block.height];
    const isRightWhole = right * height >= below * width === this.random() < LARGER_WHOLE;
    if (isRightWhole) {
      this.fill(right, height, x + block.width, y, blocks, placed);
      this.fill(block.width, below, x, y + block.height, blocks, placed);
    } else {
      this.fill(width, below, x, y + block.height, blocks, placed);
      this.fill(right, block.height, x + block.width, y, blocks, placed);
    }
  }

  private bestFor(width: number, height: number, { blocks, widths, heights, masks }: BlockList): Block | null {
    const { words, used } = this;
    const [most, tallest] = [width + ROOM_DUST, height + ROOM_DUST];
    let best: Block | null = null;
    let bestWorth = -Infinity;
    let looked = 0;
    next: for (let at = 0; at < blocks.length; at += 1) {
      if (widths[at]! > most || heights[at]! > tallest) continue;
      for (let word = 0; word < words; word += 1) if (masks[at * words + word]! & used[word]!) continue next;
      const block = blocks[at]!;
      if (!this.isThere(block)) continue;
      // the rest are smaller still
      if (best && block.area < bestWorth) break;
      const [right, below] = [width - block.width, height - block.height];
      let lost = block.width * block.height - block.area;
      if (right < this.thinnest) lost += right * (below < this.thinnest ? height : block.height);
      if (below < this.thinnest) lost += below * block.width;
      const worth = (block.area - lost * WASTE_WEIGHT) * (1 - this.shake * this.random());
      if (worth > bestWorth) [best, bestWorth] = [block, worth];
      looked += 1;
      if (looked > LOOKED_AT) break;
    }
    return best;
  }
}
