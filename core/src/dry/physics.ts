/** Gas constant, J/(mol·K). */
const R = 8.314;
const KELVIN = 273.15;

/** The climate that label figures are given for. */
export const REFERENCE_C = 23;
export const REFERENCE_RH = 50;

/**
 * Saturation vapour pressure over water.
 *
 * e_s = 6.112·exp(17.62 T / (243.12 + T)), −45…60 °C (Magnus)
 *
 * @param temperatureC °C, −45 to 60
 * @returns hPa
 * @source  WMO Guide to Instruments and Methods of Observation (WMO-No. 8), annex 4.B
 */
export const saturationPressure = (temperatureC: number): number =>
  6.112 * Math.exp((17.62 * temperatureC) / (243.12 + temperatureC));

/**
 * Dew point of air: γ = ln(RH/100) + 17.62 T/(243.12 + T), T_d = 243.12 γ / (17.62 − γ).
 *
 * @param relativeHumidity % above 0
 * @returns °C
 * @source  the Magnus formula above, solved for temperature
 */
export const dewPoint = (temperatureC: number, relativeHumidity: number): number => {
  const gamma = Math.log(Math.max(relativeHumidity, 0.01) / 100) + (17.62 * temperatureC) / (243.12 + temperatureC);
  return (243.12 * gamma) / (17.62 - gamma);
};

/** What the air takes up from a wet coat, hPa: max(0, e_s(T_surface) − RH/100·e_s(T_air)). */
export const vapourDeficit = (surfaceC: number, airC: number, relativeHumidity: number): number =>
  Math.max(0, saturationPressure(surfaceC) - (relativeHumidity / 100) * saturationPressure(airC));

/** Rate against the reference for a reaction with activation energy E (J/mol): exp[(E/R)(1/T₀ − 1/T)]. */
export const arrhenius = (temperatureC: number, activationEnergy: number): number =>
  Math.exp((activationEnergy / R) * (1 / (REFERENCE_C + KELVIN) - 1 / (temperatureC + KELVIN)));

/** Rate against the reference that grows by the factor q for every 10 °C. */
export const perTenDegrees = (temperatureC: number, q: number): number => q ** ((temperatureC - REFERENCE_C) / 10);
