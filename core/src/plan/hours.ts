import { Temporal } from 'temporal-polyfill';
import type { FreeHours, HoursException, QuietHours } from './hoursSchema.ts';

/** When somebody is at the bench, in whose day. */
export interface BenchHours {
  readonly zone: string;
  readonly freeHours: FreeHours;
  readonly exceptions?: readonly HoursException[] | undefined;
  /** Local hours in which no machine may run; they may go over midnight. */
  readonly quietHours?: QuietHours | null | undefined;
  /** People at the bench on an ordinary day. */
  readonly hands?: number | undefined;
  /** ISO: until when somebody who is at the bench now goes on, whatever the hours say; left out where nobody is. */
  readonly atBenchUntil?: string | undefined;
}

/** A stretch of free time, ms since 1970. */
export interface FreeWindow {
  readonly start: number;
  readonly end: number;
  readonly hands: number;
}

const instantOf = (date: Temporal.PlainDate, time: string, zone: string): number =>
  time === '24:00'
    ? date.add({ days: 1 }).toZonedDateTime(zone).epochMilliseconds
    : date.toZonedDateTime({ timeZone: zone, plainTime: Temporal.PlainTime.from(time) }).epochMilliseconds;

/** When a day is over, ms: of what comes on it nobody knows the hour. */
export const endOfDay = (date: string, zone: string): number => instantOf(Temporal.PlainDate.from(date), '24:00', zone);

const dayOf = (instant: number, zone: string): Temporal.PlainDate =>
  Temporal.Instant.fromEpochMilliseconds(instant).toZonedDateTimeISO(zone).toPlainDate();

/** The free windows between two instants, with what somebody at the bench goes on for; hours are local, so a change of the clocks moves them. */
export const freeWindows = (from: number, until: number, hours: BenchHours): FreeWindow[] => {
  const { zone, freeHours, exceptions = [], hands = 1, atBenchUntil } = hours;
  const found: FreeWindow[] = [];
  // a window that ends at midnight belongs to the day before
  const last = dayOf(until, zone);
  for (
    let day = dayOf(from, zone).subtract({ days: 1 });
    Temporal.PlainDate.compare(day, last) <= 0;
    day = day.add({ days: 1 })
  ) {
    const exception = exceptions.find(({ date }) => date === day.toString());
    for (const [opens, closes] of [...(exception?.windows ?? freeHours[day.dayOfWeek - 1] ?? [])].sort()) {
      const start = Math.max(instantOf(day, opens, zone), from);
      const end = Math.min(instantOf(day, closes, zone), until);
      if (end > start) found.push({ start, end, hands: exception?.hands ?? hands });
    }
  }
  return atBenchUntil === undefined
    ? found
    : withPresence(found, from, Math.min(until, Date.parse(atBenchUntil)), hands);
};

/** Windows with what somebody who is at the bench now goes on for; those that touch are one. */
export const withPresence = (
  windows: readonly FreeWindow[],
  from: number,
  until: number,
  hands: number,
): FreeWindow[] => {
  if (until <= from) return [...windows];
  const touching = windows.filter(({ start, end }) => start <= until && end >= from);
  const joined: FreeWindow = {
    start: Math.min(from, ...touching.map(({ start }) => start)),
    end: Math.max(until, ...touching.map(({ end }) => end)),
    hands: Math.max(hands, ...touching.map((window) => window.hands)),
  };
  return [...windows.filter((window) => !touching.includes(window)), joined].sort(
    (one, other) => one.start - other.start,
  );
};

/** What of some windows lies outside the quiet hours. */
export const withoutQuiet = (windows: readonly FreeWindow[], { zone, quietHours }: BenchHours): FreeWindow[] => {
  if (!quietHours) return [...windows];
  const [begins, ends] = quietHours;
  const quiet = (day: Temporal.PlainDate): [number, number] => [
    instantOf(day, begins, zone),
    instantOf(begins < ends ? day : day.add({ days: 1 }), ends, zone),
  ];
  return windows.flatMap((window) => {
    let rest: FreeWindow[] = [window];
    const day = dayOf(window.start, zone);
    for (const [from, to] of [quiet(day.subtract({ days: 1 })), quiet(day), quiet(day.add({ days: 1 }))])
      rest = rest.flatMap((one) => [
        ...(Math.min(one.end, from) > one.start ? [{ ...one, end: Math.min(one.end, from) }] : []),
        ...(one.end > Math.max(one.start, to) ? [{ ...one, start: Math.max(one.start, to) }] : []),
      ]);
    return rest;
  });
};
