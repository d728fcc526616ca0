import { Button } from '@mantine/core';
import { stepIdOf } from '@sgraffa/core';
import { useChanges } from '../../store/bench.ts';
import { dayAndTime } from '../../ui/dates.ts';
import type { PieceModel } from '../piece/usePieceModel.ts';

/** Everything that is marked done on the piece, each with its way back: also what its layers no longer hold. */
export const FactsPart = ({ model }: { model: PieceModel }) => {
  const { events, steps, settings, now } = model;
  const { takeBack } = useChanges();
  if (events.length === 0) return null;
  const labels = new Map(steps.map(({ id, label }) => [id, label]));
  return (
    <section aria-label="What is marked done">
      <h3 className="sg-rule">Marked done</h3>
      <ul className="sg-plain-list">
        {[...events]
          .sort((one, other) => (one.at < other.at ? -1 : 1))
          .map(({ id, at, operationId, coat, group }) => {
            const label = labels.get(stepIdOf({ id: operationId }, coat, group ?? null));
            const words = label ?? `a step that is no longer among its layers (${operationId}, coat ${coat})`;
            return (
              <li key={id} className="sg-own-step">
                <span>
                  <strong>{words}</strong> <span className="sg-quiet">{dayAndTime(at, settings.zone, now)}</span>
                </span>
                <Button
                  variant="outline"
                  size="compact-sm"
                  aria-label={`Take back ${words}`}
                  onClick={() => void takeBack(id, `taking back “${label ?? operationId}”`)}
                >
                  Take back
                </Button>
              </li>
            );
          })}
      </ul>
    </section>
  );
};
