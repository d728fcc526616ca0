import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useSyncExternalStore } from 'react';
import { z } from 'zod';
import { failed, readCutterState, type CutJob, type CutterState, type Outcome } from '@sgraffa/core';

/** The cutter of this server: a simulated stand-in until one is wired up. */
const CUTTER = '/api/cutter/bench';
const KEY = ['cutter'] as const;
const PATIENCE_MS = 8000;
const RUNNING_MS = 700;
const STILL_MS = 5000;

/** What is written on a job, to be read when it has ended: whatever page is open then. */
const aboutSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('sheet'),
    pieceId: z.string(),
    pieceName: z.string(),
    designId: z.string(),
    productId: z.string(),
    stepId: z.string().nullable(),
    sheet: z.string(),
    number: z.number(),
    of: z.number(),
    pathMm: z.number(),
    pieces: z.array(z.tuple([z.number(), z.number()])),
  }),
  z.strictObject({ kind: z.literal('strip'), productId: z.string(), canId: z.string().nullable() }),
]);
export type JobAbout = z.output<typeof aboutSchema>;

/** What a job of a sheet is about, as it is written on it. */
export const aboutSheet = (
  { sheet, number, of, pathMm, pieces }: CutJob,
  whose: Pick<Extract<JobAbout, { kind: 'sheet' }>, 'pieceId' | 'pieceName' | 'designId' | 'productId' | 'stepId'>,
): JobAbout => ({
  kind: 'sheet',
  ...whose,
  sheet,
  number,
  of,
  pathMm,
  pieces: pieces.map((piece) => [piece.number, piece.endMm]),
});

/** What the job of a cutter is about; null where it has none, or one that nobody here wrote on. */
export const aboutOf = (state: CutterState | null): JobAbout | null => {
  if (!state?.job) return null;
  try {
    const read = aboutSchema.safeParse(JSON.parse(state.job.about));
    return read.success ? read.data : null;
  } catch {
    return null;
  }
};

const UNREACHED = failed({
  code: 'no-cutter',
  given: 'The cutter cannot be reached.',
  allowed: 'a cutter that is switched on, and this page open from its server.',
  todo: 'Save the files instead.',
});

/** Asks the cutter, or tells it something; what it says is read, never trusted. */
const spoken = async (path: string, body?: unknown): Promise<Outcome<{ value: CutterState }>> => {
  if (!navigator.onLine) return UNREACHED;
  try {
    const answer = await fetch(`${CUTTER}${path}`, {
      signal: AbortSignal.timeout(PATIENCE_MS),
      ...(body === undefined ? {} : { method: 'PUT', body: JSON.stringify(body) }),
    });
    const read = (await answer.json()) as { problems?: unknown };
    if (answer.ok) return readCutterState(read);
    const problems = z
      .array(z.object({ code: z.string(), given: z.string(), allowed: z.string(), todo: z.string() }))
      .min(1)
      .safeParse(read.problems);
    return problems.success ? failed(...problems.data) : UNREACHED;
  } catch {
    return UNREACHED;
  }
};

const FLAG = 'sgraffa.cutting';
const listeners = new Set<() => void>();
const flag = (): string | null => localStorage.getItem(FLAG);
/** Waits for the end of a job on whatever page is open; null: for none. */
export const awaitJob = (id: string | null): void => {
  if (id === null) localStorage.removeItem(FLAG);
  else localStorage.setItem(FLAG, id);
  for (const listener of listeners) listener();
};
/** Whether the end of a job of this browser is waited for. */
export const useIsAwaited = (): boolean =>
  useSyncExternalStore((listener) => {
    listeners.add(listener);
    window.addEventListener('storage', listener);
    return () => {
      listeners.delete(listener);
      window.removeEventListener('storage', listener);
    };
  }, flag) !== null;

export interface Cutter {
  readonly state: CutterState | null;
  /** Why it is not there; null while it is asked, and where it is. */
  readonly problems: Extract<Outcome<object>, { ok: false }>['problems'];
  /** Tells it something; what it says then is shown at once. */
  readonly tell: (path: string, body?: unknown) => Promise<Outcome<{ value: CutterState }>>;
}

/** The cutter as it is now, asked again and again while it is looked at. */
export const useCutter = (isWatched = true): Cutter => {
  const client = useQueryClient();
  const { data } = useQuery({
    queryKey: KEY,
    queryFn: () => spoken(''),
    enabled: isWatched,
    refetchInterval: ({ state }) => (state.data?.ok && state.data.value.status === 'cutting' ? RUNNING_MS : STILL_MS),
    networkMode: 'always',
    staleTime: 0,
  });
  return {
    state: data?.ok ? data.value : null,
    problems: data && !data.ok ? data.problems : [],
    tell: async (path, body = {}) => {
      const answer = await spoken(path, body);
      if (answer.ok) client.setQueryData(KEY, answer);
      return answer;
    },
  };
};
