import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { wrap, type Remote } from 'comlink';
import {
  workshopFor,
  type Brief,
  type Catalogue,
  type Part,
  type Piece,
  type Schools,
  type Stack,
} from '@sgraffa/core';
import { ownOf } from '../store/bench.ts';
import type { Bench } from '../store/workspaceStore.ts';
import type { Judging, MatchWorker } from './match.worker.ts';

export type { Judging } from './match.worker.ts';

let shared: Remote<MatchWorker> | undefined;
const worker = (): Remote<MatchWorker> =>
  (shared ??= wrap<MatchWorker>(new Worker(new URL('./match.worker.ts', import.meta.url), { type: 'module' })));

/** By what the pieces of a bench, or one of them, are judged besides their own facts. */
export const judgingOf = (bench: Bench, piece?: Pick<Piece, 'parts'>): Judging => ({
  schools: bench.settings.value.schools,
  trials: bench.trials,
  own: ownOf(bench, piece),
});

const JUDGED_FOR_MS = 5 * 60_000;

/** What of a part no answer depends on, as it is asked: the stack that was settled on, its cans, and how large the piece is. */
const UNASKED = { area: null, cans: [], stack: null, stackIsOwn: false, judgedBy: null } satisfies Partial<Part>;

/** What an answer depends on. */
const asked = (brief: Brief | null) => brief && { ...brief, part: { ...brief.part, ...UNASKED } };

/** A part as an answer changes it, with what was not asked as it is. */
export const withUnasked = (changed: Part, own: Part): Part => ({
  ...changed,
  ...(Object.fromEntries(Object.keys(UNASKED).map((key) => [key, own[key as keyof typeof UNASKED]])) as Pick<
    Part,
    keyof typeof UNASKED
  >),
});

/** The answer for a brief; the last one stays on the screen until the new one is there, and stale ones are dropped by their key. */
export const useMatch = (brief: Brief | null, judging: Judging | null) =>
  useQuery({
    queryKey: ['match', asked(brief), judging],
    queryFn: () => worker().match(asked(brief)!, judging!),
    enabled: brief !== null && judging !== null,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: JUDGED_FOR_MS,
  });

/** What is asked of Match for a piece: with the shelf as it is when the piece is made. */
export const briefOf = (
  piece: Piece,
  { settings, shelf }: Pick<Bench, 'settings' | 'shelf'>,
  now: string,
  catalogue: Catalogue,
): Brief => ({
  part: piece.parts[0]!,
  workshop: workshopFor(settings.value.workshop, shelf, piece, now, catalogue),
  quantity: piece.quantity,
  due: piece.due,
});

/** The layers of the first answer for every piece of the bench under some schools. */
export const firstAnswers = (bench: Bench, judging: Judging, schools: Schools, now: string, catalogue: Catalogue) =>
  Promise.all(
    bench.pieces.map(({ value }) => worker().first(briefOf(value, bench, now, catalogue), { ...judging, schools })),
  );

/** What the rules say of one stack for a brief; the crafter's own choice by the figures that it was chosen by. */
export const useJudged = (stack: Stack | null, brief: Brief | null, judging: Judging | null) =>
  useQuery({
    queryKey: ['judge', stack, brief, judging],
    queryFn: () => worker().judge(stack!, brief!, judging!),
    enabled: stack !== null && brief !== null && judging !== null,
    staleTime: Infinity,
    gcTime: JUDGED_FOR_MS,
  });

/** Every way of working on every bare surface, judged once for the schools that stand. */
export const useSurvey = (judging: Judging | null) =>
  useQuery({
    queryKey: ['survey', judging],
    queryFn: () => worker().survey(judging!),
    enabled: judging !== null,
    staleTime: Infinity,
    gcTime: JUDGED_FOR_MS,
  });

/** Why a product is not in the answer to a brief. */
export const useWhyNot = (productId: string | null, brief: Brief, judging: Judging) =>
  useQuery({
    queryKey: ['why not', productId, asked(brief), judging],
    queryFn: () => worker().whyNot(productId!, asked(brief)!, judging),
    enabled: productId !== null,
    staleTime: Infinity,
    gcTime: JUDGED_FOR_MS,
  });
