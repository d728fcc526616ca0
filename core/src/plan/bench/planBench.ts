import { failed, type Problem } from '../../problem/index.ts';
import { propagated, touching, wholeBounds } from './bounds.ts';
import { modelOf, type Gap, type Model, type Point } from './model.ts';
import { gathered } from './gather.ts';
import { Improver, type Found } from './improve.ts';
import { scoreOf, timesOf } from './objective.ts';
import type { BenchProblem } from './problem.ts';
import { plainRefusal, provenRefusal, refusalOf, refusalOfOneItem } from './refusal.ts';
import { BenchSearch, type Direction } from './search.ts';

export interface PlanOptions {
  readonly direction: Direction;
  readonly prefer?: 'soonest' | 'fewest-sittings' | undefined;
  readonly seed: number;
  /** Iterations of the improvement; the same number gives the same plan on any machine. */
  readonly budget?: number | undefined;
}

export interface BenchPlan {
  readonly starts: Readonly<Record<string, number>>;
  readonly makespan: number;
  readonly tardiness: number;
  readonly sittings: number;
  /** Forward: no plan is done before. Backward: no plan begins later. */
  readonly bound: number;
  /** Whether the bound is reached. */
  readonly isProven: boolean;
  /** The chain of steps that the finish (the start) hangs on. */
  readonly limits: readonly string[];
}

export type PlannedBench =
  { readonly ok: true; readonly plan: BenchPlan } | { readonly ok: false; readonly problems: readonly Problem[] };

/** Up to so many steps the whole tree is searched. */
const SMALL = 60;
const NODES_AN_ITERATION = 40;
/** A node's work grows with the square of the steps: larger problems get fewer. */
const FULL_NODES_UP_TO = 15;
const nodesFor = (steps: number, budget: number): number =>
  Math.ceil((budget * NODES_AN_ITERATION) / Math.max(1, steps / FULL_NODES_UP_TO) ** 2);
const USUAL_BUDGET = 300;
/** A budget that asks for any good plan at once. */
export const FIRST_LOOK = 1;
const MOST_LARGE_ITERATIONS = 60;
/** A first look at a larger bench shakes its plan less often: what somebody waits for comes soon, the better one follows. */
const FULL_SHAKES_UP_TO = 120;
const shakesFor = (steps: number): number => Math.ceil(20 * Math.min(1, FULL_SHAKES_UP_TO / steps) ** 2);
/** From so many steps on, a first look takes the first plan there is. */
const MANY_STEPS = 400;

/** The steps that the last one hangs on, from the first: each begins as soon as the one before it, or the hands or place it needs, allows. */
const chainOf = (model: Model, positions: Int32Array): string[] => {
  const at = (step: number, point: Point) => model.classes[step]!.at[point][positions[step]!]!;
  const gapsTo: Gap[][] = model.steps.map(() => []);
  for (const gap of model.gaps)
    if (gap.b === 'start' && gap.min > -Infinity && gap.from !== gap.to) gapsTo[gap.to]!.push(gap);
  const releases = model.capacities.map((_, resource) =>
    model.steps
      .flatMap((_step, step) =>
        model.uses[step]!.filter((use) => use.resource === resource).map(({ until }) => ({
          step,
          minute: at(step, until),
        })),
      )
      .sort((left, right) => left.minute - right.minute),
  );
  const lastBefore = (resource: number, minute: number) => {
    const list = releases[resource]!;
    let [low, high] = [0, list.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (list[middle]!.minute <= minute) low = middle + 1;
      else high = middle;
    }
    return list[low - 1];
  };
  const chain: string[] = [];
  const seen = new Set<number>();
  let step = model.steps.reduce((last, _, one) => (at(one, 'dry') > at(last, 'dry') ? one : last), 0);
  while (!seen.has(step)) {
    seen.add(step);
    chain.unshift(model.steps[step]!.id);
    const start = at(step, 'start');
    let [before, slack] = [-1, Infinity];
    for (const { from, a, min } of gapsTo[step]!)
      if (start - at(from, a) - min < slack) [before, slack] = [from, start - at(from, a) - min];
    for (const { resource } of model.uses[step]!) {
      const last = lastBefore(resource, start);
      if (last && last.step !== step && start - last.minute < slack) [before, slack] = [last.step, start - last.minute];
    }
    if (before < 0) break;
    step = before;
  }
  return chain;
};

const planFrom = (model: Model, { positions, score }: Found, bound: number, isProven: boolean): BenchPlan => ({
  starts: Object.fromEntries(model.steps.map(({ id }, step) => [id, model.classes[step]!.starts[positions[step]!]!])),
  makespan: score.makespan,
  tardiness: score.tardiness,
  sittings: score.sittings,
  bound,
  isProven,
  limits: chainOf(model, positions),
});

/** When the free minutes of a resource that only one can use have been enough for all the work that it must do. */
const workBound = (model: Model): number => {
  const { problem } = model;
  let bound = 0;
  model.capacities.forEach((capacity, resource) => {
    const users = model.steps.filter((_, step) =>
      model.uses[step]!.some((use) => use.resource === resource && use.units === capacity),
    );
    const [name, ...others] = new Set(users.map(({ inside }) => inside[0]?.calendar));
    if (name === undefined || others.length || users.some(({ splittable, id }) => splittable || id in problem.done))
      return;
    let left = users.reduce((sum, { duration }) => sum + duration, 0);
    for (const [from, to] of [...problem.calendars[name]!].sort((one, other) => one[0] - other[0])) {
      if (left <= to - Math.max(0, from)) {
        bound = Math.max(bound, Math.max(0, from) + left);
        break;
      }
      left -= Math.max(0, to - Math.max(0, from));
    }
  });
  return bound;
};

/** Forward: the least makespan that gaps and calendars allow; backward: the latest start. */
const boundOf = (model: Model, direction: Direction): number => {
  const bounds = wholeBounds(model);
  const all = model.steps.map((_, step) => step);
  if (direction === 'backward')
    for (const step of all) {
      const { dry } = model.classes[step]!.at;
      while (bounds.hi[step]! > 0 && dry[bounds.hi[step]!]! > model.due[model.itemOf[step]!]!) bounds.hi[step]! -= 1;
    }
  if (propagated(model, bounds, model.gaps, touching(all.length, model.gaps), all) !== null)
    return direction === 'forward' ? 0 : Infinity;
  return direction === 'forward'
    ? Math.max(timesOf(model, bounds.lo, 'leastFrom').makespan, workBound(model))
    : Math.min(...all.map((step) => model.classes[step]!.starts[bounds.hi[step]!]!));
};

/** The positions in a model whose calendars lost windows, as positions of the whole one. */
const carried = (from: Model, to: Model, positions: Int32Array): Int32Array =>
  positions.map((position, step) => to.classes[step]!.starts.indexOf(from.classes[step]!.starts[position]!));

/** The best plan of the portfolio of orders. */
const bestInOrder = (model: Model): Found | null => {
  const improver = new Improver(model, 'forward', 1);
  improver.first(false);
  return improver.best;
};

/** Empties one sitting after the other, as long as the plan stays as good (or, where sittings matter most, a plan). */
const withFewerSittings = (
  problem: BenchProblem,
  model: Model,
  found: Found,
  isFirst: boolean,
  budget: number,
): Found => {
  let best = found;
  let closed: readonly (readonly [number, number])[] = [];
  for (let round = 0; round < model.sittings.length && round < 12; round += 1) {
    const used = model.sittings.filter(([from, to]) =>
      model.steps.some((_, step) => {
        const start = model.classes[step]!.starts[best.positions[step]!]!;
        return model.usesCrafter[step] && from <= start && start < to;
      }),
    );
    let emptied = false;
    for (const window of used) {
      const tried = modelOf(problem, [...closed, window]);
      if (tried.classes.some(({ starts }) => starts.length === 0)) continue;
      const limit = isFirst
        ? { tardiness: best.score.tardiness, makespan: problem.horizon }
        : { tardiness: best.score.tardiness, makespan: best.score.makespan };
      const { positions } =
        model.steps.length <= SMALL && model.busy.every((stretches) => stretches.length === 0)
          ? new BenchSearch(tried, { direction: 'forward', nodes: budget, accept: limit }).run()
          : { positions: bestInOrder(tried)?.positions ?? null };
      if (!positions) continue;
      const whole = carried(tried, model, positions);
      if (whole.includes(-1)) continue;
      const score = scoreOf(model, whole);
      if (score.sittings >= best.score.sittings || score.tardiness > limit.tardiness || score.makespan > limit.makespan)
        continue;
      best = { positions: whole, score };
      closed = [...closed, window];
      emptied = true;
      break;
    }
    if (!emptied) break;
  }
  return best;
};

/**
 * Plans a bench: when each step starts, so that every gap, window, calendar and resource holds.
 *
 * Forward: least total tardiness, then makespan, then sittings. Backward: the latest least start with all due dates met.
 *
 * @returns the plan with a bound that no plan beats; or problems naming the culprit steps and what stands in the way
 */
export const planBench = (
  problem: BenchProblem,
  { direction, prefer = 'soonest', seed, budget = USUAL_BUDGET }: PlanOptions,
): PlannedBench => {
  const model = modelOf(problem);
  if (model.steps.length === 0)
    return {
      ok: true,
      plan: { starts: {}, makespan: 0, tardiness: 0, sittings: 0, bound: 0, isProven: true, limits: [] },
    };
  const plain = plainRefusal(model);
  if (plain) return failed(plain);
  // the tree orders steps against each other, not against hands that are away
  const isSmall = model.steps.length <= SMALL && model.busy.every((stretches) => stretches.length === 0);
  const isFirstLook = budget <= FIRST_LOOK;
  const iterations = isSmall
    ? 20
    : isFirstLook
      ? shakesFor(model.steps.length)
      : Math.max(20, Math.min(budget, MOST_LARGE_ITERATIONS));
  const improver = new Improver(model, direction, seed);
  improver.first(isFirstLook && model.steps.length > MANY_STEPS);
  if (!(isFirstLook && model.steps.length > MANY_STEPS && improver.best)) improver.shake(iterations);
  let isProven = false;
  if (isSmall) {
    const search = new BenchSearch(model, {
      direction,
      nodes: nodesFor(model.steps.length, budget),
      incumbent: improver.best?.positions ?? null,
    }).run();
    isProven = search.isProven;
    if (search.positions) improver.take({ positions: search.positions });
    else if (search.isProven) return failed(provenRefusal(problem, direction));
  }
  if (!isFirstLook && !isProven) improver.improve(boundOf(model, direction), budget, iterations);
  let found = improver.best;
  if (!found) {
    const proven = refusalOfOneItem(problem, direction);
    if (proven) return failed(proven);
    const step = model.steps[improver.stuck ?? 0]!.id;
    return failed(
      refusalOf(
        'no-plan-found',
        [step],
        `No plan was found within the budget; it broke off at ${step}. This is no proof that there is none.`,
        'a plan that meets every wait and window.',
        'Give it more time, more free hours, or longer greatest gaps.',
      ),
    );
  }
  // emptying sittings asks for a plan each: not for a first look, and for a large bench only where that matters most
  if (direction === 'forward' && budget > FIRST_LOOK && (isSmall || prefer === 'fewest-sittings'))
    found = withFewerSittings(problem, model, found, prefer === 'fewest-sittings', budget);
  if (direction === 'forward' && model.steps.length <= MANY_STEPS) {
    const positions = gathered(model, found.positions);
    found = { positions, score: scoreOf(model, positions) };
  }
  const reached = direction === 'forward' ? found.score.makespan : found.score.leastStart;
  return {
    ok: true,
    plan: planFrom(model, found, isProven && prefer === 'soonest' ? reached : boundOf(model, direction), isProven),
  };
};
