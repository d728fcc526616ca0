import { refusedWords } from '@sgraffa/core';
import { UnstyledButton } from '@mantine/core';
import { clock, day, weekdayAndDay } from '../../ui/dates.ts';
import { DoneMark } from '../../ui/DoneMark.tsx';
import type { WeekModel, WeekStep } from './useWeekModel.ts';

/** The steps still to come by start, each with the sitting that it falls into. */
export const stepsToCome = ({ rows }: WeekModel): WeekStep[] =>
  rows
    .flatMap(({ steps }) => steps)
    .filter(({ planned }) => !planned.isDone)
    .sort((one, other) => (one.planned.start < other.planned.start ? -1 : 1));

/** The steps of one day, each to be ticked off; a press on one opens it, where that is asked for. */
const DaySteps = ({
  model,
  list,
  open,
}: {
  model: WeekModel;
  list: readonly WeekStep[];
  open?: (entry: WeekStep) => void;
}) => {
  const { settings, now, catalogue, week } = model;
  const { zone } = settings;
  return (
    <ol className="sg-plain-list">
      {list.map((entry) => {
        const { piece, step, steps, planned, eventId } = entry;
        return (
          <li key={`${piece.id} ${step.id}`} className="sg-today">
            <span className="sg-step-time">
              {clock(planned.start, zone)}–{clock(planned.stretches[0]!.end, zone)}
            </span>
            <div>
              {open ? (
                <UnstyledButton className="sg-today-open" onClick={() => open(entry)}>
                  <strong>{step.label}</strong>
                </UnstyledButton>
              ) : (
                <strong>{step.label}</strong>
              )}
              <span className="sg-quiet">
                {' '}
                · {piece.name}
                {refusedWords(week.verdicts[piece.id]) && ` · ${refusedWords(week.verdicts[piece.id])}`}
              </span>
              {step.hazards.length > 0 && (
                <span className="sg-today-caution">
                  Mind: {step.hazards.map((id) => catalogue.hazardById.get(id)?.name.toLowerCase()).join(', ')}
                </span>
              )}
            </div>
            <DoneMark pieceId={piece.id} {...{ step, steps, planned, eventId, zone, now }} />
          </li>
        );
      })}
    </ol>
  );
};

/** What is to be done by day: the first day is today, or the next on which there is something to do. */
const daysOf = (model: WeekModel): { readonly date: string; readonly list: readonly WeekStep[] }[] => {
  const days = new Map<string, WeekStep[]>();
  for (const entry of stepsToCome(model)) {
    const date = weekdayAndDay(entry.planned.start, model.settings.zone);
    days.set(date, [...(days.get(date) ?? []), entry]);
  }
  return [...days].map(([date, list]) => ({ date, list }));
};

const firstWords = ({ settings: { zone }, now }: WeekModel, date: string, { planned }: WeekStep): string =>
  date === weekdayAndDay(now, zone) ? 'Today at the bench' : `Next at the bench: ${day(planned.start, zone, now)}`;

/** Today's list for the bench, or that of the next day on which there is something to do. */
export const TodayPart = ({ model }: { model: WeekModel }) => {
  const [first] = daysOf(model);
  if (!first) return null;
  return (
    <section id="today">
      <h2>{firstWords(model, first.date, first.list[0]!)}</h2>
      <DaySteps model={model} list={first.list} />
    </section>
  );
};

/** The whole week as a list of days, for a page that is too narrow for the picture and the table. */
export const DayList = ({ model, open }: { model: WeekModel; open: (entry: WeekStep) => void }) => (
  <section id="today" aria-label="The bench by days">
    {daysOf(model).map(({ date, list }, index) => (
      <section key={date}>
        <h2>
          {index === 0
            ? firstWords(model, date, list[0]!)
            : day(list[0]!.planned.start, model.settings.zone, model.now)}
        </h2>
        <DaySteps model={model} list={list} open={open} />
      </section>
    ))}
  </section>
);
