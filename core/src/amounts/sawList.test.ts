import { describe, expect, test } from '@jest/globals';
import { catalogue } from '../materials/index.ts';
import { plainPiece, type Blank, type Piece, type Trim } from '../piece/index.ts';
import { areaSchema } from '../shape/index.ts';
import { plainCan, shelfAt, type Can } from '../shelf/index.ts';
import { boardOf, sawLists, type SawList } from './index.ts';

const all = catalogue();
const NOW = '2026-11-25T09:00:00Z';
const sign = (more: Partial<Piece> = {}, quantity = 6): Piece => {
  const plain = plainPiece('sign', 'Path signs', 'plywood');
  return {
    ...plain,
    quantity,
    parts: [
      { ...plain.parts[0]!, area: { kind: 'rectangle', widthMm: 400, heightMm: 150, margins: null, keepOuts: [] } },
    ],
    ...more,
  };
};
const trim = (name: string, way: Trim['way'], more: Partial<Trim> = {}): Trim => ({
  id: name.replace(/\W/g, ''),
  name,
  way,
  turns: 1,
  overlapMm: 0,
  widthMm: 34,
  lengthMm: 100,
  count: 1,
  kerfMm: 3,
  soldMm: null,
  soldPrice: null,
  ...more,
});
const bars = (id: string, name: string, lengthMm: number, count = 1): Can => ({
  ...plainCan(id, { name }),
  size: { kind: 'bars', lengthMm, count },
});
const listOf = (pieces: readonly Piece[], cans: readonly Can[] = []) =>
  sawLists(pieces, shelfAt(cans, [], NOW, all).cans);
const only = (lists: readonly SawList[]): SawList & { cut: { ok: true } } => {
  expect(lists).toHaveLength(1);
  if (!lists[0]!.cut.ok) throw new Error(lists[0]!.cut.problems[0]!.given);
  return lists[0] as SawList & { cut: { ok: true } };
};

describe('what is cut to length', () => {
  test('a mitred frame is as long as its side and two of its widths', () => {
    const { lists } = listOf([sign({ trims: [trim('oak strip', 'mitred', { soldMm: 2400, soldPrice: 4.2 })] }, 1)]);
    expect(only(lists).pieces.map(({ name, lengthMm, count }) => [name, lengthMm, count])).toEqual([
      ['oak strip, long of Path signs', 468, 2],
      ['oak strip, short of Path signs', 218, 2],
    ]);
    expect(only(lists)).toMatchObject({ toBuy: 1, price: 4.2 });
  });

  test('rope goes around so many times, and its ends overlap', () => {
    const { lists } = listOf([
      sign(
        { trims: [trim('jute rope', 'around', { turns: 2, overlapMm: 60, kerfMm: 0, soldMm: 20_000, soldPrice: 9 })] },
        2,
      ),
    ]);
    expect(only(lists).pieces).toEqual([{ name: 'jute rope of Path signs', lengthMm: 2 * 1100 + 60, count: 2 }]);
  });

  test('a board is sawn to its design with the margin all round', () => {
    const plain = sign();
    const [part] = plain.parts;
    const blank: Blank = { way: 'sawn', marginMm: 20, kerfMm: 3, material: 'pine plank', soldMm: 2400, soldPrice: 11 };
    const drawn = {
      ...plain,
      blank,
      parts: [{ ...part!, designs: [{ ...part!.designs[0]!, widthMm: 158, heightMm: 81.5, scale: 2 }] }],
    };
    const board = boardOf(drawn);
    expect(board.ok && board.board).toEqual({
      widthMm: 356,
      heightMm: 203,
      words: expect.stringContaining('356 × 203 mm'),
    });
    expect(only(listOf([drawn]).lists)).toMatchObject({ toBuy: 1, price: 11, pieces: [{ lengthMm: 356, count: 6 }] });
    expect(boardOf({ ...plain, blank }).ok).toBe(false);
    // designs beside each other are no larger than each, and together they are: the clear area is what they share
    const [whole] = drawn.parts;
    const [design] = whole!.designs;
    const two = (area: Piece['parts'][number]['area']): Piece => ({
      ...drawn,
      parts: [{ ...whole!, area, designs: [design!, { ...design!, id: 'second' }] }],
    });
    expect(boardOf(two(null))).toMatchObject({ ok: false, problems: [{ code: 'several-designs' }] });
    const area = areaSchema.parse({ kind: 'rectangle', widthMm: 380, heightMm: 210 });
    expect(boardOf(two(area))).toMatchObject({ board: { widthMm: 380, heightMm: 210 } });
    // one that lies over another adds nothing to the whole
    const over = {
      ...drawn,
      parts: [{ ...whole!, designs: [design!, { ...design!, id: 'second', over: design!.id }] }],
    };
    expect(boardOf(over)).toEqual(boardOf(drawn));
  });

  test('what is on the shelf under its name comes first; several pieces share one list', () => {
    const rope = [trim('jute rope', 'length', { lengthMm: 900, kerfMm: 0, soldMm: 5000, soldPrice: 4 })];
    const pieces = [sign({ trims: rope }, 1), { ...sign({ trims: rope }, 1), id: 'two', name: 'Gate sign' }];
    const list = only(listOf(pieces, [bars('c1', 'Jute Rope', 2000)]).lists);
    expect([list.toBuy, list.price, list.cut.ok && list.cut.bars]).toMatchObject([
      0,
      0,
      [{ stock: 'c1', leftMm: 200 }],
    ]);
    expect(only(listOf(pieces, [bars('c1', 'hemp rope', 2000)]).lists)).toMatchObject({ toBuy: 1, price: 4 });
  });

  test('an unknown price stays unknown, and what is not sold anywhere is said', () => {
    const of = (more: Partial<Trim>) => listOf([sign({ trims: [trim('ribbon', 'length', more)] }, 1)]).lists;
    expect(only(of({ soldMm: 1000 }))).toMatchObject({ toBuy: 1, price: null });
    const [none] = of({});
    expect([none!.cut.ok, none!.price]).toEqual([false, null]);
  });

  test('things are counted out for all pieces', () =>
    expect(
      listOf(
        [sign({ trims: [trim('brass hook', 'count', { count: 2 })] })],
        [{ ...plainCan('h', { name: 'Brass hook' }), size: { kind: 'pieces', count: 5 } }],
      ).counted,
    ).toEqual([{ name: 'brass hook', count: 12, onShelf: 5 }]));

  test('what has no size is named, and a frame with mitres goes round a rectangle only', () => {
    const [part] = sign().parts;
    const unmeasured = { ...sign({ trims: [trim('oak strip', 'mitred')] }), parts: [{ ...part!, area: null }] };
    expect(listOf([unmeasured]).problems.map(({ code }) => code)).toEqual(['not-measured']);
    const disc = {
      ...unmeasured,
      parts: [{ ...part!, area: { kind: 'disc' as const, diameterMm: 200, margins: null, keepOuts: [] } }],
    };
    expect(listOf([disc]).problems.map(({ code }) => code)).toEqual(['no-rectangle']);
    const around = { ...disc, trims: [trim('rope', 'around', { soldMm: 5000, soldPrice: 1 })] };
    expect(only(listOf([around]).lists).pieces[0]!.lengthMm).toBeCloseTo(Math.PI * 200, 0);
  });
});
