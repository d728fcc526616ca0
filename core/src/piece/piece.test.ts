import { describe, expect, test } from '@jest/globals';
import { catalogue } from '../materials/index.ts';
import {
  effectiveUse,
  layersAt,
  plainOwnSurface,
  plainSurface,
  plainUse,
  surfaceFacts,
  type Operation,
  type Stack,
  type Use,
} from './index.ts';

const all = catalogue();

describe('what a thing is decides over what was said of its use', () => {
  const used = (use: Partial<Use>) => effectiveUse({ ...plainUse(), ...use }, all);
  test.each<[string, Partial<Use>, Partial<Use>]>([
    ['a step in daily use is still walked on', { item: 'floor', wear: 'daily' }, { wear: 'feet' }],
    ['a floor of which nothing is said', { item: 'floor', wear: 'unknown' }, { wear: 'feet' }],
    ['what is no floor stays as it is', { item: 'ordinary', wear: 'daily' }, { wear: 'daily' }],
    ['a candle vessel in the sun', { item: 'candleVessel', heat: 'sun' }, { heat: 'candle' }],
    ['a candle vessel of which nothing is said', { item: 'candleVessel', heat: 'unknown' }, { heat: 'candle' }],
    ['a candle vessel with an LED in it', { item: 'candleVessel', heat: 'led' }, { heat: 'led' }],
    ['a part of a stove with an LED beside it', { item: 'stovePart', heat: 'led' }, { heat: 'fire' }],
    ['a candle vessel in an open fire', { item: 'candleVessel', heat: 'fire' }, { heat: 'fire' }],
    ['a mouthpiece', { item: 'mouthpiece', food: 'none' }, { food: 'lip' }],
    ['a toy', { item: 'toy', children: 'unknown' }, { children: 'yes' }],
  ])('%s', (_name, said, expected) => expect(used(said)).toMatchObject(expected));
});

describe('what a surface shows', () => {
  const factsOf = (...finishes: string[]) => {
    const read = surfaceFacts(
      { ...plainSurface('hardwood'), existing: finishes.map((finish) => ({ finish, ageDays: 10 })) },
      all,
    );
    if (!read.ok) throw new Error('surface');
    return read.facts;
  };

  test('bare wood is open and raw; varnish closes it and hides that', () => {
    expect(factsOf().properties).toMatchObject({ porosity: 'open', burn: 'takes' });
    expect(factsOf('varnish-water').properties).toMatchObject({ porosity: 'none', burn: 'no' });
    expect(factsOf('varnish-water').properties.traits).not.toContain('rawWood');
  });

  test('it is called by what lies on it, and its binder is the topmost one', () => {
    const { name, binder, isOwn } = factsOf('varnish-water', 'waxed');
    const [below, above] = ['varnish-water', 'waxed'].map((id) => all.finishById.get(id)!);
    expect([name, binder, isOwn]).toEqual([`hardwood with ${below!.name} and ${above!.name}`, above!.binder, false]);
    expect(below!.binder).not.toBe(above!.binder);
    expect([factsOf().name, factsOf().binder]).toEqual(['hardwood', undefined]);
  });

  test('the topmost finish decides', () =>
    expect(factsOf('varnish-water', 'chalk-paint').properties.friable).toBe('yes'));

  test('agreed prep takes the finishes off that it can', () => {
    const surface = {
      ...plainSurface('hardwood'),
      existing: [
        { finish: 'varnish-water', ageDays: 10 },
        { finish: 'waxed', ageDays: 10 },
      ],
    };
    const after = (preparation: string[]) => {
      const read = surfaceFacts({ ...surface, preparation }, all, { prepared: true });
      return read.ok ? read.facts.finishes.map(({ finish }) => finish.id) : [];
    };
    expect([after([]), after(['strip-wax']), after(['sand-to-raw'])]).toEqual([
      ['varnish-water', 'waxed'],
      ['varnish-water'],
      [],
    ]);
  });

  test('a surface of its own is what was told of it', () => {
    const own = plainOwnSurface('cork board');
    const read = surfaceFacts(
      { ...plainSurface('own'), own: { ...own, properties: { ...own.properties, porosity: 'open', heatLimitC: 90 } } },
      all,
    );
    expect(read).toMatchObject({
      ok: true,
      facts: {
        isOwn: true,
        name: 'cork board',
        properties: { porosity: 'open', energy: 'unknown', heatLimitC: { high: 90, basis: 'your-label' } },
      },
    });
  });

  test.each([
    [{ ...plainSurface('moonrock') }, 'unknown-base'],
    [{ ...plainSurface('own') }, 'unknown-base'],
    [{ ...plainSurface('hardwood'), existing: [{ finish: 'fairy-glaze', ageDays: 1 }] }, 'unknown-finish'],
  ])('%j is refused', (surface, code) => {
    const read = surfaceFacts(surface, all);
    expect(read.ok ? 'read' : read.problems[0]?.code).toBe(code);
    // only a surface of one's own can lack its properties
    expect(read.ok ? '' : read.problems[0]!.given.includes('without its properties')).toBe(surface.base === 'own');
  });
});

describe('layers through the work', () => {
  const apply = (id: string, role: Extract<Operation, { op: 'apply' }>['role'], productId: string): Operation => ({
    id,
    op: 'apply',
    role,
    productId,
    how: 'brush',
    coats: 1,
    extent: role === 'mask' ? 'masked' : 'opening',
  });
  const off: Operation = { id: 'unmask', op: 'remove', what: 'mask', school: 'wet' };
  const attacks = (id: string) => all.productById.get(id)?.attacks;
  const profile = (operations: Operation[], done?: number) =>
    layersAt({ methodId: 'm', operations } as Stack, attacks, done);

  test('a mask is there, then a ghost', () => {
    const operations = [apply('mask', 'mask', 'film-removable'), apply('medium', 'medium', 'craft-acrylic'), off];
    expect(profile(operations, 1).layers.map(({ presence }) => presence)).toEqual(['there']);
    expect(profile(operations).layers.map(({ operationId, presence }) => `${operationId} ${presence}`)).toEqual([
      'mask ghost',
      'medium there',
    ]);
  });

  test.each<[string, Operation[], string]>([
    [
      'frost cream',
      [apply('medium', 'medium', 'frost-cream'), { id: 'r', op: 'remove', what: 'medium', school: 'rinse' }],
      'etched',
    ],
    [
      'remover gel',
      [apply('medium', 'medium', 'remover-gel'), { id: 'r', op: 'remove', what: 'medium', school: 'rinse' }],
      'stripped',
    ],
    [
      'a burn once it is heated',
      [apply('medium', 'medium', 'burn-paste'), { id: 'h', op: 'treat', treat: 'burn', of: 'medium' }],
      'burnt',
    ],
    ['a dye sheet', [apply('film', 'film', 'dye-sheet')], 'dyed'],
  ])('%s cuts the base and leaves no band behind', (_name, operations, kind) => {
    expect(profile(operations).cut?.kind).toBe(kind);
    if (kind !== 'dyed') expect(profile(operations).layers.every(({ presence }) => presence === 'ghost')).toBe(true);
  });

  test('an unheated burn paste has not burnt yet', () =>
    expect(profile([apply('medium', 'medium', 'burn-paste')]).cut).toBeNull());
  test('sanding to raw wood strips the piece', () =>
    expect(
      profile([{ id: 's', op: 'remove', what: 'finish', school: 'sand', productId: 'sand-to-raw' }]).isStripped,
    ).toBe(true));
});
