import { useEffect, useState } from 'react';
import { dayAndTime } from '../../ui/dates.ts';
import type { WeekModel } from './useWeekModel.ts';

interface Seen {
  readonly forecastId: string | null;
  readonly readyAt: string | null;
}

/** What a new forecast has changed in the plan while Week is open, in words; null where nothing has. */
export const useChanged = ({ week, settings, now }: WeekModel): string | null => {
  const forecastId = week.forecast?.id ?? null;
  const { readyAt } = week;
  const [seen, setSeen] = useState<{ readonly last: Seen; readonly words: string | null }>({
    last: { forecastId, readyAt },
    words: null,
  });
  useEffect(() => {
    setSeen(({ last, words }) => {
      if (last.forecastId === forecastId && last.readyAt === readyAt) return { last, words };
      const next = { forecastId, readyAt };
      if (last.forecastId === forecastId || forecastId === null || !readyAt) return { last: next, words };
      return {
        last: next,
        words:
          last.readyAt === readyAt || !last.readyAt
            ? `Planned anew by forecast ${forecastId}: the end stays.`
            : `Planned anew by forecast ${forecastId}: ready ${dayAndTime(readyAt, settings.zone, now)} in place of ${dayAndTime(last.readyAt, settings.zone, now)}.`,
      };
    });
  }, [forecastId, readyAt, settings.zone, now]);
  return seen.words;
};
