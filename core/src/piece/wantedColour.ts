import type { Catalogue, Product } from '../materials/index.ts';
import { designsServed, methodIdOf } from './passes.ts';
import type { ApplyOperation, Part } from './schema.ts';

/** What has a colour of its own when it is bought, and stays on the piece: a primer, a clear or a cream has none. */
const COLOURED: ReadonlySet<Product['kind']> = new Set(['paint', 'stain', 'film']);

/**
 * The colour that a layer was said to have, as it was said.
 *
 * @returns undefined where none was said, where what is laid has no colour, and where the design is what stays free of it
 */
export const wantedColour = (
  part: Part,
  operation: ApplyOperation,
  product: Product,
  catalogue: Catalogue,
): string | undefined => {
  if (product.flags.includes('priming')) return undefined;
  const { ground, finish } = part.wants;
  switch (operation.role) {
    case 'finish':
      return finish?.colour;
    case 'ground':
      return ground?.colour;
    case 'edgeSeal':
      // it is sealed with the ground's own paint
      return COLOURED.has(product.kind) ? ground?.colour : undefined;
    case 'medium':
    case 'film': {
      const method = part.stack && catalogue.methodById.get(methodIdOf(part.stack, operation));
      if (!COLOURED.has(product.kind) || method?.shows === 'ground') return undefined;
      // designs that are laid in one go are of one colour
      return designsServed(part, operation)[0]?.wants.colour;
    }
    default:
      return undefined;
  }
};
