import { Button, FileButton, TextInput } from '@mantine/core';
import { useRef, useState } from 'react';
import {
  canName,
  canSizeWords,
  problemSentence,
  readCan,
  readCans,
  type Can,
  type Catalogue,
  type LengthUnit,
  type Problem,
} from '@sgraffa/core';
import { useBench, useCatalogue, useChanges, useNow } from '../../store/bench.ts';
import { calendarDay } from '../../ui/dates.ts';
import { useOpenForm } from '../../ui/openForms.ts';
import { useOnce } from '../../ui/useOnce.ts';
import { tell } from '../../ui/tell.ts';

const newId = () => `can-${crypto.randomUUID().slice(0, 12)}`;

/** A can as the line was understood, fact by fact. */
const readAs = (can: Can, unit: LengthUnit, catalogue: Catalogue): string =>
  [
    canName(can, catalogue),
    can.size ? canSizeWords(can.size, unit) : null,
    can.boughtOn && `bought ${can.boughtOn}`,
    can.openedOn
      ? `opened ${can.openedOn}`
      : can.isOpen === 'yes'
        ? 'opened nobody knows when'
        : can.isOpen === 'no'
          ? 'not opened'
          : null,
    can.aged && `${can.aged.months} months old`,
    can.finishedOn && `used up ${can.finishedOn}`,
    can.price !== null && `cost ${can.price.toFixed(2)}`,
    can.place,
  ]
    .filter(Boolean)
    .join(' · ');

/** What came onto the shelf: one thing as a line, or many as a table. */
export const AddPart = () => {
  const bench = useBench();
  const catalogue = useCatalogue();
  const now = useNow();
  const { keepCans } = useChanges();
  const [line, setLine] = useState('');
  const [told, setTold] = useState<{ title: string; problems: readonly Problem[] } | null>(null);
  const reset = useRef<() => void>(null);
  useOpenForm(line.trim() !== '');
  const once = useOnce((action: () => Promise<void>) => action());
  if (!bench) return null;
  const { zone, length, money } = bench.settings.value;
  const reader = { catalogue, today: calendarDay(now, zone), unit: length, currency: money.currency };
  const read = line.trim() ? readCan(line, 'new', reader) : null;
  const add = async () => {
    if (!read?.ok) return;
    const can = { ...read.can, id: newId() };
    if (await keepCans([can], `putting ${canName(can, catalogue)} on the shelf`)) setLine('');
  };
  const take = async (file: File | null) => {
    reset.current?.();
    setTold(null);
    if (!file) return;
    const table = readCans(await file.text(), newId, reader, new Set(bench.shelf.cans.map(({ id }) => id)));
    if (!table.ok) return setTold({ title: `Nothing of ${file.name} was taken.`, problems: table.problems });
    if (await keepCans(table.cans, `putting ${table.cans.length} things on the shelf`))
      tell({
        message: `${table.cans.length} things from ${file.name} stand on the shelf. Undo takes them off again.`,
      });
  };
  return (
    <form
      className="sg-add"
      onSubmit={(event) => {
        event.preventDefault();
        void once(add);
      }}
    >
      <TextInput
        label="What has come onto the shelf?"
        placeholder="permanent film, matte black, 305 mm × 3 m, bought in May, 11.50"
        value={line}
        onChange={(event) => setLine(event.currentTarget.value)}
      />
      {read && (
        <div role="status" className="sg-add-read">
          {read.ok ? (
            <>
              <p>{readAs(read.can, length, catalogue)}</p>
              {read.notes.map((note) => (
                <p key={note} className="sg-quiet">
                  {note}
                </p>
              ))}
            </>
          ) : (
            read.problems.map((problem) => <p key={problem.given}>{problemSentence(problem)}</p>)
          )}
        </div>
      )}
      <div className="sg-buttons">
        <Button type="submit" disabled={!read?.ok}>
          Put it on the shelf
        </Button>
        <FileButton resetRef={reset} accept=".csv,text/csv,text/plain" onChange={(file) => void once(() => take(file))}>
          {(props) => (
            <Button variant="outline" {...props}>
              From a table (CSV)
            </Button>
          )}
        </FileButton>
      </div>
      {told && (
        <div className="sg-problems" role="alert">
          <p>
            <strong>{told.title}</strong>
          </p>
          <ul>
            {told.problems.map((problem, at) => (
              <li key={`${at} ${problem.at}`}>{problemSentence(problem)}</li>
            ))}
          </ul>
        </div>
      )}
    </form>
  );
};
