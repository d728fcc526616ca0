import { spentOn, type MoneySettings, type Spent } from '../amounts/index.ts';
import type { Catalogue } from '../materials/index.ts';
import {
  fixKeyOf,
  isOfStep,
  isScrapped,
  stateOfStep,
  stepFacts,
  stepName,
  stepWords,
  type Air,
  type BenchEvent,
  type Facts,
  type Piece,
  type Schools,
  type StepEvent,
  type Trial,
  type BareWorkshop,
} from '../piece/index.ts';
import { stepsOf, withFixes, type Step } from '../plan/index.ts';
import { rescueBook } from '../rescue/index.ts';
import type { Can, CanUse } from '../shelf/index.ts';
import { logOf, type LogRow } from './logOf.ts';

/** What was laid or done on a piece, a step with a coat of it, on those copies. */
export interface LaidRow extends LogRow {
  /** The air that it was done in, as it was noted with it; null: it was not noted. */
  readonly air: Air | null;
  /** Its cans with what tells one from another of the same sort: when bought, opened, mixed, and what is noted on it. */
  readonly from: readonly { readonly name: string; readonly batch: string }[];
}

/** A step of a piece with what was marked of it. */
export interface RecordLayer {
  readonly key: string;
  readonly coat: number;
  /** As plan and bench call it. */
  readonly name: string;
  /** Whether it is still among the piece's steps. */
  readonly isThere: boolean;
  /** The oldest first; none: it was not marked as done. */
  readonly laid: readonly LaidRow[];
  /** Copies on which it is not done, those that were given up aside; `all` where it is done once for all of them. */
  readonly open: readonly number[] | 'all';
}

/** Something that went wrong, with what was found to be behind it and what became of it. */
export interface RecordFault {
  readonly row: LogRow;
  /** Names, by the handbook of faults; null: not said. */
  readonly seen: string | null;
  readonly cause: string | null;
  /** What was done about it; null: nothing that was marked. */
  readonly then: { readonly at: string; readonly what: string } | null;
}

/** A picture, by its id: whether it is on this device is another matter. */
export interface RecordPicture {
  readonly id: string;
  readonly at: string;
  readonly words: string;
}

/** What was done on one piece, from its first mark to its last. */
export interface PieceHistory {
  readonly piece: Piece;
  readonly begunAt: string | null;
  readonly lastAt: string | null;
  readonly layers: readonly RecordLayer[];
  readonly tests: readonly {
    readonly at: string;
    readonly what: string;
    readonly result: string;
    readonly note: string;
  }[];
  readonly looks: readonly LogRow[];
  readonly faults: readonly RecordFault[];
  readonly notes: readonly LogRow[];
  readonly pictures: readonly RecordPicture[];
  /** Minutes that somebody was at it, by marks of beginning and end; null where none were marked. */
  readonly minutes: number | null;
  /** Steps that were done without a beginning that was marked, or over a night: no minutes are known of them. */
  readonly untimed: number;
  readonly spent: Spent;
}

export interface HistoryGiven {
  readonly events: readonly BenchEvent[];
  readonly cans: readonly Can[];
  readonly uses: readonly CanUse[];
  readonly trials: readonly Trial[];
  readonly catalogue: Catalogue;
  readonly money: MoneySettings;
  readonly workshop: BareWorkshop;
  readonly schools: Schools;
  /** The bench's time zone: what begins on one day and ends on another was not worked at all the while. */
  readonly zone: string;
}

const IS_TEST = /\.(try|look|judge)-[^.]+$/;
const OF_OPERATION = /\.(cut|back|safe)$/;
const TEST_WORDS: Readonly<Record<Trial['result'], string>> = { held: 'held', failed: 'failed' };

const batchWords = ({ boughtOn, openedOn, mixedOn, note }: Can): string =>
  [boughtOn && `bought ${boughtOn}`, openedOn && `opened ${openedOn}`, mixedOn && `mixed ${mixedOn}`, note.trim()]
    .filter(Boolean)
    .join(', ');

/** Whether two marks of a step are about the same copies, or about some of them. */
const isOnSame = (one: StepEvent, other: StepEvent): boolean =>
  one.operationId === other.operationId &&
  one.coat === other.coat &&
  (!one.copies || !other.copies || one.copies.some((copy) => other.copies!.includes(copy)));

/** A step with its coat, whatever group of the batch it is done on. */
const idOf = ({ operationId, coat }: { readonly operationId: string; readonly coat: number }): string =>
  `${operationId}#${coat}`;

const ENDS = ['mended', 'repairing', 'scrapped', 'done'] as const;
type Ending = Extract<StepEvent, { readonly kind: (typeof ENDS)[number] }>;
const isEnding = (event: StepEvent): event is Ending => (ENDS as readonly string[]).includes(event.kind);

/** Reads the marks of one piece; one object for one reading. */
class Historian {
  private readonly rows: readonly LogRow[];
  private readonly marks: readonly StepEvent[];
  private readonly canById: ReadonlyMap<string, Can>;
  private readonly facts: Facts;
  private readonly planned = new Map<string, Step[]>();

  constructor(
    private readonly piece: Piece,
    private readonly given: HistoryGiven,
  ) {
    const { catalogue, workshop, schools } = given;
    const events = given.events.filter(({ pieceId }) => pieceId === piece.id);
    this.facts = stepFacts(events);
    const own = stepsOf(piece, catalogue, { ...workshop, stock: [] }, { schools });
    for (const step of withFixes(own, piece, this.facts)) {
      const id = idOf({ operationId: step.key, coat: step.coat });
      this.planned.set(id, [...(this.planned.get(id) ?? []), step]);
    }
    // a step has one name, in the plan as in the record
    this.rows = logOf({ ...given, events, pieces: [piece] })
      .reverse()
      .map((row) => ({ ...row, step: this.labelOf(row.event) ?? row.step }));
    this.marks = this.rows.flatMap(({ event }) => (isOfStep(event) ? [event] : []));
    this.canById = new Map(given.cans.map((can) => [can.id, can]));
  }

  private labelOf(event: BenchEvent): string | null {
    return isOfStep(event) ? (this.planned.get(idOf(event))?.[0]?.label ?? null) : null;
  }

  private rowsOf(...kinds: readonly BenchEvent['kind'][]): LogRow[] {
    return this.rows.filter(({ event }) => kinds.includes(event.kind));
  }

  private laid(row: LogRow): LaidRow {
    const event = row.event as StepEvent;
    const begun = this.marks.findLast(
      (one) => one.kind === 'started' && Date.parse(one.at) <= Date.parse(event.at) && isOnSame(one, event),
    );
    const airOf = (one: StepEvent | undefined) => (one && 'air' in one ? (one.air ?? null) : null);
    return {
      ...row,
      air: airOf(event) ?? airOf(begun),
      from: [...new Map(row.cans.map((can) => [can.id, can.name]))].map(([id, name]) => ({
        name,
        batch: batchWords(this.canById.get(id)!),
      })),
    };
  }

  /** Marks that say that a step was done: what failed and was mended or is being mended was laid too. */
  private doneRows(): LogRow[] {
    return this.rowsOf('done', 'mended', 'repairing').filter(({ event }) => {
      const own = event as StepEvent;
      if (IS_TEST.test(own.operationId)) return false;
      if (own.kind === 'done') return true;
      if (own.kind === 'repairing' && !own.goesOn) return false;
      return !this.marks.some(
        (one) => one.kind === 'done' && Date.parse(one.at) <= Date.parse(own.at) && isOnSame(one, own),
      );
    });
  }

  /** In the order of the plan, with what mends what failed; then what is no longer planned, as it was done. */
  private layers(): RecordLayer[] {
    const { catalogue, events } = this.given;
    const { piece, planned, facts } = this;
    const rows = this.doneRows();
    const byStep = new Map<string, LogRow[]>();
    for (const row of rows) {
      const id = idOf(row.event as StepEvent);
      byStep.set(id, [...(byStep.get(id) ?? []), row]);
    }
    const openOf = (step: Step): number[] =>
      [...stateOfStep(facts, piece.id, step).byCopy].flatMap(([copy, { doneAt }]) =>
        doneAt || isScrapped(facts, piece.id, copy) ? [] : [copy],
      );
    const layerOf = (key: string, coat: number, steps: readonly Step[]): RecordLayer => {
      const own = byStep.get(idOf({ operationId: key, coat })) ?? [];
      const open = steps.flatMap(openOf);
      return {
        key,
        coat,
        name: steps[0]?.label ?? stepWords(piece, key, coat, catalogue, events),
        isThere: steps.length > 0 || stepName(piece, key, coat, catalogue, events) !== null,
        laid: own.map((row) => this.laid(row)),
        open: open.includes(0) ? 'all' : open,
      };
    };
    const others = rows.map(({ event }) => event as StepEvent).filter((event) => !planned.has(idOf(event)));
    return [
      ...[...planned.values()]
        .filter(([first]) => !IS_TEST.test(first!.key))
        .map((steps) => layerOf(steps[0]!.key, steps[0]!.coat, steps)),
      ...[...new Map(others.map((event) => [idOf(event), event])).values()].map(({ operationId, coat }) =>
        layerOf(operationId, coat, []),
      ),
    ];
  }

  private tests(): PieceHistory['tests'][number][] {
    const { trials, catalogue, events } = this.given;
    const own = trials.filter(({ step }) => step?.pieceId === this.piece.id);
    const told = new Set(own.map(({ step }) => step!.stepId.replace(/#.*$/, '')));
    return [
      ...this.rowsOf('cutTested').map(({ event, what, note }) => ({
        at: event.at,
        what: 'test cut',
        result: what,
        note,
      })),
      ...this.rowsOf('done').flatMap(({ event, step, note }) => {
        const { operationId } = event as StepEvent;
        return IS_TEST.test(operationId) && !told.has(operationId)
          ? [{ at: event.at, what: step, result: 'done', note }]
          : [];
      }),
      ...own.map(({ at, step, result, note, productId }) => {
        const key = step!.stepId.replace(/#.*$/, '');
        const name = stepName(this.piece, key, 1, catalogue, events);
        return {
          at,
          what: name ?? `a try of ${catalogue.productById.get(productId ?? '')?.name ?? 'it'}`,
          result: TEST_WORDS[result],
          note,
        };
      }),
    ].sort((one, other) => Date.parse(one.at) - Date.parse(other.at));
  }

  private faults(): RecordFault[] {
    const { catalogue } = this.given;
    const { causeById, repairById } = rescueBook();
    const endWords = (event: Ending): string => {
      if (event.kind !== 'repairing')
        return { mended: 'mended at once', scrapped: 'given up', done: 'done again' }[event.kind];
      const repair = event.repairId === null ? null : repairById.get(event.repairId)?.name;
      return repair ?? (event.note || event.steps.map(({ label }) => label).join(', '));
    };
    return this.rowsOf('failed', 'scrapped').flatMap((row): RecordFault[] => {
      const failed = row.event as StepEvent;
      // what was given up after it failed is told there
      if (
        failed.kind === 'scrapped' &&
        this.marks.some(
          (one) => one.kind === 'failed' && Date.parse(one.at) <= Date.parse(failed.at) && isOnSame(one, failed),
        )
      )
        return [];
      const later = this.marks.slice(this.marks.indexOf(failed) + 1).filter((one) => isOnSame(one, failed));
      const end = failed.kind === 'scrapped' ? failed : later.find(isEnding);
      const named = later.find((one) => one.kind === 'repairing');
      const causeId = named?.kind === 'repairing' ? named.causeId : null;
      const symptom = row.symptom ?? (named?.kind === 'repairing' ? named.symptom : null);
      return [
        {
          row,
          seen: symptom === null ? null : (catalogue.symptomById.get(symptom)?.name ?? symptom),
          cause: causeId === null ? null : (causeById.get(causeId)?.name ?? causeId),
          then: end && isEnding(end) ? { at: end.at, what: endWords(end) } : null,
        },
      ];
    });
  }

  /** Minutes of all that was begun and done on the same day; what went on beside it counts once. */
  private minutes(): { minutes: number | null; untimed: number } {
    const day = new Intl.DateTimeFormat('en-CA', { timeZone: this.given.zone, dateStyle: 'short' });
    const spans: [number, number][] = [];
    let untimed = 0;
    for (const { event, minutes } of this.rowsOf('done')) {
      const end = Date.parse(event.at);
      const start = end - (minutes ?? 0) * 60_000;
      // begun and done in the same moment was marked afterwards
      if (!minutes || day.format(start) !== day.format(end)) untimed += 1;
      else spans.push([start, end]);
    }
    let sum = 0;
    let until = -Infinity;
    for (const [start, end] of spans.sort(([one], [other]) => one - other)) {
      sum += Math.max(0, end - Math.max(start, until));
      until = Math.max(until, end);
    }
    return { minutes: spans.length ? Math.round(sum / 60_000) : null, untimed };
  }

  history(): PieceHistory {
    const { given, piece } = this;
    const layers = this.layers();
    const timed = this.minutes();
    /** What a step of repair was to lay. */
    const mendedWith = ({ event }: LogRow): string | null => {
      const own = event as StepEvent;
      const fix = this.marks.find((one) => one.kind === 'repairing' && fixKeyOf(one) === own.operationId);
      return fix?.kind === 'repairing' ? (fix.steps[own.coat - 1]?.productId ?? null) : null;
    };
    const laid = layers.flatMap((layer) =>
      layer.laid.flatMap((row) => {
        const productId = row.productId ?? mendedWith(row);
        const name = productId === null ? undefined : given.catalogue.productById.get(productId)?.name;
        return productId !== null && !OF_OPERATION.test(layer.key) ? [{ productId, name: name ?? productId }] : [];
      }),
    );
    return {
      piece,
      begunAt: this.marks[0]?.at ?? null,
      lastAt: this.marks.at(-1)?.at ?? null,
      layers,
      tests: this.tests(),
      looks: this.rowsOf('checked'),
      faults: this.faults(),
      notes: this.rowsOf('noted', 'measured').filter(
        ({ note, event }) => note || event.kind === 'measured' || (event.kind === 'noted' && event.washed),
      ),
      pictures: this.rows.flatMap(({ event, step, what }) =>
        (event.pictures ?? []).map((id) => ({ id, at: event.at, words: [step, what].filter(Boolean).join(': ') })),
      ),
      ...timed,
      spent: spentOn(piece, laid, given.cans, given.uses, timed.minutes, given.money, given.catalogue),
    };
  }
}

/** The record of a piece: what was laid when, of which can, in which air; tests, looks, faults, pictures, minutes and cost. Reads nothing as done that was not marked. */
export const historyOf = (piece: Piece, given: HistoryGiven): PieceHistory => new Historian(piece, given).history();

/** The records of pieces, in their order; the marks are parted once for all of them. */
export const historiesOf = (pieces: readonly Piece[], given: HistoryGiven): PieceHistory[] => {
  const events = new Map<string, BenchEvent[]>();
  for (const event of given.events)
    if (event.pieceId !== null) {
      const own = events.get(event.pieceId);
      if (own) own.push(event);
      else events.set(event.pieceId, [event]);
    }
  return pieces.map((piece) => historyOf(piece, { ...given, events: events.get(piece.id) ?? [] }));
};
