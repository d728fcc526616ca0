import { describe, expect, test } from '@jest/globals';
import DxfParser from 'dxf-parser';
import fc from 'fast-check';
import { catalogue } from '../materials/index.ts';
import { boundsOf, circle, polygonArea, rectangle, subtracted } from '../shape/index.ts';
import { DRAWINGS, drawn } from '../testing/drawings.ts';
import { runs } from '../testing/runs.ts';
import {
  designOf,
  examineArtwork,
  fitDesign,
  packSheets,
  placedOn,
  readArtwork,
  sliceForBed,
  suitsOf,
  weedingMinutes,
  writeDxf,
  writeSvg,
  type Artwork,
  type SheetPiece,
} from './index.ts';
import { clearAreaOf, type AreaInput } from '../shape/index.ts';

const bare = { top: 0, right: 0, bottom: 0, left: 0 };
const square = [rectangle({ x: 0, y: 0, width: 10, height: 10 })];
const artworkOf = (polygon: Artwork['layers'][number]['polygon'], widthMm: number, heightMm: number): Artwork => ({
  widthMm,
  heightMm,
  layers: [{ id: '#000000', colour: '#000000', polygon, cutLines: [] }],
});

describe('fitting', () => {
  test.each<[string, AreaInput, Parameters<typeof fitDesign>[1], number]>([
    ['a square in a rectangle', { kind: 'rectangle', widthMm: 100, heightMm: 50, margins: bare }, square, 5],
    ['a square in a disc', { kind: 'disc', diameterMm: 100, margins: bare }, square, 100 / Math.SQRT2 / 10],
    [
      'a square in a disc with margins',
      { kind: 'disc', diameterMm: 100, margins: { ...bare, top: 10 } },
      square,
      80 / Math.SQRT2 / 10,
    ],
    [
      'a bar in a ring',
      { kind: 'ring', outerDiameterMm: 100, innerDiameterMm: 40, margins: bare },
      [rectangle({ x: 0, y: 0, width: 20, height: 10 })],
      (-20 + Math.sqrt(400 + 2 * 2100)) / 20,
    ],
    [
      'a disc beside a bolt',
      {
        kind: 'rectangle',
        widthMm: 100,
        heightMm: 50,
        margins: bare,
        keepOuts: [{ kind: 'circle', xMm: 50, yMm: 25, diameterMm: 10, clearanceMm: 0 }],
      },
      [circle(0, 0, 5)],
      4.5,
    ],
    [
      'a bar below a hinge',
      {
        kind: 'rectangle',
        widthMm: 100,
        heightMm: 60,
        margins: bare,
        keepOuts: [{ kind: 'rectangle', xMm: 0, yMm: 0, widthMm: 30, heightMm: 30, clearanceMm: 0 }],
      },
      [rectangle({ x: 0, y: 0, width: 30, height: 10 })],
      3,
    ],
    [
      'a ring around a bolt',
      {
        kind: 'rectangle',
        widthMm: 100,
        heightMm: 100,
        margins: bare,
        keepOuts: [{ kind: 'circle', xMm: 50, yMm: 50, diameterMm: 10, clearanceMm: 0 }],
      },
      subtracted([circle(0, 0, 16)], [circle(0, 0, 14)]),
      100 / 32,
    ],
    [
      'a bar in an outline with a corner out',
      { kind: 'outline', rings: [[0, 0, 200, 0, 200, 50, 80, 50, 80, 150, 0, 150]], margins: bare },
      [rectangle({ x: 0, y: 0, width: 10, height: 20 })],
      7.5,
    ],
  ])('%s', (_, area, design, scale) => {
    const placed = fitDesign(area, design);
    if (!placed.ok) throw new Error(placed.problems[0]!.given);
    expect(placed.scale).toBeLessThanOrEqual(scale * 1.001);
    expect(placed.scale).toBeGreaterThan(scale * 0.994);
  });

  const areas = fc.record({
    width: fc.double({ min: 60, max: 200, noNaN: true }),
    height: fc.double({ min: 60, max: 200, noNaN: true }),
    bolts: fc.array(
      fc.record({
        x: fc.double({ min: 0, max: 1, noNaN: true }),
        y: fc.double({ min: 0, max: 1, noNaN: true }),
        d: fc.double({ min: 4, max: 25, noNaN: true }),
      }),
      { maxLength: 3 },
    ),
    turn: fc.integer({ min: 0, max: 359 }),
  });
  test('what is placed lies inside what is clear, and no simple place is clearly larger', () => {
    fc.assert(
      fc.property(areas, ({ width, height, bolts, turn }) => {
        const area: AreaInput = {
          kind: 'rectangle',
          widthMm: width,
          heightMm: height,
          keepOuts: bolts.map(({ x, y, d }) => ({
            kind: 'circle' as const,
            xMm: x * width,
            yMm: y * height,
            diameterMm: d,
          })),
        };
        const design = drawn(60, 30, '<path d="M5 5h30v5h-10v15h-10v-15h-10zM40 8h12v12h-12z"/>');
        const placed = fitDesign(area, design, { turnDeg: turn });
        const clear = clearAreaOf(area);
        if (!placed.ok || !clear.ok) return;
        const inside = (scale: number, x: number, y: number) =>
          polygonArea(
            subtracted(designOf(placedOn(design, { ...placed, scale, offset: { x, y } }, clear)), clear.clear),
          ) < 0.02;
        expect(inside(placed.scale, placed.offset.x, placed.offset.y)).toBe(true);
        for (let row = 0; row < 6; row += 1)
          for (let column = 0; column < 6; column += 1)
            expect(
              inside(
                placed.scale * 1.01,
                placed.offset.x + (column - 2.5) * width * 0.12,
                placed.offset.y + (row - 2.5) * height * 0.12,
              ),
            ).toBe(false);
      }),
      { numRuns: 25, seed: 17 },
    );
  });
  test('margins are figures that a ruler can check, and equal where it is centred', () => {
    const placed = fitDesign(
      { kind: 'rectangle', widthMm: 169, heightMm: 90, margins: { top: 20, right: 10, bottom: 10, left: 10 } },
      square,
      { widthMm: 40, align: { y: 'top' } },
    );
    expect(placed).toMatchObject({
      ok: true,
      marginsMm: { left: expect.closeTo(64.5, 2), right: expect.closeTo(64.5, 2), top: expect.closeTo(20, 2) },
      isCentred: { x: true },
    });
  });
  test('a size that does not fit is refused with the largest that does; other designs are kept clear of', () => {
    const area: AreaInput = { kind: 'rectangle', widthMm: 100, heightMm: 50, margins: bare };
    const large = fitDesign(area, square, { widthMm: 60 });
    expect(large.ok ? '' : large.problems[0]!.allowed).toMatch(/at most 50\.0 × 50\.0 mm/);
    const beside = fitDesign(area, square, { clearOf: [rectangle({ x: 0, y: 0, width: 60, height: 50 })], gapMm: 5 });
    expect(beside).toMatchObject({ ok: true, scale: expect.closeTo(3.5, 1) });
  });
  test('a size is taken to half a tenth of a millimetre of what was typed: of the height where that was typed', () => {
    const area: AreaInput = { kind: 'rectangle', widthMm: 100, heightMm: 50, margins: bare };
    const flat = drawn(100, 10, '<path d="M0 0h100v10h-100z"/>');
    // ten wide for each high: 100 × 10 is the largest, and 0.05 mm higher were 0.5 mm wider
    expect(fitDesign(area, flat, { heightMm: 10.05 })).toMatchObject({ ok: true, scale: expect.closeTo(1, 2) });
    expect(fitDesign(area, flat, { heightMm: 10.1 }).ok).toBe(false);
    expect(fitDesign(area, flat, { widthMm: 100.5 }).ok).toBe(false);
    expect(fitDesign(area, flat, { widthMm: 100.05 })).toMatchObject({ ok: true });
  });
  test('what is shown as the largest is taken when it is typed, also around obstacles and turned', () => {
    const obstacle = fc.record({
      kind: fc.constant('circle' as const),
      xMm: fc.integer({ min: 0, max: 190 }),
      yMm: fc.integer({ min: 0, max: 85 }),
      diameterMm: fc.integer({ min: 4, max: 20 }),
    });
    fc.assert(
      fc.property(
        fc.array(obstacle, { maxLength: 3 }),
        fc.constantFrom(0, 90, 30),
        fc.constantFrom(DRAWINGS[0]!, DRAWINGS[2]!, DRAWINGS[5]!),
        (keepOuts, turnDeg, { page, body }) => {
          const area: AreaInput = { kind: 'rectangle', widthMm: 190, heightMm: 85, keepOuts };
          const artwork = drawn(page[0], page[1], body);
          const largest = fitDesign(area, artwork, { turnDeg });
          if (!largest.ok) return;
          const shown = Number(largest.boundsMm.width.toFixed(1));
          expect(fitDesign(area, artwork, { turnDeg, widthMm: shown })).toMatchObject({ ok: true });
          expect(fitDesign(area, artwork, { turnDeg, scale: largest.scale })).toMatchObject({ ok: true });
          const refused = fitDesign(area, artwork, { turnDeg, widthMm: 500 });
          const named = refused.ok ? '' : /at most ([\d.]+) ×/.exec(refused.problems[0]!.allowed)?.[1];
          expect(fitDesign(area, artwork, { turnDeg, widthMm: Number(named) })).toMatchObject({ ok: true });
        },
      ),
      { numRuns: runs(8, 60), seed: 47 },
    );
  });
  test('usual margins grow with the shape, the rim of drinkware keeps its zone', () => {
    const mug: AreaInput = { kind: 'cylinder', diameterMm: 80, heightMm: 95, handleGapMm: 40 };
    expect(clearAreaOf(mug)).toMatchObject({
      ok: true,
      widthMm: expect.closeTo(80 * Math.PI - 40, 6),
      margins: { top: 5, bottom: 5 },
    });
    expect(clearAreaOf(mug, { rimZoneMm: 20 })).toMatchObject({ ok: true, margins: { top: 20 } });
    expect(clearAreaOf({ kind: 'rectangle', widthMm: 400, heightMm: 300 })).toMatchObject({
      ok: true,
      margins: { top: 24, left: 24 },
    });
  });
  test.each<[string, unknown, RegExp]>([
    ['no measure', { kind: 'cylinder', heightMm: 90 }, /Neither/],
    ['a hole larger than the ring', { kind: 'ring', outerDiameterMm: 40, innerDiameterMm: 50 }, /hole of 50/],
    [
      'margins that meet',
      { kind: 'rectangle', widthMm: 20, heightMm: 20, margins: { top: 10, right: 10, bottom: 10, left: 10 } },
      /leave nothing/,
    ],
    ['a word for a length', { kind: 'disc', diameterMm: 'ten' }, /"ten"/],
  ])('%s is refused', (_, area, said) => {
    const clear = clearAreaOf(area as AreaInput);
    expect(clear.ok ? '' : clear.problems[0]!.given).toMatch(said);
  });
});

describe('laying out', () => {
  const pieces = fc.array(
    fc.record({
      widthMm: fc.double({ min: 5, max: 140, noNaN: true }),
      heightMm: fc.double({ min: 5, max: 140, noNaN: true }),
      quantity: fc.integer({ min: 1, max: 6 }),
      colour: fc.constantFrom('red', 'blue'),
      canTurn: fc.boolean(),
    }),
    { minLength: 1, maxLength: 8 },
  );
  const isApart = (
    one: { x: number; y: number; width: number; height: number },
    other: typeof one,
    gap: number,
  ): boolean =>
    one.x + one.width + gap <= other.x + 1e-6 ||
    other.x + other.width + gap <= one.x + 1e-6 ||
    one.y + one.height + gap <= other.y + 1e-6 ||
    other.y + other.height + gap <= one.y + 1e-6;

  test('every copy lies once, inside its sheet, apart from the others by the gap, of its own colour, turned only where it may be', () => {
    fc.assert(
      fc.property(pieces, fc.constantFrom<'sheet' | 'roll'>('sheet', 'roll'), (list, kind) => {
        const named = list.map((piece, index): SheetPiece => ({ ...piece, id: `p${index}` }));
        const laid = packSheets(named, { kind, widthMm: 290, lengthMm: kind === 'roll' ? 3500 : 290 });
        if (!laid.ok) throw new Error(laid.problems[0]!.given);
        const all = laid.sheets.flatMap((sheet) => sheet.pieces.map((piece) => ({ piece, sheet })));
        expect(all).toHaveLength(named.reduce((sum, { quantity }) => sum + quantity, 0));
        expect(new Set(all.map(({ piece }) => `${piece.id} ${piece.copy}`)).size).toBe(all.length);
        for (const { piece, sheet } of all) {
          const own = named.find(({ id }) => id === piece.id)!;
          expect(sheet.colour).toBe(own.colour);
          expect(own.canTurn === false && piece.isTurned).toBe(false);
          expect([piece.width, piece.height]).toEqual(
            (piece.isTurned ? [own.heightMm, own.widthMm] : [own.widthMm, own.heightMm]).map((mm) =>
              expect.closeTo(mm, 6),
            ),
          );
          expect(
            piece.x >= 0 &&
              piece.y >= 0 &&
              piece.x + piece.width <= sheet.widthMm + 1e-6 &&
              piece.y + piece.height <= sheet.lengthMm + 1e-6,
          ).toBe(true);
        }
        for (const sheet of laid.sheets) {
          sheet.pieces.forEach((one, at) =>
            sheet.pieces.slice(at + 1).forEach((other) => expect(isApart(one, other, 6)).toBe(true)),
          );
          for (const offcut of sheet.offcuts) {
            expect(Math.min(offcut.width, offcut.height)).toBeGreaterThanOrEqual(80);
            expect(sheet.pieces.every((piece) => isApart(piece, offcut, 6))).toBe(true);
          }
        }
      }),
      { numRuns: 60, seed: 31 },
    );
  });
  test('a roll is cut off where the last piece ends; two taped sheets show their tape line', () => {
    const piece = { id: 'sign', colour: 'black', widthMm: 100, heightMm: 100, quantity: 4 };
    const roll = packSheets([piece], { kind: 'roll', widthMm: 290, lengthMm: 3500 });
    expect(roll).toMatchObject({ ok: true, lengthByColour: { black: expect.closeTo(206, 0) } });
    const mat = packSheets([{ ...piece, widthMm: 400, quantity: 1 }], {
      kind: 'sheet',
      widthMm: 290,
      lengthMm: 290,
      joined: 2,
    });
    expect(mat).toMatchObject({ ok: true, sheets: [{ tapeLinesMm: [290], pieces: [{ crossesTape: true }] }] });
    expect(
      packSheets([{ ...piece, widthMm: 400, heightMm: 300 }], { kind: 'sheet', widthMm: 290, lengthMm: 290 }),
    ).toMatchObject({ ok: false, problems: [{ code: 'too-large-for-sheet' }] });
  });
});

describe('what it can be cut from', () => {
  const all = catalogue();
  const facts = { minStrokeMm: 1.1, minWebMm: 3, islandCount: 2, pieceCount: 4, cutLengthMm: 1000 };
  const suit = (id: string, given = facts, as: 'stencil' | 'decal' = 'stencil') =>
    suitsOf(given, as, all).find(({ product }) => product.id === id);
  test.each([
    ['film-removable', true, null, []],
    ['film-stencil', false, 1.1, [/strokes of 1.1 mm: it needs 1.2 mm/]],
    ['sheet-stencil', false, 1.82, [/strokes/, /2 islands would be placed one by one/]],
    ['paper-freezer', false, 1.82, [/strokes/, /2 islands/]],
  ])('%s', (id, suits, enlarge, said) => {
    const found = suit(id)!;
    expect([found.suits, found.enlarge]).toEqual([suits, enlarge]);
    expect(found.reasons).toHaveLength(said.length);
    said.forEach((words, index) => expect(found.reasons[index]).toMatch(words));
  });
  test('decals are cut from films, stencils from masks', () => {
    expect(suit('sheet-stencil', facts, 'decal')).toBeUndefined();
    expect(suit('iron-on-glitter', facts, 'decal')).toMatchObject({ suits: false });
  });
  test.each([1.1, 1.5, 6])(
    'with strokes of %d mm those that suit come first, of those alike the ones with least to mind',
    (mm) => {
      for (const products of [all.products, all.products.toReversed()]) {
        const order = suitsOf({ ...facts, minStrokeMm: mm, minWebMm: mm }, 'stencil', { products }).map(
          ({ suits, reasons }) => (suits ? 0 : 100) + reasons.length,
        );
        expect(new Set(order).size).toBeGreaterThan(1);
        expect(order).toEqual([...order].sort((one, other) => one - other));
      }
    },
  );
  test('weeding takes longer for more pieces', () => {
    const few = weedingMinutes(facts, all);
    const many = weedingMinutes({ ...facts, pieceCount: 40 }, all);
    expect(few.low < few.typical && few.typical < few.high && many.typical > few.typical).toBe(true);
  });
});

describe('files', () => {
  test.each(DRAWINGS)('$name, written and read back, has the same figures', ({ page, body }) => {
    const artwork = drawn(page[0], page[1], body);
    const read = readArtwork(writeSvg(artwork));
    if (!read.ok) throw new Error(read.problems[0]!.given);
    const [one, other] = [artwork, read.artwork].map((each) => examineArtwork(each, { as: 'stencil' }));
    expect(read.artwork.layers.map(({ id }) => id)).toEqual(artwork.layers.map(({ id }) => id));
    expect(other!.cutLengthMm).toBeCloseTo(one!.cutLengthMm, 2);
    expect(Math.abs(other!.areaMm2 / one!.areaMm2 - 1)).toBeLessThan(1e-4);
    expect([other!.pieceCount, other!.islandCount]).toEqual([one!.pieceCount, one!.islandCount]);
  });
  test('a mirrored file is the mirror image; marks stand on a layer of their own and are not cut', () => {
    const artwork = artworkOf([rectangle({ x: 5, y: 5, width: 10, height: 20 })], 100, 50);
    const text = writeSvg(artwork, {
      isMirrored: true,
      marks: [Float64Array.of(0, 25, 10, 25)],
      title: 'A <sign> & "more"',
    });
    const read = readArtwork(text, { strokes: 'cutLine' });
    if (!read.ok) throw new Error(read.problems[0]!.given);
    expect(boundsOf(read.artwork.layers[0]!.polygon)).toEqual({ x: 85, y: 5, width: 10, height: 20 });
    expect(read.artwork.layers[1]).toMatchObject({ polygon: [], cutLines: [Float64Array.of(100, 25, 90, 25)] });
    expect(text).toContain('id="marks"');
    expect(text).toContain('A &lt;sign&gt; &amp; &quot;more&quot;');
  });
  test('a DXF file holds the same outlines, y up, in mm', () => {
    const artwork = drawn(60, 60, '<path d="M10 10h20v30h-20z"/><path d="M40 10h10v10h-10z" fill="red"/>');
    const sliced = sliceForBed(artwork, { bedWidthMm: 290, bedLengthMm: 290 });
    const dxf = new DxfParser().parseSync(writeDxf(artwork, { marks: sliced.ok ? sliced.strips[0]!.marks : [] }));
    const lines = dxf!.entities as unknown as { layer: string; shape: boolean; vertices: { x: number; y: number }[] }[];
    expect(lines.map(({ layer, shape }) => [layer, Boolean(shape)])).toEqual([
      ['CUT1', true],
      ['CUT2', true],
      ...(sliced.ok ? sliced.strips[0]!.marks.map(() => ['MARKS', false]) : []),
    ]);
    expect(lines[0]!.vertices.map(({ x, y }) => [x, y]).sort()).toEqual([
      [10, 20],
      [10, 50],
      [30, 20],
      [30, 50],
    ]);
  });
});
