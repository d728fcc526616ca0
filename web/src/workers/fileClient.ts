import { wrap, type Remote } from 'comlink';
import type { FileWorker } from './file.worker.ts';

let shared: Remote<FileWorker> | undefined;

/** The worker that reads and writes files; it starts with its first file. */
export const fileWorker = (): Remote<FileWorker> =>
  (shared ??= wrap<FileWorker>(new Worker(new URL('./file.worker.ts', import.meta.url), { type: 'module' })));
