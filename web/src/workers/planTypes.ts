import type { BenchEvent, ClimateSeries, Piece, Settings, UsersOwn } from '@sgraffa/core';

/** Everything that the plan of the bench depends on. */
export interface PlanInput {
  readonly pieces: readonly Piece[];
  readonly events: readonly BenchEvent[];
  readonly settings: Pick<Settings, 'zone' | 'freeHours' | 'workshop' | 'schools' | 'bench'>;
  readonly own: UsersOwn;
  readonly now: string;
  readonly outdoor: ClimateSeries | null;
}
