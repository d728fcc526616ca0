import {
  boundsOf,
  grown,
  polygonArea,
  polygonLength,
  lengthOfLine,
  ringCentre,
  type Bounds,
  type Point,
  type Polygon,
  type Ring,
} from '../shape/index.ts';
import { catalogue } from '../materials/index.ts';
import { designOf, groupsOfRings, type Artwork } from './artwork.ts';
import { keepApart } from './edges.ts';
import { allNested, nested, ownArea, type Nested } from './nest.ts';
import type { ThinPlace } from './narrow.ts';
import { sharpPlacesOf, thicknessOf, type SharpPlace } from './thin.ts';

export interface ExamineOptions {
  /** What is cut: openings in a mask, or shapes that stay. The figures are the same; what they mean is not. */
  readonly as: 'stencil' | 'decal';
  readonly minStrokeMm?: number | undefined;
  readonly minWebMm?: number | undefined;
  /** Told the share that is done, from 0 to 1, now and then. */
  readonly onProgress?: ((share: number) => void) | undefined;
}

/** A part of the sheet that nothing holds once the design is cut; for a decal, an inner piece to weed. */
export interface Island {
  /** In reading order, from 1. */
  readonly number: number;
  readonly outline: Ring;
  readonly centre: Point;
  readonly areaMm2: number;
}

export interface Examination {
  readonly boundsMm: Bounds;
  readonly areaMm2: number;
  readonly cutLengthMm: number;
  readonly pieceCount: number;
  /** Small shapes that stand by themselves and are easily lost, the stop of a sentence among them; none where all are small. */
  readonly dots: readonly { readonly centre: Point; readonly acrossMm: number }[];
  readonly islandCount: number;
  readonly islands: readonly Island[];
  /** Thinnest stroke of the design and thinnest web of what is left; null where no two walls face each other. */
  readonly minStrokeMm: number | null;
  readonly minStrokeAt: Point | null;
  readonly minWebMm: number | null;
  readonly minWebAt: Point | null;
  /** Every place below the limits given. */
  readonly thinStrokes: readonly ThinPlace[];
  readonly thinWebs: readonly ThinPlace[];
  readonly sharpPlaces: readonly SharpPlace[];
  /** Closest that two cuts come, mm. */
  readonly closestCutsMm: number | null;
}

export interface WholeExamination extends Examination {
  readonly as: ExamineOptions['as'];
  readonly layers: readonly (Examination & { readonly id: string; readonly colour: string })[];
}

/** Parts smaller than this are crumbs of drawing, mm². */
const CRUMB_MM2 = 0.02;
/** Contact in a point is no contact: islands are counted on the design grown by this much, pieces on it shrunk. */
const CONTACT_MM = 0.005;

/** Groups of rings, each with whether nothing in it comes so near to itself that moving its outlines could join or part anything. */
interface Grouped {
  readonly rings: readonly Ring[];
  readonly isClear: boolean;
}

const groupsOf = (polygon: Polygon): Grouped[] =>
  groupsOfRings(
    polygon.map((ring) => ({ ring })),
    2 * CONTACT_MM,
  ).map((group) => {
    const rings = group.map(({ ring }) => ring);
    return { rings, isClear: keepApart(rings, 2 * CONTACT_MM) };
  });

/** The outlines moved by a contact's width, where that can change what hangs together. */
const contacted = (groups: readonly Grouped[], by: number): Ring[] =>
  groups.flatMap(({ rings, isClear }) => (isClear ? rings : grown(rings, by, 'miter', 2)));

/** Reading order: by rows as high as the parts are, then from left to right. */
const inReadingOrder = <Part extends { readonly bounds: Bounds }>(parts: readonly Part[]): Part[] => {
  const byTop = [...parts].sort((left, right) => left.bounds.y - right.bounds.y);
  const rows: Part[][] = [];
  for (const part of byTop) {
    const row = rows.at(-1);
    const middle = part.bounds.y + part.bounds.height / 2;
    const bottom = row && Math.max(...row.map(({ bounds }) => bounds.y + bounds.height));
    const isInRow =
      row && bottom !== undefined && middle < bottom && part.bounds.y < row[0]!.bounds.y + row[0]!.bounds.height;
    if (isInRow) row.push(part);
    else rows.push([part]);
  }
  return rows.flatMap((row) => row.sort((left, right) => left.bounds.x - right.bounds.x));
};

const islandsOf = (roots: readonly Nested[]): Island[] => {
  const holes = allNested(roots)
    .filter(({ area }) => area < 0)
    .map((hole) => ({ hole, areaMm2: ownArea(hole), bounds: boundsOf([hole.ring]) }))
    .filter(({ areaMm2 }) => areaMm2 >= CRUMB_MM2);
  return inReadingOrder(holes).map(({ hole, areaMm2 }, index) => ({
    number: index + 1,
    outline: hole.ring,
    centre: ringCentre(hole.ring),
    areaMm2,
  }));
};

/** The sheet around a design: the design grown by what a contact in a point may be, and the islands between. */
export const sheetAround = (
  polygon: Polygon,
): { roots: readonly Nested[]; grown: readonly Ring[]; islands: Island[] } => {
  const around = contacted(groupsOf(polygon), CONTACT_MM);
  const roots = nested(around);
  return { roots, grown: around, islands: islandsOf(roots) };
};

/** Round or square, and not a stroke: so much of its box is its own. */
const COMPACT = 0.6;

const dotsOf = (pieces: readonly Nested[]): Examination['dots'] => {
  const most = catalogue().sizing.looseDot.high;
  const dots = pieces.flatMap((piece) => {
    const { width, height } = boundsOf([piece.ring]);
    const acrossMm = Math.max(width, height);
    return acrossMm <= most && ownArea(piece) >= COMPACT * width * height
      ? [{ centre: ringCentre(piece.ring), acrossMm }]
      : [];
  });
  return dots.length < pieces.length ? dots : [];
};

const examined = (
  polygon: Polygon,
  cutLines: Polygon,
  { minStrokeMm, minWebMm, onProgress = () => undefined }: Omit<ExamineOptions, 'as'>,
): Examination => {
  const groups = groupsOf(polygon);
  const islands = islandsOf(nested(contacted(groups, CONTACT_MM)));
  const pieces = allNested(nested(contacted(groups, -CONTACT_MM))).filter(
    (piece) => piece.area > 0 && ownArea(piece) >= CRUMB_MM2,
  );
  onProgress(0.3);
  const strokes = thicknessOf(polygon, 'stroke', minStrokeMm ?? null);
  onProgress(0.65);
  const webs = thicknessOf(polygon, 'web', minWebMm ?? null);
  onProgress(1);
  const lineLength = cutLines.reduce((sum, line) => sum + lengthOfLine(line), 0);
  const widths = [strokes.minMm, webs.minMm].filter((mm) => mm !== null);
  return {
    boundsMm: boundsOf([...polygon, ...cutLines]),
    areaMm2: polygonArea(polygon),
    cutLengthMm: polygonLength(polygon) + lineLength,
    pieceCount: pieces.length,
    dots: dotsOf(pieces),
    islandCount: islands.length,
    islands,
    minStrokeMm: strokes.minMm,
    minStrokeAt: strokes.minAt,
    minWebMm: webs.minMm,
    minWebAt: webs.minAt,
    thinStrokes: strokes.below,
    thinWebs: webs.below,
    sharpPlaces: sharpPlacesOf(polygon),
    closestCutsMm: widths.length ? Math.min(...widths) : null,
  };
};

/**
 * Looks an artwork over for the cutter: its size, pieces, islands, thin and sharp places, whole and by colour.
 *
 * @param options limits of the material: places below them are listed
 * @returns mm and mm², unrounded; definitions in docs/formulas.md, Artwork
 */
export const examineArtwork = (
  artwork: Artwork,
  { as, onProgress = () => undefined, ...limits }: ExamineOptions,
): WholeExamination => {
  const { layers } = artwork;
  const rounds = layers.length === 1 ? 1 : layers.length + 1;
  const inRound = (round: number) => ({
    ...limits,
    onProgress: (share: number) => onProgress((round + share) / rounds),
  });
  const lines = layers.flatMap(({ cutLines }) => cutLines);
  const whole = examined(designOf(artwork), lines, inRound(0));
  return {
    as,
    ...whole,
    layers: layers.map(({ id, colour, polygon, cutLines }, index) => ({
      id,
      colour,
      ...(layers.length === 1 ? whole : examined(polygon, cutLines, inRound(index + 1))),
    })),
  };
};
