import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { catalogue } from '../materials/index.ts';
import type { Piece } from '../piece/index.ts';
import { demoBench, DEMO_NOW, demoPieces } from '../testing/demo.ts';
import { marked } from '../testing/marks.ts';
import { runs } from '../testing/runs.ts';
import {
  benchProblemSchema,
  checkBenchPlan,
  FIRST_LOOK,
  openBefore,
  planBench,
  planPieces,
  stepsOf,
  type BenchContext,
  type Step,
} from './index.ts';

const all = catalogue();
const pieces = demoPieces.filter(({ parts }) => parts[0]!.stack !== null);
const NOW = DEMO_NOW;
const CONTEXT: BenchContext = { ...demoBench, rackPlaces: 12 };
type Done = Record<string, Record<string, string>>;
const planned = (own: readonly Piece[], done: Done, context: Partial<BenchContext> = {}) =>
  planPieces(own, { ...CONTEXT, ...context, events: marked(done) }, { budget: FIRST_LOOK });
const stepsOfPiece = (piece: Piece) =>
  stepsOf(piece, all, { ...CONTEXT.workshop, stock: [] }, { places: { rack: 12, turner: 1 } }).map(({ id }) => id);
const hoursBefore = (hours: number) => new Date(Date.parse(NOW) - hours * 3_600_000).toISOString();

const move = fc.record({
  piece: fc.nat(2),
  step: fc.nat(40),
  /** Marked so long ago, in any order; null: taken back. */
  hours: fc.option(fc.oneof(fc.integer({ min: 0, max: 300 }), fc.constantFrom(0, -30, 20_000, 2_000_000)), { freq: 3 }),
});

describe('facts never lock', () => {
  test(
    'any marks and take-backs, in any order, leave every piece dated that was dated before, and lead back to the first plan',
    () =>
      fc.assert(
        fc.property(
          fc.shuffledSubarray([...pieces], { minLength: 3, maxLength: 3 }),
          fc.array(move, { minLength: 1, maxLength: 8 }),
          (own, moves) => {
            const first = planned(own, {});
            if (!first.ok) throw new Error('The pieces cannot be planned without facts.');
            const done: Done = {};
            for (const { piece: at, step, hours } of moves) {
              const piece = own[at]!;
              const steps = stepsOfPiece(piece);
              const id = steps[step % steps.length]!;
              const { [id]: _, ...others } = done[piece.id] ?? {};
              done[piece.id] = hours === null ? others : { ...others, [id]: hoursBefore(hours) };
            }
            const now = planned(own, done);
            expect(now.ok).toBe(true);
            if (!now.ok) return;
            // every piece that had a plan has one still, with each fact at its time
            for (const id of Object.keys(first.week.plans)) {
              const plan = now.week.plans[id];
              expect(plan).toBeDefined();
              // what was done too long ago to be of use is the one thing that is to be done again
              const again = now.week.steps[id]!.filter((step) => step.again).map((step) => step.id);
              for (const step of plan!.steps)
                expect(step.isDone).toBe(done[id]?.[step.stepId] !== undefined && !again.includes(step.stepId));
            }
            // and with everything taken back it is the first plan again
            expect(planned(own, {})).toEqual(first);
          },
        ),
        { numRuns: runs(12, 150), seed: 35 },
      ),
    600_000,
  );

  const signs = pieces.find(({ id }) => id === 'demo-signs')!;
  const week = (done: Done, context: Partial<BenchContext> = {}, own: readonly Piece[] = [signs]) => {
    const read = planned(own, done, context);
    if (!read.ok) throw new Error(read.problems.map(({ given }) => given).join(' '));
    return read.week;
  };

  test('a step may be marked before the one that it waits for, which is still to do', () => {
    const steps = stepsOfPiece(signs);
    const plan = week({ [signs.id]: { [steps.at(-1)!]: hoursBefore(1) } }).plans[signs.id]!;
    expect(plan.steps.filter(({ isDone }) => isDone).map(({ stepId }) => stepId)).toEqual([steps.at(-1)]);
    expect(plan.steps.filter(({ isDone }) => !isDone).every(({ start }) => start >= NOW)).toBe(true);
  });

  test('a step that was moved gives way to a fact after which it can no longer stand there', () => {
    const now = '2026-11-28T09:00:00.000Z';
    const steps = stepsOf(signs, all, { ...CONTEXT.workshop, stock: [] }, { places: { rack: 12, turner: 1 } });
    const slow = steps.find(({ lags }) => lags.some(({ time }) => time.high >= 120))!;
    const soon = '2026-11-28T09:15:00.000Z';
    const moved = { ...signs, pins: [{ stepId: slow.id, at: soon }] };
    const before = steps.slice(0, steps.indexOf(slow)).map(({ id }) => [id, now]);
    const read = week({ [signs.id]: Object.fromEntries(before) }, { now }, [moved]);
    expect(read.problems).toEqual({});
    const at = read.plans[signs.id]!.steps.find(({ stepId }) => stepId === slow.id)!;
    const wait = Math.max(...slow.lags.map(({ time }) => time.high));
    expect(Date.parse(at.start)).toBeGreaterThanOrEqual(Date.parse(now) + wait * 60_000);
    expect(at.isPinned).toBe(false);
    expect(read.droppedPins).toEqual([{ pieceId: signs.id, stepId: slow.id }]);
  });

  test('a coat that gives way to a fact still never comes between its windows', () => {
    const now = '2026-11-28T09:00:00.000Z';
    const found = pieces.flatMap((piece) =>
      stepsOf(piece, all, { ...CONTEXT.workshop, stock: [] }, { places: { rack: 12, turner: 1 } }).flatMap(
        (step, _index, steps) =>
          step.lags.some(({ windows }) => (windows?.length ?? 0) > 1) ? [{ piece, step, steps }] : [],
      ),
    )[0];
    if (!found) throw new Error('No coat of the demo has two windows.');
    const { piece, step, steps } = found;
    const { windows } = step.lags.find((lag) => (lag.windows?.length ?? 0) > 1)!;
    const [first, last] = [windows![0]!, windows!.at(-1)!];
    // the coat before it was laid so long ago that the first window is over, and the crafter had moved this one to right now
    const laid = new Date(Date.parse(now) - (first[1]! + 30) * 60_000).toISOString();
    const done = Object.fromEntries(steps.slice(0, steps.indexOf(step)).map(({ id }) => [id, laid]));
    const moved = { ...piece, pins: [{ stepId: step.id, at: '2026-11-28T09:15:00.000Z' }] };
    const at = week({ [piece.id]: done }, { now }, [moved]).plans[piece.id]!.steps.find(
      ({ stepId }) => stepId === step.id,
    )!;
    expect((Date.parse(at.start) - Date.parse(laid)) / 60_000).toBeGreaterThanOrEqual(last[0]);
  });

  test('more done at one place at once than it holds is no reason to plan nothing: what is to come waits for the place', () => {
    const step = (id: string, item: string) => ({
      id,
      item,
      duration: 10,
      dry: 100,
      uses: [{ resource: 'turner', until: 'dry' as const }],
    });
    const problem = benchProblemSchema.parse({
      horizon: 300,
      resources: { turner: { capacity: 1 } },
      steps: [step('a', 'one'), step('b', 'two'), step('c', 'three')],
      lags: [{ from: 'c', to: 'a', min: 0 }],
      either: [{ from: 'a', to: 'b', windows: [[0, 5]] }],
      done: { a: -20, b: -40 },
    });
    const read = planBench(problem, { direction: 'forward', seed: 1 });
    expect(read).toMatchObject({ ok: true, plan: { starts: { a: -20, b: -40, c: 90 } } });
    expect(read.ok && checkBenchPlan(problem, read.plan.starts)).toEqual([]);
  });
});

describe('a mark past an unfinished step', () => {
  const step = (id: string, after: string[], from: string[] = []) =>
    ({ id, after, lags: from.map((one) => ({ from: one })) }) as unknown as Step;
  const steps = [step('sand', []), step('prime', ['sand']), step('cut', []), step('paint', ['cut'], ['prime'])];
  test.each<[string, string[], string[]]>([
    ['paint', [], ['sand', 'prime', 'cut']],
    ['paint', ['prime'], ['sand', 'cut']],
    ['paint', ['sand', 'prime', 'cut'], []],
    ['prime', ['cut'], ['sand']],
    ['sand', [], []],
    ['gone', [], []],
  ])('%s with %j done: %j are asked about', (id, done, open) =>
    expect(openBefore(steps, id, (one) => done.includes(one)).map((one) => one.id)).toEqual(open),
  );
});
