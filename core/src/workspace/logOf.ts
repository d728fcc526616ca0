import Papa from 'papaparse';
import type { Catalogue } from '../materials/index.ts';
import { byTime, isOfStep, LOOK_WORDS, stepWords, WASH_WORDS, type BenchEvent, type Piece } from '../piece/index.ts';
import { copiesWords } from '../plan/index.ts';
import { canName, type Can, type CanUse } from '../shelf/index.ts';

/** One line of the log. */
export interface LogRow {
  readonly event: BenchEvent;
  readonly pieceId: string | null;
  readonly piece: string;
  /** What it was done at; empty where it was no step. */
  readonly step: string;
  readonly what: string;
  readonly copies: string;
  /** Products of the cans that were used, and what they are called. */
  readonly cans: readonly { readonly id: string; readonly name: string; readonly amount: number }[];
  readonly productId: string | null;
  readonly symptom: string | null;
  readonly note: string;
  /** From when it was begun to when it was done; null where that is not known. */
  readonly minutes: number | null;
}

const WORDS: Readonly<Record<BenchEvent['kind'], string>> = {
  started: 'begun',
  done: 'done',
  checked: 'looked at',
  failed: 'failed',
  mended: 'mended',
  repairing: 'to be mended',
  scrapped: 'given up',
  noted: 'note',
  measured: 'measured',
  cutTested: 'cut tested',
};

const measuredWords = (event: Extract<BenchEvent, { kind: 'measured' }>): string =>
  [
    event.temperatureC === null ? '' : `air ${event.temperatureC} °C`,
    event.relativeHumidity === null ? '' : `${event.relativeHumidity} % RH`,
    event.surfaceC === null ? '' : `surface ${event.surfaceC} °C`,
  ]
    .filter(Boolean)
    .join(', ');

const cutWords = (event: Extract<BenchEvent, { kind: 'cutTested' }>): string => {
  const [held, torn] = [true, false].map((isHeld) =>
    event.strokes.filter((stroke) => stroke.held === isHeld).map(({ mm }) => `${mm} mm`),
  ) as [string[], string[]];
  return [held.length ? `held ${held.join(', ')}` : '', torn.length ? `tore ${torn.join(', ')}` : '']
    .filter(Boolean)
    .join('; ');
};

/** What an event says, in words. */
export const eventWords = (event: BenchEvent): string => {
  switch (event.kind) {
    case 'checked':
      return `looked at: ${LOOK_WORDS[event.found]}`;
    case 'measured':
      return `measured: ${measuredWords(event)}`;
    case 'noted':
      return event.washed
        ? `${WASH_WORDS[event.washed.way]}${event.washed.temperatureC === null ? '' : ` at ${event.washed.temperatureC} °C`}`
        : WORDS.noted;
    case 'cutTested':
      return `cut tested: ${cutWords(event)}`;
    default:
      return WORDS[event.kind];
  }
};

export interface LogGiven {
  readonly events: readonly BenchEvent[];
  readonly pieces: readonly Piece[];
  readonly cans: readonly Can[];
  readonly uses: readonly CanUse[];
  readonly catalogue: Catalogue;
}

/** What was done when, the newest first, with what it took and how it went. */
export const logOf = ({ events, pieces, cans, uses, catalogue }: LogGiven): LogRow[] => {
  const pieceById = new Map(pieces.map((piece) => [piece.id, piece]));
  const canById = new Map(cans.map((can) => [can.id, can]));
  const usesOf = new Map<string, CanUse[]>();
  for (const use of uses) if (use.eventId) usesOf.set(use.eventId, [...(usesOf.get(use.eventId) ?? []), use]);
  const begun = new Map<string, string>();
  const rows = byTime(events).map((event): LogRow => {
    const piece = event.pieceId === null ? undefined : pieceById.get(event.pieceId);
    const ofStep = isOfStep(event) ? event : null;
    const key = ofStep && `${ofStep.pieceId} ${ofStep.operationId} ${ofStep.coat} ${ofStep.copies?.join() ?? ''}`;
    if (key && event.kind === 'started') begun.set(key, event.at);
    const since = key && event.kind === 'done' ? begun.get(key) : undefined;
    const used = (usesOf.get(event.id) ?? []).flatMap(({ canId, amount }) => {
      const can = canById.get(canId);
      return can ? [{ id: canId, name: canName(can, catalogue), amount, productId: can.productId }] : [];
    });
    const operation = piece?.parts
      .flatMap(({ stack }) => stack?.operations ?? [])
      .find(({ id }) => ofStep && (ofStep.operationId === id || ofStep.operationId.startsWith(`${id}.`)));
    return {
      event,
      pieceId: event.pieceId,
      piece: piece?.name ?? '',
      step: ofStep && piece ? stepWords(piece, ofStep.operationId, ofStep.coat, catalogue, events) : '',
      what: eventWords(event),
      copies: ofStep?.copies ? copiesWords(ofStep.copies) : '',
      cans: used,
      productId:
        event.kind === 'cutTested'
          ? event.productId
          : (used[0]?.productId ?? (operation && operation.op !== 'treat' ? (operation.productId ?? null) : null)),
      symptom: 'symptom' in event ? event.symptom : null,
      note: 'note' in event ? event.note : '',
      minutes: since === undefined ? null : Math.round((Date.parse(event.at) - Date.parse(since)) / 60_000),
    };
  });
  return rows.reverse();
};

/** The log as a table (CSV): a row an event. */
export const logTable = (rows: readonly LogRow[], catalogue: Catalogue): string =>
  Papa.unparse(
    rows.map(({ event, piece, step, what, copies, cans, symptom, note, minutes }) => ({
      at: event.at,
      piece,
      step,
      what,
      copies,
      minutes: minutes ?? '',
      cans: cans.map(({ name, amount }) => `${name} ${amount}`).join(', '),
      symptom: symptom === null ? '' : (catalogue.symptomById.get(symptom)?.name ?? symptom),
      note,
      'air °C': 'air' in event ? (event.air?.temperatureC ?? '') : '',
      'air % RH': 'air' in event ? (event.air?.relativeHumidity ?? '') : '',
    })),
    // a note that begins like a formula stays a note in a spreadsheet
    { escapeFormulae: true },
  );
