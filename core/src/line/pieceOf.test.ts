import { describe, expect, test } from '@jest/globals';
import { catalogue } from '../materials/index.ts';
import { pieceSchema, plainOwnSurface } from '../piece/index.ts';
import { describePiece, pieceOf } from './index.ts';

const all = catalogue();
const made = (line: string) => pieceOf('p', line, describePiece(line, all, '2026-11-26T09:00:00Z'));

describe('a piece from a line', () => {
  test('has its name up to the first comma, its line, count, date, area and surface', () => {
    const line = 'six oak boards, 300 x 200 mm, raw, by 12 December';
    expect(made(line)).toMatchObject({
      id: 'p',
      name: 'six oak boards',
      line,
      quantity: 6,
      due: '2026-12-12T12:00:00.000Z',
      parts: [
        {
          surface: { base: 'hardwood' },
          area: { kind: 'rectangle', widthMm: 300, heightMm: 200 },
        },
      ],
    });
    expect(made('').name).toBe('New piece');
    expect(made(`${'x'.repeat(200)}`).name.length).toBe(120);
  });
  test('keeps no more of a line than the document does', () => {
    const piece = made(`oak board, ${'very '.repeat(100)}nice`);
    expect(piece.line.length).toBe(400);
    expect(pieceSchema.safeParse(piece).success).toBe(true);
  });
  test('whose material nobody knows is a surface of its own, called as it was typed, with everything unknown', () => {
    const { surface } = made('Blivet, washed daily').parts[0]!;
    expect(surface).toMatchObject({ base: 'own', own: plainOwnSurface('blivet') });
    expect(made('oak board').parts[0]!.surface.own).toBeUndefined();
  });
  test('of two designs each has its id, and lies over the one that it was said to lie over', () => {
    const { designs } = made('whole tray covered in film, lettering on top').parts[0]!;
    expect(designs.map(({ id, name, over }) => [id, name, over])).toEqual([
      ['p.part.design', 'design', null],
      ['p.part.design-2', 'lettering', 'p.part.design'],
    ]);
    expect(made('oak board, stencilled').parts[0]!.designs).toHaveLength(1);
  });
  test('what is wanted goes with the part and with each design, and not into what is there', () => {
    const [part] = made(
      'crate, to be painted black first, then white letters through a stencil, clear coat on top',
    ).parts;
    expect(part).toMatchObject({
      surface: { existing: [] },
      wants: { ground: { kind: 'paint', tone: 'dark', colour: 'black' }, finish: { kind: 'clear' } },
      designs: [{ tone: 'light', wants: { way: 'paint-stencil' } }],
    });
    expect(part!.wants).not.toHaveProperty('designs');
  });
  test('a measure that the document cannot keep is no area', () => {
    const read = describePiece('oak board, 300 x 200 mm', all);
    const area = { kind: 'rectangle' as const, widthMm: 20_000, heightMm: 200 };
    expect(pieceOf('p', '', { ...read, area }).parts[0]!.area).toBeNull();
  });
});

describe('air around the design', () => {
  test.each([
    ['poplar frame, small text over about 3/4 of the width', 0.75],
    ['poplar frame, text about three quarters of the width', 0.75],
    ['poplar frame, text at most 60 % of the width', 0.6],
    ['poplar frame, text half the width', 0.5],
    ['poplar frame, text 5/4 of the width', null],
    ['poplar frame, text 210 mm wide', null],
  ])('%s', (line, share) =>
    expect(made(line).parts[0]!.designs[0]!.placement.widthShare).toEqual(
      share === null ? null : expect.closeTo(share, 9),
    ),
  );
});

describe('measures as an area', () => {
  const areaOf = (line: string) => describePiece(line, all).area;
  test.each<[string, object | null]>([
    ['tumbler, 80 mm across, 95 mm high', { kind: 'cylinder', diameterMm: 80, circumferenceMm: null, heightMm: 95 }],
    ['tumbler, 240 mm around, 80 mm across, 95 mm high', { kind: 'cylinder', diameterMm: null, circumferenceMm: 240 }],
    ['tumbler, rim 80 mm, foot 80 mm, 95 mm high', { kind: 'cylinder', diameterMm: 80, heightMm: 95 }],
    ['tumbler, rim 80 mm, foot 60 mm, 95 mm high', { kind: 'cone', topDiameterMm: 80, slantMm: null, heightMm: 95 }],
    ['tumbler, rim 80 mm, foot 60 mm', { kind: 'cone', topDiameterMm: 80, slantMm: null, heightMm: null }],
    ['tumbler, 80 mm across', { kind: 'cylinder', diameterMm: 80, heightMm: null }],
    ['tumbler, 80 x 95 mm', { kind: 'cylinder', diameterMm: null, circumferenceMm: null, heightMm: 95 }],
    ['plate, 240 mm across', { kind: 'disc', diameterMm: 240 }],
    ['bowl, 240 x 90 mm', null],
    ['board, 240 mm wide', { kind: 'rectangle', widthMm: 240, heightMm: null }],
    ['blivet, 240 mm across', null],
    ['blivet, 240 x 90 mm', { kind: 'rectangle', widthMm: 240, heightMm: 90 }],
  ])('%s', (line, area) => (area ? expect(areaOf(line)).toMatchObject(area) : expect(areaOf(line)).toBeNull()));
  test('a disc is as wide and as high as it is across; a tube is neither', () => {
    const surfaceOf = (line: string) => describePiece(line, all).surface;
    expect(surfaceOf('plate, 240 mm across')).toMatchObject({ widthMm: 240, heightMm: 240 });
    expect(surfaceOf('tumbler, 80 mm across, 95 mm high')).toMatchObject({ widthMm: null, heightMm: 95 });
  });
});
