import { expose } from 'comlink';
import { jsPDF } from 'jspdf';
import { drawCardPng } from './cards/cardPng.ts';
import { drawCardsPdf } from './cards/cardsPdf.ts';
import type { AskedCards } from './cards/types.ts';

const api = {
  /** Cards as a PDF, four on a page, with their slips after them. */
  pdf: (asked: AskedCards): Promise<ArrayBuffer> => drawCardsPdf(new jsPDF({ unit: 'mm', format: asked.paper }), asked),
  /** The first card as a picture. */
  png: (asked: AskedCards): Promise<Blob> => drawCardPng(asked),
};
export type CardsWorker = typeof api;
expose(api);
