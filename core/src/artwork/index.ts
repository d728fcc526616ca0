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
