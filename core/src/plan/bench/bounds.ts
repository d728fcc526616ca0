import type { Gap, Model, Point } from './model.ts';

/** For each step the range of positions in its class that are still possible. */
export interface Bounds {
  readonly lo: Int32Array;
  readonly hi: Int32Array;
}

export const wholeBounds = ({ classes }: Model): Bounds => ({
  lo: new Int32Array(classes.length),
  hi: Int32Array.from(classes, ({ starts }) => starts.length - 1),
});

export const copied = ({ lo, hi }: Bounds): Bounds => ({ lo: lo.slice(), hi: hi.slice() });

/** Gaps by the steps that they touch. */
export const touching = (count: number, gaps: readonly Gap[]): number[][] => {
  const by: number[][] = Array.from({ length: count }, () => []);
  gaps.forEach(({ from, to }, index) => {
    by[from]!.push(index);
    if (to !== from) by[to]!.push(index);
  });
  return by;
};

/** Moves a step's earliest position up to where a point is at least a minute; false where none is left. */
const raise = ({ classes }: Model, { lo, hi }: Bounds, step: number, point: Point, least: number): boolean => {
  const column = classes[step]!.at[point];
  let at = lo[step]!;
  while (at <= hi[step]! && column[at]! < least) at += 1;
  const isChanged = at !== lo[step];
  lo[step] = at;
  return isChanged;
};

const lower = ({ classes }: Model, { lo, hi }: Bounds, step: number, point: Point, most: number): boolean => {
  const column = classes[step]!.at[point];
  let at = hi[step]!;
  while (at >= lo[step]! && column[at]! > most) at -= 1;
  const isChanged = at !== hi[step];
  hi[step] = at;
  return isChanged;
};

/**
 * Tightens bounds until no gap tightens them further: the earliest and the latest start of every step that the gaps leave open.
 *
 * @param posted gaps beside the model's: orders on a resource, chosen windows
 * @returns null, or a step for which nothing is left
 */
export const propagated = (
  model: Model,
  bounds: Bounds,
  gaps: readonly Gap[],
  by: readonly (readonly number[])[],
  from: readonly number[],
): number | null => {
  const { lo, hi } = bounds;
  const queue = [...from];
  const isQueued = new Uint8Array(lo.length);
  for (const step of queue) isQueued[step] = 1;
  const touch = (step: number) => {
    if (isQueued[step]) return;
    isQueued[step] = 1;
    queue.push(step);
  };
  for (let head = 0; head < queue.length; head += 1) {
    const step = queue[head]!;
    isQueued[step] = 0;
    if (lo[step]! > hi[step]!) return step;
    for (const index of by[step]!) {
      const gap = gaps[index]!;
      const [source, target] = [model.classes[gap.from]!, model.classes[gap.to]!];
      let [isFrom, isTo] = [false, false];
      if (gap.min > -Infinity) {
        isTo = raise(model, bounds, gap.to, gap.b, source.leastFrom[gap.a][lo[gap.from]!]! + gap.min);
        if (lo[gap.to]! > hi[gap.to]!) return gap.to;
        isFrom = lower(model, bounds, gap.from, gap.a, target.mostUpTo[gap.b][hi[gap.to]!]! - gap.min);
        if (lo[gap.from]! > hi[gap.from]!) return gap.from;
      }
      if (gap.max < Infinity) {
        isTo = lower(model, bounds, gap.to, gap.b, source.mostUpTo[gap.a][hi[gap.from]!]! + gap.max) || isTo;
        if (lo[gap.to]! > hi[gap.to]!) return gap.to;
        isFrom = raise(model, bounds, gap.from, gap.a, target.leastFrom[gap.b][lo[gap.to]!]! - gap.max) || isFrom;
        if (lo[gap.from]! > hi[gap.from]!) return gap.from;
      }
      if (isFrom) touch(gap.from);
      if (isTo) touch(gap.to);
    }
  }
  return null;
};
