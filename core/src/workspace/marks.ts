import { stepIdOf } from '../plan/index.ts';
import type { BenchEvent } from './settings.ts';

type Marks = Readonly<Record<string, Readonly<Record<string, string>>>>;

/** The step that a mark is about. */
export const stepOfEvent = ({ operationId, coat, group }: BenchEvent): string =>
  stepIdOf({ id: operationId }, coat, group ?? null);

/**
 * What is marked, by piece and step, each by its newest mark.
 *
 * @returns `done` with the instants at which steps were done, tries that held among them; `failed` with those of tries that failed
 */
export const marksOf = (events: readonly BenchEvent[]): { readonly done: Marks; readonly failed: Marks } => {
  const newest = new Map<string, BenchEvent>();
  for (const event of events) {
    const key = `${event.pieceId} ${stepOfEvent(event)}`;
    const known = newest.get(key);
    if (!known || event.at >= known.at) newest.set(key, event);
  }
  const done: Record<string, Record<string, string>> = {};
  const failed: Record<string, Record<string, string>> = {};
  for (const event of newest.values())
    ((event.outcome === 'failed' ? failed : done)[event.pieceId] ??= {})[stepOfEvent(event)] = event.at;
  return { done, failed };
};
