import { colourName, spokenColour } from '../artwork/index.ts';
import { cutFromStock, type CutFromStock, type Stock } from '../cut/index.ts';
import type { Catalogue } from '../materials/index.ts';
import type { CanAt } from '../shelf/index.ts';
import type { MeasuredBlank } from './areas.ts';
import type { Need } from './need.ts';
import type { Stores, Taken } from './served.ts';

/** How the blanks of a line lie on what is there, and on film that is still to be bought. */
export interface FilmLayout {
  readonly onShelf: CutFromStock | null;
  /** Stock of the shelf as it was laid out: each sheet by itself. */
  readonly stock: readonly (Stock & { readonly canId: string })[];
  readonly toBuy: CutFromStock | null;
  readonly newWidthMm: number;
  /** Of new film, mm. */
  readonly newLengthMm: number;
  /** Ids of blanks that are wider than any film. */
  readonly tooLarge: readonly string[];
  /** Left free at every edge of the stock. */
  readonly marginMm: number;
  readonly blanks: readonly MeasuredBlank[];
}

const NEW = 'new';
/** A roll that is as long as is needed. */
const ENDLESS_MM = 100_000;

/** What of a can is stock to lay out on: the rest of a roll, each sheet, an offcut. */
const stockOf = (at: CanAt, left: number): (Stock & { canId: string })[] => {
  const { id: canId, size } = at.can;
  switch (size?.kind) {
    case 'roll':
      return [{ id: canId, canId, kind: 'roll', widthMm: size.widthMm, heightMm: left / size.widthMm }];
    case 'sheets':
      return Array.from({ length: Math.floor(left / (size.widthMm * size.heightMm) + 1e-9) }, (_, sheet) => ({
        id: `${canId} ${sheet + 1}`,
        canId,
        kind: 'sheet',
        widthMm: size.widthMm,
        heightMm: size.heightMm,
      }));
    case 'offcut':
      return [{ id: canId, canId, kind: 'offcut', widthMm: size.widthMm, heightMm: size.heightMm }];
    default:
      return [];
  }
};

const MOST_SHEETS = 60;

/** How far down a roll pieces reach, with the margin: where it is cut off. */
export const cutOffMm = (
  { placed }: CutFromStock,
  stockId: string,
  blanks: readonly Pick<MeasuredBlank, 'id' | 'widthMm' | 'heightMm'>[],
  marginMm: number,
): number => {
  const sizes = new Map(blanks.map((blank) => [blank.id, blank]));
  return Math.max(
    0,
    ...placed
      .filter((one) => one.stockId === stockId)
      .map(({ id, y, turned }) => y + (turned ? sizes.get(id)!.widthMm : sizes.get(id)!.heightMm) + marginMm),
  );
};

/** What film may be laid out on: of the colour that the artwork names; of film that stays one colour, of a mask any. */
const coloursOf = (cans: readonly CanAt[], needs: readonly Need[]): CanAt[][] => {
  const named = needs.flatMap(({ blanks = [] }) => blanks.flatMap(({ colour }) => colour ?? []))[0];
  const nameOf = ({ can: { colour } }: CanAt) => {
    const spoken = colour && spokenColour(colour);
    return spoken ? colourName(spoken) : colour;
  };
  if (named !== undefined) return [cans.filter((at) => nameOf(at) === named)];
  if (needs.every(({ stays }) => !stays)) return [[...cans]];
  const groups = new Map<string | null, CanAt[]>();
  for (const at of cans) groups.set(at.can.colour, [...(groups.get(at.can.colour) ?? []), at]);
  return [...groups.values()];
};

interface LaidFilm {
  readonly layout: FilmLayout;
  readonly cans: Taken[];
  readonly missing: number;
}

/**
 * Lays the blanks of a line out: offcuts first, then what else is on the shelf, then film that is to be bought.
 *
 * @returns the lay-outs, what each can gives in mm², and the area that is missing; nothing where no blank is known
 */
export const laidOnFilm = (
  needs: readonly Need[],
  productId: string,
  canId: string | undefined,
  stores: Stores,
  catalogue: Pick<Catalogue, 'amounts'>,
): LaidFilm | null => {
  if (!needs.some(({ blanks }) => blanks?.length)) return null;
  const cans = stores.of(productId, canId);
  // a chosen can is taken whatever its colour
  const groups = canId === undefined ? coloursOf(cans, needs) : [[...cans]];
  const ways = (groups.length ? groups : [[]]).map((group) => laidOnCans(needs, group, stores, catalogue));
  const best = ways.reduce((one, other) => (other.missing < one.missing - 1e-6 ? other : one));
  for (const { canId: id, takes } of best.cans) stores.take(id, takes);
  return best;
};

const laidOnCans = (
  needs: readonly Need[],
  cans: readonly CanAt[],
  stores: Stores,
  { amounts }: Pick<Catalogue, 'amounts'>,
): LaidFilm => {
  const blanks = needs.flatMap((need) => need.blanks ?? []);
  const lays = needs.flatMap(({ lay }) => lay ?? []);
  const gapMm = Math.max(...lays.map((lay) => lay.gapMm));
  const marginMm = Math.max(...lays.map((lay) => lay.marginMm));
  const mayTurn = lays.every(({ canTurn }) => canTurn);
  const stock = cans.flatMap((at) => {
    const left = stores.left(at, 'mm2');
    return left ? stockOf(at, left) : [];
  });
  const laidOn = (some: readonly MeasuredBlank[], on: readonly Stock[]): CutFromStock | null => {
    const answer = cutFromStock({
      pieces: some.map(({ id, widthMm, heightMm, count }) => ({ id, widthMm, heightMm, count, mayTurn })),
      stock: on,
      gapMm,
      marginMm,
    });
    return answer.ok ? answer : null;
  };
  const onShelf = stock.length ? laidOn(blanks, stock.slice(0, MOST_SHEETS)) : null;
  const restOf = (answer: CutFromStock | null) =>
    answer
      ? blanks.flatMap((blank) => {
          const count = answer.unplaced.filter((id) => id === blank.id).length;
          return count ? [{ ...blank, count }] : [];
        })
      : blanks;
  const rest = restOf(onShelf);
  const widths = cans.flatMap(({ can: { size } }) => (size?.kind === 'roll' ? [size.widthMm] : []));
  const newWidthMm = widths.length ? Math.max(...widths) : amounts.filmWidth.typical;
  const toBuy = rest.length
    ? laidOn(rest, [{ id: NEW, kind: 'roll', widthMm: newWidthMm, heightMm: ENDLESS_MM }])
    : null;
  const taken = new Map<string, number>();
  for (const one of stock.filter(({ id }) => onShelf?.placed.some(({ stockId }) => stockId === id))) {
    const area =
      one.kind === 'roll' ? one.widthMm * cutOffMm(onShelf!, one.id, blanks, marginMm) : one.widthMm * one.heightMm;
    taken.set(one.canId, (taken.get(one.canId) ?? 0) + area);
  }
  return {
    layout: {
      onShelf,
      stock,
      toBuy,
      newWidthMm,
      newLengthMm: toBuy?.rollMm ?? 0,
      marginMm,
      tooLarge: [...new Set(toBuy?.unplaced ?? [])],
      blanks,
    },
    cans: [...taken].map(([id, takes]) => ({ canId: id, takes })),
    missing: toBuy?.newFilmMm2 ?? 0,
  };
};
