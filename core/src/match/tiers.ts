import { HAZARD_LEVELS, rankIn, type Catalogue, type Product } from '../materials/index.ts';
import { type Situation } from '../judge/index.ts';
import type { Condition } from './conditions.ts';
import type { Found } from './search.ts';
import { unmetIn } from './wants.ts';

/** From this level on a hazard never leads, unless what it gives is wanted. */
const HOLDS_BACK = rankIn(HAZARD_LEVELS, 'grave');
const UNMET = 10_000;
const HELD = 100;

const levels = new WeakMap<Product, number>();

/** How grave the gravest hazard of a product is: its rank among the levels. */
export const hazardLevel = (product: Product, catalogue: Catalogue): number => {
  let level = levels.get(product);
  if (level === undefined) {
    level = Math.max(
      0,
      ...product.hazards.map((id) => rankIn(HAZARD_LEVELS, catalogue.hazardById.get(id)?.level ?? 'none')),
    );
    levels.set(product, level);
  }
  return level;
};

const gravest = ({ operations }: Found, catalogue: Catalogue): { level: number; product: Product | null } => {
  let [level, gravestProduct]: [number, Product | null] = [0, null];
  for (const operation of operations) {
    const product = operation.op === 'treat' ? undefined : catalogue.productById.get(operation.productId ?? '');
    const own = product ? hazardLevel(product, catalogue) : 0;
    if (product && own > level) [level, gravestProduct] = [own, product];
  }
  return { level, product: gravestProduct };
};

/** True where a grave means was asked for: by its look, its way or its name. */
const isAskedFor = ({ method, passes }: Found, product: Product | null, { designs }: Situation): boolean => {
  const methods = passes?.map((pass) => pass.method) ?? [method];
  return designs.some(
    ({ look, wants }) =>
      (look !== 'any' && look !== 'opaque' && look !== 'noEdge' && product?.looks?.includes(look) === true) ||
      methods.some(({ id }) => id === wants.way) ||
      (product !== null && wants.medium === product.id),
  );
};

/** True for a stack that may not lead: it works by a grave hazard that nobody asked for. */
export const isHeldBack = (found: Found, situation: Situation): boolean => {
  const { level, product } = gravest(found, situation.catalogue);
  return level >= HOLDS_BACK && !isAskedFor(found, product, situation);
};

/**
 * In which order stacks come before how good they are is asked: first those that do what is wanted, then those by milder means, then those
 * that stand whatever was left unsaid. Lower is better.
 */
export const tierOf = (found: Found, conditions: readonly Condition[], situation: Situation): number => {
  const { level } = gravest(found, situation.catalogue);
  const grave = level >= HOLDS_BACK ? level - HOLDS_BACK + 1 : 0;
  return UNMET * unmetIn(found, situation) + HELD * grave + conditions.length;
};
