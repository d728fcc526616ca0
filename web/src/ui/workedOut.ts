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
  stepsOf(piece, catalogue, settings.workshop, settings.schools, {
    rack: settings.bench.rackPlaces,
    turner: settings.bench.turnerPlaces,
  });

/** Works out a piece from what is kept and from its dates, where it has been planned. */
export const workedOut = (piece: Piece, plan: Plan | null, settings: Settings, catalogue: Catalogue): WorkedOut => {
  const care = careOf(piece.parts[0]!, catalogue, plan ?? undefined, settings.schools);
  return { steps: stepsAtBench(piece, settings, catalogue), limits: care.ok ? care.limits : [] };
};
