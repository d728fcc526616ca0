import { expose } from 'comlink';
import {
  catalogue,
  chanceOf,
  fasterLayers,
  FIRST_LOOK,
  planPieces,
  safeStart,
  tryPin,
  usersCatalogue,
  whatHelps,
  type BenchContext,
  type Catalogue,
  type PlanPiecesOptions,
  type UsersOwn,
  type WeekPlan,
} from '@sgraffa/core';
import { benchContextOf } from './benchContext.ts';
import type { PlanInput } from './planTypes.ts';

let users: { readonly key: string; readonly catalogue: Catalogue } | undefined;
const catalogueOf = (own: UsersOwn): Catalogue => {
  const key = JSON.stringify(own);
  if (users?.key !== key) {
    const read = usersCatalogue(catalogue(), own);
    users = { key, catalogue: read.ok ? read.catalogue : catalogue() };
  }
  return users.catalogue;
};

const contextOf = (input: PlanInput): BenchContext => benchContextOf(input, catalogueOf(input.own));

const SURE = 0.9;

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
  safeStart: (input: PlanInput) => safeStart(input.pieces, contextOf(input), SURE, { budget: FIRST_LOOK }),
  helps: (input: PlanInput, week: WeekPlan) => {
    const context = contextOf(input);
    const once = { budget: FIRST_LOOK };
    return [
      ...whatHelps(input.pieces, context, week, once),
      ...fasterLayers(input.pieces, context, week, { schools: input.settings.schools }, once),
    ].sort((one, other) => other.savedMinutes - one.savedMinutes);
  },
  move: (input: PlanInput, pin: { pieceId: string; stepId: string; at: string }) =>
    tryPin(input.pieces, pin, contextOf(input), { ...optionsOf(input), budget: FIRST_LOOK }),
};

export type PlanWorker = typeof planWorker;

expose(planWorker);
