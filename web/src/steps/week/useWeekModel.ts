import { useMemo } from 'react';
import {
  atBenchUntil,
  freeWindows,
  type Catalogue,
  type FreeWindow,
  type Piece,
  type Plan,
  type PlannedStep,
  type Settings,
  type StackVerdict,
  type Step,
  type WeekPlan,
} from '@sgraffa/core';
import { useBench, useCatalogue, useNow } from '../../store/bench.ts';
import type { Kept } from '../../store/db.ts';
import { eventsOfSteps, factsOf } from '../../store/facts.ts';
import { usePlannedWeek, type PlannedWeek } from '../../workers/planClient.ts';
import { clockScale, type ClockScale } from './clockScale.ts';

/** One step of one piece with its dates. */
export interface WeekStep {
  readonly piece: Piece;
  readonly step: Step;
  readonly planned: PlannedStep;
  /** All steps of its piece, in order. */
  readonly steps: readonly Step[];
  readonly eventId: string | undefined;
}

/** One piece's row. */
export interface WeekRow {
  readonly kept: Kept<Piece>;
  readonly piece: Piece;
  readonly plan: Plan;
  readonly steps: readonly WeekStep[];
  /** What stands against its layers. */
  readonly verdict: StackVerdict | null;
}

export interface WeekModel {
  readonly week: WeekPlan;
  readonly rows: readonly WeekRow[];
  readonly scale: ClockScale;
  readonly free: readonly FreeWindow[];
  readonly from: number;
  readonly until: number;
  readonly settings: Settings;
  readonly catalogue: Catalogue;
  readonly now: string;
}

const HOUR_MS = 3_600_000;
const DAY_MS = 24 * HOUR_MS;

export interface WeekState extends PlannedWeek {
  readonly model: WeekModel | null;
  readonly bench: ReturnType<typeof useBench>;
  readonly now: string;
}

/** What Week shows: the plan of the whole bench with its steps, laid out on the clock of sittings. */
export const useWeekModel = (hourPx: number): WeekState => {
  const planned = usePlannedWeek();
  const bench = useBench();
  const catalogue = useCatalogue();
  const now = useNow();
  const week = planned.answer?.ok ? planned.answer.week : null;
  const model = useMemo((): WeekModel | null => {
    if (!week || !bench) return null;
    const settings = bench.settings.value;
    const rows = bench.pieces.flatMap((kept): WeekRow[] => {
      const plan = week.plans[kept.id];
      if (!plan) return [];
      const steps = week.steps[kept.id] ?? [];
      const eventIds = eventsOfSteps(kept.id, steps, factsOf(bench.events));
      return [
        {
          kept,
          piece: kept.value,
          plan,
          verdict: week.verdicts[kept.id] ?? null,
          steps: plan.steps.flatMap((dated): WeekStep[] => {
            const step = steps.find(({ id }) => id === dated.stepId);
            return step ? [{ piece: kept.value, step, planned: dated, steps, eventId: eventIds.get(step.id) }] : [];
          }),
        },
      ];
    });
    const open = rows.filter(({ steps }) => steps.some((each) => !each.planned.isDone));
    open.sort((one, other) => (one.plan.startsAt < other.plan.startsAt ? -1 : 1));
    const from = Date.parse(now) - 2 * HOUR_MS;
    const ends = open.map(({ plan }) => Date.parse(plan.readyAt ?? plan.endsAt ?? now));
    const until = Math.max(from + DAY_MS, ...ends) + 3 * HOUR_MS;
    const free = freeWindows(from, until, {
      zone: settings.zone,
      freeHours: settings.freeHours,
      exceptions: settings.bench.exceptions,
      hands: settings.bench.hands,
      atBenchUntil: atBenchUntil(bench.events, now, catalogue),
    });
    return {
      week,
      rows: open,
      scale: clockScale(free, from, until, hourPx),
      free,
      from,
      until,
      settings,
      catalogue,
      now,
    };
  }, [week, bench, catalogue, now, hourPx]);
  return { ...planned, model, bench, now };
};
