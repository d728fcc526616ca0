import type { Figure, Product, Stage } from '../materials/index.ts';
import type { Problem } from '../problem/index.ts';

/** A gap that a step must keep to an earlier one, counted from that step's end. */
export interface Lag {
  readonly from: string;
  /** Minutes: the plan keeps the high figure; typical is "may be ready from". */
  readonly time: Figure;
  /** Where the next coat may only come in one of several windows, minutes from the earlier end. */
  readonly windows?: readonly (readonly [number, number | null])[];
  readonly why: string;
  readonly productId: string;
  readonly stage: Stage;
}

/** What only one step at a time can have, besides the hands. */
export const PLACES_AT_BENCH = ['cutter', 'press', 'oven', 'sprayPlace', 'turner'] as const;
export type BenchPlace = (typeof PLACES_AT_BENCH)[number];

/** One thing to do at the bench, on all the pieces of a batch or on a group of them. */
export interface Step {
  readonly id: string;
  /** The operation, or the own step, that its coats belong to: the id without coat and group. */
  readonly key: string;
  readonly partId: string;
  /** The operations it carries out, with the coat it lays; none where it only prepares one, or is the crafter's own. */
  readonly operationIds: readonly string[];
  readonly coat: number;
  /** Which group of the batch, from 1, where it is too long for a window or a place; null for the whole batch. */
  readonly group: number | null;
  readonly label: string;
  readonly detail: string;
  /** What has to lie ready, and what it looks like when it is right. */
  readonly needs: readonly string[];
  readonly looksRight: string;
  /** Hands-on and attended minutes for one piece alone. */
  readonly perPiece: Figure;
  /** Minutes that a batch costs once, and for each of its pieces. */
  readonly setUpMinutes: number;
  readonly eachMinutes: number;
  readonly pieces: number;
  readonly minutes: number;
  /** Whether a long batch may be carried on in another sitting. */
  readonly divisible: boolean;
  /** Steps that are finished before this one begins. */
  readonly after: readonly string[];
  readonly lags: readonly Lag[];
  /** Minutes after its end until the coat it lays can be handled; null where it lays none. */
  readonly firm: { readonly time: Figure; readonly productId: string; readonly stage: Stage } | null;
  /** The product whose coat it lays. */
  readonly coatOf: string | null;
  readonly hazards: readonly string[];
  readonly air: Product['air'];
  readonly places: readonly BenchPlace[];
  /** Set where the step can never start in this workshop's climate. */
  readonly problem?: Problem;
}

/** Plans are kept in whole steps of this many minutes: nobody at a bench works to the minute. */
export const GRID_MINUTES = 5;

/** The id of the step that lays one coat of an operation on the whole batch, or on a group of it. */
export const stepIdOf = (operation: { readonly id: string }, coat: number, group: number | null = null): string =>
  `${operation.id}#${coat}${group === null ? '' : `~${group}`}`;
