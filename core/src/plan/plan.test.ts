import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { draws } from '../testing/runs.ts';
import { marked } from '../testing/marks.ts';
import { catalogue } from '../materials/index.ts';
import { plainPiece, plainWorkshop, type Operation, type Piece, type Workshop } from '../piece/index.ts';
import { MS_PER_MINUTE } from '../units/index.ts';
import {
  layerStatesAt,
  momentsOf,
  operationsThrough,
  planPieces,
  stepsOf,
  type BenchContext,
  type FreeHours,
} from './index.ts';

const all = catalogue();
const apply = (
  id: string,
  role: Extract<Operation, { op: 'apply' }>['role'],
  productId: string,
  coats = 1,
): Operation => ({ id, op: 'apply', role, productId, how: 'brush', coats, extent: 'all' });
const unmask: Operation = { id: 'unmask', op: 'remove', what: 'mask', school: 'wet' };
const SIGN: readonly Operation[] = [
  apply('sand', 'prep', 'sand-bare'),
  apply('ground', 'ground', 'exterior-latex', 2),
  apply('mask', 'mask', 'film-removable'),
  apply('medium', 'medium', 'exterior-latex', 2),
  unmask,
  apply('finish', 'finish', 'spar-urethane', 2),
];
const pieceOf = (operations: readonly Operation[], quantity = 1): Piece => {
  const plain = plainPiece('p', 'sign', 'plywood');
  return {
    ...plain,
    quantity,
    parts: [{ ...plain.parts[0]!, stack: { methodId: 'paint-stencil', operations: [...operations] } }],
  };
};
const REFERENCE: Workshop = { ...plainWorkshop(), temperatureC: 23, relativeHumidity: 50 };
const EVENINGS: FreeHours = [
  ...Array.from({ length: 5 }, (): [string, string][] => [['18:30', '21:30']]),
  [['09:00', '17:00']],
  [['09:00', '16:00']],
];
// a Monday
const CONTEXT: BenchContext = {
  now: '2026-11-30T08:00:00Z',
  zone: 'UTC',
  freeHours: EVENINGS,
  catalogue: all,
  workshop: REFERENCE,
};
const tried = (piece: Piece, context: Partial<BenchContext> = {}) => {
  const read = planPieces([piece], { ...CONTEXT, ...context }, { budget: 20 });
  const problems = read.ok ? read.week.problems['p'] : read.problems;
  return { plan: read.ok ? read.week.plans['p'] : undefined, code: problems?.[0]?.code ?? 'planned', problems };
};
const planned = (operations: readonly Operation[], context: Partial<BenchContext> = {}, quantity = 1) => {
  const { plan, problems } = tried(pieceOf(operations, quantity), context);
  if (!plan) throw new Error(JSON.stringify(problems));
  return plan;
};
const minutesBetween = (from: string, to: string) => (Date.parse(to) - Date.parse(from)) / 60_000;

describe('steps', () => {
  const steps = stepsOf(pieceOf(SIGN), all, REFERENCE);
  test('stand for every coat, with wet unmasking joined to the last one', () =>
    expect(steps.map(({ id, operationIds }) => `${id}: ${operationIds.join('+')}`)).toEqual([
      'sand#1: sand',
      'ground#1: ground',
      'ground#2: ground',
      'mask.cut#1: ',
      'mask#1: mask',
      'medium#1: medium',
      'medium#2: medium+unmask',
      'finish#1: finish',
      'finish#2: finish',
    ]));

  test.each([
    ['ground#2', 'ground#1', 'recoat', 360],
    ['mask#1', 'ground#2', 'mask', 2880],
    ['medium#2', 'medium#1', 'recoat', 360],
    ['finish#1', 'medium#2', 'recoat', 360],
    ['finish#2', 'finish#1', 'recoat', 480],
  ])('%s waits for %s to reach "%s", at the reference climate %d minutes at the most', (step, from, stage, high) =>
    expect(steps.find(({ id }) => id === step)?.lags).toEqual([
      expect.objectContaining({ from, stage, time: expect.objectContaining({ high }) }),
    ]),
  );

  test('take longer waits in a colder, damper workshop', () => {
    const cold = stepsOf(pieceOf(SIGN), all, { ...REFERENCE, temperatureC: 14, relativeHumidity: 70 });
    steps.forEach((step, index) =>
      step.lags.forEach((lag, position) =>
        expect(cold[index]!.lags[position]!.time.high).toBeGreaterThan(lag.time.high),
      ),
    );
  });

  test('waterborne colour waits for an oil stain to be dry through', () =>
    expect(
      stepsOf(
        pieceOf([apply('ground', 'ground', 'oil-stain'), apply('medium', 'medium', 'craft-acrylic')]),
        all,
        REFERENCE,
      )[1]?.lags[0],
    ).toMatchObject({ stage: 'mask', time: { high: 4320 } }));

  test('an etch holds its dwell, and a batch no longer than the shortest dwell lets each piece have its own', () => {
    const etch = [
      apply('mask', 'mask', 'film-permanent'),
      apply('medium', 'medium', 'frost-cream'),
      { id: 'rinse', op: 'remove', what: 'medium', school: 'rinse' } as Operation,
      unmask,
    ];
    const [one, twelve] = [1, 12].map((quantity) =>
      stepsOf(pieceOf(etch, quantity), all, REFERENCE).find(({ key }) => key === 'medium'),
    );
    expect(one?.operationIds).toEqual(['medium', 'rinse']);
    expect(one?.perPiece.typical).toBe(15 + 8 + 5);
    expect(one?.minutes).toBe(30); // 28, in whole steps of 5 minutes
    expect(twelve?.minutes).toBe(340); // no piece begins before the one before it is rinsed: 12 × 28
    expect(twelve?.detail).toContain('Check every');
  });

  test('a mix is made for as many pieces as its pot life allows, fewer where it is warm', () => {
    const pour = [{ ...apply('finish', 'finish', 'flood-epoxy'), how: 'pour' } as Operation];
    const words = (temperatureC: number) =>
      stepsOf(pieceOf(pour, 4), all, { ...REFERENCE, temperatureC }, { places: { rack: null, turner: 4 } })[0]?.detail;
    expect(words(23)).toContain('Mix for one piece at a time: it stays workable 20 min to 45 min');
    expect(words(28)).toMatch(/stays workable 1\d min/);
  });

  test('one turner turns one piece: a batch of pours is done one by one, each until it no longer runs', () => {
    const pour = [{ ...apply('finish', 'finish', 'flood-epoxy'), how: 'pour' } as Operation];
    const steps = stepsOf(pieceOf(pour, 3), all, REFERENCE);
    expect(steps.map(({ id, pieces, places }) => [id, pieces, places])).toEqual([
      ['finish#1~1', 1, ['turner']],
      ['finish#1~2', 1, ['turner']],
      ['finish#1~3', 1, ['turner']],
    ]);
    const { steps: dated } = planned(pour, { freeHours: Array.from({ length: 7 }, () => [['08:00', '20:00']]) }, 3);
    const turning = all.productById.get('flood-epoxy')!.dry.touch!.high * MS_PER_MINUTE;
    expect(steps[0]!.turns?.high).toBe(all.productById.get('flood-epoxy')!.dry.touch!.high);
    dated
      .slice(1)
      .forEach(({ start }, index) =>
        expect(Date.parse(start)).toBeGreaterThanOrEqual(Date.parse(dated[index]!.end) + turning),
      );
  });

  test('a fan shortens the wait for the next coat, and not the cure', () => {
    const fan = stepsOf(pieceOf(SIGN), all, REFERENCE, { air: 'fan' });
    const at = (list: readonly (typeof fan)[number][], id: string) =>
      list.find((step) => step.id === id)!.lags[0]!.time.high;
    expect(at(fan, 'ground#2')).toBeCloseTo(0.7 * at(steps, 'ground#2'));
    expect(at(fan, 'mask#1')).toBeCloseTo(at(steps, 'mask#1'));
  });

  test('a film is cut and weeded while the ground dries, then laid; by hand it needs no machine', () => {
    const cut = steps.find(({ id }) => id === 'mask.cut#1')!;
    const lay = steps.find(({ id }) => id === 'mask#1')!;
    expect([cut.label, cut.after, cut.lags, cut.places]).toEqual(['Cut and weed removable film', [], [], ['cutter']]);
    expect(lay.label).toBe('Lay removable film');
    expect(lay.after).toEqual(['ground#2', 'mask.cut#1']);
    const byHand = stepsOf(pieceOf(SIGN), all, { ...REFERENCE, tools: [] }).find(({ id }) => id === 'mask.cut#1')!;
    expect([byHand.places, byHand.needs.some((need) => need.includes('knife'))]).toEqual([[], true]);
    // the two together are the work that the film's own figure gives for one piece
    expect(cut.perPiece.typical + lay.perPiece.typical).toBeCloseTo(
      all.productById.get('film-removable')!.handsOn!.typical,
    );
  });

  test('every step says what is needed and what right looks like', () => {
    for (const step of steps) expect([step.id, step.looksRight.length > 10]).toEqual([step.id, true]);
    expect(steps.find(({ id }) => id === 'ground#1')!.needs).toEqual(['exterior latex', 'a soft brush']);
  });

  test('carry the cautions of their products', () =>
    expect(stepsOf(pieceOf([apply('medium', 'medium', 'aerosol-enamel')]), all, REFERENCE)[0]?.hazards).toContain(
      'aerosol',
    ));
});

describe('dates in sequence', () => {
  test('keep every least gap of every piece of the batch, stay in the free hours, one thing at a time', () =>
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 20_000 }), fc.integer({ min: 1, max: 12 }), (delay, quantity) => {
        const steps = stepsOf(pieceOf(SIGN, quantity), all, REFERENCE);
        const now = new Date(Date.parse(CONTEXT.now) + delay * 60_000).toISOString();
        const plan = planned(SIGN, { now }, quantity);
        const spans = [...plan.steps].sort((one, other) => (one.start < other.start ? -1 : 1));
        spans.slice(1).forEach(({ start }, index) => expect(start >= spans[index]!.end).toBe(true));
        plan.steps.forEach((step, index) => {
          const { lags, minutes, setUpMinutes, eachMinutes, pieces, after } = steps[index]!;
          const endOf = (id: string) => plan.steps.find(({ stepId }) => stepId === id)!.end;
          for (const id of after) expect(step.start >= endOf(id)).toBe(true);
          for (const lag of lags) {
            const before = steps.find(({ id }) => id === lag.from)!;
            for (let piece = 0; piece < pieces; piece += 1) {
              const laid = Date.parse(endOf(lag.from)) - (pieces - 1 - piece) * before.eachMinutes * 60_000;
              const begun = Date.parse(step.start) + (setUpMinutes + piece * eachMinutes) * 60_000;
              expect((begun - laid) / 60_000).toBeGreaterThanOrEqual(lag.time.high - 1e-6);
            }
          }
          const worked = step.stretches.reduce((sum, { start, end }) => sum + minutesBetween(start, end), 0);
          expect(worked).toBe(minutes);
          for (const { start, end } of step.stretches) {
            const [opens, closes] = EVENINGS[(new Date(start).getUTCDay() + 6) % 7]![0]!;
            expect(start.slice(11, 16) >= opens && end.slice(11, 16) <= closes).toBe(true);
            expect(end.slice(0, 10)).toBe(start.slice(0, 10));
          }
        });
      }),
      draws(4, 12),
    ));

  test('a later start is never ready sooner', () =>
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 10_000 }), fc.integer({ min: 0, max: 5000 }), (delay, more) => {
        const at = (minutes: number) => new Date(Date.parse(CONTEXT.now) + minutes * 60_000).toISOString();
        expect(planned(SIGN, { now: at(delay + more) }).endsAt! >= planned(SIGN, { now: at(delay) }).endsAt!).toBe(
          true,
        );
      }),
      draws(4, 12),
    ));

  test('a spray coat meets its recoat hour, or waits until its window opens again', () => {
    const spray = [apply('medium', 'medium', 'aerosol-enamel', 2)];
    const soon = planned(spray, { now: '2026-11-30T18:30:00Z' });
    expect(minutesBetween(soon.steps[0]!.end, soon.steps[1]!.start)).toBeLessThanOrEqual(60);
    // half an hour a day: the second coat never meets the hour
    const short = Array.from({ length: 7 }, (): [string, string][] => [['18:30', '19:00']]);
    const late = planned(spray, { freeHours: short });
    expect(minutesBetween(late.steps[0]!.end, late.steps[1]!.start)).toBeGreaterThanOrEqual(2880);
  });

  test('a batch of spray coats keeps the window of its first and last piece; a longer one is done in groups', () => {
    const spray = [{ ...apply('medium', 'medium', 'aerosol-enamel', 2), how: 'spray' } as Operation];
    for (const [quantity, groups] of [
      [4, 1],
      [18, 1],
      [30, 2],
    ] as const) {
      const steps = stepsOf(pieceOf(spray, quantity), all, REFERENCE);
      expect([quantity, steps.length]).toEqual([quantity, 2 * groups]);
      expect(steps.filter(({ coat }) => coat === 1).reduce((sum, { pieces }) => sum + pieces, 0)).toBe(quantity);
      const plan = planned(spray, { now: '2026-12-05T09:00:00Z' }, quantity);
      for (const second of steps.filter(({ coat }) => coat === 2)) {
        const [from, to] = [second.lags[0]!.from, second.id].map((id) =>
          plan.steps.find(({ stepId }) => stepId === id)!,
        );
        const each = second.eachMinutes;
        const first = minutesBetween(from!.end, to!.start) + (second.pieces - 1) * each + second.setUpMinutes;
        const isIn = (gap: number) => (gap >= 34 && gap <= 60) || gap >= 2880;
        expect([second.id, isIn(first)]).toEqual([second.id, true]);
      }
    }
  });

  test('ready means that the last coat can be handled, not that the brush is down', () => {
    const { endsAt, readyAt, readyWaitsFor } = planned([apply('medium', 'medium', 'exterior-latex')]);
    expect(minutesBetween(endsAt!, readyAt!)).toBeGreaterThanOrEqual(2880);
    expect(minutesBetween(endsAt!, readyAt!)).toBeLessThan(2880 + 60);
    expect(readyWaitsFor).toBe('medium#1');
    const film = planned([apply('film', 'film', 'film-permanent')]);
    expect(film).toMatchObject({ readyAt: film.endsAt, readyWaitsFor: null });
    const trodden = stepsOf(
      {
        ...pieceOf([]),
        parts: pieceOf([apply('medium', 'medium', 'rubberised-aerosol')]).parts.map((part) => ({
          ...part,
          use: { ...part.use, wear: 'feet' as const },
        })),
      },
      all,
      REFERENCE,
    );
    expect(trodden[0]?.firm).toMatchObject({ stage: 'feet', time: { high: 2880 } });
  });

  test('a batch longer than any sitting is carried on in the next one; one that fits some sitting stays whole', () => {
    const evenings = Array.from({ length: 7 }, (): [string, string][] => [['18:30', '21:30']]);
    const over = planned([apply('sand', 'prep', 'sand-bare')], { freeHours: evenings }, 12);
    expect(over.steps[0]!.stretches.map(({ start, end }) => minutesBetween(start, end))).toEqual([180, 40]);
    const whole = planned([apply('sand', 'prep', 'sand-bare')], {}, 12);
    expect(whole.steps[0]!.stretches.map(({ start, end }) => minutesBetween(start, end))).toEqual([220]);
    expect(whole.steps[0]!.start).toBe('2026-12-05T09:00:00.000Z');
  });

  test('hours are local: a sitting at 18:30 stays at 18:30 over the change of the clocks', () => {
    const plan = planned([apply('a', 'medium', 'exterior-latex', 3)], {
      zone: 'Europe/Berlin',
      now: '2026-10-23T12:00:00Z',
      freeHours: Array.from({ length: 7 }, () => [['18:30', '19:30']]) as FreeHours,
    });
    expect(plan.steps.map(({ start }) => start)).toEqual([
      '2026-10-23T16:30:00.000Z',
      '2026-10-24T16:30:00.000Z',
      '2026-10-25T17:30:00.000Z',
    ]);
  });

  test('what is done keeps its time and the rest follows from it', () => {
    const plan = planned(SIGN, {
      events: marked({ p: { 'sand#1': '2026-11-29T10:00:00.000Z', 'ground#1': '2026-11-29T11:00:00.000Z' } }),
    });
    expect(plan.steps.slice(0, 2).every(({ isDone }) => isDone)).toBe(true);
    expect(plan.steps[2]!.start).toBe('2026-11-30T18:30:00.000Z');
  });

  test.each<[string, Partial<BenchContext>, Operation[], string]>([
    [
      'no free hours',
      { freeHours: Array.from({ length: 7 }, () => []) },
      [apply('sand', 'prep', 'sand-bare')],
      'no-start-in-calendar',
    ],
    [
      'a step longer than any sitting',
      { freeHours: Array.from({ length: 7 }, () => [['18:00', '18:10']]) as FreeHours },
      [apply('sand', 'prep', 'sand-bare')],
      'no-start-in-calendar',
    ],
    ['an absurd start', { now: '9999-01-01T00:00:00Z' }, [apply('sand', 'prep', 'sand-bare')], 'absurd-date'],
  ])('%s is a problem, not a date', (_name, context, operations, code) => {
    expect(tried(pieceOf(operations), context).code).toBe(code);
  });

  test('a workshop in which a coat never dries has no plan', () => {
    expect(tried(pieceOf(SIGN), { workshop: { ...REFERENCE, temperatureC: 7 } }).code).toBe('never-dries-too-cold');
  });

  test('not even a single coat is planned where it never gets firm', () =>
    expect(
      stepsOf(pieceOf([apply('medium', 'medium', 'craft-acrylic')]), all, { ...REFERENCE, temperatureC: 8 })[0]
        ?.problem,
    ).toMatchObject({ code: 'never-dries-too-cold' }));
});

describe('layers through time', () => {
  const plan = planned(SIGN);
  const stack = pieceOf(SIGN).parts[0]!.stack!;
  const at = (stepId: string, minutes: number) =>
    new Date(Date.parse(plan.steps.find((step) => step.stepId === stepId)!.end) + minutes * 60_000).toISOString();
  const stateOf = (operationId: string, instant: string) =>
    layerStatesAt(stack, plan, all, instant).find((layer) => layer.operationId === operationId);

  test.each([
    ['before it is laid', 'ground#1', -60, 'notYet', 0],
    ['just laid', 'ground#1', 1, 'wet', 1],
    ['after its touch time', 'ground#1', 91, 'touchDry', 1],
    ['after its recoat time', 'ground#1', 361, 'ready', 1],
    ['when the second coat is on', 'ground#2', 1, 'wet', 2],
    ['a month later', 'ground#2', 31 * 1440, 'cured', 2],
  ])('the ground %s', (_name, step, minutes, state, coatsLaid) =>
    expect(stateOf('ground', at(step, minutes))).toMatchObject({ state, coatsLaid }),
  );

  test('the mask is off only when the last coat is on', () => {
    expect(operationsThrough(stack, plan, at('medium#1', 1))).toBe(4);
    expect(operationsThrough(stack, plan, at('medium#2', 1))).toBe(5);
  });

  test('moments are in order, begin before the work and end when all is cured', () => {
    const moments = momentsOf(stack, plan, all);
    expect(moments.map(({ at: instant }) => instant)).toEqual([...moments.map(({ at: instant }) => instant)].sort());
    expect(moments[0]?.what).toBe('before the work');
    expect(moments.at(-1)?.what).toContain('cured');
    // an hour and a minute matter while somebody is at the bench
    const atWork = moments.filter(({ isAtWork }) => isAtWork).map(({ at: instant }) => Date.parse(instant));
    const instants = plan.steps.flatMap(({ start, end }) => [Date.parse(start), Date.parse(end)]);
    expect(atWork.length).toBeGreaterThan(3);
    for (const one of atWork) expect(instants).toContain(one);
    expect(moments.at(-1)?.isAtWork).toBe(false);
  });
});
