import type { Catalogue, Product } from '../materials/index.ts';
import { failed, type Outcome } from '../problem/index.ts';
import {
  isReused,
  stencilsFor,
  type ApplyOperation,
  type CutChoices,
  type Design,
  type Operation,
  type Workshop,
  designsServed,
  type Part,
} from '../piece/index.ts';
import { clearAreaOf, type AreaInput } from '../shape/index.ts';
import type { Artwork } from './artwork.ts';
import { colourNames } from './colourNames.ts';
import { warpToFrustum } from './bend.ts';
import { cutItemsOf, planCut, sheetArtwork, type CutItem, type CutOptions, type CutPlan } from './cutting.ts';
import { labelsApart } from './labels.ts';
import { onLaidSheets, sheetOnWords, type LaidSheet } from './laid.ts';
import { onOwnPage, sized } from './page.ts';
import { placeDesigns, type DesignToPlace } from './placing.ts';
import { writeDxf, writeSvg } from './write.ts';

/** What a design is cut as, and from what, by the layers that stand. */
export interface CutFacts {
  readonly as: CutOptions['as'];
  /** Null while no layers stand. */
  readonly product: Product | null;
  /** The mirror rule's answer; null where it depends. */
  readonly isMirrored: boolean | null;
  /** How often the whole of it is cut. */
  readonly quantity: number;
  /** Largest cut of the workshop's cutter; null: not said. */
  readonly bed: Workshop['bed'];
  /** What the amounts lay it out on: `filmFor`; null while no layers stand. */
  readonly film: Film | null;
}

/** A roll or a sheet of film; of a roll the longest piece that is cut of it. */
export interface Film {
  readonly kind: 'roll' | 'sheet';
  readonly widthMm: number;
  readonly lengthMm: number;
}

/** Stock as it is bought; two joined sheets lie side by side. */
export interface CutStock extends Omit<Film, 'kind'> {
  readonly kind: NonNullable<CutChoices['stockKind']>;
}

/** The layer that a design is cut for: its mask or the film that stays; null while no layers stand. */
export const cutOperationOf = (
  part: Pick<Part, 'stack' | 'designs'>,
  { id }: Pick<Design, 'id'>,
): ApplyOperation | null =>
  part.stack?.operations.find(
    (one): one is ApplyOperation =>
      one.op === 'apply' &&
      (one.role === 'mask' || one.role === 'film') &&
      designsServed(part, one).some((design) => design.id === id),
  ) ?? null;

/**
 * What a design is cut as: by its layers; while none stand, by what it was cut as last, or by what is wished for it. Labels are film, where
 * nothing is known, and everything else a stencil: that is the stricter look.
 */
export const cutAs = (
  operation: ApplyOperation | null,
  { cut, wants }: Pick<Design, 'cut' | 'wants'>,
  isLabels: boolean,
  catalogue: Pick<Catalogue, 'methodById'>,
): CutOptions['as'] => {
  if (operation) return operation.role === 'mask' ? 'stencil' : 'decal';
  if (cut.as) return cut.as;
  if (wants.mask) return 'stencil';
  if (wants.film) return 'decal';
  const slots = wants.way ? catalogue.methodById.get(wants.way)?.slots : undefined;
  if (slots?.some(({ role }) => role === 'mask')) return 'stencil';
  return isLabels || slots?.some(({ role }) => role === 'film') ? 'decal' : 'stencil';
};

/** Choices with what stands where none was made. */
export interface CutSettings extends CutOptions {
  /** Of one sheet, even where two are joined. */
  readonly from: CutStock;
  /** Whether the crafter chose what it is cut from, and not the amounts. */
  readonly isOwnStock: boolean;
  readonly isMirrored: boolean;
  readonly quantity: number;
}

/** Seams keep off strokes narrower than this, whatever it is cut from, mm. */
const THIN_MM = 2;

/** How a design is cut: as the crafter chose, else as its layers, the workshop and habit ask for. */
export const cutSettingsOf = (
  choices: CutChoices,
  { as, product, isMirrored, quantity, bed: said, film }: CutFacts,
  { sizing }: Pick<Catalogue, 'sizing'>,
): CutSettings => {
  const side = sizing.bedOther.typical;
  const bed = choices.bed ?? said ?? { widthMm: side, lengthMm: side };
  const isOwnStock = film === null || choices.stockKind !== null || choices.stock !== null;
  const from: CutStock = isOwnStock
    ? {
        kind: choices.stockKind ?? (bed.lengthMm >= sizing.rollFrom.typical ? 'roll' : 'sheet'),
        ...(choices.stock ?? bed),
      }
    : film;
  const { kind, widthMm, lengthMm } = from;
  return {
    as,
    bed,
    from,
    isOwnStock,
    stock: { kind: kind === 'roll' ? 'roll' : 'sheet', widthMm, lengthMm, joined: kind === 'joined' ? 2 : 1 },
    overlapMm: choices.overlapMm ?? 0,
    // frames beside each other leave room enough to cut apart
    gapMm: choices.gapMm ?? (as === 'stencil' ? 0 : sizing.sheetGap.typical),
    frameMm: choices.frameMm ?? (product?.frame ?? sizing.frameOther).typical,
    marginMm: sizing.cutterMargin.typical,
    thinMm: Math.max(THIN_MM, product?.minStroke?.high ?? 0),
    canTurn: choices.canTurn ?? true,
    isApart: choices.isApart,
    isMirrored: choices.isMirrored ?? isMirrored ?? false,
    quantity: choices.quantity ?? quantity,
  };
};

/** How often a design is cut for a batch: a stencil as often as its uses ask for, each label of a set once in its turn, a film once a piece. */
export const cutsFor = (
  operation: ApplyOperation | null,
  operations: readonly Operation[],
  labels: { readonly count: number; readonly perPiece: number } | null,
  pieces: number,
  catalogue: Catalogue,
): number => {
  const whole = labels ? Math.ceil((pieces * labels.perPiece) / labels.count) : pieces;
  return operation?.role === 'mask' && isReused(catalogue.productById.get(operation.productId))
    ? stencilsFor(operation, operations, whole, catalogue)
    : whole;
};

/** What is to be cut: a design at its size on its area, with how. */
export interface CutOrder {
  readonly name: string;
  readonly design: DesignToPlace;
  /** The size that was found: artwork is cut so many times as large as it is drawn. */
  readonly scale: number;
  /** Null: not measured. */
  readonly area: AreaInput | null;
  readonly rimZoneMm: number;
  readonly settings: CutSettings;
  /** As the amounts lay it out: `cutFromLines`; left out or null where they do not. */
  readonly laid?: readonly LaidSheet[] | null | undefined;
}

/** What lies flat in the cutter: the artwork as sized, each label by itself, or bent for the cone that it goes around. */
const flatItems = ({
  name,
  design,
  scale,
  area,
  rimZoneMm,
  settings: { quantity },
}: CutOrder): Outcome<{ items: CutItem[] }> => {
  const { artwork, labels, placement } = design;
  const clear = area?.kind === 'cone' ? clearAreaOf(area, { rimZoneMm }) : null;
  if (clear && !clear.ok) return clear;
  if (!area || !clear?.cone) {
    const rooms = labels?.rooms ?? null;
    return {
      ok: true,
      items: rooms
        ? cutItemsOf(artwork, rooms, labels!.words, quantity).map((item) => ({
            ...item,
            artwork: sized(item.artwork, 1, placement.turnDeg),
          }))
        : cutItemsOf(sized(artwork, scale, placement.turnDeg), null, [name], quantity),
    };
  }
  const placed = placeDesigns(area, [{ ...design, over: null, scale, placement: { ...placement, sizing: 'said' } }], {
    rimZoneMm,
    gapMm: 0,
  });
  if (!placed.ok) return placed;
  const [own] = placed.designs;
  if (own!.problems.length) return failed(...own!.problems);
  const items: CutItem[] = [];
  for (const [index, flat] of own!.placed.entries()) {
    const bent = warpToFrustum(flat, clear.cone);
    if (!bent.ok) return bent;
    items.push({ name: labels?.words[index] ?? name, artwork: onOwnPage(bent.artwork), quantity });
  }
  return { ok: true, items };
};

/** Slices and sheets of an order, on the stock that the amounts lay out where they do; problems as of `planCut` and `onLaidSheets`. */
export const planOrder = (order: CutOrder): Outcome<CutPlan> => {
  const flat = flatItems(order);
  if (!flat.ok) return flat;
  const plan = planCut(flat.items, order.settings);
  return plan.ok && order.laid ? onLaidSheets(plan, order.laid, order.settings) : plan;
};

export interface CutFile {
  readonly name: string;
  readonly text: string;
}

/** The cut files of an order, one for each sheet, in true mm; colours named where there are several. */
export const cutFiles = (order: CutOrder, fileName: string, format: 'svg' | 'dxf'): Outcome<{ files: CutFile[] }> => {
  const plan = planOrder(order);
  if (!plan.ok) return plan;
  const { sheets } = plan.packed;
  const names = colourNames(sheets.map(({ colour }) => colour));
  return {
    ok: true,
    files: sheets.map((sheet, index): CutFile => {
      const { artwork, marks } = sheetArtwork(sheet, plan);
      const options = {
        marks,
        isMirrored: order.settings.isMirrored,
        title: `${fileName}, sheet ${index + 1}${names.size > 1 ? `, ${names.get(sheet.colour)}` : ''}${sheet.on ? `, on ${sheetOnWords(sheet.on)}` : ''}`,
      };
      const colour = names.size > 1 ? `-${names.get(sheet.colour)!.replaceAll(/\W+/g, '-')}` : '';
      return {
        name: `${fileName}-sheet-${index + 1}${colour}.${format}`,
        text: format === 'svg' ? writeSvg(artwork, options) : writeDxf(artwork, options),
      };
    }),
  };
};

/** Each thing that an order cuts at full size, for a knife or a placement map: the artwork, or each label. */
export const fullSizeOf = (
  artwork: Artwork,
  labels: DesignToPlace['labels'],
  scale: number,
  turnDeg: number,
): Artwork[] =>
  labels
    ? labelsApart(artwork, labels.rooms).map((label) => sized(label, 1, turnDeg))
    : [sized(artwork, scale, turnDeg)];
