import { catalogue } from '../materials/index.ts';
import { amountsFor } from '../amounts/index.ts';
import { DEFAULT_SCHOOLS, isOfStep, plainPiece, type BenchEvent, type Operation, type Piece } from '../piece/index.ts';
import { plainCan, type Shelf } from '../shelf/index.ts';
import { diagnose, type Answer, type Diagnosis, type RescueInput } from '../rescue/index.ts';
import { briefOf, type Said } from './briefs.ts';
import { stackFrom } from './ruleRows.ts';

/** Something that went wrong, as a maker tells it. */
export interface Fault {
  readonly sees: string;
  readonly said: Said;
  readonly stack: string;
  /**
   * What was marked: "x2 30" done half an hour in, "x2 30-90" begun then and done an hour later, with its coat behind #, its air behind it
   * ("x2#2 30 9C 85%"), "!" where it failed: the minutes count from the first.
   */
  readonly log?: readonly string[];
  /** How much went onto it of what was reckoned, by the key of its layer: "x4": 2 is twice as much. */
  readonly used?: Readonly<Record<string, number>>;
  /** How old its can was, months, by the key of its layer. */
  readonly aged?: Readonly<Record<string, number>>;
  /** A stroke of a film that tore in its test cut. */
  readonly tore?: { readonly productId: string; readonly mm: number };
  readonly answers?: Readonly<Record<string, Answer>>;
  readonly more?: Partial<RescueInput>;
}

const START = Date.parse('2026-11-02T09:00:00.000Z');
const iso = (minutes: number): string => new Date(START + minutes * 60_000).toISOString();

/** Laid as its product mostly is. */
const asLaid = (operation: Operation): Operation =>
  operation.op === 'apply'
    ? { ...operation, how: catalogue().productById.get(operation.productId)?.how.at(-1) ?? operation.how }
    : operation;

export const faultPiece = ({ said, stack }: Pick<Fault, 'said' | 'stack'>): Piece => {
  const { part, quantity } = briefOf(said);
  const { operations, ...rest } = stackFrom(stack);
  return {
    ...plainPiece('p', 'piece', said.base),
    quantity,
    parts: [{ ...part, stack: { ...rest, operations: operations.map(asLaid) } }],
  };
};

/** The events of a log line. */
export const logged = (line: string, index: number): BenchEvent[] => {
  const [, key = '', coat = '1', from = '0', to, celsius, humidity, fault] =
    /^([\w.-]+)(?:#(\d+))? (\d+)(?:-(\d+))?(?: (-?\d+)C)?(?: (\d+)%)?( !)?$/.exec(line) ?? [];
  if (!key) throw new Error(`No log line: ${line}`);
  const about = { pieceId: 'p', partId: 't', operationId: key, coat: Number(coat) };
  const air = celsius ? { air: { temperatureC: Number(celsius), relativeHumidity: Number(humidity ?? 50) } } : {};
  const end = { ...about, id: `end-${index}`, at: iso(Number(to ?? from)) };
  return [
    ...(to ? [{ ...about, ...air, id: `start-${index}`, at: iso(Number(from)), kind: 'started' as const }] : []),
    fault ? { ...end, kind: 'failed' as const, note: '', symptom: null } : { ...end, ...air, kind: 'done' as const },
  ];
};

const tornIn = ({ productId, mm }: NonNullable<Fault['tore']>): BenchEvent => ({
  id: 'cut',
  at: iso(0),
  pieceId: 'p',
  stepId: null,
  kind: 'cutTested',
  note: '',
  canId: null,
  productId,
  settings: { blade: null, depthMm: null, forceG: null, speedMmS: null, passes: 1 },
  strokes: [{ mm, held: false }],
  came: 'through',
});

/** What was taken for layers, of cans of their own: an amount for each mark of it. */
const shelfOf = (piece: Piece, events: readonly BenchEvent[], { used = {}, aged = {} }: Fault): Shelf => {
  const needs = amountsFor({ pieces: [piece], catalogue: catalogue(), shelf: { cans: [], uses: [] }, now: iso(0) });
  const keys = [...new Set([...Object.keys(used), ...Object.keys(aged)])];
  const taken = keys.map((key) => {
    const operation = piece.parts[0]!.stack!.operations.find(({ id }) => id === key);
    if (operation?.op !== 'apply') throw new Error(`No layer: ${key}`);
    const marks = events.filter((event) => isOfStep(event) && event.operationId === key && event.kind === 'done');
    const need = needs.flatMap((line) => line.needs).find(({ operationId }) => operationId === key)?.need;
    if (used[key] !== undefined && (!need || !marks.length)) throw new Error(`Nothing is reckoned or marked of ${key}`);
    const can = plainCan(`can-${key}`, { productId: operation.productId });
    return {
      can: aged[key] === undefined ? can : { ...can, aged: { months: aged[key], on: '2026-11-01' } },
      uses: (used[key] === undefined ? [] : marks).map(({ id }) => ({
        id: `use-${id}`,
        canId: can.id,
        at: iso(0),
        as: 'used' as const,
        amount: (used[key]! * need!.typical) / marks.length,
        pieceId: piece.id,
        eventId: id,
        note: '',
      })),
    };
  });
  return { cans: taken.map(({ can }) => can), uses: taken.flatMap(({ uses }) => uses) };
};

export const inputOf = (fault: Fault): RescueInput => {
  const { sees, said, log = [], tore, answers = {}, more = {} } = fault;
  const piece = faultPiece(fault);
  const events = [...log.flatMap(logged), ...(tore ? [tornIn(tore)] : [])];
  return {
    symptom: sees,
    piece,
    events,
    shelf: shelfOf(piece, events, fault),
    plan: null,
    answers,
    workshop: briefOf(said).workshop,
    schools: DEFAULT_SCHOOLS,
    ...more,
  };
};

export const diagnosed = (fault: Fault): Diagnosis => {
  const read = diagnose(inputOf(fault));
  if (!read.ok) throw new Error(read.problems.map(({ given }) => given).join(' '));
  return read.diagnosis;
};
