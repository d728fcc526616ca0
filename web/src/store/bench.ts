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

const tellConflict = (error: unknown): void => {
  if (!(error instanceof ConflictError)) throw error;
  notifications.show({ title: 'Changed in another tab', message: problemSentence(error.problem), autoClose: false });
};

/** Shows the change at once, then keeps it; a conflict brings back what the other tab has kept. */
const keep = async (client: QueryClient, shown: Bench, save: () => Promise<void>): Promise<void> => {
  client.setQueryData(benchQuery.queryKey, shown);
  try {
    await save();
  } catch (error) {
    tellConflict(error);
  }
  client.setQueryData(benchQuery.queryKey, await store.readBench());
};

/** Changes of the bench by task; each is kept at once and can be undone. */
export const useChanges = () => {
  const client = useQueryClient();
  const refresh = async () => client.setQueryData(benchQuery.queryKey, await store.readBench());
  const current = () => client.getQueryData(benchQuery.queryKey);
  return {
    savePiece: async (piece: Piece, name: string) => {
      const bench = current();
      if (!bench) return;
      const kept = bench.pieces.find(({ id }) => id === piece.id);
      const shown = {
        ...bench,
        pieces: [
          ...bench.pieces.filter(({ id }) => id !== piece.id),
          { id: piece.id, revision: kept?.revision ?? 0, value: piece },
        ],
      };
      await keep(client, shown, () => store.savePiece(piece, kept?.revision ?? 0, name));
    },
    settleStack: async (piece: Piece, revision: number) => {
      await store.settleStack(piece, revision);
      await refresh();
    },
    saveSettings: async (settings: Settings, name: string) => {
      const bench = current();
      if (bench)
        await keep(client, { ...bench, settings: { ...bench.settings, value: settings } }, () =>
          store.saveSettings(settings, bench.settings.revision, name),
        );
    },
    deletePiece: async (id: string) => {
      await store.deletePiece(id);
      await refresh();
    },
    markDone: async (event: Parameters<WorkspaceStore['addEvent']>[0], name: string) => {
      await store.addEvent(event, name);
      await refresh();
    },
    takeBack: async (eventId: string, name: string) => {
      await store.takeBackEvent(eventId, name);
      await refresh();
    },
    replace: async (workspace: Parameters<WorkspaceStore['replaceWorkspace']>[0], name: string) => {
      await store.replaceWorkspace(workspace, name);
      await refresh();
    },
    undo: async () => {
      const name = await store.undo();
      await refresh();
      if (name) notifications.show({ message: `Undone: ${name}.` });
    },
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
