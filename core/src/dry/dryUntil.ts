import { MS_PER_MINUTE } from '../units/index.ts';
import type { Product, Stage } from '../materials/index.ts';
import { failed, problemsFromZod, type Outcome } from '../problem/index.ts';
import { dryTime } from './dryTime.ts';
import type { Climate } from './rates.ts';
import { climateSeriesSchema, dryTimeAlong, type ClimateSeries, type SeriesOptions } from './series.ts';

const isSeries = (climate: Climate | ClimateSeries): climate is ClimateSeries => 'hours' in climate;

/**
 * When a coat reaches a stage, in a steady climate or along one that changes by the hour.
 *
 * @param startsAt   ISO instant at which the last coat was laid
 * @param climate    air °C and % RH, or a series of hours (`climateSeriesSchema`)
 * @param conditions thickness 0.5–3 of the label's coat, airflow or enclosure
 * @returns ISO instants, low–typical–high; or problems ("will not dry in this" is one, never a far date)
 */
export const dryUntil = (
  product: Product,
  stage: Stage,
  startsAt: string,
  climate: Climate | ClimateSeries,
  conditions: SeriesOptions = {},
): Outcome<{ low: string; typical: string; high: string }> => {
  const start = Date.parse(startsAt);
  if (Number.isNaN(start))
    return failed({
      code: 'not-an-instant',
      given: `"${startsAt}" was given as the start.`,
      allowed: 'an ISO date and time with its zone.',
      todo: 'Write it like 2026-12-19T14:00:00Z.',
    });
  const at = (duration: number) => new Date(start + duration * MS_PER_MINUTE).toISOString();
  if (!isSeries(climate)) {
    const read = dryTime(product, stage, climate, conditions);
    if (!read.ok) return read;
    return { ok: true, low: at(read.time.low), typical: at(read.time.typical), high: at(read.time.high) };
  }
  const given = climateSeriesSchema.safeParse(climate);
  if (!given.success)
    return failed(...problemsFromZod(given.error, climate, 'Read the station or the file of readings again.'));
  const read = dryTimeAlong(product, stage, start, given.data, conditions);
  if (!read.ok) return read;
  return { ok: true, low: at(read.low), typical: at(read.typical), high: at(read.high) };
};
