import { Button } from '@mantine/core';
import type { MatchResult } from '@sgraffa/core';
import { Sign } from '../../ui/Verdict.tsx';
import { capitalised } from '../../ui/words.ts';
import type { PieceModel } from '../piece/usePieceModel.ts';

/** What was asked for: done by the first answer, or why not and the way out. */
export const WantedPart = ({ wanted, model }: { wanted: MatchResult['wanted']; model: PieceModel }) => {
  const met = wanted.filter(({ isMet }) => isMet);
  // wishes that the same thing stands in the way of are answered together
  const unmet = wanted
    .filter(({ isMet }) => !isMet)
    .reduce<MatchResult['wanted'][number][]>((rows, want) => {
      const same = rows.findIndex(({ why }) => why === want.why);
      if (same < 0) return [...rows, want];
      return rows.map((row, at) => (at === same ? { ...row, words: `${row.words}, ${want.words}` } : row));
    }, []);
  if (wanted.length === 0) return null;
  return (
    <section className="sg-wanted" aria-label="What is wanted">
      {met.length > 0 && (
        <p>
          <b>As you want it:</b> {met.map(({ words }) => words).join(', ')}.
        </p>
      )}
      {unmet.map(({ words, why, refusals }) => {
        const mend = refusals.find((refusal) => refusal.mend)?.mend;
        return (
          <div key={words} className="sg-unmet">
            <Sign verdict="blocks" isSafety={refusals[0]?.blockers.some(({ isSafety }) => isSafety) ?? false} />
            <span>
              <b>Wanted: {words}.</b> {capitalised(why)}
            </span>
            {mend && (
              <Button onClick={() => model.takeBrief(mend.brief, mend.label.toLowerCase())}>{mend.label}</Button>
            )}
          </div>
        );
      })}
    </section>
  );
};
