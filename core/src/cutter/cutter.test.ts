import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { AS_DRAWN, cutSettingsOf, examineArtwork, readArtwork, type Artwork, type CutOrder } from '../artwork/index.ts';
import { catalogue } from '../materials/index.ts';
import { PLAIN_CUT, type BenchEvent, type CutterSettings } from '../piece/index.ts';
import { boundsOf, polygonLength, rectangle, ringOf } from '../shape/index.ts';
import { draws } from '../testing/runs.ts';
import {
  checksBeforeCut,
  CUT_FAILURES,
  cutJobFile,
  cutJobs,
  cutOfSheet,
  FAILURE_WORDS,
  mayStart,
  piecesThrough,
  readCutterState,
  stripWidths,
  testedSettings,
  testStrip,
  type CutCheckGiven,
  type CutJob,
} from './index.ts';

const BED = { widthMm: 290, lengthMm: 290 };
const SETTINGS: CutterSettings = { blade: '45°', depthMm: 0.3, forceG: null, speedMmS: 80, passes: 1 };
const artwork = (colours: readonly string[]): Artwork => ({
  widthMm: 100,
  heightMm: 60,
  layers: colours.map((colour, at) => ({
    id: colour,
    colour,
    polygon: [rectangle({ x: 10 + 40 * at, y: 5, width: 30, height: 50 })],
    cutLines: [],
  })),
});
const orderOf = (drawn: Artwork, quantity: number, more: Partial<CutOrder['settings']> = {}): CutOrder => ({
  name: 'leaf',
  design: {
    designId: 'd1',
    ...AS_DRAWN,
    artwork: drawn,
  },
  scale: 1,
  area: null,
  rimZoneMm: 0,
  settings: {
    ...cutSettingsOf(
      PLAIN_CUT,
      { as: 'decal', product: null, isMirrored: null, quantity, bed: BED, film: null },
      catalogue(),
    ),
    ...more,
  },
});
const jobsOf = (order: CutOrder): CutJob[] => {
  const made = cutJobs(order);
  if (!made.ok) throw new Error(made.problems[0]!.given);
  return made.jobs;
};
const fileOf = (order: CutOrder, job: CutJob, numbers: readonly number[], bed = BED) => {
  const made = cutJobFile(order, job.sheet, numbers, bed);
  if (!made.ok) throw new Error(made.problems[0]!.given);
  return made;
};
const drawnIn = (svg: string): Artwork => {
  const read = readArtwork(svg, { strokes: 'cutLine' });
  if (!read.ok) throw new Error(read.problems[0]!.given);
  return read.artwork;
};
const pathIn = ({ layers }: Artwork) => layers.reduce((sum, { polygon }) => sum + polygonLength(polygon), 0);

describe('jobs for the cutter', () => {
  const order = orderOf(artwork(['#101010']), 4);
  test('a sheet holds its pieces in order, with the way of the knife, and no guide', () => {
    const [job, ...rest] = jobsOf(order);
    expect(rest).toEqual([]);
    expect(job).toMatchObject({ number: 1, of: 1, colour: null, pathMm: 4 * 160 });
    expect(job!.pieces.map(({ number, endMm }) => [number, endMm])).toEqual([1, 2, 3, 4].map((at) => [at, 160 * at]));
    expect(job!.guides).toBeGreaterThanOrEqual(4);
    const { svg, job: sent } = fileOf(order, job!, [1, 2, 3, 4]);
    const drawn = drawnIn(svg);
    expect(svg).not.toContain('marks');
    expect(pathIn(drawn)).toBeCloseTo(job!.pathMm, 1);
    expect([drawn.widthMm, drawn.heightMm]).toEqual([sent.widthMm, sent.lengthMm]);
  });
  test('what is missing is cut alone, on film no larger than it needs', () => {
    const [job] = jobsOf(order);
    const { job: sent, svg } = fileOf(order, job!, [3]);
    expect(sent.pieces).toEqual([expect.objectContaining({ number: 3, endMm: 160 })]);
    expect(sent.widthMm).toBeLessThan(60);
    const { x, y, width, height } = boundsOf(drawnIn(svg).layers.flatMap(({ polygon }) => polygon));
    expect([width, height]).toEqual([expect.closeTo(30, 3), expect.closeTo(50, 3)]);
    const margin = catalogue().sizing.cutterMargin.typical;
    expect(Math.min(x, y)).toBeGreaterThanOrEqual(margin);
    expect(x + width + margin).toBeLessThanOrEqual(sent.widthMm + 1e-3);
    expect(y + height + margin).toBeLessThanOrEqual(sent.lengthMm + 1e-3);
  });
  test('every piece of every sheet is cut once, whatever is cut again alone', () =>
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 40 }), fc.integer({ min: 0, max: 39 }), (quantity, split) => {
        const many = orderOf(artwork(['#101010']), quantity);
        const jobs = jobsOf(many);
        const path = jobs.reduce((sum, job) => {
          const numbers = job.pieces.map(({ number }) => number);
          const parts = [numbers.slice(0, split), numbers.slice(split)].filter((part) => part.length);
          return sum + parts.reduce((own, part) => own + pathIn(drawnIn(fileOf(many, job, part).svg)), 0);
        }, 0);
        expect(path).toBeCloseTo(160 * quantity, 0);
      }),
      draws(15, 60),
    ));
  test('a sheet of each colour, named; another lay-out is another sheet', () => {
    const two = jobsOf(orderOf(artwork(['#101010', '#f0f0f0']), 1));
    expect(two.map(({ colour }) => colour).sort()).toEqual(['black', 'white']);
    const keys = [
      ...two,
      ...jobsOf(order),
      // several sheets that are alike
      ...jobsOf(orderOf(artwork(['#101010']), 200)),
      ...jobsOf(orderOf(artwork(['#101010']), 4, { isMirrored: true })),
    ].map(({ sheet }) => sheet);
    expect(new Set(keys).size).toBe(keys.length);
    expect(jobsOf(order).map(({ sheet }) => sheet)).toEqual(jobsOf(order).map(({ sheet }) => sheet));
  });
  test('is turned where it lies on the bed only so, and mirrored as the order says', () => {
    const [job] = jobsOf(order);
    const narrow = { widthMm: job!.cutLengthMm, lengthMm: job!.cutWidthMm };
    const numbers = [1, 2, 3, 4];
    const straight = fileOf(order, job!, numbers);
    const turned = fileOf(order, job!, numbers, narrow);
    expect([straight.isTurned, turned.isTurned]).toEqual([false, job!.cutWidthMm !== job!.cutLengthMm]);
    expect(turned.job.widthMm).toBe(straight.job.lengthMm);
    expect(pathIn(drawnIn(turned.svg))).toBeCloseTo(job!.pathMm, 1);
    // a wedge, its right angle at the top left
    const wedge = ringOf([
      [0, 0],
      [40, 0],
      [0, 20],
    ]);
    const leaning: Artwork = {
      widthMm: 40,
      heightMm: 20,
      layers: [{ id: 'a', colour: '#101010', polygon: [wedge], cutLines: [] }],
    };
    const leftAtFoot = (isMirrored: boolean) => {
      const own = orderOf(leaning, 1, { isMirrored });
      const ring = drawnIn(fileOf(own, jobsOf(own)[0]!, [1]).svg).layers[0]!.polygon[0]!;
      const { x, y, width, height } = boundsOf([ring]);
      const foot = ring.findIndex((value, at) => at % 2 === 1 && value > y + height - 0.01);
      return ring[foot - 1]! < x + width / 2;
    };
    expect([leftAtFoot(false), leftAtFoot(true)]).toEqual([true, false]);
  });
  test('a sheet that is no longer laid out is refused in words', () =>
    expect(cutJobFile(order, '0'.repeat(16), [1], BED)).toMatchObject({
      ok: false,
      problems: [{ code: 'no-such-sheet' }],
    }));
});

describe('what is cut by now', () => {
  const job = { pieces: [10, 20, 30].map((endMm, at) => ({ number: at + 1, name: 'a', endMm })), pathMm: 30 };
  test('only what the last pass has gone around is through', () => {
    expect(piecesThrough(job, 20, 1, 'stall')).toEqual([1, 2]);
    expect(piecesThrough(job, 19.9, 1, 'stall')).toEqual([1]);
    expect(piecesThrough(job, 30, 2, 'outOfFilm')).toEqual([]);
    expect(piecesThrough(job, 40, 2, 'outOfFilm')).toEqual([1]);
    expect(piecesThrough(job, 0, 2, null)).toEqual([1, 2, 3]);
    for (const failure of CUT_FAILURES)
      expect(piecesThrough(job, 30, 1, failure)).toHaveLength(FAILURE_WORDS[failure].keeps ? 3 : 0);
  });
  const noted = (id: string, minute: number, pieces: number[], isLost = false, sheet = 'a'.repeat(16)): BenchEvent => ({
    id,
    at: `2026-11-25T09:${String(minute).padStart(2, '0')}:00.000Z`,
    pieceId: 'p1',
    stepId: null,
    kind: 'noted',
    note: '',
    cut: { designId: 'd1', productId: 'film', sheet, pieces, isLost },
  });
  const own = { pieceId: 'p1', designId: 'd1', productId: 'film', sheet: 'a'.repeat(16) };
  test('what was cut and not lost since, in whatever order it is kept', () => {
    const events = [noted('a', 1, [1, 2, 3]), noted('b', 3, [2], true), noted('c', 2, [9], false, 'b'.repeat(16))];
    const cut = (some: readonly BenchEvent[]) => [...cutOfSheet(some, own)].sort();
    expect(cut(events)).toEqual([1, 3]);
    expect(cut(events.toReversed())).toEqual([1, 3]);
    expect(cut([...events, noted('d', 4, [2])])).toEqual([1, 2, 3]);
    for (const other of [{ pieceId: 'p2' }, { designId: 'd2' }, { productId: 'other film' }])
      expect([...cutOfSheet(events, { ...own, ...other })]).toEqual([]);
  });
  const tested = (minute: number, more: Partial<Extract<BenchEvent, { kind: 'cutTested' }>> = {}): BenchEvent => ({
    id: `t${minute}`,
    at: `2026-11-25T10:${String(minute).padStart(2, '0')}:00.000Z`,
    pieceId: null,
    stepId: null,
    kind: 'cutTested',
    note: '',
    canId: 'can-1',
    productId: 'film',
    settings: SETTINGS,
    strokes: [
      { mm: 0.7, held: false },
      { mm: 1, held: true },
      { mm: 1.4, held: true },
    ],
    came: 'through',
    ...more,
  });
  test('settings are those of the last test that held, of this can before others', () => {
    const slower = { ...SETTINGS, speedMmS: 40 };
    const of = (...events: BenchEvent[]) => testedSettings(events, 'film', 'can-1');
    expect(of()).toBeNull();
    expect(of(tested(1))).toMatchObject({ settings: SETTINGS, heldMm: 1, isOfCan: true });
    expect(of(tested(1), tested(2, { settings: slower }))?.settings).toEqual(slower);
    expect(of(tested(1), tested(2, { settings: slower, came: 'scored' }))?.settings).toEqual(SETTINGS);
    expect(of(tested(1), tested(2, { canId: 'can-2', settings: slower }))?.settings).toEqual(SETTINGS);
    expect(of(tested(1, { canId: 'can-2' }))).toMatchObject({ isOfCan: false });
    expect(of(tested(1, { productId: 'other' }))).toBeNull();
  });
  test('settings that failed later are none, nor is a test in which all tore', () => {
    const of = (...events: BenchEvent[]) => testedSettings(events, 'film', 'can-1');
    expect(of(tested(1), tested(2, { came: 'backingCut' }))).toBeNull();
    expect(of(tested(1, { strokes: [{ mm: 4, held: false }] }))).toBeNull();
  });
});

describe('what is looked at before it starts', () => {
  const job = jobsOf(orderOf(artwork(['#101010']), 1))[0]!;
  const figure = { low: 1, typical: 1.2, high: 2, unit: 'mm', basis: 'practice' } as const;
  const right: CutCheckGiven = {
    job,
    state: { status: 'loaded', bed: BED, loaded: { widthMm: 300, lengthMm: 300 } },
    workshopBed: null,
    productName: 'permanent film',
    isFilmConfirmed: true,
    mirror: { isMirrored: false, words: 'Do not mirror it.' },
    isMirrorConfirmed: false,
    strokeMm: 2,
    webMm: 2,
    minStroke: figure,
    minWeb: figure,
    settings: SETTINGS,
    tested: { settings: SETTINGS, at: '2026-11-25T10:00:00Z', heldMm: 1, isOfCan: true },
    unit: 'mm',
  };
  const verdicts = (more: Partial<CutCheckGiven> = {}) =>
    Object.fromEntries(checksBeforeCut({ ...right, ...more }).map(({ id, verdict }) => [id, verdict]));
  test('all is well where all is said', () => {
    expect(new Set(Object.values(verdicts()))).toEqual(new Set(['good']));
    expect(mayStart(checksBeforeCut(right))).toBe(true);
  });
  test.each<[string, Partial<CutCheckGiven>, string, string]>([
    ['no film', { state: { ...right.state, loaded: null } }, 'film', 'refuse'],
    ['film of the last sheet', { state: { ...right.state, status: 'done' } }, 'film', 'refuse'],
    ['too little film', { state: { ...right.state, loaded: { widthMm: 30, lengthMm: 300 } } }, 'film', 'refuse'],
    ['too short a film', { state: { ...right.state, loaded: { widthMm: 300, lengthMm: 30 } } }, 'film', 'refuse'],
    ['film that nobody has looked at', { isFilmConfirmed: false }, 'which', 'ask'],
    ['no layers', { productName: null }, 'which', 'refuse'],
    ['the other way round', { mirror: { isMirrored: true, words: 'Mirror it.' } }, 'mirrored', 'ask'],
    ['a side that depends', { mirror: { isMirrored: null, words: 'Glossy side up?' } }, 'mirrored', 'ask'],
    ['no rule', { mirror: null }, 'mirrored', 'ask'],
    ['a stroke that tears', { strokeMm: 1.1 }, 'finest', 'careful'],
    ['a web that tears', { webMm: 1.1 }, 'finest', 'careful'],
    ['strokes that nobody measured', { strokeMm: null }, 'finest', 'careful'],
    ['film that nobody knows', { minStroke: null }, 'finest', 'careful'],
    ['a test that held less fine', { strokeMm: 2, tested: { ...right.tested!, heldMm: 2.8 } }, 'finest', 'careful'],
    ['no test', { tested: null }, 'settings', 'careful'],
    ['other settings', { settings: { ...SETTINGS, passes: 2 } }, 'settings', 'careful'],
    ['another roll', { tested: { ...right.tested!, isOfCan: false } }, 'settings', 'careful'],
    ['no speed', { settings: { ...SETTINGS, speedMmS: null } }, 'settings', 'ask'],
    ['no depth and no force', { settings: { ...SETTINGS, depthMm: null } }, 'settings', 'ask'],
    ['a bed that is smaller in truth', { workshopBed: { widthMm: 20, lengthMm: 290 } }, 'bed', 'refuse'],
    ['a bed that says more', { workshopBed: { widthMm: 200, lengthMm: 200 } }, 'bed', 'careful'],
    ['a bed too short', { state: { ...right.state, bed: { widthMm: 290, lengthMm: 49 } } }, 'bed', 'refuse'],
  ])('%s', (_, more, id, verdict) => {
    expect(verdicts(more)[id]).toBe(verdict);
    expect(mayStart(checksBeforeCut({ ...right, ...more }))).toBe(verdict === 'careful');
  });
  test('what just fits, and just holds, is good', () => {
    const { cutWidthMm: widthMm, cutLengthMm: lengthMm } = job;
    const state = {
      status: 'loaded',
      bed: { widthMm, lengthMm },
      loaded: { widthMm: job.widthMm, lengthMm: job.lengthMm },
    } as const;
    expect(new Set(Object.values(verdicts({ state, strokeMm: 1.2, webMm: 1.2 })))).toEqual(new Set(['good']));
  });
  test('a confirmed side may start, and stays marked', () => {
    const checks = checksBeforeCut({ ...right, mirror: null, isMirrorConfirmed: true });
    expect(checks.find(({ id }) => id === 'mirrored')).toMatchObject({ verdict: 'careful' });
    expect(mayStart(checks)).toBe(true);
  });
});

test('what goes wrong at a cutter is called as it is at the bench', () => {
  const known = new Set(catalogue().symptoms.map(({ id }) => id));
  for (const { symptom } of Object.values(FAILURE_WORDS)) expect(symptom === null || known.has(symptom)).toBe(true);
});

test('a cutter that says what cannot be true is not believed', () => {
  const state = { status: 'idle', bed: BED, loaded: null, job: null, cutMm: 0, bladeMm: 0, failure: null };
  expect(readCutterState(state)).toMatchObject({ ok: true });
  for (const bed of [{ widthMm: -5, lengthMm: 290 }, { widthMm: 290, lengthMm: 1e9 }, 'large', null, { widthMm: 290 }])
    expect(readCutterState({ ...state, bed })).toMatchObject({ ok: false });
  expect(readCutterState({ ...state, status: 'happy' })).toMatchObject({ ok: false });
});

test('the test strip holds strokes and webs from the finest on, a ring and a letter', () => {
  const widths = stripWidths(catalogue());
  expect([widths[0], widths.at(-1)]).toEqual([0.5, 4]);
  expect(widths.length).toBeGreaterThanOrEqual(5);
  const strip = testStrip(catalogue());
  const found = examineArtwork(strip, { as: 'stencil' });
  expect(found.minStrokeMm).toBeCloseTo(0.5, 1);
  expect(found.minWebMm).toBeCloseTo(0.5, 1);
  // the ring's middle and the letter's counter
  expect(found.islands).toHaveLength(2);
  expect(jobsOf(orderOf(strip, 1, { as: 'stencil' }))).toHaveLength(1);
});
