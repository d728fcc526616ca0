import {
  copiesWords,
  formatDuration,
  formatTemperature,
  type Air,
  type PieceHistory,
  type Settings,
} from '@sgraffa/core';
import { dayAndTime } from '../../ui/dates.ts';
import { moneyWords } from '../../ui/money.ts';
import { capitalised } from '../../ui/words.ts';
import type { RecordTable } from '../../workers/papers/recordPdf.ts';

const table = (
  title: string,
  columns: readonly (readonly [name: string, share: number])[],
  rows: readonly (readonly string[])[],
  notes: readonly string[] = [],
): RecordTable => ({ title, columns: columns.map(([name, share]) => ({ name, share })), rows, notes });

const lines = (...parts: readonly (string | null | false)[]): string =>
  parts.flatMap((part) => (part ? [capitalised(part)] : [])).join('. ');

const copyOrCopies = (copies: string): string => `${/^\d+$/.test(copies) ? 'copy' : 'copies'}\u00a0${copies}`;

/** What a record says before its tables. */
export const recordLines = (history: PieceHistory, { zone }: Settings, now: string): string[] => {
  const { piece, begunAt, lastAt, minutes, untimed } = history;
  return [
    [
      piece.quantity > 1 ? `${piece.quantity} alike` : 'one piece',
      begunAt ? `begun ${dayAndTime(begunAt, zone, now)}` : 'not begun yet',
      lastAt && lastAt !== begunAt ? `last mark ${dayAndTime(lastAt, zone, now)}` : '',
    ]
      .filter(Boolean)
      .join(', '),
    ...(begunAt
      ? [
          `${minutes === null ? 'No time is marked' : `${capitalised(formatDuration(minutes))} of work are marked`}${
            untimed
              ? `; of ${untimed} ${untimed === 1 ? 'step' : 'steps'} it is not known how long ${untimed === 1 ? 'it' : 'they'} took`
              : ''
          }.`,
        ]
      : []),
  ];
};

/** The tables of a record: page, print and file show these, and nothing else. */
export const recordTables = (history: PieceHistory, settings: Settings, now: string): RecordTable[] => {
  const { layers, tests, looks, faults, notes, spent } = history;
  const { zone, money } = settings;
  const when = (at: string) => dayAndTime(at, zone, now);
  const airWords = (air: Air | null): string =>
    air ? `${formatTemperature(air.temperatureC, settings.temperature)}, ${air.relativeHumidity} % RH` : 'not noted';
  const cost = (amount: number | null) => (amount === null ? 'not known' : moneyWords(amount, money.currency));
  const open = layers.filter((layer) => layer.open === 'all' || layer.open.length > 0);
  /** Copies are named where the step is done on others. */
  const openWords = ({ name, open: copies, laid }: PieceHistory['layers'][number]): string =>
    copies === 'all' || !laid.length ? name : `${name} on ${copyOrCopies(copiesWords(copies))}`;
  const of = (copies: string) => (copies ? `, ${copyOrCopies(copies)}` : '');
  return [
    table(
      'Layers',
      [
        ['When', 18],
        ['What', 28],
        ['Of which', 26],
        ['Air', 16],
        ['Time', 12],
      ],
      layers.flatMap(({ laid, name }) =>
        laid.map((row) => [
          when(row.event.at),
          `${capitalised(name)}${of(row.copies)}`,
          row.from.length
            ? row.from.map(({ name: can, batch }) => (batch ? `${can} (${batch})` : can)).join('; ')
            : 'not noted',
          airWords(row.air),
          row.minutes ? formatDuration(row.minutes) : 'not marked',
        ]),
      ),
      open.length ? [`Not marked as done: ${open.map(openWords).join('; ')}.`] : [],
    ),
    table(
      'Tests and looks',
      [
        ['When', 18],
        ['What', 34],
        ['Result', 48],
      ],
      [
        ...tests.map(({ at, what, result, note }) => ({ at, row: [when(at), capitalised(what), lines(result, note)] })),
        ...looks.map(({ event, step, what, copies }) => ({
          at: event.at,
          row: [when(event.at), capitalised(step) + of(copies), capitalised(what)],
        })),
      ]
        .sort((one, other) => Date.parse(one.at) - Date.parse(other.at))
        .map(({ row }) => row),
    ),
    table(
      'What went wrong',
      [
        ['When', 18],
        ['Where', 24],
        ['What', 28],
        ['What was done', 30],
      ],
      faults.map(({ row, seen, cause, then }) => [
        when(row.event.at),
        capitalised(row.step) + of(row.copies),
        lines(seen ?? row.what, cause, row.note),
        then ? `${capitalised(then.what)}, ${when(then.at)}` : 'Nothing that was marked',
      ]),
    ),
    table(
      'Notes and washes',
      [
        ['When', 18],
        ['At', 28],
        ['What', 54],
      ],
      notes.map((row) => [
        when(row.event.at),
        capitalised(row.step),
        row.what === 'note' ? row.note : lines(row.what, row.note),
      ]),
    ),
    table(
      'Cost',
      [
        ['For', 60],
        ['Cost', 40],
      ],
      [
        ...spent.lines.map(({ label, cost: amount, why }) => [
          capitalised(label),
          amount === null ? `not known: ${why}` : cost(amount),
        ]),
        ['Time', spent.time === null ? 'not known' : cost(spent.time)],
        [history.piece.quantity > 1 ? `All ${history.piece.quantity}, so far` : 'So far', cost(spent.total)],
      ],
      spent.without.length ? [`Without ${spent.without.join('; ')}.`] : [],
    ),
  ].filter(({ rows, notes: said }) => rows.length || said.length);
};
