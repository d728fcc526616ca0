import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { wrap, type Remote } from 'comlink';
import type { Description, BenchOwn } from '@sgraffa/core';
import type { DescribeWorker } from './describe.worker.ts';

let shared: Remote<DescribeWorker> | undefined;
const worker = (): Remote<DescribeWorker> =>
  (shared ??= wrap<DescribeWorker>(new Worker(new URL('./describe.worker.ts', import.meta.url), { type: 'module' })));

/** What a line says; for the moment of pressing the button, when the last letters may not have been read yet. */
export const readLine = (line: string, own: BenchOwn, now: string): Promise<Description> =>
  worker().read(line, own, now);

const READ_FOR_MS = 60_000;

/** What a line says, as it is typed: the last reading stays until the next is there. */
export const useReading = (line: string, own: BenchOwn | null, now: string) =>
  useQuery({
    queryKey: ['line', line, own, now.slice(0, 10)],
    queryFn: () => readLine(line, own!, now),
    enabled: own !== null && line.trim() !== '',
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: READ_FOR_MS,
  });
