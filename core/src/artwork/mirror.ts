import type { Catalogue, Product } from '../materials/index.ts';
import { surfaceFacts, type ApplyOperation, type Part } from '../piece/index.ts';

export interface CutSide {
  /** The side that will bond lies up in the cutter. */
  readonly bondingSideUp: boolean;
  /** The cut will be looked at through what it is stuck to. */
  readonly seenThroughSurface: boolean;
}

/** Whether a cut must be mirrored: cut bonding side up, or seen through its surface; when both are true the two cancel. */
export const cutIsMirrored = ({ bondingSideUp, seenThroughSurface }: CutSide): boolean =>
  bondingSideUp !== seenThroughSurface;

export interface MirrorNote {
  /** Null where it depends on which way up the crafter lays it. */
  readonly isMirrored: boolean | null;
  readonly words: string;
}

const noteOf = (cutSide: NonNullable<Product['cutSide']>, seenThroughSurface: boolean): MirrorNote => {
  if (cutSide === 'either')
    return {
      isMirrored: null,
      words: seenThroughSurface
        ? 'Glossy side down: mirror it, it is seen through the surface; glossy side up: do not.'
        : 'Glossy side up: mirror it; glossy side down: do not.',
    };
  const bondingSideUp = cutSide === 'bondingUp';
  const isMirrored = cutIsMirrored({ bondingSideUp, seenThroughSurface });
  if (bondingSideUp)
    return {
      isMirrored,
      words: isMirrored
        ? 'Mirror it: it is cut bonding side up.'
        : 'Do not mirror it: cut bonding side up and seen through the surface, the two cancel.',
    };
  return {
    isMirrored,
    words: isMirrored
      ? 'Mirror it: it is seen through what it is stuck to.'
      : 'Do not mirror it: liner down, and seen from the front.',
  };
};

/**
 * Whether the cut of an operation must be mirrored, and why.
 *
 * @returns null where nothing is cut, or where the piece names a material that the catalogue does not hold
 */
export const mirrorNote = (operation: ApplyOperation, part: Part, catalogue: Catalogue): MirrorNote | null => {
  const cutSide = catalogue.productById.get(operation.productId)?.cutSide;
  const surface = surfaceFacts(part.surface, catalogue);
  if (!cutSide || !surface.ok) return null;
  const design = part.designs.find(({ id }) => id === operation.designId) ?? part.designs[0];
  const letsLight = ['transparent', 'translucent'].some((trait) =>
    surface.facts.properties.traits.some((own) => own === trait),
  );
  const isInside = design?.zone === 'inside' && letsLight;
  const seenFrom = design?.seenFrom ?? 'unknown';
  if (isInside && seenFrom === 'unknown') {
    const { words } = noteOf(cutSide, true);
    return { isMirrored: null, words: `From which side is it seen? Through the material: ${words.toLowerCase()}` };
  }
  return noteOf(cutSide, seenFrom === 'through');
};
