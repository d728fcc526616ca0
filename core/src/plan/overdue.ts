import { MS_PER_MINUTE } from '../units/index.ts';
import type { Step } from './step.ts';
import { sentences, spanWords } from './words/index.ts';

type Done = Readonly<Record<string, string>>;

/** When what a done step left is taken to be spent: by its typical figure, from the end or from dry. */
const spentAt = (follower: Step, from: Step, doneAt: string): number => {
  const keeps = follower.keeps.filter((keep) => keep.from === from.id);
  return Math.min(
    ...keeps.map(({ time, fromPoint }) => {
      const dries = fromPoint === 'dry' ? (follower.lags.find((lag) => lag.from === from.id)?.time.high ?? 0) : 0;
      return Date.parse(doneAt) + (dries + time.typical) * MS_PER_MINUTE;
    }),
  );
};

/** Steps that lie between two others by their order: they come after the first and are waited for by the second. */
const between = (steps: readonly Step[], from: string, to: string): Set<string> => {
  const byId = new Map(steps.map((step) => [step.id, step]));
  const before = (id: string, seen = new Set<string>()): Set<string> => {
    for (const earlier of [...(byId.get(id)?.after ?? []), ...(byId.get(id)?.lags ?? []).map((lag) => lag.from)])
      if (!seen.has(earlier)) {
        seen.add(earlier);
        before(earlier, seen);
      }
    return seen;
  };
  return new Set([...before(to)].filter((id) => id !== from && before(id).has(from)));
};

/**
 * Steps and marks with what is overdue to be done again: what was done keeps only so long, and what it was for is still to come.
 *
 * @param earliest ISO instant at which work can go on
 * @param isLapsed all that keeps only so long is done again, since what it is for can no longer come in time
 */
export const withOverdue = (
  steps: readonly Step[],
  done: Done,
  earliest: string,
  isLapsed: boolean,
): { readonly steps: readonly Step[]; readonly done: Done } => {
  const again = new Map<string, NonNullable<Step['again']>>();
  const pressed = new Map<string, string[]>();
  for (const follower of steps) {
    if (done[follower.id] !== undefined) continue;
    for (const keep of follower.keeps) {
      const from = steps.find(({ id }) => id === keep.from);
      const doneAt = done[keep.from];
      if (!from || doneAt === undefined) continue;
      if (!isLapsed && Date.parse(earliest) < spentAt(follower, from, doneAt)) continue;
      if (keep.overdue === 'press') {
        const words = `Press every edge down again first: ${keep.why} ${spanWords(keep.time)}`;
        pressed.set(follower.id, [...(pressed.get(follower.id) ?? []), words]);
        continue;
      }
      again.set(from.id, { doneAt, keeps: keep.time });
      // what came between is done again too
      for (const id of between(steps, from.id, follower.id)) {
        const at = done[id];
        if (at !== undefined) again.set(id, { doneAt: at, keeps: keep.time });
      }
    }
  }
  if (!again.size && !pressed.size) return { steps, done };
  return {
    steps: steps.map((step): Step => {
      const redone = again.get(step.id);
      const first = pressed.get(step.id);
      return redone || first
        ? {
            ...step,
            again: redone ?? null,
            detail: sentences([
              redone && `It is done again: what was done keeps only ${spanWords(redone.keeps)}`,
              ...(first ?? []),
              step.detail,
            ]),
            // a gap to what was done long ago is closed by pressing or by doing it again
            keeps: step.keeps.filter(
              ({ from, overdue }) => !(overdue === 'press' && first && done[from] !== undefined),
            ),
          }
        : step;
    }),
    done: Object.fromEntries(Object.entries(done).filter(([id]) => !again.has(id))),
  };
};
