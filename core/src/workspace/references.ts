import type { Catalogue } from '../materials/index.ts';
import { isOfStep, type BenchEvent, type Operation, type Part, type Piece, type Trial } from '../piece/index.ts';
import type { Problem } from '../problem/index.ts';
import type { Can, CanUse } from '../shelf/index.ts';

/** What references can lead to: the records beside it, and the catalogue with the user's own products. */
export interface Known {
  readonly catalogue: Catalogue;
  readonly artworkIds: ReadonlySet<string>;
  readonly canIds: ReadonlySet<string>;
  /** Ids of the parts of each piece. */
  readonly partsOf: ReadonlyMap<string, readonly string[]>;
}

export const partsOf = (pieces: readonly Piece[]): Known['partsOf'] =>
  new Map(pieces.map(({ id, parts }) => [id, parts.map((part) => part.id)]));

/** What kinds of things are referred to, with what is allowed in their place and whether they are known. */
const TARGETS = {
  artwork: ['the id of an artwork in the file', (id: string, { artworkIds }: Known) => artworkIds.has(id)],
  can: ['the id of a can on the shelf', (id: string, { canIds }: Known) => canIds.has(id)],
  piece: ['the id of a piece in the file', (id: string, known: Known) => known.partsOf.has(id)],
  base: ['a material of the catalogue', (id: string, { catalogue }: Known) => catalogue.baseById.has(id)],
  finish: ['a finish of the catalogue', (id: string, { catalogue }: Known) => catalogue.finishById.has(id)],
  method: ['a method of the catalogue', (id: string, { catalogue }: Known) => catalogue.methodById.has(id)],
  product: ['a product of the catalogue', (id: string, { catalogue }: Known) => catalogue.productById.has(id)],
  heat: ['a source of heat of the catalogue', (id: string, { catalogue }: Known) => catalogue.heatSourceById.has(id)],
} as const;
type Target = keyof typeof TARGETS;

/** A reference that leads nowhere, or an id that stands twice. */
export interface Broken extends Problem {
  /** What is not there; null where it is there twice. */
  readonly missing: { readonly target: Target | 'part' | 'design'; readonly id: string } | null;
}

/** A record without what was broken in it; null where nothing of it can stand. */
export interface Mended<Value> {
  readonly value: Value | null;
  readonly broken: readonly Broken[];
}

const TODO = 'Nothing was changed. Export the file again from where it came from, mend that field, or leave it out.';

/** Follows the references of one record, and collects the broken ones. */
class Follower {
  readonly broken: Broken[] = [];

  constructor(
    private readonly known: Known,
    private readonly at: string,
  ) {}

  leads(target: Target, id: string, field: string): boolean {
    const [allowed, isKnown] = TARGETS[target];
    if (isKnown(id, this.known)) return true;
    this.complain(field, `"${id}" was given`, allowed, { target, id });
    return false;
  }

  complain(field: string, given: string, allowed: string, missing: Broken['missing']): void {
    const at = field ? `${this.at}.${field}` : this.at;
    this.broken.push({ code: 'broken-reference', at, given: `${given}.`, allowed: `${allowed}.`, todo: TODO, missing });
  }

  /** Entries without those whose id stood before. */
  once<Entry extends { readonly id: string }>(entries: readonly Entry[], field: string, what: string): Entry[] {
    const seen = new Set<string>();
    return entries.filter(({ id }, index) => {
      if (!seen.has(id)) return Boolean(seen.add(id));
      this.complain(`${field}.${index}.id`, `"${id}" stands twice`, `an id of its own for every ${what}`, null);
      return false;
    });
  }
}

const productIn = (operation: Operation): string | undefined =>
  operation.op === 'treat' ? undefined : operation.productId;

/** Whether a stack stands with all that it names; where it does not, Match answers anew. */
const stackHolds = ({ stack }: Part, follow: Follower, at: string): boolean => {
  if (!stack) return true;
  const ways = [stack, ...(stack.others ?? [])].map(({ methodId }, index) =>
    follow.leads('method', methodId, index ? `${at}.others.${index - 1}.methodId` : `${at}.methodId`),
  );
  const products = stack.operations.map((operation, index) => {
    const id = productIn(operation);
    return id === undefined || follow.leads('product', id, `${at}.operations.${index}.productId`);
  });
  const isOnce = follow.once(stack.operations, `${at}.operations`, 'operation').length === stack.operations.length;
  return isOnce && [...ways, ...products].every(Boolean);
};

/** Fields of wishes by what they name. */
const WISHED = { way: 'method', medium: 'product', mask: 'product', film: 'product' } as const;

const mendedDesigns = (part: Part, follow: Follower, at: string): Part['designs'] => {
  const once = follow.once(part.designs, at, 'design');
  const ids = new Set(once.map(({ id }) => id));
  return once.map((design, index) => {
    const { artworkId, over } = design;
    const hasArtwork = artworkId === null || follow.leads('artwork', artworkId, `${at}.${index}.artworkId`);
    const isOver = over === null || (ids.has(over) && over !== design.id);
    if (!isOver)
      follow.complain(`${at}.${index}.over`, `"${over}" was given`, 'the id of another design of the piece', {
        target: 'design',
        id: over,
      });
    const unmet = Object.entries(WISHED).flatMap(([field, target]) => {
      const id = design.wants[field as keyof typeof WISHED];
      return id === undefined || follow.leads(target, id, `${at}.${index}.wants.${field}`) ? [] : [field];
    });
    const wants = Object.fromEntries(
      Object.entries(design.wants).filter(([field]) => !unmet.includes(field)),
    ) as typeof design.wants;
    return { ...design, wants, artworkId: hasArtwork ? artworkId : null, over: isOver ? over : null };
  });
};

const mendedWants = ({ wants }: Part, follow: Follower, at: string): Part['wants'] => {
  const left = { ...wants };
  for (const place of ['ground', 'finish'] as const) {
    const { product, ...coat } = left[place] ?? {};
    if (product !== undefined && !follow.leads('product', product, `${at}.${place}.product`)) left[place] = coat;
  }
  return left;
};

/** A part without what is broken; null where its surface is made of something that is not known. */
const mendedPart = (part: Part, follow: Follower, at: string): Part | null => {
  const { surface, use } = part;
  const isMade =
    surface.base === 'own' ? surface.own !== undefined : follow.leads('base', surface.base, `${at}.surface.base`);
  if (surface.base === 'own' && !isMade)
    follow.complain(`${at}.surface.own`, 'Nothing was given', 'the properties of a surface of your own', null);
  const areKnown = surface.existing.map(({ finish }, index) =>
    follow.leads('finish', finish, `${at}.surface.existing.${index}.finish`),
  );
  const preparation = surface.preparation.filter((id, index) =>
    follow.leads('product', id, `${at}.surface.preparation.${index}`),
  );
  const isHeatKnown = use.heat === 'unknown' || follow.leads('heat', use.heat, `${at}.use.heat`);
  const designs = mendedDesigns(part, follow, `${at}.designs`);
  const wants = mendedWants(part, follow, `${at}.wants`);
  const holds = stackHolds(part, follow, `${at}.stack`);
  if (!isMade || !areKnown.every(Boolean)) return null;
  return {
    ...part,
    surface: { ...surface, preparation },
    use: isHeatKnown ? use : { ...use, heat: 'unknown' },
    designs,
    wants,
    ...(holds ? {} : { stack: null, stackIsOwn: false, judgedBy: null }),
  };
};

/** A piece without what is broken in it; nothing of it where the material of a part, or what lies on it, is not known. */
export const mendedPiece = (piece: Piece, known: Known, at: string): Mended<Piece> => {
  const follow = new Follower(known, at);
  const once = follow.once(piece.parts, 'parts', 'part');
  const parts = once.map((part, index) => mendedPart(part, follow, `parts.${index}`));
  const extraSteps = follow.once(piece.extraSteps, 'extraSteps', 'step');
  const whole = parts.filter((part) => part !== null);
  if (!follow.broken.length) return { value: piece, broken: [] };
  return {
    value: whole.length === parts.length ? { ...piece, parts: whole, extraSteps } : null,
    broken: follow.broken,
  };
};

/** An event that need be of no step, without its piece or its can where those are not there. */
export const ofNone = (event: BenchEvent, withoutPiece: boolean, withoutCan: boolean): BenchEvent => {
  if (isOfStep(event)) return event;
  const own = withoutPiece ? { ...event, pieceId: null, stepId: null } : event;
  return own.kind === 'cutTested' && withoutCan ? { ...own, canId: null } : own;
};

/** An event, or nothing of it where its piece or part is not there; what was measured or tested stands without them. */
export const mendedEvent = (event: BenchEvent, known: Known, at: string): Mended<BenchEvent> => {
  const follow = new Follower(known, at);
  if (!isOfStep(event)) {
    const isThere = event.pieceId === null || follow.leads('piece', event.pieceId, 'pieceId');
    const isTest = event.kind === 'cutTested' && event.canId !== null;
    const hasCan = !isTest || follow.leads('can', event.canId!, 'canId');
    return { value: ofNone(event, !isThere, !hasCan), broken: follow.broken };
  }
  const parts = known.partsOf.get(event.pieceId);
  if (follow.leads('piece', event.pieceId, 'pieceId') && !parts!.includes(event.partId))
    follow.complain('partId', `"${event.partId}" was given`, 'the id of a part of that piece', {
      target: 'part',
      id: event.partId,
    });
  return { value: follow.broken.length ? null : event, broken: follow.broken };
};

/** A trial, or nothing of it where what was tried is not in the catalogue. */
export const mendedTrial = (trial: Trial, known: Known, at: string): Mended<Trial> => {
  const follow = new Follower(known, at);
  follow.leads('method', trial.methodId, 'methodId');
  if (trial.productId !== null) follow.leads('product', trial.productId, 'productId');
  return { value: follow.broken.length ? null : trial, broken: follow.broken };
};

/** A can; one of a product that is not in the catalogue keeps its name alone. */
export const mendedCan = (can: Can, known: Known, at: string): Mended<Can> => {
  const follow = new Follower(known, at);
  const { productId } = can;
  if (productId === null || follow.leads('product', productId, 'productId')) return { value: can, broken: [] };
  return { value: { ...can, productId: null, name: can.name ?? productId, figures: [] }, broken: follow.broken };
};

/** What was taken from a can, or nothing of it where the can is not there; from a piece that is gone it was taken all the same. */
export const mendedUse = (use: CanUse, known: Known, at: string): Mended<CanUse> => {
  const follow = new Follower(known, at);
  follow.leads('can', use.canId, 'canId');
  return { value: follow.broken.length ? null : use, broken: follow.broken };
};
