import { CARD_DRAWING_MM, layOutCard } from '@sgraffa/core';
import { canvasWidth, fontOf, pixels } from './texts.ts';
import { cardSizeOn, DRAWING_MARGIN_MM, type AskedCards } from './types.ts';

/** The first card, black on white, at 300 points to the inch. */
export const drawCardPng = async ({ cards, paper, ink }: AskedCards): Promise<Blob> => {
  const [card] = cards;
  const size = cardSizeOn(paper);
  const canvas = new OffscreenCanvas(pixels(size.widthMm), pixels(size.heightMm));
  const context = canvas.getContext('2d');
  if (!card || !context) throw new Error('There is no card to draw.');
  context.fillStyle = '#fff';
  context.fillRect(0, 0, canvas.width, canvas.height);
  context.fillStyle = '#000';
  context.strokeStyle = '#000';
  context.lineWidth = pixels(0.3);
  const { runs, rules } = layOutCard(card, size, canvasWidth);
  for (const { text, x, y, points, isBold, isRtl } of runs) {
    context.font = fontOf(points, isBold);
    context.direction = isRtl ? 'rtl' : 'ltr';
    context.textAlign = isRtl ? 'right' : 'left';
    context.fillText(text, pixels(x), pixels(y));
  }
  for (const { x, y, width } of rules) context.fillRect(pixels(x), pixels(y), pixels(width), pixels(0.4));
  const left = size.widthMm - DRAWING_MARGIN_MM - CARD_DRAWING_MM.width;
  for (const outline of ink) {
    context.beginPath();
    outline.forEach(([x, y], index) => {
      const at = [
        pixels(left + x * CARD_DRAWING_MM.width),
        pixels(DRAWING_MARGIN_MM + y * CARD_DRAWING_MM.width),
      ] as const;
      if (index) context.lineTo(...at);
      else context.moveTo(...at);
    });
    context.closePath();
    context.stroke();
  }
  return canvas.convertToBlob({ type: 'image/png' });
};
