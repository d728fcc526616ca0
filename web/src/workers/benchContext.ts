import { stepIdOf, type BenchContext, type Catalogue } from '@sgraffa/core';
import type { PlanInput } from './planTypes.ts';

/** A bench as the planner takes it. */
export const benchContextOf = ({ settings, events, now, outdoor }: PlanInput, catalogue: Catalogue): BenchContext => {
  const done: Record<string, Record<string, string>> = {};
  for (const { pieceId, operationId, coat, group, at } of events)
    (done[pieceId] ??= {})[stepIdOf({ id: operationId }, coat, group ?? null)] = at;
  const { bench } = settings;
  return {
    now,
    zone: settings.zone,
    freeHours: settings.freeHours,
    exceptions: bench.exceptions,
    quietHours: bench.quietHours,
    hands: bench.hands,
    rackPlaces: bench.rackPlaces,
    turnerPlaces: bench.turnerPlaces,
    catalogue,
    workshop: settings.workshop,
    schools: settings.schools,
    outdoor,
    done,
  };
};
