import { expose } from 'comlink';
import { strFromU8, strToU8, unzipSync, zipSync, type Zippable } from 'fflate';
import {
  catalogue,
  exportWorkspace,
  failed,
  MAX_LENGTH,
  mendWorkspace,
  mergeWorkspaces,
  pieceAlone,
  readClimate,
  readWorkspace,
  recordsTable,
  usersCatalogue,
  withPieceOf,
  writeWorkspace,
  type Outcome,
  type Problem,
  type Workspace,
} from '@sgraffa/core';

/** A picture as a file carries it. */
export interface FilePicture {
  readonly id: string;
  readonly takenAt: string;
  readonly bytes: Uint8Array<ArrayBuffer>;
}

/** The bench as it was when a file was taken along: what brings the two together again. */
export interface Along {
  readonly takenAt: string;
  readonly base: Workspace;
}

/** What else a file may carry. */
interface Beside {
  readonly pictures: readonly FilePicture[];
  readonly along: Along | null;
  /** Whether it is one piece for another bench: it is taken in beside what is there, never in its place. */
  readonly isPiece: boolean;
}

/** A file as it was read: whole, or refused with what is left of it once the broken is left out. */
export type ReadFile =
  | ({ readonly ok: true; readonly workspace: Workspace } & Beside)
  | {
      readonly ok: false;
      readonly problems: readonly Problem[];
      readonly rest: ({ readonly workspace: Workspace; readonly leftOut: readonly Problem[] } & Beside) | null;
    };

const WORKSPACE_FILE = 'workspace.json';
const ALONG_FILE = 'along.json';
const PICTURES = 'pictures/';
/** Larger ones are none of ours, bytes: they are left out, and said to be missing where they are shown. */
const MOST_PICTURE = 20_000_000;
const TAKEN = 'pictures.json';
const PIECE_FILE = 'piece.json';
const RECORDS_FILE = 'records.csv';
const NOTHING_BESIDE: Beside = { pictures: [], along: null, isPiece: false };
const ZIP_MARK = [0x50, 0x4b, 0x03, 0x04];

const isZip = (bytes: Uint8Array): boolean => ZIP_MARK.every((byte, index) => bytes[index] === byte);

const NO_WORKSPACE: Problem = {
  code: 'no-workspace-in-zip',
  given: `The file holds no ${WORKSPACE_FILE}.`,
  allowed: 'a file as Sgraffa exports it.',
  todo: 'Nothing was changed. Choose the file that was exported, not one that was made of it.',
};

const readText = (text: string, beside: Beside): ReadFile => {
  const read = readWorkspace(text, catalogue());
  if (read.ok) return { ...read, ...beside };
  const mended = mendWorkspace(text, catalogue());
  const rest =
    mended.ok && mended.leftOut.length ? { workspace: mended.workspace, leftOut: mended.leftOut, ...beside } : null;
  return { ...read, rest };
};

const parsed = (text: string): unknown => {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
};

/** What a zip carries beside the document; a beginning that cannot be read is none. */
const besideOf = (files: Readonly<Record<string, Uint8Array>>): Beside => {
  const taken = (files[TAKEN] ? parsed(strFromU8(files[TAKEN])) : null) as Readonly<Record<string, string>> | null;
  const along = (files[ALONG_FILE] ? parsed(strFromU8(files[ALONG_FILE])) : null) as {
    takenAt?: unknown;
    base?: unknown;
  } | null;
  const base = along ? readWorkspace(JSON.stringify(along.base), catalogue()) : null;
  return {
    pictures: Object.entries(files).flatMap(([name, bytes]) => {
      const id = /^pictures\/([A-Za-z0-9_.-]{1,80})\.jpg$/.exec(name)?.[1];
      return id ? [{ id, takenAt: taken?.[id] ?? new Date(0).toISOString(), bytes: new Uint8Array(bytes) }] : [];
    }),
    along: base?.ok && typeof along?.takenAt === 'string' ? { takenAt: along.takenAt, base: base.workspace } : null,
    isPiece: PIECE_FILE in files,
  };
};

const readFile = (bytes: Uint8Array): ReadFile => {
  if (!isZip(bytes)) return readText(new TextDecoder().decode(bytes), NOTHING_BESIDE);
  let files: Record<string, Uint8Array>;
  let isTooLarge = false;
  try {
    files = unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        const isText = name.endsWith('.json');
        if (isText && originalSize > 4 * MAX_LENGTH) isTooLarge = true;
        return isText ? originalSize <= 4 * MAX_LENGTH : name.startsWith(PICTURES) && originalSize <= MOST_PICTURE;
      },
    });
  } catch {
    return {
      ...failed({ ...NO_WORKSPACE, code: 'broken-zip', given: 'The file is broken or was cut short.' }),
      rest: null,
    };
  }
  const workspace = files[WORKSPACE_FILE];
  if (!workspace)
    return {
      ...failed(
        isTooLarge
          ? { ...NO_WORKSPACE, code: 'file-too-large', given: `Its ${WORKSPACE_FILE} is too large.` }
          : NO_WORKSPACE,
      ),
      rest: null,
    };
  return readText(strFromU8(workspace), besideOf(files));
};

/** The records of all pieces, to be read without this application. */
const recordsOf = (workspace: Workspace): string => {
  const { ownProducts, overrides } = workspace;
  const users = usersCatalogue(catalogue(), { ownProducts, overrides });
  return recordsTable(workspace, users.ok ? users.catalogue : catalogue());
};

/** The file to keep: the document alone, or with pictures, its beginning or all that there is one zip. */
const writeFile = (
  workspace: Workspace,
  { pictures, along, isPiece }: Beside,
  isAll = false,
): Outcome<{ bytes: Uint8Array<ArrayBuffer>; isZip: boolean }> => {
  const written = exportWorkspace(workspace, catalogue());
  if (!written.ok) return written;
  const text = strToU8(written.text);
  if (!pictures.length && !along && !isPiece && !isAll) return { ok: true, bytes: new Uint8Array(text), isZip: false };
  const files: Zippable = {
    [WORKSPACE_FILE]: [text, { level: 6 }],
    [RECORDS_FILE]: [strToU8(recordsOf(workspace)), { level: 6 }],
    ...(isPiece
      ? {
          [PIECE_FILE]: [strToU8(JSON.stringify(workspace.pieces.map(({ id, name }) => ({ id, name })))), { level: 6 }],
        }
      : {}),
    ...(along
      ? {
          [ALONG_FILE]: [
            strToU8(JSON.stringify({ ...along, base: JSON.parse(writeWorkspace(along.base)) as unknown })),
            { level: 6 },
          ],
        }
      : {}),
    ...(pictures.length
      ? {
          [TAKEN]: [
            strToU8(JSON.stringify(Object.fromEntries(pictures.map(({ id, takenAt }) => [id, takenAt])))),
            { level: 6 },
          ],
        }
      : {}),
    // pictures are packed already
    ...Object.fromEntries(pictures.map(({ id, bytes }) => [`${PICTURES}${id}.jpg`, [bytes, { level: 0 as const }]])),
  };
  return { ok: true, bytes: new Uint8Array(zipSync(files)), isZip: true };
};

/** What may run in this worker: reading and writing files, which may be large. */
const fileWorker = {
  readFile,
  writeFile,
  /** One piece of it for another bench, with pictures that it names. */
  writePiece: (workspace: Workspace, pieceId: string, pictures: readonly FilePicture[]) =>
    writeFile(pieceAlone(workspace, pieceId), { pictures, along: null, isPiece: true }),
  /** Two states of one bench; see `mergeWorkspaces`. */
  merge: mergeWorkspaces,
  /** One piece of another bench beside what is here; see `withPieceOf`. */
  mergePiece: withPieceOf,
  readClimate,
};

export type FileWorker = typeof fileWorker;

expose(fileWorker);
