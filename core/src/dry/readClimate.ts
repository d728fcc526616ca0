import Papa from 'papaparse';
import { Temporal } from 'temporal-polyfill';
import { failed, rangeOf, readBySchema, readJson, type Outcome, type Problem } from '../problem/index.ts';
import { bothWays, dateOrderOf, MS_PER_DAY, MS_PER_HOUR, readDateTime, type DateOrder } from '../units/index.ts';
import { climateHourSchema, climateSeriesSchema, MOST_HOURS, type ClimateSeries } from './series.ts';

const MOST_CHARACTERS = 40_000_000;
/** Readings further apart than this are not of one stretch. */
const APART_DAYS = 31;
/** So many rows may lie apart from the rest and still be taken for slips of the clock. */
const STRAY_SHARE = 0.05;
const FEW_STRAYS = 3;
const TODO = 'Mend that row; nothing was taken over.';

/** Words that columns are headed by; what is read, and in which unit. */
const COLUMNS = {
  at: ['time', 'at', 'date', 'datetime', 'timestamp'],
  temperatureC: ['temperaturec', 'temperature', 'temp', '°c', 'c'],
  relativeHumidity: ['relativehumidity', 'humidity', 'rh', '%'],
  windMs: ['windms', 'wind'],
  rainMm: ['rainmm', 'rain'],
} as const;
type Column = keyof typeof COLUMNS;
const VALUES = {
  temperatureC: { name: 'the temperature', unit: '°C', range: rangeOf(climateHourSchema.shape.temperatureC) },
  relativeHumidity: { name: 'the humidity', unit: '%', range: rangeOf(climateHourSchema.shape.relativeHumidity) },
  windMs: { name: 'the wind', unit: 'm/s', range: rangeOf(climateHourSchema.shape.windMs) },
  rainMm: { name: 'the rain', unit: 'mm', range: rangeOf(climateHourSchema.shape.rainMm) },
} as const;
type Value = keyof typeof VALUES;
const VALUE_NAMES = Object.keys(VALUES) as Value[];

/** What a file of readings leaves open and only its owner can say. */
export type ClimateQuestion =
  | { readonly ask: 'order'; readonly words: string; readonly choices: Readonly<Record<DateOrder, string>> }
  | { readonly ask: 'strays'; readonly words: string }
  | { readonly ask: 'tooLong'; readonly words: string };

/** Answers to those questions. */
export interface ClimateAnswers {
  readonly order?: DateOrder | undefined;
  /** Rows that lie far from the rest are left out. */
  readonly leavesOutStrays?: boolean | undefined;
  /** Of a file that is too long, its last hours are taken. */
  readonly takesLast?: boolean | undefined;
}

export type ReadClimate =
  | { readonly ok: true; readonly series: ClimateSeries }
  | { readonly ok: false; readonly problems: readonly Problem[]; readonly question?: ClimateQuestion };

interface Reading extends Readonly<Record<Value, number>> {
  readonly row: number;
  readonly at: number;
}

const bad = (at: string, given: string, allowed: string, todo = TODO): Problem => ({
  code: 'bad-reading',
  at,
  given,
  allowed,
  todo,
});

const columnOf = (header: string): Column | null => {
  const plain = header.toLowerCase().replaceAll(/[^a-z%°]/g, '');
  const found = (Object.keys(COLUMNS) as Column[]).find((key) =>
    COLUMNS[key].some((word) => plain === word || (word.length > 3 && plain.startsWith(word))),
  );
  return found ?? null;
};

/** Reads one cell; null where it is no number that can be one of its kind. */
const numberIn = (text: string, value: Value): number | null => {
  const number = text.trim() === '' ? NaN : Number(text.trim().replace(',', '.'));
  const { low, high } = VALUES[value].range;
  return Number.isFinite(number) && number >= low && number <= high ? number : null;
};

interface Table {
  readonly rows: readonly (readonly string[])[];
  /** Places of the columns; a date and its time may stand in two. */
  readonly times: readonly number[];
  readonly places: Readonly<Partial<Record<Value, number>>>;
}

const tableOf = (text: string): Outcome<{ table: Table }> => {
  const { data } = Papa.parse<string[]>(text.trim(), { skipEmptyLines: 'greedy' });
  const [header = [], ...rows] = data;
  const columns = header.map(columnOf);
  const times = columns.flatMap((column, index) => (column === 'at' ? [index] : []));
  const places = Object.fromEntries(
    VALUE_NAMES.flatMap((value) => (columns.includes(value) ? [[value, columns.indexOf(value)] as const] : [])),
  );
  if (!times.length || places['temperatureC'] === undefined || places['relativeHumidity'] === undefined)
    return failed(
      bad(
        'line 1',
        `The columns ${header.slice(0, 12).join(', ').slice(0, 120) || '(none)'} were given.`,
        'a first line with time, temperature and humidity; wind and rain may follow.',
      ),
    );
  if (!rows.length) return failed(bad('line 2', 'No reading was given.', 'at least one line of readings.'));
  return { ok: true, table: { rows, times, places } };
};

const timeIn = ({ times }: Table, row: readonly string[]): string =>
  times
    .map((place) => row[place]?.trim() ?? '')
    .join(' ')
    .trim();

const rowIn = (texts: readonly string[], is: (order: ReturnType<typeof dateOrderOf>) => boolean): string => {
  const index = texts.findIndex((text) => is(dateOrderOf([text])));
  return `row ${index + 2} (“${texts[index]}”)`;
};

/** The order of day and month that the file's own rows settle; the question where they do not. */
const orderOf = (
  table: Table,
  said: DateOrder | undefined,
): Outcome<{ order: DateOrder | undefined; question?: Extract<ClimateQuestion, { ask: 'order' }> }> => {
  const texts = table.rows.map((row) => timeIn(table, row));
  const order = dateOrderOf(texts);
  if (order === 'neither') {
    const [day, month] = [rowIn(texts, (one) => one === 'dayFirst'), rowIn(texts, (one) => one === 'monthFirst')];
    return failed(
      bad(
        `line ${day.split(' ')[1]}`,
        `The day comes first in ${day}, the month in ${month}.`,
        'one order in the whole file.',
      ),
    );
  }
  if (order === 'dayFirst' || order === 'monthFirst') return { ok: true, order };
  if (order !== 'either' || said !== undefined) return { ok: true, order: said };
  const index = texts.findIndex((text) => bothWays(text) !== null);
  const question = {
    ask: 'order' as const,
    words: `Row ${index + 2} is “${texts[index]}”, and no row says whether the day or the month comes first. Which is it?`,
    choices: bothWays(texts[index]!)!,
  };
  return { ok: true, order: undefined, question };
};

const readingsOf = (table: Table, zone: string, order: DateOrder | undefined): Outcome<{ readings: Reading[] }> => {
  const readings: Reading[] = [];
  for (const [index, row] of table.rows.entries()) {
    const line = index + 2;
    const at = readDateTime(timeIn(table, row), zone, order);
    if (!at.ok) return failed({ ...at.problems[0]!, at: `line ${line}`, todo: TODO });
    const values = { temperatureC: 0, relativeHumidity: 0, windMs: 0, rainMm: 0 };
    for (const value of VALUE_NAMES) {
      const place = table.places[value];
      if (place === undefined) continue;
      const cell = row[place] ?? '';
      // wind and rain may be left out of a row; air without its temperature is no reading
      if (cell.trim() === '' && (value === 'windMs' || value === 'rainMm')) continue;
      const number = numberIn(cell, value);
      const { name, unit, range } = VALUES[value];
      if (number === null)
        return failed(
          bad(
            `line ${line}, ${value}`,
            `"${cell.trim().slice(0, 40)}" was given for ${name}.`,
            `a number from ${range.low} to ${range.high} ${unit}.`,
          ),
        );
      values[value] = number;
    }
    readings.push({ row: line, at: Date.parse(at.value), ...values });
  }
  return { ok: true, readings };
};

/** Stretches of readings that lie together, in order of time. */
const stretchesOf = (sorted: readonly Reading[]): Reading[][] => {
  const stretches: Reading[][] = [];
  for (const reading of sorted) {
    const last = stretches.at(-1)?.at(-1);
    if (last && reading.at - last.at <= APART_DAYS * MS_PER_DAY) stretches.at(-1)!.push(reading);
    else stretches.push([reading]);
  }
  return stretches;
};

const yearOf = (at: number, zone: string): number =>
  Temporal.Instant.fromEpochMilliseconds(at).toZonedDateTimeISO(zone).year;

const spanWords = (milliseconds: number, whole: (number: number) => number = Math.round): string => {
  const days = whole(milliseconds / MS_PER_DAY);
  return days >= 730 ? `${whole(days / 365.25)} years` : `${days} days`;
};

const strayWords = (strays: readonly Reading[], main: readonly Reading[], zone: string): string => {
  const told = strays.slice(0, 3).map(({ row, at }) => {
    const isBefore = at < main[0]!.at;
    const apart = spanWords(isBefore ? main[0]!.at - at : at - main.at(-1)!.at, Math.floor);
    return `row ${row} is ${yearOf(at, zone)}, ${apart} ${isBefore ? 'before' : 'after'} the rest`;
  });
  const more = strays.length > 3 ? `, and ${strays.length - 3} more` : '';
  const words = told.join('; ');
  return `${words[0]!.toUpperCase()}${words.slice(1)}${more}: left out?`;
};

// a table without a word of daylight: hours that are light in the crafter's day everywhere but near the poles
const LIGHT_FROM_H = 9;
const LIGHT_UNTIL_H = 15;
const isLight = (at: number, zone: string): boolean => {
  const { hour } = Temporal.Instant.fromEpochMilliseconds(at).toZonedDateTimeISO(zone);
  return hour >= LIGHT_FROM_H && hour < LIGHT_UNTIL_H;
};

/** One value an hour: the mean of its readings, rain added up; hours without a reading keep the one before. */
const hourly = (sorted: readonly Reading[], zone: string): Pick<ClimateSeries, 'from' | 'hours'> => {
  const first = Math.floor(sorted[0]!.at / MS_PER_HOUR);
  const last = Math.floor(sorted.at(-1)!.at / MS_PER_HOUR);
  const sums = new Map<number, { count: number } & Record<Value, number>>();
  for (const reading of sorted) {
    const hour = Math.floor(reading.at / MS_PER_HOUR);
    const sum = sums.get(hour) ?? { count: 0, temperatureC: 0, relativeHumidity: 0, windMs: 0, rainMm: 0 };
    sum.count += 1;
    for (const value of VALUE_NAMES) sum[value] += reading[value];
    sums.set(hour, sum);
  }
  let own = sums.get(first)!;
  const hours = Array.from({ length: last - first + 1 }, (_, index) => {
    const there = sums.get(first + index);
    own = there ?? own;
    return {
      temperatureC: own.temperatureC / own.count,
      relativeHumidity: own.relativeHumidity / own.count,
      windMs: own.windMs / own.count,
      rainMm: Math.min(VALUES.rainMm.range.high, there?.rainMm ?? 0),
      isDaylight: isLight((first + index) * MS_PER_HOUR, zone),
    };
  });
  return { from: new Date(first * MS_PER_HOUR).toISOString(), hours };
};

/** A question with the problem that stands where nobody answers it. */
const asked = (question: ClimateQuestion, allowed: string): ReadClimate => ({
  ok: false,
  problems: [{ ...bad('the file', question.words, allowed), todo: 'Nothing was taken over yet.' }],
  question,
});

/** The readings that are taken: in order, of one stretch, and no more hours than a series has. */
const taken = (
  readings: readonly Reading[],
  zone: string,
  { leavesOutStrays, takesLast }: ClimateAnswers,
): Reading[] | ReadClimate => {
  let sorted = [...readings].sort((one, other) => one.at - other.at || one.row - other.row);
  const stretches = stretchesOf(sorted);
  const main = stretches.reduce((longest, one) => (one.length > longest.length ? one : longest));
  const strays = stretches.flatMap((one) => (one === main ? [] : one));
  if (
    strays.length &&
    strays.length <= Math.max(FEW_STRAYS, STRAY_SHARE * readings.length) &&
    strays.length < main.length
  ) {
    if (!leavesOutStrays)
      return asked({ ask: 'strays', words: strayWords(strays, main, zone) }, 'rows that lie together in time.');
    sorted = main;
  }
  const [from, until] = [sorted[0]!.at, sorted.at(-1)!.at];
  const most = MOST_HOURS * MS_PER_HOUR;
  if (Math.floor(until / MS_PER_HOUR) - Math.floor(from / MS_PER_HOUR) < MOST_HOURS) return sorted;
  if (!takesLast)
    return asked(
      {
        ask: 'tooLong',
        words: `The rows reach over ${spanWords(until - from)}, from ${yearOf(from, zone)} to ${yearOf(until, zone)}. Take the last ${spanWords(most)} only?`,
      },
      `at most ${MOST_HOURS} hours, ${spanWords(most)}.`,
    );
  const earliest = (Math.floor(until / MS_PER_HOUR) - MOST_HOURS + 1) * MS_PER_HOUR;
  return sorted.filter(({ at }) => at >= earliest);
};

/**
 * Reads a file of climate readings: CSV with time, temperature and humidity (wind, rain), or a series as JSON. Linear in its length.
 *
 * @param readAt  ISO instant at which it is read
 * @param zone    IANA zone of the bench: of times without one, and in whose day a table's hours are light or dark (9 to 15 o'clock)
 * @param answers to questions that an earlier reading of the same file asked
 * @returns a series by the hour; problems naming the line; or a question, once for the file: the order of day and month, rows far from
 *          the rest, more hours than a series holds
 */
export const readClimate = (text: string, readAt: string, zone = 'UTC', answers: ClimateAnswers = {}): ReadClimate => {
  if (text.length > MOST_CHARACTERS)
    return failed(
      bad(
        'line 1',
        `A file of ${text.length} characters was given.`,
        `at most ${MOST_CHARACTERS} characters.`,
        'Cut it to the last weeks.',
      ),
    );
  if (text.trim().startsWith('{')) {
    const json = readJson(text, 'a climate series, or CSV.', TODO);
    if (!json.ok) return failed(...json.problems.map((one) => ({ ...one, at: 'line 1' })));
    const read = readBySchema(climateSeriesSchema, json.value, TODO);
    return read.ok ? { ok: true, series: read.value } : read;
  }
  const table = tableOf(text);
  if (!table.ok) return table;
  const order = orderOf(table.table, answers.order);
  if (!order.ok) return order;
  if (order.question) return asked(order.question, 'dates that can be read in one way only.');
  const read = readingsOf(table.table, zone, order.order);
  if (!read.ok) return read;
  const readings = taken(read.readings, zone, answers);
  if (!Array.isArray(readings)) return readings;
  const span = hourly(readings, zone);
  return { ok: true, series: { id: `readings of ${span.from.slice(0, 10)}`, madeAt: readAt, ...span } };
};
