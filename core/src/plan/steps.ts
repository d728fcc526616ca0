import type { Problem } from '../problem/index.ts';
import { scaled, type Catalogue, type Figure, type Product, type Stage } from '../materials/index.ts';
import { mirrorNote } from '../artwork/index.ts';
import { dryingRate, dryTime, type Climate, type CoatConditions } from '../dry/index.ts';
import {
  catalogueFor,
  DEFAULT_SCHOOLS,
  hazardsOfPiece,
  type ApplyOperation,
  type ExtraStep,
  type Operation,
  type Part,
  type Piece,
  type Schools,
  type Workshop,
} from '../piece/index.ts';
import { formatDuration } from '../units/index.ts';
import { drafted, isUsedUp, productFor, type Draft } from './drafts.ts';
import { GRID_MINUTES, stepIdOf, type BenchPlace, type Lag, type Step } from './step.ts';
import { cutWords, detailOf, labelOf, looksRightOf, needsOf, spanWords } from './stepWords.ts';
import { firmStage, isCoat, waitsBefore, workFigure } from './waits.ts';

const sum = (figures: readonly Figure[]): Figure => ({
  low: figures.reduce((total, { low }) => total + low, 0),
  typical: figures.reduce((total, { typical }) => total + typical, 0),
  high: figures.reduce((total, { high }) => total + high, 0),
  unit: 'min',
  basis: figures.some(({ basis }) => basis === 'estimate') ? 'estimate' : (figures[0]?.basis ?? 'estimate'),
});

/** Minutes a piece in which a medium works while the next one is begun: groups no longer than the shortest dwell share it. */
const dwellEach = (apply: Figure, rinse: Figure, dwell: Figure, quantity: number): number => {
  const group = Math.max(1, Math.floor(dwell.low / apply.typical));
  return (Math.ceil(quantity / group) * dwell.typical) / quantity + apply.typical + rinse.typical;
};

const hazardsOf = (operation: Operation, operations: readonly Operation[], catalogue: Catalogue): readonly string[] =>
  productFor(operation, operations, catalogue)?.hazards ?? [];

const rounded = (minutes: number): number => GRID_MINUTES * Math.max(1, Math.ceil(minutes / GRID_MINUTES - 1e-9));

/** How many pieces go into one group: what a closing window, a turner and a rack allow; all where nothing stands against it. */
const groupSizeOf = (
  operation: Operation,
  product: Product | undefined,
  { setUp, each }: { readonly setUp: number; readonly each: number },
  { quantity, places }: Batch,
): number => {
  if (operation.op !== 'apply' || !product) return quantity;
  const closes = operation.coats > 1 ? product.recoatWindows?.[0]?.[1] : undefined;
  const inWindow =
    closes === undefined || closes === null ? quantity : Math.max(1, Math.floor((closes - setUp) / each) + 1);
  const onTurner = product.tools.includes('turner') ? places.turner : quantity;
  const onRack = isCoat(operation) ? (places.rack ?? quantity) : quantity;
  return Math.max(1, Math.min(quantity, inWindow, onTurner, onRack));
};

/** How many pieces find room to dry (null: a rack that holds them all), and how the air moves there. */
export interface DryingPlaces {
  readonly rack: number | null;
  readonly turner: number;
  readonly air?: CoatConditions['air'];
}
const ROOMY: DryingPlaces = { rack: null, turner: 1 };

interface Batch {
  readonly quantity: number;
  readonly places: DryingPlaces;
}

const placesOf = (operation: Operation, product: Product | undefined): readonly BenchPlace[] => [
  ...(operation.op === 'apply' && operation.how === 'press' ? (['press'] as const) : []),
  ...(operation.op === 'treat' && operation.treat === 'bake' ? (['oven'] as const) : []),
  ...(operation.op === 'apply' && operation.how === 'spray' && product?.air === 'outdoors'
    ? (['sprayPlace'] as const)
    : []),
  ...(operation.op === 'apply' && product?.tools.includes('turner') ? (['turner'] as const) : []),
];

const plainFigure = (minutes: number): Figure => ({
  low: minutes,
  typical: minutes,
  high: minutes,
  unit: 'min',
  basis: 'estimate',
});

const ownStep = (own: ExtraStep, partId: string, quantity: number, after: readonly string[]): Step => ({
  id: stepIdOf({ id: `own-${own.id}` }, 1),
  key: `own-${own.id}`,
  partId,
  operationIds: [],
  coat: 1,
  group: null,
  label: own.name,
  detail: own.note,
  needs: [],
  looksRight: '',
  perPiece: plainFigure(own.setUpMinutes + own.eachMinutes),
  setUpMinutes: own.setUpMinutes,
  eachMinutes: own.eachMinutes,
  pieces: quantity,
  minutes: rounded(own.setUpMinutes + own.eachMinutes * quantity),
  divisible: quantity > 1,
  after,
  lags: [],
  firm: null,
  coatOf: null,
  hazards: [],
  air: 'room',
  places: [],
});

const SAME_ORDER = 'Take the pieces in the same order as before: each has its own wait.';

/** Lays the steps of one part one after the other; one object for a part. */
class StepList {
  readonly steps: Step[] = [];
  private readonly lastCoatOf = new Map<string, readonly string[]>();
  /** What the next step comes after. */
  private front: readonly string[] = [];
  /** A wait of the crafter's own, until the next step. */
  private ownWait: { readonly from: string; readonly minutes: number; readonly name: string } | null = null;
  private readonly operations: readonly Operation[];
  private readonly climate: Climate;

  constructor(
    private readonly part: Part,
    private readonly batch: Batch,
    private readonly catalogue: Catalogue,
    private readonly workshop: Workshop,
    private readonly schools: Schools,
  ) {
    this.operations = part.stack?.operations ?? [];
    this.climate = { temperatureC: workshop.temperatureC, relativeHumidity: workshop.relativeHumidity };
  }

  addOwn(own: ExtraStep): void {
    const step = ownStep(own, this.part.id, this.batch.quantity, this.front);
    this.steps.push({ ...step, lags: this.ownLag() });
    this.front = [step.id];
    this.ownWait = own.waitMinutes ? { from: step.id, minutes: own.waitMinutes, name: own.name } : null;
  }

  private ownLag(): Lag[] {
    if (!this.ownWait) return [];
    const { from, minutes, name } = this.ownWait;
    return [
      { from, time: plainFigure(minutes), why: `${name}: the wait that you gave`, productId: '', stage: 'touch' },
    ];
  }

  /** A step and the lags it needs, for one coat of the operations that are done in one go. */
  addDraft({ operations: joined, coat }: Draft): void {
    const { catalogue, operations, batch, part } = this;
    const first = joined[0]!;
    const product = productFor(first, operations, catalogue);
    const isCut = first.op === 'apply' && (product?.how.includes('cut') ?? false);
    const work = joined.map((operation) => workFigure(operation, catalogue));
    const { bench } = catalogue;
    if (isCut) this.addCut(first, product!, work[0]!);
    const kept = isCut ? 1 - bench.cutShare.typical / 100 : 1;
    const layWork = work.map((figure, index) => (index === 0 ? scaled(figure, kept) : figure));
    const dwell = isUsedUp(first, catalogue) ? product?.dwell : undefined;
    const perPiece = sum(dwell ? [...layWork, dwell] : layWork);
    const handsOn = sum(layWork).typical;
    const setUp = Math.min(
      (first.op === 'apply' ? (bench.setUp[first.how] ?? bench.setUpOther) : bench.setUpOther).typical,
      handsOn / 2,
    );
    const each = dwell
      ? dwellEach(layWork[0]!, layWork[1] ?? sum([]), dwell, batch.quantity) - setUp / batch.quantity
      : handsOn - setUp;
    const size = groupSizeOf(first, product, { setUp, each }, batch);
    const groups = Math.ceil(batch.quantity / size);
    const front = isCut ? [...this.front, cutIdOf(first)] : this.front;
    const made: string[] = [];
    // what the piece itself brings stands with the work on its bare surface
    const isOnSurface = this.lastCoatOf.size === 0 || (first.op === 'apply' && first.role === 'prep');
    const ofPiece = isOnSurface ? hazardsOfPiece(part, catalogue).map(({ id: hazard }) => hazard) : [];
    for (let at = 0; at < groups; at += 1) {
      const group = groups > 1 ? at + 1 : null;
      const pieces = Math.min(size, batch.quantity - at * size);
      const { lags, firm, problem } = this.waitsOf(first, product, coat, group);
      const id = stepIdOf(first, coat, group);
      const words = this.wordsOf(
        joined,
        product,
        coat,
        groups > 1 ? `group ${at + 1} of ${groups}, ${pieces} pieces` : '',
      );
      const before = coat > 1 && group !== null ? [stepIdOf(first, coat - 1, group)] : front;
      this.steps.push({
        id,
        key: first.id,
        partId: part.id,
        operationIds: joined.map((operation) => operation.id),
        coat,
        group,
        ...words,
        // each piece has its own wait: the plan counts on it
        detail: lags.length && pieces > 1 ? `${words.detail} ${SAME_ORDER}`.trim() : words.detail,
        perPiece,
        setUpMinutes: setUp,
        eachMinutes: each,
        pieces,
        minutes: rounded(setUp + each * pieces),
        divisible: pieces > 1,
        after: before,
        lags: [...this.ownLag(), ...lags],
        firm,
        coatOf: first.op === 'apply' && product && isCoat(first) ? product.id : null,
        hazards: [
          ...new Set([...joined.flatMap((operation) => hazardsOf(operation, operations, catalogue)), ...ofPiece]),
        ],
        air: product?.air ?? 'room',
        places: placesOf(first, product),
        ...(problem ? { problem } : {}),
      });
      made.push(id);
    }
    // the next coat of a group follows its own group; what comes after the operation waits for all of them
    if (first.op !== 'apply' || coat === first.coats || groups === 1) this.front = made;
    this.ownWait = null;
    for (const operation of joined) this.lastCoatOf.set(operation.id, made);
  }

  /** Cutting and weeding, which wait for nothing: they may go on while a ground dries. */
  private addCut(operation: ApplyOperation, product: Product, work: Figure): void {
    const { batch, catalogue, part, schools, workshop } = this;
    const { bench } = catalogue;
    const perPiece = scaled(work, bench.cutShare.typical / 100);
    const setUp = Math.min(bench.setUp['cut']!.typical, perPiece.typical / 2);
    const byMachine = workshop.tools.includes('cutter');
    this.steps.push({
      id: cutIdOf(operation),
      key: `${operation.id}.cut`,
      partId: part.id,
      operationIds: [],
      coat: 1,
      group: null,
      label: `Cut and weed ${product.name}`,
      detail: cutWords(operation, mirrorNote(operation, part, catalogue), schools),
      needs: [product.name, byMachine ? 'the cutter' : 'a knife and a mat', 'a weeding hook and good light'],
      looksRight: 'Every corner lifts cleanly; the liner is scored, not cut.',
      perPiece,
      setUpMinutes: setUp,
      eachMinutes: perPiece.typical - setUp,
      pieces: batch.quantity,
      minutes: rounded(setUp + (perPiece.typical - setUp) * batch.quantity),
      divisible: batch.quantity > 1,
      after: [],
      lags: [],
      firm: null,
      coatOf: null,
      hazards: product.hazards.filter((id) => id === 'blades'),
      air: 'room',
      places: byMachine ? ['cutter'] : [],
    });
  }

  private wordsOf(joined: readonly Operation[], product: Product | undefined, coat: number, groupWords: string) {
    const { catalogue, operations } = this;
    const label = joined
      .map((operation, position) =>
        position ? labelOf(operation, catalogue, coat).toLowerCase() : labelOf(operation, catalogue, coat),
      )
      .reduce((text, words, position) => `${text}${joined[position]!.op === 'apply' ? ' with' : ', then'} ${words}`);
    const of = (operation: Operation) =>
      operation.op === 'apply' ? catalogue.productById.get(operation.productId) : product;
    const { bench } = catalogue;
    const checks =
      product?.attacks === 'silica' || product?.attacks === 'coating'
        ? `Check every ${spanWords(bench.checkEvery)} until it is through.`
        : product?.kind === 'stain' && joined[0]!.op === 'apply' && joined[0]!.how === 'wipe'
          ? `Wipe off what stays on top within ${formatDuration(bench.wipeWithin.high)}.`
          : '';
    const mixed = product?.potLife ? this.potWords(product.potLife, product, joined) : '';
    return {
      label: groupWords ? `${label} (${groupWords})` : label,
      detail: [...joined.map((operation) => detailOf(operation, of(operation))), checks, mixed]
        .filter(Boolean)
        .join(' '),
      needs: [
        ...new Set(joined.flatMap((operation) => needsOf(operation, productFor(operation, operations, catalogue)))),
      ],
      looksRight: looksRightOf(joined.at(-1)!, of(joined.at(-1)!)),
    };
  }

  /** What is mixed sets while it is used: how many pieces one cup serves, by its shortest life in this climate. */
  private potWords(potLife: Figure, product: Product, joined: readonly Operation[]): string {
    const rate = dryingRate(product.dryFamily, 'cure', this.climate);
    const life = scaled(potLife, 1 / ('rate' in rate ? rate.rate : 1));
    const work = sum(joined.map((operation) => workFigure(operation, this.catalogue))).typical;
    const pieces = Math.max(1, Math.floor(life.low / work));
    return `Mix for ${pieces === 1 ? 'one piece' : `${pieces} pieces`} at a time: it stays workable ${formatDuration(life.low)} to ${formatDuration(life.high)}, about half as long in a cup twice as full.`;
  }

  private waitsOf(first: Operation, product: Product | undefined, coat: number, group: number | null) {
    const { catalogue, operations, climate, part } = this;
    const { air } = this.batch.places;
    const conditions: CoatConditions = air ? { air } : {};
    const lags: Lag[] = [];
    let problem: Problem | undefined;
    const waitFor = (fromStep: string, from: Product, stage: Stage, why: string, windows?: Lag['windows']) => {
      const read = dryTime(from, stage, climate, conditions);
      if (!read.ok) problem ??= read.problems[0];
      else
        lags.push({
          from: fromStep,
          time: read.time,
          why,
          productId: from.id,
          stage,
          ...(windows
            ? {
                windows: windows
                  .map(([low, high]) => [Math.max(low, read.time.high), high] as const)
                  .filter(([low, high]) => high === null || low <= high),
              }
            : {}),
        });
    };
    if (first.op === 'apply' && coat > 1 && product && product.dry.recoat)
      waitFor(
        stepIdOf(first, coat - 1, group),
        product,
        'recoat',
        `${product.name} ready for the next coat`,
        product.recoatWindows,
      );
    else
      for (const wait of waitsBefore(operations, operations.indexOf(first), catalogue)) {
        const from = catalogue.productById.get(wait.from.productId);
        if (from)
          for (const fromStep of this.lastCoatOf.get(wait.from.id) ?? []) waitFor(fromStep, from, wait.stage, wait.why);
      }
    let firm: Step['firm'] = null;
    const stage = first.op === 'apply' && product ? firmStage(first, product, part.use.wear) : undefined;
    if (product && stage) {
      const read = dryTime(product, stage, climate, conditions);
      if (read.ok) firm = { time: read.time, productId: product.id, stage };
      else problem ??= read.problems[0];
    }
    return { lags, firm, problem };
  }
}

const cutIdOf = (operation: Operation): string => stepIdOf({ id: `${operation.id}.cut` }, 1);

/**
 * The steps of a piece in the order they are done, with the gaps between them in the workshop's climate.
 *
 * Parts without a stack have no steps of layers; the crafter's own steps stand where they were put. A step that can never start here
 * carries a `problem`. A batch that is too long for a closing window, or for the rack or turner, is done in groups.
 *
 * @param places how many pieces find room to dry; without limit where it is left out
 * @returns steps; minutes are for all the pieces of the step: set-up once, then each piece
 */
export const stepsOf = (
  piece: Piece,
  catalogue: Catalogue,
  workshop: Workshop,
  schools: Schools = DEFAULT_SCHOOLS,
  places: DryingPlaces = ROOMY,
): Step[] =>
  piece.parts.flatMap((part, index) => {
    const own = index === 0 ? piece.extraSteps : [];
    const operations = part.stack?.operations ?? [];
    const known = catalogueFor(part, catalogue);
    const list = new StepList(part, { quantity: piece.quantity, places }, known, workshop, schools);
    const addOwn = (isHere: (after: string) => boolean) => {
      for (const each of own) if (isHere(each.after)) list.addOwn(each);
    };
    addOwn((after) => after === 'first');
    for (const draft of drafted(operations, known)) {
      list.addDraft(draft);
      const first = draft.operations[0]!;
      if (first.op === 'apply' && draft.coat < first.coats) continue;
      addOwn((after) => draft.operations.some(({ id }) => id === after));
    }
    // what came after a layer that is no longer there comes at the end
    addOwn((after) => after !== 'first' && !operations.some(({ id }) => id === after));
    return list.steps;
  });
