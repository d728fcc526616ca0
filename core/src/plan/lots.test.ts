import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { catalogue } from '../materials/index.ts';
import { stateOfStep, stepFacts, type BenchEvent, type Piece, type StepEvent } from '../piece/index.ts';
import { demoBench, DEMO_NOW, demoPieces } from '../testing/demo.ts';
import { stepEvent } from '../testing/marks.ts';
import { draws } from '../testing/runs.ts';
import { copiesWords, stepsNow } from './lots.ts';
import { FIRST_LOOK, planPieces, stepsOf, type Plan, type Step } from './index.ts';

const all = catalogue();
const signs: Piece = { ...demoPieces.find(({ id }) => id === 'demo-signs')!, quantity: 12, startsAt: null };
const steps = stepsOf(signs, all, { ...demoBench.workshop, stock: [] });
const SAND = steps.find(({ operationIds }) => operationIds.includes('sand-bare'))!;
const GROUND = steps.find(({ key, coat }) => key === 'ground' && coat === 1)!;
const NEXT = steps.find(({ lags }) => lags.some(({ from }) => from === GROUND.id))!;

const ago = (minutes: number) => new Date(Date.parse(DEMO_NOW) - minutes * 60_000).toISOString();
const LONG_AGO = ago(3 * 24 * 60);
const event = (
  kind: StepEvent['kind'],
  step: Step,
  at: string,
  copies?: readonly number[],
  { found }: { found?: string } = {},
) => stepEvent(kind, signs.id, step, at, copies, found);
const numbers = (from: number, to: number) => Array.from({ length: to - from + 1 }, (_, index) => from + index);

const now = (events: readonly BenchEvent[]) => stepsNow(steps, signs, stepFacts(events), all);
const planned = (
  events: readonly BenchEvent[],
): { readonly plan: Plan; readonly steps: readonly Step[]; missed: string[] } => {
  const read = planPieces([signs], { ...demoBench, events }, { budget: FIRST_LOOK });
  if (!read.ok) throw new Error(read.problems[0]?.given);
  const { plans, steps: dated, missed } = read.week;
  return { plan: plans[signs.id]!, steps: dated[signs.id]!, missed: (missed[signs.id] ?? []).map(({ code }) => code) };
};
const copiesOf = (list: readonly Step[], step: Step) =>
  list.filter(({ key, coat }) => key === step.key && coat === step.coat).map(({ copies }) => copies);

test('copies are told as runs', () =>
  expect([[3], [1, 2], [9, 3, 1, 2, 4], [5, 7, 9]].map(copiesWords)).toEqual([
    '3',
    '1 and 2',
    '1 to 4 and 9',
    '5, 7 and 9',
  ]));

describe('what happened to a step', () => {
  const one = (events: readonly BenchEvent[], step = GROUND) => stateOfStep(stepFacts(events), signs.id, step);
  test('of a copy the newest counts, in whatever order it is told; a start opens it again', () => {
    const done = event('done', GROUND, ago(90));
    const failed = event('failed', GROUND, ago(60), [3]);
    const mended = event('mended', GROUND, ago(30), [3]);
    const again = event('started', GROUND, ago(10), [4]);
    const states = [[done], [failed, done], [mended, failed, done], [again, done]].map((events) => one(events));
    expect(states.map(({ doneAt, failedAt, startedAt }) => [doneAt, failedAt, startedAt])).toEqual([
      [ago(90), null, null],
      [null, ago(60), null],
      [ago(30), null, null],
      [null, null, ago(10)],
    ]);
    expect(states[3]!.eventId).toBe(again.id);
  });
  test('a mark of a group that named no copies is of that group alone; one of the whole batch is of every group', () => {
    const group = { ...GROUND, group: 2, copies: [5, 6] };
    expect(one([{ ...event('done', GROUND, ago(9)), group: 2 } as BenchEvent], group).doneAt).toBe(ago(9));
    expect(one([{ ...event('done', GROUND, ago(9)), group: 3 } as BenchEvent], group).doneAt).toBeNull();
    expect(one([event('done', GROUND, ago(9))], group).doneAt).toBe(ago(9));
    expect(one([event('done', GROUND, ago(9), [5])], group).doneAt).toBeNull();
  });
  test('copies that are done one by one, in any order, are done as if all at once', () =>
    fc.assert(
      fc.property(fc.shuffledSubarray(numbers(1, 12), { minLength: 12 }), (order) => {
        const single = order.map((copy) => event('done', GROUND, ago(60), [copy]));
        const of = (events: readonly BenchEvent[]) => now(events);
        const [alone, together] = [of(single), of([event('done', GROUND, ago(60))])];
        expect([alone.steps, alone.done]).toEqual([together.steps, together.done]);
      }),
      draws(20, 200),
    ));
});

describe('a batch that is not equally far', () => {
  const nine = [event('done', SAND, LONG_AGO), event('done', GROUND, LONG_AGO, numbers(1, 9))];
  test('done for 9 of 12: those go on, the three have steps of their own, and no copy is lost', () => {
    const { steps: parted, done } = now(nine);
    expect(copiesOf(parted, GROUND)).toEqual([numbers(1, 9), numbers(10, 12)]);
    expect(copiesOf(parted, NEXT)).toEqual([numbers(1, 9), numbers(10, 12)]);
    expect(copiesOf(parted, SAND)).toEqual([numbers(1, 12)]);
    const [ahead, behind] = parted.filter(({ key, coat }) => key === NEXT.key && coat === NEXT.coat);
    expect(ahead!.lags.map(({ from }) => from)).toContain(`${GROUND.id}@1`);
    expect(behind!.lags.map(({ from }) => from)).toContain(`${GROUND.id}@10`);
    expect(ahead!.lags.every(({ from }) => from.endsWith('@1'))).toBe(true);
    expect(done).toEqual({ [SAND.id]: LONG_AGO, [`${GROUND.id}@1`]: LONG_AGO });
    expect(ahead!.label).toContain('(9 of 12: 1 to 9)');
    expect(ahead!.minutes).toBeLessThan(NEXT.minutes);
    const { plan } = planned(nine);
    const start = (id: string) => plan.steps.find(({ stepId }) => stepId === id)!.start;
    expect(start(ahead!.id) < start(behind!.id)).toBe(true);
  });
  test('once the three have caught up they are one batch again', () => {
    const caught = [...nine, event('done', GROUND, ago(60), numbers(10, 12))];
    expect(copiesOf(now(caught).steps, NEXT)).toEqual([numbers(1, 12)]);
    expect(now(caught).done[GROUND.id]).toBe(ago(60));
  });
  test('nothing goes on with a copy that failed until it is mended; the others go on', () => {
    const failed = [
      event('done', SAND, LONG_AGO),
      event('done', GROUND, LONG_AGO),
      event('failed', GROUND, ago(60), [4]),
    ];
    const { steps: parted, heldUp, isHeldUp } = now(failed);
    expect(copiesOf(parted, NEXT)).toEqual([[...numbers(1, 3), ...numbers(5, 12)]]);
    expect([heldUp.map(({ code }) => code), isHeldUp]).toEqual([['copy-failed'], false]);
    expect(planned(failed).missed).toContain('copy-failed');
    const mended = now([...failed, event('mended', GROUND, ago(20), [4])]);
    expect([copiesOf(mended.steps, NEXT), mended.heldUp]).toEqual([[numbers(1, 12)], []]);
    expect(mended.done[GROUND.id]).toBe(ago(20));
  });
  test('where all of it failed, or was given up, there are no dates, and that is said', () => {
    const read = (events: readonly BenchEvent[]) => {
      const week = planPieces([signs], { ...demoBench, events }, { budget: FIRST_LOOK });
      return week.ok ? [week.week.plans[signs.id], week.week.problems[signs.id]?.map(({ code }) => code)] : [];
    };
    expect(read([event('failed', GROUND, ago(60))])).toEqual([undefined, ['copy-failed']]);
    expect(read([event('scrapped', GROUND, ago(60))])).toEqual([undefined, ['given-up']]);
  });
  test('a copy that was given up is left out of every step that is made copy by copy', () => {
    const { steps: left } = now([event('scrapped', GROUND, ago(60), [2])]);
    for (const step of left) if (step.copies) expect(step.copies).not.toContain(2);
    expect(copiesOf(left, NEXT)).toEqual([[1, ...numbers(3, 12)]]);
  });
  test('a step under way on some copies is one step, which began when it did and ends no sooner than it is looked at next', () => {
    const running = [event('done', SAND, LONG_AGO), event('started', GROUND, ago(300), [1, 2])];
    const { plan } = planned(running);
    const own = plan.steps.filter(({ stepId }) => stepId.startsWith(GROUND.id));
    expect(own.map(({ isRunning, isDone, start }) => [isRunning, isDone, start])).toEqual([[true, false, ago(300)]]);
    expect(Date.parse(own[0]!.end)).toBeGreaterThan(Date.parse(DEMO_NOW));
  });
});

describe('what is felt of a coat', () => {
  const laid = event('done', GROUND, ago(300));
  const lag = NEXT.lags.find(({ from }) => from === GROUND.id)!;
  const lagAfter = (found: string, minutes: number) =>
    now([event('done', SAND, LONG_AGO), laid, event('checked', GROUND, ago(300 - minutes), undefined, { found })])
      .steps.find(({ id }) => id === NEXT.id)!
      .lags.find(({ from }) => from === GROUND.id)!;
  test('still wet after its longest figure: the wait grows, and nothing comes sooner than it is felt again', () => {
    const late = lag.time.high + 30;
    const wet = lagAfter('tacky', late);
    expect(wet.time.low).toBeGreaterThan(late);
    expect(wet.time.basis).toBe('your-trial');
    expect(lagAfter('wet', 5)).toEqual(lag);
  });
  test('dry to the finger between its shortest and longest figure: what a fingertip can tell is waited for no longer', () => {
    const between = Math.round((lag.time.low + lag.time.high) / 2);
    expect(['touch', 'recoat']).toContain(lag.stage);
    expect(lagAfter('dry', between).time.high).toBe(between);
    expect(lagAfter('dry', Math.max(0, lag.time.low - 5))).toEqual(lag);
  });
  test('what a fingertip cannot tell is never waited for less', () => {
    const over = steps
      .flatMap((step) => step.lags.map((one) => ({ step, one })))
      .find(({ one }) => one.stage === 'mask')!;
    const below = steps.find(({ id }) => id === over.one.from)!;
    const between = Math.round((over.one.time.low + over.one.time.high) / 2);
    const events = [
      ...steps.slice(0, steps.indexOf(below)).map((step) => event('done', step, LONG_AGO)),
      event('done', below, ago(between + 30)),
      event('checked', below, ago(30), undefined, { found: 'dry' }),
    ];
    const read = now(events).steps.find(({ id }) => id === over.step.id)!;
    expect(read.lags.find(({ from }) => from === below.id)).toEqual(over.one);
  });
  test('a look from before it was laid says nothing', () => {
    const early = [event('checked', GROUND, ago(400), undefined, { found: 'dry' }), laid];
    expect(now(early).steps.find(({ id }) => id === NEXT.id)!.lags).toEqual(NEXT.lags);
  });
});

test('whatever is said in whatever order, the piece keeps its dates, no open copy is lost and none is made twice', () => {
  const anEvent = fc
    .record({
      kind: fc.constantFrom<StepEvent['kind']>('started', 'done', 'checked', 'failed', 'mended', 'scrapped'),
      step: fc.nat(steps.length - 1),
      copies: fc.option(fc.uniqueArray(fc.integer({ min: 1, max: 14 }), { minLength: 1, maxLength: 6 }), {
        nil: undefined,
      }),
      minutes: fc.integer({ min: -60, max: 9000 }),
      found: fc.constantFrom('notYet', 'through', 'wet', 'tacky', 'dry'),
    })
    .map(({ kind, step, copies, minutes, found }) =>
      event(kind, steps[step]!, ago(minutes), copies, kind === 'checked' ? { found } : {}),
    );
  fc.assert(
    fc.property(fc.array(anEvent, { maxLength: 10 }), (events) => {
      const facts = stepFacts(events);
      const read = stepsNow(steps, signs, facts, all);
      const scrapped = facts.get(signs.id)?.scrapped ?? new Set<number>();
      for (const step of steps) {
        if (!step.copies) continue;
        const made = copiesOf(read.steps, step).flatMap((copies) => copies!);
        expect(new Set(made).size).toBe(made.length);
        for (const copy of made) expect(scrapped !== 'all' && !scrapped.has(copy)).toBe(true);
      }
      const ids = new Set(read.steps.map(({ id }) => id));
      for (const { after, lags, keeps } of read.steps)
        for (const from of [...after, ...lags.map((one) => one.from), ...keeps.map((one) => one.from)])
          expect(ids.has(from)).toBe(true);
      const week = planPieces([signs], { ...demoBench, events }, { budget: FIRST_LOOK });
      expect(week.ok).toBe(true);
      if (week.ok && !read.isHeldUp && !read.failedTry) expect(week.week.plans[signs.id]).toBeDefined();
    }),
    draws(20, 300),
  );
});
