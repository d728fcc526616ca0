import demoUrl from '../../../demo/observatory.json?url';
import { shippedWorkspace, type Workspace } from '@sgraffa/core';
import { whenQuiet } from '../ui/quiet.ts';
import { BenchDatabase } from './db.ts';
import { WorkspaceStore, type Bench } from './workspaceStore.ts';

const TAB_KEY = 'sgraffa-tab';

/** What this tab is called: the same after a reload, so that its undo goes on. */
const tabName = (): string => {
  const fresh = crypto.randomUUID();
  try {
    const kept = sessionStorage.getItem(TAB_KEY);
    if (kept) return kept;
    sessionStorage.setItem(TAB_KEY, fresh);
  } catch {
    // storage that is blocked: undo then ends with the page
  }
  return fresh;
};

/** The one database of this device, and the one store of this tab. */
export const database = new BenchDatabase();
export const store = new WorkspaceStore(database, undefined, tabName());

let demo: Promise<Workspace> | undefined;

/** The demo workspace that ships with the application, read once. */
export const readDemo = (): Promise<Workspace> =>
  (demo ??= fetch(demoUrl)
    .then((answer) => answer.text())
    .then(shippedWorkspace)
    .catch((error: unknown) => {
      // it may be within reach the next time
      demo = undefined;
      throw error;
    }));

let drawings: Promise<void> = Promise.resolve();

/** Done once the demo's drawings, which are large and not needed for the list, have been laid out too. */
export const whenLaidOut = (): Promise<void> => drawings;

/**
 * Opens the bench; on the very first start the demo scene is laid out. That is noted in the same transaction, so that a start that is
 * interrupted at any moment is made again; the drawings follow once the page is quiet, also after an interruption.
 */
export const startBench = async (): Promise<Bench> => {
  let bench = await store.readBench();
  if (bench.startedAt === null) {
    const scene = bench.pieces.length === 0 ? await readDemo().catch(() => undefined) : null;
    // out of reach: the bench opens empty, and the scene is laid out on the next start
    if (scene !== undefined) await store.layOutFirst(scene, new Date().toISOString());
    bench = await store.readBench();
  }
  // what fails here is tried again on the next start; the bench itself is open
  store.findUndo().catch(() => undefined);
  drawings = whenQuiet()
    .then(async () => {
      if (await store.hasDrawingsToCome()) await store.layOutDrawings((await readDemo()).artworks);
      // held by this page too, so that they can be put back where the storage is cleared under it
      else await store.readArtworks();
      await store.forgetOldUndo(new Date());
    })
    .catch(() => undefined);
  return bench;
};
