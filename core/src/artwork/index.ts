export { isCutByHand } from './cutBy.ts';
export { arrangeText, type Arranged } from './arrange.ts';
export { mendArtwork, type ArtworkMend, type MendedArtwork, type MendOptions } from './mendings.ts';
export { AS_DRAWN, placeDesigns, type DesignToPlace, type PlacedDesign } from './placing.ts';
export { blankOf, repeated, type Repeated, type RepeatOptions } from './repeat.ts';
export {
  cutAs,
  cutFiles,
  cutOperationOf,
  cutSettingsOf,
  cutsFor,
  fullSizeOf,
  planOrder,
  type CutFacts,
  type CutFile,
  type CutOrder,
  type CutSettings,
  type CutStock,
  type Film,
} from './cutOrder.ts';
export { flatStockWords, onLaidSheets, sheetOnWords, type LaidSheet } from './laid.ts';
export { colourName, colourNames, spokenColour } from './colourNames.ts';
export { factsOfArtwork, type FoundFigures } from './facts.ts';
export { cutIsMirrored, mirrorNote, type CutSide, type MirrorNote } from './mirror.ts';
export { designOf, welded, withRings, type Artwork, type ArtworkLayer, type Notice } from './artwork.ts';
export { readArtwork, type ReadArtwork, type ReadOptions } from './svg/readArtwork.ts';
export {
  examineArtwork,
  type Examination,
  type ExamineOptions,
  type Island,
  type WholeExamination,
} from './examine.ts';
export type { SharpPlace } from './thin.ts';
export type { ThinPlace } from './narrow.ts';
export {
  islandsLieLoose,
  pileStroke,
  strokeLimit,
  suitsOf,
  weedingMinutes,
  type StrokeLimit,
  type Suit,
} from './suits.ts';
export { fitDesign, placedOn, placedPoint, type FitOptions, type Placement } from './fit.ts';
export { mirrored, warpToFrustum, type WarpOptions } from './bend.ts';
export {
  bordered,
  enlarged,
  enlargementFor,
  gapsWidened,
  inverted,
  outlineAround,
  setInto,
  thickened,
} from './mend.ts';
export { addBridges, type Bridge, type Bridged, type BridgeOptions } from './bridges.ts';
export {
  sliceForBed,
  type CrossSeam,
  type Seam,
  type Sliced,
  type SliceOptions,
  type Strip,
  type UprightSeam,
} from './slice.ts';
export {
  packSheets,
  type Packed,
  type PackedPiece,
  type PackedSheet,
  type PackOptions,
  type SheetOn,
  type SheetPiece,
  type SheetStock,
} from './pack.ts';
export { drawnBounds, onOwnPage, sized } from './page.ts';
export {
  checkCut,
  cutItemsOf,
  placedBlanks,
  planCut,
  sheetArtwork,
  type CutBlank,
  type CutItem,
  type CutItemPlan,
  type CutOptions,
  type CutPlan,
  type CutWindow,
  type PlacedBlank,
} from './cutting.ts';
export { openFont, type Font } from './font.ts';
export { setText, type SetText, type TextSetting } from './text.ts';
export {
  labelsApart,
  labelsChanged,
  labelSet,
  labelSheet,
  type Label,
  type LabelLimits,
  type LabelSet,
  type LabelSheet,
  type LabelWord,
} from './labels.ts';
export {
  artworkRecordSchema,
  artworkSourceSchema,
  isMadeForArea,
  MOST_SVG,
  type ArtworkRecord,
  type ArtworkSource,
  type LabelRoom,
} from './record.ts';
export { pathData, writeDxf, writeSvg, type WriteOptions } from './write.ts';
