import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { draws } from '../testing/runs.ts';
import type { ApplyOperation, Faces, Operation, Part, Piece } from '../piece/index.ts';
import { amountsFor, combined, facesArea, needsOf, type Measured } from './index.ts';
import {
  all,
  NOW,
  demo,
  demoPiece,
  measured,
  linesOf,
  line,
  withPart,
  signs,
  signsMeasured,
} from '../testing/amounts.ts';

describe('faces worked', () => {
  const board = (faces: Faces | null, thicknessMm: number | null = 12): Part => ({
    ...signs.parts[0]!,
    faces,
    thicknessMm,
  });
  const area = (part: Part) => facesArea(part, all).areaMm2!;

  test('edges by the thickness, end grain twice, the back as the front', () => {
    const { area: rectangle } = signs.parts[0]!;
    if (rectangle?.kind !== 'rectangle') throw new Error('the signs are rectangles');
    const [width, height] = [rectangle.widthMm!, rectangle.heightMm!];
    const edges = 2 * (width + height) * 12 * 2;
    expect(area(board('front')).typical).toBeCloseTo(width * height, 3);
    expect(area(board('frontAndEdges')).typical).toBeCloseTo(width * height + edges, 3);
    expect(area(board('allRound')).typical).toBeCloseTo(2 * width * height + edges, 3);
  });

  test('bare wood outdoors is coated all round unless it was said otherwise, and says why', () => {
    expect(area(board(null))).toEqual(area(board('allRound')));
    expect(facesArea(board(null), all).because[0]!.words).toMatch(/bare wood outdoors/);
    const indoors = { ...board(null), use: { ...signs.parts[0]!.use, place: 'indoors' as const } };
    expect(area(indoors)).toEqual(area(board('front')));
  });

  test('an unmeasured thickness is a range, said to be a guess of the catalogue', () => {
    const { low, typical, high } = area(board('allRound', null));
    expect([low < typical, typical < high]).toEqual([true, true]);
    expect(facesArea(board('allRound', null), all).because.map(({ words }) => words)).toContain(
      'its thickness has not been measured',
    );
  });

  test('more faces need more paint, and the plan turns the piece over for them', () => {
    const need = (faces: Faces) => line(linesOf(withPart(signs, { faces })), 'exterior-latex', 'ground').need!.typical;
    expect(need('frontAndEdges')).toBeGreaterThan(need('front'));
    expect(need('allRound')).toBeGreaterThan(need('frontAndEdges'));
  });
});

describe('what layers take', () => {
  test('every layer with a product is a need of it, or says why it cannot be said; none is silently left out', () => {
    for (const piece of demo.pieces) {
      const needs = needsOf(piece, measured(piece), all);
      const laid = (piece.parts[0]!.stack?.operations ?? []).filter(
        (one): one is ApplyOperation => one.op === 'apply' && one.role !== 'prep',
      );
      expect(needs.map(({ operationId }) => operationId)).toEqual(laid.map(({ id }) => id));
      for (const { need, because } of needs) {
        expect(because.length).toBeGreaterThan(0);
        if (need)
          expect([need.low <= need.typical, need.typical <= need.high, need.low >= 0]).toEqual([true, true, true]);
      }
    }
  });

  test('of what was not measured nothing is made up', () => {
    const unmeasured = withPart(signs, {
      area: null,
      designs: signs.parts[0]!.designs.map((design) => ({ ...design, artworkId: null })),
    });
    const lines = amountsFor({ pieces: [unmeasured], catalogue: all, shelf: { cans: demo.shelf, uses: [] }, now: NOW });
    for (const { need, missing, cans, unknown } of lines) {
      expect([need, missing, cans]).toEqual([null, null, []]);
      expect(unknown.length).toBeGreaterThan(0);
    }
  });

  test('without an artwork the design is a share of the clear area, and is called a guess', () => {
    const undrawn = withPart(signs, {
      designs: signs.parts[0]!.designs.map((design) => ({ ...design, artworkId: null })),
    });
    const drawn = line(linesOf(signs), 'film-stencil');
    const guessed = line(linesOf(undrawn), 'film-stencil');
    expect([drawn.isGuess, guessed.isGuess, guessed.layout]).toEqual([false, true, null]);
    expect(guessed.need!.high).toBeGreaterThan(guessed.need!.low * 2);
  });

  test('twice the pieces take twice as much, never less for a coat more', () => {
    const twice = { ...signs, quantity: 2 * signs.quantity };
    const paint = (piece: Piece) => line(linesOf(piece), 'exterior-latex', 'ground').need!;
    expect(paint(twice).typical).toBeCloseTo(2 * paint(signs).typical, 6);
    const stack = signs.parts[0]!.stack!;
    const thicker = withPart(signs, {
      stack: {
        ...stack,
        operations: stack.operations.map((one): Operation =>
          one.op === 'apply' && one.role === 'ground' ? { ...one, coats: one.coats + 1 } : one,
        ),
      },
    });
    expect(paint(thicker).low).toBeGreaterThan(paint(signs).low);
  });

  test('a small thing catches a part of the mist; figures of ones own count', () => {
    const need = (productId: string) =>
      demoPiece('boards').parts[0]!.stack!.operations.some((one) => one.op === 'apply' && one.productId === productId);
    expect(need('acrylic-clear-aerosol')).toBe(true);
    const sized = (mm: number) =>
      withPart(demoPiece('boards'), {
        area: { kind: 'rectangle', widthMm: mm, heightMm: mm, margins: null, keepOuts: [] },
      });
    const each = (mm: number) => line(linesOf(sized(mm)), 'acrylic-clear-aerosol').needs[0]!.each!.typical / (mm * mm);
    expect(each(100)).toBeGreaterThan(1.4 * each(1000));
  });
});

test('independent ranges are not all at one end at once', () =>
  fc.assert(
    fc.property(
      fc.array(
        fc.tuple(fc.integer({ min: 0, max: 50 }), fc.integer({ min: 50, max: 60 }), fc.integer({ min: 60, max: 200 })),
        { minLength: 1, maxLength: 6 },
      ),
      (three) => {
        const ranges = three.map(([low, typical, high]) => ({ low, typical, high }));
        const { low, typical, high } = combined(ranges);
        const sum = (end: 'low' | 'typical' | 'high') => ranges.reduce((whole, range) => whole + range[end], 0);
        expect(typical).toBe(sum('typical'));
        expect(low).toBeGreaterThanOrEqual(sum('low') - 1e-9);
        expect(high).toBeLessThanOrEqual(sum('high') + 1e-9);
        if (ranges.length === 1) expect([low, high]).toEqual([sum('low'), sum('high')]);
        expect(combined([...ranges, { low: 1, typical: 2, high: 3 }]).high).toBeGreaterThan(high);
      },
    ),
    draws(60, 300),
  ));

test('what is laid with transfer tape is counted for the batch, with how often a sheet serves', () => {
  const flasks = demoPiece('flasks');
  const design = flasks.parts[0]!.designs[0]!;
  const blank = { id: 'b', widthMm: 100, heightMm: 50, count: 6, colour: null };
  const [first] = Object.values(signsMeasured);
  const drawn: Measured = { [design.id]: { ...first!, blanks: [blank, { ...blank, id: 'c', count: 2 }] } };
  const tape = needsOf(flasks, drawn, all).find(({ productId }) => productId.startsWith('tape-'))!;
  expect(tape.tape).toEqual({ count: 8, uses: all.productById.get(tape.productId)!.uses });
});
