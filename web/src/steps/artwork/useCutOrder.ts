import { cutFromLines, cutSettingsOf, cutsFor, type CutChoices, type CutSettings } from '@sgraffa/core';
import { useBench } from '../../store/bench.ts';
import type { CutAsked } from '../../workers/sizingClient.ts';
import type { Sizing } from './useSizing.ts';

export interface CutOrdered {
  readonly settings: CutSettings;
  /** Whether it is cut from what the amounts lay out. */
  readonly followsAmounts: boolean;
  /** Whether the amounts lay it out at all: they do where layers stand. */
  readonly hasFilm: boolean;
  /** Null where there is nothing to cut yet. */
  readonly order: CutAsked | null;
  /** Changes what was chosen; a patch that builds on it is a function of what is kept, for another field may have been left a moment ago. */
  readonly set: (patch: Partial<CutChoices> | ((kept: CutChoices) => Partial<CutChoices>)) => void;
}

/** The order for the cutter: the choices that the piece keeps, and what stands where none was made. */
export const useCutOrder = (sizing: Sizing): CutOrdered => {
  const { artwork, asked, scale, design, cutFrom, here, rimZoneMm, model, setDesign } = sizing;
  const { catalogue, settings, part, stack, piece, amounts } = model;
  const cans = useBench()?.shelf.cans ?? [];
  const film = model.films[design.id] ?? null;
  const { operation } = cutFrom;
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
      quantity: cutsFor(operation, stack?.operations ?? [], labels, piece.quantity, catalogue),
      bed: settings.workshop.bed,
      film,
    },
    catalogue,
  );
  const isPlaced = part.area === null || Boolean(here?.placement);
  return {
    settings: settled,
    followsAmounts: film !== null && !settled.isOwnStock,
    hasFilm: film !== null,
    order:
      artwork && asked && isPlaced
        ? {
            name: artwork.name,
            design: asked,
            scale,
            area: part.area,
            rimZoneMm,
            settings: settled,
            laid:
              operation && amounts
                ? cutFromLines(
                    amounts,
                    { pieceId: piece.id, operationId: operation.id, designId: design.id },
                    cans,
                    catalogue,
                  )
                : null,
          }
        : null,
    set: (patch) =>
      setDesign(
        ({ cut }) => ({ cut: { ...cut, ...(typeof patch === 'function' ? patch(cut) : patch) } }),
        'how it is cut',
      ),
  };
};
