import { liveQuery } from 'dexie';
import { wrap, type Remote } from 'comlink';
import { useEffect, useState } from 'react';
import { failed, type BenchEvent, type Outcome } from '@sgraffa/core';
import type { PictureWorker } from '../workers/picture.worker.ts';
import type { Picture } from './db.ts';
import { database } from './start.ts';

let shared: Remote<PictureWorker> | undefined;
const worker = (): Remote<PictureWorker> =>
  (shared ??= wrap<PictureWorker>(
    new Worker(new URL('../workers/picture.worker.ts', import.meta.url), { type: 'module' }),
  ));

/** Largest file that is taken for a picture, bytes. */
const MOST_BYTES = 100_000_000;
const megabytes = (bytes: number): string => `${Math.round(bytes / 1e5) / 10} MB`;

/** Scales a picture down and keeps it; or says why it cannot be, and then nothing is kept. */
export const keepPicture = async (file: File, takenAt: string): Promise<Outcome<{ picture: Picture }>> => {
  if (file.size > MOST_BYTES)
    return failed({
      code: 'picture-too-large',
      given: `${file.name} has ${megabytes(file.size)}.`,
      allowed: `at most ${megabytes(MOST_BYTES)}.`,
      todo: 'Take it at a lower resolution; nothing was kept.',
    });
  const scaled = await worker().scale(file);
  if (!scaled.ok)
    return failed({
      code: 'no-picture',
      given: `${file.name} cannot be read as a picture.`,
      allowed: 'a photograph as a camera writes it: JPEG, PNG or WebP.',
      todo: 'Take it again, or choose another; nothing was kept.',
    });
  const picture: Picture = { id: `i-${crypto.randomUUID().slice(0, 12)}`, takenAt, blob: scaled.blob };
  try {
    await database.pictures.add(picture);
  } catch (error) {
    const isFull = error instanceof Error && error.name === 'QuotaExceededError';
    return failed({
      code: isFull ? 'storage-full' : 'not-kept',
      given: isFull ? 'There is no room left in this browser.' : 'The browser did not keep the picture.',
      allowed: 'a picture that finds room.',
      todo: 'Export the bench and delete pieces that are done; nothing of the bench is lost.',
    });
  }
  return { ok: true, picture };
};

/** The pictures that events name. */
export const namedPictures = (events: readonly BenchEvent[]): ReadonlySet<string> =>
  new Set(events.flatMap(({ pictures }) => pictures ?? []));

export const picturesOf = async (events: readonly BenchEvent[]): Promise<readonly Picture[]> =>
  (await database.pictures.bulkGet([...namedPictures(events)])).filter((picture) => picture !== undefined);

/** Pictures by their ids; those that are not on this device are left out. */
export const picturesById = async (ids: readonly string[]): Promise<ReadonlyMap<string, Blob>> =>
  new Map(
    (await database.pictures.bulkGet([...ids])).flatMap((picture) =>
      picture ? [[picture.id, picture.blob] as const] : [],
    ),
  );

/** Puts pictures of a file beside those that are there; what has the same name is the same. */
export const takePictures = (pictures: readonly Picture[]): Promise<unknown> =>
  database.pictures.bulkPut([...pictures]);

const KEPT_MS = 14 * 24 * 3_600_000;
/** Forgets pictures that no event names any more; new ones stay, since what named them may yet be undone. */
export const forgetLoosePictures = async (events: readonly BenchEvent[], now: number): Promise<void> => {
  const named = namedPictures(events);
  const limit = new Date(now - KEPT_MS).toISOString();
  await database.pictures.filter(({ id, takenAt }) => !named.has(id) && takenAt < limit).delete();
};

/** The address of a picture while it is shown; null where it is not there, undefined until that is known. */
export const usePicture = (id: string): string | null | undefined => {
  const [address, setAddress] = useState<string | null>();
  useEffect(() => {
    let shown: string | null = null;
    const watch = liveQuery(() => database.pictures.get(id)).subscribe({
      next: (picture) => {
        if (shown) URL.revokeObjectURL(shown);
        shown = picture ? URL.createObjectURL(picture.blob) : null;
        setAddress(shown);
      },
      error: () => undefined,
    });
    return () => {
      watch.unsubscribe();
      if (shown) URL.revokeObjectURL(shown);
    };
  }, [id]);
  return address;
};
