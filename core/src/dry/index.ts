export { bondStrength, dryTime, dryUntil, type CoatConditions } from './dryTime.ts';
export { arrhenius, dewPoint, perTenDegrees, saturationPressure, vapourDeficit } from './physics.ts';
export { climateSchema, dryingRate, type Climate, type Rate } from './rates.ts';
