import { Button, Select } from '@mantine/core';
import { useState } from 'react';
import {
  isSameStack,
  problemSentence,
  stackWords,
  withChosenStack,
  withFollowedStack,
  type Candidate,
  type MatchResult,
  type Priority,
  type Stack,
} from '@sgraffa/core';
import { Verdict } from '../../ui/Verdict.tsx';
import { options, PRIORITY_WORDS } from '../../ui/words.ts';
import { useJudged } from '../../workers/matchClient.ts';
import { usePiece, type PieceModel } from '../piece/usePieceModel.ts';
import { CandidateList, CandidateRow, sharedBy, SharedLines } from './CandidateRow.tsx';
import { NotSaidYet } from './NotSaidYet.tsx';
import { WantedPart } from './WantedPart.tsx';
import { Refusals } from './Refusals.tsx';
import { NewFigures } from './NewFigures.tsx';
import { StackEditor } from './StackEditor.tsx';
import { useTrials } from './useTrials.ts';
import { WhyNotPart } from './WhyNotPart.tsx';
import './match.css';

/** Why the answer is another one than before. */
const Turned = ({ model, former }: { model: PieceModel; former: Stack }) => {
  const judged = useJudged(former, model.brief, model.judging);
  const blocker = judged.data?.findings.find(({ verdict }) => verdict === 'blocks');
  if (!judged.data || isSameStack(model.stack, former)) return null;
  return (
    <p className="sg-turned" role="status">
      Before: <s>{stackWords(former, model.part.designs, model.catalogue)}</s>.{' '}
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
  leastRisk: 'least can go wrong',
};

const headline = (match: MatchResult, model: PieceModel): string => {
  if (match.problems.length) return match.problems[0]!.given;
  const [best] = match.ranked;
  if (best) {
    if (model.part.stackIsOwn) return 'Your own choice of layers';
    const { bestAt, methodId } = best;
    const ways = [methodId, ...(best.stack.others ?? []).map((other) => other.methodId)].map(
      (id) => model.catalogue.methodById.get(id)?.name ?? id,
    );
    const way = ways.map((name, index) => (index ? `${name[0]!.toLowerCase()}${name.slice(1)}` : name)).join(', then ');
    return `${way} ${HEADLINE_WORDS[bestAt.includes(model.part.priority) ? model.part.priority : 'balanced']} here`;
  }
  if (match.folded.some(({ isHeldBack }) => isHeldBack))
    return 'Nothing mild stands: choose a grave means yourself, or change something';
  return match.unknown.length ? 'Only a test patch can tell' : 'Nothing stands as things are';
};

const Folded = ({
  candidates,
  choose,
  model,
}: {
  candidates: readonly Candidate[];
  choose: (candidate: Candidate) => void;
  model: PieceModel;
}) => {
  const [isOpen, setOpen] = useState(false);
  if (!candidates.length) return null;
  return (
    <>
      <button type="button" className="sg-fold" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
        {isOpen
          ? 'Fold them again'
          : candidates.some(({ isHeldBack }) => isHeldBack)
            ? `${candidates.length} more, by means that nobody asked for or no better at anything`
            : `${candidates.length} more, no better at anything`}
      </button>
      {isOpen && <CandidateList candidates={candidates} model={model} choose={choose} />}
    </>
  );
};

/** The stacks that stand, with their reasons; what only a test can tell; what is refused and how it would work. */
export const MatchStep = () => {
  const { model, formerStack } = usePiece();
  const { match, part, stack, findings, changePart } = model;
  const record = useTrials(model);
  if (!match)
    return (
      <p className="sg-quiet" role="status">
        Judging the layers…
      </p>
    );
  // a click is a choice, of the first as of any other: it stays until it is changed
  const choose = (candidate: Candidate) =>
    changePart((kept) => withChosenStack(kept, candidate.stack, model.catalogue), `choosing ${candidate.title}`);
  const followAgain = (
    <Button
      variant="outline"
      onClick={() => changePart((kept) => withFollowedStack(kept, kept.stack), 'following Match again')}
    >
      Take the best answer again
    </Button>
  );
  const isListed = [...match.ranked, ...match.folded, ...match.unknown].some((candidate) =>
    isSameStack(stack, candidate.stack),
  );
  const isOwn = stack !== null && part.stackIsOwn && !isListed;
  const chosenInList = stack !== null && part.stackIsOwn && isListed;
  const shared = sharedBy(match.ranked);
  const spoken = findings.filter(({ verdict }) => verdict !== 'favours');
  const blocked = findings.some(({ verdict }) => verdict === 'blocks');
  return (
    <div className="sg-course" aria-busy={model.isJudging}>
      <div className="sg-judged">
        <h2>{headline(match, model)}</h2>
        <Select
          className="sg-priority"
          label="What matters most"
          data={options(PRIORITY_WORDS)}
          value={part.priority}
          onChange={(priority) => priority && changePart((kept) => ({ ...kept, priority }), 'what matters most')}
        />
      </div>
      <WantedPart wanted={match.wanted} model={model} />
      <NotSaidYet asks={match.asks} model={model} />
      {model.doneEvents.size > 0 && (
        <p className="sg-turned">
          {model.doneEvents.size === 1 ? 'One step is' : `${model.doneEvents.size} steps are`} marked done: Match leaves
          these layers as they were begun. Other layers are for you to choose; what is done stays marked in the plan
          where it still belongs.
        </p>
      )}
      {formerStack && <Turned model={model} former={formerStack} />}
      {chosenInList && (
        <p className="sg-quiet">
          {model.candidate?.title} is your choice and stays until you change it. {followAgain}
        </p>
      )}
      {isOwn && (
        <p className={blocked ? 'sg-turned is-refused' : 'sg-turned'}>
          {blocked
            ? `Your choice no longer stands: ${findings.find(({ verdict }) => verdict === 'blocks')?.reason ?? ''}. It stays until you change it.`
            : 'These layers are your own.'}{' '}
          {followAgain}
        </p>
      )}
      <NewFigures model={model} />
      {model.stackProblems.map((problem) => (
        <p key={problem.given} className="sg-turned is-refused">
          {problemSentence(problem)} {followAgain}
        </p>
      ))}
      {isOwn && model.candidate && (
        <ul className="sg-plain-list">
          <CandidateRow candidate={model.candidate} model={model} isChosen />
        </ul>
      )}
      <SharedLines candidates={match.ranked} shared={shared} model={model} />
      <CandidateList candidates={match.ranked} model={model} shared={shared} choose={choose} />
      <p className="sg-quiet">
        Judged {match.considered.operations.toLocaleString('en')} layers in{' '}
        {match.considered.stacks.toLocaleString('en')} stacks; {match.ranked.length + match.folded.length} shown,{' '}
        {match.refused.length} ways refused.
      </p>
      <Folded candidates={match.folded} choose={choose} model={model} />
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
                <Button
                  variant="outline"
                  onClick={() =>
                    record(
                      candidate.findings.filter(({ verdict }) => verdict === 'unknown'),
                      candidate.stack,
                      `your trial of ${candidate.title}`,
                    )
                  }
                >
                  My own trial held
                </Button>
              </li>
            ))}
          </ul>
        </>
      )}
      <Refusals refused={match.refused} model={model} />
      <WhyNotPart model={model} choose={choose} />
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
