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

/** Works out what the events teach whenever they, or what they were done with, change; lays it over the catalogue. */
export const useLearning = (): void => {
  const bench = useBench();
  const note = useNoteLearnt();
  const { events, pieces, shelf, settings, overrides, ownProducts } = bench ?? {};
  const asked = useMemo((): LearnAsked | null => {
    if (!events || !pieces || !shelf || !settings || !overrides || !ownProducts) return null;
    const marked = new Set(events.flatMap(({ pieceId }) => pieceId ?? []));
    return {
      pieces: pieces.map(({ value }) => value).filter(({ id }) => marked.has(id)),
      events,
      uses: shelf.uses.filter(({ eventId }) => eventId !== null),
      workshop: settings.value.workshop,
      own: ownOf({ overrides, ownProducts, shelf, learnt: [] }),
    };
  }, [events, pieces, shelf, settings, overrides, ownProducts]);
  const key = useMemo(() => JSON.stringify(asked), [asked]);
  const { data } = useQuery({
    queryKey: ['learnt', key],
    queryFn: async () => {
      await whenQuiet();
      return worker().learn(asked!);
    },
    enabled: asked !== null,
    staleTime: Infinity,
    gcTime: 60_000,
    retry: false,
  });
  const was = JSON.stringify(bench?.learnt ?? []);
  useEffect(() => {
    if (data && JSON.stringify(data) !== was) note(data);
  }, [data, was, note]);
};

/** How long a coating takes, with the chance of being through by each of some times. */
export const useDwell = (question: DwellQuestion | null, times: readonly number[]) =>
  useQuery({
    queryKey: ['dwell', JSON.stringify(question), times.join()],
    queryFn: () => worker().dwell(question!, times),
    enabled: question !== null,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: 60_000,
    retry: false,
  });
