import { isOfStep, type BenchEvent, type LookFinding, type StepEvent } from './events.ts';

/** What of a step says which events are its own. */
export interface FactStep {
  /** The operation, or the own step, that it belongs to. */
  readonly key: string;
  readonly coat: number;
  readonly group: number | null;
  /** Copies of the batch that it is done on; null where it is done once for all of them. */
  readonly copies: readonly number[] | null;
}

/** A look at a dwell or a coat. */
export interface Look {
  readonly at: string;
  readonly found: LookFinding;
  readonly eventId: string;
}

/** How far one copy, or a step that is done once for all, has come at one step. */
export interface CopyState {
  readonly startedAt: string | null;
  readonly doneAt: string | null;
  readonly failedAt: string | null;
  /** Looks since it was begun. */
  readonly looks: readonly Look[];
  /** The event that says how far it is. */
  readonly eventId: string | null;
}

/** How far a step is. */
export interface StepState {
  /** By copy; under 0 where it is done once for all. */
  readonly byCopy: ReadonlyMap<number, CopyState>;
  /** When it was begun on the first of its copies that are not done; null where none is under way. */
  readonly startedAt: string | null;
  /** When the last of its copies was done; null while one is open. */
  readonly doneAt: string | null;
  /** When a copy of it failed last, which has not been mended; null where none has. */
  readonly failedAt: string | null;
  /** The newest event that says how far it is. */
  readonly eventId: string | null;
}

/** The facts of one piece. */
export interface PieceFacts {
  /** Events by key and coat, the oldest first. */
  readonly events: ReadonlyMap<string, readonly StepEvent[]>;
  /** Copies that were given up; `all` where the only piece was. */
  readonly scrapped: ReadonlySet<number> | 'all';
}

/** By piece. */
export type Facts = ReadonlyMap<string, PieceFacts>;

export const NO_FACTS: Facts = new Map();

const factKey = (key: string, coat: number): string => `${key}#${coat}`;

/** What is said for one moment happened in this order. */
const IN_A_MOMENT: Readonly<Record<BenchEvent['kind'], number>> = {
  measured: 0,
  cutTested: 1,
  started: 2,
  checked: 3,
  failed: 4,
  mended: 5,
  repairing: 6,
  done: 7,
  noted: 8,
  scrapped: 9,
};

/** The events of a bench are read many times over, and never changed in place: put in order once. */
const inOrder = new WeakMap<readonly unknown[], readonly unknown[]>();

/** By time; what happened in the same moment begins before it ends. The same events come in the same order, however they were kept. */
export const byTime = <Event extends Pick<BenchEvent, 'at' | 'kind' | 'id'>>(
  events: readonly Event[],
): readonly Event[] => {
  const known = inOrder.get(events) as readonly Event[] | undefined;
  if (known) return known;
  const ordered = events
    .map((event) => ({ event, at: Date.parse(event.at) }))
    .sort(
      (one, other) =>
        one.at - other.at ||
        IN_A_MOMENT[one.event.kind] - IN_A_MOMENT[other.event.kind] ||
        (one.event.id < other.event.id ? -1 : 1),
    )
    .map(({ event }) => event);
  inOrder.set(events, ordered);
  return ordered;
};

/** What the events say of each piece: the one reading that plan, section, care and pages share. */
export const stepFacts = (events: readonly BenchEvent[]): Facts => {
  const facts = new Map<string, { events: Map<string, StepEvent[]>; scrapped: Set<number> | 'all' }>();
  for (const event of byTime(events)) {
    if (!isOfStep(event)) continue;
    let own = facts.get(event.pieceId);
    if (!own) facts.set(event.pieceId, (own = { events: new Map(), scrapped: new Set() }));
    const opened = event.kind === 'repairing' ? event.again.map((one) => factKey(one.operationId, one.coat)) : [];
    for (const key of new Set([factKey(event.operationId, event.coat), ...opened])) {
      const held = own.events.get(key);
      if (held) held.push(event);
      else own.events.set(key, [event]);
    }
    if (event.kind === 'scrapped') {
      if (!event.copies) own.scrapped = 'all';
      else if (own.scrapped !== 'all') for (const copy of event.copies) own.scrapped.add(copy);
    }
  }
  return facts;
};

const OPEN: CopyState = { startedAt: null, doneAt: null, failedAt: null, looks: [], eventId: null };

const after = (state: CopyState, event: StepEvent, { key, coat }: FactStep): CopyState => {
  const { at, id: eventId } = event;
  switch (event.kind) {
    case 'started':
      return { startedAt: at, doneAt: null, failedAt: null, looks: [], eventId };
    case 'done':
      return { ...state, doneAt: at, failedAt: null, eventId };
    case 'failed':
      return { ...state, doneAt: null, failedAt: at, eventId };
    // it is as it should be from then on
    case 'mended':
      return { ...state, doneAt: at, failedAt: null, eventId };
    case 'repairing':
      if (event.again.some((one) => one.operationId === key && one.coat === coat)) return { ...OPEN, eventId };
      // what mends it are steps of its own; where another way must be found, it stays as it failed
      return event.goesOn ? { ...state, doneAt: at, failedAt: null, eventId } : state;
    case 'checked':
      return { ...state, looks: [...state.looks, { at, found: event.found, eventId }] };
    case 'scrapped':
      return state;
  }
};

/** Whether an event is about a copy of a step; `copy` is 0 where the step is done once for all. */
const isAbout = (event: StepEvent, { group }: FactStep, copy: number): boolean => {
  if (event.copies && copy > 0) return event.copies.includes(copy);
  return event.group === undefined || event.group === group;
};

const sorted = (instants: readonly (string | null)[]): string[] =>
  instants.filter((at) => at !== null).sort((one, other) => Date.parse(one) - Date.parse(other));

/**
 * How far a step of a piece is.
 *
 * @param facts of `stepFacts`
 */
export const stateOfStep = (facts: Facts, pieceId: string, step: FactStep): StepState => {
  const events = facts.get(pieceId)?.events.get(factKey(step.key, step.coat)) ?? [];
  const byCopy = new Map<number, CopyState>();
  for (const copy of step.copies ?? [0])
    byCopy.set(
      copy,
      events.reduce((state, event) => (isAbout(event, step, copy) ? after(state, event, step) : state), OPEN),
    );
  const states = [...byCopy.values()];
  const running = states.flatMap(({ startedAt, doneAt, failedAt }) =>
    doneAt || failedAt || !startedAt ? [] : [startedAt],
  );
  const eventIds = new Set(states.map(({ eventId }) => eventId));
  return {
    byCopy,
    startedAt: sorted(running)[0] ?? null,
    doneAt: states.every(({ doneAt }) => doneAt) ? sorted(states.map(({ doneAt }) => doneAt)).at(-1)! : null,
    failedAt: sorted(states.map(({ failedAt }) => failedAt)).at(-1) ?? null,
    eventId: events.findLast(({ id }) => eventIds.has(id))?.id ?? null,
  };
};

/** Whether a copy of a piece was given up. */
export const isScrapped = (facts: Facts, pieceId: string, copy: number): boolean => {
  const scrapped = facts.get(pieceId)?.scrapped;
  return scrapped === 'all' || (scrapped?.has(copy) ?? false);
};

/** Something that failed and has not been mended, by the step that it failed at. */
export interface FailedCopies {
  readonly event: Extract<StepEvent, { readonly kind: 'failed' }>;
  /** Copies that are still as they failed; null where the piece is one, or the step is done once for all. */
  readonly copies: readonly number[] | null;
}

/** What of a piece failed and has not been mended, done again or given up, the oldest first. */
export const failuresOf = (facts: Facts, pieceId: string, quantity: number): FailedCopies[] => {
  const own = facts.get(pieceId);
  if (!own) return [];
  const numbers = Array.from({ length: quantity }, (_, index) => index + 1);
  return [...own.events.values()].flatMap((events): FailedCopies[] => {
    const failed = events.filter((event) => event.kind === 'failed');
    if (!failed.length) return [];
    const { operationId: key, coat, group = null } = failed[0]!;
    const { byCopy } = stateOfStep(facts, pieceId, { key, coat, group, copies: numbers });
    return failed.flatMap((event): FailedCopies[] => {
      const copies = numbers.filter(
        (copy) => byCopy.get(copy)!.eventId === event.id && !isScrapped(facts, pieceId, copy),
      );
      return copies.length ? [{ event, copies: quantity > 1 && event.copies ? copies : null }] : [];
    });
  });
};
