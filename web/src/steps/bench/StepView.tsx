import { checksOf } from '@sgraffa/core';
import { Button, Kbd } from '@mantine/core';
import { useHotkeys } from '@mantine/hooks';
import { lazy, Suspense, useState } from 'react';
import { Link } from 'react-router';
import {
  COAT_FINDINGS,
  DWELL_FINDINGS,
  formatDuration,
  sayWhen,
  repeatedCauses,
  warningsAt,
  type Hazard,
  type RepeatedCause,
  type Step,
  type Timer,
} from '@sgraffa/core';
import { useBench } from '../../store/bench.ts';
import { saidOf } from '../../timers/timerWords.ts';
import { Section } from '../../ui/section/Section.tsx';
import { TakenPart } from '../../ui/TakenPart.tsx';
import { TakesWords } from '../../ui/TakesWords.tsx';
import { capitalised } from '../../ui/words.ts';
import { useAmountsOf } from '../../workers/amountsClient.ts';
import { AirPart } from './AirPart.tsx';
import { acknowledge, acknowledged } from './acknowledged.ts';
import { CopiesPick } from './CopiesPick.tsx';
import { CountsPart } from './CountsPart.tsx';
import { FailPart } from './FailPart.tsx';
import { largeOf, type Large } from './largeOf.ts';
import { LooksPart } from './LooksPart.tsx';
import { sectionOf } from './sectionOf.ts';
import { useAir } from './useAir.ts';
import { rescueAddress } from '../../ui/rescueAddress.ts';
import type { BenchModel, OpenStep } from './useBenchModel.ts';
import { coatBefore, useStepActions, type Actions } from './useStepActions.ts';
import { openCamera, PictureButton } from './PictureButton.tsx';
import { VoicesPart } from './VoicesPart.tsx';

/** With all of the artwork's lay-out: only where something is cut. */
const CutAtBench = lazy(() => import('../cutter/CutAtBench.tsx'));

interface Props {
  readonly model: BenchModel;
  readonly open: OpenStep;
  /** Ms since 1970. */
  readonly now: number;
  readonly next: () => void;
}

const Waits = ({ open, now }: { open: OpenStep; now: number }) => {
  const { session, zone } = open;
  const instant = new Date(now).toISOString();
  if (session.when === 'now' || session.when === 'running') return null;
  return (
    <p className="sg-bench-waits">
      {session.when === 'maybe' ? 'May be dry: feel it first. Surely ' : 'Not yet: '}
      {session.waitsFor}
      {session.from && <>, from {sayWhen(session.from, zone, instant)}</>}.
    </p>
  );
};

/** What is done, what right looks like, what has to lie ready. */
const StepWords = ({ step }: { step: Step }) => (
  <>
    <p>{capitalised(step.detail)}</p>
    {checksOf(step).map(({ name, words }) => (
      <p key={name}>
        <strong>{name}:</strong> {words}
      </p>
    ))}
    {step.needs.length > 0 && (
      <p>
        <strong>Needed:</strong> {step.needs.join(', ')}.
      </p>
    )}
  </>
);

const Cautions = ({ hazards, isUnread }: { hazards: readonly Hazard[]; isUnread: boolean }) =>
  hazards.length > 0 && (
    <section className={isUnread ? 'sg-bench-cautions is-unread' : 'sg-bench-cautions'} aria-label="Cautions">
      {hazards.map(({ id, name, cautions }) => (
        <p key={id}>
          <strong>{name}:</strong> {cautions.join(' ')}
        </p>
      ))}
      <p className="sg-quiet">The label, its safety data sheet and local rules come first.</p>
    </section>
  );

/** What has gone wrong at such a step on this bench, before it does again. */
const GoneWrong = ({ repeated }: { repeated: readonly RepeatedCause[] }) =>
  repeated.map(({ causeId, productId, name, count, prevents }) => (
    <p key={`${causeId} ${productId}`} className="sg-sign is-caution" role="note">
      {count === 1 ? 'Once' : `${count} times`} on this bench: {name.charAt(0).toLowerCase()}
      {name.slice(1)}. {prevents.join(' ')}
    </p>
  ));

const MOST_TIMERS = 4;

/** The section with the bands of this step lit, and what runs of it. */
const Beside = ({ open, now }: { open: OpenStep; now: number }) => {
  const section = sectionOf(open, new Date(now).toISOString());
  return (
    <aside className="sg-bench-section" aria-label="Section of the piece">
      {section && <Section model={section.model} lit={section.lit} onPick={() => undefined} />}
      <div className="sg-bench-timers">
        {open.timers.slice(0, MOST_TIMERS).map((timer) => {
          const said = saidOf(timer, now);
          return (
            <p key={`${timer.id} ${timer.copies?.join() ?? ''}`} className="sg-bench-timer">
              <b>{said.count}</b> {said.word} · {timer.label}
            </p>
          );
        })}
      </div>
    </aside>
  );
};

/** Whether keys go into a field. */
const isWriting = (target: EventTarget | null): boolean =>
  target instanceof HTMLTextAreaElement ||
  (target instanceof HTMLInputElement && !['checkbox', 'radio', 'button', 'file'].includes(target.type));

/** Copies that are to be looked at or rinsed by now. */
const copiesDue = (timers: readonly Timer[], now: number): number[] => {
  const due = timers.filter(({ kind, dueAt }) => (kind === 'look' || kind === 'rinse') && Date.parse(dueAt) <= now);
  return [...new Set(due.flatMap(({ copies }) => copies ?? [0]))];
};

/** What a look at what lies there, or a fingertip on the coat before, finds. */
const WhatIsSeen = ({
  actions,
  before,
  looked,
  isRunning,
  done,
}: {
  actions: Actions;
  before: Step | undefined;
  looked: readonly number[];
  isRunning: boolean;
  done: () => void;
}) => {
  const copies = looked.length ? looked : actions.progress.lying;
  if (isRunning)
    return (
      <LooksPart
        label="What do you see?"
        question={`${actions.words(copies, 'What do you see on')}?`}
        findings={DWELL_FINDINGS}
        say={(found) => {
          actions.look(found, copies);
          done();
        }}
      />
    );
  return (
    before && (
      <LooksPart
        label="What do you feel?"
        question={`With a fingertip, “${before.label}” is`}
        findings={COAT_FINDINGS}
        say={(found) => {
          actions.look(found, before.copies ?? [0], before);
          done();
        }}
      />
    )
  );
};

/** The one large action, and the others that the step allows. */
const Acts = ({
  open,
  actions,
  large,
  next,
  check,
  before,
  begin,
  fail,
}: {
  open: OpenStep;
  actions: Actions;
  large: Large;
  next: () => void;
  check: () => void;
  before: Step | undefined;
  /** Begins although it should wait; null where that is not offered. */
  begin: (() => void) | null;
  fail: () => void;
}) => {
  const { step } = open;
  const { lying, through, done } = actions.progress;
  const isRunning = lying.length + through.length > 0;
  const hasDwell = step.clocks.some(({ kind }) => kind === 'dwell');
  return (
    <div className="sg-bench-actions">
      <Button className="sg-bench-large" onClick={large.run}>
        {large.label} <Kbd>space</Kbd>
      </Button>
      {step.gate && isRunning && (
        <Button variant="outline" size="xl" onClick={() => actions.judge('failed')}>
          It failed
        </Button>
      )}
      {((hasDwell && lying.length > 0) || before) && (
        <Button variant="outline" size="xl" onClick={check}>
          {before ? 'Feel it' : 'Look'} <Kbd>c</Kbd>
        </Button>
      )}
      {!step.gate && (isRunning || done.length > 0) && (
        <Button variant="outline" size="xl" onClick={fail}>
          Failed <Kbd>f</Kbd>
        </Button>
      )}
      {begin && (
        <Button variant="outline" size="xl" onClick={begin}>
          Begin all the same
        </Button>
      )}
      <PictureButton open={open} />
      {large.run !== next && (
        <Button variant="outline" size="xl" onClick={next}>
          Next <Kbd>n</Kbd>
        </Button>
      )}
    </div>
  );
};

/** The open step as large as it is read from arm's length, with its one large action. */
export const StepView = (props: Props) => {
  const { model, open, now, next } = props;
  const { piece, step, steps, state, session, catalogue, timers } = open;
  const [picked, setPicked] = useState<readonly number[] | null>(null);
  const [isFailing, setFailing] = useState(false);
  const [read, setRead] = useState(acknowledged);
  const [isLooking, setLooking] = useState(false);
  const actions = useStepActions(open, model.events, now, open.said, () => model.choose(open.session));
  const air = useAir(open, model.events, now);
  const { amounts } = useAmountsOf(piece.id);
  const bench = useBench();
  const { progress } = actions;
  const hazards = step.hazards.flatMap((id) => catalogue.hazardById.get(id) ?? []);
  const unread = hazards.filter(({ id, isGrave }) => isGrave && !read.has(id));
  const hasDwell = step.clocks.some(({ kind }) => kind === 'dwell');
  const running = [...progress.lying, ...progress.through];
  const dueCopies = copiesDue(timers, now).filter((copy) => progress.lying.includes(copy));
  const looked = (picked ?? dueCopies).filter((copy) => progress.lying.includes(copy));
  const all = picked ?? [...state.byCopy.keys()].filter((copy) => !state.byCopy.get(copy)!.doneAt);
  const before = running.length ? undefined : coatBefore(open);

  const large = largeOf({
    open,
    progress,
    actions,
    dueCopies,
    picked,
    all,
    isRead: !unread.length,
    isNoGo: air?.advice.verdict === 'noGo',
    read: () => {
      acknowledge(unread.map(({ id }) => id));
      setRead(acknowledged());
    },
    look: () => setLooking(true),
    next,
  });
  const check = () => setLooking(true);
  const onKey = (run: () => void) => (event: KeyboardEvent) => {
    if (isWriting(event.target)) return;
    // what has the focus is pressed by itself
    if (event.key === ' ' && event.target !== document.body) return;
    event.preventDefault();
    run();
  };
  useHotkeys(
    [
      ['space', onKey(large.run), { preventDefault: false }],
      ['c', onKey(check)],
      ['f', onKey(() => setFailing(true))],
      ['n', onKey(next)],
      ['p', onKey(openCamera)],
    ],
    [],
  );
  const instant = new Date(now).toISOString();
  const uses = running.length && !step.gate ? actions.uses(all) : [];
  const canBeginAnyway =
    !running.length && !unread.length && (session.when === 'later' || air?.advice.verdict === 'noGo');
  return (
    <article className="sg-bench-step" aria-label="The step">
      <header>
        <p className="sg-over">
          <Link to={`/pieces/${piece.id}/plan`}>{piece.name}</Link>
          {piece.quantity > 1 && ` · ${piece.quantity} alike`} · {formatDuration(step.minutes)} ·{' '}
          <Link to={rescueAddress(piece, { operationId: step.key, coat: step.coat })}>Something is wrong</Link>
        </p>
        <h1>{step.label}</h1>
        <Waits open={open} now={now} />
      </header>
      <div className="sg-bench-body">
        <div className="sg-bench-words">
          <StepWords step={step} />
          <TakesWords lines={amounts} step={step} steps={steps} catalogue={catalogue} />
          {air && !running.length && <AirPart open={open} air={air} now={now} />}
          <GoneWrong repeated={warningsAt(step, piece, repeatedCauses(model.events, [...model.pieces.values()]))} />
          <Cautions hazards={hazards} isUnread={unread.length > 0} />
          {piece.quantity > 1 && (step.copies?.length ?? 0) > 1 && (
            <CopiesPick
              label={running.length || progress.done.length ? 'Which of them' : 'For'}
              copies={[...state.byCopy.keys()].filter((copy) => !progress.done.includes(copy))}
              picked={hasDwell && running.length ? looked : all}
              onChange={(copies) => setPicked(copies.length ? copies : null)}
            />
          )}
          <CountsPart open={open} events={model.events} copies={running.length ? running : all} />
          {progress.done.length > 0 && <p className="sg-quiet">{actions.words(progress.done, 'Done')}.</p>}
          {uses.length > 0 && (
            <TakenPart
              uses={uses}
              shelf={bench!.shelf}
              now={instant}
              catalogue={catalogue}
              onChange={actions.correct}
            />
          )}
        </div>
        <Beside open={open} now={now} />
      </div>
      {step.kind === 'cut' && step.places.includes('cutter') && (
        <Suspense>
          <CutAtBench key={`${piece.id} ${step.id}`} pieceId={piece.id} step={step} />
        </Suspense>
      )}
      {isLooking && (
        <WhatIsSeen
          {...{ actions, before, looked, isRunning: running.length > 0 && hasDwell }}
          done={() => {
            setLooking(false);
            setPicked(null);
          }}
        />
      )}
      <Acts
        {...{ open, actions, large, next, check, before }}
        begin={canBeginAnyway ? () => actions.begin(all) : null}
        fail={() => setFailing(true)}
      />
      <VoicesPart />
      {isFailing && <FailPart open={open} close={() => setFailing(false)} />}
    </article>
  );
};
