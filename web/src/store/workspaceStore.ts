import { liveQuery } from 'dexie';
import {
  catalogue,
  CATALOGUE_VERSION,
  plainSettings,
  RECORD_NAMES,
  RECORDS,
  usersCatalogue,
  WORKSPACE_VERSION,
  type ArtworkRecord,
  type BenchEvent,
  type Can,
  type CanUse,
  type Learnt,
  type Override,
  type OwnProduct,
  type Piece,
  type RecordChange,
  type RecordName,
  type RecordOf,
  type Settings,
  type Shelf,
  type Trial,
  type Workspace,
  stepOfEvent,
} from '@sgraffa/core';
import { BenchDatabase, type Kept, type KeptPlan } from './db.ts';
import { changedElsewhere, Keeper, REVISION, type Undone } from './keeper.ts';
import { RowReader, standing, type BadRecord } from './rows.ts';

/** Which state of the storage was read: the storage by when it was begun, its state by the last revision that was given. */
export interface Edition {
  /** Null before the first start is through. */
  readonly startedAt: string | null;
  readonly revision: number;
}

/** Of two readings of one storage the newer: a reading that took long never replaces what was read of a later state. */
export const newest =
  <Read extends Edition>(read: Read) =>
  (held: Read | undefined): Read =>
    held && held.startedAt === read.startedAt && held.revision > read.revision ? held : read;

/** The artworks that are kept, as they were read. */
export interface Artworks extends Edition {
  readonly records: readonly ArtworkRecord[];
}

/** Everything that the interface shows, as it is kept. */
export interface Bench extends Edition {
  readonly pieces: readonly Kept<Piece>[];
  readonly events: readonly BenchEvent[];
  readonly settings: Kept<Settings>;
  readonly overrides: readonly Override[];
  readonly ownProducts: readonly OwnProduct[];
  readonly trials: readonly Trial[];
  /** What the events of the bench teach, as it was last worked out: derived, and never kept. */
  readonly learnt: readonly Learnt[];
  readonly shelf: Shelf;
  readonly exportedAt: string | null;
  /** Records that are kept and cannot be read. */
  readonly bad: readonly BadRecord[];
}

type ListName = RecordName;
/** Tables of the user's own that are kept and dropped row by row. */
type OwnList = Exclude<ListName, 'pieces' | 'events'>;
type OwnValue = RecordOf<OwnList>;

const isSameEdition = (one: Edition, other: Edition): boolean =>
  one.startedAt !== null && one.startedAt === other.startedAt && one.revision === other.revision;

const isSameList = <Value>(one: readonly Value[], other: readonly Value[]): boolean =>
  one.length === other.length && one.every((value, at) => value === other[at]);

/** From the value that is kept to the one that is wanted; applied to what is kept then, so that quick changes follow each other. */
export type Edit<Value> = (kept: Value) => Value;

const NOTHING: Pick<Workspace, RecordName> = {
  pieces: [],
  events: [],
  ownProducts: [],
  overrides: [],
  artworks: [],
  shelf: [],
  uses: [],
  trials: [],
};

const NOTHING_LEARNT: readonly Learnt[] = [];
const SETTINGS_ID = 'settings';

/** Thrown where the browser's storage was emptied under an open page: what the page still holds is not taken for nothing. */
export class ClearedError extends Error {
  constructor(readonly held: Bench) {
    super('The browser’s storage was cleared while this page was open.');
  }
}

/** The saved bench by task: what is kept, changed, taken back, replaced. One object per tab. */
export class WorkspaceStore {
  private readonly rows = new RowReader();
  private readonly keeper: Keeper;
  /** What was last read, and the drawings that were: what is left where the storage is cleared. */
  private held: Bench | null = null;
  private readonly heldArtworks = new Map<string, ArtworkRecord>();

  constructor(
    private readonly database = new BenchDatabase(),
    private readonly zone: () => string = () => Intl.DateTimeFormat().resolvedOptions().timeZone,
    tab = crypto.randomUUID() as string,
  ) {
    this.keeper = new Keeper(
      database,
      this.rows,
      tab,
      async () => {
        if (this.held?.startedAt && !(await this.database.facts.get('started'))) throw new ClearedError(this.held);
      },
      (table, id, value) => {
        if (table !== 'artworks') return;
        if (value === null) this.heldArtworks.delete(id);
        else this.heldArtworks.set(id, value as ArtworkRecord);
      },
    );
  }

  /** @throws ClearedError where the storage was emptied since it was last read */
  async readBench(): Promise<Bench> {
    const { pieces, events, settings, overrides, ownProducts, trials, shelf, uses, facts } = this.database;
    const raw = await this.database.transaction('r', this.database.tables, async () => {
      const edition = await this.readEdition();
      const exportedAt = (await facts.get('exportedAt'))?.value ?? null;
      // every change of a record raises the revision: what stands is held already
      if (this.held && isSameEdition(this.held, edition) && this.held.exportedAt === exportedAt) return null;
      return {
        pieces: await pieces.toArray(),
        events: await events.toArray(),
        overrides: await overrides.toArray(),
        ownProducts: await ownProducts.toArray(),
        trials: await trials.toArray(),
        shelf: await shelf.toArray(),
        uses: await uses.toArray(),
        settings: await settings.get(SETTINGS_ID),
        exportedAt,
        edition,
      };
    });
    if (!raw) return this.held!;
    const { startedAt } = raw.edition;
    if (this.held?.startedAt && startedAt === null) throw new ClearedError(this.held);
    if (startedAt === null) this.rows.forget();
    const bad: BadRecord[] = [];
    const valuesOf = <Name extends Exclude<RecordName, 'artworks'>>(name: Name) =>
      this.rows.rows(name, raw[name], bad).map(({ value }) => value);
    const own = { ownProducts: valuesOf('ownProducts'), overrides: valuesOf('overrides') };
    const users = usersCatalogue(catalogue(), own);
    this.held = {
      ...own,
      events: this.sameEvents(valuesOf('events')),
      trials: valuesOf('trials'),
      learnt: this.held?.learnt ?? NOTHING_LEARNT,
      shelf: this.shelfOf(valuesOf('shelf'), valuesOf('uses')),
      pieces: standing(this.rows.rows('pieces', raw.pieces, bad), users.ok ? users.catalogue : catalogue(), bad),
      settings: this.rows.rows('settings', raw.settings ? [raw.settings] : [], bad)[0] ?? {
        id: SETTINGS_ID,
        revision: raw.settings?.revision ?? 0,
        value: plainSettings(this.zone()),
      },
      exportedAt: raw.exportedAt,
      ...raw.edition,
      bad,
    };
    return this.held;
  }

  /** Notes what the events teach; what is read from then on goes by it. */
  noteLearnt(learnt: readonly Learnt[]): Bench | null {
    if (this.held) this.held = { ...this.held, learnt };
    return this.held;
  }

  /** The same events are the same list: what follows from them is not worked out again. */
  private sameEvents(events: readonly BenchEvent[]): readonly BenchEvent[] {
    const { events: held } = this.held ?? {};
    return held && isSameList(held, events) ? held : events;
  }

  /** The same cans and uses are the same shelf: what hangs on it is not worked out again. */
  private shelfOf(cans: readonly Can[], uses: readonly CanUse[]): Shelf {
    const { shelf } = this.held ?? {};
    return shelf && isSameList(shelf.cans, cans) && isSameList(shelf.uses, uses) ? shelf : { cans, uses };
  }

  /** Calls back whenever any tab has changed the bench, or it cannot be read. */
  watch(changed: (bench: Bench) => void, failed: (error: unknown) => void = () => undefined): () => void {
    const subscription = liveQuery(() => this.readBench()).subscribe({ next: changed, error: failed });
    return () => subscription.unsubscribe();
  }

  /** Artworks are large: they are read apart from the rest, and only when they change. */
  async readArtworks(): Promise<Artworks> {
    const { artworks, facts } = this.database;
    const [rows, edition] = await this.database.transaction(
      'r',
      [artworks, facts],
      async () => [await artworks.toArray(), await this.readEdition()] as const,
    );
    const kept = this.rows.rows('artworks', rows, []);
    for (const { id, value } of kept) this.heldArtworks.set(id, value);
    return { records: kept.map(({ value }) => value), ...edition };
  }

  /** Runs inside the transaction whose state it tells. */
  private async readEdition(): Promise<Edition> {
    const { facts } = this.database;
    return {
      startedAt: (await facts.get('started'))?.value ?? null,
      revision: Number((await facts.get(REVISION))?.value ?? 0),
    };
  }

  watchArtworks(changed: (artworks: Artworks) => void): () => void {
    const subscription = liveQuery(() => this.readArtworks()).subscribe({ next: changed, error: () => undefined });
    return () => subscription.unsubscribe();
  }

  addPiece(piece: Piece, name: string): Promise<void> {
    return this.keeper.keep(name, async () => [{ table: 'pieces', id: piece.id, before: null, after: piece }]);
  }

  /**
   * Changes a piece.
   *
   * @param revision the revision that the change was made from
   * @throws ConflictError where another tab has saved it since; nothing is saved then
   */
  changePiece(id: string, revision: number, edit: Edit<Piece>, name: string): Promise<void> {
    return this.keeper.keep(name, async () => [await this.editedPiece(id, revision, edit)]);
  }

  changeSettings(revision: number, edit: Edit<Settings>, name: string): Promise<void> {
    return this.keeper.keep(name, async () => [await this.editedSettings(revision, edit)]);
  }

  /** Changes a piece and the settings together, as one change: a way out may need both. */
  changeBoth(
    piece: { readonly id: string; readonly revision: number; readonly edit: Edit<Piece> },
    settings: { readonly revision: number; readonly edit: Edit<Settings> },
    name: string,
  ): Promise<void> {
    return this.keeper.keep(name, async () => [
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
    return this.keeper.keep(name, async () => {
      const before = (await this.database.artworks.get(artwork.id))?.value ?? null;
      return [
        { table: 'artworks', id: artwork.id, before, after: artwork },
        await this.editedPiece(piece.id, piece.revision, piece.edit),
      ];
    });
  }

  /** Keeps what follows from a piece by itself, where it is still as it was judged; not a change that undo would show. */
  settlePiece(id: string, revision: number, edit: Edit<Piece>): Promise<void> {
    return this.keeper.keep(null, async () => {
      const kept = await this.database.pieces.get(id);
      return kept?.revision === revision ? [{ table: 'pieces', id, before: kept.value, after: edit(kept.value) }] : [];
    });
  }

  async deletePiece(id: string): Promise<void> {
    const piece = await this.database.pieces.get(id);
    if (!piece) return;
    const name = this.rows.row('pieces', piece).problems.length ? 'a piece' : piece.value.name;
    await this.keeper.keep(`deleting ${name}`, async () => [
      { table: 'pieces', id, before: (await this.database.pieces.get(id))?.value ?? null, after: null },
    ]);
  }

  /** Adds facts with what they took from the shelf and what is left over of it, as one change. */
  addEvents(
    events: readonly BenchEvent[],
    name: string,
    uses: readonly CanUse[] = [],
    rests: readonly Can[] = [],
  ): Promise<void> {
    return this.keeper.keep(name, async () => [
      ...events.map((after): RecordChange => ({ table: 'events', id: after.id, before: null, after })),
      ...uses.map((after): RecordChange => ({ table: 'uses', id: after.id, before: null, after })),
      ...rests.map((after): RecordChange => ({ table: 'shelf', id: after.id, before: null, after })),
    ]);
  }

  /** Adds the result of a try with the trials that it is to the rules: one undo takes both back. */
  addResult(events: readonly BenchEvent[], trials: readonly Trial[], name: string): Promise<void> {
    return this.keeper.keep(name, async () => [
      ...events.map((after): RecordChange => ({ table: 'events', id: after.id, before: null, after })),
      ...trials.map((after): RecordChange => ({ table: 'trials', id: after.id, before: null, after })),
    ]);
  }

  /** Takes a mark back, with the trials that it made, what it took from the shelf, and what it left there and nothing has taken since. */
  takeBackEvent(id: string, name: string): Promise<void> {
    return this.keeper.keep(name, async () => {
      const event = await this.database.events.get(id);
      if (!event) return [];
      const stepId = stepOfEvent(event.value);
      const trials = await this.database.trials.toArray();
      const uses = await this.database.uses.toArray();
      const taken = uses.filter(({ value }) => value.eventId === id);
      const left = (await this.database.shelf.toArray()).filter(
        ({ value }) => value.cutBy === id && !uses.some((use) => use.value.canId === value.id),
      );
      const made = trials.filter(
        ({ value }) => value.step?.pieceId === event.value.pieceId && value.step.stepId === stepId,
      );
      return [
        { table: 'events', id, before: event.value, after: null },
        ...made.map((trial): RecordChange => ({ table: 'trials', id: trial.id, before: trial.value, after: null })),
        ...taken.map((use): RecordChange => ({ table: 'uses', id: use.id, before: use.value, after: null })),
        ...left.map((can): RecordChange => ({ table: 'shelf', id: can.id, before: can.value, after: null })),
      ];
    });
  }

  /** Adds a row, or puts another in its place: a figure or product of the user's own, a trial. */
  keep(table: OwnList, values: readonly OwnValue[], name: string) {
    return this.keeper.keep(name, () =>
      Promise.all(
        values.map(async (after): Promise<RecordChange> => {
          const id = idIn(table, after);
          return { table, id, before: (await this.database[table].get(id))?.value ?? null, after };
        }),
      ),
    );
  }

  /** Takes rows away, of several tables at once where they belong together. */
  drop(rows: readonly { readonly table: OwnList; readonly id: string }[], name: string) {
    return this.keeper.keep(name, async () => {
      const found = await Promise.all(
        rows.map(async ({ table, id }) => ({ table, id, before: (await this.database[table].get(id))?.value ?? null })),
      );
      return found.flatMap((row): RecordChange[] => (row.before ? [{ ...row, after: null }] : []));
    });
  }

  async readWorkspace(): Promise<Workspace> {
    return workspaceOf(await this.readBench(), (await this.readArtworks()).records);
  }

  /** Puts a whole workspace in place of what is there, in one step that undo takes back; all or nothing. */
  replaceWorkspace(workspace: Workspace, name: string): Promise<void> {
    return this.keeper.keep(name, async () => {
      const now = await this.readWorkspace();
      return [
        ...RECORD_NAMES.flatMap((table) => differencesOf(table, now[table], workspace[table])),
        { table: 'settings', id: SETTINGS_ID, before: now.settings, after: workspace.settings },
      ];
    });
  }

  /** Lays pieces with their marks and drawings out beside what is there, in place of those of the same ids. */
  layOut(
    scene: Pick<Workspace, 'pieces' | 'events' | 'artworks'> & Partial<Pick<Workspace, 'shelf' | 'uses'>>,
    name: string | null = null,
  ): Promise<void> {
    return this.keeper.keep(name, async () => {
      const { pieces, events, artworks, shelf = [], uses = [] } = scene;
      const now = await this.readWorkspace();
      const canIds = new Set(shelf.map(({ id }) => id));
      const [ids, artworkIds] = [pieces, artworks].map((some) => new Set(some.map(({ id }) => id))) as [
        Set<string>,
        Set<string>,
      ];
      return [
        ...differencesOf(
          'artworks',
          now.artworks.filter(({ id }) => artworkIds.has(id)),
          artworks,
        ),
        ...differencesOf(
          'pieces',
          now.pieces.filter(({ id }) => ids.has(id)),
          pieces,
        ),
        ...differencesOf(
          'events',
          now.events.filter(({ pieceId }) => pieceId !== null && ids.has(pieceId)),
          events,
        ),
        ...differencesOf(
          'shelf',
          now.shelf.filter(({ id }) => canIds.has(id)),
          shelf,
        ),
        ...differencesOf(
          'uses',
          now.uses.filter(({ canId }) => canIds.has(canId)),
          uses,
        ),
      ];
    });
  }

  /**
   * Lays the first scene out on a bench that is empty, without its drawings, and notes the first start: both or neither.
   *
   * @param scene null where the bench is not empty: then only the start is noted
   */
  layOutFirst(scene: Workspace | null, startedAt: string): Promise<void> {
    const { pieces, events, artworks, shelf, uses } = scene ?? NOTHING;
    return this.keeper.keep(
      null,
      async () => {
        // another tab may have been quicker
        if (await this.database.facts.get('started')) return [];
        await this.database.facts.put({ id: 'started', value: startedAt });
        if (artworks.length) await this.database.facts.put({ id: 'drawingsToCome', value: startedAt });
        return [
          ...differencesOf('pieces', [], pieces),
          ...differencesOf('events', [], events),
          ...differencesOf('shelf', [], shelf),
          ...differencesOf('uses', [], uses),
        ];
      },
      new Set(artworks.map(({ id }) => id)),
    );
  }

  /** Whether the first scene still lacks its drawings: its start was interrupted, or is not through yet. */
  async hasDrawingsToCome(): Promise<boolean> {
    return (await this.database.facts.get('drawingsToCome')) !== undefined;
  }

  /** Lays out the drawings that the first scene came without, as far as its pieces still use them. */
  layOutDrawings(artworks: readonly ArtworkRecord[]): Promise<void> {
    return this.keeper.keep(null, async () => {
      const used = artworkIdsOf((await this.readBench()).pieces.map(({ value }) => value));
      const there = new Set(await this.database.artworks.toCollection().primaryKeys());
      await this.database.facts.delete('drawingsToCome');
      return differencesOf(
        'artworks',
        [],
        artworks.filter(({ id }) => used.has(id) && !there.has(id)),
      );
    });
  }

  /** Takes pieces away, with their marks and the drawings that no other piece uses, and things off the shelf. */
  takeAway(pieceIds: ReadonlySet<string>, canIds: ReadonlySet<string>, name: string): Promise<void> {
    return this.keeper.keep(name, async () => {
      const { pieces, artworks, shelf } = await this.readWorkspace();
      const gone = pieces.filter(({ id }) => pieceIds.has(id));
      const stays = artworkIdsOf(pieces.filter(({ id }) => !pieceIds.has(id)));
      const loose = artworkIdsOf(gone);
      return [
        ...differencesOf('pieces', gone, []),
        ...differencesOf(
          'artworks',
          artworks.filter(({ id }) => loose.has(id) && !stays.has(id)),
          [],
        ),
        ...differencesOf(
          'shelf',
          shelf.filter(({ id }) => canIds.has(id)),
          [],
        ),
      ];
    });
  }

  /** Drops a record that cannot be read, for good. */
  dropBad({ table, id }: Pick<BadRecord, 'table' | 'id'>): Promise<void> {
    return this.keeper.keep(null, async () => {
      const before = (await this.database[table].get(id))?.value;
      return before === undefined ? [] : [{ table, id, before, after: null }];
    });
  }

  async noteExported(at: string): Promise<void> {
    await this.database.facts.put({ id: 'exportedAt', value: at });
  }

  /** What this page still holds, where the storage behind it was cleared. */
  heldWorkspace(bench: Bench): Workspace {
    const pieces = bench.pieces.map(({ value }) => value);
    const used = artworkIdsOf(pieces);
    const artworks = [...this.heldArtworks.values()].filter(({ id }) => used.has(id));
    // a drawing that this page never read is gone: its design is told by its facts alone
    const there = new Set(artworks.map(({ id }) => id));
    return { ...workspaceOf(bench, artworks), pieces: pieces.map((piece) => withoutLostDrawings(piece, there)) };
  }

  /** Puts what this page still holds back into storage that was cleared. */
  async putBack(bench: Bench): Promise<void> {
    const workspace = this.heldWorkspace(bench);
    this.held = null;
    await this.replaceWorkspace(workspace, 'putting back what was cleared');
    await this.database.facts.put({ id: 'started', value: new Date().toISOString() });
  }

  /** Keeps a station's newest forecast for when it does not answer; no part of the workspace. */
  async keepForecast(station: string, text: string): Promise<void> {
    await this.database.forecasts.put({ id: station, value: text });
  }

  async lastForecast(station: string): Promise<string | null> {
    return (await this.database.forecasts.get(station))?.value ?? null;
  }

  /** Keeps the plan that was found last; no part of the workspace. */
  async keepPlan(plan: Omit<KeptPlan, 'id'>): Promise<void> {
    await this.database.plans.put({ ...plan, id: 'week' });
  }

  async lastPlan(): Promise<KeptPlan | null> {
    return (await this.database.plans.get('week')) ?? null;
  }

  get nextUndo(): string | null {
    return this.keeper.nextUndo;
  }

  onUndoChange(listener: () => void): () => void {
    return this.keeper.onUndoChange(listener);
  }

  /** Finds what could be taken back before this tab was loaded again. */
  findUndo(): Promise<void> {
    return this.keeper.findUndo();
  }

  /** Forgets what tabs that are long gone could have taken back. */
  forgetOldUndo(now: Date): Promise<void> {
    return this.keeper.forgetOld(now);
  }

  /** Takes the last change back, once those under way are kept; null where there was none. */
  undo(): Promise<Undone | null> {
    return this.keeper.undo();
  }

  private async editedPiece(id: string, revision: number, edit: Edit<Piece>): Promise<RecordChange> {
    const kept = await this.database.pieces.get(id);
    if (!kept) throw changedElsewhere('This piece was deleted meanwhile.');
    this.keeper.refuseForeign('pieces', kept, revision);
    return { table: 'pieces', id, before: kept.value, after: edit(kept.value) };
  }

  private async editedSettings(revision: number, edit: Edit<Settings>): Promise<RecordChange> {
    const kept = await this.database.settings.get(SETTINGS_ID);
    if (kept) this.keeper.refuseForeign('settings', kept, revision);
    const value = kept?.value ?? plainSettings(this.zone());
    return { table: 'settings', id: SETTINGS_ID, before: kept?.value ?? null, after: edit(value) };
  }
}

const artworkIdsOf = (pieces: readonly Piece[]): Set<string | null> =>
  new Set(pieces.flatMap(({ parts }) => parts.flatMap(({ designs }) => designs.map(({ artworkId }) => artworkId))));

const withoutLostDrawings = (piece: Piece, there: ReadonlySet<string>): Piece => ({
  ...piece,
  parts: piece.parts.map((part) => ({
    ...part,
    designs: part.designs.map((design) =>
      design.artworkId === null || there.has(design.artworkId) ? design : { ...design, artworkId: null },
    ),
  })),
});

const idIn = <Name extends ListName>(table: Name, value: RecordOf<Name>): string =>
  (RECORDS[table].idOf as (value: RecordOf<Name>) => string)(value);

const differencesOf = <Name extends ListName>(
  table: Name,
  before: readonly RecordOf<Name>[],
  after: readonly RecordOf<Name>[],
): RecordChange[] => {
  const ids = new Set(after.map((value) => idIn(table, value)));
  const former = new Map(before.map((value) => [idIn(table, value), value]));
  return [
    ...[...former]
      .filter(([id]) => !ids.has(id))
      .map(([id, value]): RecordChange => ({ table, id, before: value, after: null })),
    ...after.map((value): RecordChange => {
      const id = idIn(table, value);
      return { table, id, before: former.get(id) ?? null, after: value };
    }),
  ];
};

const workspaceOf = (bench: Bench, artworks: readonly ArtworkRecord[]): Workspace => ({
  version: WORKSPACE_VERSION,
  catalogueVersion: CATALOGUE_VERSION,
  pieces: bench.pieces.map(({ value }) => value),
  events: [...bench.events],
  settings: bench.settings.value,
  overrides: [...bench.overrides],
  ownProducts: [...bench.ownProducts],
  trials: [...bench.trials],
  shelf: [...bench.shelf.cans],
  uses: [...bench.shelf.uses],
  artworks: [...artworks],
});
