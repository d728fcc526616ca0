import { describe, expect, test } from '@jest/globals';
import { IDBFactory, IDBKeyRange } from 'fake-indexeddb';
import fc from 'fast-check';
import {
  catalogue,
  plainPiece,
  readWorkspace,
  writeWorkspace,
  type BenchEvent,
  type Piece,
  type Workspace,
} from '@sgraffa/core';
import { BenchDatabase } from './db.ts';
import { ConflictError, type Undone } from './keeper.ts';
import { WorkspaceStore, type Bench } from './workspaceStore.ts';

const FIELDS = ['name', 'notes', 'line'] as const;
type Field = (typeof FIELDS)[number];
const IDS = ['bowl', 'sign', 'tin'] as const;
const pieceOf = (id: string, name = id): Piece => plainPiece(id, name, 'plywood');
const markOf = (id: string, pieceId: string): BenchEvent => ({
  id,
  pieceId,
  partId: pieceOf(pieceId).parts[0]!.id,
  operationId: 'ground',
  coat: 1,
  at: '2026-11-24T19:00:00.000Z',
  kind: 'done',
});

const tabOf = fc.nat(2);
const step = fc.oneof(
  {
    weight: 6,
    arbitrary: fc.record({
      do: fc.constant('edit' as const),
      tab: tabOf,
      id: fc.constantFrom(...IDS),
      field: fc.constantFrom(...FIELDS),
    }),
  },
  { weight: 4, arbitrary: fc.record({ do: fc.constant('undo' as const), tab: tabOf }) },
  { weight: 2, arbitrary: fc.record({ do: fc.constant('look' as const), tab: tabOf }) },
  { weight: 2, arbitrary: fc.record({ do: fc.constant('mark' as const), tab: tabOf, id: fc.constantFrom(...IDS) }) },
  { weight: 1, arbitrary: fc.record({ do: fc.constant('delete' as const), tab: tabOf, id: fc.constantFrom(...IDS) }) },
  { weight: 1, arbitrary: fc.record({ do: fc.constant('import' as const), tab: tabOf, ids: fc.subarray([...IDS]) }) },
  { weight: 1, arbitrary: fc.record({ do: fc.constant('reload' as const), tab: tabOf }) },
);
type Step = typeof step extends fc.Arbitrary<infer One> ? One : never;

/** What is kept, as flat facts: `bowl.name` → words, `mark e1` → its piece. */
type Facts = ReadonlyMap<string, string>;
const factsOf = ({ pieces, events }: Workspace): Facts =>
  new Map([
    ...pieces.flatMap((piece) => [
      [piece.id, 'there'] as const,
      ...FIELDS.map((field) => [`${piece.id}.${field}`, piece[field]] as const),
    ]),
    ...events.map((event) => [`mark ${event.id}`, event.pieceId!] as const),
  ]);
const asEntries = (facts: Facts) => Object.fromEntries([...facts].sort());

interface Made {
  readonly before: Facts;
  readonly after: Facts;
}

/** One bench with three tabs, and beside it what each tab has seen and made. */
class Scene {
  /** A storage of its own, let go with the scene. */
  private readonly indexedDB = new IDBFactory();
  private readonly databases: BenchDatabase[] = [];
  readonly stores = [0, 1, 2].map((tab) => this.opened(tab));
  readonly seen: Bench[] = [];
  readonly made: Made[][] = [[], [], []];
  /** What each tab itself brought about, an undo included. */
  readonly wrote: Set<string>[] = [new Set(), new Set(), new Set()];
  private words = 0;

  private opened(tab: number): WorkspaceStore {
    return new WorkspaceStore(
      new BenchDatabase('tabs', { indexedDB: this.indexedDB, IDBKeyRange }),
      () => 'UTC',
      `tab ${tab}`,
    );
  }

  async begin(): Promise<void> {
    await this.stores[0]!.layOut({ pieces: IDS.map((id) => pieceOf(id)), events: [], artworks: [] });
    for (const [tab, store] of this.stores.entries()) this.seen[tab] = await store.readBench();
  }

  async facts(): Promise<Facts> {
    const workspace = await this.stores[0]!.readWorkspace();
    // whatever happened, it can be exported and read again
    expect(readWorkspace(writeWorkspace(workspace), catalogue())).toMatchObject({ ok: true });
    return factsOf(workspace);
  }

  end(): void {
    for (const database of this.databases) database.close();
  }

  /** A word that is written nowhere else. */
  word(): string {
    return `word ${(this.words += 1)}`;
  }

  async reload(tab: number): Promise<void> {
    this.stores[tab] = this.opened(tab);
    await this.stores[tab].findUndo();
    this.seen[tab] = await this.stores[tab].readBench();
  }
}

/** Facts with a change taken back: what still stands as it left it goes back, all else stays. */
const expectedUndo = (now: Facts, { before, after }: Made): Facts => {
  const left = new Map(now);
  const recordOf = (key: string) => key.split('.')[0]!;
  const of = (facts: Facts, record: string) =>
    JSON.stringify([...facts].filter(([key]) => recordOf(key) === record).sort());
  for (const record of new Set([...before.keys(), ...after.keys()].map(recordOf))) {
    const [was, became, is] = [before, after, now].map((facts) => facts.has(record));
    if (was && became && is)
      for (const field of FIELDS) {
        const key = `${record}.${field}`;
        if (before.get(key) !== after.get(key) && now.get(key) === after.get(key)) left.set(key, before.get(key)!);
      }
    else if (!was && became && is && of(now, record) === of(after, record))
      for (const key of [...left.keys()]) if (recordOf(key) === record) left.delete(key);
    if (was && !became && !is) for (const [key, value] of before) if (recordOf(key) === record) left.set(key, value);
  }
  // a mark never stays without its piece
  for (const [key, pieceId] of [...left]) if (key.startsWith('mark ') && !left.has(pieceId)) left.delete(key);
  return left;
};

const took = async (change: Promise<unknown>): Promise<boolean> => {
  try {
    await change;
    return true;
  } catch (error) {
    if (!(error instanceof ConflictError)) throw error;
    return false;
  }
};

const play = async (scene: Scene, one: Step): Promise<void> => {
  const store = scene.stores[one.tab]!;
  const before = await scene.facts();
  const note = async () => {
    const after = await scene.facts();
    noteWritten(after);
    if (JSON.stringify(asEntries(after)) !== JSON.stringify(asEntries(before)))
      scene.made[one.tab]!.push({ before, after });
    return asEntries(after);
  };
  const noteWritten = (after: Facts) => {
    for (const [key, value] of after) if (before.get(key) !== value) scene.wrote[one.tab]!.add(`${key} ${value}`);
  };
  if (one.do === 'look') scene.seen[one.tab] = await store.readBench();
  if (one.do === 'reload') await scene.reload(one.tab);
  if (one.do === 'edit') {
    const shown = scene.seen[one.tab]!.pieces.find(({ id }) => id === one.id);
    if (!shown) return;
    const word = scene.word();
    const isKept = await took(
      store.changePiece(one.id, shown.revision, (piece) => ({ ...piece, [one.field]: word }), one.field),
    );
    const after = await note();
    if (!isKept) {
      expect(after).toEqual(asEntries(before));
      return;
    }
    expect(after).toEqual({ ...asEntries(before), [`${one.id}.${one.field}`]: word });
    // what another tab wrote is never written over unseen: it was on this tab's screen, or this tab wrote it
    const was = before.get(`${one.id}.${one.field}`);
    const own = scene.wrote[one.tab]!.has(`${one.id}.${one.field} ${was}`);
    expect(was === shown.value[one.field as Field] || own).toBe(true);
  }
  if (one.do === 'mark') {
    if (!before.has(one.id)) return;
    const id = `e${scene.word().slice(5)}`;
    await store.addEvents([markOf(id, one.id)], 'a mark');
    expect(await note()).toEqual({ ...asEntries(before), [`mark ${id}`]: one.id });
  }
  if (one.do === 'delete') {
    await store.deletePiece(one.id);
    const rest = [...before].filter(
      ([key, value]) => key.split('.')[0] !== one.id && !(key.startsWith('mark ') && value === one.id),
    );
    expect(await note()).toEqual(Object.fromEntries(rest));
  }
  if (one.do === 'import') {
    const pieces = one.ids.map((id) => pieceOf(id, scene.word()));
    const workspace = { ...(await store.readWorkspace()), pieces, events: [] };
    await store.replaceWorkspace(workspace, 'an import');
    expect(await note()).toEqual(asEntries(factsOf(workspace)));
  }
  if (one.do === 'undo') {
    const undone: Undone | null = await store.undo();
    const facts = await scene.facts();
    noteWritten(facts);
    const after = asEntries(facts);
    const made = scene.made[one.tab]!.pop();
    expect(undone === null).toBe(made === undefined);
    if (!made || !undone) return;
    expect(after).toEqual(asEntries(expectedUndo(before, made)));
    // what was not taken back is said, but for marks whose piece is not there
    for (const [key, value] of made.after) {
      const record = key.split('.')[0]!;
      const isOpen =
        made.before.get(key) !== value &&
        after[key] !== made.before.get(key) &&
        before.get(key) !== made.before.get(key);
      if (isOpen && !record.startsWith('mark ')) expect(undone.stays.map(({ id }) => id)).toContain(record);
    }
  }
};

describe('three tabs at one bench', () => {
  test(
    'editing, undoing, importing, deleting and reloading at random: nothing is lost silently',
    () =>
      fc.assert(
        fc.asyncProperty(fc.array(step, { minLength: 5, maxLength: 22 }), async (steps) => {
          const scene = new Scene();
          await scene.begin();
          for (const one of steps) await play(scene, one);
          scene.end();
        }),
        { numRuns: process.env['SGRAFFA_LONG'] ? 150 : 20, seed: 35, endOnFailure: true },
      ),
    600_000,
  );
});
