import { MS_PER_HOUR, MS_PER_DAY } from '../units/index.ts';
import type { Product } from '../materials/index.ts';
import { dewProblem, dryingRate, type ClimateHour, type ClimateSeries } from '../dry/index.ts';

/** Why nothing of a product is laid outdoors in an hour; null where it may be. */
export const whyNotOutdoors = (product: Product | undefined, hour: ClimateHour): string | null => {
  const { temperatureC, relativeHumidity, windMs, rainMm, isDaylight } = hour;
  if (rainMm > 0) return 'rain';
  if (!isDaylight) return 'dark';
  const { minC, maxC, maxRh, maxWind } = product?.gates ?? {};
  if (minC && temperatureC < minC.typical) return `below ${minC.typical} °C`;
  if (maxC && temperatureC > maxC.typical) return `above ${maxC.typical} °C`;
  if (maxRh && relativeHumidity > maxRh.typical) return `above ${maxRh.typical} % RH`;
  if (maxWind && windMs >= maxWind.typical) return `wind of ${maxWind.typical} m/s and more`;
  if (!product || product.dryFamily === 'none') return null;
  if (dewProblem(product, hour)) return 'dew';
  return 'stopped' in dryingRate(product.dryFamily, 'touch', hour) ? 'it would not dry' : null;
};

/** Stretches of hours, ms since 1970. */
export type Stretches = readonly (readonly [from: number, to: number])[];

const joined = (hours: readonly number[]): [number, number][] => {
  const stretches: [number, number][] = [];
  for (const from of hours) {
    const last = stretches.at(-1);
    if (last && last[1] === from) last[1] = from + MS_PER_HOUR;
    else stretches.push([from, from + MS_PER_HOUR]);
  }
  return stretches;
};

/** The end of what a series covers, ms since 1970. */
export const coveredUntil = ({ from, hours }: ClimateSeries): number => Date.parse(from) + hours.length * MS_PER_HOUR;

/**
 * When a product may be laid outdoors. Beyond the forecast every day is taken to be like an ordinary one, in the daylight of the
 * forecast's last day: nobody knows yet.
 */
export const outdoorStretches = (
  product: Product | undefined,
  series: ClimateSeries,
  until: number,
  isFit: (hour: ClimateHour) => boolean = (hour) => whyNotOutdoors(product, hour) === null,
): Stretches => {
  const begins = Date.parse(series.from);
  const end = coveredUntil(series);
  const fit: number[] = [];
  const lastDay: number[] = [];
  series.hours.forEach((hour, index) => {
    const at = begins + index * MS_PER_HOUR;
    if (isFit(hour)) fit.push(at);
    if (at >= end - MS_PER_DAY && hour.isDaylight) lastDay.push(at);
  });
  for (let days = 1; end + (days - 1) * MS_PER_DAY < until; days += 1)
    for (const at of lastDay) if (at + days * MS_PER_DAY >= end) fit.push(at + days * MS_PER_DAY);
  return joined(fit);
};

/** When it does not rain, as far as the forecast says; dry beyond it. */
export const rainlessStretches = (series: ClimateSeries, until: number): Stretches => {
  const begins = Date.parse(series.from);
  const dry = joined(series.hours.flatMap(({ rainMm }, index) => (rainMm === 0 ? [begins + index * MS_PER_HOUR] : [])));
  const end = coveredUntil(series);
  if (until <= end) return dry;
  const last = dry.at(-1);
  return last?.[1] === end ? [...dry.slice(0, -1), [last[0], until]] : [...dry, [end, until]];
};
