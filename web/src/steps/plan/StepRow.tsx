import { UnstyledButton } from '@mantine/core';
import { IconCheck, IconChevronDown, IconChevronRight, IconHourglassLow } from '@tabler/icons-react';
import { Link } from 'react-router';
import {
  cautionsOf,
  checksOf,
  keepWords,
  lagsOnce,
  lagWords,
  formatDuration,
  sayWhen,
  type Piece,
  type PlannedStep,
  type Step,
} from '@sgraffa/core';
import { TakesWords } from '../../ui/TakesWords.tsx';
import { DoneMark } from '../../ui/DoneMark.tsx';
import { carriedOn, clock, dayAndTime, shortDay } from '../../ui/dates.ts';
import { WhereFrom } from '../../ui/WhereFrom.tsx';
import { capitalised } from '../../ui/words.ts';
import { rescueAddress } from '../../ui/rescueAddress.ts';
import type { PieceModel } from '../piece/usePieceModel.ts';

/** What a step waited for, with the figure that says how long; what may be ready sooner. */
const Waits = ({ model, step, planned }: { model: PieceModel; step: Step; planned: PlannedStep }) => {
  const { settings, now, catalogue } = model;
  return (
    <>
      {lagsOnce(step).map((lag, at) => (
        <p key={`${lag.why} ${lag.time.high}`} className="sg-wait">
          {lagWords(lag).before}
          <WhereFrom
            figures={[
              {
                of: catalogue.productById.get(lag.productId)?.name ?? 'it',
                label: `${lag.productId ? lag.stage : 'wait'} in your workshop`,
                figure: lag.time,
              },
            ]}
          >
            {lagWords(lag).time}
          </WhereFrom>
          {lagWords(lag).after}
          {at === 0 && planned.maybeFrom && planned.maybeFrom < planned.start && (
            <span className="sg-quiet">
              {' '}
              · may be ready from {sayWhen(planned.maybeFrom, settings.zone, now)}: test with a fingertip
            </span>
          )}
        </p>
      ))}
      {step.keeps.map((keep) => (
        <p key={keep.why} className="sg-wait">
          {keepWords(keep).before}
          <WhereFrom figures={[{ of: keep.why, label: 'at most', figure: keep.time }]}>
            {keepWords(keep).time}
          </WhereFrom>
        </p>
      ))}
      {step.lags.length > 0 && planned.waitedFor && step.lags.every(({ why }) => why !== planned.waitedFor) && (
        <p className="sg-quiet">Then for {planned.waitedFor}.</p>
      )}
    </>
  );
};

/** One step unfolded: how it is done, what is needed, what right looks like, its waits, its cautions and its mark. */
const StepBody = ({ model, step, planned }: { model: PieceModel; step: Step; planned: PlannedStep }) => {
  const { settings, now, catalogue, piece, doneEvents } = model;
  return (
    <div className="sg-step-body">
      <div>
        {step.again && (
          <p className="sg-late">
            To be done again: what was done {dayAndTime(step.again.doneAt, settings.zone, now)} keeps only so long.
          </p>
        )}
        <p>{capitalised(step.detail)}</p>
        {planned.stretches.length > 1 && <p>{carriedOn(planned, settings.zone, now)}</p>}
        <p className="sg-quiet">
          <WhereFrom figures={[{ of: step.label, label: 'work on each piece', figure: step.perPiece }]}>
            {`${formatDuration(step.minutes)}${step.pieces > 1 ? ` for ${step.pieces} pieces` : ''}`}
          </WhereFrom>
          {step.needs.length > 0 && `. Needed: ${step.needs.join(', ')}`}.
          {checksOf(step).map(({ name, words }) => ` ${name}: ${words}`)}
        </p>
        {!planned.isDone && <TakesWords lines={model.amounts} step={step} steps={model.steps} catalogue={catalogue} />}
        <Waits model={model} step={step} planned={planned} />
        <p>
          <Link to={rescueAddress(piece, { operationId: step.key, coat: step.coat, copies: ofSome(step, piece) })}>
            Something is wrong
          </Link>
        </p>
        {planned.isPinned && <p className="sg-quiet">Where you put it: let it move freely in Week.</p>}
        {planned.isBeyondForecast && (
          <p className="sg-quiet">Beyond the forecast: the weather of that day is not known yet.</p>
        )}
      </div>
      <DoneMark
        pieceId={piece.id}
        step={step}
        planned={planned}
        steps={model.steps}
        eventId={doneEvents.get(step.id)}
        zone={settings.zone}
        now={now}
      />
      {step.hazards.length > 0 && (
        <ul className="sg-step-cautions" aria-label="Cautions">
          {cautionsOf(step, catalogue).map((caution) => (
            <li key={caution}>{caution}</li>
          ))}
        </ul>
      )}
    </div>
  );
};

/** Copies that a part of the batch is, where it is one. */
const ofSome = ({ copies }: Step, { quantity }: Piece): readonly number[] | null =>
  copies && copies.length < quantity ? copies : null;

/** One step in one line: when, what, how long, what it waits for; unfolded with everything about it. */
export const StepRow = ({
  model,
  step,
  planned,
  isNewDay,
  isOpen,
  toggle,
}: {
  model: PieceModel;
  step: Step;
  planned: PlannedStep;
  /** Whether the line before it is on another day. */
  isNewDay: boolean;
  isOpen: boolean;
  toggle: () => void;
}) => {
  const { zone } = model.settings;
  const Fold = isOpen ? IconChevronDown : IconChevronRight;
  return (
    <li
      className={`sg-step${planned.isDone ? ' is-done' : ''}${isOpen ? ' is-open' : ''}${isNewDay ? ' is-new-day' : ''}`}
    >
      <UnstyledButton className="sg-step-line" aria-expanded={isOpen} onClick={toggle}>
        <span className="sg-step-day">
          {isNewDay ? shortDay(planned.isDone ? planned.end : planned.start, zone) : ''}
        </span>
        <span className="sg-step-time">{clock(planned.isDone ? planned.end : planned.start, zone)}</span>
        <span className="sg-step-what">
          {planned.isDone ? <IconCheck size={16} aria-label="done" /> : <Fold size={15} aria-hidden />} {step.label}
        </span>
        <span className="sg-step-long">{formatDuration(step.minutes)}</span>
        <span className="sg-step-waits">
          {planned.waitedFor && (
            <>
              <IconHourglassLow size={14} aria-label="waits for" /> {planned.waitedFor}
            </>
          )}
        </span>
      </UnstyledButton>
      {isOpen && <StepBody model={model} step={step} planned={planned} />}
    </li>
  );
};
