import type { FreeWindow } from '@sgraffa/core';

const HOUR_MS = 3_600_000;
/** A night or a working day between two sittings, however long, is this wide; days without a sitting a little more each. */
const BREAK_PX = 34;
const FURTHER_DAY_PX = 16;

/** One stretch of the ruled clock: a sitting, as wide as it is long, or the time between two. */
export interface Stretch {
  readonly start: number;
  readonly end: number;
  readonly isSitting: boolean;
  readonly x: number;
  readonly width: number;
}

export interface ClockScale {
  readonly stretches: readonly Stretch[];
  readonly width: number;
  readonly xOf: (instant: number) => number;
  readonly timeAt: (x: number) => number;
}

/**
 * A clock ruled by sittings: free hours wide, what lies between them compressed.
 *
 * @param free    windows in order, ms since 1970
 * @param hourPx  width of a free hour
 */
export const clockScale = (free: readonly FreeWindow[], from: number, until: number, hourPx: number): ClockScale => {
  const stretches: Stretch[] = [];
  let x = 0;
  const add = (start: number, end: number, isSitting: boolean) => {
    if (end <= start) return;
    const days = Math.floor((end - start) / (24 * HOUR_MS));
    const width = isSitting ? ((end - start) / HOUR_MS) * hourPx : BREAK_PX + Math.max(0, days - 1) * FURTHER_DAY_PX;
    stretches.push({ start, end, isSitting, x, width });
    x += width;
  };
  let at = from;
  for (const window of free) {
    if (window.end <= from || window.start >= until) continue;
    add(at, Math.max(at, window.start), false);
    add(Math.max(window.start, from), Math.min(window.end, until), true);
    at = Math.max(at, Math.min(window.end, until));
  }
  add(at, until, false);
  const width = x;
  return {
    stretches,
    width,
    xOf: (instant) => {
      const stretch = stretches.find(({ end }) => instant <= end) ?? stretches.at(-1);
      if (!stretch) return 0;
      const share = Math.min(1, Math.max(0, (instant - stretch.start) / (stretch.end - stretch.start)));
      return stretch.x + share * stretch.width;
    },
    timeAt: (wanted) => {
      const stretch = stretches.find((one) => wanted <= one.x + one.width) ?? stretches.at(-1);
      if (!stretch) return from;
      const share = Math.min(1, Math.max(0, (wanted - stretch.x) / stretch.width));
      return stretch.start + share * (stretch.end - stretch.start);
    },
  };
};
