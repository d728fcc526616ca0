import { lazy, Suspense } from 'react';
import { useBench, useMayRun, useWatchedBench } from '../store/bench.ts';

const Learning = lazy(() => import('./Learning.tsx'));
const TimerStrip = lazy(() => import('../timers/TimerStrip.tsx'));
const CutWatch = lazy(() => import('../steps/cutter/CutWatch.tsx'));

/** What goes on whatever page is open: the bench is watched, timers ring, the cutter is listened to, events teach. */
const AtWork = () => {
  useWatchedBench();
  const mayRun = useMayRun();
  const hasEvents = (useBench()?.events.length ?? 0) > 0;
  return (
    <>
      <Suspense>{mayRun && <TimerStrip />}</Suspense>
      <Suspense>{mayRun && <CutWatch />}</Suspense>
      <Suspense>{hasEvents && <Learning />}</Suspense>
    </>
  );
};

export default AtWork;
