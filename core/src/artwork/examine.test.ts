import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { circle, polygonArea, rectangle, type Bounds, type Ring } from '../shape/index.ts';
import { DRAWINGS, drawn } from '../testing/drawings.ts';
import { partsOf, rasterOf, withBorder } from '../testing/raster.ts';
import { designOf, examineArtwork, welded, type Artwork } from './index.ts';

const PIXEL_MM = 0.1;

const artworkOf = (rings: readonly Ring[]): Artwork => ({
  widthMm: 100,
  heightMm: 100,
  layers: [
    {
      id: '#000000',
      colour: '#000000',
      polygon: welded(rings.map((ring) => ({ rings: [ring], fill: 'nonzero' as const }))),
      cutLines: [],
    },
  ],
});

const isNear = (places: readonly (readonly [number, number] | null)[], x: number, y: number): boolean =>
  places.some((at) => at && Math.hypot(at[0] - x, at[1] - y) <= 0.6);

describe.each(DRAWINGS)('$name', ({ page: [width, height], body, pieces, islands, area, stroke, web }) => {
  const artwork = drawn(width, height, body);
  const found = examineArtwork(artwork, { as: 'stencil', minStrokeMm: 5, minWebMm: 5 });

  test('has the pieces, islands and area that it was made with', () => {
    expect({ pieces: found.pieceCount, islands: found.islandCount }).toEqual({ pieces, islands });
    expect(found.islands.map(({ number }) => number)).toEqual(found.islands.map((_, index) => index + 1));
    if (area !== null) expect(Math.abs(found.areaMm2 / area - 1)).toBeLessThan(0.001);
  });
  test('agrees with a raster of it', () => {
    const page: Bounds = { x: -1, y: -1, width: width + 2, height: height + 2 };
    const raster = rasterOf(designOf(artwork), page, PIXEL_MM);
    const painted = partsOf(raster, 1, false).reduce((sum, mm2) => sum + mm2, 0);
    expect(Math.abs(painted / found.areaMm2 - 1)).toBeLessThan(0.01);
    expect(partsOf(withBorder(raster, 'eroded'), 1, false)).toHaveLength(pieces);
    expect(partsOf(withBorder(raster, 'dilated'), 0, true)).toHaveLength(islands);
  });
  test('has its thinnest places where they were put', () => {
    if (stroke) {
      expect(found.minStrokeMm).toBeCloseTo(stroke[0], 2);
      if (stroke[0] <= 5)
        expect(isNear([found.minStrokeAt, ...found.thinStrokes.map(({ at }) => at)], stroke[1], stroke[2])).toBe(true);
    }
    if (web) {
      expect(found.minWebMm).toBeCloseTo(web[0], 2);
      if (web[0] <= 5)
        expect(isNear([found.minWebAt, ...found.thinWebs.map(({ at }) => at)], web[1], web[2])).toBe(true);
    }
  });
});

test('every place below a limit is listed, and none above it', () => {
  const bars = [10, 20.5, 31.2, 42.1, 54].map((x) => rectangle({ x, y: 10, width: 10, height: 30 }));
  const { thinWebs, minWebMm } = examineArtwork(artworkOf(bars), { as: 'decal', minWebMm: 1 });
  expect(minWebMm).toBeCloseTo(0.5, 6);
  const listed = new Set(thinWebs.map(({ mm, at }) => `${mm.toFixed(2)} at ${at[0].toFixed(2)}`));
  expect([...listed]).toEqual(['0.50 at 20.25', '0.70 at 30.85', '0.90 at 41.65']);
});

test('corners and tips are no thin strokes; acute ones are a class of their own', () => {
  const wedge = drawn(60, 60, '<path d="M10 10L50 18L10 26z"/>');
  const found = examineArtwork(wedge, { as: 'decal', minStrokeMm: 2 });
  expect(found.thinStrokes).toEqual([]);
  expect(found.sharpPlaces.map(({ of, degrees }) => [of, Math.round(degrees)])).toEqual([['stroke', 23]]);
  const square = drawn(60, 60, '<rect x="10" y="10" width="30" height="30"/>');
  expect(examineArtwork(square, { as: 'decal', minStrokeMm: 2 })).toMatchObject({ thinStrokes: [], sharpPlaces: [] });
});

test('each colour is examined by itself beside the whole', () => {
  const two = drawn(
    60,
    40,
    '<rect x="5" y="5" width="20" height="8"/><rect x="5" y="13" width="20" height="3" fill="red"/>',
  );
  const found = examineArtwork(two, { as: 'stencil' });
  expect(found.minStrokeMm).toBeCloseTo(11, 6);
  expect(found.layers.map(({ colour, minStrokeMm, areaMm2 }) => [colour, minStrokeMm?.toFixed(2), areaMm2])).toEqual([
    ['#000000', '8.00', 160],
    ['#ff0000', '3.00', 60],
  ]);
});

const dots = fc.array(
  fc.record({
    x: fc.double({ min: 10, max: 90, noNaN: true }),
    y: fc.double({ min: 10, max: 90, noNaN: true }),
    r: fc.double({ min: 1, max: 12, noNaN: true }),
  }),
  { minLength: 1, maxLength: 12 },
);

test('counts and area agree with a raster for any heap of dots', () => {
  fc.assert(
    fc.property(dots, (painted) => {
      const artwork = artworkOf(painted.map(({ x, y, r }) => circle(x, y, r, 0.01)));
      const found = examineArtwork(artwork, { as: 'decal' });
      const raster = rasterOf(artwork.layers[0]!.polygon, { x: -4, y: -4, width: 108, height: 108 }, 0.25);
      const parts = partsOf(raster, 1, false);
      const area = parts.reduce((sum, mm2) => sum + mm2, 0);
      expect(Math.abs(area - found.areaMm2)).toBeLessThan(0.05 * found.areaMm2 + 2);
      // a raster cannot tell necks and gaps thinner than its pixels
      const isFine = (found.minStrokeMm ?? 9) < 0.8 || (found.minWebMm ?? 9) < 0.8 || found.sharpPlaces.length > 0;
      if (!isFine) expect(found.pieceCount).toBe(parts.length);
    }),
    { numRuns: 25, seed: 7 },
  );
});

test('welding keeps the area of parts that lie apart', () => {
  fc.assert(
    fc.property(fc.array(fc.double({ min: 0.5, max: 4, noNaN: true }), { minLength: 1, maxLength: 20 }), (radii) => {
      const rings = radii.map((radius, index) => circle(5 + 10 * index, 5, radius));
      const { polygon } = artworkOf(rings).layers[0]!;
      expect(polygonArea(polygon)).toBeCloseTo(polygonArea(rings), 2);
      expect(polygon).toHaveLength(rings.length);
    }),
    { numRuns: 30, seed: 3 },
  );
});

describe('where outlines meet in a point', () => {
  const webOf = (body: string) => examineArtwork(drawn(100, 100, body), { as: 'stencil', minWebMm: 3, minStrokeMm: 3 });
  test('the wedge beside a tip that touches an edge is no thin web', () => {
    const found = webOf('<path d="M0 50h100v10h-100z"/><path d="M50 50L90 40L90 42z"/>');
    expect(found.thinWebs).toEqual([]);
    // a gap beside it that is thin still counts
    const gap = webOf(
      '<path d="M0 50h100v10h-100z"/><path d="M50 50L90 40L90 42z"/><rect x="10" y="20" width="20" height="28"/>',
    );
    expect(new Set(gap.thinWebs.map(({ mm }) => mm.toFixed(2)))).toEqual(new Set(['2.00']));
  });
  test('an outline that crosses itself leaves no thin place at the crossing', () => {
    const found = webOf('<path fill-rule="evenodd" d="M10 40L90 60L90 40L10 60z"/>');
    expect([found.thinWebs, found.thinStrokes]).toEqual([[], []]);
    const bars = webOf('<path fill-rule="evenodd" d="M10 40L90 52L90 62L10 50z"/><path d="M10 70h80v-1.5h-80z"/>');
    expect(bars.thinStrokes.map(({ mm }) => mm.toFixed(2))).toContain('1.50');
  });
  test('a bar with an end that narrows evenly is as thin as it is, but for its tip', () => {
    const found = webOf('<path d="M10 40h60l20 1l-20 1h-60z"/>');
    expect(found.minStrokeMm).toBeCloseTo(2, 1);
  });
});
