export { isCutByHand } from './cutBy.ts';
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
export type { SharpPlace, ThinPlace } from './thin.ts';
export { suitsOf, weedingMinutes, type Suit } from './suits.ts';
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
export { sliceForBed, type Seam, type Sliced, type SliceOptions, type Strip } from './slice.ts';
export {
  packSheets,
  type Packed,
  type PackedPiece,
  type PackedSheet,
  type PackOptions,
  type SheetPiece,
  type SheetStock,
} from './pack.ts';
export { drawnBounds, onOwnPage, sized } from './page.ts';
export { pieceIdOf, planCut, sheetArtwork, type CutOptions, type CutPlan, type CutStrip } from './cutting.ts';
export { openFont, type Font } from './font.ts';
export {
  labelSet,
  labelSheet,
  setText,
  type Label,
  type LabelLimits,
  type LabelSet,
  type LabelWord,
  type SetText,
  type TextSetting,
} from './text.ts';
export {
  artworkRecordSchema,
  artworkSourceSchema,
  MOST_SVG,
  type ArtworkRecord,
  type ArtworkSource,
} from './record.ts';
export { pathData, writeDxf, writeSvg, type WriteOptions } from './write.ts';
