import { dryTime } from '../dry/index.ts';
import type { Catalogue, Learnt, Override, Product, Stage } from '../materials/index.ts';
import {
  isOfStep,
  stateOfStep,
  stepFacts,
  surfaceKey,
  type Air,
  type BareWorkshop,
  type BenchEvent,
  type CopyState,
  type Facts,
  type Look,
  type Part,
  type Piece,
  type StepEvent,
} from '../piece/index.ts';
import type { CanUse } from '../shelf/index.ts';
import {
  estimateDwell,
  FELT_STAGES,
  learnCut,
  learnDrying,
  learnPace,
  SURELY_RESISTS,
  type DryingObservation,
  type DwellObservation,
  type DwellQuestion,
} from '../trials/index.ts';
import { MS_PER_MINUTE } from '../units/index.ts';
import { stepsOf } from './steps.ts';
import type { Step } from './step.ts';

/** A spot or a piece that a medium worked on. */
export interface Patch {
  readonly pieceId: string;
  readonly stepId: string;
  /** Whether it was tried first, and not the work itself. */
  readonly isTry: boolean;
  readonly productId: string;
  /** As `surfaceKey` says it. */
  readonly surface: string;
  readonly copy: number | null;
  readonly startedAt: string;
  readonly endedAt: string | null;
  readonly looks: readonly Look[];
  readonly temperatureC: number;
  /** What its looks came to; null where they say nothing. */
  readonly seen: Omit<DwellObservation, 'temperatureC'> | null;
}

/** What is learnt from. */
export interface Lessons {
  readonly pieces: readonly Piece[];
  readonly events: readonly BenchEvent[];
  /** What was taken from which can, by event. */
  readonly uses: readonly CanUse[];
  /** With the user's own figures, and without what was learnt before: that would count twice. */
  readonly catalogue: Catalogue;
  readonly workshop: BareWorkshop;
}

/** How likely a surface resists before anything was seen of it, by whether its coating lifts. */
const RESISTS_PRIOR = { may: 0.25, yes: 0.02 } as const;
const UNSAID_PRIOR = 0.1;
/** Longer than this nobody works on a step without a break: the pair says nothing of pace. */
const LONGEST_WORK_MIN = 8 * 60;
/** A pair shorter than this share of what is usual was pressed afterwards. */
const LEAST_SHARE = 0.15;

const minutesBetween = (from: string, to: string): number => (Date.parse(to) - Date.parse(from)) / MS_PER_MINUTE;
const rounded = (value: number): number => Number(value.toPrecision(3));

interface Own {
  readonly piece: Piece;
  readonly part: Part;
  readonly step: Step;
  readonly product: Product;
  readonly states: readonly (CopyState & { readonly copy: number })[];
}

/** Everything that was done, with the step and the product that it was of; one object for one reading. */
class Memory {
  private readonly facts: Facts;
  private readonly byId: ReadonlyMap<string, StepEvent>;
  private readonly canOf: ReadonlyMap<string, string>;
  private readonly own: Own[] = [];

  constructor(private readonly lessons: Lessons) {
    const { pieces, events, uses, catalogue, workshop } = lessons;
    this.facts = stepFacts(events);
    this.byId = new Map(events.filter(isOfStep).map((event) => [event.id, event]));
    this.canOf = new Map(uses.flatMap(({ eventId, canId }) => (eventId ? [[eventId, canId] as const] : [])));
    for (const piece of pieces) {
      if (!this.facts.has(piece.id)) continue;
      // the steps as they are without any group: marks of the whole batch and of its groups are read alike
      for (const step of stepsOf(piece, catalogue, { ...workshop, stock: [] })) {
        const part = piece.parts.find(({ id }) => id === step.partId);
        const product = part && productOf(step, part, catalogue);
        if (part && product)
          this.own.push({
            piece,
            part,
            step,
            product,
            states: [...stateOfStep(this.facts, piece.id, step).byCopy].map(([copy, state]) => ({ ...state, copy })),
          });
      }
    }
  }

  private airOf({ startedAt }: CopyState, own: Own): Air {
    const events = this.facts.get(own.piece.id)?.events.get(`${own.step.key}#${own.step.coat}`) ?? [];
    const begun = events.find(({ kind, at }) => kind === 'started' && at === startedAt);
    const { temperatureC, relativeHumidity } = this.lessons.workshop;
    return (begun && 'air' in begun ? begun.air : undefined) ?? { temperatureC, relativeHumidity };
  }

  /** Groups by a key, in the order in which they came. */
  private grouped<Value>(
    values: (own: Own) => readonly (readonly [string, Value])[],
  ): Map<string, { own: Own; values: Value[] }> {
    const groups = new Map<string, { own: Own; values: Value[] }>();
    for (const own of this.own)
      for (const [key, value] of values(own)) {
        const held = groups.get(key);
        if (held) held.values.push(value);
        else groups.set(key, { own, values: [value] });
      }
    return groups;
  }

  /** Every patch that a medium worked on, with what its looks came to. */
  patches(): readonly (Patch & { readonly own: Own })[] {
    return this.own.flatMap((own) => {
      const { piece, part, step, product } = own;
      if (!step.clocks.some(({ kind }) => kind === 'dwell')) return [];
      return own.states.flatMap((state) => {
        const { startedAt, looks, failedAt, doneAt } = state;
        if (!startedAt) return [];
        const { temperatureC } = this.airOf(state, own);
        return [
          {
            own,
            pieceId: piece.id,
            stepId: step.id,
            isTry: step.kind === 'try',
            productId: product.id,
            surface: surfaceKey(part.surface),
            copy: step.copies ? state.copy : null,
            startedAt,
            endedAt: doneAt ?? failedAt,
            looks,
            temperatureC,
            seen: dwellSeen(state),
          },
        ];
      });
    });
  }

  dwells(): Learnt[] {
    const groups = new Map<string, { own: Own; observations: DwellObservation[] }>();
    for (const { own, productId, surface, seen, temperatureC } of this.patches()) {
      if (!seen) continue;
      const key = `${productId} ${surface}`;
      const held = groups.get(key) ?? { own, observations: [] };
      held.observations.push({ ...seen, temperatureC });
      groups.set(key, held);
    }
    return [...groups.values()].flatMap(({ own, observations }) => this.dwell(own, observations));
  }

  private dwell({ part, product }: Own, observations: readonly DwellObservation[]): Learnt[] {
    const { catalogue, workshop } = this.lessons;
    const read = estimateDwell(dwellQuestion(part, product, observations, workshop.temperatureC, catalogue));
    if (!read.ok) return [];
    const { p10, p50, p90, resists } = read.estimate;
    const atMost = (minutes: number) => Math.min(minutes, product.dwell!.high);
    return [
      {
        what: 'dwell',
        productId: product.id,
        surface: surfaceKey(part.surface),
        canId: null,
        // a patch may come later, but nothing lies longer than its label allows
        figures:
          resists > SURELY_RESISTS
            ? []
            : [this.override(`${product.id}.dwell`, [atMost(p10), atMost(p50), atMost(p90)], 'min')],
        count: observations.length,
        through: observations.filter(({ by }) => by !== null).length,
        resists,
        offered: [],
      },
    ];
  }

  dryings(): Learnt[] {
    const groups = this.grouped<DryingObservation>((own) => {
      const { product, step } = own;
      const stage = felt(product);
      if (step.coatOf !== product.id || !stage) return [];
      return own.states.flatMap((state) => {
        const seen = dryingSeen(state);
        if (!seen) return [];
        const done = this.doneEvent(own, state);
        const progress = this.progress(product, stage, done?.air);
        const key = `${product.id} ${(done && this.canOf.get(done.id)) ?? ''}`;
        return progress === null
          ? []
          : [[key, { notYet: seen.notYet * progress, dry: seen.dry === null ? null : seen.dry * progress }] as const];
      });
    });
    return [...groups].flatMap(([key, { own, values }]) => this.drying(own.product, key.split(' ')[1] || null, values));
  }

  /** The event that says when a copy was done; for a coat the air that it was laid in. */
  private doneEvent(_own: Own, { eventId }: CopyState): Extract<StepEvent, { kind: 'done' }> | undefined {
    const event = eventId === null ? undefined : this.byId.get(eventId);
    return event?.kind === 'done' ? event : undefined;
  }

  /** Minutes of the label's own air that pass in one minute here; null where nothing dries. */
  private progress(product: Product, stage: Stage, air: Air | undefined): number | null {
    const { temperatureC, relativeHumidity } = air ?? this.lessons.workshop;
    const read = dryTime(product, stage, { temperatureC, relativeHumidity });
    return read.ok && read.time.typical > 0 ? product.dry[stage]!.typical / read.time.typical : null;
  }

  private drying(product: Product, canId: string | null, observations: readonly DryingObservation[]): Learnt[] {
    const stage = felt(product)!;
    const label = product.dry[stage]!;
    const read = learnDrying({
      figure: { low: label.low, typical: label.typical, high: label.high },
      observations: [...observations],
    });
    if (!read.ok) return [];
    const { longer, offered } = read.learnt;
    // the other stage that a fingertip can tell is as much longer or shorter
    const scaledTo = (figure: { readonly low: number; readonly typical: number; readonly high: number }): Override[] =>
      FELT_STAGES.flatMap((other): Override[] => {
        const own = product.dry[other];
        if (!own) return [];
        const by = (part: 'low' | 'typical' | 'high') =>
          label[part] ? own[part] * (figure[part] / label[part]) : own[part];
        return [this.override(`${product.id}.dry.${other}`, [by('low'), by('typical'), by('high')], 'min')];
      });
    return [
      {
        what: 'drying',
        productId: product.id,
        surface: null,
        canId,
        figures: longer ? scaledTo(longer) : [],
        count: observations.length,
        through: observations.filter(({ dry }) => dry !== null).length,
        resists: null,
        offered: offered ? scaledTo(offered) : [],
      },
    ];
  }

  paces(): Learnt[] {
    const groups = new Map<string, { product: Product; minutes: number[] }>();
    for (const { product, step, states } of this.own) {
      if (!product.handsOn || step.kind !== 'work' || step.clocks.some(({ kind }) => kind === 'dwell')) continue;
      // copies that were begun and done together are one time
      const pairs = new Map<string, number>();
      for (const { startedAt, doneAt } of states)
        if (startedAt && doneAt) pairs.set(`${startedAt} ${doneAt}`, (pairs.get(`${startedAt} ${doneAt}`) ?? 0) + 1);
      for (const [pair, copies] of pairs) {
        const [from, to] = pair.split(' ') as [string, string];
        const took = minutesBetween(from, to);
        const usual = step.setUpMinutes + step.eachMinutes * copies;
        // both pressed at the end, or left lying: that says nothing
        if (took < usual * LEAST_SHARE || took > LONGEST_WORK_MIN) continue;
        const held = groups.get(product.id) ?? { product, minutes: [] };
        held.minutes.push((product.handsOn.typical * took) / usual);
        groups.set(product.id, held);
      }
    }
    return [...groups.values()].flatMap(({ product, minutes }): Learnt[] => {
      const { low, typical, high } = product.handsOn!;
      const read = learnPace({ figure: { low, typical, high }, minutes });
      if (!read.ok) return [];
      const { figure } = read;
      return [
        {
          what: 'pace',
          productId: product.id,
          surface: null,
          canId: null,
          figures: [this.override(`${product.id}.handsOn`, [figure.low, figure.typical, figure.high], 'min')],
          count: minutes.length,
          through: minutes.length,
          resists: null,
          offered: [],
        },
      ];
    });
  }

  cuts(): Learnt[] {
    const { events, catalogue } = this.lessons;
    const groups = new Map<
      string,
      { productId: string; canId: string | null; tries: { mm: number; held: boolean }[] }
    >();
    for (const event of events) {
      if (event.kind !== 'cutTested') continue;
      const key = `${event.productId} ${event.canId ?? ''}`;
      const held = groups.get(key) ?? { productId: event.productId, canId: event.canId, tries: [] };
      // what was not cut through, or cut into its backing, holds nothing that could be promised
      held.tries.push(...event.strokes.filter((stroke) => event.came === 'through' || !stroke.held));
      groups.set(key, held);
    }
    const read = [...groups.values()].flatMap((group) => {
      const label = catalogue.productById.get(group.productId)?.minStroke;
      if (!label || !group.tries.length) return [];
      const { low, typical, high } = label;
      const answer = learnCut({ label: { low, typical, high }, tries: group.tries });
      if (!answer.ok) return [];
      const { finestMm, tornMm, isFiner } = answer.learnt;
      // finer than usual only for the can that it was tried with
      const isOwn = isFiner && group.canId !== null;
      const least = finestMm !== null && (isOwn || !isFiner) ? finestMm : Math.max(typical, tornMm ?? 0);
      return [{ ...group, canId: isOwn ? group.canId : null, least }];
    });
    // coarser for every one: the coarsest of what the cans of a product held
    const told = new Map<string, (typeof read)[number]>();
    for (const one of read) {
      const key = `${one.productId} ${one.canId ?? ''}`;
      const other = told.get(key);
      told.set(
        key,
        other ? { ...one, least: Math.max(one.least, other.least), tries: [...other.tries, ...one.tries] } : one,
      );
    }
    return [...told.values()].map(({ productId, canId, tries, least }): Learnt => ({
      what: 'cut',
      productId,
      surface: null,
      canId,
      figures: [this.override(`${productId}.minStroke`, [least, least, least], 'mm')],
      count: tries.length,
      through: tries.filter(({ held }) => held).length,
      resists: null,
      offered: [],
    }));
  }

  private override(
    figure: string,
    [low, typical, high]: readonly [number, number, number],
    unit: 'min' | 'mm',
  ): Override {
    const newest = this.lessons.events.reduce((last, { at }) => (Date.parse(at) > Date.parse(last) ? at : last), FIRST);
    return {
      figure,
      value: [rounded(low), rounded(Math.max(low, typical)), rounded(Math.max(low, typical, high))],
      unit,
      basis: 'your-trial',
      enteredOn: new Date(newest).toISOString().slice(0, 10),
    };
  }
}

const FIRST = '2000-01-01T00:00:00Z';

/** The product that a step is about: what it lays, or what is tried in it. */
const productOf = (step: Step, part: Part, catalogue: Catalogue): Product | undefined => {
  const clocked = step.clocks[0]?.productId;
  if (clocked) return catalogue.productById.get(clocked);
  if (step.coatOf) return catalogue.productById.get(step.coatOf);
  const laid = part.stack?.operations.find(
    (one) => one.op !== 'treat' && one.productId && step.operationIds.includes(one.id),
  );
  return laid && laid.op !== 'treat' ? catalogue.productById.get(laid.productId ?? '') : undefined;
};

const priorOf = ({ surface }: Pick<Part, 'surface'>, catalogue: Catalogue): number => {
  const top = surface.existing.at(-1)?.finish;
  const fact = top
    ? catalogue.finishById.get(top)?.changes.gelStrip
    : (surface.own?.properties.gelStrip ?? catalogue.baseById.get(surface.base)?.properties.gelStrip);
  return fact === 'may' || fact === 'yes' ? RESISTS_PRIOR[fact] : UNSAID_PRIOR;
};

const felt = (product: Product): (typeof FELT_STAGES)[number] | undefined =>
  FELT_STAGES.find((stage) => product.dry[stage] !== undefined);

/** What is asked of a coating: its label, what was seen of it, and how likely such a one resists. */
export const dwellQuestion = (
  part: Pick<Part, 'surface'>,
  product: Product,
  observations: readonly DwellObservation[],
  temperatureC: number,
  catalogue: Catalogue,
): DwellQuestion => {
  const { low, typical, high } = product.dwell!;
  return {
    label: { low, typical, high },
    observations: [...observations],
    temperatureC,
    resistsPrior: priorOf(part, catalogue),
  };
};

/** One interval a copy, from all its looks: *partly* counts as not yet, *crept* as through. */
const dwellSeen = ({
  startedAt,
  looks,
  failedAt,
  doneAt,
}: CopyState): Omit<DwellObservation, 'temperatureC'> | null => {
  // while it still lies there nothing follows from it: what asked for the try stands until it is over
  if (!startedAt || (!failedAt && !doneAt)) return null;
  const after = (at: string) => Math.max(0, minutesBetween(startedAt, at));
  const through = looks.find(({ found }) => found === 'through' || found === 'crept');
  const before = looks.filter(
    ({ found, at }) =>
      (found === 'notYet' || found === 'partly') && (!through || Date.parse(at) < Date.parse(through.at)),
  );
  const notBefore = before.length ? after(before.at(-1)!.at) : 0;
  if (through) return after(through.at) > notBefore ? { notBefore, by: after(through.at) } : null;
  // what was rinsed or given up without having come through never did in that time
  return notBefore > 0 ? { notBefore, by: null } : null;
};

/** One interval a coat, from all its looks since it was laid. */
const dryingSeen = ({ doneAt, looks }: CopyState): DryingObservation | null => {
  if (!doneAt) return null;
  const since = looks.filter(({ at }) => Date.parse(at) >= Date.parse(doneAt));
  const dry = since.find(({ found }) => found === 'dry');
  const wet = since.filter(
    ({ found, at }) => (found === 'wet' || found === 'tacky') && (!dry || Date.parse(at) < Date.parse(dry.at)),
  );
  const notYet = wet.length ? minutesBetween(doneAt, wet.at(-1)!.at) : 0;
  if (dry) {
    const by = minutesBetween(doneAt, dry.at);
    return by > notYet ? { notYet, dry: by } : null;
  }
  return notYet > 0 ? { notYet, dry: null } : null;
};

/** Every patch and piece that a medium worked on, the newest first. */
export const patchesOf = (lessons: Lessons): Patch[] =>
  new Memory(lessons)
    .patches()
    .map(({ own: _, ...patch }) => patch)
    .sort((one, other) => Date.parse(other.startedAt) - Date.parse(one.startedAt));

/**
 * What the maker's own doing teaches, from all that happened at the bench: figures that go before the labels'. Pure and derived: what an
 * event taught goes with it.
 */
export const learntOf = (lessons: Lessons): Learnt[] => {
  if (!lessons.events.length) return [];
  const memory = new Memory(lessons);
  return [...memory.dwells(), ...memory.dryings(), ...memory.paces(), ...memory.cuts()];
};
