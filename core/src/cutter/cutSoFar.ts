import isEqual from 'fast-deep-equal';
import { byTime, type BenchEvent, type CutterSettings } from '../piece/index.ts';
import type { CutJob } from './jobs.ts';
import { FAILURE_WORDS, type CutFailure } from './state.ts';

/** A hair that sums of lengths may lack, mm. */
const PLAY_MM = 1e-6;

/**
 * Pieces of a job that are good, by how far the knife has gone.
 *
 * @param cutMm   over all passes
 * @param failure null: it came to its end
 * @returns their numbers on the sheet; none where nothing of it is where it should be, or through
 */
export const piecesThrough = (
  { pieces, pathMm }: Pick<CutJob, 'pieces' | 'pathMm'>,
  cutMm: number,
  passes: number,
  failure: CutFailure | null,
): number[] => {
  if (failure === null) return pieces.map(({ number }) => number);
  if (!FAILURE_WORDS[failure].keeps) return [];
  // each pass goes over all of the sheet: only what the last one has left is through
  const lastMm = cutMm - (passes - 1) * pathMm;
  return pieces.filter(({ endMm }) => endMm <= lastMm + PLAY_MM).map(({ number }) => number);
};

/** Whose sheet it is, and what it is cut from. */
export interface SheetOf {
  readonly pieceId: string;
  readonly designId: string;
  readonly productId: string;
  /** `CutJob.sheet`. */
  readonly sheet: string;
}

/** Which pieces of a sheet are cut and good by now, by what was noted of it; what was lost since is not. */
export const cutOfSheet = (
  events: readonly BenchEvent[],
  { pieceId, designId, productId, sheet }: SheetOf,
): ReadonlySet<number> => {
  const cut = new Set<number>();
  for (const event of byTime(events)) {
    if (event.kind !== 'noted' || event.pieceId !== pieceId || event.cut?.designId !== designId) continue;
    if (event.cut.sheet !== sheet || event.cut.productId !== productId) continue;
    for (const number of event.cut.pieces) cut[event.cut.isLost ? 'delete' : 'add'](number);
  }
  return cut;
};

export interface TestedSettings {
  readonly settings: CutterSettings;
  readonly at: string;
  /** The narrowest stroke that held, mm. */
  readonly heldMm: number;
  /** Whether it was this very can that was tried; else another of its product. */
  readonly isOfCan: boolean;
}

/**
 * The settings of the last test that came through and held: of the can where there is one, else of its product.
 *
 * @param canId null: not known which can it is
 * @returns null where none is known; settings that failed later in the same can are none
 */
export const testedSettings = (
  events: readonly BenchEvent[],
  productId: string,
  canId: string | null,
): TestedSettings | null => {
  const tests = byTime(events)
    .filter((event) => event.kind === 'cutTested')
    .filter((event) => event.productId === productId)
    .reverse();
  const last = (some: typeof tests, isOfCan: boolean): TestedSettings | null => {
    const refuted: CutterSettings[] = [];
    for (const { at, came, settings, strokes } of some) {
      const held = strokes.filter((stroke) => stroke.held).map(({ mm }) => mm);
      if (came !== 'through' || !held.length) refuted.push(settings);
      else if (!refuted.some((bad) => isEqual(bad, settings)))
        return { settings, at, heldMm: Math.min(...held), isOfCan };
    }
    return null;
  };
  const ofCan = canId === null ? [] : tests.filter((test) => test.canId === canId);
  return last(ofCan, true) ?? last(tests, false);
};
