/** A length that is cut, with how often. */
export interface Kind {
  /** With the kerf behind it, mm. */
  readonly lengthMm: number;
  readonly count: number;
}

/** A stock length. */
export interface Bar {
  /** With one kerf more than it is long: the last cut needs none. */
  readonly lengthMm: number;
  /** Infinity: any number. */
  readonly count: number;
  /** Of one, in the smallest coin, with a trifle more, so that fewer bars are better than more. */
  readonly cost: number;
}

export interface CuttingProblem {
  /** Longest first. */
  readonly kinds: readonly Kind[];
  readonly bars: readonly Bar[];
}

/** What is cut from one bar: how many of each kind. */
export interface Pattern {
  readonly bar: number;
  readonly counts: readonly number[];
}

/** Lengths are told apart to this, mm. */
export const LENGTH_DUST = 1e-6;

interface Best {
  readonly counts: readonly number[];
  readonly value: number;
  /** No pattern is worth more, even where the search was cut short. */
  readonly bound: number;
}

/**
 * The pattern of one bar that is worth the most.
 *
 * Branch and bound over the kinds by worth per mm; what is left of the bar at the best rate bounds each branch.
 *
 * @param values worth of one of each kind, ≥ 0
 * @param most   how many there may be of each kind
 * @param steps  most branches that are looked at
 */
export const bestPattern = (
  kinds: readonly Kind[],
  values: readonly number[],
  most: readonly number[],
  roomMm: number,
  steps: number,
): Best => {
  const order = kinds
    .map((_, at) => at)
    .filter((at) => values[at]! > 0 && most[at]! > 0 && kinds[at]!.lengthMm <= roomMm + LENGTH_DUST)
    .sort((one, other) => values[other]! / kinds[other]!.lengthMm - values[one]! / kinds[one]!.lengthMm || one - other);
  let best = 0;
  let bestCounts = kinds.map(() => 0);
  let left = steps;
  let cutOff = 0;
  const counts = kinds.map(() => 0);
  const look = (depth: number, room: number, value: number): void => {
    if (value > best + 1e-12) {
      best = value;
      bestCounts = [...counts];
    }
    const at = order[depth];
    if (at === undefined) return;
    const { lengthMm } = kinds[at]!;
    const reach = value + (Math.max(0, room) * values[at]!) / lengthMm;
    if (reach <= best + 1e-12) return;
    left -= 1;
    if (left < 0) {
      cutOff = Math.max(cutOff, reach);
      return;
    }
    for (let many = Math.min(most[at]!, Math.floor((room + LENGTH_DUST) / lengthMm)); many >= 0; many -= 1) {
      counts[at] = many;
      look(depth + 1, room - many * lengthMm, value + many * values[at]!);
    }
    counts[at] = 0;
  };
  look(0, roomMm, 0);
  return { counts: bestCounts, value: best, bound: Math.max(best, cutOff) };
};
