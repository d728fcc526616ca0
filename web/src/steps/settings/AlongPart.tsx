import { Button, FileButton } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { problemSentence, type Problem } from '@sgraffa/core';
import { useBench, useNow } from '../../store/bench.ts';
import { whenLaidOut } from '../../store/start.ts';
import { ALONG_KEY, beginningNow, readAlong, wholeFile, type Along } from '../../store/wholeFile.ts';
import { dayAndTime } from '../../ui/dates.ts';
import { download } from '../../ui/download.ts';
import { fileWorker } from '../../workers/fileClient.ts';
import { useBringing } from './bringing.ts';
import { BroughtPart } from './BroughtPart.tsx';

const MOST_PROBLEMS = 8;

/** Desk and bench are two devices: what is taken along, and how it is brought back. */
export const AlongPart = () => {
  const bench = useBench();
  const now = useNow();
  const reset = useRef<() => void>(null);
  const bringing = useBringing();
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
    bringing.leave();
    setProblems([]);
    const outcome = await fileWorker().readFile(new Uint8Array(await file.arrayBuffer()));
    if (outcome.ok) await bringing.look(outcome, file.name);
    else setProblems(outcome.problems);
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
            {problems.slice(0, MOST_PROBLEMS).map((problem, index) => (
              <li key={`${index} ${problem.at}`}>{problemSentence(problem)}</li>
            ))}
          </ul>
        </div>
      )}
      <BroughtPart bringing={bringing} />
    </section>
  );
};
