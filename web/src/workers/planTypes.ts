import type { BenchEvent, ClimateSeries, Piece, Settings, Shelf, Trial, BenchOwn } from '@sgraffa/core';

/** Everything that the plan of the bench depends on. */
export interface PlanInput {
  readonly pieces: readonly Piece[];
  readonly events: readonly BenchEvent[];
  /** The user's own tries: they settle what would be tried first. */
  readonly trials: readonly Trial[];
  readonly settings: Pick<Settings, 'zone' | 'freeHours' | 'workshop' | 'schools' | 'bench'>;
  readonly shelf: Shelf;
  readonly own: BenchOwn;
  readonly now: string;
  readonly outdoor: ClimateSeries | null;
}
