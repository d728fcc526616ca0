import type { CutFailure, CutterStatus } from '@sgraffa/core';

/** What a cutter can be told to do wrong, for a simulated one. */
export const FAULTS = ['outOfFilm', 'skew', 'stall', 'shallow'] as const satisfies readonly CutFailure[];
export type Fault = (typeof FAULTS)[number];

/** One sheet to be cut. */
export interface CutJob {
  readonly id: string;
  /** What whoever sent it wrote on it; given back as it is. */
  readonly about: string;
  /** The film that it needs, and the extent of what is cut. */
  readonly widthMm: number;
  readonly heightMm: number;
  readonly cutWidthMm: number;
  readonly cutHeightMm: number;
  /** Length of all its lines. */
  readonly pathMm: number;
  readonly speedMmS: number;
  readonly passes: number;
}

/** A piece of film as the cutter senses it. */
export interface LoadedFilm {
  readonly widthMm: number;
  readonly lengthMm: number;
}

/** A simulated cutter at one moment. */
export interface CutterState {
  readonly status: CutterStatus;
  /** The largest cut that it makes. */
  readonly bed: LoadedFilm;
  /** The widest film that it takes in. */
  readonly feedMm: number;
  readonly loaded: LoadedFilm | null;
  readonly job: CutJob | null;
  /** How far the knife has gone of this job, mm over all passes. */
  readonly cutMm: number;
  /** How far this blade has gone in all, mm. */
  readonly bladeMm: number;
  /** What it was told to do wrong, at which share of the job. */
  readonly told: { readonly fault: Fault; readonly atShare: number } | null;
  readonly failure: CutFailure | null;
}

/** What cannot be asked of it in its state, in words. */
export interface CutterRefusal {
  readonly code: string;
  readonly given: string;
  readonly allowed: string;
  readonly todo: string;
}
export type CutterAnswer =
  | { readonly ok: true; readonly state: CutterState }
  | { readonly ok: false; readonly problems: readonly CutterRefusal[] };

/** So far a blade of a simulated cutter goes before it may cut too shallow, mm. */
const BLADE_LIFE_MM = 400_000;

export const idleCutter = (bed: LoadedFilm, feedMm: number): CutterState => ({
  status: 'idle',
  bed,
  feedMm,
  loaded: null,
  job: null,
  cutMm: 0,
  bladeMm: 0,
  told: null,
  failure: null,
});

const refused = (code: string, given: string, allowed: string, todo: string): CutterAnswer => ({
  ok: false,
  problems: [{ code, given, allowed, todo }],
});
const rounded = (mm: number): number => Math.round(10 * mm) / 10;
const millimetres = ({ widthMm, lengthMm }: LoadedFilm): string => `${widthMm} × ${lengthMm} mm`;

/** Film is put in: it senses width and length, as far as its bed takes them. */
export const loadFilm = (state: CutterState, film: LoadedFilm): CutterAnswer => {
  if (state.status === 'cutting' || state.status === 'paused')
    return refused(
      'busy',
      `It is ${state.status}.`,
      'loading while it stands still.',
      'Let it finish, or stop it first.',
    );
  if (film.widthMm > state.feedMm)
    return refused(
      'too-wide',
      `The film is ${film.widthMm} mm wide.`,
      `at most ${state.feedMm} mm.`,
      'Load a narrower piece, or cut this one by hand.',
    );
  return { ok: true, state: { ...state, status: 'loaded', loaded: film, job: null, cutMm: 0, failure: null } };
};

/** Begins a sheet: only on film that is loaded and as large as it. */
export const startJob = (state: CutterState, job: CutJob): CutterAnswer => {
  const { loaded } = state;
  if (state.status === 'cutting' || state.status === 'paused')
    return refused('busy', 'It is cutting already.', 'one sheet after the other.', 'Let it finish, or stop it first.');
  if (!loaded) return refused('nothing-loaded', 'No film is loaded.', 'film that it senses.', 'Load the film first.');
  if (job.cutWidthMm > state.bed.widthMm || job.cutHeightMm > state.bed.lengthMm)
    return refused(
      'beyond-bed',
      `The cut is ${rounded(job.cutWidthMm)} × ${rounded(job.cutHeightMm)} mm.`,
      `at most ${millimetres(state.bed)}.`,
      'Set the largest cut to that, and lay it out anew.',
    );
  if (job.widthMm > loaded.widthMm || job.heightMm > loaded.lengthMm)
    return refused(
      'does-not-fit',
      `The sheet is ${rounded(job.widthMm)} × ${rounded(job.heightMm)} mm.`,
      `at most ${millimetres(loaded)}, as loaded.`,
      'Load a larger piece, or lay the sheet out anew.',
    );
  return { ok: true, state: { ...state, status: 'cutting', job, cutMm: 0, failure: null } };
};

export const pauseJob = (state: CutterState): CutterAnswer =>
  state.status === 'cutting'
    ? { ok: true, state: { ...state, status: 'paused' } }
    : refused('not-cutting', `It is ${state.status}.`, 'pausing what is being cut.', 'Nothing was changed.');

export const resumeJob = (state: CutterState): CutterAnswer =>
  state.status === 'paused'
    ? { ok: true, state: { ...state, status: 'cutting' } }
    : refused('not-paused', `It is ${state.status}.`, 'going on with what was paused.', 'Nothing was changed.');

/** Stops for good: what was being cut is given up as it is. */
export const stopJob = (state: CutterState): CutterAnswer =>
  state.status === 'cutting' || state.status === 'paused'
    ? { ok: true, state: ended(state, 'stopped') }
    : refused('nothing-to-stop', `It is ${state.status}.`, 'stopping what is being cut.', 'Nothing was changed.');

/** What was cut, or begun, comes out: the next needs film of its own. */
const ended = (state: CutterState, failure: CutFailure | null): CutterState => ({
  ...state,
  status: failure === null ? 'done' : 'failed',
  failure,
  loaded: null,
});

/** The whole way of a job. */
export const wayOf = ({ pathMm, passes }: CutJob): number => pathMm * passes;

/** A number from 0 to 1 that is the same for the same seed. */
const drawn = (seed: number): number => {
  const mixed = Math.imul(seed ^ (seed >>> 15), 0x2c1b3c6d);
  return ((mixed ^ (mixed >>> 12)) >>> 0) / 4_294_967_296;
};

/** Whether a blade that is worn out cuts too shallow on a job: the more likely, the longer it has gone. */
const isWornOut = (bladeMm: number, seed: number): boolean =>
  bladeMm > BLADE_LIFE_MM && drawn(seed) < Math.min(0.9, bladeMm / BLADE_LIFE_MM - 1);

/**
 * The cutter some seconds later. Pure: the same state, time and seed give the same.
 *
 * @param seconds not negative
 * @param seed    a whole number; decides only whether a worn blade cuts too shallow
 */
export const cutterAfter = (state: CutterState, seconds: number, seed: number): CutterState => {
  const { status, job, told } = state;
  if (status !== 'cutting' || !job || seconds <= 0) return state;
  const way = wayOf(job);
  const reached = Math.min(way, state.cutMm + job.speedMmS * seconds);
  const faultMm = told ? told.atShare * way : Infinity;
  if (told && reached >= faultMm) {
    const cutMm = Math.max(state.cutMm, faultMm);
    return ended({ ...state, cutMm, bladeMm: state.bladeMm + cutMm - state.cutMm, told: null }, told.fault);
  }
  const bladeMm = state.bladeMm + reached - state.cutMm;
  if (reached < way) return { ...state, cutMm: reached, bladeMm };
  return ended({ ...state, cutMm: reached, bladeMm }, isWornOut(bladeMm, seed) ? 'shallow' : null);
};

/** Told to do something wrong at a share of the next job, or of the one under way. */
export const tellFault = (state: CutterState, fault: Fault, atShare: number): CutterState => ({
  ...state,
  told: { fault, atShare: Math.min(1, Math.max(0, atShare)) },
});

/** A new blade has gone nowhere. */
export const withNewBlade = (state: CutterState): CutterState => ({ ...state, bladeMm: 0 });
