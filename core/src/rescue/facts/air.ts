import { dewPoint, hourAt } from '../../dry/index.ts';
import { MS_PER_HOUR } from '../../units/index.ts';
import { plainWorkshop } from '../../piece/index.ts';
import type { PieceRecord } from '../record.ts';
import { yesNo, type Fact, type Reader } from './fact.ts';

/** A reading counts for what was laid so long after it. */
const READING_MS = 6 * MS_PER_HOUR;

interface AirThen {
  readonly temperatureC: number;
  readonly relativeHumidity: number | null;
  readonly surfaceC: number | null;
}

const readingBefore = (record: PieceRecord, at: number): AirThen | null => {
  const reading = record.all.findLast(
    (event) =>
      event.kind === 'measured' &&
      event.temperatureC !== null &&
      Date.parse(event.at) <= at &&
      at - Date.parse(event.at) <= READING_MS,
  );
  if (reading?.kind !== 'measured' || reading.temperatureC === null) return null;
  const { temperatureC, relativeHumidity, surfaceC } = reading;
  return { temperatureC, relativeHumidity, surfaceC };
};

/** The air in which each coat of the layer was laid, as far as it was logged. */
const airs = (record: PieceRecord): readonly AirThen[] => {
  const { layer, input } = record;
  if (!layer) return [];
  return Array.from({ length: layer.coats }, (_, index) => index + 1).flatMap((coat): AirThen[] => {
    const happened = record.happened(layer, coat);
    if (!happened) return [];
    const at = happened.startedAt ?? happened.endAt;
    const reading = readingBefore(record, at);
    if (happened.air) return [{ ...happened.air, surfaceC: reading?.surfaceC ?? null }];
    if (reading) return [reading];
    const isOutdoors = record.stepOf(layer, coat)?.air === 'outdoors';
    const hour = isOutdoors && input.weather ? hourAt(input.weather, at) : null;
    return hour ? [{ ...hour, surfaceC: null }] : [];
  });
};

/** What a workshop is set to before anybody sets it: that says nothing. */
const UNSAID = plainWorkshop();

const degrees = (value: number): string => `${Math.round(value)} °C`;

/** The coldest of its coats; without any, what the workshop is set to. */
export const airC: Reader = (record) => {
  const logged = airs(record).map(({ temperatureC }) => temperatureC);
  if (logged.length) {
    const value = Math.min(...logged);
    return { value, words: `it was laid at ${degrees(value)}` };
  }
  const { temperatureC } = record.input.workshop;
  if (temperatureC === UNSAID.temperatureC) return null;
  return { value: temperatureC, words: `your workshop is set to ${degrees(temperatureC)}`, isSetting: true };
};

export const rh: Reader = (record) => {
  const logged = airs(record).flatMap(({ relativeHumidity }) => relativeHumidity ?? []);
  if (logged.length) {
    const value = Math.max(...logged);
    return { value, words: `it was laid at ${Math.round(value)} % humidity` };
  }
  const { relativeHumidity } = record.input.workshop;
  if (relativeHumidity === UNSAID.relativeHumidity) return null;
  const words = `your workshop is set to ${Math.round(relativeHumidity)} % humidity`;
  return { value: relativeHumidity, words, isSetting: true };
};

export const dewGap: Reader = (record) => {
  const gaps = airs(record).flatMap(({ temperatureC, relativeHumidity, surfaceC }) =>
    relativeHumidity === null ? [] : [(surfaceC ?? temperatureC) - dewPoint(temperatureC, relativeHumidity)],
  );
  if (!gaps.length) return null;
  const value = Math.min(...gaps);
  return { value, words: `the surface was only ${degrees(value)} above the dew point` };
};

const outdoorsAt = (record: PieceRecord): number | null =>
  record.stepOf(record.layer)?.air === 'outdoors' ? (record.happened(record.layer)?.endAt ?? null) : null;

export const wind: Reader = (record) => {
  const { weather } = record.input;
  const at = outdoorsAt(record);
  const hour = weather && at !== null ? hourAt(weather, at) : null;
  return hour ? { value: hour.windMs, words: `the wind blew at ${Math.round(hour.windMs)} m/s` } : null;
};

const NIGHT_HOURS = 24;
export const coldNight: Reader = (record): Fact | null => {
  const { weather } = record.input;
  const at = outdoorsAt(record);
  const least = record.product?.gates?.minC?.typical;
  if (!weather || at === null || least === undefined) return null;
  const hours = Array.from({ length: NIGHT_HOURS }, (_, index) => hourAt(weather, at + index * MS_PER_HOUR));
  const coldest = Math.min(...hours.flatMap((hour) => (hour ? [hour.temperatureC] : [])));
  if (!Number.isFinite(coldest)) return null;
  return yesNo(
    coldest < least,
    `the night after it fell to ${degrees(coldest)}; it needs ${degrees(least)}`,
    `the night after it stayed above ${degrees(least)}`,
  );
};
