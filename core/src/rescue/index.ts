export { diagnose, type Diagnosis, type RankedCause } from './diagnose.ts';
export type { Asked } from './ask.ts';
export { rescueBook, type RescueBook } from './data.ts';
export { offersFor, repeatedCauses, warningsAt, type Offer, type RepeatedCause } from './nextTime.ts';
export { stepOfFault } from './record.ts';
export { repairsOf, type RepairOption } from './repairs.ts';
export type { Answer, RescueInput } from './record.ts';
export type { CauseRow, PreventRow, QuestionRow, RepairRow, SymptomRow } from './schema.ts';
export type { Reason } from './weigh.ts';
