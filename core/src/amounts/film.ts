import { isOfColour, plainColour } from './colours.ts';
import {
  cutFromStock,
  offcutsOf,
  type CutFromStock,
  type FromStockInput,
  type PlacedPiece,
  type Stock,
} from '../cut/index.ts';
import type { Catalogue } from '../materials/index.ts';
import type { Bounds } from '../shape/index.ts';
import type { CanAt } from '../shelf/index.ts';
import type { Lay, MeasuredBlank } from './measured.ts';
import type { Need } from './need.ts';
import { ENDLESS_MM, lengthsOf, sheetsOf, stockOf, type Stand } from './stands.ts';
import type { Stores, Taken } from './served.ts';

/** A piece of film as it goes into the cutter in one go: an offcut, a sheet, what is cut off a roll. */
export interface LaidStock {
  /** Null: film that is still to be bought. */
  readonly canId: string | null;
  readonly kind: Stock['kind'];
  readonly widthMm: number;
  /** The whole of a sheet or an offcut; of a roll so much as is cut off. */
  readonly lengthMm: number;
  /** Where on its roll it begins. */
  readonly fromMm: number;
  /** Where sheets are taped to each other. */
  readonly tapeLinesMm: readonly number[];
  readonly placed: readonly PlacedPiece[];
  /** What of it is worth keeping. */
  readonly rests: readonly Bounds[];
}

/** How the blanks of a line lie on what is there, and on film that is still to be bought. */
export interface FilmLayout {
  readonly laid: readonly LaidStock[];
  readonly newWidthMm: number;
  /** Of new film from a roll, mm. */
  readonly newLengthMm: number;
  /** New sheets, where it is cut from sheets. */
  readonly newSheets: number;
  /** Ids of blanks that are larger than any film. */
  readonly tooLarge: readonly string[];
  /** Left free at every edge of the stock. */
  readonly marginMm: number;
  readonly blanks: readonly MeasuredBlank[];
}

/** A hair that sums of lengths may lack, mm. */
const PLAY_MM = 1e-6;
const MOST_STANDS = 60;
/** Of more lengths of roll than these each is laid out as a sheet. */
const MOST_ROLLS = 1;
/** So many lengths of new film are laid out at a time. */
const NEW_AT_ONCE = 40;
/** So many lengths of a roll are laid anew, the last ones: those before are full. */
const SHORTENED = 4;
/** So often what is left of a roll is tried again. */
const MOST_GOES = 4;

/** What film may be laid out on: of the colour that the artwork names, else of the one that was said; of film that stays one colour, of a mask any. */
const coloursOf = (cans: readonly CanAt[], needs: readonly Need[]): CanAt[][] => {
  const drawn = needs.flatMap(({ blanks = [] }) => blanks.flatMap(({ colour }) => colour ?? []))[0];
  if (drawn !== undefined) return [cans.filter(({ can }) => plainColour(can.colour) === drawn)];
  const said = needs[0]?.colour ?? null;
  if (said !== null) return [cans.filter(({ can }) => isOfColour(said, can.colour))];
  if (needs.every(({ stays }) => !stays)) return [[...cans]];
  const groups = new Map<string | null, CanAt[]>();
  for (const at of cans) groups.set(at.can.colour, [...(groups.get(at.can.colour) ?? []), at]);
  return [...groups.values()];
};

const MOST_KEPT = 300;
const answers = new Map<string, ReturnType<typeof cutFromStock>>();
/** The same lay-out is asked for again with every change of something else, and for a piece as for all together. */
const laidBefore = (input: FromStockInput): ReturnType<typeof cutFromStock> => {
  const key = JSON.stringify(input);
  const answer = answers.get(key) ?? cutFromStock(input);
  if (answers.size >= MOST_KEPT) answers.delete(answers.keys().next().value!);
  answers.set(key, answer);
  return answer;
};

export interface LaidFilm {
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
  catalogue: Pick<Catalogue, 'sizing'>,
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

/** What is cut for one piece, and after it for another. */
export const joinedFilm = (one: LaidFilm, other: LaidFilm): LaidFilm => ({
  layout: {
    ...one.layout,
    laid: [...one.layout.laid, ...other.layout.laid],
    newLengthMm: one.layout.newLengthMm + other.layout.newLengthMm,
    newSheets: one.layout.newSheets + other.layout.newSheets,
    tooLarge: [...one.layout.tooLarge, ...other.layout.tooLarge],
    blanks: [...one.layout.blanks, ...other.layout.blanks],
  },
  cans: [...one.cans, ...other.cans].reduce<Taken[]>((all, { canId, takes }) => {
    const held = all.findIndex((taken) => taken.canId === canId);
    return held < 0
      ? [...all, { canId, takes }]
      : all.map((taken, at) => (at === held ? { canId, takes: taken.takes + takes } : taken));
  }, []),
  missing: one.missing + other.missing,
});

/** Of all that lies together the widest gap and margin, and the least that a cutter reaches. */
const layOf = (needs: readonly Need[]): Lay => {
  const [first, ...others] = needs.flatMap(({ blanks }) => blanks?.map(({ lay }) => lay) ?? []) as [Lay, ...Lay[]];
  return others.reduce(
    (one, other) => ({
      gapMm: Math.max(one.gapMm, other.gapMm),
      marginMm: Math.max(one.marginMm, other.marginMm),
      canTurn: one.canTurn && other.canTurn,
      reach: {
        widthMm: Math.min(one.reach.widthMm, other.reach.widthMm),
        lengthMm: Math.min(one.reach.lengthMm, other.reach.lengthMm),
      },
      stock: one.stock,
      isOwn: one.isOwn,
    }),
    first,
  );
};

/** So many of each blank as are named. */
const counted = (some: readonly MeasuredBlank[], named: readonly { readonly id: string }[]): MeasuredBlank[] => {
  const counts = new Map<string, number>();
  for (const { id } of named) counts.set(id, (counts.get(id) ?? 0) + 1);
  return some.flatMap((blank) => {
    const count = counts.get(blank.id);
    return count ? [{ ...blank, count }] : [];
  });
};

const without = (some: readonly MeasuredBlank[], laid: readonly LaidStock[]): MeasuredBlank[] => {
  const placed = counted(
    some,
    laid.flatMap((one) => one.placed),
  );
  return some.flatMap((blank) => {
    const count = blank.count - (placed.find(({ id }) => id === blank.id)?.count ?? 0);
    return count > 0 ? [{ ...blank, count }] : [];
  });
};

/** What is cut of a roll or taken of a sheet, with the places on it; in the order of the stock. */
const laidStocks = (
  used: readonly { readonly stand: Stand; readonly placed: readonly PlacedPiece[] }[],
  blanks: readonly MeasuredBlank[],
  { marginMm, gapMm }: Lay,
  leastMm: number,
): LaidStock[] => {
  const sizes = new Map(blanks.map((blank) => [blank.id, blank]));
  const cutOff = new Map<string, number>();
  return used.flatMap(({ stand, placed }): LaidStock[] => {
    const boxes = placed.map(({ id, x, y, turned }) => {
      const { widthMm, heightMm } = sizes.get(id)!;
      const [width, height] = turned ? [heightMm, widthMm] : [widthMm, heightMm];
      return { x, y, width, height };
    });
    const isRoll = stand.kind === 'roll';
    const lengthMm = isRoll ? Math.max(...boxes.map(({ y, height }) => y + height)) + marginMm : stand.whole.lengthMm;
    const roll = stand.canId ?? '';
    const fromMm = isRoll ? (cutOff.get(roll) ?? 0) : 0;
    const { widthMm } = stand.whole;
    // the roll ends before it
    if (isRoll && fromMm + lengthMm > stand.whole.lengthMm + PLAY_MM) return [];
    if (isRoll) cutOff.set(roll, fromMm + lengthMm);
    return [
      {
        canId: stand.canId,
        kind: stand.kind,
        widthMm,
        lengthMm,
        fromMm,
        tapeLinesMm: stand.tapeLinesMm,
        placed,
        rests: stand.tapeLinesMm.length ? [] : offcutsOf(boxes, widthMm, lengthMm, gapMm, leastMm),
      },
    ];
  });
};

const laidOnCans = (
  needs: readonly Need[],
  cans: readonly CanAt[],
  stores: Stores,
  { sizing }: Pick<Catalogue, 'sizing'>,
): LaidFilm => {
  const blanks = needs.flatMap((need) => need.blanks ?? []);
  const lay = layOf(needs);
  const laidOn = (some: readonly MeasuredBlank[], on: readonly Stock[]): CutFromStock | null => {
    const answer = laidBefore({
      pieces: some.map(({ id, widthMm, heightMm, count }) => ({ id, widthMm, heightMm, count, mayTurn: lay.canTurn })),
      stock: on.map(({ id, kind, widthMm, heightMm }) => ({ id, kind, widthMm, heightMm })),
      gapMm: lay.gapMm,
      marginMm: lay.marginMm,
    });
    return answer.ok ? answer : null;
  };
  const laidUpon = (some: readonly MeasuredBlank[], stands: readonly Stand[]) => {
    const areRolls = stands.filter(({ kind }) => kind === 'roll').length <= MOST_ROLLS;
    // several lengths of a roll are filled as sheets are, and the last of them then cut as short as they can be
    const answer = stands.length
      ? laidOn(some, areRolls ? stands : stands.map((one) => (one.kind === 'roll' ? { ...one, kind: 'sheet' } : one)))
      : null;
    const used = stands.filter(({ id }) => answer?.placed.some(({ stockId }) => stockId === id));
    const lengths = areRolls ? [] : used.filter(({ kind }) => kind === 'roll').slice(-SHORTENED);
    const shortened = new Map(
      lengths.flatMap((stand) => {
        const own = answer!.placed.filter(({ stockId }) => stockId === stand.id);
        const again = laidOn(counted(some, own), [stand]);
        return again && !again.unplaced.length ? [[stand, again.placed] as const] : [];
      }),
    );
    const laid = laidStocks(
      used.map((stand) => ({
        stand,
        placed: shortened.get(stand) ?? answer!.placed.filter(({ stockId }) => stockId === stand.id),
      })),
      blanks,
      lay,
      sizing.offcutLeast.typical,
    );
    return { laid, rest: without(some, laid) };
  };
  const most = Math.min(
    MOST_STANDS,
    blanks.reduce((sum, { count }) => sum + count, 0),
  );
  const onShelf: LaidStock[] = [];
  let rest: readonly MeasuredBlank[] = blanks;
  /** Lays what is left to lay on a can, on a roll as long as there is room on it. */
  const layOn = (at: CanAt, besides: readonly Stand[] = []): void => {
    let left = stores.left(at, 'mm2') ?? 0;
    for (let go = 0; go < MOST_GOES && rest.length && left > 0; go += 1) {
      const next = laidUpon(rest, [...(go ? [] : besides), ...stockOf(at, left, lay, most)]);
      if (!next.laid.length) return;
      const own = next.laid.filter(({ canId }) => canId === at.can.id);
      const before = onShelf.filter(({ canId }) => canId === at.can.id).reduce((sum, one) => sum + one.lengthMm, 0);
      onShelf.push(
        ...next.laid.map((one) => (one.canId === at.can.id && before ? { ...one, fromMm: one.fromMm + before } : one)),
      );
      rest = next.rest;
      if (at.can.size?.kind !== 'roll') return;
      left -= own.reduce((sum, { widthMm, lengthMm }) => sum + widthMm * lengthMm, 0);
    }
  };
  const isOffcut = ({ can: { size } }: CanAt) => size?.kind === 'offcut';
  const there = cans.filter((at) => (stores.left(at, 'mm2') ?? 0) > 0);
  const offcuts = there
    .filter(isOffcut)
    .flatMap((at) => stockOf(at, stores.left(at, 'mm2')!, lay, most))
    .slice(0, MOST_STANDS);
  const others = there.filter((at) => !isOffcut(at));
  // one can after the other: what is bought besides changes nothing of what lies on those before it
  if (others[0]) layOn(others[0], offcuts);
  else if (offcuts.length) {
    const next = laidUpon(blanks, offcuts);
    onShelf.push(...next.laid);
    ({ rest } = next);
  }
  for (const at of others.slice(1)) layOn(at);
  const { stock: fresh } = lay;
  const bought: LaidStock[] = [];
  while (rest.length) {
    const count = Math.min(
      NEW_AT_ONCE,
      rest.reduce((sum, one) => sum + one.count, 0),
    );
    const stands =
      fresh.kind === 'roll'
        ? lengthsOf('new', null, fresh.widthMm, ENDLESS_MM, lay, count)
        : sheetsOf('new', null, { widthMm: fresh.widthMm, heightMm: fresh.lengthMm }, 2 * count, lay);
    const next = laidUpon(rest, stands);
    if (!next.laid.length) break;
    const before = bought.reduce((sum, { kind, lengthMm }) => sum + (kind === 'roll' ? lengthMm : 0), 0);
    bought.push(...next.laid.map((one) => (one.kind === 'roll' ? { ...one, fromMm: one.fromMm + before } : one)));
    rest = next.rest;
  }
  const taken = new Map<string, number>();
  for (const { canId, widthMm, lengthMm } of onShelf) taken.set(canId!, (taken.get(canId!) ?? 0) + widthMm * lengthMm);
  return {
    layout: {
      laid: [...onShelf, ...bought],
      newWidthMm: fresh.widthMm,
      newLengthMm: bought.reduce((sum, { kind, lengthMm }) => sum + (kind === 'roll' ? lengthMm : 0), 0),
      newSheets: bought.reduce((sum, { kind, tapeLinesMm }) => sum + (kind === 'roll' ? 0 : tapeLinesMm.length + 1), 0),
      marginMm: lay.marginMm,
      tooLarge: [...new Set(rest.map(({ id }) => id))],
      blanks,
    },
    cans: [...taken].map(([id, takes]) => ({ canId: id, takes })),
    missing: bought.reduce((sum, { widthMm, lengthMm }) => sum + widthMm * lengthMm, 0),
  };
};
