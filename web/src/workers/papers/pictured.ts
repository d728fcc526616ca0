import type { jsPDF } from 'jspdf';
import { canvasWidth, fontOf, MM_PER_POINT, pixels } from './texts.ts';

/** A line of text at its base line, mm; from the right its x is its right end. */
export interface TextAt {
  readonly text: string;
  readonly x: number;
  readonly y: number;
  readonly points: number;
  readonly isBold: boolean;
  readonly isRtl: boolean;
}

/** Draws a line of letters that a PDF's own fonts lack, as a picture. */
export const pictured = async (pdf: jsPDF, { text, x, y, points, isBold, isRtl }: TextAt): Promise<void> => {
  const width = canvasWidth(text, points, isBold) + 1;
  const height = points * MM_PER_POINT * 1.4;
  const canvas = new OffscreenCanvas(pixels(width), pixels(height));
  const context = canvas.getContext('2d');
  if (!context) return;
  context.fillStyle = '#fff';
  context.fillRect(0, 0, canvas.width, canvas.height);
  context.fillStyle = '#000';
  context.font = fontOf(points, isBold);
  context.direction = isRtl ? 'rtl' : 'ltr';
  context.textAlign = isRtl ? 'right' : 'left';
  const base = points * MM_PER_POINT * 0.95;
  context.fillText(text, isRtl ? canvas.width : 0, pixels(base));
  const bytes = new Uint8Array(await (await canvas.convertToBlob({ type: 'image/png' })).arrayBuffer());
  pdf.addImage(bytes, 'PNG', isRtl ? x - width : x, y - base, width, height);
};
