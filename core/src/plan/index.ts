export { stepIdOf, stepsOf, type Lag, type Step } from './steps.ts';
export {
  layerStatesAt,
  momentsOf,
  operationsThrough,
  type LayerAtTime,
  type LayerState,
  type Moment,
} from './states.ts';
export {
  freeHoursSchema,
  planInSequence,
  type FreeHours,
  type Plan,
  type PlannedStep,
  type SequenceContext,
} from './sequence.ts';
export { isCoat, waitsBefore, workFigure, type Wait } from './waits.ts';
export { benchProblemSchema, readBenchProblem, type BenchProblem, type BenchStep } from './bench/problem.ts';
export { checkBenchPlan } from './bench/check.ts';
export { planBench, type BenchPlan, type PlanOptions, type PlannedBench } from './bench/planBench.ts';
