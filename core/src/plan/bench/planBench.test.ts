import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { runs } from '../../testing/runs.ts';
import { readFileSync } from 'node:fs';
import { checkBenchPlan, planBench, readBenchProblem, type BenchProblem } from '../index.ts';

const DAY = 1440;
/** Evenings of three hours from 18:00 on, counted from a midnight. */
const evenings = (days: number, from = 1080, to = 1260): [number, number][] =>
  Array.from({ length: days }, (_, day) => [day * DAY + from, day * DAY + to]);
const hands = { resource: 'hands', units: 1, until: 'end' as const };
const whole = [{ calendar: 'hands', mode: 'whole' as const }];

const read = (value: unknown): BenchProblem => {
  const outcome = readBenchProblem(value);
  if (!outcome.ok) throw new Error(outcome.problems[0]!.given);
  return outcome.problem;
};
const bench = (steps: readonly object[], rest: object = {}): BenchProblem =>
  read({
    horizon: 6 * DAY,
    grid: 5,
    calendars: { hands: evenings(6) },
    resources: { hands: { capacity: 1 } },
    sittingCalendar: 'hands',
    fetchCalendar: 'hands',
    steps: steps.map((step) => ({ item: 'sign', inside: whole, uses: [hands], ...step })),
    ...rest,
  });
const forward = (problem: BenchProblem, prefer?: 'fewest-sittings') =>
  planBench(problem, { direction: 'forward', seed: 1, ...(prefer ? { prefer } : {}) });

describe('a plan forward', () => {
  test('a chain of coats: each after the one before is dry, all inside the evenings', () => {
    const problem = bench(
      [
        { id: 'coat1', duration: 40, dry: 60 },
        { id: 'coat2', duration: 40, dry: 600 },
        { id: 'coat3', duration: 40, dry: 0 },
      ],
      {
        lags: [
          { from: 'coat1', fromPoint: 'dry', to: 'coat2' },
          { from: 'coat2', fromPoint: 'dry', to: 'coat3' },
        ],
      },
    );
    const planned = forward(problem);
    expect(planned).toMatchObject({
      ok: true,
      plan: {
        starts: { coat1: 1080, coat2: 1180, coat3: 2520 },
        makespan: 2560,
        sittings: 2,
        isProven: true,
        bound: 2560,
      },
    });
    expect(planned.ok && planned.plan.limits).toEqual(['coat1', 'coat2', 'coat3']);
  });
  test('a recoat window is kept: within the hour, or after two days', () => {
    const problem = bench(
      [
        { id: 'first', duration: 130 },
        { id: 'second', duration: 70 },
      ],
      {
        either: [
          {
            from: 'first',
            to: 'second',
            windows: [
              [0, 60],
              [2880, null],
            ],
          },
        ],
      },
    );
    // 130 and 70 minutes do not fit one evening of 180
    expect(forward(problem)).toMatchObject({ ok: true, plan: { starts: { first: 1080, second: 5400 } } });
  });
  test('two pieces go through one pair of hands between each other’s waits', () => {
    const piece = (id: string) => [
      { id: `${id}.on`, item: id, duration: 10 },
      { id: `${id}.off`, item: id, duration: 10 },
    ];
    const wait = (id: string) => ({ from: `${id}.on`, to: `${id}.off`, min: 15, max: 20 });
    const planned = forward(bench([...piece('a'), ...piece('b')], { lags: [wait('a'), wait('b')] }));
    expect(planned).toMatchObject({ ok: true, plan: { makespan: 1080 + 45, isProven: true } });
  });
  test('a place on the rack is held until it is dry, and until it is fetched in the next sitting', () => {
    const coat = (id: string, until: 'dry' | 'fetch') => ({
      id,
      item: id,
      duration: 20,
      dry: 30,
      uses: [hands, { resource: 'rack', units: 1, until }],
    });
    const resources = { hands: { capacity: 1 }, rack: { capacity: 1 } };
    expect(forward(bench([coat('a', 'dry'), coat('b', 'dry')], { resources }))).toMatchObject({
      ok: true,
      plan: { makespan: 1080 + 100 },
    });
    const slow = (id: string) => ({ ...coat(id, 'fetch'), dry: 200 });
    const planned = forward(bench([slow('a'), slow('b')], { resources }));
    expect(planned.ok && Object.values(planned.plan.starts).sort((one, other) => one - other)).toEqual([1080, 2520]);
  });
  test('what is late is late by the least, before all is done soonest; pins and facts stay where they are', () => {
    const problem = bench(
      [
        { id: 'a', item: 'a', duration: 100 },
        { id: 'b', item: 'b', duration: 100 },
        { id: 'c', item: 'c', duration: 60 },
      ],
      { due: { b: 1200 }, pins: { c: 2520 }, done: {} },
    );
    expect(forward(problem)).toMatchObject({ ok: true, plan: { starts: { b: 1080, c: 2520 }, tardiness: 0 } });
    const late = bench(
      [
        { id: 'a', item: 'a', duration: 60, dry: 0 },
        { id: 'b', item: 'a', duration: 60 },
      ],
      {
        lags: [{ from: 'a', to: 'b' }],
        done: { a: 1203 },
      },
    );
    const planned = forward(late);
    expect(planned).toMatchObject({ ok: true, plan: { starts: { a: 1203, b: 2520 } } });
  });
  test('fewest sittings puts off what can wait, soonest does not', () => {
    const problem = bench(
      [
        { id: 'short', item: 'a', duration: 30 },
        { id: 'long', item: 'b', duration: 170 },
        { id: 'later', item: 'c', duration: 100 },
      ],
      { lags: [{ from: 'long', to: 'later', min: 1000 }] },
    );
    const soonest = forward(problem);
    const fewest = forward(problem, 'fewest-sittings');
    expect(soonest.ok && fewest.ok && [soonest.plan.makespan, fewest.plan.sittings]).toEqual([2650, 2]);
    expect(fewest.ok && checkBenchPlan(problem, fewest.plan.starts)).toEqual([]);
  });
});

test('the example of two signs and one rack is planned in three sittings: the second ground waits for the rack', () => {
  const problem = read(readFileSync(new URL('../../../examples/bench-problem.json', import.meta.url), 'utf8'));
  const planned = forward(problem);
  if (!planned.ok) throw new Error(planned.problems[0]!.given);
  expect(checkBenchPlan(problem, planned.plan.starts)).toEqual([]);
  expect(planned.plan).toMatchObject({ makespan: 4070, tardiness: 0, sittings: 3, isProven: true });
});

describe('a plan backward', () => {
  test('begins as late as the due date lets it', () => {
    const problem = bench(
      [
        { id: 'coat', duration: 60, dry: 600 },
        { id: 'pack', duration: 30 },
      ],
      {
        lags: [{ from: 'coat', fromPoint: 'dry', to: 'pack' }],
        due: { sign: 4 * DAY },
      },
    );
    const planned = planBench(problem, { direction: 'backward', seed: 1 });
    expect(planned).toMatchObject({
      ok: true,
      plan: { starts: { pack: 5550, coat: 2880 + 1080 + 120 }, isProven: true },
    });
    expect(planned.ok && checkBenchPlan(problem, planned.plan.starts, true)).toEqual([]);
  });
  test('a due date that cannot be met is refused, naming what stands in the way', () => {
    const problem = bench(
      [
        { id: 'coat', duration: 60, dry: 3000 },
        { id: 'pack', duration: 30 },
      ],
      {
        lags: [{ from: 'coat', fromPoint: 'dry', to: 'pack' }],
        due: { sign: 2 * DAY },
      },
    );
    expect(planBench(problem, { direction: 'backward', seed: 1 })).toMatchObject({
      ok: false,
      problems: [{ code: 'lag-never-meets-calendar', culprits: ['coat'] }],
    });
  });
});

describe('what no plan can meet is refused with the steps that are to blame', () => {
  test.each<[string, BenchProblem, string, string[]]>([
    [
      'longer than any evening',
      bench([
        { id: 'prep', duration: 30 },
        { id: 'resin', duration: 200 },
      ]),
      'no-start-in-calendar',
      ['resin'],
    ],
    [
      'more of a rack than there is',
      bench([{ id: 'coat', duration: 10, uses: [{ resource: 'hands', units: 2 }] }]),
      'demand-exceeds-capacity',
      ['coat'],
    ],
    [
      'a circle of waits',
      bench(
        [
          { id: 'a', duration: 10 },
          { id: 'b', duration: 10 },
          { id: 'c', duration: 10 },
        ],
        {
          lags: [
            { from: 'a', to: 'b', min: 60 },
            { from: 'b', to: 'c', min: 60 },
            { from: 'a', to: 'c', min: 0, max: 90 },
          ],
        },
      ),
      'lag-cycle',
      ['a', 'b', 'c'],
    ],
    [
      'hands that are needed twice inside a greatest gap',
      bench(
        ['a', 'b', 'c', 'd'].map((id) => ({ id, item: id, duration: 50 })),
        {
          lags: ['b', 'c', 'd'].map((to) => ({ from: 'a', fromPoint: 'start', to, toPoint: 'end', min: 0, max: 150 })),
        },
      ),
      'resource-in-max-lag',
      ['a', 'b', 'c', 'd'],
    ],
    [
      'a wait that ends at night',
      bench(
        [
          { id: 'on', duration: 10 },
          { id: 'off', duration: 10 },
          { id: 'other', item: 'x', duration: 10 },
        ],
        { lags: [{ from: 'on', to: 'off', min: 400, max: 600 }] },
      ),
      'lag-never-meets-calendar',
      ['off', 'on'],
    ],
  ])('%s', (_, problem, code, culprits) => {
    const planned = forward(problem);
    expect(planned).toMatchObject({ ok: false, problems: [{ code }] });
    if (planned.ok) return;
    expect([...(planned.problems[0] as unknown as { culprits: string[] }).culprits].sort()).toEqual(culprits);
    expect(planned.problems[0]!.given && planned.problems[0]!.allowed && planned.problems[0]!.todo).toBeTruthy();
  });
});

// small random problems: an hour-long grid, so that every plan can be looked at
const smallProblems = fc
  .record({
    steps: fc.array(
      fc.record({
        duration: fc.integer({ min: 1, max: 3 }),
        dry: fc.constantFrom<number | number[][]>(
          0,
          1,
          3,
          [
            [0, 4],
            [5, 1],
          ],
          [
            [0, 1],
            [3, 6],
          ],
        ),
        item: fc.integer({ min: 0, max: 1 }),
        inside: fc.boolean(),
        rack: fc.constantFrom('none', 'dry', 'fetch'),
      }),
      { minLength: 2, maxLength: 4 },
    ),
    lags: fc.array(
      fc.record({
        from: fc.nat(3),
        to: fc.nat(3),
        point: fc.constantFrom('start', 'end', 'dry'),
        min: fc.integer({ min: 0, max: 3 }),
        room: fc.option(fc.integer({ min: 0, max: 3 })),
      }),
      { maxLength: 4 },
    ),
    either: fc.boolean(),
    due: fc.option(fc.integer({ min: 6, max: 20 })),
    gaps: fc.array(fc.integer({ min: 2, max: 6 }), { minLength: 2, maxLength: 4 }),
  })
  .map(({ steps, lags, either, due, gaps }) => {
    let at = 1;
    const windows = gaps.map((length): [number, number] => {
      const window: [number, number] = [at, at + length];
      at += length + 2;
      return window;
    });
    const id = (index: number) => `s${index % steps.length}`;
    return read({
      horizon: 24,
      grid: 1,
      calendars: { hands: windows },
      resources: { hands: { capacity: 1 }, rack: { capacity: 1 } },
      sittingCalendar: 'hands',
      fetchCalendar: 'hands',
      steps: steps.map(({ duration, dry, item, inside, rack }, index) => ({
        id: `s${index}`,
        item: `i${item}`,
        duration,
        dry: Array.isArray(dry) ? { byStart: dry } : dry,
        inside: inside ? [{ calendar: 'hands' }] : [],
        uses: [
          { resource: 'hands', units: 1, until: 'end' },
          ...(rack === 'none' ? [] : [{ resource: 'rack', units: 1, until: rack }]),
        ],
      })),
      lags: lags
        .filter(({ from, to }) => from % steps.length < to % steps.length)
        .map(({ from, to, point, min, room }) => ({
          from: id(from),
          fromPoint: point,
          to: id(to),
          min,
          max: room === null ? null : min + room,
        })),
      either: either
        ? [
            {
              from: 's0',
              to: 's1',
              windows: [
                [0, 1],
                [4, null],
              ],
            },
          ]
        : [],
      due: due === null ? {} : { [`i${steps[0]!.item}`]: due },
    });
  });

const everyPlan = (problem: BenchProblem, seen: (starts: Record<string, number>) => void) => {
  const visit = (index: number, chosen: Record<string, number>) => {
    if (index === problem.steps.length) return seen(chosen);
    for (let start = 0; start <= problem.horizon; start += 1) {
      const { id } = problem.steps[index]!;
      const starts = { ...chosen, [id]: start };
      // what is wrong already stays wrong
      const part = {
        ...problem,
        steps: problem.steps.slice(0, index + 1),
        lags: problem.lags.filter((lag) => lag.from in starts && lag.to in starts),
        either: problem.either.filter((one) => one.from in starts && one.to in starts),
      };
      if (checkBenchPlan(part, starts).length === 0) visit(index + 1, starts);
    }
  };
  visit(0, {});
};
const endsOf = (problem: BenchProblem, starts: Record<string, number>) =>
  problem.steps.map(({ id, item, duration, dry }) => {
    const passed =
      typeof dry === 'number'
        ? dry
        : (dry.byStart.filter(([from]) => from <= starts[id]!).at(-1) ?? dry.byStart[0]!)[1];
    return { item, dry: starts[id]! + duration + passed, end: starts[id]! + duration };
  });

describe('against every plan there is', () => {
  test('forward: valid, late by the least, then done soonest; refused only where there is none', () => {
    fc.assert(
      fc.property(smallProblems, (problem) => {
        let best: [number, number] | null = null;
        everyPlan(problem, (starts) => {
          const ends = endsOf(problem, starts);
          if (ends.some(({ end }) => end > problem.horizon)) return;
          const done = new Map<string, number>();
          for (const { item, dry } of ends) done.set(item, Math.max(done.get(item) ?? 0, dry));
          const late = [...done].reduce(
            (sum, [item, dry]) => sum + Math.max(0, dry - (problem.due[item] ?? Infinity)),
            0,
          );
          const makespan = Math.max(...done.values());
          if (!best || late < best[0] || (late === best[0] && makespan < best[1])) best = [late, makespan];
        });
        const planned = forward(problem);
        if (!planned.ok) return expect(best).toBeNull();
        expect(checkBenchPlan(problem, planned.plan.starts)).toEqual([]);
        expect([planned.plan.tardiness, planned.plan.makespan]).toEqual(best);
        expect(planned.plan.bound).toBeLessThanOrEqual(planned.plan.makespan);
      }),
      { numRuns: runs(6, 30), seed: 41 },
    );
  });
  test('backward: valid, and no plan begins later', () => {
    fc.assert(
      fc.property(smallProblems, (problem) => {
        const due = Object.fromEntries(problem.steps.map(({ item }) => [item, 20]));
        const hard = { ...problem, due };
        let latest = -1;
        everyPlan(hard, (starts) => {
          if (endsOf(hard, starts).every(({ dry, item, end }) => dry <= due[item]! && end <= hard.horizon))
            latest = Math.max(latest, Math.min(...Object.values(starts)));
        });
        const planned = planBench(hard, { direction: 'backward', seed: 1 });
        if (!planned.ok) return expect(latest).toBe(-1);
        expect(checkBenchPlan(hard, planned.plan.starts, true)).toEqual([]);
        expect(Math.min(...Object.values(planned.plan.starts))).toBe(latest);
      }),
      { numRuns: runs(5, 25), seed: 43 },
    );
  });
});

const many = (pieces: number): BenchProblem =>
  read({
    horizon: pieces * 400 + 20 * DAY,
    grid: 5,
    calendars: { hands: evenings(Math.ceil((pieces * 400 + 20 * DAY) / DAY), 600, 1260) },
    resources: { hands: { capacity: 1 }, rack: { capacity: 40 } },
    sittingCalendar: 'hands',
    fetchCalendar: 'hands',
    steps: Array.from({ length: pieces }, (_, piece) =>
      Array.from({ length: 6 }, (_unused, step) => ({
        id: `p${piece}.${step}`,
        item: `p${piece}`,
        duration: 5 + ((piece * 7 + step * 3) % 4) * 5,
        dry: step % 2 === 0 ? 60 + ((piece + step) % 5) * 30 : 0,
        inside: whole,
        uses: [hands, ...(step % 2 === 0 ? [{ resource: 'rack', units: 1, until: 'dry' }] : [])],
      })),
    ).flat(),
    lags: Array.from({ length: pieces }, (_, piece) =>
      Array.from({ length: 5 }, (_unused, step) => ({
        from: `p${piece}.${step}`,
        fromPoint: 'dry',
        to: `p${piece}.${step + 1}`,
        min: 0,
        max: step === 1 ? 4 * DAY : null,
      })),
    ).flat(),
  });

test('sixty pieces of six steps are planned validly, near the bound of the work itself, and the same for the same seed', () => {
  const problem = many(60);
  const options = { direction: 'forward', seed: 5, budget: 6 } as const;
  const planned = planBench(problem, options);
  if (!planned.ok) throw new Error(planned.problems[0]!.given);
  expect(checkBenchPlan(problem, planned.plan.starts)).toEqual([]);
  // 60 × the work of a piece, at 660 free minutes a day
  const work = problem.steps.reduce((sum, { duration }) => sum + duration, 0);
  const days = Math.floor(work / 660);
  expect(planned.plan.makespan).toBeLessThan((days + 2) * DAY);
  expect(planBench(problem, options)).toEqual(planned);
});

test.each<[string, unknown, RegExp]>([
  ['no JSON', '{', /does not read as JSON/],
  [
    'a lag to nowhere',
    { horizon: 100, steps: [{ id: 'a', item: 'x', duration: 5 }], lags: [{ from: 'a', to: 'b' }] },
    /"b" is named/,
  ],
  [
    'an unknown calendar',
    { horizon: 100, steps: [{ id: 'a', item: 'x', duration: 5, inside: [{ calendar: 'nights' }] }] },
    /"nights" is named/,
  ],
  [
    'a step twice',
    {
      horizon: 100,
      steps: [
        { id: 'a', item: 'x', duration: 5 },
        { id: 'a', item: 'x', duration: 5 },
      ],
    },
    /same id/,
  ],
  ['a negative duration', { horizon: 100, steps: [{ id: 'a', item: 'x', duration: -5 }] }, /-5/],
])('%s is refused', (_, value, said) => {
  const outcome = readBenchProblem(value);
  expect(outcome.ok ? '' : outcome.problems.map(({ given }) => given).join(' ')).toMatch(said);
});
