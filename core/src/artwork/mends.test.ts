import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { runs } from '../testing/runs.ts';
import { boundsOf, circle, grown, polygonArea, rectangle, subtracted, type Polygon } from '../shape/index.ts';
import { drawn, ringsInRings } from '../testing/drawings.ts';
import {
  bordered,
  designOf,
  enlargementFor,
  examineArtwork,
  gapsWidened,
  inverted,
  mirrored,
  outlineAround,
  setInto,
  sliceForBed,
  thickened,
  welded,
  type Artwork,
} from './index.ts';

const artworkOf = (polygon: Polygon, widthMm = 200, heightMm = 200): Artwork => ({
  widthMm,
  heightMm,
  layers: [{ id: '#000000', colour: '#000000', polygon, cutLines: [] }],
});
const islandsIn = (artwork: Artwork): number => examineArtwork(artwork, { as: 'stencil' }).islandCount;
const differenceOf = (one: Polygon, other: Polygon): number =>
  polygonArea(subtracted(one, other)) + polygonArea(subtracted(other, one));

describe('mending', () => {
  const bar = artworkOf([rectangle({ x: 10, y: 10, width: 40, height: 0.8 })]);
  test('enlarging reaches the limit and no more', () => {
    expect([enlargementFor(1.1, 1.2), enlargementFor(0.8, 1.2), enlargementFor(1.2, 1.2)]).toEqual([1.1, 1.5, 1]);
  });
  test('thickening by 0.2 mm makes a stroke 0.4 mm thicker', () => {
    expect(examineArtwork(thickened(bar, 0.2), { as: 'decal' }).minStrokeMm).toBeCloseTo(1.2, 2);
  });
  test('an outline around letters is one shape without holes, unless they are asked for', () => {
    const ring = artworkOf(subtracted([circle(50, 50, 30)], [circle(50, 50, 20)]));
    expect(polygonArea(designOf(outlineAround(ring, 3)))).toBeCloseTo(Math.PI * 33 * 33, 0);
    expect(polygonArea(designOf(outlineAround(ring, 3, { fillHoles: false })))).toBeCloseTo(
      Math.PI * (33 * 33 - 17 * 17),
      0,
    );
  });
  test('a name set into a pattern has its gap all around', () => {
    const pattern = artworkOf([rectangle({ x: 0, y: 0, width: 100, height: 60 })]);
    const name = artworkOf([rectangle({ x: 30, y: 20, width: 40, height: 20 })]);
    const both = examineArtwork(setInto(pattern, name, 3), { as: 'stencil' });
    expect([both.pieceCount, both.islandCount]).toEqual([2, 1]);
    expect(both.minWebMm).toBeCloseTo(3, 2);
  });
  test('inverting twice within the same field gives the design back', () => {
    const star = artworkOf([circle(50, 50, 30)]);
    const field = rectangle({ x: 10, y: 10, width: 80, height: 80 });
    const once = inverted(star, 10);
    expect(polygonArea(designOf(once))).toBeCloseTo(polygonArea([field]) - Math.PI * 900, 0);
    expect(differenceOf(designOf(inverted(once, 0)), designOf(star))).toBeLessThan(0.01);
  });
  test('a border strip stands off the design by its gap', () => {
    const framed = examineArtwork(
      bordered(artworkOf([rectangle({ x: 20, y: 20, width: 40, height: 30 })]), { gapMm: 4, widthMm: 3 }),
      { as: 'decal' },
    );
    expect(framed.boundsMm).toEqual({ x: 13, y: 13, width: 54, height: 44 });
    expect([framed.minWebMm, framed.minStrokeMm]).toEqual([expect.closeTo(4, 3), expect.closeTo(3, 3)]);
  });
  test('narrow gaps between openings are widened, corners and wide gaps left alone', () => {
    const blocks = artworkOf([
      rectangle({ x: 10, y: 10, width: 20, height: 30 }),
      rectangle({ x: 30.6, y: 10, width: 20, height: 30 }),
      rectangle({ x: 60, y: 10, width: 20, height: 30 }),
    ]);
    const wider = gapsWidened(blocks, 2);
    expect(examineArtwork(wider, { as: 'stencil' }).minWebMm).toBeGreaterThan(1.98);
    expect(
      differenceOf(
        [wider.layers[0]!.polygon.find((ring) => boundsOf([ring]).x > 55)!],
        [blocks.layers[0]!.polygon[2]!],
      ),
    ).toBeLessThan(0.01);
    expect(polygonArea(designOf(blocks)) - polygonArea(designOf(wider))).toBeLessThan(1.4 * 34 + 5);
  });
  test('mirrored twice is the artwork itself', () => {
    fc.assert(
      fc.property(ringsInRings, (rings) => {
        const artwork = artworkOf(rings);
        const twice = mirrored(mirrored(artwork));
        expect(
          Math.max(
            0,
            ...twice.layers[0]!.polygon.flatMap((ring, index) =>
              [...ring].map((value, at) => Math.abs(value - rings[index]![at]!)),
            ),
          ),
        ).toBeLessThan(1e-9);
        expect(polygonArea(designOf(mirrored(artwork)))).toBeCloseTo(polygonArea(rings), 6);
      }),
      { numRuns: 20, seed: 4 },
    );
  });
});

describe('slicing', () => {
  const sign = drawn(
    800,
    200,
    Array.from({ length: 9 }, (_, at) => `<path d="M${10 + at * 85} 20h60v160h-60zm15 15v130h30v-130z"/>`).join(''),
  );
  const bed = { bedWidthMm: 290, bedLengthMm: 590, overlapMm: 0 };
  const rejoined = (
    strips: readonly { readonly box: { readonly x: number; readonly y: number }; readonly artwork: Artwork }[],
  ) =>
    welded(
      strips.map(({ box, artwork }) => ({
        rings: designOf(artwork).map((ring) => ring.map((value, at) => value + (at % 2 === 0 ? box.x : box.y))),
        fill: 'nonzero' as const,
      })),
    );

  test('strips rejoin to the original, fit the bed and are of one height; seams meet no ink where there is none to meet', () => {
    const sliced = sliceForBed(sign, bed);
    if (!sliced.ok) throw new Error(sliced.problems[0]!.given);
    expect(sliced.strips.length).toBe(2); // turned, 590 mm of the sign at a time
    expect(sliced.isTurned).toBe(true);
    expect(differenceOf(rejoined(sliced.strips), designOf(sign))).toBeLessThan(0.01 * 200);
    expect(sliced.seams.every(({ inkMm }) => inkMm === 0)).toBe(true);
    expect(new Set(sliced.strips.map(({ artwork }) => artwork.heightMm)).size).toBe(1);
    expect(sliced.strips.every(({ artwork, marks }) => artwork.widthMm <= 590 && marks.length > 0)).toBe(true);
  });
  test('any heap of rings rejoins, whatever the bed', () => {
    fc.assert(
      fc.property(ringsInRings, fc.double({ min: 30, max: 90, noNaN: true }), (rings, width) => {
        const sliced = sliceForBed(artworkOf(rings), { bedWidthMm: width, bedLengthMm: 80, overlapMm: 0 });
        if (!sliced.ok) throw new Error(sliced.problems[0]!.given);
        expect(differenceOf(rejoined(sliced.strips), rings)).toBeLessThan(0.5);
        const longest = sliced.isTurned ? 80 : width;
        expect(Math.max(...sliced.strips.map(({ box }) => box.width))).toBeLessThanOrEqual(longest + 1e-6);
      }),
      { numRuns: runs(8, 30), seed: 9 },
    );
  });
  test('neighbouring strips lie over each other by the overlap', () => {
    const sliced = sliceForBed(sign, { ...bed, overlapMm: 4 });
    if (!sliced.ok) throw new Error(sliced.problems[0]!.given);
    const [one, other] = sliced.strips;
    expect(one!.box.x + one!.box.width - other!.box.x).toBeCloseTo(4, 6);
  });
  test('what just fits needs no room for marks; strips that are just wide enough are never wider than the bed', () => {
    const just = artworkOf([rectangle({ x: 0, y: 0, width: 288, height: 286 })]);
    expect(sliceForBed(just, { bedWidthMm: 290, bedLengthMm: 290 })).toMatchObject({
      ok: true,
      strips: [{ marks: [] }],
    });
    fc.assert(
      fc.property(
        fc.double({ min: 40, max: 300, noNaN: true }),
        fc.integer({ min: 2, max: 5 }),
        fc.double({ min: 0, max: 0.6, noNaN: true }),
        (most, count, less) => {
          const tight = artworkOf([rectangle({ x: 0, y: 0, width: most * count - less, height: most + 20 })]);
          const sliced = sliceForBed(tight, { bedWidthMm: most, bedLengthMm: most + 40 });
          if (!sliced.ok) throw new Error(sliced.problems[0]!.given);
          const room = sliced.isTurned ? most + 40 : most;
          expect(Math.max(...sliced.strips.map(({ box }) => box.width))).toBeLessThanOrEqual(room + 1e-6);
          expect(sliced.strips.length).toBeLessThanOrEqual(count + 1);
        },
      ),
      { numRuns: runs(15, 60), seed: 19 },
    );
  });
  test('what fits is one strip; a bed with no room for marks is refused', () => {
    expect(sliceForBed(artworkOf([circle(50, 50, 30)]), bed)).toMatchObject({
      ok: true,
      seams: [],
      strips: [{ number: 1 }],
    });
    expect(
      sliceForBed(artworkOf([rectangle({ x: 0, y: 0, width: 900, height: 700 })]), { ...bed, bedWidthMm: 10 }),
    ).toMatchObject({
      ok: false,
      problems: [{ code: 'bed-too-small' }],
    });
  });
});

test('a design grown by an offset and shrunk by it keeps its islands', () => {
  const ring = subtracted([circle(50, 50, 30)], [circle(50, 50, 20)]);
  expect(islandsIn(artworkOf(grown(grown(ring, 1), -1)))).toBe(1);
});
