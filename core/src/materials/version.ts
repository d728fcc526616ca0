/** Bumped whenever a figure or a property in `data/` changes. */
export const CATALOGUE_VERSION = 3;
