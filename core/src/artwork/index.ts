export { cutIsMirrored, mirrorNote, type CutSide, type MirrorNote } from './mirror.ts';
