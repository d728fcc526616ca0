import Dexie, { type Table } from 'dexie';
import type { BenchEvent, Piece, Settings } from '@sgraffa/core';

/** A record with the number of times it was saved: how two tabs notice that they both changed it. */
export interface Kept<Value> {
  readonly id: string;
  readonly revision: number;
  readonly value: Value;
}

/** Tables and their versions, on one page. */
export class BenchDatabase extends Dexie {
  pieces!: Table<Kept<Piece>, string>;
  events!: Table<Kept<BenchEvent>, string>;
  /** One row, `settings`. */
  settings!: Table<Kept<Settings>, string>;
  /** Facts about the store itself: `started` once the first start is through, `exportedAt`. */
  facts!: Table<{ id: string; value: string }, string>;

  constructor(name = 'sgraffa') {
    super(name);
    this.version(1).stores({ pieces: 'id', events: 'id', settings: 'id', facts: 'id' });
  }
}
