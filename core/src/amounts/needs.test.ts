import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { draws } from '../testing/runs.ts';
import {
  cutOperationOf,
  cutSettingsOf,
  cutsFor,
  isMadeForArea,
  planOrder,
  readArtwork,
  type ArtworkRecord,
} from '../artwork/index.ts';
import { catalogue } from '../materials/index.ts';
import {
  plainPiece,
  plainWorkshop,
  type ApplyOperation,
  type CutChoices,
  type Faces,
  type Operation,
  type Part,
  type Piece,
} from '../piece/index.ts';
import { piecesAMix, stepsOf } from '../plan/index.ts';
import { plainCan, type Can, type CanUse, type Shelf } from '../shelf/index.ts';
import {
  amountsFor,
  cansToTake,
  combined,
  cutFromLines,
  facesArea,
  filmLengthOf,
  filmsOf,
  measuredOf,
  needsOf,
  sundriesOf,
  type AmountLine,
  type Measured,
  type Need,
  takenShares,
  usesOfStep,
} from './index.ts';

const all = catalogue();
const NOW = '2026-11-25T09:00:00Z';
interface Demo {
  readonly pieces: readonly Piece[];
  readonly artworks: readonly ArtworkRecord[];
  readonly shelf: readonly Can[];
  readonly uses: readonly CanUse[];
}
const demo = JSON.parse(readFileSync(new URL('../../../demo/observatory.json', import.meta.url), 'utf8')) as Demo;
const of = (id: string): Piece => demo.pieces.find((piece) => piece.id === `demo-${id}`)!;
const read = (svg: string) => {
  const answer = readArtwork(svg, { strokes: 'cutLine' });
  if (!answer.ok) throw new Error('an artwork of the demo does not read');
  return answer.artwork;
};
const bare = { cans: [], uses: [] };
const measured = (piece: Piece, shelf: Shelf = bare): Measured => {
  const cansOf = cansToTake({ pieces: [piece], shelf, now: NOW, catalogue: all });
  return measuredOf(piece, { artworks: demo.artworks, read, catalogue: all, bed: null, cansOf });
};
const linesOf = (piece: Piece, cans: readonly Can[] = [], uses: readonly CanUse[] = []): AmountLine[] =>
  amountsFor({
    pieces: [piece],
    catalogue: all,
    shelf: { cans, uses },
    now: NOW,
    measured: { [piece.id]: measured(piece, { cans, uses }) },
  });
const line = (lines: readonly AmountLine[], productId: string, tint?: Need['tint']): AmountLine => {
  const found = lines.find((one) => one.productId === productId && (tint === undefined || one.needs[0]!.tint === tint));
  if (!found) throw new Error(`no line for ${productId}`);
  return found;
};
const withPart = (piece: Piece, facts: Partial<Part>): Piece => ({
  ...piece,
  parts: [{ ...piece.parts[0]!, ...facts }],
});
const latex = (id: string, colour: string, ml: number, more: Partial<Can> = {}): Can => ({
  ...plainCan(id, { productId: 'exterior-latex' }),
  colour,
  size: { kind: 'liquid', ml },
  boughtOn: '2026-10-01',
  ...more,
});
const film = (id: string, size: Can['size']): Can => ({
  ...plainCan(id, { productId: 'film-stencil' }),
  size,
  boughtOn: '2026-10-01',
});

const signs = of('signs');
const signsMeasured = measured(signs);

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
      of('boards').parts[0]!.stack!.operations.some((one) => one.op === 'apply' && one.productId === productId);
    expect(need('acrylic-clear-aerosol')).toBe(true);
    const sized = (mm: number) =>
      withPart(of('boards'), { area: { kind: 'rectangle', widthMm: mm, heightMm: mm, margins: null, keepOuts: [] } });
    const each = (mm: number) => line(linesOf(sized(mm)), 'acrylic-clear-aerosol').needs[0]!.each!.typical / (mm * mm);
    expect(each(100)).toBeGreaterThan(1.4 * each(1000));
  });
});

describe('what the shelf gives', () => {
  test('what is taken and what is missing is what is needed, and no can gives more than it holds', () =>
    fc.assert(
      fc.property(
        fc.array(fc.record({ ml: fc.integer({ min: 5, max: 400 }), colour: fc.constantFrom('blue', 'white') }), {
          maxLength: 5,
        }),
        (some) => {
          const cans = some.map(({ ml, colour }, at) => latex(`c${at}`, colour, ml));
          const lines = amountsFor({
            pieces: [signs],
            catalogue: all,
            shelf: { cans, uses: [] },
            now: NOW,
            measured: { [signs.id]: signsMeasured },
          });
          const given = new Map<string, number>();
          for (const one of lines.filter(({ productId }) => productId === 'exterior-latex')) {
            const takes = one.cans.reduce((sum, taken) => sum + taken.takes, 0);
            expect(takes + one.missing!).toBeCloseTo(one.need!.high, 6);
            for (const taken of one.cans) given.set(taken.canId, (given.get(taken.canId) ?? 0) + taken.takes);
            expect(
              new Set(one.cans.map(({ canId }) => cans.find(({ id }) => id === canId)!.colour)).size,
            ).toBeLessThanOrEqual(1);
          }
          for (const [id, amount] of given)
            expect(amount).toBeLessThanOrEqual((cans.find((can) => can.id === id)!.size as { ml: number }).ml + 1e-9);
        },
      ),
      draws(30, 200),
    ));

  test('the oldest opened can first; one that is too old, or of unknown content, is not counted on', () => {
    const spoilt = latex('spoilt', 'blue', 4000, { boughtOn: '2019-01-01' });
    const cans = [
      latex('shut', 'blue', 400),
      latex('opened', 'blue', 400, { isOpen: 'yes', openedOn: '2026-05-01' }),
      latex('older', 'blue', 20, { isOpen: 'yes', openedOn: '2026-01-01' }),
      spoilt,
      { ...latex('unsized', 'blue', 1), size: null },
    ];
    const ground = (some: readonly Can[]) => line(linesOf(signs, some), 'exterior-latex', 'ground');
    expect(ground(cans).cans.map(({ canId }) => canId)).toEqual(['older', 'opened']);
    expect(ground([spoilt])).toMatchObject({ cans: [], missing: ground([]).missing });
  });

  test('film that stays is of one colour, and of the colour that the artwork names; a mask may be of any', () => {
    const sheets = (id: string, colour: string, count: number): Can => ({
      ...plainCan(id, { productId: 'film-cast' }),
      colour,
      size: { kind: 'sheets', widthMm: 305, heightMm: 305, count },
      boughtOn: '2026-10-01',
    });
    const flasks = of('flasks');
    const laid = (colours: readonly (string | null)[], cans: readonly Can[]) =>
      amountsFor({
        pieces: [flasks],
        catalogue: all,
        shelf: { cans, uses: [] },
        now: NOW,
        measured: {
          [flasks.id]: {
            [flasks.parts[0]!.designs[0]!.id]: {
              areaMm2: 100,
              cutLengthMm: 100,
              cutAllMm: 100,
              islands: 0,
              blanks: colours.map((colour, at) => ({ id: `b${at}`, widthMm: 200, heightMm: 200, count: 2, colour })),
              lay: {
                gapMm: 6,
                marginMm: 0,
                canTurn: true,
                reach: { widthMm: 305, lengthMm: 305 },
                stock: { kind: 'roll', widthMm: 305, lengthMm: 5000 },
                isOwn: false,
              },
            },
          },
        },
      }).filter(({ productId }) => productId === 'film-cast');
    const [one] = laid([null], [sheets('s', 'silver', 1), sheets('r', 'matte red', 1)]);
    expect([one!.cans.length, one!.missing! > 0]).toEqual([1, true]);
    expect(laid([null], [sheets('s', 'silver', 1), sheets('r', 'matte red', 2)])[0]).toMatchObject({
      cans: [{ canId: 'r' }],
      missing: 0,
    });
    const both = laid(['red', 'black'], [sheets('s', 'silver', 9), sheets('r', 'matte red', 2)]);
    expect(both.map(({ colour, cans, missing }) => [colour, cans.map(({ canId }) => canId), missing! > 0])).toEqual([
      ['red', ['r'], false],
      ['black', [], true],
    ]);
  });

  test('a mix is for what is used up while it lives, coat by coat; for one piece where nobody has planned it', () => {
    const stack = signs.parts[0]!.stack!;
    const poured = withPart(signs, {
      stack: {
        ...stack,
        operations: [
          { id: 'finish', op: 'apply', role: 'finish', productId: 'flood-epoxy', how: 'pour', coats: 2, extent: 'all' },
        ],
      },
      faces: 'front',
    });
    const mixOf = (aMix: Record<string, number> = {}) => needsOf(poured, {}, all, aMix)[0]!.mix!;
    expect([mixOf().mixes, mixOf().pieces]).toEqual([12, 1]);
    expect([mixOf({ finish: 3 }).mixes, mixOf({ finish: 3 }).pieces]).toEqual([4, 3]);
    expect(mixOf({ finish: 100 })).toMatchObject({ mixes: 2, pieces: 6 });
    const climate = { temperatureC: 20, relativeHumidity: 50 };
    const pieces = piecesAMix(poured, all, climate)['finish']!;
    const said = stepsOf(poured, all, { ...plainWorkshop(), stock: [] })
      .map(({ detail }) => detail)
      .join(' ');
    expect(said).toContain(`Mix for ${pieces === 1 ? 'one piece' : `${pieces} pieces`} at a time`);
  });

  test('letters are not painted in the colour of their ground', () => {
    const both = linesOf(signs, [latex('blue', 'blue', 2000), latex('white', 'white', 2000)]);
    expect(line(both, 'exterior-latex', 'ground').cans.map(({ canId }) => canId)).toEqual(['blue']);
    expect(line(both, 'exterior-latex', 'design').cans.map(({ canId }) => canId)).toEqual(['white']);
    const one = linesOf(signs, [latex('blue', 'blue', 2000)]);
    expect(line(one, 'exterior-latex', 'design')).toMatchObject({ cans: [], missing: expect.any(Number) });
    expect(line(one, 'exterior-latex', 'design').missing).toBeGreaterThan(0);
  });

  test('a chosen can is the one that is taken from; one that is not there any more is no choice', () => {
    const cans = [latex('blue', 'blue', 2000), latex('white', 'white', 2000)];
    const choose = (canId: string) =>
      withPart(signs, { cans: ['ground', 'edge-seal'].map((operationId) => ({ operationId, canId })) });
    const lines = linesOf(choose('white'), cans);
    expect(line(lines, 'exterior-latex', 'ground')).toMatchObject({ colour: 'white', cans: [{ canId: 'white' }] });
    expect(line(lines, 'exterior-latex', 'design').cans.map(({ canId }) => canId)).toEqual(['blue']);
    expect(line(linesOf(choose('gone'), cans), 'exterior-latex', 'ground').cans).toHaveLength(1);
  });

  test('stencils lie on offcuts before the roll, what does not fit is to be bought', () => {
    const offcut = film('o', { kind: 'offcut', widthMm: 290, heightMm: 240 });
    const roll = film('r', { kind: 'roll', widthMm: 305, lengthMm: 400 });
    const laid = line(linesOf(signs, [roll, offcut]), 'film-stencil');
    expect(laid.layout!.laid[0]).toMatchObject({ canId: 'o', kind: 'offcut' });
    expect(laid.cans.map(({ canId }) => canId).sort()).toEqual(['o', 'r']);
    expect(laid.layout!.newLengthMm).toBeGreaterThan(0);
    expect(laid.missing).toBeCloseTo(laid.layout!.newLengthMm * laid.layout!.newWidthMm, 3);
    const placed = laid.layout!.laid.flatMap((one) => one.placed);
    expect(placed.length).toBe(laid.layout!.blanks.reduce((sum, { count }) => sum + count, 0));
    expect(
      line(linesOf(signs, [film('r', { kind: 'roll', widthMm: 305, lengthMm: 5000 })]), 'film-stencil'),
    ).toMatchObject({ missing: 0, layout: { newLengthMm: 0, newSheets: 0 } });
  });

  test.each<[string, readonly Can[], Partial<CutChoices>]>([
    [
      'on an offcut and a roll',
      [
        film('r', { kind: 'roll', widthMm: 305, lengthMm: 5000 }),
        film('o', { kind: 'offcut', widthMm: 290, heightMm: 240 }),
      ],
      {},
    ],
    [
      'on sheets that are larger than the cutter',
      [film('s', { kind: 'sheets', widthMm: 610, heightMm: 400, count: 9 })],
      {},
    ],
    [
      'on a wide roll, in a cutter for long pieces',
      [film('r', { kind: 'roll', widthMm: 610, lengthMm: 5000 })],
      { bed: { widthMm: 610, lengthMm: 1200 } },
    ],
    [
      'on two sheets taped together',
      [film('s', { kind: 'sheets', widthMm: 210, heightMm: 297, count: 4 })],
      { stockKind: 'joined', stock: { widthMm: 210, lengthMm: 297 } },
    ],
    ['on film that is still to be bought', [], {}],
  ])('what is cut lies as the amounts lay it out: %s', (_, cans, cut) => {
    const part = signs.parts[0]!;
    const piece = withPart(signs, {
      designs: part.designs.map((design) => ({ ...design, cut: { ...design.cut, ...cut } })),
    });
    const shelf = { cans, uses: [] };
    const cansOf = cansToTake({ pieces: [piece], shelf, now: NOW, catalogue: all });
    const films = filmsOf(piece, { catalogue: all, bed: null, cansOf });
    const lines = linesOf(piece, cans);
    const own = line(lines, 'film-stencil');
    let [area, copies] = [0, 0];
    for (const design of piece.parts[0]!.designs) {
      const record = demo.artworks.find(({ id }) => id === design.artworkId)!;
      const operation = cutOperationOf(part.stack, design)!;
      const facts = {
        as: 'stencil',
        product: all.productById.get('film-stencil')!,
        isMirrored: null,
        bed: null,
      } as const;
      const quantity = cutsFor(operation, part.stack!.operations, null, piece.quantity, all);
      const plan = planOrder({
        name: record.name,
        design: {
          designId: design.id,
          over: null,
          artwork: read(record.svg),
          labels: null,
          scale: design.scale,
          isMadeForArea: isMadeForArea(record.source),
          placement: design.placement,
        },
        scale: design.scale,
        area: part.area,
        rimZoneMm: 0,
        settings: cutSettingsOf(design.cut, { ...facts, quantity, film: films[design.id]! }, all),
        laid: cutFromLines(lines, { pieceId: piece.id, operationId: operation.id, designId: design.id }, cans, all),
      });
      if (!plan.ok) throw new Error(plan.problems.map(({ given }) => given).join(' '));
      for (const { on, pieces } of plan.packed.sheets) {
        area += on!.widthMm * on!.lengthMm;
        copies += pieces.length;
      }
    }
    expect(copies).toBe(own.layout!.blanks.reduce((sum, { count }) => sum + count, 0));
    expect(area).toBeCloseTo(own.cans.reduce((sum, { takes }) => sum + takes, 0) + own.missing!, 3);
    expect(own.layout!.tooLarge).toEqual([]);
  });

  test.each([400, 700, 1000, 1250])(
    'what is missing beside a roll of %s mm is enough once it is bought',
    (lengthMm) => {
      const roll = (id: string, mm: number, boughtOn: string): Can => ({
        ...film(id, { kind: 'roll', widthMm: 305, lengthMm: mm }),
        boughtOn,
      });
      const old = roll('r', lengthMm, '2026-10-01');
      const short = line(linesOf(signs, [old]), 'film-stencil');
      const bought = roll('n', short.layout!.newLengthMm, '2026-11-20');
      const served = line(linesOf(signs, [old, bought]), 'film-stencil');
      expect(short.missing).toBeGreaterThan(0);
      expect(served.missing).toBe(0);
      // every cut lies within its roll, none over another
      for (const { can, mm } of [
        { can: 'r', mm: lengthMm },
        { can: 'n', mm: short.layout!.newLengthMm },
      ]) {
        const own = served.layout!.laid.filter(({ canId }) => canId === can);
        own.forEach(({ fromMm }, at) =>
          expect(fromMm).toBeCloseTo(
            own.slice(0, at).reduce((sum, one) => sum + one.lengthMm, 0),
            6,
          ),
        );
        expect(own.reduce((sum, one) => sum + one.lengthMm, 0)).toBeLessThanOrEqual(mm + 1e-6);
      }
    },
  );

  test('an earlier piece leaves less for the next', () => {
    const [first, second] = [signs, { ...signs, id: 'again' }];
    const roll = film('r', { kind: 'roll', widthMm: 305, lengthMm: 1500 });
    const both = amountsFor({
      pieces: [first, second],
      catalogue: all,
      shelf: { cans: [roll], uses: [] },
      now: NOW,
      measured: { [first.id]: signsMeasured, again: signsMeasured },
    });
    const alone = line(linesOf(signs, [roll]), 'film-stencil');
    expect(alone.missing).toBe(0);
    expect(line(both, 'film-stencil').missing).toBeGreaterThan(0);
    expect(line(both, 'film-stencil').needs.map(({ pieceId }) => pieceId)).toEqual([first.id, 'again']);
  });

  test('it is needed when the first step that takes it begins', () => {
    const starts = { [signs.id]: { medium: '2026-12-03T18:00:00Z', edgeSeal: '2026-12-02T18:00:00Z' } };
    const lines = amountsFor({ pieces: [signs], catalogue: all, shelf: bare, now: NOW, starts });
    expect(lines.map(({ by }) => by).filter(Boolean)).toEqual(
      lines.flatMap(({ needs }) => {
        const own = needs.flatMap(({ operationId }) => starts[signs.id]![operationId as 'medium'] ?? []);
        return own.length ? [own.sort()[0]] : [];
      }),
    );
    expect(lines.some(({ by }) => by !== null)).toBe(true);
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

describe('what steps take', () => {
  const cans = [
    latex('blue', 'blue', 2000),
    latex('white', 'white', 2000),
    film('r', { kind: 'roll', widthMm: 305, lengthMm: 5000 }),
  ];
  const steps = stepsOf(signs, all, { ...plainWorkshop(), stock: [] });
  const lines = linesOf(signs, cans);
  const usedOf = (canId: string, some = steps) =>
    some
      .flatMap((step) => usesOfStep(lines, step, steps, cans))
      .reduce((sum, use) => sum + (use.canId === canId ? use.amount : 0), 0);

  test('all steps together take what was reckoned: the typical figure of paint, the film as it is cut off', () => {
    expect(usedOf('blue')).toBeCloseTo(line(lines, 'exterior-latex', 'ground').need!.typical, 0);
    expect(usedOf('white')).toBeCloseTo(line(lines, 'exterior-latex', 'design').need!.typical, 0);
    expect(usedOf('r')).toBeCloseTo(filmLengthOf(line(lines, 'film-stencil'))!, -1);
  });

  test('film is taken where it is cut, paint coat by coat', () => {
    const takers = (canId: string) =>
      steps
        .filter((step) => usesOfStep(lines, step, steps, cans).some((use) => use.canId === canId))
        .map(({ key }) => key);
    expect(takers('r')).toEqual(['mask.cut']);
    expect(new Set(takers('blue'))).toEqual(new Set(['ground.back', 'ground', 'edge-seal']));
    expect(takers('blue').length).toBeGreaterThan(4);
  });

  test('what is done is not asked for again', () => {
    const done = new Set(
      steps
        .filter(({ key, coat }) => key === 'mask.cut' || (key.startsWith('ground') && coat === 1))
        .map(({ id }) => id),
    );
    const taken = { [signs.id]: takenShares(steps, (id) => done.has(id)) };
    const left = amountsFor({
      pieces: [signs],
      catalogue: all,
      shelf: { cans, uses: [] },
      now: NOW,
      measured: { [signs.id]: signsMeasured },
      taken,
    });
    expect(line(left, 'film-stencil')).toMatchObject({ layout: null, demand: 0, missing: 0, doneShare: 1 });
    const [before, after] = [lines, left].map((some) => line(some, 'exterior-latex', 'ground').demand!) as [
      number,
      number,
    ];
    expect(after).toBeLessThan(before);
    expect(after).toBeGreaterThan(0.4 * before);
    for (const { laid, cut } of Object.values(takenShares(steps, () => true))) expect([laid, cut]).toEqual([1, 1]);
  });
});

test('what is laid with transfer tape is counted for the batch, with how often a sheet serves', () => {
  const flasks = of('flasks');
  const design = flasks.parts[0]!.designs[0]!;
  const blank = { id: 'b', widthMm: 100, heightMm: 50, count: 6, colour: null };
  const [first] = Object.values(signsMeasured);
  const drawn: Measured = { [design.id]: { ...first!, blanks: [blank, { ...blank, id: 'c', count: 2 }] } };
  const tape = needsOf(flasks, drawn, all).find(({ productId }) => productId.startsWith('tape-'))!;
  expect(tape.tape).toEqual({ count: 8, uses: all.productById.get(tape.productId)!.uses });
});

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
    const chimneys = of('chimneys');
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
    const boards = of('boards');
    expect(smallOf(boards, 1).get('sheets of sandpaper')).toMatchObject({ need: null, onShelf: 0 });
    const box: Can = { ...plainCan('b', { name: 'Blades for the cutter' }), size: { kind: 'pieces', count: 5 } };
    expect(smallOf(signs, 1, [box]).get('blades')!.onShelf).toBe(5);
    expect(smallOf(signs, 1, [{ ...box, finishedOn: '2026-11-01' }]).get('blades')!.onShelf).toBe(0);
  });
});
