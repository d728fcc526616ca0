import { expose } from 'comlink';
import {
  bestFirst,
  chanceOf,
  fasterLayers,
  FIRST_LOOK,
  itemsOf,
  planPieces,
  safeStart,
  trialsOfStep,
  workshopOf,
  tryPin,
  whatHelps,
  type BenchContext,
  type PlanPiecesOptions,
  type WeekPlan,
} from '@sgraffa/core';
import { benchContextOf } from './benchContext.ts';
import { catalogueOf } from './usersCatalogue.ts';
import type { PlanInput } from './planTypes.ts';

const contextOf = (input: PlanInput): BenchContext => benchContextOf(input, catalogueOf(input.own));

/** The share of tries that has to meet the dates for a start to be called safe. */
const SAFE = 0.8;

const optionsOf = ({ settings: { bench } }: PlanInput): PlanPiecesOptions => ({
  direction: bench.direction === 'backward' ? 'backward' : 'forward',
  ...(bench.direction === 'fewest-sittings' ? { prefer: 'fewest-sittings' } : {}),
});

/** What may run in this worker: dating the whole bench. */
const planWorker = {
  /** A plan at once, or (`thorough`) one that has been improved within the budget. */
  plan: (input: PlanInput, thorough: boolean) =>
    planPieces(input.pieces, contextOf(input), {
      ...optionsOf(input),
      ...(thorough ? {} : { budget: FIRST_LOOK }),
    }),
  /** The soonest plan, for what a date that cannot be met may be moved to. */
  soonest: (input: PlanInput) => planPieces(input.pieces, contextOf(input), { budget: FIRST_LOOK }),
  chance: (input: PlanInput, week: WeekPlan) => chanceOf(input.pieces, contextOf(input), week),
  safeStart: (input: PlanInput) => safeStart(input.pieces, contextOf(input), SAFE, { budget: FIRST_LOOK }),
  helps: (input: PlanInput, week: WeekPlan) => {
    const context = contextOf(input);
    const once = { budget: FIRST_LOOK };
    return bestFirst([
      ...whatHelps(input.pieces, context, week, once),
      ...fasterLayers(input.pieces, context, week, { schools: input.settings.schools, trials: input.trials }, once),
    ]);
  },
  /** The trials that the result of a try is to the rules. */
  tried: (
    input: PlanInput,
    pieceId: string,
    stepId: string,
    result: 'held' | 'failed',
    at: string,
    ids: readonly string[],
  ) => {
    const context = contextOf(input);
    const [piece] = input.pieces.filter(({ id }) => id === pieceId);
    const step = piece && itemsOf([piece], context)[0]?.steps.find(({ id }) => id === stepId);
    return step
      ? trialsOfStep(
          step,
          piece,
          context.catalogue,
          workshopOf(piece, context),
          { schools: context.schools },
          result,
          at,
          ids,
        )
      : [];
  },
  move: (input: PlanInput, pin: { pieceId: string; stepId: string; at: string }) =>
    tryPin(input.pieces, pin, contextOf(input), { ...optionsOf(input), budget: FIRST_LOOK }),
};

export type PlanWorker = typeof planWorker;

expose(planWorker);
