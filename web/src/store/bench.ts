import { queryOptions, useQuery, useQueryClient } from '@tanstack/react-query';
import { notifications } from '@mantine/notifications';
import { useInterval } from '@mantine/hooks';
import { useEffect, useState, useSyncExternalStore } from 'react';
import demoUrl from '../../../demo/observatory.json?url';
import {
  catalogue,
  problemSentence,
  readWorkspace,
  usersCatalogue,
  type ArtworkRecord,
  type BenchEvent,
  type Catalogue,
  type Override,
  type OwnProduct,
  type Piece,
  type Problem,
  type Settings,
  type Trial,
  type UsersOwn,
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

/** The artworks that are kept; none until they have been read. */
export const useArtworks = (): readonly ArtworkRecord[] | undefined => {
  const [artworks, setArtworks] = useState<readonly ArtworkRecord[]>();
  useEffect(() => store.watchArtworks(setArtworks), []);
  return artworks;
};

export const useNextUndo = (): string | null =>
  useSyncExternalStore(
    (listener) => store.onUndoChange(listener),
    () => store.nextUndo,
  );

/** The catalogue as this user has it; the built-in one where theirs does not fit it, which the settings then say. */
let users: { readonly of: UsersOwn; readonly read: ReturnType<typeof usersCatalogue> } | undefined;
const readUsers = (of: UsersOwn): ReturnType<typeof usersCatalogue> => {
  if (users?.of.overrides !== of.overrides || users.of.ownProducts !== of.ownProducts)
    users = { of, read: usersCatalogue(catalogue(), of) };
  return users.read;
};

/** The catalogue with the user's own products and figures, and what of them could not be laid over it. */
export const useUsersCatalogue = (): { readonly catalogue: Catalogue; readonly problems: readonly Problem[] } => {
  const bench = useBench();
  const read = bench && readUsers(bench);
  return read?.ok === false
    ? { catalogue: catalogue(), problems: read.problems }
    : { catalogue: read?.catalogue ?? catalogue(), problems: [] };
};
export const useCatalogue = (): Catalogue => useUsersCatalogue().catalogue;

const MINUTE_MS = 60_000;

/** The minute that it is; pages that show dates follow it. */
export const useNow = (): string => {
  const minute = () => new Date(Math.floor(Date.now() / MINUTE_MS) * MINUTE_MS).toISOString();
  const [now, setNow] = useState(minute);
  useInterval(() => setNow(minute()), MINUTE_MS / 2, { autoInvoke: true });
  return now;
};

/** Why a figure cannot be laid over the catalogue beside the others of this bench; nothing where it can. */
export const whyNotLaid = ({ ownProducts, overrides }: UsersOwn, override: Override): readonly Problem[] => {
  const others = overrides.filter(({ figure }) => figure !== override.figure);
  const read = usersCatalogue(catalogue(), { ownProducts, overrides: [...others, override] });
  return read.ok ? [] : read.problems;
};

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
    /** Keeps an artwork with the change of the piece that it belongs to. */
    changeArtwork: (piece: Kept<Piece>, edit: Edit<Piece>, artwork: ArtworkRecord, name: string) =>
      keep(() => store.changeArtwork({ id: piece.id, revision: piece.revision, edit }, artwork, name)),
    settlePiece: (piece: Piece, revision: number) => keep(() => store.settlePiece(piece, revision)),
    changeSettings: (settings: Kept<Settings>, edit: Edit<Settings>, name: string) =>
      keep(() => store.changeSettings(settings.revision, edit, name)),
    deletePiece: (id: string) => keep(() => store.deletePiece(id)),
    markDone: (event: BenchEvent, name: string) => keep(() => store.addEvent(event, name)),
    takeBack: (eventId: string, name: string) => keep(() => store.takeBackEvent(eventId, name)),
    keepFigure: (override: Override, name: string) => keep(() => store.keep('overrides', [override], name)),
    dropFigure: (figure: string, name: string) => keep(() => store.drop([{ table: 'overrides', id: figure }], name)),
    keepProduct: (product: OwnProduct, name: string) => keep(() => store.keep('ownProducts', [product], name)),
    /** Takes a product of the user's own away, with the figures that were laid over it. */
    dropProduct: ({ id }: OwnProduct, overrides: readonly Override[], name: string) =>
      keep(() =>
        store.drop(
          [
            { table: 'ownProducts', id },
            ...overrides
              .filter(({ figure }) => figure.startsWith(`${id}.`))
              .map(({ figure }) => ({ table: 'overrides' as const, id: figure })),
          ],
          name,
        ),
      ),
    keepTrials: (trials: readonly Trial[], name: string) => keep(() => store.keep('trials', trials, name)),
    dropTrial: (id: string, name: string) => keep(() => store.drop([{ table: 'trials', id }], name)),
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
  const read = readWorkspace(await (await fetch(demoUrl)).text(), catalogue());
  if (!read.ok) throw new Error(`The demo workspace is broken: ${read.problems.map(problemSentence).join(' ')}`);
  return read.workspace;
};

/** On the very first start the demo scene is laid out; the crafter's own zone and later choices stay. */
export const startBench = async (): Promise<void> => {
  const bench = await store.readBench();
  if (bench.isStarted) return;
  await store.noteFact('started', new Date().toISOString());
  const demo = await readDemo();
  if (bench.pieces.length === 0) await store.layOut(demo);
};
