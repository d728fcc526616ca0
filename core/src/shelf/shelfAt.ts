import type { Catalogue, Figure } from '../materials/index.ts';
import { pricePerM2 } from './pricePerM2.ts';
import type { Can, CanUse } from './schema.ts';
import { wholeOf } from './sizes.ts';

/** How fit a can is by its age: `unknown` where nobody knows how old it is, `noFigure` where no figure says how long it keeps. */
export type Freshness = 'fresh' | 'ageing' | 'old' | 'unknown' | 'noFigure';

export interface CanAt {
  readonly can: Can;
  /** In the unit of its kind; null: its size was not said and nothing was measured. */
  readonly left: number | null;
  /** What it holds against a full one; null where that is not known. */
  readonly leftShare: number | null;
  /** Where what was used is more than there was: it was not what was reckoned, so measure what is left. */
  readonly isOverdrawn: boolean;
  readonly isEmpty: boolean;
  readonly isOpen: Can['isOpen'];
  /** Counted from opening, or unopened from buying; the least that it can be where only that is known. Null: nobody knows. */
  readonly ageMonths: number | null;
  /** What the age counts from. */
  readonly agesFrom: 'opening' | 'buying' | 'saying' | 'mixing' | null;
  /** How long it keeps, months; null: it does not spoil, or nobody knows the product. */
  readonly keeps: Figure | null;
  readonly freshness: Freshness;
  /** Something that the crafter mixed of it, and that is no longer what the label speaks of: it is taken only where it is chosen. */
  readonly isOtherMix: boolean;
}

const DAYS_PER_MONTH = 365.25 / 12;

/** Months by the calendar from one ISO date to another, with the days that are over as a part of one. */
const monthsBetween = (from: string, to: string): number => {
  const [start, end] = [from, to].map((day) => day.slice(0, 10).split('-').map(Number)) as [number[], number[]];
  const [years, months, days] = [0, 1, 2].map((at) => end[at]! - start[at]!) as [number, number, number];
  return Math.max(0, 12 * years + months + days / DAYS_PER_MONTH);
};

/** What is left: size less what was used; what was measured or weighed goes before what was reckoned. */
export const leftOf = (
  { size, finishedOn }: Can,
  uses: readonly CanUse[],
  day: string,
): Pick<CanAt, 'left' | 'isOverdrawn'> => {
  if (finishedOn !== null && finishedOn <= day.slice(0, 10)) return { left: 0, isOverdrawn: false };
  let left = size ? wholeOf(size) : null;
  let isOverdrawn = false;
  for (const { as, amount, at } of [...uses].sort((one, other) => Date.parse(one.at) - Date.parse(other.at))) {
    if (Date.parse(at) > Date.parse(day)) break;
    if (as === 'left') [left, isOverdrawn] = [amount, false];
    else if (left !== null) {
      isOverdrawn ||= amount > left + 1e-6;
      left = Math.max(0, left - amount);
    }
  }
  return { left, isOverdrawn };
};

const ageOf = (
  { isOpen, openedOn, boughtOn, aged, mixedOn }: Can,
  day: string,
): Pick<CanAt, 'ageMonths' | 'agesFrom'> => {
  if (mixedOn !== null) return { ageMonths: monthsBetween(mixedOn, day), agesFrom: 'mixing' };
  const opened = openedOn !== null && openedOn <= day.slice(0, 10) ? monthsBetween(openedOn, day) : null;
  if (opened !== null && isOpen !== 'no') return { ageMonths: opened, agesFrom: 'opening' };
  // opened nobody knows when: not before it was bought
  if (boughtOn !== null) return { ageMonths: monthsBetween(boughtOn, day), agesFrom: 'buying' };
  if (aged) return { ageMonths: aged.months + (aged.on ? monthsBetween(aged.on, day) : 0), agesFrom: 'saying' };
  return { ageMonths: null, agesFrom: null };
};

/** How fit something is that keeps for so long and is so old. */
export const freshnessOf = (ageMonths: number | null, keeps: Figure | null): Freshness => {
  if (!keeps) return 'noFigure';
  if (ageMonths === null) return 'unknown';
  if (ageMonths > keeps.high) return 'old';
  return ageMonths > keeps.low ? 'ageing' : 'fresh';
};

/** One can on a day. */
export const canAt = (can: Can, uses: readonly CanUse[], day: string, catalogue: Catalogue): CanAt => {
  const { left, isOverdrawn } = leftOf(can, uses, day);
  const whole = can.size ? wholeOf(can.size) : null;
  const product = can.productId === null ? undefined : catalogue.productById.get(can.productId);
  // what was mixed of it keeps as long as the product only where that is what it is: a paste of one's own
  const isOtherMix = can.mixedOn !== null && (!product?.mix || product.potLife !== undefined);
  const keeps = isOtherMix ? null : (product?.shelf ?? null);
  const age = ageOf(can, day);
  return {
    can,
    left,
    leftShare: left === null || whole === null ? null : Math.min(1, left / whole),
    isOverdrawn,
    isEmpty: left === 0,
    isOpen: can.openedOn !== null && can.openedOn > day.slice(0, 10) ? 'no' : can.isOpen,
    ...age,
    keeps,
    freshness: isOtherMix ? 'unknown' : freshnessOf(age.ageMonths, keeps),
    isOtherMix,
  };
};

/** What there is of a product, and how old the freshest of it is. */
export interface InStock {
  readonly productId: string;
  /** Null: nobody knows. */
  readonly ageMonths: number | null;
  /** When the first of it comes, where all of it is ordered and not there yet. */
  readonly arrivesOn?: string | undefined;
  /** What a m² of it costs, as the last of it with a price did. */
  readonly perM2?: number | undefined;
}

/** In the order in which cans are used: what is fit, what nobody knows the age of, what is old. */
export const FITNESS: Readonly<Record<Freshness, number>> = { fresh: 0, noFigure: 0, ageing: 0, unknown: 1, old: 2 };

/** Cans of one product as they stand in the stock. */
export const inStock = (
  cans: readonly CanAt[],
  ageMonths: number | null,
  arrivesOn: string | undefined,
  { productById }: Pick<Catalogue, 'productById'>,
): InStock => {
  const productId = cans[0]!.can.productId!;
  const perM2 = [...cans]
    .sort((one, other) => (one.ageMonths ?? Infinity) - (other.ageMonths ?? Infinity))
    .map(({ can }) => pricePerM2(can, productById.get(productId)))
    .find((price) => price !== null);
  return {
    productId,
    ageMonths,
    ...(arrivesOn === undefined ? {} : { arrivesOn }),
    ...(perM2 === undefined || perM2 === null ? {} : { perM2 }),
  };
};

/**
 * What there is of a product: the freshest of what is there and fit; where nothing of it is, of what is ordered.
 *
 * A can that is still to come lends its freshness to none that stands there already.
 */
const stockOf = (cans: readonly CanAt[], catalogue: Catalogue): InStock => {
  const isFit = ({ freshness }: CanAt) => FITNESS[freshness] === FITNESS.fresh;
  const fit = cans.some(isFit) ? cans.filter(isFit) : cans;
  const there = fit.filter(({ can }) => can.arrivesOn === null);
  const ages = (there.length ? there : fit).flatMap(({ ageMonths }) => ageMonths ?? []);
  const [first] = there.length ? [] : fit.map(({ can }) => can.arrivesOn!).sort();
  return inStock(cans, ages.length ? Math.min(...ages) : null, first, catalogue);
};

/** The shelf on a day. */
export interface ShelfAt {
  /** What runs out or ages first on top; what is used up last. */
  readonly cans: readonly CanAt[];
  /** What there is of each product, for Match and the plan. */
  readonly stock: readonly InStock[];
}

const URGENCY: Readonly<Record<Freshness, number>> = { old: 0, ageing: 1, unknown: 2, fresh: 3, noFigure: 3 };

/**
 * The shelf as it is, or will be, on a day.
 *
 * @param day an instant; what was used later does not count yet
 */
export const shelfAt = (cans: readonly Can[], uses: readonly CanUse[], day: string, catalogue: Catalogue): ShelfAt => {
  const usesOf = new Map<string, CanUse[]>();
  for (const use of uses) usesOf.set(use.canId, [...(usesOf.get(use.canId) ?? []), use]);
  const all = cans.map((can) => canAt(can, usesOf.get(can.id) ?? [], day, catalogue));
  const share = ({ leftShare }: CanAt) => leftShare ?? 0.5;
  const sorted = [...all].sort(
    (one, other) =>
      Number(one.isEmpty) - Number(other.isEmpty) ||
      URGENCY[one.freshness] - URGENCY[other.freshness] ||
      share(one) - share(other) ||
      (other.ageMonths ?? 0) - (one.ageMonths ?? 0) ||
      (one.can.id < other.can.id ? -1 : 1),
  );
  const byProduct = new Map<string, CanAt[]>();
  for (const one of all) {
    const { productId } = one.can;
    if (productId === null || one.isEmpty || one.isOtherMix) continue;
    byProduct.set(productId, [...(byProduct.get(productId) ?? []), one]);
  }
  return { cans: sorted, stock: [...byProduct.values()].map((own) => stockOf(own, catalogue)) };
};
