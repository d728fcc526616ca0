import type { Catalogue, Figure, Product } from '../materials/index.ts';
import { scaled } from '../materials/index.ts';
import type { Climate, CoatConditions } from '../dry/index.ts';
import {
  catalogueFor,
  DEFAULT_SCHOOLS,
  facesOf,
  hazardsOfPiece,
  stepIdOf,
  stencilsFor,
  type ApplyOperation,
  type ExtraStep,
  type Operation,
  type Part,
  type Piece,
  type Schools,
  type Trial,
  type Workshop,
  designsServed,
} from '../piece/index.ts';
import { formatDuration } from '../units/index.ts';
import { askedOf, OF_PIECE, type Asked } from './asked.ts';
import {
  chiefOf,
  coversFaces,
  drafted,
  isFaceByFace,
  isUsedUp,
  productFor,
  stencilRounds,
  type Draft,
} from './drafts.ts';
import { firstSteps } from './firstSteps.ts';
import { keepOf, keptBy } from './keeps.ts';
import { keyOf, waitsOf, type LastCoat } from './lagsOf.ts';
import { mixingOf } from './mixing.ts';
import { arrivalOf, plainStep, type Clock, type Lag, type Step } from './step.ts';
import { isCoat, workFigure } from './waits.ts';
import {
  cutWords,
  detailOf,
  howOf,
  labelOf,
  mixWords,
  needsOf,
  rightWhen,
  sceneOf,
  sentences,
  spanWords,
  watchWords,
  type Scene,
} from './words/index.ts';
import { grouped, isCutBefore, isTurned, placesOf, type DryingPlaces, type Grouped } from './work.ts';

/** The bench as steps see it: room to dry, moving air, ways of working, tries that were made. */
export interface StepOptions {
  readonly schools?: Schools | undefined;
  readonly trials?: readonly Trial[] | undefined;
  /** How many pieces find room to dry, and on the turner; without limit, and one, where it is left out. */
  readonly places?: DryingPlaces | undefined;
  /** How the air moves where they dry; as on the label where it is left out. */
  readonly air?: CoatConditions['air'] | undefined;
}
const ROOMY: DryingPlaces = { rack: null, turner: 1 };

const plainFigure = (minutes: number): Figure => ({
  low: minutes,
  typical: minutes,
  high: minutes,
  unit: 'min',
  basis: 'estimate',
});

const ownStep = (own: ExtraStep, partId: string, quantity: number): Step =>
  plainStep({
    key: `own-${own.id}`,
    kind: 'own',
    partId,
    label: own.name,
    detail: own.note,
    perPiece: plainFigure(own.setUpMinutes + own.eachMinutes),
    setUpMinutes: own.setUpMinutes,
    eachMinutes: own.eachMinutes,
    pieces: quantity,
  });

const numbered = (from: number, count: number): number[] => Array.from({ length: count }, (_, index) => from + index);

const SAME_ORDER = 'Take the pieces in the same order as before: each has its own wait.';
const END_GRAIN = 'Twice at the end grain';

/** One group of a draft that is being laid. */
interface Laid extends Grouped {
  readonly chief: Operation;
  readonly product: Product | undefined;
  readonly isCut: boolean;
}

/** Lays the steps of one part one after the other; one object for a part. */
class StepList {
  readonly steps: Step[] = [];
  /** The steps that laid the last coat of each operation, group by group. */
  private readonly lastCoatOf = new Map<string, readonly (readonly string[])[]>();
  /** Steps of each draft, by its place. */
  private readonly made: string[][] = [];
  /** What the next step comes after. */
  private front: readonly string[] = [];
  /** What must be found out before anything else is begun. */
  private gates: readonly string[] = [];
  /** A wait of the crafter's own, until the next step. */
  private ownWait: { readonly from: string; readonly minutes: number; readonly name: string } | null = null;
  private readonly climate: Climate;
  private readonly conditions: CoatConditions;

  constructor(
    private readonly scene: Scene,
    private readonly asked: Asked,
    private readonly schools: Schools,
    air: CoatConditions['air'],
  ) {
    const { temperatureC, relativeHumidity } = scene.workshop;
    this.climate = { temperatureC, relativeHumidity };
    this.conditions = air ? { air } : {};
  }

  addFirst(): void {
    const steps = firstSteps(this.asked.first, this.scene, this.climate, this.conditions, (product) => [
      ...new Set([...(product?.hazards ?? []), ...this.ofPiece()]),
    ]);
    this.steps.push(...steps.map((step) => (step.after.length ? step : { ...step, after: this.front })));
    this.gates = steps.filter(({ gate }) => gate !== null).map(({ id }) => id);
    if (this.gates.length) this.front = this.gates;
  }

  addOwn(own: ExtraStep): void {
    const step = ownStep(own, this.scene.part.id, this.scene.quantity);
    this.steps.push({
      ...step,
      copies: numbered(1, this.scene.quantity),
      after: this.front,
      lags: this.ownLag(),
    });
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

  /** What the piece itself brings stands with the work on its bare surface. */
  private ofPiece(): readonly string[] {
    return hazardsOfPiece(this.scene.part, this.scene.catalogue).map(({ id }) => id);
  }

  /** Steps and lags of one draft, for all its groups. */
  addDraft(grouped: Grouped): void {
    const { draft, size, isPaired } = grouped;
    const { scene } = this;
    const chief = chiefOf(draft);
    const product = productFor(chief, scene.operations, scene.catalogue);
    const laid: Laid = { ...grouped, chief, product, isCut: isCutBefore(chief, scene) };
    if (laid.isCut && chief.op === 'apply' && product) this.addCut(chief, product);
    const groups = Math.ceil(scene.quantity / size);
    const before = this.made.at(-1) ?? [];
    const made: string[] = [];
    for (let at = 0; at < groups; at += 1) {
      const group = groups > 1 ? at + 1 : null;
      const own = isPaired && before.length === groups ? [before[at]!] : this.front;
      const earlier =
        draft.coat > 1 && group !== null ? [stepIdOf({ id: keyOf(chief, draft.face) }, draft.coat - 1, group)] : [];
      const step = this.stepOf(laid, group, groups, earlier.length ? earlier : own);
      this.steps.push(step);
      made.push(step.id);
    }
    this.made.push(made);
    // the next coat of a group follows its own group; what comes after the operation waits for all of them
    if (chief.op !== 'apply' || (draft.coat === chief.coats && draft.face !== 'back') || groups === 1)
      this.front = made;
    this.ownWait = null;
    const since = chief.op === 'apply' && isFaceByFace(product) ? chief.coats + 1 : 2;
    const backs = draft.face === 'front' ? this.made.at(-since) : undefined;
    const laidBy = made.map((id, at) => (backs?.[at] === undefined ? [id] : [backs[at], id]));
    for (const operation of draft.operations) this.lastCoatOf.set(operation.id, laidBy);
  }

  private stepOf(
    { draft, work, size, chief, product, isCut }: Laid,
    group: number | null,
    groups: number,
    front: readonly string[],
  ): Step {
    const { scene } = this;
    const { quantity } = scene;
    const at = (group ?? 1) - 1;
    const pieces = Math.min(size, quantity - at * size);
    const turn = { operation: chief, product, coat: draft.coat, group, face: draft.face };
    const lastCoat = (operationId: string) => this.lastCoat(operationId, group, groups);
    const { lags, firm, problem } = waitsOf(turn, scene, this.climate, this.conditions, lastCoat);
    const asked = this.askedLags(draft, lastCoat);
    const isOnSurface =
      this.lastCoatOf.size === 0 || draft.operations.some((one) => one.op === 'apply' && one.role === 'prep');
    const words = this.wordsOf(
      draft,
      groups > 1 ? `group ${at + 1} of ${groups}, ${pieces} ${pieces === 1 ? 'piece' : 'pieces'}` : '',
    );
    const all = [...this.ownLag(), ...lags, ...asked.lags];
    return {
      ...plainStep({
        key: keyOf(chief, draft.face),
        kind: 'work',
        partId: scene.part.id,
        ...words,
        // each piece has its own wait: the plan counts on it
        detail: sentences([words.detail, lags.length > 0 && pieces > 1 && SAME_ORDER]),
        perPiece: work.perPiece,
        setUpMinutes: work.setUp,
        eachMinutes: work.each,
        pieces,
      }),
      id: stepIdOf({ id: keyOf(chief, draft.face) }, draft.coat, group),
      operationIds: draft.operations.map((operation) => operation.id),
      coat: draft.coat,
      group,
      copies: numbered(at * size + 1, pieces),
      needs: needsOf(
        draft.operations.map((operation) => ({
          operation,
          product: productFor(operation, scene.operations, scene.catalogue),
        })),
        scene,
      ),
      after: isCut ? [...front, cutIdOf(chief)] : front,
      lags: all,
      notBefore: asked.before,
      arrives: arrivalOf(
        // what was cut is there
        draft.operations.map((one) =>
          isCut && one === chief ? undefined : productFor(one, scene.operations, scene.catalogue),
        ),
        scene.workshop,
      ),
      clocks: this.clocksOf(draft.operations),
      turns: isTurned(product, scene) && chief.op === 'apply' ? (product?.dry.touch ?? null) : null,
      firm,
      coatOf: chief.op === 'apply' && product && isCoat(chief) ? product.id : null,
      hazards: [
        ...new Set([
          ...draft.operations.flatMap(
            (operation) => productFor(operation, scene.operations, scene.catalogue)?.hazards ?? [],
          ),
          ...(isOnSurface ? this.ofPiece() : []),
        ]),
      ],
      air: product?.air ?? 'room',
      places: placesOf(chief, scene),
      gate: this.gateOf(product),
      ...(problem ? { problem } : {}),
    };
  }

  /** What runs while a draft is worked on: a dwell that is looked at, heat for its time, a mix that sets. */
  private clocksOf(operations: readonly Operation[]): readonly Clock[] {
    const { scene } = this;
    return operations.flatMap((operation): Clock[] => {
      const product = productFor(operation, scene.operations, scene.catalogue);
      if (!product) return [];
      const mixing = operation.op === 'apply' ? mixingOf(product, operations, scene.catalogue, this.climate) : null;
      const works = dwellOf(operation, product, scene.catalogue);
      return [
        ...(works ? [{ kind: works, time: inMinutes(product.dwell!), productId: product.id }] : []),
        ...(mixing ? [{ kind: 'potLife' as const, time: mixing.life, productId: product.id }] : []),
      ];
    });
  }

  /** The steps that laid an operation on the pieces of a group: its own where they were laid in the same groups, else all of them. */
  private lastCoat(operationId: string, group: number | null, groups: number): readonly string[] {
    const laid = this.lastCoatOf.get(operationId) ?? [];
    return laid.length === groups && group !== null ? laid[group - 1]! : laid.flat();
  }

  /** A coat of unknown age is tried before the rest: where the thumbnail leaves a mark, nothing goes on it yet. */
  private gateOf(product: Product | undefined): Step['gate'] {
    return product?.removes?.includes('unknownAge')
      ? {
          ruleIds: [],
          operationId: null,
          held: product.right ?? '',
          failed: 'The thumbnail leaves a mark: wait a week and press again.',
        }
      : null;
  }

  /** Waits that rules ask for at these operations, beyond the products' own. */
  private askedLags(
    { operations }: Draft,
    lastCoat: LastCoat,
  ): { readonly lags: readonly Lag[]; readonly before: number } {
    const lags: Lag[] = [];
    let before = 0;
    const first = this.scene.operations.indexOf(operations[0]!);
    const earlier = this.scene.operations[first - 1];
    for (const wait of (earlier && this.asked.waits.get(earlier.id)) ?? [])
      if (wait.at === 'after')
        for (const from of lastCoat(earlier!.id))
          lags.push({ from, time: wait.time, why: wait.why, productId: '', stage: 'touch' });
    for (const { id } of operations)
      for (const wait of this.asked.waits.get(id) ?? [])
        if (wait.at === 'before') before = Math.max(before, wait.time.high);
    return { lags, before };
  }

  /** Cutting and weeding, which wait for nothing but what is found out first: they may go on while a ground dries. */
  private addCut(operation: ApplyOperation, product: Product): void {
    const { scene, schools } = this;
    const { bench } = scene.catalogue;
    const perPiece = scaled(workFigure(operation, scene.catalogue), bench.cutShare.typical / 100);
    const setUp = Math.min(bench.setUp['cut']!.typical, perPiece.typical / 2);
    const asked = [...(this.asked.cutting.get(operation.id) ?? []), ...(this.asked.cutting.get(OF_PIECE) ?? [])];
    const { byHand, ...words } = cutWords(operation, product, scene, schools, asked);
    const many =
      operation.role === 'mask'
        ? stencilsFor(operation, scene.operations, scene.quantity, scene.catalogue)
        : scene.quantity;
    const isGoingRound = many < scene.quantity;
    this.steps.push({
      ...plainStep({
        key: `${operation.id}.cut`,
        kind: 'cut',
        partId: scene.part.id,
        label: this.named(words.label, operation),
        detail: sentences([
          isGoingRound &&
            `Cut ${many === 1 ? 'one' : many}: ${many === 1 ? 'it is' : 'they are'} laid on all ${scene.quantity} pieces in turn, and ${many === 1 ? 'lasts' : 'each lasts'} ${spanWords(product.uses!)}`,
          words.detail,
        ]),
        perPiece,
        setUpMinutes: setUp,
        eachMinutes: Math.ceil((perPiece.typical - setUp) * 2) / 2,
        pieces: many,
      }),
      arrives: arrivalOf([product], scene.workshop),
      needs: words.needs,
      looksRight: words.looksRight,
      after: this.gates,
      hazards: product.hazards.filter((id) => id === 'blades'),
      places: byHand ? [] : ['cutter'],
    });
  }

  /** A label with the designs that it is for, where there are several. */
  private named(label: string, operation: Operation): string {
    const { hasSeveral, designOf, part } = this.scene;
    if (!hasSeveral || !designOf(operation)) return label;
    const names = designsServed(part, operation).map(({ name }) => name);
    return `${label}: ${names.join(', ')}`;
  }

  private wordsOf({ operations, coat, face }: Draft, groupWords: string) {
    const { scene } = this;
    const of = (operation: Operation) => productFor(operation, scene.operations, scene.catalogue);
    const last = operations.at(-1)!;
    const labels = operations.map((operation) => labelOf(operation, of(operation), scene, coat, face));
    const joined = labels.reduce((text, label, position) => {
      const isHelp = ['transfer', 'hold'].includes(roleOf(operations[position]!));
      const joint = !isHelp ? ', then ' : labels[position - 1]!.includes(', ') ? ', with ' : ' with ';
      return `${text}${joint}${label[0]!.toLowerCase()}${label.slice(1)}`;
    });
    const label = this.named(joined, last);
    const asked = operations.flatMap(({ id }) => this.asked.doing.get(id) ?? []);
    return {
      label: groupWords ? `${label} (${groupWords})` : label,
      detail: sentences([
        ...operations.map((operation) => detailOf(operation, of(operation), scene)),
        ...operations.map((operation) => watchWords(operation, of(operation), scene)),
        ...operations.flatMap((operation) => this.mixOf(operation, of(operation), operations)),
        this.turnWords(of(chiefOf({ operations }))),
        face === 'back' && 'Lay it on the back and the edges',
        this.edgeWords(operations),
        face && END_GRAIN,
        ...asked,
        ...(operations.some((one) => one.op === 'apply' && one.role === 'medium')
          ? (this.asked.doing.get(OF_PIECE) ?? [])
          : []),
      ]),
      looksRight: rightWhen(last, of(last), scene),
    };
  }

  /** What else than the front is coated in one go with it. */
  private edgeWords(operations: readonly Operation[]): string | false {
    const { part, catalogue } = this.scene;
    if (!operations.some(coversFaces)) return false;
    const places = [
      ...(facesOf(part, catalogue).faces === 'frontAndEdges' ? ['the edges'] : []),
      ...(part.footToo ? ['the foot'] : []),
    ];
    return places.length > 0 && `Take ${places.join(' and ')} with it`;
  }

  private turnWords(product: Product | undefined): string | undefined {
    const turning = isTurned(product, this.scene) ? product?.dry.touch : undefined;
    return turning && `Keep it turning ${spanWords(turning)}, until it no longer runs`;
  }

  /** What is mixed sets while it is used: how many pieces one cup serves, by its shortest life in this climate. */
  private mixOf(
    operation: Operation,
    product: Product | undefined,
    joined: readonly Operation[],
  ): (string | undefined)[] {
    if (operation.op !== 'apply' || !product) return [];
    const mix = mixWords(product);
    const mixing = mixingOf(product, joined, this.scene.catalogue, this.climate);
    if (!mixing) return [mix];
    const { life, pieces } = mixing;
    return [
      mix,
      `Mix for ${pieces === 1 ? 'one piece' : `${pieces} pieces`} at a time: it stays workable ${formatDuration(life.low)} to ${formatDuration(life.high)}, about half as long in a cup twice as full`,
    ];
  }

  /** Stencils that go round: each group after the one before has given its stencil back, wiped and dry. */
  addRounds(drafts: readonly Grouped[]): void {
    const { catalogue, quantity } = this.scene;
    const rounds = stencilRounds(
      drafts.map(({ draft }) => draft),
      catalogue,
      quantity,
    );
    for (const { first, last, product } of rounds) {
      const [laid, lifted] = [this.made[first]!, this.made[last]!];
      laid.forEach((id, group) => {
        const before = lifted[group - 1];
        if (group === 0 || before === undefined || before === id) return;
        this.change(id, (step) => ({
          ...step,
          after: [...step.after, before],
          lags: [
            ...step.lags,
            {
              from: before,
              time: catalogue.bench.stencilDry,
              why: `${product.name} wiped and dry`,
              productId: '',
              stage: 'touch',
            },
          ],
        }));
      });
    }
  }

  /** Greatest gaps between steps: what a preparation, mask, glue or paste leaves keeps only so long. */
  addKeeps(drafts: readonly Grouped[]): void {
    for (const kept of keptBy(drafts, this.scene)) {
      const [from, to] = [this.made[kept.of]!, this.made[kept.for]!];
      to.forEach((id, group) => {
        const befores = from.length === to.length ? [from[group]!] : from;
        for (const before of befores) {
          if (before === id) continue;
          const earlier = this.steps.find((step) => step.id === before)!;
          this.change(id, (step) => ({ ...step, keeps: [...step.keeps, keepOf(kept, earlier, step, this.steps)] }));
        }
      });
    }
  }

  private change(id: string, edit: (step: Step) => Step): void {
    const index = this.steps.findIndex((step) => step.id === id);
    this.steps[index] = edit(this.steps[index]!);
  }
}

/** Whether what an operation works with works on the piece by itself, and how: looked at again and again, or for a set time of heat. */
const dwellOf = (operation: Operation, product: Product, catalogue: Catalogue): 'dwell' | 'heat' | null => {
  if (!product.dwell) return null;
  if (operation.op === 'treat') return 'heat';
  if (operation.op === 'remove') return null;
  if (isUsedUp(operation, catalogue)) return 'dwell';
  return howOf(operation, product) === 'press' ? 'heat' : null;
};

const inMinutes = (figure: Figure): Figure =>
  figure.unit === 's' ? { ...scaled(figure, 1 / 60), unit: 'min' } : figure;

const roleOf = (operation: Operation): string => (operation.op === 'apply' ? operation.role : operation.op);

const cutIdOf = (operation: Operation): string => stepIdOf({ id: `${operation.id}.cut` }, 1);

const stepsOfPart = (
  piece: Piece,
  part: Part,
  isFirst: boolean,
  catalogue: Catalogue,
  workshop: Workshop,
  options: StepOptions,
): Step[] => {
  const { schools = DEFAULT_SCHOOLS, trials = [], places = ROOMY, air } = options;
  const own = isFirst ? piece.extraSteps : [];
  const operations = part.stack?.operations ?? [];
  const known = catalogueFor(part, catalogue);
  const scene = sceneOf(part, known, workshop, piece.quantity);
  const list = new StepList(scene, askedOf(piece, part, catalogue, workshop, { schools, trials }), schools, air);
  const addOwn = (isHere: (after: string) => boolean) => {
    for (const each of own) if (isHere(each.after)) list.addOwn(each);
  };
  addOwn((after) => after === 'first');
  list.addFirst();
  const drafts = grouped(drafted(part, known), scene, places);
  for (const draft of drafts) {
    list.addDraft(draft);
    const chief = chiefOf(draft.draft);
    if (chief.op === 'apply' && (draft.draft.coat < chief.coats || draft.draft.face === 'back')) continue;
    addOwn((after) => draft.draft.operations.some(({ id }) => id === after));
  }
  // what came after a layer that is no longer there comes at the end
  addOwn((after) => after !== 'first' && !operations.some(({ id }) => id === after));
  list.addRounds(drafts);
  list.addKeeps(drafts);
  return list.steps;
};

/**
 * The steps of a piece in the order they are done, with the least and greatest gaps between them in the workshop's climate.
 *
 * What the rules demand of the maker is in them: tries and looks first, which hold the rest back; waits; ways of doing. Parts without a
 * stack have no steps of layers; the crafter's own steps stand where they were put. A step that can never start here carries a `problem`.
 * A batch that is too long for a closing window, for the rack or turner, or for what a preparation keeps, is done in groups; a stencil that
 * serves again goes from group to group.
 *
 * @returns steps; minutes are for all the pieces of the step: set-up once, then each piece
 */
export const stepsOf = (piece: Piece, catalogue: Catalogue, workshop: Workshop, options: StepOptions = {}): Step[] =>
  piece.parts.flatMap((part, index) => stepsOfPart(piece, part, index === 0, catalogue, workshop, options));
