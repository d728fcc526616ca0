import { queryOptions, skipToken, useIsMutating, useQuery, useQueryClient } from '@tanstack/react-query';
import { useInterval } from '@mantine/hooks';
import { useCallback, useEffect, useMemo, useState, useSyncExternalStore } from 'react';
import {
  catalogue,
  RECORDS,
  usersCatalogue,
  type ArtworkRecord,
  type BenchEvent,
  type Can,
  type CanUse,
  type Learnt,
  type Catalogue,
  type Override,
  type OwnProduct,
  type Piece,
  type Problem,
  type RecordName,
  type Settings,
  type Trial,
  type UsersOwn,
  benchCatalogue,
  labelsOf,
  type BenchOwn,
  type Workspace,
} from '@sgraffa/core';
import type { Kept } from './db.ts';
import type { Stay, Undone } from './keeper.ts';
import type { BadRecord } from './rows.ts';
import { benchQuery, useBench } from './benchQuery.ts';
import { noteUnread, noteRead, useReadTrouble } from './opening.ts';
import { troubleOf } from './trouble.ts';
import { readDemo, store } from './start.ts';
import { newest, type Artworks, type Bench, type Edit } from './workspaceStore.ts';
import { tell } from '../ui/tell.ts';

export { useBench };

export const useWatchedBench = (): void => {
  const client = useQueryClient();
  const trouble = useReadTrouble()?.trouble;
  const isOpen = useBench() !== undefined;
  useEffect(
    // a watch begins with the bench and ends where it cannot be read; it begins anew once that is over
    () =>
      trouble || !isOpen
        ? undefined
        : store.watch((bench) => client.setQueryData<Bench>(benchQuery.queryKey, newest(bench)), noteUnread),
    [client, trouble, isOpen],
  );
};

/** Puts what this page still holds back into storage that was cleared. */
export const putBack = async (held: Bench): Promise<void> => {
  try {
    await store.putBack(held);
    noteRead();
  } catch (error) {
    noteUnread(error);
  }
};

/** Filled by its watch alone, and by the changes of this tab. */
const artworksQuery = queryOptions<Artworks>({ queryKey: ['artworks'], queryFn: skipToken });

/** The artworks that are kept; none until they have been read. */
export const useArtworks = (): readonly ArtworkRecord[] | undefined => {
  const client = useQueryClient();
  useEffect(
    () => store.watchArtworks((artworks) => client.setQueryData<Artworks>(artworksQuery.queryKey, newest(artworks))),
    [client],
  );
  return useQuery(artworksQuery).data?.records;
};

const KEEPING = { mutationKey: ['keep'] } as const;

/** Tells whether all that was typed and pressed is kept and shown: the first for rendering, the second for this very moment. */
export const useIsKept = (): { readonly isKept: boolean; readonly isKeptNow: () => boolean } => {
  const client = useQueryClient();
  return { isKept: useIsMutating(KEEPING) === 0, isKeptNow: () => client.isMutating(KEEPING) === 0 };
};

export const useNextUndo = (): string | null =>
  useSyncExternalStore(
    (listener) => store.onUndoChange(listener),
    () => store.nextUndo,
  );

/** What a bench lays over the catalogue; for a piece with the labels of the cans that were chosen for it. */
export const ownOf = (
  { ownProducts, overrides, shelf, learnt }: Pick<Bench, 'ownProducts' | 'overrides' | 'shelf' | 'learnt'>,
  piece?: Pick<Piece, 'parts'>,
): BenchOwn => ({
  ownProducts,
  overrides,
  labels: labelsOf(shelf, new Set(piece?.parts.flatMap(({ cans }) => cans.map(({ canId }) => canId)))),
  learnt,
});

/** The catalogue as this bench has it; the built-in one where what is laid over it does not fit, which the settings then say. */
let users: { readonly of: Bench; readonly read: ReturnType<typeof benchCatalogue> } | undefined;
const readUsers = (of: Bench): ReturnType<typeof benchCatalogue> => {
  if (
    users?.of.overrides !== of.overrides ||
    users.of.ownProducts !== of.ownProducts ||
    users.of.shelf !== of.shelf ||
    users.of.learnt !== of.learnt
  )
    users = { of, read: benchCatalogue(catalogue(), ownOf(of)) };
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

const RECENT_MS = 14 * 24 * 3_600_000;

/** Whether anything may be running on the bench at all: only then it is planned on every page. */
export const useMayRun = (): boolean => {
  const bench = useBench();
  return useMemo(
    () => bench?.events.some(({ at, kind }) => kind !== 'noted' && Date.parse(at) > Date.now() - RECENT_MS) ?? false,
    [bench],
  );
};

const MINUTE_MS = 60_000;

/** Lays what the events teach over the catalogue, from now on. */
export const useNoteLearnt = (): ((learnt: readonly Learnt[]) => void) => {
  const client = useQueryClient();
  return useCallback(
    (learnt) => {
      const bench = store.noteLearnt(learnt);
      if (bench) client.setQueryData<Bench>(benchQuery.queryKey, (held) => held && { ...held, learnt });
    },
    [client],
  );
};

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

/** Says why something was not kept. */
const tellNotKept = (error: unknown): void => {
  const { title, words } = troubleOf(error);
  tell({ title, message: words, autoClose: false });
};

/** What stays of a change that was taken back, in words. */
const staysInWords = ({ stays }: Undone, bench: Bench): string => {
  const nameOf = ({ table, id }: Stay): string => {
    const piece = table === 'pieces' ? bench.pieces.find((kept) => kept.id === id)?.value.name : undefined;
    return piece ? `“${piece}”` : table === 'settings' ? 'the settings' : RECORDS[table as RecordName].one;
  };
  return stays
    .map((stay) => {
      if (stay.why === 'in-use') return ` ${nameOf(stay)} stays, since it is used.`;
      const fields = stay.fields.map(fieldWords).join(', ');
      return ` Another tab has changed ${fields ? `${fields} of ` : ''}${nameOf(stay)} since; that stays.`;
    })
    .join('');
};

/** "parts.p1.use.heightMm" as "height". */
const fieldWords = (path: string): string =>
  path
    .slice(path.lastIndexOf('.') + 1)
    .replace(/(Mm|C|Days|Id)$/, '')
    .replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);

/** Changes of the bench by task; each is kept at once and can be undone. What is shown is what is kept. */
export const useChanges = () => {
  const client = useQueryClient();
  /** Shows an artwork that was kept, with the bench that speaks of it. */
  const showDrawn = (artwork: ArtworkRecord, { startedAt, revision }: Bench): void => {
    client.setQueryData<Artworks>(
      artworksQuery.queryKey,
      (held) =>
        held && { startedAt, revision, records: [...held.records.filter(({ id }) => id !== artwork.id), artwork] },
    );
  };
  const kept = async (save: () => Promise<unknown>, drawn?: ArtworkRecord): Promise<boolean> => {
    let failure: unknown;
    try {
      await save();
    } catch (error) {
      failure = error;
    }
    try {
      const bench = await store.readBench();
      if (drawn && failure === undefined) showDrawn(drawn, bench);
      client.setQueryData<Bench>(benchQuery.queryKey, newest(bench));
      if (failure !== undefined) tellNotKept(failure);
    } catch (error) {
      noteUnread(error);
      return false;
    }
    return failure === undefined;
  };
  /** True where it was kept: what was typed may go. Until then the browser asks before it leaves the page. */
  const keep = async (save: () => Promise<unknown>, drawn?: ArtworkRecord): Promise<boolean> => {
    const stay = (leaving: Event) => leaving.preventDefault();
    window.addEventListener('beforeunload', stay);
    const keeping = client
      .getMutationCache()
      .build(client, { ...KEEPING, mutationFn: () => kept(save, drawn), gcTime: 0 });
    return keeping.execute(undefined).finally(() => window.removeEventListener('beforeunload', stay));
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
      keep(() => store.changeArtwork({ id: piece.id, revision: piece.revision, edit }, artwork, name), artwork),
    settlePiece: ({ id, revision }: Kept<Piece>, edit: Edit<Piece>) =>
      keep(() => store.settlePiece(id, revision, edit)),
    changeSettings: (settings: Kept<Settings>, edit: Edit<Settings>, name: string) =>
      keep(() => store.changeSettings(settings.revision, edit, name)),
    deletePiece: (id: string) => keep(() => store.deletePiece(id)),
    markDone: (events: readonly BenchEvent[], name: string, uses: readonly CanUse[] = [], rests: readonly Can[] = []) =>
      keep(() => store.addEvents(events, name, uses, rests)),
    markTried: (events: readonly BenchEvent[], trials: readonly Trial[], name: string) =>
      keep(() => store.addResult(events, trials, name)),
    takeBack: (eventId: string, name: string) => keep(() => store.takeBackEvent(eventId, name)),
    keepFigure: (override: Override, name: string) => keep(() => store.keep('overrides', [override], name)),
    keepFigures: (figures: readonly Override[], name: string) => keep(() => store.keep('overrides', figures, name)),
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
    /** Puts things on the shelf, or changes what is said of them. */
    keepCans: (cans: readonly Can[], name: string) => keep(() => store.keep('shelf', cans, name)),
    /** Takes a thing off the shelf, with what was taken from it. */
    dropCan: (id: string, name: string) => keep(() => store.drop([{ table: 'shelf', id }], name)),
    addUse: (use: CanUse, name: string) => keep(() => store.keep('uses', [use], name)),
    dropUse: (id: string, name: string) => keep(() => store.drop([{ table: 'uses', id }], name)),
    keepTrials: (trials: readonly Trial[], name: string) => keep(() => store.keep('trials', trials, name)),
    dropTrial: (id: string, name: string) => keep(() => store.drop([{ table: 'trials', id }], name)),
    replace: (workspace: Workspace, name: string) => keep(() => store.replaceWorkspace(workspace, name)),
    /** Lays the demo out, with its drawings, in place of what is there of it. */
    layOutDemo: (name: string) => keep(async () => store.layOut(await readDemo(), name)),
    removeDemo: (name: string) =>
      keep(async () => {
        const { pieces, shelf } = await readDemo();
        const idsOf = (some: readonly { readonly id: string }[]) => new Set(some.map(({ id }) => id));
        await store.takeAway(idsOf(pieces), idsOf(shelf), name);
      }),
    dropBad: (record: BadRecord) => keep(() => store.dropBad(record)),
    undo: () =>
      keep(async () => {
        const undone = await store.undo();
        if (undone)
          tell({
            message: `Undone: ${undone.name}.${staysInWords(undone, await store.readBench())}`,
            ...(undone.stays.length ? { autoClose: false } : {}),
          });
      }),
  };
};
