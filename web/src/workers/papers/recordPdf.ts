import { isFromRight, wrapText, type Paper } from '@sgraffa/core';
import type { jsPDF } from 'jspdf';
import { autoTable, type CellHookData } from 'jspdf-autotable';
import { pictured, type TextAt } from './pictured.ts';
import { canvasWidth, isPlain, MM_PER_POINT } from './texts.ts';

/** A table of the record: texts alone, as the page shows them. */
export interface RecordTable {
  readonly title: string;
  readonly columns: readonly { readonly name: string; readonly share: number }[];
  readonly rows: readonly (readonly string[])[];
  /** What is said beneath it. */
  readonly notes: readonly string[];
}

/** What is printed of a piece. */
export interface AskedRecord {
  readonly title: string;
  readonly lines: readonly string[];
  readonly tables: readonly RecordTable[];
  /** Null: the picture is not there; it is said in its place. */
  readonly pictures: readonly { readonly words: string; readonly blob: Blob | null }[];
  readonly paper: Paper;
}

const MARGIN_MM = 15;
const POINTS = 9;
const PADDING_MM = 1.2;
const LINE = 1.25;
const PICTURE = { columns: 2, gapMm: 6, heightMm: 62, longestPx: 900, quality: 0.75 } as const;

const linesOf = (text: string, widthMm: number, points: number, isBold: boolean): string[] =>
  wrapText(text, widthMm, (part) => canvasWidth(part, points, isBold));

/** Writes down the pages of one record; one object for one file. */
class RecordPages {
  private y = MARGIN_MM;
  private readonly width: number;
  private readonly bottom: number;

  constructor(private readonly pdf: jsPDF) {
    const { pageSize } = pdf.internal;
    this.width = pageSize.getWidth() - 2 * MARGIN_MM;
    this.bottom = pageSize.getHeight() - MARGIN_MM;
  }

  private room(heightMm: number): void {
    if (this.y + heightMm <= this.bottom) return;
    this.pdf.addPage();
    this.y = MARGIN_MM;
  }

  private async line({ text, x, y, points, isBold }: Omit<TextAt, 'isRtl'>, widthMm: number): Promise<void> {
    const isRtl = isFromRight(text);
    if (isPlain(text)) {
      this.pdf
        .setFont('helvetica', isBold ? 'bold' : 'normal')
        .setFontSize(points)
        .text(text, x, y);
    } else await pictured(this.pdf, { text, x: isRtl ? x + widthMm : x, y, points, isBold, isRtl });
  }

  async text(text: string, points: number, isBold: boolean): Promise<void> {
    const height = points * MM_PER_POINT * LINE;
    for (const line of linesOf(text, this.width, points, isBold)) {
      this.room(height);
      this.y += height;
      await this.line({ text: line, x: MARGIN_MM, y: this.y, points, isBold }, this.width);
    }
  }

  gap(mm: number): void {
    this.y += mm;
  }

  async table({ title, columns, rows, notes }: RecordTable): Promise<void> {
    const { pdf } = this;
    // a heading is not left alone at the foot of a page
    this.room(26);
    this.gap(4);
    await this.text(title, 12, true);
    if (rows.length) {
      const shares = columns.reduce((sum, { share }) => sum + share, 0);
      const widths = columns.map(({ share }) => (share / shares) * this.width);
      const later: { page: number; lines: readonly string[]; cell: CellHookData['cell'] }[] = [];
      const foreign = new Map<CellHookData['cell'], string[]>();
      autoTable(pdf, {
        startY: this.y + 1.5,
        margin: MARGIN_MM,
        head: [columns.map(({ name }) => name)],
        body: rows.map((row) => [...row]),
        theme: 'plain',
        styles: { fontSize: POINTS, cellPadding: PADDING_MM, lineColor: 120, lineWidth: { bottom: 0.1 }, textColor: 0 },
        headStyles: { fontStyle: 'bold', lineColor: 0, lineWidth: { bottom: 0.3 } },
        columnStyles: Object.fromEntries(widths.map((cellWidth, index) => [index, { cellWidth }])),
        rowPageBreak: 'avoid',
        didParseCell: ({ cell, column }) => {
          const text = cell.text.join(' ');
          if (isPlain(text)) return;
          const lines = linesOf(text, widths[column.index]! - 2 * PADDING_MM, POINTS, false);
          foreign.set(cell, lines);
          // so many lines are kept free for the picture of its letters
          cell.text = lines.map(() => ' ');
        },
        didDrawCell: ({ cell, pageNumber, section }) => {
          const lines = section === 'body' ? foreign.get(cell) : undefined;
          if (lines) later.push({ page: pdf.getCurrentPageInfo().pageNumber || pageNumber, lines, cell });
        },
      });
      const after = { page: pdf.getCurrentPageInfo().pageNumber, y: (pdf as unknown as Drawn).lastAutoTable.finalY };
      for (const { page, lines, cell } of later) {
        pdf.setPage(page);
        const height = POINTS * MM_PER_POINT * 1.15;
        for (const [index, text] of lines.entries())
          await this.line(
            {
              text,
              x: cell.x + PADDING_MM,
              y: cell.y + PADDING_MM + (index + 0.8) * height,
              points: POINTS,
              isBold: false,
            },
            cell.width - 2 * PADDING_MM,
          );
      }
      pdf.setPage(after.page);
      this.y = after.y + 1;
    }
    for (const note of notes) await this.text(note, POINTS, false);
  }

  async pictures(pictures: AskedRecord['pictures']): Promise<void> {
    if (!pictures.length) return;
    this.room(PICTURE.heightMm + 20);
    this.gap(4);
    await this.text('Pictures', 12, true);
    this.gap(2);
    const width = (this.width - PICTURE.gapMm * (PICTURE.columns - 1)) / PICTURE.columns;
    const rowHeight = PICTURE.heightMm + 12;
    for (const [index, { words, blob }] of pictures.entries()) {
      const column = index % PICTURE.columns;
      if (column === 0) this.room(rowHeight);
      const x = MARGIN_MM + column * (width + PICTURE.gapMm);
      const scaled = blob && (await scaledDown(blob));
      if (scaled) {
        const scale = Math.min(width / scaled.width, PICTURE.heightMm / scaled.height);
        this.pdf.addImage(scaled.bytes, 'JPEG', x, this.y, scaled.width * scale, scaled.height * scale);
      } else {
        this.pdf.setLineWidth(0.2).rect(x, this.y, width, 14);
        const said = blob ? 'This picture cannot be read.' : 'This picture is not on this device.';
        await this.line({ text: said, x: x + 3, y: this.y + 8, points: POINTS, isBold: false }, width);
      }
      const top = this.y + (scaled ? PICTURE.heightMm : 14);
      for (const [at, text] of linesOf(words, width, POINTS, false).slice(0, 2).entries())
        await this.line({ text, x, y: top + 4 + at * 4, points: POINTS, isBold: false }, width);
      if (column === PICTURE.columns - 1 || index === pictures.length - 1) this.y += rowHeight;
    }
  }

  numbered(): void {
    const count = this.pdf.getNumberOfPages();
    for (let page = 1; page <= count; page += 1)
      this.pdf
        .setPage(page)
        .setFont('helvetica', 'normal')
        .setFontSize(8)
        .text(`${page} of ${count}`, MARGIN_MM + this.width, this.bottom + 8, { align: 'right' });
  }
}

/** What the table leaves at the document that it was drawn in. */
interface Drawn {
  readonly lastAutoTable: { readonly finalY: number };
}

/** A picture small enough for paper; null where it is none that can be read. */
const scaledDown = async (blob: Blob): Promise<{ bytes: Uint8Array; width: number; height: number } | null> => {
  let bitmap: ImageBitmap;
  try {
    bitmap = await createImageBitmap(blob);
  } catch {
    return null;
  }
  const scale = Math.min(1, PICTURE.longestPx / Math.max(bitmap.width, bitmap.height));
  const [width, height] = [bitmap.width, bitmap.height].map((side) => Math.max(1, Math.round(side * scale))) as [
    number,
    number,
  ];
  const canvas = new OffscreenCanvas(width, height);
  canvas.getContext('2d')?.drawImage(bitmap, 0, 0, width, height);
  bitmap.close();
  const scaled = await canvas.convertToBlob({ type: 'image/jpeg', quality: PICTURE.quality });
  return { bytes: new Uint8Array(await scaled.arrayBuffer()), width, height };
};

/** Draws the record of a piece: what it is, its tables, its pictures. */
export const drawRecordPdf = async (
  pdf: jsPDF,
  { title, lines, tables, pictures }: AskedRecord,
): Promise<ArrayBuffer> => {
  const pages = new RecordPages(pdf);
  await pages.text(title, 17, true);
  pages.gap(2);
  for (const line of lines) await pages.text(line, 10, false);
  for (const table of tables) await pages.table(table);
  await pages.pictures(pictures);
  pages.numbered();
  return pdf.output('arraybuffer');
};
