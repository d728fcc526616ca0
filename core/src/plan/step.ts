import type { Figure, Product, Stage } from '../materials/index.ts';
import { stepIdOf, type Workshop } from '../piece/index.ts';
import type { Problem } from '../problem/index.ts';

/** A gap that a step must keep to an earlier one, counted from that step's end. */
export interface Lag {
  readonly from: string;
  /** Minutes: the plan keeps the high figure; typical is "may be ready from". */
  readonly time: Figure;
  /** Where the next coat may only come in one of several windows, minutes from the earlier end. */
  readonly windows?: readonly (readonly [number, number | null])[];
  readonly why: string;
  /** The product that dries; empty where nothing does. */
  readonly productId: string;
  readonly stage: Stage;
  /** Set where a look at the coat says more than its figure: the time is then what was felt. */
  readonly felt?: 'notYet' | 'dry';
}

/** A gap that may not grow too long: what an earlier step leaves keeps only so long. */
export interface Keep {
  readonly from: string;
  /** Counted from the earlier step's end, or from when what it laid is dry. */
  readonly fromPoint: 'end' | 'dry';
  readonly time: Figure;
  /** Of its low, typical and high figure those that can be kept at all, in minutes, the shortest first; empty where none can. */
  readonly choices: readonly number[];
  /** What is done where it is overdue: the earlier step again, or only its edges pressed down. */
  readonly overdue: 'redo' | 'press';
  readonly why: string;
  readonly productId: string;
}

/** What only one step at a time can have, besides the hands. */
export const PLACES_AT_BENCH = ['cutter', 'press', 'oven', 'sprayPlace', 'turner'] as const;
export type BenchPlace = (typeof PLACES_AT_BENCH)[number];

/** What a step is: something to find out first, cutting, work on the layers, the crafter's own, or what makes safe or mends. */
export type StepKind = 'try' | 'look' | 'cut' | 'work' | 'own' | 'makeSafe' | 'fix';

/** Something that runs by itself while a step is under way, from when it was begun on a piece; figures in minutes. */
export interface Clock {
  /** What works on the piece and is looked at; heat for a set time; a mix that sets. */
  readonly kind: 'dwell' | 'heat' | 'potLife';
  readonly time: Figure;
  readonly productId: string;
}

/** A step whose result decides whether the rest is begun at all. */
export interface Gate {
  readonly ruleIds: readonly string[];
  readonly operationId: string | null;
  readonly held: string;
  readonly failed: string;
}

/** One thing to do at the bench, on all the pieces of a batch or on a group of them. */
export interface Step {
  readonly id: string;
  /** The operation, or the own step, that its coats belong to: the id without coat and group. */
  readonly key: string;
  readonly kind: StepKind;
  readonly partId: string;
  /** The operations it carries out, with the coat it lays; none where it only prepares one, or is the crafter's own. */
  readonly operationIds: readonly string[];
  readonly coat: number;
  /** Which group of the batch, from 1, where it is too long for a window or a place; null for the whole batch. */
  readonly group: number | null;
  /** Which copies of the batch it is done on; null where it is done once for all of them. */
  readonly copies: readonly number[] | null;
  readonly label: string;
  readonly detail: string;
  /** What has to lie ready, and what it looks like when it is right. */
  readonly needs: readonly string[];
  readonly looksRight: string;
  /** Set where it is judged, held or failed, and the rest hangs on it. */
  readonly gate: Gate | null;
  /** Set where it was done, and is to be done again: when it was done, and how long it keeps. */
  readonly again: { readonly doneAt: string; readonly keeps: Figure } | null;
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
  readonly keeps: readonly Keep[];
  /** Minutes after the piece may be begun before which it does not begin: an older coat is not ready yet. */
  readonly notBefore: number;
  /** What it takes that is ordered and comes on a day; null where all of it is there. It is not begun before the day after. */
  readonly arrives: { readonly on: string; readonly what: string } | null;
  /** What runs while it is under way. */
  readonly clocks: readonly Clock[];
  /** How long it turns on the turner after it is laid; null where it does not. */
  readonly turns: Figure | null;
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

export const onGrid = (minutes: number): number => GRID_MINUTES * Math.max(1, Math.ceil(minutes / GRID_MINUTES - 1e-9));

/** A step with nothing in it but its name, its work and its place in the order; what it lacks is laid over it. */
export const plainStep = (
  step: Pick<
    Step,
    'key' | 'kind' | 'partId' | 'label' | 'detail' | 'perPiece' | 'setUpMinutes' | 'eachMinutes' | 'pieces'
  >,
): Step => ({
  id: stepIdOf({ id: step.key }, 1),
  operationIds: [],
  coat: 1,
  group: null,
  copies: null,
  needs: [],
  looksRight: '',
  gate: null,
  again: null,
  minutes: onGrid(step.setUpMinutes + step.eachMinutes * step.pieces),
  divisible: step.pieces > 1,
  after: [],
  lags: [],
  keeps: [],
  notBefore: 0,
  arrives: null,
  clocks: [],
  turns: null,
  firm: null,
  coatOf: null,
  hazards: [],
  air: 'room',
  places: [],
  ...step,
});

/** A step on some of its copies: set-up once, then each of them. */
export const onCopies = (step: Step, copies: readonly number[]): Step =>
  copies.length === step.copies?.length
    ? step
    : {
        ...step,
        copies,
        pieces: copies.length,
        minutes: onGrid(step.setUpMinutes + step.eachMinutes * copies.length),
        divisible: step.divisible && copies.length > 1,
      };

/** What of products comes last, where one of them is not there yet. */
export const arrivalOf = (
  products: readonly (Product | undefined)[],
  { stock }: Pick<Workshop, 'stock'>,
): Step['arrives'] =>
  products
    .flatMap((product) => {
      const on = stock.find(({ productId }) => productId === product?.id)?.arrivesOn;
      return product && on !== undefined ? [{ on, what: product.name }] : [];
    })
    .reduce<Step['arrives']>((last, one) => (last && last.on >= one.on ? last : one), null);
