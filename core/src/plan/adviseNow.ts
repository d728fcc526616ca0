import {
  dewPoint,
  dewProblem,
  dryTime,
  hourAt,
  type Climate,
  type ClimateHour,
  type ClimateSeries,
} from '../dry/index.ts';
import type { Product } from '../materials/index.ts';
import { MS_PER_DAY, MS_PER_HOUR } from '../units/index.ts';
import { coveredUntil, outdoorStretches, whyNotOutdoors } from './weather.ts';
import type { Step } from './step.ts';

/** What was read at the bench; null: nobody has looked. */
export interface Reading extends Climate {
  /** Where it was read. */
  readonly from: 'typed' | 'station' | 'workshop';
}

/** Whether work that hangs on the air may begin now. */
export interface Advice {
  /** `look`: not known; nothing is begun on it before somebody has looked. */
  readonly verdict: 'go' | 'noGo' | 'look';
  /** One sentence each, the first the one that decides. */
  readonly reasons: readonly string[];
  /** The next hours that are fit, as far as the forecast says. */
  readonly next: { readonly from: string; readonly until: string } | null;
}

/** Whether a step hangs on the air: coats are laid, or film that has to stick. */
export const hangsOnAir = (step: Step, product: Product | undefined): boolean =>
  step.air === 'outdoors' ||
  (product !== undefined && (step.coatOf !== null ? product.dryFamily !== 'none' : product.gates !== undefined));

const degrees = (value: number): string => `${Math.round(value * 10) / 10} °C`;

/** Why nothing of a product is laid in this air, indoors; null where it may be. */
const whyNotIndoors = (product: Product, { temperatureC, relativeHumidity, surfaceC }: Climate): string | null => {
  const { minC, maxC, maxRh } = product.gates ?? {};
  const surface = surfaceC ?? temperatureC;
  if (minC && Math.min(temperatureC, surface) < minC.typical)
    return `${degrees(Math.min(temperatureC, surface))} is too cold for ${product.name}: at least ${degrees(minC.typical)}.`;
  if (maxC && Math.max(temperatureC, surface) > maxC.typical)
    return `${degrees(Math.max(temperatureC, surface))} is too hot for ${product.name}: at most ${degrees(maxC.typical)}.`;
  if (maxRh && relativeHumidity > maxRh.typical)
    return `${Math.round(relativeHumidity)} % humidity is too damp for ${product.name}: at most ${maxRh.typical} %.`;
  const stage = product.dry.touch ? 'touch' : product.dry.recoat ? 'recoat' : null;
  if (!stage) return null;
  const climate = { temperatureC, relativeHumidity, ...(surfaceC === undefined ? {} : { surfaceC }) };
  const dew = dewProblem(product, climate);
  const read = dryTime(product, stage, climate);
  const problem = dew ?? (read.ok ? null : read.problems[0]!);
  return problem && `${problem.given} It has to be ${problem.allowed}`;
};

const dewWords = ({ temperatureC, relativeHumidity, surfaceC }: Climate): string =>
  `Dew point ${degrees(dewPoint(temperatureC, relativeHumidity))}, ${surfaceC === undefined ? 'air' : 'surface'} at ${degrees(surfaceC ?? temperatureC)}.`;

/** Rain and dark that come before a coat is dry to the touch. */
const comingOutdoors = (product: Product | undefined, series: ClimateSeries, now: number): string | null => {
  const dries = (product?.dry.touch?.high ?? 0) * 60_000;
  for (let at = now; at <= now + dries && at < coveredUntil(series); at += MS_PER_HOUR) {
    const hour = hourAt(series, at);
    if (hour && hour.rainMm > 0)
      return `Rain is forecast before it is dry to the touch, in ${Math.max(1, Math.round((at - now) / MS_PER_HOUR))} h.`;
  }
  return null;
};

const REASON_WORDS: Readonly<Record<string, string>> = {
  rain: 'It rains by the forecast.',
  dark: 'It is dark by the forecast.',
  dew: 'The surface is too near the dew point.',
};

/**
 * Go or no-go for a step that hangs on the air, now.
 *
 * @param product what it lays
 * @param reading what was read now; outdoors it goes before the forecast's hour, but for rain, wind and light
 * @param outdoor the forecast; null: none was read
 * @param now     ISO
 */
export const adviseNow = (
  step: Step,
  product: Product | undefined,
  reading: Reading | null,
  outdoor: ClimateSeries | null,
  now: string,
): Advice => {
  const at = Date.parse(now);
  if (step.air !== 'outdoors') {
    if (!reading)
      return {
        verdict: 'look',
        reasons: ['Nobody has read the air here: look at thermometer and hygrometer first.'],
        next: null,
      };
    const why = product ? whyNotIndoors(product, reading) : null;
    return { verdict: why ? 'noGo' : 'go', reasons: [...(why ? [why] : []), dewWords(reading)], next: null };
  }
  const forecast = outdoor && hourAt(outdoor, at);
  if (!forecast)
    return {
      verdict: 'look',
      reasons: [
        'No forecast covers this hour: look at the sky, the wind and the thermometer first.',
        ...(reading?.from === 'typed' ? [dewWords(reading)] : []),
      ],
      next: outdoor && nextFit(product, outdoor, at),
    };
  const hour: ClimateHour =
    reading?.from === 'typed'
      ? {
          ...forecast,
          temperatureC: reading.temperatureC,
          relativeHumidity: reading.relativeHumidity,
          ...(reading.surfaceC === undefined ? {} : { surfaceC: reading.surfaceC }),
        }
      : forecast;
  const why = whyNotOutdoors(product, hour);
  const coming = why ? null : comingOutdoors(product, outdoor!, at);
  const said = why ? (REASON_WORDS[why] ?? `Outdoors now: ${why}.`) : coming;
  // air that was read is worse than the forecast: this hour is not fit, whatever that says of it
  const from = why && !whyNotOutdoors(product, forecast) ? at + MS_PER_HOUR : at;
  return {
    verdict: said ? 'noGo' : 'go',
    reasons: [...(said ? [said] : []), dewWords(hour)],
    next: said ? nextFit(product, outdoor!, from) : null,
  };
};

/** The next stretch after now that is fit and stays dry for as long as the coat is wet, within the forecast. */
const nextFit = (product: Product | undefined, series: ClimateSeries, now: number): Advice['next'] => {
  const end = coveredUntil(series);
  const stretch = outdoorStretches(product, series, Math.min(end, now + 14 * MS_PER_DAY))
    .map(([from, to]) => [Math.max(from, now), Math.min(to, end)] as const)
    .find(([from, to]) => to > from && from > now - 1 && !comingOutdoors(product, series, from));
  return stretch ? { from: new Date(stretch[0]).toISOString(), until: new Date(stretch[1]).toISOString() } : null;
};
