import { stateOfStep, type Facts } from '../piece/index.ts';
import { MS_PER_MINUTE } from '../units/index.ts';
import type { Timer } from './timers.ts';
import type { PlannedStep } from './plan.ts';
import type { WeekPlan } from './planPieces.ts';
import { openSpans } from './recoat.ts';
import type { Lag, Step } from './step.ts';

/** A step on the bench, in the order in which the plan takes it. */
export interface SessionStep {
  readonly pieceId: string;
  readonly step: Step;
  readonly planned: PlannedStep;
  /**
   * `running`: it was begun. `now`: all that it comes after is done and dry. `maybe`: what it waits for may be dry already, by the typical
   * figure: it is felt first. `later`: not before `from`.
   */
  readonly when: 'running' | 'now' | 'maybe' | 'later';
  /** ISO: from when it can be begun; null where that hangs on a step that is still open. */
  readonly from: string | null;
  /** What it waits for; empty where it waits for nothing. */
  readonly waitsFor: string;
}

/** From when an open step can be begun, by what is done of those before it and the windows that are still open at an instant. */
const beginsFrom = (
  step: Step,
  steps: ReadonlyMap<string, Step>,
  planned: ReadonlyMap<string, PlannedStep>,
  at: number,
): { readonly from: number | null; readonly maybe: number; readonly waitsFor: string } => {
  let [from, maybe, waitsFor] = [-Infinity, -Infinity, ''];
  for (const id of step.after) {
    const before = planned.get(id);
    if (before && !before.isDone) return { from: null, maybe: Infinity, waitsFor: steps.get(id)?.label ?? '' };
  }
  for (const { from: id, time, why } of step.lags) {
    const before = planned.get(id);
    if (!before) continue;
    if (!before.isDone) return { from: null, maybe: Infinity, waitsFor: steps.get(id)?.label ?? '' };
    const end = Date.parse(before.end);
    const ready = end + time.high * MS_PER_MINUTE;
    if (ready > from) [from, waitsFor] = [ready, why];
    maybe = Math.max(maybe, end + time.typical * MS_PER_MINUTE);
  }
  const laidOf = (id: string) => {
    const end = Date.parse(planned.get(id)!.end);
    return { first: end, last: end };
  };
  const windowed = step.lags.filter(({ from: id, windows }) => windows && planned.has(id));
  const opens = (lags: readonly Lag[]) =>
    openSpans(lags, laidOf)?.find(({ until }) => until === null || until >= at)?.from ?? -Infinity;
  const open = opens(windowed);
  if (open > from) [from, waitsFor] = [open, windowed[0]!.why];
  const felt = windowed.map((lag) => ({ ...lag, time: { ...lag.time, high: lag.time.typical } }));
  maybe = Math.max(maybe, opens(felt));
  return { from, maybe, waitsFor };
};

const RANK = { running: 0, now: 1, maybe: 2, later: 3 } as const;

/** A dated step with what happened to it since it was dated: nobody waits for a plan to go on. */
const sinceThen = (planned: PlannedStep, step: Step | undefined, pieceId: string, facts: Facts): PlannedStep => {
  if (!step || !facts.has(pieceId)) return planned;
  const { doneAt, startedAt, failedAt } = stateOfStep(facts, pieceId, step);
  // what is done again was done once
  if (step.again && doneAt && Date.parse(doneAt) <= Date.parse(step.again.doneAt)) return planned;
  if (doneAt) return { ...planned, isDone: true, isRunning: false, end: doneAt };
  return { ...planned, isDone: false, isRunning: startedAt !== null && failedAt === null };
};

/**
 * The open steps of all pieces, those first that can be done now: what the bench offers next.
 *
 * @param facts   what happened, also since the plan was made
 * @param instant now, ISO
 */
export const sessionOf = (week: Pick<WeekPlan, 'plans' | 'steps'>, facts: Facts, instant: string): SessionStep[] => {
  const at = Date.parse(instant);
  const all = Object.entries(week.plans).flatMap(([pieceId, plan]): SessionStep[] => {
    const steps = new Map((week.steps[pieceId] ?? []).map((step) => [step.id, step]));
    const now = plan.steps.map((one) => sinceThen(one, steps.get(one.stepId), pieceId, facts));
    const planned = new Map(now.map((one) => [one.stepId, one]));
    return now.flatMap((one): SessionStep[] => {
      const step = steps.get(one.stepId);
      if (!step || one.isDone) return [];
      const { from, maybe, waitsFor } = beginsFrom(step, steps, planned, at);
      const when = one.isRunning
        ? 'running'
        : from === null
          ? 'later'
          : from <= at
            ? 'now'
            : maybe <= at
              ? 'maybe'
              : 'later';
      const begins = from === null || !Number.isFinite(from) ? null : new Date(from).toISOString();
      return [{ pieceId, step, planned: one, when, from: begins, waitsFor: when === 'now' ? '' : waitsFor }];
    });
  });
  return all.sort(
    (one, other) =>
      RANK[one.when] - RANK[other.when] || Date.parse(one.planned.start) - Date.parse(other.planned.start),
  );
};

/** Whether a step that is under way waits for its clock, so that hands are free for another. */
export const leavesHandsFree = ({ step, when }: SessionStep): boolean =>
  when === 'running' && step.clocks.some(({ kind }) => kind === 'dwell');

/**
 * The step that the bench offers: what is due first, then what is in hand, then what can be begun; while something works by itself the next
 * step is offered.
 *
 * @param timers of the bench
 * @param now    ISO
 * @param pieceId whose steps come first; null: in the order of the plan over all pieces
 */
export const offeredStep = (
  session: readonly SessionStep[],
  timers: readonly Timer[],
  now: string,
  pieceId: string | null = null,
): SessionStep | null => {
  const at = Date.parse(now);
  const isDue = (one: SessionStep) =>
    timers.some(
      ({ pieceId: of, thenId, dueAt, kind }) =>
        of === one.pieceId && thenId === one.step.id && Date.parse(dueAt) <= at && kind !== 'dry' && kind !== 'opens',
    );
  const ranked = [
    (one: SessionStep) => one.when === 'running' && isDue(one),
    (one: SessionStep) => one.when === 'running' && !leavesHandsFree(one),
    (one: SessionStep) => isDue(one),
    (one: SessionStep) => one.when === 'now',
    (one: SessionStep) => one.when === 'maybe',
    (one: SessionStep) => one.when === 'running',
  ];
  const own = session.filter((one) => one.pieceId === pieceId);
  for (const list of pieceId === null ? [session] : [own, session])
    for (const isOffered of ranked) {
      const found = list.find(isOffered);
      if (found) return found;
    }
  return (own.length ? own : session)[0] ?? null;
};
