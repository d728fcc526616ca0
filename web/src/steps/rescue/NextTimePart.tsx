import { Link } from 'react-router';
import { rescueBook, type Diagnosis, type Piece } from '@sgraffa/core';
import type { RescueModel } from './useRescue.ts';

const ORDINALS = ['', 'first', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth', 'ninth', 'tenth'];
const nth = (count: number): string => ORDINALS[count] ?? `${count}th`;

/** What would have prevented it, and how often it has happened. */
export const NextTimePart = ({
  model,
  piece,
  diagnosis,
}: {
  model: RescueModel;
  piece: Piece;
  diagnosis: Diagnosis;
}) => {
  const cause = diagnosis.ranked[0];
  if (!cause) return null;
  const before = model.events.filter((event) => event.kind === 'repairing' && event.causeId === cause.cause).length;
  return (
    <section className="sg-rule" aria-label="Next time">
      <h2>Next time</h2>
      {before > 0 && (
        <p>
          <strong>The {nth(before + 1)} of this kind on your bench.</strong>
        </p>
      )}
      <ul className="sg-plain-list">
        {cause.prevent.flatMap((id) => {
          const row = rescueBook().preventById.get(id);
          return row ? [<li key={id}>{row.words}</li>] : [];
        })}
      </ul>
      <p>
        <Link to={`/pieces/${piece.id}/match`}>Change the layers of the copies that are still to be made</Link>
      </p>
    </section>
  );
};
