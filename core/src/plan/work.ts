import { scaled, type Figure, type Product } from '../materials/index.ts';
import { chiefOf, isUsedUp, stencilRounds, type Draft } from './drafts.ts';
import { GRID_MINUTES, type BenchPlace } from './step.ts';
import { isCoat, workFigure } from './waits.ts';
import { howOf, type Scene } from './words/index.ts';
import type { Operation } from '../piece/index.ts';

export const sum = (figures: readonly Figure[]): Figure => ({
  low: figures.reduce((total, { low }) => total + low, 0),
  typical: figures.reduce((total, { typical }) => total + typical, 0),
  high: figures.reduce((total, { high }) => total + high, 0),
  unit: 'min',
  basis: figures.some(({ basis }) => basis === 'estimate') ? 'estimate' : (figures[0]?.basis ?? 'estimate'),
});

/** How many pieces find room to dry (null: a rack that holds them all). */
export interface DryingPlaces {
  readonly rack: number | null;
  readonly turner: number;
}

/** The work of a draft: for one piece alone, and for a batch what it costs once and for each of its pieces, in minutes. */
export interface Work {
  readonly perPiece: Figure;
  readonly setUp: number;
  readonly each: number;
}

/** Nobody at a bench counts in less than half a minute. */
const halves = (minutes: number): number => Math.ceil(minutes * 2 - 1e-9) / 2;

/** Minutes a piece in which a medium works while the next one is begun: groups no longer than the shortest dwell share it. */
const dwellEach = (apply: Figure, rinse: Figure, dwell: Figure, quantity: number): number => {
  const group = Math.max(1, Math.floor(dwell.low / apply.typical));
  return (Math.ceil(quantity / group) * dwell.typical) / quantity + apply.typical + rinse.typical;
};

const productOf = (operation: Operation, { catalogue }: Scene): Product | undefined =>
  operation.op === 'treat' ? undefined : catalogue.productById.get(operation.productId ?? '');

/** Whether an operation lays something that was cut and weeded in a step of its own. */
export const isCutBefore = (operation: Operation, scene: Scene): boolean =>
  operation.op === 'apply' && (productOf(operation, scene)?.how.includes('cut') ?? false);

/** Whether a coat turns on the turner while it sets: not where it lies flat and levels by itself. */
export const isTurned = (product: Product | undefined, { isFlat }: Scene): boolean =>
  !isFlat && (product?.tools.includes('turner') ?? false);

export const workOf = (draft: Draft, scene: Scene): Work => {
  const { catalogue, quantity } = scene;
  const { bench } = catalogue;
  const chief = chiefOf(draft);
  const product = productOf(chief, scene);
  const kept = 1 - bench.cutShare.typical / 100;
  const hands = draft.operations.map((operation) => {
    const figure = workFigure(operation, catalogue);
    return isCutBefore(operation, scene) ? scaled(figure, kept) : figure;
  });
  const dwell = isUsedUp(chief, catalogue) ? product?.dwell : undefined;
  const handsOn = sum(hands).typical;
  const setUp = Math.min(
    (chief.op === 'apply' ? (bench.setUp[howOf(chief, product)] ?? bench.setUpOther) : bench.setUpOther).typical,
    handsOn / 2,
  );
  return {
    perPiece: sum(dwell ? [...hands, dwell] : hands),
    setUp,
    each: halves(
      dwell ? dwellEach(hands[0]!, hands[1] ?? sum([]), dwell, quantity) - setUp / quantity : handsOn - setUp,
    ),
  };
};

/** How many pieces go into one group: what a closing window, a turner and a rack allow; all where nothing stands against it. */
const sizeOf = (draft: Draft, { setUp, each }: Work, scene: Scene, places: DryingPlaces): number => {
  const { quantity } = scene;
  const chief = chiefOf(draft);
  const product = productOf(chief, scene);
  if (chief.op !== 'apply' || !product) return quantity;
  const closes = chief.coats > 1 ? product.recoatWindows?.[0]?.[1] : undefined;
  const inWindow =
    closes === undefined || closes === null ? quantity : Math.max(1, Math.floor((closes - setUp) / each) + 1);
  const onTurner = isTurned(product, scene) ? places.turner : quantity;
  const onRack = isCoat(chief) ? (places.rack ?? quantity) : quantity;
  return Math.max(1, Math.min(quantity, inWindow, onTurner, onRack));
};

/** A draft with its work, in groups of a size; `isPaired`: each group follows the same group of the draft before. */
export interface Grouped {
  readonly draft: Draft;
  readonly work: Work;
  readonly size: number;
  readonly isPaired: boolean;
}

const isPrep = ({ operations }: Draft): boolean => operations.every((one) => one.op === 'apply' && one.role === 'prep');

/** The draft that a preparation is for: the first that is none. */
export const followerOf = (drafts: readonly Draft[], index: number): number =>
  drafts.findIndex((draft, at) => at > index && !isPrep(draft));

/**
 * Drafts in which a preparation that keeps too short a while for the whole batch is done piece by piece, just before what it is for; one
 * that first has to dry stays apart.
 */
const joinedShort = (drafts: readonly Draft[], scene: Scene): Draft[] => {
  const joined = [...drafts];
  for (let index = joined.length - 1; index >= 0; index -= 1) {
    const draft = joined[index]!;
    const product = isPrep(draft) ? productOf(chiefOf(draft), scene) : undefined;
    // what comes between is joined already, or keeps longer: then it would come after
    const follower = joined[index + 1];
    if (!product?.keeps || !follower || isPrep(follower)) continue;
    const [own, next] = [workOf(draft, scene), workOf(follower, scene)];
    const last = next.setUp + (scene.quantity - 1) * Math.max(own.each, next.each) + GRID_MINUTES;
    const dries = product.dry.touch?.high ?? 0;
    if (product.keeps.low >= last || dries > product.keeps.low) continue;
    joined.splice(index, 2, { ...follower, operations: [...draft.operations, ...follower.operations] });
  }
  return joined;
};

/** How many pieces may be prepared at once, so that the last of them is worked on in time. */
const preparedAtOnce = (prep: Work, next: Work, keeps: Figure): number =>
  Math.max(1, Math.floor((keeps.low - next.setUp) / Math.max(prep.each, next.each)) + 1);

/** The drafts of a part in groups: by windows, rack and turner, by how long preparations keep, and by stencils that go round. */
export const grouped = (all: readonly Draft[], scene: Scene, places: DryingPlaces): Grouped[] => {
  const drafts = joinedShort(all, scene);
  const works = drafts.map((draft) => workOf(draft, scene));
  const sizes = drafts.map((draft, index) => sizeOf(draft, works[index]!, scene, places));
  const pairs = drafts.map(() => false);
  const together = (from: number, to: number, most: number): void => {
    const size = Math.min(most, ...sizes.slice(from, to + 1));
    for (let index = from; index <= to; index += 1) {
      sizes[index] = size;
      if (index > from) pairs[index] = true;
    }
  };
  for (const [index, draft] of drafts.entries()) {
    const keeps = isPrep(draft) ? productOf(chiefOf(draft), scene)?.keeps : undefined;
    const follower = followerOf(drafts, index);
    if (!keeps || follower < 0) continue;
    const most = preparedAtOnce(works[index]!, works[follower]!, keeps);
    if (most < scene.quantity || sizes[follower]! < scene.quantity) together(index, follower, most);
  }
  for (const { first, last, count } of stencilRounds(drafts, scene.catalogue, scene.quantity))
    together(first, last, count);
  return drafts.map((draft, index) => ({
    draft,
    work: works[index]!,
    size: sizes[index]!,
    isPaired: pairs[index]! && sizes[index] === sizes[index - 1],
  }));
};

/** What only one step at a time can have. */
export const placesOf = (operation: Operation, scene: Scene): readonly BenchPlace[] => {
  const product = productOf(operation, scene);
  if (operation.op === 'treat') return operation.treat === 'bake' ? ['oven'] : [];
  if (operation.op !== 'apply') return [];
  return [
    ...(howOf(operation, product) === 'press' && operation.role !== 'mask' ? (['press'] as const) : []),
    ...(howOf(operation, product) === 'spray' && product?.air === 'outdoors' ? (['sprayPlace'] as const) : []),
    ...(isTurned(product, scene) ? (['turner'] as const) : []),
  ];
};
