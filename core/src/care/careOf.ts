import {
  careAxis,
  CARE_AXES,
  CARE_TABLE,
  WATERS,
  rankIn,
  type CareAxis,
  type Basis,
  type CareFacts,
  type Catalogue,
  type Figure,
  type Product,
} from '../materials/index.ts';
import { dryTime } from '../dry/index.ts';
import type { Plan } from '../plan/index.ts';
import {
  catalogueFor,
  DEFAULT_SCHOOLS,
  designIdsOf,
  layersAt,
  stepIdOf,
  surfaceFacts,
  type Cut,
  type Operation,
  type Part,
  type Schools,
  type SurfaceFacts,
  type ZONES,
  methodIdFor,
} from '../piece/index.ts';
import { failed, type Outcome } from '../problem/index.ts';
import { MINUTES_PER_DAY, MS_PER_MINUTE } from '../units/index.ts';

/** Where on the piece: where a design lies, or the rest of it. */
export type CareZone = (typeof ZONES)[number] | 'unknown' | 'rest';

/** One limit: what the weakest layer stands, which one that is, and from when it holds. */
export interface CareLimit {
  readonly zone: CareZone;
  readonly axis: CareAxis;
  /** A word of the axis, or degrees Celsius; `unknown` where a layer's limit is not known. */
  readonly value: string | number;
  readonly cause: {
    readonly operationId: string | null;
    readonly name: string;
    readonly basis: Basis;
    readonly figure: Figure | null;
  };
  /** ISO instant from which it holds: when the slowest layer has cured; null without a plan. */
  readonly from: string | null;
  /** What is waited for until then, and the figure that says how long. */
  readonly waitsFor: string | null;
  readonly waitFigure: { readonly of: string; readonly figure: Figure } | null;
}

/** What dates a limit: when coats are or were laid, and in which air. */
export interface CarePlan extends Pick<Plan, 'climate' | 'startsAt' | 'endsAt'> {
  readonly steps: readonly {
    readonly stepId: string;
    readonly end: string;
    /** The product that it laid to mend what failed, besides the layers; left out or null where it laid none. */
    readonly mendsWith?: string | null;
  }[];
}

/** What bears a use: a layer, the piece's own wall; or a fact of the piece that limits some axes and says nothing of the others. */
interface Bearer {
  /** Set where it speaks of these axes alone. */
  readonly stands?: Readonly<Partial<Record<CareAxis, string | undefined>>>;
  readonly operationId: string | null;
  readonly name: string;
  readonly care: CareFacts;
  readonly heat: Figure | null;
  readonly sun: 'yes' | 'no' | 'unknown';
  readonly product: Product | null;
  /** Set of what was laid to mend: when. */
  readonly laidAt?: string;
}

type Stand =
  | { readonly rank: number; readonly value: string | number; readonly basis: Basis; readonly figure: Figure | null }
  | { readonly rank: null };

/** What a bearer stands: an upper limit by the low end of its range, since nobody knows where in it this one lies; null where it has no say. */
const standOf = (bearer: Bearer, axis: CareAxis, schools: Schools): Stand | null => {
  const { care, stands } = bearer;
  if (stands && stands[axis] === undefined) return null;
  if (axis === 'heat')
    return bearer.heat
      ? { rank: bearer.heat.low, value: bearer.heat.low, basis: bearer.heat.basis, figure: bearer.heat }
      : { rank: null };
  const { words } = careAxis(axis);
  if (words === null) {
    const figure = axis === 'laundry' ? care.laundryC : care.ironC;
    return figure
      ? { rank: figure.low, value: figure.low, basis: figure.basis, figure }
      : { rank: 0, value: 'no', basis: care.basis, figure: null };
  }
  const order = Object.keys(words);
  const field = CARE_TABLE[axis].field;
  let word: string = stands?.[axis] ?? (axis === 'sun' || field === null ? bearer.sun : String(care[field]));
  if (axis === 'water' && word === 'dishwasher' && bearer.product && schools.dishwasher === 'handWashOnly')
    word = 'handWash';
  return word === 'unknown'
    ? { rank: null }
    : { rank: rankIn(order, word), value: word, basis: care.basis, figure: null };
};

/** The weakest of the bearers on one axis, of two alike the upper one; one that nobody knows makes the answer unknown unless another already stands nothing. */
const weakest = (bearers: readonly Bearer[], axis: CareAxis, schools: Schools) => {
  let least: { bearer: Bearer; stand: Extract<Stand, { value: unknown }> } | null = null;
  let unsure: Bearer | null = null;
  for (const bearer of bearers) {
    const stand = standOf(bearer, axis, schools);
    if (stand === null) continue;
    if (stand.rank === null) unsure ??= bearer;
    else if (!least || stand.rank <= least.stand.rank) least = { bearer, stand };
  }
  if (unsure && (!least || least.stand.rank > 0))
    return {
      value: 'unknown',
      cause: { operationId: unsure.operationId, name: unsure.name, basis: unsure.care.basis, figure: null },
    };
  if (!least) return null;
  const { bearer, stand } = least;
  return {
    value: stand.value,
    cause: { operationId: bearer.operationId, name: bearer.name, basis: stand.basis, figure: stand.figure },
  };
};

const CUT_WORDS: Readonly<Record<Cut, string>> = {
  etched: 'the frosted face',
  stripped: 'the bared metal',
  burnt: 'the burn',
  dyed: 'the dyed cloth',
};

const sunOf = (product: Product): Bearer['sun'] => {
  const life = product.life?.exposed;
  return life === undefined ? 'unknown' : life === null ? 'no' : 'yes';
};

interface Ready {
  readonly at: number;
  readonly name: string;
  readonly wait: CareLimit['waitFigure'];
}

/** When a layer is ready to be washed or used: cured in the plan's climate, or set by heat. */
const readyAt = (
  bearer: Bearer,
  axis: CareAxis,
  value: string | number,
  operations: readonly Operation[],
  plan: CarePlan,
): Ready | null => {
  const { product, operationId } = bearer;
  if (product && bearer.laidAt !== undefined) return curedAt(product, axis, value, bearer.laidAt, plan);
  const operation = operations.find(({ id }) => id === operationId);
  if (!product || operation?.op !== 'apply') return null;
  // laid in groups, a coat is laid when the last group is
  const endOf = (stepId: string) =>
    plan.steps
      .filter((step) => step.stepId === stepId || step.stepId.startsWith(`${stepId}~`))
      .map(({ end }) => end)
      .sort()
      .at(-1);
  const laid =
    endOf(stepIdOf(operation, operation.coats)) ??
    plan.steps.find((step) => step.stepId.startsWith(`${operation.id}#`))?.end;
  const treated = operations.find((one) => one.op === 'treat' && one.of === operation.id);
  const heated = treated && endOf(stepIdOf(treated, 1));
  return laid
    ? curedAt(product, axis, value, laid, plan, { isTreated: treated !== undefined, at: heated ?? null })
    : null;
};

/** When a product that was laid at an instant is ready for a use; null: it has no say. */
const curedAt = (
  product: Product,
  axis: CareAxis,
  value: string | number,
  laid: string,
  plan: CarePlan,
  heat: { readonly isTreated: boolean; readonly at: string | null } = { isTreated: false, at: null },
): Ready | null => {
  const { readyFor } = careAxis(axis);
  const isAfterCure = axis === 'water' && (CARE_TABLE.water.afterCure as readonly string[]).includes(String(value));
  const stage =
    readyFor === 'feet' && product.dry.feet
      ? 'feet'
      : product.dry.firstWash && (heat.isTreated || (readyFor === 'firstWash' && !isAfterCure) || !product.dry.cure)
        ? 'firstWash'
        : heat.at !== null
          ? null
          : 'cure';
  if (stage === null) return { at: Date.parse(heat.at ?? laid), name: `${product.name} set by heat`, wait: null };
  const time = dryTime(product, stage, plan.climate);
  if (!time.ok)
    return product.dry[stage]
      ? { at: Infinity, name: `${product.name}, which never cures in this climate`, wait: null }
      : null;
  return {
    at: Math.max(Date.parse(laid) + time.time.high * MS_PER_MINUTE, heat.at === null ? 0 : Date.parse(heat.at)),
    name: `${product.name} ${stage === 'firstWash' ? 'ready for its first wash' : stage === 'feet' ? 'ready for feet' : 'cured'}`,
    wait: { of: product.name, figure: time.time },
  };
};

/** Finishes that were on the piece already and have not cured when the work begins. */
const stillCuring = ({ finishes }: SurfaceFacts, waitDays: number, plan: CarePlan): Ready[] =>
  finishes.flatMap(({ finish, ageDays }) => {
    const age = ageDays === null ? null : (ageDays + waitDays) * MINUTES_PER_DAY;
    return finish.cure && age !== null && age < finish.cure.high
      ? [
          {
            at: Date.parse(plan.startsAt) + (finish.cure.high - age) * MS_PER_MINUTE,
            name: `${finish.name} cured`,
            wait: { of: finish.name, figure: finish.cure },
          },
        ]
      : [];
  });

const limitsIn = (
  zone: CareZone,
  bearers: readonly Bearer[],
  curing: readonly Ready[],
  operations: readonly Operation[],
  plan: CarePlan | undefined,
  schools: Schools,
): CareLimit[] =>
  CARE_AXES.flatMap((axis) => {
    const least = weakest(bearers, axis, schools);
    if (!least) return [];
    // what is never allowed is waited for by nobody
    const isNever = least.value === Object.keys(careAxis(axis).words ?? { no: '' })[0];
    const ready =
      plan && !isNever
        ? [
            ...curing,
            ...bearers.flatMap((bearer) => readyAt(bearer, axis, least.value, operations, plan) ?? []),
          ].reduce<Ready | null>((slowest, each) => (!slowest || each.at > slowest.at ? each : slowest), null)
        : null;
    const fallback = plan?.endsAt && !isNever ? Date.parse(plan.endsAt) : null;
    const at = ready ? Math.max(ready.at, fallback ?? 0) : fallback;
    return [
      {
        zone,
        axis,
        ...least,
        from: at === null || !Number.isFinite(at) ? null : new Date(at).toISOString(),
        waitsFor: ready?.name ?? null,
        waitFigure: ready?.wait ?? null,
      },
    ];
  });

/**
 * Washing and use limits of a part: on each axis and zone the piece stands what its weakest layer stands, from the day that its
 * slowest layer has cured.
 *
 * @param plan with dates; without one the limits have no start
 * @returns limits per zone and axis with their cause; a problem where the part names unknown materials or has no stack
 */
export const careOf = (
  part: Part,
  catalogue: Catalogue,
  plan?: CarePlan,
  schools: Schools = DEFAULT_SCHOOLS,
): Outcome<{ limits: readonly CareLimit[] }> => {
  const before = surfaceFacts(part.surface, catalogue);
  const after = surfaceFacts(part.surface, catalogue, { prepared: true });
  if (!before.ok) return before;
  if (!after.ok) return after;
  if (!part.stack)
    return failed({
      code: 'no-stack',
      given: 'No layers are chosen yet.',
      allowed: 'a part with a stack.',
      todo: 'Choose one in Match.',
    });
  const { stack, designs } = part;
  const chosen = catalogueFor(part, catalogue);
  const productIn = (id: string) => chosen.productById.get(id);
  const serves = designIdsOf(stack);
  /** Where the design lies that a layer serves; null: everywhere. */
  const zoneOf = (operationId: string): CareZone | null => {
    const design = designs.find(({ id }) => id === serves.get(operationId));
    return design ? zoneOfWay(design) : null;
  };
  /** An inside coat is inside, whatever is said of its design. */
  const zoneOfWay = (design: (typeof designs)[number]): CareZone => {
    return chosen.methodById.get(methodIdFor(part, stack, design))?.side === 'inside' ? 'inside' : design.zone;
  };
  const profile = layersAt(stack, (id) => productIn(id)?.attacks);
  const bearerOf = (name: string, facts: typeof after.facts.properties): Bearer => ({
    operationId: null,
    name,
    care: facts.care,
    heat: facts.heatLimitC,
    sun: facts.care.frost === 'unknown' ? 'unknown' : 'yes',
    product: null,
  });
  const surface = bearerOf(after.facts.name, after.facts.properties);
  const bared = bearerOf(after.facts.base.name, after.facts.base.properties);
  const limiting = (
    name: string,
    stands: NonNullable<Bearer['stands']>,
    basis: Basis,
    operationId: string | null = null,
  ): Bearer => ({
    stands,
    operationId,
    name,
    care: { ...after.facts.properties.care, basis },
    heat: null,
    sun: 'unknown',
    product: null,
  });
  const item = catalogue.itemById.get(part.use.item);
  /** What the thing itself asks for, whatever it is made of. */
  const ofThing = item?.stands ? [limiting(item.name, item.stands, 'practice')] : [];
  const isCoveredAll = profile.layers.some(
    ({ extent, presence, role }) => extent === 'all' && presence === 'there' && role !== 'prep',
  );
  /** Metal that rusts, where it lies bare. */
  const rusting = (facts: typeof after.facts.properties, name: string): Bearer[] =>
    facts.traits.includes('rusts') && !isCoveredAll
      ? [limiting(`bare ${name}, which rusts`, { water: 'wipe', soak: 'no', sun: 'no' }, 'practice')]
      : [];
  const laidBearer = (product: Product, care: CareFacts, operationId: string | null): Bearer => ({
    operationId,
    name: product.name,
    care,
    heat: product.heatLimitC ?? null,
    sun: sunOf(product),
    product,
  });
  const layers = profile.layers.flatMap((layer): { extent: string; zone: string | null; bearer: Bearer }[] => {
    const product = productIn(layer.productId);
    if (!product?.care || layer.presence === 'ghost' || layer.role === 'mask' || layer.role === 'edgeSeal') return []; // a thin edge seal lies under the colour
    return [
      {
        extent: layer.extent,
        zone: zoneOf(layer.operationId),
        bearer: laidBearer(product, product.care, layer.operationId),
      },
    ];
  });
  /** What was laid to mend, wherever it lies: it stands no more than it does as a layer, and cures from when it was laid. */
  const mends = (plan?.steps ?? []).flatMap(({ mendsWith, end }): Bearer[] => {
    const product = mendsWith ? productIn(mendsWith) : undefined;
    return product?.care ? [{ ...laidBearer(product, product.care, null), laidAt: end }] : [];
  });
  const isStripped = profile.cut?.kind === 'stripped';
  const ground = isStripped ? bared : surface;
  const cutBy = stack.operations.find(({ id }) => id === profile.cut?.operationId);
  const leaves = cutBy?.op === 'apply' ? productIn(cutBy.productId)?.leaves : undefined;
  /** What etching or burning has made of the surface where the design is. */
  const relief =
    profile.cut && leaves ? [limiting(CUT_WORDS[profile.cut.kind], leaves, 'practice', profile.cut.operationId)] : [];
  const bareHere = isStripped
    ? rusting(after.facts.base.properties, after.facts.base.name)
    : rusting(after.facts.properties, after.facts.name);
  const curing = plan ? stillCuring(after.facts, part.surface.waitDays, plan) : [];
  const zones = [...new Set(designs.map(zoneOfWay))];
  const layersIn = (wanted: string) =>
    layers.filter(({ zone }) => zone === null || zone === wanted).map(({ bearer }) => bearer);
  const allOver = layers.filter(({ extent }) => extent === 'all').map(({ bearer }) => bearer);
  return {
    ok: true,
    limits: [
      ...zones.flatMap((zone) =>
        limitsIn(
          zone,
          [...ofThing, ground, ...bareHere, ...relief, ...layersIn(zone), ...mends],
          curing,
          stack.operations,
          plan,
          schools,
        ),
      ),
      ...limitsIn(
        'rest',
        [...ofThing, surface, ...rusting(after.facts.properties, after.facts.name), ...allOver, ...mends],
        curing,
        stack.operations,
        plan,
        schools,
      ),
    ],
  };
};

/** What nobody knows is no better than a damp cloth. */
const UNKNOWN_RANK = 0.5;
const waterRank = ({ value }: CareLimit): number =>
  value === 'unknown' ? UNKNOWN_RANK : rankIn(WATERS, String(value));

const leastBy = (limits: readonly CareLimit[], rank: (limit: CareLimit) => number): CareLimit | undefined =>
  limits.reduce<CareLimit | undefined>(
    (least, limit) => (!least || rank(limit) < rank(least) ? limit : least),
    undefined,
  );

/** The washing that the weakest zone stands, the piece's own walls among them; not known goes before all but "none". */
export const weakestWashing = (limits: readonly CareLimit[]): CareLimit | undefined =>
  leastBy(
    limits.filter(({ axis }) => axis === 'water'),
    waterRank,
  );

/**
 * The headline of a card, in one limit: laundry where all of the piece goes into it, else the washing by hand, cloth or machine that its
 * weakest zone stands; never both. It holds from the day on which it holds in every zone.
 *
 * @returns undefined where washing is not limited
 */
export const headlineOf = (limits: readonly CareLimit[]): CareLimit | undefined => {
  const laundry = limits.filter(({ axis }) => axis === 'laundry');
  const isLaundered = laundry.length > 0 && laundry.every(({ value }) => typeof value === 'number');
  const of = isLaundered ? laundry : limits.filter(({ axis }) => axis === 'water');
  const least = leastBy(of, isLaundered ? ({ value }) => Number(value) : waterRank);
  if (!least) return undefined;
  const slowest = of.every(({ from }) => from !== null)
    ? of.reduce((one, other) => (other.from! > one.from! ? other : one))
    : least;
  const { from, waitsFor, waitFigure } = slowest;
  return { ...least, from: least.from === null ? null : from, waitsFor, waitFigure };
};
