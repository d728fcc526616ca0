import { wrap, type Remote } from 'comlink';
import type { CardsWorker } from './cards.worker.ts';

let shared: Remote<CardsWorker> | undefined;

/** The worker that draws cards; it starts with its first. */
export const cardsWorker = (): Remote<CardsWorker> =>
  (shared ??= wrap<CardsWorker>(new Worker(new URL('./cards.worker.ts', import.meta.url), { type: 'module' })));
