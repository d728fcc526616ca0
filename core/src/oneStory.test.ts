import { describe, expect, test } from '@jest/globals';
import {
  amountsFor,
  cutOperationOf,
  describePiece,
  designsServed,
  looseIslandsOf,
  matchLayers,
  needsOf,
  pieceOf,
  plainCan,
  plainWorkshop,
  stepsOf,
  type Can,
  type Measured,
  type Piece,
} from './index.ts';
import { all, latex, measuredAs, NOW } from './testing/amounts.ts';

const workshop = { ...plainWorkshop(), stock: [] };

/** The piece of a line, laid as Match answers it. */
const laid = (line: string): Piece => {
  const piece = pieceOf('p', line, describePiece(line, all, NOW));
  const [part] = piece.parts;
  const { ranked } = matchLayers({ part: part!, workshop, quantity: 1, due: null }, all, { withoutMends: true });
  const [best] = ranked;
  if (!best) throw new Error(`nothing ranks for ${line}`);
  return { ...piece, parts: [{ ...part!, stack: best.stack }] };
};

/** Every design of a piece as an artwork of its own: 100 mm² of openings, one blank of 20 × 30 mm. */
const measuredAll = (piece: Piece): Measured =>
  Object.fromEntries(
    piece.parts[0]!.designs.map(({ id }) => [
      id,
      measuredAs([{ id: 'b', widthMm: 20, heightMm: 30, count: 1, colour: null }]),
    ]),
  );

const linesFor = (piece: Piece, cans: readonly Can[] = []) =>
  amountsFor({
    pieces: [piece],
    catalogue: all,
    shelf: { cans, uses: [] },
    now: NOW,
    measured: { [piece.id]: measuredAll(piece) },
  });
const labelsOf = (piece: Piece): string[] => stepsOf(piece, all, workshop).map(({ label }) => label);

const shadeFilm = (piece: Piece): string => {
  const film = piece.parts[0]!.stack!.operations.find((one) => one.op === 'apply' && one.role === 'film');
  return film?.op === 'apply' ? film.productId : '';
};

describe('designs that are laid in one go', () => {
  const piece = laid('raw oak board 300 x 200 mm, a star painted and a moon painted, indoors');
  const [part] = piece.parts;
  const masks = part!.stack!.operations.filter((one) => one.op === 'apply' && one.role === 'mask');

  test('are all served by the layers that name the first of them', () => {
    expect(part!.designs.map(({ name }) => name)).toEqual(['star', 'moon']);
    for (const operation of part!.stack!.operations)
      expect(designsServed(part!, operation).map(({ name }) => name)).toEqual(['star', 'moon']);
    expect(part!.designs.map((design) => cutOperationOf(part!, design)?.id)).toEqual([masks[0]!.id, masks[0]!.id]);
  });
  test('are all cut, painted and counted', () => {
    const needs = needsOf(piece, measuredAll(piece), all);
    const mask = needs.find(({ operationId }) => operationId === masks[0]!.id)!;
    expect([mask.blanks!.length, mask.need!.typical]).toEqual([2, 2 * 20 * 30]);
    const withIslands = {
      ...part!,
      designs: part!.designs.map((design, at) => ({ ...design, islands: at + 2 })),
      stack: {
        ...part!.stack!,
        operations: part!.stack!.operations.map((one) =>
          one.id === masks[0]!.id ? { ...one, productId: 'sheet-acetate' } : one,
        ),
      },
    };
    const islands = looseIslandsOf({ kind: 'work', operationIds: [masks[0]!.id] }, withIslands, all);
    expect(islands.map(({ count }) => count)).toEqual([2, 3]);
  });
});

describe('of three designs two are alike', () => {
  const piece = laid('raw maple board 300 x 200 mm, a star burnt, a moon painted and a sun painted, indoors');
  const [part] = piece.parts;

  test('those two are in every layer, step and amount of theirs, and in none of the other', () => {
    expect(part!.designs.map(({ name }) => name)).toEqual(['star', 'moon', 'sun']);
    const labels = labelsOf(piece);
    expect(labels.filter((label) => label.endsWith(': moon, sun')).length).toBeGreaterThan(2);
    expect(labels.filter((label) => label.endsWith(': star')).length).toBeGreaterThan(1);
    expect(labels.filter((label) => /: (moon|sun)$/.test(label))).toEqual([]);
    const [star, moon, sun] = part!.designs.map((design) => cutOperationOf(part!, design)!.id);
    expect([moon === sun, moon === star]).toEqual([true, false]);
    const cut = (id: string | undefined) =>
      needsOf(piece, measuredAll(piece), all).find(({ operationId }) => operationId === id)!.blanks!.length;
    expect([cut(star), cut(moon)]).toEqual([1, 2]);
  });
  test('what is laid for a design that is gone serves no other', () => {
    const [star, ...left] = part!.designs;
    const now = { ...part!, designs: left };
    const ofStar = part!.stack!.operations.filter((one) =>
      designsServed(part!, one).every(({ id }) => id === star!.id),
    );
    expect(ofStar.length).toBeGreaterThan(1);
    for (const operation of ofStar) expect(designsServed(now, operation)).toEqual([]);
  });
});

describe('a colour that was said', () => {
  const line =
    'sign 2100 x 360 mm, pine board, indigo exterior latex, cream exterior latex letters through a stencil, outdoors, wiped';
  const piece = laid(line);
  const latexLines = (cans: readonly Can[] = []) =>
    linesFor(piece, cans).filter(({ productId }) => productId === 'exterior-latex');
  const takenOf = (cans: readonly Can[]) =>
    latexLines(cans).map(({ colour, cans: taken, missing }) => [
      colour,
      taken.map(({ canId }) => canId),
      missing === 0,
    ]);

  test('is the colour of its steps, its amounts and what is to buy', () => {
    const labels = labelsOf(piece);
    expect(labels.some((label) => label.startsWith('Exterior latex, indigo'))).toBe(true);
    expect(labels.some((label) => label.startsWith('Exterior latex, cream'))).toBe(true);
    expect(labels.filter((label) => /^Exterior latex(?!, (indigo|cream))/.test(label))).toEqual([]);
    expect(latexLines().map(({ colour }) => colour)).toEqual(['indigo', 'cream']);
  });
  test('is taken from cans of that colour alone; one whose colour nobody has said is of none', () => {
    const unsaid = { ...latex('unsaid', '', 9000), colour: null };
    expect(takenOf([latex('red', 'barn red', 9000), unsaid])).toEqual([
      ['indigo', [], false],
      ['cream', [], false],
    ]);
    expect(takenOf([latex('white', 'warm Cream', 9000), latex('blue', 'indigo', 9000), unsaid])).toEqual([
      ['indigo', ['blue'], true],
      ['cream', ['white'], true],
    ]);
  });
  test('of a can that the crafter chose it is taken whatever is written on it', () => {
    const [part] = piece.parts;
    const operation = part!.stack!.operations.find((one) => one.op === 'apply' && one.role === 'medium')!;
    const chosen = { ...piece, parts: [{ ...part!, cans: [{ operationId: operation.id, canId: 'red' }] }] };
    const [, design] = linesFor(chosen, [latex('red', 'barn red', 9000)]).filter(
      ({ productId }) => productId === 'exterior-latex',
    );
    expect(design).toMatchObject({ colour: 'barn red', cans: [{ canId: 'red' }], missing: 0 });
  });
  test('of film is looked for like any other', () => {
    const shade = laid('polycarbonate lamp shade, small flowers in white film from inside, LED, wiped, indoors');
    const film = (id: string, colour: string | null): Can => ({
      ...plainCan(id, { productId: shadeFilm(shade) }),
      colour,
      size: { kind: 'sheets', widthMm: 305, heightMm: 305, count: 9 },
      boughtOn: '2026-10-01',
    });
    const taken = (cans: readonly Can[]) =>
      linesFor(shade, cans).find(({ productId }) => productId === shadeFilm(shade))!;
    expect(taken([film('black', 'black'), film('unsaid', null)])).toMatchObject({ colour: 'white', cans: [] });
    expect(taken([film('black', 'black'), film('white', 'matt white')]).cans).toMatchObject([{ canId: 'white' }]);
    expect(labelsOf(shade).some((label) => /lay [^:]*, white, with /i.test(label))).toBe(true);
  });
  test('is not that of what is laid around the design, nor of a cream that etches', () => {
    const ground = laid('oak board 300 x 200 mm, to be painted blue first, white stars as a resist, indoors');
    expect(labelsOf(ground).filter((label) => label.includes('white'))).toEqual([]);
    const etched = laid('glass tumbler, white letters etched with cream, hand wash');
    expect(labelsOf(etched).filter((label) => label.includes('white'))).toEqual([]);
  });
});

test('a layer of a further design is called as its own way of working calls it', () => {
  const piece = laid('raw maple board 300 x 200 mm, a star burnt, a moon painted, indoors');
  const labels = needsOf(piece, measuredAll(piece), all).map(({ productId, label }) => `${productId}: ${label}`);
  expect(labels).toContain('craft-acrylic: colour');
  expect(labels).toContain('burn-paste: paste');
  expect(labels).toContain('edge-medium: edge seal');
});
