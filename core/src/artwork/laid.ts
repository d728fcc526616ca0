import { failed, type Outcome } from '../problem/index.ts';
import type { Bounds } from '../shape/index.ts';
import { formatLength, type LengthUnit } from '../units/index.ts';
import { checkCut, type CutOptions, type CutPlan } from './cutting.ts';
import type { PackedPiece, PackedSheet, SheetOn } from './pack.ts';

/** A piece of stock with the blanks of a design at their places, mm from its corner. */
export interface LaidSheet {
  readonly on: SheetOn;
  readonly tapeLinesMm: readonly number[];
  readonly rests: readonly Bounds[];
  readonly placed: readonly { readonly id: string; readonly x: number; readonly y: number; readonly turned: boolean }[];
}

/** A flat stock by its sizes, as it is bought: "sheet of 330 mm × 330 mm", "2 sheets of 330 mm × 330 mm taped side by side". */
export const flatStockWords = (
  { kind, widthMm, lengthMm, joined }: Pick<SheetOn, 'kind' | 'widthMm' | 'lengthMm' | 'joined'>,
  unit: LengthUnit = 'mm',
): string => {
  const size = `${formatLength(widthMm / joined, unit)} × ${formatLength(Math.ceil(lengthMm), unit)}`;
  return joined > 1 ? `${joined} ${kind}s of ${size} taped side by side` : `${kind} of ${size}`;
};

/** What a sheet is cut from: "permanent film, matte black: 212 mm off 305 mm", "…, offcut 200 × 150 mm". */
export const sheetOnWords = (on: SheetOn, unit: LengthUnit = 'mm'): string => {
  const { name, kind, widthMm, lengthMm, isToBuy } = on;
  const cut = `: ${formatLength(Math.ceil(lengthMm), unit)} off a roll of ${formatLength(widthMm, unit)}`;
  return `${name}${isToBuy ? ', to buy' : ''}${kind === 'roll' ? cut : `, ${flatStockWords(on, unit)}`}`;
};

/**
 * A plan of cuts on the stock that its blanks were laid out on elsewhere, in place of sheets of its own.
 *
 * @returns problems where a blank fits no stock, or another size or number of it was laid out
 */
export const onLaidSheets = (plan: CutPlan, laid: readonly LaidSheet[], options: CutOptions): Outcome<CutPlan> => {
  const blanks = new Map(plan.blanks.map((blank) => [blank.id, blank]));
  const counts = new Map<string, number>();
  const { insetMm } = plan.window;
  const sheets: PackedSheet[] = [];
  for (const { on, tapeLinesMm, rests, placed } of laid) {
    const colours = new Map<string, PackedPiece[]>();
    for (const { id, x, y, turned } of placed) {
      const blank = blanks.get(id);
      const copy = (counts.get(id) ?? 0) + 1;
      counts.set(id, copy);
      if (!blank) continue;
      const [width, height] = turned ? [blank.heightMm, blank.widthMm] : [blank.widthMm, blank.heightMm];
      colours.set(blank.colour, [
        ...(colours.get(blank.colour) ?? []),
        {
          id,
          copy,
          isTurned: turned,
          x: x - insetMm,
          y: y - insetMm,
          width,
          height,
          crossesTape: tapeLinesMm.some((line) => x < line && x + width > line),
        },
      ]);
    }
    const inset = ({ x, y, width, height }: Bounds): Bounds => ({ x: x - insetMm, y: y - insetMm, width, height });
    for (const [colour, pieces] of colours) {
      const usedLengthMm = Math.max(...pieces.map(({ y, height }) => y + height));
      sheets.push({
        colour,
        widthMm: on.widthMm - 2 * insetMm,
        lengthMm: on.lengthMm - 2 * insetMm,
        pieces,
        usedLengthMm,
        usedShare: pieces.reduce((sum, { width, height }) => sum + width * height, 0) / (on.widthMm * on.lengthMm),
        offcuts: rests.map(inset),
        tapeLinesMm: tapeLinesMm.map((x) => x - insetMm),
        on,
      });
    }
  }
  const wrong = plan.blanks.find(({ id, quantity }) => (counts.get(id) ?? 0) !== quantity);
  if (wrong || [...counts.keys()].some((id) => !blanks.has(id)))
    return failed({
      code: 'not-laid-out',
      given: wrong
        ? `${counts.get(wrong.id) ?? 0} of ${wrong.quantity} of "${wrong.id}", ${wrong.widthMm.toFixed(1)} × ${wrong.heightMm.toFixed(1)} mm, lie on the stock that the amounts lay out.`
        : 'Something else was laid out than is cut.',
      allowed: 'stock that holds all of it.',
      todo: 'Wait until the amounts are reckoned anew; if it stays so, slice it, make it smaller, or choose larger stock.',
    });
  const colours = [...new Set(sheets.map(({ colour }) => colour))];
  const onStock: CutPlan = {
    ...plan,
    packed: {
      sheets,
      lengthByColour: Object.fromEntries(
        colours.map((colour) => [
          colour,
          sheets.reduce(
            (sum, { colour: own, on }) => sum + (own === colour && on!.kind === 'roll' ? on!.lengthMm : 0),
            0,
          ),
        ]),
      ),
    },
    sheetsNeeded: laid.reduce(
      (sum, { on, tapeLinesMm }) => sum + (on.kind === 'sheet' ? tapeLinesMm.length + 1 : 0),
      0,
    ),
  };
  const near = checkCut(onStock, options);
  return near.length ? failed(...near) : { ok: true, ...onStock };
};
