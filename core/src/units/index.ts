export * from './quantities.ts';
export { parseArea, parseDuration, parseLength, parseMass, parseTemperature, parseVolume } from './parse.ts';
export { bothWays, dateOrderOf, readDateTime, type DateOrder } from './dates.ts';
export {
  formatDuration,
  formatLength,
  formatTemperature,
  LENGTH_UNITS,
  type LengthUnit,
  type UnitChoice,
} from './format.ts';
export { sayWhen } from './saidDates.ts';
export { seeded } from './seeded.ts';
