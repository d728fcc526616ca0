import { wrap, type Remote } from 'comlink';
import type { PapersWorker } from './papers.worker.ts';

let shared: Remote<PapersWorker> | undefined;

/** The worker that draws papers: cards and records; it starts with its first. */
export const papersWorker = (): Remote<PapersWorker> =>
  (shared ??= wrap<PapersWorker>(new Worker(new URL('./papers.worker.ts', import.meta.url), { type: 'module' })));
