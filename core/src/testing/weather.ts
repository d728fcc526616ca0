import type { ClimateHour, ClimateSeries } from '../dry/index.ts';

const HOUR_MS = 3_600_000;

/** Independent of the planner's own sampling: a congruential generator and a weather that drifts. */
export const dice = (seed: number): (() => number) => {
  let state = (seed * 2_654_435_761) >>> 0;
  return () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return state / 4_294_967_296;
  };
};

/** Twelve dice make a bell. */
export const bell = (roll: () => number): number =>
  Array.from({ length: 12 }, roll).reduce((sum, one) => sum + one, -6);

/** Hours of mild weather in which whole days are wet or dry. */
export const someWeather = (from: number, days: number, roll: () => number, wetShare: number): ClimateHour[] =>
  Array.from({ length: days }, () => roll() < wetShare).flatMap((isWet, day) =>
    Array.from({ length: 24 }, (_, hour): ClimateHour => {
      const ofDay = ((from + (day * 24 + hour) * HOUR_MS) / HOUR_MS) % 24;
      return {
        temperatureC: 16 + 3 * Math.cos(((ofDay - 14) / 12) * Math.PI),
        relativeHumidity: isWet ? 82 : 55,
        windMs: 2,
        rainMm: isWet ? 0.5 : 0,
        isDaylight: ofDay >= 7 && ofDay < 17,
      };
    }),
  );

export const seriesFrom = (from: number, hours: readonly ClimateHour[]): ClimateSeries => ({
  id: 'test',
  madeAt: new Date(from).toISOString(),
  from: new Date(from).toISOString(),
  hours: [...hours],
});
