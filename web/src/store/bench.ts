import { queryOptions, useQuery, useQueryClient, type QueryClient } from '@tanstack/react-query';
import { notifications } from '@mantine/notifications';
import { useEffect, useSyncExternalStore } from 'react';
import { catalogue, problemSentence, readWorkspace, type Piece, type Settings } from '@sgraffa/core';
import { ConflictError, WorkspaceStore, type Bench } from './workspaceStore.ts';

/** The one store of this tab. */
export const store = new WorkspaceStore();

const benchQuery = queryOptions({ queryKey: ['bench'], queryFn: () => store.readBench(), staleTime: Infinity });

/** The bench as it is kept; changes of any tab arrive by themselves. */
export const useBench = (): Bench | undefined => useQuery(benchQuery).data;

export const useWatchedBench = (): void => {
  const client = useQueryClient();
  useEffect(() => store.watch((bench) => client.setQueryData(benchQuery.queryKey, bench)), [client]);
};

export const useNextUndo = (): string | null =>
  useSyncExternalStore(
    (listener) => store.onUndoChange(listener),
    () => store.nextUndo,
  );

/** Says why something was not kept: another tab was quicker, or the browser would not store it. */
const tellNotKept = (error: unknown): void => {
  if (error instanceof ConflictError)
    notifications.show({ title: 'Changed in another tab', message: problemSentence(error.problem), autoClose: false });
  else
    notifications.show({
      title: 'This could not be kept',
      message: `The browser did not store it (${error instanceof Error ? error.message : String(error)}). What was kept before is safe; export the workspace in the settings, then free some space.`,
      autoClose: false,
    });
};

/** Shows the change at once where it can, then keeps it; where that fails, what is really kept comes back. */
const keep = async (client: QueryClient, save: () => Promise<void>, shown?: Bench): Promise<void> => {
  if (shown) client.setQueryData(benchQuery.queryKey, shown);
  try {
    await save();
  } catch (error) {
    tellNotKept(error);
  }
  client.setQueryData(benchQuery.queryKey, await store.readBench());
};

const withPiece = (bench: Bench, piece: Piece): Bench => {
  const kept = bench.pieces.find(({ id }) => id === piece.id);
  const row = { id: piece.id, revision: kept?.revision ?? 0, value: piece };
  return { ...bench, pieces: kept ? bench.pieces.map((one) => (one === kept ? row : one)) : [...bench.pieces, row] };
};

/** Changes of the bench by task; each is kept at once and can be undone. */
export const useChanges = () => {
  const client = useQueryClient();
  const current = () => client.getQueryData(benchQuery.queryKey);
  const revisionOf = (bench: Bench, id: string) => bench.pieces.find((kept) => kept.id === id)?.revision ?? 0;
  return {
    savePiece: async (piece: Piece, name: string) => {
      const bench = current();
      if (bench)
        await keep(client, () => store.savePiece(piece, revisionOf(bench, piece.id), name), withPiece(bench, piece));
    },
    /** Changes a piece and the settings together, as one change that one undo takes back. */
    saveBoth: async (piece: Piece, settings: Settings, name: string) => {
      const bench = current();
      if (!bench) return;
      const kept = { id: piece.id, revision: revisionOf(bench, piece.id), value: piece };
      const keptSettings = { ...bench.settings, value: settings };
      await keep(client, () => store.saveBoth(kept, keptSettings, name), {
        ...withPiece(bench, piece),
        settings: keptSettings,
      });
    },
    settleStack: (piece: Piece, revision: number) => keep(client, () => store.settleStack(piece, revision)),
    saveSettings: async (settings: Settings, name: string) => {
      const bench = current();
      if (bench)
        await keep(client, () => store.saveSettings(settings, bench.settings.revision, name), {
          ...bench,
          settings: { ...bench.settings, value: settings },
        });
    },
    deletePiece: (id: string) => keep(client, () => store.deletePiece(id)),
    markDone: (event: Parameters<WorkspaceStore['addEvent']>[0], name: string) =>
      keep(client, () => store.addEvent(event, name)),
    takeBack: (eventId: string, name: string) => keep(client, () => store.takeBackEvent(eventId, name)),
    replace: (workspace: Parameters<WorkspaceStore['replaceWorkspace']>[0], name: string) =>
      keep(client, () => store.replaceWorkspace(workspace, name)),
    undo: () =>
      keep(client, async () => {
        const name = await store.undo();
        if (name) notifications.show({ message: `Undone: ${name}.` });
      }),
  };
};

/** The demo workspace that ships with the application. */
export const readDemo = async () => {
  const { default: json } = await import('../../../demo/observatory.json?raw');
  const read = readWorkspace(json, catalogue());
  if (!read.ok) throw new Error(`The demo workspace is broken: ${read.problems.map(problemSentence).join(' ')}`);
  return read.workspace;
};

/** On the very first start the demo scene is laid out; the crafter's own zone and later choices stay. */
export const startBench = async (): Promise<void> => {
  const bench = await store.readBench();
  if (bench.isStarted) return;
  await store.noteFact('started', new Date().toISOString());
  const demo = await readDemo();
  if (bench.pieces.length === 0) await store.layOut(demo.pieces, demo.events);
};
