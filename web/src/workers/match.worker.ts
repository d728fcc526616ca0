import { expose } from 'comlink';
import {
  candidateOfStack,
  catalogue,
  judgeStack,
  matchLayers,
  type Brief,
  type Preferences,
  type Stack,
} from '@sgraffa/core';

/** What may run in this worker: judging stacks of layers. */
const matchWorker = {
  match: (brief: Brief, preferences: Preferences) => matchLayers(brief, catalogue(), preferences),
  judge: (stack: Stack, brief: Brief, preferences: Preferences) => ({
    ...judgeStack(stack, brief, catalogue(), preferences),
    candidate: candidateOfStack(stack, brief, catalogue(), preferences),
  }),
};

export type MatchWorker = typeof matchWorker;

expose(matchWorker);
