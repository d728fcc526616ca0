import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { proxy, type Remote } from 'comlink';
import { useCallback, useState } from 'react';
import { failed, problemSentence, type Area, type CutterBed, type Failure } from '@sgraffa/core';
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

/** How long the letters of a font file may take. */
const LETTERS_MS = 20_000;
const STUCK = failed({
  code: 'font-stuck',
  given: 'The font file keeps its reader busy without end: it is broken.',
  allowed: 'a font whose letters can be set within 20 seconds.',
  todo: 'Choose another font file, or one of the faces here.',
});

/** Asks for letters of a face; a broken font file can keep its reader busy without end, which is then stopped and said. */
export const askOfFace = async <Answer>(
  face: string,
  question: (worker: Remote<SizingWorker>) => Answer,
): Promise<Awaited<Answer> | Failure> => {
  if (!isOwnFace(face)) return ask(question);
  // what the worker is still at is not the font's doing
  await ask((worker) => worker.isFree());
  let isStuck = false;
  const limit = setTimeout(() => {
    isStuck = true;
    sizing.stop();
  }, LETTERS_MS);
  try {
    return await ask(question);
  } catch (error) {
    if (isStuck && error instanceof StoppedError) return STUCK;
    throw error;
  } finally {
    clearTimeout(limit);
  }
};

/** The name under which a face from a file of the crafter's is asked for. */
const OWN = 'own ';
export const ownFace = (file: string): string => `${OWN}${file}`;
const isOwnFace = (face: string): boolean => face.startsWith(OWN);

const KEPT_FOR_MS = 5 * 60_000;
const once = { staleTime: Infinity, gcTime: KEPT_FOR_MS, retry: false } as const;
const answered = { ...once, placeholderData: keepPreviousData } as const;
/** The last answer stays until the next is there, as long as both are about the same: the figures of another design are none of this one. */
const answeredOf = <About>(about: About, aboutOf: (queryKey: readonly unknown[]) => About) => ({
  ...once,
  placeholderData: <Answer>(previous: Answer | undefined, query?: { readonly queryKey: readonly unknown[] }) =>
    query && aboutOf(query.queryKey) === about ? previous : undefined,
});
const drawingOf = (order: CutAsked | null): string | null => order && `${order.design.designId} ${order.design.svg}`;
const ofOrder = (order: CutAsked | null) =>
  answeredOf(drawingOf(order), ([, asked]) => drawingOf(asked as CutAsked | null));

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
    ...answeredOf(svg, ([, asked]) => asked),
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
    ...answeredOf(svg, ([, asked]) => asked),
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
    ...ofOrder(order),
  });

/** What goes to the cutter for an order, sheet by sheet. */
export const useCutJobs = (order: CutAsked | null) =>
  useQuery({
    queryKey: ['cutJobs', order],
    queryFn: () => ask((worker) => worker.jobs(order!)),
    enabled: order !== null,
    ...ofOrder(order),
  });

/** The file of what is missing of a sheet, and the film and bed that it needs. */
export const useCutJobFile = (
  order: CutAsked | null,
  sheet: string | null,
  pieces: readonly number[],
  bed: CutterBed | null,
) =>
  useQuery({
    queryKey: ['cutJobFile', order, sheet, pieces, bed],
    queryFn: () => ask((worker) => worker.jobFile(order!, sheet!, pieces, bed!)),
    enabled: order !== null && sheet !== null && pieces.length > 0 && bed !== null,
    // without the last answer meanwhile: the file of another sheet is no file of this one
    ...once,
  });
