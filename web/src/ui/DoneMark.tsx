import { Button, Popover } from '@mantine/core';
import { useState } from 'react';
import { failed, type Outcome, type PlannedStep, type Step } from '@sgraffa/core';
import { useChanges } from '../store/bench.ts';
import { DateInput } from './DateInput.tsx';

interface Props {
  readonly pieceId: string;
  readonly step: Step;
  readonly planned: PlannedStep;
  /** The fact that it was done, where it is one. */
  readonly eventId: string | undefined;
  readonly zone: string;
  readonly now: string;
}

/** Marks a step as done at a time that can be changed; or takes that back. */
export const DoneMark = ({ pieceId, step, planned, eventId, zone, now }: Props) => {
  const { markDone, takeBack } = useChanges();
  const [isOpen, setOpen] = useState(false);
  const [at, setAt] = useState<string | null>(null);
  if (eventId !== undefined)
    return (
      <Button variant="outline" onClick={() => void takeBack(eventId, `taking back “${step.label}”`)}>
        Done · take back
      </Button>
    );
  const notYet = (instant: string): Outcome<{ value: string }> =>
    instant > now
      ? failed({
          code: 'not-yet',
          given: 'That time is still to come.',
          allowed: 'up to now.',
          todo: 'Mark it when it is done.',
        })
      : { ok: true, value: instant };
  const keep = () => {
    if (at === null) return;
    setOpen(false);
    void markDone(
      {
        id: `e-${crypto.randomUUID().slice(0, 12)}`,
        pieceId,
        partId: step.partId,
        operationId: step.key,
        coat: step.coat,
        ...(step.group === null ? {} : { group: step.group }),
        at,
        outcome: 'done',
      },
      `“${step.label}” done`,
    );
  };
  return (
    <Popover opened={isOpen} onChange={setOpen} trapFocus width={300} position="bottom-end">
      <Popover.Target>
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
      </Popover.Target>
      <Popover.Dropdown>
        <DateInput label="Done at" value={at} zone={zone} onChange={setAt} refuse={notYet} />
        <Button mt="sm" disabled={at === null} onClick={keep}>
          Keep
        </Button>
      </Popover.Dropdown>
    </Popover>
  );
};
