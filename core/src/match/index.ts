export { differingOperations, isSameStack } from './compare.ts';
export { addLayer, missingLayers, removeLayer, setCoats, swapProduct, swapsFor } from './edit.ts';
export { productsFor } from './search.ts';
export {
  candidateOfStack,
  judgeStack,
  matchLayers,
  whyNot,
  type Candidate,
  type MatchResult,
  type Preferences,
  type Refusal,
  type WhyNot,
} from './matchLayers.ts';
export { surveyCatalogue, type Survey, type SurveyCell } from './survey.ts';
export { RULES } from './rules/index.ts';
export { CHANGE_KINDS, type ChangeKind } from './changes.ts';
export type { Mend } from './mends.ts';
export type { Account, Confidence, Life, Strengths } from './score.ts';
export type { DecidingFigure, Finding, Judgement, Rule, Verdict } from './context.ts';
