export { catalogue, indexed, type Catalogue, type Learnt } from './catalogue.ts';
export { rawCatalogue, shippedCatalogue } from './shipped.ts';
export { CATALOGUE_VERSION } from './version.ts';
export { glossary, type Term } from './glossary.ts';
export { OVERLAID_WORDS, overlay } from './overlay.ts';
export { overrideSchema, type Override } from './override.ts';
export {
  ownProductSchema,
  usersCatalogue,
  fittingProducts,
  withOwnProducts,
  type OwnProduct,
  type UsersOwn,
} from './ownProducts.ts';
export {
  changedFigures,
  keepFigures,
  keptFiguresSchema,
  withKept,
  type ChangedFigure,
  type KeptFigures,
} from './kept.ts';
export {
  BASIS_WEIGHT,
  BASIS_WORDS,
  figureLabel,
  figuresIn,
  isUsersOwn,
  rankIn,
  scaled,
  STAGE_WORDS,
  type FoundFigure,
} from './figures.ts';
export { careAxis, CARE_AXES, CARE_TABLE, CARE_UNKNOWN, type CareAxis } from './careAxes.ts';
export { parseFigure } from './parseFigure.ts';
export * from './schema.ts';
export { benchCatalogue, withLabel, type BenchOwn, type CanLabel } from './labels.ts';
