import { z } from 'zod';
import { failed, type Outcome, type Problem } from '../problem/index.ts';
import { indexed, type Catalogue } from './catalogue.ts';
import { overlay } from './overlay.ts';
import type { Override } from './override.ts';

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

const misfitOf = (catalogue: Catalogue, seen: ReadonlySet<string>, { id, name, like }: OwnProduct): Problem | null => {
  const isTwice = seen.has(id) || catalogue.productById.has(id);
  if (catalogue.productById.has(like) && !isTwice) return null;
  return {
    code: isTwice ? 'product-twice' : 'unknown-product',
    at: `ownProducts.${id}`,
    given: isTwice ? `"${id}" stands twice.` : `"${name}" is like "${like}".`,
    allowed: isTwice ? 'an id of its own for every product.' : 'the id of a product of the catalogue.',
    todo: 'Mend this product or leave it out.',
  };
};

/** The user's own products that fit beside the catalogue, and why the others do not: an id that stands twice, a model that is not there. */
export const fittingProducts = (
  catalogue: Catalogue,
  ownProducts: readonly OwnProduct[],
): { readonly fitting: readonly OwnProduct[]; readonly problems: readonly Problem[] } => {
  const seen = new Set<string>();
  const problems: Problem[] = [];
  const fitting = ownProducts.filter((product) => {
    const problem = misfitOf(catalogue, seen, product);
    if (problem) problems.push(problem);
    else seen.add(product.id);
    return !problem;
  });
  return { fitting, problems };
};

/**
 * Puts the user's own products beside those of the catalogue, each after the one that it is like; the catalogue stays as it is.
 *
 * @returns problems where an id stands twice or the model is not there
 */
export const withOwnProducts = (
  catalogue: Catalogue,
  ownProducts: readonly OwnProduct[],
): Outcome<{ catalogue: Catalogue }> => {
  const { problems } = fittingProducts(catalogue, ownProducts);
  if (problems.length) return failed(...problems);
  const products = [...catalogue.products];
  for (const { id, name, like } of ownProducts)
    products.splice(products.findIndex((product) => product.id === like) + 1, 0, {
      ...catalogue.productById.get(like)!,
      id,
      name,
      like,
      words: [name.toLowerCase()],
    });
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
