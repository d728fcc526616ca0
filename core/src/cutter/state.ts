import { z } from 'zod';
import { readBySchema, type Outcome } from '../problem/index.ts';

/** Why a sheet was not cut to its end. */
export const CUT_FAILURES = ['outOfFilm', 'skew', 'stall', 'shallow', 'stopped'] as const;
export type CutFailure = (typeof CUT_FAILURES)[number];
interface FailureWords {
  readonly happened: string;
  /** Whether what was gone around until then is good. */
  readonly keeps: boolean;
  /** What it is called where something went wrong at the bench; null: it has no such name. */
  readonly symptom: string | null;
}
export const FAILURE_WORDS: Readonly<Record<CutFailure, FailureWords>> = {
  outOfFilm: { happened: 'it ran out of film', keeps: true, symptom: null },
  skew: {
    happened: 'the film ran askew: nothing on this sheet is where it should be',
    keeps: false,
    symptom: 'off-line',
  },
  stall: { happened: 'it stood still in the middle', keeps: true, symptom: null },
  shallow: {
    happened: 'it did not cut through: nothing on this sheet can be weeded',
    keeps: false,
    symptom: 'not-through',
  },
  stopped: { happened: 'it was stopped', keeps: true, symptom: null },
};

const length = (low: number) =>
  z.number('a length in mm').min(low, `${low} to 20000 mm`).max(20_000, `${low} to 20000 mm`);
const way = z.number('a length in mm').min(0, '0 to 100000000 mm').max(1e8, '0 to 100000000 mm');
const film = z.strictObject({ widthMm: length(10), lengthMm: length(10) });

/** What a cutter says of itself; nothing of it is taken on trust. */
export const cutterStateSchema = z.strictObject({
  status: z.enum(['idle', 'loaded', 'cutting', 'paused', 'done', 'failed']),
  /** The largest cut that it says it makes. */
  bed: film,
  /** The film that it senses. */
  loaded: film.nullable(),
  job: z
    .strictObject({
      id: z.string().min(1).max(80),
      /** What whoever sent it wrote on it. */
      about: z.string().max(60_000),
      pathMm: way,
      speedMmS: z.number().positive('more than 0 mm/s').max(2000, 'at most 2000 mm/s'),
      passes: z.number().int().min(1, '1 to 10').max(10, '1 to 10'),
    })
    .nullable(),
  /** How far the knife has gone of the job, over all passes. */
  cutMm: way,
  /** How far this blade has gone in all. */
  bladeMm: way,
  failure: z.enum(CUT_FAILURES).nullable(),
});
export type CutterState = z.output<typeof cutterStateSchema>;
export type CutterStatus = CutterState['status'];
/** The largest cut of a cutter, mm. */
export type CutterBed = CutterState['bed'];

/** What a cutter says, or what of it cannot be true. */
export const readCutterState = (said: unknown): Outcome<{ value: CutterState }> => {
  const read = readBySchema(
    cutterStateSchema,
    said,
    'The cutter says something that cannot be true: save the files instead, or cut by hand.',
  );
  return read.ok ? { ok: true, value: read.value } : read;
};
