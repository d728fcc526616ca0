import type { BenchEvent, StepEvent } from '../piece/index.ts';

type Marks = Readonly<Record<string, Readonly<Record<string, string>>>>;

/** "ground#2~3" as the operation, coat and group of an event. */
const ofStep = (stepId: string): { operationId: string; coat: number; group?: number } => {
  const [, operationId = '', coat = '1', group] = /^(.+)#(\d+)(?:~(\d+))?$/.exec(stepId) ?? [];
  return { operationId, coat: Number(coat), ...(group === undefined ? {} : { group: Number(group) }) };
};

/** Events of steps that are marked done, and of tries that failed: by piece and step, the instant. */
export const marked = (done: Marks, failed: Marks = {}): BenchEvent[] => {
  const events = (marks: Marks, kind: 'done' | 'failed'): BenchEvent[] =>
    Object.entries(marks).flatMap(([pieceId, steps]) =>
      Object.entries(steps).map(([stepId, at]): BenchEvent => {
        const about = { id: `${kind}-${pieceId}-${stepId}`, at, pieceId, partId: 'part', ...ofStep(stepId) };
        return kind === 'done' ? { ...about, kind } : { ...about, kind, note: '', symptom: null };
      }),
    );
  return [...events(done, 'done'), ...events(failed, 'failed')];
};

let made = 0;

/** An event of a step, whole, with an id of its own. */
export const stepEvent = (
  kind: StepEvent['kind'],
  pieceId: string,
  { partId, key, coat }: { readonly partId: string; readonly key: string; readonly coat: number },
  at: string,
  copies?: readonly number[],
  found?: string,
): BenchEvent =>
  ({
    id: `made-${(made += 1)}`,
    at,
    pieceId,
    partId,
    operationId: key,
    coat,
    kind,
    ...(copies ? { copies } : {}),
    ...(kind === 'checked' ? { found } : {}),
    ...(kind === 'failed' || kind === 'scrapped' ? { note: '', symptom: null } : kind === 'mended' ? { note: '' } : {}),
  }) as BenchEvent;
