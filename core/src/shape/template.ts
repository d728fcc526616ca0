import { catalogue, type CatalogueData } from '../materials/index.ts';
import type { Outcome } from '../problem/index.ts';
import { isSideArea } from './areaKinds.ts';
import type { AreaInput } from './areaSchema.ts';
import { clearAreaOf } from './clearArea.ts';
import { onCover, type FrustumTemplate } from './frustum.ts';
import { boundsOf, mapped, rectangle, ringOf, type Polygon, type Ring } from './rings.ts';

/** A paper cover for a test fit, on a page with a margin to trim. */
export interface PaperTemplate {
  readonly widthMm: number;
  readonly heightMm: number;
  /** The side itself. */
  readonly outline: Polygon;
  /** What the seam is glued on; nothing where a handle leaves a gap. */
  readonly flap: Polygon;
}

const coneFlap = (cone: FrustumTemplate, overlapMm: number): Ring => {
  const half = (cone.sweepDeg * Math.PI) / 360;
  const beyond = half + overlapMm / cone.outerRadiusMm;
  return ringOf([
    onCover(cone, cone.outerRadiusMm, half),
    onCover(cone, cone.outerRadiusMm, beyond),
    onCover(cone, cone.innerRadiusMm, beyond),
    onCover(cone, cone.innerRadiusMm, half),
  ]);
};

/**
 * The paper cover of a measured area, with a flap at the seam of a side that goes all around.
 *
 * @returns outlines in mm on their page; problems where measures are missing
 */
export const templateOf = (
  area: AreaInput,
  sizing: Pick<CatalogueData['sizing'], 'seamOverlap' | 'trim'> = catalogue().sizing,
): Outcome<PaperTemplate> => {
  const clear = clearAreaOf(area);
  if (!clear.ok) return clear;
  const { cone, widthMm, heightMm, whole } = clear;
  const overlap = sizing.seamOverlap.typical;
  const hasFlap = isSideArea(area) && !('handleGapMm' in area && area.handleGapMm);
  const isBent = cone !== null && !cone.isCylinder;
  const outline = isBent ? [cone.outline] : whole;
  const flap = !hasFlap
    ? []
    : isBent
      ? [coneFlap(cone, overlap)]
      : [rectangle({ x: widthMm, y: 0, width: overlap, height: heightMm })];
  const { x, y, width, height } = boundsOf([...outline, ...flap]);
  const trim = sizing.trim.typical;
  const moved = (polygon: Polygon) => mapped(polygon, (px, py) => [px - x + trim, py - y + trim]);
  return {
    ok: true,
    widthMm: width + 2 * trim,
    heightMm: height + 2 * trim,
    outline: moved(outline),
    flap: moved(flap),
  };
};
