import { expose } from 'comlink';
import {
  candidateOfStack,
  judgeStack,
  matchLayers,
  slotOf,
  surveyCatalogue,
  whyNot,
  type Brief,
  type Schools,
  type Stack,
  type Trial,
  type BenchOwn,
} from '@sgraffa/core';
import { catalogueOf } from './usersCatalogue.ts';

/** By what a piece is judged besides its own facts: schools, the user's trials, products and figures. */
export interface Judging {
  readonly schools: Schools;
  readonly trials: readonly Trial[];
  readonly own: BenchOwn;
}

/** What may run in this worker: judging stacks of layers. */
const matchWorker = {
  match: (brief: Brief, { own, ...preferences }: Judging) => matchLayers(brief, catalogueOf(own), preferences),
  /** The layers of the first answer, each in words; none where nothing stands. */
  first: (brief: Brief, { own, ...preferences }: Judging): readonly string[] => {
    const all = catalogueOf(own);
    const [best] = matchLayers(brief, all, { ...preferences, withoutMends: true }).ranked;
    return (best?.stack.operations ?? []).map((operation) => {
      if (operation.op === 'treat') return 'heat';
      if (operation.op === 'remove') return `${operation.what} off, ${operation.school}`;
      const label = slotOf(best!.stack, operation.id, all)?.label ?? 'prepare';
      return `${label}: ${all.productById.get(operation.productId)?.name ?? operation.productId}`;
    });
  },
  survey: ({ own, schools }: Judging) => surveyCatalogue(catalogueOf(own), schools),
  whyNot: (productId: string, brief: Brief, { own, ...preferences }: Judging) =>
    whyNot(productId, brief, catalogueOf(own), preferences),
  judge: (stack: Stack, brief: Brief, { own, ...preferences }: Judging) => ({
    ...judgeStack(stack, brief, catalogueOf(own), preferences),
    candidate: candidateOfStack(stack, brief, catalogueOf(own), preferences),
  }),
};

export type MatchWorker = typeof matchWorker;

expose(matchWorker);
