import { Button } from '@mantine/core';
import { useEffect, useRef } from 'react';
import { Link } from 'react-router';
import { cautionsOf, checksOf, waitsOf, type Problem } from '@sgraffa/core';
import { useChanges } from '../../store/bench.ts';
import { DateInput } from '../../ui/DateInput.tsx';
import { dayAndTime } from '../../ui/dates.ts';
import { DoneMark } from '../../ui/DoneMark.tsx';
import type { WeekModel, WeekStep } from './useWeekModel.ts';

/** One step of the bench: what it is, when, and how to move it without a mouse. */
export const StepPanel = ({
  model,
  entry,
  move,
  close,
}: {
  model: WeekModel;
  entry: WeekStep;
  move: (entry: WeekStep, at: string) => Promise<void>;
  close: () => void;
}) => {
  const { changePiece } = useChanges();
  const { settings, now, free, rows } = model;
  const { zone } = settings;
  const { piece, step, steps, planned, eventId } = entry;
  const start = Date.parse(planned.start);
  const here = free.findIndex((window) => window.end > start);
  const sitting = (by: number) => free[here + by];
  const kept = rows.find((row) => row.piece.id === piece.id)!.kept;
  const isPast = (instant: string): Problem | null =>
    instant < now
      ? { code: 'past', given: 'That time is past.', allowed: 'from now on.', todo: 'Mark it done if it is done.' }
      : null;
  const cautions = cautionsOf(step, model.catalogue);
  const panel = useRef<HTMLElement>(null);
  // it opens below the picture: bring it into view, and the keyboard with it
  useEffect(() => panel.current?.focus(), [piece.id, step.id]);
  return (
    <section ref={panel} tabIndex={-1} className="sg-step-panel" aria-label={`${piece.name}: ${step.label}`}>
      <header>
        <h2>{step.label}</h2>
        <Button variant="subtle" onClick={close}>
          Close
        </Button>
      </header>
      <p>
        <Link to={`/pieces/${piece.id}/plan`}>{piece.name}</Link>
        {step.pieces > 1 && `, ${step.pieces} pieces`} · {dayAndTime(planned.start, zone, now)} to{' '}
        {dayAndTime(planned.end, zone, now)}
        {planned.isPinned && ' · where you put it'}
        {planned.waitedFor && ` · waited for ${planned.waitedFor}`}
        {planned.isBeyondForecast && ' · beyond the forecast: the weather is not known yet'}
      </p>
      {step.detail && <p>{step.detail}</p>}
      {step.needs.length > 0 && <p className="sg-quiet">Needed: {step.needs.join(', ')}.</p>}
      {checksOf(step).map(({ name, words }) => (
        <p key={name} className="sg-quiet">
          {name}: {words}
        </p>
      ))}
      {waitsOf(step).map((wait) => (
        <p key={wait} className="sg-quiet">
          {wait}
        </p>
      ))}
      {cautions.length > 0 && (
        <ul className="sg-panel-cautions">
          {cautions.map((caution) => (
            <li key={caution}>{caution}</li>
          ))}
        </ul>
      )}
      <div className="sg-panel-tools">
        {!planned.isDone && (
          <>
            <DateInput
              label="Move to"
              value={planned.start}
              zone={zone}
              onChange={(value) => value && void move(entry, value)}
              refuse={(instant) => {
                const past = isPast(instant);
                return past ? { ok: false, problems: [past] } : { ok: true, value: instant };
              }}
            />
            <Button
              variant="outline"
              disabled={!sitting(-1) || sitting(-1)!.end < Date.parse(now)}
              onClick={() =>
                void move(entry, new Date(Math.max(sitting(-1)!.start, Date.parse(now) + 900_000)).toISOString())
              }
            >
              A sitting earlier
            </Button>
            <Button
              variant="outline"
              disabled={!sitting(1)}
              onClick={() => void move(entry, new Date(sitting(1)!.start).toISOString())}
            >
              A sitting later
            </Button>
            {planned.isPinned && (
              <Button
                variant="outline"
                onClick={() =>
                  void changePiece(
                    kept,
                    (value) => ({ ...value, pins: value.pins.filter(({ stepId }) => stepId !== step.id) }),
                    `letting “${step.label}” move freely`,
                  )
                }
              >
                Let it move freely
              </Button>
            )}
          </>
        )}
        <DoneMark pieceId={piece.id} {...{ step, steps, planned, eventId, zone, now }} />
      </div>
    </section>
  );
};
