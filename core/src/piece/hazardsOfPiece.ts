import type { Catalogue } from '../materials/index.ts';
import type { Part } from './schema.ts';

/** Hazards that the piece itself brings, whatever is put on it: its material, what is on it already, what it is. */
export const hazardsOfPiece = (
  { surface, use }: Pick<Part, 'surface' | 'use'>,
  catalogue: Catalogue,
): readonly { readonly id: string; readonly from: string }[] => {
  const of = (row: { readonly name: string; readonly hazards?: readonly string[] | undefined } | undefined) =>
    (row?.hazards ?? []).map((id) => ({ id, from: row!.name }));
  return [
    ...of(catalogue.itemById.get(use.item)),
    ...of(catalogue.baseById.get(surface.base)),
    ...surface.existing.flatMap(({ finish }) => of(catalogue.finishById.get(finish))),
  ];
};
