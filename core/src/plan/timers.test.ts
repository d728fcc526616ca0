import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { catalogue } from '../materials/index.ts';
import { stepFacts, type BenchEvent, type Piece, type StepEvent } from '../piece/index.ts';
import { demoBench, DEMO_NOW, demoPieces } from '../testing/demo.ts';
import { stepEvent } from '../testing/marks.ts';
import { draws } from '../testing/runs.ts';
import { alarmsDue, stepsNow, stepsOf, timersOf, type Step, type Timer } from './index.ts';

const all = catalogue();
const tins: Piece = { ...demoPieces.find(({ id }) => id === 'demo-tins')!, quantity: 4, startsAt: null };
const steps = stepsOf(tins, all, { ...demoBench.workshop, stock: [] });
const GEL = steps.find(({ kind, clocks }) => kind === 'work' && clocks.some((clock) => clock.kind === 'dwell'))!;
const DWELL = GEL.clocks.find(({ kind }) => kind === 'dwell')!.time;
const EVERY = all.bench.checkEvery.typical;

const NOON = Date.parse('2026-11-25T12:00:00Z');
const at = (minutes: number) => new Date(NOON + minutes * 60_000).toISOString();
const event = (kind: StepEvent['kind'], step: Step, minutes: number, copies?: readonly number[], found?: string) =>
  stepEvent(kind, tins.id, step, at(minutes), copies, found);
const timers = (events: readonly BenchEvent[], now = 0, piece = tins, own = steps): Timer[] => {
  const facts = stepFacts(events);
  return timersOf([{ piece, steps: stepsNow(own, piece, facts, all).steps }], facts, all, at(now));
};
const told = (list: readonly Timer[]) =>
  list.map(({ kind, copies, dueAt }) => [kind, copies?.join() ?? '', (Date.parse(dueAt) - NOON) / 60_000]);

describe('what works on the piece', () => {
  test('is looked at from its shortest time on, each copy by its own, and rinsed by its longest', () => {
    const events = [event('started', GEL, 0, [1]), event('started', GEL, 10, [2])];
    expect(told(timers(events))).toEqual([
      ['look', '1', DWELL.low],
      ['look', '2', 10 + DWELL.low],
      ['rinse', '1', DWELL.high],
      ['rinse', '2', 10 + DWELL.high],
    ]);
  });
  test('not yet: looked at again after a while; through: rinsed now; done: nothing more', () => {
    const begun = event('started', GEL, 0, [1, 2]);
    const notYet = event('checked', GEL, 30, [1], 'notYet');
    const through = event('checked', GEL, 30, [2], 'through');
    expect(told(timers([begun, notYet, through]))).toEqual([
      ['rinse', '2', 30],
      ['look', '1', 30 + EVERY],
      ['rinse', '1', DWELL.high],
    ]);
    const done = [event('done', GEL, 31, [2]), event('failed', GEL, 40, [1])];
    expect(
      told(timers([begun, notYet, through, ...done])).filter(([kind]) => kind === 'look' || kind === 'rinse'),
    ).toEqual([]);
  });
  test('no look is asked for after it has to come off', () => {
    const late = event('checked', GEL, DWELL.high - 2, [1], 'partly');
    expect(told(timers([event('started', GEL, 0, [1]), late]))).toEqual([['rinse', '1', DWELL.high]]);
  });
});

describe('what dries', () => {
  const signs: Piece = { ...demoPieces.find(({ id }) => id === 'demo-signs')!, startsAt: null };
  const own = stepsOf(signs, all, { ...demoBench.workshop, stock: [] });
  const of = (events: readonly BenchEvent[]) =>
    timers(
      events.map((one) => ({ ...one, pieceId: signs.id }) as BenchEvent),
      0,
      signs,
      own,
    );
  test('a coat is ready for what follows by its longest figure; once that is begun nothing is waited for', () => {
    const ground = own.find(({ key }) => key === 'ground' || key === 'ground.back')!;
    const follower = own.find(({ lags }) => lags.some(({ from }) => from === ground.id))!;
    const lag = follower.lags.find(({ from }) => from === ground.id)!;
    const done = own.slice(0, own.indexOf(ground) + 1).map((step) => event('done', step, 0));
    const due = (list: readonly Timer[]) => list.filter(({ thenId, kind }) => thenId === follower.id && kind === 'dry');
    const [dry] = due(of(done));
    expect((Date.parse(dry!.dueAt) - NOON) / 60_000).toBeCloseTo(lag.time.high, 3);
    expect(due(of([...done, event('started', follower, 5)]))).toEqual([]);
  });
  test('a window that opens also closes, with an alarm ahead of its end; the first piece of the batch closes first', () => {
    const [coated] = own.filter(({ kind, copies }) => kind === 'work' && copies);
    const follower = own[own.indexOf(coated!) + 1]!;
    const windowed = own.map((step) =>
      step === follower
        ? {
            ...step,
            lags: [
              {
                from: coated!.id,
                time: { ...DWELL, low: 5, typical: 10, high: 20 },
                why: 'ready',
                productId: 'x',
                stage: 'recoat' as const,
                windows: [
                  [20, 60],
                  [2880, null],
                ] as const,
              },
            ],
          }
        : step,
    );
    const facts = [event('done', coated!, 0, [1]), event('done', coated!, 8, coated!.copies!.slice(1) as number[])];
    const list = timers(
      facts.map((one) => ({ ...one, pieceId: signs.id }) as BenchEvent),
      0,
      signs,
      windowed,
    );
    const closes = list.find(({ kind, copies }) => kind === 'closes' && (copies?.includes(1) ?? true))!;
    expect((Date.parse(closes.dueAt) - NOON) / 60_000).toBe(60);
    expect(closes.alarms.map((one) => (Date.parse(one.at) - NOON) / 60_000)).toEqual([
      60 - all.bench.alarmLead.typical,
      60,
    ]);
    expect(closes.todo).toContain('48 h');
  });
});

test('alarms are the same for the same facts, ring when they are due and no sooner, and those that rang do not ring again', () =>
  fc.assert(
    fc.property(
      fc.array(fc.record({ copy: fc.integer({ min: 1, max: 4 }), minutes: fc.integer({ min: 0, max: 90 }) }), {
        maxLength: 6,
      }),
      fc.array(fc.integer({ min: 0, max: 400 }), { maxLength: 8 }),
      (starts, moments) => {
        const events = starts.map(({ copy, minutes }) => event('started', GEL, minutes, [copy]));
        const rung = new Set<string>();
        const rang: string[] = [];
        const times = [...moments, 500].sort((one, other) => one - other);
        for (const moment of times)
          for (const { id, at: due } of alarmsDue(timers(events), rung, at(moment))) {
            expect(Date.parse(due)).toBeLessThanOrEqual(NOON + moment * 60_000);
            rung.add(id);
            rang.push(id);
          }
        expect(new Set(rang).size).toBe(rang.length);
        const whole = timers([...events].reverse()).flatMap(({ alarms }) => alarms.map(({ id }) => id));
        expect(new Set(rang)).toEqual(new Set(whole));
      },
    ),
    draws(20, 200),
  ));

test('the scene’s moment lies before noon, so that nothing here is a day old', () =>
  expect(Date.parse(DEMO_NOW)).toBeLessThan(NOON));
