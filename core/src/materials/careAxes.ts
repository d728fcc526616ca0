import type { CareFacts } from './schema.ts';

/** From when a limit holds: the first wash, feet, or full cure. */
type ReadyFor = 'firstWash' | 'feet' | 'cure';

interface WordAxis {
  readonly label: string;
  /** The words of the axis from the most careful to the most robust, and how a card says each. */
  readonly words: Readonly<Record<string, string>>;
  /** Where layers keep it; null: worked out. */
  readonly field: keyof CareFacts | null;
  readonly readyFor: ReadyFor;
  /** Words that hold only from the full cure, whatever the axis says. */
  readonly afterCure?: readonly string[];
  /** True where a user's own word may only be more careful: it guards people. */
  readonly guards?: true;
}

interface FigureAxis {
  readonly label: string;
  readonly words: null;
  readonly field: keyof CareFacts | null;
  readonly readyFor: ReadyFor;
}

/** A word that says that nobody knows; the same on every axis. */
export const CARE_UNKNOWN = 'not known: test a spot';

/**
 * Everything about the axes of care, once: their order, their words and labels, where layers keep them, from when they hold and which of
 * them a user's label may only tighten. `careOf`, the overlay of own figures and the interface read this table.
 */
export const CARE_TABLE = {
  water: {
    label: 'Washing',
    words: { none: 'keep dry', wipe: 'wipe only', handWash: 'hand wash', dishwasher: 'top-rack dishwasher' },
    field: 'water',
    readyFor: 'firstWash',
    // rinsing by hand may begin with the first wash; hotter and harder water only when the layer has cured
    afterCure: ['dishwasher'],
  },
  soak: { label: 'Soaking', words: { no: 'no', yes: 'yes' }, field: 'soak', readyFor: 'cure' },
  laundry: { label: 'Laundry', words: null, field: 'laundryC', readyFor: 'firstWash' },
  tumble: { label: 'Tumble drying', words: { no: 'no', yes: 'yes' }, field: 'tumble', readyFor: 'cure' },
  iron: { label: 'Ironing', words: null, field: 'ironC', readyFor: 'cure' },
  scrub: {
    label: 'Scrubbing',
    words: { no: 'no', soft: 'soft cloth only', yes: 'yes' },
    field: 'scrub',
    readyFor: 'cure',
  },
  solvent: { label: 'Alcohol and solvents', words: { no: 'no', yes: 'yes' }, field: 'solvent', readyFor: 'cure' },
  sun: { label: 'Sun and weather', words: { no: 'no', yes: 'yes' }, field: null, readyFor: 'cure' },
  frost: { label: 'Frost', words: { no: 'no', yes: 'yes' }, field: 'frost', readyFor: 'cure' },
  heat: { label: 'Heat in use', words: null, field: null, readyFor: 'cure' },
  food: {
    label: 'Food and lips',
    words: { never: 'keep off food', dry: 'dry food only', yes: 'as the piece itself' },
    field: 'food',
    readyFor: 'cure',
    guards: true,
  },
  feet: { label: 'Feet', words: { no: 'no', yes: 'yes' }, field: 'feet', readyFor: 'feet' },
} as const satisfies Readonly<Record<string, WordAxis | FigureAxis>>;

export type CareAxis = keyof typeof CARE_TABLE;
export const CARE_AXES = Object.keys(CARE_TABLE) as CareAxis[];

/** One axis, whichever sort it is of. */
export const careAxis = (axis: CareAxis): WordAxis | FigureAxis => CARE_TABLE[axis];
