import { factsIn, stateOfStep, type BenchEvent, type Facts, type Step } from '@sgraffa/core';

/** What the events of the bench say of each piece; read once for the same events. */
export const factsOf = (events: readonly BenchEvent[]): Facts => factsIn({ events });

/** The event that says how far each step of a piece is, by step. */
export const eventsOfSteps = (pieceId: string, steps: readonly Step[], facts: Facts): ReadonlyMap<string, string> =>
  new Map(
    steps.flatMap((step) => {
      const { eventId } = stateOfStep(facts, pieceId, step);
      return eventId === null ? [] : [[step.id, eventId] as const];
    }),
  );
