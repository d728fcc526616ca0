import {
  boundsOf,
  grown,
  intersected,
  isInRing,
  linesWithin,
  mapped,
  rectangle,
  subtracted,
  type Bounds,
  type Polygon,
} from '../shape/index.ts';
import { designOf, welded, withRings, type Artwork } from './artwork.ts';
import { allNested, nested } from './nest.ts';
import { thicknessOf } from './thin.ts';

const weld = (...polygons: readonly Polygon[]): Polygon =>
  welded(polygons.map((rings) => ({ rings, fill: 'nonzero' as const })));

/** Every stroke thicker by twice so many mm, gaps closed by as much; thinner where it is negative. */
export const thickened = (artwork: Artwork, byMm: number): Artwork =>
  withRings(artwork, (polygon) => weld(grown(polygon, byMm)));

/** The artwork enlarged so many times about its page's corner, page and all. */
export const enlarged = (artwork: Artwork, times: number): Artwork =>
  withRings(artwork, (polygon) => polygon.map((ring) => ring.map((value) => value * times)), {
    widthMm: artwork.widthMm * times,
    heightMm: artwork.heightMm * times,
  });

/** How many times larger it must be for a place of `foundMm` to reach a limit, rounded up to the next hundredth; 1 where it does. */
export const enlargementFor = (foundMm: number, limitMm: number): number =>
  foundMm >= limitMm ? 1 : Math.ceil((limitMm / foundMm - 1e-9) * 100) / 100;

/** One colour of outline around everything, so many mm wider than the design, its holes filled where asked. */
export const outlineAround = (
  artwork: Artwork,
  byMm: number,
  { fillHoles = true, colour = '#000000' }: { readonly fillHoles?: boolean; readonly colour?: string } = {},
): Artwork => {
  const around = grown(designOf(artwork), byMm);
  const kept = fillHoles ? nested(around).map(({ ring }) => ring) : around;
  return { ...artwork, layers: [{ id: colour, colour, polygon: weld(kept), cutLines: [] }] };
};

/** A pattern with a name cut out of its middle, a gap left around, and the name set into the gap. */
export const setInto = (pattern: Artwork, drawn: Artwork, gapMm: number): Artwork => {
  const [on, of] = [boundsOf(designOf(pattern)), boundsOf(designOf(drawn))];
  const [dx, dy] = [on.x + (on.width - of.width) / 2 - of.x, on.y + (on.height - of.height) / 2 - of.y];
  const name = withRings(drawn, (polygon) => mapped(polygon, (x, y) => [x + dx, y + dy]));
  const taken = grown(designOf(name), gapMm);
  const layers = pattern.layers.map((layer) => ({ ...layer, polygon: subtracted(layer.polygon, taken) }));
  return {
    widthMm: Math.max(pattern.widthMm, name.widthMm),
    heightMm: Math.max(pattern.heightMm, name.heightMm),
    layers: [...layers, ...name.layers].reduce<Artwork['layers']>((merged, layer) => {
      const same = merged.find(({ id }) => id === layer.id);
      return same
        ? merged.map((one) =>
            one === same
              ? { ...one, polygon: weld(one.polygon, layer.polygon), cutLines: [...one.cutLines, ...layer.cutLines] }
              : one,
          )
        : [...merged, layer];
    }, []),
  };
};

const aroundOf = (artwork: Artwork, byMm: number): Bounds => {
  const { x, y, width, height } = boundsOf(designOf(artwork));
  return { x: x - byMm, y: y - byMm, width: width + 2 * byMm, height: height + 2 * byMm };
};

/** Stencil for resist and back: what was open is covered, within a field that reaches so many mm beyond the design. */
export const inverted = (artwork: Artwork, marginMm: number): Artwork => {
  const colour = artwork.layers[0]?.colour ?? '#000000';
  const field = [rectangle(aroundOf(artwork, marginMm))];
  return { ...artwork, layers: [{ id: colour, colour, polygon: subtracted(field, designOf(artwork)), cutLines: [] }] };
};

/** A strip of so many mm all around, at a distance from the design, in its first colour. */
export const bordered = (
  artwork: Artwork,
  { gapMm, widthMm }: { readonly gapMm: number; readonly widthMm: number },
): Artwork => {
  const strip = subtracted([rectangle(aroundOf(artwork, gapMm + widthMm))], [rectangle(aroundOf(artwork, gapMm))]);
  const [first, ...others] = artwork.layers;
  return first ? { ...artwork, layers: [{ ...first, polygon: weld(first.polygon, strip) }, ...others] } : artwork;
};

/** Places to open up in one go: opening one can make no other thinner. */
const MOST_ROUNDS = 4;
const PLAY_MM = 0.002;

/**
 * Webs between openings widened to a least width, for media that creep: openings give way where they come too near to each other.
 *
 * @returns the artwork with every web between two walls at least `leastMm` wide, as far as the strokes beside it are wide enough
 */
export const gapsWidened = (artwork: Artwork, leastMm: number): Artwork =>
  withRings(artwork, (polygon) => {
    let current = polygon;
    for (let round = 0; round < MOST_ROUNDS; round += 1) {
      const { minMm, below } = thicknessOf(current, 'web', leastMm);
      if (minMm === null || minMm >= leastMm - PLAY_MM) break;
      // what closing fills is where webs are thin; each such part moves its own walls back by what it lacks
      const half = leastMm / 2 + PLAY_MM;
      const filled = subtracted(grown(grown(current, half), -half), current);
      const thin = grown(grown(filled, -PLAY_MM), PLAY_MM);
      // it fills inner corners too: only parts with a thin place in them count
      const parts = allNested(nested(thin)).filter(
        ({ area, ring }) => area > 0 && below.some(({ at: [x, y] }) => isInRing(ring, x, y)),
      );
      if (!parts.length) break;
      const needed = (leastMm - minMm) / 2 + PLAY_MM;
      const moved = weld(
        ...parts.map((part) => grown([part.ring, ...part.inside.map(({ ring }) => ring)], needed, 'miter')),
      );
      current = subtracted(current, moved);
    }
    return current;
  });

/** What of a welded polygon lies inside a rectangle; outlines far from its edges are not computed with. */
const clipped = (polygon: Polygon, box: Bounds): Polygon => {
  const [right, bottom] = [box.x + box.width, box.y + box.height];
  const near = polygon
    .map((ring) => ({ ring, bounds: boundsOf([ring]) }))
    .filter(
      ({ bounds: { x, y, width, height } }) => x < right && y < bottom && x + width > box.x && y + height > box.y,
    );
  const isWhole = near.every(
    ({ bounds: { x, y, width, height } }) =>
      x >= box.x - PLAY_MM && y >= box.y - PLAY_MM && x + width <= right + PLAY_MM && y + height <= bottom + PLAY_MM,
  );
  const rings = near.map(({ ring }) => ring);
  return isWhole ? rings : intersected(rings, [rectangle(box)]);
};

/** What of an artwork lies inside a rectangle, moved so that the rectangle's corner is the page's. */
export const windowed = (artwork: Artwork, box: Bounds): Artwork => ({
  widthMm: box.width,
  heightMm: box.height,
  layers: artwork.layers.flatMap((layer) => {
    const moved = (rings: Polygon) => mapped(rings, (x, y) => [x - box.x, y - box.y]);
    const polygon = moved(clipped(layer.polygon, box));
    const cutLines = moved(linesWithin(layer.cutLines, box));
    return polygon.length || cutLines.length ? [{ ...layer, polygon, cutLines }] : [];
  }),
});
