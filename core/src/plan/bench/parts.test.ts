import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { draws } from '../../testing/runs.ts';
import { boundsOf } from '../../testing/bounds.ts';
import { benchProblemSchema, checkBenchPlan, readBenchProblem, type BenchProblem } from '../index.ts';
import { propagated, touching, wholeBounds } from './bounds.ts';
import { minuteOf, modelOf, type Point } from './model.ts';
import { scoreOf } from './objective.ts';
import { seeded } from '../../units/index.ts';
import { plainRefusal } from './refusal.ts';
import { Timeline } from './timeline.ts';

const read = (value: unknown): BenchProblem => {
  const outcome = readBenchProblem(value);
  if (!outcome.ok) throw new Error(outcome.problems[0]!.given);
  return outcome.problem;
};
const hands = { resource: 'hands', units: 1, until: 'end' as const };
const bench = (steps: readonly object[], rest: object = {}): BenchProblem =>
  read({
    horizon: 400,
    grid: 10,
    calendars: {
      hands: [
        [0, 60],
        [100, 160],
        [160, 200],
        [300, 400],
      ],
    },
    resources: { hands: { capacity: 1 } },
    sittingCalendar: 'hands',
    fetchCalendar: 'hands',
    steps: steps.map((step) => ({
      item: 'sign',
      inside: [{ calendar: 'hands', mode: 'whole' }],
      uses: [hands],
      dry: 0,
      ...step,
    })),
    ...rest,
  });

test('numbers drawn from a seed are those of the published generator, and lie from 0 to 1', () => {
  const roll = seeded(1);
  // mulberry32, seed 1
  expect([roll(), roll(), roll()]).toEqual([
    expect.closeTo(0.6270739405881613, 12),
    expect.closeTo(0.002735721180215478, 12),
    expect.closeTo(0.5274470399599522, 12),
  ]);
  const other = seeded(2);
  const many = Array.from({ length: 1000 }, other);
  expect(Math.min(...many)).toBeGreaterThanOrEqual(0);
  expect(Math.max(...many)).toBeLessThan(1);
  expect(many.reduce((sum, one) => sum + one, 0) / 1000).toBeCloseTo(0.5, 1);
});

describe('what is held of a resource', () => {
  const spans = fc.array(
    fc.record({
      from: fc.integer({ min: 0, max: 30 }),
      length: fc.integer({ min: 0, max: 12 }),
      units: fc.integer({ min: 1, max: 2 }),
    }),
    { maxLength: 12 },
  );
  test('is told minute by minute: where units do not fit, from when and until when', () =>
    fc.assert(
      fc.property(
        spans,
        fc.integer({ min: 1, max: 3 }),
        fc.nat(30),
        fc.nat(12),
        fc.integer({ min: 1, max: 3 }),
        fc.nat(3),
        (held, capacity, from, length, units, taken) => {
          const timeline = new Timeline(capacity);
          const minutes = new Array<number>(60).fill(0);
          const add = (span: (typeof held)[number], sign: 1 | -1) => {
            for (let at = span.from; at < span.from + span.length; at += 1) minutes[at]! += sign * span.units;
          };
          for (const span of held) {
            timeline.hold(span.from, span.from + span.length, span.units);
            add(span, 1);
          }
          for (const span of held.slice(0, taken)) {
            timeline.release(span.from, span.from + span.length, span.units);
            add(span, -1);
          }
          const isFull = (at: number) => at >= 0 && minutes[at]! + units > capacity;
          let first = -1;
          for (let at = from; at < from + length && first < 0; at += 1) if (isFull(at)) first = at;
          const clash = timeline.clash(from, from + length, units);
          if (first < 0 || units > capacity) return units > capacity ? length > 0 === (clash !== null) : clash === null;
          let end = first;
          while (isFull(end)) end += 1;
          return clash !== null && clash.to === end && clash.from <= first && isFull(clash.from);
        },
      ),
      draws(200, 600),
    ));
});

describe('the model of a problem', () => {
  const startsOf = (step: object, rest: object = {}) => {
    const model = modelOf(bench([{ id: 'a', duration: 30, ...step }], rest));
    const tell = (point: Point) =>
      Array.from(model.classes[0]!.starts, (_, position) => minuteOf(model, 0, position, point));
    return {
      starts: tell('start'),
      ends: tell('end'),
      dries: tell('dry'),
      fetched: tell('fetch'),
      own: model.classes[0]!,
    };
  };
  test('a step begins on the grid where all of it lies in a window; windows that meet are one', () => {
    const { starts, ends } = startsOf({});
    expect(starts).toEqual([
      0, 10, 20, 30, 100, 110, 120, 130, 140, 150, 160, 170, 300, 310, 320, 330, 340, 350, 360, 370,
    ]);
    expect(ends).toEqual(starts.map((start) => start + 30));
  });
  test('work that may be carried on ends in a later window', () => {
    const { starts, ends } = startsOf({ duration: 50, splittable: true });
    expect(starts[5]).toBe(50);
    expect(ends.slice(0, 6)).toEqual([50, 60, 110, 120, 130, 140]);
    expect(starts.at(-1)).toBe(350);
  });
  test('what dries is fetched when somebody is there; at night it waits for the next window', () => {
    const { dries, fetched } = startsOf({ dry: 30 });
    expect(dries.slice(0, 5)).toEqual([60, 70, 80, 90, 160]);
    expect(fetched.slice(0, 5)).toEqual([100, 100, 100, 100, 160]);
    expect(fetched.at(-1)).toBeGreaterThan(400);
  });
  test.each([
    [
      'in order',
      [
        [0, 5],
        [20, 50],
      ],
    ],
    [
      'in any order',
      [
        [20, 50],
        [0, 5],
      ],
    ],
  ])('a drying time may hang on the start, said %s', (_, byStart) => {
    const { dries } = startsOf({ dry: { byStart } });
    expect(dries.slice(0, 4)).toEqual([35, 45, 100, 110]);
  });
  test('only the two ends of a step may have to lie in windows, with some minutes beyond', () => {
    const ends = { inside: [{ calendar: 'hands', mode: 'ends' }] };
    expect(startsOf({ duration: 60, ...ends }).starts.slice(0, 6)).toEqual([0, 50, 100, 110, 120, 130]);
    expect(startsOf({ inside: [{ calendar: 'hands', mode: 'whole', pad: 20 }] }).starts.slice(0, 3)).toEqual([
      0, 10, 100,
    ]);
  });
  test('a step that was moved begins then or never; what was done was done', () => {
    expect(startsOf({}, { pins: { a: 110 } }).starts).toEqual([110]);
    expect(startsOf({}, { pins: { a: 70 } }).starts).toEqual([]);
    expect(startsOf({}, { done: { a: 70 } }).starts).toEqual([70]);
  });
  test('the least from a start on and the greatest up to it', () => {
    const { own } = startsOf({
      dry: {
        byStart: [
          [0, 90],
          [20, 0],
        ],
      },
    });
    expect([...own.at.dry].slice(0, 4)).toEqual([120, 130, 50, 60]);
    expect([...own.leastFrom.dry].slice(0, 4)).toEqual([50, 50, 50, 60]);
    expect([...own.mostUpTo.dry].slice(0, 4)).toEqual([120, 130, 130, 130]);
    expect([own.leastAfter.dry, own.mostAfter.dry]).toEqual([30, 120]);
  });
  test('a plan is scored by lateness, end, sittings and its first start; what was done begins nothing', () => {
    const problem = bench(
      [
        { id: 'a', duration: 30 },
        { id: 'b', duration: 30, item: 'board', dry: 20 },
        { id: 'c', duration: 30, uses: [], inside: [] },
      ],
      { due: { sign: 100, board: 150 }, done: { a: 0 } },
    );
    const model = modelOf(problem);
    const at = (step: number, minute: number) => model.classes[step]!.starts.indexOf(minute);
    const score = scoreOf(model, [at(0, 0), at(1, 130), at(2, 200)]);
    // the sign is done at 230 and the board at 180
    expect(score).toEqual({ tardiness: 130 + 30, makespan: 230, sittings: 2, leastStart: 130 });
    const sittings = (...minutes: readonly [number, number]) => {
      const both = modelOf(
        bench([
          { id: 'a', duration: 10 },
          { id: 'b', duration: 10 },
        ]),
      );
      return scoreOf(
        both,
        minutes.map((minute, step) => both.classes[step]!.starts.indexOf(minute)),
      ).sittings;
    };
    expect([sittings(0, 50), sittings(0, 340), sittings(100, 190), sittings(190, 300)]).toEqual([1, 2, 1, 2]);
  });
});

describe('bounds', () => {
  test('are tightened to what gaps leave open, in both directions', () => {
    const problem = bench(
      [
        { id: 'a', duration: 10 },
        { id: 'b', duration: 10 },
        { id: 'c', duration: 10 },
      ],
      {
        lags: [
          { from: 'a', fromPoint: 'end', to: 'b', min: 60 },
          { from: 'b', fromPoint: 'end', to: 'c', min: 0, max: 30 },
        ],
        pins: { c: 150 },
      },
    );
    const model = modelOf(problem);
    const bounds = wholeBounds(model);
    const all = [0, 1, 2];
    expect(propagated(model, bounds, model.gaps, touching(3, model.gaps), all)).toBeNull();
    const open = all.map((step) => [
      model.classes[step]!.starts[bounds.lo[step]!],
      model.classes[step]!.starts[bounds.hi[step]!],
    ]);
    expect(open).toEqual([
      [0, 50],
      [110, 140],
      [150, 150],
    ]);
  });
  test('name a step for which nothing is left', () => {
    const problem = bench(
      [
        { id: 'a', duration: 10 },
        { id: 'b', duration: 10 },
      ],
      {
        lags: [{ from: 'a', fromPoint: 'end', to: 'b', min: 390 }],
      },
    );
    const model = modelOf(problem);
    expect(propagated(model, wholeBounds(model), model.gaps, touching(2, model.gaps), [0, 1])).not.toBeNull();
  });
});

/** Dry in 5 minutes where it begins early, in 50 later. */
const DRIES = {
  byStart: [
    [0, 5],
    [100, 50],
  ],
};
const DRIES_SOONER = {
  byStart: [
    [0, 5],
    [100, 10],
  ],
};
type Refused = [name: string, steps: readonly object[], rest: object, code: string | null, allowed: string];
/** Two steps of ten minutes with a least gap and a greatest one: the greatest that just leaves room, and one a minute shorter. */
const about = (
  least: number,
  told: (max: number) => readonly [name: string, drying: object | number, dryingThen: object | number],
  [atLeast, atMost]: readonly [object, object],
): Refused[] =>
  [least - 1, least].map((max) => {
    const [name, drying, dryingThen] = told(max);
    return [
      name,
      [
        { id: 'a', duration: 10, dry: drying },
        { id: 'b', duration: 10, dry: dryingThen },
      ],
      {
        lags: [
          { from: 'a', to: 'b', ...atLeast },
          { from: 'a', to: 'b', ...atMost, max },
        ],
      },
      max < least ? 'lag-cycle' : null,
      max < least ? 'least gaps that fit into the greatest ones.' : '',
    ];
  });

describe('what no plan can meet', () => {
  test.each<[string, readonly object[], object, string | null, string]>([
    ['nothing', [{ id: 'a', duration: 30 }], {}, null, ''],
    [
      'more hands than there are',
      [{ id: 'a', duration: 30, uses: [{ ...hands, units: 2 }] }],
      {},
      'demand-exceeds-capacity',
      'at most 1.',
    ],
    [
      'longer than any window',
      [{ id: 'a', duration: 110 }],
      {},
      'no-start-in-calendar',
      'windows that hold it; the longest has 100 minutes.',
    ],
    [
      'longer than the windows of one of two calendars',
      [
        {
          id: 'a',
          duration: 90,
          inside: [
            { calendar: 'hands', mode: 'whole' },
            { calendar: 'sun', mode: 'whole' },
          ],
        },
      ],
      {
        calendars: {
          hands: [[0, 400]],
          sun: [
            [0, 60],
            [100, 140],
          ],
        },
      },
      'no-start-in-calendar',
      'windows that hold it; the longest has 60 minutes.',
    ],
    [
      'each after the other',
      [
        { id: 'a', duration: 10 },
        { id: 'b', duration: 10 },
      ],
      {
        lags: [
          { from: 'a', fromPoint: 'end', to: 'b', min: 5 },
          { from: 'b', fromPoint: 'end', to: 'a', min: 5 },
        ],
      },
      'lag-cycle',
      'least gaps that fit into the greatest ones.',
    ],
    [
      'a greatest gap that just holds the least',
      [
        { id: 'a', duration: 10 },
        { id: 'b', duration: 10 },
      ],
      { lags: [{ from: 'a', fromPoint: 'end', to: 'b', min: 20, max: 20 }] },
      null,
      '',
    ],
    ...about(15, (max) => [`a coat that dries in 5 to 50 minutes, 10 more, all within ${max}`, DRIES, 0], [
      { fromPoint: 'dry', min: 10 },
      { fromPoint: 'end' },
    ]),
    ...about(20, (max) => [`dry 40 after the other is dry, and begun within ${max} of its end`, 0, DRIES_SOONER], [
      { fromPoint: 'dry', toPoint: 'dry', min: 40 },
      { fromPoint: 'end' },
    ]),
    ...about(20, (max) => [`begun 70 after the end of what dries, and within ${max} of its being dry`, DRIES, 0], [
      { fromPoint: 'end', min: 70 },
      { fromPoint: 'dry' },
    ]),
    ...about(55, (max) => [`begun 40 after the end of another and dry within ${max} of it`, 0, DRIES], [
      { fromPoint: 'end', min: 40 },
      { fromPoint: 'end', toPoint: 'dry' },
    ]),
    [
      'a greatest gap that is shorter than the least',
      [
        { id: 'a', duration: 10 },
        { id: 'b', duration: 10 },
      ],
      {
        lags: [
          { from: 'a', fromPoint: 'end', to: 'b', min: 20 },
          { from: 'a', fromPoint: 'end', to: 'b', max: 19 },
        ],
      },
      'lag-cycle',
      'least gaps that fit into the greatest ones.',
    ],
  ])('%s', (_name, steps, rest, code, allowed) => {
    const refusal = plainRefusal(modelOf(bench(steps, rest)));
    expect([refusal?.code ?? null, refusal?.allowed ?? '']).toEqual([code, allowed]);
  });
});

describe('a plan that is wrong is told so', () => {
  const ab = (one: object = {}, other: object = {}) => [
    { id: 'a', duration: 30, ...one },
    { id: 'b', duration: 20, ...other },
  ];
  const gap = (more: object) => ({ lags: [{ from: 'a', fromPoint: 'dry', to: 'b', ...more }] });
  const windows = [
    [0, 60],
    [100, null],
  ];
  const twoWindows = { either: [{ from: 'a', fromPoint: 'end', to: 'b', windows }] };
  const rack = { resource: 'rack', units: 1, until: 'fetch' as const };
  const racked = { uses: [hands, rack], dry: 20 };
  const one = { resources: { hands: { capacity: 1 }, rack: { capacity: 1 } } };
  test.each<[string, readonly object[], object, Readonly<Record<string, number>>, readonly string[]]>([
    ['as it should be', ab(), {}, { a: 0, b: 30 }, []],
    ['without a start', ab(), {}, { a: 0 }, ['b has no start']],
    ['between two minutes', ab(), {}, { a: 0, b: 30.5 }, ['b has no start']],
    ['beside the grid', ab(), {}, { a: 0, b: 35 }, ['b is off the grid']],
    ['beside the grid at its pin', ab(), { pins: { b: 35 } }, { a: 0, b: 35 }, []],
    ['not at its pin', ab(), { pins: { b: 100 } }, { a: 0, b: 30 }, ['b is not at its pin']],
    ['into the night', ab(), {}, { a: 0, b: 50 }, ['b leaves hands']],
    ['just before the night', ab(), {}, { a: 0, b: 40 }, []],
    ['over the night, where it may be carried on', ab({}, { splittable: true }), {}, { a: 0, b: 50 }, []],
    ['begun in the night', ab({}, { splittable: true }), {}, { a: 0, b: 60 }, ['b leaves hands']],
    ['both at once', ab(), {}, { a: 0, b: 20 }, ['hands is overdrawn']],
    [
      'while a hand is away',
      ab(),
      { resources: { hands: { capacity: 1, busy: [[40, 50, 1]] } } },
      { a: 0, b: 30 },
      ['hands is overdrawn'],
    ],
    ['once it is back', ab(), { resources: { hands: { capacity: 1, busy: [[30, 40, 1]] } } }, { a: 0, b: 40 }, []],
    ['two facts at once', ab(), { done: { a: 0, b: 10 } }, { a: 0, b: 10 }, []],
    ['a fact moved', ab(), { done: { a: 0 } }, { a: 10, b: 100 }, ['a was done at another time']],
    ['begun while a fact is under way', ab(), { done: { a: 0 } }, { a: 0, b: 20 }, ['hands is overdrawn']],
    ['too soon', ab({ dry: 20 }), gap({ min: 60 }), { a: 0, b: 100 }, ['a to b: 50']],
    ['just late enough', ab({ dry: 20 }), gap({ min: 60 }), { a: 0, b: 110 }, []],
    ['too late', ab({ dry: 20 }), gap({ max: 40 }), { a: 0, b: 100 }, ['a to b: 50']],
    ['just soon enough', ab({ dry: 20 }), gap({ max: 50 }), { a: 0, b: 100 }, []],
    [
      'too soon, and done all the same',
      ab({ dry: 20 }),
      { ...gap({ min: 60 }), done: { b: 100 } },
      { a: 0, b: 100 },
      [],
    ],
    ['between two windows', ab(), twoWindows, { a: 0, b: 100 }, ['a to b: 70 in no window']],
    ['in the last window', ab(), twoWindows, { a: 0, b: 130 }, []],
    ['late', ab(), { due: { sign: 50 } }, { a: 0, b: 40 }, ['b is late']],
    ['just in time', ab(), { due: { sign: 60 } }, { a: 0, b: 40 }, []],
    [
      'on a rack that is full until it is fetched',
      ab(racked, racked),
      one,
      { a: 20, b: 40 },
      ['hands is overdrawn', 'rack is overdrawn'],
    ],
    [
      'on a rack from which nobody has fetched yet',
      ab({ ...racked, duration: 20 }, racked),
      one,
      { a: 30, b: 110 },
      [],
    ],
    [
      'on a rack not fetched in the night',
      ab({ ...racked, duration: 30 }, { ...racked, inside: [] }),
      one,
      { a: 30, b: 80 },
      ['rack is overdrawn'],
    ],
  ])('%s', (_name, steps, rest, starts, said) =>
    expect(checkBenchPlan(bench(steps, rest), starts, true)).toEqual(said),
  );
});

test('the bounds of a problem that is read', () =>
  expect(
    `\n${boundsOf(benchProblemSchema)
      .map(([path, bounds]) => `${path}: ${bounds}`)
      .join('\n')}\n`,
  ).toMatchSnapshot());
test('work that may be carried on does not begin before the first window', () => {
  const model = modelOf(
    bench([{ id: 'a', duration: 50, splittable: true, inside: [{ calendar: 'late', mode: 'whole' }] }], {
      calendars: {
        hands: [[0, 400]],
        late: [
          [105, 140],
          [200, 300],
        ],
      },
    }),
  );
  expect([...model.classes[0]!.starts].slice(0, 4)).toEqual([110, 120, 130, 200]);
});
