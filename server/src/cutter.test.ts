import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
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
  wayOf,
  withNewBlade,
  type CutJob,
  type CutterAnswer,
  type CutterState,
} from './cutter.ts';

const BED = { widthMm: 300, lengthMm: 1000 };
const JOB: CutJob = {
  id: 'sheet-1',
  about: '',
  widthMm: 200,
  heightMm: 150,
  cutWidthMm: 180,
  cutHeightMm: 130,
  pathMm: 2000,
  speedMmS: 100,
  passes: 2,
};
const made = (answer: CutterAnswer): CutterState => {
  if (!answer.ok) throw new Error(answer.problems[0]!.given);
  return answer.state;
};
const code = (answer: CutterAnswer) => (answer.ok ? null : answer.problems[0]!.code);
const loaded = made(loadFilm(idleCutter(BED, 320), { widthMm: 250, lengthMm: 500 }));
const cutting = made(startJob(loaded, JOB));
const WHOLE_S = wayOf(JOB) / JOB.speedMmS;

describe('a simulated cutter', () => {
  test('cuts a sheet in the time of its way, and no longer', () => {
    expect(cutterAfter(cutting, WHOLE_S - 0.1, 1).status).toBe('cutting');
    expect(cutterAfter(cutting, WHOLE_S, 1)).toMatchObject({ status: 'done', cutMm: wayOf(JOB) });
    expect(cutterAfter(cutterAfter(cutting, WHOLE_S, 1), 60, 1)).toEqual(cutterAfter(cutting, WHOLE_S, 1));
  });
  test('is the same however often it is looked at', () =>
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 30, noNaN: true }), { maxLength: 8 }), (looks) => {
        const total = looks.reduce((sum, seconds) => sum + seconds, 0);
        const often = looks.reduce((state, seconds) => cutterAfter(state, seconds, 1), cutting);
        const once = cutterAfter(cutting, total, 1);
        expect(often.cutMm).toBeCloseTo(once.cutMm, 6);
        // where the end falls on a look, rounding may decide
        if (Math.abs(total - WHOLE_S) > 1e-6) expect(often.status).toBe(once.status);
      }),
    ));
  test('refuses in words what it cannot do in its state', () => {
    expect(code(startJob(idleCutter(BED, 320), JOB))).toBe('nothing-loaded');
    expect(code(loadFilm(idleCutter(BED, 320), { widthMm: 321, lengthMm: 10 }))).toBe('too-wide');
    expect(code(startJob(loaded, { ...JOB, widthMm: 251 }))).toBe('does-not-fit');
    expect(code(startJob(loaded, { ...JOB, heightMm: 501 }))).toBe('does-not-fit');
    expect(code(startJob(loaded, { ...JOB, cutWidthMm: 301 }))).toBe('beyond-bed');
    expect(code(startJob(loaded, { ...JOB, cutHeightMm: 1001 }))).toBe('beyond-bed');
    expect(code(startJob(cutting, JOB))).toBe('busy');
    expect(code(loadFilm(cutting, BED))).toBe('busy');
    expect([code(pauseJob(loaded)), code(resumeJob(cutting)), code(stopJob(loaded))]).toEqual([
      'not-cutting',
      'not-paused',
      'nothing-to-stop',
    ]);
  });
  test('stands still while it is paused, goes on where it was, and gives a stopped sheet up', () => {
    const half = cutterAfter(cutting, WHOLE_S / 2, 1);
    const paused = made(pauseJob(half));
    expect(cutterAfter(paused, 100, 1)).toEqual(paused);
    expect(cutterAfter(made(resumeJob(paused)), WHOLE_S / 2, 1).status).toBe('done');
    expect(made(stopJob(paused))).toMatchObject({ status: 'failed', failure: 'stopped', cutMm: WHOLE_S * 50 });
  });
  test('fails as it is told, where it is told, and once', () => {
    for (const fault of FAULTS) {
      const failed = cutterAfter(tellFault(cutting, fault, 0.25), WHOLE_S, 1);
      expect(failed).toMatchObject({ status: 'failed', failure: fault, cutMm: wayOf(JOB) / 4, told: null });
      expect(failed.loaded).toBeNull();
    }
    expect(cutterAfter(tellFault(cutting, 'skew', 0.5), WHOLE_S / 4, 1).status).toBe('cutting');
  });
  test('a worn blade cuts too shallow sooner or later; a new one does not', () => {
    const worn = { ...cutting, bladeMm: 900_000 };
    const failures = Array.from({ length: 40 }, (_, seed) => cutterAfter(worn, WHOLE_S, seed * 7919 + 1).failure);
    expect(failures).toContain('shallow');
    for (let seed = 0; seed < 40; seed += 1) expect(cutterAfter(withNewBlade(worn), WHOLE_S, seed).failure).toBeNull();
  });
});
