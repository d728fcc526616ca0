import { Button, Checkbox } from '@mantine/core';
import { useState } from 'react';
import {
  failed,
  formatLength,
  openBefore,
  stateOfStep,
  type BenchEvent,
  type Outcome,
  type PlannedStep,
  type Step,
} from '@sgraffa/core';
import { useBench, useCatalogue, useChanges } from '../store/bench.ts';
import { eventOf } from '../store/events.ts';
import { factsOf } from '../store/facts.ts';
import { DateInput } from './DateInput.tsx';
import { Drop } from './Drop.tsx';
import { offcutsOf, useMark, useResult, useTaken, usesOf } from './stepMarks.ts';
import { TakenPart } from './TakenPart.tsx';

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

/** What a button says of a step by the newest of its events. */
const stateWords = ({ kind }: BenchEvent, { gate }: Step): string => {
  if (kind === 'failed') return 'Failed';
  if (kind === 'started') return 'Begun';
  return gate ? 'Held' : 'Done';
};

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

/** Marks a step as done, or a try as held or failed, at a time that can be changed, and asks about those before it; or takes that back. */
export const DoneMark = ({ pieceId, step, steps, planned, eventId, zone, now }: Props) => {
  const { takeBack } = useChanges();
  const mark = useMark();
  const keepResult = useResult(pieceId, step);
  const bench = useBench();
  const [isOpen, setOpen] = useState(false);
  const [at, setAt] = useState<string | null>(null);
  const catalogue = useCatalogue();
  const { cans, isReckoned, uses: reckoned, rests: left } = useTaken(pieceId, steps);
  // what was typed over the reckoned amount of a can
  const [corrected, setCorrected] = useState<Readonly<Record<string, number>>>({});
  const own = reckoned(step).map(({ canId, amount }) => ({ canId, amount: corrected[canId] ?? amount }));
  const [keepsRests, setKeepsRests] = useState(false);
  const event = bench?.events.find(({ id }) => id === eventId);
  // what is to be done again was done once, and can be marked anew
  if (event && (planned.isDone || event.kind === 'failed'))
    return (
      <Button variant="outline" onClick={() => void takeBack(event.id, `taking back “${step.label}”`)}>
        {stateWords(event, step)} · take back
      </Button>
    );
  const facts = factsOf(bench?.events ?? []);
  const isMarked = (one: Step) => stateOfStep(facts, pieceId, one).eventId !== null;
  const open = isOpen ? openBefore(steps, step.id, (id) => isMarked(steps.find((one) => one.id === id)!)) : [];
  const rests = isOpen ? [...open, step].flatMap(left) : [];
  const length = (mm: number) => formatLength(mm, bench?.settings.value.length ?? 'mm');
  const keep = (also: readonly Step[]) => {
    if (at === null) return;
    setOpen(false);
    const marks = [...also, step].map((one) => ({ one, event: eventOf('done', pieceId, one, at) }));
    void mark(
      marks.map(({ event }) => event),
      also.length ? `“${step.label}” and ${also.length} before it done` : `“${step.label}” done`,
      now,
      marks.flatMap(({ one, event: mark }) => usesOf(mark, one === step ? own : reckoned(one))),
      keepsRests ? marks.flatMap(({ one, event: mark }) => offcutsOf(mark, left(one), cans)) : [],
    );
  };
  const judge = (result: 'held' | 'failed') => {
    if (at === null) return;
    setOpen(false);
    void keepResult(result, at, open);
  };
  const { gate } = step;
  return (
    <Drop
      opened={isOpen}
      onChange={setOpen}
      width={320}
      position="bottom-end"
      target={
        <Button
          variant="outline"
          aria-label={gate ? `Say how “${step.label}” went` : `Mark “${step.label}” done`}
          onClick={() => {
            setAt(planned.end < now ? planned.end : now);
            setCorrected({});
            setKeepsRests(false);
            setOpen(!isOpen);
          }}
        >
          {gate ? 'Held or failed' : 'Mark done'}
        </Button>
      }
    >
      <DateInput
        label={gate ? 'Looked at' : 'Done at'}
        value={at}
        zone={zone}
        onChange={setAt}
        refuse={notAfter(now)}
      />
      {open.length > 0 && (
        <p className="sg-open-before">Before it comes what is not marked yet: {openWords(open)}. Was that done too?</p>
      )}
      {isOpen && !isReckoned && !step.gate && (
        <p className="sg-quiet">What it takes is still being reckoned: kept now, nothing is taken from the shelf.</p>
      )}
      {isOpen && own.length > 0 && (
        <TakenPart
          uses={own}
          shelf={bench!.shelf}
          now={now}
          catalogue={catalogue}
          onChange={(canId, amount) => setCorrected((kept) => ({ ...kept, [canId]: amount }))}
        />
      )}
      {isOpen && rests.length > 0 && (
        <Checkbox
          mt="sm"
          label={`${rests.length === 1 ? 'The offcut goes' : `${rests.length} offcuts go`} onto the shelf`}
          description={rests.map(({ widthMm, heightMm }) => `${length(widthMm)} × ${length(heightMm)}`).join(', ')}
          checked={keepsRests}
          onChange={(event) => setKeepsRests(event.currentTarget.checked)}
        />
      )}
      {gate ? (
        <>
          <p className="sg-open-before">Held: {gate.held}</p>
          <p className="sg-open-before">Failed: {gate.failed} The rest is then not begun, and Match is asked again.</p>
          <div className="sg-buttons">
            <Button mt="sm" size="compact-md" disabled={at === null} onClick={() => judge('held')}>
              It held
            </Button>
            <Button mt="sm" size="compact-md" variant="outline" disabled={at === null} onClick={() => judge('failed')}>
              It failed
            </Button>
          </div>
        </>
      ) : (
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
      )}
    </Drop>
  );
};
