import {
  eventProblem,
  plainCan,
  problemSentence,
  restsOfStep,
  usesOfStep,
  type AmountLine,
  type BenchEvent,
  type Can,
  type CanUse,
  type Step,
  type StepRest,
  type StepUse,
} from '@sgraffa/core';
import { useBench, useChanges } from '../store/bench.ts';
import { eventOf } from '../store/events.ts';
import { isClockAsked } from '../timers/useTimers.ts';
import { useAmounts } from '../workers/amountsClient.ts';
import { trialsOf, usePlanInput } from '../workers/planClient.ts';
import { tell } from './tell.ts';

/** Says what has to be answered first, where it does: a time that may be hours off is noted nowhere. */
const asksClock = (): boolean => {
  if (!isClockAsked()) return false;
  tell({
    title: 'Not noted yet',
    message: 'The clock of this device jumped. First say in the timers below whether it was set, or the device slept.',
    autoClose: false,
  });
  return true;
};

/** Keeps the result of a try, with the trials that Match and the steps of other pieces go by from then on. */
export const useResult = (pieceId: string, step: Step) => {
  const { markTried } = useChanges();
  const asked = usePlanInput();
  return async (result: 'held' | 'failed', at: string, also: readonly Step[]): Promise<void> => {
    if (!asked || asksClock()) return;
    const ids = (step.gate?.ruleIds ?? []).map(() => `t-${crypto.randomUUID().slice(0, 8)}`);
    const trials = await trialsOf(asked, pieceId, step.id, result, at, ids);
    const events = [
      ...also.map((one) => eventOf('done', pieceId, one, at)),
      eventOf(result === 'held' ? 'done' : 'failed', pieceId, step, at),
    ];
    void markTried(events, trials, `“${step.label}” ${result}`);
  };
};

/** What marks take from the shelf, as facts that belong to them. */
export const usesOf = (event: BenchEvent, uses: readonly StepUse[]): CanUse[] =>
  uses
    .filter(({ amount }) => amount > 0)
    .map(({ canId, amount }) => ({
      id: `u-${crypto.randomUUID().slice(0, 12)}`,
      canId,
      at: event.at,
      as: 'used',
      amount,
      pieceId: event.pieceId,
      eventId: event.id,
      note: '',
    }));

/** Offcuts that a mark leaves, as old as what they were cut from: things of the shelf that belong to the mark. */
export const offcutsOf = ({ id: cutBy }: BenchEvent, rests: readonly StepRest[], cans: readonly Can[]): Can[] =>
  rests.map(({ canId, productId, colour, widthMm, heightMm }) => {
    const from = cans.find(({ id }) => id === canId);
    return {
      ...plainCan('', { productId }),
      ...from,
      id: `c-${crypto.randomUUID().slice(0, 12)}`,
      colour,
      size: { kind: 'offcut', widthMm, heightMm },
      price: null,
      note: '',
      cutBy,
      // what was cut has come
      arrivesOn: null,
    };
  });

/** Adds events that can have happened as they are said, with what they took; says in words why one cannot. */
export const useMark = () => {
  const bench = useBench();
  const { markDone } = useChanges();
  return (
    events: readonly BenchEvent[],
    name: string,
    now: string,
    uses: readonly CanUse[] = [],
    rests: readonly Can[] = [],
  ): Promise<boolean> => {
    if (asksClock()) return Promise.resolve(false);
    const problem = events
      .map((event) => eventProblem(event, [...(bench?.events ?? []), ...events], now))
      .find((one) => one !== null);
    if (!problem) return markDone(events, name, uses, rests);
    tell({ title: 'Not noted', message: problemSentence(problem), autoClose: false });
    return Promise.resolve(false);
  };
};

/** What marking a step done takes from the shelf and leaves on it, as reckoned. */
export const useTaken = (pieceId: string, steps: readonly Step[]) => {
  const bench = useBench();
  const lines: readonly AmountLine[] | undefined = useAmounts().answer?.byPiece[pieceId];
  const cans = bench?.shelf.cans ?? [];
  return {
    cans,
    isReckoned: lines !== undefined,
    /** Of some copies of a step, their share of it. */
    uses: (step: Step, copies?: readonly number[]): StepUse[] => {
      const share = copies && step.copies ? copies.length / step.copies.length : 1;
      return step.gate
        ? []
        : usesOfStep(lines ?? [], step, steps, cans).map(({ canId, amount }) => ({
            canId,
            amount: Number((amount * share).toPrecision(3)),
          }));
    },
    rests: (step: Step): StepRest[] => (step.gate ? [] : restsOfStep(lines ?? [], step, steps, cans)),
  };
};
