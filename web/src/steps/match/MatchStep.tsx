import { Button, Select } from '@mantine/core';
import { useState } from 'react';
import { formatDuration, type Candidate, type MatchResult, type Priority, type Stack } from '@sgraffa/core';
import { stackWords } from '../../ui/sentence.ts';
import { Sign, Verdict } from '../../ui/Verdict.tsx';
import { BEST_WORDS, capitalised, options, PRIORITY_WORDS } from '../../ui/words.ts';
import { WhereFrom } from '../../ui/WhereFrom.tsx';
import { useJudged } from '../../workers/matchClient.ts';
import { usePiece, type PieceModel } from '../piece/usePieceModel.ts';
import { Refusals } from './Refusals.tsx';
import { StackEditor } from './StackEditor.tsx';
import './match.css';

const WORST_FIRST = ['blocks', 'unknown', 'cautions'] as const;

const signOf = (candidate: Pick<Candidate, 'findings'>) =>
  WORST_FIRST.find((verdict) => candidate.findings.some((finding) => finding.verdict === verdict)) ?? 'favours';

const isSame = (left: Stack | null, right: Stack): boolean =>
  left !== null && JSON.stringify(left) === JSON.stringify(right);

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

const CandidateRow = ({
  candidate,
  isChosen,
  choose,
}: {
  candidate: Candidate;
  isChosen: boolean;
  choose: () => void;
}) => {
  const { strengths, account, bestAt } = candidate;
  const life = strengths.life;
  const best = bestAt.map((priority) => BEST_WORDS[priority]).filter(Boolean);
  return (
    <li className={isChosen ? 'sg-candidate is-chosen' : 'sg-candidate'}>
      <button type="button" className="sg-candidate-choose" aria-pressed={isChosen} onClick={choose}>
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
      </p>
    </li>
  );
};

/** Why the answer is another one than before. */
const Turned = ({ model, former }: { model: PieceModel; former: Stack }) => {
  const judged = useJudged(former, model.brief, model.settings.schools);
  const blocker = judged.data?.findings.find(({ verdict }) => verdict === 'blocks');
  if (!judged.data || isSame(model.stack, former)) return null;
  return (
    <p className="sg-turned" role="status">
      Before: <s>{stackWords(former, model.catalogue)}</s>.{' '}
      {blocker
        ? `It no longer stands: ${blocker.reason}.`
        : model.stack
          ? 'It still stands, but another one now does better for what matters.'
          : ''}
    </p>
  );
};

const HEADLINE_WORDS: Readonly<Record<Priority, string>> = {
  balanced: 'does best',
  lasts: 'lasts longest',
  soonest: 'is ready soonest',
  cheapest: 'costs least',
  leastHandsOn: 'takes the least time at the bench',
  leastRisk: 'risks least',
};

const headline = (match: MatchResult, model: PieceModel): string => {
  if (match.problems.length) return match.problems[0]!.given;
  const [best] = match.ranked;
  if (best) {
    if (model.part.stackIsOwn) return 'Your own choice of layers';
    const { bestAt, methodId } = best;
    const method = model.catalogue.methodById.get(methodId)?.name ?? best.title;
    return `${method} ${HEADLINE_WORDS[bestAt.includes(model.part.priority) ? model.part.priority : 'balanced']} here`;
  }
  return match.unknown.length ? 'Only a test patch can tell' : 'Nothing stands as things are';
};

const Folded = ({
  candidates,
  choose,
  stack,
}: {
  candidates: readonly Candidate[];
  choose: (candidate: Candidate) => void;
  stack: Stack | null;
}) => {
  const [isOpen, setOpen] = useState(false);
  if (!candidates.length) return null;
  return (
    <>
      <button type="button" className="sg-fold" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
        {isOpen ? 'Fold them again' : `${candidates.length} more, no better at anything`}
      </button>
      {isOpen && (
        <ul className="sg-plain-list">
          {candidates.map((candidate) => (
            <CandidateRow
              key={candidate.id}
              candidate={candidate}
              isChosen={isSame(stack, candidate.stack)}
              choose={() => choose(candidate)}
            />
          ))}
        </ul>
      )}
    </>
  );
};

/** The stacks that stand, with their reasons; what only a test can tell; what is refused and how it would work. */
export const MatchStep = () => {
  const { model, formerStack } = usePiece();
  const { match, part, stack, findings, changePart } = model;
  if (!match)
    return (
      <p className="sg-quiet" role="status">
        Judging the layers…
      </p>
    );
  const choose = (candidate: Candidate, isFirst = false) =>
    changePart((kept) => ({ ...kept, stack: candidate.stack, stackIsOwn: !isFirst }), `choosing ${candidate.title}`);
  const isListed = [...match.ranked, ...match.folded, ...match.unknown].some((candidate) =>
    isSame(stack, candidate.stack),
  );
  const isOwn = stack !== null && part.stackIsOwn && !isListed;
  const spoken = findings.filter(({ verdict }) => verdict !== 'favours');
  const blocked = findings.some(({ verdict }) => verdict === 'blocks');
  return (
    <div className="sg-course" aria-busy={model.isJudging}>
      <h2>{headline(match, model)}</h2>
      <div className="sg-judged">
        <p className="sg-quiet">
          Judged {match.considered.operations.toLocaleString('en')} layers in{' '}
          {match.considered.stacks.toLocaleString('en')} stacks; {match.ranked.length + match.folded.length} shown,{' '}
          {match.refused.length} ways refused.
        </p>
        <Select
          className="sg-priority"
          label="What matters most"
          data={options(PRIORITY_WORDS)}
          value={part.priority}
          onChange={(priority) => priority && changePart((kept) => ({ ...kept, priority }), 'what matters most')}
        />
      </div>
      {formerStack && <Turned model={model} former={formerStack} />}
      {isOwn && (
        <p className={blocked ? 'sg-turned is-refused' : 'sg-turned'}>
          These layers are your own{blocked ? ', and the rules refuse them as they are' : ''}.{' '}
          <Button
            variant="outline"
            onClick={() => changePart((kept) => ({ ...kept, stackIsOwn: false }), 'following Match again')}
          >
            Take the best answer again
          </Button>
        </p>
      )}
      {(match.ranked.length > 0 || isOwn) && (
        <ul className="sg-plain-list">
          {isOwn && model.candidate && <CandidateRow candidate={model.candidate} isChosen choose={() => undefined} />}
          {match.ranked.map((candidate, index) => (
            <CandidateRow
              key={candidate.id}
              candidate={candidate}
              isChosen={isSame(stack, candidate.stack)}
              choose={() => choose(candidate, index === 0)}
            />
          ))}
        </ul>
      )}
      <Folded candidates={match.folded} choose={choose} stack={stack} />
      {match.unknown.length > 0 && (
        <>
          <h3 className="sg-rule">Not known: test it like this</h3>
          <ul className="sg-plain-list">
            {match.unknown.map((candidate) => (
              <li key={candidate.id} className="sg-open-case">
                <strong>{candidate.title}</strong>
                {candidate.findings
                  .filter(({ verdict }) => verdict === 'unknown')
                  .map((finding) => (
                    <Verdict key={`${finding.ruleId} ${finding.operationId}`} finding={finding} />
                  ))}
                <Button variant="outline" onClick={() => choose(candidate)}>
                  My test held: use it
                </Button>
              </li>
            ))}
          </ul>
        </>
      )}
      <Refusals refused={match.refused} model={model} />
      {stack && (
        <>
          <h3 className="sg-rule">The layers, one by one</h3>
          <StackEditor model={model} stack={stack} />
          {spoken.length > 0 && (
            <>
              <h3 className="sg-rule">What to mind</h3>
              {spoken.map((finding) => (
                <Verdict key={`${finding.ruleId} ${finding.operationId}`} finding={finding} />
              ))}
            </>
          )}
        </>
      )}
    </div>
  );
};
