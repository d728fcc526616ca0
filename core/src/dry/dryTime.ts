import { failed, problemsFromZod, type Outcome, type Problem } from '../problem/index.ts';
import type { Figure, Product, Stage } from '../materials/index.ts';
import { dewPoint } from './physics.ts';
import { climateSchema, dryingRate, isEvaporation, type Climate, type Rate } from './rates.ts';

/** How the coat lies: all 1 or `moving` where the label's own conditions hold. */
export interface CoatConditions {
  /** Wet coat against the label's thickness, 0.5 to 3. */
  readonly thickness?: number;
  readonly air?: 'moving' | 'still' | 'fan';
  /** Where it is shut in: instead of the airflow. */
  readonly enclosure?: 'looseSheet' | 'wideJar' | 'narrowNeck' | 'closed';
}

const AIRFLOW = { moving: 1, still: 1.5, fan: 0.7 } as const;
// times of what can get out and in, low–typical–high; through a narrow neck hardly anything, closed nothing
const ENCLOSURES = {
  looseSheet: { low: 2, typical: 3, high: 4 },
  wideJar: { low: 3, typical: 4, high: 6 },
  narrowNeck: { low: 10, typical: 17, high: 30 },
} as const;
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

interface Factors {
  readonly low: number;
  readonly typical: number;
  readonly high: number;
}

/** What multiplies the label's figure: thickness × airflow, or the enclosure; problems where there is no figure or no drying. */
export const conditionsFactor = (
  product: Product,
  stage: Stage,
  { thickness = 1, air = 'moving', enclosure }: CoatConditions,
): Outcome<Factors> => {
  if (!product.dry[stage])
    return failed({
      code: 'no-drying-figure',
      given: `${product.name} has no figure for "${stage}".`,
      allowed: `${Object.keys(product.dry).join(', ') || 'nothing: it does not dry'}.`,
      todo: 'Enter the figure from its label, or try a test patch and note the time.',
    });
  if (!(thickness >= THINNEST && thickness <= THICKEST))
    return failed({
      code: 'coat-thickness',
      given: `A coat of ${thickness} times the label's thickness.`,
      allowed: `${THINNEST} to ${THICKEST} times.`,
      todo: 'Lay several thin coats: beyond this it wrinkles or cracks.',
    });
  if (enclosure === 'closed')
    return failed({
      code: 'never-dries-closed',
      given: `${product.name} in a closed vessel.`,
      allowed: 'an open mouth: what dries must get out.',
      todo: 'Drain it upside down, then let it dry mouth up and open.',
    });
  const thick = thicknessFactor(product, stage, thickness);
  const around = enclosure ? ENCLOSURES[enclosure] : AIRFLOW[air];
  const of = (key: keyof Factors): number =>
    thick * (isEvaporation(stage) ? (typeof around === 'number' ? around : around[key]) : 1);
  return { ok: true, low: of('low'), typical: of('typical'), high: of('high') };
};

export const stoppedProblem = (
  product: Product,
  climate: Climate,
  { stopped, allowed }: Extract<Rate, { stopped: unknown }>,
): Problem => ({
  code: `never-dries-${stopped}`,
  given: `${climate.surfaceC ?? climate.temperatureC} °C and ${climate.relativeHumidity} % RH ${STOPPED_WORDS[stopped]} (${product.name}).`,
  allowed: `${allowed}.`,
  todo: 'Warm or dry the workshop, or wait for better weather.',
});

/** Why nothing may be laid on a surface so close to the dew point; null where it may. */
export const dewProblem = (product: Product, climate: Climate): Problem | null => {
  const surface = climate.surfaceC ?? climate.temperatureC;
  const dew = dewPoint(climate.temperatureC, climate.relativeHumidity);
  if (product.dryFamily === 'none' || surface >= dew + DEW_MARGIN_C) return null;
  return {
    code: 'never-dries-dew',
    given: `The surface at ${surface} °C is within ${DEW_MARGIN_C} °C of the dew point, ${dew.toFixed(1)} °C.`,
    allowed: `${(dew + DEW_MARGIN_C).toFixed(1)} °C or warmer.`,
    todo: 'Warm the piece or dry the air before coating.',
  };
};

/** Climates that were found to be ones: the same is asked about for each product and stage. */
const readBefore = new WeakSet<Climate>();

const wrongIn = (climate: Climate): readonly Problem[] => {
  if (readBefore.has(climate)) return [];
  const given = climateSchema.safeParse(climate);
  if (!given.success) return problemsFromZod(given.error, climate, 'Read the thermometer and hygrometer again.');
  readBefore.add(climate);
  return [];
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
  const factors = conditionsFactor(product, stage, conditions);
  if (!factors.ok) return factors;
  const wrong = wrongIn(climate);
  if (wrong.length) return failed(...wrong);
  const rate = dryingRate(product.dryFamily, stage, climate);
  if ('stopped' in rate) return failed(stoppedProblem(product, climate, rate));
  const dew = dewProblem(product, climate);
  if (dew) return failed(dew);
  const label = product.dry[stage]!;
  return {
    ok: true,
    time: {
      ...label,
      low: (label.low * factors.low) / rate.rate,
      typical: (label.typical * factors.typical) / rate.rate,
      high: (label.high * factors.high) / rate.rate,
    },
  };
};

/** Share of its full strength that adhesive film has at an age: S = 1 − exp[−(t/τ)^0.281], τ = 1.23 h·2^((23−T)/10). */
export const bondStrength = (ageMinutes: number, temperatureC: number): number =>
  1 - Math.exp(-((ageMinutes / (1.23 * 60 * 2 ** ((23 - temperatureC) / 10))) ** 0.281));
