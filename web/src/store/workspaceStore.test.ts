import { beforeEach, describe, expect, test } from '@jest/globals';
import Dexie from 'dexie';
import {
  CATALOGUE_VERSION,
  plainCan,
  plainPiece,
  plainSettings,
  WORKSPACE_VERSION,
  type BenchEvent,
  type Can,
  type Override,
  type Piece,
  type Settings,
  type Workspace,
} from '@sgraffa/core';
import { BenchDatabase } from './db.ts';
import { ConflictError, RefusedError } from './keeper.ts';
import { ClearedError, newest, WorkspaceStore } from './workspaceStore.ts';

const bowl = plainPiece('bowl', 'Soup bowl', 'porcelain-enamel');
const sign = plainPiece('sign', 'Path sign', 'plywood');
const figure = (value: number): Override => ({
  figure: 'craft-acrylic.dry.recoat',
  value,
  unit: 'h',
  basis: 'your-label',
  enteredOn: '2026-11-25',
});
const partIds: Record<string, string> = { bowl: bowl.parts[0]!.id, sign: sign.parts[0]!.id };
const done = (id: string, pieceId: string): BenchEvent => ({
  id,
  pieceId,
  partId: partIds[pieceId] ?? 'gone',
  operationId: 'ground',
  coat: 1,
  at: '2026-11-24T19:00:00.000Z',
  kind: 'done',
});
const renamed = (piece: Piece, name: string): Piece => ({ ...piece, name });
const named = (name: string) => (piece: Piece) => renamed(piece, name);

const scene = (some: object): Workspace => ({
  version: WORKSPACE_VERSION,
  catalogueVersion: CATALOGUE_VERSION,
  pieces: [],
  events: [],
  artworks: [],
  overrides: [],
  ownProducts: [],
  trials: [],
  shelf: [],
  uses: [],
  settings: plainSettings('UTC'),
  ...some,
});

const withArtwork = (id: string, artworkId: string): Piece => ({
  ...bowl,
  id,
  parts: [{ ...bowl.parts[0]!, designs: [{ ...bowl.parts[0]!.designs[0]!, artworkId }] }],
});
const drawing = (id: string) =>
  ({ id, name: id, svg: '<svg/>', source: { kind: 'drawing', file: `${id}.svg` }, mends: [] }) as never;

let tab: WorkspaceStore;
let otherTab: WorkspaceStore;
let count = 0;

beforeEach(() => {
  const name = `bench-${(count += 1)}`;
  tab = new WorkspaceStore(new BenchDatabase(name), () => 'Europe/Berlin', 'this tab');
  otherTab = new WorkspaceStore(new BenchDatabase(name), () => 'Europe/Berlin');
});

const names = async (store = tab) => (await store.readBench()).pieces.map(({ value }) => value.name).sort();
const revision = async (id: string) => (await tab.readBench()).pieces.find((kept) => kept.id === id)?.revision ?? 0;

describe('keeping', () => {
  test('a piece is kept with a revision that grows with every save', async () => {
    await tab.addPiece(bowl, 'new piece');
    await tab.changePiece('bowl', 1, named('Crew bowl'), 'the name');
    expect(await names()).toEqual(['Crew bowl']);
    expect(await revision('bowl')).toBe(2);
  });

  test('an untouched bench has plain settings in its own zone, and has not started', async () => {
    const { settings, startedAt, exportedAt } = await tab.readBench();
    expect([settings.value, startedAt, exportedAt]).toEqual([plainSettings('Europe/Berlin'), null, null]);
  });

  test('another tab reads what this one kept, and is called back', async () => {
    const seen = new Promise<readonly string[]>((resolve) => {
      const stop = otherTab.watch(({ pieces }) => {
        if (!pieces.length) return;
        stop();
        resolve(pieces.map(({ id }) => id));
      });
    });
    await tab.addPiece(bowl, 'new piece');
    expect(await seen).toEqual(['bowl']);
  });

  test('a change made from an older revision is a conflict, and nothing is kept of it', async () => {
    await tab.addPiece(bowl, 'new piece');
    await otherTab.changePiece('bowl', 1, named('Night bowl'), 'the name');
    await expect(tab.changePiece('bowl', 1, named('Day bowl'), 'the name')).rejects.toBeInstanceOf(ConflictError);
    expect(await names()).toEqual(['Night bowl']);
    expect(tab.nextUndo).toBe('new piece');
  });

  test('two tabs that save at the same moment cannot both win', async () => {
    await tab.addPiece(bowl, 'new piece');
    const saves = await Promise.allSettled([
      tab.changePiece('bowl', 1, named('One'), 'the name'),
      otherTab.changePiece('bowl', 1, named('Two'), 'the name'),
    ]);
    expect(saves.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected']);
    expect(await revision('bowl')).toBe(2);
  });

  test('quick changes of one tab follow each other, though the later was made before the first was kept', async () => {
    await tab.addPiece(bowl, 'new piece');
    await Promise.all([
      tab.changePiece('bowl', 1, named('Crew bowl'), 'the name'),
      tab.changePiece('bowl', 1, (piece) => ({ ...piece, quantity: 6 }), 'how many'),
      tab.changePiece('bowl', 1, (piece) => ({ ...piece, notes: 'blue' }), 'notes'),
    ]);
    expect((await tab.readWorkspace()).pieces[0]).toMatchObject({ name: 'Crew bowl', quantity: 6, notes: 'blue' });
    expect(await tab.undo()).toEqual({ name: 'notes', stays: [] });
    expect((await tab.readWorkspace()).pieces[0]).toMatchObject({ name: 'Crew bowl', quantity: 6, notes: '' });
  });

  test('an undo pressed while a change is being kept takes that change back', async () => {
    await tab.addPiece(bowl, 'new piece');
    const change = tab.changePiece('bowl', 1, named('Crew bowl'), 'the name');
    expect(await tab.undo()).toEqual({ name: 'the name', stays: [] });
    await change;
    expect(await names()).toEqual(['Soup bowl']);
  });

  test('a piece that another tab deleted is not brought back by a change', async () => {
    await tab.addPiece(bowl, 'new piece');
    await otherTab.deletePiece('bowl');
    await expect(tab.changePiece('bowl', 1, named('Ghost'), 'the name')).rejects.toBeInstanceOf(ConflictError);
    expect(await names()).toEqual([]);
  });

  test('a piece and the settings change together or not at all', async () => {
    await tab.addPiece(bowl, 'new piece');
    await otherTab.changePiece('bowl', 1, named('Theirs'), 'the name');
    const inInches = (settings: Settings): Settings => ({ ...settings, length: 'in' });
    const both = (revision: number) =>
      tab.changeBoth({ id: 'bowl', revision, edit: named('Mine') }, { revision: 0, edit: inInches }, 'a way out');
    await expect(both(1)).rejects.toBeInstanceOf(ConflictError);
    expect((await tab.readBench()).settings.value.length).toBe('mm');
    await both(2);
    expect([await names(), (await tab.readBench()).settings.value.length]).toEqual([['Mine'], 'in']);
    await tab.undo();
    expect([await names(), (await tab.readBench()).settings.value.length]).toEqual([['Theirs'], 'mm']);
  });

  test('what Match settles on is kept, but undo never shows it, and an older answer is dropped', async () => {
    await tab.addPiece(bowl, 'new piece');
    await tab.settlePiece('bowl', 1, named('settled'));
    await tab.settlePiece('bowl', 1, named('stale'));
    expect(await names()).toEqual(['settled']);
    expect(tab.nextUndo).toBe('new piece');
  });
});

describe('undo', () => {
  test('takes back one change after the other, by its name', async () => {
    await tab.addPiece(bowl, 'new piece Soup bowl');
    await tab.changePiece('bowl', 1, named('Crew bowl'), 'the name');
    expect(await tab.undo()).toEqual({ name: 'the name', stays: [] });
    expect(await names()).toEqual(['Soup bowl']);
    expect(await tab.undo()).toEqual({ name: 'new piece Soup bowl', stays: [] });
    expect(await names()).toEqual([]);
    expect(await tab.undo()).toBeNull();
  });

  test('brings a deleted piece back with what was done on it', async () => {
    await tab.layOut({ pieces: [bowl, sign], events: [done('e1', 'bowl'), done('e2', 'sign')], artworks: [] });
    await tab.deletePiece('bowl');
    expect((await tab.readBench()).events.map(({ id }) => id)).toEqual(['e2']);
    expect(await tab.undo()).toEqual({ name: 'deleting Soup bowl', stays: [] });
    expect((await tab.readBench()).events.map(({ id }) => id).sort()).toEqual(['e1', 'e2']);
    expect(await names()).toEqual(['Path sign', 'Soup bowl']);
  });

  test('takes back marks of what was done', async () => {
    await tab.layOut({ pieces: [bowl], events: [], artworks: [] });
    await tab.addEvents([done('e1', 'bowl')], 'ground done');
    await tab.takeBackEvent('e1', 'taking back');
    await tab.takeBackEvent('gone', 'nothing');
    expect(tab.nextUndo).toBe('taking back');
    await tab.undo();
    expect((await tab.readBench()).events).toHaveLength(1);
    await tab.undo();
    expect((await tab.readBench()).events).toEqual([]);
  });

  test('of an import brings the whole bench back', async () => {
    await tab.layOut({ pieces: [bowl], events: [done('e1', 'bowl')], artworks: [] });
    const before = await tab.readWorkspace();
    const imported: Workspace = {
      version: WORKSPACE_VERSION,
      catalogueVersion: CATALOGUE_VERSION,
      pieces: [sign],
      events: [],
      settings: { ...plainSettings('UTC'), temperature: 'F' },
      ownProducts: [{ id: 'own-1', name: 'Shed film', like: 'film-permanent' }],
      overrides: [figure(3)],
      trials: [],
      artworks: [],
      shelf: [],
      uses: [],
    };
    await tab.replaceWorkspace(imported, 'importing');
    expect(await tab.readWorkspace()).toEqual(imported);
    await tab.undo();
    expect(await tab.readWorkspace()).toEqual(before);
  });

  test('tells its listeners, until they leave', async () => {
    let calls = 0;
    const leave = tab.onUndoChange(() => (calls += 1));
    await tab.addPiece(bowl, 'new piece');
    await tab.undo();
    leave();
    await tab.addPiece(sign, 'new piece');
    expect(calls).toBe(2);
  });
});

describe('the user’s own figures', () => {
  test('are kept once for each figure, and each change can be undone', async () => {
    await tab.keep('overrides', [figure(3)], 'your figure');
    await tab.keep('overrides', [figure(4)], 'your figure');
    expect((await tab.readBench()).overrides).toEqual([figure(4)]);
    await tab.undo();
    expect((await tab.readBench()).overrides).toEqual([figure(3)]);
    await tab.drop([{ table: 'overrides', id: figure(3).figure }], 'taking it back');
    expect((await tab.readBench()).overrides).toEqual([]);
    await tab.undo();
    expect((await tab.readBench()).overrides).toEqual([figure(3)]);
  });
});

test('a bench that an earlier version kept opens, with what is new filled in', async () => {
  const older = new Dexie('bench-older');
  older.version(1).stores({ pieces: 'id', events: 'id', settings: 'id', facts: 'id' });
  const { skin: _skin, ...use } = bowl.parts[0]!.use;
  const { bed: _bed, ...workshop } = plainSettings('UTC').workshop;
  await older
    .table('pieces')
    .add({ id: bowl.id, revision: 1, value: { ...bowl, parts: [{ ...bowl.parts[0]!, use }] } });
  const { area: _area, ...part } = sign.parts[0]!;
  const surface = { ...part.surface, widthMm: 420, heightMm: 130 };
  await older.table('pieces').add({ id: sign.id, revision: 1, value: { ...sign, parts: [{ ...part, surface }] } });
  const stock = [{ productId: 'craft-acrylic', ageMonths: 40 }];
  await older
    .table('settings')
    .add({ id: 'settings', revision: 1, value: { ...plainSettings('UTC'), workshop: { ...workshop, stock } } });
  older.close();
  const bench = await new WorkspaceStore(new BenchDatabase('bench-older'), () => 'UTC').readBench();
  const area = { kind: 'rectangle', widthMm: 420, heightMm: 130, margins: null, keepOuts: [] };
  expect(bench.pieces.map(({ value }) => value)).toEqual([bowl, { ...sign, parts: [{ ...sign.parts[0]!, area }] }]);
  expect(bench.settings.value).toEqual(plainSettings('UTC'));
  expect(bench.shelf).toEqual({
    cans: [{ ...plainCan('stock.craft-acrylic', { productId: 'craft-acrylic' }), aged: { months: 40, on: null } }],
    uses: [],
  });
  expect([bench.overrides, bench.ownProducts, bench.trials]).toEqual([[], [], []]);
});

describe('what was taken from the shelf', () => {
  const rope = plainCan('rope', { name: 'Jute rope' });
  const use = (id: string, eventId: string | null) => ({
    id,
    canId: 'rope',
    at: '2026-11-24T19:00:00.000Z',
    as: 'used' as const,
    amount: 2,
    pieceId: 'bowl',
    eventId,
    note: '',
  });

  test('goes with the thing, and comes back with it', async () => {
    await tab.keep('shelf', [rope], 'a rope');
    await tab.keep('uses', [use('u1', null)], 'what was used');
    await tab.drop([{ table: 'shelf', id: 'rope' }], 'taking it off');
    expect((await tab.readBench()).shelf).toEqual({ cans: [], uses: [] });
    await tab.undo();
    expect((await tab.readBench()).shelf).toEqual({ cans: [rope], uses: [use('u1', null)] });
  });

  test('belongs to its mark: kept with it, taken back with it', async () => {
    await tab.layOut({ pieces: [bowl], events: [], artworks: [], shelf: [rope] });
    await tab.addEvents([done('e1', 'bowl')], 'done', [use('u1', 'e1'), use('u2', 'e1')]);
    expect((await tab.readBench()).shelf.uses).toHaveLength(2);
    await tab.takeBackEvent('e1', 'taking it back');
    expect((await tab.readBench()).shelf.uses).toEqual([]);
    await tab.undo();
    expect((await tab.readBench()).shelf.uses).toHaveLength(2);
  });

  test('is an offcut where something is left over: it goes with the mark, unless something was taken of it since', async () => {
    const offcut = (id: string): Can => ({
      ...plainCan(id, { productId: 'film-stencil' }),
      size: { kind: 'offcut', widthMm: 200, heightMm: 120 },
      cutBy: 'e1',
    });
    await tab.layOut({ pieces: [bowl], events: [], artworks: [], shelf: [rope] });
    await tab.addEvents([done('e1', 'bowl')], 'cut', [], [offcut('o1'), offcut('o2')]);
    await tab.keep('uses', [{ ...use('u9', null), canId: 'o2', amount: 1 }], 'what was used');
    await tab.takeBackEvent('e1', 'taking it back');
    expect((await tab.readBench()).shelf.cans.map(({ id }) => id).sort()).toEqual(['o2', rope.id].sort());
    await tab.undo();
    expect((await tab.readBench()).shelf.cans).toHaveLength(3);
  });

  test('stays where the piece is deleted: it was taken all the same', async () => {
    await tab.layOut({ pieces: [bowl], events: [], artworks: [], shelf: [rope], uses: [use('u1', null)] });
    await tab.deletePiece('bowl');
    expect((await tab.readBench()).shelf.uses).toHaveLength(1);
  });

  test('from a thing that is not there is refused', async () => {
    await expect(tab.keep('uses', [use('u1', null)], 'what was used')).rejects.toBeInstanceOf(RefusedError);
  });
});

test('a change that the browser will not store leaves everything as it was', async () => {
  await tab.layOut({ pieces: [bowl], events: [], artworks: [] });
  const unstorable = { ...sign, notes: (() => undefined) as unknown as string };
  await expect(tab.addPiece(unstorable, 'new piece')).rejects.toThrow();
  expect([await names(), tab.nextUndo]).toEqual([['Soup bowl'], null]);
  expect(await Dexie.exists('bench-1')).toBe(true);
});

describe('undo of one tab beside another', () => {
  test('what the other tab changed since stays, field by field, and is said', async () => {
    await tab.addPiece(bowl, 'new piece');
    await tab.changePiece(
      'bowl',
      await revision('bowl'),
      (piece) => ({ ...piece, name: 'Crew bowl', notes: 'blue' }),
      'both',
    );
    await otherTab.changePiece('bowl', await revision('bowl'), named('Night bowl'), 'the name');
    await otherTab.changePiece('bowl', await revision('bowl'), (piece) => ({ ...piece, quantity: 6 }), 'how many');
    expect(await tab.undo()).toEqual({
      name: 'both',
      stays: [{ table: 'pieces', id: 'bowl', fields: ['name'], why: 'changed-since' }],
    });
    expect((await tab.readWorkspace()).pieces[0]).toMatchObject({ name: 'Night bowl', notes: '', quantity: 6 });
  });

  test('a piece that it made goes with the marks that the other tab set on it', async () => {
    await tab.addPiece(bowl, 'new piece');
    await otherTab.addEvents([done('e1', 'bowl')], 'a mark');
    await tab.undo();
    expect(await tab.readWorkspace()).toMatchObject({ pieces: [], events: [] });
    // and the other tab's undo of its mark has nothing to hold on to
    expect(await otherTab.undo()).toMatchObject({ name: 'a mark' });
    expect((await tab.readWorkspace()).events).toEqual([]);
  });

  test('marks do not come back to a piece that is gone', async () => {
    await tab.layOut({ pieces: [bowl, sign], events: [done('e1', 'bowl')], artworks: [] });
    await tab.takeBackEvent('e1', 'taking back');
    await otherTab.deletePiece('bowl');
    await tab.undo();
    expect((await tab.readWorkspace()).events).toEqual([]);
  });

  test('a drawing that another piece has taken up stays, and is said', async () => {
    const drawing = {
      id: 'star',
      name: 'Star',
      svg: '<svg/>',
      source: { kind: 'drawing' as const, file: 'star.svg' },
      mends: [],
    };
    const drawn = (piece: Piece): Piece => ({
      ...piece,
      parts: [{ ...piece.parts[0]!, designs: [{ ...piece.parts[0]!.designs[0]!, artworkId: 'star' }] }],
    });
    await tab.layOut({ pieces: [bowl, sign], events: [], artworks: [] });
    await tab.changeArtwork(
      { id: 'bowl', revision: await revision('bowl'), edit: drawn },
      drawing as never,
      'the drawing',
    );
    await otherTab.changePiece('sign', await revision('sign'), drawn, 'the same drawing');
    expect(await tab.undo()).toEqual({
      name: 'the drawing',
      stays: [{ table: 'artworks', id: 'star', fields: [], why: 'in-use' }],
    });
    const { pieces, artworks } = await tab.readWorkspace();
    expect(artworks.map(({ id }) => id)).toEqual(['star']);
    expect(pieces.map(({ parts }) => parts[0]!.designs[0]!.artworkId)).toEqual([null, 'star']);
  });

  test('it survives a reload, the last fifty of it', async () => {
    await tab.addPiece(bowl, 'new piece');
    for (let time = 1; time <= 52; time += 1)
      await tab.changePiece(
        'bowl',
        await revision('bowl'),
        (piece) => ({ ...piece, quantity: time }),
        `${time} of them`,
      );
    const reloaded = new WorkspaceStore(new BenchDatabase(`bench-${count}`), () => 'UTC', 'this tab');
    expect(reloaded.nextUndo).toBeNull();
    await reloaded.findUndo();
    expect(reloaded.nextUndo).toBe('52 of them');
    let undone = 0;
    while (await reloaded.undo()) undone += 1;
    expect(undone).toBe(50);
    expect((await reloaded.readWorkspace()).pieces[0]!.quantity).toBe(2);
    await otherTab.findUndo();
    expect(otherTab.nextUndo).toBeNull();
    // what was made a week ago is taken back no more
    await tab.addPiece(sign, 'new sign');
    await tab.forgetOldUndo(new Date(Date.now() + 6 * 86_400_000));
    await tab.findUndo();
    expect(tab.nextUndo).toBe('new sign');
    await tab.forgetOldUndo(new Date(Date.now() + 8 * 86_400_000));
    await tab.findUndo();
    expect(tab.nextUndo).toBeNull();
  });
});

describe('the gate of the store', () => {
  test('what the file would refuse is refused in words, and nothing of it is kept', async () => {
    await tab.addPiece(bowl, 'new piece');
    const wide = (piece: Piece): Piece => ({
      ...piece,
      parts: [{ ...piece.parts[0]!, surface: { ...piece.parts[0]!.surface, waitDays: 12_000 } }],
    });
    const refused = await tab
      .changePiece('bowl', await revision('bowl'), wide, 'its wait')
      .catch((error: unknown) => error);
    expect(refused).toBeInstanceOf(RefusedError);
    expect((refused as RefusedError).problems[0]).toMatchObject({
      given: '12000 was given.',
      allowed: '0 to 365 days.',
    });
    expect(await tab.readWorkspace()).toMatchObject({ pieces: [bowl] });
    expect(tab.nextUndo).toBe('new piece');
  });

  test('a product that a piece is laid with stays until the piece is laid otherwise', async () => {
    await tab.keep('ownProducts', [{ id: 'own-chalk', name: 'Shed chalk', like: 'craft-acrylic' }], 'own product');
    const laid = { ...bowl.parts[0]!, surface: { ...bowl.parts[0]!.surface, preparation: ['own-chalk'] } };
    await tab.addPiece({ ...bowl, parts: [laid] }, 'new piece');
    await expect(tab.drop([{ table: 'ownProducts', id: 'own-chalk' }], 'dropping')).rejects.toThrow(
      '“Shed chalk” is used by “Soup bowl”.',
    );
    await tab.deletePiece('bowl');
    await tab.drop([{ table: 'ownProducts', id: 'own-chalk' }], 'dropping');
    expect((await tab.readWorkspace()).ownProducts).toEqual([]);
  });

  test('a refusal leaves no trace in what is read later', async () => {
    await tab.addPiece(bowl, 'new piece');
    const at = await revision('bowl');
    await tab.changePiece('bowl', at, (piece) => ({ ...piece, quantity: 5000 }), 'too many').catch(() => undefined);
    await tab.changePiece('bowl', at, (piece) => ({ ...piece, quantity: 5 }), 'five');
    expect((await tab.readWorkspace()).pieces[0]!.quantity).toBe(5);
  });
});

describe('a record that cannot be read', () => {
  const put = (table: 'pieces' | 'events' | 'settings', id: string, value: unknown) =>
    new BenchDatabase(`bench-${count}`).table(table).put({ id, revision: 7, value });

  test('is one row with its reason; the other pieces stay, can be changed and exported', async () => {
    await tab.layOutFirst(scene({ pieces: [bowl], events: [], artworks: [] }), 'now');
    await put('pieces', 'odd', { ...sign, id: 'odd', quantity: 'many' });
    await put('pieces', 'moon', {
      ...sign,
      id: 'moon',
      parts: [{ ...sign.parts[0]!, surface: { ...sign.parts[0]!.surface, base: 'moonrock' } }],
    });
    await put('events', 'e9', null);
    const bench = await tab.readBench();
    expect(bench.pieces.map(({ id }) => id)).toEqual(['bowl']);
    expect(bench.bad.map(({ table, id }) => `${table} ${id}`).sort()).toEqual([
      'events e9',
      'pieces moon',
      'pieces odd',
    ]);
    expect(bench.bad.find(({ id }) => id === 'odd')!.problems[0]).toMatchObject({
      at: 'quantity',
      given: '"many" was given.',
    });
    await tab.changePiece('bowl', await revision('bowl'), named('Crew bowl'), 'the name');
    expect((await tab.readWorkspace()).pieces.map(({ name }) => name)).toEqual(['Crew bowl']);
  });

  test('can be dropped, for good', async () => {
    await tab.layOutFirst(scene({ pieces: [bowl], events: [], artworks: [] }), 'now');
    await put('pieces', 'odd', 'nonsense');
    await put('settings', 'settings', { zone: 'UTC' });
    const { bad, settings } = await tab.readBench();
    expect(settings.value).toEqual(plainSettings('Europe/Berlin'));
    for (const record of bad) await tab.dropBad(record);
    expect((await tab.readBench()).bad).toEqual([]);
    expect(await names()).toEqual(['Soup bowl']);
    expect(tab.nextUndo).toBeNull();
  });
});

describe('a reading that took long', () => {
  test('never replaces one of a later state', async () => {
    await tab.layOutFirst(scene({ pieces: [bowl] }), 'now');
    const slow = await tab.readBench();
    await tab.changePiece('bowl', await revision('bowl'), named('Crew bowl'), 'the name');
    const quick = await tab.readBench();
    expect(newest(slow)(quick)).toBe(quick);
    expect(newest(quick)(slow)).toBe(quick);
    expect(newest(slow)(undefined)).toBe(slow);
  });

  test('of drawings neither, and taking away is a later state too', async () => {
    await tab.layOutFirst(scene({ pieces: [withArtwork('bowl', 'star')], artworks: [drawing('star')] }), 'now');
    await tab.layOutDrawings([drawing('star')]);
    const slow = await tab.readArtworks();
    await tab.takeAway(new Set(['bowl']), new Set(), 'taking it away');
    const quick = await tab.readArtworks();
    expect([slow.records.length, quick.records.length]).toEqual([1, 0]);
    expect(newest(slow)(quick)).toBe(quick);
  });

  test('counts nothing against another storage, whose counting began anew', async () => {
    await tab.layOutFirst(scene({ pieces: [bowl] }), 'then');
    await tab.changePiece('bowl', await revision('bowl'), named('Crew bowl'), 'the name');
    const former = await tab.readBench();
    await new BenchDatabase(`bench-${count}`).delete();
    const anew = new WorkspaceStore(new BenchDatabase(`bench-${count}`), () => 'UTC', 'another tab');
    await anew.layOutFirst(scene({ pieces: [sign] }), 'now');
    const now = await anew.readBench();
    expect(now.revision).toBeLessThan(former.revision);
    expect(newest(now)(former)).toBe(now);
  });
});

describe('storage that is cleared under an open page', () => {
  const clear = () => new BenchDatabase(`bench-${count}`).delete();

  test('is filled again without the drawings that the page never read', async () => {
    const drawn = withArtwork('bowl', 'star');
    await tab.layOutFirst(scene({ pieces: [drawn], artworks: [drawing('star')] }), 'now');
    const other = new WorkspaceStore(new BenchDatabase(`bench-${count}`), () => 'UTC', 'another tab');
    await tab.layOutDrawings([drawing('star')]);
    const { pieces } = await other.readBench();
    expect(pieces).toHaveLength(1);
    await clear();
    const cleared = (await other.readBench().catch((error: unknown) => error)) as ClearedError;
    expect(tab.heldWorkspace(cleared.held).artworks).toHaveLength(1);
    await other.putBack(cleared.held);
    const back = await other.readWorkspace();
    expect([back.artworks, back.pieces[0]!.parts[0]!.designs[0]!.artworkId]).toEqual([[], null]);
  });

  test('is not taken for an empty bench, takes nothing more, and can be filled again from the page', async () => {
    await tab.layOutFirst(scene({ pieces: [bowl], events: [done('e1', 'bowl')], artworks: [] }), 'now');
    const before = await tab.readWorkspace();
    await clear();
    const cleared = await tab.readBench().catch((error: unknown) => error);
    expect(cleared).toBeInstanceOf(ClearedError);
    await expect(tab.addPiece(sign, 'new piece')).rejects.toBeInstanceOf(ClearedError);
    const { held } = cleared as ClearedError;
    expect(tab.heldWorkspace(held)).toEqual(before);
    await tab.putBack(held);
    expect(await tab.readWorkspace()).toEqual(before);
    expect((await tab.readBench()).startedAt).not.toBeNull();
  });
});

describe('the demo', () => {
  test('laid out again brings its drawings, and taken away takes those that nothing else uses', async () => {
    const demo = {
      pieces: [withArtwork('a', 'one'), withArtwork('b', 'two')],
      events: [],
      artworks: [drawing('one'), drawing('two')],
    };
    await tab.layOutFirst(scene(demo), 'now');
    await tab.layOutDrawings(demo.artworks);
    await tab.addPiece(withArtwork('mine', 'two'), 'mine');
    await tab.takeAway(new Set(['a', 'b']), new Set(), 'removing the demo');
    expect((await tab.readWorkspace()).artworks.map(({ id }) => id)).toEqual(['two']);
    await tab.layOut(demo, 'laying out the demo');
    expect((await tab.readWorkspace()).artworks.map(({ id }) => id)).toEqual(['one', 'two']);
    await tab.undo();
    expect((await tab.readWorkspace()).pieces.map(({ id }) => id)).toEqual(['mine']);
  });

  test('a first start is noted with what it lays out, or not at all', async () => {
    const broken = { pieces: [{ ...bowl, quantity: 0 }], events: [], artworks: [] };
    await expect(tab.layOutFirst(scene(broken), 'now')).rejects.toBeInstanceOf(RefusedError);
    expect((await tab.readBench()).startedAt).toBeNull();
    await tab.layOutFirst(scene({ pieces: [bowl], events: [], artworks: [] }), 'now');
    expect((await tab.readBench()).startedAt).toBe('now');
  });
});
