import type {
  Area,
  ArtworkMend,
  Bounds,
  Bridge,
  CutItemPlan,
  CutOrder,
  CutPlan,
  DesignToPlace,
  LabelRoom,
  Margins,
  PackedSheet,
  PlacedDesign,
  Point,
  Polygon,
  SharpPlace,
  Strip,
  ThinPlace,
} from '@sgraffa/core';

/** What crosses between the sizing worker and the page: plain records only. */

/** What was read of a file or set as text, ready to be kept. */
export interface ReadDrawing {
  readonly svg: string;
  readonly widthMm: number;
  readonly heightMm: number;
  /** Of a set of labels: where each stands. */
  readonly rooms: readonly LabelRoom[] | null;
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
  readonly dots: readonly { readonly centre: Point; readonly acrossMm: number }[];
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

/** One design on the area: where it lies and what is drawn of it; of a set of labels each on an area of its own. */
export interface PlacedView extends Omit<PlacedDesign, 'placed'> {
  readonly drawn: readonly (readonly DrawnLayer[])[];
}

/** A design to be placed, with its artwork as the document keeps it. */
export interface DesignAsked extends Omit<DesignToPlace, 'artwork'> {
  readonly svg: string;
}

/** A mend, with artworks as the document keeps them and names as they are typed. */
export type MendAsked =
  | Exclude<ArtworkMend, { kind: 'setInto' | 'takeOut' }>
  | { readonly kind: 'setInto'; readonly patternSvg: string; readonly gapMm: number }
  | {
      readonly kind: 'takeOut';
      readonly text: string;
      readonly face: string;
      readonly letterHeightMm: number;
      readonly gapMm: number;
    };

/** A mend as it would be, with the bridges it has. */
export interface MendedDrawing {
  readonly drawing: ReadDrawing;
  readonly layers: readonly DrawnLayer[];
  readonly bridges: readonly Bridge[];
  readonly loose: readonly number[];
}

/** What is to be cut, with its artwork as the document keeps it. */
export interface CutAsked extends Omit<CutOrder, 'design'> {
  readonly design: DesignAsked;
}

export interface DrawnSheet extends Omit<PackedSheet, 'pieces'> {
  readonly pieces: readonly (PackedSheet['pieces'][number] & {
    readonly item: string;
    readonly path: string;
    readonly lines: string;
    readonly marks: string;
    readonly blankHeightMm: number;
  })[];
}

export interface CutView extends Pick<CutPlan, 'window' | 'sheetsNeeded' | 'isApart'> {
  readonly items: readonly (Omit<CutItemPlan, 'strips'> & {
    readonly strips: readonly (Omit<Strip, 'artwork' | 'marks'> & {
      readonly layers: readonly DrawnLayer[];
      readonly marks: string;
    })[];
  })[];
  readonly sheets: readonly DrawnSheet[];
  readonly lengthByColour: Readonly<Record<string, number>>;
}

/** Rings as plain numbers, for a page that is printed at 1:1. */
export interface PrintPage {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly closed: Polygon;
  readonly open: Polygon;
  readonly numbers: readonly { readonly at: Point; readonly text: string }[];
}
