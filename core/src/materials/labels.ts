import type { Catalogue } from './catalogue.ts';
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

/** What a bench lays over the catalogue: the user's products and figures, and the labels of what stands on the shelf. */
export interface BenchOwn extends UsersOwn {
  readonly labels: readonly CanLabel[];
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
 * The catalogue as a bench has it: labels of cans go before the user's figures, those before the catalogue's.
 *
 * @returns problems of the user's products and figures, and then nothing is laid over
 */
export const benchCatalogue = (
  catalogue: Catalogue,
  { labels, ...own }: BenchOwn,
): Outcome<{ catalogue: Catalogue }> => {
  const read = usersCatalogue(catalogue, own);
  if (!read.ok) return read;
  const laidOver = labels.flatMap(({ isLaid, figures }) => (isLaid ? figures : []));
  const byCan = new Map(labels.map(({ canId, figures }) => [canId, figures]));
  const laid = withLabel(read.catalogue, laidOver);
  return { ok: true, catalogue: byCan.size ? { ...laid, labelByCan: byCan } : laid };
};
