import type { Catalogue } from '../materials/index.ts';
import { stateOfStep, type CopyState, type Facts, type Piece, type StepState } from '../piece/index.ts';
import { MS_PER_HOUR, MS_PER_MINUTE } from '../units/index.ts';
import { copiesWords } from './lots.ts';
import { openSpans, type Laid } from './recoat.ts';
import type { Clock, Lag, Step } from './step.ts';

/** What a timer stands for. */
export type TimerKind = 'look' | 'rinse' | 'heat' | 'potLife' | 'dry' | 'opens' | 'closes' | 'keeps' | 'turner';

/** Something that was begun and comes due: a fact and a figure, never a counter. */
export interface Timer {
  /** The same for the same facts: what rang once never rings again. */
  readonly id: string;
  readonly kind: TimerKind;
  readonly pieceId: string;
  readonly piece: string;
  /** The step that it is of, and the one that is done when it is due. */
  readonly stepId: string;
  readonly thenId: string;
  /** The copies that it is of; null where it is of all. */
  readonly copies: readonly number[] | null;
  /** ISO instants. */
  readonly from: string;
  readonly dueAt: string;
  /** The end of what may not be missed; null where nothing is lost by coming later. */
  readonly until: string | null;
  /** What is due, and what to do then. */
  readonly label: string;
  readonly todo: string;
  /** When it rings: at its due moment, and ahead of what closes. */
  readonly alarms: readonly Alarm[];
}

export interface Alarm {
  readonly id: string;
  readonly at: string;
  readonly words: string;
}

/** A piece with its steps as they stand, as far as timers read it. */
export interface TimedPiece {
  readonly piece: Piece;
  readonly steps: readonly Step[];
}

const iso = (instant: number): string => new Date(instant).toISOString();
const after = (at: string, minutes: number): string => iso(Date.parse(at) + minutes * MS_PER_MINUTE);

interface Made {
  readonly kind: TimerKind;
  readonly eventId: string;
  readonly step: Step;
  readonly then: Step;
  readonly copies: readonly number[] | null;
  readonly from: string;
  readonly dueAt: string;
  readonly until?: string;
  readonly label: string;
  readonly todo: string;
  /** Ahead of its due moment, minutes. */
  readonly lead?: number;
}

/** The timers of one piece; one object for one piece. */
class PieceTimers {
  readonly timers: Timer[] = [];

  constructor(
    private readonly piece: Piece,
    private readonly steps: readonly Step[],
    private readonly facts: Facts,
    private readonly catalogue: Catalogue,
  ) {}

  private named(copies: readonly number[] | null, words: string): string {
    return copies && this.piece.quantity > 1 ? `${words} ${copiesWords(copies)}` : words;
  }

  private add({ kind, eventId, step, then, copies, from, dueAt, until, label, todo, lead }: Made): void {
    const id = `${eventId}.${kind}.${then.key}.${then.coat}`;
    // parts of a batch that wait for the same event ring once
    if (this.timers.some((timer) => timer.id === id && timer.copies?.join() === copies?.join())) return;
    const at = Date.parse(dueAt);
    const ahead = lead === undefined ? null : Math.max(Date.parse(from), at - lead * MS_PER_MINUTE);
    this.timers.push({
      id,
      kind,
      pieceId: this.piece.id,
      piece: this.piece.name,
      stepId: step.id,
      thenId: then.id,
      copies,
      from,
      dueAt,
      until: until ?? null,
      label,
      todo,
      alarms: [
        ...(ahead !== null && ahead < at ? [{ id: `${id}.ahead`, at: iso(ahead), words: `Soon: ${label}` }] : []),
        { id, at: dueAt, words: label },
      ],
    });
  }

  addAll(): void {
    for (const step of this.steps) {
      const state = stateOfStep(this.facts, this.piece.id, step);
      if (state.doneAt) this.addWaits(step, state, state.doneAt);
      else for (const [copy, one] of state.byCopy) this.addRunning(step, copy, one);
    }
  }

  /** What runs on one copy of a step that is under way. */
  private addRunning(step: Step, copy: number, state: CopyState): void {
    const { startedAt, doneAt, failedAt } = state;
    if (!startedAt || doneAt || failedAt) return;
    const copies = copy > 0 ? [copy] : null;
    for (const clock of step.clocks) {
      const product = this.catalogue.productById.get(clock.productId)?.name ?? 'it';
      if (clock.kind === 'dwell') this.addLooks(step, copies, state, startedAt, clock, product);
      if (clock.kind === 'heat')
        this.add({
          kind: 'heat',
          eventId: state.eventId!,
          step,
          then: step,
          copies,
          from: startedAt,
          dueAt: after(startedAt, clock.time.typical),
          until: after(startedAt, clock.time.high),
          label: this.named(copies, `${product}: off the heat`),
          todo: step.looksRight,
        });
      if (clock.kind === 'potLife')
        this.add({
          kind: 'potLife',
          eventId: state.eventId!,
          step,
          then: step,
          copies: null,
          from: startedAt,
          dueAt: after(startedAt, clock.time.low),
          until: after(startedAt, clock.time.low),
          label: `${product}: this mix sets`,
          todo: 'Lay no more of it, and mix anew; what thickens in the cup is spoilt.',
          lead: this.catalogue.bench.alarmLead.low,
        });
    }
  }

  private addLooks(
    step: Step,
    copies: readonly number[] | null,
    { looks, eventId }: CopyState,
    startedAt: string,
    { time }: Clock,
    product: string,
  ): void {
    const last = looks.at(-1);
    const rinseBy = after(startedAt, time.high);
    const made = { step, then: step, copies, from: startedAt, until: rinseBy };
    if (last && (last.found === 'through' || last.found === 'crept')) {
      this.add({
        ...made,
        kind: 'rinse',
        eventId: last.eventId,
        dueAt: last.at,
        label: this.named(copies, `Rinse off ${product}`),
        todo: last.found === 'crept' ? 'It has crept under the edge: rinse it off at once.' : step.looksRight,
      });
      return;
    }
    const every = this.catalogue.bench.checkEvery.typical;
    const next = last ? Date.parse(last.at) + every * MS_PER_MINUTE : Date.parse(startedAt) + time.low * MS_PER_MINUTE;
    const id = last?.eventId ?? eventId!;
    if (next < Date.parse(rinseBy))
      this.add({
        ...made,
        kind: 'look',
        eventId: id,
        dueAt: iso(next),
        label: this.named(copies, `Look at ${product}`),
        todo: `Where it gave way, rinse it off; else look again in ${Math.round(every)} min.`,
      });
    this.add({
      ...made,
      kind: 'rinse',
      eventId: eventId!,
      dueAt: rinseBy,
      label: this.named(copies, `Rinse off ${product}`),
      todo: 'It has lain as long as its label allows: rinse it off, and see what came of it.',
    });
  }

  /** What a done step leaves open: coats that dry, windows that open and close, what keeps only so long, the turner. */
  private addWaits(step: Step, { eventId, byCopy }: StepState, doneAt: string): void {
    const copies = step.copies && step.copies.length < this.piece.quantity ? step.copies : null;
    const first = [...byCopy.values()].reduce(
      (least, one) => (one.doneAt && Date.parse(one.doneAt) < Date.parse(least) ? one.doneAt : least),
      doneAt,
    );
    const made = { eventId: eventId!, step, copies, from: doneAt };
    if (step.turns)
      this.add({
        ...made,
        kind: 'turner',
        then: step,
        dueAt: after(doneAt, step.turns.high),
        label: this.named(copies, 'It can come off the turner'),
        todo: 'Where it no longer runs, take it off.',
      });
    for (const follower of this.steps) {
      const { doneAt: isDone, startedAt } = stateOfStep(this.facts, this.piece.id, follower);
      if (isDone || startedAt) continue;
      this.addLags({ ...made, then: follower }, first);
      for (const keep of follower.keeps) {
        if (keep.from !== step.id) continue;
        const dry = keep.fromPoint === 'dry' ? (follower.lags.find(({ from }) => from === step.id)?.time.high ?? 0) : 0;
        this.add({
          ...made,
          kind: 'keeps',
          then: follower,
          from: first,
          dueAt: after(first, dry + keep.time.low),
          until: after(first, dry + keep.time.high),
          label: this.named(copies, `By now: ${follower.label}`),
          todo: `${keep.why} only so long.`,
          lead: this.catalogue.bench.alarmLead.typical,
        });
      }
    }
  }

  private laidOf(stepId: string): (Laid & { readonly id: string }) | null {
    const step = this.steps.find(({ id }) => id === stepId);
    const state = step && stateOfStep(this.facts, this.piece.id, step);
    if (!state?.doneAt) return null;
    const last = Date.parse(state.doneAt);
    const ends = [...state.byCopy.values()].flatMap(({ doneAt }) => (doneAt ? [Date.parse(doneAt)] : []));
    return { id: stepId, first: Math.min(last, ...ends), last };
  }

  private addLags(made: Omit<Made, 'kind' | 'dueAt' | 'label' | 'todo'>, first: string): void {
    const { step, then, from, copies } = made;
    const own = then.lags.filter((lag) => lag.from === step.id);
    for (const lag of own.filter(({ windows }) => !windows))
      this.add({
        ...made,
        kind: 'dry',
        dueAt: after(from, lag.time.high),
        label: this.named(copies, `Ready: ${then.label}`),
        todo: `${lag.why}.`,
      });
    const windowed = own.find(({ windows }) => windows);
    if (windowed) this.addWindow(made, windowed, first);
  }

  /** A window that opens with the last of the coats before and closes with the first of them. */
  private addWindow(made: Omit<Made, 'kind' | 'dueAt' | 'label' | 'todo'>, lag: Lag, first: string): void {
    const { step, then, copies } = made;
    const before = then.lags.flatMap(({ from, windows }) => (windows ? [this.laidOf(from)] : []));
    const spans = openSpans(then.lags, (id) => before.find((laid) => laid?.id === id) ?? null);
    const last = Math.max(...before.map((laid) => laid?.last ?? Infinity));
    // the coats before it tell it together, when the last of them is laid
    if (!spans?.[0] || this.laidOf(step.id)?.last !== last) return;
    const [{ from: opens, until }, again] = spans;
    this.add({
      ...made,
      kind: 'opens',
      dueAt: iso(opens),
      label: this.named(copies, `Ready: ${then.label}`),
      todo: `${lag.why}.`,
    });
    if (until === null) return;
    this.add({
      ...made,
      kind: 'closes',
      from: first,
      dueAt: iso(until),
      until: iso(until),
      label: this.named(copies, `The time for “${then.label}” ends`),
      todo: again
        ? `Begin no more of it: after that it may go on again only ${hoursWords((again.from - last) / MS_PER_MINUTE)} after the coat before.`
        : 'Begin no more of it after that: the label says what to do then.',
      lead: this.catalogue.bench.alarmLead.typical,
    });
  }
}

const hoursWords = (minutes: number): string => `${Math.round((minutes / 60) * 10) / 10} h`;

/** Longer than this after its due moment a timer is no longer shown: what it was of is not being worked on. */
const KEPT_MS = 24 * MS_PER_HOUR;

/**
 * What runs and dries on the bench, by its due moment.
 *
 * @param pieces with their steps as they stand: what failed or was given up has none
 * @param now    ISO; timers that came due more than a day before are left out
 */
export const timersOf = (pieces: readonly TimedPiece[], facts: Facts, catalogue: Catalogue, now: string): Timer[] =>
  pieces
    .flatMap(({ piece, steps }) => {
      const own = new PieceTimers(piece, steps, facts, catalogue);
      if (facts.has(piece.id)) own.addAll();
      return own.timers;
    })
    .filter(({ dueAt }) => Date.parse(dueAt) > Date.parse(now) - KEPT_MS)
    .sort((one, other) => Date.parse(one.dueAt) - Date.parse(other.dueAt));

/** Alarms that are due and have not rung. */
export const alarmsDue = (timers: readonly Timer[], rung: ReadonlySet<string>, now: string): Alarm[] =>
  timers.flatMap(({ alarms }) => alarms).filter(({ id, at }) => Date.parse(at) <= Date.parse(now) && !rung.has(id));
