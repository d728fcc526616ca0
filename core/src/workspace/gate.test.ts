import { describe, expect, test } from '@jest/globals';
import { catalogue } from '../materials/index.ts';
import { plainPiece } from '../piece/index.ts';
import { plainCan, type CanUse } from '../shelf/index.ts';
import {
  gate,
  MOST_ARTWORK,
  plainSettings,
  RECORD_NAMES,
  RECORDS,
  type RecordChange,
  type RecordName,
  type Standing,
} from './index.ts';

const all = catalogue();
const bowl = plainPiece('bowl', 'Soup bowl', 'porcelain-enamel');
const part = bowl.parts[0]!;
const withPart = (change: object, of = bowl) => ({ ...of, parts: [{ ...of.parts[0]!, ...change }] });
const NO_COUNTS = Object.fromEntries(RECORD_NAMES.map((name) => [name, 0])) as Record<RecordName, number>;
const nothing: Standing = {
  ownProducts: [],
  overrides: [],
  artworkIds: new Set(),
  artworkCharacters: 0,
  counts: NO_COUNTS,
  pieces: [],
  events: [],
  trials: [],
  shelf: [],
  canIds: new Set(),
  uses: [],
};
const mark = {
  id: 'e1',
  pieceId: 'bowl',
  partId: part.id,
  operationId: 'ground',
  coat: 1,
  at: '2026-11-24T19:00:00Z',
  kind: 'done',
};
const taken: CanUse = {
  id: 'u1',
  canId: 'c1',
  at: '2026-11-24T19:00:00Z',
  as: 'used',
  amount: 20,
  pieceId: null,
  eventId: null,
  note: '',
};
const chalk = { id: 'own-chalk', name: 'Shed chalk', like: 'craft-acrylic' };
const change = (table: RecordChange['table'], after: unknown, before: unknown = null): RecordChange => ({
  table,
  id: 'x',
  before,
  after,
});
const refusal = (changes: readonly RecordChange[], standing: Partial<Standing> = {}) => {
  const outcome = gate(changes, { ...nothing, ...standing }, all);
  return outcome.ok ? [] : outcome.problems.map(({ code, at }) => `${code} ${at ?? ''}`.trim());
};
const surface = (fields: object) => withPart({ surface: { ...part.surface, ...fields } });
const use = (fields: object) => withPart({ use: { ...part.use, ...fields } });
const ofStack = (productId: string) =>
  withPart({
    stack: {
      methodId: 'decal',
      operations: [{ id: 'a', op: 'apply', role: 'ground', productId, how: 'brush', coats: 1, extent: 'all' }],
    },
    stackIsOwn: true,
  });

describe('what the file would refuse is refused before it is kept', () => {
  test.each<[string, RecordChange, string]>([
    [
      '12000 days of waiting',
      change('pieces', surface({ waitDays: 12_000 })),
      'schema-too-big parts.0.surface.waitDays',
    ],
    ['-1 day of waiting', change('pieces', surface({ waitDays: -1 })), 'schema-too-small parts.0.surface.waitDays'],
    ['-50 °C', change('pieces', use({ heatC: -50 })), 'schema-too-small parts.0.use.heatC'],
    [
      'three days a piece',
      change('pieces', {
        ...bowl,
        extraSteps: [
          { id: 's', name: 'drill', after: 'last', setUpMinutes: 0, eachMinutes: 4320, waitMinutes: 0, note: '' },
        ],
      }),
      'schema-too-big extraSteps.0.eachMinutes',
    ],
    ['no name', change('pieces', { ...bowl, name: '  ' }), 'schema-too-small name'],
    ['half a piece', change('pieces', { ...bowl, quantity: 0.5 }), 'schema-invalid-type quantity'],
    ['a mark of no piece', change('events', mark), 'broken-reference x.pieceId'],
    [
      'layers of what is not there',
      change('pieces', ofStack('gone')),
      'broken-reference x.parts.0.stack.operations.0.productId',
    ],
    [
      'an artwork that is not there',
      change('pieces', withPart({ designs: [{ ...part.designs[0]!, artworkId: 'gone' }] })),
      'broken-reference x.parts.0.designs.0.artworkId',
    ],
    ['settings of an invented zone', change('settings', plainSettings('Hill/Marrow')), 'schema-custom zone'],
    ['a product like none', change('ownProducts', { ...chalk, like: 'gone' }), ''],
  ])('%s', (_name, one, said) => {
    const standing = one.table === 'ownProducts' ? { ownProducts: [one.after as typeof chalk] } : {};
    const said_ = refusal([one], standing);
    expect(said_.length).toBeGreaterThan(0);
    if (said) expect(said_).toContain(said);
  });

  test('what it may keep comes back as it is kept', () => {
    const outcome = gate([change('pieces', { ...bowl, name: ' Soup bowl ' })], nothing, all);
    expect(outcome).toMatchObject({ ok: true, changes: [{ after: bowl }] });
  });

  test('a mark goes with its piece', () =>
    expect(refusal([change('pieces', bowl), change('events', mark)], { pieces: [bowl] })).toEqual([]));

  test('layers may be of a product of the user’s own', () =>
    expect(refusal([change('pieces', ofStack('own-chalk'))], { ownProducts: [chalk] })).toEqual([]));
});

describe('what others use is not taken away', () => {
  test.each<[string, RecordChange, Partial<Standing>]>([
    [
      'a product that a piece is laid with',
      change('ownProducts', null, chalk),
      { pieces: [ofStack('x') as typeof bowl] },
    ],
    [
      'a product that stands on the shelf',
      change('ownProducts', null, chalk),
      { shelf: [plainCan('c1', { productId: 'x' })] },
    ],
    [
      'a can from which something was taken',
      change('shelf', null, plainCan('x', { name: 'Rope' })),
      { uses: [{ ...taken, canId: 'x' }] },
    ],
    [
      'a drawing',
      change('artworks', null, { id: 'x', name: 'Star' }),
      { pieces: [withPart({ designs: [{ ...part.designs[0]!, artworkId: 'x' }] }) as typeof bowl] },
    ],
    ['a piece with marks', change('pieces', null, bowl), { events: [{ ...mark, pieceId: 'x' } as never] }],
  ])('%s', (_name, one, standing) => expect(refusal([one], standing)).toEqual(['in-use']));

  test('what nothing uses is', () =>
    expect(refusal([change('ownProducts', null, chalk)], { pieces: [bowl] })).toEqual([]));
});

describe('what was broken before locks nothing', () => {
  const broken = ofStack('gone');
  test('another change of the same piece is kept', () =>
    expect(refusal([change('pieces', { ...broken, name: 'Crew bowl' }, broken)])).toEqual([]));
  test('but nothing more may break', () =>
    expect(
      refusal([
        change(
          'pieces',
          { ...broken, parts: [{ ...broken.parts[0]!, surface: { ...part.surface, preparation: ['gone too'] } }] },
          broken,
        ),
      ]),
    ).toEqual(['broken-reference x.parts.0.surface.preparation.0']));
  test('a record that cannot be read can be dropped', () =>
    expect(refusal([change('pieces', null, { nonsense: true })])).toEqual([]));
  test('figures of the user’s own that no longer fit keep no piece from being changed', () => {
    const misfit = {
      figure: 'gone.dry.touch',
      value: 1,
      unit: 'h',
      basis: 'your-label',
      enteredOn: '2026-11-25',
    } as const;
    expect(refusal([change('pieces', bowl)], { overrides: [misfit] })).toEqual([]);
    expect(refusal([change('overrides', misfit)], { overrides: [misfit] })).not.toEqual([]);
    expect(refusal([change('overrides', null, misfit)], { overrides: [misfit] })).toEqual([]);
  });
});

test('no more is kept than a file can hold', () => {
  const counts = (pieces: number) => ({ counts: { ...NO_COUNTS, pieces } });
  expect(refusal([change('pieces', bowl)], counts(RECORDS.pieces.most))).toEqual([]);
  expect(refusal([change('pieces', bowl)], counts(RECORDS.pieces.most + 1))).toEqual(['too-many']);
  expect(refusal([change('pieces', bowl, bowl)], counts(RECORDS.pieces.most + 1))).toEqual([]);
  const artwork = (svg: string) => ({
    id: 'x',
    name: 'Star',
    svg,
    source: { kind: 'drawing', file: 'x.svg' },
    mends: [],
  });
  const grows = change('artworks', artwork('<svg/>'), artwork('<g/>'));
  expect(refusal([grows], { artworkCharacters: MOST_ARTWORK })).toEqual([]);
  expect(refusal([grows], { artworkCharacters: MOST_ARTWORK + 1 })).toEqual(['too-large']);
  const shrinks = change('artworks', artwork('<g/>'), artwork('<svg/>'));
  expect(refusal([shrinks], { artworkCharacters: MOST_ARTWORK + 1 })).toEqual([]);
});
