import { MS_PER_HOUR } from '../units/index.ts';
import Papa from 'papaparse';
import { Temporal } from 'temporal-polyfill';
import { failed, problemsFromZod, type Outcome, type Problem } from '../problem/index.ts';
import { climateSeriesSchema, type ClimateSeries } from './series.ts';

const MOST_CHARACTERS = 2_000_000;
const TODO = 'Mend that line; nothing was taken over.';
const COLUMNS = {
  at: ['time', 'at', 'date', 'datetime'],
  temperatureC: ['temperaturec', 'temperature', 'temp', '°c', 'c'],
  relativeHumidity: ['relativehumidity', 'humidity', 'rh', '%'],
  windMs: ['windms', 'wind'],
  rainMm: ['rainmm', 'rain'],
} as const;
type Column = keyof typeof COLUMNS;

interface Reading {
  readonly at: number;
  readonly temperatureC: number;
  readonly relativeHumidity: number;
  readonly windMs: number;
  readonly rainMm: number;
}

const bad = (line: number, given: string, allowed: string): Problem => ({
  code: 'bad-reading',
  at: `line ${line}`,
  given,
  allowed,
  todo: TODO,
});

const columnOf = (header: string): Column | null => {
  const plain = header.toLowerCase().replaceAll(/[^a-z%°]/g, '');
  const found = (Object.keys(COLUMNS) as Column[]).find((key) =>
    COLUMNS[key].some((word) => plain === word || (word.length > 3 && plain.startsWith(word))),
  );
  return found ?? null;
};

const numberIn = (text: string): number => Number(text.trim().replace(',', '.'));

const readCsv = (text: string): Outcome<{ readings: Reading[] }> => {
  const { data } = Papa.parse<string[]>(text.trim(), { skipEmptyLines: 'greedy' });
  const [header = [], ...rows] = data;
  const columns = header.map(columnOf);
  const missing = (['at', 'temperatureC', 'relativeHumidity'] as const).filter((key) => !columns.includes(key));
  if (missing.length)
    return failed(
      bad(
        1,
        `The columns ${header.join(', ') || '(none)'}.`,
        'a first line with time, temperature and humidity; wind and rain may follow.',
      ),
    );
  const readings: Reading[] = [];
  for (const [index, row] of rows.entries()) {
    const of = (key: Column): string => row[columns.indexOf(key)]?.trim() ?? '';
    const at = Date.parse(of('at'));
    if (Number.isNaN(at))
      return failed(bad(index + 2, `"${of('at')}" as the time.`, 'a date and time such as 2026-11-26T09:00Z.'));
    const reading = {
      at,
      temperatureC: numberIn(of('temperatureC') || 'x'),
      relativeHumidity: numberIn(of('relativeHumidity') || 'x'),
      windMs: numberIn(of('windMs') || '0'),
      rainMm: numberIn(of('rainMm') || '0'),
    };
    const odd = Object.entries(reading).find(([, value]) => !Number.isFinite(value));
    if (odd) return failed(bad(index + 2, `"${of(odd[0] as Column)}" for ${odd[0]}.`, 'a number.'));
    readings.push(reading);
  }
  return readings.length ? { ok: true, readings } : failed(bad(2, 'No reading.', 'at least one line of readings.'));
};

// a table without a word of daylight: hours that are light in the crafter's day everywhere but near the poles
const LIGHT_FROM_H = 9;
const LIGHT_UNTIL_H = 15;
const isLight = (at: number, zone: string): boolean => {
  const { hour } = Temporal.Instant.fromEpochMilliseconds(at).toZonedDateTimeISO(zone);
  return hour >= LIGHT_FROM_H && hour < LIGHT_UNTIL_H;
};

/** One value an hour: the mean of its readings, rain added up; hours without a reading keep the one before. */
const hourly = (readings: readonly Reading[], zone: string): Pick<ClimateSeries, 'from' | 'hours'> => {
  const sorted = [...readings].sort((one, other) => one.at - other.at);
  const first = Math.floor(sorted[0]!.at / MS_PER_HOUR);
  const last = Math.floor(sorted.at(-1)!.at / MS_PER_HOUR);
  const byHour = new Map<number, Reading[]>();
  for (const reading of sorted) {
    const hour = Math.floor(reading.at / MS_PER_HOUR);
    byHour.set(hour, [...(byHour.get(hour) ?? []), reading]);
  }
  const mean = (own: readonly Reading[], key: 'temperatureC' | 'relativeHumidity' | 'windMs') =>
    own.reduce((sum, reading) => sum + reading[key], 0) / own.length;
  let own: Reading[] = [];
  const hours = Array.from({ length: last - first + 1 }, (_, index) => {
    const there = byHour.get(first + index);
    own = there ?? own;
    return {
      temperatureC: mean(own, 'temperatureC'),
      relativeHumidity: mean(own, 'relativeHumidity'),
      windMs: mean(own, 'windMs'),
      rainMm: there ? there.reduce((sum, { rainMm }) => sum + rainMm, 0) : 0,
      isDaylight: isLight((first + index) * MS_PER_HOUR, zone),
    };
  });
  return { from: new Date(first * MS_PER_HOUR).toISOString(), hours };
};

/**
 * Reads a file of climate readings: CSV with time, temperature and humidity (wind, rain), or a series as JSON.
 *
 * @param readAt ISO instant at which it is read
 * @param zone   IANA zone in whose day a table's hours are light or dark (9 to 15 o'clock); JSON says it itself
 * @returns a series by the hour; or problems naming the line
 */
export const readClimate = (text: string, readAt: string, zone = 'UTC'): Outcome<{ series: ClimateSeries }> => {
  if (text.length > MOST_CHARACTERS)
    return failed({
      ...bad(1, `A file of ${text.length} characters.`, `at most ${MOST_CHARACTERS} characters.`),
      todo: 'Cut it to the last weeks.',
    });
  let value: unknown;
  if (text.trim().startsWith('{')) {
    try {
      value = JSON.parse(text);
    } catch (error) {
      return failed(
        bad(
          1,
          `The file does not read as JSON (${error instanceof Error ? error.message : 'unreadable'}).`,
          'a climate series or CSV.',
        ),
      );
    }
  } else {
    const read = readCsv(text);
    if (!read.ok) return read;
    const span = hourly(read.readings, zone);
    value = { id: `readings of ${span.from.slice(0, 10)}`, madeAt: readAt, ...span };
  }
  const series = climateSeriesSchema.safeParse(value);
  return series.success
    ? { ok: true, series: series.data }
    : failed(...problemsFromZod(series.error, value, TODO).slice(0, 4));
};
