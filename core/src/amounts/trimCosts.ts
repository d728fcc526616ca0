import type { Piece, Trim } from '../piece/index.ts';
import type { Can, CanSize } from '../shelf/index.ts';
import { boardOf, isAlike, lengthsOfTrim } from './sawList.ts';
import { inCents, rateOf, type CostLine } from './rates.ts';

const BOARD = 'the piece itself';

/** What a unit of something that is told by its name cost last on the shelf; null where nobody knows. */
const shelfRate = (name: string, unit: 'mm' | 'pieces', kinds: readonly CanSize['kind'][], cans: readonly Can[]) =>
  cans
    .filter((can) => can.name !== null && isAlike(can.name, name) && can.size && kinds.includes(can.size.kind))
    .sort((one, other) => ((one.boughtOn ?? '') < (other.boughtOn ?? '') ? 1 : -1))
    .map((can) => rateOf(can, unit))
    .find((rate) => rate !== null) ?? null;

const line = (label: string, amount: number | null, rate: number | null, unknown: string): CostLine =>
  amount === null || rate === null
    ? { label, cost: null, why: amount === null ? unknown : 'its price is not known' }
    : { label, cost: inCents(amount * rate) / 100, why: 'by what is used of it' };

/** What a length costs as it is sold, or as it did when it came onto the shelf. */
const lengthRate = (
  name: string,
  { soldMm, soldPrice }: Pick<Trim, 'soldMm' | 'soldPrice'>,
  cans: readonly Can[],
): number | null =>
  soldMm !== null && soldPrice !== null ? soldPrice / soldMm : shelfRate(name, 'mm', ['bars', 'roll'], cans);

/**
 * What a piece costs besides its layers: the piece itself, its trims. By what is used, cuts with it.
 *
 * What a piece itself costs is not nothing because nobody said it: it is then a line without a cost.
 */
export const trimCosts = (piece: Piece, cans: readonly Can[]): CostLine[] => {
  const { blank, trims, quantity } = piece;
  const costs = trims.map((trim): CostLine => {
    if (trim.way === 'count')
      return line(
        trim.name,
        trim.count * quantity,
        trim.soldPrice ?? shelfRate(trim.name, 'pieces', ['pieces'], cans),
        '',
      );
    const read = lengthsOfTrim(piece, trim);
    const mm = read.ok
      ? read.lengths.reduce((sum, [, lengthMm, count]) => sum + (lengthMm + trim.kerfMm) * count, 0) * quantity
      : null;
    return line(trim.name, mm, lengthRate(trim.name, trim, cans), 'its length is not known');
  });
  if (blank?.way !== 'sawn')
    return [
      blank === null || blank.soldPrice === null
        ? { label: BOARD, cost: null, why: 'what it costs was not said' }
        : line(BOARD, quantity, blank.soldPrice, ''),
      ...costs,
    ];
  const board = boardOf(piece);
  const mm = board.ok ? (Math.max(board.board.widthMm, board.board.heightMm) + blank.kerfMm) * quantity : null;
  return [
    line(`${BOARD}, of ${blank.material}`, mm, lengthRate(blank.material, blank, cans), 'its size is not known'),
    ...costs,
  ];
};
