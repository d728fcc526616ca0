import { expose } from 'comlink';
import { jsPDF } from 'jspdf';
import { drawCardPng } from './papers/cardPng.ts';
import { drawCardsPdf } from './papers/cardsPdf.ts';
import { drawRecordPdf, type AskedRecord } from './papers/recordPdf.ts';
import type { AskedCards } from './papers/types.ts';

const pdfOn = (format: AskedCards['paper']): jsPDF => new jsPDF({ unit: 'mm', format });

const api = {
  /** Cards as a PDF, four on a page, with their slips after them. */
  cards: (asked: AskedCards): Promise<ArrayBuffer> => drawCardsPdf(pdfOn(asked.paper), asked),
  /** The first card as a picture. */
  cardPicture: (asked: AskedCards): Promise<Blob> => drawCardPng(asked),
  /** The record of a piece as a PDF. */
  record: (asked: AskedRecord): Promise<ArrayBuffer> => drawRecordPdf(pdfOn(asked.paper), asked),
};
export type PapersWorker = typeof api;
expose(api);
