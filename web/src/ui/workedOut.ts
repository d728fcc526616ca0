import { careOf, type CareLimit, type Catalogue, type Piece, type Plan, type Settings } from '@sgraffa/core';

/** Washing limits of a piece from what is kept, and from its dates where it has been planned; none where they cannot be worked out. */
export const limitsOf = (
  piece: Piece,
  plan: Plan | null,
  settings: Settings,
  catalogue: Catalogue,
): readonly CareLimit[] => {
  const care = careOf(piece.parts[0]!, catalogue, plan ?? undefined, settings.schools);
  return care.ok ? care.limits : [];
};
