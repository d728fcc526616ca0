import { liveQuery, type Table } from 'dexie';
import {
  CATALOGUE_VERSION,
  plainSettings,
  WORKSPACE_VERSION,
  type ArtworkRecord,
  type BenchEvent,
  type Override,
  type OwnProduct,
  type Piece,
  type Problem,
  type Settings,
  type Trial,
  type Workspace,
} from '@sgraffa/core';
import { BenchDatabase, type Kept } from './db.ts';

/** Everything that the interface shows, as it is kept. */
export interface Bench {
  readonly pieces: readonly Kept<Piece>[];
  readonly events: readonly BenchEvent[];
  readonly settings: Kept<Settings>;
  readonly overrides: readonly Override[];
  readonly ownProducts: readonly OwnProduct[];
  readonly trials: readonly Trial[];
  readonly exportedAt: string | null;
  readonly isStarted: boolean;
}

/** Tables whose rows are added and taken back whole. */
const LISTS = ['pieces', 'events', 'overrides', 'ownProducts', 'trials', 'artworks'] as const;
type ListName = (typeof LISTS)[number];
/** Tables of the user's own that are kept and dropped row by row. */
type OwnList = Exclude<ListName, 'pieces' | 'events'>;
type TableName = ListName | 'settings';
type Value = Piece | BenchEvent | Settings | Override | OwnProduct | Trial | ArtworkRecord;

/** What a row is kept under: its id, or the path of the figure. */
const idOf = (value: Exclude<Value, Settings>): string => ('id' in value ? value.id : value.figure);

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

/** From the value that is kept to the one that is wanted; applied to what is kept then, so that quick changes follow each other. */
export type Edit<Value> = (kept: Value) => Value;

const SETTINGS_ID = 'settings';
const MOST_UNDO = 100;

/** The saved bench by task: what is kept, changed, taken back, replaced. One object per tab. */
export class WorkspaceStore {
  private readonly undoable: Change[] = [];
  private readonly listeners = new Set<() => void>();
  /** Revisions that this tab has made: table, id and number. */
  private readonly own = new Set<string>();
  /** What this tab is still keeping; the next change waits for it. */
  private turn: Promise<unknown> = Promise.resolve();

  constructor(
    private readonly database = new BenchDatabase(),
    private readonly zone: () => string = () => Intl.DateTimeFormat().resolvedOptions().timeZone,
  ) {}

  async readBench(): Promise<Bench> {
    const { pieces, events, settings, overrides, ownProducts, trials, facts } = this.database;
    const valuesOf = async <Kind>(table: Table<Kept<Kind>, string>) =>
      (await table.toArray()).map(({ value }) => value);
    return this.database.transaction('r', this.database.tables, async () => ({
      pieces: await pieces.toArray(),
      events: await valuesOf(events),
      overrides: await valuesOf(overrides),
      ownProducts: await valuesOf(ownProducts),
      trials: await valuesOf(trials),
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

  /** Artworks are large: they are read apart from the rest, and only when they change. */
  async readArtworks(): Promise<ArtworkRecord[]> {
    return (await this.database.artworks.toArray()).map(({ value }) => value);
  }

  watchArtworks(changed: (artworks: readonly ArtworkRecord[]) => void): () => void {
    const subscription = liveQuery(() => this.readArtworks()).subscribe({ next: changed });
    return () => subscription.unsubscribe();
  }

  addPiece(piece: Piece, name: string): Promise<void> {
    return this.change(name, async () => [{ table: 'pieces', id: piece.id, before: null, after: piece }]);
  }

  /**
   * Changes a piece.
   *
   * @param revision the revision that the change was made from
   * @throws ConflictError where another tab has saved it since; nothing is saved then
   */
  changePiece(id: string, revision: number, edit: Edit<Piece>, name: string): Promise<void> {
    return this.change(name, async () => [await this.editedPiece(id, revision, edit)]);
  }

  changeSettings(revision: number, edit: Edit<Settings>, name: string): Promise<void> {
    return this.change(name, async () => [await this.editedSettings(revision, edit)]);
  }

  /** Changes a piece and the settings together, as one change: a way out may need both. */
  changeBoth(
    piece: { readonly id: string; readonly revision: number; readonly edit: Edit<Piece> },
    settings: { readonly revision: number; readonly edit: Edit<Settings> },
    name: string,
  ): Promise<void> {
    return this.change(name, async () => [
      await this.editedPiece(piece.id, piece.revision, piece.edit),
      await this.editedSettings(settings.revision, settings.edit),
    ]);
  }

  /** Changes a piece and an artwork of it together: one undo takes both back. */
  changeArtwork(
    piece: { readonly id: string; readonly revision: number; readonly edit: Edit<Piece> },
    artwork: ArtworkRecord,
    name: string,
  ): Promise<void> {
    return this.change(name, async () => {
      const before = (await this.database.artworks.get(artwork.id))?.value ?? null;
      return [
        { table: 'artworks', id: artwork.id, before, after: artwork },
        await this.editedPiece(piece.id, piece.revision, piece.edit),
      ];
    });
  }

  /** Keeps what Match settled on by itself, where the piece is still as it was judged; not a change that undo would show. */
  settlePiece(piece: Piece, revision: number): Promise<void> {
    return this.inTurn(async () => {
      const kept = await this.database.pieces.get(piece.id);
      return kept?.revision === revision ? [{ table: 'pieces', id: piece.id, before: kept.value, after: piece }] : [];
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

  /** Adds a row, or puts another in its place: a figure or product of the user's own, a trial. */
  keep(table: OwnList, values: readonly (Override | OwnProduct | Trial | ArtworkRecord)[], name: string) {
    return this.change(name, () =>
      Promise.all(
        values.map(async (after): Promise<Difference> => {
          const before = (await this.database[table].get(idOf(after)))?.value ?? null;
          return { table, id: idOf(after), before, after };
        }),
      ),
    );
  }

  /** Takes rows away, of several tables at once where they belong together. */
  drop(rows: readonly { readonly table: OwnList; readonly id: string }[], name: string) {
    return this.change(name, async () => {
      const found = await Promise.all(
        rows.map(async ({ table, id }) => ({ table, id, before: (await this.database[table].get(id))?.value ?? null })),
      );
      return found.flatMap((row): Difference[] => (row.before ? [{ ...row, after: null }] : []));
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
      overrides: [...bench.overrides],
      ownProducts: [...bench.ownProducts],
      trials: [...bench.trials],
      artworks: await this.readArtworks(),
    };
  }

  /** Puts a whole workspace in place of what is there, in one step that undo takes back; all or nothing. */
  replaceWorkspace(workspace: Workspace, name: string): Promise<void> {
    return this.change(name, async () => {
      const now = await this.readWorkspace();
      return [
        ...LISTS.flatMap((table) => differencesOf(table, now[table], workspace[table])),
        { table: 'settings', id: SETTINGS_ID, before: now.settings, after: workspace.settings },
      ];
    });
  }

  /** Adds pieces with their events beside what is there; nothing that undo would show on a first start. */
  async layOut({ pieces, events, artworks }: Pick<Workspace, 'pieces' | 'events' | 'artworks'>): Promise<void> {
    await this.inTurn(async () => [
      ...differencesOf('pieces', [], pieces),
      ...differencesOf('events', [], events),
      ...differencesOf('artworks', [], artworks),
    ]);
  }

  async noteFact(id: 'started' | 'exportedAt', value: string): Promise<void> {
    await this.database.facts.put({ id, value });
  }

  /** Keeps a station's newest forecast for when it does not answer; no part of the workspace. */
  async keepForecast(station: string, text: string): Promise<void> {
    await this.database.forecasts.put({ id: station, value: text });
  }

  async lastForecast(station: string): Promise<string | null> {
    return (await this.database.forecasts.get(station))?.value ?? null;
  }

  get nextUndo(): string | null {
    return this.undoable.at(-1)?.name ?? null;
  }

  onUndoChange(listener: () => void): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  /** Takes the last change back, once those under way are kept; gives its name, or null where there was none. */
  async undo(): Promise<string | null> {
    let undone: string | null = null;
    await this.inTurn(async () => {
      const change = this.undoable.pop();
      undone = change?.name ?? null;
      return (change?.differences ?? []).map(({ before, after, ...where }) => ({
        ...where,
        before: after,
        after: before,
      }));
    });
    this.tell();
    return undone;
  }

  private async editedPiece(id: string, revision: number, edit: Edit<Piece>): Promise<Difference> {
    const kept = await this.database.pieces.get(id);
    if (!kept) throw changedElsewhere('This piece was deleted meanwhile.');
    this.refuseForeign('pieces', kept, revision);
    return { table: 'pieces', id, before: kept.value, after: edit(kept.value) };
  }

  private async editedSettings(revision: number, edit: Edit<Settings>): Promise<Difference> {
    const kept = await this.database.settings.get(SETTINGS_ID);
    if (kept) this.refuseForeign('settings', kept, revision);
    const value = kept?.value ?? plainSettings(this.zone());
    return { table: 'settings', id: SETTINGS_ID, before: kept?.value ?? null, after: edit(value) };
  }

  /** Lets this tab's own quick changes pass, and stops at one that another tab made since. */
  private refuseForeign(table: TableName, kept: Kept<unknown>, revision: number): void {
    for (let since = revision + 1; since <= kept.revision; since += 1)
      if (!this.own.has(`${table} ${kept.id} ${since}`))
        throw changedElsewhere('This was changed in another tab meanwhile.');
  }

  private async change(name: string, worked: () => Promise<readonly Difference[]>): Promise<void> {
    await this.inTurn(worked, (differences) => {
      this.undoable.push({ name, differences });
      if (this.undoable.length > MOST_UNDO) this.undoable.shift();
      this.tell();
    });
  }

  /** Works differences out and keeps them in one transaction, all or nothing, after whatever this tab is still keeping. */
  private inTurn(
    worked: () => Promise<readonly Difference[]>,
    kept: (differences: readonly Difference[]) => void = () => undefined,
  ): Promise<void> {
    const keep = async () => {
      const made: string[] = [];
      const differences = await this.database.transaction('rw', this.database.tables, async () => {
        const found = await worked();
        for (const { table, id, after } of found) {
          const rows = this.database[table] as unknown as Table<Kept<Value>, string>;
          const revision = ((await rows.get(id))?.revision ?? 0) + 1;
          if (after === null) await rows.delete(id);
          else await rows.put({ id, revision, value: after });
          made.push(`${table} ${id} ${revision}`);
        }
        return found;
      });
      for (const one of made) this.own.add(one);
      if (differences.length) kept(differences);
    };
    const run = this.turn.then(keep, keep);
    this.turn = run.catch(() => undefined);
    return run;
  }

  private tell(): void {
    for (const listener of this.listeners) listener();
  }
}

const changedElsewhere = (given: string): ConflictError =>
  new ConflictError({
    code: 'changed-elsewhere',
    given,
    allowed: 'a change made from what is kept now.',
    todo: 'What the other tab saved is shown now; make your change again.',
  });

const differencesOf = (
  table: ListName,
  before: readonly Exclude<Value, Settings>[],
  after: readonly Exclude<Value, Settings>[],
): Difference[] => [
  ...before
    .filter((one) => !after.some((other) => idOf(other) === idOf(one)))
    .map((value): Difference => ({ table, id: idOf(value), before: value, after: null })),
  ...after.map((value): Difference => ({
    table,
    id: idOf(value),
    before: before.find((one) => idOf(one) === idOf(value)) ?? null,
    after: value,
  })),
];
