import { atBenchUntil, type BenchContext, type Catalogue } from '@sgraffa/core';
import type { PlanInput } from './planTypes.ts';

/** A bench as the planner takes it. */
export const benchContextOf = (
  { settings, events, trials, shelf, now, outdoor }: PlanInput,
  catalogue: Catalogue,
): BenchContext => {
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
    shelf,
    schools: settings.schools,
    outdoor,
    trials,
    events,
    atBenchUntil: atBenchUntil(events, now, catalogue),
  };
};
