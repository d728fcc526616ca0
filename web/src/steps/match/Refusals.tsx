import { Button } from '@mantine/core';
import { useState } from 'react';
import { canBeTried, type Refusal } from '@sgraffa/core';
import { Sign } from '../../ui/Verdict.tsx';
import { capitalised } from '../../ui/words.ts';
import { WhereFrom } from '../../ui/WhereFrom.tsx';
import type { PieceModel } from '../piece/usePieceModel.ts';
import { useTrials } from './useTrials.ts';

const keyOf = ({ methodId, keyId, designId }: Refusal): string => `${designId} ${methodId} ${keyId}`;

/** One way that is refused: its first reason, the others on demand. */
const Way = ({ refusal, model }: { refusal: Refusal; model: PieceModel }) => {
  const record = useTrials(model);
  const [isOpen, setOpen] = useState(false);
  const { blockers } = refusal;
  const first = blockers.find(({ isSafety }) => isSafety) ?? blockers[0];
  const shown = isOpen ? blockers : blockers.filter((blocker) => blocker === first);
  return (
    <div className="sg-way">
      <Sign verdict="blocks" isSafety={first?.isSafety ?? false} />
      <span>
        <strong>{refusal.title}</strong>
        {shown.map((blocker) => (
          <span key={`${blocker.ruleId} ${blocker.operationId}`} className="sg-refusal-why">
            {capitalised(blocker.reason)}. <WhereFrom finding={blocker} />
          </span>
        ))}
        {blockers.length > 1 && (
          <button type="button" className="sg-fold is-tight" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
            {isOpen
              ? 'Only the first'
              : `and ${blockers.length - 1} more ${blockers.length === 2 ? 'reason' : 'reasons'}`}
          </button>
        )}
        {blockers.every(canBeTried) && (
          <button
            type="button"
            className="sg-fold is-tight is-deed"
            onClick={() => record(blockers, refusal.stack, `your trial of ${refusal.title}`, refusal.designId)}
          >
            My own trial of it held
          </button>
        )}
      </span>
    </div>
  );
};

/** The ways that one change would open, with its button. */
const Mended = ({
  label,
  ways,
  take,
  model,
}: {
  label: string;
  ways: readonly Refusal[];
  take: () => void;
  model: PieceModel;
}) => {
  const [isOpen, setOpen] = useState(false);
  const [first, ...others] = ways;
  return (
    <li className="sg-refusal">
      <div>
        {first && <Way refusal={first} model={model} />}
        {isOpen && others.map((refusal) => <Way key={keyOf(refusal)} refusal={refusal} model={model} />)}
        {others.length > 0 && (
          <button type="button" className="sg-fold is-tight" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
            {isOpen
              ? 'Only the first way'
              : `${others.length} more ${others.length === 1 ? 'way' : 'ways'} by the same`}
          </button>
        )}
      </div>
      <Button onClick={take}>{label}</Button>
    </li>
  );
};

const MOST_SHOWN = 4;

/** What is refused: grouped by the change that would mend it, the smallest change first; then what no change mends. */
export const Refusals = ({
  refused,
  model,
  isAll = false,
}: {
  refused: readonly Refusal[];
  model: PieceModel;
  /** Nothing folded: where there are few, each asked for. */
  isAll?: boolean;
}) => {
  const [isOpen, setOpen] = useState(isAll);
  const [showsAll, setShowsAll] = useState(isAll);
  const byMend = new Map<string, Refusal[]>();
  for (const refusal of refused)
    if (refusal.mend) byMend.set(refusal.mend.label, [...(byMend.get(refusal.mend.label) ?? []), refusal]);
  const groups = [...byMend];
  const final = refused.filter(({ mend }) => !mend);
  return (
    <>
      {groups.length > 0 && (
        <>
          <h3 className="sg-rule">Would work if…</h3>
          <ul className="sg-plain-list">
            {(showsAll ? groups : groups.slice(0, MOST_SHOWN)).map(([label, ways]) => (
              <Mended
                key={label}
                label={label}
                model={model}
                ways={ways}
                take={() => model.takeBrief(ways[0]!.mend!.brief, label.toLowerCase())}
              />
            ))}
          </ul>
          {groups.length > MOST_SHOWN && (
            <button type="button" className="sg-fold" aria-expanded={showsAll} onClick={() => setShowsAll(!showsAll)}>
              {showsAll
                ? 'Fewer'
                : `${groups.length - MOST_SHOWN} more ${groups.length - MOST_SHOWN === 1 ? 'change' : 'changes'} that would open a way`}
            </button>
          )}
        </>
      )}
      {final.length > 0 && (
        <>
          <button type="button" className="sg-fold" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
            {isOpen
              ? 'Hide what nothing here mends'
              : `${final.length} more ${final.length === 1 ? 'way' : 'ways'} that no change here mends`}
          </button>
          {isOpen && (
            <ul className="sg-plain-list">
              {final.map((refusal) => (
                <li key={keyOf(refusal)} className="sg-refusal">
                  <Way refusal={refusal} model={model} />
                </li>
              ))}
            </ul>
          )}
        </>
      )}
    </>
  );
};
