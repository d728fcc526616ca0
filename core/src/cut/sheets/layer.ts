import { dusted } from '../given.ts';
import { blocksOf, fitsIn, type Kind, type Laid, type Room } from './blocks.ts';
import { Blocks, Filler } from './filler.ts';
import { offcutsOf } from './offcuts.ts';
import type { FromStockInput, Stock, StockRest } from './stock.ts';
import { shortestStrip } from './strip.ts';

const BLOCKS = 4000;
/** Rooms emptied and filled in all, less for many pieces. */
const FILLINGS = 14_000;
const MOST_FILLED = 900_000;
/** Ways to leave pieces over, of which the one that takes least new film is chosen. */
const LEFT_OVERS = 6;
/** Times that others are filled again to do without an offcut, and those fillings together. */
const SPARING = 400;
const MOST_SPARING = 4000;
/** Lay-outs looked at for a large rest. */
const RESTS = 40;

/** What lies on which stock. */
type Layout = ReadonlyMap<Stock, readonly Laid[]>;

interface NewFilm {
  readonly layout: Layout;
  readonly areaMm2: number;
  readonly rollMm: number;
  readonly rest: readonly number[];
}

interface Answer extends NewFilm {
  readonly offcutsUsed: number;
  readonly restArea: number;
}

/** Searches for the lay-out of pieces on offcuts, sheets and rolls; one object for one question. */
export class Layer {
  readonly kinds: readonly Kind[];
  /** Of each piece, without the gap. */
  private readonly bareAreas: readonly number[];
  private readonly offcuts: readonly Stock[];
  private readonly sheets: readonly Stock[];
  private readonly rolls: readonly Stock[];
  private readonly blocks: Blocks;
  private readonly times: number;

  constructor(
    private readonly input: FromStockInput,
    private readonly leastRest: number,
  ) {
    const { pieces, stock, gapMm } = input;
    this.kinds = pieces.map(({ widthMm, heightMm, count, mayTurn }) => ({
      width: widthMm + gapMm,
      height: heightMm + gapMm,
      count,
      canTurn: mayTurn,
    }));
    this.bareAreas = pieces.map(({ widthMm, heightMm }) => widthMm * heightMm);
    const large = (one: Stock, other: Stock) => other.widthMm * other.heightMm - one.widthMm * one.heightMm;
    this.offcuts = stock.filter(({ kind }) => kind === 'offcut').sort((one, other) => large(other, one));
    this.sheets = stock.filter(({ kind }) => kind === 'sheet').sort(large);
    this.rolls = stock.filter(({ kind }) => kind === 'roll');
    const rooms = [...this.offcuts, ...this.sheets].map((one) => this.roomOf(one));
    this.blocks = new Blocks(blocksOf(this.kinds, rooms, BLOCKS), this.kinds.length);
    const count = pieces.reduce((sum, piece) => sum + piece.count, 0);
    this.times = Math.min(FILLINGS, Math.floor(MOST_FILLED / Math.max(1, count)));
  }

  private roomOf({ widthMm, heightMm }: Stock): Room {
    const { gapMm, marginMm } = this.input;
    return { width: widthMm - 2 * marginMm + gapMm, height: heightMm - 2 * marginMm + gapMm };
  }

  private filler(stock: readonly Stock[], rest: readonly number[], seed = 1): Filler {
    const kinds = this.kinds.map((kind, at) => ({ ...kind, count: rest[at]! }));
    return new Filler(
      kinds,
      stock.map((one) => this.roomOf(one)),
      this.blocks,
      seed,
    );
  }

  /** Pieces on rolls and sheets, all of them first, with the least new film. */
  private onNew(rest: readonly number[]): NewFilm {
    const none: NewFilm = { layout: new Map(), areaMm2: 0, rollMm: 0, rest };
    if (!rest.some((count) => count > 0)) return none;
    let best = none;
    for (let sheets = 0; sheets <= this.sheets.length; sheets += 1) {
      const onSheets = sheets ? this.onSheets(this.sheets.slice(0, sheets), rest) : none;
      for (const found of [onSheets, this.onRolls(onSheets)]) if (this.isBetter(found, best)) best = found;
      if (!onSheets.rest.some((count) => count > 0)) break;
    }
    return best;
  }

  private areaOf(rest: readonly number[]): number {
    return rest.reduce((sum, count, at) => sum + count * this.kinds[at]!.width * this.kinds[at]!.height, 0);
  }

  private isBetter(one: NewFilm, other: NewFilm): boolean {
    const [left, otherLeft] = [this.areaOf(one.rest), this.areaOf(other.rest)];
    return left < otherLeft - 1e-6 || (left < otherLeft + 1e-6 && one.areaMm2 < other.areaMm2 - 1e-6);
  }

  private onSheets(stock: readonly Stock[], rest: readonly number[]): NewFilm {
    const filler = this.filler(stock, rest);
    filler.improve(SPARING);
    const layout: Layout = new Map(
      filler.laid().flatMap((laid, at) => (laid.length ? [[stock[at]!, laid] as const] : [])),
    );
    return {
      layout,
      areaMm2: [...layout.keys()].reduce((sum, { widthMm, heightMm }) => sum + widthMm * heightMm, 0),
      rollMm: 0,
      rest: [...filler.rest],
    };
  }

  /** Rolls one after the other, each time the one that holds most with the least film, until all is laid. */
  private onRolls(before: NewFilm): NewFilm {
    const left = [...this.rolls];
    let best = before;
    while (left.length && best.rest.some((count) => count > 0)) {
      const tried = left.map((roll) => ({ roll, film: this.onRoll(roll, best) }));
      const next = tried.reduce((one, other) => (this.isBetter(other.film, one.film) ? other : one));
      if (!this.isBetter(next.film, best)) break;
      best = next.film;
      left.splice(left.indexOf(next.roll), 1);
    }
    return best;
  }

  private onRoll(roll: Stock, before: NewFilm): NewFilm {
    const { gapMm, marginMm } = this.input;
    const room = this.roomOf(roll);
    const fits = this.kinds.map(
      ({ width, height, canTurn }) =>
        fitsIn({ width, height }, room) || (canTurn && fitsIn({ width: height, height: width }, room)),
    );
    const laidKinds = this.kinds.map((kind, at) => ({
      ...kind,
      count: fits[at] ? before.rest[at]! : 0,
      // what is too wide one way lies the other way
      ...(kind.canTurn && kind.width > room.width + 1e-6
        ? { width: kind.height, height: kind.width, canTurn: false }
        : {}),
    }));
    const swapped = this.kinds.map((kind, at) => laidKinds[at]!.canTurn !== kind.canTurn);
    let strip = shortestStrip(laidKinds, room.width);
    const rest = [...before.rest];
    if (strip && strip.length > room.height + 1e-6) {
      // the roll is too short for all: what it holds
      const filler = new Filler(
        this.kinds.map((kind, at) => ({ ...kind, count: before.rest[at]! })),
        [room],
        new Blocks(blocksOf(this.kinds, [room], BLOCKS), this.kinds.length),
      );
      filler.improve(SPARING);
      const laid = filler.laid()[0]!;
      const ends = laid.map(
        ({ kind, isTurned, y }) => y + (isTurned ? this.kinds[kind]!.width : this.kinds[kind]!.height),
      );
      strip = {
        laid: laid.map((piece) => (swapped[piece.kind] ? { ...piece, isTurned: !piece.isTurned } : piece)),
        length: Math.max(0, ...ends),
      };
    }
    if (!strip?.laid.length) return before;
    const laid = strip.laid.map((piece) => (swapped[piece.kind] ? { ...piece, isTurned: !piece.isTurned } : piece));
    for (const { kind } of laid) rest[kind]! -= 1;
    const rollMm = strip.length - gapMm + 2 * marginMm;
    return {
      layout: new Map([...before.layout, [roll, laid]]),
      areaMm2: before.areaMm2 + roll.widthMm * rollMm,
      rollMm: Math.max(before.rollMm, rollMm),
      rest,
    };
  }

  private answerOf(stock: readonly Stock[], laid: readonly (readonly Laid[])[], rest: readonly number[]): Answer {
    const film = this.onNew(rest);
    const used = stock.flatMap((one, at) => (laid[at]!.length ? [[one, laid[at]!] as const] : []));
    const layout = new Map([...used, ...film.layout]);
    return { ...film, layout, offcutsUsed: used.length, restArea: this.largestRest(layout) };
  }

  /** The largest rectangle that there is afterwards, on what was cut into and of offcuts that were not. */
  private largestRest(layout: Layout): number {
    const whole = this.offcuts.filter((stock) => !layout.has(stock));
    return Math.max(0, ...[...this.restsOf(layout, 1), ...whole].map(({ widthMm, heightMm }) => widthMm * heightMm));
  }

  /** What is left of each stock that was cut into, a gap away from its pieces. */
  restsOf(layout: Layout, most = Infinity): StockRest[] {
    const { gapMm, marginMm } = this.input;
    return [...layout].flatMap(([{ id, kind, widthMm, heightMm }, laid]) => {
      const pieces = laid.map(({ kind: at, isTurned, x, y }) => {
        const { width, height } = this.kinds[at]!;
        return {
          x: x + marginMm,
          y: y + marginMm,
          width: (isTurned ? height : width) - gapMm,
          height: (isTurned ? width : height) - gapMm,
        };
      });
      const length = kind === 'roll' ? Math.max(...pieces.map(({ y, height }) => y + height)) + marginMm : heightMm;
      return offcutsOf(pieces, widthMm, length, gapMm, this.leastRest)
        .slice(0, most)
        .map(({ width, height }) => ({ stockId: id, widthMm: dusted(width), heightMm: dusted(height) }));
    });
  }

  solve(): Answer {
    const all = this.kinds.map(({ count }) => count);
    if (!this.offcuts.length) return this.answerOf([], [], all);
    const filler = this.filler(this.offcuts, all);
    const leftOvers = new Map<string, { laid: () => Laid[][]; rest: number[]; area: number }>();
    const remember = () => {
      leftOvers.set(filler.rest.join(), { laid: filler.laid, rest: [...filler.rest], area: filler.area });
      if (leftOvers.size > LEFT_OVERS) {
        const worst = [...leftOvers].reduce((one, other) => (other[1].area < one[1].area ? other : one));
        leftOvers.delete(worst[0]);
      }
    };
    remember();
    filler.improve(this.times, remember);
    remember();
    const answers = [...leftOvers.values()].map(({ laid, rest }) => this.answerOf(this.offcuts, laid(), rest));
    const best = answers.reduce((one, other) => (this.isPreferred(other, one) ? other : one));
    return this.withLargeRest(this.withSmallerOffcuts(this.withFewerOffcuts(this.withoutIdleOffcuts(best))));
  }

  private isPreferred(one: Answer, other: Answer): boolean {
    if (this.isBetter(one, other)) return true;
    if (this.isBetter(other, one)) return false;
    if (one.offcutsUsed !== other.offcutsUsed) return one.offcutsUsed < other.offcutsUsed;
    return one.restArea > other.restArea + 1e-6;
  }

  /** What lies on offcuts, and how many of each kind that is. */
  private onOffcuts(answer: Answer): { used: Stock[]; counts: number[]; areas: Map<Stock, number> } {
    const used = [...answer.layout.keys()].filter(({ kind }) => kind === 'offcut');
    const counts = this.kinds.map(() => 0);
    const areas = new Map<Stock, number>();
    for (const stock of used)
      for (const { kind } of answer.layout.get(stock)!) {
        counts[kind]! += 1;
        areas.set(stock, (areas.get(stock) ?? 0) + this.kinds[kind]!.width * this.kinds[kind]!.height);
      }
    return { used, counts, areas };
  }

  /** Leaves an offcut whole where what lies on it finds room on the new film that is cut anyway. */
  private withoutIdleOffcuts(first: Answer): Answer {
    let best = first;
    const { used, areas } = this.onOffcuts(first);
    for (const stock of [...used].sort((one, other) => areas.get(one)! - areas.get(other)!)) {
      const rest = this.kinds.map(({ count }) => count);
      const kept = [...best.layout].filter(([one]) => one.kind === 'offcut' && one !== stock);
      for (const [, laid] of kept) for (const { kind } of laid) rest[kind]! -= 1;
      const onNew = rest.reduce((sum, count, at) => sum + (count - best.rest[at]!) * this.bareAreas[at]!, 0);
      if (onNew > best.areaMm2 + 1e-6) break;
      const film = this.onNew(rest);
      if (this.isBetter(best, film)) continue;
      const layout = new Map([...kept, ...film.layout]);
      best = { ...film, layout, offcutsUsed: kept.length, restArea: this.largestRest(layout) };
    }
    return best;
  }

  /** Leaves a large offcut whole where smaller ones, as many, will do. */
  private withSmallerOffcuts(first: Answer): Answer {
    let best = first;
    let left = MOST_SPARING;
    const { counts } = this.onOffcuts(first);
    const needed = this.areaOf(counts);
    for (const large of this.onOffcuts(first).used.reverse()) {
      const { used } = this.onOffcuts(best);
      if (!used.includes(large)) continue;
      for (const small of this.offcuts.slice(0, this.offcuts.indexOf(large))) {
        if (used.includes(small) || left <= 0) continue;
        const stock = this.offcuts.filter((one) => one === small || (one !== large && used.includes(one)));
        const room = stock.reduce((sum, one) => sum + this.roomOf(one).width * this.roomOf(one).height, 0);
        if (room < needed - 1e-6) continue;
        const filler = this.filler(stock, counts);
        filler.improve(SPARING / 10);
        left -= SPARING / 10;
        if (!filler.isAllLaid) continue;
        const other = this.exchanged(best, stock, filler.laid());
        if (!this.isPreferred(other, best)) continue;
        best = other;
        break;
      }
    }
    return best;
  }

  /** Tries to do without each offcut in turn, the emptiest first, and with other, fewer ones. */
  private withFewerOffcuts(first: Answer): Answer {
    let best = first;
    let left = MOST_SPARING;
    for (let isSparing = true; isSparing && left > 0;) {
      isSparing = false;
      const { used, counts, areas } = this.onOffcuts(best);
      const needed = this.areaOf(counts);
      const byFill = [...used].sort((one, other) => areas.get(one)! - areas.get(other)!);
      const smaller = byFill.map((spared) => used.filter((stock) => stock !== spared));
      // as many of the largest, one fewer
      if (used.length > 1) smaller.push([...this.offcuts].slice(-(used.length - 1)));
      for (const stock of smaller) {
        const room = stock.reduce((sum, one) => sum + this.roomOf(one).width * this.roomOf(one).height, 0);
        if (!stock.length || room < needed - 1e-6 || left <= 0) continue;
        const times = Math.min(SPARING, left);
        const filler = this.filler(stock, counts);
        filler.improve(times);
        left -= times;
        if (!filler.isAllLaid) continue;
        best = this.exchanged(best, stock, filler.laid());
        isSparing = true;
        break;
      }
    }
    return best;
  }

  /** The same new film, with other offcuts. */
  private exchanged(answer: Answer, stock: readonly Stock[], laid: readonly (readonly Laid[])[]): Answer {
    const kept = [...answer.layout].filter(([{ kind }]) => kind !== 'offcut');
    const used = stock.flatMap((one, at) => (laid[at]!.length ? [[one, laid[at]!] as const] : []));
    const layout = new Map([...used, ...kept]);
    return { ...answer, layout, offcutsUsed: used.length, restArea: this.largestRest(layout) };
  }

  /** Other ways to lay the same pieces on as many offcuts, for the sake of a large rest. */
  private withLargeRest(first: Answer): Answer {
    let best = first;
    const { used, counts } = this.onOffcuts(first);
    if (!used.length) return first;
    for (let seed = 2; seed < RESTS; seed += 1) {
      const filler = this.filler(used, counts, seed);
      filler.improve(SPARING / 10);
      if (!filler.isAllLaid) continue;
      const other = this.exchanged(first, used, filler.laid());
      if (this.isPreferred(other, best)) best = other;
    }
    return best;
  }
}
