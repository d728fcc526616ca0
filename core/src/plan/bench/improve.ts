import { propagated, touching, wholeBounds } from './bounds.ts';
import { clustersOf, Dispatcher, type Clusters } from './dispatch.ts';
import type { Model, Point } from './model.ts';
import { scoreOf, type Score } from './objective.ts';
import { seeded } from '../../units/index.ts';
import type { Direction } from './search.ts';
import { StepDispatcher } from './stepDispatch.ts';

/** Earliest (latest) start of every step by the gaps alone, minutes. */
const reachOf = (model: Model): { earliest: Float64Array; latest: Float64Array } | null => {
  const bounds = wholeBounds(model);
  const all = model.steps.map((_, step) => step);
  if (propagated(model, bounds, model.gaps, touching(all.length, model.gaps), all) !== null) return null;
  const minutes = (positions: Int32Array) =>
    Float64Array.from(all, (step) => model.classes[step]!.starts[positions[step]!]!);
  return { earliest: minutes(bounds.lo), latest: minutes(bounds.hi) };
};

export const isBetter = (one: Score, other: Score, direction: Direction): boolean => {
  if (direction === 'backward') return one.leastStart > other.leastStart;
  if (one.tardiness !== other.tardiness) return one.tardiness < other.tardiness;
  if (one.makespan !== other.makespan) return one.makespan < other.makespan;
  return one.sittings < other.sittings;
};

/** How long each cluster's successors still take, by least gaps and work: what is urgent goes first. */
const tailsOf = (model: Model, { members, after, before }: Clusters, direction: Direction): Float64Array => {
  const isForward = direction === 'forward';
  const [next, needs] = isForward ? [after, before] : [before, after];
  const work = members.map((own) =>
    own.reduce((sum, step) => {
      const { start, dry } = model.classes[step]!.at;
      return sum + dry[0]! - start[0]!;
    }, 0),
  );
  const tails = new Float64Array(members.length);
  // against the order: those that nothing follows come first
  const open = next.map((list) => list.length);
  const ready = open.flatMap((count, cluster) => (count ? [] : [cluster]));
  for (let head = 0; head < ready.length; head += 1) {
    const cluster = ready[head]!;
    tails[cluster] = work[cluster]! + Math.max(0, ...next[cluster]!.map((other) => tails[other]!));
    for (const other of needs[cluster]!) {
      open[other]! -= 1;
      if (open[other] === 0) ready.push(other);
    }
  }
  return tails;
};

const CLIMBS = 16;
const MOST_CLIMBED = 400;
const ROUNDS_AN_ITERATION = 2.5;
const FULL_ROUNDS_UP_TO = 20;
/** Rounds of a climb: as many as cost about the same, whatever the size; none where one alone takes its time. */
const roundsFor = (steps: number, budget: number): number =>
  steps > MOST_CLIMBED ? 0 : Math.ceil((ROUNDS_AN_ITERATION * budget) / Math.max(1, steps / FULL_ROUNDS_UP_TO));
/** How much worse a plan may be at first and be gone on from, as a share of its length. */
const WARMTH = 0.18;

export interface Found {
  readonly positions: Int32Array;
  readonly score: Score;
}

type Key = Float64Array;

/**
 * Looks for good plans by placing steps in orders: a portfolio of priorities, orders that are shaken, plans that are pressed together from
 * both ends, and dates between the bound and the best plan that are packed towards from behind. One object for one problem.
 *
 * @source forward–backward improvement and iterated local search on priorities, as for resource-constrained project scheduling
 */
export class Improver {
  best: Found | null = null;
  /** A step that could not be placed. */
  stuck: number | null = null;
  private bestKey: Key;
  private bestEarly: Uint8Array;
  private readonly clusters: Clusters;
  private readonly byCluster: Dispatcher;
  private readonly byStep: StepDispatcher | null;
  private readonly tails: Float64Array;
  private readonly reach: ReturnType<typeof reachOf>;
  private readonly random: () => number;
  private opposite: StepDispatcher | null = null;
  private readonly needs: readonly (readonly number[])[];
  private readonly hangs: readonly (readonly number[])[];

  constructor(
    private readonly model: Model,
    private readonly direction: Direction,
    seed: number,
  ) {
    this.clusters = clustersOf(model);
    this.byCluster = new Dispatcher(model, this.clusters, direction);
    // where nothing hangs together, one step is a cluster: placing by steps would only do the same again
    const isLoose = this.clusters.members.every((own) => own.length === 1);
    this.byStep = isLoose ? null : new StepDispatcher(model, direction);
    this.reach = reachOf(model);
    this.tails = tailsOf(model, this.clusters, direction);
    this.random = seeded(seed);
    this.bestKey = new Float64Array(this.clusters.members.length);
    this.bestEarly = new Uint8Array(model.choices.length);
    const isForward = direction === 'forward';
    const [needs, hangs] = [model.steps.map((): number[] => []), model.steps.map((): number[] => [])];
    for (const { from, to, ...gap } of [...model.gaps, ...model.choices]) {
      if (from === to || ('min' in gap && gap.min === -Infinity)) continue;
      needs[to]!.push(from);
      hangs[from]!.push(to);
    }
    [this.needs, this.hangs] = isForward ? [needs, hangs] : [hangs, needs];
  }

  private over(values: Float64Array | null, pick: (own: readonly number[]) => number): Key {
    return Float64Array.from(this.clusters.members, (own) => (values ? pick(own.map((step) => values[step]!)) : 0));
  }

  /** The same priority for every step of a cluster. */
  private ofSteps(key: Key): Key {
    const steps = new Float64Array(this.model.steps.length);
    this.clusters.members.forEach((own, cluster) => own.forEach((step) => (steps[step] = key[cluster]!)));
    return steps;
  }

  private portfolio(): Key[] {
    const { model, tails, reach } = this;
    const latest = this.over(reach?.latest ?? null, (minutes) => Math.min(...minutes));
    if (this.direction === 'backward') {
      const due = this.dueOf();
      return [
        tails.map((tail, at) => -(due[at]! === 1e9 ? 0 : due[at]!) - tail),
        tails.map((tail) => -tail),
        latest.map((minute) => -minute),
      ];
    }
    const earliest = this.over(reach?.earliest ?? null, (minutes) => Math.min(...minutes));
    const due = this.dueOf();
    return [tails.map((tail, at) => due[at]! - tail), tails.map((tail) => -tail), latest, earliest].map((key) =>
      key.length === model.steps.length ? key : Float64Array.from(key),
    );
  }

  private dueOf(): Float64Array {
    const { model, clusters } = this;
    return Float64Array.from(clusters.members, (own) =>
      Math.min(1e9, ...own.map((step) => model.due[model.itemOf[step]!]!)),
    );
  }

  take(placed: { readonly positions: Int32Array } | { readonly stuck: number }): boolean {
    if ('stuck' in placed) {
      this.stuck = placed.stuck;
      return false;
    }
    const score = scoreOf(this.model, placed.positions);
    if (this.best && !isBetter(score, this.best.score, this.direction)) return false;
    this.best = { positions: placed.positions.slice(), score };
    return true;
  }

  /** Places by clusters, and where those may interleave by steps too. */
  private attempt(key: Key, early: Uint8Array): boolean {
    const isClustered = this.take(this.byCluster.place(key));
    const isStepped = this.byStep ? this.take(this.byStep.place(this.ofSteps(key), early)) : false;
    if (isClustered || isStepped) [this.bestKey, this.bestEarly] = [key, early];
    return isClustered || isStepped;
  }

  /**
   * Everything that makes a plan better within a budget: packed towards dates from behind, then climbed, from the best plan and from others.
   *
   * @param bound  no plan is done before (backward: begun after)
   * @param budget rounds of climbing are a multiple of it, fewer the more steps there are
   * @param probes dates that are tried
   */
  improve(bound: number, budget: number, probes: number): void {
    const { direction, model } = this;
    const isReached = () =>
      this.best !== null &&
      (direction === 'forward'
        ? this.best.score.tardiness === 0 && this.best.score.makespan <= bound
        : this.best.score.leastStart >= bound);
    if (direction === 'forward' && !isReached()) this.probe(bound, probes);
    // what is packed into sittings has many dead ends: from the best plan, then from any other
    const rounds = roundsFor(model.steps.length, budget);
    for (let climb = 0; climb < CLIMBS && rounds > 0 && !isReached(); climb += 1) this.climb(rounds, climb % 4 > 0);
  }

  /** Tries the portfolio; a first look takes the first plan there is. */
  first(isFirstLook: boolean): void {
    const none = new Uint8Array(this.model.choices.length);
    for (const key of this.portfolio()) {
      this.attempt(key, none);
      if (this.best && isFirstLook) return;
    }
    if (this.byStep && this.model.choices.length && !isFirstLook)
      this.attempt(
        this.bestKey,
        none.map(() => 1),
      );
  }

  /** Shakes the best order, so many times. */
  shake(rounds: number): void {
    const spread = Math.max(1, ...this.tails);
    for (let round = 0; round < rounds; round += 1) {
      const { random } = this;
      const strength = spread * (this.best ? 0.02 + 0.3 * random() * random() : 1);
      const key = this.bestKey.map((value) => value + (random() - 0.5) * strength);
      const early = this.byStep ? this.bestEarly.map((value) => (random() < 0.15 ? 1 - value : value)) : this.bestEarly;
      this.attempt(key, early);
    }
  }

  private minutesOf(positions: Int32Array, point: 'start' | 'dry'): Float64Array {
    return Float64Array.from(this.model.classes, ({ at }, step) => at[point][positions[step]!]!);
  }

  /**
   * Climbs from the best plan by small changes of its order: a step with all that it needs goes sooner, one with all that hangs on it later,
   * a piece goes first or last, a window is taken at once or waited for. What is as good goes on too: most orders are alike in their end.
   */
  climb(rounds: number, isFresh = false): void {
    const { model, random } = this;
    if (!this.best) return;
    const byStep = (this.byStepOnly ??= this.byStep ?? new StepDispatcher(model, this.direction));
    const sign = this.direction === 'forward' ? 1 : -1;
    const count = model.steps.length;
    let now = (isFresh && this.anyOrder(byStep)) || this.best;
    let energy = this.energyOf(now);
    let key = this.minutesOf(now.positions, 'start').map((minute) => sign * minute);
    let early = this.earlyIn(now.positions);
    // a spread of what plans of this bench differ by, cooled down to nothing
    const warm = WARMTH * Math.max(60, now.score.makespan) * Math.sqrt(model.items.length);
    for (let round = 0; round < rounds; round += 1) {
      const heat = warm * (1 - round / rounds) ** 2;
      const next = Float64Array.from(key);
      const nextEarly = Uint8Array.from(early);
      const moves = 1 + Math.floor(random() * random() * 5);
      for (let move = 0; move < moves; move += 1) this.change(next, nextEarly, Math.floor(random() * count));
      const placed = byStep.place(next, nextEarly);
      if ('stuck' in placed) continue;
      const found = { positions: placed.positions, score: scoreOf(model, placed.positions) };
      const reached = this.energyOf(found);
      if (reached - energy > -heat * Math.log(1 - random())) continue;
      now = { positions: placed.positions.slice(), score: found.score };
      energy = reached;
      key = this.minutesOf(now.positions, 'start').map((minute) => sign * minute);
      early = nextEarly;
      if (isBetter(now.score, this.best.score, this.direction)) this.best = now;
    }
  }

  /** A plan in some order: pieces one by one, windows taken at once or waited for; null where it cannot be placed. */
  private anyOrder(byStep: StepDispatcher): Found | null {
    const { model, random } = this;
    const rank = model.items.map(() => random());
    const mixed = random();
    const key = Float64Array.from(model.steps, (_, step) => rank[model.itemOf[step]!]! + mixed * random());
    const share = random();
    const placed = byStep.place(
      key,
      Uint8Array.from(model.choices, () => (random() < share ? 1 : 0)),
    );
    if ('stuck' in placed) return null;
    const found = { positions: placed.positions.slice(), score: scoreOf(model, placed.positions) };
    if (this.best && isBetter(found.score, this.best.score, this.direction)) this.best = found;
    return found;
  }

  /** What is climbed down: the end of all counts as much as those of all pieces together; late pieces count far more. */
  private energyOf({ positions, score }: Found): number {
    const { model } = this;
    const pieces = this.sumOf(positions);
    return this.direction === 'forward'
      ? 100 * score.tardiness + model.items.length * score.makespan + pieces
      : -(model.items.length * score.leastStart + pieces);
  }

  private byStepOnly: StepDispatcher | null = null;

  /** When the pieces are done, taken together: of two plans that end alike the one that leaves more room. */
  private sumOf(positions: Int32Array): number {
    const { model } = this;
    const done = new Float64Array(model.items.length).fill(this.direction === 'forward' ? 0 : Infinity);
    for (let step = 0; step < positions.length; step += 1) {
      const { at } = model.classes[step]!;
      const item = model.itemOf[step]!;
      done[item] =
        this.direction === 'forward'
          ? Math.max(done[item]!, at.dry[positions[step]!]!)
          : Math.min(done[item]!, at.start[positions[step]!]!);
    }
    return done.reduce((sum, minute) => sum + minute, 0);
  }

  /** Choices whose first window a plan takes. */
  private earlyIn(positions: Int32Array): Uint8Array {
    const { model } = this;
    const minute = (step: number, point: Point) => model.classes[step]!.at[point][positions[step]!]!;
    return Uint8Array.from(model.choices, ({ from, a, to, b, windows }) =>
      minute(to, b) - minute(from, a) <= windows[0]![1] && windows.length > 1 ? 1 : 0,
    );
  }

  private change(key: Key, early: Uint8Array, step: number): void {
    const { model, random } = this;
    const other = Math.floor(random() * key.length);
    const roll = random();
    if (roll < 0.15 && early.length) {
      const choice = Math.floor(random() * early.length);
      early[choice] = 1 - early[choice]!;
    } else if (roll < 0.18) {
      // a whole piece goes before or after another
      const item = model.itemOf[step]!;
      const shift = key[other]! - key[step]! + (random() - 0.5);
      for (let one = 0; one < key.length; one += 1) if (model.itemOf[one] === item) key[one]! += shift;
    } else if (roll < 0.8) {
      // from one of its steps on, a piece has the first word: nothing keeps it waiting
      const item = model.itemOf[step]!;
      const first = key[other]!;
      for (const one of [...this.lineOf(step, 'needs'), ...this.lineOf(step, 'hangs')])
        if (model.itemOf[one] === item) key[one] = Math.min(key[one]!, first);
    } else if (roll < 0.9) {
      const before = key[other]! - 0.5;
      for (const one of this.lineOf(step, 'needs')) key[one] = Math.min(key[one]!, before);
    } else {
      const after = key[other]! + 0.5;
      for (const one of this.lineOf(step, 'hangs')) key[one] = Math.max(key[one]!, after);
    }
  }

  /** A step with all that it needs before it, or all that hangs on it. */
  private lineOf(step: number, side: 'needs' | 'hangs'): ReadonlySet<number> {
    const seen = new Set([step]);
    for (const one of seen) for (const next of (side === 'needs' ? this.needs : this.hangs)[one]!) seen.add(next);
    return seen;
  }

  /**
   * Presses a plan together from behind and from before again: packed backward against a date, then forward in the order of that.
   *
   * @param target the date, forward; backward, nothing is done
   */
  press(target: number, spread = 0): boolean {
    const { model, random } = this;
    if (this.direction !== 'forward' || !this.best) return false;
    this.opposite ??= new StepDispatcher(model, 'backward');
    this.opposite.deadline = target;
    const dries = this.minutesOf(this.best.positions, 'dry');
    const noisy = (minutes: Float64Array, sign: 1 | -1) =>
      minutes.map((minute) => sign * minute + (spread ? (random() - 0.5) * spread : 0));
    const packed = this.opposite.place(noisy(dries, -1));
    if ('stuck' in packed) return false;
    const isPacked = this.take(packed);
    const starts = this.minutesOf(packed.positions, 'start');
    const again = this.byStep
      ? this.byStep.place(noisy(starts, 1))
      : this.byCluster.place(this.over(starts, (minutes) => Math.min(...minutes)));
    return this.take(again) || isPacked;
  }

  /** Dates between the bound and the best plan, from the best down: each that can be packed to is a better plan. */
  probe(bound: number, rounds: number): void {
    for (let round = 0; round < rounds && this.best; round += 1) {
      const { makespan } = this.best.score;
      const left = makespan - bound;
      if (left <= 0) return;
      const share = [0, 0.25, 0.5, 0.1, 0.75][round % 5]!;
      const target = makespan - Math.max(share === 0 ? 0 : 1, left * share);
      this.press(target, round < 5 ? 0 : left * 0.5 * this.random());
    }
  }
}
