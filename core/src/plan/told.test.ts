import { describe, expect, test } from '@jest/globals';
import { catalogue } from '../materials/index.ts';
import type { Piece } from '../piece/index.ts';
import { demoBench, DEMO_NOW, demoPieces } from '../testing/demo.ts';
import { marked } from '../testing/marks.ts';
import { dice, seriesFrom, someWeather } from '../testing/weather.ts';
import { formatDuration } from '../units/index.ts';
import {
  benchProblem,
  calendarFile,
  chanceOf,
  FIRST_LOOK,
  layerStatesAt,
  missedDues,
  momentsOf,
  openBefore,
  operationsThrough,
  planBench,
  planPieces,
  stepsOf,
  tryPin,
  waitsBefore,
  weatherMayBe,
  whatHelps,
  workFigure,
  type BenchContext,
  type PlanPiecesOptions,
  type Step,
  type WeekPlan,
} from './index.ts';

// What the plan tells of the demo scene, line by line. A change in these lines is read like a change of code: npm run unit -- -u core/src/plan/told

const all = catalogue();
const NOW = Date.parse(DEMO_NOW);
const of = (id: string): Piece => demoPieces.find((piece) => piece.id === `demo-${id}`)!;
const some = [of('signs'), of('boards'), of('chimneys'), of('bags')];
const CONTEXT: BenchContext = { ...demoBench, outdoor: seriesFrom(NOW, someWeather(NOW, 10, dice(4), 0.6)) };
const planned = (
  own: readonly Piece[],
  context: Partial<BenchContext> = {},
  options: PlanPiecesOptions = {},
): WeekPlan => {
  const read = planPieces(own, { ...CONTEXT, ...context }, { budget: FIRST_LOOK, ...options });
  if (!read.ok) throw new Error(read.problems.map(({ given }) => given).join(' '));
  return read.week;
};
const text = (lines: readonly (string | null)[]): string => `\n${lines.filter(Boolean).join('\n')}\n`;
const local = (instant: string | null): string =>
  instant === null
    ? 'never'
    : new Intl.DateTimeFormat('en-GB', {
        timeZone: 'Europe/Berlin',
        weekday: 'short',
        day: '2-digit',
        month: 'short',
        hour: '2-digit',
        minute: '2-digit',
      })
        .format(new Date(instant))
        .replace(/,/g, '');

const stepLines = (steps: readonly Step[]): string[] =>
  steps.flatMap((step) => [
    `${step.id} [${step.operationIds.join(' + ')}] ${step.label}: ${step.detail}`,
    `  needs ${step.needs.join(', ') || 'nothing'}; right when ${step.looksRight || '–'}`,
    `  ${step.minutes} min for ${step.pieces} (${step.setUpMinutes} + ${step.eachMinutes} each; one ${step.perPiece.low}–${step.perPiece.high})${step.divisible ? ', may be carried on' : ''}; ${step.air}; ${step.places.join(', ') || 'no place'}; ${step.hazards.join(', ') || 'no hazards'}`,
    ...(step.after.length ? [`  after ${step.after.join(', ')}`] : []),
    ...step.lags.map(
      ({ from, time, why, stage, windows }) =>
        `  ${formatDuration(time.typical)} to ${formatDuration(time.high)} after ${from} (${stage}): ${why}${windows ? `; ${JSON.stringify(windows)}` : ''}`,
    ),
    ...step.keeps.map(
      ({ from, fromPoint, choices, overdue, why }) =>
        `  at most ${choices.map(formatDuration).join(', ') || 'as soon as it goes'} after ${from} (${fromPoint}, else ${overdue}): ${why}`,
    ),
    ...(step.gate ? [`  held: ${step.gate.held} failed: ${step.gate.failed} (${step.gate.ruleIds.join(', ')})`] : []),
    ...(step.turns ? [`  turns ${formatDuration(step.turns.high)}`] : []),
    ...(step.firm ? [`  firm after ${formatDuration(step.firm.time.high)}`] : []),
    ...(step.problem ? [`  never: ${step.problem.given}`] : []),
  ]);

const weekLines = (week: WeekPlan): (string | null)[] => [
  `${week.direction}: from ${local(week.startsAt)} to ${local(week.readyAt)}, ${week.sittings} sittings, bound ${local(week.boundAt)}${week.isProven ? ', proven' : ''}`,
  ...Object.entries(week.plans).flatMap(([id, plan]) => [
    `${id}: ${local(plan.startsAt)} to ${local(plan.endsAt)}, ready ${local(plan.readyAt)}${plan.readyWaitsFor ? ` (${plan.readyWaitsFor})` : ''}, ${plan.handsOnMinutes} min in ${plan.sittings} sittings`,
    ...plan.steps.map(
      (step) =>
        `  ${step.stepId} ${step.stretches.map(({ start, end }) => `${local(start)}–${local(end).slice(-5)}`).join(' and ')}${step.isDone ? ', done' : ''}${step.isPinned ? ', moved' : ''}${step.isBeyondForecast ? ', beyond the forecast' : ''}${step.waitedFor ? `; waited for ${step.waitedFor}` : ''}${step.maybeFrom ? `, maybe from ${local(step.maybeFrom)}` : ''}${step.driesUntil ? `; dries until ${local(step.driesUntil)}` : ''}`,
    ),
  ]),
  ...Object.entries(week.problems).map(
    ([id, problems]) => `${id} has no dates: ${problems.map(({ given }) => given).join(' ')}`,
  ),
  ...Object.entries(week.missed).map(([id, problems]) => `${id}: ${problems.map(({ given }) => given).join(' ')}`),
  `hangs on ${week.limits.map(({ pieceId, stepId, waitedFor }) => `${pieceId} ${stepId} (${waitedFor})`).join(' → ')}`,
  week.droppedPins.length ? `no longer moved: ${week.droppedPins.map(({ stepId }) => stepId).join(', ')}` : null,
];

describe('the steps of each piece', () => {
  test.each(
    demoPieces.filter(({ parts }) => parts.some(({ stack }) => stack)).map((piece) => [piece.id, piece] as const),
  )('%s', (_id, piece) =>
    expect(text(stepLines(stepsOf(piece, all, { ...demoBench.workshop, stock: [] })))).toMatchSnapshot(),
  );
  test('in a cold, damp workshop, for one piece', () =>
    expect(
      text(
        stepLines(
          stepsOf({ ...of('signs'), quantity: 1 }, all, {
            ...demoBench.workshop,
            stock: [],
            temperatureC: 12,
            relativeHumidity: 75,
          }),
        ),
      ),
    ).toMatchSnapshot());
});

describe('the week', () => {
  test('forward, by the weather', () => expect(text(weekLines(planned(some)))).toMatchSnapshot());
  test('all pieces, without weather', () =>
    expect(text(weekLines(planned(demoPieces, { outdoor: undefined })))).toMatchSnapshot());
  test('as late as the dates allow', () =>
    expect(text(weekLines(planned(some, {}, { direction: 'backward' })))).toMatchSnapshot());
  test('in as few sittings as it takes', () =>
    expect(
      text(weekLines(planned([of('boards'), of('bags')], {}, { prefer: 'fewest-sittings', budget: 20 }))),
    ).toMatchSnapshot());
  test('with a small rack, two hands and a machine that must be quiet', () =>
    expect(
      text(weekLines(planned(some, { rackPlaces: 8, hands: 2, turnerPlaces: 2, quietHours: ['12:00', '15:00'] }))),
    ).toMatchSnapshot());
  test('with days away and one that is longer', () =>
    expect(
      text(
        weekLines(
          planned([of('boards')], {
            exceptions: [
              { date: '2026-11-28', windows: [], hands: 1, note: '' },
              { date: '2026-11-26', windows: [['08:00', '12:00']], hands: 1, note: '' },
            ],
          }),
        ),
      ),
    ).toMatchSnapshot());
  test('after some of it was done, and some moved', () => {
    const piece = of('boards');
    const [first, second, third] = stepsOf(piece, all, { ...demoBench.workshop, stock: [] });
    const done = { [piece.id]: { [first!.id]: '2026-11-24T19:00:00.000Z', [second!.id]: '2026-11-24T20:00:00.000Z' } };
    const pins = [
      { stepId: third!.id, at: '2026-12-05T10:00:00.000Z' },
      { stepId: second!.id, at: '2026-11-20T10:00:00.000Z' },
    ];
    expect(text(weekLines(planned([{ ...piece, pins }, of('bags')], { events: marked(done) })))).toMatchSnapshot();
  });
});

describe('a day to begin', () => {
  const begun = (startsAt: string | null, waitDays = 0): WeekPlan => {
    const piece = of('bags');
    const parts = piece.parts.map((part) => ({ ...part, surface: { ...part.surface, waitDays } }));
    return planned([{ ...piece, startsAt, parts }], { outdoor: undefined });
  };
  test.each([
    ['none', null, 0, 'Wed 25 Nov 18:30'],
    ['one that is past', '2026-11-20T08:00:00.000Z', 0, 'Wed 25 Nov 18:30'],
    ['one to come', '2026-11-27T20:00:00.000Z', 0, 'Sat 28 Nov 09:00'],
    ['days to wait', null, 2, 'Fri 27 Nov 18:30'],
    ['both', '2026-11-27T08:00:00.000Z', 2, 'Sun 29 Nov 09:00'],
  ] as const)('%s', (_name, startsAt, waitDays, begins) =>
    expect(local(begun(startsAt, waitDays).startsAt)).toBe(begins),
  );
  test.each([
    ['1999-12-31T23:59:59.999Z', false],
    ['2000-01-01T00:00:00.000Z', true],
    ['2200-01-01T00:00:00.001Z', false],
  ])('%s can be planned: %s', (startsAt, isPlanned) => {
    const read = planPieces([{ ...of('bags'), startsAt }], { ...demoBench }, { budget: FIRST_LOOK });
    const problems = read.ok ? Object.values(read.week.problems).flat() : read.problems;
    expect(problems.map(({ given }) => given)).toEqual(isPlanned ? [] : [`"${startsAt}" was given as the start.`]);
  });
});

describe('beside the week', () => {
  const week = planned(some);
  const stepsById = Object.fromEntries(
    some.map((piece) => [piece.id, stepsOf(piece, all, { ...demoBench.workshop, stock: [] })]),
  );

  test('the calendar file', () => {
    const own = [of('bags')];
    const file = calendarFile(planned(own), own, all);
    expect(text(file.split('\r\n'))).toMatchSnapshot();
  });
  test('what would help, and dates that cannot be met', () => {
    const helps = whatHelps(some, CONTEXT, week, { budget: FIRST_LOOK });
    // a warm, dry, moving workshop; a day without hours, and one that ends at midnight
    const context: BenchContext = {
      ...demoBench,
      airflow: 'fan',
      workshop: { ...demoBench.workshop, temperatureC: 26, relativeHumidity: 45 },
      freeHours: [
        [['08:00', '10:00']],
        [
          ['10:00', '12:00'],
          ['20:00', '23:30'],
        ],
        [],
        [],
        [],
        [],
        [],
      ],
    };
    const own = [of('boards')];
    const further = whatHelps(own, context, planned(own, { ...context, outdoor: undefined }), { budget: FIRST_LOOK });
    const early = some.map((piece) => ({ ...piece, due: '2026-11-30T12:00:00.000Z' }));
    expect(
      text([
        ...[...helps, ...further].map(
          ({ what, readyAt, savedMinutes }) => `${what}: ${local(readyAt)}, ${formatDuration(savedMinutes)} sooner`,
        ),
        ...missedDues(early, planned(early)).map(({ pieceId, nearest }) => `${pieceId} not before ${local(nearest)}`),
      ]),
    ).toMatchSnapshot();
  });
  test('weather as it may come', () => {
    const series = CONTEXT.outdoor!;
    const roll = dice(9);
    const maybe = weatherMayBe(series, NOW + 2 * 3_600_000, all.bench, roll);
    expect(maybe.hours.slice(0, 3)).toEqual(series.hours.slice(0, 3)); // as it was
    expect(
      text(
        maybe.hours
          .filter((_, index) => index % 9 === 0)
          .map(
            (hour) =>
              `${hour.temperatureC.toFixed(2)} °C, ${hour.relativeHumidity.toFixed(1)} %, ${hour.rainMm.toFixed(2)} mm`,
          ),
      ),
    ).toMatchSnapshot();
  });
  test('chances, by twenty tries', () => {
    const chance = chanceOf(some, CONTEXT, week, { samples: 20, seed: 3 });
    expect(
      text([
        `on time ${chance.onTime}`,
        ...Object.entries(chance.byPiece).map(
          ([id, ready]) => `${id}: ${local(ready[0]!)} … ${local(ready[10]!)} … ${local(ready.at(-1)!)}`,
        ),
      ]),
    ).toMatchSnapshot();
  });
  test.each(['boards', 'chimneys'])('moments and layers of the %s', (id) => {
    const piece = of(id);
    const plan = week.plans[piece.id]!;
    const stack = piece.parts[0]!.stack!;
    expect(
      text(
        momentsOf(stack, plan, all).map(
          ({ at, what }) =>
            `${local(at)} ${what} | ${operationsThrough(stack, plan, at)} | ${layerStatesAt(stack, plan, all, at)
              .map(({ operationId, state, coatsLaid, until }) => `${operationId} ${state} ${coatsLaid} ${local(until)}`)
              .join('; ')}`,
        ),
      ),
    ).toMatchSnapshot();
  });
  test('steps that stand open before each, and the waits between operations', () => {
    const piece = of('signs');
    const steps = stepsById[piece.id]!;
    const stack = piece.parts[0]!.stack!;
    expect(
      text([
        ...steps.map(
          ({ id }) =>
            `${id}: ${openBefore(steps, id, (one) => one === steps[1]!.id)
              .map((one) => one.id)
              .join(', ')}`,
        ),
        ...stack.operations.map(
          (operation, index) =>
            `${operation.id}: work ${JSON.stringify(workFigure(operation, all))}; ${waitsBefore(
              stack.operations,
              index,
              all,
            )
              .map((wait) => JSON.stringify(wait))
              .join(' ')}`,
        ),
      ]),
    ).toMatchSnapshot();
  });
  test('a step moved to where it can be, to where it cannot, and into the past', () => {
    const piece = of('boards');
    const step = stepsById[piece.id]!.at(-1)!;
    const tried = (at: string) => {
      const read = tryPin(some, { pieceId: piece.id, stepId: step.id, at }, CONTEXT, { budget: FIRST_LOOK });
      return read.ok
        ? `${at}: ${local(read.week.plans[piece.id]!.steps.at(-1)!.start)}`
        : `${at}: ${read.problems.map(({ given, allowed }) => `${given} ${allowed}`).join(' ')}`;
    };
    expect(
      text(['2026-12-12T10:02:00Z', '2026-12-12T10:03:00Z', '2026-11-26T18:00:00Z', '2026-11-20T10:00:00Z'].map(tried)),
    ).toMatchSnapshot();
  });
  test('the problem that the bench poses', () => {
    const { steps, ...rest } = benchProblem([of('bags')], { ...CONTEXT, horizonDays: 8 });
    expect(text([...steps.map((step) => JSON.stringify(step)), JSON.stringify(rest)])).toMatchSnapshot();
  });
  test('its plan with its bound and the chain that it hangs on, in both directions', () => {
    const problem = benchProblem(some, { ...CONTEXT, horizonDays: 40 });
    expect(
      text(
        (['forward', 'backward'] as const).flatMap((direction) =>
          [1, 7].map((seed) => JSON.stringify(planBench(problem, { direction, seed, budget: 5 }))),
        ),
      ),
    ).toMatchSnapshot();
  });
});
