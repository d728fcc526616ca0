import { describe, expect, test } from '@jest/globals';
import { dice } from '../../testing/weather.ts';
import { checkBenchPlan, planBench, readBenchProblem, type BenchProblem } from '../index.ts';
import { gathered, visitsOf } from './gather.ts';
import { modelOf } from './model.ts';
import { StepDispatcher } from './stepDispatch.ts';

const problemOf = (value: object): BenchProblem => {
  const read = readBenchProblem(value);
  if (!read.ok) throw new Error(read.problems[0]!.given);
  return read.problem;
};
const evenings = Array.from({ length: 14 }, (_, day): [number, number] => [day * 1440, day * 1440 + 120]);
const BENCH = {
  horizon: 14 * 1440,
  grid: 5,
  calendars: { crafter: evenings },
  resources: { crafter: { capacity: 1 } },
  fetchCalendar: 'crafter',
  sittingCalendar: 'crafter',
};
const step = (id: string, duration: number, facts: object = {}) => ({
  id,
  item: id.slice(0, 1),
  duration,
  inside: [{ calendar: 'crafter' }],
  uses: [{ resource: 'crafter' }],
  ...facts,
});

describe('steps one by one', () => {
  /** Two pieces, each with a wait that leaves just room for the other's work: only interleaved do they fit into one evening. */
  const interleaved = problemOf({
    ...BENCH,
    steps: ['a', 'b'].flatMap((item) => [step(`${item}1`, 30), step(`${item}2`, 30)]),
    lags: ['a', 'b'].map((item) => ({ from: `${item}1`, to: `${item}2`, min: 30, max: 30 })),
  });
  test('clusters interleave', () => {
    const placed = new StepDispatcher(modelOf(interleaved), 'forward').place([0, 1, 0, 1]);
    expect('positions' in placed).toBe(true);
    const read = planBench(interleaved, { direction: 'forward', seed: 1 });
    expect(read.ok && read.plan.makespan).toBe(120);
  });

  test('a broken greatest gap sends the earlier step back, forward and backward', () => {
    // the second half does not fit into the evening any more: the first waits for the next one
    const tight = problemOf({
      ...BENCH,
      steps: [step('a1', 60), step('a2', 90)],
      lags: [{ from: 'a1', to: 'a2', min: 0, max: 10 }],
      due: { a: 5 * 1440 },
    });
    expect(planBench(tight, { direction: 'forward', seed: 1 })).toMatchObject({ ok: false });
    const loose = problemOf({
      ...BENCH,
      steps: [step('b0', 60), step('a1', 40), step('a2', 80)],
      lags: [{ from: 'a1', to: 'a2', min: 0, max: 10 }],
      due: { a: 5 * 1440, b: 5 * 1440 },
    });
    for (const direction of ['forward', 'backward'] as const) {
      const placed = new StepDispatcher(modelOf(loose), direction).place(
        direction === 'forward' ? [0, 1, 2] : [2, 1, 0],
      );
      if ('stuck' in placed) throw new Error('stuck');
      const model = modelOf(loose);
      const starts = Object.fromEntries(
        model.steps.map(({ id }, index) => [id, model.classes[index]!.starts[placed.positions[index]!]!]),
      );
      expect(checkBenchPlan(loose, starts, direction === 'backward')).toEqual([]);
      expect(starts['a2']! - starts['a1']! - 40).toBeLessThanOrEqual(10);
    }
  });

  test('a window is taken at once where nobody wants to wait for the next one', () => {
    const windows = problemOf({
      ...BENCH,
      steps: [step('b0', 80), step('a1', 25), step('a2', 30)],
      either: [
        {
          from: 'a1',
          to: 'a2',
          windows: [
            [10, 60],
            [2880, null],
          ],
        },
      ],
    });
    const model = modelOf(windows);
    const ends = (early: number) => {
      const placed = new StepDispatcher(model, 'forward').place([0, 1, 2], [early]);
      if ('stuck' in placed) throw new Error('stuck');
      return model.classes[2]!.at.end[placed.positions[2]!]!;
    };
    expect([ends(0), ends(1)]).toEqual([4320 + 30, 1440 + 25 + 10 + 30]);
    const read = planBench(windows, { direction: 'forward', seed: 1 });
    expect(read.ok && read.plan.makespan).toBe(1505);
  });
});

describe('fewer visits', () => {
  test('between equal plans the one that goes to a piece less often', () => {
    const two = problemOf({
      ...BENCH,
      steps: [step('a1', 30), step('a2', 30, { dry: 4320 }), step('b1', 90), step('b2', 30)],
      lags: [{ from: 'a1', to: 'a2', min: 0 }],
    });
    const model = modelOf(two);
    const at = (id: number, minute: number) => [...model.classes[id]!.starts].indexOf(minute);
    const scattered = Int32Array.from([at(0, 0), at(1, 30), at(2, 1440), at(3, 2880)]);
    expect(visitsOf(model, scattered)).toBe(3);
    const brought = gathered(model, scattered);
    expect(visitsOf(model, brought)).toBe(2);
    const starts = Object.fromEntries(
      model.steps.map(({ id }, index) => [id, model.classes[index]!.starts[brought[index]!]!]),
    );
    expect(checkBenchPlan(two, starts)).toEqual([]);
  });
});

/** Benches whose best plan is known: evenings are filled to the minute by cutting them up, and what was cut is shuffled. */
const filled = (seed: number): { problem: BenchProblem; best: number } => {
  const random = dice(seed);
  const days = 3 + Math.floor(random() * 2);
  const steps: ReturnType<typeof step>[] = [];
  const lags: object[] = [];
  const items = 'abcdef'.split('');
  const last = new Map<string, string>();
  for (let day = 0; day < days; day += 1) {
    let left = 120;
    while (left > 0) {
      const duration = Math.min(left, 15 + 5 * Math.floor(random() * 7));
      const item = items[Math.floor(random() * items.length)]!;
      const id = `${item}${steps.length}`;
      steps.push({ ...step(id, duration), item });
      const before = last.get(item);
      if (before) lags.push({ from: before, to: id, min: 0 });
      last.set(item, id);
      left -= duration;
    }
  }
  return {
    problem: problemOf({ ...BENCH, steps: [...steps].sort(() => random() - 0.5), lags }),
    best: (days - 1) * 1440 + 120,
  };
};

test.each(Array.from({ length: 6 }, (_, index) => index + 1))(
  'a bench that fills its evenings to the minute, %d: within 2 %%',
  (seed) => {
    const { problem, best } = filled(seed);
    const read = planBench(problem, { direction: 'forward', seed: 1, budget: 60 });
    if (!read.ok) throw new Error(read.problems[0]!.given);
    expect(checkBenchPlan(problem, read.plan.starts)).toEqual([]);
    expect(read.plan.makespan).toBeLessThanOrEqual(best * 1.02);
    // the same for the same seed
    expect(planBench(problem, { direction: 'forward', seed: 1, budget: 60 })).toEqual(read);
  },
);
