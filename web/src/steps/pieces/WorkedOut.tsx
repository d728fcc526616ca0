import { memo, useMemo } from 'react';
import type { AmountLine, Catalogue, Condition, Piece, Plan, Settings, StackVerdict } from '@sgraffa/core';
import { useCatalogue } from '../../store/bench.ts';
import { Section } from '../../ui/section/Section.tsx';
import { sectionModel } from '../../ui/section/sectionModel.ts';
import { sentenceOf } from '../../ui/sentence.ts';
import { limitsOf } from '../../ui/workedOut.ts';
import { briefOf, useJudged } from '../../workers/matchClient.ts';
import { Named } from './Named.tsx';
import type { Bench } from '../../store/workspaceStore.ts';
import type { Judging } from '../../workers/match.worker.ts';

/** The sentence of a piece without asking Match again: from what is kept. */
const shortSentence = (
  piece: Piece,
  plan: Plan | null,
  verdict: StackVerdict | null,
  onlyIf: readonly Condition[],
  amounts: readonly AmountLine[] | undefined,
  isPlanning: boolean,
  settings: Settings,
  now: string,
  all: Catalogue,
): string => {
  const { stack } = piece.parts[0]!;
  const limits = limitsOf(piece, plan, settings, all);
  return sentenceOf({
    piece,
    catalogue: all,
    settings,
    stack,
    isRefused: false,
    verdict,
    onlyIf,
    amounts,
    plan,
    isPlanning,
    limits,
    now,
  })
    .map(({ words, aside }) => (aside ? `${words}, ${aside}` : words))
    .join(' → ');
};

interface Worked {
  readonly piece: Piece;
  readonly plan: Plan | null;
  readonly verdict: StackVerdict | null;
  readonly amounts: readonly AmountLine[] | undefined;
  readonly isPlanning: boolean;
  readonly judging: Judging;
  readonly bench: Bench;
  readonly now: string;
}

/** The small section of a piece beside its name and its sentence. */
export const WorkedOut = memo(({ piece, plan, verdict, amounts, isPlanning, judging, bench, now }: Worked) => {
  const all = useCatalogue();
  const part = piece.parts[0]!;
  const { settings, shelf } = bench;
  const brief = useMemo(() => briefOf(piece, { settings, shelf }, now, all), [piece, settings, shelf, now, all]);
  const judged = useJudged(part.stack, brief, judging);
  const onlyIf = judged.data?.candidate?.onlyIf ?? [];
  const model = useMemo(() => sectionModel({ part, catalogue: all }), [part, all]);
  return (
    <Named
      piece={piece}
      small={model && <Section model={model} small />}
      words={shortSentence(piece, plan, verdict, onlyIf, amounts, isPlanning, settings.value, now, all)}
    />
  );
});
