import { describe, expect, test } from '@jest/globals';
import { careAxis, catalogue, overlay } from '../materials/index.ts';
import { matchLayers } from '../match/index.ts';
import { planPieces } from '../plan/index.ts';
import { DEFAULT_SCHOOLS, plainPiece, type Part, type Stack, type Use } from '../piece/index.ts';
import { briefOf, finish, type Said } from '../testing/briefs.ts';
import { stackFrom } from '../testing/ruleRows.ts';
import type { CareAxis } from '../materials/index.ts';
import { careOf, headlineOf, weakestWashing, type CareLimit, type CareZone } from './index.ts';

const all = catalogue();
const CLIMATE = { temperatureC: 23, relativeHumidity: 50 };
const ALWAYS = Array.from({ length: 7 }, (): [string, string][] => [['00:00', '24:00']]);

const cared = (said: Said, wanted?: (id: string) => boolean, schools?: Parameters<typeof careOf>[3]) => {
  const brief = briefOf({ ...said, workshop: CLIMATE });
  const { ranked, folded } = matchLayers(brief, all, { withoutMends: true });
  const chosen = [...ranked, ...folded].find(({ keyId }) => !wanted || wanted(keyId))!;
  const part: Part = { ...brief.part, stack: chosen.stack };
  const piece = { ...plainPiece('p', 'p', said.base), parts: [part] };
  const read = planPieces([piece], {
    now: '2026-12-01T08:00:00Z',
    zone: 'UTC',
    freeHours: ALWAYS,
    catalogue: all,
    workshop: brief.workshop,
  });
  if (!read.ok) throw new Error('no plan');
  const plan = read.week.plans['p']!;
  const care = careOf(part, all, plan, schools);
  if (!care.ok) throw new Error('no care');
  return {
    plan,
    part,
    limit: (axis: CareAxis, zone: CareZone = 'outside') =>
      care.limits.find((limit) => limit.axis === axis && limit.zone === zone),
  };
};

describe('the weakest layer sets the limit', () => {
  test.each<[string, Said, string, CareAxis, string | number, string]>([
    [
      'latex on steel: wiped, by the paint',
      { base: 'steel-mild', surface: finish('powder-coat') },
      'exterior-latex',
      'water',
      'wipe',
      'exterior latex',
    ],
    [
      'permanent film on glass: hand wash, by the film',
      { base: 'glass-soda-lime' },
      'film-permanent',
      'water',
      'handWash',
      'permanent film',
    ],
    ['permanent film: no soaking', { base: 'glass-soda-lime' }, 'film-permanent', 'soak', 'no', 'permanent film'],
    [
      'permanent film: heat of the film, not of the glass',
      { base: 'glass-soda-lime' },
      'film-permanent',
      'heat',
      60,
      'permanent film',
    ],
    [
      'etched glass: as washable as the glass',
      { base: 'glass-soda-lime', design: { look: 'frosted' } },
      'frost-cream',
      'water',
      'dishwasher',
      'soda-lime glass',
    ],
    [
      'stripped aluminium: hand wash, by the bare metal',
      { base: 'aluminium', surface: finish('powder-coat'), design: { look: 'bareMetal' } },
      'remover-gel',
      'water',
      'handWash',
      'aluminium',
    ],
    [
      'iron-on on cotton: 30 °C, the low end of its label, by the film',
      { base: 'cotton', use: { laundryC: 40 } },
      'iron-on-standard',
      'laundry',
      30,
      'iron-on film, standard',
    ],
    [
      'indoor acrylic on wood: no sun, by the paint',
      { base: 'hardwood' },
      'craft-acrylic',
      'sun',
      'no',
      'craft acrylic',
    ],
  ])('%s', (_name, said, key, axis, value, cause) =>
    expect(cared(said, (id) => id === key).limit(axis)).toMatchObject({ value, cause: { name: cause } }),
  );

  test('away from the design only what covers everything counts', () =>
    expect(cared({ base: 'glass-soda-lime' }, (id) => id === 'film-permanent').limit('water', 'rest')).toMatchObject({
      value: 'dishwasher',
    }));

  test('a layer that nobody knows makes the answer unknown, unless another stands nothing at all', () => {
    const { limit } = cared(
      {
        base: 'own',
        surface: {
          own: {
            name: 'board',
            pattern: 'plain',
            properties: {
              porosity: 'none',
              energy: 'high',
              texture: 'smooth',
              friable: 'no',
              flex: 'rigid',
              heatLimitC: null,
              fluorideEtch: 'no',
              gelStrip: 'nothing',
              burn: 'no',
              solvents: 'stands',
              traits: [],
              water: 'unknown',
            },
          },
        },
      },
      (id) => id === 'film-permanent',
    );
    expect(limit('water')).toMatchObject({ value: 'unknown', cause: { name: 'board' } });
    expect(limit('soak')).toMatchObject({ value: 'no', cause: { name: 'permanent film' } });
    expect(limit('heat')).toMatchObject({ value: 'unknown' });
  });

  test('every added layer can only tighten a limit', () => {
    const { part } = cared({ base: 'glass-soda-lime' }, (id) => id === 'film-permanent');
    const order = ['unknown', 'none', 'wipe', 'handWash', 'dishwasher'];
    const waterOf = (stack: Stack) => {
      const read = careOf({ ...part, stack }, all);
      return read.ok ? order.indexOf(String(read.limits.find(({ axis }) => axis === 'water')?.value)) : -1;
    };
    for (const product of all.products.filter(({ care, kind }) => care && kind === 'clear')) {
      const more: Stack = {
        ...part.stack!,
        operations: [
          ...part.stack!.operations,
          {
            id: 'more',
            op: 'apply',
            role: 'finish',
            productId: product.id,
            how: product.how[0]!,
            coats: 1,
            extent: 'all',
          },
        ],
      };
      expect([product.id, waterOf(more) <= waterOf(part.stack!)]).toEqual([product.id, true]);
    }
  });

  test('dishwashers follow the school, for layers and never for the bare piece', () => {
    const glazed: Said = { base: 'ceramic-glazed' };
    const brief = briefOf(glazed);
    const part: Part = {
      ...brief.part,
      stack: {
        methodId: 'paint-stencil',
        operations: [
          {
            id: 'finish',
            op: 'apply',
            role: 'finish',
            productId: 'dishwasher-glaze',
            how: 'brush',
            coats: 3,
            extent: 'all',
          },
        ],
      },
    };
    const waterIn = (dishwasher: 'handWashOnly' | 'byLabel') => {
      const read = careOf(part, all, undefined, { ...DEFAULT_SCHOOLS, dishwasher });
      return read.ok ? read.limits[0]?.value : null;
    };
    expect([waterIn('handWashOnly'), waterIn('byLabel')]).toEqual(['handWash', 'dishwasher']);
  });
});

describe('the headline of the card', () => {
  const limit = (value: string, axis: CareAxis = 'water', name = value): CareLimit => ({
    zone: 'outside',
    axis,
    value,
    cause: { operationId: null, name, basis: 'practice', figure: null },
    from: null,
    waitsFor: null,
    waitFigure: null,
  });

  test.each<[string, string[], string]>([
    ['the least that any zone stands', ['dishwasher', 'handWash', 'wipe'], 'wipe'],
    ['what nobody knows before a damp cloth', ['handWash', 'unknown', 'wipe'], 'unknown'],
    ['nothing at all before what nobody knows', ['unknown', 'none'], 'none'],
  ])('is %s', (_name, values, weakest) => {
    const limits = [limit('none', 'soak'), ...values.map((value) => limit(value))];
    expect(weakestWashing(limits)?.value).toBe(weakest);
    expect(weakestWashing([...limits].reverse())?.value).toBe(weakest);
  });

  test('of two alike is the first', () =>
    expect(weakestWashing([limit('wipe', 'water', 'rim'), limit('wipe', 'water', 'wall')])?.cause.name).toBe('rim'));

  test('is none where washing is not limited', () => expect(weakestWashing([limit('no', 'soak')])).toBeUndefined());
});

describe('the day from which it holds', () => {
  test('film is washed no sooner than its first wash, 72 h at the most', () => {
    const { plan, limit } = cared({ base: 'glass-soda-lime' }, (id) => id === 'film-permanent');
    const filmEnd = plan.steps.find(({ stepId }) => stepId.startsWith('film#'))!.end;
    expect(limit('water')).toMatchObject({
      from: new Date(Date.parse(filmEnd) + 72 * 3_600_000).toISOString(),
      waitsFor: 'permanent film ready for its first wash',
    });
  });

  test('a dishwasher waits for the full cure, also where a label allows it', () => {
    const { plan, part } = cared({ base: 'glass-soda-lime' }, (id) => id === 'film-permanent');
    const label = { figure: 'film-permanent.care.water', value: 'dishwasher', unit: 'word' as const };
    const labelled = overlay(all, [{ ...label, basis: 'your-label', enteredOn: '2026-11-25' }]);
    if (!labelled.ok) throw new Error('label');
    const care = careOf(part, labelled.catalogue, plan, { ...DEFAULT_SCHOOLS, dishwasher: 'byLabel' });
    const film = all.productById.get('film-permanent')!;
    const filmEnd = plan.steps.find(({ stepId }) => stepId.startsWith('film#'))!.end;
    expect(care.ok && care.limits.find(({ axis, zone }) => axis === 'water' && zone === 'outside')).toMatchObject({
      value: 'dishwasher',
      from: new Date(Date.parse(filmEnd) + film.dry.cure!.high * 60_000).toISOString(),
      waitsFor: 'permanent film cured',
    });
  });

  test('what has no cure of its own holds no sooner than its first wash', () => {
    const { limit } = cared({ base: 'polyester', surface: { tone: 'light' } }, (id) => id === 'dye-sheet');
    for (const axis of ['soak', 'tumble', 'iron', 'water'] as const)
      expect([axis, limit(axis)?.waitsFor]).toEqual([axis, 'dye-transfer sheet ready for its first wash']);
  });

  test('paint is washed when the slowest coat has cured', () => {
    const { limit, plan } = cared(
      { base: 'steel-mild', surface: finish('powder-coat') },
      (id) => id === 'exterior-latex',
    );
    expect(limit('water')?.waitsFor).toBe('exterior latex cured');
    expect(Date.parse(limit('water')!.from!) - Date.parse(plan.endsAt!)).toBe(30 * 86_400_000);
  });

  test('a paint that was on the piece already and is young holds the piece back too', () => {
    const aged = (ageDays: number | null) =>
      cared({ base: 'hardwood', surface: finish('acrylic-paint', ageDays) }, (id) => id === 'film-removable').limit(
        'water',
      )!;
    expect(aged(16)).toMatchObject({ waitsFor: 'acrylic paint cured' });
    expect(Date.parse(aged(16).from!) - Date.parse(aged(400).from!)).toBeGreaterThan(6 * 86_400_000);
    // an age that nobody knows is tried first, and then it holds nothing back
    expect(Date.parse(aged(null).from!) - Date.parse(aged(400).from!)).toBeLessThan(3_600_000);
  });

  test('an etch holds from the end of the work', () => {
    const { limit, plan } = cared(
      { base: 'glass-soda-lime', design: { look: 'frosted' } },
      (id) => id === 'frost-cream',
    );
    expect(limit('water')?.from).toBe(plan.endsAt);
  });

  test('without a plan the limits stand and the days are open', () => {
    const { part } = cared({ base: 'glass-soda-lime' });
    const read = careOf(part, all);
    expect(read.ok && read.limits.every(({ from }) => from === null)).toBe(true);
  });
});

test('without layers there is nothing to limit', () =>
  expect(careOf(briefOf({ base: 'glass-soda-lime' }).part, all)).toMatchObject({
    ok: false,
    problems: [{ code: 'no-stack' }],
  }));

describe('what the thing itself and what was done to it stand', () => {
  const of = (base: string, stack: string, part: Partial<Part> = {}) => {
    const [own] = plainPiece('p', 'x', base).parts;
    const read = careOf(
      {
        ...own!,
        designs: own!.designs.map((design) => ({ ...design, id: 't.design' })),
        ...part,
        stack: stackFrom(stack),
      },
      all,
    );
    if (!read.ok) throw new Error(read.problems[0]!.given);
    return read.limits;
  };
  const use = (facts: Partial<Use>): Partial<Part> => ({
    use: { ...plainPiece('p', 'x', 'hardwood').parts[0]!.use, ...facts },
  });
  const at = (limits: readonly CareLimit[], axis: CareLimit['axis'], zone?: CareZone) =>
    limits.find((limit) => limit.axis === axis && (zone ? limit.zone === zone : limit.zone !== 'rest'))!;

  test('steel that is bared or bare rusts: wiped, never soaked', () => {
    const bare = of('steel-mild', 'decal: f/film-permanent');
    expect(at(bare, 'water')).toMatchObject({ value: 'wipe', cause: { name: 'bare mild steel, which rusts' } });
    expect(at(bare, 'soak').value).toBe('no');
    const coated = of('steel-mild', 'decal: g/metal-primer g/aerosol-enamel f/film-permanent');
    expect(at(coated, 'water').cause.name).not.toContain('rusts');
    expect(at(of('steel-stainless', 'decal: f/film-permanent'), 'water').cause.name).not.toContain('rusts');
  });
  test('what is burnt is wiped and not scrubbed, and is of unknown use for food', () => {
    const burnt = of('hardwood', 'burn: x/burn-paste b');
    expect(at(burnt, 'water')).toMatchObject({ value: 'wipe' });
    expect(at(burnt, 'scrub')).toMatchObject({ value: 'no', cause: { name: 'the burn' } });
    expect(at(burnt, 'food').value).toBe('unknown');
    expect(at(burnt, 'scrub', 'rest').value).not.toBe('no');
  });
  test('a frosted face is rubbed softly', () =>
    expect(at(of('glass-soda-lime', 'frost-etch: m/film-permanent x/frost-cream r u/wet'), 'scrub').value).toBe(
      'soft',
    ));
  test.each([
    ['vacuumVessel', 'handWash'],
    ['lamp', 'wipe'],
    ['appliance', 'wipe'],
    ['ordinary', 'dishwasher'],
  ] as const)('%s: %s at the most', (item, value) =>
    expect(
      at(of('steel-stainless', 'strip-etch: m/film-permanent x/remover-gel r u/wet', use({ item })), 'water', 'rest')
        .value,
    ).toBe(value),
  );

  describe('the headline', () => {
    const limit = (facts: Partial<CareLimit>): CareLimit => ({
      zone: 'outside',
      axis: 'water',
      value: 'handWash',
      cause: { operationId: null, name: 'it', basis: 'practice', figure: null },
      from: null,
      waitsFor: null,
      waitFigure: null,
      ...facts,
    });
    test('is laundry where all of it is laundered, at the lowest of its figures', () =>
      expect(
        headlineOf([
          limit({}),
          limit({ axis: 'laundry', value: 40 }),
          limit({ axis: 'laundry', value: 30, zone: 'rest' }),
        ]),
      ).toMatchObject({ axis: 'laundry', value: 30 }));
    test('is washing where a part of it is not laundered: never both', () =>
      expect(
        headlineOf([
          limit({ value: 'wipe' }),
          limit({ axis: 'laundry', value: 40 }),
          limit({ axis: 'laundry', value: 'no', zone: 'rest' }),
        ]),
      ).toMatchObject({ axis: 'water', value: 'wipe' }));
    test('holds from when it holds in every zone', () =>
      expect(
        headlineOf([
          limit({ value: 'wipe', from: '2026-12-01T00:00:00.000Z' }),
          limit({ zone: 'rest', from: '2026-12-09T00:00:00.000Z', waitsFor: 'the slower one' }),
        ]),
      ).toMatchObject({ value: 'wipe', from: '2026-12-09T00:00:00.000Z', waitsFor: 'the slower one' }));
    test('is none where nothing is said of washing', () =>
      expect(headlineOf([limit({ axis: 'soak', value: 'no' })])).toBeUndefined());
  });
});

describe('what was laid to mend', () => {
  const { plan, part } = cared({ base: 'steel-mild', surface: finish('powder-coat') }, (id) =>
    id.includes('exterior-latex'),
  );
  const END = '2027-03-01T12:00:00.000Z';
  const mended = (mendsWith: string | null): typeof plan => ({
    ...plan,
    steps: [...plan.steps, { ...plan.steps[0]!, stepId: 'fix-e#1', operationIds: [], mendsWith, end: END }],
  });
  const limits = (productId: string | null) => {
    const care = careOf(part, all, mended(productId));
    if (!care.ok) throw new Error('no care');
    return care.limits;
  };

  test.each(['exterior-latex', 'craft-acrylic', 'waterborne-clear'])('%s cures from when it was laid', (id) => {
    const figure = all.productById.get(id)!.dry.firstWash ?? all.productById.get(id)!.dry.cure!;
    const water = limits(id).find(({ axis }) => axis === 'water')!;
    const days = (Date.parse(water.from!) - Date.parse(END)) / 86_400_000;
    expect(days).toBeGreaterThan((figure.typical / 1440) * 0.8);
    expect(water.waitsFor).toContain(all.productById.get(id)!.name);
  });

  test('stands no more than it does as a layer, in every zone', () => {
    // paint over a shining coat that may go into the dishwasher, mended with what is only wiped
    const before = limits(null);
    const after = limits('craft-acrylic');
    for (const [index, limit] of after.entries()) {
      const { words } = careAxis(limit.axis);
      if (words === null || limit.value === 'unknown' || before[index]!.value === 'unknown') continue;
      const order = Object.keys(words);
      expect(order.indexOf(String(limit.value))).toBeLessThanOrEqual(order.indexOf(String(before[index]!.value)));
    }
    expect(after.map(({ value }) => value)).not.toEqual(before.map(({ value }) => value));
  });
});
