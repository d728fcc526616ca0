export * from './quantities.ts';
export { parseArea, parseDuration, parseLength, parseMass, parseTemperature, parseVolume } from './parse.ts';
export { formatDuration, formatLength, formatTemperature, type UnitChoice } from './format.ts';
