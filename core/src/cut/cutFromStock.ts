import { catalogue } from '../materials/index.ts';
import { failed, type Outcome, type Problem } from '../problem/index.ts';
import { dusted, numberProblem, twiceProblems } from './given.ts';
import { Layer } from './sheets/layer.ts';
import type { CutFromStock, FromStockInput } from './sheets/stock.ts';

const MOST_PIECES = 5000;
const MOST_STOCK = 500;

const wrongIn = ({ pieces, stock, gapMm, marginMm }: FromStockInput): Problem[] => {
  const side = { from: 'above 0', below: 1e6 } as const;
  const some = { from: '0 or more', below: 1e6 } as const;
  const wrong = [
    ...numberProblem('gapMm', gapMm, some),
    ...numberProblem('marginMm', marginMm, some),
    ...pieces.flatMap(({ widthMm, heightMm, count }, at) => [
      ...numberProblem(`pieces.${at}.widthMm`, widthMm, side),
      ...numberProblem(`pieces.${at}.heightMm`, heightMm, side),
      ...numberProblem(`pieces.${at}.count`, count, { from: '0 or more', isWhole: true }),
    ]),
    ...stock.flatMap(({ widthMm, heightMm }, at) => [
      ...numberProblem(`stock.${at}.widthMm`, widthMm, side),
      ...numberProblem(`stock.${at}.heightMm`, heightMm, side),
    ]),
    ...twiceProblems(
      'pieces',
      pieces.map(({ id }) => id),
    ),
    ...twiceProblems(
      'stock',
      stock.map(({ id }) => id),
    ),
  ];
  const count = pieces.reduce((sum, piece) => sum + piece.count, 0);
  if (!wrong.length && (count > MOST_PIECES || stock.length > MOST_STOCK))
    wrong.push({
      code: 'too-many-pieces',
      given: `${count} pieces on ${stock.length} pieces of stock were given.`,
      allowed: `at most ${MOST_PIECES} pieces on ${MOST_STOCK}.`,
      todo: 'Lay them out in several goes.',
    });
  return wrong;
};

/**
 * Pieces laid out on what is there: offcuts before sheets and rolls.
 *
 * In this order: all are placed, the least new film is cut, the fewest offcuts are broken into, the largest single rest is left. Rectangles
 * are packed by blocks of equal sides, rooms emptied and filled again, within a budget of fillings; the same input gives the same lay-out.
 *
 * @param leastRestMm least side of an offcut worth keeping; the catalogue's unless given
 * @returns places that keep the gap to each other and the margin to every edge; problems where a number is none
 */
export const cutFromStock = (
  input: FromStockInput,
  leastRestMm = catalogue().sizing.offcutLeast.typical,
): Outcome<CutFromStock> => {
  const wrong = wrongIn(input);
  if (wrong.length) return failed(...wrong);
  const { pieces, stock, marginMm } = input;
  const layer = new Layer(input, leastRestMm);
  const { layout, areaMm2, rollMm, rest } = layer.solve();
  const inOrder = new Map(stock.flatMap((one) => (layout.has(one) ? [[one, layout.get(one)!] as const] : [])));
  return {
    ok: true,
    placed: [...inOrder].flatMap(([{ id }, laid]) =>
      laid.map(({ kind, isTurned, x, y }) => ({
        id: pieces[kind]!.id,
        stockId: id,
        x: dusted(x + marginMm),
        y: dusted(y + marginMm),
        turned: isTurned,
      })),
    ),
    unplaced: rest.flatMap((count, at) => Array<string>(count).fill(pieces[at]!.id)),
    newFilmMm2: dusted(areaMm2),
    rollMm: dusted(rollMm),
    offcutsUsed: [...inOrder.keys()].filter(({ kind }) => kind === 'offcut').map(({ id }) => id),
    offcutsLeft: layer.restsOf(inOrder),
  };
};
