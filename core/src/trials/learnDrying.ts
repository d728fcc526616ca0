import { z } from 'zod';
import type { Figure, Stage } from '../materials/index.ts';
import { failed, readBySchema, type Outcome } from '../problem/index.ts';
import { OUTER, phi, phiAbove, phiBetween, quantile, spreadOf } from './normal.ts';

const minutes = z.number('minutes').min(0, '0 to 1000000 min').max(1_000_000, '0 to 1000000 min');

export const dryingQuestionSchema = z.object({
  /** What the label says, minutes. */
  figure: z
    .object({ low: minutes, typical: minutes.positive(), high: minutes.positive() })
    .refine(({ low, typical, high }) => low <= typical && typical <= high, 'low ≤ typical ≤ high'),
  /** Coats of that can, in minutes of the label's own air: what passed, times how fast it dries here. */
  observations: z.array(z.object({ notYet: minutes, dry: minutes.nullable() })).max(5000, 'at most 5000 coats'),
});
export type DryingQuestion = z.input<typeof dryingQuestionSchema>;
export type DryingObservation = z.output<typeof dryingQuestionSchema>['observations'][number];

/** What was learnt of a can. */
export interface LearntDrying {
  /** Minutes in the label's air, from what was felt and the label together. */
  readonly figure: Figure;
  /** The label's figure where what was felt makes it longer, else the label's: it goes for the can by itself. */
  readonly longer: Figure | null;
  /** A shorter figure that may be offered; null before three coats were felt dry. */
  readonly offered: Figure | null;
}

/** What a fingertip can tell; nothing else is ever learnt from it. */
export const FELT_STAGES = ['touch', 'recoat'] as const satisfies readonly Stage[];
/** How far one coat of a can lies from the next, as a standard deviation of the logarithm. */
const BETWEEN_COATS = 0.2;
const LEAST_TO_SHORTEN = 3;
const NODES = 161;

const readQuestion = (question: DryingQuestion): Outcome<{ value: z.output<typeof dryingQuestionSchema> }> => {
  const todo = 'Mend that look, or leave it out.';
  const read = readBySchema(dryingQuestionSchema, question, todo);
  if (!read.ok) return read;
  const wrong = read.value.observations.findIndex(({ notYet, dry }) => dry !== null && dry <= notYet);
  if (wrong < 0) return read;
  const { notYet, dry } = read.value.observations[wrong]!;
  return failed({
    code: 'dry-before-wet',
    at: `observations.${wrong}.dry`,
    given: `Dry by ${dry} min, and not yet at ${notYet} min.`,
    allowed: 'a look that finds it dry after the last that did not.',
    todo,
  });
};

/**
 * How long a can takes to dry to the finger, from what was felt of its coats.
 *
 * It may make a wait longer by itself. It makes one shorter only as an offer, from three coats on; and only what a fingertip can tell.
 *
 * @returns figures with the basis `your-trial`; low and high are the 5 % and 95 % points
 */
export const learnDrying = (question: DryingQuestion): Outcome<{ learnt: LearntDrying }> => {
  const read = readQuestion(question);
  if (!read.ok) return read;
  const { figure: label, observations } = read.value;
  const mean = Math.log(label.typical);
  const spread = spreadOf(label);
  const ends = observations
    .flatMap(({ notYet, dry }) => [notYet, dry ?? notYet])
    .filter((end) => end > 0)
    .map(Math.log);
  const [from, to] = [Math.min(mean - 6 * spread, ...ends), Math.max(mean + 6 * spread, ...ends.map((end) => end + 1))];
  const nodes = Array.from({ length: NODES }, (_, index) => from + ((to - from) * index) / (NODES - 1));
  const ln = nodes.map((m) =>
    observations.reduce(
      (sum, { notYet, dry }) => {
        const below = (Math.log(notYet) - m) / BETWEEN_COATS;
        const chance = dry === null ? phiAbove(below) : phiBetween(below, (Math.log(dry) - m) / BETWEEN_COATS);
        return sum + Math.log(Math.max(chance, Number.MIN_VALUE));
      },
      -0.5 * ((m - mean) / spread) ** 2,
    ),
  );
  const best = Math.max(...ln);
  const weights = ln.map((one) => Math.exp(one - best));
  const whole = weights.reduce((sum, weight) => sum + weight, 0);
  const dryBy = (log: number) =>
    nodes.reduce((sum, m, index) => sum + (weights[index]! / whole) * phi((log - m) / BETWEEN_COATS), 0);
  const at = (chance: number) => quantile(dryBy, chance, from - 2, to + 2);
  const learnt: Figure = {
    low: at(phi(-OUTER)),
    typical: at(0.5),
    high: at(phi(OUTER)),
    unit: 'min',
    basis: 'your-trial',
  };
  const isLonger = observations.length > 0 && (learnt.high > label.high || learnt.typical > label.typical);
  const felt = observations.filter(({ dry }) => dry !== null).length;
  return {
    ok: true,
    learnt: {
      figure: learnt,
      longer: isLonger
        ? {
            ...learnt,
            low: Math.max(learnt.low, label.low),
            typical: Math.max(learnt.typical, label.typical),
            high: Math.max(learnt.high, label.high),
          }
        : null,
      offered: felt >= LEAST_TO_SHORTEN && learnt.high < label.high && !isLonger ? learnt : null,
    },
  };
};
