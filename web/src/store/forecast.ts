import { useQuery } from '@tanstack/react-query';
import { climateSeriesSchema, type ClimateSeries } from '@sgraffa/core';
import { useBench } from './bench.ts';
import { store } from './start.ts';

const FRESH_MS = 15 * 60_000;
const PATIENCE_MS = 8000;
const HOUR_MS = 3_600_000;

export interface Forecast {
  /** False until the station has answered, or has not. */
  readonly isRead: boolean;
  /** The forecast; null where there is none, and outdoor work is planned without weather. */
  readonly series: ClimateSeries | null;
  readonly source: 'station' | 'last-known' | 'file' | 'none';
  /** Why the station's newest is not there. */
  readonly trouble: string | null;
  readonly readAgain: () => void;
}

/** What a station itself answers, in words for a person. */
class StationError extends Error {}

const readStation = async (station: string): Promise<ClimateSeries> => {
  if (!navigator.onLine) throw new TypeError('offline');
  const at = new Date().toISOString();
  const answer = await fetch(`/api/climate/${station}?at=${at}`, { signal: AbortSignal.timeout(PATIENCE_MS) });
  const body = (await answer.json()) as { forecast?: unknown; problems?: { given: string }[] };
  if (!answer.ok) throw new StationError(body.problems?.[0]?.given ?? `The station answered with ${answer.status}.`);
  const read = climateSeriesSchema.safeParse(body.forecast);
  if (!read.success) throw new StationError('The station sent something that is no forecast.');
  return read.data;
};

const wordsOf = (error: unknown): string => {
  if (error instanceof DOMException && error.name === 'TimeoutError')
    return `The station did not answer within ${PATIENCE_MS / 1000} seconds.`;
  if (error instanceof TypeError) return 'The station cannot be reached.';
  return error instanceof StationError ? error.message : 'The station cannot be read.';
};

/** The newest forecast of a station; where it does not answer, the last one that was read, and why. */
const readForecast = async (station: string): Promise<Pick<Forecast, 'series' | 'source' | 'trouble'>> => {
  try {
    const series = await readStation(station);
    // a forecast that cannot be kept for later is good for now all the same
    await store.keepForecast(station, JSON.stringify(series)).catch(() => undefined);
    return { series, source: 'station', trouble: null };
  } catch (error) {
    const kept = await store.lastForecast(station);
    const read = climateSeriesSchema.safeParse(kept === null ? null : JSON.parse(kept));
    return {
      series: read.success ? read.data : null,
      source: read.success ? 'last-known' : 'none',
      trouble: wordsOf(error),
    };
  }
};

const isStillOf = ({ from, hours }: ClimateSeries, now: number): boolean =>
  Date.parse(from) + hours.length * HOUR_MS > now;

/** The forecast that outdoor work is planned by: the crafter's own file while it lasts, else the station's. */
export const useForecast = (): Forecast => {
  const bench = useBench()?.settings.value.bench;
  const station = bench?.station ?? null;
  const query = useQuery({
    queryKey: ['forecast', station],
    queryFn: () => readForecast(station!),
    enabled: station !== null,
    staleTime: FRESH_MS,
    refetchInterval: FRESH_MS,
  });
  const readAgain = () => void query.refetch();
  const none = { series: null, source: 'none', trouble: null, readAgain } as const;
  if (!bench) return { ...none, isRead: false };
  if (bench.readings && isStillOf(bench.readings, Date.now()))
    return { isRead: true, series: bench.readings, source: 'file', trouble: null, readAgain };
  if (station === null) return { ...none, isRead: true };
  return query.data ? { ...query.data, isRead: true, readAgain } : { ...none, isRead: query.isError };
};
