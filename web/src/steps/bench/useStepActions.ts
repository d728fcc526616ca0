import { useState } from 'react';
import { copiesWords, type BenchEvent, type LookFinding, type Step } from '@sgraffa/core';
import { useBench } from '../../store/bench.ts';
import { eventOf, lookOf } from '../../store/events.ts';
import { wakeSound } from '../../timers/ring.ts';
import { benchNow } from '../../timers/useTimers.ts';
import { offcutsOf, useMark, useResult, useTaken, usesOf } from '../../ui/stepMarks.ts';
import { named, progressOf } from './progress.ts';
import { typedReading } from './useAir.ts';
import type { OpenStep } from './useBenchModel.ts';

/** By when a piece is said to be ready, and how surely. */
export type Said = NonNullable<Extract<BenchEvent, { kind: 'started' }>['said']>;

/** The coat that a step waits for, where it is laid: what a fingertip feels before it is begun. */
export const coatBefore = ({ step, steps, plan }: OpenStep): Step | undefined => {
  const lag = step.lags.find(
    ({ from, productId }) => productId !== '' && plan.steps.some(({ stepId, isDone }) => stepId === from && isDone),
  );
  return lag && steps.find(({ id }) => id === lag.from);
};

/** What can be done with the open step, and how it is said. */
export const useStepActions = (
  open: OpenStep,
  events: readonly BenchEvent[],
  now: number,
  /** What is said of a piece when it is begun; null where it was begun before. */
  said: Said | null,
  /** Keeps the step open while it is worked on. */
  stay: () => void,
) => {
  const mark = useMark();
  const bench = useBench();
  const keepResult = useResult(open.piece.id, open.step);
  const { piece, step, steps, state } = open;
  const taken = useTaken(piece.id, steps);
  const [corrected, setCorrected] = useState<Readonly<Record<string, number>>>({});
  const reading = typedReading(events, now);
  const air = reading && { temperatureC: reading.temperatureC, relativeHumidity: reading.relativeHumidity };
  const withAir = <Event extends object>(event: Event): Event => (air ? { ...event, air } : event);
  const progress = progressOf(state);
  const words = (copies: readonly number[], verb: string) =>
    piece.quantity > 1 && named(copies) ? `${verb} ${copiesWords(copies)}` : verb;
  const begin = (copies: readonly number[]) => {
    const at = benchNow();
    wakeSound();
    stay();
    void mark(
      [{ ...withAir(eventOf('started', piece.id, step, at, named(copies))), ...(said ? { said } : {}) } as BenchEvent],
      `“${step.label}” begun`,
      at,
    );
  };
  const uses = (copies: readonly number[]) =>
    taken
      .uses(step, named(copies) ?? undefined)
      .map(({ canId, amount }) => ({ canId, amount: corrected[canId] ?? amount }));
  const finish = (copies: readonly number[]) => {
    const at = benchNow();
    const event = withAir(eventOf('done', piece.id, step, at, named(copies)));
    const isLast = copies.length === [...state.byCopy.values()].filter(({ doneAt }) => !doneAt).length;
    if (!isLast) stay();
    void mark(
      [event],
      `“${step.label}” done`,
      at,
      usesOf(event, uses(copies)),
      isLast ? offcutsOf(event, taken.rests(step), bench?.shelf.cans ?? []) : [],
    );
    setCorrected({});
  };
  return {
    progress,
    begin,
    finish,
    uses,
    correct: (canId: string, amount: number) => setCorrected((kept) => ({ ...kept, [canId]: amount })),
    look: (found: LookFinding, copies: readonly number[], of: Step = step) => {
      const at = benchNow();
      stay();
      void mark([lookOf(piece.id, of, at, found, named(copies))], `a look at “${of.label}”`, at);
    },
    judge: (result: 'held' | 'failed') => void keepResult(result, benchNow(), []),
    words,
  };
};

export type Actions = ReturnType<typeof useStepActions>;
