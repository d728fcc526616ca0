import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { draws } from '../testing/runs.ts';
import { catalogue, rankIn, HAZARD_LEVELS } from '../materials/index.ts';
import { DEFAULT_SCHOOLS, plainUse, type Use } from '../piece/index.ts';
import { briefOf, finish, HARMLESS, type Said } from '../testing/briefs.ts';
import { RULE_ROWS } from '../testing/ruleRows.ts';
import { STANDARD_BOOK, situationOf } from '../judge/index.ts';
import { conditionsOfStack, openFacts } from './conditions.ts';
import { matchLayers, nextToAsk, sayFact, UNSAID_FIELDS, type UnsaidField } from './index.ts';
import { judgeStack, RULES } from '../judge/index.ts';
import { RUNG_ORDERS, UNSAID } from './unsaid.ts';

const all = catalogue();
const match = (said: Said) => matchLayers(briefOf(said), all, { withoutMends: true });
const situated = (said: Said) => {
  const read = situationOf(briefOf(said), all, DEFAULT_SCHOOLS);
  if (!read.ok) throw new Error('brief');
  return read.situation;
};
const UNKNOWN: Partial<Use> = { ...plainUse(), nots: [] };

describe('what is unsaid is a condition', () => {
  test('how hot is said by degrees; on a lamp by what gives the light', () => {
    const words = (use: Said['use']) =>
      UNSAID.heat
        .rungs(situated({ base: 'glass-soda-lime', use: { heat: 'unknown', ...use } }))
        .map(({ onlyIf }) => onlyIf);
    expect(words({}).slice(0, 2)).toEqual(['only if it stays cool', 'only if it gets no hotter than 45 °C']);
    expect(words({ item: 'lamp' })[0]).toBe('only with an LED');
  });

  test.each<[string, Said, UnsaidField, unknown]>([
    [
      'a decal on a mug of unknown use',
      { base: 'ceramic-glazed', surface: { shape: 'cylinder' }, use: { food: 'lip' }, design: { zone: 'unknown' } },
      'zone',
      'outside',
    ],
    ['letters on a board that food may touch', { base: 'hardwood', use: { food: 'food' } }, 'zone', 'underside'],
    ['a painted thing that food may touch', { base: 'hardwood', use: { food: 'unknown' } }, 'food', 'none'],
    ['film that may get hot', { base: 'glass-soda-lime', use: { heat: 'unknown' } }, 'heat', 'sun'],
    [
      'film on a lamp',
      { base: 'glass-soda-lime', use: { heat: 'unknown', item: 'lamp' }, design: { wants: { way: 'decal' } } },
      'heat',
      'led',
    ],
    ['what nobody has named', { base: 'hardwood', use: { item: 'unknown' } }, 'item', 'ordinary'],
    [
      'film that may be trodden on',
      { base: 'glass-soda-lime', use: { wear: 'unknown' }, design: { wants: { way: 'decal' } } },
      'wear',
      'abrasion',
    ],
    [
      'paint that may have to go',
      { base: 'mdf', use: { mustComeOff: 'unknown' }, design: { wants: { way: 'paint-stencil' } } },
      'mustComeOff',
      'no',
    ],
    ['film that may meet a dishwasher', { base: 'glass-soda-lime', use: { water: 'unknown' } }, 'water', 'handWash'],
    [
      'film that may stand in water',
      { base: 'glass-soda-lime', use: { soak: 'unknown', water: 'handWash' } },
      'soak',
      'no',
    ],
    [
      'epoxy that may lie on skin',
      {
        base: 'steel-stainless',
        surface: { shape: 'cylinder' },
        use: { skin: 'unknown' },
        design: { look: 'noEdge' },
        workshop: { temperatureC: 23, tools: ['cutter', 'turner'] },
      },
      'skin',
      'no',
    ],
    ['iron-on that may be laundered hot', { base: 'cotton', use: { water: 'unknown' } }, 'laundryC', 40],
    [
      'dye on cloth of unknown colour',
      { base: 'polyester', design: { wants: { way: 'dye-transfer' } } },
      'tone',
      'light',
    ],
  ])('%s', (_name, said, field, value) => {
    const [first] = match(said).ranked;
    expect(first?.onlyIf.find((condition) => condition.field === field)).toMatchObject({ value });
  });

  test('and none where all is said', () => {
    for (const base of ['hardwood', 'glass-soda-lime', 'steel-stainless'])
      for (const { onlyIf } of match({ base, surface: { tone: 'light' } }).ranked) expect(onlyIf).toEqual([]);
  });

  test('a "not" that was said takes its rung away', () =>
    expect(
      openFacts(
        situated({
          base: 'glass-soda-lime',
          use: { water: 'unknown', nots: [{ field: 'water', value: 'dishwasher', words: 'never in the dishwasher' }] },
        }),
      )
        .find(({ field }) => field === 'water')
        ?.rungs.map(({ value }) => value),
    ).toEqual(['none', 'wipe', 'handWash']));

  test('stacks that stand either way come before those with a condition', () => {
    for (const said of [
      { base: 'glass-soda-lime', use: UNKNOWN },
      { base: 'plywood', use: { place: 'unknown' as const } },
    ]) {
      const counts = match(said).ranked.map(({ onlyIf, hazards }) => [
        Math.max(...hazards.map(({ level }) => rankIn(HAZARD_LEVELS, level)), 0) >= 2 ? 1 : 0,
        onlyIf.length,
      ]);
      expect([...counts].sort(([a = 0, b = 0], [c = 0, d = 0]) => a - c || b - d)).toEqual(counts);
    }
  });
});

test.each<[string, Said]>([
  ['two colours on wood', { base: 'hardwood', use: UNKNOWN, designs: [{ tone: 'light' }, { tone: 'dark' }] }],
  [
    'a frost and a label',
    { base: 'glass-soda-lime', use: UNKNOWN, designs: [{ look: 'frosted' }, { look: 'opaque' }] },
  ],
  ['one design on cloth', { base: 'cotton', use: UNKNOWN }],
])('no answer is shown without its conditions: %s', (_name, said) => {
  const { ranked, folded } = match(said);
  expect(ranked.length).toBeGreaterThan(0);
  for (const { stack, onlyIf } of [...ranked, ...folded])
    expect(onlyIf).toEqual(conditionsOfStack(stack, situated(said), STANDARD_BOOK));
});

test('only the best of several that differ is best at anything', () => {
  const alone = match({
    base: 'glass-soda-lime',
    use: { heat: 'candle', item: 'candleVessel' },
    design: { look: 'frosted' },
  }).ranked;
  expect(alone.map(({ bestAt }) => bestAt)).toEqual([[]]);
  const several = match({ base: 'hardwood' }).ranked;
  expect(several.some(({ bestAt }) => bestAt.length > 0)).toBe(true);
});

test('judging a product once at every rung says the same as judging the whole stack at every rung', () => {
  const uses = fc.record({
    food: fc.constantFrom<Use['food']>('unknown', 'none', 'food', 'lip'),
    heat: fc.constantFrom('unknown', 'none', 'hotDrink'),
    wear: fc.constantFrom<Use['wear']>('unknown', 'daily', 'feet'),
    place: fc.constantFrom<Use['place']>('unknown', 'indoors', 'exposed'),
    water: fc.constantFrom<Use['water']>('unknown', 'wipe', 'handWash'),
    item: fc.constantFrom<Use['item']>('unknown', 'ordinary', 'lamp'),
    mustComeOff: fc.constantFrom<Use['mustComeOff']>('unknown', 'no'),
    skin: fc.constantFrom<Use['skin']>('unknown', 'no'),
    soak: fc.constantFrom<Use['soak']>('unknown', 'no'),
  });
  const pieces = fc.constantFrom<Said>(
    { base: 'glass-soda-lime', surface: { shape: 'cylinder' } },
    { base: 'hardwood' },
    { base: 'cotton' },
    { base: 'steel-mild', surface: finish('powder-coat') },
    { base: 'coir' },
  );
  fc.assert(
    fc.property(pieces, uses, fc.constantFrom('unknown' as const, 'outside' as const), (said, use, zone) => {
      const full = { ...said, use, design: { zone } };
      const situation = situated(full);
      for (const { stack, onlyIf } of match(full).ranked.slice(0, 3))
        expect(conditionsOfStack(stack, situation, STANDARD_BOOK)).toEqual(onlyIf);
    }),
    draws(4, 25),
  );
});

test('rules that look at the layers below never read how the piece is used: conditions judge products alone', () => {
  const looked = new Set<string>();
  const spied = RULES.map((rule): typeof rule =>
    rule.at === 'piece' || rule.at === 'end' || rule.reads === 'product'
      ? rule
      : {
          ...rule,
          test: (context) =>
            rule.test(
              new Proxy(context, {
                get: (target, key) => {
                  if (key === 'use' || key === 'heat') looked.add(rule.id);
                  return Reflect.get(target, key);
                },
              }),
            ),
        },
  );
  for (const { said, stack } of RULE_ROWS) judgeStack(stack, briefOf(said), all, { rules: spied });
  expect([...looked]).toEqual([]);
});

describe('rungs', () => {
  test('of an ordered fact stand in its order, the worst last', () => {
    const situation = situated({ base: 'steel-stainless', use: UNKNOWN });
    for (const field of UNSAID_FIELDS) {
      const order = RUNG_ORDERS[field];
      const ranks = UNSAID[field].rungs(situation).map(({ value }) => rankIn(order ?? [], String(value)));
      if (order) expect([field, [...ranks].sort((left, right) => left - right)]).toEqual([field, ranks]);
    }
  });

  test('say their condition in words, all but the worst', () => {
    const situation = situated({ base: 'cotton', use: UNKNOWN });
    for (const field of UNSAID_FIELDS)
      for (const { onlyIf, label } of UNSAID[field].rungs(situation).slice(0, -1))
        expect([field, onlyIf.startsWith('only '), label.length > 0]).toEqual([field, true, true]);
  });
});

describe('not said yet', () => {
  const brief = briefOf({ base: 'glass-soda-lime', use: UNKNOWN });
  const asks = nextToAsk(brief, all);

  test('asks for two or three facts, the most useful first, with a few answers each', () => {
    expect(asks.length).toBeGreaterThanOrEqual(2);
    expect(asks.length).toBeLessThanOrEqual(3);
    expect([...asks].sort((left, right) => right.weight - left.weight)).toEqual(asks);
    for (const { answers } of asks) expect(answers.length).toBeLessThanOrEqual(4);
  });

  test('an answer says that fact: it is not asked for again', () => {
    for (const { field, answers } of asks)
      for (const { value } of answers)
        expect(nextToAsk(sayFact(brief, field, value), all).map((ask) => ask.field)).not.toContain(field);
  });

  test('asks nothing where all is said', () =>
    expect(nextToAsk(briefOf({ base: 'glass-soda-lime', use: HARMLESS, surface: { tone: 'light' } }), all)).toEqual(
      [],
    ));
});

describe('grave means', () => {
  test.each<[string, Said]>([
    ['a jar for the dishwasher', { base: 'glass-soda-lime', use: { water: 'dishwasher' } }],
    ['a powder-coated tin', { base: 'steel-mild', surface: finish('powder-coat') }],
    ['raw wood', { base: 'hardwood' }],
  ])('never lead on %s where nobody asked for them', (_name, said) => {
    const { ranked, unknown } = match(said);
    expect(ranked[0]?.isHeldBack ?? false).toBe(false);
    expect(unknown.some(({ isHeldBack }) => isHeldBack)).toBe(false);
  });

  test('lead where their look is wanted and nothing milder gives it, and not where something does', () => {
    expect(match({ base: 'hardwood', design: { look: 'burnt' } }).ranked[0]?.methodId).toBe('burn');
    expect(match({ base: 'glass-soda-lime', design: { look: 'frosted' } }).ranked[0]?.keyId).toBe('film-frosted');
    expect(
      match({ base: 'glass-soda-lime', use: { water: 'dishwasher' }, design: { look: 'frosted' } }).ranked[0]?.keyId,
    ).toBe('frost-cream');
    expect(match({ base: 'glass-soda-lime', design: { wants: { way: 'frost-etch' } } }).ranked[0]?.keyId).toBe(
      'frost-cream',
    );
  });

  test('show what, where and what to wear, the gravest first, and those of the thing and its coats as well', () => {
    const [burn] = match({
      base: 'hardwood',
      use: { item: 'toy' as const, children: 'no' },
      design: { look: 'burnt' },
    }).folded;
    expect(burn).toBeUndefined();
    const [etched] = match({
      base: 'glass-soda-lime',
      use: { item: 'lamp', heat: 'led' },
      design: { wants: { way: 'frost-etch' } },
    }).ranked;
    expect(etched?.hazards.map(({ id }) => id)).toEqual(['fluoride', 'mains']);
    expect(etched?.hazards[0]).toMatchObject({
      where: expect.stringContaining('airy'),
      wear: expect.stringContaining('neoprene'),
    });
  });
});

describe('what is wanted', () => {
  test.each<[string, Said, string]>([
    ['a way', { base: 'glass-soda-lime', design: { wants: { way: 'paint-stencil' } } }, 'paint-stencil'],
    ['a film', { base: 'glass-soda-lime', design: { wants: { film: 'film-metallic' } } }, 'decal'],
    ['a medium', { base: 'mdf', design: { wants: { medium: 'interior-latex' } } }, 'paint-stencil'],
  ])('ranks first where it stands: %s', (_name, said, methodId) => {
    const { ranked, wanted } = match(said);
    expect(ranked[0]?.methodId).toBe(methodId);
    expect(wanted.every(({ isMet }) => isMet)).toBe(true);
  });

  test('a ground and a finish are laid though nothing else asks for them', () => {
    const { ranked } = match({
      base: 'hardwood',
      wants: { ground: { kind: 'stain', tone: 'dark' }, finish: { product: 'waterborne-clear' } },
      design: { wants: { way: 'decal' } },
    });
    const laid = ranked[0]!.stack.operations.flatMap((operation) =>
      operation.op === 'apply' ? [`${operation.role} ${operation.productId}`] : [],
    );
    expect(laid.some((layer) => /^ground .*stain$/.test(layer))).toBe(true);
    expect(laid).toContain('groundSeal waterborne-clear');
  });

  test('says why it does not stand, before all other refusals, and shows the nearest', () => {
    const { ranked, refused, wanted } = matchLayers(
      briefOf({
        base: 'glass-soda-lime',
        use: { heat: 'candle' },
        design: { look: 'opaque', wants: { way: 'decal' } },
      }),
      all,
    );
    expect(wanted[0]).toMatchObject({ isMet: false, why: expect.stringContaining('PVC') });
    expect(refused[0]?.methodId).toBe('decal');
    expect(ranked[0]?.methodId).toBe('paint-stencil');
  });

  test('a design on top of another is laid after it, on it', () => {
    const { ranked } = match({
      base: 'ceramic-glazed',
      surface: { shape: 'cylinder' },
      designs: [
        { id: 'letters', wants: { way: 'decal' }, over: 'ground' },
        { id: 'ground', wants: { way: 'wrap' } },
      ],
    });
    const [first] = ranked;
    expect(
      first?.stack.operations.flatMap((operation) =>
        operation.op === 'apply' && operation.designId ? [operation.designId] : [],
      ),
    ).toEqual(['ground', 'letters']);
    expect(first?.findings.some(({ ruleId }) => ruleId === 'film-on-film')).toBe(true);
  });
});
