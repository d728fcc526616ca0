import { Button, MultiSelect, NumberInput, Progress, Select, TextInput } from '@mantine/core';
import {
  canName,
  copiesWords,
  FAILURE_WORDS,
  problemSentence,
  sayWhen,
  type CutCheck,
  type CutterState,
  type Finding,
  type Step,
} from '@sgraffa/core';
import { useState } from 'react';
import { LengthInput } from '../../ui/LengthInput.tsx';
import { SettledButton } from '../../ui/SettledButton.tsx';
import { Sign } from '../../ui/Verdict.tsx';
import { lengthIn } from '../../ui/words.ts';
import type { CutAsked } from '../../workers/sizingClient.ts';
import type { Sizing } from '../artwork/useSizing.ts';
import { TestStripPart } from './TestStripPart.tsx';
import { useCutting, type Cutting, type SheetSoFar } from './useCutting.ts';
import './cutter.css';

/** How a check is shown: by the signs that verdicts have everywhere. */
const SIGN_OF: Readonly<Record<CutCheck['verdict'], Finding['verdict']>> = {
  good: 'favours',
  careful: 'cautions',
  ask: 'unknown',
  refuse: 'blocks',
};

const shareOf = ({ job, cutMm }: CutterState): number => (job ? Math.min(1, cutMm / (job.pathMm * job.passes)) : 0);

const sheetName = ({ job: { number, of, colour } }: SheetSoFar): string =>
  `${of > 1 ? `sheet ${number} of ${of}` : 'the sheet'}${colour ? `, ${colour}` : ''}`;

const soFar = ({ job, cut, missing }: SheetSoFar): string => {
  const pieces = `${job.pieces.length} ${job.pieces.length === 1 ? 'piece' : 'pieces'}`;
  if (!missing.length) return `${pieces}, cut`;
  return cut.size ? `${pieces}, missing: ${copiesWords(missing)}` : `${pieces}, not cut yet`;
};

const STATUS_WORDS: Readonly<Record<CutterState['status'], string>> = {
  idle: 'It stands still, without film',
  loaded: 'Film is in',
  cutting: 'It is cutting',
  paused: 'It is paused',
  done: 'It has cut',
  failed: 'It has not cut to the end',
};

/** What the cutter does now, how far it is, and how it is held or stopped. */
const RunningPart = ({ cutting, state }: { cutting: Cutting; state: CutterState }) => {
  const { about, run } = cutting;
  const share = shareOf(state);
  const whose =
    about?.kind === 'sheet'
      ? ` ${about.of > 1 ? `sheet ${about.number} of ${about.of}` : 'the sheet'} of “${about.pieceName}”`
      : about
        ? ' the test strip'
        : '';
  const isRunning = state.status === 'cutting' || state.status === 'paused';
  const hasJob = isRunning || state.status === 'done' || state.status === 'failed';
  return (
    <div className="sg-cutter-now">
      <p role="status">
        {STATUS_WORDS[state.status]}
        {hasJob && whose}
        {isRunning && `: ${Math.floor(100 * share)} %`}
        {state.failure && `: ${FAILURE_WORDS[state.failure].happened}`}.
      </p>
      {isRunning && (
        <>
          <Progress value={100 * share} aria-label="How far the sheet is cut" />
          <div className="sg-buttons">
            {state.status === 'cutting' ? (
              <Button size="lg" variant="outline" onClick={() => void run('/job/pause')}>
                Pause
              </Button>
            ) : (
              <Button size="lg" className="sg-button" onClick={() => void run('/job/resume')}>
                Go on
              </Button>
            )}
            <Button size="lg" variant="outline" onClick={() => void run('/job/stop')}>
              Stop for good
            </Button>
          </div>
        </>
      )}
    </div>
  );
};

/** What a stand-in may be told that it senses, mm. */
const SENSED = { low: 10, high: 20_000, isWhole: false };

/** Film is put in: what the cutter senses of it. The stand-in is told. */
const LoadPart = ({ cutting, sheet: { job } }: { cutting: Cutting; sheet: SheetSoFar }) => {
  const [widthMm, setWidth] = useState(Math.ceil(job.stockMm ?? job.widthMm));
  const [lengthMm, setLength] = useState(Math.ceil(job.lengthMm));
  return (
    <div className="sg-fields">
      <LengthInput
        required
        label="Film, across"
        value={widthMm}
        range={SENSED}
        onChange={(mm) => mm !== null && setWidth(mm)}
      />
      <LengthInput
        required
        label="Film, along"
        value={lengthMm}
        range={SENSED}
        onChange={(mm) => mm !== null && setLength(mm)}
      />
      <Button variant="outline" onClick={() => cutting.load({ widthMm, lengthMm })}>
        The film is in
      </Button>
    </div>
  );
};

const numberOf = (value: number | string): number | null => (value === '' ? null : Number(value));

/** Which roll or sheet it is, and what the cutter is set to. */
export const SettingsPart = ({ cutting, sizing }: { cutting: Cutting; sizing: Sizing }) => {
  const { cans, can, pickCan, settings, set, tested } = cutting;
  const { catalogue, settings: user, now } = sizing.model;
  return (
    <>
      <div className="sg-fields">
        {cans.length > 0 && (
          <Select
            className="is-wide"
            label="Which of the shelf"
            placeholder="not said"
            data={cans.map((one) => ({ value: one.id, label: canName(one, catalogue) }))}
            value={can?.id ?? null}
            onChange={pickCan}
          />
        )}
        <TextInput
          label="Blade"
          placeholder="not said"
          maxLength={80}
          value={settings.blade ?? ''}
          onChange={(event) => set({ blade: event.currentTarget.value || null })}
        />
        <NumberInput
          label="Depth, mm"
          placeholder="not said"
          min={0}
          max={10}
          step={0.05}
          value={settings.depthMm ?? ''}
          onChange={(value) => set({ depthMm: numberOf(value) })}
        />
        <NumberInput
          label="Force, g"
          placeholder="not said"
          min={0}
          max={5000}
          value={settings.forceG ?? ''}
          onChange={(value) => set({ forceG: numberOf(value) })}
        />
        <NumberInput
          label="Speed, mm/s"
          placeholder="not said"
          min={0}
          max={2000}
          value={settings.speedMmS ?? ''}
          onChange={(value) => set({ speedMmS: numberOf(value) })}
        />
        <NumberInput
          label="Passes"
          min={1}
          max={10}
          allowDecimal={false}
          value={settings.passes}
          onChange={(value) => typeof value === 'number' && value >= 1 && set({ passes: value })}
        />
      </div>
      {tested && (
        <p className="sg-quiet">
          From the test of {sayWhen(tested.at, user.zone, now)}
          {tested.isOfCan ? '' : ', of another roll or sheet of this film'}: it held from{' '}
          {lengthIn(user)(tested.heldMm)} on.
        </p>
      )}
    </>
  );
};

/** What only the crafter can say, as its button. */
const CONFIRM_WORDS: Partial<Record<CutCheck['id'], string>> = {
  which: 'Yes, this film lies in it',
  mirrored: 'It is right as it is',
};

const ChecksPart = ({ cutting }: { cutting: Cutting }) => (
  <ul className="sg-cutter-checks" aria-label="Before it starts">
    {cutting.checks.map(({ id, verdict, words }) => (
      <li key={id}>
        <Sign verdict={SIGN_OF[verdict]} />
        <span>
          {words}{' '}
          {verdict === 'ask' && CONFIRM_WORDS[id] && (
            <Button size="xs" variant="outline" onClick={() => cutting.confirm(id)}>
              {CONFIRM_WORDS[id]}
            </Button>
          )}
        </span>
      </li>
    ))}
  </ul>
);

/** A piece that tore after it was cut is cut again alone. */
const LostPart = ({ cutting, sheet }: { cutting: Cutting; sheet: SheetSoFar }) => {
  const [lost, setLost] = useState<readonly string[]>([]);
  if (!sheet.cut.size) return null;
  return (
    <div className="sg-fields">
      <MultiSelect
        label="Pieces of it that tore since"
        placeholder="none"
        data={[...sheet.cut].sort((one, other) => one - other).map(String)}
        value={[...lost]}
        onChange={setLost}
      />
      <Button
        variant="outline"
        disabled={!lost.length}
        onClick={() => {
          cutting.lose(lost.map(Number));
          setLost([]);
        }}
      >
        Cut them again
      </Button>
    </div>
  );
};

const SheetPart = ({
  cutting,
  sizing,
  sheet,
  isSettled,
}: {
  cutting: Cutting;
  sizing: Sizing;
  sheet: SheetSoFar;
  isSettled: boolean;
}) => {
  const { state } = cutting.cutter;
  const isRunning = state?.status === 'cutting' || state?.status === 'paused';
  if (!sheet.missing.length)
    return (
      <>
        <p>{`${sheetName(sheet)[0]!.toUpperCase()}${sheetName(sheet).slice(1)}: all of it is cut.`}</p>
        <LostPart key={sheet.job.sheet} cutting={cutting} sheet={sheet} />
      </>
    );
  const isRest = sheet.cut.size > 0;
  return (
    <>
      <h3>
        Load {sheet.job.colour ? `the ${sheet.job.colour} film` : 'the film'}
        {sheet.job.film && `: ${sheet.job.film}`}
      </h3>
      {isRest && (
        <p>
          Only what is missing is cut: {sheet.missing.length === 1 ? 'piece' : 'pieces'} {copiesWords(sheet.missing)}.
        </p>
      )}
      {!isRunning && <LoadPart key={`${sheet.job.sheet} ${sheet.missing.length}`} cutting={cutting} sheet={sheet} />}
      <SettingsPart cutting={cutting} sizing={sizing} />
      {!isRunning && (
        <>
          <ChecksPart cutting={cutting} />
          <div className="sg-buttons">
            <SettledButton
              size="lg"
              className="sg-button"
              isSettled={isSettled}
              disabled={!cutting.mayStart}
              run={cutting.start}
            >
              {isRest ? 'Cut what is missing' : `Cut ${sheetName(sheet)}`}
            </SettledButton>
          </div>
        </>
      )}
    </>
  );
};

/** From the lay-out to what is cut: sheet after sheet, each looked at before it starts. */
export const CutterPart = ({
  sizing,
  order,
  step,
  isSettled,
}: {
  sizing: Sizing;
  order: CutAsked | null;
  step: Step | undefined;
  isSettled: boolean;
}) => {
  const cutting = useCutting(sizing, order, step);
  const { cutter, sheets, sheet } = cutting;
  const { state } = cutter;
  // before it is first laid out on what there is, there is nothing to load; later changes keep what was typed
  const [isLaidOut, setLaidOut] = useState(isSettled);
  if (isSettled && !isLaidOut) setLaidOut(true);
  const isAllCut = sheets.length > 0 && sheets.every(({ missing }) => !missing.length);
  return (
    <section aria-label="At the cutter" className="sg-cutter">
      <h2 className="sg-rule">At the cutter</h2>
      <p className="sg-quiet">
        A simulated stand-in for a cutter that is yet to be wired up. The files can always be saved instead.
      </p>
      {cutter.problems.map((problem) => (
        <p key={problem.given} className="sg-late-words" role="alert">
          {problemSentence(problem)}
        </p>
      ))}
      {state && <RunningPart cutting={cutting} state={state} />}
      {!isLaidOut && <p className="sg-quiet">The sheets are being laid out…</p>}
      {isAllCut && isLaidOut && (
        <p role="status">
          <strong>All of it is cut.</strong> Weed it, then mark the step done.
        </p>
      )}
      {isLaidOut && sheets.length > 1 && (
        <Select
          label="Sheet"
          data={sheets.map((one) => ({ value: one.job.sheet, label: `${sheetName(one)}: ${soFar(one)}` }))}
          value={sheet?.job.sheet ?? null}
          onChange={(value) => value && cutting.pickSheet(value)}
        />
      )}
      {isLaidOut && sheet && sheets.length === 1 && !isAllCut && <p>{soFar(sheet)}.</p>}
      {isLaidOut && state && sheet && (
        <SheetPart cutting={cutting} sizing={sizing} sheet={sheet} isSettled={isSettled} />
      )}
      {cutting.problems.map((problem) => (
        <p key={problem.given} className="sg-late-words" role="alert">
          {problemSentence(problem)}
        </p>
      ))}
      <TestStripPart cutting={cutting} sizing={sizing} order={order} />
    </section>
  );
};
