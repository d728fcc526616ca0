import {
  careOf,
  planInSequence,
  stepsOf,
  type BenchEvent,
  type CareLimit,
  type Catalogue,
  type Piece,
  type Plan,
  type Problem,
  type Settings,
  type Step,
} from '@sgraffa/core';

/** What follows from a piece and its layers: the steps, their dates, the washing limits. */
export interface WorkedOut {
  readonly steps: readonly Step[];
  readonly plan: Plan | null;
  readonly planProblems: readonly Problem[];
  readonly limits: readonly CareLimit[];
}

const MS_PER_DAY = 86_400_000;

/** When the work may begin: as the crafter said, not in the past, after the days agreed to wait. */
const beginning = (piece: Piece, now: string): string => {
  const wanted = Math.max(Date.parse(piece.startsAt ?? now), Date.parse(now));
  return new Date(wanted + piece.parts[0]!.surface.waitDays * MS_PER_DAY).toISOString();
};

/** Works out a piece from what is kept; `events` may be those of every piece. */
export const workedOut = (
  piece: Piece,
  events: readonly BenchEvent[],
  settings: Settings,
  catalogue: Catalogue,
  now: string,
): WorkedOut => {
  const steps = stepsOf(piece, catalogue, settings.workshop, settings.schools);
  const done = Object.fromEntries(
    events
      .filter(({ pieceId }) => pieceId === piece.id)
      .map(({ operationId, coat, at }) => [`${operationId}#${coat}`, at]),
  );
  const read = steps.length
    ? planInSequence(steps, {
        startsAt: beginning(piece, now),
        zone: settings.zone,
        freeHours: settings.freeHours,
        climate: settings.workshop,
        done,
      })
    : null;
  const plan = read?.ok ? read.plan : null;
  const care = careOf(piece.parts[0]!, catalogue, plan ?? undefined, settings.schools);
  return { steps, plan, planProblems: read && !read.ok ? read.problems : [], limits: care.ok ? care.limits : [] };
};
