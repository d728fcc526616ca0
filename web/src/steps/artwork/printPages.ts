import { problemSentence, tilesFor, type Paper, type Tile, type Tiled } from '@sgraffa/core';
import type { jsPDF } from 'jspdf';
import type { PrintPage } from '../../workers/sizingClient.ts';

interface OnPage {
  readonly pdf: jsPDF;
  readonly tile: Tile;
  readonly tiled: Tiled;
  /** Printed mm for one mm of the drawing. */
  readonly factor: number;
}

const lineOf = ({ pdf, tile, tiled, factor }: OnPage, ring: Float64Array, isClosed: boolean): void => {
  const { x: left, y: top, width, height } = tile.box;
  const place = (at: number): [number, number] => [
    tiled.whiteMm + (ring[at]! - left) * factor,
    tiled.whiteMm + (ring[at + 1]! - top) * factor,
  ];
  let [low, high, first, last] = [Infinity, -Infinity, Infinity, -Infinity];
  for (let at = 0; at < ring.length; at += 2) {
    [low, high] = [Math.min(low, ring[at]!), Math.max(high, ring[at]!)];
    [first, last] = [Math.min(first, ring[at + 1]!), Math.max(last, ring[at + 1]!)];
  }
  if (high < left || low > left + width || last < top || first > top + height) return;
  const steps: [number, number][] = [];
  let before = place(0);
  const start = before;
  for (let at = 2; at < ring.length; at += 2) {
    const next = place(at);
    steps.push([next[0] - before[0], next[1] - before[1]]);
    before = next;
  }
  pdf.lines(steps, start[0], start[1], [1, 1], 'S', isClosed);
};

/** The bar that is measured, crosses where pages meet, and the page's name. */
const furniture = ({ pdf, tile, tiled }: OnPage, title: string): void => {
  const foot = tiled.pageHeightMm - tiled.whiteMm - 3;
  pdf.setDrawColor(0).setLineWidth(0.4);
  pdf.line(tiled.whiteMm, foot, tiled.whiteMm + 100, foot);
  for (const x of [0, 50, 100]) pdf.line(tiled.whiteMm + x, foot - 2, tiled.whiteMm + x, foot + 2);
  pdf.setFontSize(9);
  pdf.text('This bar is 100 mm: measure it. Print at full size, not fitted to the page.', tiled.whiteMm, foot - 4);
  const of =
    tiled.tiles.length > 1
      ? `, page ${tile.number} of ${tiled.tiles.length} (row ${tile.row + 1}, column ${tile.column + 1})`
      : '';
  pdf.text(`${title}${of}`, tiled.whiteMm + 106, foot + 1);
  if (tiled.tiles.length === 1) return;
  pdf.setLineWidth(0.15);
  const [right, bottom] = [tiled.pageWidthMm - tiled.whiteMm, foot - 11];
  for (const x of [tiled.whiteMm + tiled.overlapMm / 2, right - tiled.overlapMm / 2])
    for (const y of [tiled.whiteMm + tiled.overlapMm / 2, bottom - tiled.overlapMm / 2]) {
      pdf.line(x - 4, y, x + 4, y);
      pdf.line(x, y - 4, x, y + 4);
    }
};

/**
 * Draws pages at 1:1 as a PDF, each over as many sheets of paper as it takes.
 *
 * @param barMm what the bar of 100 mm measured on the last print; the drawing is printed that much larger or smaller
 */
export const printPages = async (
  pages: readonly PrintPage[],
  paper: Paper,
  barMm: number,
  title: string,
): Promise<{ blob: Blob } | { problem: string }> => {
  const correction = barMm / 100;
  const tiledPages = [];
  for (const page of pages) {
    const tiled = tilesFor(page, paper, correction);
    if (!tiled.ok) return { problem: tiled.problems.map(problemSentence).join(' ') };
    tiledPages.push({ page, tiled });
  }
  const [first] = tiledPages;
  if (!first) return { problem: 'There is nothing to print.' };
  const { jsPDF: Pdf } = await import('jspdf');
  const formatOf = ({ pageWidthMm, pageHeightMm }: Tiled): [number, number] => [pageWidthMm, pageHeightMm];
  const orientationOf = ({ isSideways }: Tiled) => (isSideways ? 'landscape' : 'portrait');
  const pdf = new Pdf({ unit: 'mm', format: formatOf(first.tiled), orientation: orientationOf(first.tiled) });
  tiledPages.forEach(({ page, tiled }, index) => {
    for (const tile of tiled.tiles) {
      if (index > 0 || tile.number > 1) pdf.addPage(formatOf(tiled), orientationOf(tiled));
      const onPage: OnPage = { pdf, tile, tiled, factor: 1 / correction };
      const { x, y, width, height } = tile.box;
      pdf.setDrawColor(0).setLineWidth(0.2);
      for (const ring of page.closed) lineOf(onPage, ring, true);
      pdf.setLineDashPattern([2, 1.5], 0);
      for (const ring of page.open) lineOf(onPage, ring, false);
      pdf.setLineDashPattern([], 0);
      pdf.setFontSize(10);
      for (const { at, text } of page.numbers)
        if (at[0] >= x && at[0] <= x + width && at[1] >= y && at[1] <= y + height)
          pdf.text(text, tiled.whiteMm + (at[0] - x) / correction, tiled.whiteMm + (at[1] - y) / correction, {
            align: 'center',
            baseline: 'middle',
          });
      furniture(onPage, pages.length > 1 ? `${title}, ${index + 1} of ${pages.length}` : title);
    }
  });
  return { blob: pdf.output('blob') };
};
