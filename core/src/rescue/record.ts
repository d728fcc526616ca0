import { amountsFor, type AmountLine } from '../amounts/index.ts';
import type { ClimateSeries } from '../dry/index.ts';
import { firstTop, situationOf, soilsOf, topAfter, type Situation, type Top } from '../judge/index.ts';
import { catalogue as shipped, type Catalogue, type Product } from '../materials/index.ts';
import {
  byTime,
  catalogueFor,
  isOfStep,
  type Air,
  type ApplyOperation,
  type BenchEvent,
  type Operation,
  type Part,
  type Piece,
  type Schools,
  type StepEvent,
  type Workshop,
} from '../piece/index.ts';
import { stepsOf, type Step } from '../plan/index.ts';
import type { Shelf } from '../shelf/index.ts';
import type { SymptomRow } from './schema.ts';

/** What went wrong, and all that is known of the piece. */
export interface RescueInput {
  /** Id of what is seen. */
  readonly symptom: string;
  readonly piece: Piece;
  /** All events, or those of the piece; in any order. */
  readonly events: readonly BenchEvent[];
  readonly shelf: Shelf;
  /** The steps of the pieces as planned; without those of this piece they are reckoned anew. */
  readonly plan: { readonly steps: Readonly<Record<string, readonly Step[]>> } | null;
  readonly answers: Readonly<Record<string, Answer>>;
  readonly workshop: Workshop;
  readonly schools: Schools;
  readonly catalogue?: Catalogue;
  /** What the piece was reckoned to take; without it, it is reckoned by the figures of the piece alone. */
  readonly amounts?: readonly AmountLine[];
  /** Weather as it was, by the hour. */
  readonly weather?: ClimateSeries | null;
  /** The step that it was seen at, by operation and coat; null: not said. */
  readonly at?: { readonly operationId: string; readonly coat: number } | null;
  /** Now, ISO: what has dried since it was laid need not dry again; left out, nothing has. */
  readonly now?: string;
  /** Copies that it is seen on; null: all of them, or not said. */
  readonly copies?: readonly number[] | null;
}

/** `unknown`: “don't know” is an answer, and says nothing. */
export type Answer = 'yes' | 'no' | 'unknown';

/** When an operation was done on the copies in question. */
export interface Happened {
  readonly startedAt: number | null;
  readonly endAt: number;
  readonly air: Air | null;
  readonly eventIds: readonly string[];
}

const isDone = ({ kind }: StepEvent): boolean => kind === 'done' || kind === 'mended';
const isBegun = ({ kind }: StepEvent): boolean => kind !== 'scrapped' && kind !== 'checked';

/** Matches the operations that something seen can be of. */
const isAbout =
  (
    { op, roles, kinds, hows, attacks, isHot }: SymptomRow['about'],
    productOf: (operation: Operation) => Product | null,
  ) =>
  (operation: Operation): boolean => {
    if (operation.op !== op) return false;
    const product = productOf(operation);
    if (operation.op === 'apply') {
      if (roles && !roles.includes(operation.role)) return false;
      if (hows && !hows.includes(operation.how)) return false;
      if (kinds && !(product && kinds.includes(product.kind))) return false;
      if (attacks && !(product?.attacks && attacks.includes(product.attacks))) return false;
      if (isHot !== undefined && (product?.workC !== undefined) !== isHot) return false;
    }
    return true;
  };

/**
 * The step of a piece that something seen arose at: the last coat of its layer, or what was done with it. What was on the piece before is of
 * no step: it shows at the last that was begun. Null where there is none.
 */
export const stepOfFault = (input: RescueInput, symptom: SymptomRow): Step | null => {
  const record = new PieceRecord(input, symptom);
  const { at } = input;
  const said = at && record.steps.find(({ key, coat }) => key === at.operationId && coat === at.coat);
  if (said) return said;
  const own = record.steps.filter(
    ({ kind, operationIds }) => kind === 'work' && record.subject && operationIds.includes(record.subject.id),
  );
  const begun = (steps: readonly Step[]) => steps.findLast((step) => record.isBegunStep(step));
  return begun(own) ?? own.at(-1) ?? begun(record.steps.filter(({ kind }) => kind === 'work')) ?? null;
};

/**
 * One piece as it went: its operations with what was logged of each on the copies in question. Reads nothing as done that was not said.
 */
export class PieceRecord {
  readonly catalogue: Catalogue;
  readonly part: Part;
  readonly operations: readonly Operation[];
  readonly steps: readonly Step[];
  /** Events of this piece's steps, the oldest first. */
  readonly events: readonly StepEvent[];
  readonly all: readonly BenchEvent[];
  /** Where among the operations what is seen arose; under 0 where there is none that it can be of. */
  readonly index: number;
  private readonly failedAt: StepEvent | null;
  private situation: Situation | null | undefined;
  private reckoned: readonly AmountLine[] | undefined;
  private readonly tops: Top[] = [];

  constructor(
    readonly input: RescueInput,
    readonly symptom: SymptomRow,
  ) {
    const { piece, events, plan, workshop, schools } = input;
    this.part = piece.parts[0]!;
    this.catalogue = catalogueFor(this.part, input.catalogue ?? shipped());
    this.operations = this.part.stack?.operations ?? [];
    this.steps = plan?.steps[piece.id] ?? stepsOf(piece, input.catalogue ?? shipped(), workshop, { schools });
    this.all = byTime(events);
    this.events = this.all.filter(isOfStep).filter(({ pieceId }) => pieceId === piece.id);
    this.failedAt =
      this.events.findLast((event) => event.kind === 'failed' && event.symptom === symptom.id && this.isOurs(event)) ??
      null;
    this.index = this.subjectIndex();
  }

  /** When it was seen: at the failure; else now, or where nobody says when that is, at the newest event. */
  get seenAt(): number | null {
    const at = this.failedAt?.at ?? this.input.now ?? this.all.at(-1)?.at;
    return at === undefined ? null : Date.parse(at);
  }

  /** What the piece was reckoned to take. */
  get amounts(): readonly AmountLine[] {
    const { amounts, piece } = this.input;
    const { catalogue } = this;
    return (this.reckoned ??=
      amounts ?? amountsFor({ pieces: [piece], catalogue, shelf: { cans: [], uses: [] }, now: this.all[0]?.at ?? '' }));
  }

  get subject(): Operation | null {
    return this.operations[this.index] ?? null;
  }

  /** The layer that it is about: of a mask that was taken off, the coat that lies in its openings. */
  get layer(): ApplyOperation | null {
    const { subject } = this;
    if (!subject) return null;
    if (subject.op === 'apply') return subject;
    if (subject.op === 'treat') return this.applyOf(({ id }) => id === subject.of);
    return this.applyOf(({ role }) => role === 'medium') ?? this.applyOf(({ role }) => role === 'ground');
  }

  get product(): Product | null {
    return this.productOf(this.layer);
  }

  productOf = (operation: Operation | null): Product | null =>
    operation?.op === 'apply' ? (this.catalogue.productById.get(operation.productId) ?? null) : null;

  /** The last operation that lays something before the subject, and is such a one. */
  applyOf(is: (operation: ApplyOperation) => boolean): ApplyOperation | null {
    const before = this.operations.slice(0, this.index + 1).filter((one) => one.op === 'apply');
    return before.findLast(is) ?? null;
  }

  /** The mask that lies, or lay, over the subject's ground while it was worked on. */
  get mask(): ApplyOperation | null {
    const upTo = this.operations.slice(0, this.index);
    const mask = upTo.findLast((one) => one.op === 'apply' && one.role === 'mask');
    if (!mask || mask.op !== 'apply') return null;
    const gone = upTo.findLastIndex((one) => one.op === 'remove' && one.what === 'mask');
    return gone > upTo.indexOf(mask) ? null : mask;
  }

  indexOf(operation: Operation | null): number {
    return operation ? this.operations.indexOf(operation) : -1;
  }

  /** The surface that an operation found; null where the piece cannot be read. */
  topBefore(operation: Operation | null): Top | null {
    const index = this.indexOf(operation);
    if (index < 0) return null;
    const { situation } = this;
    if (situation === undefined) this.situation = this.readSituation();
    if (!this.situation || !this.part.stack) return null;
    const method = this.catalogue.methodById.get(this.part.stack.methodId);
    if (!method) return null;
    if (!this.tops.length) this.tops.push(firstTop(this.situation, soilsOf(this.situation, method)));
    for (let at = this.tops.length; at <= index; at += 1) {
      const before = this.operations[at - 1]!;
      const top = this.tops[at - 1]!;
      // what was left out did not change the surface
      this.tops.push(this.wasSkipped(before) ? top : topAfter(top, before, this.productOf(before)));
    }
    return this.tops[index] ?? null;
  }

  surface(): Situation['surface'] | null {
    if (this.situation === undefined) this.situation = this.readSituation();
    return this.situation?.surface ?? null;
  }

  /** The finest stroke of its designs, at the scale agreed to, mm; null: not known. */
  finestMm(): number | null {
    if (this.situation === undefined) this.situation = this.readSituation();
    return this.situation?.strokeMm ?? null;
  }

  private readSituation(): Situation | null {
    const { workshop, piece, schools } = this.input;
    const brief = { part: this.part, workshop, quantity: piece.quantity, due: piece.due };
    const read = situationOf(brief, this.catalogue, schools);
    return read.ok ? read.situation : null;
  }

  private isOurs({ copies }: StepEvent): boolean {
    const ours = this.input.copies;
    return !copies || !ours?.length || copies.some((copy) => ours.includes(copy));
  }

  /** Keys of the steps that carry an operation out. */
  private keysOf(operation: Operation): ReadonlySet<string> {
    const own = this.steps.filter(({ operationIds, kind }) => kind === 'work' && operationIds.includes(operation.id));
    return new Set([operation.id, `${operation.id}.back`, ...own.map(({ key }) => key)]);
  }

  /** Events of an operation: its own, else those of the step that it is done in together with another. */
  private eventsOf(operation: Operation, coat?: number): readonly StepEvent[] {
    const keys = this.keysOf(operation);
    const all = this.events.filter(
      (event) => keys.has(event.operationId) && (coat === undefined || event.coat === coat) && this.isOurs(event),
    );
    const own = all.filter(({ operationId }) => operationId === operation.id || operationId === `${operation.id}.back`);
    return own.length ? own : all;
  }

  /** Whether it has marks of its own, and not only those of a step that it is done in with another. */
  isMarkedAlone(operation: Operation): boolean {
    return this.events.some(({ operationId }) => operationId === operation.id);
  }

  /** When an operation was done on the copies in question; of one coat, or of its last. Null: not logged. */
  happened(operation: Operation | null, coat?: number): Happened | null {
    if (!operation) return null;
    const events = this.eventsOf(operation, coat);
    const end = events.findLast((event) => isDone(event)) ?? events.findLast(({ kind }) => kind === 'failed');
    if (!end) return null;
    const began = events.findLast((event) => event.kind === 'started' && Date.parse(event.at) <= Date.parse(end.at));
    const own = 'air' in end ? end.air : undefined;
    const atStart = began && 'air' in began ? began.air : undefined;
    return {
      startedAt: began ? Date.parse(began.at) : null,
      endAt: Date.parse(end.at),
      air: own ?? atStart ?? null,
      eventIds: events.filter(isDone).map(({ id }) => id),
    };
  }

  /** When something was begun on the copies: by its start, else by when it was done, less the time that it takes. */
  begunAt(operation: Operation | null, coat?: number): number | null {
    const happened = this.happened(operation, coat);
    return happened && (happened.startedAt ?? happened.endAt);
  }

  /** Marks of this piece whose step is no longer there: they count for nothing. */
  get ofNoStep(): readonly StepEvent[] {
    const keys = new Set([
      ...this.steps.map(({ key }) => key),
      ...this.operations.flatMap((one) => [...this.keysOf(one)]),
    ]);
    return this.events.filter(({ operationId }) => !keys.has(operationId));
  }

  /** Whether anything is logged of one step, on the copies in question. */
  isBegunStep({ key, coat }: Step): boolean {
    return this.events.some(
      (event) => event.operationId === key && event.coat === coat && isBegun(event) && this.isOurs(event),
    );
  }

  /** How many coats of it are logged as done. */
  coatsDone(operation: ApplyOperation): number {
    return new Set(
      this.eventsOf(operation)
        .filter(isDone)
        .map(({ coat }) => coat),
    ).size;
  }

  /**
   * Whether an operation was left out: later ones were begun, and others before it were marked. One that is only not marked, as nothing else
   * is, says nothing.
   */
  wasSkipped(operation: Operation): boolean {
    const at = this.indexOf(operation);
    if (at < 0 || this.eventsOf(operation).some(isBegun)) return false;
    const isMarked = (one: Operation) => this.eventsOf(one).some(isBegun);
    return this.operations.slice(at + 1).some(isMarked) && this.operations.slice(0, at).some(isMarked);
  }

  /** Whether it was done or is in the plan of a piece of which nothing is logged: what is in the stack counts unless it was left out. */
  stands(operation: Operation): boolean {
    return !this.wasSkipped(operation);
  }

  /** Every operation before the subject that was not left out. */
  get laidBefore(): readonly ApplyOperation[] {
    return this.operations
      .slice(0, Math.max(0, this.indexOf(this.layer)))
      .filter((one): one is ApplyOperation => one.op === 'apply' && this.stands(one));
  }

  /** The work step that lays an operation's coat. */
  stepOf(operation: Operation | null, coat = 1): Step | null {
    if (!operation) return null;
    const own = this.steps.filter(({ operationIds, kind }) => kind === 'work' && operationIds.includes(operation.id));
    return own.find((step) => step.coat === coat) ?? own[0] ?? null;
  }

  private subjectIndex(): number {
    const fits = isAbout(this.symptom.about, this.productOf);
    const said = this.input.at ?? (this.failedAt && { operationId: this.failedAt.operationId });
    const base = said?.operationId.replace(/\.(back|cut)$/, '');
    const step = this.steps.find(({ key }) => key === said?.operationId);
    const at = this.operations.findIndex(({ id }) => id === base || step?.operationIds.includes(id));
    const before = at < 0 ? this.begunUntil() : at;
    const found = this.operations.findLastIndex((operation, index) => index <= before && fits(operation));
    return found >= 0 ? found : this.operations.findIndex(fits);
  }

  /** The last operation that anything is logged of; all of them where nothing is. */
  private begunUntil(): number {
    const last = this.operations.findLastIndex((operation) => this.eventsOf(operation).some(isBegun));
    return last < 0 ? this.operations.length : last;
  }
}
