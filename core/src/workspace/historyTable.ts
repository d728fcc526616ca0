import Papa from 'papaparse';
import type { MoneySettings } from '../amounts/index.ts';
import type { Catalogue } from '../materials/index.ts';
import type { Air } from '../piece/index.ts';
import { historiesOf, type PieceHistory } from './historyOf.ts';
import type { LogRow } from './logOf.ts';
import type { Workspace } from './schema.ts';

const airCells = (air: Air | null): { 'air °C': number | ''; 'air % RH': number | '' } => ({
  'air °C': air?.temperatureC ?? '',
  'air % RH': air?.relativeHumidity ?? '',
});

/** One line of the table of all records: what it is about stands first, and what it has nothing to say about is empty. */
const tableRows = (
  { piece, layers, tests, looks, faults, notes, pictures, minutes, spent }: PieceHistory,
  currency: string,
) => {
  const line = (sort: string, at: string, what: string, more: Readonly<Record<string, string | number>> = {}) => ({
    piece: piece.name,
    quantity: piece.quantity,
    copies: '',
    sort,
    at,
    what,
    can: '',
    batch: '',
    ...airCells(null),
    minutes: '',
    result: '',
    cause: '',
    'what was done': '',
    cost: '',
    currency: '',
    note: '',
    ...more,
  });
  const copiesOf = ({ copies }: LogRow) => (copies ? { copies } : {});
  return [
    ...layers.flatMap(({ name, laid, isThere }) =>
      laid.map((row) =>
        line(isThere ? 'layer' : 'layer no longer planned', row.event.at, name, {
          ...copiesOf(row),
          can: row.from.map((one) => one.name).join('; '),
          batch: row.from.map(({ batch }) => batch).join('; '),
          ...airCells(row.air),
          minutes: row.minutes ?? '',
          note: row.note,
        }),
      ),
    ),
    ...tests.map(({ at, what, result, note }) => line('test', at, what, { result, note })),
    ...looks.map((row) => line('look', row.event.at, row.step, { ...copiesOf(row), result: row.what })),
    ...faults.map(({ row, seen, cause, then }) =>
      line('fault', row.event.at, row.step, {
        ...copiesOf(row),
        result: seen ?? row.what,
        cause: cause ?? '',
        'what was done': then?.what ?? '',
        note: row.note,
      }),
    ),
    ...notes.map((row) => line('note', row.event.at, row.step, { result: row.what, note: row.note })),
    ...pictures.map(({ id, at, words }) => line('picture', at, words, { result: id })),
    ...spent.lines.map(({ label, cost, why }) =>
      line('cost', '', label, { cost: cost ?? '', currency, note: cost === null ? why : '' }),
    ),
    line('sum', '', 'the whole of it', {
      minutes: minutes ?? '',
      cost: spent.total ?? '',
      currency,
      note: spent.without.length ? `without ${spent.without.join(', ')}` : '',
    }),
  ];
};

/** The records of pieces as one table (CSV): a row a layer, test, look, fault, note, picture, cost and sum. */
export const historyTable = (histories: readonly PieceHistory[], money: MoneySettings): string =>
  Papa.unparse(
    histories.flatMap((history) => tableRows(history, money.currency)),
    // a name that begins like a formula stays a name in a spreadsheet
    { escapeFormulae: true },
  );

/** The table of all records of a workspace: what a file of everything carries beside the document, to be read without it. */
export const recordsTable = (workspace: Workspace, catalogue: Catalogue): string => {
  const { pieces, events, shelf: cans, uses, trials, settings } = workspace;
  const { money, zone, workshop, schools } = settings;
  return historyTable(
    historiesOf(pieces, { events, cans, uses, trials, catalogue, money, zone, workshop, schools }),
    money,
  );
};
