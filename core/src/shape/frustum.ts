import { failed, type Outcome } from '../problem/index.ts';
import { rectangle, ringOf, type Point, type Ring } from './rings.ts';

const bounded = (what: string, value: number, low: number, high: number): string | null =>
  Number.isFinite(value) && value >= low && value <= high ? null : `${what} of ${value} mm was given.`;

const refused = (given: string, allowed: string, todo: string) => failed({ code: 'bad-measure', given, allowed, todo });

const LARGEST_MM = 10_000;

export interface FrustumMeasures {
  /** Diameters of the rims between which the cover lies, mm; either may be the larger. */
  readonly topDiameterMm: number;
  readonly bottomDiameterMm: number;
  /** Along the side, or upright; one of the two. */
  readonly slantMm?: number | undefined;
  readonly heightMm?: number | undefined;
  /** Left open around the vertical seam (a handle), measured along the larger rim; 0 or left out for all around. */
  readonly gapMm?: number | undefined;
}

/** The flat cover of a cone's side. `isCylinder`: both rims alike, so it is a rectangle; radii are then infinite and the sweep 0. */
export interface FrustumTemplate {
  readonly innerRadiusMm: number;
  readonly outerRadiusMm: number;
  readonly sweepDeg: number;
  /** Bounding box of the cover, placed symmetric about the vertical. */
  readonly widthMm: number;
  readonly heightMm: number;
  /** Where the tip of the cone lies, seen from that box. */
  readonly tip: Point;
  /** As it is cut, in that box, y down: the larger rim's arc above where the top is the larger one. */
  readonly outline: Ring;
  readonly slantMm: number;
  readonly isCylinder: boolean;
  readonly isTopLarger: boolean;
}

const CHORD_MM = 0.002;

/** Angles along an arc, so close that its chords are within the chord error. */
const anglesOf = (radius: number, half: number): number[] => {
  const step = 2 * Math.acos(Math.max(0, 1 - CHORD_MM / Math.max(radius, CHORD_MM)));
  const count = Math.max(2, Math.ceil((2 * half) / step));
  return Array.from({ length: count + 1 }, (_, index) => -half + (2 * half * index) / count);
};

/** A place on a cone's cover, as far from the tip and turned so far from the vertical, in the cover's box. */
export const onCover = (
  { tip: [x, y], isTopLarger }: Pick<FrustumTemplate, 'tip' | 'isTopLarger'>,
  radius: number,
  angle: number,
): Point => {
  const down = radius * Math.cos(angle);
  return [x + radius * Math.sin(angle), isTopLarger ? y - down : y + down];
};

/**
 * The side of a cone between two rims, laid flat: a sector of a ring.
 *
 * R₂ = s·D₂/(D₂ − D₁), R₁ = R₂ − s, sweep = 180°·(D₂ − D₁)/s, less the gap; D₂ the larger diameter, s the slant height. D₁ = D₂ is a
 * cylinder: a rectangle as wide as its circumference.
 *
 * @returns mm and degrees, unrounded; problems where measures are missing, contradict each other or leave nothing to cover
 * @source development of a right circular cone
 */
export const frustumTemplate = (measures: FrustumMeasures): Outcome<FrustumTemplate> => {
  const { topDiameterMm, bottomDiameterMm, slantMm, heightMm, gapMm = 0 } = measures;
  const bad =
    bounded('A top diameter', topDiameterMm, 0.1, LARGEST_MM) ??
    bounded('A bottom diameter', bottomDiameterMm, 0, LARGEST_MM) ??
    (slantMm === undefined ? null : bounded('A slant height', slantMm, 0.1, LARGEST_MM)) ??
    (heightMm === undefined ? null : bounded('A height', heightMm, 0, LARGEST_MM)) ??
    bounded('A gap', gapMm, 0, LARGEST_MM);
  if (bad) return refused(bad, `0.1 to ${LARGEST_MM} mm.`, 'Measure it again.');
  if (slantMm === undefined && heightMm === undefined)
    return refused(
      'Neither a slant height nor a height was given.',
      'one of the two.',
      'Measure along the side from rim to rim.',
    );
  const large = Math.max(topDiameterMm, bottomDiameterMm);
  const small = Math.min(topDiameterMm, bottomDiameterMm);
  const spread = large - small;
  const slant = slantMm ?? Math.hypot(heightMm!, spread / 2);
  if (slant < spread / 2)
    return refused(
      `A slant height of ${slant} mm was given between rims of ${small} and ${large} mm.`,
      `at least ${spread / 2} mm: half of what the diameters differ by.`,
      'Measure the side again, along its surface.',
    );
  if (slant <= 0) return refused('A height of 0 mm was given.', 'more than 0 mm.', 'Measure the side from rim to rim.');
  const around = Math.PI * large;
  if (gapMm >= around)
    return refused(
      `A gap of ${gapMm} mm was given on a rim of ${around.toFixed(1)} mm around.`,
      'less than the way around.',
      'Measure the gap along the larger rim.',
    );
  const isTopLarger = topDiameterMm >= bottomDiameterMm;
  // nearly equal rims: a sector that thin is a rectangle to a hundredth of a millimetre
  if (spread < 1e-6 * large)
    return {
      ok: true,
      innerRadiusMm: Infinity,
      outerRadiusMm: Infinity,
      sweepDeg: 0,
      widthMm: around - gapMm,
      heightMm: slant,
      tip: [0, Infinity],
      outline: rectangle({ x: 0, y: 0, width: around - gapMm, height: slant }),
      slantMm: slant,
      isCylinder: true,
      isTopLarger,
    };
  const outer = (slant * large) / spread;
  const inner = outer - slant;
  const sweep = ((Math.PI * spread) / slant) * (1 - gapMm / around);
  const half = sweep / 2;
  // symmetric about the vertical; the tip lies on the side of the smaller rim
  const widest = half >= Math.PI / 2 ? outer : outer * Math.sin(half);
  const nearest = (half >= Math.PI / 2 ? outer : inner) * Math.cos(half);
  const tip: Point = [widest, isTopLarger ? outer : -nearest];
  const place = (radius: number, angle: number): Point => onCover({ tip, isTopLarger }, radius, angle);
  const [far, near] = [anglesOf(outer, half), anglesOf(inner, half).reverse()];
  const corners = [...far.map((angle) => place(outer, angle)), ...near.map((angle) => place(inner, angle))];
  // run through so that the ring surrounds material
  const outline = ringOf(isTopLarger ? corners : corners.reverse());
  return {
    ok: true,
    innerRadiusMm: inner,
    outerRadiusMm: outer,
    sweepDeg: (sweep * 180) / Math.PI,
    widthMm: 2 * widest,
    heightMm: outer - nearest,
    tip,
    outline,
    slantMm: slant,
    isCylinder: false,
    isTopLarger,
  };
};

export interface WrapMeasures {
  /** All around by tape measure, or from one side of the handle around to the other; one of the two. */
  readonly circumferenceMm?: number | undefined;
  readonly handleToHandleMm?: number | undefined;
  readonly heightMm: number;
  /** Kept clear at each edge, mm; a negative side margin overlaps at the seam. */
  readonly margins?: {
    readonly top?: number | undefined;
    readonly bottom?: number | undefined;
    readonly sides?: number | undefined;
  };
}

/**
 * The flat blank that wraps a cylinder: what is around, less the margins at the sides, by its height less rim and foot.
 *
 * @returns mm; problems where a measure is missing or nothing is left
 */
export const wrapBlank = ({
  circumferenceMm,
  handleToHandleMm,
  heightMm,
  margins = {},
}: WrapMeasures): Outcome<{ widthMm: number; heightMm: number }> => {
  const around = handleToHandleMm ?? circumferenceMm;
  if (around === undefined)
    return refused(
      'Neither the way around nor the way from handle to handle was given.',
      'one of the two.',
      'Lay a tape measure around it.',
    );
  const bad = bounded('A way around', around, 0.1, LARGEST_MM) ?? bounded('A height', heightMm, 0.1, LARGEST_MM);
  if (bad) return refused(bad, `0.1 to ${LARGEST_MM} mm.`, 'Measure it again.');
  const { top = 0, bottom = 0, sides = 0 } = margins;
  const widthMm = around - 2 * sides;
  const clear = heightMm - top - bottom;
  return widthMm > 0 && clear > 0
    ? { ok: true, widthMm, heightMm: clear }
    : refused(
        `Margins of ${top}, ${bottom} and ${sides} mm were given on ${around} × ${heightMm} mm.`,
        'margins that leave something between them.',
        'Make the margins smaller.',
      );
};
