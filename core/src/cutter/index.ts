export { cutJobFile, cutJobs, type CutJob, type CutJobFile, type JobPiece } from './jobs.ts';
export { checksBeforeCut, countedBed, mayStart, type CutCheck, type CutCheckGiven } from './checks.ts';
export {
  CUT_FAILURES,
  cutterStateSchema,
  FAILURE_WORDS,
  readCutterState,
  type CutterBed,
  type CutterState,
  type CutterStatus,
  type CutFailure,
} from './state.ts';
export { cutOfSheet, piecesThrough, testedSettings, type SheetOf, type TestedSettings } from './cutSoFar.ts';
export { stripWidths, testStrip } from './testStrip.ts';
