import type { Catalogue } from '../materials/index.ts';
import type { Part } from './schema.ts';

/** How far a design keeps from the upper edge where that is drunk from, mm; 0 where it is not. */
export const rimZoneOf = ({ use }: Pick<Part, 'use'>, { limits }: Pick<Catalogue, 'limits'>): number =>
  use.food === 'lip' ? limits.rimDistance.typical : 0;
