import Papa from 'papaparse';
import { failed, type Outcome, type Problem } from '../problem/index.ts';
import { readCan, readPastDay, readPrice, type CanReader } from './readCan.ts';
import { canSchema, type Can } from './schema.ts';

/** The most rows of one table. */
const MOST_ROWS = 10_000;
const MOST_CHARACTERS = 5_000_000;
const MOST_PROBLEMS = 12;

type Column = 'id' | 'what' | 'colour' | 'size' | 'price' | 'bought' | 'opened' | 'finished' | 'place' | 'note';
const HEADINGS: Readonly<Record<Column, readonly string[]>> = {
  id: ['id'],
  what: ['product', 'name', 'what', 'thing', 'item', 'material', 'can'],
  colour: ['colour', 'color'],
  size: ['size', 'amount', 'quantity', 'contents'],
  price: ['price', 'cost', 'paid'],
  bought: ['bought', 'bought on', 'boughton', 'purchased'],
  opened: ['opened', 'opened on', 'openedon', 'open since'],
  finished: ['finished', 'used up', 'finished on', 'finishedon'],
  place: ['place', 'where', 'shelf'],
  note: ['note', 'notes', 'remarks'],
};
const COLUMNS = Object.keys(HEADINGS) as Column[];

const columnOf = (heading: string): Column | undefined =>
  COLUMNS.find((column) => HEADINGS[column].includes(heading.trim().toLowerCase()));

const atRow = (row: number, column: string, problem: Problem): Problem => ({
  ...problem,
  at: `row ${row}${column ? `, ${column}` : ''}`,
});

/** One row of a table with headings. */
const canOfRow = (
  cells: Readonly<Partial<Record<Column, string>>>,
  row: number,
  id: string,
  reader: CanReader,
): Outcome<{ can: Can }> => {
  const said = (column: Column) => cells[column]?.trim() || null;
  const problems: Problem[] = [];
  const own = said('id');
  const read = readCan([said('what'), said('size')].filter(Boolean).join(', '), own ?? id, reader);
  if (!read.ok) problems.push(...read.problems.map((one) => atRow(row, said('what') ? 'size' : 'product', one)));
  const day = (column: 'bought' | 'opened' | 'finished'): string | null => {
    const words = said(column);
    if (!words) return null;
    const found = readPastDay(words, reader.today);
    if (found.ok) return found.day;
    problems.push(...found.problems.map((one) => atRow(row, column, one)));
    return null;
  };
  const [boughtOn, openedOn, finishedOn] = [day('bought'), day('opened'), day('finished')];
  const price = said('price') ? readPrice(said('price')!, reader.currency) : null;
  if (price?.ok === false) problems.push(...price.problems.map((one) => atRow(row, 'price', one)));
  if (!read.ok || problems.length) return failed(...problems);
  const can: Can = {
    ...read.can,
    colour: said('colour') ?? read.can.colour,
    price: price?.ok ? price.price : read.can.price,
    boughtOn: boughtOn ?? read.can.boughtOn,
    openedOn: openedOn ?? read.can.openedOn,
    isOpen: openedOn ? 'yes' : read.can.isOpen,
    finishedOn: finishedOn ?? read.can.finishedOn,
    place: said('place') ?? read.can.place,
    note: said('note') ?? '',
  };
  const fits = canSchema.safeParse(can);
  if (fits.success) return { ok: true, can: fits.data };
  return failed(
    ...fits.error.issues.map(({ path, message }) =>
      atRow(row, String(path[0] ?? ''), {
        code: 'can-not-read',
        given: `"${JSON.stringify(path.reduce<unknown>((value, key) => (value as Record<PropertyKey, unknown> | null)?.[key], can))}" was given.`,
        allowed: `${message}.`,
        todo: 'Mend that row.',
      }),
    ),
  );
};

/**
 * Reads a table of things for the shelf: whole or not at all.
 *
 * The separator is found out (comma, semicolon, tab), prices may have decimal commas. With headings (product, colour, size, price, bought,
 * opened, finished, place, note, id) cells are read by their column; without, each row is a line as it would be typed.
 *
 * @param newId gives an id for each row that has none of its own
 * @returns the cans, or problems that name their rows
 */
export const readCans = (
  csv: string,
  newId: () => string,
  reader: CanReader,
  known: ReadonlySet<string>,
): Outcome<{ cans: readonly Can[] }> => {
  if (csv.length > MOST_CHARACTERS)
    return failed({
      code: 'file-too-large',
      given: `A file of ${csv.length} characters was given.`,
      allowed: `at most ${MOST_CHARACTERS}.`,
      todo: 'Nothing was taken. Split it.',
    });
  const text = csv.replace(/^\uFEFF/, '');
  const { data } = Papa.parse<string[]>(text, { skipEmptyLines: 'greedy' });
  const columns = (data[0] ?? []).map(columnOf);
  const hasHeadings = columns.includes('what');
  // without headings a row is a line as it would be typed: only the quotes around a cell go
  const rows = hasHeadings
    ? data.slice(1)
    : text
        .split(/\r?\n/)
        .filter((line) => line.trim())
        .map((line) => [line.replace(/(^|[,;\t]\s*)"([^"]*)"/g, '$1$2')]);
  if (!rows.length || rows.length > MOST_ROWS)
    return failed({
      code: 'no-rows',
      given: rows.length ? `${rows.length} rows were given.` : 'No row was given.',
      allowed: `1 to ${MOST_ROWS} rows, one thing each.`,
      todo: rows.length
        ? 'Nothing was taken. Split the file.'
        : 'Write one thing a row: what it is, colour, size, price, when it was bought.',
    });
  const strange = hasHeadings ? (data[0] ?? []).filter((heading, at) => heading.trim() && !columns[at]) : [];
  const problems: Problem[] = strange.map((heading) =>
    atRow(1, '', {
      code: 'strange-column',
      given: `"${heading}" was given as a heading.`,
      allowed: `${COLUMNS.map((column) => HEADINGS[column][0]).join(', ')}.`,
      todo: 'Rename that column, or leave it out.',
    }),
  );
  const cans: Can[] = [];
  const seen = new Set(known);
  rows.forEach((cells, index) => {
    if (problems.length > MOST_PROBLEMS) return;
    const row = index + 1 + Number(hasHeadings);
    const byColumn = Object.fromEntries(cells.flatMap((cell, at) => (columns[at] ? [[columns[at], cell]] : [])));
    const read = hasHeadings
      ? canOfRow(byColumn, row, newId(), reader)
      : canOfRow({ what: cells[0]! }, row, newId(), reader);
    if (!read.ok) problems.push(...read.problems);
    else if (seen.has(read.can.id))
      problems.push(
        atRow(row, 'id', {
          code: 'given-twice',
          given: `"${read.can.id}" is the id of another thing.`,
          allowed: 'an id of its own, or none.',
          todo: 'Leave the column out, or give it another one.',
        }),
      );
    else {
      seen.add(read.can.id);
      cans.push(read.can);
    }
  });
  return problems.length ? failed(...problems.slice(0, MOST_PROBLEMS)) : { ok: true, cans };
};
