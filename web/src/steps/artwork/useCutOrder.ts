import { cutSettingsOf, cutsFor, type CutChoices, type CutSettings } from '@sgraffa/core';
import type { CutAsked } from '../../workers/sizingClient.ts';
import type { Sizing } from './useSizing.ts';

export interface CutOrdered {
  readonly settings: CutSettings;
  /** Null where there is nothing to cut yet. */
  readonly order: CutAsked | null;
  readonly set: (patch: Partial<CutChoices>) => void;
}

/** The order for the cutter: the choices that the piece keeps, and what stands where none was made. */
export const useCutOrder = (sizing: Sizing): CutOrdered => {
  const { artwork, asked, scale, design, cutFrom, here, rimZoneMm, model, setDesign } = sizing;
  const { catalogue, settings, part, stack, piece } = model;
  const labels =
    artwork?.rooms && artwork.source.kind === 'labels'
      ? { count: artwork.rooms.length, perPiece: artwork.source.perPiece }
      : null;
  const settled = cutSettingsOf(
    design.cut,
    {
      as: cutFrom.as,
      product: cutFrom.product,
      isMirrored: cutFrom.mirror?.isMirrored ?? null,
      quantity: cutsFor(cutFrom.operation, stack?.operations ?? [], labels, piece.quantity, catalogue),
      bed: settings.workshop.bed,
    },
    catalogue,
  );
  const isPlaced = part.area === null || Boolean(here?.placement);
  return {
    settings: settled,
    order:
      artwork && asked && isPlaced
        ? { name: artwork.name, design: asked, scale, area: part.area, rimZoneMm, settings: settled }
        : null,
    set: (patch) => setDesign((kept) => ({ cut: { ...kept.cut, ...patch } }), 'how it is cut'),
  };
};
