import { Button } from '@mantine/core';
import { lazy, Suspense } from 'react';
import { Link } from 'react-router';
import { checksOf, formatDuration, sayWhen, type PlannedStep, type Step } from '@sgraffa/core';
import { useBench, useCatalogue, useChanges, useNow } from '../../store/bench.ts';
import { usePatches } from '../../workers/learnClient.ts';
import { usePlannedWeek } from '../../workers/planClient.ts';
import { dayAndTime } from '../../ui/dates.ts';
import { capitalised } from '../../ui/words.ts';
import { groupsOf, surfaceWords } from './groups.ts';
import { LearntPart } from './LearntPart.tsx';
import './patches.css';

const Ladder = lazy(() => import('./Ladder.tsx'));

interface ToTry {
  readonly pieceId: string;
  readonly piece: string;
  readonly step: Step;
  readonly planned: PlannedStep;
}

/** What is to be found out before the work: over all pieces, the soonest first. */
const useToTry = (): readonly ToTry[] | null => {
  const bench = useBench();
  const { answer } = usePlannedWeek();
  if (!bench || !answer) return null;
  if (!answer.ok) return [];
  const { plans, steps } = answer.week;
  return bench.pieces
    .flatMap(({ id, value }) =>
      (plans[id]?.steps ?? []).flatMap((planned): ToTry[] => {
        const step = steps[id]?.find((one) => one.id === planned.stepId);
        return step && (step.kind === 'try' || step.kind === 'look') && !planned.isDone
          ? [{ pieceId: id, piece: value.name, step, planned }]
          : [];
      }),
    )
    .sort((one, other) => Date.parse(one.planned.start) - Date.parse(other.planned.start));
};

const ToTryPart = ({ zone, now }: { zone: string; now: string }) => {
  const toTry = useToTry();
  if (!toTry) return <p className="sg-quiet">Being looked through…</p>;
  if (!toTry.length) return <p>Nothing that you are making has to be tried first.</p>;
  return (
    <ul className="sg-plain-list">
      {toTry.map(({ pieceId, piece, step, planned }) => (
        <li key={`${pieceId} ${step.id}`} className="sg-to-try">
          <div>
            <h3>
              {step.label} <span className="sg-quiet">{piece}</span>
            </h3>
            <p>{capitalised(step.detail)}</p>
            <p>
              {checksOf(step).map(({ name, words }) => (
                <span key={name}>
                  <strong>{name}:</strong> {words}{' '}
                </span>
              ))}
              {step.gate && 'The rest waits for it.'}
            </p>
            <p className="sg-quiet">
              {planned.isRunning ? 'Under way' : capitalised(sayWhen(planned.start, zone, now))} ·{' '}
              {formatDuration(step.minutes)}
            </p>
          </div>
          <Button
            component={Link}
            variant="outline"
            to={`/bench?piece=${pieceId}&at=${encodeURIComponent(`${pieceId}/${step.id}`)}`}
          >
            At the bench
          </Button>
        </li>
      ))}
    </ul>
  );
};

/** Tries of other kinds: what they held or failed for, with their way back. */
const TriedPart = ({ zone, now }: { zone: string; now: string }) => {
  const bench = useBench();
  const catalogue = useCatalogue();
  const { dropTrial } = useChanges();
  const trials = [...(bench?.trials ?? [])].sort((one, other) => (one.at < other.at ? 1 : -1));
  if (!trials.length) return null;
  return (
    <section aria-label="Tried before">
      <h2 className="sg-rule">Tried before</h2>
      <ul className="sg-plain-list">
        {trials.map((trial) => {
          const product = trial.productId ? catalogue.productById.get(trial.productId)?.name : undefined;
          const method = catalogue.methodById.get(trial.methodId)?.name ?? trial.methodId;
          const words = `${product ?? method} on ${surfaceWords(trial.surface, catalogue)}`;
          return (
            <li key={trial.id} className="sg-to-try">
              <p>
                <strong>{trial.result === 'held' ? 'Held' : 'Failed'}:</strong> {words}{' '}
                <span className="sg-quiet">
                  {dayAndTime(trial.at, zone, now)}
                  {trial.conditions && ` · ${trial.conditions}`}
                  {trial.note && ` · ${trial.note}`}
                </span>
              </p>
              <Button
                variant="outline"
                aria-label={`Take back ${words}`}
                onClick={() => void dropTrial(trial.id, `the try of ${words}`)}
              >
                Take back
              </Button>
            </li>
          );
        })}
      </ul>
    </section>
  );
};

/** What has to be found out, what was, and what it teaches. */
export const PatchesPage = () => {
  const bench = useBench();
  const catalogue = useCatalogue();
  const patches = usePatches();
  const now = useNow();
  if (!bench) return <p className="sg-page sg-quiet">Opening…</p>;
  const { zone } = bench.settings.value;
  const groups = groupsOf(patches ?? []);
  return (
    <section className="sg-page sg-patches">
      <h1>Test patches</h1>
      <p className="sg-quiet">
        What nobody knows is tried on a spot that will not show, before a week of work hangs on it. A patch speaks only
        for the product and the surface that it was made with.
      </p>
      <h2 className="sg-rule">To be tried first</h2>
      <ToTryPart zone={zone} now={now} />
      {groups.length > 0 && (
        <section aria-label="Patches by surface">
          <h2 className="sg-rule">Patches by surface</h2>
          {groups.map((group) => (
            <article key={`${group.productId} ${group.surface}`}>
              <h3>
                {capitalised(catalogue.productById.get(group.productId)?.name ?? group.productId)}{' '}
                <span className="sg-quiet">on {surfaceWords(group.surface, catalogue)}</span>
              </h3>
              <Suspense fallback={<p className="sg-quiet">Being drawn…</p>}>
                <Ladder group={group} />
              </Suspense>
            </article>
          ))}
        </section>
      )}
      <TriedPart zone={zone} now={now} />
      <LearntPart />
    </section>
  );
};
