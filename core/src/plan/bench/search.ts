import { copied, propagated, touching, wholeBounds, type Bounds } from './bounds.ts';
import type { Gap, Model, Point } from './model.ts';
import { leastStartOf, timesOf } from './objective.ts';

export type Direction = 'forward' | 'backward';

export interface SearchResult {
  readonly positions: Int32Array | null;
  /** Whether the whole tree was seen: what was found is the best, and nothing found means that there is nothing. */
  readonly isProven: boolean;
  readonly nodes: number;
  /** A step at which the first propagation already failed. */
  readonly rootCulprit: number | null;
}

interface Options {
  readonly direction: Direction;
  readonly nodes: number;
  /** Only better than this is looked for: (tardiness, makespan) forward, the least start backward. */
  readonly incumbent?: Int32Array | null;
  /** Plans no worse than this do; the first one ends the search. */
  readonly accept?: { readonly tardiness: number; readonly makespan: number } | undefined;
  readonly ignoreResources?: boolean | undefined;
}

type Branch = { readonly gap: Gap } | { readonly step: number; readonly isFixed: boolean };

/** Depth-first branch and bound: orders on resources, windows of choices, and waiting where waiting can win. */
export class BenchSearch {
  private best: Int32Array | null;
  private bestTimes: { tardiness: number; makespan: number } | null = null;
  private bestStart = -Infinity;
  private seen = 0;
  private isOut = false;
  private readonly base: readonly Gap[];
  private readonly forward: boolean;

  constructor(
    private readonly model: Model,
    private readonly options: Options,
  ) {
    this.forward = options.direction === 'forward';
    this.base = model.gaps;
    this.best = options.incumbent ?? null;
    if (this.best) this.remember(this.best);
  }

  run(): SearchResult {
    const bounds = wholeBounds(this.model);
    const all = this.model.steps.map((_, step) => step);
    if (!this.forward)
      for (const step of all) {
        const due = this.model.due[this.model.itemOf[step]!]!;
        const { dry } = this.model.classes[step]!.at;
        while (bounds.hi[step]! >= 0 && dry[bounds.hi[step]!]! > due) bounds.hi[step]! -= 1;
      }
    const empty = all.find((step) => bounds.lo[step]! > bounds.hi[step]!);
    const culprit = empty ?? propagated(this.model, bounds, this.base, touching(all.length, this.base), all);
    if (culprit === null) this.explore(bounds, [], all, 0);
    return { positions: this.best, isProven: !this.isOut, nodes: this.seen, rootCulprit: culprit };
  }

  private remember(positions: Int32Array): void {
    this.best = positions;
    if (this.forward) this.bestTimes = timesOf(this.model, positions, 'at');
    else this.bestStart = leastStartOf(this.model, positions);
  }

  /** Narrows the bounds to what can still be better; false where nothing can. */
  private canBeBetter({ lo, hi }: Bounds): boolean {
    const { model } = this;
    if (!this.forward) {
      if (leastStartOf(model, hi) <= this.bestStart) return false;
      for (let step = 0; step < lo.length; step += 1) {
        const { starts } = model.classes[step]!;
        if (model.steps[step]!.id in model.problem.done) continue;
        while (lo[step]! <= hi[step]! && starts[lo[step]!]! <= this.bestStart) lo[step]! += 1;
        if (lo[step]! > hi[step]!) return false;
      }
      return true;
    }
    const bound = timesOf(model, lo, 'leastFrom');
    const { accept } = this.options;
    const limit = this.bestTimes ?? (accept ? { tardiness: accept.tardiness, makespan: accept.makespan + 1 } : null);
    if (!limit) return true;
    if (bound.tardiness > limit.tardiness) return false;
    if (bound.tardiness < limit.tardiness) return true;
    if (bound.makespan >= limit.makespan) return false;
    for (let step = 0; step < lo.length; step += 1) {
      const { dry } = model.classes[step]!.at;
      while (hi[step]! >= lo[step]! && dry[hi[step]!]! >= limit.makespan) hi[step]! -= 1;
      if (lo[step]! > hi[step]!) return false;
    }
    return true;
  }

  private explore(bounds: Bounds, posted: readonly Gap[], from: readonly number[], depth: number): void {
    if (this.isOut || (this.options.accept && this.bestTimes)) return;
    this.seen += 1;
    if (this.seen > this.options.nodes || depth > 3000) {
      this.isOut = true;
      return;
    }
    const gaps = posted.length ? [...this.base, ...posted] : this.base;
    const by = touching(this.model.steps.length, gaps);
    const all = this.model.steps.map((_, step) => step);
    if (propagated(this.model, bounds, gaps, by, from) !== null) return;
    if (!this.canBeBetter(bounds)) return;
    const orders = this.options.ignoreResources ? [] : this.forcedOrders(bounds, posted);
    if (orders === null) return;
    if (propagated(this.model, bounds, [...gaps, ...orders], touching(all.length, [...gaps, ...orders]), all) !== null)
      return;
    if (!this.canBeBetter(bounds)) return;
    const kept = orders.length ? [...posted, ...orders] : posted;
    const branches = this.branchesAt(bounds, kept);
    if (branches === null) {
      this.remember((this.forward ? bounds.lo : bounds.hi).slice());
      // a plan, but not the best where somebody who waits is dry sooner
      const waiting = this.forward ? this.whoCouldWait(bounds) : null;
      if (waiting === null || !this.canBeBetter(bounds)) return;
      this.branch(
        bounds,
        kept,
        [
          { step: waiting, isFixed: false },
          { step: waiting, isFixed: true },
        ],
        depth,
      );
      return;
    }
    this.branch(bounds, kept, branches, depth);
  }

  private whoCouldWait({ lo, hi }: Bounds): number | null {
    for (let step = 0; step < lo.length; step += 1) {
      const { at, leastFrom } = this.model.classes[step]!;
      if (lo[step]! < hi[step]! && leastFrom.dry[lo[step]!]! < at.dry[lo[step]!]!) return step;
    }
    return null;
  }

  private branch(bounds: Bounds, kept: readonly Gap[], branches: readonly Branch[], depth: number): void {
    for (const branch of branches) {
      const next = copied(bounds);
      if ('gap' in branch) this.explore(next, [...kept, branch.gap], [branch.gap.from, branch.gap.to], depth + 1);
      else {
        const side = this.forward ? next.lo : next.hi;
        const other = this.forward ? next.hi : next.lo;
        if (branch.isFixed) other[branch.step] = side[branch.step]!;
        else side[branch.step]! += this.forward ? 1 : -1;
        if (next.lo[branch.step]! <= next.hi[branch.step]!) this.explore(next, kept, [branch.step], depth + 1);
      }
    }
  }

  private order(first: number, then: number, until: Point): Gap {
    return { from: first, a: until, to: then, b: 'start', min: 0, max: Infinity };
  }

  /** Pairs that cannot share a resource and can stand in one order only; null where in none. */
  private forcedOrders({ lo, hi }: Bounds, posted: readonly Gap[]): Gap[] | null {
    const { model } = this;
    const known = new Set(posted.map(({ from, to }) => from * model.steps.length + to));
    const orders: Gap[] = [];
    for (let one = 0; one < model.steps.length; one += 1)
      for (let other = one + 1; other < model.steps.length; other += 1)
        for (const use of model.isFact[one] && model.isFact[other] ? [] : model.uses[one]!) {
          const match = model.uses[other]!.find(({ resource }) => resource === use.resource);
          if (!match || use.units + match.units <= model.capacities[use.resource]!) continue;
          const [a, b] = [model.classes[one]!, model.classes[other]!];
          const oneFirst = a.leastFrom[use.until][lo[one]!]! <= b.starts[hi[other]!]!;
          const otherFirst = b.leastFrom[match.until][lo[other]!]! <= a.starts[hi[one]!]!;
          if (!oneFirst && !otherFirst) {
            // steps without length hold nothing
            if (
              a.at[use.until][lo[one]!]! > a.starts[lo[one]!]! &&
              b.at[match.until][lo[other]!]! > b.starts[lo[other]!]!
            )
              return null;
            continue;
          }
          if (oneFirst && otherFirst) continue;
          const [first, then, until] = oneFirst ? [one, other, use.until] : [other, one, match.until];
          if (!known.has(first * model.steps.length + then)) orders.push(this.order(first, then, until));
        }
    return orders;
  }

  /** What to decide next, likely ones first; null where the earliest (latest) starts are a plan. */
  private branchesAt(bounds: Bounds, posted: readonly Gap[]): Branch[] | null {
    const positions = this.forward ? bounds.lo : bounds.hi;
    const at = (step: number, point: Point) => this.model.classes[step]!.at[point][positions[step]!]!;
    const broken = [...this.base, ...posted].find((gap) => {
      const gapMinutes = at(gap.to, gap.b) - at(gap.from, gap.a);
      return gapMinutes < gap.min || gapMinutes > gap.max;
    });
    if (broken) {
      // a later start may be dry earlier: one of the two waits, or stays
      const step = [broken.from, broken.to].find((one) => bounds.lo[one]! < bounds.hi[one]!);
      return step === undefined
        ? []
        : [
            { step, isFixed: false },
            { step, isFixed: true },
          ];
    }
    const choice = this.model.choices
      .filter(({ from, a, to, b, windows }) => {
        const minutes = at(to, b) - at(from, a);
        return !windows.some(([low, high]) => minutes >= low && minutes <= high);
      })
      .sort((left, right) => (this.forward ? 1 : -1) * (at(left.from, left.a) - at(right.from, right.a)))[0];
    const conflict = this.options.ignoreResources ? null : this.conflictAt(positions);
    if (!conflict && !choice) return null;
    if (
      choice &&
      (!conflict ||
        (this.forward ? at(choice.from, choice.a) <= conflict.minute : at(choice.to, choice.b) >= conflict.minute))
    ) {
      const { from, a, to, b, windows } = choice;
      return windows.map(([min, max]) => ({ gap: { from, a, to, b, min, max } }));
    }
    return this.ordersOf(conflict!.steps, conflict!.resource, positions);
  }

  /** The first (last) moment at which a resource is overdrawn, with steps that overdraw it together. */
  private conflictAt(positions: Int32Array): { minute: number; resource: number; steps: number[] } | null {
    const { model } = this;
    let found: { minute: number; resource: number; steps: number[] } | null = null;
    model.capacities.forEach((capacity, resource) => {
      const holds = model.steps
        .flatMap((_, step) =>
          model.uses[step]!.filter((use) => use.resource === resource).map(({ units, until }) => ({
            step,
            units,
            from: model.classes[step]!.starts[positions[step]!]!,
            to: model.classes[step]!.at[until][positions[step]!]!,
          })),
        )
        .filter(({ from, to }) => to > from);
      const moments = [...new Set(holds.map(({ from }) => from))].sort((left, right) =>
        this.forward ? left - right : right - left,
      );
      for (const minute of moments) {
        if (found && (this.forward ? minute >= found.minute : minute <= found.minute)) break;
        const active = holds.filter(({ from, to }) => from <= minute && minute < to);
        if (active.reduce((sum, { units }) => sum + units, 0) <= capacity) continue;
        if (active.every(({ step }) => model.isFact[step])) continue;
        // a smallest set that is too much: what can still give way, then the largest holds first
        const steps: number[] = [];
        let held = 0;
        for (const { step, units } of [...active].sort(
          (left, right) =>
            Number(model.isFact[left.step]) - Number(model.isFact[right.step]) || right.units - left.units,
        )) {
          steps.push(step);
          held += units;
          if (held > capacity) break;
        }
        found = { minute, resource, steps };
        break;
      }
    });
    return found;
  }

  private ordersOf(steps: readonly number[], resource: number, positions: Int32Array): Branch[] {
    const { model } = this;
    const untilOf = (step: number) => model.uses[step]!.find((use) => use.resource === resource)!.until;
    const pairs = steps.flatMap((first) => steps.filter((then) => then !== first).map((then) => ({ first, then })));
    const start = (step: number) => model.classes[step]!.starts[positions[step]!]!;
    const release = (step: number) => model.classes[step]!.at[untilOf(step)][positions[step]!]!;
    // how far the one that gives way is moved
    const cost = ({ first, then }: { first: number; then: number }) => release(first) - start(then);
    return pairs
      .sort((left, right) => cost(left) - cost(right))
      .map(({ first, then }) => ({ gap: this.order(first, then, untilOf(first)) }));
  }
}
