import { cautionsOf, checksOf, waitsOf, refusedWords } from '@sgraffa/core';
import { carriedOn, clock, day, dayAndTime, forecastOf } from '../../ui/dates.ts';
import { capitalised } from '../../ui/words.ts';
import { stepsToCome } from './TodayPart.tsx';
import type { WeekModel, WeekStep } from './useWeekModel.ts';

const DAYS_ON_SHEET = 7;

/** The printed sheet for the bench: the next days' steps with a box each, what is needed, what right looks like, the waits, the cautions. Seen on paper only. */
export const BenchSheet = ({ model }: { model: WeekModel }) => {
  const { settings, now, catalogue, week } = model;
  const { zone } = settings;
  const until = new Date(Date.parse(now) + DAYS_ON_SHEET * 86_400_000).toISOString();
  const days = new Map<string, WeekStep[]>();
  for (const entry of stepsToCome(model)) {
    if (entry.planned.start > until) break;
    const date = day(entry.planned.start, zone, now);
    days.set(date, [...(days.get(date) ?? []), entry]);
  }
  return (
    <section className="sg-bench-sheet" aria-hidden>
      <h1>Bench sheet</h1>
      <p>
        Planned {dayAndTime(week.madeAt, zone, now)}
        {week.forecast ? ` by ${forecastOf(week.forecast, zone, now)}` : ' without a forecast'}. Labels, data sheets and
        local rules come first.
      </p>
      {[...days].map(([date, entries]) => (
        <section key={date}>
          <h2>{date}</h2>
          <table aria-label={date}>
            <tbody>
              {entries.map(({ piece, step, planned }) => (
                <tr key={`${piece.id} ${step.id}`}>
                  <td className="sg-box">☐</td>
                  <td>
                    {clock(planned.start, zone)}–{clock(planned.stretches[0]!.end, zone)}
                  </td>
                  <td>
                    <strong>{step.label}</strong>, {piece.name}
                    {step.pieces > 1 && ` (${step.pieces})`}
                    {refusedWords(week.verdicts[piece.id]) && <b> · {refusedWords(week.verdicts[piece.id])}</b>}
                    <br />
                    {capitalised(step.detail)} {step.needs.length > 0 && `Needed: ${step.needs.join(', ')}.`}
                    {planned.stretches.length > 1 && <div>{carriedOn(planned, zone, now)}</div>}
                    {checksOf(step).map(({ name, words }) => (
                      <div key={name}>
                        <b>{name}:</b> {words}
                      </div>
                    ))}
                    {waitsOf(step).map((wait) => (
                      <div key={wait}>{wait}</div>
                    ))}
                    {step.hazards.length > 0 && <em>Mind: {cautionsOf(step, catalogue).join(' ')}</em>}
                  </td>
                  <td className="sg-done-at">done at</td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      ))}
    </section>
  );
};
