import { mendedPiece, readRecord, type Catalogue, type Problem, type RecordOf, type TableName } from '@sgraffa/core';
import type { Kept } from './db.ts';

/** A record that is kept and cannot be read: it is shown with its reason, and everything else goes on. */
export interface BadRecord {
  readonly table: TableName;
  readonly id: string;
  /** As it lies in the browser. */
  readonly value: unknown;
  readonly problems: readonly Problem[];
}

interface Read {
  readonly revision: number;
  readonly value: unknown;
  readonly problems: readonly Problem[];
}

const TODO = 'Save it as a file and drop it; the other pieces go on without it.';

/** Reads rows of the browser's storage once per revision: the same row gives the same object, and a bad one its reasons. */
export class RowReader {
  private readonly read = new Map<string, Read>();

  /** Forgets what was read: revisions of another storage mean something else. */
  forget(): void {
    this.read.clear();
  }

  /** Notes a row that was written just now: it need not be read again. */
  note(table: TableName, id: string, revision: number, value: unknown): void {
    this.read.set(`${table} ${id}`, { revision, value, problems: [] });
  }

  row<Name extends TableName>(table: Name, row: Kept<unknown>): Read {
    const key = `${table} ${row.id}`;
    const before = this.read.get(key);
    if (before?.revision === row.revision) return before;
    const outcome = readRecord(table, row.value, TODO);
    const now: Read = outcome.ok
      ? { revision: row.revision, value: outcome.value, problems: [] }
      : { revision: row.revision, value: row.value, problems: outcome.problems };
    this.read.set(key, now);
    return now;
  }

  /** The good rows of a table; the bad ones go to `bad`. */
  rows<Name extends TableName>(table: Name, rows: readonly Kept<unknown>[], bad: BadRecord[]): Kept<RecordOf<Name>>[] {
    return rows.flatMap((row) => {
      const { value, problems, revision } = this.row(table, row);
      if (problems.length === 0) return [{ id: row.id, revision, value: value as RecordOf<Name> }];
      bad.push({ table, id: row.id, value, problems });
      return [];
    });
  }
}

/** Parts the pieces whose material the catalogue does not know from the others: nothing can be worked out for them. */
export const standing = (
  pieces: readonly Kept<RecordOf<'pieces'>>[],
  catalogue: Catalogue,
  bad: BadRecord[],
): Kept<RecordOf<'pieces'>>[] => {
  // drawings are not looked for: a design without its artwork is told by its facts
  const known = {
    catalogue,
    artworkIds: { has: () => true } as unknown as Set<string>,
    canIds: new Set<string>(),
    partsOf: new Map(),
  };
  return pieces.filter(({ id, value }) => {
    const { value: mended, broken } = mendedPiece(value, known, '');
    if (mended) return true;
    bad.push({
      table: 'pieces',
      id,
      value,
      problems: broken.map(({ code, at, given, allowed }) => ({
        code,
        given,
        allowed,
        todo: TODO,
        ...(at ? { at } : {}),
      })),
    });
    return false;
  });
};
