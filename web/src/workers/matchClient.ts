import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { wrap, type Remote } from 'comlink';
import type { Brief, Schools, Stack } from '@sgraffa/core';
import type { Bench } from '../store/workspaceStore.ts';
import type { MatchWorker } from './match.worker.ts';

let shared: Remote<MatchWorker> | undefined;
const worker = (): Remote<MatchWorker> =>
  (shared ??= wrap<MatchWorker>(new Worker(new URL('./match.worker.ts', import.meta.url), { type: 'module' })));

const JUDGED_FOR_MS = 5 * 60_000;

/** The answer for a brief; the last one stays on the screen until the new one is there, and stale ones are dropped by their key. */
export const useMatch = (brief: Brief | null, schools: Schools) =>
  useQuery({
    queryKey: ['match', brief && { ...brief, part: { ...brief.part, stack: null, stackIsOwn: false } }, schools],
    queryFn: () => worker().match(brief!, { schools }),
    enabled: brief !== null,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: JUDGED_FOR_MS,
  });

/** The layers of the first answer for every piece of the bench under some schools. */
export const firstAnswers = (bench: Bench, schools: Schools) =>
  Promise.all(
    bench.pieces.map(({ value: { parts, quantity, due } }) =>
      worker().first({ part: parts[0]!, workshop: bench.settings.value.workshop, quantity, due }, { schools }),
    ),
  );

/** What the rules say of one stack for a brief. */
export const useJudged = (stack: Stack | null, brief: Brief | null, schools: Schools) =>
  useQuery({
    queryKey: ['judge', stack, brief && { ...brief, part: { ...brief.part, stack: null, stackIsOwn: false } }, schools],
    queryFn: () => worker().judge(stack!, brief!, { schools }),
    enabled: stack !== null && brief !== null,
    staleTime: Infinity,
    gcTime: JUDGED_FOR_MS,
  });

/** Every way of working on every bare surface, judged once for the schools that stand. */
export const useSurvey = (schools: Schools | undefined) =>
  useQuery({
    queryKey: ['survey', schools],
    queryFn: () => worker().survey(schools!),
    enabled: schools !== undefined,
    staleTime: Infinity,
    gcTime: JUDGED_FOR_MS,
  });

/** Why a product is not in the answer to a brief. */
export const useWhyNot = (productId: string | null, brief: Brief, schools: Schools) =>
  useQuery({
    queryKey: ['why not', productId, { ...brief, part: { ...brief.part, stack: null, stackIsOwn: false } }, schools],
    queryFn: () => worker().whyNot(productId!, brief, { schools }),
    enabled: productId !== null,
    staleTime: Infinity,
    gcTime: JUDGED_FOR_MS,
  });
