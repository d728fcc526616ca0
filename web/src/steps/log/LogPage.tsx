import { Button, Select, Table } from '@mantine/core';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { formatDuration, logOf, logTable, type LogRow } from '@sgraffa/core';
import { useBench, useCatalogue, useNow } from '../../store/bench.ts';
import { usePicture } from '../../store/pictures.ts';
import { dayAndTime } from '../../ui/dates.ts';
import { download } from '../../ui/download.ts';
import { useSaidAndDone } from '../../ui/useSaidAndDone.ts';
import { capitalised } from '../../ui/words.ts';
import './log.css';

/** So many lines are shown at once; more are asked for. */
const AT_ONCE = 100;

const Picture = ({ id }: { id: string }) => {
  const address = usePicture(id);
  if (address === undefined) return null;
  return address ? (
    <a href={address} target="_blank" rel="noreferrer">
      <img src={address} alt="taken at the bench" className="sg-log-picture" />
    </a>
  ) : (
    <span className="sg-quiet">picture not on this device</span>
  );
};

/** What was said when pieces were begun, against what came. */
const ForecastPart = ({ now, zone }: { now: string; zone: string }) => {
  const bench = useBench();
  const told = useSaidAndDone();
  if (!bench || !told) return null;
  const names = new Map(bench.pieces.map(({ id, value }) => [id, value.name]));
  return (
    <section aria-label="What was said and what came">
      <h2 className="sg-rule">Said and done</h2>
      <p>{told.words}</p>
      <ul>
        {told.said.map(({ pieceId, readyBy, finishedAt, cameTrue }) => (
          <li key={pieceId}>
            {names.get(pieceId)}: said by {dayAndTime(readyBy, zone, now)}, done {dayAndTime(finishedAt, zone, now)}
            {cameTrue ? '' : ', later than said'}
          </li>
        ))}
      </ul>
    </section>
  );
};

const options = (rows: readonly LogRow[], valueOf: (row: LogRow) => readonly (readonly [string, string])[]) =>
  [...new Map(rows.flatMap(valueOf))].map(([value, label]) => ({ value, label }));

/** What was done when, in which piece, with which can, and how it went. */
export const LogPage = () => {
  const bench = useBench();
  const catalogue = useCatalogue();
  const now = useNow();
  const [piece, setPiece] = useState<string | null>(null);
  const [product, setProduct] = useState<string | null>(null);
  const [can, setCan] = useState<string | null>(null);
  const [symptom, setSymptom] = useState<string | null>(null);
  const [shown, setShown] = useState(AT_ONCE);
  const { events, pieces, shelf } = bench ?? {};
  const rows = useMemo(
    () =>
      events && pieces && shelf
        ? logOf({ events, pieces: pieces.map(({ value }) => value), cans: shelf.cans, uses: shelf.uses, catalogue })
        : [],
    [events, pieces, shelf, catalogue],
  );
  if (!bench) return <p className="sg-page sg-quiet">Opening…</p>;
  const { zone } = bench.settings.value;
  const fitting = rows.filter(
    (row) =>
      (piece === null || row.pieceId === piece) &&
      (product === null || row.productId === product) &&
      (can === null || row.cans.some(({ id }) => id === can)) &&
      (symptom === null || row.symptom === symptom),
  );
  const nameOfProduct = (id: string) => capitalised(catalogue.productById.get(id)?.name ?? id);
  const nameOfSymptom = (id: string) => catalogue.symptomById.get(id)?.name ?? id;
  const filters = [
    ['Piece', piece, setPiece, options(rows, (row) => (row.pieceId ? [[row.pieceId, row.piece]] : []))],
    [
      'Product',
      product,
      setProduct,
      options(rows, (row) => (row.productId ? [[row.productId, nameOfProduct(row.productId)]] : [])),
    ],
    ['Can', can, setCan, options(rows, (row) => row.cans.map(({ id, name }) => [id, name] as const))],
    [
      'What went wrong',
      symptom,
      setSymptom,
      options(rows, (row) => (row.symptom ? [[row.symptom, nameOfSymptom(row.symptom)]] : [])),
    ],
  ] as const;
  return (
    <section className="sg-page sg-log">
      <h1>Log</h1>
      {rows.length === 0 ? (
        <p>
          Nothing has been done yet. <Link to="/bench">Begin at the bench</Link>, and it is written down here.
        </p>
      ) : (
        <>
          <div className="sg-log-filters">
            {filters.map(([label, value, set, data]) => (
              <Select
                key={label}
                label={label}
                placeholder="all"
                data={data}
                value={value}
                onChange={set}
                disabled={!data.length}
                clearable
                searchable
              />
            ))}
            <Button
              variant="outline"
              onClick={() => download(`sgraffa-log-${now.slice(0, 10)}.csv`, logTable(fitting, catalogue), 'text/csv')}
            >
              Save as CSV
            </Button>
          </div>
          <p className="sg-quiet">
            {fitting.length} of {rows.length} {rows.length === 1 ? 'line' : 'lines'}
            {piece !== null && (
              <>
                {'. '}
                <Link to={`/pieces/${piece}/record`}>The record of this piece</Link>
              </>
            )}
          </p>
          <Table.ScrollContainer minWidth={640}>
            <Table className="sg-log-table" aria-label="What was done">
              <Table.Thead>
                <Table.Tr>
                  <Table.Th>When</Table.Th>
                  <Table.Th>Piece</Table.Th>
                  <Table.Th>What</Table.Th>
                  <Table.Th>With</Table.Th>
                  <Table.Th>How it went</Table.Th>
                </Table.Tr>
              </Table.Thead>
              <Table.Tbody>
                {fitting.slice(0, shown).map((row) => (
                  <Table.Tr key={row.event.id}>
                    <Table.Td className="sg-log-when">{dayAndTime(row.event.at, zone, now)}</Table.Td>
                    <Table.Td>
                      {row.piece}
                      {row.copies && <span className="sg-quiet"> {row.copies}</span>}
                    </Table.Td>
                    <Table.Td>
                      {row.step && <strong>{capitalised(row.step)}: </strong>}
                      {row.what}
                      {row.minutes !== null && <span className="sg-quiet"> after {formatDuration(row.minutes)}</span>}
                    </Table.Td>
                    <Table.Td>{row.cans.map(({ name }) => name).join(', ')}</Table.Td>
                    <Table.Td>
                      {row.symptom && nameOfSymptom(row.symptom)} {row.note}
                      {row.event.pictures?.map((id) => (
                        <Picture key={id} id={id} />
                      ))}
                    </Table.Td>
                  </Table.Tr>
                ))}
              </Table.Tbody>
            </Table>
          </Table.ScrollContainer>
          {fitting.length > shown && (
            <Button variant="outline" onClick={() => setShown(shown + AT_ONCE)}>
              Show older ones
            </Button>
          )}
          <ForecastPart now={now} zone={zone} />
        </>
      )}
    </section>
  );
};
