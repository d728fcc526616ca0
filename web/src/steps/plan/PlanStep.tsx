import { formatDuration, problemSentence, type PlannedStep, type Step } from '@sgraffa/core';
import { DoneMark } from '../../ui/DoneMark.tsx';
import { clock, day, dayAndTime } from '../../ui/dates.ts';
import { WhereFrom } from '../../ui/WhereFrom.tsx';
import { capitalised } from '../../ui/words.ts';
import { OnlyIf } from '../piece/OnlyIf.tsx';
import { usePiece, type PieceModel } from '../piece/usePieceModel.ts';
import { FactsPart } from './FactsPart.tsx';
import { OwnSteps } from './OwnSteps.tsx';
import './plan.css';

const StepRow = ({ model, step, planned }: { model: PieceModel; step: Step; planned: PlannedStep }) => {
  const { settings, now, catalogue, piece, doneEvents } = model;
  const lag = step.lags[0];
  return (
    <li className={planned.isDone ? 'sg-step is-done' : 'sg-step'}>
      <span className="sg-step-time">
        <WhereFrom figures={[{ of: step.label, label: 'work on each piece', figure: step.perPiece }]}>
          {`${clock(planned.start, settings.zone)}–${clock(planned.stretches[0]!.end, settings.zone)}`}
        </WhereFrom>
      </span>
      <div>
        <strong>{step.label}</strong>
        <p className="sg-quiet">{capitalised(step.detail)}</p>
        {planned.stretches.length > 1 && (
          <p>
            Carried on over {planned.stretches.length} sittings, until {dayAndTime(planned.end, settings.zone, now)}.
          </p>
        )}
        {lag && (
          <p className="sg-wait">
            After {lag.why}:{' '}
            <WhereFrom
              figures={[
                {
                  of: catalogue.productById.get(lag.productId)?.name ?? 'it',
                  label: `${lag.stage} in your workshop`,
                  figure: lag.time,
                },
              ]}
            >
              {formatDuration(lag.time.high)}
            </WhereFrom>
            {lag.windows &&
              lag.windows[0]?.[1] !== undefined &&
              lag.windows[0][1] !== null &&
              `, and within ${formatDuration(lag.windows[0][1])} or after ${formatDuration(lag.windows[1]?.[0] ?? lag.windows[0][1])}`}
            {planned.maybeFrom && planned.maybeFrom < planned.start && (
              <span className="sg-quiet">
                {' '}
                · may be ready from {dayAndTime(planned.maybeFrom, settings.zone, now)}: test with a fingertip
              </span>
            )}
          </p>
        )}
        {step.needs.length > 0 && <p className="sg-quiet">Needed: {step.needs.join(', ')}.</p>}
        {step.looksRight && <p className="sg-quiet">Right when: {step.looksRight}</p>}
        {!lag && planned.waitedFor && <p className="sg-quiet">Waits for {planned.waitedFor}.</p>}
        {lag && planned.waitedFor !== lag.why && planned.waitedFor && (
          <p className="sg-quiet">Then for {planned.waitedFor}.</p>
        )}
        {planned.isPinned && <p className="sg-quiet">Where you put it: let it move freely in Week.</p>}
        {planned.isBeyondForecast && (
          <p className="sg-quiet">Beyond the forecast: the weather of that day is not known yet.</p>
        )}
        {step.hazards.length > 0 && (
          <details className="sg-cautions">
            <summary>
              Cautions: {step.hazards.map((id) => catalogue.hazardById.get(id)?.name.toLowerCase()).join(', ')}
            </summary>
            <ul>
              {step.hazards.flatMap((id) =>
                (catalogue.hazardById.get(id)?.cautions ?? []).map((caution) => <li key={caution}>{caution}</li>),
              )}
            </ul>
          </details>
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
    </li>
  );
};

/** The dated steps, day by day, with what each waits for. */
export const PlanStep = () => {
  const { model } = usePiece();
  const { plan, steps, planProblems, isPlanning, forecast, settings, now, stack, piece, part, catalogue } = model;
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
        <h2>There is no plan for this yet</h2>
        {planProblems.map((problem) => (
          <p key={problem.code}>{problemSentence(problem)}</p>
        ))}
        <FactsPart model={model} />
      </div>
    );
  const days = new Map<string, { step: Step; planned: PlannedStep }[]>();
  for (const planned of [...plan.steps].sort((one, other) => (one.start < other.start ? -1 : 1))) {
    const step = steps.find(({ id }) => id === planned.stepId);
    const date = day(planned.start, settings.zone, now);
    if (step) days.set(date, [...(days.get(date) ?? []), { step, planned }]);
  }
  const lateBy =
    piece.due && plan.readyAt && plan.readyAt > piece.due
      ? (Date.parse(plan.readyAt) - Date.parse(piece.due)) / 60_000
      : 0;
  const lastDrying = steps.find(({ id }) => id === plan.readyWaitsFor);
  const dangers = [...new Set(steps.flatMap(({ hazards }) => hazards))]
    .map((id) => catalogue.hazardById.get(id))
    .filter((hazard) => hazard?.isGrave);
  return (
    <div className="sg-course">
      {isPlanning && <p className="sg-quiet">Being dated anew…</p>}
      <h2>{plan.readyAt ? `Ready ${dayAndTime(plan.readyAt, settings.zone, now)}` : 'Nothing to do'}</h2>
      <OnlyIf model={model} />
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
        {formatDuration(plan.handsOnMinutes)} at the bench in {plan.sittings}{' '}
        {plan.sittings === 1 ? 'sitting' : 'sittings'}, in your free hours; the workshop at{' '}
        {settings.workshop.temperatureC} °C and {settings.workshop.relativeHumidity} % humidity. Waits keep the longest
        figure; the last coat goes on curing after that.
      </p>
      {steps.some(({ air }) => air === 'outdoors') && (
        <p className="sg-quiet">
          {forecast
            ? `What is done outdoors keeps to forecast ${forecast.id}, which reaches to ${dayAndTime(forecast.until, settings.zone, now)}.`
            : 'No forecast has been read: what is done outdoors is dated by your free hours alone. Look at the sky first.'}
        </p>
      )}
      {part.surface.waitDays > 0 && <p>It begins after the {part.surface.waitDays} days that you agreed to wait.</p>}
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
      {dangers.length > 0 && (
        <section className="sg-danger" aria-label="Safety">
          <h3>Before you begin</h3>
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
        </section>
      )}
      {/* one list, so that a step that is being marked stays open when the plan moves it to another day */}
      <ol className="sg-plain-list">
        {[...days].flatMap(([date, entries]) => [
          <li key={date} className="sg-plan-day">
            <h3 className="sg-rule">{date}</h3>
          </li>,
          ...entries.map(({ step, planned }) => <StepRow key={step.id} model={model} step={step} planned={planned} />),
        ])}
      </ol>
      <FactsPart model={model} />
      <OwnSteps model={model} />
    </div>
  );
};
