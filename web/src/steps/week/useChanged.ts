import { useEffect, useState } from 'react';
import { dayAndTime, forecastOf } from '../../ui/dates.ts';
import type { WeekModel } from './useWeekModel.ts';

interface Seen {
  readonly forecastId: string | null;
  readonly readyAt: string | null;
}

/** What a new forecast has changed in the plan while Week is open, in words; null where nothing has. */
export const useChanged = ({ week, settings, now }: WeekModel): string | null => {
  const forecastId = week.forecast?.id ?? null;
  const { readyAt } = week;
  // the plan by the forecast before this one, and the newest plan by this one
  const [seen, setSeen] = useState<{ readonly before: Seen | null; readonly last: Seen }>({
    before: null,
    last: { forecastId, readyAt },
  });
  useEffect(() => {
    setSeen(({ before, last }) => ({
      before: last.forecastId === forecastId ? before : last,
      last: { forecastId, readyAt },
    }));
  }, [forecastId, readyAt]);
  const { before } = seen;
  if (!before?.readyAt || !readyAt || forecastId === null || before.forecastId === forecastId) return null;
  const by = forecastOf(week.forecast!, settings.zone, now);
  return before.readyAt === readyAt
    ? `Planned anew by ${by}: the end stays.`
    : `Planned anew by ${by}: ready ${dayAndTime(readyAt, settings.zone, now)} in place of ${dayAndTime(before.readyAt, settings.zone, now)}.`;
};
