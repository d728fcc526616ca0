import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { wrap, type Remote } from 'comlink';
import { useEffect, useMemo } from 'react';
import type { DwellQuestion } from '@sgraffa/core';
import { ownOf, useBench, useNoteLearnt } from '../store/bench.ts';
import { whenQuiet } from '../ui/quiet.ts';
import type { LearnAsked, LearnWorker } from './learn.worker.ts';

let shared: Remote<LearnWorker> | undefined;
const worker = (): Remote<LearnWorker> =>
  (shared ??= wrap<LearnWorker>(new Worker(new URL('./learn.worker.ts', import.meta.url), { type: 'module' })));

/** What is learnt from, with its key; null until the bench has been read. */
const useLessons = (): { readonly asked: LearnAsked; readonly key: string } | null => {
  const bench = useBench();
  const { events, pieces, shelf, settings, overrides, ownProducts } = bench ?? {};
  return useMemo(() => {
    if (!events || !pieces || !shelf || !settings || !overrides || !ownProducts) return null;
    const marked = new Set(events.flatMap(({ pieceId }) => pieceId ?? []));
    const asked: LearnAsked = {
      pieces: pieces.map(({ value }) => value).filter(({ id }) => marked.has(id)),
      events,
      uses: shelf.uses.filter(({ eventId }) => eventId !== null),
      workshop: settings.value.workshop,
      own: ownOf({ overrides, ownProducts, shelf, learnt: [] }),
    };
    return { asked, key: JSON.stringify(asked) };
  }, [events, pieces, shelf, settings, overrides, ownProducts]);
};

const answered = { staleTime: Infinity, gcTime: 60_000, retry: false } as const;

/** Works out what the events teach whenever they, or what they were done with, change; lays it over the catalogue. */
export const useLearning = (): void => {
  const bench = useBench();
  const note = useNoteLearnt();
  const lessons = useLessons();
  const { data } = useQuery({
    queryKey: ['learnt', lessons?.key],
    queryFn: async () => {
      await whenQuiet();
      return worker().learn(lessons!.asked);
    },
    enabled: lessons !== null,
    ...answered,
  });
  const was = JSON.stringify(bench?.learnt ?? []);
  useEffect(() => {
    if (data && JSON.stringify(data) !== was) note(data);
  }, [data, was, note]);
};

/** Every patch and piece that a medium worked on, the newest first; undefined until they have been gone through. */
export const usePatches = () => {
  const lessons = useLessons();
  return useQuery({
    queryKey: ['patches', lessons?.key],
    queryFn: () => worker().patches(lessons!.asked),
    enabled: lessons !== null,
    placeholderData: keepPreviousData,
    ...answered,
  }).data;
};

/** How long a coating takes, with the chance of being through by each of some times. */
export const useDwell = (question: DwellQuestion | null, times: readonly number[]) =>
  useQuery({
    queryKey: ['dwell', JSON.stringify(question), times.join()],
    queryFn: () => worker().dwell(question!, times),
    enabled: question !== null,
    placeholderData: keepPreviousData,
    ...answered,
  });
