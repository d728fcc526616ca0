import Dexie from 'dexie';
import { followed } from '../ui/followed.ts';
import { noteFirstPicture } from '../ui/quiet.ts';

/** What the database of this device is called. */
export const DATABASE = 'sgraffa';

/** What the list shows of a piece in its first picture. */
export interface NamedPiece {
  readonly id: string;
  readonly name: string;
  readonly quantity: number;
}

const named = ({ id, value }: { readonly id: string; readonly value: unknown }): readonly NamedPiece[] => {
  const { name, quantity } = (value ?? {}) as { readonly name?: unknown; readonly quantity?: unknown };
  return typeof name === 'string' ? [{ id, name, quantity: typeof quantity === 'number' ? quantity : 1 }] : [];
};

/**
 * The names of the pieces as they are kept, by whatever version of the application, before anything is checked; none where there is no
 * database, which is never made here.
 */
export const readNames = async (database = DATABASE): Promise<readonly NamedPiece[]> => {
  if (!(await Dexie.getDatabaseNames()).includes(database)) return [];
  const db = await new Dexie(database).open();
  try {
    return (await db.table('pieces').toArray()).flatMap(named);
  } finally {
    db.close();
  }
};

/** Longest that the first picture is kept waiting for the names, ms; those that come later are shown when they do. */
const LONGEST_MS = 500;

const firstNames = followed<readonly NamedPiece[]>([]);

/** Reads the names for the first picture of the list; no other page shows them, and none is kept waiting. */
export const readFirstNames = async (path: string): Promise<void> => {
  if (!/^\/(pieces\/?)?$/.test(path)) return noteFirstPicture();
  const read = readNames().then(firstNames.set, () => undefined);
  await Promise.race([read, new Promise((done) => setTimeout(done, LONGEST_MS))]);
};

/** The names for the first picture; none where they could not be read, or the page was opened elsewhere. */
export const useFirstNames = firstNames.useValue;
