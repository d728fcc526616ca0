import type { LaidSheet } from '../artwork/index.ts';
import type { Catalogue } from '../materials/index.ts';
import { canName, type Can } from '../shelf/index.ts';
import type { AmountLine } from './amountsFor.ts';
import { blankPrefix } from './laidOut.ts';

/**
 * What a design is cut from, as its piece's amounts lay it out.
 *
 * @param lines of the piece by itself
 * @returns the stock with the design's blanks at their places; null where nothing of it is laid out: it has no layers, or it is cut already
 */
export const cutFromLines = (
  lines: readonly AmountLine[],
  cut: { readonly pieceId: string; readonly operationId: string; readonly designId: string },
  cans: readonly Can[],
  catalogue: Catalogue,
): LaidSheet[] | null => {
  const prefix = blankPrefix(cut.pieceId, cut.operationId, cut.designId);
  const own = lines.filter(({ layout }) => layout?.blanks.some(({ id }) => id.startsWith(prefix)));
  if (!own.length) return null;
  return own.flatMap(({ layout, name }) =>
    layout!.laid.flatMap((stock): LaidSheet[] => {
      const placed = stock.placed.flatMap((one) =>
        one.id.startsWith(prefix) ? [{ ...one, id: one.id.slice(prefix.length) }] : [],
      );
      const can = cans.find(({ id }) => id === stock.canId);
      const { kind, widthMm, lengthMm, fromMm, tapeLinesMm, rests } = stock;
      return placed.length
        ? [
            {
              on: {
                name: can ? canName(can, catalogue) : name,
                kind,
                widthMm,
                lengthMm,
                fromMm,
                isToBuy: stock.canId === null,
                joined: tapeLinesMm.length + 1,
              },
              tapeLinesMm,
              rests,
              placed,
            },
          ]
        : [];
    }),
  );
};
