import { z } from 'zod';
import { failed, type Outcome } from '../problem/index.ts';
import { indexed, type Catalogue } from './catalogue.ts';
import { overlay, type Override } from './overlay.ts';

/** A product of the user's own: like one of the catalogue, with the figures of its own label laid over it. */
export const ownProductSchema = z.strictObject({
  id: z.string().regex(/^own-[a-z0-9-]{1,60}$/, 'an id that begins with "own-", of small letters, digits and hyphens'),
  name: z.string().trim().min(1, 'a name of at least one letter').max(120, 'at most 120 characters'),
  /** Id of the product of the catalogue whose properties it shares. */
  like: z.string().min(1),
});
export type OwnProduct = z.output<typeof ownProductSchema>;

/** What the user laid over the catalogue. */
export interface UsersOwn {
  readonly ownProducts: readonly OwnProduct[];
  readonly overrides: readonly Override[];
}

/**
 * Puts the user's own products beside those of the catalogue, each after the one that it is like; the catalogue stays as it is.
 *
 * @returns problems where an id stands twice or the model is not there
 */
export const withOwnProducts = (
  catalogue: Catalogue,
  ownProducts: readonly OwnProduct[],
): Outcome<{ catalogue: Catalogue }> => {
  const products = [...catalogue.products];
  for (const { id, name, like } of ownProducts) {
    const model = catalogue.productById.get(like);
    const isTwice = products.some((product) => product.id === id);
    if (!model || isTwice)
      return failed({
        code: isTwice ? 'product-twice' : 'unknown-product',
        at: `ownProducts.${id}`,
        given: isTwice ? `"${id}" stands twice.` : `"${name}" is like "${like}".`,
        allowed: isTwice ? 'an id of its own for every product.' : 'the id of a product of the catalogue.',
        todo: 'Mend this product or leave it out.',
      });
    products.splice(products.findIndex((product) => product.id === like) + 1, 0, {
      ...model,
      id,
      name,
      like,
      words: [name.toLowerCase()],
    });
  }
  return { ok: true, catalogue: ownProducts.length ? indexed({ ...catalogue, products }) : catalogue };
};

/**
 * The catalogue as this user has it: with products and figures of their own.
 *
 * @returns every problem, and then nothing is laid over
 */
export const usersCatalogue = (
  catalogue: Catalogue,
  { ownProducts, overrides }: UsersOwn,
): Outcome<{ catalogue: Catalogue }> => {
  const beside = withOwnProducts(catalogue, ownProducts);
  return beside.ok ? overlay(beside.catalogue, overrides) : beside;
};
