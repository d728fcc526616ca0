import { problemSentence } from '@sgraffa/core';
import { ConflictError, RefusedError } from './keeper.ts';
import { ClearedError } from './workspaceStore.ts';

/** What went wrong with the storage, in words: what happened, what is safe, what to do. */
export interface Trouble {
  readonly kind: 'conflict' | 'refused' | 'full' | 'cleared' | 'blocked' | 'newer' | 'other';
  readonly title: string;
  readonly words: string;
}

const SAFE = 'What was kept before is safe.';

/** Kinds of trouble by the names that browsers give their errors. */
const BY_NAME: Readonly<Record<string, Trouble>> = {
  QuotaExceededError: {
    kind: 'full',
    title: 'The browser’s storage is full',
    words: `${SAFE} Export the workspace in the settings, then free some space on the device or delete pieces that are done.`,
  },
  VersionError: {
    kind: 'newer',
    title: 'A newer Sgraffa has been here',
    words: `Its storage is of a newer version than this page. ${SAFE} Load the page again to get the newer one.`,
  },
  SecurityError: {
    kind: 'blocked',
    title: 'The browser allows no storage here',
    words:
      'Nothing can be kept on this address. Allow it to store data, or leave the private window; nothing was changed.',
  },
  MissingAPIError: {
    kind: 'blocked',
    title: 'The browser has no storage here',
    words: 'Nothing can be kept in this window. Leave the private window, or use another browser; nothing was changed.',
  },
  OpenFailedError: {
    kind: 'blocked',
    title: 'The browser would not open its storage',
    words:
      'Nothing can be kept now. Close other windows of this address, or leave the private window, and load the page again.',
  },
  UnknownError: {
    kind: 'blocked',
    title: 'The browser could not read its storage',
    words: `It may be out of space or damaged. ${SAFE} Free some space on the device and load the page again.`,
  },
  DatabaseClosedError: {
    kind: 'cleared',
    title: 'The storage was closed under this page',
    words:
      'It was cleared, or a newer version of the page opened it. Load the page again; a line that you typed stays in its field.',
  },
};
const ALSO: Readonly<Record<string, string>> = {
  InvalidStateError: 'DatabaseClosedError',
  AbortError: 'DatabaseClosedError',
  NotFoundError: 'DatabaseClosedError',
};

const namesOf = (error: unknown): string[] => {
  const { name, inner } = (error ?? {}) as { name?: unknown; inner?: unknown };
  return [...(inner ? namesOf(inner) : []), ...(typeof name === 'string' ? [name] : [])];
};

/** Tells an error of the store as what it is. */
export const troubleOf = (error: unknown): Trouble => {
  if (error instanceof RefusedError)
    return {
      kind: error instanceof ConflictError ? 'conflict' : 'refused',
      title: error instanceof ConflictError ? 'Changed in another tab' : 'This was not kept',
      words: error.problems.map(problemSentence).join(' '),
    };
  if (error instanceof ClearedError)
    return {
      kind: 'cleared',
      title: 'The browser’s storage was cleared',
      words: 'It happened while this page was open. What the page still shows can be put back, or saved as a file.',
    };
  const known = namesOf(error)
    .map((name) => BY_NAME[ALSO[name] ?? name])
    .find((trouble) => trouble !== undefined);
  return (
    known ?? {
      kind: 'other',
      title: 'This could not be kept',
      words: `The browser did not store it. ${SAFE} Export the workspace in the settings and load the page again.`,
    }
  );
};
