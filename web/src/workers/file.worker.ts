import { expose } from 'comlink';
import {
  catalogue,
  exportWorkspace,
  mendWorkspace,
  readClimate,
  readWorkspace,
  type Outcome,
  type Problem,
  type Workspace,
} from '@sgraffa/core';

/** A file as it was read: whole, or refused with what is left of it once the broken is left out. */
export type ReadFile =
  | { readonly ok: true; readonly workspace: Workspace }
  | {
      readonly ok: false;
      readonly problems: readonly Problem[];
      readonly rest: { readonly workspace: Workspace; readonly leftOut: readonly Problem[] } | null;
    };

const readFile = (text: string): ReadFile => {
  const read = readWorkspace(text, catalogue());
  if (read.ok) return read;
  const mended = mendWorkspace(text, catalogue());
  const rest = mended.ok && mended.leftOut.length ? { workspace: mended.workspace, leftOut: mended.leftOut } : null;
  return { ...read, rest };
};

/** What may run in this worker: reading and writing files, which may be large. */
const fileWorker = {
  readFile,
  writeFile: (workspace: Workspace): Outcome<{ text: string }> => exportWorkspace(workspace, catalogue()),
  readClimate,
};

export type FileWorker = typeof fileWorker;

expose(fileWorker);
