import type { Catalogue } from '../materials/index.ts';
import type { Faces, Part } from './schema.ts';
import { surfaceFacts } from './surfaceFacts.ts';

const WOODEN = new Set(['grain', 'ply']);
const WEATHERED = new Set(['sheltered', 'exposed']);

/** Which faces of a part are worked on, and whether the crafter said so. */
export interface WorkedFaces {
  readonly faces: Faces;
  readonly isSaid: boolean;
  readonly why: string;
}

/**
 * The faces that are coated: those that were said, else all round where bare wood lives outdoors, which drinks and warps where one side
 * stays open, else the front.
 *
 * Source: practice; docs/formulas.md, "Steps".
 */
export const facesOf = (part: Pick<Part, 'surface' | 'use' | 'faces'>, catalogue: Catalogue): WorkedFaces => {
  if (part.faces !== null) return { faces: part.faces, isSaid: true, why: 'as you said' };
  const read = surfaceFacts(part.surface, catalogue, { prepared: true });
  const isThirsty =
    read.ok && WOODEN.has(read.facts.base.pattern) && read.facts.finishes.length === 0 && WEATHERED.has(part.use.place);
  return isThirsty
    ? { faces: 'allRound', isSaid: false, why: 'bare wood outdoors warps where one side stays open' }
    : { faces: 'front', isSaid: false, why: 'nothing asks for more than the front' };
};
