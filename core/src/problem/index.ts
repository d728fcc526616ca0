export { failed, problemSentence, type Failure, type Outcome, type Problem } from './problem.ts';
export { problemsFromZod, readBySchema } from './fromZod.ts';
export { allowedWords, rangeOf, type NumberRange } from './schemaWords.ts';
export { readJson } from './json.ts';
export { idSchema, instantSchema } from './fields.ts';
