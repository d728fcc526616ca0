import { useSyncExternalStore } from 'react';
import { Workbox } from 'workbox-window';
import { areFormsOpen } from '../ui/openForms.ts';
import { whenQuiet } from '../ui/quiet.ts';

/** Whether a newer build is there: it waits to be taken, or this page already needs it to go on. */
type NewVersion = 'none' | 'waiting' | 'needed';

const state = { now: 'none' as NewVersion, listeners: new Set<() => void>() };
let worker: Workbox | undefined;

const tell = (now: NewVersion): void => {
  if (state.now === 'needed') return;
  state.now = now;
  for (const listener of state.listeners) listener();
};

const listen = (listener: () => void): (() => void) => {
  state.listeners.add(listener);
  return () => state.listeners.delete(listener);
};

export const useNewVersion = (): NewVersion => useSyncExternalStore(listen, () => state.now);

/** Takes the new version now: lets it take over, and loads the page again. */
export const takeNewVersion = (): void => {
  if (state.now !== 'waiting' || !worker) return window.location.reload();
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
    tell('needed');
  });
  document.addEventListener('visibilitychange', () => {
    if (state.now !== 'none' && isQuietMoment()) takeNewVersion();
  });
  if (!import.meta.env.PROD || !('serviceWorker' in navigator)) return;
  void whenQuiet().then(async () => {
    worker = new Workbox('/sw.js');
    worker.addEventListener('waiting', () => tell('waiting'));
    // the first worker of a page takes it over without changing anything; a further one is another version
    let isKept = navigator.serviceWorker.controller !== null;
    navigator.serviceWorker.addEventListener('controllerchange', () => {
      if (isKept && areFormsOpen()) tell('needed');
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
