import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { wrap, type Remote } from 'comlink';
import { useMemo } from 'react';
import { takenShares, type Piece, type StepStarts, type TakenShares, type WeekPlan } from '@sgraffa/core';
import { ownOf, useArtworks, useBench, useNow } from '../store/bench.ts';
import type { AmountsAnswer, AmountsAsked, AmountsWorker } from './amounts.worker.ts';
import { usePlannedWeek } from './planClient.ts';

let shared: Remote<AmountsWorker> | undefined;
const worker = (): Remote<AmountsWorker> =>
  (shared ??= wrap<AmountsWorker>(new Worker(new URL('./amounts.worker.ts', import.meta.url), { type: 'module' })));

const KEPT_FOR_MS = 5 * 60_000;

/** When each operation of each piece begins, as planned. */
const startsOf = ({ plans, steps }: Pick<WeekPlan, 'plans' | 'steps'>): StepStarts =>
  Object.fromEntries(
    Object.entries(plans).map(([pieceId, plan]) => {
      const starts: Record<string, string> = {};
      for (const { stepId, start } of plan?.steps ?? [])
        for (const id of steps[pieceId]?.find((step) => step.id === stepId)?.operationIds ?? [])
          if (!starts[id] || Date.parse(start) < Date.parse(starts[id])) starts[id] = start;
      return [pieceId, starts];
    }),
  );

/** What of each operation is taken already, as planned and marked. */
const takenOf = ({ plans, steps }: Pick<WeekPlan, 'plans' | 'steps'>): TakenShares =>
  Object.fromEntries(
    Object.entries(plans).map(([pieceId, plan]) => {
      const done = new Set(plan?.steps.flatMap(({ stepId, isDone }) => (isDone ? [stepId] : [])));
      return [pieceId, takenShares(steps[pieceId] ?? [], (id) => done.has(id))];
    }),
  );

const firstOf = (starts: StepStarts, { id }: Piece): string =>
  Object.values(starts[id] ?? {}).reduce((first, one) => (one < first ? one : first), '9');

/** How much of everything the pieces of the bench take, each by itself in the order in which they are begun, and all together. */
export const useAmounts = (): { readonly answer: AmountsAnswer | undefined; readonly isReckoning: boolean } => {
  const bench = useBench();
  const artworks = useArtworks();
  const day = useNow().slice(0, 10);
  const { answer: planned } = usePlannedWeek();
  const asked = useMemo((): AmountsAsked | null => {
    // what is refused for safety is known once the bench is planned: for that nothing is reckoned or bought
    if (!bench || !artworks || !planned) return null;
    const starts = planned.ok ? startsOf(planned.week) : {};
    const isUnsafe = (id: string) => planned.ok && planned.week.verdicts[id]?.standing === 'unsafe';
    const { pieces, shelf, settings } = bench;
    return {
      pieces: pieces
        .map(({ value }) => value)
        .filter(({ id }) => !isUnsafe(id))
        .sort((one, other) => (firstOf(starts, one) < firstOf(starts, other) ? -1 : 1)),
      artworks,
      shelf,
      own: ownOf(bench),
      workshop: settings.value.workshop,
      now: `${day}T12:00:00Z`,
      starts,
      taken: planned.ok ? takenOf(planned.week) : {},
    };
  }, [bench, artworks, day, planned]);
  // artworks are read apart from the bench: a change of theirs may come later
  const drawn = artworks?.map(({ id, svg }) => `${id} ${svg.length}`).join();
  const { data, isFetching, isPending } = useQuery({
    queryKey: [
      'amounts',
      bench?.startedAt,
      bench?.revision,
      drawn,
      day,
      JSON.stringify([asked?.starts, asked?.taken, asked?.pieces.map(({ id }) => id)]),
    ],
    queryFn: () => worker().amounts(asked!),
    enabled: asked !== null,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: KEPT_FOR_MS,
  });
  // before the bench is planned nothing is asked yet: that is no answer
  return { answer: data, isReckoning: isFetching || isPending };
};

const NO_FILMS: AmountsAnswer['films'][string] = {};

/** The same of one piece; its lines are undefined until they have been reckoned. */
export const useAmountsOf = (pieceId: string) => {
  const { answer, isReckoning } = useAmounts();
  return {
    amounts: answer?.byPiece[pieceId],
    films: answer?.films[pieceId] ?? NO_FILMS,
    measured: answer?.measured[pieceId],
    isReckoning,
  };
};
