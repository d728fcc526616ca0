import { Placer } from './dispatch.ts';
import type { Model } from './model.ts';
import type { Direction } from './search.ts';

/** So often may a greatest gap send steps back, for each step of the problem, before the order is given up. */
const SENT_BACK_A_STEP = 4;

/** The first position whose point is at least a minute; the length of the column where none is. */
const firstAtLeast = (column: Int32Array, minute: number, from: number): number => {
  let at = from;
  while (at < column.length && column[at]! < minute) at += 1;
  return at;
};
const lastAtMost = (column: Int32Array, minute: number, from: number): number => {
  let at = from;
  while (at >= 0 && column[at]! > minute) at -= 1;
  return at;
};

/**
 * Places steps one by one, each as early (backward: as late) as it can be; clusters may interleave. Where a greatest gap is broken, the step
 * that it hangs on is sent back to a later (earlier) start, with all that hung on it, and placing goes on from there.
 *
 * @source serial schedule generation with unscheduling, as for RCPSP/max
 */
export class StepDispatcher extends Placer {
  private readonly before: readonly (readonly number[])[];
  private readonly after: readonly (readonly number[])[];
  /** Per choice: whether only its first window is taken, so that nobody waits for the next one. */
  private early: ArrayLike<number> = [];
  private readonly choiceAt: ReadonlyMap<object, number>;
  private isLoose = false;

  constructor(model: Model, direction: Direction) {
    super(model, direction);
    const before: number[][] = model.steps.map(() => []);
    const after: number[][] = model.steps.map(() => []);
    for (const { from, to, ...gap } of [...model.gaps, ...model.choices]) {
      if (from === to || ('min' in gap && gap.min === -Infinity)) continue;
      before[to]!.push(from);
      after[from]!.push(to);
    }
    const isForward = direction === 'forward';
    [this.before, this.after] = isForward ? [before, after] : [after, before];
    this.choiceAt = new Map(model.choices.map((choice, index) => [choice, index]));
  }

  /**
   * @param key   of each step: of those that may be placed, the one with the smallest goes first
   * @param early per choice, whether only its first window is taken
   * @returns positions, or the step that could not be placed
   */
  place(
    key: ArrayLike<number>,
    early: ArrayLike<number> = [],
  ): { readonly positions: Int32Array } | { readonly stuck: number } {
    const { model } = this;
    this.early = early;
    const unheld = this.clear();
    if (unheld !== null) return { stuck: unheld };
    const count = model.steps.length;
    const isForward = this.direction === 'forward';
    /** From where on (backward: up to where) a step may be placed, after it was sent back. */
    const bounds = Int32Array.from(model.classes, ({ starts }) => (isForward ? 0 : starts.length - 1));
    const open = Int32Array.from(this.before, (list) => list.length);
    const ready: number[] = [];
    for (let step = 0; step < count; step += 1) if (open[step] === 0) ready.push(step);
    const rank = (step: number) => (model.isFact[step] ? -Infinity : key[step]!);
    let left = SENT_BACK_A_STEP * count + 20;
    while (ready.length) {
      let chosen = 0;
      for (let at = 1; at < ready.length; at += 1) if (rank(ready[at]!) < rank(ready[chosen]!)) chosen = at;
      const step = ready[chosen]!;
      const position = this.firstFit(step, bounds[step]!);
      if (position !== null) {
        ready.splice(chosen, 1);
        this.positions[step] = position;
        this.hold(step, position, 1);
        for (const next of this.after[step]!) if (--open[next]! === 0) ready.push(next);
        continue;
      }
      left -= 1;
      const sent = left > 0 ? this.sendBack(step, bounds) : null;
      if (sent === null) return { stuck: step };
      this.unplace(sent, open, ready);
    }
    return { positions: this.positions };
  }

  /** Moves the bound of the step that a broken greatest gap hangs on; that step, or null where nothing can be moved. */
  private sendBack(step: number, bounds: Int32Array): number | null {
    this.isLoose = true;
    const wished = this.firstFit(step, bounds[step]!);
    this.isLoose = false;
    if (wished === null) return null;
    const { model } = this;
    const isForward = this.direction === 'forward';
    const own = model.classes[step]!.at;
    let found: { step: number; position: number } | null = null;
    for (const { from, a, to, b, max } of this.greatest(step)) {
      const other = isForward ? from : to;
      if ((isForward ? to : from) !== step || other === step || this.positions[other]! < 0) continue;
      if (model.isFact[other] || this.isPinned[other]) continue;
      const column = model.classes[other]!.at[isForward ? a : b];
      const needed = isForward ? own[b][wished]! - max : own[a][wished]! + max;
      const now = this.positions[other]!;
      if (isForward ? column[now]! >= needed : column[now]! <= needed) continue;
      const position = isForward ? firstAtLeast(column, needed, now + 1) : lastAtMost(column, needed, now - 1);
      if (position < 0 || position >= column.length) return null;
      // the one placed first is moved: what hangs on it comes along
      found ??= { step: other, position };
    }
    if (!found) return null;
    bounds[found.step] = found.position;
    return found.step;
  }

  /** Greatest gaps at a step, those of windows that must not be missed among them. */
  private *greatest(step: number) {
    for (const gap of this.gapsOf[step]!) if (gap.max < Infinity) yield gap;
    for (const choice of this.choicesOf[step]!) {
      const { from, a, to, b } = choice;
      const last = this.windowsOf(choice).at(-1)!;
      if (last[1] < Infinity) yield { from, a, to, b, max: last[1] };
    }
  }

  private windowsOf(choice: Parameters<Placer['isInWindow']>[0]): readonly (readonly [number, number])[] {
    const index = this.choiceAt.get(choice)!;
    return this.early[index] ? choice.windows.slice(0, 1) : choice.windows;
  }

  protected override isInWindow(choice: Parameters<Placer['isInWindow']>[0], minutes: number): boolean {
    const windows = this.windowsOf(choice);
    const isIn = windows.some(([low, high]) => minutes >= low && minutes <= high);
    return isIn || (this.isLoose && minutes > windows.at(-1)![1]);
  }

  protected override startsBetween(step: number): [low: number, high: number] {
    let [low, high] = super.startsBetween(step);
    const { leastAfter, mostAfter } = this.model.classes[step]!;
    for (const choice of this.choicesOf[step]!) {
      const { from, a, to, b } = choice;
      if (from === to || this.positions[from === step ? to : from]! < 0) continue;
      const windows = this.windowsOf(choice);
      const [least, most] = [windows[0]![0], this.mostOf(windows.at(-1)![1])];
      if (to === step) {
        const minute = this.minuteOf(from, a);
        low = Math.max(low, minute + least - mostAfter[b]);
        high = Math.min(high, minute + most - leastAfter[b]);
      } else {
        const minute = this.minuteOf(to, b);
        low = Math.max(low, minute - most - mostAfter[a]);
        high = Math.min(high, minute - least - leastAfter[a]);
      }
    }
    return [low, high];
  }

  protected override mostOf(max: number): number {
    return this.isLoose ? Infinity : max;
  }

  private unplace(step: number, open: Int32Array, ready: number[]): void {
    const work = [step];
    while (work.length) {
      const one = work.pop()!;
      if (this.positions[one]! < 0) continue;
      this.hold(one, this.positions[one]!, -1);
      this.positions[one] = -1;
      for (const next of this.after[one]!) {
        if (open[next] === 0 && this.positions[next]! < 0) {
          const at = ready.indexOf(next);
          if (at >= 0) ready.splice(at, 1);
        }
        open[next]! += 1;
        work.push(next);
      }
      if (open[one] === 0) ready.push(one);
    }
  }
}
