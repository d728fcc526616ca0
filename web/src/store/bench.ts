import { queryOptions, useQuery, useQueryClient } from '@tanstack/react-query';
import { notifications } from '@mantine/notifications';
import { useEffect, useSyncExternalStore } from 'react';
import {
  catalogue,
  problemSentence,
  readWorkspace,
  type BenchEvent,
  type Piece,
  type Settings,
  type Workspace,
} from '@sgraffa/core';
import type { Kept } from './db.ts';
import { ConflictError, WorkspaceStore, type Bench, type Edit } from './workspaceStore.ts';

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

/** Changes of the bench by task; each is kept at once and can be undone. What is shown is what is kept. */
export const useChanges = () => {
  const client = useQueryClient();
  const keep = async (save: () => Promise<unknown>): Promise<void> => {
    try {
      await save();
    } catch (error) {
      tellNotKept(error);
    }
    client.setQueryData(benchQuery.queryKey, await store.readBench());
  };
  return {
    addPiece: (piece: Piece, name: string) => keep(() => store.addPiece(piece, name)),
    changePiece: (piece: Kept<Piece>, edit: Edit<Piece>, name: string) =>
      keep(() => store.changePiece(piece.id, piece.revision, edit, name)),
    /** Changes a piece and the settings together, as one change that one undo takes back. */
    changeBoth: (
      piece: Kept<Piece>,
      edit: Edit<Piece>,
      settings: Kept<Settings>,
      editSettings: Edit<Settings>,
      name: string,
    ) =>
      keep(() =>
        store.changeBoth(
          { id: piece.id, revision: piece.revision, edit },
          { revision: settings.revision, edit: editSettings },
          name,
        ),
      ),
    settleStack: (piece: Piece, revision: number) => keep(() => store.settleStack(piece, revision)),
    changeSettings: (settings: Kept<Settings>, edit: Edit<Settings>, name: string) =>
      keep(() => store.changeSettings(settings.revision, edit, name)),
    deletePiece: (id: string) => keep(() => store.deletePiece(id)),
    markDone: (event: BenchEvent, name: string) => keep(() => store.addEvent(event, name)),
    takeBack: (eventId: string, name: string) => keep(() => store.takeBackEvent(eventId, name)),
    replace: (workspace: Workspace, name: string) => keep(() => store.replaceWorkspace(workspace, name)),
    undo: () =>
      keep(async () => {
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
