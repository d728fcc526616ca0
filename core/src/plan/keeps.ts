import type { Figure, Product } from '../materials/index.ts';
import { surfaceFacts, type Operation, type Part } from '../piece/index.ts';
import type { Catalogue } from '../materials/index.ts';
import { chiefOf } from './drafts.ts';
import { GRID_MINUTES, type Keep, type Step } from './step.ts';
import { followerOf, type Grouped } from './work.ts';
import type { Scene } from './words/index.ts';

/** What one draft leaves that keeps only so long, and for which draft. */
export interface Kept {
  readonly of: number;
  readonly for: number;
  readonly time: Figure;
  readonly fromPoint: Keep['fromPoint'];
  readonly overdue: Keep['overdue'];
  readonly why: string;
  readonly productId: string;
}

/** Whether bare metal lies there that rusts. */
const rusts = (part: Part, catalogue: Catalogue): boolean => {
  const read = surfaceFacts(part.surface, catalogue, { prepared: true });
  return read.ok && read.facts.finishes.length === 0 && read.facts.properties.traits.includes('rusts');
};

const shorter = (one: Figure, other: Figure): Figure => (other.high < one.high ? other : one);

const productOf = (operation: Operation, { catalogue }: Scene): Product | undefined =>
  operation.op === 'apply' ? catalogue.productById.get(operation.productId) : undefined;

const isMedium = (operation: Operation): boolean => operation.op === 'apply' && operation.role === 'medium';

/** The first draft after one that holds an operation of a sort; -1 where none does. */
const nextWith = (drafts: readonly Grouped[], index: number, isWanted: (operation: Operation) => boolean): number =>
  drafts.findIndex(({ draft }, at) => at > index && draft.operations.some(isWanted));

const prepKept = (drafts: readonly Grouped[], index: number, product: Product, scene: Scene): Kept[] => {
  const follower = followerOf(
    drafts.map(({ draft }) => draft),
    index,
  );
  if (!product.keeps || follower < 0) return [];
  const wetsMetal = product.removes?.some((soil) => soil === 'grease' || soil === 'rust') ?? false;
  const { flashRust } = scene.catalogue.limits;
  return [
    {
      of: index,
      for: follower,
      time: wetsMetal && rusts(scene.part, scene.catalogue) ? shorter(product.keeps, flashRust) : product.keeps,
      fromPoint: product.dry.touch ? 'dry' : 'end',
      overdue: 'redo',
      why: `${product.name} keeps`,
      productId: product.id,
    },
  ];
};

const maskKept = (drafts: readonly Grouped[], index: number, product: Product, scene: Scene): Kept[] => {
  const medium = nextWith(drafts, index, isMedium);
  const unmask = nextWith(drafts, index, (operation) => operation.op === 'remove' && operation.what === 'mask');
  const laid = medium < 0 ? undefined : drafts[medium]!.draft.operations.find(isMedium);
  const attacks = laid && productOf(laid, scene)?.attacks;
  const glue = drafts[index]!.draft.operations.map((operation) => productOf(operation, scene)).find(
    (one) => one !== product && one?.keeps && one.roles.includes('hold'),
  );
  const of = (target: number, time: Figure, why: string, by: Product): Kept[] =>
    target < 0 ? [] : [{ of: index, for: target, time, fromPoint: 'end', overdue: 'press', why, productId: by.id }];
  return [
    ...(product.keeps && attacks ? of(medium, product.keeps, `${product.name} keeps tight`, product) : []),
    ...(product.liftsWithin && !attacks
      ? of(unmask, product.liftsWithin, `${product.name} still lifts off cleanly`, product)
      : []),
    ...(glue ? of(medium, glue.keeps!, `${glue.name} still holds`, glue) : []),
  ];
};

const coatKept = (drafts: readonly Grouped[], index: number, operation: Operation, product: Product): Kept[] => {
  if (!product.keeps) return [];
  const target = isMedium(operation)
    ? nextWith(drafts, index, (one) => one.op === 'treat' && one.of === operation.id)
    : nextWith(drafts, index, (one) => one.op === 'apply' && one.role !== 'mask');
  return target < 0
    ? []
    : [
        {
          of: index,
          for: target,
          time: product.keeps,
          fromPoint: isMedium(operation) ? 'dry' : 'end',
          overdue: 'redo',
          why: `${product.name} keeps`,
          productId: product.id,
        },
      ];
};

/** Everything that one draft of a part leaves for a later one only so long. */
export const keptBy = (drafts: readonly Grouped[], scene: Scene): Kept[] =>
  drafts.flatMap(({ draft }, index) => {
    const chief = chiefOf(draft);
    const product = productOf(chief, scene);
    if (chief.op !== 'apply' || !product) return [];
    if (chief.role === 'prep') return prepKept(drafts, index, product, scene);
    if (chief.role === 'mask') return maskKept(drafts, index, product, scene);
    return coatKept(drafts, index, chief, product);
  });

/** The longest way through order and waits from the end of one step to the start of another, in minutes; null where there is none. */
const leastBetween = (steps: readonly Step[], from: string, to: string): number | null => {
  const byId = new Map(steps.map((step) => [step.id, step]));
  const known = new Map<string, number | null>();
  /** From the end of `from` to the start of a step. */
  const startOf = (id: string): number | null => {
    const found = known.get(id);
    if (found !== undefined) return found;
    known.set(id, null); // a circle leads nowhere
    const step = byId.get(id);
    let least: number | null = null;
    const atLeast = (minutes: number | null) => {
      if (minutes !== null) least = Math.max(least ?? 0, minutes);
    };
    const endOf = (before: string): number | null => {
      if (before === from) return 0;
      const start = startOf(before);
      return start === null ? null : start + (byId.get(before)?.minutes ?? 0);
    };
    for (const before of step?.after ?? []) atLeast(endOf(before));
    for (const lag of step?.lags ?? []) {
      const end = endOf(lag.from);
      atLeast(end === null ? null : end + lag.time.high);
    }
    known.set(id, least);
    return least;
  };
  return startOf(to);
};

/** A greatest gap between two steps, with those of its figures that the order and the waits between them leave room for. */
export const keepOf = (kept: Kept, from: Step, to: Step, steps: readonly Step[]): Keep => {
  const own = kept.fromPoint === 'dry' ? (to.lags.find((lag) => lag.from === from.id)?.time.high ?? 0) : 0;
  const between = Math.max(0, (leastBetween(steps, from.id, to.id) ?? 0) - own);
  const { low, typical, high } = kept.time;
  return {
    from: from.id,
    fromPoint: kept.fromPoint,
    time: kept.time,
    choices: [...new Set([low, typical, high])].filter(
      (most) => most >= Math.min(between + GRID_MINUTES, between * 1.5),
    ),
    overdue: kept.overdue,
    why: kept.why,
    productId: kept.productId,
  };
};
