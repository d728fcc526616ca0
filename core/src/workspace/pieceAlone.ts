import { mergeWorkspaces, type Choices, type Merged } from './merge.ts';
import { plainSettings } from './settings.ts';
import type { Workspace } from './schema.ts';

/** Every text that stands anywhere in a value. */
const textsIn = (value: unknown): string[] => {
  if (typeof value === 'string') return [value];
  return typeof value === 'object' && value !== null ? Object.values(value).flatMap(textsIn) : [];
};

/**
 * One piece with all that it leads to, as a workspace of its own that another bench can take in: its drawings, marks, tests, what was
 * taken for it with the cans, and products of one's own that any of these name. Figures, money and settings of the workshop stay: they
 * are the workshop's, and would be the other one's from then on.
 *
 * @throws RangeError where there is no such piece
 */
export const pieceAlone = (workspace: Workspace, pieceId: string): Workspace => {
  const piece = workspace.pieces.find(({ id }) => id === pieceId);
  if (!piece) throw new RangeError(`There is no piece "${pieceId}".`);
  const events = workspace.events.filter((event) => event.pieceId === pieceId);
  const eventIds = new Set(events.map(({ id }) => id));
  const uses = workspace.uses.filter((use) => use.pieceId === pieceId || (use.eventId && eventIds.has(use.eventId)));
  const canIds = new Set([
    ...uses.map(({ canId }) => canId),
    ...events.flatMap((event) => (event.kind === 'cutTested' && event.canId ? [event.canId] : [])),
  ]);
  const shelf = workspace.shelf.filter(({ id }) => canIds.has(id));
  const trials = workspace.trials.filter(({ step }) => step?.pieceId === pieceId);
  const artworkIds = new Set(piece.parts.flatMap(({ designs }) => designs.map(({ artworkId }) => artworkId)));
  const named = new Set(textsIn([piece, events, shelf, trials]));
  return {
    version: workspace.version,
    catalogueVersion: workspace.catalogueVersion,
    pieces: [piece],
    events,
    settings: plainSettings(workspace.settings.zone),
    ownProducts: workspace.ownProducts.filter(({ id }) => named.has(id)),
    overrides: [],
    artworks: workspace.artworks.filter(({ id }) => artworkIds.has(id)),
    shelf,
    uses,
    trials,
  };
};

/**
 * Takes one piece of another bench in beside what is here. Its cans tell what it was made with, and are not on this shelf: those that
 * are not known here come as finished, so that nothing is reckoned from them. The settings here stay.
 *
 * @param on      the day on which it comes, "2026-11-25"
 * @param choices by the key of a conflict, where it is here already and differs
 */
export const withPieceOf = (mine: Workspace, theirs: Workspace, on: string, choices: Choices = {}): Merged => {
  const here = new Map(mine.shelf.map((can) => [can.id, can]));
  const shelf = theirs.shelf.map((can) => here.get(can.id) ?? { ...can, finishedOn: can.finishedOn ?? on });
  return mergeWorkspaces(null, mine, { ...theirs, shelf }, choices);
};
