import Router from '@koa/router';
import { z } from 'zod';
import type { ClimateSeries } from '@sgraffa/core';
import { bodyOf, refuse, refusedForeign } from './answers.ts';
import { forecastAt, weatherAt } from './weather.ts';

const HOUR_MS = 3_600_000;
const FORECAST_HOURS = 10 * 24;
const LONGEST_LAG_MS = 30_000;

/** How a simulated station behaves: it may fail, answer late, or have changed its mind. */
const behaviourSchema = z.strictObject({
  seed: z.number().int().min(0, '0 to 9999').max(9999, '0 to 9999').default(35),
  fails: z.boolean().default(false),
  lagMs: z.number().int().min(0, '0 to 30000 ms').max(LONGEST_LAG_MS, '0 to 30000 ms').default(0),
  /** Each new one is another forecast for the days ahead. */
  revision: z.number().int().min(0, '0 to 999').max(999, '0 to 999').default(0),
});
export type Behaviour = z.output<typeof behaviourSchema>;

const NAME = /^[a-z0-9-]{1,40}$/;
const MOST_STATIONS = 500;

export interface ClimateAnswer {
  /** What the station measures now. */
  readonly reading: { readonly at: string; readonly temperatureC: number; readonly relativeHumidity: number };
  readonly forecast: ClimateSeries;
}

const answerAt = (station: string, { seed, revision }: Behaviour, now: number): ClimateAnswer => {
  const from = Math.floor(now / HOUR_MS) * HOUR_MS;
  const { temperatureC, relativeHumidity } = weatherAt(seed, from);
  const madeAt = new Date(from).toISOString();
  return {
    reading: { at: madeAt, temperatureC, relativeHumidity },
    forecast: {
      id: `simulated ${station} ${madeAt.slice(0, 13)}h${revision ? ` rev ${revision}` : ''}`,
      madeAt,
      from: madeAt,
      hours: Array.from({ length: FORECAST_HOURS }, (_, hour) =>
        forecastAt(seed, from + hour * HOUR_MS, from, revision),
      ),
    },
  };
};

const FIRST_MS = Date.UTC(2000, 0, 1);
const LAST_MS = Date.UTC(2200, 0, 1);

/** The instant that is asked for; the clock's own where none is given, null where it is none that has weather. */
const askedInstant = (at: unknown, now: () => number): number | null => {
  if (at === undefined) return now();
  const instant = typeof at === 'string' ? Date.parse(at) : NaN;
  return instant >= FIRST_MS && instant < LAST_MS ? instant : null;
};

/**
 * A stand-in for a climate station with its forecast; stations are told apart by name and behave as they were told.
 *
 * `GET /api/climate/:station` gives a reading and ten days by the hour; `PUT /api/climate/:station/behaviour` tells it how to behave.
 *
 * @param now the clock, ms since 1970
 */
export const climateRoutes = (now: () => number = Date.now): Router => {
  const stations = new Map<string, Behaviour>();
  const router = new Router({ prefix: '/api/climate' });
  router.get('/:station', async (context) => {
    const station = context.params['station'] ?? '';
    if (!NAME.test(station))
      return refuse(context, {
        status: 400,
        code: 'bad-station',
        given: `"${station.slice(0, 60)}" as the station.`,
        allowed: 'small letters, digits and hyphens.',
        todo: 'Write its name in the settings again.',
      });
    const behaviour = stations.get(station) ?? behaviourSchema.parse({});
    if (behaviour.lagMs) await new Promise((resolve) => setTimeout(resolve, behaviour.lagMs));
    if (behaviour.fails)
      return refuse(context, {
        status: 503,
        code: 'station-silent',
        given: `The station "${station}" does not answer.`,
        allowed: 'a station that is switched on.',
        todo: 'The last forecast that was read is used, with its age.',
      });
    const at = askedInstant(context.query['at'], now);
    if (at === null)
      return refuse(context, {
        status: 400,
        code: 'bad-instant',
        given: `"${String(context.query['at']).slice(0, 60)}" as the time.`,
        allowed: 'an ISO date and time from 2000 to 2199.',
        todo: 'Leave it out for the weather of now.',
      });
    context.set('Cache-Control', 'no-store');
    context.body = answerAt(station, behaviour, at);
  });
  router.put('/:station/behaviour', async (context) => {
    if (refusedForeign(context)) return;
    const station = context.params['station'] ?? '';
    const given = await bodyOf(context);
    const read = behaviourSchema.safeParse(given);
    if (!NAME.test(station) || !read.success)
      return refuse(context, {
        status: 400,
        code: 'bad-behaviour',
        given: `${(JSON.stringify(given) ?? '').slice(0, 200)} for "${station.slice(0, 60)}".`,
        allowed: 'seed, fails, lagMs (0 to 30000), revision (0 to 999).',
        todo: 'Send one of these as JSON.',
      });
    // the table is bounded; a station that is in it can be told anew for good
    if (!stations.has(station) && stations.size >= MOST_STATIONS)
      return refuse(context, {
        status: 409,
        code: 'too-many-stations',
        given: `"${station}" would be the ${MOST_STATIONS + 1}th station that was told something.`,
        allowed: `${MOST_STATIONS} of them.`,
        todo: 'Tell one of those that are known, or start the server anew.',
      });
    stations.set(station, read.data);
    context.body = read.data;
  });
  return router;
};
