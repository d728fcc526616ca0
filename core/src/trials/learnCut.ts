import { z } from 'zod';
import { readBySchema, type Outcome } from '../problem/index.ts';

const width = z.number('a width in mm').positive('more than 0 mm').max(50, 'at most 50 mm');

export const cutQuestionSchema = z.object({
  /** The finest that is promised without a test, mm. */
  label: z.object({ low: width, typical: width, high: width }),
  tries: z.array(z.object({ mm: width, held: z.boolean() })).max(5000, 'at most 5000 strokes'),
});
export type CutQuestion = z.input<typeof cutQuestionSchema>;

/** The finest that is cut, by the maker's own tests. */
export interface LearntCut {
  /** Mm from which all held, above all that tore; null: nothing that was tried can be promised. */
  readonly finestMm: number | null;
  /** The widest that tore; null where none did. */
  readonly tornMm: number | null;
  /** Whether it is finer than what is promised without a test: only for that can, that blade and those settings. */
  readonly isFiner: boolean;
}

/** The finest stroke that a film, a blade and their settings hold: never finer than the widest that tore. */
export const learnCut = (question: CutQuestion): Outcome<{ learnt: LearntCut }> => {
  const read = readBySchema(cutQuestionSchema, question, 'Mend that stroke, or leave it out.');
  if (!read.ok) return read;
  const { label, tries } = read.value;
  const torn = tries.flatMap(({ mm, held }) => (held ? [] : [mm]));
  const tornMm = torn.length ? Math.max(...torn) : null;
  const held = tries.flatMap(({ mm, held: isHeld }) => (isHeld && mm > (tornMm ?? 0) ? [mm] : []));
  const finestMm = held.length ? Math.min(...held) : null;
  return { ok: true, learnt: { finestMm, tornMm, isFiner: finestMm !== null && finestMm < label.typical } };
};
