import { Placer } from './dispatch.ts';
import type { Model } from './model.ts';
import { scoreOf } from './objective.ts';

const MOST_ROUNDS = 4;

/** The sitting that each minute lies in; −1 outside of all. */
const sittingOf = ({ sittings }: Model, minute: number): number =>
  sittings.findIndex(([from, to]) => from <= minute && minute < to);

/** Moves steps of a plan within what it leaves free. */
class Gatherer extends Placer {
  constructor(model: Model, found: Int32Array) {
    super(model, 'forward');
    this.clear();
    found.forEach((position, step) => {
      this.positions[step] = position;
      this.hold(step, position, 1);
    });
  }

  private sittingAt(step: number): number {
    return this.model.usesCrafter[step] ? sittingOf(this.model, this.minuteOf(step, 'start')) : -1;
  }

  /** Moves a step into a sitting, where it fits and nothing ends later; false where it stays. */
  private moved(step: number, [from, to]: readonly [number, number], latest: number): boolean {
    const { starts, at } = this.model.classes[step]!;
    const now = this.positions[step]!;
    this.hold(step, now, -1);
    this.positions[step] = -1;
    let first = 0;
    while (first < starts.length && starts[first]! < from) first += 1;
    const position = this.firstFit(step, first);
    const fits = position !== null && starts[position]! < to && at.dry[position]! <= latest;
    this.positions[step] = fits ? position : now;
    this.hold(step, this.positions[step]!, 1);
    return fits;
  }

  /** Brings the steps of each piece into fewer sittings, as long as that is to be had for nothing. */
  gather(): Int32Array {
    const { model } = this;
    const { sittings, items, itemOf } = model;
    const done = new Float64Array(items.length);
    this.positions.forEach((position, step) => {
      done[itemOf[step]!] = Math.max(done[itemOf[step]!]!, model.classes[step]!.at.dry[position]!);
    });
    const own = items.map((_, item) => model.steps.flatMap((_step, step) => (itemOf[step] === item ? [step] : [])));
    for (let round = 0; round < MOST_ROUNDS; round += 1) {
      let isBetter = false;
      for (const [item, steps] of own.entries()) {
        const counts = new Map<number, number>();
        for (const step of steps) {
          const sitting = this.sittingAt(step);
          if (sitting >= 0) counts.set(sitting, (counts.get(sitting) ?? 0) + 1);
        }
        for (const step of steps) {
          const here = this.sittingAt(step);
          // a step that is alone in its sitting is a visit of its own
          if (here < 0 || counts.get(here) !== 1 || model.isFact[step] || this.isPinned[step]) continue;
          const target = [...counts.keys()].find(
            (sitting) => sitting !== here && this.moved(step, sittings[sitting]!, done[item]!),
          );
          if (target === undefined) continue;
          counts.delete(here);
          counts.set(target, counts.get(target)! + 1);
          isBetter = true;
        }
      }
      if (!isBetter) break;
    }
    return this.positions;
  }
}

/** So many times somebody goes to a piece: sittings, counted for each piece. */
export const visitsOf = (model: Model, positions: ArrayLike<number>): number => {
  const visits = new Set<string>();
  for (let step = 0; step < model.steps.length; step += 1) {
    if (!model.usesCrafter[step]) continue;
    const sitting = sittingOf(model, model.classes[step]!.starts[positions[step]!]!);
    if (sitting >= 0) visits.add(`${model.itemOf[step]} ${sitting}`);
  }
  return visits.size;
};

/**
 * A plan that is as good by its dates and sittings and goes to each piece as seldom as small moves allow: between equal plans the one with
 * fewer visits to a piece.
 *
 * @param found positions of a plan
 */
export const gathered = (model: Model, found: Int32Array): Int32Array => {
  const before = scoreOf(model, found);
  const moved = new Gatherer(model, found).gather().slice();
  const after = scoreOf(model, moved);
  const isAsGood =
    after.tardiness <= before.tardiness && after.makespan <= before.makespan && after.sittings <= before.sittings;
  return isAsGood && visitsOf(model, moved) < visitsOf(model, found) ? moved : found;
};
