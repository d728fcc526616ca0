import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import type { Chance, Help, Outcome, Trial, WeekPlan } from '@sgraffa/core';
import { ownOf, useBench, useNow } from '../store/bench.ts';
import { store } from '../store/start.ts';
import type { Bench } from '../store/workspaceStore.ts';
import { useForecast } from '../store/forecast.ts';
import { whenQuiet } from '../ui/quiet.ts';
import type { PlanWorker } from './plan.worker.ts';
import type { PlanInput } from './planTypes.ts';
import { stoppable, StoppedError } from './stoppable.ts';

const planning = stoppable<PlanWorker>(
  () => new Worker(new URL('./plan.worker.ts', import.meta.url), { type: 'module' }),
);
/** Stops whatever is being planned: the plan that is there stays. */
export const stopPlanning = planning.stop;

/** Tries of how it may come take long: they never keep a plan waiting. */
const guessing = stoppable<PlanWorker>(
  () => new Worker(new URL('./plan.worker.ts', import.meta.url), { type: 'module' }),
);

/** The page first: the worker is fetched when what was asked for is on the screen. */
const ask = async <Answer>(
  question: Parameters<typeof planning.ask<Answer>>[0],
  of: typeof planning = planning,
): Promise<Awaited<Answer>> => {
  await whenQuiet();
  return of.ask(question);
};

const QUARTER_MS = 15 * 60_000;
/** The next full quarter of an hour: a plan does not change with every minute. */
const nextQuarter = (now: string): string =>
  new Date(Math.ceil(Date.parse(now) / QUARTER_MS) * QUARTER_MS).toISOString();

type Planned = Outcome<{ week: WeekPlan }>;

/** What an answer about a week depends on, short. */
const keyOf = (week: WeekPlan | null) =>
  week && [week.madeAt, week.direction, week.startsAt, week.readyAt, week.sittings, week.isProven];

const answered = { staleTime: Infinity, gcTime: 5 * 60_000, retry: false } as const;

interface Asked {
  readonly input: PlanInput;
  /** The same input gives the same key. */
  readonly key: string;
}

/** Many parts of a page ask for the same plan: what it is made from is put together, and written out as its key, once. */
let made: { readonly from: readonly unknown[]; readonly asked: Asked } | undefined;
const madeOnce = (from: readonly unknown[], input: () => PlanInput): Asked => {
  if (!made || made.from.some((part, at) => part !== from[at])) {
    const fresh = input();
    made = { from, asked: { input: fresh, key: JSON.stringify(fresh) } };
  }
  return made.asked;
};

/** What the bench is planned from; null until all of it has been read. */
export const usePlanInput = (): Asked | null => {
  const bench = useBench();
  const quarter = nextQuarter(useNow());
  const forecast = useForecast();
  const { pieces, events, trials, settings, overrides, ownProducts, shelf, learnt } = bench ?? {};
  const outdoor = forecast.series;
  return useMemo((): Asked | null => {
    if (
      !pieces ||
      !events ||
      !trials ||
      !settings ||
      !overrides ||
      !ownProducts ||
      !shelf ||
      !learnt ||
      !forecast.isRead
    )
      return null;
    const from = [pieces, events, trials, settings, overrides, ownProducts, shelf, learnt, quarter, outdoor];
    return madeOnce(from, () => {
      const { zone, freeHours, workshop, schools, bench: benchSettings } = settings.value;
      return {
        pieces: pieces.map(({ value }) => value),
        events,
        trials,
        settings: { zone, freeHours, workshop, schools, bench: { ...benchSettings, readings: null } },
        shelf,
        own: ownOf({ overrides, ownProducts, shelf, learnt }),
        now: quarter,
        outdoor,
      };
    });
  }, [pieces, events, trials, settings, overrides, ownProducts, shelf, learnt, quarter, outdoor, forecast.isRead]);
};

export interface PlannedWeek {
  readonly asked: Asked | null;
  /** The plan, or why there is none; undefined until the first one is there. */
  readonly answer: Planned | undefined;
  /** Whether a plan, or a better one, is still being looked for. */
  readonly isPlanning: boolean;
  /** Whether the crafter stopped looking; `again` looks anew. */
  readonly wasStopped: boolean;
  readonly again: () => void;
}

/** So long a plan that was kept is good for a first picture. */
const KEPT_PLAN_MS = 24 * 3_600_000;
/** Names this build: it holds the hashed name of the worker that plans. */
const BUILD = import.meta.url;

/** The plan of this very bench that an earlier page found; shown until this one has found its own. */
const useKeptPlan = (bench: Bench | undefined): Planned | undefined => {
  const kept = useQuery({
    queryKey: ['kept plan'],
    queryFn: () => store.lastPlan().catch(() => null),
    staleTime: Infinity,
    gcTime: Infinity,
    networkMode: 'always',
  }).data;
  const now = Date.parse(useNow());
  if (!kept || !bench || kept.build !== BUILD) return undefined;
  const isOfIt = kept.startedAt === bench.startedAt && kept.revision === bench.revision;
  const age = now - Date.parse(kept.at);
  return isOfIt && age > -QUARTER_MS && age < KEPT_PLAN_MS ? (kept.answer as Planned) : undefined;
};

/** The bench as it is planned: a first plan at once, then the best that was found within the budget. */
export const usePlannedWeek = (): PlannedWeek => {
  const asked = usePlanInput();
  const bench = useBench();
  const kept = useKeptPlan(bench);
  const plan = async (isBetter: boolean): Promise<Planned> => {
    const answer = await ask((worker) => worker.plan(asked!.input, isBetter));
    const { startedAt, revision } = bench!;
    // what cannot be kept is planned again by the next page
    void store.keepPlan({ startedAt, revision, build: BUILD, at: asked!.input.now, answer }).catch(() => undefined);
    return answer;
  };
  const first = useQuery({
    queryKey: ['week', asked?.key, 'first'],
    queryFn: () => plan(false),
    enabled: asked !== null,
    placeholderData: (previous: Planned | undefined) => previous ?? kept,
    ...answered,
  });
  const better = useQuery({
    queryKey: ['week', asked?.key, 'better'],
    queryFn: () => plan(true),
    enabled: asked !== null && first.data !== undefined && !first.isPlaceholderData,
    ...answered,
  });
  const stopped = [first, better].find(({ error, isFetching }) => error instanceof StoppedError && !isFetching);
  return {
    asked,
    answer: better.data ?? first.data,
    isPlanning: first.isFetching || better.isFetching,
    wasStopped: stopped !== undefined,
    again: () => void stopped?.refetch(),
  };
};

/** How sure a plan is: tries of how drying, work and weather may come. */
export const useChance = (asked: Asked | null, week: WeekPlan | null) =>
  useQuery({
    queryKey: ['chance', asked?.key, keyOf(week)],
    queryFn: async (): Promise<Chance> => ask((worker) => worker.chance(asked!.input, week!), guessing),
    enabled: asked !== null && week !== null,
    placeholderData: keepPreviousData,
    ...answered,
  });

/** What would bring the end forward most; asked for by a button. */
export const useHelps = (asked: Asked | null, week: WeekPlan | null, isWanted: boolean) =>
  useQuery({
    queryKey: ['helps', asked?.key, keyOf(week)],
    queryFn: async (): Promise<readonly Help[]> => ask((worker) => worker.helps(asked!.input, week!)),
    enabled: isWanted && asked !== null && week !== null,
    ...answered,
  });

/** The latest start that is safe: soon enough in the wanted share of tries. */
export const useSafeStart = (asked: Asked | null, isWanted: boolean) =>
  useQuery({
    queryKey: ['safe start', asked?.key],
    queryFn: async (): Promise<Outcome<{ startsAt: string; chance: number }>> =>
      ask((worker) => worker.safeStart(asked!.input)),
    enabled: isWanted && asked !== null,
    ...answered,
  });

/** The soonest plan, where the dates cannot be met. */
export const useSoonest = (asked: Asked | null, isWanted: boolean) =>
  useQuery({
    queryKey: ['soonest', asked?.key],
    queryFn: async (): Promise<Planned> => ask((worker) => worker.soonest(asked!.input)),
    enabled: isWanted && asked !== null,
    ...answered,
  });

/** The trials that the result of a try is to the rules, under new ids. */
export const trialsOf = async (
  { input }: Asked,
  pieceId: string,
  stepId: string,
  result: 'held' | 'failed',
  at: string,
  ids: readonly string[],
): Promise<readonly Trial[]> => ask((worker) => worker.tried(input, pieceId, stepId, result, at, ids));

/** Whether a step can be moved to a time, with the rest planned round it. */
export const tryMove = async (
  { input }: Asked,
  pin: { pieceId: string; stepId: string; at: string },
): Promise<Planned> => ask((worker) => worker.move(input, pin));
