import type { StepState } from '@sgraffa/core';

/** How far the copies of a step are, in the words of the bench; 0 stands for a step that is done once for all. */
export interface Progress {
  readonly open: readonly number[];
  /** Under way. */
  readonly lying: readonly number[];
  /** Came through, or crept: to be rinsed. */
  readonly through: readonly number[];
  readonly done: readonly number[];
  readonly failed: readonly number[];
}

export const progressOf = ({ byCopy }: StepState): Progress => {
  const by = (isOf: (state: ReturnType<typeof byCopy.get> & object) => boolean) =>
    [...byCopy].flatMap(([copy, state]) => (isOf(state) ? [copy] : []));
  const isThrough = (found: string | undefined) => found === 'through' || found === 'crept';
  return {
    open: by(({ startedAt, doneAt, failedAt }) => !startedAt && !doneAt && !failedAt),
    lying: by(
      ({ startedAt, doneAt, failedAt, looks }) =>
        startedAt !== null && !doneAt && !failedAt && !isThrough(looks.at(-1)?.found),
    ),
    through: by(
      ({ startedAt, doneAt, failedAt, looks }) =>
        startedAt !== null && !doneAt && !failedAt && isThrough(looks.at(-1)?.found),
    ),
    done: by(({ doneAt }) => doneAt !== null),
    failed: by(({ failedAt }) => failedAt !== null),
  };
};

/** Copies as an event names them: none of a step that is done once for all. */
export const named = (copies: readonly number[]): readonly number[] | null =>
  copies.some((copy) => copy > 0) ? copies : null;
