export {
  boundsOf,
  CHORD_ERROR_MM,
  circle,
  isInRing,
  isInside,
  lengthOfLine,
  linesWithin,
  mapped,
  NO_BOUNDS,
  placed,
  pointsOf,
  polygonArea,
  polygonLength,
  rectangle,
  reversed,
  ringArea,
  ringCentre,
  ringLength,
  ringOf,
  turnedPoint,
  type Bounds,
  type Point,
  type Polygon,
  type Ring,
} from './rings.ts';
export { grown, intersected, simplified, stroked, subtracted, united, type Cap, type Fill, type Join } from './clip.ts';
export {
  frustumTemplate,
  onCover,
  wrapBlank,
  type FrustumMeasures,
  type FrustumTemplate,
  type WrapMeasures,
} from './frustum.ts';
export { AREA_KINDS, goesAround, isSideArea, sizeOfArea, type AreaField } from './areaKinds.ts';
export { areaSchema, keepOutSchema, type Area, type AreaInput, type KeepOut } from './areaSchema.ts';
export { templateOf, type PaperTemplate } from './template.ts';
export { clearAreaOf, type ClearArea, type ClearAreaOptions, type Margins } from './clearArea.ts';
export { PAPERS, tilesFor, type Paper, type Tile, type Tiled } from './tiles.ts';
