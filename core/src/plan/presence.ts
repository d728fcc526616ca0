import type { Catalogue } from '../materials/index.ts';
import { isWork, type BenchEvent } from '../piece/index.ts';
import { MS_PER_MINUTE } from '../units/index.ts';

/**
 * Until when somebody who did something at the bench just now goes on there.
 *
 * @param now ISO
 * @returns undefined where nobody is there
 */
export const atBenchUntil = (
  events: readonly BenchEvent[],
  now: string,
  { bench }: Pick<Catalogue, 'bench'>,
): string | undefined => {
  const at = Date.parse(now);
  const stays = bench.sittingGoesOn.typical * MS_PER_MINUTE;
  const isThere = events.some(
    (event) =>
      (isWork(event) || event.kind === 'checked') &&
      // a plan is made for the quarter of an hour: what was done since lies ahead of it
      Math.abs(Date.parse(event.at) - at) < stays,
  );
  return isThere ? new Date(at + stays).toISOString() : undefined;
};
