import { useEffect, useMemo } from 'react';
import { useBench, useChanges, useNow } from '../../store/bench.ts';
import { useAmounts } from '../../workers/amountsClient.ts';
import { judgingOf } from '../../workers/matchClient.ts';
import { usePlannedWeek } from '../../workers/planClient.ts';
import { BadRows } from './BadRows.tsx';
import type { Work } from './work.ts';
import { WorkedOut } from './WorkedOut.tsx';

/** Works out what the rows of the list are made from, once for all of them, and shows what of the bench cannot be read. */
export const PiecesWork = ({ onWork }: { readonly onWork: (work: Work) => void }) => {
  const bench = useBench();
  const now = useNow();
  const { answer, isPlanning } = usePlannedWeek();
  const { answer: amounts } = useAmounts();
  const { deletePiece } = useChanges();
  const week = answer?.ok ? answer.week : null;
  const judging = useMemo(() => bench && judgingOf(bench), [bench]);
  useEffect(() => {
    if (bench && judging)
      onWork({
        show: (piece) => (
          <WorkedOut
            piece={piece}
            plan={week?.plans[piece.id] ?? null}
            verdict={week?.verdicts[piece.id] ?? null}
            amounts={amounts?.byPiece[piece.id]}
            isPlanning={isPlanning}
            judging={judging}
            bench={bench}
            now={now}
          />
        ),
        deletePiece: (id) => void deletePiece(id),
      });
    // what changes the bench is made anew at each rendering, and does the same
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [onWork, bench, week, isPlanning, amounts, judging, now]);
  return bench ? <BadRows bad={bench.bad} /> : null;
};
