import { expose } from 'comlink';
import {
  dwellCurve,
  estimateDwell,
  learntOf,
  patchesOf,
  type BenchOwn,
  type DwellQuestion,
  type Lessons,
} from '@sgraffa/core';
import { catalogueOf } from './usersCatalogue.ts';

/** What is learnt from, with what the user laid over the catalogue in its place. */
export type LearnAsked = Omit<Lessons, 'catalogue'> & { readonly own: BenchOwn };

/** What may run in this worker: what the maker's own doing teaches. */
const learnWorker = {
  /** Without what was learnt before: that would count twice. */
  learn: ({ own, ...lessons }: LearnAsked) => learntOf({ ...lessons, catalogue: catalogueOf({ ...own, learnt: [] }) }),
  patches: ({ own, ...lessons }: LearnAsked) => {
    const known = catalogueOf({ ...own, learnt: [] });
    return patchesOf({ ...lessons, catalogue: known });
  },
  dwell: (question: DwellQuestion, times: readonly number[]) => ({
    estimate: estimateDwell(question),
    curve: dwellCurve(question, times),
  }),
};

export type LearnWorker = typeof learnWorker;

expose(learnWorker);
