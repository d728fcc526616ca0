import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { draws } from '../testing/runs.ts';
import { marked } from '../testing/marks.ts';
import { catalogue } from '../materials/index.ts';
import { dryTimeAlong } from '../dry/index.ts';
import type { Piece } from '../piece/index.ts';
import { demoBench, DEMO_NOW, demoPieces } from '../testing/demo.ts';
import { dice, seriesFrom, someWeather } from '../testing/weather.ts';
import {
  benchProblem,
  calendarFile,
  checkBenchPlan,
  FIRST_LOOK,
  freeWindows,
  missedDues,
  planBench,
  planPieces,
  stepsOf,
  tryPin,
  whatHelps,
  whyNotOutdoors,
  type BenchContext,
  type WeekPlan,
} from './index.ts';

const all = catalogue();
const NOW = Date.parse(DEMO_NOW);
const DAY_MS = 86_400_000;
const CONTEXT: BenchContext = { ...demoBench, outdoor: seriesFrom(NOW, someWeather(NOW, 10, dice(4), 0.6)) };
const of = (id: string): Piece => demoPieces.find((piece) => piece.id === id)!;
const some = [of('demo-signs'), of('demo-boards'), of('demo-plaques'), of('demo-bags')];
const planned = (
  own: readonly Piece[] = some,
  context: Partial<BenchContext> = {},
  options: Parameters<typeof planPieces>[2] = { budget: FIRST_LOOK },
): WeekPlan => {
  const read = planPieces(own, { ...CONTEXT, ...context }, options);
  if (!read.ok) throw new Error(read.problems.map(({ given }) => given).join(' '));
  return read.week;
};
const stepsIn = (week: WeekPlan) =>
  Object.values(week.plans)
    .flatMap(({ steps }) => steps)
    .sort((one, other) => (one.start < other.start ? -1 : 1));

describe('the whole bench', () => {
  test('every plan keeps every constraint of its problem, whatever the hours, hands, rack and quantity', () =>
    fc.assert(
      fc.property(
        fc.record({
          quantity: fc.integer({ min: 1, max: 9 }),
          rackPlaces: fc.constantFrom(null, 4, 12),
          hands: fc.integer({ min: 1, max: 2 }),
          from: fc.integer({ min: 7, max: 16 }),
          length: fc.integer({ min: 3, max: 7 }),
          direction: fc.constantFrom('forward' as const, 'backward' as const),
          seed: fc.integer({ min: 1, max: 99 }),
        }),
        ({ quantity, rackPlaces, hands, from, length, direction, seed }) => {
          const clock = (hour: number) => `${String(hour).padStart(2, '0')}:00`;
          const context: BenchContext = {
            ...CONTEXT,
            freeHours: Array.from({ length: 7 }, () => [[clock(from), clock(from + length)]]),
            rackPlaces,
            hands,
            outdoor: seriesFrom(NOW, someWeather(NOW, 10, dice(seed), 0.5)),
            horizonDays: 60,
          };
          const own = some.map((piece) => ({ ...piece, quantity, due: new Date(NOW + 50 * DAY_MS).toISOString() }));
          const problem = benchProblem(own, context);
          const solved = planBench(problem, { direction, seed, budget: FIRST_LOOK });
          if (!solved.ok)
            return solved.problems[0]!.code === 'no-plan-found' || solved.problems[0]!.code === 'no-start-in-calendar';
          expect(checkBenchPlan(problem, solved.plan.starts, direction === 'backward')).toEqual([]);
          return true;
        },
      ),
      draws(4, 12),
    ));

  test('one pair of hands does one thing at a time, and all pieces are dated', () => {
    const week = planned();
    const steps = stepsIn(week);
    steps.slice(1).forEach(({ start }, index) => expect(start >= steps[index]!.end).toBe(true));
    expect(Object.keys(week.plans)).toHaveLength(some.length);
    expect(week.readyAt).toBe(
      Object.values(week.plans)
        .map(({ readyAt }) => readyAt!)
        .sort()
        .at(-1),
    );
    expect(week.limits.at(-1)).toMatchObject({ piece: expect.any(String), step: expect.any(String) });
  });

  test('a second pair of hands is never slower, and works beside the first on its day only', () => {
    const alone = planned();
    const two = planned(some, { hands: 2 });
    expect(two.readyAt! <= alone.readyAt!).toBe(true);
    const helped = planned(some, {
      exceptions: [{ date: '2026-11-28', windows: null, hands: 2, note: '' }],
    });
    const overlaps = stepsIn(helped).filter(({ start }, index, list) => index > 0 && start < list[index - 1]!.end);
    expect(overlaps.every(({ start }) => start.startsWith('2026-11-28'))).toBe(true);
  });

  test('nothing is planned on a day away', () => {
    const away = ['2026-11-28', '2026-11-29'];
    const week = planned(some, { exceptions: away.map((date) => ({ date, windows: [], hands: 1, note: '' })) });
    expect(stepsIn(week).some(({ start }) => away.includes(start.slice(0, 10)))).toBe(false);
  });

  test('the machine is quiet in its quiet hours, also over midnight', () => {
    const week = planned(some, { quietHours: ['19:00', '10:30'] });
    const cuts = some.flatMap((piece) =>
      week.plans[piece.id]!.steps.filter(({ stepId }) => stepId.includes('.cut')).map(({ start, end }) => [start, end]),
    );
    expect(cuts.length).toBeGreaterThan(2);
    for (const [start, end] of cuts) {
      const local = (instant: string) =>
        new Date(instant).toLocaleTimeString('en-GB', {
          timeZone: 'Europe/Berlin',
          hour: '2-digit',
          minute: '2-digit',
        });
      expect([local(start!) >= '10:30', local(end!) <= '19:00']).toEqual([true, true]);
    }
  });

  test('work outdoors keeps to hours that are fit for it while the forecast lasts', () => {
    const week = planned();
    const product = all.productById.get('acrylic-clear-aerosol');
    const sprayed = week.plans['demo-boards']!.steps.filter(({ stepId }) => stepId.startsWith('finish'));
    expect(sprayed.length).toBeGreaterThan(1);
    for (const { start, isBeyondForecast } of sprayed) {
      const hour = CONTEXT.outdoor!.hours[Math.floor((Date.parse(start) - NOW) / 3_600_000)];
      if (!isBeyondForecast) expect(whyNotOutdoors(product, hour!)).toBeNull();
    }
    expect(week.forecast?.id).toBe('test');
  });

  test('no coat is laid outdoors that rain would meet before it can be touched, however slowly it dries', () => {
    // a cold, dry morning and rain from one o'clock on: label time would do, the cold takes longer
    const hours = CONTEXT.outdoor!.hours.map((hour, index) => {
      const ofDay = (9 + index) % 24;
      return {
        ...hour,
        temperatureC: 11,
        relativeHumidity: 60,
        windMs: 1,
        isDaylight: ofDay >= 8 && ofDay < 16,
        rainMm: ofDay >= 13 ? 1 : 0,
      };
    });
    const outdoor = seriesFrom(NOW, hours);
    const week = planned(some, { outdoor });
    const product = all.productById.get('acrylic-clear-aerosol')!;
    for (const { start, end, isBeyondForecast } of week.plans['demo-boards']!.steps.filter(({ stepId }) =>
      stepId.startsWith('finish'),
    )) {
      if (isBeyondForecast) continue;
      const touch = dryTimeAlong(product, 'touch', Date.parse(end), outdoor);
      const rain = new Date(Date.parse(start)).setUTCHours(13, 0, 0, 0);
      expect(touch.ok && Date.parse(end) + touch.high * 60_000 <= rain).toBe(true);
    }
  });

  test('beyond the forecast a coat outdoors is given longer than the workshop would take', () => {
    const wet = seriesFrom(
      NOW,
      CONTEXT.outdoor!.hours.map((hour) => ({ ...hour, rainMm: 1 })),
    );
    const at = planned([of('demo-boards')], { outdoor: wet }).plans['demo-boards']!.steps.find(
      ({ stepId }) => stepId === 'finish#3',
    )!;
    const label = stepsOf(of('demo-boards'), all, { ...CONTEXT.workshop, stock: [] }).find(
      ({ id }) => id === 'finish#3',
    )!.firm!.time.high;
    expect(at.isBeyondForecast).toBe(true);
    expect((Date.parse(at.driesUntil!) - Date.parse(at.end)) / 60_000).toBeGreaterThan(label);
  });

  test('another forecast moves what is outdoors', () => {
    const wet = seriesFrom(
      NOW,
      CONTEXT.outdoor!.hours.map((hour) => ({ ...hour, rainMm: 1 })),
    );
    const [before, after] = [planned(), planned(some, { outdoor: wet })];
    const first = (week: WeekPlan) =>
      week.plans['demo-boards']!.steps.find(({ stepId }) => stepId.startsWith('finish'))!;
    expect(first(after).start >= new Date(NOW + 10 * DAY_MS).toISOString()).toBe(true);
    expect(first(after).start > first(before).start).toBe(true);
    expect(first(after).isBeyondForecast).toBe(true);
  });
});

test('a piece that can never be planned is left out with its reason, and the others are dated', () => {
  const own = {
    id: 'long',
    name: 'Polish all night',
    after: 'last',
    setUpMinutes: 1200,
    eachMinutes: 0,
    waitMinutes: 0,
    note: '',
  };
  const never = { ...of('demo-bags'), quantity: 1, extraSteps: [own] };
  const week = planned([never, of('demo-signs')]);
  expect(Object.keys(week.plans)).toEqual(['demo-signs']);
  expect(week.problems['demo-bags']?.[0]).toMatchObject({ code: 'no-start-in-calendar' });
  expect(week.problems['demo-bags']?.[0]?.given).toContain('Polish all night');
});

describe('facts, moves and dates', () => {
  test('a coat that was done late moves what follows it', () => {
    const before = planned([of('demo-signs')]);
    const ground = before.plans['demo-signs']!.steps.find(({ stepId }) => stepId === 'ground#1')!;
    const late = new Date(Date.parse(ground.end) + 2 * DAY_MS).toISOString();
    const done = Object.fromEntries(
      before.plans['demo-signs']!.steps.filter(({ end }) => end < ground.end).map(({ stepId, end }) => [stepId, end]),
    );
    const after = planned([of('demo-signs')], {
      now: late,
      events: marked({ 'demo-signs': { ...done, 'ground#1': late } }),
    });
    const second = after.plans['demo-signs']!.steps.find(({ stepId }) => stepId === 'ground#2')!;
    expect(second.start > late).toBe(true);
    expect(after.readyAt! > before.readyAt!).toBe(true);
    expect(after.plans['demo-signs']!.steps.find(({ stepId }) => stepId === 'ground#1')).toMatchObject({
      isDone: true,
      end: late,
    });
  });

  test('a moved step stays where it was put, and the rest is planned round it', () => {
    const before = planned();
    const sand = before.plans['demo-signs']!.steps.find(({ stepId }) => stepId === 'sand-bare#1')!;
    const later = freeWindows(Date.parse(sand.end) + 2 * DAY_MS, Date.parse(sand.end) + 9 * DAY_MS, CONTEXT)[1]!;
    const at = new Date(later.start).toISOString();
    const tried = tryPin(some, { pieceId: 'demo-signs', stepId: 'sand-bare#1', at }, CONTEXT, { budget: FIRST_LOOK });
    if (!tried.ok) throw new Error(tried.problems[0]!.given);
    const moved = tried.week.plans['demo-signs']!.steps;
    expect(moved.find(({ stepId }) => stepId === 'sand-bare#1')).toMatchObject({ start: at, isPinned: true });
    expect(moved.find(({ stepId }) => stepId === 'ground#1')!.start >= at).toBe(true);
  });

  test.each([
    ['a time outside the free hours', '2026-11-26T03:00:00.000Z', /free hours|calendar|start/i],
    ['the past', '2026-11-20T18:30:00.000Z', /past/],
  ])('%s is refused, naming the step', (_name, at, words) => {
    const tried = tryPin(some, { pieceId: 'demo-signs', stepId: 'sand-bare#1', at }, CONTEXT, { budget: FIRST_LOOK });
    expect(tried.ok ? 'moved' : tried.problems.map(({ given, allowed }) => `${given} ${allowed}`).join(' ')).toMatch(
      words,
    );
    if (!tried.ok && at > CONTEXT.now) expect(tried.problems[0]!.given).toContain('Dome path signs');
  });

  test('backward begins later than forward and keeps every date; a hopeless date is refused, with the nearest', () => {
    const [forward, backward] = [planned(), planned(some, {}, { direction: 'backward' })];
    expect(backward.startsAt! >= forward.startsAt!).toBe(true);
    for (const piece of some) expect(backward.plans[piece.id]!.endsAt! <= piece.due!).toBe(true);
    const due = new Date(NOW + 2 * DAY_MS).toISOString();
    const soon = some.map((piece) => ({ ...piece, due }));
    const refused = planPieces(soon, CONTEXT, { direction: 'backward' });
    expect(refused.ok ? 'planned' : refused.problems[0]!.given).toMatch(/Dome path signs|Railing boards|plaques|bags/);
    const missed = missedDues(soon, planned(soon));
    expect(missed.length).toBeGreaterThan(0);
    for (const { nearest } of missed) expect(nearest > due).toBe(true);
    expect(planPieces([{ ...of('demo-bags'), due: null }], CONTEXT, { direction: 'backward' })).toMatchObject({
      ok: false,
      problems: [{ code: 'no-due-date' }],
    });
  });

  test('own steps stand where they were put, with their wait', () => {
    const signs = of('demo-signs');
    const own = {
      id: 'glue',
      name: 'Glue the hanger',
      after: 'sand-bare',
      setUpMinutes: 5,
      eachMinutes: 2,
      waitMinutes: 600,
      note: '',
    };
    const steps = stepsOf({ ...signs, extraSteps: [own] }, all, { ...CONTEXT.workshop, stock: [] });
    const at = steps.findIndex(({ id }) => id === 'own-glue#1');
    expect(steps[at - 1]!.id).toBe('sand-bare#1');
    expect(steps[at]!.minutes).toBe(20); // 5 + 6 × 2, in whole steps of 5 minutes
    const week = planned([{ ...signs, extraSteps: [own] }]);
    const end = week.plans['demo-signs']!.steps.find(({ stepId }) => stepId === 'own-glue#1')!.end;
    const next = week.plans['demo-signs']!.steps.find(({ stepId }) => stepId === 'ground#1')!.start;
    expect(Date.parse(next) - Date.parse(end)).toBeGreaterThanOrEqual(600 * 60_000);
  });

  test('more hours or hands bring the end forward, and what helps most comes first', () => {
    const week = planned();
    const helps = whatHelps(some, CONTEXT, week, { budget: FIRST_LOOK });
    expect(helps.length).toBeGreaterThan(0);
    expect(helps.map(({ savedMinutes }) => savedMinutes)).toEqual(
      helps.map(({ savedMinutes }) => savedMinutes).sort((one, other) => other - one),
    );
    for (const { readyAt } of helps) expect(readyAt < week.readyAt!).toBe(true);
  });

  test('the calendar file holds an alarm for every stretch to come, in UTC', () => {
    const week = planned();
    const text = calendarFile(week, some, all);
    const stretches = stepsIn(week).flatMap((step) => step.stretches);
    expect(text.match(/BEGIN:VEVENT/g)).toHaveLength(stretches.length + some.length);
    expect(text.match(/BEGIN:VALARM/g)).toHaveLength(stretches.length + some.length);
    expect(text).toContain(`DTSTART:${stretches[0]!.start.replaceAll(/[-:]|\.000/g, '')}`);
    expect(text).toMatch(/^BEGIN:VCALENDAR\r\nVERSION:2\.0/);
  });

  test('the change of the clocks moves no instant of a plan', () => {
    const context = { ...CONTEXT, now: '2027-03-26T09:00:00.000Z', outdoor: null };
    const week = planned([of('demo-signs')], context);
    const spring = week.plans['demo-signs']!.steps.find(({ start }) => start >= '2027-03-28T01:00:00.000Z')!;
    const window = freeWindows(Date.parse(spring.start), Date.parse(spring.end), context)[0];
    expect(window).toBeDefined();
    expect(planned([of('demo-signs')], context)).toEqual(week);
  });
});
