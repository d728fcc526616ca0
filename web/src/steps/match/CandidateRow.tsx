import { useDeferredValue, useState } from 'react';
import { formatDuration, isSameStack, type Candidate } from '@sgraffa/core';
import { Sign } from '../../ui/Verdict.tsx';
import { BEST_WORDS, capitalised } from '../../ui/words.ts';
import { WhereFrom } from '../../ui/WhereFrom.tsx';
import type { PieceModel } from '../piece/usePieceModel.ts';
import { Compared } from './Compared.tsx';
import { HazardLines } from './HazardLines.tsx';

const WORST_FIRST = ['blocks', 'unknown', 'cautions'] as const;

const signOf = (candidate: Pick<Candidate, 'findings'>) =>
  WORST_FIRST.find((verdict) => candidate.findings.some((finding) => finding.verdict === verdict)) ?? 'favours';

const lifeWords = ({ strengths }: Pick<Candidate, 'strengths'>): string => {
  const { years } = strengths.life;
  return years ? `${Number(years.low.toFixed(1))}–${Number(years.high.toFixed(1))} y` : 'as the piece';
};
const workWords = ({ strengths }: Pick<Candidate, 'strengths'>): string => formatDuration(strengths.handsOnMinutes);
const waitWords = ({ strengths }: Pick<Candidate, 'strengths'>): string => formatDuration(strengths.elapsedMinutes);

/** Why it stands, in one line: its first caution, or what is good about it; what its neighbour says as well is left to it. */
const becauseOf = (candidate: Candidate, shared: ReadonlySet<string>): string => {
  const worst = signOf(candidate);
  const doubts = worst === 'favours' ? [] : candidate.findings.filter(({ verdict }) => verdict === worst);
  const doubt = doubts.find(({ reason }) => !shared.has(reason));
  if (doubt) return `${capitalised(doubt.reason)}.`;
  const good = candidate.findings.find(({ verdict, reason }) => verdict === 'favours' && !shared.has(reason));
  if (good) return `${capitalised(good.reason)}.`;
  const ends = candidate.strengths.life.endsFirst;
  return ends ? `${capitalised(ends)} ends first.` : 'Nothing else speaks against it.';
};

const COST_WORDS = { low: 'low', middle: 'middle', high: 'high' } as const;

/** A figure in its fixed place, emphasised where it differs from the neighbour's. */
const Figure = ({
  name,
  words,
  differs,
  children,
}: {
  name: string;
  words: string;
  differs: boolean;
  children?: React.ReactNode;
}) => (
  <div className={differs ? 'sg-figure is-other' : 'sg-figure'}>
    <dt>{name}</dt>
    <dd>{children ?? words}</dd>
  </div>
);

/** A stack that stands: verdict, what, life, time and cost in fixed places; its condition first, then its hazards. */
export const CandidateRow = ({
  candidate,
  model,
  isChosen,
  choose,
  neighbour,
  shared = NOTHING_SHARED,
}: {
  candidate: Candidate;
  model: PieceModel;
  isChosen: boolean;
  /** Left out where there is nothing to choose: the crafter's own layers as they stand. */
  choose?: () => void;
  /** The row above, for what differs. */
  neighbour?: Candidate | undefined;
  shared?: Shared;
}) => {
  const [isCompared, setCompared] = useState(false);
  const { strengths, account, bestAt } = candidate;
  const { life } = strengths;
  const best = bestAt.map((priority) => BEST_WORDS[priority]).filter(Boolean);
  const differs = (words: (one: Candidate) => string) =>
    neighbour !== undefined && words(neighbour) !== words(candidate);
  const conditions = candidate.onlyIf.filter(({ words }) => !shared.conditions.has(words));
  const hazards = candidate.hazards.filter(({ id }) => !shared.hazards.has(id));
  return (
    <li className={isChosen ? 'sg-candidate is-chosen' : 'sg-candidate'}>
      <button type="button" className="sg-candidate-choose" aria-pressed={isChosen} disabled={!choose} onClick={choose}>
        <Sign verdict={signOf(candidate)} />
        <span className="sg-candidate-title">
          {candidate.title}
          {isChosen && <span className="sg-here"> · chosen</span>}
        </span>
      </button>
      <dl className="sg-strengths">
        <Figure name="lasts" words={lifeWords(candidate)} differs={differs(lifeWords)}>
          {life.years && (
            <WhereFrom
              figures={[{ of: life.endsFirst ?? candidate.title, label: 'life where it lives', figure: life.years }]}
            >
              {lifeWords(candidate)}
            </WhereFrom>
          )}
        </Figure>
        <Figure name="work, in all" words="" differs={differs((one) => workWords(one) + waitWords(one))}>
          <>
            <WhereFrom figures={account.work}>{workWords(candidate)}</WhereFrom>
            <br />
            {account.waits.length > 0 ? (
              <WhereFrom figures={account.waits}>{waitWords(candidate)}</WhereFrom>
            ) : (
              waitWords(candidate)
            )}
          </>
        </Figure>
        <Figure
          name="cost"
          words={COST_WORDS[strengths.cost]}
          differs={differs(({ strengths: { cost } }) => COST_WORDS[cost])}
        />
      </dl>
      <div className="sg-candidate-lines">
        {conditions.length > 0 && (
          <p className="sg-condition">{capitalised(conditions.map(({ words }) => words).join('; '))}.</p>
        )}
        <HazardLines hazards={hazards} model={model} />
        <p className="sg-candidate-why">
          {becauseOf(candidate, shared.reasons)}
          {best.length > 0 && <span className="sg-best"> {capitalised(best.join(', '))}.</span>}
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
      </div>
      {isCompared && model.stack && <Compared model={model} chosen={model.stack} other={candidate.stack} />}
    </li>
  );
};

/** What all rows of a list say: said once above it and not repeated. */
export interface Shared {
  readonly conditions: ReadonlySet<string>;
  readonly hazards: ReadonlySet<string>;
  readonly reasons: ReadonlySet<string>;
}
const NOTHING_SHARED: Shared = { conditions: new Set(), hazards: new Set(), reasons: new Set() };

const inAll = (lists: readonly (readonly string[])[]): ReadonlySet<string> => {
  const [first = [], ...rest] = lists;
  return new Set(lists.length < 2 ? [] : first.filter((word) => rest.every((list) => list.includes(word))));
};

/** What every one of the stacks says. */
export const sharedBy = (candidates: readonly Candidate[]): Shared => ({
  conditions: inAll(candidates.map(({ onlyIf }) => onlyIf.map(({ words }) => words))),
  hazards: inAll(candidates.map(({ hazards }) => hazards.map(({ id }) => id))),
  reasons: inAll(candidates.map(({ findings }) => findings.map(({ reason }) => reason))),
});

/** What holds for every row of a list, once above it. */
export const SharedLines = ({
  candidates,
  shared,
  model,
}: {
  candidates: readonly Candidate[];
  shared: Shared;
  model: PieceModel;
}) => {
  const [first] = candidates;
  const hazards = first?.hazards.filter(({ id }) => shared.hazards.has(id)) ?? [];
  const doubts = first?.findings.filter(({ verdict, reason }) => verdict !== 'favours' && shared.reasons.has(reason));
  if (!first || (shared.conditions.size === 0 && hazards.length === 0 && !doubts?.length)) return null;
  return (
    <div className="sg-shared" role="note" aria-label="For all of these">
      {shared.conditions.size > 0 && (
        <p className="sg-condition">
          <b>All of these:</b> {[...shared.conditions].join('; ')}.
        </p>
      )}
      <HazardLines hazards={hazards} model={model} lead="All of these: " />
      {doubts && doubts.length > 0 && (
        <p className="sg-candidate-why">
          <b>Careful with all of these:</b> {[...new Set(doubts.map(({ reason }) => reason))].join('; ')}.
        </p>
      )}
    </div>
  );
};

/** As many candidates as a screen shows. */
const FIRST_SEEN = 4;

/** Stacks that stand, in order. */
export const CandidateList = ({
  candidates,
  model,
  choose,
  shared,
}: {
  candidates: readonly Candidate[];
  model: PieceModel;
  choose?: (candidate: Candidate) => void;
  shared?: Shared;
}) => {
  // those that are seen first come first; the others follow without holding the page up
  const count = useDeferredValue(candidates.length, Math.min(candidates.length, FIRST_SEEN));
  return (
    <ul className="sg-plain-list">
      {candidates.slice(0, count).map((candidate, place) => (
        <CandidateRow
          key={candidate.id}
          candidate={candidate}
          model={model}
          neighbour={candidates[place - 1]}
          isChosen={isSameStack(model.stack, candidate.stack)}
          {...(shared ? { shared } : {})}
          {...(choose ? { choose: () => choose(candidate) } : {})}
        />
      ))}
    </ul>
  );
};
