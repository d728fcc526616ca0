import { wrap, type Remote } from 'comlink';

/** Thrown into whatever was waiting when the crafter stopped the work. */
export class StoppedError extends Error {
  constructor() {
    super('Stopped.');
  }
}

interface Running<Face> {
  readonly worker: Worker;
  readonly remote: Remote<Face>;
  readonly pending: Set<(stopped: Error) => void>;
}

/** A worker that starts with its first question and can be stopped in the middle of one; the next question starts a fresh one. */
export const stoppable = <Face>(start: () => Worker) => {
  let running: Running<Face> | undefined;
  const begun = (): Running<Face> => {
    const worker = start();
    return { worker, remote: wrap<Face>(worker), pending: new Set() };
  };
  return {
    /** Asks the worker; the answer never comes where the work is stopped meanwhile. */
    ask: <Answer>(question: (worker: Remote<Face>) => Answer): Promise<Awaited<Answer>> => {
      const { remote, pending } = (running ??= begun());
      return new Promise((resolve, reject) => {
        pending.add(reject);
        Promise.resolve(question(remote))
          .then(resolve, reject)
          .finally(() => pending.delete(reject));
      });
    },
    stop: (): void => {
      const stopped = running;
      running = undefined;
      stopped?.worker.terminate();
      stopped?.pending.forEach((reject) => reject(new StoppedError()));
    },
  };
};
