import { failed, problemsFromZod, type Outcome } from '../problem/index.ts';
import type { Figure, Product, Stage } from '../materials/index.ts';
import { dewPoint } from './physics.ts';
import { climateSchema, dryingRate, isEvaporation, type Climate } from './rates.ts';

/** How the coat lies: all 1 or `moving` where the label's own conditions hold. */
export interface CoatConditions {
  /** Wet coat against the label's thickness, 0.5 to 3. */
  readonly thickness?: number;
  readonly air?: 'moving' | 'still' | 'fan';
}

const AIRFLOW = { moving: 1, still: 1.5, fan: 0.7 } as const;
const THINNEST = 0.5;
const THICKEST = 3;
const DEW_MARGIN_C = 3; // no coating on a surface closer than this to the dew point

const STOPPED_WORDS = {
  'too-cold': 'is too cold: the coat is spoilt or never cures',
  'too-hot': 'is too hot: it skins over',
  'too-damp': 'is too damp: it will not dry in this',
  'too-dry': 'is too dry: it needs moisture to cure',
} as const;

/** t ∝ (d/d₀)ⁿ: n = 1 touch, 1.5 recoat, 2 cure; two-part n = 0, and a glue bond knows no thickness. */
const thicknessFactor = (product: Product, stage: Stage, thickness: number): number => {
  if (product.dryFamily === 'twoPart' || product.dryFamily === 'bond') return 1;
  return thickness ** (stage === 'touch' ? 1 : stage === 'recoat' ? 1.5 : 2);
};

/**
 * How long one coat takes to a stage in a steady climate, from its label's figure.
 *
 * minutes = t₀·f / r, f = thickness × airflow, r the family's rate (docs/formulas.md, drying)
 *
 * @param product    a product with a drying figure for the stage
 * @param climate    air °C and % RH, and the surface's °C where it differs
 * @param conditions thickness 0.5–3 of the label's coat, airflow
 * @returns minutes, low–typical–high after the label's own range; at 23 °C, 50 % RH and a label coat the label's figure itself;
 *          problems where it never dries, or the label gives no such stage
 */
export const dryTime = (
  product: Product,
  stage: Stage,
  climate: Climate,
  conditions: CoatConditions = {},
): Outcome<{ time: Figure }> => {
  const label = product.dry[stage];
  if (!label)
    return failed({
      code: 'no-drying-figure',
      given: `${product.name} has no figure for "${stage}".`,
      allowed: `${Object.keys(product.dry).join(', ') || 'nothing: it does not dry'}.`,
      todo: 'Enter the figure from its label, or try a test patch and note the time.',
    });
  const given = climateSchema.safeParse(climate);
  if (!given.success)
    return failed(...problemsFromZod(given.error, climate, 'Read the thermometer and hygrometer again.'));
  const thickness = conditions.thickness ?? 1;
  if (!(thickness >= THINNEST && thickness <= THICKEST))
    return failed({
      code: 'coat-thickness',
      given: `A coat of ${thickness} times the label's thickness.`,
      allowed: `${THINNEST} to ${THICKEST} times.`,
      todo: 'Lay several thin coats: beyond this it wrinkles or cracks.',
    });
  const rate = dryingRate(product.dryFamily, stage, climate);
  if ('stopped' in rate)
    return failed({
      code: `never-dries-${rate.stopped}`,
      given: `${climate.surfaceC ?? climate.temperatureC} °C and ${climate.relativeHumidity} % RH ${STOPPED_WORDS[rate.stopped]} (${product.name}).`,
      allowed: `${rate.allowed}.`,
      todo: 'Warm or dry the workshop, or wait for better weather.',
    });
  const surface = climate.surfaceC ?? climate.temperatureC;
  const dew = dewPoint(climate.temperatureC, climate.relativeHumidity);
  if (product.dryFamily !== 'none' && surface < dew + DEW_MARGIN_C)
    return failed({
      code: 'never-dries-dew',
      given: `The surface at ${surface} °C is within ${DEW_MARGIN_C} °C of the dew point, ${dew.toFixed(1)} °C.`,
      allowed: `${(dew + DEW_MARGIN_C).toFixed(1)} °C or warmer.`,
      todo: 'Warm the piece or dry the air before coating.',
    });
  const factor =
    (thicknessFactor(product, stage, thickness) * (isEvaporation(stage) ? AIRFLOW[conditions.air ?? 'moving'] : 1)) /
    rate.rate;
  return {
    ok: true,
    time: { ...label, low: label.low * factor, typical: label.typical * factor, high: label.high * factor },
  };
};

const MS_PER_MINUTE = 60_000;

/**
 * When a coat reaches a stage, in a steady climate.
 *
 * @param startsAt ISO instant at which the last coat was laid
 * @returns ISO instants, low–typical–high; or problems ("will not dry in this" is one, never a far date)
 */
export const dryUntil = (
  product: Product,
  stage: Stage,
  startsAt: string,
  climate: Climate,
  conditions: CoatConditions = {},
): Outcome<{ low: string; typical: string; high: string }> => {
  const start = Date.parse(startsAt);
  if (Number.isNaN(start))
    return failed({
      code: 'not-an-instant',
      given: `"${startsAt}" was given as the start.`,
      allowed: 'an ISO date and time with its zone.',
      todo: 'Write it like 2026-12-19T14:00:00Z.',
    });
  const read = dryTime(product, stage, climate, conditions);
  if (!read.ok) return read;
  const at = (duration: number) => new Date(start + duration * MS_PER_MINUTE).toISOString();
  return { ok: true, low: at(read.time.low), typical: at(read.time.typical), high: at(read.time.high) };
};

/** Share of its full strength that adhesive film has at an age: S = 1 − exp[−(t/τ)^0.281], τ = 1.23 h·2^((23−T)/10). */
export const bondStrength = (ageMinutes: number, temperatureC: number): number =>
  1 - Math.exp(-((ageMinutes / (1.23 * 60 * 2 ** ((23 - temperatureC) / 10))) ** 0.281));
