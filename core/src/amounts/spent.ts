import type { Catalogue } from '../materials/index.ts';
import type { Piece } from '../piece/index.ts';
import { amountWords, canName, wholeOf, type Can, type CanUse } from '../shelf/index.ts';
import type { MoneySettings } from './moneySettings.ts';
import { CENTS, inCents, type CostLine } from './rates.ts';
import { trimCosts } from './trimCosts.ts';

/** What a piece has cost so far. */
export interface Spent {
  readonly lines: readonly CostLine[];
  /** Of the lines that are known, of the whole batch. */
  readonly materials: number;
  /** Of the minutes that were marked; null where they, or what an hour costs, are not known. */
  readonly time: number | null;
  /** Materials and time of the whole batch, without what is not known; null where nothing of it is. */
  readonly total: number | null;
  /** What the total is without. */
  readonly without: readonly string[];
}

/** Something that was laid, by the product that it is of. */
export interface LaidProduct {
  readonly productId: string;
  readonly name: string;
}

const usedLine = (can: Can, amount: number, catalogue: Catalogue): CostLine => {
  const { size, price } = can;
  const label = `${canName(can, catalogue)}${size ? `, ${amountWords(amount, size.kind)}` : ''}`;
  const whole = size && wholeOf(size);
  return price === null || !whole
    ? { label, cost: null, why: price === null ? 'its price is not known' : 'how much a full one holds is not known' }
    : { label, cost: inCents((price / whole) * amount) / CENTS, why: 'by what was taken of it' };
};

/**
 * What a piece has cost: what was taken from the shelf for it, what it is made of besides, and the minutes that were marked.
 *
 * What is not known is no 0: it is named, and the total is without it.
 *
 * @param laid    what was laid on it: what of that nothing was taken for was not noted, and is no gift
 * @param minutes of the whole batch; null where none were marked
 */
export const spentOn = (
  piece: Piece,
  laid: readonly LaidProduct[],
  cans: readonly Can[],
  uses: readonly CanUse[],
  minutes: number | null,
  money: MoneySettings,
  catalogue: Catalogue,
): Spent => {
  const byCan = new Map<string, number>();
  for (const { as, pieceId, canId, amount } of uses)
    if (as === 'used' && pieceId === piece.id) byCan.set(canId, (byCan.get(canId) ?? 0) + amount);
  const used = cans.filter(({ id }) => byCan.has(id));
  const taken = new Set(used.map(({ productId }) => productId));
  const lines = [
    ...used.map((can) => usedLine(can, byCan.get(can.id)!, catalogue)),
    ...[
      ...new Map(laid.filter(({ productId }) => !taken.has(productId)).map((one) => [one.productId, one])).values(),
    ].map(({ name }): CostLine => ({ label: name, cost: null, why: 'what was taken for it was not noted' })),
    ...trimCosts(piece, cans),
  ];
  const known = lines.filter(({ cost }) => cost !== null);
  const materials = known.reduce((sum, { cost }) => sum + inCents(cost!), 0) / CENTS;
  const time =
    minutes === null || money.ratePerHour === null ? null : inCents((minutes / 60) * money.ratePerHour) / CENTS;
  return {
    lines,
    materials,
    time,
    total: known.length || time !== null ? (inCents(materials) + inCents(time ?? 0)) / CENTS : null,
    without: [
      ...lines.filter(({ cost }) => cost === null).map(({ label }) => label),
      ...(minutes === null ? ['time, which was not marked'] : []),
      ...(money.ratePerHour === null ? ['your rate an hour'] : []),
    ],
  };
};
