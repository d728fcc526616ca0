import { Button } from '@mantine/core';
import { copiesWords, eventWords, isOfStep, stepWords, type BenchEvent, type Step } from '@sgraffa/core';
import { useChanges } from '../../store/bench.ts';
import { dayAndTime } from '../../ui/dates.ts';
import type { PieceModel } from '../piece/usePieceModel.ts';

/** What an event says, in words, with the copies that it names. */
const saidOf = (event: BenchEvent): string =>
  `${eventWords(event)}${isOfStep(event) && event.copies ? `, ${copiesWords(event.copies)}` : ''}`;

/** Whether an event is of a step, whichever of its copies it names. */
const isOf = (event: BenchEvent, { key, coat, group, copies }: Step): boolean =>
  isOfStep(event) &&
  event.operationId === key &&
  event.coat === coat &&
  (event.copies && copies
    ? event.copies.some((copy) => copies.includes(copy))
    : event.group === undefined || event.group === group);

/** Everything that is marked done on the piece, each with its way back: also what its layers no longer hold. */
export const FactsPart = ({ model }: { model: PieceModel }) => {
  const { events, steps, settings, now, piece, catalogue } = model;
  const { takeBack } = useChanges();
  if (events.length === 0) return null;
  const labelOf = (event: BenchEvent): string | undefined => steps.find((step) => isOf(event, step))?.label;
  const placeOf = (event: BenchEvent): number => steps.findIndex((step) => isOf(event, step));
  /** By time; what was marked together, in the order of the steps. */
  const sorted = [...events].sort((one, other) =>
    one.at === other.at ? placeOf(one) - placeOf(other) : one.at < other.at ? -1 : 1,
  );
  return (
    <section aria-label="What is marked done">
      <h3 className="sg-rule">Marked done</h3>
      <ul className="sg-plain-list">
        {sorted.map((event) => {
          const { id, at } = event;
          const label = labelOf(event);
          const words =
            label ??
            (isOfStep(event) ? stepWords(piece, event.operationId, event.coat, catalogue, events) : event.kind);
          return (
            <li key={id} className="sg-own-step">
              <span>
                <strong>{words}</strong>: {saidOf(event)}{' '}
                <span className="sg-quiet">{dayAndTime(at, settings.zone, now)}</span>
              </span>
              <Button
                variant="outline"
                size="compact-sm"
                aria-label={`Take back ${words}`}
                onClick={() => void takeBack(id, `taking back “${label ?? event.kind}”`)}
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
