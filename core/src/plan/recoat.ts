import { MS_PER_MINUTE } from '../units/index.ts';
import type { Lag } from './step.ts';

/** When a coat before was laid: the first of its pieces and the last, in ms. */
export interface Laid {
  readonly first: number;
  readonly last: number;
}

/** From when until when something may begin, in ms; `until` null: without an end. */
export interface Span {
  readonly from: number;
  readonly until: number | null;
}

/**
 * The spans in which a coat may follow, by the windows of all the coats before it together: the last piece that was laid opens them, the
 * first closes them.
 *
 * @param lags   of the coat; those without windows are not looked at
 * @param laidOf when the coat of a lag was laid; null where it is not yet
 * @returns in order; null where no lag has windows or one of their coats is not laid yet; empty only where no window is ever open
 */
export const openSpans = (lags: readonly Lag[], laidOf: (stepId: string) => Laid | null): readonly Span[] | null => {
  const windowed = lags.filter(({ windows }) => windows);
  if (windowed.length === 0) return null;
  let spans: Span[] = [{ from: -Infinity, until: null }];
  for (const { from, time, windows } of windowed) {
    const laid = laidOf(from);
    if (!laid) return null;
    const own = windows!.map(([low, high]): Span => ({
      from: laid.last + Math.max(low, time.high) * MS_PER_MINUTE,
      until: high === null ? null : laid.first + high * MS_PER_MINUTE,
    }));
    spans = spans.flatMap((one) => own.flatMap((other) => overlapOf(one, other)));
  }
  return spans.sort((one, other) => one.from - other.from);
};

const overlapOf = (one: Span, other: Span): Span[] => {
  const from = Math.max(one.from, other.from);
  const until = one.until === null ? other.until : other.until === null ? one.until : Math.min(one.until, other.until);
  return until === null || from <= until ? [{ from, until }] : [];
};
