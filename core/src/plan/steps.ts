import type { Problem } from '../problem/index.ts';
import type { Catalogue, Figure, Product, Stage } from '../materials/index.ts';
import { mirrorNote, type MirrorNote } from '../artwork/index.ts';
import { dryTime, type Climate } from '../dry/index.ts';
import {
  catalogueFor,
  DEFAULT_SCHOOLS,
  type ApplyOperation,
  type Operation,
  type Part,
  type Piece,
  type Schools,
  type Workshop,
} from '../piece/index.ts';
import { formatDuration } from '../units/index.ts';
import { firmStage, waitsBefore, workFigure } from './waits.ts';

/** A gap that a step must keep to an earlier one, counted from that step's end. */
export interface Lag {
  readonly from: string;
  /** Minutes: the plan keeps the high figure; typical is "may be ready from". */
  readonly time: Figure;
  /** Where the next coat may only come in one of several windows, minutes from the earlier end. */
  readonly windows?: readonly (readonly [number, number | null])[];
  readonly why: string;
  readonly productId: string;
  readonly stage: Stage;
}

/** One thing to do at the bench, on all the pieces of a batch. */
export interface Step {
  readonly id: string;
  readonly partId: string;
  /** The operations it carries out, with the coat it lays. */
  readonly operationIds: readonly string[];
  readonly coat: number;
  readonly label: string;
  readonly detail: string;
  /** Hands-on and attended minutes for one piece, and for the batch. */
  readonly perPiece: Figure;
  readonly minutes: number;
  /** Whether a long batch may be carried on in another sitting. */
  readonly divisible: boolean;
  readonly lags: readonly Lag[];
  /** Minutes after its end until the coat it lays can be handled; null where it lays none. */
  readonly firm: { readonly time: Figure; readonly productId: string; readonly stage: Stage } | null;
  readonly hazards: readonly string[];
  readonly air: Product['air'];
  /** Set where the step can never start in this workshop's climate. */
  readonly problem?: Problem;
}

/** Plans are kept in whole steps of this many minutes: nobody at a bench works to the minute. */
export const GRID_MINUTES = 5;

const HOW_WORDS: Readonly<Record<ApplyOperation['how'], string>> = {
  brush: 'Brush a thin, even coat',
  sponge: 'Dab it on with a sponge, nearly dry',
  stipple: 'Stipple straight down, nearly dry',
  spray: 'Spray straight down in thin passes',
  wipe: 'Wipe it on, then wipe off what stays on top',
  pour: 'Pour it out and spread it',
  press: 'Press',
  squeegee: 'Lay it down from the middle and press its edges',
  cut: 'Lay it down',
  pin: 'Pin it down everywhere, with a dot under every island',
  roll: 'Roll it on thinly',
  swirl: 'Swirl, then drain upside down',
  sand: 'Sand',
  soak: 'Soak',
};
const sum = (figures: readonly Figure[]): Figure => ({
  low: figures.reduce((total, { low }) => total + low, 0),
  typical: figures.reduce((total, { typical }) => total + typical, 0),
  high: figures.reduce((total, { high }) => total + high, 0),
  unit: 'min',
  basis: figures.some(({ basis }) => basis === 'estimate') ? 'estimate' : (figures[0]?.basis ?? 'estimate'),
});

const capitalised = (text: string): string => `${text[0]?.toUpperCase() ?? ''}${text.slice(1)}`;

const labelOf = (operation: Operation, catalogue: Catalogue, coat: number): string => {
  if (operation.op === 'treat')
    return operation.treat === 'burn' ? 'Heat evenly, keep moving' : operation.treat === 'bake' ? 'Bake' : 'Heat-set';
  if (operation.op === 'remove') {
    if (operation.what === 'mask') return operation.school === 'wet' ? 'Take the mask off' : 'Score and unmask';
    return operation.what === 'medium'
      ? 'Scrape off and rinse'
      : (catalogue.productById.get(operation.productId ?? '')?.name ?? 'Take the finish off');
  }
  const name = catalogue.productById.get(operation.productId)?.name ?? operation.productId;
  const sentence = capitalised(name);
  return operation.coats > 1 ? `${sentence}, coat ${coat} of ${operation.coats}` : sentence;
};

const spanWords = ({ low, high, unit }: Figure): string =>
  unit === 'min' && low === high ? formatDuration(high) : `${low === high ? low : `${low}–${high}`} ${unit}`;

/** Heat and time of pressing, baking or working on the surface, from the product's own figures. */
const workWords = ({ workC, dwell }: Product): string =>
  [workC && `at ${spanWords(workC)}`, dwell && `for ${spanWords(dwell)}`].filter(Boolean).join(' ');

/** An etch or a remover works while it lies there; a burn paste only once it is heated. */
const worksAtOnce = (product: Product | undefined): boolean =>
  product?.dwell !== undefined && (product.attacks === 'silica' || product.attacks === 'coating');

const WEEDING_WORDS: Readonly<Record<Schools['weeding'], string>> = {
  conventional: 'Cut it and weed it: lift the waste off the liner, counters first.',
  transferFirst: 'Cut it; lay the tape on first, take the liner off, then pull the waste. Try one word first.',
};

const applyWords = (
  operation: ApplyOperation,
  product: Product,
  mirror: MirrorNote | null,
  schools: Schools,
): string => {
  const { role, how } = operation;
  if (role === 'prep') return `${product.about}${product.workC ? ` ${capitalised(workWords(product))}.` : ''}`;
  const cut = product.how.includes('cut')
    ? `${mirror ? `${mirror.words} ` : ''}${WEEDING_WORDS[role === 'film' && how !== 'press' ? schools.weeding : 'conventional']} `
    : '';
  if (how === 'press') return `${cut}Press ${workWords(product)}; then from the back for about half the time.`;
  if (product.attacks)
    return `${product.about}${worksAtOnce(product) ? ` It works ${spanWords(product.dwell!)}.` : ''}`;
  if (role === 'transfer')
    return 'Lift it with the tape, lay it down from the middle, peel the tape back on itself, slowly.';
  if (role === 'film') return cut.trim();
  return `${cut}${HOW_WORDS[how]}.`;
};

const detailOf = (
  operation: Operation,
  product: Product | undefined,
  mirror: MirrorNote | null,
  schools: Schools,
): string => {
  if (operation.op === 'remove' && operation.school === 'dry')
    return 'Run a knife lightly along the edge, pull low and slow.';
  if (!product) return '';
  if (operation.op === 'apply') return applyWords(operation, product, mirror, schools);
  if (operation.op === 'treat') return workWords(product) && `${capitalised(workWords(product))}.`;
  if (operation.what !== 'mask') return operation.what === 'finish' ? product.about : '';
  return product.unmaskWet ? `Take the mask off within ${formatDuration(product.unmaskWet.high)}.` : '';
};

interface Draft {
  readonly operations: readonly Operation[];
  readonly coat: number;
}

const isUsedUp = (operation: Operation, catalogue: Catalogue): operation is ApplyOperation =>
  operation.op === 'apply' &&
  operation.role === 'medium' &&
  worksAtOnce(catalogue.productById.get(operation.productId));

/** Coats apart; what goes with a coat or follows it at once (transfer tape, unmask while wet, rinse after the dwell) joined to it. */
const drafted = (operations: readonly Operation[], catalogue: Catalogue): Draft[] => {
  const drafts: Draft[] = [];
  for (const operation of operations) {
    const last = drafts.at(-1);
    const lastOperation = last?.operations.at(-1);
    const joins =
      lastOperation !== undefined &&
      (operation.op === 'remove'
        ? (operation.what === 'mask' && operation.school === 'wet' && lastOperation.op === 'apply') ||
          (operation.what === 'medium' && isUsedUp(lastOperation, catalogue))
        : operation.op === 'apply' &&
          operation.role === 'transfer' &&
          lastOperation.op === 'apply' &&
          lastOperation.role === 'film');
    if (joins && last) {
      drafts[drafts.length - 1] = { ...last, operations: [...last.operations, operation] };
      continue;
    }
    const coats = operation.op === 'apply' ? operation.coats : 1;
    for (let coat = 1; coat <= coats; coat += 1) drafts.push({ operations: [operation], coat });
  }
  return drafts;
};

/** Minutes for a batch in which a medium works while the next piece is begun: groups no longer than the shortest dwell. */
const dwellBatch = (apply: Figure, rinse: Figure, dwell: Figure, quantity: number): number => {
  const group = Math.max(1, Math.floor(dwell.low / apply.typical));
  return Math.ceil(quantity / group) * dwell.typical + quantity * (apply.typical + rinse.typical);
};

const hazardsOf = (operation: Operation, operations: readonly Operation[], catalogue: Catalogue): readonly string[] => {
  const product =
    operation.op === 'treat'
      ? productOf(operation.of, operations, catalogue)
      : catalogue.productById.get(operation.productId ?? '');
  return product?.hazards ?? [];
};

/** The id of the step that lays one coat of an operation. */
export const stepIdOf = (operation: { readonly id: string }, coat: number): string => `${operation.id}#${coat}`;

const stepsOfPart = (
  part: Part,
  quantity: number,
  catalogue: Catalogue,
  workshop: Workshop,
  schools: Schools,
): Step[] => {
  const operations = part.stack?.operations ?? [];
  const climate: Climate = { temperatureC: workshop.temperatureC, relativeHumidity: workshop.relativeHumidity };
  const lastCoatOf = new Map<string, string>();
  const steps: Step[] = [];
  for (const { operations: joined, coat } of drafted(operations, catalogue)) {
    const first = joined[0]!;
    const id = stepIdOf(first, coat);
    const index = operations.indexOf(first);
    const product =
      first.op === 'apply'
        ? catalogue.productById.get(first.productId)
        : first.op === 'treat'
          ? productOf(first.of, operations, catalogue)
          : catalogue.productById.get(first.productId ?? '');
    const lags: Lag[] = [];
    let problem: Problem | undefined;
    const waitFor = (fromStep: string, from: Product, stage: Stage, why: string, windows?: Lag['windows']) => {
      const read = dryTime(from, stage, climate);
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
        stepIdOf(first, coat - 1),
        product,
        'recoat',
        `${product.name} ready for the next coat`,
        product.recoatWindows,
      );
    else
      for (const wait of waitsBefore(operations, index, catalogue)) {
        const from = catalogue.productById.get(wait.from.productId);
        const fromStep = lastCoatOf.get(wait.from.id);
        if (from && fromStep) waitFor(fromStep, from, wait.stage, wait.why);
      }
    let firm: Step['firm'] = null;
    const stage = first.op === 'apply' && product ? firmStage(first, product, part.use.wear) : undefined;
    if (product && stage) {
      const read = dryTime(product, stage, climate);
      if (read.ok) firm = { time: read.time, productId: product.id, stage };
      else problem ??= read.problems[0];
    }
    const work = joined.map((operation) => workFigure(operation, catalogue));
    const dwell = isUsedUp(first, catalogue) ? product?.dwell : undefined;
    const perPiece = sum(dwell ? [...work, dwell] : work);
    steps.push({
      id,
      partId: part.id,
      operationIds: joined.map((operation) => operation.id),
      coat,
      label: joined
        .map((operation, position) =>
          position ? labelOf(operation, catalogue, coat).toLowerCase() : labelOf(operation, catalogue, coat),
        )
        .reduce((text, part, position) => `${text}${joined[position]!.op === 'apply' ? ' with' : ', then'} ${part}`),
      detail: joined
        .map((operation) =>
          operation.op === 'apply'
            ? detailOf(
                operation,
                catalogue.productById.get(operation.productId),
                mirrorNote(operation, part, catalogue),
                schools,
              )
            : detailOf(operation, product, null, schools),
        )
        .filter(Boolean)
        .join(' '),
      perPiece,
      minutes:
        GRID_MINUTES *
        Math.ceil(
          (dwell ? dwellBatch(work[0]!, work[1] ?? sum([]), dwell, quantity) : perPiece.typical * quantity) /
            GRID_MINUTES,
        ),
      divisible: quantity > 1,
      lags,
      firm,
      hazards: [...new Set(joined.flatMap((operation) => hazardsOf(operation, operations, catalogue)))],
      air: product?.air ?? 'room',
      ...(problem ? { problem } : {}),
    });
    for (const operation of joined) lastCoatOf.set(operation.id, id);
  }
  return steps;
};

const productOf = (
  operationId: string,
  operations: readonly Operation[],
  catalogue: Catalogue,
): Product | undefined => {
  const operation = operations.find(({ id }) => id === operationId);
  return operation?.op === 'apply' ? catalogue.productById.get(operation.productId) : undefined;
};

/**
 * The steps of a piece in the order they are done, with the gaps between them in the workshop's climate.
 *
 * Parts without a stack have no steps. A step that can never start here carries a `problem`.
 *
 * @returns steps; minutes are for the whole batch
 */
export const stepsOf = (
  piece: Piece,
  catalogue: Catalogue,
  workshop: Workshop,
  schools: Schools = DEFAULT_SCHOOLS,
): Step[] =>
  piece.parts.flatMap((part) => stepsOfPart(part, piece.quantity, catalogueFor(part, catalogue), workshop, schools));
