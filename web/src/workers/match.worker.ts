import { expose } from 'comlink';
import {
  candidateOfStack,
  catalogue,
  judgeStack,
  matchLayers,
  surveyCatalogue,
  whyNot,
  type Brief,
  type Preferences,
  type Schools,
  type Stack,
} from '@sgraffa/core';

/** What may run in this worker: judging stacks of layers. */
const matchWorker = {
  match: (brief: Brief, preferences: Preferences) => matchLayers(brief, catalogue(), preferences),
  /** The layers of the first answer, each in words; none where nothing stands. */
  first: (brief: Brief, preferences: Preferences): readonly string[] => {
    const [best] = matchLayers(brief, catalogue(), { ...preferences, withoutMends: true }).ranked;
    const slots = best && catalogue().methodById.get(best.methodId)?.slots;
    return (best?.stack.operations ?? []).map((operation) => {
      if (operation.op === 'treat') return 'heat';
      if (operation.op === 'remove') return `${operation.what} off, ${operation.school}`;
      const label = slots?.find(({ id }) => id === operation.id)?.label ?? 'prepare';
      return `${label}: ${catalogue().productById.get(operation.productId)?.name ?? operation.productId}`;
    });
  },
  survey: (schools: Schools) => surveyCatalogue(catalogue(), schools),
  whyNot: (productId: string, brief: Brief, preferences: Preferences) =>
    whyNot(productId, brief, catalogue(), preferences),
  judge: (stack: Stack, brief: Brief, preferences: Preferences) => ({
    ...judgeStack(stack, brief, catalogue(), preferences),
    candidate: candidateOfStack(stack, brief, catalogue(), preferences),
  }),
};

export type MatchWorker = typeof matchWorker;

expose(matchWorker);
