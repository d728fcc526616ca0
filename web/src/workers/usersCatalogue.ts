import { catalogue, usersCatalogue, type Catalogue, type UsersOwn } from '@sgraffa/core';

let users: { readonly key: string; readonly catalogue: Catalogue } | undefined;

/** The catalogue as this user has it, laid once for the same products and figures; the built-in one where theirs do not fit. */
export const catalogueOf = (own: UsersOwn): Catalogue => {
  const key = JSON.stringify(own);
  if (users?.key !== key) {
    const read = usersCatalogue(catalogue(), own);
    users = { key, catalogue: read.ok ? read.catalogue : catalogue() };
  }
  return users.catalogue;
};
