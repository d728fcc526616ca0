export { type BenchPlace, type Clock, type Gate, type Keep, type Lag, type Step, type StepKind } from './step.ts';
export { stepsOf, type StepOptions } from './steps.ts';
export { askedOf, firstAsked, verdictOfPiece, VERDICTS, type StackVerdict } from './asked.ts';
export { judgedWhen } from './firstSteps.ts';
export { trialsOfStep } from './trialsOfStep.ts';
export {
  layerStatesAt,
  momentsOf,
  operationsThrough,
  type LayerAtTime,
  type LayerState,
  type Moment,
} from './states.ts';
export { freeWindows, type BenchHours, type FreeWindow } from './hours.ts';
export {
  exceptionSchema,
  freeHoursSchema,
  quietHoursSchema,
  type FreeHours,
  type HoursException,
  type QuietHours,
} from './hoursSchema.ts';
export { type Plan, type PlannedStep } from './plan.ts';
export {
  benchProblem,
  factsIn,
  itemsOf,
  posedBench,
  workshopOf,
  type BenchContext,
  type PosedBench,
} from './benchProblem.ts';
export { openSpans, type Laid, type Span } from './recoat.ts';
export { openBefore } from './openBefore.ts';
export { planPieces, type LimitingStep, type PlanPiecesOptions, type WeekPlan } from './planPieces.ts';
export { chanceBy, chanceOf, readyWith, safeStart, weatherMayBe, type Chance, type ForecastError } from './chance.ts';
export { bestFirst, helpOf, missedDues, tryPin, whatHelps, type Help, type MissedDue } from './explain.ts';
export {
  cautionsOf,
  checksOf,
  keepWords,
  lagsOnce,
  lagWords,
  refusedWords,
  STANDING_WORDS,
  waitsOf,
} from './stepWords.ts';
export { calendarFile } from './calendarFile.ts';
export { outdoorStretches, whyNotOutdoors } from './weather.ts';
export { isCoat, waitsBefore, workFigure, type Wait } from './waits.ts';
export { benchProblemSchema, readBenchProblem, type BenchProblem, type BenchStep } from './bench/problem.ts';
export { checkBenchPlan } from './bench/check.ts';
export { FIRST_LOOK, planBench, type BenchPlan, type PlanOptions, type PlannedBench } from './bench/planBench.ts';
export { atBenchUntil } from './presence.ts';
export { piecesAMix } from './mixing.ts';
export { dwellQuestion, learntOf, patchesOf, type Lessons, type Patch } from './learntOf.ts';
export { withFixes } from './fixes.ts';
export { copiesWords, stepsNow, type StepsNow } from './lots.ts';
export { alarmsDue, timersOf, type Alarm, type TimedPiece, type Timer, type TimerKind } from './timers.ts';
export { leavesHandsFree, offeredStep, sessionOf, type SessionStep } from './session.ts';
export { adviseNow, hangsOnAir, type Advice, type Reading } from './adviseNow.ts';
export { islandsPlaced, looseIslandsOf, reusedIn, usesOfSheet, type LooseIslands } from './benchCounts.ts';
