import { useState } from 'react';
import type { Choices, Merged, RecordName } from '@sgraffa/core';
import { RECORDS } from '@sgraffa/core';
import { useChanges, useNow } from '../../store/bench.ts';
import { store } from '../../store/start.ts';
import { takeFilePictures } from '../../store/wholeFile.ts';
import type { ReadFile } from '../../workers/file.worker.ts';
import { fileWorker } from '../../workers/fileClient.ts';
import { tell } from '../../ui/tell.ts';

type WholeFile = Omit<Extract<ReadFile, { ok: true }>, 'ok'>;

/** A file that is to be taken in beside what is here, before it is. */
export interface Brought {
  readonly name: string;
  readonly file: WholeFile;
  readonly merged: Merged;
}

/** How many records come over, in words. */
export const countWords = ({ counts }: Merged): string => {
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

/** What a file would change here is looked at first, chosen where both sides changed it, and taken in as one change. */
export const useBringing = () => {
  const { replace } = useChanges();
  const now = useNow();
  const [brought, setBrought] = useState<Brought | null>(null);
  const [choices, setChoices] = useState<Choices>({});
  const merge = async ({ workspace, along, isPiece }: WholeFile, chosen: Choices): Promise<Merged> => {
    const mine = await store.readWorkspace();
    return isPiece
      ? fileWorker().mergePiece(mine, workspace, now.slice(0, 10), chosen)
      : fileWorker().merge(along?.base ?? null, mine, workspace, chosen);
  };
  const leave = () => {
    setBrought(null);
    setChoices({});
  };
  return {
    brought,
    choices,
    leave,
    choose: (key: string, choice: Choices[string]) => setChoices((kept) => ({ ...kept, [key]: choice })),
    look: async (file: WholeFile, name: string) => {
      setChoices({});
      setBrought({ name, file, merged: await merge(file, {}) });
    },
    take: async () => {
      if (!brought) return;
      // what was changed here while it was looked at is in it too
      const { workspace } = await merge(brought.file, choices);
      await takeFilePictures(brought.file.pictures);
      if (await replace(workspace, `${brought.file.isPiece ? 'taking in' : 'bringing back'} ${brought.name}`)) {
        tell({
          message: `${brought.file.isPiece ? 'Taken in' : 'Brought back'}: ${countWords(brought.merged)}`,
        });
        leave();
      }
    },
  };
};
export type Bringing = ReturnType<typeof useBringing>;
