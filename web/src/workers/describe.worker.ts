import { expose } from 'comlink';
import { describePiece, type BenchOwn } from '@sgraffa/core';
import { catalogueOf } from './usersCatalogue.ts';

/** What may run in this worker: reading a line. The language that it needs is large and stays out of the page. */
const describeWorker = {
  read: (line: string, own: BenchOwn, now: string) => describePiece(line, catalogueOf(own), now),
};

export type DescribeWorker = typeof describeWorker;

expose(describeWorker);
