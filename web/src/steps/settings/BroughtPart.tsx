import { Button, SegmentedControl } from '@mantine/core';
import { RECORDS, type MergeConflict, type RecordName } from '@sgraffa/core';
import { countWords, type Bringing } from './bringing.ts';

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
        <table className="sg-table" aria-label={`What differs in ${nameOf(conflict)}`}>
          <thead>
            <tr>
              <th />
              <th>here</th>
              <th>in the file</th>
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
          { value: 'theirs', label: 'as in the file' },
        ]}
        value={choice ?? ''}
        onChange={(value) => value && choose(value as 'mine' | 'theirs')}
      />
    </li>
  );
};

/** What a file would bring, before it is taken in: what comes over, and what must be chosen. */
export const BroughtPart = ({ bringing }: { bringing: Bringing }) => {
  const { brought, choices, choose, take, leave } = bringing;
  if (!brought) return null;
  const { name, file, merged } = brought;
  const isOpen = merged.conflicts.some(({ key }) => !choices[key]);
  return (
    <div className="sg-brought" role="group" aria-label={file.isPiece ? 'What is taken in' : 'What is brought back'}>
      <p>
        <strong>{name}:</strong> {countWords(merged)}
        {file.pictures.length > 0 && ` ${file.pictures.length} ${file.pictures.length === 1 ? 'picture' : 'pictures'}.`}
        {file.isPiece
          ? ' It is one piece, and comes beside what is here; your settings and figures stay. What it was made with is not on your shelf: it comes as finished. Its marks and tests come along, and what is learnt here reads them too.'
          : !file.along && ' Where it began is not known: nothing is deleted, and the settings stay.'}
      </p>
      <ul className="sg-plain-list">
        {merged.conflicts.map((conflict) => (
          <ConflictPart
            key={conflict.key}
            conflict={conflict}
            choice={choices[conflict.key]}
            choose={(choice) => choose(conflict.key, choice)}
          />
        ))}
      </ul>
      <div className="sg-buttons">
        <Button disabled={isOpen} onClick={() => void take()}>
          {file.isPiece ? 'Take it in' : 'Bring together'}
        </Button>
        <Button variant="outline" onClick={leave}>
          Leave it
        </Button>
      </div>
      {isOpen && <p className="sg-quiet">Choose for each that was changed on both.</p>}
    </div>
  );
};
