import { clock, day, weekdayAndDay } from '../../ui/dates.ts';
import { STANDING_WORDS } from '../../ui/words.ts';
import { DoneMark } from '../../ui/DoneMark.tsx';
import type { WeekModel, WeekStep } from './useWeekModel.ts';

/** The steps still to come by start, each with the sitting that it falls into. */
export const stepsToCome = ({ rows }: WeekModel): WeekStep[] =>
  rows
    .flatMap(({ steps }) => steps)
    .filter(({ planned }) => !planned.isDone)
    .sort((one, other) => (one.planned.start < other.planned.start ? -1 : 1));

/** Today's list for the bench, or that of the next day on which there is something to do. */
export const TodayPart = ({ model }: { model: WeekModel }) => {
  const { settings, now, catalogue, week } = model;
  const { zone } = settings;
  const toCome = stepsToCome(model);
  const first = toCome[0];
  if (!first) return null;
  const date = weekdayAndDay(first.planned.start, zone);
  const list = toCome.filter(({ planned }) => weekdayAndDay(planned.start, zone) === date);
  const isToday = date === weekdayAndDay(now, zone);
  return (
    <section id="today">
      <h2>{isToday ? 'Today at the bench' : `Next at the bench: ${day(first.planned.start, zone, now)}`}</h2>
      <ol className="sg-plain-list">
        {list.map(({ piece, step, steps, planned, eventId }) => (
          <li key={`${piece.id} ${step.id}`} className="sg-today">
            <span className="sg-step-time">
              {clock(planned.start, zone)}–{clock(planned.stretches[0]!.end, zone)}
            </span>
            <div>
              <strong>{step.label}</strong>
              <span className="sg-quiet">
                {' '}
                · {piece.name}
                {week.verdicts[piece.id]?.standing === 'refused' && ` · ${STANDING_WORDS.refused}`}
              </span>
              {step.hazards.length > 0 && (
                <span className="sg-today-caution">
                  Mind: {step.hazards.map((id) => catalogue.hazardById.get(id)?.name.toLowerCase()).join(', ')}
                </span>
              )}
            </div>
            <DoneMark pieceId={piece.id} {...{ step, steps, planned, eventId, zone, now }} />
          </li>
        ))}
      </ol>
    </section>
  );
};
