import { lastRate } from '../amounts/index.ts';
import { dryTime } from '../dry/index.ts';
import { Judge, situationOf, STANDARD_BOOK, topAfter, type Finding, type Situation, type Top } from '../judge/index.ts';
import type { Figure, Product, Stage } from '../materials/index.ts';
import { failed, type Outcome } from '../problem/index.ts';
import type { ApplyOperation, FixStep, Operation } from '../piece/index.ts';
import type { Step } from '../plan/index.ts';
import { shelfAt } from '../shelf/index.ts';
import { MINUTES_PER_DAY, MS_PER_MINUTE } from '../units/index.ts';
import { rescueBook } from './data.ts';
import { PieceRecord, type RescueInput } from './record.ts';
import type { ActionRow, RepairRow } from './schema.ts';
import { touchProblems } from './touches.ts';

/** One way to mend what went wrong, as it stands beside the others. */
export interface RepairOption {
  readonly id: string;
  readonly name: string;
  readonly kind: RepairRow['kind'];
  readonly says: string;
  /** How often it comes out well, %. */
  readonly chance: Figure;
  /** What is done to mend, as it goes into the plan. */
  readonly steps: readonly FixStep[];
  /** Steps of the piece that are done again after it. */
  readonly again: readonly { readonly operationId: string; readonly coat: number }[];
  readonly againLabels: readonly string[];
  /** Whether the piece goes on after it; not where another way of working must be found. */
  readonly goesOn: boolean;
  /** Whether it cannot be taken back. */
  readonly isFinal: boolean;
  /** Hands-on minutes on all of the copies. */
  readonly workMinutes: number;
  /** Minutes of drying and hardening in between. */
  readonly waitMinutes: { readonly low: number; readonly typical: number; readonly high: number };
  /** Names of the products that it takes. */
  readonly takes: readonly string[];
  /** Those of them, and of what it is touched up with, that are not on the shelf. */
  readonly toGet: readonly string[];
  /** What they cost on all of the copies, in the main unit, by what the last of each cost; null: of none of them a price is known. */
  readonly cost: number | null;
  /** Products that the cost is without: no price of them is known, or nobody reckons how much it takes. */
  readonly costWithout: readonly string[];
  readonly standing: 'holds' | 'cautions' | 'refused';
  /** Why it is refused, or what to mind, in sentences. */
  readonly reasons: readonly string[];
  readonly hazards: readonly string[];
}

const FALLBACKS: readonly Stage[] = ['recoat', 'touch', 'mask', 'film', 'cure'];
/** Which figure of a coat that was on the piece says when it can take what follows. */
const FINISH_READY = {
  touch: 'readyForPaint',
  recoat: 'readyForPaint',
  mask: 'readyForMask',
  film: 'readyForFilm',
  cure: 'cure',
  heatSet: 'cure',
  firstWash: 'cure',
  feet: 'cure',
} as const satisfies Readonly<Record<Stage, string>>;
/** What dries; film, sheets and what cleans do not. */
const COATS: ReadonlySet<Product['kind']> = new Set(['paint', 'stain', 'primer', 'clear']);
const MOST_STEPS = 12;

const blocking = (findings: readonly Finding[]): readonly Finding[] =>
  findings.filter(({ verdict }) => verdict === 'blocks');

/** A product as it is used to mend. */
const fixOf = (product: Product): ApplyOperation => ({
  id: 'fix',
  op: 'apply',
  role: product.kind === 'prep' ? 'prep' : product.kind === 'primer' ? 'ground' : 'groundSeal',
  productId: product.id,
  how: product.how[0] ?? 'wipe',
  coats: 1,
  extent: 'all',
});

/** Reads what a repair comes to on one piece as it is now; one object for one fault. */
class Mending {
  private readonly judge: Judge | null;
  private readonly situation: Situation | null;
  private readonly now: Top | null;
  private readonly copies: number;

  constructor(private readonly record: PieceRecord) {
    const { input, part, catalogue } = record;
    const brief = { part, workshop: input.workshop, quantity: input.piece.quantity, due: input.piece.due };
    const read = situationOf(brief, catalogue, input.schools);
    const method = part.stack && catalogue.methodById.get(part.stack.methodId);
    this.situation = read.ok ? read.situation : null;
    this.judge = this.situation && method ? new Judge(this.situation, method, STANDARD_BOOK) : null;
    this.now = this.topNow();
    this.copies = input.copies?.length || input.piece.quantity;
  }

  /** The surface as it is: after all that was begun. */
  private topNow(): Top | null {
    const { record } = this;
    const { operations } = record;
    const last = operations.findLastIndex((operation) => record.happened(operation) !== null);
    const at = last < 0 ? record.index : last;
    const operation = operations[at];
    const top = record.topBefore(operation ?? null);
    return top && operation ? topAfter(top, operation, record.productOf(operation)) : (this.judge?.start ?? null);
  }

  option(row: RepairRow): RepairOption {
    const { record } = this;
    const actions = this.actionsOf(row);
    const reasons: string[] = [];
    const cautions: string[] = [];
    const steps: FixStep[] = [];
    const takes = new Set<Product>();
    const next = this.nextOf(row);
    // as it is after each of them, so that what follows stands on it
    let top = this.now;
    for (const action of actions) {
      const { product, refused, minded } = this.productFor(action, top, next);
      reasons.push(...refused);
      cautions.push(...minded);
      const { refused: touched, minded: cared } = touchProblems(action, this.situation, this.now, record.product);
      reasons.push(...touched);
      cautions.push(...cared);
      const step = this.stepOf(action, product);
      if (step.ok && (this.isOver(action, step.step) || (action.isWait && !step.step.dries))) continue;
      if (!step.ok) reasons.push(...step.problems.map(({ given, todo }) => `${given} ${todo}`));
      else steps.push(step.step);
      if (product && product.kind !== 'prep') takes.add(product);
      if (row.kind === 'strip' && action.touches.some((one) => one === 'scrape' || one === 'pull'))
        top = record.topBefore(record.layer) ?? top;
      if (product && top) top = topAfter(top, fixOf(product), product);
    }
    // what is begun anew finds the surface as the plan has it
    if (next && top && this.judge && row.kind !== 'anew')
      reasons.push(...blocking(this.judge.onTop(top, next)).map(sentence));
    const again = this.againOf(row);
    if (row.again !== 'none' && !record.layer)
      reasons.push('What came off was on the piece before: no layer of it is laid again. Plan a coat in Match first.');
    for (const operation of this.operationsOf(row)) {
      const product = record.productOf(operation);
      if (product && product.kind !== 'prep') takes.add(product);
    }
    steps.push(...this.cutAgain(row));
    const work = steps.reduce(
      (sum, { setUpMinutes, eachMinutes }) => sum + setUpMinutes + eachMinutes * this.copies,
      0,
    );
    const redone = again.reduce((sum, step) => sum + step.setUpMinutes + step.eachMinutes * this.copies, 0);
    return {
      id: row.id,
      name: row.name,
      kind: row.kind,
      says: row.says,
      chance: row.chance,
      steps: steps.slice(0, MOST_STEPS),
      again: again.map(({ key, coat }) => ({ operationId: key, coat })),
      againLabels: again.map(({ label }) => label),
      goesOn: row.kind !== 'anew' || row.again !== 'none',
      isFinal:
        row.kind === 'strip' ||
        row.kind === 'anew' ||
        actions.some(({ touches }) =>
          touches.some((one) => one === 'sand' || one === 'scrape' || one === 'blade' || one === 'solvent'),
        ),
      workMinutes: Math.round(work + redone),
      waitMinutes: this.waits(steps, again),
      takes: [...takes].map(({ name }) => name),
      toGet: this.toGet([...takes], steps),
      ...this.cost(row, steps, again),
      standing: reasons.length ? 'refused' : cautions.length ? 'cautions' : 'holds',
      reasons: [...new Set([...reasons, ...cautions])],
      hazards: [...new Set([...steps.flatMap(({ hazards }) => hazards), ...again.flatMap(({ hazards }) => hazards)])],
    };
  }

  /** Its actions, with what must be hard before it is sanded hard first. */
  private actionsOf({ steps }: RepairRow): readonly ActionRow[] {
    const book = rescueBook();
    const rows = steps.flatMap((id) => book.actionById.get(id) ?? []);
    const sands = rows.findIndex(({ touches }) => touches.includes('sand'));
    const waits = (row: ActionRow) => row.waitFor === 'cure' || row.wait !== undefined;
    if (sands < 0 || this.record.product?.carrier !== 'twoPart' || rows.slice(0, sands).some(waits)) return rows;
    const hardens = [...book.actionById.values()].find(
      ({ isWait, waitFor, of }) => isWait && waitFor === 'cure' && of === 'layer',
    );
    return hardens ? [hardens, ...rows] : rows;
  }

  /** The first product for an action that the rules allow on the surface as it is. */
  private productFor(
    { products, lays }: ActionRow,
    top: Top | null,
    next: ApplyOperation | null,
  ): {
    product: Product | null;
    refused: string[];
    minded: string[];
  } {
    const { record, judge } = this;
    if (!products) return { product: null, refused: [], minded: [] };
    if (!judge || !top)
      return {
        product: null,
        refused: ['What it would go onto is not known, so nobody can judge it. Say in Surface what it is.'],
        minded: [],
      };
    const tried = products.flatMap((id) => {
      const product = record.catalogue.productById.get(id);
      if (!product) return [];
      const operation = fixOf(product);
      const findings: readonly Finding[] = [...judge.alone(operation), ...judge.onTop(top, operation)];
      const later = lays && next ? judge.onTop(topAfter(top, operation, product), next) : [];
      return [{ product, findings, carries: !blocking(later).length }];
    });
    const fits = tried.filter(({ findings }) => !blocking(findings).length);
    // the first that carries what is laid on it again
    const fit = fits.find(({ carries }) => carries) ?? fits[0];
    if (!fit)
      return { product: null, refused: (tried[0] ? blocking(tried[0].findings) : []).map(sentence), minded: [] };
    const minded = fit.findings.filter(({ verdict }) => verdict === 'cautions' || verdict === 'unknown').map(sentence);
    return { product: fit.product, refused: [], minded };
  }

  /** The first coat or film that is laid again: it stands on what the repair leaves. */
  private nextOf(row: RepairRow): ApplyOperation | null {
    const { record } = this;
    const found = this.operationsOf(row).find((operation) => {
      const kind = record.productOf(operation)?.kind;
      return (
        operation.op === 'apply' &&
        operation.role !== 'mask' &&
        kind !== undefined &&
        (COATS.has(kind) || kind === 'film')
      );
    });
    return found?.op === 'apply' ? found : null;
  }

  private stepOf(action: ActionRow, product: Product | null): Outcome<{ step: FixStep }> {
    const { record } = this;
    const whose = this.whose(action, product);
    const read = this.waitOf(action, whose);
    if (!read.ok) return read;
    const { time } = read;
    // what is taken off or waited for is not used: only its cautions go with it
    const laid = action.lays ? (product ?? whose) : null;
    const cautioned = action.isWait ? null : (product ?? whose);
    const way = product?.kind === 'prep' ? ` ${capitalised(product.name)}.` : laid ? ` With ${laid.name}.` : '';
    return {
      ok: true,
      step: {
        label: action.label,
        detail: `${action.detail}${way}`,
        looksRight: action.looksRight,
        needs: [...action.needs, ...(laid ? [laid.name] : [])],
        setUpMinutes: action.setUp.typical,
        eachMinutes: action.each.typical,
        dries: time && { low: Math.round(time.low), typical: Math.round(time.typical), high: Math.round(time.high) },
        productId: laid?.id ?? null,
        hazards: [...new Set([...action.hazards, ...(cautioned?.hazards ?? [])])].filter((id) =>
          record.catalogue.hazardById.has(id),
        ),
        air: worstAir(action.air, cautioned?.air ?? 'room'),
      },
    };
  }

  /** Whether it only waits for what has dried since it was laid. */
  private isOver({ isWait, of }: ActionRow, { dries }: FixStep): boolean {
    const { record } = this;
    const { now } = record.input;
    if (!isWait || of !== 'layer' || !now || !dries) return false;
    const end = record.happened(record.layer)?.endAt;
    return end !== undefined && Date.parse(now) - end >= dries.high * MS_PER_MINUTE;
  }

  private whose({ of }: ActionRow, product: Product | null): Product | null {
    const { record } = this;
    if (of === 'product') return product;
    if (of === 'layer') return record.product;
    if (of !== 'below') return null;
    const coats = record.laidBefore.filter(({ role }) => role === 'ground' || role === 'groundSeal');
    return record.productOf(coats.at(-1) ?? null);
  }

  /** How long an action waits; null: for nothing. What nobody knows is no short wait. */
  private waitOf({ wait, waitFor, of, lays }: ActionRow, whose: Product | null): Outcome<{ time: Figure | null }> {
    if (!waitFor) return { ok: true, time: wait ?? null };
    if (whose) return this.dryOf(whose, waitFor);
    // of a product that does not stand there: that is said already
    if (of === 'product') return { ok: true, time: null };
    const coat = this.record.part.surface.existing.at(-1);
    const finish = coat && this.record.catalogue.finishById.get(coat.finish);
    if (!coat)
      return lays
        ? failed({
            code: 'nothing-beneath',
            given: 'Nothing of that lies on the piece that it could be touched up with.',
            allowed: 'a coat that was laid.',
            todo: 'Mend it in another way.',
          })
        : { ok: true, time: null };
    const figure = finish && (finish[FINISH_READY[waitFor]] ?? finish.cure);
    // a coat that was fired on dries no more
    if (finish && !figure && finish.binder !== 'unknown' && !lays) return { ok: true, time: null };
    if (!figure)
      return failed({
        code: 'wait-not-known',
        given: 'How long the coat that was on it takes to dry is not known.',
        allowed: 'a coat of which that is known.',
        todo: 'Say in Surface what lies on it, or go by its label and try a hidden spot first.',
      });
    // what is laid now dries anew; what was there has dried since
    const gone = lays || coat.ageDays === null ? 0 : coat.ageDays * MINUTES_PER_DAY;
    const [low, typical, high] = [figure.low, figure.typical, figure.high].map((one) => Math.max(0, one - gone)) as [
      number,
      number,
      number,
    ];
    return { ok: true, time: high === 0 ? null : { ...figure, low, typical, high } };
  }

  /** How long a coat takes to a stage in the workshop; to the nearest stage that its label knows. */
  private dryOf(product: Product, stage: Stage): Outcome<{ time: Figure }> {
    const found = [stage, ...FALLBACKS].find((one) => product.dry[one]);
    if (!found)
      return COATS.has(product.kind)
        ? failed({
            code: 'wait-not-known',
            given: `How long ${product.name} takes to dry is not known.`,
            allowed: 'a product of which that is known.',
            todo: 'Enter what its label says in the handbook.',
          })
        : { ok: true, time: { low: 0, typical: 0, high: 0, unit: 'min', basis: 'estimate' } };
    const { workshop } = this.record.input;
    const read = dryTime(product, found, workshop, {});
    return read.ok ? { ok: true, time: read.time } : failed(...read.problems);
  }

  /** Operations of the stack that are laid again. */
  private operationsOf({ again }: RepairRow): readonly Operation[] {
    const { record } = this;
    const { operations, layer } = record;
    if (again === 'none' || !layer) return [];
    if (again === 'all') return operations;
    const at = record.indexOf(layer);
    const mask = record.operations.slice(0, at).findLast((one) => one.op === 'apply' && one.role === 'mask');
    const isOff = operations.some(
      (one, index) => index > at && one.op === 'remove' && one.what === 'mask' && record.happened(one),
    );
    // what is laid through a mask that is off needs its mask again
    const needsMask = again === 'fromMask' || (layer.extent === 'opening' && isOff && layer.role === 'medium');
    const from = needsMask && mask ? record.indexOf(mask) : at;
    return operations.slice(from).filter((one) => record.happened(one) !== null || record.indexOf(one) <= record.index);
  }

  /** Steps that were done and are done again; those that are open come anyway. */
  private againOf(row: RepairRow): readonly Step[] {
    const { record } = this;
    const { layer, steps } = record;
    const operations = this.operationsOf(row);
    const ids = new Set(operations.map(({ id }) => id));
    const isWork = ({ kind, operationIds }: Step) => kind === 'work' && operationIds.some((id) => ids.has(id));
    const isCut = ({ kind, copies, key }: Step) =>
      kind === 'cut' && copies !== null && operations.some(({ id }) => key === `${id}.cut`) && this.isSpent(key);
    const done = steps.filter((step) => (isWork(step) || isCut(step)) && record.isBegunStep(step));
    if (row.again !== 'coat' || !layer || operations[0] !== layer) return done;
    // one more coat: of its own coats only the last on each face
    const isOwn = (step: Step) => step.operationIds.includes(layer.id);
    const isLast = (step: Step) => !done.some((other) => other.key === step.key && other.coat > step.coat);
    return done.filter((step) => !isOwn(step) || isLast(step));
  }

  /** What is needed and is not on the shelf. */
  private toGet(takes: readonly Product[], steps: readonly FixStep[]): readonly string[] {
    const { input, catalogue, all } = this.record;
    const { cans, uses } = input.shelf;
    const day = input.now ?? all.at(-1)?.at;
    const there = new Set(
      // what is ordered is not there yet
      day === undefined
        ? []
        : shelfAt(cans, uses, day, catalogue).stock.flatMap(({ productId, arrivesOn }) =>
            arrivesOn === undefined ? [productId] : [],
          ),
    );
    const laid = steps.flatMap(({ productId }) => catalogue.productById.get(productId ?? '') ?? []);
    return [...new Set([...takes, ...laid].filter(({ id }) => !there.has(id)).map(({ name }) => name))];
  }

  /** What is laid again costs what it takes; how much goes into mending in place is not reckoned. */
  private cost(
    row: RepairRow,
    steps: readonly FixStep[],
    again: readonly Step[],
  ): Pick<RepairOption, 'cost' | 'costWithout'> {
    const { record, copies } = this;
    const { piece, shelf } = record.input;
    const byId = record.catalogue.productById;
    const without = new Set(
      steps.flatMap(({ productId }) => {
        const product = byId.get(productId ?? '');
        return product && product.kind !== 'prep' ? [product.name] : [];
      }),
    );
    let sum: number | null = null;
    for (const operation of this.operationsOf(row)) {
      const { id } = operation;
      const product = record.productOf(operation);
      if (operation.op !== 'apply' || !product || product.kind === 'prep') continue;
      // where none of it is marked, all of its coats are reckoned
      const coats = again.length
        ? again.filter(({ operationIds }) => operationIds.includes(id)).length
        : operation.coats;
      if (!coats) continue;
      // what was not used up is laid again as it is
      if (operation.role === 'mask' && !this.isSpent(`${id}.cut`)) continue;
      const line = record.amounts.find(({ needs }) =>
        needs.some((one) => one.pieceId === piece.id && one.operationId === id),
      );
      const need = line?.needs.find((one) => one.pieceId === piece.id && one.operationId === id)?.need;
      const rate = line ? lastRate(product.id, line.unit, shelf.cans) : null;
      if (!need || rate === null) without.add(product.name);
      else sum = (sum ?? 0) + need.typical * Math.min(1, coats / operation.coats) * (copies / piece.quantity) * rate;
    }
    return { cost: sum === null ? (without.size ? null : 0) : Math.round(sum * 100) / 100, costWithout: [...without] };
  }

  /** Whether what was cut is used up by one piece: film and ironed paper; a stencil is wiped and laid again. */
  private isSpent(cutKey: string): boolean {
    const operation = this.record.operations.find(({ id }) => `${id}.cut` === cutKey);
    const product = this.record.productOf(operation ?? null);
    return product?.kind === 'film' || product?.kind === 'sheet' || product?.tack === 'heat';
  }

  /** What is cut once for the whole batch is cut again for what is mended, as a step of its own. */
  private cutAgain(row: RepairRow): readonly FixStep[] {
    const operations = this.operationsOf(row);
    return this.record.steps
      .filter(
        ({ kind, key, copies }) =>
          kind === 'cut' && copies === null && operations.some(({ id }) => key === `${id}.cut`) && this.isSpent(key),
      )
      .map(({ label, detail, looksRight, needs, eachMinutes, setUpMinutes, hazards, air }): FixStep => ({
        label: `${label}, for what is mended`.slice(0, 120),
        detail,
        looksRight,
        needs: needs.slice(0, 20),
        setUpMinutes: Math.min(1440, setUpMinutes),
        eachMinutes: Math.min(1440, eachMinutes),
        dries: null,
        productId: null,
        hazards: [...hazards],
        air,
      }));
  }

  private waits(steps: readonly FixStep[], again: readonly Step[]): RepairOption['waitMinutes'] {
    const own = steps.flatMap(({ dries }) => dries ?? []);
    const ids = new Set(again.map(({ id }) => id));
    const lags = again.flatMap(({ lags: all }) => {
      const inside = all.filter(({ from }) => ids.has(from)).map(({ time }) => time);
      return inside.length ? [inside.reduce((most, one) => (one.high > most.high ? one : most))] : [];
    });
    const sum = (of: 'low' | 'typical' | 'high') =>
      Math.round([...own, ...lags].reduce((total, one) => total + one[of], 0));
    return { low: sum('low'), typical: sum('typical'), high: sum('high') };
  }
}

const AIR_RANK = ['room', 'ventilated', 'outdoors'] as const;
const worstAir = (one: FixStep['air'], other: FixStep['air']): FixStep['air'] =>
  AIR_RANK.indexOf(one) >= AIR_RANK.indexOf(other) ? one : other;

const capitalised = (words: string): string => `${words.charAt(0).toUpperCase()}${words.slice(1)}`;
const sentence = ({ reason, instead }: Finding): string => `${capitalised(reason)}.${instead ? ` ${instead}` : ''}`;

/**
 * What mends a cause on a piece as it is now: each way with its steps, its time and chance, and what the rules of Match say of it. Those that
 * are refused come last, with why.
 *
 * @param ids of repairs, in the order in which the cause offers them
 */
export const repairsOf = (input: RescueInput, ids: readonly string[]): readonly RepairOption[] => {
  const book = rescueBook();
  const symptom = book.symptomById.get(input.symptom);
  if (!symptom) return [];
  const mending = new Mending(new PieceRecord(input, symptom));
  const options = ids.flatMap((id) => {
    const row = book.repairById.get(id);
    return row ? [mending.option(row)] : [];
  });
  return [
    ...options.filter(({ standing }) => standing !== 'refused'),
    ...options.filter(({ standing }) => standing === 'refused'),
  ];
};
