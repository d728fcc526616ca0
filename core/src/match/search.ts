import type { Method, Product, Slot } from '../materials/index.ts';
import type { ApplyOperation, Operation, Schools } from '../piece/index.ts';
import {
  type Finding,
  Judge,
  type RuleBook,
  type Situation,
  type Top,
  isCoatWanted,
  needsAt,
  takesAway,
  topAfter,
} from '../judge/index.ts';

/** What a stack does for the designs of one pass. */
export interface FoundPass {
  /** The design that its operations name. */
  readonly designId: string;
  /** Names of the designs of the pass. */
  readonly names: string;
  readonly method: Method;
  readonly key: Product;
  readonly operations: readonly Operation[];
}

/** One complete stack with everything the rules said on the way. */
export interface Found {
  readonly method: Method;
  readonly operations: readonly Operation[];
  readonly findings: readonly Finding[];
  readonly blocks: number;
  /** The product that gives this way of doing it its name. */
  readonly key: Product;
  /** Set where the designs of the part are laid in several passes, in their order; `method` and `key` are the first one's. */
  readonly passes?: readonly FoundPass[];
}

/** A product that must fill a slot. */
export interface Only {
  readonly slot: Slot;
  readonly product: Product;
}

export interface SearchOptions {
  /** How many refusals a stack may collect before it is cut off; 0 for stacks that stand. */
  readonly allowedBlocks: number;
  /** Go on with only so many of the least refused paths at every slot; all of them where it is not given. */
  readonly width?: number;
  /** Only this product in one of the slots. */
  readonly only?: Only | undefined;
  /** Called for each complete stack; return true to stop. */
  readonly onFound: (found: Found) => boolean;
}

/** What earlier designs left, for a further one. */
export interface Onto {
  readonly top: Top;
  readonly pass: number;
}

export interface SearchCount {
  /** Operations placed and judged, whether they stood or were cut off. */
  judged: number;
  /** Complete stacks. */
  complete: number;
}

const EXTENTS: Readonly<Record<ApplyOperation['role'], ApplyOperation['extent']>> = {
  prep: 'all',
  ground: 'all',
  groundSeal: 'all',
  mask: 'masked',
  hold: 'masked',
  edgeSeal: 'edge',
  medium: 'opening',
  film: 'opening',
  transfer: 'opening',
  finish: 'all',
};

export const isApplied = (role: Slot['role']): role is ApplyOperation['role'] =>
  role !== 'unmask' && role !== 'treat' && role !== 'rinse';

const optionsCache = new WeakMap<Slot, { readonly products: readonly Product[]; readonly of: readonly Product[] }>();

/** The products that a slot takes by their properties; the same list for the same catalogue. */
export const productsFor = (slot: Slot, catalogue: readonly Product[]): readonly Product[] => {
  const known = optionsCache.get(slot);
  if (known && known.of === catalogue) return known.products;
  const { role } = slot;
  const products = !isApplied(role)
    ? []
    : catalogue.filter(
        (product) =>
          product.roles.includes(role) &&
          (!slot.kinds || slot.kinds.includes(product.kind)) &&
          (!slot.products || slot.products.includes(product.like ?? product.id)) &&
          (!slot.attacks || product.attacks === slot.attacks) &&
          (!slot.flags || slot.flags.some((flag) => product.flags.includes(flag))) &&
          (!slot.how || slot.how.some((how) => product.how.includes(how))),
      );
  optionsCache.set(slot, { products, of: catalogue });
  return products;
};

const howOf = (slot: Pick<Slot, 'how'>, product: Product): ApplyOperation['how'] =>
  slot.how?.find((how) => product.how.includes(how)) ?? product.how.find((how) => how !== 'cut') ?? product.how[0]!;

export const applied = (
  slot: Pick<Slot, 'id' | 'how'>,
  role: ApplyOperation['role'],
  product: Product,
  designId: string | undefined,
): ApplyOperation => ({
  id: slot.id,
  op: 'apply',
  role,
  productId: product.id,
  how: howOf(slot, product),
  coats: role === 'edgeSeal' ? 1 : Math.max(1, Math.round(product.coats?.typical ?? 1)),
  extent: EXTENTS[role],
  ...(designId && ['mask', 'edgeSeal', 'medium', 'film'].includes(role) ? { designId } : {}),
});

/** Taking off or heating: what a slot without a product does to the layers below it. */
const unapplied = (slot: Pick<Slot, 'id' | 'role'>, top: Top, schools: Schools): Operation | null => {
  const medium = top.coats.findLast(({ operation }) => operation.role === 'medium');
  if (slot.role === 'unmask') {
    // what is etched or stripped is rinsed first: its mask is simply taken off
    const isRinsed = medium !== undefined && takesAway(medium.product) && medium.product.attacks !== 'rawWood';
    const canBeWet = medium?.product.unmaskWet !== undefined && !top.mask?.product.flags.includes('breathesNot');
    const isWet = isRinsed || (canBeWet && schools.unmask !== 'dry');
    return { id: slot.id, op: 'remove', what: 'mask', school: isWet ? 'wet' : 'dry' };
  }
  if (slot.role === 'rinse') return { id: slot.id, op: 'remove', what: 'medium', school: 'rinse' };
  if (!medium) return null;
  const treat =
    medium.product.attacks === 'rawWood' ? 'burn' : medium.product.tools.includes('oven') ? 'bake' : 'heatSet';
  return { id: slot.id, op: 'treat', treat, of: medium.operation.id };
};

const prepOperation = (product: Product): Operation =>
  product.takesOff
    ? { id: product.id, op: 'remove', what: 'finish', school: 'sand', productId: product.id }
    : {
        id: product.id,
        op: 'apply',
        role: 'prep',
        productId: product.id,
        how: product.how[0]!,
        coats: 1,
        extent: 'all',
      };

/** One operation laid on what was laid before: a chain, so that paths share their beginnings. */
interface Path {
  readonly before: Path | null;
  readonly laid: Laid | null;
  readonly below: readonly Finding[];
  readonly top: Top;
  readonly blocks: number;
  readonly key: Product | null;
}

/** An operation that a slot may lay, with what is said of it whatever lies below: made once a search. */
interface Laid {
  readonly operation: Operation;
  readonly product: Product | null;
  readonly itself: readonly Finding[];
  readonly blocks: number;
}

const countBlocks = (findings: readonly Finding[]): number => {
  let count = 0;
  for (const { verdict } of findings) if (verdict === 'blocks') count += 1;
  return count;
};

/** Layers that all designs of a part share; a further design finds them as the first one left them. */
export const SHARED_ROLES: readonly Slot['role'][] = ['ground', 'groundSeal', 'finish'];

/** The slots that a further design fills on what lies there; null where the way of working cannot come after another one. */
const slotsOnto = (method: Method, top: Top): readonly Slot[] | null => {
  const hasGround = top.coats.some(({ operation }) => operation.extent === 'all');
  const fits = method.slots.every(
    ({ role, optional, key }) =>
      !SHARED_ROLES.includes(role) || (!key && (optional || (role === 'ground' && hasGround))),
  );
  return fits ? method.slots.filter(({ role }) => !SHARED_ROLES.includes(role)) : null;
};

/** Asks for stacks of one method in one situation; false when `onFound` stopped it. */
export type Searcher = (options: SearchOptions, count: SearchCount) => boolean;

/**
 * Builds the stacks of one method slot by slot and judges each operation as it is laid, cutting off at the first refusal too many.
 *
 * Prep is laid first: for each soil the first product that takes it off and is not refused itself; then offered prep that was
 * agreed to; then the method's slots, an optional one only where the piece asks for it.
 *
 * @param onto lay a further design on what earlier ones left: prep, ground and finish are theirs, and ids end in the number of the pass
 * @returns a search that may be asked several times: what is said of a product whatever lies below is judged once for all of them
 */
export const searcherOf = (situation: Situation, method: Method, book: RuleBook, onto?: Onto): Searcher => {
  const slots = onto ? slotsOnto(method, onto.top) : method.slots;
  if (!slots) return () => true;
  const { catalogue, part } = situation;
  const designId = situation.designs[0]?.id;
  const judge = new Judge(situation, method, book, onto?.top);
  const { start } = judge;
  const named = <Named extends { readonly id: string }>(one: Named): Named =>
    onto ? { ...one, id: `${one.id}.${onto.pass}` } : one;

  const known = new Map<Slot | 'prep', Map<Product, Laid>>();
  const laidBy = (slot: Slot | 'prep', product: Product): Laid => {
    let ofSlot = known.get(slot);
    if (!ofSlot) known.set(slot, (ofSlot = new Map<Product, Laid>()));
    let laid = ofSlot.get(product);
    if (!laid) {
      const operation =
        slot === 'prep'
          ? named(prepOperation(product))
          : applied(named(slot), slot.role as ApplyOperation['role'], product, designId);
      ofSlot.set(product, (laid = bare(operation, product)));
    }
    return laid;
  };
  const bare = (operation: Operation, product: Product | null): Laid => {
    const itself = judge.alone(operation);
    return { operation, product, itself, blocks: countBlocks(itself) };
  };
  const pieceFindings = judge.aboutPiece();

  return (options, count) => {
    const lay = (path: Path, laid: Laid, isKey: boolean): Path | null => {
      count.judged += 1;
      const before = path.blocks + laid.blocks;
      if (before > options.allowedBlocks) return null;
      if (before === options.allowedBlocks && judge.isRefusedAgain(path.top, laid.operation, laid.product)) return null;
      const below = judge.onTop(path.top, laid.operation, laid.product);
      const blocks = before + countBlocks(below);
      if (blocks > options.allowedBlocks) {
        judge.noteRefusal(laid.operation, below);
        return null;
      }
      return {
        before: path,
        laid,
        below,
        top: topAfter(path.top, laid.operation, laid.product),
        blocks,
        key: isKey ? laid.product : path.key,
      };
    };

    const prepared = (path: Path): Path | null => {
      let current: Path = path;
      for (const id of onto ? [] : part.surface.preparation) {
        const product = catalogue.productById.get(id);
        const next = product && lay(current, laidBy('prep', product), false);
        if (!next) return null;
        // what is sanded off takes its soils along
        current = {
          ...next,
          top: { ...next.top, soils: next.top.soils.filter((soil) => !product.removes?.includes(soil)) },
        };
      }
      for (const soil of path.top.soils) {
        if (soil === 'gloss' || !current.top.soils.includes(soil)) continue;
        let cleaned: Path | null = null;
        for (const product of catalogue.products) {
          if (product.kind !== 'prep' || product.offered || !product.removes?.includes(soil)) continue;
          const tried = lay(current, laidBy('prep', product), false);
          if (tried && (!cleaned || tried.blocks < cleaned.blocks)) cleaned = tried;
          if (cleaned?.blocks === current.blocks) break;
        }
        current = cleaned ?? current;
      }
      return current;
    };

    const choices = (slot: Slot): readonly Product[] => {
      const all = productsFor(slot, catalogue.products);
      if (slot === options.only?.slot) return [options.only.product];
      // a ground that is wanted is the only one tried: leaving it out is, too
      const { ground } = part.wants;
      return ground && slot.answers?.includes('wantsGround')
        ? all.filter((product) => isCoatWanted(product, ground))
        : all;
    };

    const finish = (path: Path): boolean => {
      if (!path.key) return true;
      const atEnd = judge.atEnd(path.top);
      const blocks = path.blocks + countBlocks(atEnd);
      if (blocks > options.allowedBlocks) return true;
      count.complete += 1;
      const chain: Path[] = [];
      for (let at: Path | null = path; at; at = at.before) chain.push(at);
      chain.reverse();
      const operations: Operation[] = [];
      const findings: Finding[] = [];
      for (const { laid, below } of chain) {
        if (laid) {
          operations.push(laid.operation);
          for (const finding of laid.itself) findings.push(finding);
        }
        for (const finding of below) findings.push(finding);
      }
      for (const finding of atEnd) findings.push(finding);
      return !options.onFound({ method, operations, findings, blocks, key: path.key });
    };

    /** Every way to go on from a path at a slot: each product that the slot takes, and where it is optional, none. */
    const nextPaths = (path: Path, slot: Slot): Path[] => {
      const { role } = slot;
      const next: Path[] = [];
      const isAsked =
        !slot.optional ||
        slot === options.only?.slot ||
        (slot.answers ?? []).some((answer) => needsAt(situation, path.top).has(answer));
      if (isAsked && isApplied(role))
        for (const product of choices(slot)) {
          const laid = lay(path, laidBy(slot, product), slot.key === true);
          if (laid) next.push(laid);
        }
      else if (isAsked) {
        const operation = unapplied(named(slot), path.top, situation.schools);
        const laid = operation && lay(path, bare(operation, null), false);
        if (laid) next.push(laid);
      }
      if (slot.optional && slot !== options.only?.slot) next.push(path);
      return next;
    };

    const fill = (path: Path, index: number): boolean => {
      const slot = slots[index];
      return slot ? nextPaths(path, slot).every((next) => fill(next, index + 1)) : finish(path);
    };

    /** Only the few least refused paths are gone on with: enough to say what stands in the way. */
    const fillNarrowly = (from: readonly Path[], width: number): boolean => {
      let paths = from;
      for (const slot of slots)
        paths = paths
          .flatMap((path) => nextPaths(path, slot))
          .sort((left, right) => left.blocks - right.blocks)
          .slice(0, width);
      return paths.every(finish);
    };

    /** The refusals that every stack of the method collects, whatever is chosen: the least of each slot that must be filled. */
    const unavoidable = (): number => {
      let sum = 0;
      for (const slot of slots) {
        if (slot.optional || !isApplied(slot.role)) continue;
        let least = Infinity;
        for (const product of choices(slot)) least = Math.min(least, laidBy(slot, product).blocks);
        sum += least;
      }
      return sum;
    };

    const first: Path = {
      before: null,
      laid: null,
      below: pieceFindings,
      top: start,
      blocks: countBlocks(pieceFindings),
      key: null,
    };
    if (first.blocks + unavoidable() > options.allowedBlocks) return true;
    const ready = prepared(first);
    if (!ready) return true;
    // a gloss may be scuffed before the first coat: one more way to begin
    const scuff = ready.top.soils.includes('gloss')
      ? catalogue.products.find(
          (product) => product.kind === 'prep' && !product.offered && product.removes?.includes('gloss'),
        )
      : undefined;
    const scuffed = scuff ? lay(ready, laidBy('prep', scuff), false) : null;
    const beginnings = scuffed ? [ready, scuffed] : [ready];
    return options.width === undefined
      ? beginnings.every((path) => fill(path, 0))
      : fillNarrowly(beginnings, options.width);
  };
};
