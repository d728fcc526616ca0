import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { frustumTemplate, pointsOf, polygonArea, rectangle, subtracted, type FrustumTemplate } from '../shape/index.ts';
import { drawn } from '../testing/drawings.ts';
import { draws } from '../testing/runs.ts';
import { designOf, mirrored, warpToFrustum, type Artwork, type WarpOptions } from './index.ts';

const artworkOf = (layer: Partial<Artwork['layers'][number]>, widthMm: number, heightMm: number): Artwork => ({
  widthMm,
  heightMm,
  layers: [{ id: '#000000', colour: '#000000', polygon: [], cutLines: [], ...layer }],
});
const cover = (measures: Parameters<typeof frustumTemplate>[0]): FrustumTemplate => {
  const cone = frustumTemplate(measures);
  if (!cone.ok) throw new Error(cone.problems[0]!.given);
  return cone;
};
const bentBy = (artwork: Artwork, cone: FrustumTemplate, options?: WarpOptions): Artwork => {
  const bent = warpToFrustum(artwork, cone, options);
  if (!bent.ok) throw new Error(bent.problems[0]!.given);
  return bent.artwork;
};

describe('bending onto a cone', () => {
  // steep and flat ones, either rim the larger; the flat ones open to more than half a turn
  const cones = fc
    .record({
      top: fc.double({ min: 40, max: 120, noNaN: true }),
      bottom: fc.double({ min: 40, max: 120, noNaN: true }),
      slant: fc.double({ min: 42, max: 160, noNaN: true }),
    })
    .filter(({ top, bottom }) => Math.abs(top - bottom) > 2);

  test('lengths up and down are kept, and those on the reference circle; chords keep to the arc', () => {
    fc.assert(
      fc.property(cones, fc.double({ min: 0, max: 1, noNaN: true }), ({ top, bottom, slant }, share) => {
        const cone = cover({ topDiameterMm: top, bottomDiameterMm: bottom, slantMm: slant });
        const referenceMm = share * slant;
        const strip = [rectangle({ x: 10, y: 0, width: 80, height: slant })];
        const bent = bentBy(artworkOf({ polygon: strip }, 100, slant), cone, { referenceMm });
        expect([bent.widthMm, bent.heightMm]).toEqual([cone.widthMm, cone.heightMm]);
        // the cone's tip stands above the middle of the box, or below it where the top is the larger rim
        const tipY = cone.isTopLarger ? cone.outerRadiusMm : cone.outerRadiusMm - cone.heightMm;
        const polar = ([x, y]: readonly [number, number]) => {
          const down = cone.isTopLarger ? tipY - y : y + tipY;
          return { radius: Math.hypot(x - cone.widthMm / 2, down), angle: Math.atan2(x - cone.widthMm / 2, down) };
        };
        const points = pointsOf(bent.layers[0]!.polygon[0]!);
        const radii = points.map((point) => polar(point).radius);
        expect([Math.min(...radii), Math.max(...radii)]).toEqual([
          expect.closeTo(cone.innerRadiusMm, 6),
          expect.closeTo(cone.outerRadiusMm, 6),
        ]);
        const angles = points.map((point) => polar(point).angle);
        const onReference = cone.isTopLarger ? cone.outerRadiusMm - referenceMm : cone.innerRadiusMm + referenceMm;
        expect([Math.min(...angles) * onReference, Math.max(...angles) * onReference]).toEqual([
          expect.closeTo(-40, 6),
          expect.closeTo(40, 6),
        ]);
        for (const [at, one] of points.entries()) {
          const other = points[(at + 1) % points.length]!;
          const middle = polar([(one[0] + other[0]) / 2, (one[1] + other[1]) / 2]);
          expect(Math.abs(middle.radius - (polar(one).radius + polar(other).radius) / 2)).toBeLessThan(0.0101);
        }
      }),
      draws(20, 60),
    );
  });
  test('as many points as the arc needs, and not twice as many', () => {
    const cone = cover({ topDiameterMm: 90, bottomDiameterMm: 60, slantMm: 100 });
    const bent = bentBy(drawn(100, 100, '<path d="M10 10h80v0.5h-80z"/>'), cone);
    // a chord of 2·√(2·0.01·200) mm would err by a hundredth of a millimetre on the smaller rim
    expect(bent.layers[0]!.polygon[0]!.length / 2).toBeLessThan(2 * Math.ceil(80 / 3) + 4);
  });
  test('a line to cut stays open: it is bent between its ends and not closed', () => {
    const cone = cover({ topDiameterMm: 90, bottomDiameterMm: 60, slantMm: 100 });
    const line = Float64Array.of(0, 50, 60, 50);
    const [bent] = bentBy(artworkOf({ cutLines: [line] }, 100, 100), cone).layers[0]!.cutLines;
    const points = pointsOf(bent!);
    expect(points.length).toBeGreaterThan(10);
    expect(points[0]![0]).toBeLessThan(points.at(-1)![0]);
    const length = points
      .slice(1)
      .reduce((sum, [x, y], at) => sum + Math.hypot(x - points[at]![0], y - points[at]![1]), 0);
    expect(length).toBeCloseTo(60, 2);
  });
  test('a strip as wide as the side covers the template', () => {
    for (const measures of [
      { topDiameterMm: 90, bottomDiameterMm: 60, slantMm: 100 },
      { topDiameterMm: 60, bottomDiameterMm: 90, slantMm: 100 },
      { topDiameterMm: 100, bottomDiameterMm: 20, slantMm: 60 }, // opens to two thirds of a turn
    ]) {
      const cone = cover(measures);
      const width = ((measures.topDiameterMm + measures.bottomDiameterMm) / 2) * Math.PI;
      const strip = [rectangle({ x: 0, y: 0, width, height: measures.slantMm })];
      const bent = designOf(bentBy(artworkOf({ polygon: strip }, width, measures.slantMm), cone));
      expect(
        polygonArea(subtracted(bent, [cone.outline])) + polygonArea(subtracted([cone.outline], bent)),
      ).toBeLessThan(5);
    }
  });
  test('on a cylinder artwork is only moved to the middle', () => {
    const cone = cover({ topDiameterMm: 80, bottomDiameterMm: 80, heightMm: 100 });
    const bent = bentBy(artworkOf({ polygon: [rectangle({ x: 0, y: 5, width: 20, height: 10 })] }, 20, 100), cone);
    expect(bent.widthMm).toBeCloseTo(80 * Math.PI, 6);
    expect(pointsOf(bent.layers[0]!.polygon[0]!)[0]).toEqual([expect.closeTo(40 * Math.PI - 10, 6), 5]);
  });
  test('artwork that reaches round, is too high or keeps lengths beside the side is refused', () => {
    const cone = cover({ topDiameterMm: 90, bottomDiameterMm: 60, slantMm: 100 });
    const square = { polygon: [rectangle({ x: 0, y: 0, width: 10, height: 10 })] };
    const said = (widthMm: number, heightMm: number, referenceMm?: number) => {
      const bent = warpToFrustum(artworkOf(square, widthMm, heightMm), cone, { referenceMm });
      return bent.ok ? 'bent' : bent.problems[0]!.code;
    };
    const around = 2 * Math.PI * 250;
    expect(said(around - 0.001, 40, 50)).toBe('bent');
    expect(said(around + 0.001, 40, 50)).toBe('reaches-round');
    expect([said(50, 40, 0), said(50, 40, 100)]).toEqual(['bent', 'bent']);
    expect([said(50, 40, -1), said(50, 40, 101)]).toEqual(['bad-reference', 'bad-reference']);
    expect([said(50, 300), said(50, 301)]).toEqual(['bent', 'bad-reference']); // beyond the tip
  });
});

test('a mirror turns left to right, and outlines still surround material', () => {
  const artwork = drawn(80, 60, '<path fill-rule="evenodd" d="M10 5h30v40h-30z M15 10h10v10h-10z"/>');
  const [outer, hole] = mirrored(artwork).layers[0]!.polygon.map((ring) => polygonArea([ring]));
  expect([outer! > 0, hole! < 0].includes(false)).toBe(false);
  const area = polygonArea(designOf(artwork));
  expect(polygonArea(designOf(mirrored(artwork)))).toBeCloseTo(area, 6);
  const xs = pointsOf(mirrored(artwork).layers[0]!.polygon[0]!).map(([x]) => x);
  expect([Math.min(...xs), Math.max(...xs)]).toEqual([40, 70]);
});
