import { useState } from 'react';
import { formatDuration, isSameStack, type Candidate } from '@sgraffa/core';
import { Sign } from '../../ui/Verdict.tsx';
import { BEST_WORDS, capitalised } from '../../ui/words.ts';
import { WhereFrom } from '../../ui/WhereFrom.tsx';
import type { PieceModel } from '../piece/usePieceModel.ts';
import { Compared } from './Compared.tsx';

const WORST_FIRST = ['blocks', 'unknown', 'cautions'] as const;

const signOf = (candidate: Pick<Candidate, 'findings'>) =>
  WORST_FIRST.find((verdict) => candidate.findings.some((finding) => finding.verdict === verdict)) ?? 'favours';

const lifeWords = ({ strengths }: Pick<Candidate, 'strengths'>): string => {
  const { years } = strengths.life;
  return years ? `${Number(years.low.toFixed(1))}–${Number(years.high.toFixed(1))} y` : 'as the piece';
};

/** Why it stands, in one line: its first caution, or what is good about it. */
const becauseOf = (candidate: Candidate): string => {
  const worst = signOf(candidate);
  const doubt = worst === 'favours' ? undefined : candidate.findings.find(({ verdict }) => verdict === worst);
  if (doubt) return `${capitalised(doubt.reason)}.`;
  const good = candidate.findings.find(({ verdict }) => verdict === 'favours');
  if (good) return `${capitalised(good.reason)}.`;
  const ends = candidate.strengths.life.endsFirst;
  return ends ? `Nothing speaks against it; ${ends} ends first.` : 'Nothing speaks against it.';
};

const CONFIDENCE_WORDS = {
  sure: 'on sure figures',
  fair: 'on fair figures',
  'try first': 'try a patch first',
} as const;

/** A stack that stands, with its reason and figures; beside the chosen one on demand. */
export const CandidateRow = ({
  candidate,
  model,
  isChosen,
  choose,
}: {
  candidate: Candidate;
  model: PieceModel;
  isChosen: boolean;
  /** Left out where there is nothing to choose: the crafter's own layers as they stand. */
  choose?: () => void;
}) => {
  const [isCompared, setCompared] = useState(false);
  const { strengths, account, bestAt } = candidate;
  const life = strengths.life;
  const best = bestAt.map((priority) => BEST_WORDS[priority]).filter(Boolean);
  return (
    <li className={isChosen ? 'sg-candidate is-chosen' : 'sg-candidate'}>
      <button type="button" className="sg-candidate-choose" aria-pressed={isChosen} disabled={!choose} onClick={choose}>
        <Sign verdict={signOf(candidate)} />
        <span className="sg-candidate-title">
          {candidate.title}
          {isChosen && <span className="sg-here"> · chosen</span>}
        </span>
        <span className="sg-candidate-why">{becauseOf(candidate)}</span>
      </button>
      <dl className="sg-figures">
        <div>
          <dt>lasts</dt>
          <dd>
            {life.years ? (
              <WhereFrom
                figures={[{ of: life.endsFirst ?? candidate.title, label: 'life where it lives', figure: life.years }]}
              >
                {lifeWords(candidate)}
              </WhereFrom>
            ) : (
              lifeWords(candidate)
            )}
          </dd>
        </div>
        <div>
          <dt>hands-on, each</dt>
          <dd>
            <WhereFrom figures={account.work}>{formatDuration(strengths.handsOnMinutes)}</WhereFrom>
          </dd>
        </div>
        <div>
          <dt>at the soonest</dt>
          <dd>
            {account.waits.length ? (
              <WhereFrom figures={account.waits}>{formatDuration(strengths.elapsedMinutes)}</WhereFrom>
            ) : (
              formatDuration(strengths.elapsedMinutes)
            )}
          </dd>
        </div>
      </dl>
      <p className="sg-best">
        {best.length > 0 && `${capitalised(best.join(', '))}; `}
        <span className="sg-quiet">
          {best.length > 0 ? '' : 'Of '}
          {strengths.cost} cost, {CONFIDENCE_WORDS[strengths.confidence]}
        </span>
        {model.stack && !isChosen && (
          <button
            type="button"
            className="sg-fold is-tight sg-beside"
            aria-expanded={isCompared}
            onClick={() => setCompared(!isCompared)}
          >
            {isCompared ? 'Close the comparison' : 'Beside the chosen one'}
          </button>
        )}
      </p>
      {isCompared && model.stack && <Compared model={model} chosen={model.stack} other={candidate.stack} />}
    </li>
  );
};

/** Stacks that stand, in order; choosing one tells which place it has. */
export const CandidateList = ({
  candidates,
  model,
  choose,
}: {
  candidates: readonly Candidate[];
  model: PieceModel;
  choose?: (candidate: Candidate, place: number) => void;
}) => (
  <ul className="sg-plain-list">
    {candidates.map((candidate, place) => (
      <CandidateRow
        key={candidate.id}
        candidate={candidate}
        model={model}
        isChosen={isSameStack(model.stack, candidate.stack)}
        {...(choose ? { choose: () => choose(candidate, place) } : {})}
      />
    ))}
  </ul>
);
