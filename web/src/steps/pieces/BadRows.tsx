import { Button } from '@mantine/core';
import { useState } from 'react';
import { problemSentence, RECORDS, type TableName } from '@sgraffa/core';
import { useChanges } from '../../store/bench.ts';
import type { BadRecord } from '../../store/rows.ts';
import { download, fileName } from '../../ui/download.ts';

const oneOf = (table: TableName): string => (table === 'settings' ? 'the settings' : RECORDS[table].one);

const nameIn = ({ table, id, value }: BadRecord): string => {
  const name = (value as { name?: unknown } | null)?.name;
  return `${oneOf(table)}, ${typeof name === 'string' && name.trim() ? `“${name.slice(0, 60)}”` : id}`;
};

const BadRow = ({ record }: { record: BadRecord }) => {
  const { dropBad } = useChanges();
  const [isAsked, setAsked] = useState(false);
  const save = () =>
    download(`sgraffa-${fileName(record.id)}.json`, JSON.stringify(record.value, null, 2), 'application/json');
  return (
    <li className="sg-bad-row">
      <div>
        <strong>Cannot be read: {nameIn(record)}</strong>
        <span className="sg-short">{problemSentence(record.problems[0]!)}</span>
      </div>
      <Button variant="outline" onClick={save}>
        Save it as a file
      </Button>
      {isAsked ? (
        <Button color="red" onClick={() => void dropBad(record)}>
          Drop it for good
        </Button>
      ) : (
        <Button variant="outline" onClick={() => setAsked(true)}>
          Drop it
        </Button>
      )}
    </li>
  );
};

/** Records that are kept and cannot be read, each with its reason; everything else goes on. */
export const BadRows = ({ bad }: { bad: readonly BadRecord[] }) =>
  bad.length === 0 ? null : (
    <ul className="sg-plain-list sg-bad" aria-label="What cannot be read">
      {bad.map((record) => (
        <BadRow key={`${record.table} ${record.id}`} record={record} />
      ))}
    </ul>
  );
