import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import {
  boundsOf,
  circle,
  clearAreaOf,
  frustumTemplate,
  grown,
  intersected,
  mapped,
  polygonArea,
  rectangle,
  reversed,
  ringLength,
  stroked,
  subtracted,
  templateOf,
  tilesFor,
  united,
  wrapBlank,
} from './index.ts';

describe('the cover of a cone', () => {
  // radii and sweep by R₂ = s·D₂/(D₂ − D₁), sweep = 180°·(D₂ − D₁)/s; worked by hand
  test.each([
    [{ topDiameterMm: 90, bottomDiameterMm: 60, slantMm: 100 }, 200, 300, 54],
    [{ topDiameterMm: 60, bottomDiameterMm: 90, slantMm: 100 }, 200, 300, 54],
    [{ topDiameterMm: 80, bottomDiameterMm: 50, heightMm: 112 }, 188.3333, 301.3333, 47.7876],
    [{ topDiameterMm: 100, bottomDiameterMm: 0, slantMm: 100 }, 0, 100, 180],
    [{ topDiameterMm: 200, bottomDiameterMm: 100, slantMm: 50 }, 50, 100, 360],
  ])('%j', (measures, inner, outer, sweep) => {
    const cover = frustumTemplate(measures);
    expect(cover).toMatchObject({ ok: true, isCylinder: false });
    if (!cover.ok) return;
    expect(Math.abs(cover.innerRadiusMm - inner)).toBeLessThan(0.05);
    expect(Math.abs(cover.outerRadiusMm - outer)).toBeLessThan(0.05);
    expect(Math.abs(cover.sweepDeg - sweep)).toBeLessThan(0.02);
  });

  const cones = fc.record({
    topDiameterMm: fc.double({ min: 20, max: 300, noNaN: true }),
    bottomDiameterMm: fc.double({ min: 20, max: 300, noNaN: true }),
    heightMm: fc.double({ min: 10, max: 400, noNaN: true }),
  });
  test('has the area and the rims of the side that it covers, and fills its box', () => {
    fc.assert(
      fc.property(cones, (cone) => {
        const cover = frustumTemplate(cone);
        if (!cover.ok) throw new Error(cover.problems[0]!.given);
        const side = (Math.PI * (cone.topDiameterMm + cone.bottomDiameterMm) * cover.slantMm) / 2;
        expect(polygonArea([cover.outline]) / side).toBeCloseTo(1, 3);
        const box = boundsOf([cover.outline]);
        expect([box.x, box.y]).toEqual([expect.closeTo(0, 1), expect.closeTo(0, 1)]);
        expect([box.width, box.height]).toEqual([expect.closeTo(cover.widthMm, 1), expect.closeTo(cover.heightMm, 1)]);
        if (cover.isCylinder) return;
        const sweep = (cover.sweepDeg * Math.PI) / 180;
        const rims = [cone.topDiameterMm, cone.bottomDiameterMm].sort((left, right) => left - right);
        expect([cover.innerRadiusMm * sweep, cover.outerRadiusMm * sweep]).toEqual(
          rims.map((diameter) => expect.closeTo(Math.PI * diameter, 4)),
        );
      }),
      { numRuns: 100, seed: 11 },
    );
  });
  test('equal rims are a cylinder: a rectangle', () => {
    expect(frustumTemplate({ topDiameterMm: 80, bottomDiameterMm: 80, heightMm: 100 })).toMatchObject({
      isCylinder: true,
      widthMm: expect.closeTo(80 * Math.PI, 6),
      heightMm: 100,
    });
  });
  test('a gap is left out of the sweep in its share of the larger rim', () => {
    const cover = frustumTemplate({ topDiameterMm: 90, bottomDiameterMm: 60, slantMm: 100, gapMm: 45 * Math.PI });
    expect(cover).toMatchObject({ ok: true, sweepDeg: expect.closeTo(27, 6) });
  });
  test.each([
    ['no height', { topDiameterMm: 80, bottomDiameterMm: 60 }, /slant height nor a height/],
    [
      'a slant shorter than the rims differ',
      { topDiameterMm: 200, bottomDiameterMm: 100, slantMm: 40 },
      /at least|slant height of 40/,
    ],
    ['a negative diameter', { topDiameterMm: -80, bottomDiameterMm: 60, slantMm: 90 }, /top diameter of -80/],
    ['not a number', { topDiameterMm: NaN, bottomDiameterMm: 60, slantMm: 90 }, /NaN/],
    ['a gap all around', { topDiameterMm: 80, bottomDiameterMm: 60, slantMm: 90, gapMm: 300 }, /gap of 300/],
  ])('%s is refused', (_, measures, said) => {
    const cover = frustumTemplate(measures);
    expect(cover.ok ? '' : cover.problems[0]!.given).toMatch(said);
  });
});

test('the example of a measured mug reads, and leaves its handle, rim and chip free', () => {
  const mug = JSON.parse(readFileSync(new URL('../../examples/area-mug.json', import.meta.url), 'utf8'));
  const clear = clearAreaOf(mug, { rimZoneMm: 20 });
  expect(clear).toMatchObject({ ok: true, widthMm: 209, heightMm: 95, margins: { top: 20 } });
  if (clear.ok) expect(polygonArea(clear.clear)).toBeCloseTo(199 * 70 - Math.PI * 36, 0);
});

describe('the blank of a cylinder', () => {
  test.each([
    [{ circumferenceMm: 240, heightMm: 95, margins: { top: 20, bottom: 5 } }, [240, 70]],
    [{ handleToHandleMm: 200, heightMm: 95, margins: { sides: 10 } }, [180, 95]],
    [{ circumferenceMm: 240, heightMm: 95, margins: { sides: -3 } }, [246, 95]],
  ])('%j', (measures, [width, height]) =>
    expect(wrapBlank(measures)).toEqual({ ok: true, widthMm: width, heightMm: height }),
  );
  test.each([
    [{ heightMm: 95 }, /Neither/],
    [{ circumferenceMm: 240, heightMm: 20, margins: { top: 20 } }, /Margins of 20/],
  ])('%j is refused', (measures, said) => {
    const blank = wrapBlank(measures);
    expect(blank.ok ? '' : blank.problems[0]!.given).toMatch(said);
  });
});

describe('booleans', () => {
  const discs = fc.array(
    fc.tuple(
      fc.double({ min: -50, max: 50, noNaN: true }),
      fc.double({ min: -50, max: 50, noNaN: true }),
      fc.double({ min: 1, max: 30, noNaN: true }),
    ),
    { minLength: 1, maxLength: 6 },
  );
  test('what two have together and what either has alone make both: |A| + |B| = |A ∪ B| + |A ∩ B|', () => {
    fc.assert(
      fc.property(discs, discs, (one, two) => {
        const [a, b] = [one, two].map((list) => united(list.map(([x, y, r]) => circle(x, y, r, 0.01)))) as [
          ReturnType<typeof united>,
          ReturnType<typeof united>,
        ];
        const [sum, both] = [
          polygonArea(a) + polygonArea(b),
          polygonArea(united([...a, ...b])) + polygonArea(intersected(a, b)),
        ];
        expect(both).toBeCloseTo(sum, 1);
        expect(polygonArea(subtracted(a, b)) + polygonArea(intersected(a, b))).toBeCloseTo(polygonArea(a), 1);
      }),
      { numRuns: 60, seed: 5 },
    );
  });
  test('far from the origin nothing is lost', () => {
    const far = mapped([circle(0, 0, 10)], (x, y) => [x + 8_000_000, y - 8_000_000]);
    expect(polygonArea(united(far))).toBeCloseTo(Math.PI * 100, 0);
  });
  test('a disc grown by 2 mm is a disc of 2 mm more, and shrunk back it is the first', () => {
    const larger = grown([circle(0, 0, 10)], 2);
    expect(polygonArea(larger)).toBeCloseTo(Math.PI * 144, 0);
    expect(polygonArea(grown(larger, -2))).toBeCloseTo(Math.PI * 100, 0);
  });
  test('a pen along a line leaves its width, with the caps that were asked', () => {
    const line = [{ points: Float64Array.of(0, 0, 30, 0), isClosed: false }];
    expect(polygonArea(stroked(line, 4, 'miter', 'butt', 4))).toBeCloseTo(120, 3);
    expect(polygonArea(stroked(line, 4, 'miter', 'square', 4))).toBeCloseTo(136, 3);
    expect(polygonArea(stroked(line, 4, 'miter', 'round', 4))).toBeCloseTo(120 + 4 * Math.PI, 1);
  });
  test('a ring run through the other way round begins where it ended, and turns its area', () => {
    const ring = Float64Array.of(0, 1, 2, 3, 4, 5);
    expect([...reversed(ring)]).toEqual([4, 5, 2, 3, 0, 1]);
    const square = rectangle({ x: 0, y: 0, width: 2, height: 3 });
    expect(polygonArea([reversed(square)])).toBe(-polygonArea([square]));
  });

  test('margins of a rectangle are its own at each side; those of a disc go all around', () => {
    const margins = { top: 1, right: 2, bottom: 3, left: 4 };
    const free = (area: Parameters<typeof clearAreaOf>[0]) => {
      const read = clearAreaOf(area);
      if (!read.ok) throw new Error(read.problems[0]!.given);
      return boundsOf(read.clear);
    };
    expect(free({ kind: 'rectangle', widthMm: 100, heightMm: 50, margins })).toEqual({
      x: 4,
      y: 1,
      width: 94,
      height: 46,
    });
    const disc = free({ kind: 'disc', diameterMm: 100, margins });
    for (const [side, wanted] of Object.entries({ x: 1, y: 1, width: 98, height: 98 }))
      expect(disc[side as keyof typeof disc]).toBeCloseTo(wanted, 1);
    const side = free({ kind: 'cylinder', circumferenceMm: 100, heightMm: 50, margins });
    expect(side).toEqual({ x: 4, y: 1, width: 94, height: 46 });
  });

  test('lengths of outlines', () => expect(ringLength(rectangle({ x: 3, y: 4, width: 10, height: 20 }))).toBe(60));
});

describe('paper', () => {
  test('the cover of a cone has a flap at its seam, and none where a handle leaves a gap', () => {
    const whole = templateOf({ kind: 'cone', topDiameterMm: 90, bottomDiameterMm: 60, slantMm: 100 });
    const open = templateOf({ kind: 'cone', topDiameterMm: 90, bottomDiameterMm: 60, slantMm: 100, handleGapMm: 40 });
    if (!whole.ok || !open.ok) throw new Error('no cover');
    expect(polygonArea(whole.outline)).toBeCloseTo((Math.PI * 150 * 100) / 2, 0);
    expect([whole.flap.length, open.flap.length]).toEqual([1, 0]);
    // flap and side meet along the seam and nowhere else
    expect(
      polygonArea(
        intersected(
          united(
            whole.flap.map((ring) => ring),
            'evenodd',
          ),
          whole.outline,
        ),
      ),
    ).toBeLessThan(1);
    const { x, y, width, height } = boundsOf([...whole.outline, ...whole.flap]);
    expect(x >= 0 && y >= 0 && x + width <= whole.widthMm && y + height <= whole.heightMm).toBe(true);
  });
  test.each([
    [{ widthMm: 150, heightMm: 200 }, 'a4', 1, 1],
    [{ widthMm: 250, heightMm: 150 }, 'a4', 1, 1],
    [{ widthMm: 400, heightMm: 200 }, 'a4', 1, 3],
    [{ widthMm: 264, heightMm: 160 }, 'letter', 1, 2],
    [{ widthMm: 262, heightMm: 160 }, 'a4', 0.93, 2],
  ] as const)('%j on %s, printed at %d, takes %d pages', (page, paper, correction, pages) => {
    const tiled = tilesFor(page, paper, correction);
    if (!tiled.ok) throw new Error(tiled.problems[0]!.given);
    // every place of the drawing is on a page
    const covered = united(tiled.tiles.map(({ box }) => rectangle(box)));
    expect(
      polygonArea(subtracted([rectangle({ x: 0, y: 0, width: page.widthMm, height: page.heightMm })], covered)),
    ).toBeLessThan(1e-6);
    expect(tiled.tiles.length).toBe(pages);
  });
  test('a bar that was never measured, and a drawing as large as a house, are refused', () => {
    expect(tilesFor({ widthMm: 100, heightMm: 100 }, 'a4', 0)).toMatchObject({
      ok: false,
      problems: [{ code: 'bad-bar' }],
    });
    expect(tilesFor({ widthMm: 9000, heightMm: 9000 }, 'a4')).toMatchObject({
      ok: false,
      problems: [{ code: 'too-many-pages' }],
    });
  });
});
