import { useMemo } from 'react';
import { adviseNow, hangsOnAir, type Advice, type BenchEvent, type Reading } from '@sgraffa/core';
import { useForecast } from '../../store/forecast.ts';
import type { OpenStep } from './useBenchModel.ts';

const MINUTE_MS = 60_000;
/** So long a typed reading is taken for the air of now. */
const READING_LASTS_MS = 3 * 3_600_000;

/** The newest reading that somebody typed, while it is fresh. */
export const typedReading = (events: readonly BenchEvent[], now: number): Reading | null => {
  let newest: Reading | null = null;
  let at = -Infinity;
  for (const event of events) {
    if (event.kind !== 'measured' || event.temperatureC === null || event.relativeHumidity === null) continue;
    const read = Date.parse(event.at);
    // the page looks at the clock by the minute: what was read just now is no reading to come
    if (read < at || read > now + MINUTE_MS || read < now - READING_LASTS_MS) continue;
    at = read;
    newest = {
      temperatureC: event.temperatureC,
      relativeHumidity: event.relativeHumidity,
      ...(event.surfaceC === null ? {} : { surfaceC: event.surfaceC }),
      from: 'typed',
    };
  }
  return newest;
};

/** Go or no-go for the open step; null where it does not hang on the air. */
export const useAir = (
  { step, product, settings }: OpenStep,
  events: readonly BenchEvent[],
  now: number,
): { readonly advice: Advice; readonly reading: Reading | null } | null => {
  const { series } = useForecast();
  const minute = Math.floor(now / MINUTE_MS) * MINUTE_MS;
  return useMemo(() => {
    if (!hangsOnAir(step, product)) return null;
    const { temperatureC, relativeHumidity } = settings.workshop;
    const typed = typedReading(events, minute);
    const usual: Reading = { temperatureC, relativeHumidity, from: 'workshop' };
    const reading = typed ?? (step.air === 'outdoors' ? null : usual);
    return { advice: adviseNow(step, product, reading, series, new Date(minute).toISOString()), reading };
  }, [step, product, settings, events, minute, series]);
};
