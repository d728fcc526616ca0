import type { Film } from '../artwork/index.ts';
import type { Stock } from '../cut/index.ts';
import type { Catalogue } from '../materials/index.ts';
import type { CanAt } from '../shelf/index.ts';
import type { Lay } from './measured.ts';

/** A roll that is as long as is needed. */
export const ENDLESS_MM = 100_000;
const SAME_MM = 0.5;

/** A piece of stock as it goes into the cutter in one go. */
export interface Stand extends Stock {
  readonly canId: string | null;
  /** As large as it is; the cutter may reach less of it. */
  readonly whole: { readonly widthMm: number; readonly lengthMm: number };
  readonly tapeLinesMm: readonly number[];
}

const isSame = (one: number, other: number): boolean => Math.abs(one - other) <= SAME_MM;

/** So much of a flat thing as the cutter reaches, the better way round. */
const reached = (widthMm: number, lengthMm: number, { reach }: Lay): { widthMm: number; heightMm: number } => {
  const ways = [
    { widthMm: Math.min(widthMm, reach.widthMm), heightMm: Math.min(lengthMm, reach.lengthMm) },
    { widthMm: Math.min(widthMm, reach.lengthMm), heightMm: Math.min(lengthMm, reach.widthMm) },
  ] as const;
  return ways[1].widthMm * ways[1].heightMm > ways[0].widthMm * ways[0].heightMm ? ways[1] : ways[0];
};

const flat = (
  id: string,
  canId: string | null,
  kind: 'sheet' | 'offcut',
  size: { readonly widthMm: number; readonly lengthMm: number },
  lay: Lay,
  tapeLinesMm: readonly number[] = [],
): Stand => ({
  id,
  canId,
  kind,
  ...reached(size.widthMm, size.lengthMm, lay),
  whole: size,
  tapeLinesMm,
});

/** A roll in the lengths that the cutter takes, one after the other: together they may be longer than it. */
export const lengthsOf = (
  id: string,
  canId: string | null,
  widthMm: number,
  lengthMm: number,
  lay: Lay,
  most: number,
): Stand[] => {
  const along = Math.min(lay.reach.lengthMm, lay.isOwn ? lay.stock.lengthMm : ENDLESS_MM);
  // what is cut off may be shorter than what the cutter takes: then one more goes on the roll
  const count = Math.min(most, along < lengthMm ? Math.ceil(lengthMm / along) + 1 : 1);
  return Array.from({ length: count }, (_, at) => ({
    id: `${id} ${at + 1}`,
    canId,
    kind: 'roll',
    widthMm: Math.min(widthMm, lay.reach.widthMm),
    heightMm: Math.min(along, lengthMm),
    whole: { widthMm, lengthMm },
    tapeLinesMm: [],
  }));
};

export const sheetsOf = (
  id: string,
  canId: string | null,
  size: { readonly widthMm: number; readonly heightMm: number },
  count: number,
  lay: Lay,
): Stand[] => {
  const joined = lay.isOwn && lay.stock.kind === 'joined' ? 2 : 1;
  return Array.from({ length: Math.floor(count / joined) }, (_, at) =>
    flat(
      `${id} ${at + 1}`,
      canId,
      'sheet',
      { widthMm: size.widthMm * joined, lengthMm: size.heightMm },
      lay,
      joined > 1 ? [size.widthMm] : [],
    ),
  );
};

/** What of a can is stock to lay out on: the rest of a roll, each sheet, an offcut; of chosen stock only what is as wide as that. */
export const stockOf = ({ can: { id, size } }: CanAt, left: number, lay: Lay, most: number): Stand[] => {
  const own = lay.isOwn ? lay.stock : null;
  switch (size?.kind) {
    case 'roll':
      return !own || (own.kind === 'roll' && isSame(own.widthMm, size.widthMm))
        ? lengthsOf(id, id, size.widthMm, left / size.widthMm, lay, most)
        : [];
    case 'sheets': {
      if (own?.kind === 'roll') return [];
      const isThat =
        !own ||
        (isSame(own.widthMm, size.widthMm) && isSame(own.lengthMm, size.heightMm)) ||
        (isSame(own.widthMm, size.heightMm) && isSame(own.lengthMm, size.widthMm));
      const count = Math.min(Math.floor(left / (size.widthMm * size.heightMm) + 1e-9), 2 * most);
      return isThat ? sheetsOf(id, id, own ? { widthMm: own.widthMm, heightMm: own.lengthMm } : size, count, lay) : [];
    }
    case 'offcut':
      return own ? [] : [flat(id, id, 'offcut', { widthMm: size.widthMm, lengthMm: size.heightMm }, lay)];
    default:
      return [];
  }
};

/** How large the film is that designs are sized for: the widest roll that is there, else the largest sheet, else a roll that is bought. */
export const filmFor = (cans: readonly CanAt[], bedWidthMm: number, { amounts }: Pick<Catalogue, 'amounts'>): Film => {
  const there = cans.flatMap(({ can: { size }, isEmpty }): Film[] => {
    if (isEmpty) return [];
    if (size?.kind === 'roll') return [{ kind: 'roll', widthMm: size.widthMm, lengthMm: ENDLESS_MM }];
    return size?.kind === 'sheets' ? [{ kind: 'sheet', widthMm: size.widthMm, lengthMm: size.heightMm }] : [];
  });
  const rolls = there.filter(({ kind }) => kind === 'roll');
  const [first, ...others] = rolls.length ? rolls : there;
  return others.reduce(
    (best, one) => (one.widthMm * one.lengthMm > best.widthMm * best.lengthMm ? one : best),
    first ?? { kind: 'roll', widthMm: Math.max(amounts.filmWidth.typical, bedWidthMm), lengthMm: ENDLESS_MM },
  );
};
