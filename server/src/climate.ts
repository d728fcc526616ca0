import Router from '@koa/router';
import type { Context } from 'koa';
import { z } from 'zod';
import type { ClimateSeries } from '@sgraffa/core';
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

const problem = (context: Context, status: number, code: string, given: string, allowed: string, todo: string) => {
  context.status = status;
  context.body = { problems: [{ code, given, allowed, todo }] };
};

/** Whether a request comes from a page of this very server: browsers say so, other pages cannot. */
const isOwnPage = (context: Context): boolean => {
  const origin = context.get('Origin');
  if (!URL.canParse(origin)) return false;
  return new URL(origin).host === context.host;
};

const FIRST_MS = Date.UTC(2000, 0, 1);
const LAST_MS = Date.UTC(2200, 0, 1);

/** The instant that is asked for; the clock's own where none is given, null where it is none that has weather. */
const askedInstant = (at: unknown, now: () => number): number | null => {
  if (at === undefined) return now();
  const instant = typeof at === 'string' ? Date.parse(at) : NaN;
  return instant >= FIRST_MS && instant < LAST_MS ? instant : null;
};

const bodyOf = async (context: Context): Promise<unknown> => {
  let text = '';
  for await (const chunk of context.req) {
    text += String(chunk);
    if (text.length > 10_000) break;
  }
  return JSON.parse(text || '{}');
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
      return problem(
        context,
        400,
        'bad-station',
        `"${station.slice(0, 60)}" as the station.`,
        'small letters, digits and hyphens.',
        'Write its name in the settings again.',
      );
    const behaviour = stations.get(station) ?? behaviourSchema.parse({});
    if (behaviour.lagMs) await new Promise((resolve) => setTimeout(resolve, behaviour.lagMs));
    if (behaviour.fails)
      return problem(
        context,
        503,
        'station-silent',
        `The station "${station}" does not answer.`,
        'a station that is switched on.',
        'The last forecast that was read is used, with its age.',
      );
    const at = askedInstant(context.query['at'], now);
    if (at === null)
      return problem(
        context,
        400,
        'bad-instant',
        `"${String(context.query['at']).slice(0, 60)}" as the time.`,
        'an ISO date and time from 2000 to 2199.',
        'Leave it out for the weather of now.',
      );
    context.set('Cache-Control', 'no-store');
    context.body = answerAt(station, behaviour, at);
  });
  router.put('/:station/behaviour', async (context) => {
    const station = context.params['station'] ?? '';
    if (!isOwnPage(context))
      return problem(
        context,
        403,
        'foreign-page',
        `A change from ${context.get('Origin').slice(0, 100) || 'no page'}.`,
        'a change from a page of this server.',
        'Open the application from this address.',
      );
    let given: unknown;
    try {
      given = await bodyOf(context);
    } catch {
      given = null;
    }
    const read = behaviourSchema.safeParse(given);
    if (!NAME.test(station) || !read.success)
      return problem(
        context,
        400,
        'bad-behaviour',
        `${(JSON.stringify(given) ?? '').slice(0, 200)} for "${station.slice(0, 60)}".`,
        'seed, fails, lagMs (0 to 30000), revision (0 to 999).',
        'Send one of these as JSON.',
      );
    // the table is bounded; a station that is in it can be told anew for good
    if (!stations.has(station) && stations.size >= MOST_STATIONS)
      return problem(
        context,
        409,
        'too-many-stations',
        `"${station}" would be the ${MOST_STATIONS + 1}th station that was told something.`,
        `${MOST_STATIONS} of them.`,
        'Tell one of those that are known, or start the server anew.',
      );
    stations.set(station, read.data);
    context.body = read.data;
  });
  return router;
};
