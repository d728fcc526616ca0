import type { Piece } from '../piece/index.ts';
import type { Can, CanSize } from '../shelf/index.ts';
import { MS_PER_DAY } from '../units/index.ts';
import type { AmountLine } from './amountsFor.ts';
import type { MoneySettings } from './moneySettings.ts';
import type { AmountUnit } from './need.ts';
import { packsFor } from './packsFor.ts';
import { priceOf } from './priceOf.ts';
import { CENTS, inCents, rateOf, wholeIn, type CostLine } from './rates.ts';
import { trimCosts } from './trimCosts.ts';

export interface PieceCost {
  readonly lines: readonly CostLine[];
  /** Of the lines that are known. */
  readonly materials: number;
  readonly minutes: number;
  readonly time: number | null;
  /** Of the batch, without what is not known; null where nothing is known of it. */
  readonly cost: number | null;
  readonly costEach: number | null;
  /** Asking price of one piece; null where time or a material has no price: it would be too low. */
  readonly priceEach: number | null;
  /** What the figures are without: names of lines, and of settings that were not said. */
  readonly without: readonly string[];
}

/** What a product that is still to be bought costs a unit: as the last of it did; null where no price of it is known. */
export const lastRate = (productId: string, unit: AmountUnit, cans: readonly Can[]): number | null => {
  const known = cans
    .filter((can) => can.productId === productId && rateOf(can, unit) !== null)
    .sort((one, other) => ((one.boughtOn ?? '') < (other.boughtOn ?? '') ? 1 : -1));
  return known[0] ? rateOf(known[0], unit) : null;
};

const costLine = (line: AmountLine, cans: readonly Can[]): CostLine => {
  const label = line.colour ? `${line.name}, ${line.colour}` : line.name;
  if (!line.need || line.missing === null) return { label, cost: null, why: 'how much it takes is not known' };
  if (line.unknown.length) return { label, cost: null, why: `${line.unknown[0]!.label} is not reckoned` };
  const taken = line.cans.reduce((sum, { takes }) => sum + takes, 0);
  // paint is used up as the typical figure says, film as it is cut off
  const used = line.layout ? taken + line.missing : line.need.typical;
  const whole = taken + line.missing;
  if (!whole) return { label, cost: null, why: 'it is done already: what was used is on the shelf' };
  const parts = [
    ...line.cans.map(({ canId, takes }) => {
      const can = cans.find(({ id }) => id === canId);
      const rate = can ? rateOf(can, line.unit) : null;
      return { share: takes / whole, rate: rate ?? lastRate(line.productId, line.unit, cans) };
    }),
    ...(line.missing > 0 ? [{ share: line.missing / whole, rate: lastRate(line.productId, line.unit, cans) }] : []),
  ];
  if (parts.some(({ rate }) => rate === null)) return { label, cost: null, why: 'its price is not known' };
  const cost = parts.reduce((sum, { share, rate }) => sum + share * used * rate!, 0);
  return { label, cost: inCents(cost) / CENTS, why: 'by what is used of it' };
};

const SETTING_WORDS = {
  ratePerHour: 'your rate an hour',
  overheadPct: 'overhead',
  spoilPct: 'spoilt pieces',
  feePct: 'the fee of selling',
  marginPct: 'a margin',
} as const;

/**
 * What a piece costs, line by line, and what to ask for it; money is added in whole cents.
 *
 * What is not known is no 0: it is named, and every total is without it.
 *
 * @param lines   of the piece by itself
 * @param minutes at the bench for the whole batch
 */
export const costOf = (
  piece: Piece,
  lines: readonly AmountLine[],
  cans: readonly Can[],
  minutes: number,
  money: MoneySettings,
): PieceCost => {
  const { quantity } = piece;
  const costs = [...lines.map((line) => costLine(line, cans)), ...trimCosts(piece, cans)];
  const materials = costs.reduce((sum, { cost }) => sum + inCents(cost ?? 0), 0) / CENTS;
  const unsaid = (Object.keys(SETTING_WORDS) as (keyof typeof SETTING_WORDS)[]).filter((key) => money[key] === null);
  const answer = priceOf({
    materials: materials / quantity,
    minutes: minutes / quantity,
    ratePerHour: money.ratePerHour ?? 0,
    overheadPct: money.overheadPct ?? 0,
    spoilPct: money.spoilPct ?? 0,
    feePct: money.feePct ?? 0,
    marginPct: money.marginPct ?? 0,
    roundTo: money.roundTo,
  });
  if (!answer.ok) throw new RangeError(`Figures that fit the settings make no price: ${answer.problems[0]!.given}`);
  const isKnown = money.ratePerHour !== null || costs.some(({ cost }) => cost !== null && cost > 0);
  return {
    lines: costs,
    materials,
    minutes,
    time: money.ratePerHour === null ? null : inCents((minutes / 60) * money.ratePerHour) / CENTS,
    cost: isKnown ? inCents(answer.cost * quantity) / CENTS : null,
    costEach: isKnown ? inCents(answer.cost) / CENTS : null,
    priceEach: money.ratePerHour === null || costs.some(({ cost }) => cost === null) ? null : answer.price,
    without: [
      ...costs.filter(({ cost }) => cost === null).map(({ label }) => label),
      ...unsaid.map((key) => SETTING_WORDS[key]),
    ],
  };
};

/** A pack that was bought before, of the size and price of the last such. */
export interface KnownPack {
  readonly size: CanSize;
  readonly price: number | null;
  readonly count: number;
}

/** One line of what is to be bought. */
export interface BuyLine {
  readonly line: AmountLine;
  /** In the line's unit; null: it cannot be said. */
  readonly missing: number | null;
  /** Packs that cover it the cheapest, of sizes that were on the shelf before; empty where none was. */
  readonly packs: readonly KnownPack[];
  /** Of these packs; null where a price is not known. */
  readonly price: number | null;
  /** The day by which it has to be there, less the lead; null: not planned. */
  readonly by: string | null;
}

/**
 * What is missing on the shelf, in packs, the most urgent first.
 *
 * @param leadDays days between ordering and having it
 */
export const toBuy = (lines: readonly AmountLine[], cans: readonly Can[], leadDays: number): BuyLine[] =>
  lines
    .filter(({ missing, need }) => missing === null || need === null || missing > 0)
    .map((line): BuyLine => {
      const { missing, unit, productId } = line;
      const by = line.by && new Date(Date.parse(line.by) - leadDays * MS_PER_DAY).toISOString();
      if (missing === null || line.need === null) return { line, missing: null, packs: [], price: null, by };
      const sizes = new Map<string, { size: CanSize; price: number | null; boughtOn: string }>();
      for (const can of cans) {
        if (can.productId !== productId || !can.size || can.size.kind === 'offcut' || !wholeIn(can.size, unit))
          continue;
        const key = JSON.stringify(can.size);
        const held = sizes.get(key);
        const boughtOn = can.boughtOn ?? '';
        if (!held || (can.price !== null && boughtOn >= held.boughtOn))
          sizes.set(key, { size: can.size, price: can.price, boughtOn });
      }
      const known = [...sizes.values()];
      const packed = packsFor({
        need: missing,
        packs: known.map(({ size, price }) => ({ size: wholeIn(size, unit)!, price })),
      });
      if (!packed.ok) return { line, missing, packs: [], price: null, by };
      return {
        line,
        missing,
        packs: known.flatMap(({ size, price }, at) =>
          packed.counts[at] ? [{ size, price, count: packed.counts[at] }] : [],
        ),
        price: packed.price,
        by,
      };
    })
    .sort((one, other) => ((one.by ?? '9') < (other.by ?? '9') ? -1 : 1));
