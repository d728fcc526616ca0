import Dexie, { type DexieOptions, type Table } from 'dexie';
import {
  artworkRecordSchema,
  eventSchema,
  kindEach,
  oneSizeEach,
  onTheShelf,
  onePartEach,
  pieceSchema,
  settingsSchema,
  trialSchema,
  unsaidAgain,
  type ArtworkRecord,
  type BenchEvent,
  type Can,
  type CanUse,
  type Override,
  type OwnProduct,
  type Piece,
  type RecordChange,
  type Settings,
  type Trial,
} from '@sgraffa/core';
import { DATABASE } from './names.ts';

/** A record with the number of times it was saved: how two tabs notice that they both changed it. */
export interface Kept<Value> {
  readonly id: string;
  readonly revision: number;
  readonly value: Value;
}

/** A picture as it was scaled down. */
export interface Picture {
  readonly id: string;
  readonly takenAt: string;
  readonly blob: Blob;
}

/** A change that can be taken back: what it is called, and each record before and after it. */
export interface UndoRow {
  readonly seq?: number;
  /** The tab that made it. */
  readonly tab: string;
  readonly at: string;
  readonly name: string;
  readonly differences: readonly RecordChange[];
}

/** A plan as it was found, with what it was found from. */
export interface KeptPlan {
  readonly id: 'week';
  /** The start and the revision of the bench; another is another bench. */
  readonly startedAt: string | null;
  readonly revision: number;
  /** The build of the application that made it: another may make another. */
  readonly build: string;
  readonly at: string;
  readonly answer: unknown;
}

/** Tables and their versions, on one page. */
export class BenchDatabase extends Dexie {
  pieces!: Table<Kept<Piece>, string>;
  events!: Table<Kept<BenchEvent>, string>;
  /** One row, `settings`. */
  settings!: Table<Kept<Settings>, string>;
  /** The user's own figures, by the path of the figure; products; trials. */
  overrides!: Table<Kept<Override>, string>;
  ownProducts!: Table<Kept<OwnProduct>, string>;
  trials!: Table<Kept<Trial>, string>;
  artworks!: Table<Kept<ArtworkRecord>, string>;
  /** What is on the shelf, and what was taken from it. */
  shelf!: Table<Kept<Can>, string>;
  uses!: Table<Kept<CanUse>, string>;
  /** The last forecast of each station, as text: read where the station does not answer. */
  forecasts!: Table<{ id: string; value: string }, string>;
  /** The last changes of each tab, so that undo survives a reload. */
  undos!: Table<UndoRow, number>;
  /** Alarms that rang on this device, with when: no other tab rings them again. */
  rung!: Table<{ id: string; at: string }, string>;
  /** Pictures, beside the document: events name them. */
  pictures!: Table<Picture, string>;
  /** The last plan that was found, for the first picture of a page: it follows from the rest and is made anew at once. */
  plans!: Table<KeptPlan, string>;
  /** Facts about the store itself: `started` once the first start is through, `exportedAt`, the last `revision` that was given. */
  facts!: Table<{ id: string; value: string }, string>;

  constructor(name = DATABASE, options: DexieOptions = {}) {
    super(name, options);
    this.version(1).stores({ pieces: 'id', events: 'id', settings: 'id', facts: 'id' });
    // 2: the user's own figures, products and trials, artworks; what pieces and settings can say since then is filled in
    this.version(2)
      .stores({ overrides: 'id', ownProducts: 'id', trials: 'id', artworks: 'id', forecasts: 'id' })
      .upgrade(async (upgrade) => {
        const filled =
          (schema: typeof pieceSchema | typeof settingsSchema) =>
          (row: { value: unknown }): void => {
            row.value = schema.safeParse(row.value).data ?? row.value;
          };
        await upgrade.table('pieces').toCollection().modify(filled(pieceSchema));
        await upgrade.table('settings').toCollection().modify(filled(settingsSchema));
      });
    // 3: what nobody has said is unknown and no longer harmless
    this.version(3).upgrade((upgrade) =>
      upgrade
        .table('pieces')
        .toCollection()
        .modify((row: { value: unknown }) => {
          const piece = unsaidAgain(row.value);
          row.value = pieceSchema.safeParse(piece).data ?? piece;
        }),
    );
    // 4: changes that can be taken back after a reload
    this.version(4).stores({ undos: '++seq, tab' });
    // 5: one part a piece; what a trial came to
    this.version(5).upgrade(async (upgrade) => {
      const rowsOf = (name: string) => upgrade.table(name).toArray() as Promise<Kept<unknown>[]>;
      const [pieces, events] = await Promise.all([rowsOf('pieces'), rowsOf('events')]);
      const values = (rows: readonly Kept<unknown>[]) => rows.map(({ value }) => value);
      const split = onePartEach({ pieces: values(pieces), events: values(events) }) as {
        pieces: unknown[];
        events: unknown[];
      };
      const kept = (rows: readonly Kept<unknown>[], now: readonly unknown[]): Kept<unknown>[] =>
        now.map((value) => {
          const { id } = value as { id: string };
          return { id, revision: rows.find((row) => row.id === id)?.revision ?? 1, value };
        });
      await upgrade.table('pieces').bulkPut(kept(pieces, split.pieces));
      await upgrade.table('events').bulkPut(kept(events, split.events));
      await upgrade
        .table('trials')
        .toCollection()
        .modify((row: { value: unknown }) => {
          row.value = trialSchema.safeParse(row.value).data ?? row.value;
        });
    });
    // 6: the clear size is the measured area's; how a design is cut, and where labels stand
    this.version(6).upgrade(async (upgrade) => {
      await upgrade
        .table('pieces')
        .toCollection()
        .modify((row: { value: unknown }) => {
          const [piece] = oneSizeEach({ pieces: [row.value] })['pieces'] as [unknown];
          row.value = pieceSchema.safeParse(piece).data ?? piece;
        });
      await upgrade
        .table('artworks')
        .toCollection()
        .modify((row: { value: unknown }) => {
          row.value = artworkRecordSchema.safeParse(row.value).data ?? row.value;
        });
      // changes of the older form could not be taken back into the newer one
      await upgrade.table('undos').clear();
    });
    // 7: what is on the shelf are cans of their own, and no longer a list in the settings
    this.version(7)
      .stores({ shelf: 'id', uses: 'id' })
      .upgrade(async (upgrade) => {
        const settings = upgrade.table('settings');
        for (const row of (await settings.toArray()) as Kept<unknown>[]) {
          const moved = onTheShelf({ settings: row.value }) as { settings: unknown; shelf: { id: string }[] };
          await upgrade.table('shelf').bulkPut(moved.shelf.map((value) => ({ id: value.id, revision: 1, value })));
          await settings.put({ ...row, value: settingsSchema.safeParse(moved.settings).data ?? moved.settings });
        }
        await upgrade.table('undos').clear();
      });
    // 8: marks are events of several kinds; alarms that rang on this device; pictures beside the document
    this.version(8)
      .stores({ rung: 'id', pictures: 'id', plans: 'id' })
      .upgrade(async (upgrade) => {
        await upgrade
          .table('events')
          .toCollection()
          .modify((row: { value: unknown }) => {
            const [event] = kindEach({ events: [row.value] })['events'] as [unknown];
            row.value = eventSchema.safeParse(event).data ?? event;
          });
        await upgrade.table('undos').clear();
      });
    // 9: how cards are printed
    this.version(9).upgrade(async (upgrade) => {
      await upgrade
        .table('settings')
        .toCollection()
        .modify((row: { value: unknown }) => {
          row.value = settingsSchema.safeParse(row.value).data ?? row.value;
        });
    });
    // 10: a design may be wanted in a colour: a tab of an older version would drop it
    this.version(10).stores({});
  }
}
