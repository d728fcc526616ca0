import { describe, expect, test } from '@jest/globals';
import { catalogue } from '../materials/index.ts';
import { plainPiece, type Operation, type Part, type Piece, type Stack, type Trial } from '../piece/index.ts';
import { demoBench } from '../testing/demo.ts';
import { marked, stepEvent } from '../testing/marks.ts';
import { stackFrom } from '../testing/ruleRows.ts';
import { MS_PER_MINUTE } from '../units/index.ts';
import {
  itemsOf,
  planPieces,
  stepsOf,
  trialsOfStep,
  type BenchContext,
  type PlannedStep,
  type Step,
  type WeekPlan,
} from './index.ts';

// One chain: what the rules demand, what keeps only so long, what is refused, what goes round and what is turned over, in steps and dates.

const all = catalogue();
const CONTEXT: BenchContext = {
  ...demoBench,
  outdoor: undefined,
  workshop: { ...demoBench.workshop, air: 'outdoors', tools: ['cutter', 'press', 'heatGun', 'oven', 'turner'] },
  freeHours: Array.from({ length: 7 }, (): [string, string][] => [['08:00', '20:00']]),
};

const pieceOf = (stack: Stack | string, base: string, facts: Partial<Piece> = {}, part: Partial<Part> = {}): Piece => {
  const plain = plainPiece('p', 'piece', base);
  const [own] = plain.parts;
  return {
    ...plain,
    ...facts,
    parts: [
      {
        ...own!,
        designs: own!.designs.map((design) => ({ ...design, id: 't.design' })),
        ...part,
        stack: typeof stack === 'string' ? stackFrom(stack) : stack,
        stackIsOwn: true,
      },
    ],
  };
};
const steps = (piece: Piece, context: BenchContext = CONTEXT): Step[] => [...itemsOf([piece], context)[0]!.steps];
const week = (piece: Piece, context: BenchContext = CONTEXT): WeekPlan => {
  const read = planPieces([piece], context, { budget: 20 });
  if (!read.ok) throw new Error(read.problems.map(({ given }) => given).join(' '));
  return read.week;
};
const dated = (piece: Piece, context: BenchContext = CONTEXT): ReadonlyMap<string, PlannedStep> =>
  new Map(week(piece, context).plans['p']?.steps.map((step) => [step.stepId, step]) ?? []);
const gap = (from: PlannedStep, to: PlannedStep): number =>
  (Date.parse(to.start) - Date.parse(from.end)) / MS_PER_MINUTE;

const DECAL = 'decal: p/degrease-alcohol f/film-permanent t/tape-regular';
const indoors: Partial<Part> = {};

describe('preparations keep only so long', () => {
  test('degreasing is planned within its low figure of the film, whatever else is on the bench', () => {
    const plan = dated(pieceOf(DECAL, 'glass-soda-lime'));
    const keeps = all.productById.get('degrease-alcohol')!.keeps!;
    const flash = all.productById.get('degrease-alcohol')!.dry.touch!.high * 1.2;
    expect(gap(plan.get('p0#1')!, plan.get('f1#1')!)).toBeLessThanOrEqual(keeps.low + flash + 5);
  });

  test('sanding may be a day before, degreasing may not', () => {
    const of = (id: string) => steps(pieceOf(`decal: p/${id} f/film-permanent t/tape-regular`, 'hardwood'));
    const kept = (id: string) => of(id).find(({ id: step }) => step === 'f1#1')!.keeps[0]!;
    expect(kept('sand-bare').choices[0]).toBe(1440);
    expect(kept('degrease-alcohol').choices[0]).toBe(60);
  });

  test('what keeps shorter than the batch takes is done piece by piece, just before', () => {
    const pressed = steps(pieceOf('iron-on: p/lint-roll p/pre-press f/iron-on-standard', 'cotton', { quantity: 12 }));
    expect(pressed.filter(({ kind }) => kind === 'work').map(({ operationIds }) => operationIds)).toEqual([
      ['p0', 'p1', 'f2'],
    ]);
  });

  test('a long batch is washed and worked on in the same groups', () => {
    const washed = steps(pieceOf('decal: p/degrease-soap f/film-permanent t/tape-regular', 'pmma', { quantity: 20 }));
    const [prep, film] = ['p0', 'f1'].map((key) => washed.filter((step) => step.key === key));
    expect(prep!.length).toBeGreaterThan(1);
    expect(film!.map(({ after }) => after[0])).toEqual(prep!.map(({ id }) => id));
    for (const { keeps } of film!) expect(keeps).toHaveLength(1);
  });

  test('paste is heated soon after it is dry', () => {
    const plan = dated(pieceOf('burn: m/film-stencil x/burn-paste u/dry b', 'hardwood'));
    const [paste, heat] = [plan.get('x1#1')!, plan.get('b3#1')!];
    expect(gap(paste, heat)).toBeLessThan(4 * 60);
  });

  test('bare metal that rusts keeps clean shorter', () => {
    const of = (base: string) => steps(pieceOf(DECAL, base)).find(({ id }) => id === 'f1#1')!.keeps[0]!.time.high;
    expect([of('steel-mild'), of('steel-stainless')]).toEqual([4 * 60, 8 * 60]);
  });

  test('where the hours leave no room, a longer gap is taken, and said where it is beyond all figures', () => {
    const short = { ...CONTEXT, freeHours: Array.from({ length: 7 }, (): [string, string][] => [['18:00', '18:30']]) };
    const piece = pieceOf(DECAL, 'glass-soda-lime', { quantity: 2 });
    const { missed, plans } = week(piece, short);
    expect(plans['p']).toBeDefined();
    for (const { code, allowed } of missed['p'] ?? [])
      expect([code, allowed]).toEqual(['keeps-too-short', expect.stringContaining('1 h')]);
  });

  describe('what is overdue is done again', () => {
    const done = (at: string) => ({ ...CONTEXT, events: marked({ p: { 'p0#1': at } }) });
    const again = (at: string) =>
      steps(pieceOf(DECAL, 'glass-soda-lime'), done(at)).find(({ id }) => id === 'p0#1')!.again;
    test.each([
      ['2026-11-25T08:50:00Z', false],
      ['2026-11-25T06:40:00Z', true],
      ['2026-11-20T09:00:00Z', true],
    ])('degreased at %s', (at, isOverdue) => expect(again(at) !== null).toBe(isOverdue));
    test('it says so, is planned anew, and counts as done no more', () => {
      const context = done('2026-11-20T09:00:00Z');
      const piece = pieceOf(DECAL, 'glass-soda-lime');
      expect(steps(piece, context)[0]!.detail).toContain('It is done again');
      expect(dated(piece, context).get('p0#1')).toMatchObject({ isDone: false });
      expect(dated(piece, done('2026-11-25T08:50:00Z')).get('p0#1')).toMatchObject({ isDone: true });
    });
    test('once the film lies nothing is done again', () => {
      const context = {
        ...CONTEXT,
        events: marked({ p: { 'p0#1': '2026-11-20T09:00:00Z', 'f1#1': '2026-11-20T09:30:00Z' } }),
      };
      expect(steps(pieceOf(DECAL, 'glass-soda-lime'), context)[0]!.again).toBeNull();
    });
    test('a mask that has lain too long before cream is pressed again, not laid again', () => {
      const etch = pieceOf('frost-etch: m/film-permanent x/frost-cream r u/wet', 'glass-soda-lime');
      const context = { ...CONTEXT, events: marked({ p: { 'm0#1': '2026-11-15T09:00:00Z' } }) };
      const read = steps(etch, context);
      expect(read.find(({ id }) => id === 'm0#1')!.again).toBeNull();
      expect(read.find(({ id }) => id === 'x1#1')!.detail).toMatch(/^Press every edge down again first/);
    });
  });
});

describe('tries', () => {
  const tins = pieceOf(
    'strip-etch: p/degrease-alcohol m/film-permanent x/remover-gel r u/wet',
    'steel-mild',
    {},
    {
      surface: {
        ...plainPiece('p', 'tin', 'steel-mild').parts[0]!.surface,
        existing: [{ finish: 'powder-coat', ageDays: null }],
        leadTest: 'clear',
      },
    },
  );
  const tryId = 'x2.try-gel#1';
  const trials = (result: Trial['result']): Trial[] =>
    trialsOfStep(
      steps(tins).find(({ id }) => id === tryId)!,
      tins,
      all,
      { ...CONTEXT.workshop, stock: [] },
      {},
      result,
      '2026-11-24T19:00:00Z',
      ['t1', 't2'],
    );

  test('stands first and is waited for', () => {
    const read = steps(tins);
    expect(read[0]).toMatchObject({ id: tryId, kind: 'try', after: [] });
    expect(read.find(({ id }) => id === 'p0#1')!.after).toEqual([tryId]);
    expect(week(tins).verdicts['p']!.standing).toBe('tryFirst');
  });
  test('held, it stays among the steps as done, and nothing is to be tried any more', () => {
    const context = { ...CONTEXT, trials: trials('held'), events: marked({ p: { [tryId]: '2026-11-24T19:00:00Z' } }) };
    expect(dated(tins, context).get(tryId)).toMatchObject({ isDone: true });
    expect(week(tins, context).verdicts['p']!.standing).toBe('stands');
  });
  test('held on another piece, it is no step of this one', () => {
    const elsewhere = trials('held').map((trial) => ({ ...trial, step: { pieceId: 'other', stepId: tryId } }));
    expect(steps(tins, { ...CONTEXT, trials: elsewhere }).map(({ kind }) => kind)).not.toContain('try');
  });
  test('failed, the rest is not begun: no dates, and the rules refuse the layers', () => {
    const context = {
      ...CONTEXT,
      trials: trials('failed'),
      events: marked({}, { p: { [tryId]: '2026-11-24T19:00:00Z' } }),
    };
    const [item] = itemsOf([tins], context);
    expect(item!.verdict.standing).toBe('refused');
    expect(item!.problems.map(({ code }) => code)).toEqual(['try-failed']);
  });
  test('a try that takes its time is judged in a step of its own, after its wait', () => {
    const read = steps(pieceOf('decal: p/degrease-soap f/film-permanent t/tape-regular', 'pmma'));
    const judge = read.find(({ id }) => id === 'f1.judge-gas#1')!;
    expect(judge.lags).toMatchObject([{ from: 'f1.try-gas#1', time: { high: 72 * 60 } }]);
    expect(judge.gate).not.toBeNull();
    expect(read.find(({ id }) => id === 'p0#1')!.after).toEqual([judge.id]);
  });
});

describe('refused is refused everywhere', () => {
  const bowl = pieceOf(
    'decal: f/film-permanent t/tape-regular',
    'glass-soda-lime',
    {},
    {
      use: { ...plainPiece('p', 'bowl', 'glass-soda-lime').parts[0]!.use, food: 'food' },
      designs: plainPiece('p', 'bowl', 'glass-soda-lime').parts[0]!.designs.map((design) => ({
        ...design,
        id: 't.design',
        zone: 'foodSide' as const,
      })),
    },
  );
  test('for safety: no dates', () => {
    const [item] = itemsOf([bowl], CONTEXT);
    expect([item!.verdict.standing, item!.problems[0]!.code]).toEqual(['unsafe', 'refused-for-safety']);
    const other = { ...pieceOf(DECAL, 'glass-soda-lime'), id: 'q' };
    const read = planPieces([bowl, other], CONTEXT, { budget: 1 });
    expect(read.ok && [Object.keys(read.week.plans), read.week.verdicts['p']!.standing]).toEqual([['q'], 'unsafe']);
  });
  test('otherwise, kept by hand: dated and marked', () => {
    const wall = pieceOf('decal: f/film-metallic t/tape-regular', 'terracotta');
    expect(week(wall).verdicts['p']!.standing).toBe('refused');
    expect(week(wall).plans['p']!.readyAt).not.toBeNull();
  });
  test('a started etch that turns out unsafe is made safe, and nothing else is planned', () => {
    const etch = (food: 'food' | 'unknown') =>
      pieceOf(
        'frost-etch: m/film-permanent x/frost-cream u/wet',
        'ceramic-glazed',
        {},
        {
          use: { ...plainPiece('p', 'bowl', 'ceramic-glazed').parts[0]!.use, food },
          designs: plainPiece('p', 'b', 'ceramic-glazed').parts[0]!.designs.map((design) => ({
            ...design,
            id: 't.design',
            zone: 'foodSide' as const,
          })),
        },
      );
    const context = {
      ...CONTEXT,
      events: marked({ p: { 'm0#1': '2026-11-25T08:00:00Z', 'x1#1': '2026-11-25T08:50:00Z' } }),
    };
    const [item] = itemsOf([etch('food')], context);
    expect(item!.verdict.standing).toBe('unsafe');
    expect(item!.steps.map(({ kind }) => kind)).toEqual(['work', 'work', 'makeSafe']);
    expect(item!.problems).toEqual([]);
    expect(item!.steps.at(-1)!.hazards).toContain('fluoride');
    // the same while it lies there, and is not rinsed yet
    const laid = itemsOf([etch('unknown')], CONTEXT)[0]!.steps.find(
      ({ kind, clocks }) => kind === 'work' && clocks.some((clock) => clock.kind === 'dwell'),
    );
    const lying = [stepEvent('started', 'p', laid!, '2026-11-25T08:50:00Z')];
    const [running] = itemsOf([etch('food')], { ...CONTEXT, events: lying });
    expect(running!.steps.map(({ kind }) => kind)).toEqual(['work', 'makeSafe']);
    expect(running!.problems).toEqual([]);
  });
});

describe('a stencil is a thing', () => {
  const mats = (product: string, quantity: number, coats = 1) =>
    steps(pieceOf(`paint-stencil: m/${product} h/hold-tape x/craft-acrylic*${coats} u/wet`, 'hardwood', { quantity }));
  test('cut once and laid on one piece after the other', () => {
    const read = mats('sheet-stencil', 4);
    expect(read.find(({ kind }) => kind === 'cut')).toMatchObject({ pieces: 1 });
    const laid = read.filter(({ key }) => key === 'm0');
    expect(laid.map(({ pieces }) => pieces)).toEqual([1, 1, 1, 1]);
    const lifted = read.filter(({ key, operationIds }) => key === 'x2' && operationIds.includes('u3'));
    laid
      .slice(1)
      .forEach(({ lags }, index) =>
        expect(lags).toContainEqual(expect.objectContaining({ from: lifted[index]!.id, time: all.bench.stencilDry })),
      );
    expect(lifted[0]!.detail).toContain('Wipe the stencil');
  });
  test('where each lies for hours, further ones are cut', () =>
    expect(mats('sheet-stencil', 12, 3).find(({ kind }) => kind === 'cut')!.pieces).toBe(4));
  test('one that serves once is cut for each', () =>
    expect(mats('film-stencil', 4).find(({ kind }) => kind === 'cut')!.pieces).toBe(4));
  test('its islands are counted back in', () => {
    const design = { ...plainPiece('p', 'x', 'hardwood').parts[0]!.designs[0]!, id: 't.design', islands: 7 };
    const read = steps(
      pieceOf(
        'paint-stencil: m/sheet-stencil h/hold-tape x/craft-acrylic u/wet',
        'hardwood',
        { quantity: 2 },
        { designs: [design] },
      ),
    );
    expect(read.find(({ operationIds }) => operationIds.includes('u3'))!.detail).toContain(
      'Count its 7 islands back in',
    );
  });
});

describe('back and front', () => {
  const sign = (place: 'indoors' | 'exposed', stack: string) =>
    steps(pieceOf(stack, 'hardwood', {}, { use: { ...plainPiece('p', 'x', 'hardwood').parts[0]!.use, place } })).filter(
      ({ kind }) => kind === 'work',
    );
  test('bare wood outdoors is coated on both, back first, turned over when it is dry', () => {
    const read = sign('exposed', 'paint-stencil: g/exterior-latex*2 m/film-permanent x/exterior-latex u/wet');
    expect(read.slice(0, 4).map(({ id }) => id)).toEqual(['g0.back#1', 'g0#1', 'g0.back#2', 'g0#2']);
    expect(read[1]!.lags[0]).toMatchObject({ from: 'g0.back#1', stage: 'touch' });
    expect(read[4]!.lags.map(({ from }) => from)).toEqual(['g0.back#2', 'g0#2']);
  });
  test('what must be recoated within the hour is finished on the back before it is turned', () =>
    expect(
      sign('exposed', 'paint-stencil: g/aerosol-enamel*2 m/film-permanent x/exterior-latex u/wet')
        .slice(0, 4)
        .map(({ id }) => id),
    ).toEqual(['g0.back#1', 'g0.back#2', 'g0#1', 'g0#2']));
  test('indoors the face is enough', () =>
    expect(sign('indoors', 'paint-stencil: g/exterior-latex m/film-permanent x/exterior-latex u/wet')[0]!.id).toBe(
      'g0#1',
    ));
});

describe('words fit the material', () => {
  const first = (stack: string, base: string, kind: Step['kind'] = 'work', part: Partial<Part> = indoors): Step =>
    steps(pieceOf(stack, base, {}, part)).find((step) => step.kind === kind)!;
  test.each([
    [
      'film is scored to its liner',
      'decal: f/film-permanent t/tape-regular',
      'glass-soda-lime',
      'cut',
      /score its liner/,
    ],
    ['iron-on film to its carrier', 'iron-on: f/iron-on-standard', 'cotton', 'cut', /leave its clear carrier whole/],
    [
      'a sheet is cut through',
      'paint-stencil: m/sheet-stencil h/hold-tape x/craft-acrylic u/wet',
      'hardwood',
      'cut',
      /Cut right through/,
    ],
    [
      'acetate is cut by hand',
      'paint-stencil: m/sheet-acetate h/hold-spray x/craft-acrylic u/dry',
      'hardwood',
      'cut',
      /by hand from the full-size paper/,
    ],
    [
      'glue comes before laying',
      'paint-stencil: m/sheet-acetate h/hold-spray x/craft-acrylic u/dry',
      'hardwood',
      'work',
      /^Mist the back.* Lay it flat/,
    ],
    [
      'paper is ironed',
      'fabric-stencil: m/paper-freezer x/fabric-acrylic u/wet',
      'cotton',
      'work',
      /dry iron, no steam/,
    ],
    [
      'a pinned card names its pins once',
      'pile-stipple: m/card h/hold-pins x/exterior-latex u/wet',
      'coir',
      'work',
      /^(?!.*pin in every part.*pin in every part)/,
    ],
    [
      'iron-on film is pressed on its side',
      'iron-on: f/iron-on-standard',
      'cotton',
      'work',
      /Film down on the piece, carrier up/,
    ],
    ['dye goes printed side down', 'dye-transfer: f/dye-sheet', 'polyester', 'work', /Printed side down/],
    [
      'an inside coat is swirled',
      'inside-coat: x/ceramic-paint-baked',
      'glass-soda-lime',
      'work',
      /swirl.*drain upside down/,
    ],
  ] as const)('%s', (_name, stack, base, kind, words) => expect(first(stack, base, kind).detail).toMatch(words));

  test('a mix is told with its parts, by volume or by weight', () => {
    const flood = steps(pieceOf('flood-coat: f/film-permanent t/tape-regular c/flood-epoxy', 'glass-soda-lime'));
    expect(flood.find(({ key }) => key === 'c2')!.detail).toContain('1 part resin and 1 part hardener by volume');
    const burn = steps(pieceOf('burn: m/film-stencil x/burn-paste u/dry b', 'hardwood'));
    expect(burn.find(({ key }) => key === 'x1')!.detail).toMatch(/10 parts ammonium chloride.* by weight/);
  });

  test('what is flooded turns, and holds the turner until it no longer runs; what lies flat does not', () => {
    const of = (shape: 'cylinder' | 'flat') => {
      const plain = plainPiece('p', 'x', 'steel-stainless').parts[0]!.surface;
      return steps(
        pieceOf(
          'flood-coat: f/film-permanent t/tape-regular c/flood-epoxy',
          'steel-stainless',
          {},
          { surface: { ...plain, shape } },
        ),
      ).find(({ key }) => key === 'c2')!;
    };
    expect(of('cylinder')).toMatchObject({ places: ['turner'], turns: { high: 360 } });
    expect(of('flat')).toMatchObject({ places: [], turns: null });
  });

  test('with several designs each step names its own', () => {
    const [design] = plainPiece('p', 'x', 'glass-soda-lime').parts[0]!.designs;
    const designs = [
      { ...design!, id: 't.design', name: 'moon', look: 'frosted' as const },
      { ...design!, id: 't.design-2', name: 'name', look: 'opaque' as const },
    ];
    const read = steps(
      pieceOf(
        'frost-etch: m/film-permanent x/frost-cream r u/wet // decal: f/film-permanent t/tape-regular',
        'glass-soda-lime',
        {},
        { designs },
      ),
    );
    const named = read
      .filter(({ kind }) => kind !== 'try' && kind !== 'look')
      .map(({ label }) => /: (moon|name)/.exec(label)?.[1]);
    expect(new Set(named)).toEqual(new Set(['moon', 'name']));
    expect(named).not.toContain(undefined);
  });
});

test('every step of the whole says what it needs of hands: none is asked twice', () => {
  const operations: readonly Operation[] = stackFrom(
    'pile-stipple: m/card h/hold-pins x/exterior-latex u/wet',
  ).operations;
  const needs = stepsOf(pieceOf({ methodId: 'pile-stipple', operations: [...operations] }, 'coir'), all, {
    ...CONTEXT.workshop,
    stock: [],
  }).flatMap((step) => step.needs.map((need) => `${step.id} ${need}`));
  expect(new Set(needs).size).toBe(needs.length);
});
