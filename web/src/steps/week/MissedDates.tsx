import { Button } from '@mantine/core';
import { Link } from 'react-router';
import { missedDues, sayWhen, type WeekPlan } from '@sgraffa/core';
import { useChanges } from '../../store/bench.ts';
import { dayAndTime } from '../../ui/dates.ts';
import type { Bench } from '../../store/workspaceStore.ts';

/** The nearest date, to the minute only where the part of the day does not tell it from the date that is wanted. */
const nearestWords = (nearest: string, due: string, zone: string, now: string): string => {
  const said = sayWhen(nearest, zone, now);
  return said === sayWhen(due, zone, now) ? dayAndTime(nearest, zone, now) : said;
};

/** Pieces that a plan brings after their date, each with the nearest date that can be, which one press takes. */
export const MissedDates = ({ bench, week, now }: { bench: Bench; week: WeekPlan; now: string }) => {
  const { changePiece } = useChanges();
  const { zone } = bench.settings.value;
  const pieces = bench.pieces.map(({ value }) => value);
  return missedDues(pieces, week).map(({ pieceId, piece, due, nearest }) => (
    <p key={pieceId} className="sg-late-words sg-missed">
      <span>
        <Link to={`/pieces/${pieceId}/plan`}>{piece}</Link> is wanted {dayAndTime(due, zone, now)}; the nearest that can
        be is <strong>{nearestWords(nearest, due, zone, now)}</strong>.
      </span>
      <Button
        variant="outline"
        size="compact-sm"
        aria-label={`Make ${nearestWords(nearest, due, zone, now)} the date of ${piece}`}
        onClick={() => {
          const kept = bench.pieces.find(({ id }) => id === pieceId);
          if (kept) void changePiece(kept, (value) => ({ ...value, due: nearest }), `another date for ${piece}`);
        }}
      >
        Make that its date
      </Button>
    </p>
  ));
};
