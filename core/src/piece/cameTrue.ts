import type { BenchEvent } from './events.ts';
import { byTime } from './stepFacts.ts';

/** What was said of a piece when it was begun, and what came. */
export interface Said {
  readonly pieceId: string;
  readonly begunAt: string;
  readonly readyBy: string;
  readonly share: number;
  readonly finishedAt: string;
  readonly cameTrue: boolean;
}

/** Pieces that count: the last so many that were finished. */
const COUNTED = 20;

/**
 * The forecast of oneself: what was said when pieces were begun, against when they were finished, the last finished first.
 *
 * @param finished by piece: ISO instant at which its last step was done; pieces under way are left out
 */
export const saidAndDone = (events: readonly BenchEvent[], finished: ReadonlyMap<string, string>): Said[] => {
  const first = new Map<string, Said>();
  for (const event of byTime(events)) {
    if (event.kind !== 'started' || !event.said || first.has(event.pieceId)) continue;
    const finishedAt = finished.get(event.pieceId);
    if (finishedAt === undefined) continue;
    const { readyBy, share } = event.said;
    first.set(event.pieceId, {
      pieceId: event.pieceId,
      begunAt: event.at,
      readyBy,
      share,
      finishedAt,
      cameTrue: Date.parse(finishedAt) <= Date.parse(readyBy),
    });
  }
  return [...first.values()]
    .sort((one, other) => Date.parse(other.finishedAt) - Date.parse(one.finishedAt))
    .slice(0, COUNTED);
};
