import { z } from 'zod';
import type { DryFamily, Stage } from '../materials/index.ts';
import { arrhenius, perTenDegrees, REFERENCE_C, REFERENCE_RH, saturationPressure, vapourDeficit } from './physics.ts';

const temperature = z.number('a temperature in °C').min(-45, '−45 to 60 °C').max(60, '−45 to 60 °C');

/** Air and surface as the drying coat meets them: air °C, % RH, and the surface's °C where it is not the air's. */
export const climateSchema = z.object({
  temperatureC: temperature,
  relativeHumidity: z.number('a humidity in %').min(0, '0 to 100 % RH').max(100, '0 to 100 % RH'),
  surfaceC: temperature.optional(),
});
export type Climate = Readonly<z.output<typeof climateSchema>>;

/** Rate of drying against the reference climate (1 there), or why nothing dries. */
export type Rate =
  | { readonly rate: number }
  | { readonly stopped: 'too-cold' | 'too-hot' | 'too-damp' | 'too-dry'; readonly allowed: string };

type RateLaw = (climate: Climate, surfaceC: number) => Rate;

// Each law's constants and its range are those of docs/formulas.md; every multiplier is an estimate until a label or trial says otherwise.
const FILM_FORMING_C = 10; // below it a waterborne coat does not wait, it is spoilt
const WATERBORNE_MAX_RATE = 2;
const WATERBORNE_MIN_RATE = 0.1;
const DAMPEST_DRYING_RH = 95;
const DAMP_RH = 80;
const EPOXY_ACTIVATION = 55_000; // J/mol
const REFERENCE_DEFICIT = vapourDeficit(REFERENCE_C, REFERENCE_C, REFERENCE_RH);

const within = (surfaceC: number, low: number, high: number, rate: () => Rate): Rate => {
  if (surfaceC < low) return { stopped: 'too-cold', allowed: `${low} to ${high} °C` };
  return surfaceC > high ? { stopped: 'too-hot', allowed: `${low} to ${high} °C` } : rate();
};

const waterborneEvaporation: RateLaw = ({ temperatureC, relativeHumidity }, surfaceC) =>
  within(surfaceC, FILM_FORMING_C, 60, () => {
    const rate = Math.min(
      WATERBORNE_MAX_RATE,
      vapourDeficit(surfaceC, temperatureC, relativeHumidity) / REFERENCE_DEFICIT,
    );
    return relativeHumidity >= DAMPEST_DRYING_RH || rate < WATERBORNE_MIN_RATE
      ? { stopped: 'too-damp', allowed: `below ${DAMPEST_DRYING_RH} % RH, with air that still takes up water` }
      : { rate };
  });

const waterborneCure: RateLaw = ({ relativeHumidity }, surfaceC) =>
  within(surfaceC, FILM_FORMING_C, 60, () => ({
    rate: perTenDegrees(surfaceC, 1.7) * (relativeHumidity > DAMP_RH ? 0.5 : 1),
  }));

const solvent =
  (q: number): RateLaw =>
  (_climate, surfaceC) =>
    within(surfaceC, 5, 35, () => ({ rate: perTenDegrees(surfaceC, q) }));

const twoPart: RateLaw = (_climate, surfaceC) =>
  within(surfaceC, 15, 35, () => ({ rate: arrhenius(surfaceC, EPOXY_ACTIVATION) }));

const moisture: RateLaw = ({ relativeHumidity }, surfaceC) =>
  relativeHumidity < 30
    ? { stopped: 'too-dry', allowed: '30 % RH or more' }
    : within(surfaceC, 5, 40, () => ({
        rate: (relativeHumidity / REFERENCE_RH) * (saturationPressure(surfaceC) / saturationPressure(REFERENCE_C)),
      }));

// glue flows into the surface about twice as fast for every 10 °C
const bond: RateLaw = (_climate, surfaceC) => within(surfaceC, 10, 50, () => ({ rate: perTenDegrees(surfaceC, 2) }));

const LAWS: Readonly<Record<DryFamily, { readonly evaporation: RateLaw; readonly cure: RateLaw }>> = {
  waterborne: { evaporation: waterborneEvaporation, cure: waterborneCure },
  evaporating: { evaporation: solvent(1.7), cure: solvent(1.7) },
  oil: { evaporation: solvent(2), cure: solvent(2) },
  twoPart: { evaporation: twoPart, cure: twoPart },
  moisture: { evaporation: moisture, cure: moisture },
  bond: { evaporation: bond, cure: bond },
  none: { evaporation: () => ({ rate: 1 }), cure: () => ({ rate: 1 }) },
};

/** Stages that end when water or solvent has left; the later ones are chemistry. */
export const isEvaporation = (stage: Stage): boolean => stage === 'touch' || stage === 'recoat';

/** How fast a family goes toward a stage in a climate, against 23 °C and 50 % RH. */
export const dryingRate = (family: DryFamily, stage: Stage, climate: Climate): Rate =>
  LAWS[family][isEvaporation(stage) ? 'evaporation' : 'cure'](climate, climate.surfaceC ?? climate.temperatureC);
