import { seeded } from '../units/index.ts';
import type { CutFromStock, FromStockInput, Stock, StockPiece } from '../amounts/index.ts';

export interface Puzzle {
  readonly pieces: number;
  readonly offcuts: number;
  /** Room that every offcut has more than its pieces need, mm. */
  readonly spareMm: number;
  readonly mayTurn: boolean;
  readonly sidesMm: readonly [number, number];
  readonly gapMm?: number;
  readonly marginMm?: number;
}

const LEAST_SIDE = 40;

/** Offcuts cut up into rectangles, from edge to edge, and mixed: all of them are known to fit. A roll lies beside them. */
export const puzzleOf = (
  seed: number,
  { pieces, offcuts, spareMm, mayTurn, sidesMm, gapMm = 6, marginMm = 0 }: Puzzle,
): FromStockInput => {
  const random = seeded(seed);
  const whole = (low: number, high: number) => low + Math.floor(random() * (high - low + 1));
  const rooms = Array.from({ length: offcuts }, () => ({ width: whole(...sidesMm), height: whole(...sidesMm) }));
  const parts = rooms.map(({ width, height }) => ({ width: width + gapMm, height: height + gapMm }));
  for (let tries = 0; parts.length < pieces && tries < 10_000; tries += 1) {
    parts.sort((one, other) => other.width * other.height - one.width * one.height);
    const at = whole(0, Math.min(parts.length - 1, 4));
    const { width, height } = parts[at]!;
    const isUpright = width > height ? random() < 0.8 : random() < 0.2;
    const side = isUpright ? width : height;
    if (side < 2 * (LEAST_SIDE + gapMm)) continue;
    const cut = whole(LEAST_SIDE + gapMm, side - LEAST_SIDE - gapMm);
    parts.splice(
      at,
      1,
      isUpright ? { width: cut, height } : { width, height: cut },
      isUpright ? { width: width - cut, height } : { width, height: height - cut },
    );
  }
  const mixed = parts
    .map((part) => ({ part, turn: random() }))
    .sort((one, other) => one.turn - other.turn)
    .map(({ part }, at): StockPiece => {
      const [one, other] = [part.width - gapMm, part.height - gapMm];
      const isTurned = mayTurn && random() < 0.5;
      return { id: `p${at}`, widthMm: isTurned ? other : one, heightMm: isTurned ? one : other, count: 1, mayTurn };
    });
  return {
    pieces: mixed,
    stock: [
      ...rooms.map(({ width, height }, at): Stock => ({
        id: `o${at}`,
        kind: 'offcut',
        widthMm: width + spareMm + 2 * marginMm,
        heightMm: height + spareMm + 2 * marginMm,
      })),
      { id: 'roll', kind: 'roll', widthMm: 500, heightMm: 20_000 },
    ],
    gapMm,
    marginMm,
  };
};

/** What is wrong with a lay-out, in words; nothing where each piece lies on its stock, clear of the others. */
export const faultsOf = (
  { pieces, stock, gapMm, marginMm }: FromStockInput,
  { placed, unplaced }: CutFromStock,
): string[] => {
  const dust = 1e-6;
  const boxes = placed.map(({ id, stockId, x, y, turned }) => {
    const piece = pieces.find((one) => one.id === id)!;
    const [width, height] = turned ? [piece.heightMm, piece.widthMm] : [piece.widthMm, piece.heightMm];
    return { id, stockId, x, y, width, height, isTurnedWrong: turned && !piece.mayTurn };
  });
  return [
    ...pieces.flatMap(({ id, count }) => {
      const seen = [...placed.map((one) => one.id), ...unplaced].filter((one) => one === id).length;
      return seen === count ? [] : [`${seen} of ${count} ${id}`];
    }),
    ...boxes.filter(({ isTurnedWrong }) => isTurnedWrong).map(({ id }) => `${id} turned`),
    ...boxes.flatMap(({ id, stockId, x, y, width, height }) => {
      const on = stock.find((one) => one.id === stockId)!;
      const isOn =
        Math.min(x, y) >= marginMm - dust &&
        x + width <= on.widthMm - marginMm + dust &&
        y + height <= on.heightMm - marginMm + dust;
      return isOn ? [] : [`${id} off ${stockId}`];
    }),
    ...boxes.flatMap((one, at) =>
      boxes
        .slice(at + 1)
        .filter(
          (other) =>
            one.stockId === other.stockId &&
            one.x < other.x + other.width + gapMm - dust &&
            other.x < one.x + one.width + gapMm - dust &&
            one.y < other.y + other.height + gapMm - dust &&
            other.y < one.y + one.height + gapMm - dust,
        )
        .map((other) => `${one.id} too near ${other.id}`),
    ),
  ];
};
