import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { catalogue } from '../materials/index.ts';
import {
  areaSchema,
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
  test('ten metres is the largest', () =>
    expect(frustumTemplate({ topDiameterMm: 80, bottomDiameterMm: 60, slantMm: 10_000 }).ok).toBe(true));
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
    ['more than ten metres', { topDiameterMm: 80, bottomDiameterMm: 60, slantMm: 10_001 }, /10001 mm/],
    ['a negative diameter', { topDiameterMm: -80, bottomDiameterMm: 60, slantMm: 90 }, /top diameter of -80/],
    ['not a number', { topDiameterMm: NaN, bottomDiameterMm: 60, slantMm: 90 }, /NaN/],
    ['a gap all around', { topDiameterMm: 80, bottomDiameterMm: 60, slantMm: 90, gapMm: 300 }, /gap of 300/],
  ])('%s is refused', (_, measures, said) => {
    const cover = frustumTemplate(measures);
    expect(cover.ok ? '' : cover.problems[0]!.given).toMatch(said);
  });
});

describe('what may be measured', () => {
  const reads = (area: object) => areaSchema.safeParse(area).success;
  const plate = { kind: 'rectangle', widthMm: 100, heightMm: 50 };
  const bolt = { kind: 'circle', xMm: 5, yMm: 5, diameterMm: 4 };
  const corners = (count: number) => Array.from({ length: 2 * count }, (_, at) => at % 100);
  test.each<[string, object, boolean]>([
    ['a tenth of a millimetre', { ...plate, widthMm: 0.1 }, true],
    ['less', { ...plate, widthMm: 0.09 }, false],
    ['ten metres', { ...plate, widthMm: 10_000 }, true],
    ['more', { ...plate, widthMm: 10_001 }, false],
    ['no margin at all', { ...plate, margins: { top: 0, right: 0, bottom: 0, left: 0 } }, true],
    ['a margin below nothing', { ...plate, margins: { top: -1, right: 0, bottom: 0, left: 0 } }, false],
    ['a bolt left of the corner', { ...plate, keepOuts: [{ ...bolt, xMm: -10_000 }] }, true],
    ['a bolt far from here', { ...plate, keepOuts: [{ ...bolt, xMm: -10_001 }] }, false],
    ['a bolt with a name of 60 letters', { ...plate, keepOuts: [{ ...bolt, name: 'x'.repeat(60) }] }, true],
    ['one with 61', { ...plate, keepOuts: [{ ...bolt, name: 'x'.repeat(61) }] }, false],
    ['60 bolts', { ...plate, keepOuts: Array.from({ length: 60 }, () => bolt) }, true],
    ['61', { ...plate, keepOuts: Array.from({ length: 61 }, () => bolt) }, false],
    ['a triangle', { kind: 'outline', rings: [corners(3)] }, true],
    ['two corners', { kind: 'outline', rings: [corners(2)] }, false],
    ['no outline', { kind: 'outline', rings: [] }, false],
    ['100,000 corners', { kind: 'outline', rings: [corners(50_000), corners(50_000)] }, true],
    ['100,001', { kind: 'outline', rings: [corners(50_000), corners(50_001)] }, false],
  ])('%s', (_name, area, isRead) => expect(reads(area)).toBe(isRead));
  test('a side without a handle has no gap', () => {
    expect(areaSchema.parse({ kind: 'cylinder', diameterMm: 80, heightMm: 90 })).toMatchObject({ handleGapMm: 0 });
    expect(areaSchema.parse({ kind: 'cone', topDiameterMm: 80, bottomDiameterMm: 60, slantMm: 90 })).toMatchObject({
      handleGapMm: 0,
    });
  });
});

describe('areas laid flat', () => {
  const read = (area: Parameters<typeof clearAreaOf>[0], options?: Parameters<typeof clearAreaOf>[1]) => {
    const clear = clearAreaOf(area, options);
    if (!clear.ok) throw new Error(clear.problems[0]!.given);
    return clear;
  };
  const bare = { top: 0, right: 0, bottom: 0, left: 0 };
  const sizing = {
    ...catalogue().sizing,
    marginLeast: { low: 5, typical: 5, high: 5, unit: 'mm', basis: 'practice' },
    marginShare: { low: 10, typical: 10, high: 10, unit: '%', basis: 'practice' },
    rimClearance: { low: 12, typical: 12, high: 12, unit: 'mm', basis: 'practice' },
    footClearance: { low: 7, typical: 7, high: 7, unit: 'mm', basis: 'practice' },
    keepOutClearance: { low: 3, typical: 3, high: 3, unit: 'mm', basis: 'practice' },
  } as const;

  test('the whole of each kind by its own formula', () => {
    const whole = (area: Parameters<typeof clearAreaOf>[0]) => polygonArea(read({ ...area, margins: bare }).whole);
    expect(whole({ kind: 'disc', diameterMm: 20 })).toBeCloseTo(100 * Math.PI, 0);
    expect(whole({ kind: 'ring', outerDiameterMm: 20, innerDiameterMm: 10 })).toBeCloseTo(75 * Math.PI, 0);
    expect(whole({ kind: 'cylinder', diameterMm: 20, heightMm: 10, handleGapMm: 3 })).toBeCloseTo(
      (20 * Math.PI - 3) * 10,
      6,
    );
    const cone = { kind: 'cone', topDiameterMm: 90, bottomDiameterMm: 60, slantMm: 100 } as const;
    expect(whole(cone)).toBeCloseTo(75 * Math.PI * 100, 6);
    // a gap of a quarter of the larger rim leaves three quarters all the way down
    expect(whole({ ...cone, handleGapMm: (90 * Math.PI) / 4 })).toBeCloseTo(0.75 * 75 * Math.PI * 100, 6);
    expect(read({ kind: 'outline', rings: [[5, 5, 25, 5, 25, 15, 5, 15]], margins: bare })).toMatchObject({
      widthMm: 20,
      heightMm: 10,
    });
  });
  test('every area begins at the upper left corner of its own sheet', () => {
    const box = (area: Parameters<typeof clearAreaOf>[0]) => boundsOf(read({ ...area, margins: bare }).whole);
    expect(box({ kind: 'rectangle', widthMm: 30, heightMm: 20 })).toEqual({ x: 0, y: 0, width: 30, height: 20 });
    const round = { x: expect.closeTo(0, 2), y: expect.closeTo(0, 2), width: expect.closeTo(20, 2) };
    expect(box({ kind: 'disc', diameterMm: 20 })).toMatchObject(round);
    expect(box({ kind: 'ring', outerDiameterMm: 20, innerDiameterMm: 10 })).toMatchObject(round);
    expect(box({ kind: 'outline', rings: [[5, 5, 25, 5, 25, 15, 5, 15]] })).toMatchObject({ x: 0, y: 0, width: 20 });
    expect(box({ kind: 'cylinder', circumferenceMm: 30, heightMm: 20 })).toEqual({ x: 0, y: 0, width: 30, height: 20 });
  });
  test('usual margins: a share of the smaller side, at least the least; a ring the least, a side its rim and foot', () => {
    const margins = (area: Parameters<typeof clearAreaOf>[0], rimZoneMm?: number) =>
      read(area, { sizing, rimZoneMm }).margins;
    expect(margins({ kind: 'rectangle', widthMm: 300, heightMm: 100 })).toEqual({
      top: 10,
      right: 10,
      bottom: 10,
      left: 10,
    });
    expect(margins({ kind: 'rectangle', widthMm: 300, heightMm: 40 }).top).toBe(5);
    expect(margins({ kind: 'ring', outerDiameterMm: 200, innerDiameterMm: 50 }).top).toBe(5);
    const mug = { kind: 'cylinder', circumferenceMm: 300, heightMm: 100 } as const;
    expect(margins(mug)).toEqual({ top: 12, right: 5, bottom: 7, left: 5 });
    expect([margins(mug, 20).top, margins(mug, 10).top]).toEqual([20, 12]);
    // a drinking rim is one of a side only
    expect(margins({ kind: 'disc', diameterMm: 100 }, 40).top).toBeCloseTo(10, 3);
  });
  test('what is in the way keeps its clearance, its own before the usual', () => {
    const kept = (keepOut: object) =>
      boundsOf(
        read(
          { kind: 'rectangle', widthMm: 100, heightMm: 100, margins: bare, keepOuts: [keepOut as never] },
          { sizing },
        ).keptOut,
      );
    const bolt = { kind: 'circle', xMm: 50, yMm: 50, diameterMm: 10 };
    expect(kept(bolt).width).toBeCloseTo(16, 1);
    expect(kept({ ...bolt, clearanceMm: 0 }).width).toBeCloseTo(10, 1);
    const hinge = { kind: 'rectangle', xMm: 40, yMm: 40, widthMm: 10, heightMm: 20 };
    expect(kept(hinge)).toMatchObject({ width: expect.closeTo(16, 1), height: expect.closeTo(26, 1) });
    // only what lies on the area is shown
    expect(kept({ ...bolt, xMm: 0 }).width).toBeCloseTo(8, 1);
  });
  test.each<[string, Parameters<typeof clearAreaOf>[0], RegExp | null]>([
    ['a hole as large as its ring', { kind: 'ring', outerDiameterMm: 50, innerDiameterMm: 50 }, /A ring of 50 mm/],
    ['a side without a measure around', { kind: 'cylinder', heightMm: 50 }, /Neither the diameter/],
    [
      'a handle all around',
      { kind: 'cylinder', circumferenceMm: 100, heightMm: 50, handleGapMm: 100 },
      /handle gap of 100/,
    ],
    ['a line', { kind: 'outline', rings: [[0, 0, 10, 0, 20, 0]] }, /encloses nothing/],
    [
      'margins that meet',
      { kind: 'rectangle', widthMm: 20, heightMm: 50, margins: { ...bare, left: 10, right: 10 } },
      /leave nothing of 20 × 50/,
    ],
    [
      'margins that meet upright',
      { kind: 'cylinder', circumferenceMm: 50, heightMm: 20, margins: { ...bare, top: 15, bottom: 5 } },
      /leave nothing of 50 × 20/,
    ],
  ])('%s is refused', (_name, area, said) => {
    const clear = clearAreaOf(area);
    expect(clear.ok ? '' : clear.problems[0]!.given).toMatch(said!);
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
  test('pages lie over each other by as much as is said, in reading order, and turned only where that saves one', () => {
    const tiled = tilesFor({ widthMm: 400, heightMm: 500 }, 'a4');
    if (!tiled.ok) throw new Error('not tiled');
    const [first, second] = tiled.tiles;
    expect(tiled.tiles.map(({ number, row, column }) => [number, row, column])).toEqual([
      [1, 0, 0],
      [2, 0, 1],
      [3, 0, 2],
      [4, 1, 0],
      [5, 1, 1],
      [6, 1, 2],
    ]);
    expect(tiled.isSideways).toBe(false);
    expect(first!.box.width).toBe(210 - 2 * tiled.whiteMm);
    expect(first!.box.x + first!.box.width - second!.box.x).toBe(tiled.overlapMm);
    expect(tiled.tiles[3]!.box.y).toBe(first!.box.height - tiled.overlapMm);
    expect(tilesFor({ widthMm: 270, heightMm: 100 }, 'a4')).toMatchObject({
      isSideways: true,
      pageWidthMm: 297,
      pageHeightMm: 210,
    });
    expect(tilesFor({ widthMm: 190, heightMm: 263 }, 'a4')).toMatchObject({ isSideways: false, tiles: { length: 1 } });
    expect(tilesFor({ widthMm: 190.1, heightMm: 263 }, 'a4')).toMatchObject({ tiles: { length: 2 } });
  });
  test('a printer that makes things smaller shows more of the drawing on a page', () => {
    const shown = (correction: number) => {
      const tiled = tilesFor({ widthMm: 100, heightMm: 100 }, 'a4', correction);
      return tiled.ok ? tiled.tiles[0]!.box.width : null;
    };
    expect([shown(1), shown(0.5), shown(2)]).toEqual([190, expect.closeTo(95, 6), expect.closeTo(380, 6)]);
    expect([shown(0.499), shown(2.001)]).toEqual([null, null]);
  });
  test('the page of a cover has its trim all around, and the flap of a side lies at its right', () => {
    const { seamOverlap, trim } = catalogue().sizing;
    const cover = templateOf({ kind: 'cylinder', circumferenceMm: 240, heightMm: 90 });
    if (!cover.ok) throw new Error('no cover');
    expect([cover.widthMm, cover.heightMm]).toEqual([
      240 + seamOverlap.typical + 2 * trim.typical,
      90 + 2 * trim.typical,
    ]);
    expect(boundsOf(cover.flap)).toMatchObject({ x: 240 + trim.typical, width: seamOverlap.typical, height: 90 });
    const disc = templateOf({ kind: 'disc', diameterMm: 90 });
    expect(disc).toMatchObject({ flap: [], widthMm: expect.closeTo(90 + 2 * trim.typical, 1) });
    const open = templateOf({ kind: 'cylinder', circumferenceMm: 240, heightMm: 90, handleGapMm: 40 });
    expect(open).toMatchObject({ flap: [], widthMm: 200 + 2 * trim.typical });
    const cone = templateOf({ kind: 'cone', topDiameterMm: 90, bottomDiameterMm: 60, slantMm: 100 });
    // a flap of the overlap's width at the larger rim, narrower at the smaller one
    if (cone.ok) expect(polygonArea(cone.flap)).toBeCloseTo((seamOverlap.typical * 100 * (90 + 60)) / 2 / 90, -1);
  });
  test('a bar that was never measured, and a drawing as large as a house, are refused', () => {
    expect(tilesFor({ widthMm: 100, heightMm: 100 }, 'a4', 0)).toMatchObject({
      ok: false,
      problems: [{ code: 'bad-bar', given: 'The bar of 100 mm measured 0.0 mm.' }],
    });
    expect(tilesFor({ widthMm: 100, heightMm: 100 }, 'a4', 2.5)).toMatchObject({
      problems: [{ given: 'The bar of 100 mm measured 250.0 mm.' }],
    });
    expect(tilesFor({ widthMm: 9000, heightMm: 9000 }, 'a4')).toMatchObject({
      ok: false,
      problems: [{ code: 'too-many-pages' }],
    });
  });
});
