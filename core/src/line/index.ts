export { adjustDescription, describePiece, type Chip, type Description, type ReadDesign } from './describe.ts';
export { chipFieldOf, CHIP_FIELDS, type ChipField } from './fields.ts';
export { pieceOf } from './pieceOf.ts';
export { things, type Thing, type ThingFacts } from './things.ts';
