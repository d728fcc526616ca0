import { Button, FileButton } from '@mantine/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { MAX_LENGTH, problemSentence, type Problem } from '@sgraffa/core';
import { useBench, useChanges, useNow } from '../../store/bench.ts';
import { store, whenLaidOut } from '../../store/start.ts';
import { ALONG_KEY, noteAlong, takeFilePictures, wholeFile } from '../../store/wholeFile.ts';
import { dayAndTime } from '../../ui/dates.ts';
import { download } from '../../ui/download.ts';
import type { ReadFile } from '../../workers/file.worker.ts';
import { fileWorker } from '../../workers/fileClient.ts';
import { useBringing } from './bringing.ts';
import { BroughtPart } from './BroughtPart.tsx';
import { tell } from '../../ui/tell.ts';

/** Asks the browser to keep the data for good; true where it does, null where it does not say. */
const keptForGood = async (): Promise<boolean | null> =>
  navigator.storage?.persist ? (await navigator.storage.persisted()) || (await navigator.storage.persist()) : null;

/** Bytes that this browser says are left for this address; null where it does not say. */
const roomLeft = async (): Promise<number | null> => {
  const { quota, usage } = (await navigator.storage?.estimate?.()) ?? {};
  return quota === undefined || usage === undefined ? null : Math.max(0, quota - usage);
};
const roomWords = (bytes: number): string =>
  bytes >= 1e9 ? `${(bytes / 1e9).toFixed(1)} GB` : `${Math.round(bytes / 1e6)} MB`;

/** What stands under the buttons: about one file, and only that one. */
interface Told {
  readonly title: string;
  readonly problems: readonly Problem[];
  readonly fileName: string;
  readonly rest: Extract<ReadFile, { ok: false }>['rest'];
}

/** Largest file that is read: the longest document, a character in several bytes, with some hundreds of pictures. */
const MOST_BYTES = 4 * MAX_LENGTH + 400_000_000;

type TakenFile = Omit<NonNullable<Told['rest']>, 'leftOut'>;

const MOST_LINES = 12;

const Lines = ({ problems }: { problems: readonly Problem[] }) => (
  <ul>
    {problems.slice(0, MOST_LINES).map((problem, index) => (
      <li key={`${index} ${problem.at}`}>{problemSentence(problem)}</li>
    ))}
    {problems.length > MOST_LINES && <li>and {problems.length - MOST_LINES} more.</li>}
  </ul>
);

const ToldPart = ({ told, takeRest }: { told: Told; takeRest: () => void }) => (
  <div className="sg-problems" role="alert">
    <p>
      <strong>{told.title}</strong>
    </p>
    {told.rest ? (
      <>
        <p>
          {told.fileName} can be imported without what is broken in it: {told.rest.workspace.pieces.length}{' '}
          {told.rest.workspace.pieces.length === 1 ? 'piece' : 'pieces'} would come over. This would be left out:
        </p>
        <Lines problems={told.rest.leftOut} />
        <Button onClick={takeRest}>Leave these out and import the rest</Button>
      </>
    ) : (
      <Lines problems={told.problems} />
    )}
  </div>
);

/** Export, import and the demo: the whole bench as one file. */
export const FilePart = () => {
  const { replace, layOutDemo, removeDemo } = useChanges();
  const client = useQueryClient();
  const bench = useBench();
  const now = useNow();
  const bringing = useBringing();
  const [told, setTold] = useState<Told | null>(null);
  // the file that was chosen last: what is said of an earlier one is not shown any more
  const chosen = useRef(0);
  const reset = useRef<() => void>(null);
  const { data: isPersistent } = useQuery({ queryKey: ['persistent'], queryFn: keptForGood });
  const { data: room } = useQuery({ queryKey: ['room', bench?.revision], queryFn: roomLeft });
  const exportFile = async (isAll: boolean) => {
    setTold(null);
    await whenLaidOut();
    const written = await wholeFile(null, isAll);
    if (!written.ok)
      return setTold({ title: 'Nothing was exported.', problems: written.problems, fileName: '', rest: null });
    download(`sgraffa-${now.slice(0, 10)}.${written.ending}`, written.blob);
    await store.noteExported(new Date().toISOString());
  };
  const take = async (file: TakenFile, fileName: string) => {
    const { workspace, pictures, along, isPiece } = file;
    setTold(null);
    // one piece of another bench comes beside what is here, never in its place
    if (isPiece) return bringing.look(file, fileName);
    await takeFilePictures(pictures);
    if (!(await replace(workspace, `importing ${fileName}`))) return;
    // a file that was taken along is brought back from here
    await noteAlong(along);
    await client.invalidateQueries({ queryKey: ALONG_KEY });
    tell({ message: `Imported ${workspace.pieces.length} pieces. Undo brings back what was there.` });
  };
  const importFile = async (file: File | null) => {
    // the same file may be mended and chosen again
    reset.current?.();
    if (!file) return;
    const turn = (chosen.current += 1);
    setTold(null);
    bringing.leave();
    const refuse = (problems: readonly Problem[], rest: Told['rest']) =>
      setTold({ title: 'The file was not taken, and nothing was changed.', problems, fileName: file.name, rest });
    if (file.size > MOST_BYTES)
      return refuse(
        [
          {
            code: 'file-too-large',
            given: `${file.name} has ${file.size} bytes.`,
            allowed: `at most ${MOST_BYTES} bytes.`,
            todo: 'Nothing was changed.',
          },
        ],
        null,
      );
    const read = await fileWorker().readFile(new Uint8Array(await file.arrayBuffer()));
    if (chosen.current !== turn) return;
    if (read.ok) await take(read, file.name);
    else refuse(read.problems, read.rest);
  };
  return (
    <section>
      <h2 className="sg-rule">Your file</h2>
      <p className="sg-quiet">
        Everything is kept in this browser by itself. A file is your copy of it. A zip holds the pictures and a table of
        all records too. The file of one piece, which its record writes, comes beside what is here.{' '}
        {bench?.exportedAt
          ? `Last exported ${dayAndTime(bench.exportedAt, bench.settings.value.zone, now)}.`
          : 'Not exported yet.'}{' '}
        {typeof room === 'number' && `Room left in this browser: ${roomWords(room)}. `}
        {isPersistent === false &&
          'This browser may clear it when space runs short: keep a file of what matters, or allow it to keep data for this address.'}
        {bench &&
          bench.bad.length > 0 &&
          ' Records that cannot be read are not in the file; the list of pieces names them.'}
      </p>
      <div className="sg-buttons">
        <Button onClick={() => void exportFile(false)}>Export the workspace</Button>
        <Button variant="outline" onClick={() => void exportFile(true)}>
          All of it as a zip
        </Button>
        <FileButton
          accept="application/json,.json,application/zip,.zip"
          resetRef={reset}
          onChange={(file) => void importFile(file)}
          inputProps={{ 'aria-label': 'Workspace file' }}
        >
          {(props) => (
            <Button variant="outline" {...props}>
              Import a workspace
            </Button>
          )}
        </FileButton>
        <Button variant="outline" onClick={() => void removeDemo('removing the demo')}>
          Remove the demo pieces
        </Button>
        <Button variant="outline" onClick={() => void layOutDemo('laying out the demo')}>
          Lay out the demo pieces
        </Button>
      </div>
      <BroughtPart bringing={bringing} />
      {told && <ToldPart told={told} takeRest={() => told.rest && void take(told.rest, told.fileName)} />}
    </section>
  );
};
