import ical, { ICalAlarmType, ICalCalendarMethod } from 'ical-generator';
import type { Catalogue } from '../materials/index.ts';
import type { Piece } from '../piece/index.ts';
import type { WeekPlan } from './planPieces.ts';
import { cautionsOf, checksOf, refusedWords, waitsOf } from './stepWords.ts';

/**
 * The plan as a calendar file (iCalendar, RFC 5545): an event with an alarm for every step still to come, and one for each piece that is
 * ready. Times are instants in UTC, so that no calendar moves them over a change of the clocks.
 *
 * @returns the text of an .ics file
 * @source  RFC 5545
 */
export const calendarFile = (week: WeekPlan, pieces: readonly Piece[], catalogue: Catalogue): string => {
  const calendar = ical({
    name: 'Bench',
    method: ICalCalendarMethod.PUBLISH,
    prodId: { company: 'sgraffa', product: 'bench plan' },
  });
  const lead = catalogue.bench.alarmLead.typical * 60;
  for (const piece of pieces) {
    const plan = week.plans[piece.id];
    if (!plan) continue;
    const verdict = week.verdicts[piece.id];
    const refused = refusedWords(verdict);
    for (const dated of plan.steps) {
      if (dated.isDone) continue;
      const step = week.steps[piece.id]?.find(({ id }) => id === dated.stepId);
      if (!step) continue;
      dated.stretches.forEach(({ start, end }, index) => {
        const event = calendar.createEvent({
          id: `${piece.id}-${step.id.replaceAll(/[^A-Za-z0-9-]/g, '-')}-${index}@sgraffa`,
          stamp: new Date(week.madeAt),
          start: new Date(start),
          end: new Date(end),
          summary: `${piece.name}: ${step.label}${refused && ` (${refused})`}`,
          description: [
            refused && `Refused: ${verdict?.reasons[0]?.reason ?? ''}.`,
            step.detail,
            step.needs.length ? `Needed: ${step.needs.join(', ')}.` : '',
            ...checksOf(step).map(({ name, words }) => `${name}: ${words}`),
            ...waitsOf(step),
            ...cautionsOf(step, catalogue),
          ]
            .filter(Boolean)
            .join('\n'),
        });
        event.createAlarm({ type: ICalAlarmType.display, trigger: lead, description: step.label });
      });
    }
    if (plan.readyAt)
      calendar
        .createEvent({
          id: `${piece.id}-ready@sgraffa`,
          stamp: new Date(week.madeAt),
          start: new Date(plan.readyAt),
          end: new Date(Date.parse(plan.readyAt) + 15 * 60_000),
          summary: `${piece.name} can be handled`,
          description: 'Washing comes later: see the care card.',
        })
        .createAlarm({ type: ICalAlarmType.display, trigger: 0, description: `${piece.name} can be handled` });
  }
  return calendar.toString();
};
