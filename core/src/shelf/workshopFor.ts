import type { BareWorkshop, Piece, Workshop } from '../piece/index.ts';
import type { Catalogue } from '../materials/index.ts';
import type { Can, CanUse } from './schema.ts';
import { canAt, inStock, shelfAt, type CanAt, type InStock } from './shelfAt.ts';

/** What is on the shelf, and what was taken from it. */
export interface Shelf {
  readonly cans: readonly Can[];
  readonly uses: readonly CanUse[];
}

/** The day by which a piece is made: what is on the shelf is as old by then. */
export const dayOfUse = ({ due }: Pick<Piece, 'due'>, now: string): string =>
  due !== null && Date.parse(due) > Date.parse(now) ? due : now;

/** What was worked out of a shelf, by day: the pieces of a bench ask for few days, each many times. */
interface Known {
  readonly uses: readonly CanUse[];
  readonly catalogue: Catalogue;
  readonly byDay: Map<string, readonly InStock[]>;
}
const known = new WeakMap<readonly Can[], Known>();

const stockOn = ({ cans, uses }: Shelf, day: string, catalogue: Catalogue): readonly InStock[] => {
  let held = known.get(cans);
  if (held?.uses !== uses || held.catalogue !== catalogue)
    known.set(cans, (held = { uses, catalogue, byDay: new Map<string, readonly InStock[]>() }));
  let stock = held.byDay.get(day);
  if (!stock) held.byDay.set(day, (stock = shelfAt(cans, uses, day, catalogue).stock));
  return stock;
};

/** Of the cans that were chosen for a piece the oldest of each product, and not before the last of them is there: it is that one which is laid on. */
const chosenStock = (
  { cans, uses }: Shelf,
  chosen: ReadonlySet<string>,
  day: string,
  catalogue: Catalogue,
): InStock[] => {
  const byProduct = new Map<string, CanAt[]>();
  for (const can of cans) {
    if (can.productId === null || !chosen.has(can.id)) continue;
    const own = uses.filter(({ canId }) => canId === can.id);
    byProduct.set(can.productId, [...(byProduct.get(can.productId) ?? []), canAt(can, own, day, catalogue)]);
  }
  return [...byProduct.values()].map((own) => {
    const ages = own.flatMap(({ ageMonths }) => ageMonths ?? []);
    const last = own
      .flatMap(({ can }) => can.arrivesOn ?? [])
      .sort()
      .at(-1);
    return inStock(own, ages.length === own.length ? Math.max(...ages) : null, last, catalogue);
  });
};

/**
 * The workshop in which a piece is made, with its shelf as it is then: Match, the plan and the steps all judge by this one.
 *
 * A product is as old as the freshest of it; where the crafter chose a can, as that one.
 */
export const workshopFor = (
  workshop: BareWorkshop,
  shelf: Shelf,
  piece: Pick<Piece, 'due' | 'parts'>,
  now: string,
  catalogue: Catalogue,
): Workshop => {
  const day = dayOfUse(piece, now);
  const stock = stockOn(shelf, day, catalogue);
  const ids = new Set(piece.parts.flatMap(({ cans }) => cans.map(({ canId }) => canId)));
  const own = ids.size ? chosenStock(shelf, ids, day, catalogue) : [];
  const isChosen = new Set(own.map(({ productId }) => productId));
  return { ...workshop, stock: [...stock.filter(({ productId }) => !isChosen.has(productId)), ...own] };
};
