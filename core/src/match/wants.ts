import type { Catalogue, Method, Product } from '../materials/index.ts';
import type { ApplyOperation, Design, Operation, WantedCoat } from '../piece/index.ts';
import { LOOK_WORDS, type Situation, isCoatWanted } from '../judge/index.ts';
import type { Found } from './search.ts';

/** One thing that is wanted of the stack. */
export interface Want {
  /** "Oil stain as the ground", "film left on for lettering". */
  readonly words: string;
  /** Asked for by these ids; at least one is set. */
  readonly methodIds?: readonly string[];
  readonly productId?: string | undefined;
  readonly designId?: string | undefined;
  readonly isMet: (found: Found) => boolean;
}

const applies = (operations: readonly Operation[]): ApplyOperation[] =>
  operations.filter((operation): operation is ApplyOperation => operation.op === 'apply');

const isWanted = (product: Product | undefined, coat: WantedCoat): boolean =>
  product !== undefined && isCoatWanted(product, coat);

/** What a stack does for one design: the way of working and the operations of its pass, or of the whole. */
const partFor = (
  found: Found,
  design: Design,
  situation: Situation,
): { method: Method; operations: readonly Operation[] } => {
  const pass = found.passes?.find(
    ({ designId, names }) => designId === design.id || names.split(', ').includes(design.name),
  );
  return pass && situation.designs.length > 1 ? pass : found;
};

const coatWant = (
  coat: WantedCoat,
  roles: readonly ApplyOperation['role'][],
  as: string,
  catalogue: Catalogue,
): Want => {
  const name = coat.product ? (catalogue.productById.get(coat.product)?.name ?? coat.product) : (coat.kind ?? 'a coat');
  const colour = coat.colour ?? coat.tone;
  return {
    words: `${colour ? `${colour} ` : ''}${name} as ${as}`,
    productId: coat.product,
    isMet: ({ operations }) =>
      applies(operations).some(
        ({ role, productId }) => roles.includes(role) && isWanted(catalogue.productById.get(productId), coat),
      ),
  };
};

const wanted = new WeakMap<Situation, readonly Want[]>();

/** Everything that is wanted of the stack for a piece: its ground, its finish, and for each design its way and products. */
export const wantsOf = (situation: Situation): readonly Want[] => {
  const known = wanted.get(situation);
  if (known) return known;
  const { part, designs, catalogue } = situation;
  const { ground, finish } = part.wants;
  const ofDesign = (design: Design): Want[] => {
    const { way, medium, mask, film } = design.wants;
    const { look } = design;
    const method = way === undefined ? undefined : catalogue.methodById.get(way);
    const products = [medium, mask, film].flatMap((id) => (id === undefined ? [] : [id]));
    const givesLook = ({ looks }: Method) => look === 'any' || looks.includes(look);
    return [
      ...(look === 'any' || way !== undefined
        ? []
        : [
            {
              words: `${LOOK_WORDS[look]} for ${design.name}`,
              methodIds: catalogue.methods.filter(givesLook).map(({ id }) => id),
              designId: design.id,
              isMet: (found: Found) => givesLook(partFor(found, design, situation).method),
            },
          ]),
      ...(way === undefined
        ? []
        : [
            {
              words: `${method?.name.toLowerCase() ?? way} for ${design.name}`,
              methodIds: [way],
              designId: design.id,
              isMet: (found: Found) => partFor(found, design, situation).method.id === way,
            },
          ]),
      ...products.map((id) => ({
        words: `${catalogue.productById.get(id)?.name ?? id} for ${design.name}`,
        productId: id,
        ...(way === undefined ? {} : { methodIds: [way] }),
        designId: design.id,
        isMet: (found: Found) =>
          applies(partFor(found, design, situation).operations).some(({ productId }) => productId === id),
      })),
    ];
  };
  const all = [
    ...(ground ? [coatWant(ground, ['ground'], 'the ground', catalogue)] : []),
    ...(finish ? [coatWant(finish, ['finish', 'groundSeal'], 'the finish', catalogue)] : []),
    ...designs.flatMap(ofDesign),
  ];
  wanted.set(situation, all);
  return all;
};

/** How many of the things wanted a stack leaves out. */
export const unmetIn = (found: Found, situation: Situation): number => {
  let unmet = 0;
  for (const want of wantsOf(situation)) if (!want.isMet(found)) unmet += 1;
  return unmet;
};
