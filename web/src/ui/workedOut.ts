import {
  careOf,
  stepsOf,
  type CareLimit,
  type Catalogue,
  type Piece,
  type Plan,
  type Settings,
  type Step,
} from '@sgraffa/core';

/** What follows from a piece and its layers: the steps and the washing limits. */
export interface WorkedOut {
  readonly steps: readonly Step[];
  readonly limits: readonly CareLimit[];
}

/** The steps of a piece at this bench. */
export const stepsAtBench = (piece: Piece, settings: Settings, catalogue: Catalogue): Step[] =>
  stepsOf(piece, catalogue, settings.workshop, {
    schools: settings.schools,
    places: { rack: settings.bench.rackPlaces, turner: settings.bench.turnerPlaces },
  });

/** Works out a piece from what is kept, and from its dates and steps where it has been planned. */
export const workedOut = (
  piece: Piece,
  plan: Plan | null,
  settings: Settings,
  catalogue: Catalogue,
  planned?: readonly Step[],
): WorkedOut => {
  const care = careOf(piece.parts[0]!, catalogue, plan ?? undefined, settings.schools);
  return { steps: planned ?? stepsAtBench(piece, settings, catalogue), limits: care.ok ? care.limits : [] };
};
