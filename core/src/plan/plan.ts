import type { Climate } from '../dry/index.ts';

export interface PlannedStep {
  readonly stepId: string;
  readonly operationIds: readonly string[];
  /** The product that it lays to mend what failed, besides the piece's layers; null where it lays none. */
  readonly mendsWith: string | null;
  /** ISO instants; one stretch, or several where a long batch is carried on in another sitting. */
  readonly stretches: readonly { readonly start: string; readonly end: string }[];
  readonly start: string;
  readonly end: string;
  /** What the start waited for: a lag, weather, other work or the next free hours; empty where it waited for nothing. */
  readonly waitedFor: string;
  /** Typical instant from which it might already be ready, where a lag held it. */
  readonly maybeFrom: string | null;
  readonly isDone: boolean;
  /** Whether it was begun and is not done. */
  readonly isRunning: boolean;
  /** Whether the crafter gave its start. */
  readonly isPinned: boolean;
  /** Until when the pieces dry after it, by the high figure; null where nothing dries. */
  readonly driesUntil: string | null;
  /** Whether it is outdoors at a time that no forecast covers yet. */
  readonly isBeyondForecast: boolean;
}

/** When one piece's steps are done, on a bench with the others. */
export interface Plan {
  readonly zone: string;
  /** The steady climate of the workshop that gaps indoors were worked out for. */
  readonly climate: Climate;
  readonly steps: readonly PlannedStep[];
  readonly startsAt: string;
  /** End of the last step; null where there is nothing to do. */
  readonly endsAt: string | null;
  /** From when it can be handled: the last step done and the slowest coat firm by its high figure, to the full hour; null where there is nothing to do. */
  readonly readyAt: string | null;
  /** The step whose coat is waited for last; null where nothing dries after the work. */
  readonly readyWaitsFor: string | null;
  readonly handsOnMinutes: number;
  readonly sittings: number;
}
