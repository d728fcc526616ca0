import { MS_PER_HOUR, MS_PER_MINUTE } from '../units/index.ts';
import { z } from 'zod';
import type { Product, Stage } from '../materials/index.ts';
import { failed, type Outcome, type Problem } from '../problem/index.ts';
import { conditionsFactor, dewProblem, stoppedProblem, type CoatConditions } from './dryTime.ts';
import { climateSchema, dryingRate, type Climate } from './rates.ts';

const instant = z.iso.datetime({ offset: true, error: 'an ISO date and time with its zone' });

/** One hour of air as a coat meets it, and of the weather where it lies outdoors. */
export const climateHourSchema = climateSchema.extend({
  windMs: z.number('a wind in m/s').min(0, '0 to 80 m/s').max(80, '0 to 80 m/s').default(0),
  rainMm: z.number('rain in mm').min(0, '0 to 300 mm').max(300, '0 to 300 mm').default(0),
  isDaylight: z.boolean().default(true),
});
export type ClimateHour = Readonly<z.output<typeof climateHourSchema>>;

/** Longest series, in hours. */
export const MOST_HOURS = 2000;

/** A climate by the hour: readings or a forecast, with what is reckoned with after its last hour. */
export const climateSeriesSchema = z.object({
  /** Which forecast or reading it is. */
  id: z.string().min(1).max(120),
  madeAt: instant,
  /** When its first hour begins. */
  from: instant,
  hours: z.array(climateHourSchema).min(1, 'at least one hour').max(MOST_HOURS, `at most ${MOST_HOURS} hours`),
  /** The workshop's or the season's usual air; where it is left out, the mean of the last day. */
  beyond: climateSchema.optional(),
});
export type ClimateSeries = Readonly<z.output<typeof climateSeriesSchema>>;

const MINUTES = 60;
const LONGEST_H = 400 * 24;
/** Waterborne coats must stay above their film-forming temperature for so long (domain: 24–48 h). */
const FILM_FORMING_H = 24;

const mean = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / values.length;

/** What is reckoned with after the last hour. */
export const climateBeyond = ({ hours, beyond }: ClimateSeries): Climate => {
  if (beyond) return beyond;
  const last = hours.slice(-24);
  return {
    temperatureC: mean(last.map(({ temperatureC }) => temperatureC)),
    relativeHumidity: mean(last.map(({ relativeHumidity }) => relativeHumidity)),
  };
};

/** The hour that an instant (ms) lies in; null before the first and after the last one. */
export const hourAt = (series: ClimateSeries, at: number): ClimateHour | null =>
  series.hours[Math.floor((at - Date.parse(series.from)) / MS_PER_HOUR)] ?? null;

/** One hour's air, with the factor by which its rate is uncertain: 1 within the series, wider beyond it. */
interface Air {
  readonly climate: Climate;
  readonly isBeyond: boolean;
}

/** The air hour by hour from an instant on; the first entry is what is left of its hour. */
function* airFrom(series: ClimateSeries, start: number): Generator<Air & { readonly minutes: number }> {
  const first = Date.parse(series.from);
  const beyond = climateBeyond(series);
  let at = start;
  for (let hour = 0; hour < LONGEST_H; hour += 1) {
    const index = Math.floor((at - first) / MS_PER_HOUR);
    const next = first + (index + 1) * MS_PER_HOUR;
    const given = index < 0 ? series.hours[0] : series.hours[index];
    yield { climate: given ?? beyond, isBeyond: given === undefined, minutes: (next - at) / MS_PER_MINUTE };
    at = next;
  }
}

export interface SeriesOptions extends CoatConditions {
  /** Share by which rates beyond the series are taken slower for the high figure, and faster for the low one. */
  readonly beyondShare?: number;
}

/** A coat's times along a series, minutes after its start. */
export interface TimeAlong {
  readonly low: number;
  readonly typical: number;
  readonly high: number;
  /** Whether the high figure needed hours that no reading or forecast covers. */
  readonly isBeyond: boolean;
}

/**
 * How long one coat takes to a stage along a climate that changes: p = ∫ r dt / (t₀·f), done at p = 1; hours whose gates are shut add
 * nothing. A waterborne coat that gets below its film-forming temperature in its first day is spoilt, not late.
 *
 * @param start ms since 1970
 * @returns minutes, low–typical–high after the label's range; problems where it is spoilt or never gets there
 */
export const dryTimeAlong = (
  product: Product,
  stage: Stage,
  start: number,
  series: ClimateSeries,
  options: SeriesOptions = {},
): Outcome<TimeAlong> => {
  const factor = conditionsFactor(product, stage, options);
  if (!factor.ok) return factor;
  const label = product.dry[stage]!;
  const wider = 1 + (options.beyondShare ?? 0);
  const targets = { low: label.low, typical: label.typical, high: label.high };
  const progress = { low: 0, typical: 0, high: 0 };
  const done: Partial<Record<keyof typeof targets, number>> = {};
  const bases = { low: factor.low, typical: factor.typical, high: factor.high };
  let elapsed = 0;
  let isBeyond = false;
  let stopped: Problem | null = null;
  for (const air of airFrom(series, start)) {
    if (elapsed === 0) {
      const dew = dewProblem(product, air.climate);
      if (dew) return failed(dew);
    }
    const rate = dryingRate(product.dryFamily, stage, air.climate);
    if ('stopped' in rate) {
      stopped = stoppedProblem(product, air.climate, rate);
      if (product.dryFamily === 'waterborne' && rate.stopped === 'too-cold' && elapsed < FILM_FORMING_H * MINUTES)
        return failed({ ...stopped, code: 'spoilt-too-cold' });
    } else
      for (const key of ['low', 'typical', 'high'] as const) {
        if (done[key] !== undefined) continue;
        const sure = air.isBeyond ? (key === 'high' ? 1 / wider : key === 'low' ? wider : 1) : 1;
        const gained = rate.rate * sure * air.minutes;
        const need = targets[key] * bases[key] - progress[key];
        if (gained >= need) {
          done[key] = elapsed + need / (rate.rate * sure);
          if (key === 'high') isBeyond = air.isBeyond;
        } else progress[key] += gained;
      }
    elapsed += air.minutes;
    if (done.low !== undefined && done.typical !== undefined && done.high !== undefined)
      return { ok: true, low: done.low, typical: done.typical, high: done.high, isBeyond };
    // one hour alike after the other: where nothing dries now, nothing ever will
    if (air.isBeyond && 'stopped' in rate) break;
  }
  return failed(
    stopped ?? {
      code: 'never-dries-too-slow',
      given: `${product.name} is not through within ${LONGEST_H / 24} days in this climate.`,
      allowed: 'a climate in which it dries.',
      todo: 'Warm or dry the workshop, or wait for better weather.',
    },
  );
};
