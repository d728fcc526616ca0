export { workspaceSchema, WORKSPACE_VERSION, type Workspace } from './schema.ts';
export {
  benchSettingsSchema,
  plainSettings,
  settingsSchema,
  PLAIN_BENCH,
  type BenchSettings,
  type Settings,
} from './settings.ts';
export { readRecord, RECORD_NAMES, RECORDS, type RecordName, type RecordOf, type TableName } from './records.ts';
export { MAX_LENGTH, mendWorkspace, readWorkspace, shippedWorkspace } from './readWorkspace.ts';
export { eventWords, logOf, logTable, type LogRow } from './logOf.ts';
export {
  historiesOf,
  historyOf,
  type HistoryGiven,
  type LaidRow,
  type PieceHistory,
  type RecordFault,
  type RecordLayer,
} from './historyOf.ts';
export { historyTable, recordsTable } from './historyTable.ts';
export { writeWorkspace } from './writeWorkspace.ts';
export { mergeWorkspaces, type Choices, type MergeConflict, type Merged } from './merge.ts';
export { pieceAlone, withPieceOf } from './pieceAlone.ts';
export { exportWorkspace } from './exportWorkspace.ts';
export { kindEach } from './kindEach.ts';
export { onePartEach } from './onePart.ts';
export { oneSizeEach } from './oneSize.ts';
export { onTheShelf } from './onTheShelf.ts';
export { unsaidAgain } from './unsaid.ts';
export { takenBack, takenOver, type TakenBack } from './takenBack.ts';
export { gate, LED_TO, MOST_ARTWORK, type RecordChange, type Standing } from './gate.ts';
export { mendedPiece, ofNone } from './references.ts';
