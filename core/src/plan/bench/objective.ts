import type { Model } from './model.ts';

/** How good a plan is; forward smaller is better in this order. */
export interface Score {
  readonly tardiness: number;
  readonly makespan: number;
  readonly sittings: number;
  readonly leastStart: number;
}

const sittingsOf = (model: Model, positions: ArrayLike<number>): number => {
  const used = new Set<number>();
  model.steps.forEach((_, step) => {
    if (!model.usesCrafter[step]) return;
    const start = model.classes[step]!.starts[positions[step]!]!;
    const window = model.sittings.findIndex(([from, to]) => from <= start && start < to);
    if (window >= 0) used.add(window);
  });
  return used.size;
};

/** Tardiness and makespan of positions, or a bound on both where every later position is worse. */
export const timesOf = (
  model: Model,
  positions: ArrayLike<number>,
  table: 'at' | 'leastFrom',
): { readonly tardiness: number; readonly makespan: number } => {
  const done = new Float64Array(model.items.length).fill(-Infinity);
  for (let step = 0; step < model.steps.length; step += 1) {
    const dry = model.classes[step]![table].dry[positions[step]!]!;
    const item = model.itemOf[step]!;
    if (dry > done[item]!) done[item] = dry;
  }
  let [tardiness, makespan] = [0, 0];
  done.forEach((dry, item) => {
    if (dry > makespan) makespan = dry;
    if (dry > model.due[item]!) tardiness += dry - model.due[item]!;
  });
  return { tardiness, makespan };
};

export const leastStartOf = (model: Model, positions: ArrayLike<number>): number => {
  let least = Infinity;
  for (let step = 0; step < model.steps.length; step += 1)
    // what is done is past: it does not say when to begin
    if (!(model.steps[step]!.id in model.problem.done))
      least = Math.min(least, model.classes[step]!.starts[positions[step]!]!);
  return least === Infinity ? 0 : least;
};

export const scoreOf = (model: Model, positions: ArrayLike<number>): Score => ({
  ...timesOf(model, positions, 'at'),
  sittings: sittingsOf(model, positions),
  leastStart: leastStartOf(model, positions),
});
