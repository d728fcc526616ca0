import type { CareCard } from './card.ts';
import { isFromRight, wrapText } from './texts.ts';

/** A run of text on a card: mm from its upper left corner to the baseline, size in points. */
export interface CardRun {
  readonly text: string;
  readonly x: number;
  readonly y: number;
  readonly points: number;
  readonly isBold: boolean;
  /** Set from the right: its x is where it begins, on the right. */
  readonly isRtl: boolean;
}

export interface CardRule {
  readonly x: number;
  readonly y: number;
  readonly width: number;
}

export interface LaidCard {
  readonly runs: readonly CardRun[];
  readonly rules: readonly CardRule[];
  /** How much smaller than usual it is set, so that all of it finds room: 1 or less. */
  readonly scale: number;
  /** Whether something found no room even at the smallest size, and was cut off. */
  readonly isCut: boolean;
}

/** Width of a text in mm. */
export type MeasureText = (text: string, points: number, isBold: boolean) => number;

export interface CardSize {
  readonly widthMm: number;
  readonly heightMm: number;
}

const MARGIN_MM = 8;
const MM_PER_POINT = 25.4 / 72;
const LEADING = 1.28;
const SMALLEST = 0.55;
const STEP = 0.05;
/** Beside the name, for the drawing. */
export const CARD_DRAWING_MM = { width: 26, height: 17 } as const;

interface Block {
  readonly text: string;
  readonly points: number;
  readonly isBold?: boolean;
  /** Room above it, mm. */
  readonly above: number;
  readonly hasRule?: boolean;
  /** Whether the drawing stands beside it. */
  readonly isBeside?: boolean;
}

const blocksOf = (card: CareCard): readonly Block[] => [
  { text: card.copy ? `${card.name} · ${card.copy}` : card.name, points: 11, above: 0, isBeside: true },
  { text: card.headline, points: 21, isBold: true, above: 4 },
  ...(card.why ? [{ text: card.why, points: 10, above: 1.5 }] : []),
  ...card.lines.map((text, index) => ({ text, points: 13, above: index ? 1.6 : 4 })),
  ...(card.never ? [{ text: card.never, points: 14, isBold: true, above: 4, hasRule: true }] : []),
  ...card.only.map((text) => ({ text, points: 10.5, above: 2 })),
  ...(card.madeBy ? [{ text: card.madeBy, points: 10, above: 4 }] : []),
];
const slipOf = (card: CareCard): readonly Block[] =>
  card.slip
    ? [
        { text: card.name, points: 11, above: 0 },
        { text: card.slip.headline, points: 26, isBold: true, above: 8 },
        { text: card.slip.why, points: 14, above: 5 },
      ]
    : [];

const laid = (blocks: readonly Block[], size: CardSize, scale: number, measure: MeasureText): LaidCard => {
  const runs: CardRun[] = [];
  const rules: CardRule[] = [];
  const width = size.widthMm - 2 * MARGIN_MM;
  const foot = size.heightMm - MARGIN_MM;
  let y = MARGIN_MM;
  let isCut = false;
  for (const { text, points: whole, isBold = false, above, hasRule, isBeside } of blocks) {
    const points = whole * scale;
    const height = points * MM_PER_POINT;
    const room = isBeside ? width - CARD_DRAWING_MM.width - 3 : width;
    const isRtl = isFromRight(text);
    y += above * scale;
    if (hasRule) {
      rules.push({ x: MARGIN_MM, y, width });
      y += 2.4 * scale;
    }
    for (const line of wrapText(text, room, (part) => measure(part, points, isBold))) {
      if (y + height > foot) {
        isCut = true;
        break;
      }
      runs.push({ text: line, x: isRtl ? MARGIN_MM + room : MARGIN_MM, y: y + height * 0.8, points, isBold, isRtl });
      y += height * LEADING;
    }
    if (isBeside) y = Math.max(y, MARGIN_MM + CARD_DRAWING_MM.height);
  }
  return { runs, rules, scale, isCut };
};

const fitted = (blocks: readonly Block[], size: CardSize, measure: MeasureText): LaidCard => {
  for (let scale = 1; scale > SMALLEST; scale -= STEP) {
    const found = laid(blocks, size, scale, measure);
    if (!found.isCut) return found;
  }
  return laid(blocks, size, SMALLEST, measure);
};

/** Sets a card: as large as all of it finds room. */
export const layOutCard = (card: CareCard, size: CardSize, measure: MeasureText): LaidCard =>
  fitted(blocksOf(card), size, measure);

/** Sets the slip of a card that leaves before it has cured; null where it has none. */
export const layOutSlip = (card: CareCard, size: CardSize, measure: MeasureText): LaidCard | null =>
  card.slip ? fitted(slipOf(card), size, measure) : null;
