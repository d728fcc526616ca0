import { Button, VisuallyHidden } from '@mantine/core';
import { useElementSize } from '@mantine/hooks';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { alarmsDue, formatDuration, type Timer } from '@sgraffa/core';
import { database } from '../store/start.ts';
import { RungAlarms } from './alarms.ts';
import { ring } from './ring.ts';
import { saidOf, shownTimers } from './timerWords.ts';
import { benchClock, NOT_YET, useBenchNow, useJump, useTimers } from './useTimers.ts';
import './timers.css';

const rung = new RungAlarms(database);
const SHOWN = 3;
const WAVES = 14;
/** A tab behind others lets one in front ring first. */
const HIDDEN_WAITS_MS = 4000;
const FLASH_MS = 12_000;

/** The wet edge of a drying band: wavy at first, calm when it is due. */
const wetEdge = (progress: number): string => {
  const rise = 5 * (1 - progress);
  const step = 100 / WAVES;
  const waves = Array.from({ length: WAVES }, (_, index) => `q${step / 2} ${index % 2 ? rise : -rise} ${step} 0`).join(
    '',
  );
  return `M0 6${waves}V12H0Z`;
};

const Band = ({ timer, now }: { timer: Timer; now: number }) => {
  const { count, word, isDue, isOver, progress } = saidOf(timer, now);
  return (
    <li className={`sg-timer${isDue ? ' is-due' : ''}${isOver ? ' is-over' : ''}`}>
      <svg viewBox="0 0 100 12" preserveAspectRatio="none" aria-hidden>
        <path d={wetEdge(isDue ? 1 : progress)} />
      </svg>
      <Link to={`/bench?at=${encodeURIComponent(`${timer.pieceId}/${timer.thenId}`)}`} title={timer.todo}>
        <strong>{timer.label}</strong> <span>{timer.piece}</span>
      </Link>
      <span className="sg-timer-count">
        <b>{count}</b> {word}
      </span>
    </li>
  );
};

/** Rings what is due and has not rung in any tab; tells what rang last. */
const useRinging = (timers: readonly Timer[], now: number, ahead: number): string | null => {
  const [last, setLast] = useState<{ readonly words: string; readonly at: number } | null>(null);
  const second = Math.floor(now / 1000);
  useEffect(() => {
    // where the device may have slept, what would be due by then is told at once: too soon hurts nobody
    const late = (document.visibilityState === 'hidden' ? now - HIDDEN_WAITS_MS : now) + ahead;
    const due = alarmsDue(timers, new Set(), new Date(late).toISOString());
    if (due.length)
      void rung
        .claim(due, new Date(now).toISOString())
        .then((fresh) => {
          for (const { id, words } of fresh) {
            const timer = timers.find(({ alarms }) => alarms.some((alarm) => alarm.id === id));
            ring(id, words, timer ? `${timer.piece}. ${timer.todo}` : '');
            setLast({ words: `${words}, ${timer?.piece ?? ''}`, at: now });
          }
        })
        .catch(() => undefined);
    // once a second is often enough
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [timers, second, ahead]);
  return last && now - last.at < FLASH_MS ? last.words : null;
};

/** What is due stands in the title of the page too. */
const useTitle = (timers: readonly Timer[], now: number): void => {
  const due = timers.find(({ dueAt, kind }) => Date.parse(dueAt) <= now && kind !== 'dry' && kind !== 'opens');
  const words = due ? `● ${due.label}` : null;
  useEffect(() => {
    const before = document.title.replace(/^● .* · /, '');
    document.title = words ? `${words} · ${before}` : before;
  }, [words]);
};

/** The timers of the bench, on every page: drying bands, the next due lowest. */
const TimerStrip = () => {
  const timers = useTimers();
  const now = useBenchNow();
  const { jump, answer } = useJump();
  const rang = useRinging(timers, now, Math.max(0, jump ?? 0));
  useTitle(timers, now);
  useEffect(() => void rung.forgetOld(Date.now()).catch(() => undefined), []);
  const { shown, further } = shownTimers(timers, now, SHOWN);
  const isQuiet = timers !== NOT_YET && timers.length === 0 && jump === null;
  useEffect(() => {
    // nothing runs that would be counted wrong
    if (isQuiet) benchClock.settle();
  }, [isQuiet]);
  const { ref, height } = useElementSize<HTMLElement>();
  useEffect(() => {
    document.documentElement.style.setProperty('--sg-timers-height', `${Math.ceil(height)}px`);
    return () => void document.documentElement.style.removeProperty('--sg-timers-height');
  }, [height]);
  if (!shown.length && jump === null) return null;
  return (
    <section ref={ref} className={`sg-timers${rang ? ' is-ringing' : ''}`} aria-label="Timers">
      {jump !== null && (
        <div className="sg-jump" role="alert">
          <p>
            The clock of this device jumped {jump > 0 ? 'ahead' : 'back'} by {formatDuration(Math.abs(jump) / 60_000)}.
            What runs goes on by the time that passed; look at it now all the same.
          </p>
          <Button variant="outline" onClick={() => answer(false)}>
            The clock was set
          </Button>
          {jump > 0 && (
            <Button variant="outline" onClick={() => answer(true)}>
              It slept: count that time
            </Button>
          )}
        </div>
      )}
      <VisuallyHidden role="status">{rang ?? ''}</VisuallyHidden>
      {further > 0 && <p className="sg-quiet">and {further} later</p>}
      <ul className="sg-plain-list">
        {shown.map((timer) => (
          <Band key={`${timer.id} ${timer.copies?.join() ?? ''}`} timer={timer} now={now} />
        ))}
      </ul>
    </section>
  );
};

export default TimerStrip;
