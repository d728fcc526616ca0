export * from './schema.ts';
export { ofOneSize } from './oneSize.ts';
export {
  NO_ARTWORK,
  plainDesign,
  plainOwnSurface,
  plainPart,
  plainPiece,
  plainSurface,
  plainUse,
  plainWorkshop,
} from './defaults.ts';
export { rimZoneOf } from './rimZone.ts';
export { surfaceFacts, type SurfaceFacts } from './surfaceFacts.ts';
export { layersAt, type Cut, type Layer, type Profile } from './layersAt.ts';
export {
  designIdsOf,
  designsServed,
  kindOfDesign,
  methodIdFor,
  methodIdOf,
  passesOf,
  slotIdOf,
  type Pass,
} from './passes.ts';
export { slotOf } from './slotOf.ts';
export { wantedColour } from './wantedColour.ts';
export { hazardsOfPiece } from './hazardsOfPiece.ts';
export { facesOf, type WorkedFaces } from './faces.ts';
export { isReused, stencilsFor } from './stencil.ts';
export { effectiveUse, isHollow, isSideUnsaid } from './effective.ts';
export { catalogueFor, withChosenStack, withFollowedStack } from './chosen.ts';
export { learntDwell, surfaceKey } from './surfaceKey.ts';
export { fixKeyOf, stepIdOf } from './stepId.ts';
export {
  airSchema,
  COAT_FINDINGS,
  cutterSettingsSchema,
  DWELL_FINDINGS,
  eventSchema,
  isOfStep,
  LOOK_WORDS,
  WASH_WORDS,
  fixStepSchema,
  isWork,
  WASHES,
  type FixStep,
  type Repairing,
  stepOfEvent,
  washSchema,
  type Air,
  type BenchEvent,
  type CutterSettings,
  type EventKind,
  type LookFinding,
  type StepEvent,
  type Wash,
} from './events.ts';
export { saidAndDone, type Said } from './cameTrue.ts';
export { eventProblem } from './eventProblem.ts';
export {
  byTime,
  failuresOf,
  isScrapped,
  NO_FACTS,
  stateOfStep,
  stepFacts,
  type CopyState,
  type Facts,
  type FactStep,
  type FailedCopies,
  type Look,
  type StepState,
} from './stepFacts.ts';
export { stepName, stepWords } from './stepWords.ts';
