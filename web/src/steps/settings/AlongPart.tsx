import { Button, FileButton, SegmentedControl } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useQuery } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import {
  problemSentence,
  RECORDS,
  type MergeConflict,
  type Merged,
  type Problem,
  type RecordName,
} from '@sgraffa/core';
import { useBench, useChanges, useNow } from '../../store/bench.ts';
import { store, whenLaidOut } from '../../store/start.ts';
import {
  ALONG_KEY,
  beginningNow,
  readAlong,
  takeFilePictures,
  wholeFile,
  type Along,
  type Workspace,
} from '../../store/wholeFile.ts';
import { dayAndTime } from '../../ui/dates.ts';
import { download } from '../../ui/download.ts';
import type { FilePicture } from '../../workers/file.worker.ts';
import { fileWorker } from '../../workers/fileClient.ts';

/** A file that was brought back, before it is taken in. */
interface Brought {
  readonly name: string;
  readonly theirs: Workspace;
  readonly base: Workspace | null;
  readonly pictures: readonly FilePicture[];
  readonly merged: Merged;
}

type Choices = Readonly<Record<string, 'mine' | 'theirs'>>;

const at = (value: unknown, path: string): unknown =>
  path ? path.split('.').reduce<unknown>((now, key) => (now as Record<string, unknown> | null)?.[key], value) : value;

const shown = (value: unknown): string => {
  if (value === null || value === undefined) return '–';
  const text = typeof value === 'string' ? value : JSON.stringify(value);
  return text.length > 90 ? `${text.slice(0, 89)}…` : text;
};

const nameOf = ({ table, id, mine, theirs }: MergeConflict): string => {
  const name = [mine, theirs]
    .map((one) => (one as { name?: unknown } | null)?.name)
    .find((one) => typeof one === 'string');
  const kind = table === 'settings' ? 'the settings' : RECORDS[table as RecordName].one;
  return typeof name === 'string' ? `“${name}”` : `${kind} ${table === 'settings' ? '' : id}`.trim();
};

const fieldWords = (path: string): string => path.replace(/^parts\.0\./, '').replaceAll('.', ' › ') || 'all of it';

const MOST_FIELDS = 8;

/** One record that both devices changed: side by side, and one is chosen. */
const ConflictPart = ({
  conflict,
  choice,
  choose,
}: {
  conflict: MergeConflict;
  choice: 'mine' | 'theirs' | undefined;
  choose: (choice: 'mine' | 'theirs') => void;
}) => {
  const { mine, theirs, fields } = conflict;
  const isGone = mine === null || theirs === null;
  return (
    <li className="sg-conflict">
      <h4>{nameOf(conflict)} was changed on both</h4>
      {isGone ? (
        <p>{mine === null ? 'Deleted here, and changed there.' : 'Changed here, and deleted there.'}</p>
      ) : (
        <table className="sg-table">
          <thead>
            <tr>
              <th />
              <th>here</th>
              <th>brought back</th>
            </tr>
          </thead>
          <tbody>
            {fields.slice(0, MOST_FIELDS).map((path) => (
              <tr key={path}>
                <th>{fieldWords(path)}</th>
                <td>{shown(at(mine, path))}</td>
                <td>{shown(at(theirs, path))}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {fields.length > MOST_FIELDS && <p className="sg-quiet">and {fields.length - MOST_FIELDS} fields more</p>}
      <SegmentedControl
        aria-label={`${nameOf(conflict)}: which of the two`}
        data={[
          { value: '', label: 'not chosen yet' },
          { value: 'mine', label: 'as it is here' },
          { value: 'theirs', label: 'as brought back' },
        ]}
        value={choice ?? ''}
        onChange={(value) => value && choose(value as 'mine' | 'theirs')}
      />
    </li>
  );
};

const countWords = ({ counts }: Merged): string => {
  const words = Object.entries(counts).flatMap(([table, { added, changed, gone }]) => {
    const many = table === 'settings' ? 'settings' : RECORDS[table as RecordName].many;
    return [
      ...(added ? [`${added} ${many} come over`] : []),
      ...(changed ? [`${changed} ${many} change`] : []),
      ...(gone ? [`${gone} ${many} go`] : []),
    ];
  });
  return words.length ? `${words.join(', ')}.` : 'There is nothing in it that is not here already.';
};

/** Desk and bench are two devices: what is taken along, and how it is brought back. */
export const AlongPart = () => {
  const { replace } = useChanges();
  const bench = useBench();
  const now = useNow();
  const reset = useRef<() => void>(null);
  const [brought, setBrought] = useState<Brought | null>(null);
  const [choices, setChoices] = useState<Choices>({});
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const along = useQuery({ queryKey: ALONG_KEY, queryFn: readAlong });
  const { data: beginning } = along;
  const hand = async (file: Along | null, name: string) => {
    setProblems([]);
    await whenLaidOut();
    const written = await wholeFile(file);
    if (!written.ok) return setProblems(written.problems);
    const whole = new File([written.blob], `${name}-${now.slice(0, 10)}.${written.ending}`, {
      type: written.blob.type,
    });
    if (navigator.canShare?.({ files: [whole] })) {
      try {
        await navigator.share({ files: [whole] });
        return undefined;
      } catch {
        // it was not handed on: it is saved instead
      }
    }
    download(whole.name, whole);
    return undefined;
  };
  const read = async (file: File | null) => {
    reset.current?.();
    if (!file) return;
    setBrought(null);
    setChoices({});
    setProblems([]);
    const outcome = await fileWorker().readFile(new Uint8Array(await file.arrayBuffer()));
    if (!outcome.ok) return setProblems(outcome.problems);
    const { workspace: theirs, along: own, pictures } = outcome;
    const base = own?.base ?? null;
    const merged = await fileWorker().merge(base, await store.readWorkspace(), theirs);
    setBrought({ name: file.name, theirs, base, pictures, merged });
  };
  const isOpen = brought?.merged.conflicts.some(({ key }) => !choices[key]) ?? true;
  const take = async () => {
    if (!brought) return;
    // what was changed here while it was looked at is in it too
    const { workspace } = await fileWorker().merge(brought.base, await store.readWorkspace(), brought.theirs, choices);
    await takeFilePictures(brought.pictures);
    if (await replace(workspace, `bringing back ${brought.name}`)) {
      notifications.show({ message: `Brought back: ${countWords(brought.merged)}` });
      setBrought(null);
    }
  };
  return (
    <section>
      <h2 className="sg-rule">Desk and bench: two devices</h2>
      <p className="sg-quiet">
        Take the bench along as one file, open it on the tablet under “Import a workspace”, and work there without a
        network. Bring back what was done: marks, looks, pictures and what was used come over once each; what was
        changed on both is yours to choose.
      </p>
      <div className="sg-buttons">
        <Button onClick={() => void beginningNow().then((file) => hand(file, 'sgraffa-along'))}>Take along</Button>
        {beginning && (
          <Button variant="outline" onClick={() => void hand(beginning, 'sgraffa-back')}>
            Write what is brought back
          </Button>
        )}
        <FileButton
          accept="application/zip,.zip,application/json,.json"
          resetRef={reset}
          onChange={(file) => void read(file)}
          inputProps={{ 'aria-label': 'File that was brought back' }}
        >
          {(props) => (
            <Button variant="outline" {...props}>
              Bring back
            </Button>
          )}
        </FileButton>
      </div>
      {beginning && bench && (
        <p className="sg-quiet">
          This bench was taken along {dayAndTime(beginning.takenAt, bench.settings.value.zone, now)}.
        </p>
      )}
      {problems.length > 0 && (
        <div className="sg-problems" role="alert">
          <p>
            <strong>The file was not taken, and nothing was changed.</strong>
          </p>
          <ul>
            {problems.slice(0, MOST_FIELDS).map((problem, index) => (
              <li key={`${index} ${problem.at}`}>{problemSentence(problem)}</li>
            ))}
          </ul>
        </div>
      )}
      {brought && (
        <div className="sg-brought" role="group" aria-label="What is brought back">
          <p>
            <strong>{brought.name}:</strong> {countWords(brought.merged)}
            {brought.pictures.length > 0 && ` ${brought.pictures.length} pictures.`}
            {!brought.base && ' Where it began is not known: nothing is deleted, and the settings stay.'}
          </p>
          <ul className="sg-plain-list">
            {brought.merged.conflicts.map((conflict) => (
              <ConflictPart
                key={conflict.key}
                conflict={conflict}
                choice={choices[conflict.key]}
                choose={(choice) => setChoices((kept) => ({ ...kept, [conflict.key]: choice }))}
              />
            ))}
          </ul>
          <div className="sg-buttons">
            <Button disabled={isOpen} onClick={() => void take()}>
              Bring together
            </Button>
            <Button variant="outline" onClick={() => setBrought(null)}>
              Leave it
            </Button>
          </div>
          {isOpen && <p className="sg-quiet">Choose for each that was changed on both.</p>}
        </div>
      )}
    </section>
  );
};
