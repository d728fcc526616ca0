import { Button } from '@mantine/core';
import { stepIdOf, type BenchEvent } from '@sgraffa/core';
import { useChanges } from '../../store/bench.ts';
import { dayAndTime } from '../../ui/dates.ts';
import type { PieceModel } from '../piece/usePieceModel.ts';

/** Everything that is marked done on the piece, each with its way back: also what its layers no longer hold. */
export const FactsPart = ({ model }: { model: PieceModel }) => {
  const { events, steps, settings, now } = model;
  const { takeBack } = useChanges();
  if (events.length === 0) return null;
  const labels = new Map(steps.map(({ id, label }) => [id, label]));
  const place = new Map(steps.map(({ id }, index) => [id, index]));
  const stepOf = ({ operationId, coat, group }: BenchEvent) => stepIdOf({ id: operationId }, coat, group ?? null);
  /** By time; what was marked together, in the order of the steps. */
  const sorted = [...events].sort((one, other) =>
    one.at === other.at
      ? (place.get(stepOf(one)) ?? -1) - (place.get(stepOf(other)) ?? -1)
      : one.at < other.at
        ? -1
        : 1,
  );
  return (
    <section aria-label="What is marked done">
      <h3 className="sg-rule">Marked done</h3>
      <ul className="sg-plain-list">
        {sorted.map((event) => {
          const { id, at, operationId, coat } = event;
          const label = labels.get(stepOf(event));
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
