import { Button } from '@mantine/core';
import { useMemo, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import {
  copiesWords,
  failuresOf,
  formatDuration,
  isOfStep,
  repairsOf,
  stateOfStep,
  type BenchEvent,
  type Diagnosis,
  type Piece,
  type RepairOption,
  type RescueInput,
} from '@sgraffa/core';
import { useCatalogue } from '../../store/bench.ts';
import { eventOf } from '../../store/events.ts';
import { factsOf } from '../../store/facts.ts';
import { benchNow } from '../../timers/useTimers.ts';
import { hazardWords } from '../../ui/hazardWords.ts';
import { moneyWords } from '../../ui/money.ts';
import { useMark } from '../../ui/stepMarks.ts';
import type { RescueModel } from './useRescue.ts';

const KIND_WORDS: Readonly<Record<RepairOption['kind'], string>> = {
  mend: 'mended in place',
  strip: 'off, and laid again',
  anew: 'begun anew',
  live: 'lived with',
};

/** What repairs a cause, and where two are as likely, what mends both before what mends one. */
const repairIds = ({ ranked, state }: Diagnosis): readonly string[] => {
  const [first, second] = ranked;
  if (!first) return [];
  if (state !== 'even' || !second) return first.repair;
  const both = first.repair.filter((id) => second.repair.includes(id));
  return [...new Set([...both, ...first.repair, ...second.repair])];
};

const waitWords = ({ waitMinutes: { low, high } }: RepairOption): string =>
  high === 0
    ? 'no wait'
    : low === high
      ? `${formatDuration(high)} of drying`
      : `${formatDuration(low)} to ${formatDuration(high)} of drying`;

const costWords = ({ cost, costWithout }: RepairOption, currency: string): string => {
  if (cost === null) return `not reckoned: ${costWithout.join(', ')}`;
  const words = cost === 0 && !costWithout.length ? 'nothing' : moneyWords(cost, currency);
  return costWithout.length ? `${words}, without ${costWithout.join(', ')}` : words;
};

const Option = ({
  option,
  isAsked,
  take,
  pieceId,
  isBegun,
  currency,
}: {
  option: RepairOption;
  isAsked: boolean;
  take: () => void;
  pieceId: string;
  isBegun: boolean;
  currency: string;
}) => {
  const catalogue = useCatalogue();
  const [isSure, setSure] = useState(false);
  const { standing, chance } = option;
  const needsWord = option.isFinal && isAsked;
  const hazards = option.hazards.flatMap((id) => catalogue.hazardById.get(id) ?? []);
  return (
    <li className={standing === 'refused' ? 'sg-repair is-refused' : 'sg-repair'}>
      <h3>{option.name}</h3>
      <p className="sg-quiet">{KIND_WORDS[option.kind]}</p>
      <p>{option.says}</p>
      <dl>
        <dt>Work</dt>
        <dd>{option.workMinutes ? formatDuration(option.workMinutes) : 'none'}</dd>
        <dt>Wait</dt>
        <dd>{waitWords(option)}</dd>
        <dt>Takes</dt>
        <dd>
          {option.takes.length ? option.takes.join(', ') : 'nothing new'}
          {option.toGet.length > 0 && <> (not on the shelf: {option.toGet.join(', ')})</>}
        </dd>
        <dt>Costs</dt>
        <dd>{costWords(option, currency)}</dd>
        <dt>Comes out well</dt>
        <dd>
          {chance.low}–{chance.typical}–{chance.high} %
        </dd>
      </dl>
      {option.againLabels.length > 0 && <p>Done again: {option.againLabels.join('; ')}.</p>}
      {option.reasons.map((words) => (
        <p key={words} className={standing === 'refused' ? 'sg-sign is-refused' : 'sg-sign is-caution'}>
          {words}
        </p>
      ))}
      {hazards.length > 0 && (
        <p className="sg-hazard">{hazardWords(hazards)}. The label and its data sheet come first.</p>
      )}
      {standing === 'refused' || !isBegun ? null : needsWord && !isSure ? (
        <Button variant="outline" onClick={() => setSure(true)}>
          It cannot be taken back, and a question is open: go on all the same
        </Button>
      ) : (
        <Button variant={needsWord ? 'filled' : 'outline'} onClick={take}>
          {option.goesOn
            ? option.steps.length || option.again.length
              ? 'Into the plan'
              : 'Leave it so'
            : 'Take it off first'}
        </Button>
      )}
      {!option.goesOn && standing !== 'refused' && isBegun && (
        <Link to={`/pieces/${pieceId}/match`}>Another way of working</Link>
      )}
    </li>
  );
};

/** Ways to mend beside each other, and one of them into the plan. */
export const RepairsPart = ({
  model,
  piece,
  input,
  diagnosis,
}: {
  model: RescueModel;
  piece: Piece;
  input: RescueInput;
  diagnosis: Diagnosis;
}) => {
  const mark = useMark();
  const navigate = useNavigate();
  const { asked, step, events } = model;
  const ids = useMemo(() => repairIds(diagnosis), [diagnosis]);
  const options = useMemo(() => repairsOf(input, ids), [input, ids]);
  const cause = diagnosis.ranked[0];
  if (!step || !cause)
    return (
      <section className="sg-rule">
        <h2>What mends it</h2>
        <p>This piece has no layers yet that it can be of: settle on its layers in Match first.</p>
      </section>
    );
  const copies = asked.copies.length && piece.quantity > 1 ? asked.copies : null;
  const { byCopy } = stateOfStep(factsOf(events), piece.id, step);
  const isBegun = [...byCopy].some(
    ([copy, { startedAt, doneAt, failedAt }]) =>
      (startedAt ?? doneAt ?? failedAt) !== null && (copy === 0 || !copies || copies.includes(copy)),
  );
  const take = (option: RepairOption) => {
    const at = benchNow();
    const held = failuresOf(factsOf(events), piece.id, piece.quantity).find(
      ({ event }) => event.operationId === step.key && event.coat === step.coat,
    );
    const failed = held
      ? null
      : ({ ...eventOf('failed', piece.id, step, at, copies), symptom: input.symptom } as BenchEvent);
    const about = held?.event ?? failed;
    if (!about || !isOfStep(about)) return;
    const { id: _, pictures: __, ...own } = eventOf('done', piece.id, step, at, copies);
    const repairing = {
      ...own,
      id: `e-${crypto.randomUUID().slice(0, 12)}`,
      kind: 'repairing',
      note: option.says,
      symptom: input.symptom,
      causeId: cause.cause,
      repairId: option.id,
      steps: option.steps.map((one) => ({ ...one })),
      again: option.again.map((one) => ({ ...one })),
      goesOn: option.goesOn,
    } as BenchEvent;
    void mark([...(failed ? [failed] : []), repairing], `${piece.name}: ${option.name.toLowerCase()}`, at).then(
      (isKept) => {
        if (isKept) void navigate(option.goesOn ? `/pieces/${piece.id}/plan` : `/pieces/${piece.id}/match`);
      },
    );
  };
  return (
    <section className="sg-rule" aria-label="What mends it">
      <h2>What mends it</h2>
      <p className="sg-quiet">
        For: {cause.name.charAt(0).toLowerCase()}
        {cause.name.slice(1)}. Judged on the surface as it is now.
      </p>
      {!isBegun && (
        <p role="note">
          “{step.label}” is not marked as begun{copies ? ` on ${copiesWords(copies)}` : ''}: say{' '}
          <Link to={`/bench?piece=${piece.id}`}>at the bench</Link> first what was done. Then it goes into the plan.
        </p>
      )}
      <ul className="sg-plain-list sg-repairs">
        {options.map((option) => (
          <Option
            key={option.id}
            option={option}
            isAsked={diagnosis.ask !== null}
            take={() => take(option)}
            pieceId={piece.id}
            isBegun={isBegun}
            currency={model.settings.money.currency}
          />
        ))}
      </ul>
    </section>
  );
};
