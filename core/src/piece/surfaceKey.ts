import type { Catalogue, Learnt } from '../materials/index.ts';
import type { Surface } from './schema.ts';

/** What of a surface says whether what was learnt on another goes for it: the material, or its own properties, and what lies on it. */
export const surfaceKey = ({ base, own, existing }: Pick<Surface, 'base' | 'own' | 'existing'>): string =>
  [own ? JSON.stringify(own.properties) : base, ...existing.map(({ finish }) => finish)].join(' + ');

/** What the maker's own patches say of how a product works on a surface; undefined where there were none. */
export const learntDwell = (
  surface: Pick<Surface, 'base' | 'own' | 'existing'>,
  productId: string,
  catalogue: Catalogue,
): Learnt | undefined =>
  catalogue.learntOn.get(surfaceKey(surface))?.find((one) => one.productId === productId && one.what === 'dwell');
