import type { Catalogue, Learnt } from './catalogue.ts';
import { usersCatalogue, type UsersOwn } from './ownProducts.ts';
import { overlay } from './overlay.ts';
import type { Override } from './override.ts';
import type { Outcome } from '../problem/index.ts';

/** What stands on the label of one can on the shelf. */
export interface CanLabel {
  readonly canId: string;
  readonly figures: readonly Override[];
  /** Whether it is laid over the catalogue: it is of the only can of its product, or of one that was chosen for the piece in question. */
  readonly isLaid: boolean;
}

/** What a bench lays over the catalogue: the user's products and figures, and the labels of what stands on the shelf, what it learnt. */
export interface BenchOwn extends UsersOwn {
  readonly labels: readonly CanLabel[];
  /** What the maker's own doing taught. */
  readonly learnt: readonly Learnt[];
}

const known = new WeakMap<Catalogue, Map<string, Catalogue>>();

/** A catalogue with the figures of a can's label, as far as they fit it: one that would loosen what guards people is left out. */
export const withLabel = (catalogue: Catalogue, figures: readonly Override[]): Catalogue => {
  if (!figures.length) return catalogue;
  let held = known.get(catalogue);
  if (!held) known.set(catalogue, (held = new Map<string, Catalogue>()));
  const key = JSON.stringify(figures);
  let laid = held.get(key);
  if (!laid) {
    laid = figures.reduce((now, figure) => {
      const next = overlay(now, [figure]);
      return next.ok ? next.catalogue : now;
    }, catalogue);
    held.set(key, laid);
  }
  return laid;
};

/**
 * The catalogue as a bench has it: what was learnt goes before the labels of cans, those before the user's figures and the catalogue's.
 *
 * @returns problems of the user's products and figures, and then nothing is laid over
 */
export const benchCatalogue = (
  catalogue: Catalogue,
  { labels, learnt, ...own }: BenchOwn,
): Outcome<{ catalogue: Catalogue }> => {
  const read = usersCatalogue(catalogue, own);
  if (!read.ok) return read;
  const isLaidCan = new Set(labels.flatMap(({ isLaid, canId }) => (isLaid ? [canId] : [])));
  // what is learnt of a can goes before its label; without a label of its own it is known by the can all the same
  const byCan = new Map(labels.flatMap(({ canId, figures }) => (figures.length ? [[canId, figures]] : [])));
  for (const { canId, figures, surface } of learnt)
    if (canId !== null && surface === null) byCan.set(canId, [...(byCan.get(canId) ?? []), ...figures]);
  // what goes for every can first: what was learnt of this one goes before it
  const general = [
    ...learnt.filter(({ surface, canId }) => surface === null && canId === null),
    ...learnt.filter(({ surface, canId }) => surface === null && canId !== null && isLaidCan.has(canId)),
  ];
  const laid = withLabel(read.catalogue, [
    ...labels.flatMap(({ isLaid, figures }) => (isLaid ? figures : [])),
    ...general.flatMap(({ figures }) => figures),
  ]);
  const learntOn = new Map<string, readonly Learnt[]>();
  for (const one of learnt)
    if (one.surface !== null) learntOn.set(one.surface, [...(learntOn.get(one.surface) ?? []), one]);
  return { ok: true, catalogue: byCan.size || learntOn.size ? { ...laid, labelByCan: byCan, learntOn } : laid };
};
