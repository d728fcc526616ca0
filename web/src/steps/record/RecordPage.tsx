import { Button, Table } from '@mantine/core';
import { useEffect, useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import {
  historiesOf,
  historyOf,
  historyTable,
  problemSentence,
  type HistoryGiven,
  type PieceHistory,
} from '@sgraffa/core';
import { useBench, useCatalogue, useNow } from '../../store/bench.ts';
import { picturesById, usePicture } from '../../store/pictures.ts';
import { pieceFile } from '../../store/wholeFile.ts';
import type { Bench } from '../../store/workspaceStore.ts';
import { dayAndTime } from '../../ui/dates.ts';
import { download, fileName } from '../../ui/download.ts';
import type { RecordTable } from '../../workers/papers/recordPdf.ts';
import { papersWorker } from '../../workers/papersClient.ts';
import { recordLines, recordTables } from './recordTables.ts';
import { WashPart } from './WashPart.tsx';
import { tell } from '../../ui/tell.ts';
import './record.css';

const TablePart = ({ title, columns, rows, notes }: RecordTable) => (
  <section aria-label={title}>
    <h2 className="sg-rule">{title}</h2>
    {rows.length > 0 && (
      <Table.ScrollContainer minWidth={560} className="sg-record-scroll">
        <Table className="sg-record-table" aria-label={title}>
          <Table.Thead>
            <Table.Tr>
              {columns.map(({ name, share }) => (
                <Table.Th key={name} scope="col" w={`${share}%`}>
                  {name}
                </Table.Th>
              ))}
            </Table.Tr>
          </Table.Thead>
          <Table.Tbody>
            {rows.map((row, index) => (
              <Table.Tr key={index}>
                {row.map((cell, at) => (
                  <Table.Td key={columns[at]!.name}>{cell}</Table.Td>
                ))}
              </Table.Tr>
            ))}
          </Table.Tbody>
        </Table>
      </Table.ScrollContainer>
    )}
    {notes.map((note) => (
      <p key={note} className="sg-quiet">
        {note}
      </p>
    ))}
  </section>
);

const PictureOf = ({ id, words }: { id: string; words: string }) => {
  const address = usePicture(id);
  const [isBroken, setBroken] = useState(false);
  return (
    <figure className="sg-record-picture">
      {address && !isBroken ? (
        <a href={address} target="_blank" rel="noreferrer">
          <img src={address} alt={words} loading="lazy" decoding="async" onError={() => setBroken(true)} />
        </a>
      ) : address === undefined ? (
        <div className="sg-record-coming" />
      ) : (
        <p className="sg-record-missing">
          {isBroken ? 'This picture cannot be read.' : 'This picture is not on this device.'}
        </p>
      )}
      <figcaption>{words}</figcaption>
    </figure>
  );
};

const givenOf = (bench: Bench, catalogue: HistoryGiven['catalogue']): HistoryGiven => ({
  workshop: bench.settings.value.workshop,
  schools: bench.settings.value.schools,
  events: bench.events,
  cans: bench.shelf.cans,
  uses: bench.shelf.uses,
  trials: bench.trials,
  catalogue,
  money: bench.settings.value.money,
  zone: bench.settings.value.zone,
});

/** Prints, saves and hands on one record. */
const HandOnPart = ({
  history,
  tables,
  lines,
  pictures,
  allAsTable,
}: {
  history: PieceHistory;
  tables: readonly RecordTable[];
  lines: readonly string[];
  pictures: readonly { id: string; words: string }[];
  allAsTable: () => void;
}) => {
  const bench = useBench();
  const [busy, setBusy] = useState<'pdf' | 'zip' | null>(null);
  const { piece } = history;
  const save = async () => {
    setBusy('pdf');
    const blobs = await picturesById(pictures.map(({ id }) => id));
    const bytes = await papersWorker().record({
      title: piece.name,
      lines,
      tables,
      pictures: pictures.map(({ id, words }) => ({ words, blob: blobs.get(id) ?? null })),
      paper: bench?.settings.value.cards.paper ?? 'a4',
    });
    setBusy(null);
    download(`${fileName(piece.name)}-record.pdf`, new Blob([bytes], { type: 'application/pdf' }));
  };
  const hand = async () => {
    setBusy('zip');
    const written = await pieceFile(piece.id);
    setBusy(null);
    if (written.ok) download(`${fileName(piece.name)}.zip`, written.blob);
    else
      tell({
        title: 'Nothing was written',
        message: written.problems.map(problemSentence).join(' '),
        autoClose: false,
      });
  };
  return (
    <div className="sg-buttons">
      <Button loading={busy === 'pdf'} onClick={() => void save()}>
        Save as PDF
      </Button>
      <Button variant="outline" onClick={() => window.print()}>
        Print
      </Button>
      <Button variant="outline" loading={busy === 'zip'} onClick={() => void hand()}>
        Hand on to another bench
      </Button>
      <Button variant="outline" onClick={allAsTable}>
        All pieces as CSV
      </Button>
    </div>
  );
};

/** The record of one piece: what was laid when, of which can, in which air, with what came of it. */
export const RecordPage = () => {
  const { pieceId = '' } = useParams();
  const bench = useBench();
  const catalogue = useCatalogue();
  const now = useNow();
  const piece = bench?.pieces.find(({ id }) => id === pieceId)?.value;
  // a page of its own begins at its top
  useEffect(() => window.scrollTo(0, 0), [pieceId]);
  const history = useMemo(
    () => (bench && piece ? historyOf(piece, givenOf(bench, catalogue)) : null),
    [bench, piece, catalogue],
  );
  if (!bench) return <p className="sg-page sg-quiet">Opening…</p>;
  if (!piece || !history)
    return (
      <section className="sg-page">
        <h1>No such piece</h1>
        <p>
          It may have been deleted. <Link to="/pieces">All pieces</Link>
        </p>
      </section>
    );
  const settings = bench.settings.value;
  const lines = recordLines(history, settings, now);
  const tables = recordTables(history, settings, now);
  const pictures = history.pictures.map(({ id, at, words }) => ({
    id,
    words: `${dayAndTime(at, settings.zone, now)}. ${words}`,
  }));
  const allAsTable = () => {
    const histories = historiesOf(
      bench.pieces.map(({ value }) => value),
      givenOf(bench, catalogue),
    );
    download(`sgraffa-records-${now.slice(0, 10)}.csv`, historyTable(histories, settings.money), 'text/csv');
  };
  return (
    <section className="sg-page sg-record">
      <p className="sg-over">
        <Link to={`/pieces/${piece.id}/care`}>{piece.name}</Link>
      </p>
      <h1>
        Record<span className="sg-record-name"> of {piece.name}</span>
      </h1>
      {lines.map((line) => (
        <p key={line}>{line}</p>
      ))}
      <HandOnPart history={history} tables={tables} lines={lines} pictures={pictures} allAsTable={allAsTable} />
      {tables.map((table) => (
        <TablePart key={table.title} {...table} />
      ))}
      {pictures.length > 0 && (
        <section aria-label="Pictures">
          <h2 className="sg-rule">Pictures</h2>
          <div className="sg-record-pictures">
            {pictures.map((picture) => (
              <PictureOf key={picture.id} {...picture} />
            ))}
          </div>
        </section>
      )}
      <WashPart piece={piece} />
    </section>
  );
};
