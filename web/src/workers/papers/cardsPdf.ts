import { CARD_DRAWING_MM, layOutCard, layOutSlip, type CardSize, type LaidCard, type MeasureText } from '@sgraffa/core';
import type { jsPDF } from 'jspdf';
import { pictured } from './pictured.ts';
import { canvasWidth, isPlain } from './texts.ts';
import { cardSizeOn, DRAWING_MARGIN_MM, type AskedCards } from './types.ts';

const PER_PAGE = 4;
const UNIT_POINTS = 12;

/** Measures as the PDF's fonts do; each text once, as the cards of a batch say nearly the same. */
const measureIn = (pdf: jsPDF): MeasureText => {
  const known = new Map<string, number>();
  return (text, points, isBold) => {
    const key = `${isBold ? 'b' : ''}${text}`;
    const held = known.get(key);
    // widths grow with the size
    if (held !== undefined) return held * points;
    const width = isPlain(text)
      ? pdf
          .setFont('helvetica', isBold ? 'bold' : 'normal')
          .setFontSize(UNIT_POINTS)
          .getTextWidth(text) / UNIT_POINTS
      : canvasWidth(text, UNIT_POINTS, isBold) / UNIT_POINTS;
    known.set(key, width);
    return width * points;
  };
};

const drawn = async (pdf: jsPDF, { runs, rules }: LaidCard, left: number, top: number): Promise<void> => {
  for (const run of runs) {
    if (!isPlain(run.text)) {
      await pictured(pdf, { ...run, x: left + run.x, y: top + run.y });
      continue;
    }
    pdf.setFont('helvetica', run.isBold ? 'bold' : 'normal').setFontSize(run.points);
    pdf.text(run.text, left + run.x, top + run.y, { align: run.isRtl ? 'right' : 'left' });
  }
  pdf.setLineWidth(0.4);
  for (const { x, y, width } of rules) pdf.line(left + x, top + y, left + x + width, top + y);
};

const inked = (pdf: jsPDF, ink: AskedCards['ink'], size: CardSize, left: number, top: number): void => {
  pdf.setLineWidth(0.3).setDrawColor(0);
  const x0 = left + size.widthMm - DRAWING_MARGIN_MM - CARD_DRAWING_MM.width;
  for (const outline of ink) {
    const points = outline.map(([x, y]): [number, number] => [
      x0 + x * CARD_DRAWING_MM.width,
      top + DRAWING_MARGIN_MM + y * CARD_DRAWING_MM.width,
    ]);
    const [first] = points;
    if (!first) continue;
    const steps = points
      .slice(1)
      .map(([x, y], index): [number, number] => [x - points[index]![0], y - points[index]![1]]);
    pdf.lines(steps, first[0], first[1], [1, 1], 'S', true);
  }
};

/** Where pages are cut into cards. */
const cutLines = (pdf: jsPDF, { widthMm, heightMm }: CardSize): void => {
  pdf.setLineWidth(0.1).setDrawColor(150).setLineDashPattern([1.5, 2], 0);
  pdf.line(widthMm, 0, widthMm, heightMm * 2);
  pdf.line(0, heightMm, widthMm * 2, heightMm);
  pdf.setLineDashPattern([], 0).setDrawColor(0);
};

/** Draws cards, then the slips of those that leave before they have cured. */
export const drawCardsPdf = async (pdf: jsPDF, { cards, paper, ink }: AskedCards): Promise<ArrayBuffer> => {
  const size = cardSizeOn(paper);
  const measure = measureIn(pdf);
  const laid = [
    ...cards.map((card) => ({ layout: layOutCard(card, size, measure), isCard: true })),
    ...cards.flatMap((card) => {
      const layout = layOutSlip(card, size, measure);
      return layout ? [{ layout, isCard: false }] : [];
    }),
  ];
  for (const [index, { layout, isCard }] of laid.entries()) {
    const place = index % PER_PAGE;
    if (index && place === 0) pdf.addPage(paper);
    if (place === 0) cutLines(pdf, size);
    const left = (place % 2) * size.widthMm;
    const top = Math.floor(place / 2) * size.heightMm;
    if (isCard) inked(pdf, ink, size, left, top);
    await drawn(pdf, layout, left, top);
  }
  return pdf.output('arraybuffer');
};
