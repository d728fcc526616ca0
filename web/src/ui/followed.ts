import { useSyncExternalStore } from 'react';

/** A value that lives outside of the page's parts, and that they follow. */
export const followed = <Value>(first: Value) => {
  let now = first;
  const listeners = new Set<() => void>();
  const listen = (listener: () => void): (() => void) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  };
  return {
    get: (): Value => now,
    set: (next: Value): void => {
      now = next;
      for (const listener of listeners) listener();
    },
    useValue: (): Value => useSyncExternalStore(listen, () => now),
  };
};
