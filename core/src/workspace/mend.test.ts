import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { runs } from '../testing/runs.ts';
import { SOON_MS, timed } from '../testing/time.ts';
import { catalogue } from '../materials/index.ts';
import { plainPiece, type BenchEvent } from '../piece/index.ts';
import { problemSentence } from '../problem/index.ts';
import { plainCan } from '../shelf/index.ts';
import {
  mendWorkspace,
  plainSettings,
  readWorkspace,
  writeWorkspace,
  WORKSPACE_VERSION,
  type Workspace,
} from './index.ts';

const all = catalogue();
const bowl = plainPiece('bowl', 'Soup bowl', 'porcelain-enamel');
const sign = plainPiece('sign', 'Path sign', 'plywood');
const mark = (id: string, pieceId: string, partId = bowlPart(pieceId)): BenchEvent => ({
  id,
  pieceId,
  partId,
  operationId: 'ground',
  coat: 1,
  at: '2026-11-24T19:00:00.000Z',
  kind: 'done',
});
const bowlPart = (pieceId: string) => (pieceId === 'sign' ? sign : bowl).parts[0]!.id;
const plain: Workspace = {
  version: WORKSPACE_VERSION,
  catalogueVersion: 1,
  pieces: [bowl, sign],
  events: [mark('e1', 'bowl'), mark('e2', 'sign')],
  settings: plainSettings('Europe/Berlin'),
  ownProducts: [],
  overrides: [],
  artworks: [],
  trials: [],
  shelf: [],
  uses: [],
};
const withPart = (change: object, piece = bowl) => ({ ...piece, parts: [{ ...piece.parts[0]!, ...change }] });
const surface = bowl.parts[0]!.surface;
const design = bowl.parts[0]!.designs[0]!;
const mend = (workspace: object) => mendWorkspace(JSON.stringify(workspace), all);
const refused = (workspace: object) => {
  const read = readWorkspace(JSON.stringify(workspace), all);
  return read.ok ? [] : read.problems;
};

describe('a file with something broken in it is refused whole, and can be read without it', () => {
  const operation = { id: 'a', op: 'apply', role: 'ground', productId: 'gone', how: 'brush', coats: 1, extent: 'all' };
  const stack = { methodId: 'decal', operations: [{ ...operation, productId: 'craft-acrylic' }] };
  test.each<[string, object, string, (left: Workspace) => unknown, unknown]>([
    ['a mark of no piece', { events: [mark('e1', 'gone')] }, 'events.0.pieceId', ({ events }) => events, []],
    ['a mark of no part', { events: [mark('e1', 'bowl', 'gone')] }, 'events.0.partId', ({ events }) => events, []],
    [
      'a mark that stands twice',
      { events: [mark('e1', 'bowl'), mark('e1', 'bowl')] },
      'events.1.id',
      (left) => left.events.length,
      1,
    ],
    ['a piece that stands twice', { pieces: [bowl, bowl, sign] }, 'pieces.1.id', (left) => left.pieces.length, 2],
    [
      'an artwork that is not there',
      { pieces: [withPart({ designs: [{ ...design, artworkId: 'gone' }] }), sign] },
      'pieces.0.parts.0.designs.0.artworkId',
      (left) => left.pieces[0]!.parts[0]!.designs[0]!.artworkId,
      null,
    ],
    [
      'a design that lies over none',
      { pieces: [withPart({ designs: [{ ...design, over: 'gone' }] }), sign] },
      'pieces.0.parts.0.designs.0.over',
      (left) => left.pieces[0]!.parts[0]!.designs[0]!.over,
      null,
    ],
    [
      'a design over itself',
      { pieces: [withPart({ designs: [{ ...design, over: design.id }] }), sign] },
      'pieces.0.parts.0.designs.0.over',
      (left) => left.pieces[0]!.parts[0]!.designs[0]!.over,
      null,
    ],
    [
      'a wish for what is not there',
      { pieces: [withPart({ designs: [{ ...design, wants: { film: 'gone', hand: true } }] }), sign] },
      'pieces.0.parts.0.designs.0.wants.film',
      (left) => left.pieces[0]!.parts[0]!.designs[0]!.wants,
      { hand: true },
    ],
    [
      'a wished ground that is not there',
      { pieces: [withPart({ wants: { ground: { product: 'gone', tone: 'dark' } } }), sign] },
      'pieces.0.parts.0.wants.ground.product',
      (left) => left.pieces[0]!.parts[0]!.wants,
      { ground: { tone: 'dark' } },
    ],
    [
      'heat from nowhere: unsaid, not harmless',
      { pieces: [withPart({ use: { ...bowl.parts[0]!.use, heat: 'gone' } }), sign] },
      'pieces.0.parts.0.use.heat',
      (left) => left.pieces[0]!.parts[0]!.use.heat,
      'unknown',
    ],
    [
      'prep that is not there',
      { pieces: [withPart({ surface: { ...surface, preparation: ['gone'] } }), sign] },
      'pieces.0.parts.0.surface.preparation.0',
      (left) => left.pieces[0]!.parts[0]!.surface.preparation,
      [],
    ],
    [
      'layers of what is not there',
      { pieces: [withPart({ stack: { ...stack, operations: [operation] }, stackIsOwn: true }), sign] },
      'pieces.0.parts.0.stack.operations.0.productId',
      ({ pieces: [piece] }) => [piece!.parts[0]!.stack, piece!.parts[0]!.stackIsOwn],
      [null, false],
    ],
    [
      'a way that is not there',
      { pieces: [withPart({ stack: { ...stack, methodId: 'gone' } }), sign] },
      'pieces.0.parts.0.stack.methodId',
      ({ pieces: [piece] }) => piece!.parts[0]!.stack,
      null,
    ],
    [
      'an operation that stands twice',
      { pieces: [withPart({ stack: { ...stack, operations: [stack.operations[0], stack.operations[0]] } }), sign] },
      'pieces.0.parts.0.stack.operations.1.id',
      ({ pieces: [piece] }) => piece!.parts[0]!.stack,
      null,
    ],
    [
      'a material that is not there: the whole piece, with its marks',
      { pieces: [withPart({ surface: { ...surface, base: 'gone' } }), sign] },
      'pieces.0.parts.0.surface.base',
      ({ pieces, events }) => [pieces.map(({ id }) => id), events.map(({ id }) => id)],
      [['sign'], ['e2']],
    ],
    [
      'a coat that is not there: the whole piece',
      { pieces: [withPart({ surface: { ...surface, existing: [{ finish: 'gone', ageDays: 1 }] } }), sign] },
      'pieces.0.parts.0.surface.existing.0.finish',
      ({ pieces }) => pieces.map(({ id }) => id),
      ['sign'],
    ],
    [
      'a surface of one’s own without its properties',
      { pieces: [withPart({ surface: { ...surface, base: 'own' } }), sign] },
      'pieces.0.parts.0.surface.own',
      ({ pieces }) => pieces.length,
      1,
    ],
    [
      'a field nobody knows',
      { pieces: [{ ...bowl, colour: 'red' }, sign] },
      'pieces.0.colour',
      ({ pieces }) => pieces.map(({ id }) => id),
      ['sign'],
    ],
    [
      'a wait of 12000 days',
      { pieces: [withPart({ surface: { ...surface, waitDays: 12_000 } }), sign] },
      'pieces.0.parts.0.surface.waitDays',
      ({ pieces }) => pieces.length,
      1,
    ],
    [
      'a product like none',
      { ownProducts: [{ id: 'own-chalk', name: 'Chalk', like: 'gone' }] },
      'ownProducts.own-chalk',
      ({ ownProducts }) => ownProducts,
      [],
    ],
    [
      'a figure of nothing',
      { overrides: [{ figure: 'gone.dry.touch', value: 1, unit: 'h', basis: 'your-label', enteredOn: '2026-11-25' }] },
      'gone.dry.touch',
      ({ overrides }) => overrides,
      [],
    ],
    [
      'a trial of what is not there',
      {
        trials: [
          {
            id: 't',
            at: '2026-11-24T19:00:00Z',
            ruleId: 'r',
            productId: 'gone',
            methodId: 'decal',
            surface: 's',
            conditions: '',
            note: '',
          },
        ],
      },
      'trials.0.productId',
      ({ trials }) => trials,
      [],
    ],
    [
      'a can of a product that is not there keeps its name',
      { shelf: [plainCan('c1', { productId: 'gone' })] },
      'shelf.0.productId',
      ({ shelf }) => shelf,
      [plainCan('c1', { name: 'gone' })],
    ],
    [
      'what was taken from a can that is not there',
      {
        uses: [
          {
            id: 'u1',
            canId: 'gone',
            at: '2026-11-24T19:00:00Z',
            as: 'used',
            amount: 20,
            pieceId: null,
            eventId: null,
            note: '',
          },
        ],
      },
      'uses.0.canId',
      ({ uses }) => uses,
      [],
    ],
  ])('%s', (_name, change, at, of, rest) => {
    const file = { ...plain, ...change };
    expect(refused(file).map((problem) => problem.at)).toContain(at);
    const mended = mend(file);
    if (!mended.ok) throw new Error(mended.problems.map(problemSentence).join('\n'));
    expect(mended.leftOut.map((problem) => problem.at)).toContain(at);
    expect(of(mended.workspace)).toEqual(rest);
    expect(refused(mended.workspace)).toEqual([]);
  });

  test('what is left out is told by the name of its piece, a long one cut short', () => {
    const named = (name: unknown) => {
      const read = mend({ ...plain, pieces: [{ ...bowl, name, quantity: 0 }, sign] });
      return read.ok ? read.leftOut.map(({ at, todo }) => `${at}: ${todo}`) : [];
    };
    expect(named('Soup bowl')[0]).toBe('pieces.0.quantity: It stands in “Soup bowl”.');
    expect(named('x'.repeat(61))[0]).toBe(`pieces.0.quantity: It stands in “${'x'.repeat(60)}”.`);
    expect(named(3)).toContain('pieces.0.quantity: ');
  });

  test('what is whole is left as it is, with nothing left out', () =>
    expect(mend(plain)).toEqual({ ok: true, workspace: plain, leftOut: [] }));

  test('a file whose settings are broken is not read at all', () =>
    expect(mend({ ...plain, settings: { ...plain.settings, zone: 'Hill/Marrow' } })).toMatchObject({ ok: false }));
});

describe('whatever is done to an export', () => {
  const demo = JSON.parse(
    readFileSync(new URL('../../../demo/observatory.json', import.meta.url), 'utf8'),
  ) as Workspace;
  /** An export of one piece alone; drawings are most of the bytes and one field each, and are shortened: so can many ways be tried. */
  const exports = demo.pieces.map((piece) => ({
    ...demo,
    pieces: [piece],
    events: demo.events.filter(({ pieceId }) => pieceId === piece.id),
    artworks: demo.artworks
      .filter(({ id }) => piece.parts.some(({ designs }) => designs.some(({ artworkId }) => artworkId === id)))
      .map((artwork) => ({ ...artwork, svg: artwork.svg.slice(0, 200) })),
  }));
  const walk = (value: unknown, path: readonly string[]): string[][] => [
    ...(path.length ? [[...path]] : []),
    ...(value !== null && typeof value === 'object'
      ? Object.entries(value).flatMap(([key, entry]) => walk(entry, [...path, key]))
      : []),
  ];
  const file = fc.constantFrom(...exports.map((whole) => ({ whole, paths: walk(whole, []) })));
  const at = (root: unknown, path: readonly string[]) =>
    path.reduce<Record<string, unknown>>(
      (value, key) => value[key] as Record<string, unknown>,
      root as Record<string, unknown>,
    );
  const junk = fc.oneof(
    fc.constantFrom(
      null,
      true,
      -1,
      0,
      1e12,
      0.01,
      '',
      'gone',
      'x'.repeat(500),
      [],
      {},
      [[]],
      { id: 'x' },
      '2026-99-99',
    ),
    fc.json().map((text) => JSON.parse(text) as unknown),
  );
  const damage = fc.oneof(
    fc.record({ how: fc.constant('set' as const), path: fc.nat(), value: junk }),
    fc.record({ how: fc.constant('delete' as const), path: fc.nat() }),
    fc.record({ how: fc.constant('double' as const), path: fc.nat() }),
    fc.record({
      how: fc.constant('pollute' as const),
      path: fc.nat(),
      key: fc.constantFrom('__proto__', 'constructor', 'prototype'),
    }),
    fc.record({ how: fc.constant('swap' as const), path: fc.nat(), other: fc.nat() }),
  );
  const cut = fc.record({
    from: fc.nat(),
    length: fc.nat(40),
    by: fc.constantFrom('', '"', '}', ',', '\u0000', 'null'),
  });

  type Damage = typeof damage extends fc.Arbitrary<infer One> ? One : never;
  const damaged = (whole: unknown, paths: readonly string[][], wounds: readonly Damage[]): unknown => {
    const copy = structuredClone(whole);
    for (const wound of wounds)
      try {
        const path = paths[wound.path % paths.length]!;
        const owner = at(copy, path.slice(0, -1));
        const key = path.at(-1)!;
        if (wound.how === 'set') owner[key] = wound.value;
        if (wound.how === 'delete') Reflect.deleteProperty(owner, key);
        if (wound.how === 'swap') owner[key] = structuredClone(at(copy, paths[wound.other % paths.length]!));
        if (wound.how === 'double' && Array.isArray(owner)) owner.push(structuredClone(owner[Number(key)]));
        if (wound.how === 'pollute')
          Object.defineProperty(owner, wound.key, { value: { polluted: 'yes' }, enumerable: true, configurable: true });
      } catch {
        // an earlier wound took away what this one is about
      }
    return copy;
  };

  const holds = (text: string): void => {
    const {
      value: [read, mended],
      ms,
    } = timed(() => [readWorkspace(text, all), mendWorkspace(text, all)] as const);
    expect(ms).toBeLessThan(SOON_MS);
    expect(({} as Record<string, unknown>)['polluted']).toBeUndefined();
    for (const outcome of [read, mended]) if (!outcome.ok) expect(outcome.problems.length).toBeGreaterThan(0);
    // what comes out can be written and read again
    if (mended.ok) expect(readWorkspace(writeWorkspace(mended.workspace), all)).toMatchObject({ ok: true });
    if (read.ok) expect(mended.ok).toBe(true);
    // what reads whole loses nothing by being mended
    if (read.ok && mended.ok)
      expect([mended.leftOut, writeWorkspace(mended.workspace)]).toEqual([[], writeWorkspace(read.workspace)]);
  };

  const wounds = fc.array(damage, { minLength: 1, maxLength: 4 });

  test('in its fields, it is never thrown at, half-read or let in to the objects of the page', () =>
    fc.assert(
      fc.property(file, wounds, ({ whole, paths }, done) => holds(JSON.stringify(damaged(whole, paths, done)))),
      { numRuns: runs(300, 1700), seed: 35 },
    ));

  test('in its text, neither', () =>
    fc.assert(
      fc.property(file, cut, ({ whole }, { from, length, by }) => {
        const text = JSON.stringify(whole);
        const place = from % text.length;
        holds(text.slice(0, place) + by + text.slice(place + length));
      }),
      { numRuns: runs(100, 300), seed: 35 },
    ));

  test('with its drawings whole, neither', () => {
    const paths = walk(demo, []);
    fc.assert(
      fc.property(wounds, (done) => holds(JSON.stringify(damaged(demo, paths, done)))),
      { numRuns: 12, seed: 36 },
    );
  });
});
