import Papa from 'papaparse';
import { canSizeWords } from '../shelf/index.ts';
import type { BuyLine } from './money.ts';
import { neededWords } from './words.ts';

/** What is missing of a line, in words: a length of film where it is laid out; why not, where it cannot be said. */
export const missingWords = ({ missing, line }: BuyLine): string => {
  if (missing === null) return line.unknown[0]?.because[0]?.words ?? 'not known';
  const { newLengthMm = 0, newWidthMm = 0, newSheets = 0 } = line.layout ?? {};
  if (newLengthMm > 0) return `${neededWords(newLengthMm, 'mm')}, ${newWidthMm} mm wide`;
  return newSheets > 0 ? `${newSheets} ${newSheets === 1 ? 'sheet' : 'sheets'}` : neededWords(missing, line.unit);
};

/** Packs in words: "2 × 250 ml". */
export const packWords = ({ packs }: BuyLine): string =>
  packs.map(({ size, count }) => `${count} × ${canSizeWords(size)}`).join(', ');

/**
 * The list of what is to be bought as a table (CSV): a row a line.
 *
 * @param pieceNames names of pieces by their id
 */
export const buyTable = (rows: readonly BuyLine[], pieceNames: ReadonlyMap<string, string>): string =>
  Papa.unparse(
    rows.map((row) => ({
      product: row.line.name,
      colour: row.line.colour ?? '',
      missing: missingWords(row),
      packs: packWords(row),
      price: row.price === null ? '' : row.price.toFixed(2),
      'needed by': row.by?.slice(0, 10) ?? '',
      for: [...new Set(row.line.needs.map(({ pieceId }) => pieceNames.get(pieceId) ?? pieceId))].join(', '),
    })),
  );
