import { failed, type Outcome, type Problem } from '../problem/index.ts';
import { boundsOf, mapped, rectangle, type Bounds, type Polygon, type Ring } from '../shape/index.ts';
import { designOf, type Artwork } from './artwork.ts';
import { apartGroups } from './apart.ts';
import { crossAt } from './marks.ts';
import { windowed } from './mend.ts';
import { joinedOf, packSheets, type Packed, type PackedSheet, type SheetPiece, type SheetStock } from './pack.ts';
import { drawnBounds } from './page.ts';
import { sliceForBed, type CrossSeam, type Sliced, type Strip, type UprightSeam } from './slice.ts';

/** One thing to be cut at its size, so many times: an artwork, or one label of a set. */
export interface CutItem {
  readonly name: string;
  readonly artwork: Artwork;
  readonly quantity: number;
}

/** What there is to cut on and from. */
export interface CutOptions {
  /** Openings in a stencil, with a frame around; or shapes that stay, each colour from its own film. */
  readonly as: 'stencil' | 'decal';
  /** Left around the openings of a stencil, mm. */
  readonly frameMm: number;
  /** Nearer than this to the edge of the stock nothing is cut, mm. */
  readonly marginMm: number;
  readonly bed: { readonly widthMm: number; readonly lengthMm: number };
  readonly overlapMm: number;
  /** Strokes and webs narrower than this are not cut through by seams where it can be helped. */
  readonly thinMm: number;
  readonly stock: SheetStock;
  readonly gapMm: number;
  readonly canTurn: boolean;
  /** Whether shapes that lie apart are laid out one by one; null: where colours stand apart, and shapes are large enough to be placed singly. */
  readonly isApart: boolean | null;
}

/** What is packed: the shapes of one colour on one strip, with the frame or the marks around. */
export interface CutBlank {
  readonly id: string;
  readonly item: string;
  readonly strip: number;
  readonly colour: string;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly quantity: number;
  /** Where the openings or shapes lie on it. */
  readonly inner: Bounds;
  /** Sides on which it meets its neighbour at a seam: there shapes may be cut through. */
  readonly seamSides: Strip['seamSides'];
  readonly polygon: Polygon;
  readonly cutLines: Polygon;
  readonly marks: Polygon;
}

export interface CutItemPlan {
  readonly name: string;
  readonly strips: readonly Strip[];
  readonly seams: readonly UprightSeam[];
  readonly crossSeams: readonly CrossSeam[];
  readonly assembly: string;
  readonly isTurned: boolean;
  /** How many times as large it is one piece; null where it is. */
  readonly onePieceScale: number | null;
  readonly boundsMm: Bounds;
}

export interface CutPlan {
  readonly items: readonly CutItemPlan[];
  readonly blanks: readonly CutBlank[];
  readonly packed: Packed;
  /** Largest part of the design in one go, mm: the smaller of the bed and of what the stock leaves. */
  readonly window: CutWindow;
  /** Sheets of stock that it takes; a joined mat is as many as are joined. Null on a roll. */
  readonly sheetsNeeded: number | null;
  readonly isApart: boolean;
}

/** What of a sheet or roll can be cut in one go, one way round on the bed. */
export interface CutWindow {
  /** Largest design, mm. */
  readonly widthMm: number;
  readonly lengthMm: number;
  /** What pieces with their frames are laid out on, and how far it lies in from the stock's edge. */
  readonly pageWidthMm: number;
  readonly pageLengthMm: number;
  readonly insetMm: number;
  /** Left beyond the seam of a sliced stencil: no more than the cutter's margin, unless more cuts would then lie on a page than on the bed. */
  readonly seamPadMm: number;
  /** What the cutter reaches, this way round. */
  readonly bedWidthMm: number;
  readonly bedLengthMm: number;
}

/** A hair that sums of lengths may lack, mm. */
const PLAY_MM = 1e-6;

/** The ways that stock can lie on the bed, with what of it can be cut. A roll lies along the bed. */
const windowsOf = ({ as, bed, stock, frameMm, marginMm }: CutOptions): CutWindow[] => {
  const frame = as === 'stencil' ? frameMm : 0;
  const edge = Math.max(frame, marginMm);
  const stockWidth = stock.widthMm * joinedOf(stock);
  const beds =
    stock.kind === 'roll'
      ? [[bed.widthMm, bed.lengthMm] as const]
      : [[bed.widthMm, bed.lengthMm] as const, [bed.lengthMm, bed.widthMm] as const];
  return beds.flatMap(([across, along]): CutWindow[] => {
    const widthMm = Math.min(across, stockWidth - 2 * edge);
    const lengthMm = Math.min(along, stock.lengthMm - 2 * edge);
    return widthMm > 0 && lengthMm > 0
      ? [
          {
            widthMm,
            lengthMm,
            pageWidthMm: widthMm + 2 * frame,
            pageLengthMm: lengthMm + 2 * frame,
            insetMm: edge - frame,
            seamPadMm:
              across < stockWidth - 2 * edge || along < stock.lengthMm - 2 * edge ? frame : Math.min(frame, marginMm),
            bedWidthMm: across,
            bedLengthMm: along,
          },
        ]
      : [];
  });
};

const moved = (polygon: Polygon, dx: number, dy: number): Ring[] => mapped(polygon, (x, y) => [x + dx, y + dy]);

/** Room beside a colour for the crosses by which it is laid on the others, mm. */
const CROSS_MM = 6;

interface Blanks {
  readonly plan: CutItemPlan;
  readonly blanks: readonly CutBlank[];
}

/** The strips of one item as what is packed: a stencil in its frame, or each colour of a film by itself. */
const blanksOf = (item: CutItem, options: CutOptions, window: CutWindow, sliced: Sliced): CutBlank[] => {
  const { name } = item;
  const isStencil = options.as === 'stencil';
  return sliced.strips.flatMap(({ number, artwork, marks, seamSides }) => {
    const page: Bounds = { x: 0, y: 0, width: artwork.widthMm, height: artwork.heightMm };
    const isAligned = artwork.layers.length > 1;
    const centres = isAligned
      ? artwork.layers.slice(1).flatMap(({ polygon, cutLines }) => {
          const own = boundsOf([...polygon, ...cutLines]);
          const y = own.y + own.height / 2;
          return [-1, 1].flatMap((side) =>
            crossAt(own.x + own.width / 2 + side * (own.width / 2 + CROSS_MM / 2), y, CROSS_MM * 0.8),
          );
        })
      : [];
    return artwork.layers.map((layer, index): CutBlank => {
      // the first colour, which the others are laid on, carries the crosses of them all
      const crosses =
        isStencil || sliced.strips.length > 1 ? [] : index === 0 ? centres : centres.slice((index - 1) * 4, index * 4);
      const shapes = boundsOf([...layer.polygon, ...layer.cutLines, ...(index === 0 ? crosses : [])]);
      const isSliced = sliced.strips.length > 1;
      // stencils of several colours are alike, so that they lie alike; sliced ones meet their neighbours along the whole seam
      const core = isStencil || isSliced ? page : shapes;
      const side = isAligned && core === shapes && index > 0 ? CROSS_MM : 0;
      // beyond a seam lies no more than what the cutter leaves at an edge: it is cut off along the crosses
      const pad = (isSeam: boolean) => (!isStencil ? 0 : isSeam ? window.seamPadMm : options.frameMm);
      const [left, top] = [pad(seamSides.left) + side, pad(seamSides.top)];
      const [dx, dy] = [left - core.x, top - core.y];
      return {
        id: `${name} ${number}, ${layer.id}`,
        item: name,
        strip: number,
        colour: layer.colour,
        widthMm: core.width + left + pad(seamSides.right) + side,
        heightMm: core.height + top + pad(seamSides.bottom),
        quantity: item.quantity,
        inner: { x: core.x + dx, y: core.y + dy, width: core.width, height: core.height },
        seamSides,
        polygon: moved(layer.polygon, dx, dy),
        cutLines: moved(layer.cutLines, dx, dy),
        marks: [...moved(marks, dx, dy), ...moved(crosses, dx, dy)],
      };
    });
  });
};

const planned = (items: readonly CutItem[], options: CutOptions, window: CutWindow): Outcome<{ all: Blanks[] }> => {
  const all: Blanks[] = [];
  for (const item of items) {
    const sliced = sliceForBed(item.artwork, {
      bedWidthMm: window.widthMm,
      bedLengthMm: window.lengthMm,
      overlapMm: options.overlapMm,
      thinMm: options.thinMm,
    });
    if (!sliced.ok) return sliced;
    const { strips, seams, crossSeams, assembly, isTurned, onePieceScale } = sliced;
    all.push({
      plan: {
        name: item.name,
        strips,
        seams,
        crossSeams,
        assembly,
        isTurned,
        onePieceScale,
        boundsMm: drawnBounds(item.artwork),
      },
      blanks: blanksOf(item, options, window, sliced),
    });
  }
  return { ok: true, all };
};

/** How often a page goes into a sheet, laid out in rows, either way round; at least once. */
const pagesInSheet = (page: CutWindow, stock: SheetStock): number => {
  const [width, length] = [page.pageWidthMm + 2 * page.insetMm, page.pageLengthMm + 2 * page.insetMm];
  const rows = (across: number, along: number) =>
    Math.floor((stock.widthMm + PLAY_MM) / across) * Math.floor((stock.lengthMm + PLAY_MM) / along);
  return Math.max(1, rows(width, length), rows(length, width));
};

const parted = (items: readonly CutItem[], options: CutOptions): { items: CutItem[]; isApart: boolean } => {
  if (options.as === 'stencil' || options.isApart === false) return { items: [...items], isApart: false };
  const groups = items.map((item) => ({ item, found: apartGroups(item.artwork) }));
  const isApart = options.isApart ?? groups.some(({ found }) => found.isWorthIt);
  return {
    isApart,
    items: groups.flatMap(({ item, found }) =>
      isApart && found.groups.length > 1
        ? found.groups.map((artwork, index) => ({ ...item, artwork, name: `${item.name} ${index + 1}` }))
        : [item],
    ),
  };
};

/**
 * From artworks at their size to sheets: sliced to the smaller of bed and stock, framed or parted by colour, laid out, and checked.
 *
 * @returns problems where the stock leaves nothing within its frame, or the check finds a cut that is too near to an edge
 */
export const planCut = (items: readonly CutItem[], options: CutOptions): Outcome<CutPlan> => {
  const windows = windowsOf(options);
  const { stock, frameMm, marginMm, as } = options;
  if (!windows.length) {
    const edge = as === 'stencil' ? Math.max(frameMm, marginMm) : marginMm;
    return failed({
      code: 'no-room-in-frame',
      given: `${as === 'stencil' ? `A frame of ${frameMm} mm` : `A margin of ${marginMm} mm`} on stock of ${stock.widthMm} × ${stock.lengthMm} mm leaves nothing to cut.`,
      allowed: `stock of more than ${2 * edge} mm both ways, and a bed above 0.`,
      todo: as === 'stencil' ? 'Take a narrower frame or larger stock.' : 'Take larger stock.',
    });
  }
  const { items: single, isApart } = parted(items, options);
  const ways = windows.map((window): Outcome<CutPlan> => {
    const made = planned(single, options, window);
    if (!made.ok) return made;
    const blanks = made.all.flatMap(({ blanks: own }) => own);
    const page: SheetStock = {
      kind: stock.kind,
      widthMm: window.pageWidthMm,
      lengthMm: window.pageLengthMm,
    };
    const packed = packSheets(
      blanks.map((blank): SheetPiece => ({ ...blank, canTurn: options.canTurn })),
      page,
      {
        gapMm: options.gapMm,
        tapeLinesMm: Array.from({ length: joinedOf(stock) - 1 }, (_, at) => (at + 1) * stock.widthMm - window.insetMm),
      },
    );
    if (!packed.ok) return packed;
    const mats = packed.sheets.length;
    const joined = joinedOf(stock);
    const plan: CutPlan = {
      items: made.all.map(({ plan: own }) => own),
      blanks,
      packed,
      window,
      sheetsNeeded:
        stock.kind === 'roll'
          ? null
          : joined > 1
            ? mats * joined
            : sheetsOfColours(packed, pagesInSheet(window, stock)),
      isApart,
    };
    const wrong = checkCut(plan, options);
    return wrong.length ? failed(...wrong) : { ok: true, ...plan };
  });
  const whole = ways.filter((way) => way.ok);
  const worth = (plan: CutPlan) =>
    plan.sheetsNeeded ?? plan.packed.sheets.reduce((sum, { lengthMm }) => sum + lengthMm, 0);
  return whole.length ? whole.reduce((one, other) => (worth(other) < worth(one) ? other : one)) : ways[0]!;
};

const sheetsOfColours = ({ sheets }: Packed, perSheet: number): number =>
  [...new Set(sheets.map(({ colour }) => colour))].reduce(
    (sum, colour) => sum + Math.ceil(sheets.filter((sheet) => sheet.colour === colour).length / perSheet),
    0,
  );

/** A point of a blank on its sheet. */
const onSheet =
  ({ heightMm }: Pick<CutBlank, 'heightMm'>, { x, y, isTurned }: PackedSheet['pieces'][number]) =>
  (px: number, py: number): [number, number] =>
    isTurned ? [x + heightMm - py, y + px] : [x + px, y + py];

/** One blank at its place on a sheet, mm from the corner of the stock. */
export interface PlacedBlank extends Pick<CutBlank, 'polygon' | 'cutLines' | 'marks' | 'item' | 'strip'> {
  /** Its edge all around. */
  readonly outline: Ring;
}

/** The blanks of a sheet, each at its place on the stock, in the order of the sheet. */
export const placedBlanks = (sheet: PackedSheet, plan: Pick<CutPlan, 'blanks' | 'window'>): PlacedBlank[] => {
  const { insetMm } = plan.window;
  const blankOf = new Map(plan.blanks.map((blank) => [blank.id, blank]));
  return sheet.pieces.map((piece): PlacedBlank => {
    const blank = blankOf.get(piece.id)!;
    const place = onSheet(blank, piece);
    const placed = (rings: Polygon) =>
      moved(
        mapped(rings, (x, y) => place(x, y)),
        insetMm,
        insetMm,
      );
    const { item, strip, polygon, cutLines, marks, widthMm, heightMm } = blank;
    return {
      item,
      strip,
      polygon: placed(polygon),
      cutLines: placed(cutLines),
      marks: placed(marks),
      outline: placed([rectangle({ x: 0, y: 0, width: widthMm, height: heightMm })])[0]!,
    };
  });
};

/** A sheet as one artwork, at its place on the stock: every copy; marks and outlines to cut apart at, not cut, beside it. */
export const sheetArtwork = (
  sheet: PackedSheet,
  plan: Pick<CutPlan, 'blanks' | 'window'>,
): { readonly artwork: Artwork; readonly marks: Polygon } => {
  const placed = placedBlanks(sheet, plan);
  const { insetMm } = plan.window;
  const layer = {
    id: sheet.colour,
    colour: sheet.colour,
    polygon: placed.flatMap(({ polygon }) => polygon),
    cutLines: placed.flatMap(({ cutLines }) => cutLines),
  };
  return {
    artwork: {
      widthMm: sheet.widthMm + 2 * insetMm,
      heightMm: sheet.lengthMm + 2 * insetMm,
      layers: [layer],
    },
    marks: placed.flatMap(({ marks, outline }) => [
      ...marks,
      Float64Array.from([...outline, outline[0]!, outline[1]!]),
    ]),
  };
};

/** Sheets whose openings and cuts keep their distances, looked at once more before anything is written; what is wrong, in words. */
export const checkCut = (
  plan: CutPlan,
  { as, frameMm, marginMm, stock }: Pick<CutOptions, 'as' | 'frameMm' | 'marginMm' | 'stock'>,
): Problem[] => {
  const problems: Problem[] = [];
  const complain = (given: string, allowed: string) =>
    problems.push({
      code: 'cut-too-near',
      given,
      allowed,
      todo: 'Nothing was written. Take larger stock or a smaller artwork.',
    });
  const slack = 1e-3;
  for (const blank of plan.blanks) {
    const shapes = boundsOf([...blank.polygon, ...blank.cutLines]);
    const beside = {
      left: shapes.x,
      top: shapes.y,
      right: blank.widthMm - shapes.x - shapes.width,
      bottom: blank.heightMm - shapes.y - shapes.height,
    };
    for (const side of ['left', 'top', 'right', 'bottom'] as const) {
      const least = as === 'stencil' && !blank.seamSides[side] ? frameMm : 0;
      if (beside[side] < least - slack)
        complain(`"${blank.id}" has an opening ${beside[side].toFixed(1)} mm from its edge.`, `at least ${least} mm.`);
    }
  }
  const { insetMm } = plan.window;
  plan.packed.sheets.forEach((sheet, index) => {
    const { artwork } = sheetArtwork(sheet, plan);
    const cuts = drawnBounds(artwork);
    const own = sheet.on ?? { widthMm: stock.widthMm * joinedOf(stock), lengthMm: stock.lengthMm };
    const room = {
      left: cuts.x,
      top: cuts.y,
      right: own.widthMm - cuts.x - cuts.width,
      bottom: own.lengthMm - cuts.y - cuts.height,
    };
    const nearest = Math.min(...Object.values(room));
    if (nearest < marginMm - slack)
      complain(`A cut on sheet ${index + 1} is ${nearest.toFixed(1)} mm from the edge.`, `at least ${marginMm} mm.`);
    const { bedWidthMm: widthMm, bedLengthMm: lengthMm } = plan.window;
    const isWithin = (width: number, length: number) => cuts.width <= width + slack && cuts.height <= length + slack;
    // what is no roll lies on the bed either way round
    if (!isWithin(widthMm, lengthMm) && !(sheet.on && sheet.on.kind !== 'roll' && isWithin(lengthMm, widthMm)))
      complain(
        `The cuts on sheet ${index + 1} reach over ${cuts.width.toFixed(1)} × ${cuts.height.toFixed(1)} mm.`,
        `at most ${widthMm} × ${lengthMm} mm in one go.`,
      );
    if (
      sheet.pieces.some(
        ({ x, y, width, height }) =>
          x + width > sheet.widthMm + slack ||
          y + height > sheet.lengthMm + slack ||
          x + insetMm < -slack ||
          y + insetMm < -slack,
      )
    )
      complain(`A piece on sheet ${index + 1} leaves the sheet.`, 'every piece inside its sheet.');
    sheet.pieces.forEach((one, at) => {
      const over = sheet.pieces
        .slice(at + 1)
        .find(
          (other) =>
            one.x + one.width > other.x + slack &&
            other.x + other.width > one.x + slack &&
            one.y + one.height > other.y + slack &&
            other.y + other.height > one.y + slack,
        );
      if (over) complain(`"${one.id}" lies over "${over.id}" on sheet ${index + 1}.`, 'pieces apart.');
    });
  });
  return problems;
};

/** The labels of a set, or the one artwork, each with what it is called. */
export const cutItemsOf = (
  artwork: Artwork,
  rooms: readonly Bounds[] | null,
  names: readonly string[],
  quantity: number,
): CutItem[] =>
  rooms
    ? rooms.flatMap((room, index) => {
        const own = windowed(artwork, room);
        return designOf(own).length ? [{ name: names[index] ?? `label ${index + 1}`, artwork: own, quantity }] : [];
      })
    : [{ name: names[0] ?? 'artwork', artwork, quantity }];
