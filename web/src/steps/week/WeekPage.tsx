import { Button, SegmentedControl } from '@mantine/core';
import { IconCalendarDown, IconMinus, IconPlus, IconPrinter, IconRefresh } from '@tabler/icons-react';
import { useState } from 'react';
import { Link } from 'react-router';
import {
  calendarFile,
  problemSentence,
  readyWith,
  sayWhen,
  type BenchSettings,
  type Problem,
  type Settings,
} from '@sgraffa/core';
import { useChanges } from '../../store/bench.ts';
import { useForecast } from '../../store/forecast.ts';
import { dayAndTime, forecastOf } from '../../ui/dates.ts';
import { download } from '../../ui/download.ts';
import { useIsNarrow } from '../../ui/narrow.ts';
import { stopPlanning, tryMove, useChance, useSafeStart, useSoonest } from '../../workers/planClient.ts';
import { BenchSheet } from './BenchSheet.tsx';
import { ExplainPart } from './ExplainPart.tsx';
import { MissedDates } from './MissedDates.tsx';
import { OtherDays } from './OtherDays.tsx';
import { StepPanel } from './StepPanel.tsx';
import { DayList, TodayPart } from './TodayPart.tsx';
import { useChanged } from './useChanged.ts';
import { useWeekModel, type WeekModel, type WeekState, type WeekStep } from './useWeekModel.ts';
import { WeekChart } from './WeekChart.tsx';
import { WeekTable } from './WeekTable.tsx';
import { tell } from '../../ui/tell.ts';
import './week.css';

/** Widths of a free hour, narrow to wide. */
const ZOOMS = [12, 22, 40, 64, 100];
const USUAL_ZOOM = 2;

const percent = (share: number): string => `${Math.round(share * 100)} %`;

/** How sure the dates are, in words; a plan that meets none of them is never called good. */
const surely = (onTime: number): string =>
  onTime === 0 ? ', but not once in all tries is every date met' : `, every date met: ${percent(onTime)} sure`;

/** Planned backward: the latest start that is safe leads, the bare latest stands beside it. */
const LatestStart = ({ state, model }: { state: WeekState; model: WeekModel }) => {
  const { week, settings, now } = model;
  const safe = useSafeStart(state.asked, true);
  const bare = week.startsAt && dayAndTime(week.startsAt, settings.zone, now);
  if (!safe.data) return <>the latest safe start is being worked out, ready </>;
  return safe.data.ok ? (
    <>
      begin by <a href="#why">{dayAndTime(safe.data.startsAt, settings.zone, now)}</a>, {percent(safe.data.chance)} sure
      {bare && ` (at the very latest ${bare}, with nothing left for bad luck)`}, ready{' '}
    </>
  ) : (
    <>no start is safe enough{bare && ` (the very latest is ${bare})`}, ready </>
  );
};

/** The whole bench in one sentence; its parts lead to what is behind them. */
const Headline = ({ state, model }: { state: WeekState; model: WeekModel }) => {
  const { week, settings, now, rows } = model;
  const chance = useChance(state.asked, week);
  if (!week.readyAt || rows.length === 0) return <h1>Nothing is left to do on the bench</h1>;
  const last = week.limits.at(-1);
  const onTime = chance.data?.onTime ?? null;
  const nine = chance.data ? readyWith(chance.data.ready, 0.9) : null;
  const backward = week.direction === 'backward';
  return (
    <h1 className="sg-week-sentence">
      {rows.length === 1 ? 'One piece' : `${rows.length} pieces`},{' '}
      <a href="#today">{week.sittings === 1 ? 'one sitting' : `${week.sittings} sittings`}</a>,{' '}
      {backward ? <LatestStart state={state} model={model} /> : 'all ready '}
      <a href="#why">{sayWhen(week.readyAt, settings.zone, now)}</a>
      {!backward &&
        (chance.data === undefined
          ? ', how sure is being tried'
          : onTime !== null
            ? surely(onTime)
            : nine && `, nine times in ten by ${sayWhen(nine, settings.zone, now)}`)}
      .{' '}
      {last && (
        <>
          The date hangs on{' '}
          <Link to={`/pieces/${last.pieceId}/plan`} className="sg-week-cause">
            {last.piece}
          </Link>
          .
        </>
      )}
    </h1>
  );
};

/** From what the plan was made, how old that is, and what has changed since it was last looked at. */
const MadeFrom = ({ state, model }: { state: WeekState; model: WeekModel }) => {
  const forecast = useForecast();
  const { settings, now, week } = model;
  const { zone } = settings;
  const age = forecast.series ? Math.round((Date.parse(now) - Date.parse(forecast.series.madeAt)) / 3_600_000) : 0;
  const changed = useChanged(model);
  return (
    <div className="sg-made" role="status">
      <p>
        {state.isPlanning ? 'Looking for a better plan… ' : `Planned ${dayAndTime(week.madeAt, zone, now)}`}
        {!state.isPlanning &&
          (week.forecast
            ? `, by ${forecastOf(week.forecast, zone, now)}, which reaches to ${dayAndTime(week.forecast.until, zone, now)}.`
            : ', without a forecast: outdoor steps are dated by your free hours alone.')}
        {state.isPlanning && (
          <Button variant="outline" size="compact-sm" onClick={stopPlanning}>
            Stop
          </Button>
        )}
        {state.wasStopped && (
          <>
            {' You stopped the search for a better one. '}
            <Button variant="outline" size="compact-sm" onClick={state.again}>
              Look on
            </Button>
          </>
        )}
        {!state.isPlanning && week.isProven && ' No plan is ready sooner.'}
        {!state.isPlanning &&
          !week.isProven &&
          week.direction === 'forward' &&
          week.boundAt &&
          ` No plan is ready before ${sayWhen(week.boundAt, zone, now)}.`}
      </p>
      {forecast.trouble && (
        <p className="sg-late-words">
          {forecast.trouble}{' '}
          {forecast.source === 'last-known'
            ? `The last forecast, ${age} h old, is used.`
            : 'No forecast has been read yet.'}
        </p>
      )}
      {week.droppedPins.length > 0 && (
        <p className="sg-late-words">
          A step that you moved has its time behind it, or what it takes comes later: it was planned anew.
        </p>
      )}
      {Object.values(week.missed)
        .flat()
        .map((problem) => (
          <p key={problem.given} className="sg-late-words">
            {problemSentence(problem)}
          </p>
        ))}
      {changed && <p className="sg-changed-words">{changed}</p>}
    </div>
  );
};

/** Why nothing could be planned, and what could be: the nearest dates. */
const Refused = ({ state, problems }: { state: WeekState; problems: readonly Problem[] }) => {
  const { changeSettings } = useChanges();
  const soonest = useSoonest(state.asked, true);
  const week = soonest.data?.ok ? soonest.data.week : null;
  const { bench, now } = state;
  if (!bench) return null;
  return (
    <section className="sg-refused-plan">
      <h1>This cannot be planned</h1>
      {problems.map((problem) => (
        <p key={`${problem.code} ${problem.at}`}>{problemSentence(problem)}</p>
      ))}
      {week && <MissedDates bench={bench} week={week} now={now} />}
      {bench.settings.value.bench.direction === 'backward' && (
        <Button
          onClick={() =>
            void changeSettings(
              bench.settings,
              (kept) => ({ ...kept, bench: { ...kept.bench, direction: 'forward' } }),
              'planning for the soonest end',
            )
          }
        >
          Plan for the soonest end instead
        </Button>
      )}
    </section>
  );
};

/** All pieces on the bench, dated together. */
export const WeekPage = () => {
  const [zoom, setZoom] = useState(USUAL_ZOOM);
  const [opened, setOpened] = useState<string | null>(null);
  const [refusal, setRefusal] = useState<readonly Problem[] | null>(null);
  const state = useWeekModel(ZOOMS[zoom]!);
  const { changeSettings, changePiece } = useChanges();
  const { readAgain } = useForecast();
  const isNarrow = useIsNarrow();
  const { model, bench, answer, asked } = state;
  if (!bench || answer === undefined)
    return (
      <section className="sg-page sg-week-page">
        {state.wasStopped ? (
          <Button onClick={state.again}>Plan the bench</Button>
        ) : (
          <p className="sg-quiet">The bench is being dated…</p>
        )}
      </section>
    );
  const settings = bench.settings.value;
  const direct = (direction: string) =>
    void changeSettings(
      bench.settings,
      (kept) => ({ ...kept, bench: { ...kept.bench, direction: direction as BenchSettings['direction'] } }),
      'another way to plan',
    );
  const move = async ({ piece, step }: WeekStep, at: string): Promise<void> => {
    const kept = bench.pieces.find(({ id }) => id === piece.id);
    if (!asked || !kept) return;
    const tried = await tryMove(asked, { pieceId: piece.id, stepId: step.id, at });
    if (!tried.ok) {
      setRefusal(tried.problems);
      return;
    }
    setRefusal(null);
    const pin = { stepId: step.id, at };
    void changePiece(
      kept,
      (now) => ({ ...now, pins: [...now.pins.filter(({ stepId }) => stepId !== step.id), pin] }),
      `moving “${step.label}”`,
    );
  };
  const open = ({ piece, step }: WeekStep) =>
    setOpened(opened === `${piece.id}/${step.id}` ? null : `${piece.id}/${step.id}`);
  const change = (edit: (kept: Settings) => Settings, name: string) => void changeSettings(bench.settings, edit, name);
  const saveCalendar = () => {
    if (!model) return;
    const pieces = bench.pieces.map(({ value }) => value);
    download('bench.ics', calendarFile(model.week, pieces, model.catalogue), 'text/calendar');
    tell({ message: 'The calendar file was saved: bench.ics, with an alarm before every step.' });
  };
  const entry = model?.rows
    .flatMap(({ steps }) => steps)
    .find(({ piece, step }) => `${piece.id}/${step.id}` === opened);
  return (
    <section className="sg-page sg-week-page">
      {model ? (
        <Headline state={state} model={model} />
      ) : (
        !answer.ok && <Refused state={state} problems={answer.problems} />
      )}
      <div className="sg-week-tools">
        <SegmentedControl
          aria-label="How to plan"
          value={settings.bench.direction}
          onChange={direct}
          data={[
            { value: 'forward', label: 'Soonest end' },
            { value: 'backward', label: 'Latest start' },
            { value: 'fewest-sittings', label: 'Fewest sittings' },
          ]}
        />
        {model && (
          <>
            {!isNarrow && (
              <Button.Group aria-label="Width of the hours">
                <Button
                  variant="outline"
                  aria-label="Narrower hours"
                  disabled={zoom === 0}
                  onClick={() => setZoom(zoom - 1)}
                >
                  <IconMinus size={18} aria-hidden />
                </Button>
                <Button
                  variant="outline"
                  aria-label="Wider hours"
                  disabled={zoom === ZOOMS.length - 1}
                  onClick={() => setZoom(zoom + 1)}
                >
                  <IconPlus size={18} aria-hidden />
                </Button>
              </Button.Group>
            )}
            <Button variant="outline" leftSection={<IconCalendarDown size={18} aria-hidden />} onClick={saveCalendar}>
              Calendar file
            </Button>
            <Button
              variant="outline"
              leftSection={<IconPrinter size={18} aria-hidden />}
              onClick={() => window.print()}
            >
              Bench sheet
            </Button>
          </>
        )}
        <Button variant="outline" leftSection={<IconRefresh size={18} aria-hidden />} onClick={readAgain}>
          Read the forecast
        </Button>
      </div>
      {model && (
        <>
          <MadeFrom state={state} model={model} />
          <MissedDates bench={bench} week={model.week} now={state.now} />
          {refusal && (
            <div className="sg-refused-move" role="alert">
              {refusal.map((problem) => (
                <p key={problem.code}>It stays where it was. {problemSentence(problem)}</p>
              ))}
              <Button variant="outline" onClick={() => setRefusal(null)}>
                Well then
              </Button>
            </div>
          )}
          {Object.entries(model.week.problems).map(([id, problems]) => (
            <p key={id} className="sg-late-words">
              <Link to={`/pieces/${id}/plan`}>{bench.pieces.find((one) => one.id === id)?.value.name}</Link> is not on
              the bench: {problems[0] && problemSentence(problems[0])}
            </p>
          ))}
          {!isNarrow && (
            <WeekChart model={model} opened={entry ?? null} open={open} move={(one, at) => void move(one, at)} />
          )}
          {entry && <StepPanel model={model} entry={entry} move={move} close={() => setOpened(null)} />}
          {isNarrow ? <DayList model={model} open={open} /> : <TodayPart model={model} />}
          <OtherDays settings={settings} now={state.now} change={change} />
          <ExplainPart state={state} model={model} />
          {!isNarrow && <WeekTable model={model} />}
          <BenchSheet model={model} />
        </>
      )}
    </section>
  );
};
