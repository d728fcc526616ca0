import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { proxy } from 'comlink';
import { useCallback, useState } from 'react';
import { problemSentence, type Area } from '@sgraffa/core';
import type { SizingWorker } from './sizing.worker.ts';
import { stoppable, StoppedError } from './stoppable.ts';
import type { CutAsked, DesignAsked, Looked } from './sizingTypes.ts';

export type * from './sizingTypes.ts';

const sizing = stoppable<SizingWorker>(
  () => new Worker(new URL('./sizing.worker.ts', import.meta.url), { type: 'module' }),
);
export const { ask } = sizing;
/** Stops whatever the worker is doing. */
export const stopSizing = sizing.stop;

const KEPT_FOR_MS = 5 * 60_000;
const answered = { staleTime: Infinity, gcTime: KEPT_FOR_MS, retry: false, placeholderData: keepPreviousData } as const;

/** The clear area with every design that has an artwork at its place. */
export const usePlaced = (area: Area | null, rimZoneMm: number, designs: readonly DesignAsked[], gapMm: number) =>
  useQuery({
    queryKey: ['placed', area, rimZoneMm, designs, gapMm],
    queryFn: () => ask((worker) => worker.place(area!, rimZoneMm, designs, gapMm)),
    enabled: area !== null,
    ...answered,
  });

/** The outlines of an artwork as they are drawn where nothing was measured. */
export const useLayers = (svg: string | null) =>
  useQuery({
    queryKey: ['layers', svg],
    queryFn: () => ask((worker) => worker.layers(svg!)),
    enabled: svg !== null,
    ...answered,
  });

export interface LookedOver {
  readonly looked: Looked | undefined;
  /** Why it could not be looked over, in words. */
  readonly problem: string | null;
  /** The share that is done while it is looked over, 0 to 1; null while nothing runs. */
  readonly share: number | null;
  readonly wasStopped: boolean;
  readonly again: () => void;
}

/** The figures of an artwork at its size, with how far the work is. */
export const useLooked = (
  svg: string | null,
  as: 'stencil' | 'decal',
  scale: number,
  minStrokeMm: number | null,
  minWebMm: number | null,
): LookedOver => {
  const [share, setShare] = useState(0);
  const query = useQuery({
    queryKey: ['looked', svg, as, scale, minStrokeMm, minWebMm],
    queryFn: () => {
      setShare(0);
      return ask((worker) => worker.examine(svg!, as, scale, minStrokeMm, minWebMm, proxy(setShare)));
    },
    enabled: svg !== null,
    ...answered,
  });
  const { refetch } = query;
  const again = useCallback(() => void refetch(), [refetch]);
  return {
    looked: svg !== null && query.data?.ok ? query.data.looked : undefined,
    problem: svg !== null && query.data?.ok === false ? query.data.problems.map(problemSentence).join(' ') : null,
    share: query.isFetching ? share : null,
    wasStopped: query.error instanceof StoppedError && !query.isFetching,
    again,
  };
};

/** Slices and sheets for an order. */
export const useCut = (order: CutAsked | null) =>
  useQuery({
    queryKey: ['cut', order],
    queryFn: () => ask((worker) => worker.cut(order!)),
    enabled: order !== null,
    ...answered,
  });
