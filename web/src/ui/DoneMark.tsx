import { Button } from '@mantine/core';
import { useState } from 'react';
import {
  failed,
  openBefore,
  stepIdOf,
  type BenchEvent,
  type Outcome,
  type PlannedStep,
  type Step,
} from '@sgraffa/core';
import { useBench, useChanges } from '../store/bench.ts';
import { DateInput } from './DateInput.tsx';
import { Drop } from './Drop.tsx';

interface Props {
  readonly pieceId: string;
  readonly step: Step;
  /** All steps of the piece, in order. */
  readonly steps: readonly Step[];
  readonly planned: PlannedStep;
  /** The fact that it was done, where it is one. */
  readonly eventId: string | undefined;
  readonly zone: string;
  readonly now: string;
}

const doneAt = (pieceId: string, step: Step, at: string): BenchEvent => ({
  id: `e-${crypto.randomUUID().slice(0, 12)}`,
  pieceId,
  partId: step.partId,
  operationId: step.key,
  coat: step.coat,
  ...(step.group === null ? {} : { group: step.group }),
  at,
  outcome: 'done',
});

const MOST_NAMED = 2;

/** The steps by name where they are few, by their number and the last of them where they are many. */
const openWords = (open: readonly Step[]): string => {
  const names = open.map(({ label }) => `“${label}”`);
  if (names.length <= MOST_NAMED) return names.join(' and ');
  return `${names.length} steps, the last of them ${names.at(-1)}`;
};

const notAfter =
  (now: string) =>
  (instant: string): Outcome<{ value: string }> =>
    instant > now
      ? failed({
          code: 'not-yet',
          given: 'That time is still to come.',
          allowed: 'up to now.',
          todo: 'Mark it when it is done.',
        })
      : { ok: true, value: instant };

/** Marks a step as done at a time that can be changed, and asks about those before it; or takes that back. */
export const DoneMark = ({ pieceId, step, steps, planned, eventId, zone, now }: Props) => {
  const { markDone, takeBack } = useChanges();
  const bench = useBench();
  const [isOpen, setOpen] = useState(false);
  const [at, setAt] = useState<string | null>(null);
  if (eventId !== undefined)
    return (
      <Button variant="outline" onClick={() => void takeBack(eventId, `taking back “${step.label}”`)}>
        Done · take back
      </Button>
    );
  const marked = new Set(
    bench?.events
      .filter((event) => event.pieceId === pieceId)
      .map(({ operationId, coat, group }) => stepIdOf({ id: operationId }, coat, group ?? null)),
  );
  const open = isOpen ? openBefore(steps, step.id, (id) => marked.has(id)) : [];
  const keep = (also: readonly Step[]) => {
    if (at === null) return;
    setOpen(false);
    const events = [...also, step].map((one) => doneAt(pieceId, one, at));
    void markDone(events, also.length ? `“${step.label}” and ${also.length} before it done` : `“${step.label}” done`);
  };
  return (
    <Drop
      opened={isOpen}
      onChange={setOpen}
      width={320}
      position="bottom-end"
      target={
        <Button
          variant="outline"
          aria-label={`Mark “${step.label}” done`}
          onClick={() => {
            setAt(planned.end < now ? planned.end : now);
            setOpen(!isOpen);
          }}
        >
          Mark done
        </Button>
      }
    >
      <DateInput label="Done at" value={at} zone={zone} onChange={setAt} refuse={notAfter(now)} />
      {open.length > 0 && (
        <p className="sg-open-before">Before it comes what is not marked yet: {openWords(open)}. Was that done too?</p>
      )}
      <div className="sg-buttons">
        {open.length > 0 && (
          <Button mt="sm" size="compact-md" disabled={at === null} onClick={() => keep(open)}>
            {open.length === 1 ? 'Done too, by then' : `All ${open.length} done too`}
          </Button>
        )}
        <Button
          mt="sm"
          size="compact-md"
          variant={open.length > 0 ? 'outline' : 'filled'}
          disabled={at === null}
          onClick={() => keep([])}
        >
          {open.length > 0 ? 'Only this one' : 'Keep'}
        </Button>
      </div>
    </Drop>
  );
};
