import Router from '@koa/router';
import type { Context } from 'koa';
import { z } from 'zod';
import { boundsOf, lengthOfLine, polygonLength, readArtwork, type CutterState as SaidState } from '@sgraffa/core';
import { bodyOf, refuse, refusedForeign } from './answers.ts';
import {
  cutterAfter,
  FAULTS,
  idleCutter,
  loadFilm,
  pauseJob,
  resumeJob,
  startJob,
  stopJob,
  tellFault,
  withNewBlade,
  type CutJob,
  type CutterAnswer,
  type CutterState,
} from './cutter.ts';

const NAME = /^[a-z0-9-]{1,40}$/;
const MOST_CUTTERS = 200;
/** The stand-in as it is bought: its largest cut and the widest film that it takes, mm. */
const BED = { widthMm: 300, lengthMm: 3000 };
const FEED_MM = 330;
/** Signs of a sheet's file, with what is written on it. */
const MOST_SVG = 20_000_000;

const size = (most: number) => z.number('a length in mm').min(10, `10 to ${most} mm`).max(most, `10 to ${most} mm`);
const filmSchema = z.strictObject({ widthMm: size(2000), lengthMm: size(20_000) });
const jobSchema = z.strictObject({
  id: z.string().min(1).max(80),
  about: z.string().max(60_000),
  svg: z.string().min(1),
  speedMmS: z.number().positive('more than 0 mm/s').max(2000, 'at most 2000 mm/s'),
  passes: z.number().int().min(1, '1 to 10').max(10, '1 to 10'),
});
const behaviourSchema = z.strictObject({
  /** Its true largest cut. */
  bed: filmSchema.optional(),
  feedMm: size(2000).optional(),
  /** What it says of its bed instead of the truth, whatever that is; null: the truth. */
  says: z.unknown().optional(),
  fault: z.enum(FAULTS).optional(),
  atShare: z.number().min(0, '0 to 1').max(1, '0 to 1').default(0.5),
  newBlade: z.boolean().default(false),
  /** So many times faster than it would be. */
  hurry: z.number().min(1, '1 to 1000').max(1000, '1 to 1000').optional(),
  isSilent: z.boolean().optional(),
  /** Back to how it was bought. */
  reset: z.boolean().default(false),
});

interface Cutter {
  readonly state: CutterState;
  /** When that was, ms since 1970. */
  readonly at: number;
  readonly says: unknown;
  readonly hurry: number;
  readonly isSilent: boolean;
  /** How many jobs it has begun: the seed of what chance decides. */
  readonly begun: number;
}

const asBought = (at: number): Cutter => ({
  state: idleCutter(BED, FEED_MM),
  at,
  says: null,
  hurry: 1,
  isSilent: false,
  begun: 0,
});

/** What it says of itself; where it was told to, not the truth about its bed. */
const said = ({ state, says }: Cutter): SaidState => {
  const { status, bed, loaded, job, cutMm, bladeMm, failure } = state;
  return {
    status,
    bed: (says ?? bed) as SaidState['bed'],
    loaded,
    job: job && { id: job.id, about: job.about, pathMm: job.pathMm, speedMmS: job.speedMmS, passes: job.passes },
    cutMm,
    bladeMm,
    failure,
  };
};

/** A file of one sheet as the knife goes along it; null where it is none. */
const readSheet = (svg: string): Omit<CutJob, 'id' | 'about' | 'speedMmS' | 'passes'> | null => {
  const read = readArtwork(svg, { strokes: 'cutLine' });
  if (!read.ok) return null;
  const { widthMm, heightMm, layers } = read.artwork;
  const polygon = layers.flatMap((layer) => layer.polygon);
  const lines = layers.flatMap(({ cutLines }) => cutLines);
  if (!polygon.length && !lines.length) return null;
  const { width, height } = boundsOf([...polygon, ...lines]);
  return {
    widthMm,
    heightMm,
    cutWidthMm: width,
    cutHeightMm: height,
    pathMm: polygonLength(polygon) + lines.reduce((sum, line) => sum + lengthOfLine(line), 0),
  };
};

const named = (context: Context): string | null => {
  const name = context.params['cutter'] ?? '';
  if (NAME.test(name)) return name;
  refuse(context, {
    status: 400,
    code: 'bad-cutter',
    given: `"${name.slice(0, 60)}" as the cutter.`,
    allowed: 'small letters, digits and hyphens.',
    todo: 'Write its name again.',
  });
  return null;
};

/**
 * A stand-in for a cutter; cutters are told apart by name.
 *
 * `GET /api/cutter/:cutter` says how it is; `PUT …/film` puts film in, `PUT …/job` begins a sheet, `PUT …/job/pause`, `resume` and `stop`
 * do so; `PUT …/behaviour` tells it what to do wrong.
 *
 * @param now the clock, ms since 1970
 */
export const cutterRoutes = (now: () => number = Date.now): Router => {
  const cutters = new Map<string, Cutter>();
  const router = new Router({ prefix: '/api/cutter' });
  const current = (name: string): Cutter => {
    const at = now();
    const kept = cutters.get(name) ?? asBought(at);
    const seconds = (Math.max(0, at - kept.at) / 1000) * kept.hurry;
    return { ...kept, at, state: cutterAfter(kept.state, seconds, kept.begun) };
  };
  /** Keeps a cutter; the table is bounded, one that is in it can be used for good. */
  const keep = (context: Context, name: string, cutter: Cutter): void => {
    if (!cutters.has(name) && cutters.size >= MOST_CUTTERS)
      return refuse(context, {
        status: 409,
        code: 'too-many-cutters',
        given: `"${name}" would be the ${MOST_CUTTERS + 1}th cutter.`,
        allowed: `${MOST_CUTTERS} of them.`,
        todo: 'Use one of those that are known, or start the server anew.',
      });
    cutters.set(name, cutter);
    context.set('Cache-Control', 'no-store');
    context.body = said(cutter);
  };
  const silent = (context: Context, name: string): void =>
    refuse(context, {
      status: 503,
      code: 'cutter-silent',
      given: `The cutter "${name}" does not answer.`,
      allowed: 'a cutter that is switched on.',
      todo: 'Switch it on, or save the files instead.',
    });
  const changed =
    (change: (cutter: Cutter, body: unknown) => CutterAnswer | string, most?: number) =>
    async (context: Context): Promise<void> => {
      if (refusedForeign(context)) return;
      const name = named(context);
      if (name === null) return;
      const body = await bodyOf(context, most);
      const cutter = current(name);
      if (cutter.isSilent) return silent(context, name);
      const answer = change(cutter, body);
      if (typeof answer === 'string')
        return refuse(context, {
          status: 400,
          code: 'bad-order',
          given: `${(JSON.stringify(body) ?? '').slice(0, 200)} for "${name}".`,
          allowed: answer,
          todo: 'Send that as JSON.',
        });
      if (!answer.ok) {
        context.status = 409;
        context.body = { problems: answer.problems };
        return;
      }
      const isBegun = answer.state.job !== null && answer.state.job.id !== cutter.state.job?.id;
      keep(context, name, { ...cutter, state: answer.state, begun: cutter.begun + (isBegun ? 1 : 0) });
    };

  router.get('/:cutter', (context) => {
    const name = named(context);
    if (name === null) return;
    const cutter = current(name);
    if (cutter.isSilent) return silent(context, name);
    // one that nobody has used is not kept only for being looked at
    if (cutters.has(name)) cutters.set(name, cutter);
    context.set('Cache-Control', 'no-store');
    context.body = said(cutter);
  });
  router.put(
    '/:cutter/film',
    changed(({ state }, body) => {
      const read = filmSchema.safeParse(body);
      return read.success ? loadFilm(state, read.data) : 'widthMm (10 to 2000) and lengthMm (10 to 20000).';
    }),
  );
  router.put(
    '/:cutter/job',
    changed(({ state }, body) => {
      const read = jobSchema.safeParse(body);
      if (!read.success) return 'id, about, svg, speedMmS (up to 2000) and passes (1 to 10).';
      const { svg, ...job } = read.data;
      const sheet = readSheet(svg);
      return sheet ? startJob(state, { ...job, ...sheet }) : 'a file of one sheet, SVG in millimetres.';
    }, MOST_SVG),
  );
  router.put(
    '/:cutter/job/pause',
    changed(({ state }) => pauseJob(state)),
  );
  router.put(
    '/:cutter/job/resume',
    changed(({ state }) => resumeJob(state)),
  );
  router.put(
    '/:cutter/job/stop',
    changed(({ state }) => stopJob(state)),
  );
  router.put('/:cutter/behaviour', async (context) => {
    if (refusedForeign(context)) return;
    const name = named(context);
    if (name === null) return;
    const given = await bodyOf(context);
    const read = behaviourSchema.safeParse(given);
    if (!read.success)
      return refuse(context, {
        status: 400,
        code: 'bad-behaviour',
        given: `${(JSON.stringify(given) ?? '').slice(0, 200)} for "${name}".`,
        allowed: `bed, feedMm, says, fault (${FAULTS.join(', ')}), atShare (0 to 1), newBlade, hurry, isSilent, reset.`,
        todo: 'Send one of these as JSON.',
      });
    const { bed, feedMm, says, fault, atShare, newBlade, hurry, isSilent, reset } = read.data;
    const kept = reset ? asBought(now()) : current(name);
    let { state } = kept;
    if (bed) state = { ...state, bed };
    if (feedMm !== undefined) state = { ...state, feedMm };
    if (fault) state = tellFault(state, fault, atShare);
    if (newBlade) state = withNewBlade(state);
    keep(context, name, {
      ...kept,
      state,
      says: says === undefined ? kept.says : says,
      hurry: hurry ?? kept.hurry,
      isSilent: isSilent ?? kept.isSilent,
    });
  });
  return router;
};
