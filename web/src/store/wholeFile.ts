import type { BenchEvent, Outcome, Workspace } from '@sgraffa/core';
import type { Along, FilePicture } from '../workers/file.worker.ts';
import { fileWorker } from '../workers/fileClient.ts';
import { picturesOf, takePictures } from './pictures.ts';
import { database, store } from './start.ts';

const ALONG = 'along';
/** Under which pages ask for it. */
export const ALONG_KEY = [ALONG] as const;

/** Where this bench parted from the one that it was taken from; null where it was not. */
export const readAlong = async (): Promise<Along | null> => {
  const kept = (await database.facts.get(ALONG))?.value;
  return kept ? (JSON.parse(kept) as Along) : null;
};

export const noteAlong = async (along: Along | null): Promise<void> => {
  if (along) await database.facts.put({ id: ALONG, value: JSON.stringify(along) });
  else await database.facts.delete(ALONG);
};

const filePictures = async (events: readonly BenchEvent[]): Promise<FilePicture[]> =>
  Promise.all(
    (await picturesOf(events)).map(async ({ id, takenAt, blob }) => ({
      id,
      takenAt,
      bytes: new Uint8Array(await blob.arrayBuffer()),
    })),
  );

/** The whole bench with its pictures as one file; `isAll`: always as a zip, with the records of all pieces beside it. */
export const wholeFile = async (
  along: Along | null,
  isAll = false,
): Promise<Outcome<{ blob: Blob; ending: 'zip' | 'json' }>> => {
  const workspace = await store.readWorkspace();
  const pictures = await filePictures(workspace.events);
  const written = await fileWorker().writeFile(workspace, { pictures, along, isPiece: false }, isAll);
  if (!written.ok) return written;
  const type = written.isZip ? 'application/zip' : 'application/json';
  return { ok: true, blob: new Blob([written.bytes], { type }), ending: written.isZip ? 'zip' : 'json' };
};

/** One piece with all that it leads to and its pictures, as a zip that another bench can take in. */
export const pieceFile = async (pieceId: string): Promise<Outcome<{ blob: Blob }>> => {
  const workspace = await store.readWorkspace();
  const pictures = await filePictures(workspace.events.filter((event) => event.pieceId === pieceId));
  const written = await fileWorker().writePiece(workspace, pieceId, pictures);
  return written.ok ? { ok: true, blob: new Blob([written.bytes], { type: 'application/zip' }) } : written;
};

/** The bench as it is now, as the beginning of what is taken along. */
export const beginningNow = async (): Promise<Along> => ({
  takenAt: new Date().toISOString(),
  base: await store.readWorkspace(),
});

/** Keeps the pictures that a file brought. */
export const takeFilePictures = (pictures: readonly FilePicture[]): Promise<unknown> =>
  takePictures(
    pictures.map(({ id, takenAt, bytes }) => ({ id, takenAt, blob: new Blob([bytes], { type: 'image/jpeg' }) })),
  );

export type { Along, Workspace };
