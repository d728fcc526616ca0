export { bondStrength, dewProblem, dryTime, type CoatConditions } from './dryTime.ts';
export { dryUntil } from './dryUntil.ts';
export { readClimate, type ClimateAnswers, type ClimateQuestion, type ReadClimate } from './readClimate.ts';
export { arrhenius, dewPoint, perTenDegrees, saturationPressure, vapourDeficit } from './physics.ts';
export { climateSchema, dryingRate, type Climate, type Rate } from './rates.ts';
export {
  climateBeyond,
  climateHourSchema,
  climateSeriesSchema,
  dryTimeAlong,
  hourAt,
  type ClimateHour,
  type ClimateSeries,
  type SeriesOptions,
} from './series.ts';
