import type { ClimateHour } from '@sgraffa/core';

const HOUR_MS = 3_600_000;
const DAY_MS = 24 * HOUR_MS;
const { PI, cos, sin, exp, max, min, round, floor } = Math;

/** A number from 0 to 1 that belongs to a seed and a whole number for good (a mixed 32-bit hash). */
const chance = (seed: number, at: number): number => {
  let value = (Math.imul(seed | 0, 0x9e3779b1) ^ Math.imul(at | 0, 0x85ebca6b)) >>> 0;
  value = Math.imul(value ^ (value >>> 16), 0x21f0aaad) >>> 0;
  value = Math.imul(value ^ (value >>> 15), 0x735a2d97) >>> 0;
  return ((value ^ (value >>> 15)) >>> 0) / 4_294_967_296;
};

/** A value that wanders with the hours, −1 to 1: two neighbouring draws, blended. */
const wander = (seed: number, hour: number, span: number): number => {
  const step = floor(hour / span);
  const share = hour / span - step;
  const blend = (1 - cos(PI * share)) / 2;
  return 2 * (chance(seed, step) * (1 - blend) + chance(seed, step + 1) * blend) - 1;
};

/** Whether a day is a dry one: two in every seven are, the same ones for a seed. */
const isDryDay = (seed: number, day: number): boolean => {
  const week = floor((day + 3) / 7); // weeks begin on Monday
  const first = floor(chance(seed + 101, week) * 7);
  const second = (first + 2 + floor(chance(seed + 202, week) * 4)) % 7;
  const own = (((day + 3) % 7) + 7) % 7;
  return own === first || own === second;
};

const saturation = (temperature: number): number => 6.112 * exp((17.62 * temperature) / (243.12 + temperature));

/**
 * Air on a made-up hilltop in one hour: mild, wet, two dry days in seven.
 *
 * @param at ms since 1970, the beginning of the hour
 */
export const weatherAt = (seed: number, at: number): ClimateHour => {
  const day = floor(at / DAY_MS);
  const hour = floor(at / HOUR_MS);
  const ofDay = (at % DAY_MS) / HOUR_MS;
  const ofYear = ((day % 365.25) / 365.25) * 2 * PI;
  const isDry = isDryDay(seed, day);
  const season = 15.5 - 3.5 * cos(ofYear - 0.5);
  const warmth = (isDry ? 3.2 : 1.6) * cos(((ofDay - 14) / 24) * 2 * PI);
  const temperature = season + warmth + 1.5 * wander(seed + 1, hour, 30);
  // the air holds what it held in the morning: warm hours are drier
  const dew = season - (isDry ? 6.5 : 2.2) + 0.8 * wander(seed + 2, hour, 36);
  const humidity = (100 * saturation(min(dew, temperature - 0.4))) / saturation(temperature);
  const shower = chance(seed + 3, floor(hour / 3)) < 0.55 && chance(seed + 4, hour) < 0.8;
  const half = 4 + 2 * (1 - cos(ofYear - 0.17)); // half the daylight, hours
  return {
    temperatureC: round(temperature * 10) / 10,
    relativeHumidity: round(max(20, min(100, humidity))),
    windMs: round(max(0.3, (isDry ? 2 : 4) + 1.4 * wander(seed + 5, hour, 9)) * 10) / 10,
    rainMm: !isDry && shower ? round((0.3 + 2 * chance(seed + 6, hour)) * 10) / 10 : 0,
    isDaylight: ofDay >= 12 - half && ofDay < 12 + half,
  };
};

/** A forecast is never quite the weather: off by more the further ahead, and another with every revision. */
export const forecastAt = (seed: number, at: number, madeAt: number, revision: number): ClimateHour => {
  const ahead = max(0, (at - madeAt) / DAY_MS);
  const hour = floor(at / HOUR_MS);
  const truth = weatherAt(revision && ahead > 0.5 ? seed + 1000 * revision : seed, at);
  const noise = seed + 7000 + revision;
  return {
    ...truth,
    temperatureC: round((truth.temperatureC + Math.sqrt(ahead) * wander(noise, hour, 20)) * 10) / 10,
    relativeHumidity: round(
      max(20, min(100, truth.relativeHumidity + 4 * Math.sqrt(ahead) * sin(wander(noise + 1, hour, 20)))),
    ),
  };
};
