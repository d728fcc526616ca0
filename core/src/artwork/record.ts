import { z } from 'zod';
import { idSchema as key } from '../problem/index.ts';

const name = z.string().trim().min(1, 'a name of at least one letter').max(120, 'at most 120 characters');
const inMm = (low: number, high: number) =>
  z.number('a length in mm').min(low, `${low} to ${high} mm`).max(high, `${low} to ${high} mm`);
const face = z.string().min(1).max(60);
const spacing = z.number().min(-0.5, '-0.5 to 5 letter heights').max(5, '-0.5 to 5 letter heights');
const align = z.enum(['left', 'centre', 'right']);

/** Where an artwork came from, so that text can be changed again. A face `own` was a file of the crafter's: only its outlines are kept. */
export const artworkSourceSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('drawing'), file: z.string().max(200) }),
  z.strictObject({
    kind: z.literal('text'),
    text: z.string().max(20_000, 'at most 20000 characters'),
    face,
    /** As typed; null: as large as fits. */
    letterHeightMm: inMm(0.5, 5000).nullable(),
    letterSpacing: spacing,
    lineSpacing: z.number().min(0.5, '0.5 to 10 letter heights').max(10, '0.5 to 10 letter heights'),
    align,
  }),
  z.strictObject({
    kind: z.literal('labels'),
    /** A word each; a vertical bar in one parts its two lines. */
    words: z.array(z.string().max(200)).min(1, 'at least one word').max(500, 'at most 500 words'),
    face,
    /** Words that are set in another face, a condensed one perhaps. */
    exceptions: z.array(z.strictObject({ word: z.string().max(200), face })).max(500),
    letterSpacing: spacing,
    maxWidthMm: inMm(1, 5000),
    maxHeightMm: inMm(1, 5000),
    /** Smaller than what fits, where it is wanted so. */
    letterHeightMm: inMm(0.5, 5000).nullable(),
    /** How many of them one piece carries. */
    perPiece: z.number().int().min(1, '1 to 500 labels').max(500, '1 to 500 labels').default(1),
  }),
  z.strictObject({
    kind: z.literal('pattern'),
    /** The artwork that is repeated; it may be gone since. */
    motifId: key,
    /** From one motif to the next, across and down. */
    stepXMm: inMm(1, 5000),
    stepYMm: inMm(1, 5000),
    /** Every other column lies half a step lower. */
    isHalfDrop: z.boolean(),
    /** Height of a motif. */
    motifHeightMm: inMm(0.5, 5000),
  }),
  /** All of the clear area, plain: a wrap or a field. */
  z.strictObject({ kind: z.literal('blank') }),
]);
export type ArtworkSource = z.output<typeof artworkSourceSchema>;

/** Whether an artwork was made for one clear area, on a page as large as it. */
export const isMadeForArea = ({ kind }: ArtworkSource): boolean => kind === 'pattern' || kind === 'blank';

/** Longest drawing that the document keeps, characters. */
export const MOST_SVG = 8_000_000;

/** An artwork as the document keeps it. */
export const artworkRecordSchema = z.strictObject({
  id: key,
  name,
  /** As `writeSvg` wrote it: geometry and colours, nothing else of what was read. */
  svg: z
    .string()
    .min(1)
    .max(MOST_SVG, `at most ${MOST_SVG / 1e6} MB`),
  source: artworkSourceSchema,
  /** Of a set of labels: where each stands in the drawing, in the order of its words, mm; null for one drawing. */
  rooms: z
    .array(
      z.strictObject({
        x: inMm(0, 1_000_000),
        y: inMm(0, 1_000_000),
        width: inMm(0.1, 10_000),
        height: inMm(0.1, 10_000),
        /** From its top to the base line of its first line; null: not known. */
        baselineMm: inMm(-10_000, 10_000).nullable().default(null),
      }),
    )
    .min(1, 'at least one place')
    .max(500, 'at most 500 places')
    .nullable()
    .default(null),
  /** What was done to it since, in words, the latest last. */
  mends: z.array(z.string().max(200)).max(200, 'at most 200 mends'),
});
/** Where one label of a set stands in the drawing. */
export type LabelRoom = NonNullable<z.output<typeof artworkRecordSchema>['rooms']>[number];
export type ArtworkRecord = z.output<typeof artworkRecordSchema>;
