import type { Problem } from '../problem/index.ts';
import { MS_PER_MINUTE } from '../units/index.ts';
import { isOfStep, type BenchEvent, type StepEvent } from './events.ts';

const AHEAD_MS = 5 * MS_PER_MINUTE;

const isOfSame = (one: StepEvent, other: StepEvent): boolean =>
  one.pieceId === other.pieceId &&
  one.operationId === other.operationId &&
  one.coat === other.coat &&
  one.group === other.group &&
  (!one.copies || !other.copies || one.copies.some((copy) => other.copies!.includes(copy)));

/**
 * Why an event cannot have happened as it is said, beside the others.
 *
 * @param now ISO; a clock that is a few minutes behind is no reason
 * @returns null where it can
 */
export const eventProblem = (event: BenchEvent, others: readonly BenchEvent[], now: string): Problem | null => {
  const at = Date.parse(event.at);
  if (at > Date.parse(now) + AHEAD_MS)
    return {
      code: 'in-the-future',
      given: 'That time is still to come.',
      allowed: 'up to now.',
      todo: 'Say it when it has happened; or set the clock of this device.',
    };
  if (!isOfStep(event)) return null;
  const own = others.filter((one): one is StepEvent => isOfStep(one) && one.id !== event.id && isOfSame(one, event));
  if (own.some((one) => one.kind === event.kind && Date.parse(one.at) === at))
    return {
      code: 'said-twice',
      given: 'That has been said of this step for the same moment already.',
      allowed: 'each thing once.',
      todo: 'Nothing was added. Take the other back where it was wrong.',
    };
  const started = own.flatMap((one) => (one.kind === 'started' ? [Date.parse(one.at)] : []));
  if (event.kind !== 'started' && event.kind !== 'scrapped' && started.length && started.every((begun) => begun > at))
    return {
      code: 'before-it-began',
      given: 'That time is before the step was begun.',
      allowed: 'from when it was begun up to now.',
      todo: 'Mend the time; or take back that it was begun.',
    };
  if (
    (event.kind === 'mended' || event.kind === 'repairing') &&
    !own.some(({ kind, at: when }) => kind === 'failed' && Date.parse(when) <= at)
  )
    return {
      code: 'nothing-failed',
      given: 'Nothing of this step had failed by then.',
      allowed: 'mending what was marked as failed.',
      todo: 'Mark what failed first.',
    };
  return null;
};
