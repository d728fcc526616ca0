export { diagnose, type Diagnosis, type RankedCause } from './diagnose.ts';
export type { Asked } from './ask.ts';
export { rescueBook, type RescueBook } from './data.ts';
export type { Answer, RescueInput } from './record.ts';
export type { CauseRow, QuestionRow, SymptomRow } from './schema.ts';
export type { Reason } from './weigh.ts';
