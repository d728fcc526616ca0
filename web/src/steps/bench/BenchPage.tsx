import { Button } from '@mantine/core';
import { useEffect, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { sayWhen } from '@sgraffa/core';
import { useBenchNow } from '../../timers/useTimers.ts';
import { EndPart } from './EndPart.tsx';
import { HeldUpPart } from './HeldUpPart.tsx';
import { StepView } from './StepView.tsx';
import { addressOf, useBenchModel } from './useBenchModel.ts';
import './bench.css';

/** Keeps the screen of a tablet from going dark while somebody works by it; says so where it cannot. */
const useAwake = (): boolean => {
  const [isAwake, setAwake] = useState(true);
  useEffect(() => {
    let lock: WakeLockSentinel | null = null;
    const hold = () => {
      if (document.visibilityState !== 'visible') return;
      if (!('wakeLock' in navigator)) {
        setAwake(false);
        return;
      }
      navigator.wakeLock.request('screen').then(
        (held) => {
          lock = held;
          setAwake(true);
        },
        () => setAwake(false),
      );
    };
    hold();
    document.addEventListener('visibilitychange', hold);
    return () => {
      document.removeEventListener('visibilitychange', hold);
      lock?.release().catch(() => undefined);
    };
  }, []);
  return isAwake;
};

/** The bench: one step at a time, over all pieces. */
export const BenchPage = () => {
  const [search] = useSearchParams();
  const model = useBenchModel(search.get('piece'));
  const now = useBenchNow();
  const isAwake = useAwake();
  const [isEnding, setEnding] = useState(false);
  if (!model) return <p className="sg-page sg-quiet">The bench is being laid out…</p>;
  const { open, session, pieces, choose, next } = model;
  if (!open)
    return (
      <section className="sg-page">
        <h1>Nothing to do at the bench</h1>
        <p>
          {model.isPlanning
            ? 'Being dated…'
            : 'Choose layers for a piece, and its steps come here one after the other.'}{' '}
          <Link to="/pieces">All pieces</Link>
        </p>
        <HeldUpPart />
      </section>
    );
  const others = session.filter((one) => one !== open.session).slice(0, 4);
  const instant = new Date(now).toISOString();
  return (
    <div className="sg-bench">
      <StepView key={addressOf(open.session)} model={model} open={open} now={now} next={next} />
      <section className="sg-bench-next" aria-label="What else is on the bench">
        <h2>Then</h2>
        <ul className="sg-plain-list">
          {others.map((one) => (
            <li key={addressOf(one)}>
              <button type="button" className="sg-bench-other" onClick={() => choose(one)}>
                <strong>{one.step.label}</strong> <span>{pieces.get(one.pieceId)?.name}</span>
                <span className="sg-quiet">
                  {one.when === 'running'
                    ? 'under way'
                    : one.when === 'now'
                      ? 'can be begun'
                      : one.when === 'maybe'
                        ? 'may be dry: feel it'
                        : one.from
                          ? `from ${sayWhen(one.from, open.zone, instant)}`
                          : `after: ${one.waitsFor}`}
                </span>
              </button>
            </li>
          ))}
        </ul>
        {!isAwake && <p className="sg-quiet">This browser cannot keep the screen awake: set that on the device.</p>}
        <div className="sg-buttons">
          <Button variant="outline" size="md" onClick={() => setEnding(true)}>
            End for today
          </Button>
          <Button variant="outline" size="md" component={Link} to="/log">
            What was done
          </Button>
        </div>
      </section>
      <HeldUpPart />
      {isEnding && <EndPart model={model} now={now} close={() => setEnding(false)} />}
    </div>
  );
};
