import type {
  Area,
  Bounds,
  Bridge,
  CutOptions,
  DesignPlacement,
  Margins,
  PackedSheet,
  Placement,
  Point,
  Polygon,
  Problem,
  SharpPlace,
  ThinPlace,
} from '@sgraffa/core';

/** What crosses between the sizing worker and the page: plain records only. */

/** What was read of a file or set as text, ready to be kept. */
export interface ReadDrawing {
  readonly svg: string;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly notices: readonly string[];
  /** Lines drawn with a pen: whether the blade runs along or around them has to be asked. */
  readonly penLines: number;
}

/** The figures of an artwork with what the picture needs: outlines as path data. */
export interface Looked {
  readonly boundsMm: Bounds;
  readonly areaMm2: number;
  readonly cutLengthMm: number;
  readonly pieceCount: number;
  readonly islandCount: number;
  readonly minStrokeMm: number | null;
  readonly minStrokeAt: Point | null;
  readonly minWebMm: number | null;
  readonly minWebAt: Point | null;
  readonly thinStrokes: readonly ThinPlace[];
  readonly thinWebs: readonly ThinPlace[];
  readonly sharpPlaces: readonly SharpPlace[];
  readonly closestCutsMm: number | null;
  readonly islands: readonly {
    readonly number: number;
    readonly path: string;
    readonly centre: Point;
    readonly areaMm2: number;
  }[];
  readonly layers: readonly {
    readonly id: string;
    readonly colour: string;
    readonly areaMm2: number;
    readonly pieceCount: number;
    readonly cutLengthMm: number;
    readonly minStrokeMm: number | null;
  }[];
}

export interface DrawnLayer {
  readonly colour: string;
  readonly path: string;
  readonly lines: string;
}

/** The clear area as it is drawn. */
export interface DrawnArea {
  readonly kind: Area['kind'];
  readonly widthMm: number;
  readonly heightMm: number;
  readonly whole: string;
  readonly clear: string;
  readonly keptOut: string;
  readonly margins: Margins;
}

/** One design on the area: where it lies and what is drawn of it; problems where it does not fit. */
export interface PlacedDesign {
  readonly designId: string;
  readonly placement: Placement | null;
  readonly problems: readonly Problem[];
  readonly layers: readonly DrawnLayer[];
}

export interface DesignToPlace {
  readonly designId: string;
  readonly svg: string;
  readonly scale: number;
  readonly placement: DesignPlacement;
}

export type Mend =
  | { readonly kind: 'enlarge'; readonly times: number }
  | { readonly kind: 'thicken'; readonly byMm: number }
  | { readonly kind: 'outline'; readonly byMm: number }
  | { readonly kind: 'invert'; readonly marginMm: number }
  | { readonly kind: 'border'; readonly gapMm: number; readonly widthMm: number }
  | { readonly kind: 'setInto'; readonly patternSvg: string; readonly gapMm: number }
  | { readonly kind: 'widenGaps'; readonly leastMm: number }
  | {
      readonly kind: 'bridge';
      readonly widthMm: number;
      readonly perIsland: 1 | 2 | 3 | null;
      readonly minStrokeMm: number;
      readonly skip: readonly number[];
    };

/** A mend as it would be, with the bridges it has. */
export interface MendedDrawing {
  readonly drawing: ReadDrawing;
  readonly layers: readonly DrawnLayer[];
  readonly bridges: readonly Bridge[];
  readonly loose: readonly number[];
}

/** How an artwork is cut: at which size, on which side, from what. */
export interface CutOrder extends CutOptions {
  readonly svg: string;
  readonly scale: number;
  readonly turnDeg: number;
  readonly isMirrored: boolean;
  /** The cone that it is bent for, with where it lies on the side. */
  readonly cone: { readonly area: Area; readonly rimZoneMm: number; readonly placement: Placement } | null;
}

export interface DrawnSheet extends Omit<PackedSheet, 'pieces'> {
  readonly pieces: readonly (PackedSheet['pieces'][number] & { readonly path: string })[];
}

export interface CutView {
  readonly strips: readonly {
    readonly number: number;
    readonly box: Bounds;
    readonly layers: readonly DrawnLayer[];
    readonly marks: string;
  }[];
  readonly seams: readonly { readonly xMm: number; readonly inkMm: number; readonly thinnestMm: number | null }[];
  readonly assembly: string;
  readonly isTurned: boolean;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly sheets: readonly DrawnSheet[];
  readonly lengthByColour: Readonly<Record<string, number>>;
}

export interface OutFile {
  readonly name: string;
  readonly text: string;
}

/** Rings as plain numbers, for a page that is printed at 1:1. */
export interface PrintPage {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly closed: Polygon;
  readonly open: Polygon;
  readonly numbers: readonly { readonly at: Point; readonly text: string }[];
}
