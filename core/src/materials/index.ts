export { catalogue, indexed, rawCatalogue, CATALOGUE_VERSION, type Catalogue } from './catalogue.ts';
export { overlay, overrideSchema, type Override } from './overlay.ts';
export { BASIS_WEIGHT, BASIS_WORDS, rankIn, scaled, STAGE_WORDS } from './figures.ts';
export * from './schema.ts';
