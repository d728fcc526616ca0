import { MINUTES_PER_DAY } from '../units/index.ts';
import {
  BASIS_WEIGHT,
  scaled,
  STAGE_WORDS,
  type Catalogue,
  type Figure,
  type Product,
  type Stage,
} from '../materials/index.ts';
import { dryTime } from '../dry/index.ts';
import { freshnessOf } from '../shelf/index.ts';
import { firstAsked, judgedWhen, waitsBefore, workFigure } from '../plan/index.ts';
import { PRIORITIES, type Operation, type Priority } from '../piece/index.ts';
import { type DecidingFigure, type Finding, type Situation, takesAway } from '../judge/index.ts';
import type { Found } from './search.ts';
import { hazardLevel } from './tiers.ts';

export type Confidence = 'sure' | 'fair' | 'try first';

/** The layer whose life ends first, at the place where the piece lives. */
export interface Life {
  /** Years low–typical–high; null: as long as the piece itself. */
  readonly years: Figure | null;
  readonly endsFirst: string | null;
  readonly operationId: string | null;
}

export interface Strengths {
  readonly life: Life;
  readonly handsOnMinutes: number;
  readonly elapsedMinutes: number;
  readonly cost: 'low' | 'middle' | 'high';
  readonly costPoints: number;
  /** The same by prices on the shelf, as far as they are known: what "cheapest" goes by. */
  readonly moneyPoints: number;
  readonly risk: number;
  /** How many products of it have a hazard that asks for more than care. */
  readonly hazards: number;
  readonly confidence: Confidence;
  /** Share of its products that stand on the shelf and are fresh. */
  readonly onShelf: number;
}

/** Layers that end; a finish over them is renewed instead. */
const LIVING = new Set<string>(['ground', 'groundSeal', 'medium', 'film']);

const lifeOf = (operations: readonly Operation[], situation: Situation): Life => {
  const { catalogue, use } = situation;
  // a place that nobody has said may be the hardest
  const place = use.place === 'unknown' ? 'exposed' : use.place;
  const isCovered =
    place === 'exposed' &&
    operations.some(
      (operation) =>
        operation.op === 'apply' &&
        operation.role === 'finish' &&
        catalogue.productById.get(operation.productId)?.flags.includes('exterior'),
    );
  let ends: Life = { years: null, endsFirst: null, operationId: null };
  for (const operation of operations) {
    if (operation.op !== 'apply' || !LIVING.has(operation.role)) continue;
    const product = catalogue.productById.get(operation.productId);
    if (!product || takesAway(product)) continue;
    // under an exterior clear a layer lives as under a roof; the clear is what gets renewed
    const life =
      product.life?.[isCovered ? 'sheltered' : place] ??
      (use.place === 'unknown' ? (product.life?.sheltered ?? product.life?.humid ?? product.life?.indoors) : undefined);
    // what is laundered may be worn out by the wash before its place has worn it out
    const washed =
      use.laundryC !== null && product.launderings
        ? { ...scaled(product.launderings, 1 / catalogue.weights.washesPerYear.typical), unit: 'y' as const }
        : undefined;
    for (const years of [life, washed])
      if (years && (!ends.years || years.typical < ends.years.typical))
        ends = { years, endsFirst: product.name, operationId: operation.id };
  }
  return ends;
};

/** One situation's drying minutes, worked out once for each product and stage. */
export const dryingMemo = (situation: Situation) => {
  const known = new Map<Product, Partial<Record<Stage, number>>>();
  return (product: Product, stage: Stage): number => {
    let stages = known.get(product);
    if (!stages) known.set(product, (stages = {}));
    const found = stages[stage];
    if (found !== undefined) return found;
    const read = dryTime(product, stage, situation.workshop);
    return (stages[stage] = read.ok ? read.time.high : Infinity);
  };
};

const worstBasis = (findings: readonly Finding[], life: Life): number => {
  const bases = findings.filter(({ verdict }) => verdict !== 'favours').map(({ basis }) => BASIS_WEIGHT[basis]);
  return Math.min(1, ...bases, life.years ? BASIS_WEIGHT[life.years.basis] : 1);
};

const hazardsIn = ({ operations }: Found, catalogue: Catalogue): number => {
  let count = 0;
  for (const operation of operations) {
    const product = operation.op === 'treat' ? undefined : catalogue.productById.get(operation.productId ?? '');
    if (product && hazardLevel(product, catalogue) > 0) count += 1;
  }
  return count;
};

/** Share of what is laid on that stands on the shelf, and is fresh then. */
const onShelfShare = ({ operations }: Found, { catalogue, workshop }: Situation): number => {
  const products = operations.flatMap((operation) => {
    const product =
      operation.op === 'apply' && operation.role !== 'prep' && catalogue.productById.get(operation.productId);
    return product ? [product] : [];
  });
  const isThere = (product: Product) => {
    const held = workshop.stock.find(({ productId }) => productId === product.id);
    return held && freshnessOf(held.ageMonths, product.shelf ?? null) === 'fresh';
  };
  return products.length ? products.filter(isThere).length / products.length : 0;
};

/** Whether the steps begin with a try or a look: what nobody knows, and what has to be tried on this piece. */
const mustBeTried = (findings: readonly Finding[]): boolean =>
  findings.some(
    ({ verdict, demand }) => verdict === 'unknown' || demand?.kind === 'tryFirst' || demand?.kind === 'look',
  );

/** Minutes of what the rules ask for: tries and looks, their waits, and the waits of their own. */
const askedMinutes = (
  { findings, operations }: Found,
  catalogue: Catalogue,
  dryMinutes: ReturnType<typeof dryingMemo>,
): { readonly hands: number; readonly waits: number } => {
  const look = catalogue.bench.workLook.typical;
  let hands = 0;
  let waits = 0;
  for (const { tried, product } of firstAsked(findings, operations, catalogue, null)) {
    const { attended, wait } = tried ? judgedWhen(tried, product) : { attended: null, wait: null };
    hands += (tried?.work.typical ?? look) + (attended?.typical ?? 0) + (wait ? look : 0);
    if (wait) waits += typeof wait === 'string' ? dryMinutes(product!, wait) : wait.high;
  }
  const own = new Map<string, number>();
  for (const { demand, operationId } of findings)
    if (demand?.kind === 'wait') {
      const at = `${demand.at} ${operationId}`;
      own.set(at, Math.max(own.get(at) ?? 0, demand.time.high));
    }
  return { hands, waits: [...own.values()].reduce((sum, minutes) => sum + minutes, waits) };
};

const FLAT: ReadonlySet<Product['kind']> = new Set(['film', 'sheet', 'stencil']);

/**
 * What products cost, in classes: by their prices on the shelf where those are known, by the catalogue's class else.
 *
 * Flat goods are set beside flat ones, what is laid wet beside wet: a m² of each is another amount of work. A price becomes a class by what
 * those with a price cost a class in the middle; what has no price is taken to be as dear as the dearest of them, so that it is no advantage.
 */
const costsBy = ({ catalogue, workshop }: Situation): ((product: Product) => number) => {
  const prices = new Map(
    workshop.stock.flatMap(({ productId, perM2 }) => (perM2 === undefined ? [] : [[productId, perM2] as const])),
  );
  const aClass = (isFlat: boolean) => {
    const ratios = [...prices]
      .flatMap(([id, perM2]) => {
        const product = catalogue.productById.get(id);
        return product?.cost && FLAT.has(product.kind) === isFlat ? [perM2 / product.cost.typical] : [];
      })
      .sort((one, other) => one - other);
    const middle = ratios[Math.floor((ratios.length - 1) / 2)];
    return middle ? { middle, dearest: ratios.at(-1)! / middle } : null;
  };
  const [flat, wet] = [aClass(true), aClass(false)];
  return ({ id, kind, cost }) => {
    const own = FLAT.has(kind) ? flat : wet;
    const price = prices.get(id);
    // a sheet of tape serves several times: what a m² of it costs says little
    if (!own || kind === 'tape') return cost?.typical ?? 0;
    return price === undefined ? (cost?.typical ?? 0) * own.dearest : price / own.middle;
  };
};

/** What a stack is good at: life, hands-on and elapsed time, cost, risk, and how sure that is. */
export const strengthsOf = (
  found: Found,
  situation: Situation,
  dryMinutes: ReturnType<typeof dryingMemo>,
): Strengths => {
  const { catalogue } = situation;
  const { weights } = catalogue;
  const asked = askedMinutes(found, catalogue, dryMinutes);
  let hands = asked.hands;
  let elapsed = asked.waits;
  let costPoints = 0;
  let moneyPoints = 0;
  const costOf = costsBy(situation);
  found.operations.forEach((operation, index) => {
    const coats = operation.op === 'apply' ? operation.coats : 1;
    const product = operation.op === 'apply' ? catalogue.productById.get(operation.productId) : undefined;
    hands += workFigure(operation, catalogue).typical * coats;
    costPoints += product?.cost?.typical ?? 0;
    moneyPoints += product ? costOf(product) : 0;
    if (product?.dry.recoat && coats > 1) elapsed += (coats - 1) * dryMinutes(product, 'recoat');
    for (const wait of waitsBefore(found.operations, index, catalogue))
      elapsed += dryMinutes(catalogue.productById.get(wait.from.productId)!, wait.stage);
  });
  const life = lifeOf(found.operations, situation);
  const doubts = found.findings.filter(({ verdict }) => verdict === 'cautions').length;
  const unknowns = found.findings.filter(({ verdict }) => verdict === 'unknown').length;
  const weight = worstBasis(found.findings, life);
  return {
    life,
    handsOnMinutes: Math.round(hands),
    elapsedMinutes: Math.round(elapsed + hands),
    // low is a film and a tape, or a stencil and one paint
    cost: costPoints <= weights.lowCost.typical ? 'low' : costPoints <= weights.middleCost.typical ? 'middle' : 'high',
    costPoints,
    moneyPoints,
    risk:
      doubts +
      weights.unknownAsCautions.typical * unknowns +
      (found.method.reversible === 'no' ? weights.irreversibleAsCautions.typical : 0),
    hazards: hazardsIn(found, catalogue),
    confidence: mustBeTried(found.findings)
      ? 'try first'
      : doubts === 0 && weight >= BASIS_WEIGHT.practice
        ? 'sure'
        : 'fair',
    onShelf: onShelfShare(found, situation),
  };
};

/** What the hands-on and the elapsed time of a stack are made of, for "where from?". */
export interface Account {
  readonly work: readonly DecidingFigure[];
  readonly waits: readonly DecidingFigure[];
}

export const accountOf = (operations: readonly Operation[], { catalogue, workshop }: Situation): Account => {
  const nameOf = (operation: Operation): string => {
    if (operation.op === 'treat') return 'heating it';
    const product = operation.productId ? catalogue.productById.get(operation.productId) : undefined;
    return (
      product?.name ?? (operation.op === 'remove' && operation.what === 'mask' ? 'taking the mask off' : 'rinsing')
    );
  };
  const waited = (product: Product, stage: Stage, times: number): DecidingFigure[] => {
    const read = dryTime(product, stage, workshop);
    return read.ok
      ? [{ of: product.name, label: `until ${STAGE_WORDS[stage]}`, figure: scaled(read.time, times) }]
      : [];
  };
  return {
    work: operations.map((operation) => {
      const coats = operation.op === 'apply' ? operation.coats : 1;
      return {
        of: nameOf(operation),
        label: coats > 1 ? `${coats} coats` : 'once',
        figure: scaled(workFigure(operation, catalogue), coats),
      };
    }),
    waits: operations.flatMap((operation, index) => {
      const product = operation.op === 'apply' ? catalogue.productById.get(operation.productId) : undefined;
      const coats = operation.op === 'apply' ? operation.coats : 1;
      return [
        ...waitsBefore(operations, index, catalogue).flatMap(({ from, stage }) =>
          waited(catalogue.productById.get(from.productId)!, stage, 1),
        ),
        ...(product?.dry.recoat && coats > 1 ? waited(product, 'recoat', coats - 1) : []),
      ];
    }),
  };
};

/**
 * How good a stack is for each of the priorities, in their order; higher is better.
 *
 * Balanced weighs life against what is wanted, risk, hazards, time at the bench, waiting and cost, by the catalogue's weights; each single priority multiplies its own term.
 */
export const utilitiesOf = (
  strengths: Strengths,
  findings: readonly Finding[],
  situation: Situation,
): readonly number[] => {
  const { limits, weights } = situation.catalogue;
  const wanted =
    situation.lifeYears ?? (situation.use.mustComeOff === 'yes' ? limits.changingLife : limits.unknownLife).typical;
  const longest = weights.longestLife.typical;
  const years = Math.min(strengths.life.years?.typical ?? longest, longest);
  let favoured = 0;
  for (const { verdict } of findings) if (verdict === 'favours') favoured += 1;
  const lived = (counted: number) => weights.life.typical * Math.log2(1 + counted / wanted);
  const [enough, all] = [lived(Math.min(years, wanted * 2)), lived(years)];
  const risk = weights.risk.typical * strengths.risk;
  const hazard = weights.hazard.typical * strengths.hazards;
  const handsOn = weights.handsOn.typical * Math.log2(1 + strengths.handsOnMinutes / weights.shortWork.typical);
  const waiting = weights.waiting.typical * Math.log2(1 + strengths.elapsedMinutes / MINUTES_PER_DAY);
  const cost = (priority: Priority) =>
    weights.cost.typical * (priority === 'cheapest' ? strengths.moneyPoints : strengths.costPoints);
  const favour = weights.favoured.typical * favoured;
  const emphasis = weights.emphasis.typical;
  return PRIORITIES.map((priority) => {
    const times = (mine: Priority) => (priority === mine ? emphasis : 1);
    return (
      (priority === 'lasts' ? emphasis * all : enough) -
      times('leastRisk') * (risk + hazard) -
      times('leastHandsOn') * handsOn -
      times('soonest') * waiting -
      times('cheapest') * cost(priority) +
      favour +
      weights.onShelf.typical * strengths.onShelf
    );
  });
};
