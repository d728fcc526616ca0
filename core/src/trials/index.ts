export {
  dwellCurve,
  dwellQuestionSchema,
  estimateDwell,
  SURELY_RESISTS,
  type DwellEstimate,
  type DwellObservation,
  type DwellQuestion,
} from './estimateDwell.ts';
export {
  dryingQuestionSchema,
  FELT_STAGES,
  learnDrying,
  type DryingObservation,
  type DryingQuestion,
  type LearntDrying,
} from './learnDrying.ts';
export { learnPace, paceQuestionSchema, type PaceQuestion } from './learnPace.ts';
export { cutQuestionSchema, learnCut, type CutQuestion, type LearntCut } from './learnCut.ts';
