import { useState } from 'react';
import type { CutOrder } from '../../workers/sizingClient.ts';
import type { Sizing } from './useSizing.ts';

export type StockKind = 'roll' | 'sheet' | 'joined';

/** What the crafter chooses for the cutter; null: as the piece and its layers ask for. */
interface Choices {
  readonly bed: { readonly widthMm: number; readonly lengthMm: number };
  readonly stockKind: StockKind;
  readonly stock: { readonly widthMm: number; readonly lengthMm: number };
  readonly overlapMm: number;
  readonly gapMm: number;
  readonly canTurn: boolean;
  readonly isMirrored: boolean | null;
  readonly quantity: number | null;
}

/** A small cutter's mat, where none was said, mm. */
const PLAIN_BED = { widthMm: 290, lengthMm: 290 };
/** Beds longer than this are fed from a roll, mm. */
const ROLL_FROM_MM = 1000;

const orderOf = (sizing: Sizing, choices: Choices): CutOrder | null => {
  const { artwork, scale, design, cutFrom, here, rimZoneMm, model } = sizing;
  const { area } = model.part;
  if (!artwork || (area && !here?.placement)) return null;
  const { stockKind, stock, quantity, isMirrored, ...rest } = choices;
  const isOnce =
    artwork.source.kind === 'labels' || (cutFrom.as === 'stencil' && (cutFrom.product?.uses?.typical ?? 1) > 1);
  return {
    ...rest,
    svg: artwork.svg,
    scale,
    turnDeg: design.placement.turnDeg,
    isMirrored: isMirrored ?? cutFrom.mirror?.isMirrored ?? false,
    quantity: quantity ?? (isOnce ? 1 : model.piece.quantity),
    thinMm: Math.max(2, cutFrom.product?.minStroke?.high ?? 2),
    stock: { kind: stockKind === 'roll' ? 'roll' : 'sheet', ...stock, joined: stockKind === 'joined' ? 2 : 1 },
    cone: area?.kind === 'cone' && here?.placement ? { area, rimZoneMm, placement: here.placement } : null,
  };
};

/** The order for the cutter with the choices that it follows from. */
export const useCutOrder = (sizing: Sizing) => {
  const { catalogue, settings } = sizing.model;
  const bed = settings.workshop.bed ?? PLAIN_BED;
  const [choices, setChoices] = useState<Choices>({
    bed,
    stockKind: bed.lengthMm > ROLL_FROM_MM ? 'roll' : 'sheet',
    stock: bed,
    overlapMm: 0,
    gapMm: catalogue.sizing.sheetGap.typical,
    canTurn: true,
    isMirrored: null,
    quantity: null,
  });
  const order = orderOf(sizing, choices);
  const set = (patch: Partial<Choices>) => setChoices((kept) => ({ ...kept, ...patch }));
  return { ...choices, isMirrored: order?.isMirrored ?? false, order, set };
};
