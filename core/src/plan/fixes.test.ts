import { describe, expect, test } from '@jest/globals';
import { catalogue } from '../materials/index.ts';
import { eventProblem, failuresOf, stepFacts, type BenchEvent, type Repairing } from '../piece/index.ts';
import { faultPiece } from '../testing/faults.ts';
import { demoBench } from '../testing/demo.ts';
import { planPieces, stepsNow, stepsOf, FIRST_LOOK } from './index.ts';

const all = catalogue();
const SIX = {
  said: { base: 'hardwood', quantity: 6 },
  stack:
    'paint-stencil: p/sand-bare g/exterior-latex m/film-stencil e/edge-medium x/craft-acrylic u/wet c/waterborne-clear',
};
const piece = faultPiece(SIX);
const steps = stepsOf(piece, all, { ...demoBench.workshop, stock: [] }, {});
const at = (hours: number) => new Date(Date.parse('2026-11-20T08:00:00.000Z') + hours * 3_600_000).toISOString();

/** All up to the colour done on all six, an hour after each other. */
const upTo = steps.findIndex(({ operationIds }) => operationIds.includes('x4'));
const done: BenchEvent[] = steps.slice(0, upTo + 1).map((step, index) => ({
  id: `d${index}`,
  at: at(index * 30),
  kind: 'done',
  pieceId: piece.id,
  partId: step.partId,
  operationId: step.key,
  coat: step.coat,
}));
const painted = steps[upTo]!;
const about = { pieceId: piece.id, partId: painted.partId, operationId: painted.key, coat: painted.coat, copies: [3] };
const failed: BenchEvent = { ...about, id: 'bad', at: at(200), kind: 'failed', note: '', symptom: 'bled' };
const dries = { low: 60, typical: 120, high: 240 };
const fix = (label: string): Repairing['steps'][number] => ({
  label,
  detail: '',
  looksRight: '',
  needs: [],
  setUpMinutes: 5,
  eachMinutes: 10,
  dries,
  productId: null,
  hazards: [],
  air: 'room',
});
const repairing = (more: Partial<Repairing> = {}): Repairing => ({
  ...about,
  id: 'fix1',
  at: at(201),
  kind: 'repairing',
  note: '',
  symptom: 'bled',
  causeId: 'no-edge-seal',
  repairId: 'pick-and-touch-up',
  steps: [fix('Pick it off'), fix('Touch up')],
  again: [],
  goesOn: true,
  ...more,
});
const now = (...events: BenchEvent[]) => stepsNow(steps, piece, stepFacts([...done, ...events]), all);

describe('a repair of one copy of six', () => {
  test('puts its steps before what is still open of that copy, and leaves the others alone', () => {
    const { steps: open, done: through, isHeldUp, heldUp } = now(failed, repairing());
    const fixes = open.filter(({ kind }) => kind === 'fix');
    expect(fixes.map(({ id, copies }) => [id, copies])).toEqual([
      ['fix-fix1#1', [3]],
      ['fix-fix1#2', [3]],
    ]);
    expect(fixes[1]!.lags).toEqual([
      expect.objectContaining({ from: 'fix-fix1#1', time: expect.objectContaining(dries) }),
    ]);
    const later = open.filter((step) => through[step.id] === undefined && step.kind !== 'fix');
    const waits = ({ after }: (typeof later)[number]) => after.includes('fix-fix1#2');
    expect(later.filter((step) => step.copies?.includes(3)).every(waits)).toBe(true);
    expect(later.filter((step) => !step.copies?.includes(3)).some(waits)).toBe(false);
    expect(later.some(({ copies }) => copies?.length === 5)).toBe(true);
    expect([isHeldUp, heldUp]).toEqual([false, []]);
  });

  test('is dated, and the others are ready before it', () => {
    const { workshop } = demoBench;
    const read = planPieces(
      [piece],
      { ...demoBench, workshop, now: at(202), events: [...done, failed, repairing()] },
      { budget: FIRST_LOOK },
    );
    if (!read.ok) throw new Error(read.problems.map(({ given }) => given).join(' '));
    const planned = read.week.plans[piece.id]!.steps;
    const of = (id: string) => planned.find(({ stepId }) => stepId === id)!;
    const gap = Date.parse(of('fix-fix1#2').start) - Date.parse(of('fix-fix1#1').end);
    expect(gap).toBeGreaterThanOrEqual(240 * 60_000);
  });

  test('opens again what it lays again, on that copy alone', () => {
    const again = steps
      .filter(({ operationIds, kind }) => kind === 'work' && operationIds.some((id) => ['m2', 'e3', 'x4'].includes(id)))
      .map(({ key, coat }) => ({ operationId: key, coat }));
    const { steps: open, done: through } = now(failed, repairing({ again }));
    const reopened = open.filter((step) => again.some(({ operationId }) => operationId === step.key));
    expect(reopened.filter(({ id }) => through[id] === undefined).map(({ copies }) => copies)).toEqual(
      again.map(() => [3]),
    );
    expect(
      reopened.filter(({ id }) => through[id] === undefined).every(({ after }) => after.includes('fix-fix1#2')),
    ).toBe(true);
  });

  test('does not make up for what was left out before: it is too late', () => {
    const sealed = steps.find(({ operationIds }) => operationIds.includes('e3'))!;
    const leftOut = done.map((event): BenchEvent =>
      event.kind === 'done' && event.operationId === sealed.key ? { ...event, copies: [1, 2, 4, 5, 6] } : event,
    );
    const open = (...events: BenchEvent[]) => {
      const read = stepsNow(steps, piece, stepFacts([...leftOut, ...events]), all);
      return read.steps.filter(({ key, id }) => key === sealed.key && read.done[id] === undefined);
    };
    expect(open().map(({ copies }) => copies)).toEqual([[3]]);
    expect(open(failed, repairing())).toEqual([]);
    const again = [{ operationId: sealed.key, coat: sealed.coat }];
    expect(open(failed, repairing({ again })).map(({ copies }) => copies)).toEqual([[3]]);
  });

  test('goes on once it is done', () => {
    const fixed = [1, 2].map((coat): BenchEvent => ({
      ...about,
      operationId: 'fix-fix1',
      coat,
      id: `f${coat}`,
      at: at(210 + coat),
      kind: 'done',
    }));
    const { done: through, steps: open } = now(failed, repairing(), ...fixed);
    expect(Object.keys(through)).toEqual(expect.arrayContaining(['fix-fix1#1', 'fix-fix1#2']));
    // all six are as far as each other: they go on together
    expect(
      open.filter(({ id }) => through[id] === undefined).every(({ copies }) => !copies || copies.length === 6),
    ).toBe(true);
  });

  test('gives way to another, and ends where the copy is given up', () => {
    const other = repairing({ id: 'fix2', at: at(203), steps: [fix('Take it off')] });
    expect(
      now(failed, repairing(), other)
        .steps.filter(({ kind }) => kind === 'fix')
        .map(({ id }) => id),
    ).toEqual(['fix-fix2#1']);
    const scrapped: BenchEvent = { ...about, id: 'gone', at: at(204), kind: 'scrapped', note: '', symptom: 'bled' };
    expect(now(failed, repairing(), scrapped).steps.filter(({ kind }) => kind === 'fix')).toEqual([]);
  });

  test('that needs another way of working leaves it held up', () => {
    const facts = stepFacts([...done, failed, repairing({ goesOn: false, steps: [] })]);
    expect(failuresOf(facts, piece.id, 6).map(({ copies }) => copies)).toEqual([[3]]);
    expect(failuresOf(stepFacts([...done, failed, repairing()]), piece.id, 6)).toEqual([]);
  });

  test('of what did not fail is refused', () => {
    expect(eventProblem(repairing(), [], at(300))).toMatchObject({ code: 'nothing-failed' });
    expect(eventProblem(repairing(), [failed], at(300))).toBeNull();
  });
});

describe('what is laid to mend', () => {
  const all6 = piece.parts[0]!.stack!;
  /** Without the clear: nothing follows the touch-up. */
  const bare = {
    ...piece,
    parts: [{ ...piece.parts[0]!, stack: { ...all6, operations: all6.operations.slice(0, -1) } }],
  };
  const ofPiece = stepsOf(bare, all, { ...demoBench.workshop, stock: [] }, {});
  const marks: BenchEvent[] = ofPiece.map((step, index) => ({
    id: `m${index}`,
    at: at(index * 30),
    kind: 'done',
    pieceId: bare.id,
    partId: step.partId,
    operationId: step.key,
    coat: step.coat,
  }));
  const last = ofPiece.findLast(({ operationIds }) => operationIds.includes('x4'))!;
  const own = { pieceId: bare.id, partId: last.partId, operationId: last.key, coat: last.coat, copies: [3] };
  const planWith = (productId: string | null, dry: typeof dries | null = dries) => {
    const touch = { ...fix('Touch up'), productId, dries: dry };
    const read = planPieces(
      [bare],
      {
        ...demoBench,
        now: at(402),
        events: [
          ...marks,
          { ...own, id: 'bad', at: at(400), kind: 'failed', note: '', symptom: 'bled' },
          { ...repairing(), ...own, at: at(401), steps: [touch] },
        ],
      },
      { budget: FIRST_LOOK },
    );
    if (!read.ok) throw new Error(read.problems.map(({ given }) => given).join(' '));
    return read.week.plans[bare.id]!;
  };
  const minutesAfter = ({ readyAt, steps: planned }: ReturnType<typeof planWith>) =>
    (Date.parse(readyAt!) - Date.parse(planned.find(({ stepId }) => stepId === 'fix-fix1#1')!.end)) / 60_000;

  test('dries like any coat, also where nothing follows: the piece is ready only then', () => {
    const long = { low: 9000, typical: 12_000, high: 14_400 };
    expect(minutesAfter(planWith('craft-acrylic', long))).toBeGreaterThanOrEqual(long.high);
    expect(minutesAfter(planWith(null, null))).toBeLessThan(long.high);
  });

  test('is named for what it is, so that care can wait for it', () => {
    const named = (productId: string | null) =>
      planWith(productId).steps.flatMap(({ stepId, mendsWith }) => (mendsWith ? [[stepId, mendsWith]] : []));
    expect(named('craft-acrylic')).toEqual([['fix-fix1#1', 'craft-acrylic']]);
    expect(named(null)).toEqual([]);
  });
});
