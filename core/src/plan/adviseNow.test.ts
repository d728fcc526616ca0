import { describe, expect, test } from '@jest/globals';
import { catalogue } from '../materials/index.ts';
import type { ClimateHour, ClimateSeries } from '../dry/index.ts';
import { NO_FACTS, stepFacts, type BenchEvent } from '../piece/index.ts';
import { plainStep, type Step } from './step.ts';
import { adviseNow, hangsOnAir, offeredStep, sessionOf, type Reading, type WeekPlan } from './index.ts';

const all = catalogue();
const of = (id: string) => all.productById.get(id)!;
const latex = of('exterior-latex');
const aerosol = of('aerosol-enamel');
const step = (air: Step['air'], coatOf: string | null): Step => ({
  ...plainStep({
    key: 'k',
    kind: 'work',
    partId: 'p',
    label: 'Lay it',
    detail: '',
    perPiece: all.bench.workOther,
    setUpMinutes: 0,
    eachMinutes: 5,
    pieces: 1,
  }),
  air,
  coatOf,
});
const room = step('room', latex.id);
const outdoors = step('outdoors', aerosol.id);
const NOW = '2026-06-10T09:20:00Z';
const fine: ClimateHour = { temperatureC: 20, relativeHumidity: 50, windMs: 1, rainMm: 0, isDaylight: true };
const series = (...hours: Partial<ClimateHour>[]): ClimateSeries => ({
  id: 'f',
  madeAt: '2026-06-10T06:00:00Z',
  from: '2026-06-10T09:00:00Z',
  hours: hours.map((hour) => ({ ...fine, ...hour })),
});
const typed = (temperatureC: number, relativeHumidity: number, surfaceC?: number): Reading => ({
  temperatureC,
  relativeHumidity,
  ...(surfaceC === undefined ? {} : { surfaceC }),
  from: 'typed',
});

describe('go or no-go', () => {
  test('what nobody has looked at is no go: look first', () => {
    expect(adviseNow(room, latex, null, null, NOW).verdict).toBe('look');
    expect(adviseNow(outdoors, aerosol, typed(20, 50), null, NOW).verdict).toBe('look');
    expect(adviseNow(outdoors, aerosol, null, series({}), '2026-06-12T09:00:00Z').verdict).toBe('look');
  });
  test('indoors the reading decides: cold, damp, and a surface near the dew point stop it', () => {
    const verdict = (reading: Reading) => adviseNow(room, latex, reading, null, NOW).verdict;
    expect(verdict(typed(20, 50))).toBe('go');
    expect(verdict(typed(4, 50))).toBe('noGo');
    expect(verdict(typed(20, 97))).toBe('noGo');
    expect(verdict(typed(20, 60, 13))).toBe('noGo');
    expect(adviseNow(room, latex, typed(20, 60, 13), null, NOW).reasons.join(' ')).toContain('dew point');
  });
  test('outdoors rain, dark, wind and damp stop it, and the next hours that are fit are said', () => {
    const dry = [{}, {}, {}, {}, {}, {}];
    expect(adviseNow(outdoors, aerosol, null, series(...dry), NOW)).toMatchObject({ verdict: 'go', next: null });
    for (const wrong of [
      { rainMm: 1 },
      { isDaylight: false },
      { windMs: 15 },
      { relativeHumidity: 99 },
      { temperatureC: -2 },
    ]) {
      const advice = adviseNow(outdoors, aerosol, null, series(wrong, ...dry), NOW);
      expect(advice.verdict).toBe('noGo');
      expect(advice.next!.from).toBe('2026-06-10T10:00:00.000Z');
    }
  });
  test('rain that comes before it is dry to the touch stops it too', () => {
    const soon = adviseNow(outdoors, aerosol, null, series({}, { rainMm: 2 }, {}, {}, {}, {}), NOW);
    const isSlow = aerosol.dry.touch!.high > 40;
    expect(soon.verdict).toBe(isSlow ? 'noGo' : 'go');
    const slow = { ...aerosol, dry: { ...aerosol.dry, touch: { ...aerosol.dry.touch!, high: 60 } } };
    expect(adviseNow(outdoors, slow, null, series({}, { rainMm: 2 }, {}, {}), NOW)).toMatchObject({ verdict: 'noGo' });
  });
  test('air that was read as too damp makes this hour unfit, whatever the forecast says of it', () => {
    const advice = adviseNow(outdoors, aerosol, typed(20, 98), series({}, {}, {}, {}, {}), NOW);
    expect(advice.verdict).toBe('noGo');
    expect(Date.parse(advice.next!.from)).toBeGreaterThanOrEqual(Date.parse(NOW) + 3_600_000);
  });
  test('a typed reading goes before the forecast’s air, not before its rain', () => {
    const cold = series({ temperatureC: -2 }, {}, {}, {});
    expect(adviseNow(outdoors, aerosol, typed(18, 50), cold, NOW).verdict).toBe('go');
    expect(adviseNow(outdoors, aerosol, typed(18, 50), series({ rainMm: 3 }, {}), NOW).verdict).toBe('noGo');
  });
  test('only what lays a coat, needs its warmth or goes outdoors hangs on the air', () => {
    expect([
      hangsOnAir(room, latex),
      hangsOnAir(outdoors, undefined),
      hangsOnAir(step('room', null), undefined),
    ]).toEqual([true, true, false]);
  });
});

describe('what the bench offers', () => {
  const dated = (id: string, start: string, rest: object = {}) => ({
    stepId: id,
    operationIds: [],
    stretches: [],
    start,
    end: start,
    waitedFor: '',
    maybeFrom: null,
    isDone: false,
    isRunning: false,
    isPinned: false,
    driesUntil: null,
    isBeyondForecast: false,
    ...rest,
  });
  const named = (id: string, rest: Partial<Step> = {}): Step => ({ ...room, id, key: id, label: id, ...rest });
  const lag = (from: string, typical: number, high: number): Step['lags'][number] => ({
    from,
    time: { low: 1, typical, high, unit: 'min', basis: 'practice' },
    why: 'dry',
    productId: latex.id,
    stage: 'recoat',
  });
  const week = {
    plans: {
      a: {
        steps: [
          dated('a1', '2026-06-10T08:00:00Z', { isDone: true }),
          dated('a2', '2026-06-10T12:00:00Z'),
          dated('a3', '2026-06-10T13:00:00Z'),
        ],
      },
      b: { steps: [dated('b1', '2026-06-10T11:00:00Z')] },
    },
    steps: {
      a: [named('a1'), named('a2', { lags: [lag('a1', 60, 120)] }), named('a3', { after: ['a2'] })],
      b: [named('b1', { clocks: [{ kind: 'dwell', time: all.bench.workOther, productId: latex.id }] })],
    },
  } as unknown as Pick<WeekPlan, 'plans' | 'steps'>;
  const order = (now: string, from = week) => sessionOf(from, NO_FACTS, now).map((one) => [one.step.id, one.when]);
  test('what can be begun comes first, then what may be dry, then what is waited for', () => {
    expect(order('2026-06-10T08:30:00Z')).toEqual([
      ['b1', 'now'],
      ['a2', 'later'],
      ['a3', 'later'],
    ]);
    expect(order('2026-06-10T09:10:00Z')[1]).toEqual(['a2', 'maybe']);
    expect(order('2026-06-10T10:00:00Z')).toEqual([
      ['b1', 'now'],
      ['a2', 'now'],
      ['a3', 'later'],
    ]);
  });
  test('what happened since the plan was made counts at once: a step that is done opens the next by its own time', () => {
    const done: BenchEvent = {
      id: 'e',
      at: '2026-06-10T10:30:00Z',
      pieceId: 'a',
      partId: 'p',
      operationId: 'a2',
      coat: 1,
      kind: 'done',
    };
    const since = sessionOf(week, stepFacts([done]), '2026-06-10T10:40:00Z');
    expect(since.map((one) => [one.step.id, one.when])).toEqual([
      ['a1', 'now'],
      ['b1', 'now'],
      ['a3', 'now'],
    ]);
  });
  test('while something works by itself the next step is offered; once its look is due it comes first again', () => {
    const running = {
      ...week,
      plans: { ...week.plans, b: { steps: [dated('b1', '2026-06-10T10:00:00Z', { isRunning: true })] } },
    } as unknown as typeof week;
    const session = sessionOf(running, NO_FACTS, '2026-06-10T10:10:00Z');
    expect(offeredStep(session, [], '2026-06-10T10:10:00Z')?.step.id).toBe('a2');
    const due = { pieceId: 'b', thenId: 'b1', dueAt: '2026-06-10T10:05:00Z', kind: 'look' } as never;
    expect(offeredStep(session, [due], '2026-06-10T10:10:00Z')?.step.id).toBe('b1');
    expect(offeredStep(session, [], '2026-06-10T10:10:00Z', 'b')?.step.id).toBe('b1');
  });
});
