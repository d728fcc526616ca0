import { liveQuery } from 'dexie';
import {
  CATALOGUE_VERSION,
  plainSettings,
  WORKSPACE_VERSION,
  type BenchEvent,
  type Piece,
  type Problem,
  type Settings,
  type Workspace,
} from '@sgraffa/core';
import { BenchDatabase, type Kept } from './db.ts';

/** Everything that the interface shows, as it is kept. */
export interface Bench {
  readonly pieces: readonly Kept<Piece>[];
  readonly events: readonly BenchEvent[];
  readonly settings: Kept<Settings>;
  readonly exportedAt: string | null;
  readonly isStarted: boolean;
}

type TableName = 'pieces' | 'events' | 'settings';
type Value = Piece | BenchEvent | Settings;

/** One record before and after a change; null where it was not there. */
interface Difference {
  readonly table: TableName;
  readonly id: string;
  readonly before: Value | null;
  readonly after: Value | null;
}

export interface Change {
  /** What the undo button says: "change of use". */
  readonly name: string;
  readonly differences: readonly Difference[];
}

/** Thrown inside a transaction to leave it undone; its problem is shown. */
export class ConflictError extends Error {
  constructor(readonly problem: Problem) {
    super(problem.given);
  }
}

const SETTINGS_ID = 'settings';
const MOST_UNDO = 100;

/** The saved bench by task: what is kept, changed, taken back, replaced. One object per tab. */
export class WorkspaceStore {
  private readonly undoable: Change[] = [];
  private readonly listeners = new Set<() => void>();

  constructor(
    private readonly database = new BenchDatabase(),
    private readonly zone: () => string = () => Intl.DateTimeFormat().resolvedOptions().timeZone,
  ) {}

  async readBench(): Promise<Bench> {
    const { pieces, events, settings, facts } = this.database;
    return this.database.transaction('r', [pieces, events, settings, facts], async () => ({
      pieces: await pieces.toArray(),
      events: (await events.toArray()).map(({ value }) => value),
      settings: (await settings.get(SETTINGS_ID)) ?? {
        id: SETTINGS_ID,
        revision: 0,
        value: plainSettings(this.zone()),
      },
      exportedAt: (await facts.get('exportedAt'))?.value ?? null,
      isStarted: (await facts.get('started')) !== undefined,
    }));
  }

  /** Calls back whenever any tab has changed the bench. */
  watch(changed: (bench: Bench) => void): () => void {
    const subscription = liveQuery(() => this.readBench()).subscribe({ next: changed });
    return () => subscription.unsubscribe();
  }

  /**
   * Saves a piece.
   *
   * @param revision the revision that the change was made from
   * @throws ConflictError where another tab has saved it since; nothing is saved then
   */
  savePiece(piece: Piece, revision: number, name: string): Promise<void> {
    return this.save('pieces', piece.id, piece, revision, name);
  }

  saveSettings(settings: Settings, revision: number, name: string): Promise<void> {
    return this.save('settings', SETTINGS_ID, settings, revision, name);
  }

  /** Saves a piece together with the settings, as one change: a way out may need both. */
  saveBoth(piece: Kept<Piece>, settings: Kept<Settings>, name: string): Promise<void> {
    return this.change(name, async () => [
      await this.differenceFrom('pieces', piece.id, piece.value, piece.revision),
      await this.differenceFrom('settings', SETTINGS_ID, settings.value, settings.revision),
    ]);
  }

  /** Keeps what Match settled on by itself; not a change that undo would show. */
  async settleStack(piece: Piece, revision: number): Promise<void> {
    await this.inOne(async () => {
      const kept = await this.database.pieces.get(piece.id);
      if (kept?.revision === revision)
        await this.database.pieces.put({ id: piece.id, revision: revision + 1, value: piece });
    });
  }

  async deletePiece(id: string): Promise<void> {
    const piece = await this.database.pieces.get(id);
    if (!piece) return;
    await this.change(`deleting ${piece.value.name}`, async () => {
      const events = (await this.database.events.toArray()).filter(({ value }) => value.pieceId === id);
      return [
        { table: 'pieces', id, before: (await this.database.pieces.get(id))?.value ?? null, after: null },
        ...events.map(({ id: eventId, value }): Difference => ({
          table: 'events',
          id: eventId,
          before: value,
          after: null,
        })),
      ];
    });
  }

  addEvent(event: BenchEvent, name: string): Promise<void> {
    return this.change(name, async () => [{ table: 'events', id: event.id, before: null, after: event }]);
  }

  takeBackEvent(id: string, name: string): Promise<void> {
    return this.change(name, async () => {
      const event = await this.database.events.get(id);
      return event ? [{ table: 'events', id, before: event.value, after: null }] : [];
    });
  }

  async readWorkspace(): Promise<Workspace> {
    const bench = await this.readBench();
    return {
      version: WORKSPACE_VERSION,
      catalogueVersion: CATALOGUE_VERSION,
      pieces: bench.pieces.map(({ value }) => value),
      events: [...bench.events],
      settings: bench.settings.value,
    };
  }

  /** Puts a whole workspace in place of what is there, in one step that undo takes back; all or nothing. */
  replaceWorkspace(workspace: Workspace, name: string): Promise<void> {
    return this.change(name, async () => {
      const now = await this.readWorkspace();
      return [
        ...differencesOf('pieces', now.pieces, workspace.pieces),
        ...differencesOf('events', now.events, workspace.events),
        { table: 'settings', id: SETTINGS_ID, before: now.settings, after: workspace.settings },
      ];
    });
  }

  /** Adds pieces with their events beside what is there; nothing that undo would show on a first start. */
  async layOut(pieces: readonly Piece[], events: readonly BenchEvent[]): Promise<void> {
    await this.put([...differencesOf('pieces', [], pieces), ...differencesOf('events', [], events)]);
  }

  async noteFact(id: 'started' | 'exportedAt', value: string): Promise<void> {
    await this.database.facts.put({ id, value });
  }

  get nextUndo(): string | null {
    return this.undoable.at(-1)?.name ?? null;
  }

  onUndoChange(listener: () => void): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  async undo(): Promise<string | null> {
    const change = this.undoable.pop();
    if (!change) return null;
    await this.put(
      change.differences.map(({ before, after, ...where }) => ({ ...where, before: after, after: before })),
    );
    this.tell();
    return change.name;
  }

  private save(table: 'pieces' | 'settings', id: string, value: Value, revision: number, name: string): Promise<void> {
    return this.change(name, async () => [await this.differenceFrom(table, id, value, revision)]);
  }

  /** The difference to what is kept, where that is still the revision that the change was made from. */
  private async differenceFrom(
    table: 'pieces' | 'settings',
    id: string,
    value: Value,
    revision: number,
  ): Promise<Difference> {
    const kept = await this.database[table].get(id);
    if ((kept?.revision ?? 0) !== revision)
      throw new ConflictError({
        code: 'changed-elsewhere',
        given: 'This was changed in another tab meanwhile.',
        allowed: 'a change made from what is kept now.',
        todo: 'What the other tab saved is shown now; make your change again.',
      });
    return { table, id, before: kept?.value ?? null, after: value };
  }

  /** Works out a change and keeps it in one transaction, all or nothing; then it can be undone. */
  private async change(name: string, differencesNow: () => Promise<readonly Difference[]>): Promise<void> {
    const differences = await this.inOne(async () => {
      const worked = await differencesNow();
      await this.put(worked);
      return worked;
    });
    if (!differences.length) return;
    this.undoable.push({ name, differences });
    if (this.undoable.length > MOST_UNDO) this.undoable.shift();
    this.tell();
  }

  private inOne<Result>(work: () => Promise<Result>): Promise<Result> {
    const { pieces, events, settings, facts } = this.database;
    return this.database.transaction('rw', [pieces, events, settings, facts], work);
  }

  private put(differences: readonly Difference[]): Promise<void> {
    return this.inOne(async () => {
      for (const { table, id, after } of differences) {
        const rows = this.database[table] as unknown as {
          get(id: string): Promise<Kept<Value> | undefined>;
          put(row: Kept<Value>): Promise<unknown>;
          delete(id: string): Promise<void>;
        };
        if (after === null) await rows.delete(id);
        else await rows.put({ id, revision: ((await rows.get(id))?.revision ?? 0) + 1, value: after });
      }
    });
  }

  private tell(): void {
    for (const listener of this.listeners) listener();
  }
}

const differencesOf = (
  table: 'pieces' | 'events',
  before: readonly (Piece | BenchEvent)[],
  after: readonly (Piece | BenchEvent)[],
): Difference[] => [
  ...before
    .filter(({ id }) => !after.some((one) => one.id === id))
    .map((value): Difference => ({ table, id: value.id, before: value, after: null })),
  ...after.map((value): Difference => ({
    table,
    id: value.id,
    before: before.find(({ id }) => id === value.id) ?? null,
    after: value,
  })),
];
