/**
 * The one public face of the computation.
 *
 * Pure: same input, same answer; no clock, no randomness, no input or output. Lengths mm, times minutes or ISO instants,
 * temperatures °C, humidity % RH. Expected failures are returned as problems; programming errors throw.
 */
export * from './problem/index.ts';
export * from './units/index.ts';
export * from './materials/index.ts';
export * from './shape/index.ts';
export * from './piece/index.ts';
export * from './line/index.ts';
export * from './artwork/index.ts';
export * from './dry/index.ts';
export * from './trials/index.ts';
export * from './shelf/index.ts';
export * from './cutter/index.ts';
export {
  canBeTried,
  differingOperations,
  isSameStack,
  judgeStack,
  RULES,
  trialOf,
  type DecidingFigure,
  type Finding,
  type Judgement,
  type Preferences,
  type Rule,
  type Verdict,
} from './judge/index.ts';
export * from './amounts/index.ts';
export * from './plan/index.ts';
export * from './match/index.ts';
export * from './care/index.ts';
export * from './rescue/index.ts';
export * from './workspace/index.ts';
