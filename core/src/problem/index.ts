export { failed, problemSentence, type Failure, type Outcome, type Problem } from './problem.ts';
export { problemsFromZod } from './fromZod.ts';
