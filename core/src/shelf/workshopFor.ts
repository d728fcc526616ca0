import type { BareWorkshop, Piece, Workshop } from '../piece/index.ts';
import type { Catalogue } from '../materials/index.ts';
import type { Can, CanUse } from './schema.ts';
import { shelfAt, type InStock } from './shelfAt.ts';

/** What is on the shelf, and what was taken from it. */
export interface Shelf {
  readonly cans: readonly Can[];
  readonly uses: readonly CanUse[];
}

/** The day by which a piece is made: what is on the shelf is as old by then. */
export const dayOfUse = ({ due }: Pick<Piece, 'due'>, now: string): string =>
  due !== null && Date.parse(due) > Date.parse(now) ? due : now;

const stocks = new WeakMap<readonly Can[], { key: readonly unknown[]; stock: InStock[] }>();

/** The workshop in which a piece is made, with its shelf as it is then: Match, the plan and the steps all judge by this one. */
export const workshopFor = (
  workshop: BareWorkshop,
  { cans, uses }: Shelf,
  piece: Pick<Piece, 'due'>,
  now: string,
  catalogue: Catalogue,
): Workshop => {
  const day = dayOfUse(piece, now);
  const key = [uses, catalogue, day];
  const held = stocks.get(cans);
  if (held?.key.every((part, at) => part === key[at])) return { ...workshop, stock: held.stock };
  const stock = [...shelfAt(cans, uses, day, catalogue).stock];
  stocks.set(cans, { key, stock });
  return { ...workshop, stock };
};
