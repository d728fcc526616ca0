import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { catalogue } from '../materials/index.ts';
import { PLAIN_CUT } from '../piece/index.ts';
import { boundsOf, polygonArea, rectangle, subtracted, united, type Polygon } from '../shape/index.ts';
import { drawn } from '../testing/drawings.ts';
import { runs } from '../testing/runs.ts';
import {
  checkCut,
  cutSettingsOf,
  designOf,
  planCut,
  sheetArtwork,
  sliceForBed,
  sized,
  type Artwork,
  type CutItem,
  type CutOptions,
  type CutPlan,
} from './index.ts';

const options: CutOptions = {
  as: 'decal',
  frameMm: 25,
  marginMm: 5,
  bed: { widthMm: 290, lengthMm: 290 },
  overlapMm: 0,
  thinMm: 1,
  stock: { kind: 'sheet', widthMm: 305, lengthMm: 305 },
  gapMm: 6,
  canTurn: true,
  isApart: null,
};
const artworkOf = (...layers: readonly (readonly [string, Polygon])[]): Artwork => {
  const { x, y, width, height } = boundsOf(layers.flatMap(([, polygon]) => [...polygon]));
  return {
    widthMm: x + width,
    heightMm: y + height,
    layers: layers.map(([colour, polygon]) => ({ id: colour, colour, polygon, cutLines: [] })),
  };
};
const block = (x: number, y: number, width: number, height: number) => rectangle({ x, y, width, height });
const item = (artwork: Artwork, quantity = 1, name = 'sign'): CutItem => ({ name, artwork, quantity });
const plan = (items: readonly CutItem[], given: Partial<CutOptions> = {}): CutPlan => {
  const made = planCut(items, { ...options, ...given });
  if (!made.ok) throw new Error(made.problems.map((problem) => problem.given).join(' '));
  return made;
};
const cutsOf = (made: CutPlan) =>
  made.packed.sheets.map((sheet) => boundsOf(designOf(sheetArtwork(sheet, made).artwork)));

describe('a stencil in its frame', () => {
  const small = artworkOf(['#000000', [block(0, 0, 60, 40)]]);

  test('is its opening plus the frame all round, and that is packed', () => {
    const made = plan([item(small, 3)], { as: 'stencil', gapMm: 0 });
    expect(made.blanks).toMatchObject([{ widthMm: 110, heightMm: 90, inner: { x: 25, y: 25, width: 60, height: 40 } }]);
    expect(made.packed.sheets).toHaveLength(1);
    expect(made.packed.sheets[0]!.pieces).toHaveLength(3);
    const openings = made.packed.sheets.flatMap((sheet) => designOf(sheetArtwork(sheet, made).artwork));
    for (const ring of openings) {
      const { x, y, width, height } = boundsOf([ring]);
      expect(Math.min(x, y, 305 - x - width, 305 - y - height)).toBeGreaterThanOrEqual(25 - 1e-6);
    }
  });
  test('reaches beyond the bed: only its openings have to lie on it', () => {
    const wide = artworkOf(['#000000', [block(0, 0, 250, 100)]]);
    expect(plan([item(wide)], { as: 'stencil' }).items[0]!.strips).toHaveLength(1);
    // the stock leaves 305 − 2 · 25 = 255
    expect(
      plan([item(artworkOf(['#000000', [block(0, 0, 256, 100)]]))], { as: 'stencil' }).items[0]!.strips,
    ).toHaveLength(2);
    expect(plan([item(artworkOf(['#000000', [block(0, 0, 294, 100)]]))]).items[0]!.strips).toHaveLength(2);
    expect(plan([item(artworkOf(['#000000', [block(0, 0, 290, 100)]]))]).items[0]!.strips).toHaveLength(1);
  });
  test('whose frame leaves nothing of the stock is refused', () =>
    expect(planCut([item(small)], { ...options, as: 'stencil', frameMm: 153 })).toMatchObject({
      problems: [{ code: 'no-room-in-frame', allowed: expect.stringContaining('more than 306 mm') }],
    }));
  test('the check names an opening that is nearer than its frame, and a cut nearer than the margin', () => {
    const made = plan([item(small)], { as: 'stencil' });
    expect(checkCut(made, { ...options, as: 'stencil', frameMm: 25 })).toEqual([]);
    expect(checkCut(made, { ...options, as: 'stencil', frameMm: 26 })).toMatchObject([
      { given: expect.stringContaining('25.0 mm'), allowed: 'at least 26 mm.' },
      {},
      {},
      {},
    ]);
    expect(checkCut(plan([item(small)]), { ...options, marginMm: 6 })).toMatchObject([{ allowed: 'at least 6 mm.' }]);
  });
});

describe('sheets that are counted', () => {
  const mat = artworkOf(['#000000', [block(0, 0, 520, 200)]]);
  test('two cards joined are two', () => {
    const card = { kind: 'sheet', widthMm: 330, lengthMm: 330, joined: 2 } as const;
    const made = plan([item(mat)], { as: 'stencil', frameMm: 40, stock: card, bed: { widthMm: 290, lengthMm: 590 } });
    expect(made).toMatchObject({ sheetsNeeded: 2, items: [{ strips: [{}] }] });
    expect(made.packed.sheets[0]).toMatchObject({ tapeLinesMm: [330], pieces: [{ crossesTape: true }] });
  });
  test('a large sheet that is cut in several goes is one', () => {
    const sheet = { kind: 'sheet', widthMm: 610, lengthMm: 610 } as const;
    const tile = artworkOf(['#000000', [block(0, 0, 270, 270)]]);
    expect(plan([item(tile, 4)], { stock: sheet })).toMatchObject({ sheetsNeeded: 1 });
    expect(plan([item(tile, 5)], { stock: sheet })).toMatchObject({ sheetsNeeded: 2 });
  });
});

describe('film that stays', () => {
  const disc = (x: number, colour: string) => [colour, [block(x, 0, 40, 40)]] as const;
  const row = artworkOf(disc(0, '#c00000'), disc(60, '#00c000'), disc(120, '#0000c0'));
  test('packs the shapes of each colour, and not the box of the whole', () => {
    const made = plan([item(row, 4)]);
    expect(made.isApart).toBe(true);
    expect(made.blanks.every(({ widthMm, heightMm }) => widthMm === 40 && heightMm === 40)).toBe(true);
    expect(made.packed.sheets.map(({ pieces, usedLengthMm }) => [pieces.length, usedLengthMm])).toEqual([
      [4, 178],
      [4, 178],
      [4, 178],
    ]);
  });
  test('colours that touch stay together, with crosses by which one is laid on the other', () => {
    const inlaid = artworkOf(
      ['#c00000', subtracted([block(0, 0, 80, 80)], [block(30, 30, 20, 20)])],
      ['#ffffff', [block(30, 30, 20, 20)]],
    );
    const made = plan([item(inlaid)]);
    expect(made.isApart).toBe(false);
    const [below, above] = made.blanks;
    expect([below!.widthMm, above!.widthMm, above!.heightMm]).toEqual([80, 32, 20]);
    // the same two crosses on both, as far from the inlay
    expect([below!.marks.length, above!.marks.length]).toEqual([4, 4]);
    const from = (blank: typeof below, own: number) => boundsOf(blank!.marks).x - own;
    expect(from(below, 30)).toBeCloseTo(from(above, 6), 6);
  });
  test('shapes of two centimetres are placed singly, smaller ones stay where they are drawn', () => {
    const pairOf = (size: number) =>
      artworkOf(['#c00000', [block(0, 0, size, size)]], ['#0000c0', [block(60, 0, size, size)]]);
    expect(plan([item(pairOf(20))]).isApart).toBe(true);
    expect(plan([item(pairOf(19.9))]).isApart).toBe(false);
  });
  test('small shapes and one colour stay as they are drawn, unless asked for', () => {
    const letters = artworkOf(['#000000', [block(0, 0, 10, 30), block(15, 0, 10, 30)]]);
    expect(plan([item(letters)])).toMatchObject({ isApart: false, blanks: [{ widthMm: 25 }] });
    expect(plan([item(letters)], { isApart: true }).blanks).toHaveLength(2);
    expect(plan([item(row)], { isApart: false }).blanks).toHaveLength(3);
  });
  test('each label of a set is a piece of its own', () => {
    const made = plan(
      ['Filters', 'Moon'].map((name, index) => item(artworkOf(['#000000', [block(0, 0, 30 + index, 9)]]), 2, name)),
    );
    expect(made.packed.sheets[0]!.pieces.map(({ id }) => id)).toEqual([
      'Moon 1, #000000',
      'Moon 1, #000000',
      'Filters 1, #000000',
      'Filters 1, #000000',
    ]);
  });
});

describe('laws', () => {
  const rects = fc.array(
    fc.tuple(
      fc.integer({ min: 0, max: 700 }),
      fc.integer({ min: 0, max: 500 }),
      fc.integer({ min: 4, max: 300 }),
      fc.integer({ min: 4, max: 300 }),
      fc.constantFrom('#c00000', '#0000c0'),
    ),
    { minLength: 1, maxLength: 8 },
  );
  const artworkFrom = (given: readonly (readonly [number, number, number, number, string])[]): Artwork => {
    const colours = [...new Set(given.map(([, , , , colour]) => colour))];
    return sized(
      artworkOf(
        ...colours.map((colour) => {
          const own = given.filter((one) => one[4] === colour);
          return [colour, united(own.map(([x, y, w, h]) => block(x, y, w, h)))] as const;
        }),
      ),
      1,
      0,
    );
  };

  test('of stencils and films of any size: frames never overlap nor leave the sheet, no cut is too near an edge, and nothing is lost', () => {
    fc.assert(
      fc.property(
        rects,
        fc.constantFrom<CutOptions['as']>('stencil', 'decal'),
        fc.constantFrom<CutOptions['stock']['kind']>('sheet', 'roll'),
        fc.integer({ min: 1, max: 3 }),
        fc.constantFrom(null, true, false),
        (given, as, kind, quantity, isApart) => {
          const artwork = artworkFrom(given);
          const stock = { kind, widthMm: 305, lengthMm: kind === 'roll' ? 3500 : 305 } as const;
          const bed = { widthMm: 290, lengthMm: kind === 'roll' ? 3500 : 290 };
          const made = plan([item(artwork, quantity)], { as, stock, bed, isApart });
          expect(checkCut(made, { ...options, as, stock })).toEqual([]);
          const area = made.packed.sheets.reduce(
            (sum, sheet) => sum + polygonArea(sheetArtwork(sheet, made).artwork.layers[0]!.polygon),
            0,
          );
          const whole = artwork.layers.reduce((sum, { polygon }) => sum + polygonArea(polygon), 0);
          expect(area / (quantity * whole)).toBeCloseTo(1, 4);
          for (const { x, y, width, height } of cutsOf(made)) {
            const least = (as === 'stencil' && made.items.every(({ strips }) => strips.length === 1) ? 25 : 5) - 1e-3;
            expect(Math.min(x, y, 305 - x - width)).toBeGreaterThanOrEqual(least);
            expect(Math.max(width, kind === 'roll' ? 0 : height)).toBeLessThanOrEqual(290 + 1e-3);
          }
        },
      ),
      { numRuns: runs(20, 200), seed: 41 },
    );
  });

  test('sliced in both directions and laid together again it is what it was', () => {
    fc.assert(
      fc.property(
        rects,
        fc.integer({ min: 120, max: 400 }),
        fc.integer({ min: 120, max: 400 }),
        fc.constantFrom(0, 8),
        (given, bedWidthMm, bedLengthMm, overlapMm) => {
          const artwork = artworkFrom(given);
          const sliced = sliceForBed(artwork, { bedWidthMm, bedLengthMm, overlapMm });
          if (!sliced.ok) throw new Error(sliced.problems[0]!.given);
          const joined = united(
            sliced.strips.flatMap(({ artwork: strip, box }) =>
              designOf(strip).map((ring) => ring.map((value, at) => value + (at % 2 === 0 ? box.x : box.y))),
            ),
          );
          const design = designOf(artwork);
          const off = [...subtracted(joined, design), ...subtracted(design, joined)];
          // a difference thinner than 0.01 mm is rounding
          const longest = Math.max(1, ...design.map((ring) => ring.length));
          expect(polygonArea(off)).toBeLessThan(0.01 * longest * 10);
          const [most, least] = [Math.max(bedWidthMm, bedLengthMm), Math.min(bedWidthMm, bedLengthMm)];
          for (const { box } of sliced.strips) {
            expect(Math.max(box.width, box.height)).toBeLessThanOrEqual(most + 1e-6);
            expect(Math.min(box.width, box.height)).toBeLessThanOrEqual(least + 1e-6);
          }
        },
      ),
      { numRuns: runs(30, 300), seed: 43 },
    );
  });
});

describe('smaller by a little', () => {
  test('is offered as the share at which it is one piece, and is one piece at it', () => {
    const sign = artworkOf(['#000000', [block(0, 0, 300, 100)]]);
    const [own] = plan([item(sign)]).items;
    expect(own!.onePieceScale).toBe(0.966);
    expect(plan([item(sized(sign, own!.onePieceScale!, 0))]).items[0]).toMatchObject({
      onePieceScale: null,
      strips: [{}],
    });
    expect(plan([item(sized(sign, own!.onePieceScale! + 0.002, 0))]).items[0]!.strips).toHaveLength(2);
  });
  test('artwork is sized and turned about nothing but its own bounds', () => {
    const turned = sized(drawn(100, 100, '<rect x="40" y="20" width="30" height="10"/>'), 2, 90);
    expect([turned.widthMm, turned.heightMm]).toEqual([expect.closeTo(20, 6), expect.closeTo(60, 6)]);
  });
});

describe('how a design is cut where nothing was chosen', () => {
  const all = catalogue();
  const facts = {
    as: 'stencil',
    product: all.productById.get('card')!,
    isMirrored: null,
    quantity: 2,
    bed: null,
    film: null,
  } as const;
  test('follows its layers, the workshop and habit', () => {
    expect(cutSettingsOf(PLAIN_CUT, facts, all)).toMatchObject({
      frameMm: 40,
      gapMm: 0,
      from: { kind: 'sheet', widthMm: 290, lengthMm: 290 },
      isOwnStock: true,
      quantity: 2,
      isMirrored: false,
      bed: { widthMm: 290, lengthMm: 290 },
    });
    const roll = { ...facts, as: 'decal' as const, product: null, bed: { widthMm: 290, lengthMm: 3500 } };
    expect(cutSettingsOf(PLAIN_CUT, { ...roll, isMirrored: true }, all)).toMatchObject({
      gapMm: 6,
      from: { kind: 'roll', widthMm: 290 },
      stock: { kind: 'roll', widthMm: 290, joined: 1 },
      isMirrored: true,
    });
  });
  test('what was chosen goes before it', () => {
    const chosen = {
      ...PLAIN_CUT,
      frameMm: 12,
      quantity: 5,
      stockKind: 'joined' as const,
      isMirrored: false,
      gapMm: 2,
    };
    expect(cutSettingsOf(chosen, { ...facts, isMirrored: true }, all)).toMatchObject({
      frameMm: 12,
      quantity: 5,
      gapMm: 2,
      isMirrored: false,
      stock: { kind: 'sheet', joined: 2 },
    });
  });
  test('where layers stand it is cut from what the amounts lay out, unless the crafter chose other stock', () => {
    const film = { kind: 'roll', widthMm: 610, lengthMm: 5000 } as const;
    const own = { kind: 'sheet', widthMm: 210, lengthMm: 297 } as const;
    const choices = { ...PLAIN_CUT, stockKind: 'sheet' as const, stock: { widthMm: 210, lengthMm: 297 } };
    expect(cutSettingsOf(PLAIN_CUT, { ...facts, film }, all)).toMatchObject({ from: film, isOwnStock: false });
    expect(cutSettingsOf(choices, { ...facts, film }, all)).toMatchObject({ from: own, isOwnStock: true });
  });
});
