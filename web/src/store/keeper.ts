import type { Table } from 'dexie';
import {
  catalogue,
  gate,
  LED_TO,
  MS_PER_DAY,
  ofNone,
  readRecord,
  RECORD_NAMES,
  takenBack,
  type Problem,
  type RecordChange,
  type RecordName,
  type RecordOf,
  type Standing,
  type TableName,
} from '@sgraffa/core';
import isSame from 'fast-deep-equal';
import type { BenchDatabase, Kept } from './db.ts';
import type { RowReader } from './rows.ts';

/** Thrown inside a transaction to leave it undone; its problems are shown. */
export class RefusedError extends Error {
  constructor(readonly problems: readonly Problem[]) {
    super(problems.map(({ given }) => given).join(' '));
  }
}

/** Another tab was quicker: nothing was kept. */
export class ConflictError extends RefusedError {}

export const changedElsewhere = (given: string): ConflictError =>
  new ConflictError([
    {
      code: 'changed-elsewhere',
      given,
      allowed: 'a change made from what is kept now.',
      todo: 'What the other tab saved is shown now; make your change again.',
    },
  ]);

/** A change that was taken back. */
export interface Undone {
  readonly name: string;
  /** What another tab changed since, and what is still used: it stays. */
  readonly stays: readonly Stay[];
}
export interface Stay {
  readonly table: TableName;
  readonly id: string;
  /** Paths of its fields; none where the whole record stays. */
  readonly fields: readonly string[];
  readonly why: 'changed-since' | 'in-use';
}

export const MOST_UNDO = 50;
/** So long is kept what a tab could take back that does not come again. */
const UNDO_DAYS = 7;
/** The fact that counts the revisions that were given. */
export const REVISION = 'revision';
const NO_COUNTS = Object.fromEntries(RECORD_NAMES.map((name) => [name, 0])) as Record<RecordName, number>;

/** A record that a transaction wrote, with the revision before. */
interface Made {
  readonly table: TableName;
  readonly id: string;
  readonly revision: number;
  readonly before: number;
  readonly value: unknown;
}

type Worked = () => Promise<readonly RecordChange[]>;

/** Keeps changes of the bench, each in one transaction, all or nothing, through the gate; one object per tab. */
export class Keeper {
  private readonly listeners = new Set<() => void>();
  /** Revisions that this tab has made, each with the one before it: `table id revision`. */
  private readonly own = new Map<string, number>();
  /** What this tab is still keeping; the next change waits for it. */
  private turn: Promise<unknown> = Promise.resolve();
  private next: string | null = null;

  constructor(
    private readonly database: BenchDatabase,
    private readonly rows: RowReader,
    private readonly tab: string,
    /** Called in every transaction before anything is written; throws where nothing may be. */
    private readonly mayWrite: () => Promise<void> = async () => undefined,
    /** Called with every record that has been written or taken away. */
    private readonly wrote: (table: TableName, id: string, value: unknown) => void = () => undefined,
  ) {}

  /** What undo would take back; null: nothing. */
  get nextUndo(): string | null {
    return this.next;
  }

  onUndoChange(listener: () => void): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  /** Finds what this tab could take back before it was loaded again. */
  async findUndo(): Promise<void> {
    this.next = (await this.lastUndo())?.name ?? null;
    this.tell();
  }

  /** Lets this tab's own quick changes pass, and stops at one that another tab made since. */
  refuseForeign(table: TableName, kept: Kept<unknown>, revision: number): void {
    for (let at = kept.revision; at !== revision;) {
      const before = this.own.get(`${table} ${kept.id} ${at}`);
      if (before === undefined || before < revision)
        throw changedElsewhere('This was changed in another tab meanwhile.');
      at = before;
    }
  }

  /**
   * Works a change out and keeps it, after whatever this tab is still keeping.
   *
   * @param name what undo calls it; null: undo does not show it
   * @param toCome ids of drawings that follow by themselves: what leads to them is not broken
   * @throws RefusedError where the gate has something against it, ConflictError where another tab was quicker: nothing is kept then
   */
  keep(name: string | null, worked: Worked, toCome: ReadonlySet<string> = new Set()): Promise<void> {
    return this.inTurn(async () => {
      const made: Made[] = [];
      const kept = await this.database.transaction('rw', this.database.tables, async () => {
        const changes = await this.kept(await worked(), made, toCome);
        if (name !== null && changes.length) await this.noteUndo(name, changes);
        return changes;
      });
      this.noteMade(made);
      if (name === null || !kept.length) return;
      this.next = name;
      this.tell();
    });
  }

  /**
   * Takes this tab's last change back, field by field, once those under way are kept.
   *
   * @returns null where there was none
   * @throws RefusedError where what would come back may not be kept; the change is forgotten then, so that those before it can be reached
   */
  undo(): Promise<Undone | null> {
    return this.inTurn(async () => {
      try {
        return await this.takeBack(false);
      } catch (error) {
        if (!(error instanceof RefusedError)) throw error;
        if (error.problems.every(({ code }) => code === 'in-use')) return this.takeBack(true);
        await this.forgetLast();
        throw error;
      } finally {
        await this.findUndo();
      }
    });
  }

  private async takeBack(keepsUsed: boolean): Promise<Undone | null> {
    const made: Made[] = [];
    const undone = await this.database.transaction('rw', this.database.tables, async () => {
      const change = await this.lastUndo();
      if (!change) return null;
      await this.database.undos.delete(change.seq!);
      const stays: Stay[] = [];
      const changes: RecordChange[] = [];
      for (const { table, id, before, after } of change.differences) {
        const now = (await this.table(table).get(id))?.value ?? null;
        const { value, stays: fields } = takenBack(before, after, now);
        if (fields.length) stays.push({ table, id, fields: fields.filter(Boolean), why: 'changed-since' });
        if (keepsUsed && value === null && table !== 'pieces' && table in LED_TO)
          stays.push({ table, id, fields: [], why: 'in-use' });
        else if (!isSame(now, value)) changes.push({ table, id, before: now, after: value });
      }
      await this.kept(await this.withoutLoose(changes), made);
      return { name: change.name, stays };
    });
    this.noteMade(made);
    return undone;
  }

  /** A change without marks that would come back to a piece that does not. */
  private async withoutLoose(changes: readonly RecordChange[]): Promise<readonly RecordChange[]> {
    const ids = new Set(await this.database.pieces.toCollection().primaryKeys());
    for (const { table, id, after } of changes) if (table === 'pieces') ids[after === null ? 'delete' : 'add'](id);
    return changes.filter(({ table, after }) => {
      const pieceId = table === 'events' ? (after as RecordOf<'events'> | null)?.pieceId : undefined;
      return typeof pieceId !== 'string' || ids.has(pieceId);
    });
  }

  /** Notes what a transaction that is through has written. */
  private noteMade(made: readonly Made[]): void {
    for (const { table, id, revision, before, value } of made) {
      this.own.set(`${table} ${id} ${revision}`, before);
      if (value !== null) this.rows.note(table, id, revision, value);
      this.wrote(table, id, value);
    }
  }

  /** Forgets what tabs that are long gone could have taken back. */
  async forgetOld(now: Date): Promise<void> {
    const oldest = new Date(now.getTime() - UNDO_DAYS * MS_PER_DAY).toISOString();
    await this.database.undos.filter(({ at }) => at < oldest).delete();
  }

  private lastUndo() {
    return this.database.undos.where('tab').equals(this.tab).last();
  }

  private async forgetLast(): Promise<void> {
    const last = await this.lastUndo();
    if (last) await this.database.undos.delete(last.seq!);
  }

  private async noteUndo(name: string, differences: readonly RecordChange[]): Promise<void> {
    await this.database.undos.add({ tab: this.tab, at: new Date().toISOString(), name, differences });
    const own = await this.database.undos.where('tab').equals(this.tab).primaryKeys();
    await this.database.undos.bulkDelete(own.slice(0, Math.max(0, own.length - MOST_UNDO)));
  }

  private table(table: TableName): Table<Kept<unknown>, string> {
    return this.database[table] as unknown as Table<Kept<unknown>, string>;
  }

  /** Puts a change through the gate and into the tables; runs inside a transaction, which a refusal leaves undone. */
  private async kept(
    asked: readonly RecordChange[],
    made: Made[],
    toCome: ReadonlySet<string> = new Set(),
  ): Promise<readonly RecordChange[]> {
    await this.mayWrite();
    const whole = await this.withUses(await this.withMarks(asked));
    const changes = whole.map(readChange).filter(({ before, after }) => !isSame(before, after));
    if (!changes.length) return changes;
    let given = Number((await this.database.facts.get(REVISION))?.value ?? 0);
    for (const table of new Set(changes.map((change) => change.table))) {
      const own = changes.filter((change) => change.table === table);
      const rows = this.table(table);
      const former = await rows.bulkGet(own.map(({ id }) => id));
      const written = own.map(({ id, after }, index): Made => {
        const before = former[index]?.revision ?? 0;
        given = Math.max(given, before) + 1;
        return { table, id, revision: given, before, value: after };
      });
      const [gone, kept] = [
        written.filter(({ value }) => value === null),
        written.filter(({ value }) => value !== null),
      ];
      if (gone.length) await rows.bulkDelete(gone.map(({ id }) => id));
      if (kept.length) await rows.bulkPut(kept.map(({ id, revision, value }) => ({ id, revision, value })));
      made.push(...written);
    }
    await this.database.facts.put({ id: REVISION, value: String(given) });
    const checked = gate(changes, await this.standing(changes, toCome), catalogue());
    if (!checked.ok) throw new RefusedError(checked.problems);
    return changes;
  }

  /** The change with what was taken from every can that it takes away. */
  private async withUses(changes: readonly RecordChange[]): Promise<readonly RecordChange[]> {
    const gone = new Set(changes.flatMap(({ table, id, after }) => (table === 'shelf' && after === null ? [id] : [])));
    if (!gone.size) return changes;
    const named = new Set(changes.flatMap(({ table, id }) => (table === 'uses' ? [id] : [])));
    const uses = (await this.database.uses.toArray()).filter(
      ({ id, value }) => gone.has(value?.canId) && !named.has(id),
    );
    return [
      ...changes,
      ...uses.map(({ id, value }): RecordChange => ({ table: 'uses', id, before: value, after: null })),
    ];
  }

  /**
   * The change with the marks of every piece that it takes away: a mark of nothing is never left. What was measured or tested with it, or
   * with a can that goes, is known all the same.
   */
  private async withMarks(changes: readonly RecordChange[]): Promise<readonly RecordChange[]> {
    const goneFrom = (name: TableName) =>
      new Set(changes.flatMap(({ table, id, after }) => (table === name && after === null ? [id] : [])));
    const [pieces, cans] = [goneFrom('pieces'), goneFrom('shelf')];
    if (!pieces.size && !cans.size) return changes;
    const named = new Set(changes.flatMap(({ table, id }) => (table === 'events' ? [id] : [])));
    const rows = (await this.database.events.toArray()).filter(({ id }) => !named.has(id));
    return [
      ...changes,
      ...rows.flatMap(({ id, value }): RecordChange[] => {
        const ofPiece = pieces.has(value?.pieceId ?? '');
        const ofCan = value?.kind === 'cutTested' && cans.has(value.canId ?? '');
        if (!ofPiece && !ofCan) return [];
        const stays = value.kind === 'measured' || value.kind === 'cutTested';
        return [{ table: 'events', id, before: value, after: stays ? ofNone(value, ofPiece, ofCan) : null }];
      }),
    ];
  }

  /** What stands now that the change is in the tables, as far as it can break it. */
  private async standing(changes: readonly RecordChange[], toCome: ReadonlySet<string>): Promise<Standing> {
    const { pieces, events, trials, shelf, uses, artworks, ownProducts, overrides } = this.database;
    const changed = new Set(changes.map(({ table, id }) => `${table} ${id}`));
    // what the change itself put there may yet be undone: it is not noted as read
    const good = async <Name extends TableName>(name: Name, rows: Promise<readonly (Kept<unknown> | undefined)[]>) => [
      ...this.rows
        .rows(
          name,
          (await rows).filter((row) => row !== undefined && !changed.has(`${name} ${row.id}`)) as Kept<unknown>[],
          [],
        )
        .map(({ value }) => value),
      ...changes.flatMap(({ table, after }) => (table === name && after !== null ? [after as RecordOf<Name>] : [])),
    ];
    const isGone = changes.some(({ table, after }) => after === null && table in LED_TO);
    const isUsing =
      isGone || changes.some(({ table, after }) => (table === 'uses' || table === 'events') && after !== null);
    const marked = changes.flatMap(({ table, after }) => {
      const pieceId = table === 'events' ? (after as RecordOf<'events'> | null)?.pieceId : null;
      return typeof pieceId === 'string' ? [pieceId] : [];
    });
    const counts = { ...NO_COUNTS };
    for (const name of new Set(changes.map(({ table }) => table)))
      if (name !== 'settings') counts[name] = await this.database[name].count();
    let artworkCharacters = 0;
    if (changes.some(({ table, after }) => table === 'artworks' && after !== null))
      await artworks.each(({ value }) => void (artworkCharacters += value?.svg?.length ?? 0));
    return {
      ownProducts: await good('ownProducts', ownProducts.toArray()),
      overrides: await good('overrides', overrides.toArray()),
      artworkIds: new Set([...(await artworks.toCollection().primaryKeys()), ...toCome]),
      artworkCharacters,
      counts,
      pieces: await good('pieces', isGone ? pieces.toArray() : pieces.bulkGet(marked)),
      events: isGone ? await good('events', events.toArray()) : [],
      trials: isGone ? await good('trials', trials.toArray()) : [],
      shelf: isGone ? await good('shelf', shelf.toArray()) : [],
      canIds: new Set(isUsing ? await shelf.toCollection().primaryKeys() : []),
      uses: isGone ? await good('uses', uses.toArray()) : [],
    };
  }

  private inTurn<Result>(task: () => Promise<Result>): Promise<Result> {
    const run = this.turn.then(task, task);
    this.turn = run.catch(() => undefined);
    return run;
  }

  private tell(): void {
    for (const listener of this.listeners) listener();
  }
}

/** A change as it is kept: the record as its schema gives it. */
const readChange = (change: RecordChange): RecordChange => {
  if (change.after === null) return change;
  const read = readRecord(change.table, change.after, 'It was not kept; what was there before stands.');
  if (!read.ok) throw new RefusedError(read.problems);
  return { ...change, after: read.value };
};
