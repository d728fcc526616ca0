import type { Workbox } from 'workbox-window';
import { followed } from '../ui/followed.ts';
import { areFormsOpen } from '../ui/openForms.ts';
import { whenQuiet } from '../ui/quiet.ts';

/** Whether a newer build is there: it waits to be taken, or this page already needs it to go on. */
type NewVersion = 'none' | 'waiting' | 'needed';

const version = followed<NewVersion>('none');
let worker: Workbox | undefined;

const note = (now: NewVersion): void => {
  if (version.get() !== 'needed') version.set(now);
};

export const useNewVersion = version.useValue;

/** Takes the new version now: lets it take over, and loads the page again. */
export const takeNewVersion = (): void => {
  if (version.get() !== 'waiting' || !worker) return window.location.reload();
  worker.messageSkipWaiting();
};

/** A page that nobody looks at, with nothing open in a form. */
const isQuietMoment = (): boolean => document.hidden && !areFormsOpen();

/**
 * Watches for new versions of the application. One that is there is told and waits: it is taken when it is asked for, or in a moment in
 * which the page is hidden and nothing is open in a form. A tab whose version was taken from under it by another tab is told too, and
 * never loaded again while something is being typed.
 */
export const watchVersions = (): void => {
  // a part of this version that is no longer there: a newer one has been put in its place
  window.addEventListener('vite:preloadError', (event) => {
    event.preventDefault();
    note('needed');
  });
  document.addEventListener('visibilitychange', () => {
    if (version.get() !== 'none' && isQuietMoment()) takeNewVersion();
  });
  if (!import.meta.env.PROD || !('serviceWorker' in navigator)) return;
  void whenQuiet().then(async () => {
    worker = new (await import('workbox-window')).Workbox('/sw.js');
    worker.addEventListener('waiting', () => note('waiting'));
    // the first worker of a page takes it over without changing anything; a further one is another version
    let isKept = navigator.serviceWorker.controller !== null;
    navigator.serviceWorker.addEventListener('controllerchange', () => {
      if (isKept && areFormsOpen()) note('needed');
      else if (isKept) window.location.reload();
      isKept = true;
    });
    try {
      await worker.register();
    } catch {
      // without it the application works as long as its server is there
    }
  });
};
