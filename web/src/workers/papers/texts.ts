import type { MeasureText } from '@sgraffa/core';

const PIXELS_PER_MM = 300 / 25.4;
export const MM_PER_POINT = 25.4 / 72;

export const pixels = (mm: number): number => Math.round(mm * PIXELS_PER_MM);
export const fontOf = (points: number, isBold: boolean): string =>
  `${isBold ? 'bold ' : ''}${points * MM_PER_POINT * PIXELS_PER_MM}px Helvetica, Arial, sans-serif`;

let ruler: OffscreenCanvasRenderingContext2D | null = null;

/** Width of a text as a canvas sets it, mm. */
export const canvasWidth: MeasureText = (text, points, isBold) => {
  ruler ??= new OffscreenCanvas(1, 1).getContext('2d');
  if (!ruler) throw new Error('This browser draws no text apart from the page.');
  ruler.font = fontOf(points, isBold);
  return ruler.measureText(text).width / PIXELS_PER_MM;
};

/** Letters that the fonts that every PDF reader has can show. */
export const isPlain = (text: string): boolean =>
  /^[\u0020-\u007E\u00A0-\u00FF\u2013\u2014\u2018\u2019\u201C\u201D\u2026]*$/.test(text);
