import type { SHAPES } from '../materials/index.ts';
import { failed, type Outcome } from '../problem/index.ts';
import type { Area } from './areaSchema.ts';
import { subtracted, united } from './clip.ts';
import { frustumTemplate, type FrustumTemplate } from './frustum.ts';
import { boundsOf, circle, mapped, polygonArea, rectangle, type Ring } from './rings.ts';

/** An area laid flat, its top left corner at 0, 0; a cone's with the cover that it bends onto. */
export interface Flat {
  readonly whole: readonly Ring[];
  readonly cone: FrustumTemplate | null;
}

type Of<Kind extends Area['kind']> = Extract<Area, { kind: Kind }>;

/** One measure of an area. */
export interface AreaField<Key extends string = string> {
  readonly key: Key;
  /** Fields of one group say the same in several ways: one of them is enough, and the one said last counts. */
  readonly group?: string;
  /** Nothing where it is left out. */
  readonly isOptional?: true;
}

interface KindOfArea<Kind extends Area['kind']> {
  /** The side of a body: x runs around, y from the top rim down; rim and foot are kept free. */
  readonly isSide: boolean;
  /** One margin all around; else one for each side. */
  readonly hasMarginAllRound: boolean;
  /** What is usual at the edges: a share of its size, the least, or rim and foot with the least beside. */
  readonly usualMargin: 'share' | 'least' | 'side';
  /** The shape of surface that such an area lies on; null: on several. */
  readonly shape: (typeof SHAPES)[number] | null;
  readonly fields: readonly AreaField<Exclude<keyof Of<Kind> & string, 'kind' | 'margins' | 'keepOuts' | 'rings'>>[];
  readonly flat: (area: Of<Kind>) => Outcome<Flat>;
}

const refused = (given: string, allowed: string, todo: string) => failed({ code: 'bad-measure', given, allowed, todo });
const flat = (whole: readonly Ring[], cone: FrustumTemplate | null = null): Outcome<Flat> => ({
  ok: true,
  whole,
  cone,
});

/** Way around a cylinder, mm, by whichever measure was taken; null for none. */
const aroundOf = ({ circumferenceMm, diameterMm }: Of<'cylinder'>): number | null =>
  circumferenceMm ?? (diameterMm === null ? null : Math.PI * diameterMm);

/** What there is to know of each kind of area: the one table of them. */
export const AREA_KINDS: { readonly [Kind in Area['kind']]: KindOfArea<Kind> } = {
  rectangle: {
    isSide: false,
    hasMarginAllRound: false,
    usualMargin: 'share',
    shape: null,
    fields: [{ key: 'widthMm' }, { key: 'heightMm' }],
    flat: ({ widthMm, heightMm }) =>
      widthMm !== null && heightMm !== null
        ? flat([rectangle({ x: 0, y: 0, width: widthMm, height: heightMm })])
        : refused(
            `${widthMm === null ? 'The width' : 'The height'} of the clear area was not given.`,
            'width and height.',
            'Measure both.',
          ),
  },
  disc: {
    isSide: false,
    hasMarginAllRound: true,
    usualMargin: 'share',
    shape: null,
    fields: [{ key: 'diameterMm' }],
    flat: ({ diameterMm: across }) => flat([circle(across / 2, across / 2, across / 2)]),
  },
  ring: {
    isSide: false,
    hasMarginAllRound: true,
    usualMargin: 'least',
    shape: null,
    fields: [{ key: 'outerDiameterMm' }, { key: 'innerDiameterMm' }],
    flat: ({ outerDiameterMm, innerDiameterMm }) => {
      const [outer, inner] = [outerDiameterMm / 2, innerDiameterMm / 2];
      return inner < outer
        ? flat(subtracted([circle(outer, outer, outer)], [circle(outer, outer, inner)]))
        : refused(
            `A ring of ${outerDiameterMm} mm around a hole of ${innerDiameterMm} mm was given.`,
            'a hole that is smaller than the ring.',
            'Measure both across.',
          );
    },
  },
  cylinder: {
    isSide: true,
    hasMarginAllRound: false,
    usualMargin: 'side',
    shape: 'cylinder',
    fields: [
      { key: 'circumferenceMm', group: 'around' },
      { key: 'diameterMm', group: 'around' },
      { key: 'heightMm' },
      { key: 'handleGapMm', isOptional: true },
    ],
    flat: (area) => {
      const around = aroundOf(area);
      if (around === null)
        return refused(
          'Neither the diameter nor the way around was given.',
          'one of the two.',
          'Lay a tape measure around it.',
        );
      const { heightMm } = area;
      if (heightMm === null)
        return refused('The height of the side was not given.', 'the height.', 'Measure from the foot to the rim.');
      return area.handleGapMm < around
        ? flat([rectangle({ x: 0, y: 0, width: around - area.handleGapMm, height: heightMm })])
        : refused(
            `A handle gap of ${area.handleGapMm} mm was given on ${Math.round(around)} mm around.`,
            'less than the way around.',
            'Measure the gap along the side.',
          );
    },
  },
  cone: {
    isSide: true,
    hasMarginAllRound: false,
    usualMargin: 'side',
    shape: 'cone',
    fields: [
      { key: 'topDiameterMm' },
      { key: 'bottomDiameterMm' },
      { key: 'slantMm', group: 'height' },
      { key: 'heightMm', group: 'height' },
      { key: 'handleGapMm', isOptional: true },
    ],
    flat: ({ topDiameterMm, bottomDiameterMm, slantMm, heightMm, handleGapMm }) => {
      const cone = frustumTemplate({
        topDiameterMm,
        bottomDiameterMm,
        slantMm: slantMm ?? undefined,
        heightMm: heightMm ?? undefined,
        gapMm: handleGapMm,
      });
      if (!cone.ok) return cone;
      const middle = (Math.PI * (topDiameterMm + bottomDiameterMm)) / 2;
      const share = 1 - handleGapMm / (Math.PI * Math.max(topDiameterMm, bottomDiameterMm));
      return flat([rectangle({ x: 0, y: 0, width: middle * share, height: cone.slantMm })], cone);
    },
  },
  outline: {
    isSide: false,
    hasMarginAllRound: true,
    usualMargin: 'share',
    shape: null,
    fields: [],
    flat: (area) => {
      const rings = united(
        area.rings.map((ring) => Float64Array.from(ring)),
        'evenodd',
      );
      const { x, y } = boundsOf(rings);
      return polygonArea(rings) > 0
        ? flat(mapped(rings, (px, py) => [px - x, py - y]))
        : refused('The outline encloses nothing.', 'a closed outline.', 'Draw it again, closed.');
    },
  },
};

/** The area laid flat, margins and what is in the way not yet taken off; problems where measures are missing or contradict each other. */
export const flatOf = (area: Area): Outcome<Flat> => (AREA_KINDS[area.kind].flat as (one: Area) => Outcome<Flat>)(area);

/** Whether an area is the side of a body that it goes around. */
export const isSideArea = ({ kind }: Pick<Area, 'kind'>): boolean => AREA_KINDS[kind].isSide;

/** Whether a side is closed: what leaves it on the right comes in again on the left. */
export const goesAround = (area: Area): boolean => isSideArea(area) && 'handleGapMm' in area && area.handleGapMm === 0;

/** How wide and high an area is, laid flat, as far as it was measured, mm; null: not measured. */
export const sizeOfArea = (
  area: Area | null,
): { readonly widthMm: number | null; readonly heightMm: number | null } => {
  if (area?.kind === 'rectangle') return { widthMm: area.widthMm, heightMm: area.heightMm };
  if (area?.kind === 'cylinder' && area.heightMm === null) return { widthMm: aroundOf(area), heightMm: null };
  const laid = area && flatOf(area);
  if (!laid?.ok) return { widthMm: null, heightMm: null };
  const { width, height } = boundsOf(laid.whole);
  return { widthMm: width, heightMm: height };
};
