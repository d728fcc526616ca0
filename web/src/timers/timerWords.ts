import { formatDuration, type Timer } from '@sgraffa/core';

const MINUTE_MS = 60_000;
const HOUR_MS = 60 * MINUTE_MS;

/** "12:04" under an hour, "2 h 10" beyond it. */
const counted = (ms: number): string => {
  if (ms >= HOUR_MS) return formatDuration(ms / MINUTE_MS);
  const seconds = Math.floor(ms / 1000);
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
};

export interface TimerSaid {
  readonly count: string;
  /** What the figure is of. */
  readonly word: string;
  readonly isDue: boolean;
  /** Whether something is lost already. */
  readonly isOver: boolean;
  /** 0 when it was begun, 1 when it is due. */
  readonly progress: number;
}

/** What a timer says at a moment. */
export const saidOf = ({ from, dueAt, until, kind }: Timer, now: number): TimerSaid => {
  const [begins, due] = [Date.parse(from), Date.parse(dueAt)];
  const isDue = now >= due;
  const isOver = until !== null && now >= Date.parse(until);
  const closes = kind === 'closes' || kind === 'keeps' || kind === 'potLife';
  return {
    count: counted(Math.abs(due - now)),
    word: isDue ? (closes ? 'past' : 'since') : closes ? 'left' : 'to go',
    isDue,
    isOver,
    progress: due > begins ? Math.min(1, Math.max(0, (now - begins) / (due - begins))) : 1,
  };
};

/** What is shown of the timers: those due and the next ones, the next due last, and how many further ones there are. */
export const shownTimers = (
  timers: readonly Timer[],
  now: number,
  most: number,
): { readonly shown: readonly Timer[]; readonly further: number } => {
  const DAY_MS = 24 * HOUR_MS;
  // what is ready and waits for nobody is told by the plan, once its moment is an hour past
  const live = timers.filter(
    ({ kind, dueAt }) =>
      Date.parse(dueAt) < now + DAY_MS &&
      !((kind === 'dry' || kind === 'opens' || kind === 'turner') && Date.parse(dueAt) < now - HOUR_MS),
  );
  return { shown: live.slice(0, most).reverse(), further: Math.max(0, live.length - most) };
};
