import { queryOptions, useQuery } from '@tanstack/react-query';
import { afterFirstPicture } from '../ui/quiet.ts';
import type { Bench } from './workspaceStore.ts';

/** The bench, opened and, on the very first start, laid out; what reads and checks it is fetched for that. */
export const benchQuery = queryOptions({
  queryKey: ['bench'],
  queryFn: async (): Promise<Bench> => (await afterFirstPicture(() => import('./opening.ts'))).openBench(),
  staleTime: Infinity,
});

/** The bench as it is kept; changes of any tab arrive by themselves. */
export const useBench = (): Bench | undefined => useQuery(benchQuery).data;
