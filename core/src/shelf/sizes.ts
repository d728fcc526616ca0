import { z } from 'zod';

const bounded = (low: number, high: number, unit: string) =>
  z.number(`a number in ${unit}`).min(low, `${low} to ${high} ${unit}`).max(high, `${low} to ${high} ${unit}`);
const millimetres = bounded(1, 1_000_000, 'mm');
const count = z.number().int().min(1, '1 to 10000').max(10_000, '1 to 10000');

/** How large a thing on the shelf was when it was full, by the way it is measured out. */
export const canSizeSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('liquid'), ml: bounded(1, 200_000, 'ml') }),
  z.strictObject({ kind: z.literal('powder'), g: bounded(0.1, 200_000, 'g') }),
  z.strictObject({ kind: z.literal('aerosol'), count }),
  z.strictObject({ kind: z.literal('roll'), widthMm: millimetres, lengthMm: millimetres }),
  z.strictObject({ kind: z.literal('sheets'), widthMm: millimetres, heightMm: millimetres, count }),
  z.strictObject({ kind: z.literal('offcut'), widthMm: millimetres, heightMm: millimetres }),
  z.strictObject({ kind: z.literal('bars'), lengthMm: millimetres, count }),
  z.strictObject({ kind: z.literal('pieces'), count }),
]);
export type CanSize = z.output<typeof canSizeSchema>;
export type CanKind = CanSize['kind'];
type SizeOf<Kind extends CanKind> = Extract<CanSize, { kind: Kind }>;

interface Measure<Kind extends CanKind> {
  /** What such things are called on the shelf. */
  readonly board: string;
  /** What is left of it and used of it is counted in this. */
  readonly unit: 'ml' | 'g' | 'cans' | 'mm' | 'sheets' | 'offcuts' | 'bars' | 'pieces';
  /** A full one, in its unit. */
  readonly whole: (size: SizeOf<Kind>) => number;
}

/** How each kind of thing is measured out; every reader of sizes reads this table. */
export const MEASURES: { readonly [Kind in CanKind]: Measure<Kind> } = {
  liquid: { board: 'Cans, bottles and jars', unit: 'ml', whole: ({ ml }) => ml },
  powder: { board: 'Powders and pastes by weight', unit: 'g', whole: ({ g }) => g },
  aerosol: { board: 'Spray cans', unit: 'cans', whole: (size) => size.count },
  roll: { board: 'Rolls', unit: 'mm', whole: ({ lengthMm }) => lengthMm },
  sheets: { board: 'Sheets', unit: 'sheets', whole: (size) => size.count },
  offcut: { board: 'Offcuts', unit: 'offcuts', whole: () => 1 },
  bars: { board: 'Lengths', unit: 'bars', whole: (size) => size.count },
  pieces: { board: 'Blanks, blades and small things', unit: 'pieces', whole: (size) => size.count },
};
export const CAN_KINDS = Object.keys(MEASURES) as CanKind[];

/** What a full one holds, in the unit of its kind. */
export const wholeOf = (size: CanSize): number => (MEASURES[size.kind].whole as (size: CanSize) => number)(size);
