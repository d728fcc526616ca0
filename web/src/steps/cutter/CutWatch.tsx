import { useEffect, useRef } from 'react';
import { copiesWords, FAILURE_WORDS, piecesThrough, type BenchEvent, type CutterState, type Step } from '@sgraffa/core';
import { useBench } from '../../store/bench.ts';
import { aboutOf, awaitJob, useCutter, useIsAwaited, type JobAbout } from '../../store/cutter.ts';
import { eventOf, sheetCutOf } from '../../store/events.ts';
import { database } from '../../store/start.ts';
import { RungAlarms } from '../../timers/alarms.ts';
import { benchNow, isClockAsked, useBenchNow } from '../../timers/useTimers.ts';
import { useMark } from '../../ui/stepMarks.ts';
import { usePlannedWeek } from '../../workers/planClient.ts';

/** Ends of jobs that were told: by one tab, once, as alarms ring. */
const told = new RungAlarms(database);

/** What the end of a sheet is, as facts: what of it is good, and that it failed where it did. */
const factsOfEnd = (
  { job, failure, cutMm }: CutterState,
  about: Extract<JobAbout, { kind: 'sheet' }>,
  step: Step | undefined,
  at: string,
): { readonly events: readonly BenchEvent[]; readonly words: string } => {
  const pieces = about.pieces.map(([number, endMm]) => ({ number, endMm, name: '' }));
  const through = piecesThrough({ pieces, pathMm: about.pathMm }, cutMm, job!.passes, failure);
  const missing = pieces.flatMap(({ number }) => (through.includes(number) ? [] : [number]));
  const sheet = about.of > 1 ? `Sheet ${about.number} of ${about.of}` : 'The sheet';
  const of = (numbers: readonly number[]) =>
    numbers.length === pieces.length
      ? 'all of it'
      : `${numbers.length === 1 ? 'piece' : 'pieces'} ${copiesWords(numbers)}`;
  const words =
    failure === null
      ? `${sheet} was cut.`
      : `${sheet}: ${FAILURE_WORDS[failure].happened}. Missing: ${missing.length ? of(missing) : 'nothing'}.`;
  const { pieceId, designId, productId, stepId } = about;
  const isFailed = failure !== null && failure !== 'stopped' && step !== undefined;
  // of a failure the log holds what went wrong, and beside it what is good
  const good = through.length ? `${of(through)} cut` : 'nothing of it is good';
  const note = isFailed ? `${sheet}: ${good}.` : words;
  const cut = sheetCutOf(`cut-${job!.id}`, pieceId, stepId, at, note, {
    designId,
    productId,
    sheet: about.sheet,
    pieces: through,
    isLost: false,
  });
  // who stopped it knows why: that is no failure
  if (!isFailed) return { events: [cut], words };
  const { symptom } = FAILURE_WORDS[failure];
  const failed = { ...eventOf('failed', pieceId, step, at), id: `cutf-${job!.id}`, note: words, symptom } as BenchEvent;
  return { events: [cut, failed], words };
};

/** Waits, on whatever page, for the end of what this browser cuts, and keeps what the cutter says of it. */
const CutWatch = () => {
  const second = Math.floor(useBenchNow() / 1000);
  const { state } = useCutter(useIsAwaited());
  const bench = useBench();
  const { answer } = usePlannedWeek();
  const mark = useMark();
  const busy = useRef(false);
  useEffect(() => {
    if (!state?.job || !bench || busy.current || isClockAsked()) return;
    if (state.status !== 'done' && state.status !== 'failed') return;
    const about = aboutOf(state);
    if (about?.kind !== 'sheet') return awaitJob(null);
    const steps = answer?.ok ? answer.week.steps[about.pieceId] : undefined;
    // which step failed is known once the bench is planned
    if (about.stepId !== null && !answer) return;
    if (!bench.pieces.some(({ id }) => id === about.pieceId)) return awaitJob(null);
    busy.current = true;
    const at = benchNow();
    const { events, words } = factsOfEnd(
      state,
      about,
      steps?.find(({ id }) => id === about.stepId),
      at,
    );
    void told
      .claim([{ id: `cut ${state.job.id}` }], at)
      .then((fresh) => (fresh.length ? mark(events, words.replace(/[:.].*$/s, ''), at) : undefined))
      .finally(() => {
        busy.current = false;
        awaitJob(null);
      });
    // looked at once a second while something is awaited, and whenever what it needs has come
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [state?.status, state?.job?.id, second, bench === undefined, answer === undefined]);
  return null;
};

export default CutWatch;
