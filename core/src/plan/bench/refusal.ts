import type { Problem } from '../../problem/index.ts';
import { propagated, touching, wholeBounds } from './bounds.ts';
import { modelOf, type Model } from './model.ts';
import type { BenchProblem, BenchStep } from './problem.ts';
import { BenchSearch, type Direction } from './search.ts';

export type RefusalCode =
  | 'lag-cycle'
  | 'no-start-in-calendar'
  | 'demand-exceeds-capacity'
  | 'resource-in-max-lag'
  | 'lag-never-meets-calendar'
  | 'no-plan-found';

export interface BenchRefusal extends Problem {
  readonly code: RefusalCode;
  /** The steps that cannot be brought together. */
  readonly culprits: readonly string[];
}

const named = (ids: readonly string[]): string =>
  ids.length > 6 ? `${ids.slice(0, 6).join(', ')} and ${ids.length - 6} more` : ids.join(', ');

export const refusalOf = (
  code: RefusalCode,
  culprits: readonly string[],
  given: string,
  allowed: string,
  todo: string,
): BenchRefusal => ({
  code,
  culprits,
  at: named(culprits),
  given,
  allowed,
  todo,
});

const dryRange = (dry: BenchStep['dry']): [number, number] => {
  if (typeof dry === 'number') return [dry, dry];
  const minutes = dry.byStart.map(([, value]) => value);
  return [Math.min(...minutes), Math.max(...minutes)];
};

/** Steps on a circle of gaps that asks each to be later than itself, whatever the calendars; null where there is none (Bellman–Ford). */
const cycleIn = ({ steps, gaps }: Model): string[] | null => {
  const offset = (step: number, point: string, end: 0 | 1): number => {
    const { duration, dry } = steps[step]!;
    return point === 'start' ? 0 : point === 'end' ? duration : duration + dryRange(dry)[end];
  };
  const edges = gaps.flatMap(({ from, a, to, b, min, max }) => [
    // S_to ≥ S_from + weight, at the least that it can be
    ...(min > -Infinity ? [{ from, to, weight: offset(from, a, 0) + min - offset(to, b, 1) }] : []),
    ...(max < Infinity ? [{ from: to, to: from, weight: offset(to, b, 0) - max - offset(from, a, 1) }] : []),
  ]);
  const late = new Float64Array(steps.length);
  const parent = new Int32Array(steps.length).fill(-1);
  let last = -1;
  for (let round = 0; round <= steps.length; round += 1) {
    last = -1;
    for (const { from, to, weight } of edges)
      if (late[from]! + weight > late[to]! + 1e-9) {
        late[to] = late[from]! + weight;
        parent[to] = from;
        last = to;
      }
    if (last === -1) return null;
  }
  let at = last;
  for (let step = 0; step < steps.length; step += 1) at = parent[at]!;
  const circle: string[] = [];
  for (let step = at; ; step = parent[step]!) {
    circle.push(steps[step]!.id);
    if (parent[step] === at || circle.length > steps.length) break;
  }
  return circle.reverse();
};

/** What no plan can meet, found without searching: demands, empty calendars, circles of gaps. */
export const plainRefusal = (model: Model): BenchRefusal | null => {
  const { steps, problem } = model;
  for (const [index, { id }] of steps.entries())
    for (const { resource, units } of model.uses[index]!)
      if (!model.isFact[index] && units > model.capacities[resource]!) {
        const name = Object.keys(problem.resources)[resource]!;
        return refusalOf(
          'demand-exceeds-capacity',
          [id],
          `${id} needs ${units} of ${name}.`,
          `at most ${model.capacities[resource]}.`,
          `Split it, or add to ${name}.`,
        );
      }
  for (const [index, { id, duration, inside }] of steps.entries())
    if (model.classes[index]!.starts.length === 0) {
      const calendars = inside.map(({ calendar }) => calendar);
      // it must lie in all of them: the one whose longest window is shortest is in the way
      const longest = Math.min(
        ...calendars.map((name) => Math.max(0, ...problem.calendars[name]!.map(([from, to]) => to - from))),
      );
      return refusalOf(
        'no-start-in-calendar',
        [id],
        id in problem.pins
          ? `${id} cannot begin at the time that it was moved to: it takes ${duration} minutes inside ${calendars.join(' and ')}.`
          : `${id} takes ${duration} minutes inside ${calendars.join(' and ')}; there is no start for it.`,
        `windows that hold it; the longest has ${longest} minutes.`,
        'Let it be split, make it shorter, or add a longer window.',
      );
    }
  const circle = cycleIn(model);
  if (circle)
    return refusalOf(
      'lag-cycle',
      circle,
      `The waits between ${named(circle)} ask for each to come after itself.`,
      'least gaps that fit into the greatest ones.',
      'Lengthen a greatest gap, or shorten a least one.',
    );
  return null;
};

const isOpen = (
  problem: BenchProblem,
  direction: Direction,
  ignoreResources: boolean,
  nodes: number,
): boolean | null => {
  const model = modelOf(problem);
  if (model.classes.some(({ starts }) => starts.length === 0)) return false;
  const { positions, isProven } = new BenchSearch(model, {
    direction,
    nodes,
    ignoreResources,
    accept: { tardiness: Infinity, makespan: Infinity },
  }).run();
  return positions ? true : isProven ? false : null;
};

/** A problem with some of its steps alone, and what lies between them. */
export const onlySteps = (problem: BenchProblem, ids: ReadonlySet<string>): BenchProblem => {
  const steps = problem.steps.filter(({ id }) => ids.has(id));
  const items = new Set(steps.map(({ item }) => item));
  return {
    ...problem,
    steps,
    lags: problem.lags.filter(({ from, to }) => ids.has(from) && ids.has(to)),
    either: problem.either.filter(({ from, to }) => ids.has(from) && ids.has(to)),
    due: Object.fromEntries(Object.entries(problem.due).filter(([item]) => items.has(item))),
    pins: Object.fromEntries(Object.entries(problem.pins).filter(([id]) => ids.has(id))),
    done: Object.fromEntries(Object.entries(problem.done).filter(([id]) => ids.has(id))),
  };
};

const MOST_FILTERED = 60;

/** A smallest set of steps that already has no plan: steps are taken away one by one while that stays so. */
const culpritsOf = (problem: BenchProblem, direction: Direction, ignoreResources: boolean, nodes: number): string[] => {
  let ids = new Set(problem.steps.map(({ id }) => id));
  if (ids.size > MOST_FILTERED) return [...ids];
  const isStillClosed = (kept: ReadonlySet<string>) =>
    kept.size > 0 && isOpen(onlySteps(problem, kept), direction, ignoreResources, nodes) === false;
  for (const item of new Set(problem.steps.map((step) => step.item))) {
    const kept = new Set(problem.steps.filter((step) => step.item !== item && ids.has(step.id)).map(({ id }) => id));
    if (isStillClosed(kept)) ids = kept;
  }
  for (const id of [...ids]) {
    const kept = new Set([...ids].filter((one) => one !== id));
    if (isStillClosed(kept)) ids = kept;
  }
  return [...ids];
};

const FILTER_NODES = 2000;

/** Why a problem whose whole tree was seen has no plan: the waits alone miss the calendars, or hands and places are short inside a greatest gap. */
export const provenRefusal = (problem: BenchProblem, direction: Direction): BenchRefusal => {
  const model = modelOf(problem);
  const bounds = wholeBounds(model);
  const all = model.steps.map((_, step) => step);
  const isWaits =
    propagated(model, bounds, model.gaps, touching(all.length, model.gaps), all) !== null ||
    isOpen(problem, direction, true, FILTER_NODES) === false;
  const culprits = culpritsOf(problem, direction, isWaits, FILTER_NODES);
  const due = direction === 'backward' && Object.keys(problem.due).length ? ' before they are due' : '';
  return isWaits
    ? refusalOf(
        'lag-never-meets-calendar',
        culprits,
        `The waits between ${named(culprits)} never fall into the hours that they need${due}.`,
        'windows that the waits reach.',
        'Add hours there, or change the wait.',
      )
    : refusalOf(
        'resource-in-max-lag',
        culprits,
        `${named(culprits)} do not all fit into the time that their greatest gaps leave${due}: they need the same hands or places.`,
        'work that fits between two moments that may not be farther apart.',
        'Make smaller batches, get a second pair of hands, or allow a longer gap.',
      );
};

const ITEM_NODES = 400;

/** Why one item, alone and with all hands and places to itself, has no plan; null where every item has one, or nobody knows. */
export const refusalOfOneItem = (problem: BenchProblem, direction: Direction): BenchRefusal | null => {
  const byItem = new Map<string, Set<string>>();
  for (const { id, item } of problem.steps) byItem.set(item, (byItem.get(item) ?? new Set()).add(id));
  for (const ids of byItem.values()) {
    const alone = onlySteps(problem, ids);
    if (ids.size <= MOST_FILTERED && isOpen(alone, direction, true, ITEM_NODES) === false)
      return provenRefusal(alone, direction);
  }
  return null;
};
