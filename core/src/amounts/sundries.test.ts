import { describe, expect, test } from '@jest/globals';
import { plainPiece, type Part, type Piece } from '../piece/index.ts';
import { plainCan, type Can } from '../shelf/index.ts';
import { sundriesOf } from './index.ts';
import { all, demoPiece, measured, signs, signsMeasured, withPart } from '../testing/amounts.ts';

describe('small things', () => {
  const smallOf = (piece: Piece, sittings: number | null, cans: readonly Can[] = []) =>
    new Map(sundriesOf(piece, measured(piece), sittings, cans, all).map((one) => [one.name, one]));

  test('blades by what is cut for the batch, sandpaper by what is sanded; no gloves where nothing asks for them', () => {
    const own = smallOf(signs, 3);
    const [design] = Object.values(signsMeasured);
    expect(own.get('blades')!.need!.typical).toBeCloseTo(design!.cutAllMm / all.amounts.bladeLife.typical, 9);
    // each sign has its own stencil
    expect(design!.cutAllMm).toBeCloseTo(design!.cutLengthMm * signs.quantity, 6);
    const [once, twice] = [1, 2].map((times) => smallOf({ ...signs, quantity: times * signs.quantity }, 3)) as [
      typeof own,
      typeof own,
    ];
    expect(twice.get('sheets of sandpaper')!.need!.high).toBeCloseTo(
      2 * once.get('sheets of sandpaper')!.need!.high,
      9,
    );
    expect(own.has('pairs of gloves')).toBe(false);
  });

  test('gloves by the sitting where a product asks for them; not known where nothing is planned', () => {
    const chimneys = demoPiece('chimneys');
    expect(smallOf(chimneys, 4).get('pairs of gloves')!.need).toEqual({ low: 4, typical: 4, high: 8 });
    expect(smallOf(chimneys, null).get('pairs of gloves')!.need).toBeNull();
  });

  test('a dye transfer takes butcher paper with every press; an iron-on film none', () => {
    const pressed = (productId: string): Piece => {
      const plain = plainPiece('pennant', 'polyester', 'polyester pennant');
      const film = {
        id: 'film',
        op: 'apply' as const,
        productId,
        role: 'film' as const,
        extent: 'opening' as const,
        coats: 1,
      };
      const stack = { methodId: 'dye-transfer', operations: [film] };
      return { ...withPart(plain, { stack } as Partial<Part>), quantity: 5 };
    };
    const paper = (piece: Piece) => sundriesOf(piece, {}, 1, [], all).filter(({ name }) => /paper/.test(name));
    expect(paper(pressed('dye-sheet')).map(({ need }) => need)).toEqual([{ low: 10, typical: 10, high: 10 }]);
    expect(paper(pressed('iron-on-low'))).toEqual([]);
  });

  test('what has not been measured is not known, and what is on the shelf is told by its name', () => {
    const boards = demoPiece('boards');
    expect(smallOf(boards, 1).get('sheets of sandpaper')).toMatchObject({ need: null, onShelf: 0 });
    const box: Can = { ...plainCan('b', { name: 'Blades for the cutter' }), size: { kind: 'pieces', count: 5 } };
    expect(smallOf(signs, 1, [box]).get('blades')!.onShelf).toBe(5);
    expect(smallOf(signs, 1, [{ ...box, finishedOn: '2026-11-01' }]).get('blades')!.onShelf).toBe(0);
  });
});
