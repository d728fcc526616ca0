import {
  byTime,
  fixKeyOf,
  isScrapped,
  stateOfStep,
  stepIdOf,
  type Facts,
  type FixStep,
  type Piece,
  type Repairing,
  type StepEvent,
} from '../piece/index.ts';
import type { Figure } from '../materials/index.ts';
import { onCopies, plainStep, type Lag, type Step } from './step.ts';

const minutes = (low: number, typical: number, high: number): Figure => ({
  low,
  typical,
  high,
  unit: 'min',
  basis: 'estimate',
});

const overlaps = (one: readonly number[] | null, other: readonly number[] | null): boolean =>
  !one || !other || one.some((copy) => other.includes(copy));

/** A repair that is in force, with the copies that it is still of; null where it is done once for all. */
interface InForce {
  readonly event: Repairing;
  readonly copies: readonly number[] | null;
}

const endsIt = ({ kind }: StepEvent): boolean => kind === 'repairing' || kind === 'mended' || kind === 'scrapped';

/** Repairs that no later word on the same step has taken the place of. */
const inForce = (all: readonly Step[], piece: Piece, facts: Facts): readonly InForce[] => {
  const own = facts.get(piece.id);
  if (!own) return [];
  const events = byTime([...new Set([...own.events.values()].flat())]);
  return events.flatMap((event, index): InForce[] => {
    if (event.kind !== 'repairing' || !event.steps.length) return [];
    const failedStep = all.find(({ key, coat }) => key === event.operationId && coat === event.coat);
    const whole = failedStep ? (failedStep.copies ? every(piece) : null) : every(piece);
    const later = events
      .slice(index + 1)
      .filter((other) => endsIt(other) && other.operationId === event.operationId && other.coat === event.coat);
    if (whole === null) return later.length ? [] : [{ event, copies: null }];
    const copies = (event.copies ?? whole).filter(
      (copy) =>
        !isScrapped(facts, piece.id, copy) && !later.some((other) => !other.copies || other.copies.includes(copy)),
    );
    return copies.length ? [{ event, copies }] : [];
  });
};

const every = ({ quantity }: Piece): readonly number[] => Array.from({ length: quantity }, (_, index) => index + 1);

const stepsOfFix = ({ event, copies }: InForce): Step[] => {
  const key = fixKeyOf(event);
  return event.steps.map((fix: FixStep, index): Step => {
    const before = index ? stepIdOf({ id: key }, index) : null;
    const dries = index ? event.steps[index - 1]!.dries : null;
    const plain = plainStep({
      key,
      kind: 'fix',
      partId: event.partId,
      label: fix.label,
      detail: fix.detail,
      perPiece: minutes(fix.eachMinutes, fix.setUpMinutes + fix.eachMinutes, fix.setUpMinutes + fix.eachMinutes),
      setUpMinutes: fix.setUpMinutes,
      eachMinutes: fix.eachMinutes,
      pieces: copies?.length ?? 1,
    });
    return {
      ...plain,
      id: stepIdOf({ id: key }, index + 1),
      coat: index + 1,
      copies,
      needs: fix.needs,
      looksRight: fix.looksRight,
      hazards: fix.hazards,
      air: fix.air,
      coatOf: fix.productId,
      // what is laid to mend dries like any other coat, also where nothing follows
      firm:
        fix.productId !== null && fix.dries
          ? {
              time: minutes(fix.dries.low, fix.dries.typical, fix.dries.high),
              productId: fix.productId,
              stage: 'touch',
            }
          : null,
      after: before ? [before] : [],
      lags: before && dries ? [lagFrom(before, dries, event.steps[index - 1]!.label)] : [],
    };
  });
};

const lagFrom = (from: string, dries: NonNullable<FixStep['dries']>, label: string): Lag => ({
  from,
  time: minutes(dries.low, dries.typical, dries.high),
  why: `“${label}” done and dry`,
  productId: '',
  stage: 'touch',
});

/** Steps that come after some others, and those themselves. */
const fromOn = (all: readonly Step[], starts: ReadonlySet<string>): ReadonlySet<string> => {
  const found = new Set(starts);
  for (let grew = true; grew;) {
    grew = false;
    for (const { id, after, lags, keeps } of all) {
      if (found.has(id)) continue;
      if ([...after, ...lags.map(({ from }) => from), ...keeps.map(({ from }) => from)].some((one) => found.has(one))) {
        found.add(id);
        grew = true;
      }
    }
  }
  return found;
};

/** Steps that come before some others. */
const before = (all: readonly Step[], ends: readonly Step[]): ReadonlySet<string> => {
  const byId = new Map(all.map((step) => [step.id, step]));
  const found = new Set<string>();
  const follow = ({ after, lags, keeps }: Step): void => {
    for (const id of [...after, ...lags.map(({ from }) => from), ...keeps.map(({ from }) => from)]) {
      const step = byId.get(id);
      if (!step || found.has(id)) continue;
      found.add(id);
      follow(step);
    }
  };
  ends.forEach(follow);
  return found;
};

/**
 * The steps of a piece with those that mend what failed on it: on the copies that failed, before all that is still open of what comes after the
 * failed step or is done again. What was left out before the failed step is not made up for on them: it is too late.
 */
export const withFixes = (all: readonly Step[], piece: Piece, facts: Facts): readonly Step[] => {
  let steps = all;
  for (const fix of inForce(all, piece, facts)) {
    const { event, copies } = fix;
    const own = stepsOfFix(fix);
    const last = own.at(-1)!;
    const { dries, label } = event.steps.at(-1)!;
    const isAgain = ({ key, coat }: Step) => event.again.some((one) => one.operationId === key && one.coat === coat);
    const failed = steps.filter(({ key, coat }) => key === event.operationId && coat === event.coat);
    const starts = new Set([...failed, ...steps.filter(isAgain)].map(({ id }) => id));
    const later = fromOn(steps, starts);
    const isOpen = (step: Step) => {
      const { byCopy } = stateOfStep(facts, piece.id, step);
      return [...byCopy].some(([copy, { doneAt }]) => !doneAt && (!copies || copy === 0 || copies.includes(copy)));
    };
    const waiting = new Set(
      steps
        .filter((step) => later.has(step.id) && (isAgain(step) || !failed.includes(step)))
        .filter((step) => overlaps(step.copies, copies) && isOpen(step))
        .map(({ id }) => id),
    );
    const at = Math.min(
      ...steps.flatMap(({ id }, index) => (waiting.has(id) ? [index] : [])),
      steps.findLastIndex((step) => failed.includes(step)) + 1 || steps.length,
      steps.length,
    );
    const lag = lagFrom(last.id, dries ?? { low: 0, typical: 0, high: 0 }, label);
    const earlier = event.goesOn ? before(steps, failed) : new Set<string>();
    const isLeftOut = (step: Step, copy: number) =>
      step.kind === 'work' &&
      earlier.has(step.id) &&
      !isAgain(step) &&
      (copies?.includes(copy) ?? false) &&
      !stateOfStep(facts, piece.id, step).byCopy.get(copy)?.doneAt;
    const changed = steps.map((step) =>
      waiting.has(step.id) ? { ...step, after: [...step.after, last.id], lags: [...step.lags, lag] } : step,
    );
    steps = [...changed.slice(0, at), ...own, ...changed.slice(at)].flatMap((step): Step[] => {
      const kept = step.copies?.filter((copy) => !isLeftOut(step, copy));
      if (!kept || kept.length === step.copies!.length) return [step];
      return kept.length ? [onCopies(step, kept)] : [];
    });
  }
  return steps;
};
