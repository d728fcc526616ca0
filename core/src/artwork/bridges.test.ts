import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { circle, polygonArea, rectangle, subtracted, type Polygon } from '../shape/index.ts';
import { DRAWINGS, drawn, ringsInRings } from '../testing/drawings.ts';
import { runs } from '../testing/runs.ts';
import { addBridges, designOf, examineArtwork, type Artwork, type Bridged, type BridgeOptions } from './index.ts';

const artworkOf = (polygon: Polygon): Artwork => ({
  widthMm: 200,
  heightMm: 200,
  layers: [{ id: '#000000', colour: '#000000', polygon, cutLines: [] }],
});
const islandsIn = (artwork: Artwork): number => examineArtwork(artwork, { as: 'stencil' }).islandCount;
const bridgedBy = (artwork: Artwork, options: BridgeOptions): Bridged => {
  const bridged = addBridges(artwork, options);
  if (!bridged.ok) throw new Error(bridged.problems[0]!.given);
  return bridged;
};
const lengthsIn = ({ bridges }: Bridged): number[] =>
  bridges.map(({ from, to }) => Math.hypot(to[0] - from[0], to[1] - from[1]));

describe('bridges', () => {
  test.each(DRAWINGS.filter(({ islands }) => islands > 0))('$name has no island left', ({ page, body, islands }) => {
    const artwork = drawn(page[0], page[1], body);
    const bridged = addBridges(artwork, { widthMm: 1.5 });
    if (!bridged.ok) throw new Error(bridged.problems[0]!.given);
    expect(bridged.loose).toEqual([]);
    expect(new Set(bridged.bridges.map(({ island }) => island)).size).toBe(islands);
    expect(islandsIn(bridged.artwork)).toBe(0);
    // a bridge only takes away from the opening, and little of it
    expect(polygonArea(subtracted(designOf(bridged.artwork), designOf(artwork)))).toBeLessThan(0.01);
    const crossed = bridged.bridges.reduce(
      (sum, { from, to, widthMm }) => sum + widthMm * (Math.hypot(to[0] - from[0], to[1] - from[1]) + 2 * widthMm),
      0,
    );
    expect(polygonArea(designOf(artwork)) - polygonArea(designOf(bridged.artwork))).toBeLessThan(crossed);
  });
  test('any rings in rings are left without an island', () => {
    fc.assert(
      fc.property(ringsInRings, fc.constantFrom<1 | 2 | 3>(1, 2, 3), (rings, perIsland) => {
        const bridged = addBridges(artworkOf(rings), { widthMm: 1.2, perIsland });
        expect(bridged).toMatchObject({ ok: true, loose: [] });
        if (bridged.ok) expect(islandsIn(bridged.artwork)).toBe(0);
      }),
      { numRuns: runs(8, 40), seed: 21 },
    );
  });
  test('two bridges of a ring lie across from each other', () => {
    const ring = artworkOf(subtracted([circle(50, 50, 30)], [circle(50, 50, 20)]));
    const bridged = addBridges(ring, { widthMm: 2, perIsland: 2 });
    if (!bridged.ok) throw new Error(bridged.problems[0]!.given);
    const [one, other] = bridged.bridges.map(({ from }) => Math.atan2(from[1] - 50, from[0] - 50));
    expect(Math.cos(one! - other!)).toBeLessThan(-0.7);
    expect(bridged.bridges.map(({ from, to }) => Math.hypot(to[0] - from[0], to[1] - from[1]))).toEqual([
      expect.closeTo(10, 1),
      expect.closeTo(10, 1),
    ]);
  });
  test('thin strokes are never crossed: such an island stays loose and is named; skipped ones are left', () => {
    const thin = artworkOf(subtracted([circle(50, 50, 30)], [circle(50, 50, 29.2)]));
    expect(addBridges(thin, { widthMm: 2, minStrokeMm: 1.2 })).toMatchObject({ ok: true, loose: [1], bridges: [] });
    expect(addBridges(thin, { widthMm: 2, skip: [1] })).toMatchObject({ ok: true, loose: [1], bridges: [] });
    expect(addBridges(thin, { widthMm: 0 })).toMatchObject({ ok: false });
  });
  test('an island gets more bridges the longer its outline is, up to three, unless it is said how many', () => {
    const ring = artworkOf(subtracted([circle(50, 50, 30)], [circle(50, 50, 20)])); // 126 mm around
    const count = (widthMm: number, perIsland?: 1 | 2 | 3) => bridgedBy(ring, { widthMm, perIsland }).bridges.length;
    expect([count(2), count(4), count(5), count(8), count(12)]).toEqual([3, 2, 2, 1, 1]);
    expect([count(2, 1), count(8, 2)]).toEqual([1, 2]);
  });
  test('a bridge is laid where the opening is narrowest, near or far', () => {
    for (const gap of [1.5, 3, 5, 17, 40]) {
      const opening = subtracted(
        [rectangle({ x: 0, y: 0, width: 60 + gap + 50, height: 140 })],
        [rectangle({ x: gap, y: 45, width: 60, height: 50 })],
      );
      const one = bridgedBy(artworkOf(opening), { widthMm: 1, perIsland: 1 });
      expect(lengthsIn(one)).toEqual([expect.closeTo(gap, 1)]);
      // what it takes away is a strip of its width across the opening
      expect(polygonArea(opening) - polygonArea(designOf(one.artwork))).toBeCloseTo(gap, 1);
      const [{ from, to }] = one.bridges as [Bridged['bridges'][number]];
      expect(from[1]).toBeCloseTo(to[1], 6);
    }
  });
  test('an island within an island is tied through it; two that are tied only to each other get the shortest way out', () => {
    const rings = [
      ...subtracted([circle(100, 100, 60)], [circle(100, 100, 50)]),
      ...subtracted([circle(100, 100, 40)], [circle(100, 100, 37)]),
    ];
    const one = bridgedBy(artworkOf(rings), { widthMm: 2, perIsland: 1 });
    expect(
      lengthsIn(one)
        .map(Math.round)
        .sort((left, right) => left - right),
    ).toEqual([3, 10]);
    expect(islandsIn(one.artwork)).toBe(0);
    // two islands side by side in one opening, nearer to each other than to its edge
    const pair = subtracted(
      [rectangle({ x: 0, y: 0, width: 160, height: 100 })],
      [rectangle({ x: 30, y: 30, width: 48, height: 40 }), rectangle({ x: 82, y: 30, width: 48, height: 40 })],
    );
    const tied = bridgedBy(artworkOf(pair), { widthMm: 2, perIsland: 1 });
    expect(
      lengthsIn(tied)
        .map(Math.round)
        .sort((left, right) => left - right),
    ).toEqual([4, 4, 30]);
    expect(tied.loose).toEqual([]);
  });
  test('bridges are as wide as asked, up to a hand’s breadth; strokes just wide enough are crossed', () => {
    const ring = artworkOf(subtracted([circle(100, 100, 90)], [circle(100, 100, 80)]));
    expect(bridgedBy(ring, { widthMm: 100, perIsland: 1 }).bridges[0]!.widthMm).toBe(100);
    expect(addBridges(ring, { widthMm: 100.1 })).toMatchObject({ ok: false, problems: [{ code: 'bad-width' }] });
    expect(bridgedBy(ring, { widthMm: 2, minStrokeMm: 9.9 }).loose).toEqual([]);
    expect(bridgedBy(ring, { widthMm: 2, minStrokeMm: 10.1 }).loose).toEqual([1]);
  });
});
