import { followed } from '../ui/followed.ts';
import { startBench } from './start.ts';
import { troubleOf, type Trouble } from './trouble.ts';
import { ClearedError, type Bench } from './workspaceStore.ts';

interface ReadTrouble {
  readonly trouble: Trouble;
  /** What this page still holds of a bench that was cleared under it. */
  readonly held: Bench | null;
}

const trouble = followed<ReadTrouble | null>(null);

/** Tells what keeps the bench from being read. */
export const noteUnread = (error: unknown): void =>
  trouble.set({
    trouble: troubleOf(error),
    held: error instanceof ClearedError ? error.held : (trouble.get()?.held ?? null),
  });

/** Tells that the bench can be read again. */
export const noteRead = (): void => trouble.set(null);

/** What keeps the storage from being read, with what this page still holds of it; null where nothing does. */
export const useReadTrouble = trouble.useValue;

/** Opens the bench; what keeps it from being read is told, and thrown. */
export const openBench = async (): Promise<Bench> => {
  try {
    return await startBench();
  } catch (error) {
    noteUnread(error);
    throw error;
  }
};
