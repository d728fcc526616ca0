import { MS_PER_DAY } from './quantities.ts';

const formats = new Map<string, Intl.DateTimeFormat>();
const formatOf = (zone: string, options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat => {
  const key = `${zone} ${JSON.stringify(options)}`;
  let format = formats.get(key);
  if (!format) formats.set(key, (format = new Intl.DateTimeFormat('en-GB', { timeZone: zone, ...options })));
  return format;
};

const partsIn = (
  instant: number,
  zone: string,
  options: Intl.DateTimeFormatOptions,
): Readonly<Record<string, string>> =>
  Object.fromEntries(
    formatOf(zone, options)
      .formatToParts(instant)
      .map(({ type, value }) => [type, value]),
  );

/** From which minute of the day on something that is ready is said to be so in the next part of it. */
const PARTS: readonly (readonly [until: number, words: string])[] = [
  [9 * 60, 'morning'],
  [13 * 60, 'midday'],
  [17 * 60, 'afternoon'],
  [21 * 60, 'evening'],
];

/**
 * An instant from which something holds, as people say it: "Sunday 6 Dec, morning". Never sooner than it is: what is ready at 10 is said
 * to be so at midday, what is ready late in the evening on the next morning.
 *
 * @param instant ISO
 * @param zone    IANA
 * @param now     ISO; the year is said where it is another one
 */
export const sayWhen = (instant: string, zone: string, now: string): string => {
  const at = Date.parse(instant);
  const { hour, minute } = partsIn(at, zone, { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' });
  const minutes = Number(hour) * 60 + Number(minute);
  const part = PARTS.find(([until]) => minutes <= until);
  return part ? `${sayDay(at, zone, now)}, ${part[1]}` : `${sayDay(at + MS_PER_DAY / 4, zone, now)}, ${PARTS[0]![1]}`;
};

const sayDay = (at: number, zone: string, now: string): string => {
  const options = { weekday: 'long', day: 'numeric', month: 'short', year: 'numeric' } as const;
  const { weekday, day, month, year } = partsIn(at, zone, options);
  const isThisYear = year === partsIn(Date.parse(now), zone, options)['year'];
  return `${weekday} ${day} ${month}${isThisYear ? '' : ` ${year}`}`;
};
