import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { draws } from '../testing/runs.ts';
import { cutOperationOf, cutSettingsOf, cutsFor, isMadeForArea, planOrder } from '../artwork/index.ts';
import { plainWorkshop, type CutChoices } from '../piece/index.ts';
import { piecesAMix, stepsOf } from '../plan/index.ts';
import { plainCan, type Can } from '../shelf/index.ts';
import {
  amountsFor,
  cansToTake,
  cutFromLines,
  filmLengthOf,
  filmsOf,
  needsOf,
  takenShares,
  usesOfStep,
} from './index.ts';
import {
  all,
  NOW,
  demo,
  demoPiece,
  read,
  bare,
  linesOf,
  measuredAs,
  line,
  withPart,
  latex,
  film,
  signs,
  signsMeasured,
} from '../testing/amounts.ts';

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
    const flasks = demoPiece('flasks');
    const laid = (colours: readonly (string | null)[], cans: readonly Can[]) =>
      amountsFor({
        pieces: [flasks],
        catalogue: all,
        shelf: { cans, uses: [] },
        now: NOW,
        measured: {
          [flasks.id]: {
            [flasks.parts[0]!.designs[0]!.id]: measuredAs(
              colours.map((colour, at) => ({ id: `b${at}`, widthMm: 200, heightMm: 200, count: 2, colour })),
            ),
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
      const operation = cutOperationOf(part, design)!;
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
