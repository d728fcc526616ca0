import { saidAndDone, type Said } from '@sgraffa/core';
import { useBench } from '../store/bench.ts';
import { usePlannedWeek } from '../workers/planClient.ts';

/** What was said when pieces were begun, against what came, with the sentence of it; null where nothing can be told yet. */
export const useSaidAndDone = (): { readonly said: readonly Said[]; readonly words: string } | null => {
  const bench = useBench();
  const { answer } = usePlannedWeek();
  if (!bench || !answer?.ok) return null;
  const finished = new Map(
    Object.entries(answer.week.plans).flatMap(([id, { steps, endsAt }]) =>
      endsAt !== null && steps.length > 0 && steps.every(({ isDone }) => isDone) ? [[id, endsAt] as const] : [],
    ),
  );
  const said = saidAndDone(bench.events, finished);
  if (!said.length) return null;
  const share = Math.round((said.reduce((sum, one) => sum + one.share, 0) / said.length) * 100);
  const came = said.filter(({ cameTrue }) => cameTrue).length;
  return {
    said,
    words: `Your ${share} % came true ${came} of ${said.length} ${said.length === 1 ? 'time' : 'times'}.`,
  };
};
