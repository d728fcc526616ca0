import { failed, type Outcome } from '../problem/index.ts';
import {
  mapped,
  onCover,
  pointsOf,
  ringOf,
  type FrustumTemplate,
  type Point,
  type Polygon,
  type Ring,
} from '../shape/index.ts';
import { withRings, type Artwork } from './artwork.ts';

/** Farthest that a bent edge may lie from its true arc, mm. */
const CHORD_MM = 0.01;

/** Rings with points put in, so that no edge is longer than `longest`, mm. */
const refined = (polygon: Polygon, longest: number, isClosed: boolean): Ring[] =>
  polygon.map((ring) => {
    const corners = pointsOf(ring);
    const result: Point[] = [];
    corners.forEach(([x, y], index) => {
      const next = corners[index + 1] ?? (isClosed ? corners[0] : undefined);
      if (!next) return void result.push([x, y]);
      const steps = Math.max(1, Math.ceil(Math.hypot(next[0] - x, next[1] - y) / longest));
      for (let step = 0; step < steps; step += 1)
        result.push([x + ((next[0] - x) * step) / steps, y + ((next[1] - y) * step) / steps]);
    });
    return ringOf(result);
  });

/** The artwork seen in a mirror, about the middle of its page; twice is the artwork itself. */
export const mirrored = (artwork: Artwork): Artwork => {
  const flipped = (polygon: Polygon) => mapped(polygon, (x, y) => [artwork.widthMm - x, y]);
  // a mirror turns outlines round: run through backwards they surround material again
  const turnedBack = (ring: Ring): Ring => {
    const [first, ...rest] = pointsOf(ring);
    return first ? ringOf([first, ...rest.reverse()]) : ring;
  };
  return {
    ...artwork,
    layers: artwork.layers.map((layer) => ({
      ...layer,
      polygon: flipped(layer.polygon).map(turnedBack),
      cutLines: flipped(layer.cutLines),
    })),
  };
};

export interface WarpOptions {
  /** How far below the top rim, along the side, lengths along the rim are kept; half the side unless given. */
  readonly referenceMm?: number | undefined;
}

/**
 * Bends flat artwork onto the cover of a cone: lines of text follow the rim.
 *
 * The page is the strip of the side: x runs around from its middle, y down from the top rim. Lengths up and down are kept everywhere, lengths
 * around on the reference circle. x → angle = x / R, y → distance from the cone's tip; the map is exact in its points, chords err at most 0.01 mm.
 *
 * @param artwork  on a page as high as the side; its middle comes to the middle of the cover
 * @returns the artwork in the cover's bounding box, as `frustumTemplate` places it; problems where it does not reach around
 */
export const warpToFrustum = (
  artwork: Artwork,
  cone: FrustumTemplate,
  { referenceMm = cone.slantMm / 2 }: WarpOptions = {},
): Outcome<{ artwork: Artwork }> => {
  const page = { widthMm: cone.widthMm, heightMm: cone.heightMm };
  if (cone.isCylinder) {
    const shift = (cone.widthMm - artwork.widthMm) / 2;
    return { ok: true, artwork: withRings(artwork, (polygon) => mapped(polygon, (x, y) => [x + shift, y]), page) };
  }
  const radiusAt = (y: number) => (cone.isTopLarger ? cone.outerRadiusMm - y : cone.innerRadiusMm + y);
  const reference = radiusAt(referenceMm);
  if (!(reference > 0) || radiusAt(artwork.heightMm) < -1e-9 || referenceMm < 0 || referenceMm > cone.slantMm)
    return failed({
      code: 'bad-reference',
      given: `A reference circle ${referenceMm} mm below the rim was given for artwork ${artwork.heightMm.toFixed(1)} mm high.`,
      allowed: `a circle on the side, 0 to ${cone.slantMm.toFixed(1)} mm, and artwork no higher than the side.`,
      todo: 'Make the artwork lower, or keep lengths on another circle.',
    });
  const around = artwork.widthMm / reference;
  if (around > 2 * Math.PI)
    return failed({
      code: 'reaches-round',
      given: `Artwork ${artwork.widthMm.toFixed(1)} mm wide was given.`,
      allowed: `at most ${(2 * Math.PI * reference).toFixed(1)} mm on that circle.`,
      todo: 'Make it narrower.',
    });
  const middle = artwork.widthMm / 2;
  const place = (x: number, y: number): Point => onCover(cone, radiusAt(y), (x - middle) / reference);
  const least = Math.min(radiusAt(0), radiusAt(artwork.heightMm), reference);
  const longest = Math.max(0.1, Math.min(5, 2 * Math.sqrt(2 * CHORD_MM * Math.max(least, 1))));
  // points far from the reference circle move on a larger arc for the same step
  const stretch = Math.max(radiusAt(0), radiusAt(artwork.heightMm)) / reference;
  const bent = (polygon: Polygon, isClosed: boolean) => mapped(refined(polygon, longest / stretch, isClosed), place);
  return {
    ok: true,
    artwork: {
      ...page,
      layers: artwork.layers.map((layer) => ({
        ...layer,
        polygon: bent(layer.polygon, true),
        cutLines: bent(layer.cutLines, false),
      })),
    },
  };
};
