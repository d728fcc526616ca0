import { useEffect, useMemo, useState, useSyncExternalStore } from 'react';
import { timersOf, type Timer } from '@sgraffa/core';
import { useBench, useCatalogue } from '../store/bench.ts';
import { factsOf } from '../store/facts.ts';
import { usePlannedWeek } from '../workers/planClient.ts';
import { BenchClock } from './benchClock.ts';

const CLOCK_KEY = 'sgraffa-clock';
let unkept: string | null = null;

/** The clock of this tab; all tabs share what it remembers. */
export const benchClock = new BenchClock(
  { wall: () => Date.now(), elapsed: () => performance.now() },
  {
    read: () => {
      try {
        return localStorage.getItem(CLOCK_KEY);
      } catch {
        return unkept;
      }
    },
    write: (text) => {
      unkept = text;
      try {
        localStorage.setItem(CLOCK_KEY, text);
      } catch {
        // storage that is blocked: the correction then ends with the page
      }
    },
  },
);

/** One ticking for all that shows seconds on a page. */
const ticking = {
  now: Date.now(),
  jump: null as number | null,
  listeners: new Set<() => void>(),
  timer: undefined as ReturnType<typeof setInterval> | undefined,
  tick(): void {
    const { now, jump } = benchClock.tick();
    ticking.now = now;
    if (jump !== null) ticking.jump = jump;
    for (const listener of ticking.listeners) listener();
  },
  listen(listener: () => void): () => void {
    ticking.listeners.add(listener);
    if (ticking.timer === undefined) {
      ticking.tick();
      ticking.timer = setInterval(ticking.tick, 1000);
    }
    return () => {
      ticking.listeners.delete(listener);
      if (ticking.listeners.size) return;
      clearInterval(ticking.timer);
      ticking.timer = undefined;
    };
  },
};

/** Now at the bench, ms since 1970, every second. */
export const useBenchNow = (): number => useSyncExternalStore(ticking.listen, () => ticking.now);
/** Now at the bench, for an event that is noted. */
export const benchNow = (): string => {
  ticking.tick();
  return new Date(ticking.now).toISOString();
};

/** Whether it is not known what the clock did: nothing is noted at a time that may be hours off. */
export const isClockAsked = (): boolean => ticking.jump !== null;

/** How far the wall clock jumped, until somebody has answered. */
export const useJump = (): { readonly jump: number | null; readonly answer: (slept: boolean) => void } => {
  const jump = useSyncExternalStore(ticking.listen, () => ticking.jump);
  return {
    jump,
    answer: (slept) => {
      if (slept && ticking.jump !== null) benchClock.count(ticking.jump);
      ticking.jump = null;
      ticking.tick();
    },
  };
};

/** Before the bench has been planned nobody knows what runs. */
export const NOT_YET: readonly Timer[] = [];

/** What runs and dries on the bench, by its due moment. */
export const useTimers = (): readonly Timer[] => {
  const bench = useBench();
  const catalogue = useCatalogue();
  const { answer } = usePlannedWeek();
  // from when they are counted: by the minute is enough to forget old ones
  const [minute, setMinute] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setMinute(Date.now()), 60_000);
    return () => clearInterval(timer);
  }, []);
  return useMemo(() => {
    if (!bench || !answer?.ok) return NOT_YET;
    const { steps } = answer.week;
    const pieces = bench.pieces.flatMap(({ id, value }) => (steps[id] ? [{ piece: value, steps: steps[id] }] : []));
    return timersOf(pieces, factsOf(bench.events), catalogue, new Date(minute).toISOString());
  }, [bench, answer, catalogue, minute]);
};
