import type { Workspace } from './schema.ts';

/** Keys in order at every depth, so that the same content is the same bytes. */
const ordered = (value: unknown): unknown => {
  if (Array.isArray(value)) return value.map(ordered);
  if (value === null || typeof value !== 'object') return value;
  return Object.fromEntries(
    Object.entries(value)
      .filter(([, entry]) => entry !== undefined)
      .sort(([left], [right]) => (left < right ? -1 : 1))
      .map(([key, entry]) => [key, ordered(entry)]),
  );
};

/** The canonical text of any value: the same content always gives the same text. */
export const canonical = (value: unknown): string => JSON.stringify(ordered(value)) ?? 'undefined';

const byId = <Entry extends { readonly id: string }>(entries: readonly Entry[]): Entry[] =>
  [...entries].sort((left, right) => (left.id < right.id ? -1 : 1));

/** The canonical text of a workspace: the same content always gives the same bytes, whatever order it was stored in. */
export const writeWorkspace = (workspace: Workspace): string =>
  `${JSON.stringify(
    ordered({
      ...workspace,
      pieces: byId(workspace.pieces),
      events: byId(workspace.events),
      ownProducts: byId(workspace.ownProducts),
      trials: byId(workspace.trials),
      artworks: byId(workspace.artworks),
      shelf: byId(workspace.shelf),
      uses: byId(workspace.uses),
    }),
    null,
    2,
  )}\n`;
