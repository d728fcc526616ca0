import type { Range } from '../cut/index.ts';
import { FITNESS, shelfAt, type Can, type CanAt, type Shelf } from '../shelf/index.ts';
import type { Catalogue } from '../materials/index.ts';
import type { AmountUnit } from './need.ts';

/** What one can gives to a line, in the line's unit. */
export interface Taken {
  readonly canId: string;
  readonly takes: number;
}

/** How much of a unit a can holds; null: not known, or it cannot be counted in that unit. */
export const holds = ({ can: { size }, left, isEmpty }: CanAt, unit: AmountUnit): number | null => {
  if (isEmpty) return 0;
  if (left === null || !size) return null;
  switch (size.kind) {
    case 'liquid':
      return unit === 'ml' ? left : null;
    case 'aerosol':
      return unit === 'cans' ? left : null;
    case 'pieces':
      return unit === 'pieces' ? left : null;
    case 'roll':
      return unit === 'mm2' ? left * size.widthMm : unit === 'mm' ? left : null;
    case 'sheets':
      return unit === 'mm2' ? left * size.widthMm * size.heightMm : null;
    case 'offcut':
      return unit === 'mm2' ? size.widthMm * size.heightMm : null;
    case 'bars':
      return unit === 'mm' ? left * size.lengthMm : null;
    case 'powder':
      return null;
  }
};

/** The order in which cans are used: what is fit, of it what is there already, of that what is open, of that the oldest. */
const inTurn = (one: CanAt, other: CanAt): number =>
  FITNESS[one.freshness] - FITNESS[other.freshness] ||
  Number(one.can.arrivesOn !== null) - Number(other.can.arrivesOn !== null) ||
  Number(other.isOpen === 'yes') - Number(one.isOpen === 'yes') ||
  (other.ageMonths ?? 0) - (one.ageMonths ?? 0) ||
  (one.can.id < other.can.id ? -1 : 1);

interface Asked {
  readonly productId: string;
  /** The one that was chosen. */
  readonly canId: string | undefined;
  readonly unit: AmountUnit;
  readonly amount: number;
  readonly isRight: (can: Can) => boolean;
}

/** What is on the shelf, as far as no earlier line has taken it. */
export class Stores {
  private readonly cans: readonly CanAt[];
  private readonly taken = new Map<string, number>();

  constructor(shelf: Shelf, day: string, catalogue: Catalogue) {
    this.cans = [...shelfAt(shelf.cans, shelf.uses, day, catalogue).cans]
      .filter(({ isEmpty }) => !isEmpty)
      .sort(inTurn);
  }

  /** Cans of a product, in the order in which they are used, without those that are too old to count on; of the one that was chosen that one alone. */
  of(productId: string, canId: string | undefined): readonly CanAt[] {
    return this.cans.filter(({ can, freshness, isOtherMix }) =>
      canId === undefined ? can.productId === productId && freshness !== 'old' && !isOtherMix : can.id === canId,
    );
  }

  /** What a can still holds for another line. */
  left(at: CanAt, unit: AmountUnit): number | null {
    const whole = holds(at, unit);
    return whole === null ? null : Math.max(0, whole - (this.taken.get(at.can.id) ?? 0));
  }

  take(canId: string, amount: number): void {
    this.taken.set(canId, (this.taken.get(canId) ?? 0) + amount);
  }

  /**
   * Takes an amount from cans of one colour: where several colours are there, the first that has enough of it, else the one that has most.
   *
   * @param isRight of which colour it may be; a can that was chosen is taken whatever its colour
   * @returns what is taken from which, and what is missing
   */
  serve({ productId, canId, unit, amount, isRight }: Asked): { readonly cans: Taken[]; readonly missing: number } {
    const colours = new Map<string | null, { at: CanAt; left: number }[]>();
    for (const at of this.of(productId, canId)) {
      const left = this.left(at, unit);
      if (!left || (canId === undefined && !isRight(at.can))) continue;
      colours.set(at.can.colour, [...(colours.get(at.can.colour) ?? []), { at, left }]);
    }
    const groups = [...colours.values()];
    const sum = (group: (typeof groups)[number]) => group.reduce((all, { left }) => all + left, 0);
    const chosen =
      groups.find((group) => sum(group) >= amount) ??
      groups.reduce<(typeof groups)[number]>((most, group) => (sum(group) > sum(most) ? group : most), []);
    let rest = amount;
    const cans: Taken[] = [];
    for (const { at, left } of chosen) {
      const takes = Math.min(left, rest);
      if (takes <= 0) break;
      cans.push({ canId: at.can.id, takes });
      this.take(at.can.id, takes);
      rest -= takes;
    }
    return { cans, missing: Math.max(0, rest) };
  }
}

/** What has to be there: the high figure where running out spoils the piece, else the typical one. */
export const demandOf = (need: Range, isTight: boolean): number => (isTight ? need.high : need.typical);
