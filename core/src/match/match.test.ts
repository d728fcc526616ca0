import { describe, expect, test } from '@jest/globals';
import { catalogue } from '../materials/index.ts';
import type { Stack } from '../piece/index.ts';
import { briefOf, finish, product, type Said } from '../testing/briefs.ts';
import {
  addLayer,
  matchLayers,
  missingLayers,
  removeLayer,
  setCoats,
  stackWords,
  swapProduct,
  swapsFor,
  type MatchResult,
} from './index.ts';
import { differingOperations, isSameStack, judgeStack, RULES } from '../judge/index.ts';

const all = catalogue();
const match = (said: Said) => matchLayers(briefOf(said), all);
const best = (result: MatchResult) => result.ranked[0];
const products = (result: MatchResult) =>
  best(result)?.stack.operations.flatMap((operation) => (operation.op === 'apply' ? [operation.productId] : [])) ?? [];
const stands = (result: MatchResult, methodId: string, keyId?: string) =>
  [...result.ranked, ...result.folded].some(
    (candidate) => candidate.methodId === methodId && (keyId === undefined || candidate.keyId === keyId),
  );
const refusal = (result: MatchResult, methodId: string, keyId: string | null = null) =>
  result.refused.find(
    (refused) => refused.methodId === methodId && (refused.keyId === keyId || refused.keyId === null),
  );

describe('what an experienced maker would answer', () => {
  test('slate markers, three winters: dried, exterior paint through a stencil, exterior clear', () => {
    const result = match({ base: 'slate', use: { place: 'exposed', lifeYears: 3 }, design: { look: 'opaque' } });
    expect(best(result)?.methodId).toBe('paint-stencil');
    expect(products(result)).toEqual(expect.arrayContaining(['dry-out', 'exterior-latex']));
    expect(product(products(result).at(-1)!).flags).toContain('exterior');
    for (const film of ['film-removable', 'film-metallic'])
      expect(refusal(result, 'decal', film)?.blockers.map(({ ruleId }) => ruleId)).toContain(
        film === 'film-metallic' ? 'look-of-product' : 'life-wanted',
      );
    const permanent = [...result.ranked, ...result.folded].find(({ keyId }) => keyId === 'film-permanent');
    expect(permanent?.findings.find(({ ruleId }) => ruleId === 'life-wanted')).toMatchObject({
      verdict: 'cautions',
      reason: expect.stringContaining('3 years to 6 years'),
    });
  });

  test('lantern chimney with a candle: frost etch first, frosted film refused for heat, and fine with an LED', () => {
    const said: Said = {
      base: 'glass-soda-lime',
      surface: { shape: 'cylinder' },
      use: { place: 'sheltered', heat: 'candle' },
      design: { look: 'frosted' },
    };
    const result = match(said);
    expect(best(result)?.methodId).toBe('frost-etch');
    expect(products(result)).toContain('film-permanent');
    expect(refusal(result, 'decal', 'film-frosted')?.blockers.map(({ ruleId }) => ruleId)).toEqual(
      expect.arrayContaining(['service-heat']),
    );
    expect(refusal(result, 'decal', 'film-frosted')?.mend?.label).toBe('Use an LED lamp');
    expect(stands(match({ ...said, use: { ...said.use, heat: 'led' } }), 'decal', 'film-frosted')).toBe(true);
  });

  test('anodised bottle to bare metal: nothing for the gel to lift, and no change of the bench mends it', () => {
    const refused = refusal(
      match({ base: 'aluminium', surface: finish('anodised'), design: { look: 'bareMetal' } }),
      'strip-etch',
    );
    expect(refused?.blockers.map(({ ruleId }) => ruleId)).toContain('gel-wants-coating');
    expect(refused?.mend).toBeNull();
  });

  test('varnished maple to burn: sand to raw wood, then it ranks', () => {
    const refused = refusal(
      match({ base: 'hardwood', surface: finish('varnish-water'), design: { look: 'burnt' } }),
      'burn',
    );
    expect(refused?.mend?.label).toBe('Sand to raw wood first');
    const mended = matchLayers(refused!.mend!.brief, all);
    expect(best(mended)?.methodId).toBe('burn');
    expect(best(mended)?.stack.operations[0]).toMatchObject({ op: 'remove', what: 'finish', productId: 'sand-to-raw' });
  });

  test('an unknown coat is not sanded off for anything, on wood or metal: the way out begins with a lead test', () => {
    for (const base of ['hardwood', 'steel-stainless'] as const) {
      const said = { base, surface: finish('unknown-finish'), design: { look: 'burnt' as const } };
      const agreed = { ...said, surface: { ...said.surface, preparation: ['sand-to-raw'] } };
      expect(best(match(agreed))).toBeUndefined();
      for (const { mend } of match(said).refused)
        if (mend?.changeIds.includes('prep-sand-to-raw')) expect(mend.changeIds[0]).toBe('lead-clear');
    }
    const burnt = refusal(
      match({ base: 'hardwood', surface: finish('unknown-finish'), design: { look: 'burnt' } }),
      'burn',
    );
    expect(burnt?.mend?.label).toBe('Say that a lead test found none and sand to raw wood first');
  });

  test('an unknown coat on steel to bare metal: the gel stands once a lead test has found none, and not where it found some', () => {
    const said = { base: 'steel-stainless', surface: finish('unknown-finish'), design: { look: 'bareMetal' as const } };
    expect(refusal(match(said), 'strip-etch')?.mend?.label).toBe('Say that a lead test found none');
    const found = match({ ...said, surface: { ...said.surface, leadTest: 'lead' as const } });
    expect(refusal(found, 'strip-etch')).toMatchObject({ mend: null });
  });

  test('cotton bag with strokes of 1.1 mm: fabric paint through removable film; iron-on once enlarged by a tenth', () => {
    const result = match({ base: 'cotton', use: { laundryC: 40 }, design: { minStrokeMm: 1.1 } });
    expect(best(result)?.methodId).toBe('fabric-stencil');
    expect(products(result)).toContain('film-removable');
    expect(refusal(result, 'iron-on')?.mend?.label).toBe('Enlarge the design ×1.1');
    expect(stands(matchLayers(refusal(result, 'iron-on')!.mend!.brief, all), 'iron-on', 'iron-on-standard')).toBe(true);
    const throughSheet = judgeStack(
      swapProduct(best(result)!.stack, 'mask', product('sheet-stencil')),
      briefOf({ base: 'cotton', design: { minStrokeMm: 1.1 } }),
      all,
    );
    expect(
      throughSheet.findings.find(({ ruleId, verdict }) => ruleId === 'stroke-for-film' && verdict === 'blocks'),
    ).toBeDefined();
  });

  test('an enlargement is counted from the size that it has, of every design, and only as far as there is room', () => {
    const area = { kind: 'rectangle' as const, widthMm: 600, heightMm: 400, margins: null, keepOuts: [] };
    const sized = { minStrokeMm: 2, widthMm: 100, heightMm: 100, scale: 1.76 };
    const mend = (said: Omit<Said, 'base'>) =>
      refusal(match({ base: 'coir', use: { place: 'sheltered', wear: 'feet' }, ...said }), 'pile-stipple')?.mend;
    const free = mend({ designs: [sized, { ...sized, scale: 2 }] });
    expect(free?.label).toBe('Enlarge the designs ×1.8');
    expect(free?.brief.part.designs.map(({ scale }) => scale)).toEqual([3.168, 3.6]);
    expect(mend({ design: { ...sized, scale: 1.5 }, area })?.label).toBe('Enlarge the design ×2');
    // 336 mm of the height are clear: 168 mm become 302 and fit, 200 mm would become 360
    expect(mend({ design: { ...sized, heightMm: 96 }, area })?.label).toBe('Enlarge the design ×1.8');
    expect(mend({ design: { ...sized, heightMm: 114 }, area })).toBeNull();
    const placement = { ...briefOf({ base: 'coir' }).part.designs[0]!.placement, sizing: 'largest' as const };
    expect(mend({ design: { ...sized, artworkId: 'a', placement }, area })).toBeNull();
  });

  test('black pennant: dye refused as dark, iron-on at low heat offered', () => {
    const result = match({ base: 'polyester', surface: { tone: 'dark' }, use: { laundryC: 30 } });
    expect(best(result)?.keyId).toBe('iron-on-low');
    expect(refusal(result, 'dye-transfer')?.blockers[0]?.ruleId).toBe('dye-wants-light');
  });

  test('coir without air: stippled latex; the spray is refused for the workshop and mended by working outdoors', () => {
    const result = match({ base: 'coir', use: { place: 'sheltered', wear: 'feet' }, workshop: { air: 'room' } });
    expect(best(result)).toMatchObject({ methodId: 'pile-stipple', keyId: 'exterior-latex' });
    expect(refusal(result, 'pile-spray')).toMatchObject({
      blockers: [{ ruleId: 'air-for-fumes', isSafety: true }],
      mend: { label: 'Work outdoors' },
    });
  });

  test('film on a chalk-painted frame of today: wait; then it is sanded and sealed below the film', () => {
    const refused = refusal(match({ base: 'hardwood', surface: finish('chalk-paint', 0) }), 'decal');
    expect(refused?.mend?.kind).toBe('wait');
    const mended = [...matchLayers(refused!.mend!.brief, all).ranked].find(({ methodId }) => methodId === 'decal')!;
    const laid = mended.stack.operations.flatMap((operation) =>
      operation.op === 'apply' ? [operation.productId] : [],
    );
    expect(laid).toContain('sand-smooth');
    expect(
      laid
        .slice(
          0,
          laid.findIndex((id) => id.startsWith('film-')),
        )
        .some((id) => product(id).flags.includes('sealsPores')),
    ).toBe(true);
  });

  test('a cork board told only by its properties gets an answer or an honest "not known"', () => {
    const own = {
      name: 'cork board',
      pattern: 'fibre' as const,
      properties: {
        porosity: 'open' as const,
        energy: 'unknown' as const,
        texture: 'fine' as const,
        friable: 'no' as const,
        flex: 'rigid' as const,
        heatLimitC: null,
        fluorideEtch: 'no' as const,
        gelStrip: 'nothing' as const,
        burn: 'unknown' as const,
        solvents: 'unknown' as const,
        traits: [],
        water: 'unknown' as const,
      },
    };
    const result = match({ base: 'own', surface: { own } });
    expect(result.problems).toEqual([]);
    expect(result.ranked).toEqual([]);
    expect(result.unknown.length).toBeGreaterThan(0);
    for (const { findings } of result.unknown)
      expect(findings.filter(({ verdict }) => verdict === 'unknown').every(({ instead }) => instead.length > 20)).toBe(
        true,
      );
    const told = match({
      base: 'own',
      surface: { own: { ...own, properties: { ...own.properties, energy: 'mid', solvents: 'stands' } } },
    });
    expect(told.ranked.length).toBeGreaterThan(0);
  });

  test('safety gear gets nothing at all, and no way out', () => {
    const result = match({ base: 'abs', use: { item: 'safetyGear' } });
    expect([...result.ranked, ...result.folded, ...result.unknown]).toEqual([]);
    expect(
      result.refused.every(
        ({ blockers, mend }) =>
          blockers.some(({ ruleId, isSafety }) => ruleId === 'never-on-these' && isSafety) && mend === null,
      ),
    ).toBe(true);
  });

  test('an unknown material is a problem, not an answer', () =>
    expect(match({ base: 'moonrock' }).problems[0]).toMatchObject({ code: 'unknown-base' }));
});

const BRIEFS: readonly Said[] = [
  { base: 'plywood', use: { place: 'exposed', lifeYears: 3 } },
  { base: 'glass-soda-lime', use: { heat: 'candle' }, design: { look: 'frosted' } },
  { base: 'hardwood', surface: finish('acrylic-paint', 0), design: { minStrokeMm: 0.9 } },
  { base: 'cotton', use: { laundryC: 60 }, design: { minStrokeMm: 1.1 } },
  { base: 'steel-mild', surface: finish('powder-coat'), use: { water: 'dishwasher' } },
  { base: 'coir', use: { place: 'exposed', wear: 'feet', lifeYears: 4 }, workshop: { air: 'room' } },
  { base: 'slate', workshop: { temperatureC: 6, relativeHumidity: 90 } },
];

describe.each(BRIEFS)('laws of the answer: $base', (said) => {
  const brief = briefOf(said);
  const result = matchLayers(brief, all);

  test('at most seven, none refused, none unknown among them, and the same again for the same brief', () => {
    expect(result.ranked.length).toBeLessThanOrEqual(7);
    for (const { findings } of result.ranked)
      expect(findings.filter(({ verdict }) => verdict === 'blocks' || verdict === 'unknown')).toEqual([]);
    expect(matchLayers(brief, all)).toEqual(result);
  });

  test('judging a candidate again gives the verdicts that it was found with', () => {
    for (const candidate of result.ranked)
      expect(
        judgeStack(candidate.stack, brief, all)
          .findings.map(({ ruleId, verdict }) => `${ruleId} ${verdict}`)
          .sort(),
      ).toEqual(candidate.findings.map(({ ruleId, verdict }) => `${ruleId} ${verdict}`).sort());
  });
});

describe('the words of a stack', () => {
  test('are those of the candidate that it is', () => {
    for (const said of [
      { base: 'slate' },
      { base: 'hardwood', designs: [{ look: 'burnt' }, { look: 'opaque' }] },
    ] as Said[]) {
      const brief = briefOf(said);
      const { ranked } = matchLayers(brief, all, { withoutMends: true });
      expect(ranked.length).toBeGreaterThan(0);
      for (const { clause, stack } of ranked) expect(stackWords(stack, brief.part.designs, all)).toBe(clause);
    }
  });

  test('are there without its key layer, and where nobody knows its way of working', () => {
    const brief = briefOf({ base: 'slate' });
    const { stack } = matchLayers(brief, all, { withoutMends: true }).ranked.find(
      ({ methodId }) => methodId === 'paint-stencil',
    )!;
    const bare = { ...stack, operations: stack.operations.filter(({ id }) => id !== 'medium') };
    expect(stackWords(bare, brief.part.designs, all)).toContain('through a');
    expect(stackWords({ ...stack, methodId: 'alchemy' }, brief.part.designs, all)).toBe('layers of its own');
  });
});

describe('a stack edited by hand', () => {
  const brief = briefOf({ base: 'plywood', use: { place: 'exposed', lifeYears: 3 } });
  const stack = matchLayers(brief, all, { withoutMends: true }).ranked[0]!.stack;

  test('keeps the ids of its operations when a product is swapped, and is judged again', () => {
    const swapped = swapProduct(stack, 'medium', product('craft-acrylic'));
    expect(swapped.operations.map(({ id }) => id)).toEqual(stack.operations.map(({ id }) => id));
    expect(judgeStack(swapped, brief, all).findings).toContainEqual(
      expect.objectContaining({ ruleId: 'life-wanted', verdict: 'blocks', operationId: 'medium' }),
    );
  });

  test('takes what hangs on a mask out with it', () => {
    const bare = removeLayer(stack, 'mask');
    expect(bare.operations.some((operation) => operation.op === 'remove' && operation.what === 'mask')).toBe(false);
    expect(bare.operations.some(({ id }) => id === 'edge-seal')).toBe(false);
  });

  test("offers the layers that it lacks and lays one in its method's place", () => {
    const slot = missingLayers(stack, all).find(({ role }) => role === 'finish' || role === 'groundSeal')!;
    const [seal] = swapsFor({ ...stack, operations: [...stack.operations] }, slot.id, all);
    const added = addLayer(stack, slot, seal!, all);
    const order = all.methodById.get(stack.methodId)!.slots.map(({ id }) => id);
    const positions = added.operations.map(({ id }) => order.indexOf(id)).filter((position) => position >= 0);
    expect(positions).toEqual([...positions].sort((left, right) => left - right));
    expect(added.operations).toHaveLength(stack.operations.length + 1);
  });

  test('has between 1 and 20 coats', () =>
    expect(setCoats(stack, 'medium', 99).operations.find(({ id }) => id === 'medium')).toMatchObject({ coats: 20 }));

  test('with an unknown product is a problem', () =>
    expect(judgeStack({ ...stack, methodId: 'alchemy' }, brief, all).problems[0]).toMatchObject({
      code: 'unknown-product',
    }));
});

describe('two stacks compared', () => {
  const brief = briefOf({ base: 'plywood', use: { place: 'exposed', lifeYears: 3 } });
  const { ranked } = matchLayers(brief, all, { withoutMends: true });
  const [first] = ranked;

  test('a stack differs from itself in nothing', () =>
    expect(differingOperations(first!.stack, first!.stack)).toEqual({ left: [], right: [] }));

  test('differ in what was changed by hand, and in nothing else', () => {
    const swapped = swapProduct(first!.stack, 'medium', product('craft-acrylic'));
    expect(differingOperations(first!.stack, swapped)).toEqual({ left: ['medium'], right: ['medium'] });
    expect(differingOperations(first!.stack, setCoats(first!.stack, 'medium', 5)).left).toEqual(['medium']);
    expect(differingOperations(first!.stack, removeLayer(first!.stack, 'edge-seal')).right).toEqual([]);
  });

  test('what is done twice in one and once in the other is a difference', () => {
    const [head, ...rest] = first!.stack.operations;
    const twice = { ...first!.stack, operations: [head!, { ...head!, id: 'again' }, ...rest] };
    expect(differingOperations(twice, first!.stack)).toEqual({ left: ['again'], right: [] });
    expect(differingOperations(first!.stack, twice)).toEqual({ left: [], right: ['again'] });
  });

  test('are the same whatever order their keys were kept in', () => {
    const kept = JSON.parse(JSON.stringify(first!.stack), (_key, value: unknown) =>
      value !== null && typeof value === 'object' && !Array.isArray(value)
        ? Object.fromEntries(Object.entries(value).reverse())
        : value,
    ) as Stack;
    expect(isSameStack(first!.stack, kept)).toBe(true);
    expect(isSameStack(first!.stack, setCoats(kept, 'medium', 7))).toBe(false);
    expect([isSameStack(null, null), isSameStack(first!.stack, null)]).toEqual([true, false]);
  });

  test('compared the other way round the answer is the other way round', () => {
    for (const other of ranked) {
      const { left, right } = differingOperations(first!.stack, other.stack);
      expect(differingOperations(other.stack, first!.stack)).toEqual({ left: right, right: left });
    }
  });
});

test('every rule says what it looks after and reads no material by its name', () => {
  const names = new Set(
    [...all.bases, ...all.finishes, ...all.products]
      .map(({ id }) => id)
      .filter((id) => id.includes('-') || id.length > 3),
  );
  for (const rule of RULES) {
    expect(rule.about).toMatch(/\.$/);
    const literals = [...rule.test.toString().matchAll(/['"]([a-z-]+)['"]/g)].map(([, literal = '']) => literal);
    expect(literals.filter((literal) => names.has(literal) && !['stain'].includes(literal))).toEqual([]);
  }
});
