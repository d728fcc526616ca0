import type { Choice, Gap, Model, Point } from './model.ts';
import type { Direction } from './search.ts';
import { Timeline } from './timeline.ts';

/** Steps that greatest gaps tie together are placed as one. */
export interface Clusters {
  readonly members: readonly (readonly number[])[];
  /** Clusters that must be placed before each one, by least gaps. */
  readonly before: readonly (readonly number[])[];
  readonly after: readonly (readonly number[])[];
}

/** Strongly connected groups of steps (Tarjan, without recursion). */
export const clustersOf = (model: Model): Clusters => {
  const count = model.steps.length;
  const next: number[][] = Array.from({ length: count }, () => []);
  const ahead: number[][] = Array.from({ length: count }, () => []);
  for (const { from, to, min, max } of model.gaps) {
    if (min > -Infinity) {
      next[from]!.push(to);
      ahead[from]!.push(to);
    }
    if (max < Infinity) next[to]!.push(from);
  }
  for (const { from, to, windows } of model.choices) {
    next[from]!.push(to);
    ahead[from]!.push(to);
    if (windows.every(([, high]) => high < Infinity)) next[to]!.push(from);
  }
  const [index, low] = [new Int32Array(count).fill(-1), new Int32Array(count)];
  const group = new Int32Array(count).fill(-1);
  const stack: number[] = [];
  const members: number[][] = [];
  let counter = 0;
  for (let root = 0; root < count; root += 1) {
    if (index[root] !== -1) continue;
    const work: { node: number; edge: number }[] = [{ node: root, edge: 0 }];
    while (work.length) {
      const top = work.at(-1)!;
      const { node } = top;
      if (top.edge === 0 && index[node] === -1) {
        index[node] = low[node] = counter++;
        stack.push(node);
      }
      const target = next[node]![top.edge];
      if (target !== undefined) {
        top.edge += 1;
        if (index[target] === -1) work.push({ node: target, edge: 0 });
        else if (group[target] === -1) low[node] = Math.min(low[node]!, index[target]!);
        continue;
      }
      if (low[node] === index[node]) {
        const own: number[] = [];
        for (;;) {
          const one = stack.pop()!;
          group[one] = members.length;
          own.push(one);
          if (one === node) break;
        }
        members.push(own);
      }
      work.pop();
      const parent = work.at(-1);
      if (parent) low[parent.node] = Math.min(low[parent.node]!, low[node]!);
    }
  }
  const before = members.map(() => new Set<number>());
  const after = members.map(() => new Set<number>());
  ahead.forEach((targets, from) => {
    for (const to of targets)
      if (group[from] !== group[to]) {
        before[group[to]!]!.add(group[from]!);
        after[group[from]!]!.add(group[to]!);
      }
  });
  // inside a cluster the least gaps give the order
  const depth = new Int32Array(count);
  for (const own of members)
    for (let round = 0; round < own.length; round += 1)
      for (const from of own)
        for (const to of ahead[from]!)
          if (group[to] === group[from] && to !== from)
            depth[to] = Math.max(depth[to]!, Math.min(own.length, depth[from]! + 1));
  return {
    members: members.map((own) => own.sort((left, right) => depth[left]! - depth[right]! || left - right)),
    before: before.map((set) => [...set]),
    after: after.map((set) => [...set]),
  };
};

/** The first position of a start at or after a minute. */
const firstFrom = (starts: Int32Array, minute: number): number => {
  let [low, high] = [0, starts.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (starts[middle]! < minute) low = middle + 1;
    else high = middle;
  }
  return low;
};

const MOST_TRIES = 4000;

/** Finds starts for steps beside what is placed already: gaps, windows and resources hold; one object for a problem and a direction. */
export class Placer {
  protected readonly gapsOf: (readonly Gap[])[];
  protected readonly choicesOf: (readonly Choice[])[];
  /** Steps at a start that the crafter gave: they hold what they need before anything else is placed. */
  protected readonly isPinned: readonly boolean[];
  protected positions = new Int32Array(0);
  private timelines: Timeline[] = [];
  /** Nothing is dry after it, backward; Infinity where only the due dates count. */
  deadline = Infinity;

  constructor(
    protected readonly model: Model,
    protected readonly direction: Direction,
  ) {
    this.isPinned = model.steps.map(({ id }) => id in model.problem.pins && !(id in model.problem.done));
    this.gapsOf = model.steps.map(() => []);
    this.choicesOf = model.steps.map(() => []);
    for (const gap of model.gaps)
      for (const step of new Set([gap.from, gap.to])) (this.gapsOf[step] as Gap[]).push(gap);
    for (const choice of model.choices)
      for (const step of new Set([choice.from, choice.to])) (this.choicesOf[step] as Choice[]).push(choice);
  }

  /** Clears the bench but for what the crafter moved; the step that cannot even be held there, or null. */
  protected clear(): number | null {
    const { model } = this;
    this.positions = new Int32Array(model.steps.length).fill(-1);
    this.timelines = model.capacities.map((capacity, resource) => {
      const timeline = new Timeline(capacity);
      for (const [start, end, units] of model.busy[resource]!) timeline.hold(start, end, units);
      return timeline;
    });
    for (let step = 0; step < model.steps.length; step += 1) {
      if (!this.isPinned[step]) continue;
      if (model.classes[step]!.starts.length === 0 || this.clashAt(step, 0)) return step;
      this.book(step, 0, 1);
    }
    return null;
  }

  protected hold(step: number, position: number, sign: 1 | -1): void {
    if (!this.isPinned[step]) this.book(step, position, sign);
  }

  private book(step: number, position: number, sign: 1 | -1): void {
    const { starts, at } = this.model.classes[step]!;
    for (const { resource, units, until } of this.model.uses[step]!)
      this.timelines[resource]!.hold(starts[position]!, at[until][position]!, sign * units);
  }

  protected minuteOf(step: number, point: Point): number {
    return this.model.classes[step]!.at[point][this.positions[step]!]!;
  }

  /** The first position from one on, in the direction, that fits what is placed; null for none. */
  protected firstFit(step: number, from: number): number | null {
    const { starts, at } = this.model.classes[step]!;
    const isForward = this.direction === 'forward';
    const due = isForward ? Infinity : Math.min(this.deadline, this.model.due[this.model.itemOf[step]!]!);
    const [low, high] = this.startsBetween(step);
    let position = isForward ? Math.max(from, firstFrom(starts, low)) : Math.min(from, firstFrom(starts, high + 1) - 1);
    while (position >= 0 && position < starts.length) {
      const start = starts[position]!;
      if (start < low || start > high) return null;
      if (at.dry[position]! > due || !this.fits(step, position)) {
        position += isForward ? 1 : -1;
        continue;
      }
      const clash = this.isPinned[step] ? null : this.clashAt(step, position);
      if (!clash) return position;
      position = isForward
        ? Math.max(position + 1, firstFrom(starts, clash.to))
        : Math.min(position - 1, firstFrom(starts, clash.from) - 1);
    }
    return null;
  }

  private clashAt(step: number, position: number): { readonly from: number; readonly to: number } | null {
    const { starts, at } = this.model.classes[step]!;
    if (this.model.isFact[step]) return null;
    for (const { resource, units, until } of this.model.uses[step]!) {
      const clash = this.timelines[resource]!.clash(starts[position]!, at[until][position]!, units);
      if (clash) return clash;
    }
    return null;
  }

  /** Starts that least and greatest gaps to what is placed allow at the most; `fits` tells which of them do. */
  protected startsBetween(step: number): [low: number, high: number] {
    const { leastAfter, mostAfter } = this.model.classes[step]!;
    let [low, high] = [-Infinity, Infinity];
    for (const { from, a, to, b, min, max } of this.gapsOf[step]!) {
      if (to === step && from !== step && this.positions[from]! >= 0) {
        const minute = this.minuteOf(from, a);
        low = Math.max(low, minute + min - mostAfter[b]);
        high = Math.min(high, minute + this.mostOf(max) - leastAfter[b]);
      }
      if (from === step && to !== step && this.positions[to]! >= 0) {
        const minute = this.minuteOf(to, b);
        low = Math.max(low, minute - this.mostOf(max) - mostAfter[a]);
        high = Math.min(high, minute - min - leastAfter[a]);
      }
    }
    return [low, high];
  }

  /** The greatest gap that is asked for. */
  protected mostOf(max: number): number {
    return max;
  }

  /** Whether a gap lies in one of the windows of a choice. */
  protected isInWindow({ windows }: Choice, minutes: number): boolean {
    return windows.some(([low, high]) => minutes >= low && minutes <= high);
  }

  protected fits(step: number, position: number): boolean {
    const own = this.model.classes[step]!.at;
    const minute = (other: number, point: Point): number | null =>
      other === step ? own[point][position]! : this.positions[other]! < 0 ? null : this.minuteOf(other, point);
    for (const { from, a, to, b, min, max } of this.gapsOf[step]!) {
      const [one, other] = [minute(from, a), minute(to, b)];
      if (one !== null && other !== null && (other - one < min || other - one > this.mostOf(max))) return false;
    }
    for (const choice of this.choicesOf[step]!) {
      const { from, a, to, b } = choice;
      const [one, other] = [minute(from, a), minute(to, b)];
      if (one !== null && other !== null && !this.isInWindow(choice, other - one)) return false;
    }
    return true;
  }
}

/** Places one cluster after the other as early (backward: as late) as it can be; one object for a problem. */
export class Dispatcher extends Placer {
  private readonly areFacts: readonly boolean[];

  constructor(
    model: Model,
    private readonly clusters: Clusters,
    direction: Direction,
  ) {
    super(model, direction);
    this.areFacts = clusters.members.map((own) => own.every((step) => model.isFact[step]));
  }

  /**
   * @param key of each cluster: of those that may be placed, the one with the smallest goes first
   * @returns positions, or the step that could not be placed
   */
  place(key: ArrayLike<number>): { readonly positions: Int32Array } | { readonly stuck: number } {
    const { clusters } = this;
    const isForward = this.direction === 'forward';
    const unheld = this.clear();
    if (unheld !== null) return { stuck: unheld };
    const [needs, frees] = isForward ? [clusters.before, clusters.after] : [clusters.after, clusters.before];
    const open = needs.map((list) => list.length);
    const ready = open.flatMap((count, cluster) => (count === 0 ? [cluster] : []));
    // facts first: they hold what they hold
    const rank = (cluster: number) => (this.areFacts[cluster] ? -Infinity : key[cluster]!);
    while (ready.length) {
      let chosen = 0;
      for (let at = 1; at < ready.length; at += 1) if (rank(ready[at]!) < rank(ready[chosen]!)) chosen = at;
      const [cluster] = ready.splice(chosen, 1) as [number];
      const stuck = this.placeCluster(
        isForward ? clusters.members[cluster]! : [...clusters.members[cluster]!].reverse(),
      );
      if (stuck !== null) return { stuck };
      for (const other of frees[cluster]!) {
        open[other]! -= 1;
        if (open[other] === 0) ready.push(other);
      }
    }
    return { positions: this.positions };
  }

  private placeCluster(members: readonly number[]): number | null {
    const { model } = this;
    const isForward = this.direction === 'forward';
    const [first] = members as [number];
    const count = model.classes[first]!.starts.length;
    let from = isForward ? 0 : count - 1;
    let stuck = first;
    for (let attempt = 0; attempt < MOST_TRIES; attempt += 1) {
      const placed: number[] = [];
      let failed = false;
      for (const step of members) {
        const at = this.firstFit(step, step === first ? from : isForward ? 0 : model.classes[step]!.starts.length - 1);
        if (at === null) {
          [failed, stuck] = [true, step];
          break;
        }
        this.positions[step] = at;
        this.hold(step, at, 1);
        placed.push(step);
      }
      if (!failed) return null;
      const retry = this.positions[first]! + (isForward ? 1 : -1);
      for (const step of placed) {
        this.hold(step, this.positions[step]!, -1);
        this.positions[step] = -1;
      }
      if (!placed.length || retry < 0 || retry >= count) return stuck;
      from = retry;
    }
    return stuck;
  }
}
