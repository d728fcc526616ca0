import { useState } from 'react';
import { formatDuration, problemSentence, sayWhen, type PlannedStep, type Step } from '@sgraffa/core';
import { dayAndTime, forecastOf } from '../../ui/dates.ts';
import { StandingLine } from '../../ui/StandingLine.tsx';
import { WhereFrom } from '../../ui/WhereFrom.tsx';
import { OnlyIf } from '../piece/OnlyIf.tsx';
import { usePiece, type PieceModel } from '../piece/usePieceModel.ts';
import { FactsPart } from './FactsPart.tsx';
import { OwnSteps } from './OwnSteps.tsx';
import { StepRow } from './StepRow.tsx';
import './plan.css';

interface Dated {
  readonly step: Step;
  readonly planned: PlannedStep;
}

/** Groups of a batch beyond these are folded: they are the same steps again. */
const SHOWN_GROUPS = 2;

/** The steps by their start: done, to come, and further groups that are done as those before them. */
const sorted = ({ plan, steps }: PieceModel): { done: Dated[]; open: Dated[]; further: Dated[] } => {
  const dated = [...(plan?.steps ?? [])]
    .sort((one, other) => (one.start < other.start ? -1 : 1))
    .flatMap((planned): Dated[] => {
      const step = steps.find(({ id }) => id === planned.stepId);
      return step ? [{ step, planned }] : [];
    });
  const done = dated.filter(({ planned }) => planned.isDone);
  const toDo = dated.filter(({ planned }) => !planned.isDone);
  const first = Math.min(...toDo.map(({ step }) => step.group ?? 1), Infinity);
  const isFurther = ({ step }: Dated) => step.group !== null && step.group >= first + SHOWN_GROUPS;
  return { done, open: toDo.filter((one) => !isFurther(one)), further: toDo.filter(isFurther) };
};

const dayOf = ({ planned }: Dated): string => planned.start.slice(0, 10);

const StepLines = ({
  model,
  list,
  next,
}: {
  model: PieceModel;
  list: readonly Dated[];
  /** The step that stands open unless it was folded. */
  next: string | undefined;
}) => {
  const [turned, setTurned] = useState<ReadonlySet<string>>(new Set());
  const toggle = (id: string) => {
    const now = new Set(turned);
    if (!now.delete(id)) now.add(id);
    setTurned(now);
  };
  return (
    <ol className="sg-plain-list sg-steps">
      {list.map(({ step, planned }, index) => (
        <StepRow
          key={step.id}
          model={model}
          step={step}
          planned={planned}
          isNewDay={index === 0 || dayOf(list[index - 1]!) !== dayOf(list[index]!)}
          isOpen={(step.id === next) !== turned.has(step.id)}
          toggle={() => toggle(step.id)}
        />
      ))}
    </ol>
  );
};

/** What the dates rest on; folded, since it is asked for rarely. */
const About = ({ model }: { model: PieceModel }) => {
  const { plan, steps, forecast, settings, now, part, catalogue } = model;
  const lastDrying = steps.find(({ id }) => id === plan?.readyWaitsFor);
  if (!plan) return null;
  return (
    <details className="sg-about-dates">
      <summary>
        {formatDuration(plan.handsOnMinutes)} at the bench in {plan.sittings}{' '}
        {plan.sittings === 1 ? 'sitting' : 'sittings'}; what the dates rest on
      </summary>
      {plan.endsAt && lastDrying?.firm && (
        <p>
          The work ends {dayAndTime(plan.endsAt, settings.zone, now)}; then{' '}
          {catalogue.productById.get(lastDrying.firm.productId)?.name} needs{' '}
          <WhereFrom
            figures={[
              {
                of: catalogue.productById.get(lastDrying.firm.productId)?.name ?? 'the coat',
                label: `until it can be ${lastDrying.firm.stage === 'feet' ? 'walked on' : 'handled'}, in your workshop`,
                figure: lastDrying.firm.time,
              },
            ]}
          >
            {formatDuration(lastDrying.firm.time.high)}
          </WhereFrom>{' '}
          until it can be {lastDrying.firm.stage === 'feet' ? 'walked on' : 'handled'}. Washing comes later: see Care.
        </p>
      )}
      <p className="sg-quiet">
        In your free hours; the workshop at {settings.workshop.temperatureC} °C and {settings.workshop.relativeHumidity}{' '}
        % humidity. Waits keep the longest figure, what keeps only so long its shortest that your hours leave room for;
        the last coat goes on curing after that.
      </p>
      {steps.some(({ air }) => air === 'outdoors') && (
        <p className="sg-quiet">
          {forecast
            ? `What is done outdoors keeps to ${forecastOf(forecast, settings.zone, now)}, which reaches to ${dayAndTime(forecast.until, settings.zone, now)}.`
            : 'No forecast has been read: what is done outdoors is dated by your free hours alone. Look at the sky first.'}
        </p>
      )}
      {part.surface.waitDays > 0 && <p>It begins after the {part.surface.waitDays} days that you agreed to wait.</p>}
    </details>
  );
};

/** The hazards of the whole work by name; in full they stand with the step that is next. */
const Dangers = ({ model }: { model: PieceModel }) => {
  const { steps, catalogue } = model;
  const dangers = [...new Set(steps.flatMap(({ hazards }) => hazards))]
    .map((id) => catalogue.hazardById.get(id))
    .filter((hazard) => hazard?.isGrave);
  if (!dangers.length) return null;
  return (
    <details className="sg-danger" aria-label="Safety">
      <summary>
        <strong>Before you begin:</strong> {dangers.map((hazard) => hazard!.name).join(', ')}
      </summary>
      <dl className="sg-danger-list">
        {dangers.map((hazard) => (
          <div key={hazard!.id}>
            <dt>{hazard!.name}</dt>
            {hazard!.cautions.map((caution) => (
              <dd key={caution}>{caution}</dd>
            ))}
          </div>
        ))}
      </dl>
      <p className="sg-quiet">The product's label, its safety data sheet and local rules come first.</p>
    </details>
  );
};

/** The whole plan of a piece at a glance: one line a step, the next one open, what is done folded. */
export const PlanStep = () => {
  const { model } = usePiece();
  const { plan, planProblems, isPlanning, settings, now, stack, piece, verdict } = model;
  if (!stack)
    return (
      <div className="sg-course">
        <p>Choose the layers first; their coats and waits are dated here.</p>
        <FactsPart model={model} />
      </div>
    );
  if (!plan && !planProblems.length && isPlanning) return <p className="sg-course sg-quiet">Being dated…</p>;
  if (!plan)
    return (
      <div className="sg-course">
        <h2>There is no plan for this</h2>
        <StandingLine verdict={verdict} />
        {planProblems
          .filter(({ code }) => code !== 'refused-for-safety')
          .map((problem) => (
            <p key={problem.code}>{problemSentence(problem)}</p>
          ))}
        <FactsPart model={model} />
      </div>
    );
  const { done, open, further } = sorted(model);
  const lateBy =
    piece.due && plan.readyAt && plan.readyAt > piece.due
      ? (Date.parse(plan.readyAt) - Date.parse(piece.due)) / 60_000
      : 0;
  return (
    <div className="sg-course">
      <h2 className="sg-plan-head">
        {plan.readyAt ? `Ready ${sayWhen(plan.readyAt, settings.zone, now)}` : 'Nothing to do'}
        {isPlanning && <span className="sg-quiet"> · being dated anew…</span>}
      </h2>
      <div className="sg-plan-notes">
        <StandingLine verdict={verdict} />
        <OnlyIf model={model} />
        {model.missed.map((problem) => (
          <p key={problem.given} className="sg-late" role="alert">
            {problemSentence(problem)}
          </p>
        ))}
        {lateBy > 0 && (
          <p className="sg-late">
            That is {formatDuration(lateBy)} after it is due. Begin sooner, give it more free hours, or choose what is
            soonest ready.
          </p>
        )}
      </div>
      <Dangers model={model} />
      {done.length > 0 && (
        <details className="sg-done-steps">
          <summary>{done.length === 1 ? 'One step done' : `${done.length} steps done`}</summary>
          <StepLines model={model} list={done} next={undefined} />
        </details>
      )}
      <StepLines model={model} list={open} next={open[0]?.step.id} />
      {further.length > 0 && (
        <details className="sg-done-steps">
          <summary>{further.length} steps more: the same for the further groups</summary>
          <StepLines model={model} list={further} next={undefined} />
        </details>
      )}
      <About model={model} />
      <FactsPart model={model} />
      <OwnSteps model={model} />
    </div>
  );
};
