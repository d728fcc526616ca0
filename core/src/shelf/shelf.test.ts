import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { draws } from '../testing/runs.ts';
import { catalogue } from '../materials/index.ts';
import { plainPiece, plainWorkshop } from '../piece/index.ts';
import {
  ageWords,
  canAt,
  canName,
  canSchema,
  dayOfUse,
  freshnessOf,
  leftWords,
  plainCan,
  shelfAt,
  workshopFor,
  type Can,
  type CanUse,
} from './index.ts';

const all = catalogue();
const NOW = '2026-11-28T09:00:00Z';
const paint: Can = { ...plainCan('c1', { productId: 'craft-acrylic' }), size: { kind: 'liquid', ml: 250 } };
const use = (id: string, as: CanUse['as'], amount: number, at: string, canId = 'c1'): CanUse => ({
  id,
  canId,
  at,
  as,
  amount,
  pieceId: null,
  eventId: null,
  note: '',
});
const on = (can: Can, uses: CanUse[] = [], day = NOW) => canAt(can, uses, day, all);

describe('what is left', () => {
  test.each<[string, CanUse[], number | null]>([
    ['of a full one', [], 250],
    [
      'less what was used',
      [use('a', 'used', 40, '2026-11-01T09:00:00Z'), use('b', 'used', 60, '2026-11-02T09:00:00Z')],
      150,
    ],
    [
      'measured beats reckoned',
      [use('a', 'used', 40, '2026-11-01T09:00:00Z'), use('b', 'left', 120, '2026-11-02T09:00:00Z')],
      120,
    ],
    [
      'and is used from then on',
      [use('b', 'left', 120, '2026-11-02T09:00:00Z'), use('a', 'used', 20, '2026-11-03T09:00:00Z')],
      100,
    ],
    [
      'whatever order the facts come in',
      [use('a', 'used', 20, '2026-11-03T09:00:00Z'), use('b', 'left', 120, '2026-11-02T09:00:00Z')],
      100,
    ],
    ['without what is used later', [use('a', 'used', 20, '2026-12-03T09:00:00Z')], 250],
    ['never less than nothing', [use('a', 'used', 300, '2026-11-03T09:00:00Z')], 0],
  ])('%s', (_name, uses, left) => expect(on(paint, uses).left).toBe(left));

  test('more than there was is said: measure it', () => {
    const over = use('a', 'used', 300, '2026-11-03T09:00:00Z');
    expect(on(paint, [over])).toMatchObject({ isOverdrawn: true, isEmpty: true });
    expect(on(paint, [over, use('b', 'left', 30, '2026-11-04T09:00:00Z')])).toMatchObject({
      isOverdrawn: false,
      left: 30,
    });
    expect(on(paint, [use('a', 'used', 250, '2026-11-03T09:00:00Z')])).toMatchObject({
      isOverdrawn: false,
      isEmpty: true,
    });
  });

  test('of an unknown size nothing is known until it is measured', () => {
    const unsized = { ...paint, size: null };
    expect(on(unsized, [use('a', 'used', 20, '2026-11-03T09:00:00Z')])).toMatchObject({ left: null, isEmpty: false });
    expect(on(unsized, [use('b', 'left', 30, '2026-11-04T09:00:00Z')]).left).toBe(30);
  });

  test('what is used up holds nothing, from that day on', () => {
    const finished = { ...paint, finishedOn: '2026-11-20' };
    expect([on(finished).left, on(finished, [], '2026-11-19T09:00:00Z').left]).toEqual([0, 250]);
    expect(leftWords(on(finished))).toBe('used up');
  });

  test('more used never leaves more', () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.record({ as: fc.constantFrom<CanUse['as']>('used', 'left'), amount: fc.integer({ min: 0, max: 300 }) }),
          { maxLength: 6 },
        ),
        fc.integer({ min: 1, max: 200 }),
        (facts, more) => {
          const uses = facts.map(({ as, amount }, at) => use(`u${at}`, as, amount, `2026-11-0${at + 1}T09:00:00Z`));
          const before = on(paint, uses).left!;
          const after = on(paint, [...uses, use('more', 'used', more, '2026-11-20T09:00:00Z')]).left!;
          expect(after).toBe(Math.max(0, before - more));
        },
      ),
      draws(60, 300),
    ));
});

describe('how old it is', () => {
  test.each<[string, Partial<Can>, object]>([
    [
      'from opening',
      { boughtOn: '2020-01-01', isOpen: 'yes', openedOn: '2026-10-28' },
      { agesFrom: 'opening', freshness: 'fresh' },
    ],
    ['unopened, from buying', { boughtOn: '2023-11-28', isOpen: 'no' }, { agesFrom: 'buying', freshness: 'ageing' }],
    [
      'opened nobody knows when, from buying',
      { boughtOn: '2023-05-28', isOpen: 'yes' },
      { agesFrom: 'buying', freshness: 'old' },
    ],
    [
      'as it was said, and older since',
      { aged: { months: 20, on: '2026-05-28' } },
      { agesFrom: 'saying', freshness: 'ageing' },
    ],
    ['said nobody knows when', { aged: { months: 40, on: null } }, { ageMonths: 40, freshness: 'old' }],
    ['nobody knows', {}, { ageMonths: null, freshness: 'unknown' }],
    [
      'to be opened later is not open yet',
      { boughtOn: '2026-11-01', openedOn: '2026-12-10', isOpen: 'yes' },
      { agesFrom: 'buying', isOpen: 'no' },
    ],
  ])('%s', (_name, facts, expected) => expect(on({ ...paint, ...facts })).toMatchObject(expected));

  test('a day later it is never younger, nor fitter', () => {
    const ranks = ['fresh', 'ageing', 'old'];
    const bought = { ...paint, boughtOn: '2024-03-05' };
    let before = on(bought);
    for (let day = 1; day < 700; day += 23) {
      const after = on(bought, [], new Date(Date.parse(NOW) + day * 86_400_000).toISOString());
      expect(after.ageMonths!).toBeGreaterThan(before.ageMonths!);
      expect(ranks.indexOf(after.freshness)).toBeGreaterThanOrEqual(ranks.indexOf(before.freshness));
      before = after;
    }
    expect(before.freshness).toBe('old');
  });

  test('fresh to the low figure, ageing to the high one', () => {
    const keeps = all.productById.get('craft-acrylic')!.shelf!;
    expect(
      [keeps.low, keeps.low + 0.1, keeps.high, keeps.high + 0.1, null].map((months) => freshnessOf(months, keeps)),
    ).toEqual(['fresh', 'ageing', 'ageing', 'old', 'unknown']);
    expect(freshnessOf(999, null)).toBe('noFigure');
  });

  test.each<[Partial<Can>, string]>([
    [{ boughtOn: '2026-11-24' }, 'less than a week since it was bought: fresh'],
    [{ boughtOn: '2026-11-20' }, '1 week since it was bought: fresh'],
    [{ boughtOn: '2026-11-04' }, '3 weeks since it was bought: fresh'],
    [{ isOpen: 'yes', openedOn: '2025-11-01' }, '12 months since it was opened: fresh'],
    [{ boughtOn: '2022-11-01', isOpen: 'yes' }, '4 years since it was bought, opened nobody knows when: old'],
    [{ aged: { months: 40, on: null } }, '3 years at least: old'],
    [{}, 'age not known: try it first'],
  ])('%j reads as "%s"', (facts, words) => expect(ageWords(on({ ...paint, ...facts }))).toBe(words));
});

describe('the shelf', () => {
  const cans: Can[] = [
    { ...paint, id: 'fresh', boughtOn: '2026-10-01' },
    { ...paint, id: 'old', boughtOn: '2020-10-01' },
    { ...paint, id: 'gone', finishedOn: '2026-10-01' },
    { ...plainCan('rope', { name: 'Jute rope' }), size: { kind: 'bars', lengthMm: 10_000, count: 1 } },
    { ...paint, id: 'low', boughtOn: '2026-10-01' },
  ];
  const uses = [use('u', 'left', 20, '2026-11-01T09:00:00Z', 'low')];

  test('has on top what ages or runs out first, and at the end what is used up', () =>
    expect(shelfAt(cans, uses, NOW, all).cans.map(({ can }) => can.id)).toEqual([
      'old',
      'low',
      'fresh',
      'rope',
      'gone',
    ]));

  test('what there is of a product is as old as the freshest of it that is not used up', () => {
    expect(shelfAt(cans, [], NOW, all).stock).toEqual([
      { productId: 'craft-acrylic', ageMonths: expect.closeTo(1.9, 1) },
    ]);
    expect(shelfAt(cans.slice(2, 3), [], NOW, all).stock).toEqual([]);
    expect(shelfAt([{ ...paint, id: 'x' }, cans[1]!], [], NOW, all).stock[0]!.ageMonths).toBeGreaterThan(70);
    expect(shelfAt([{ ...paint, id: 'x' }], [], NOW, all).stock[0]!.ageMonths).toBeNull();
  });

  const { stock: _, ...bare } = plainWorkshop();
  const piece = (due: string | null, chosen: readonly string[] = []) => {
    const plain = plainPiece('p', 'sign', 'plywood');
    return {
      ...plain,
      due,
      parts: [{ ...plain.parts[0]!, cans: chosen.map((canId) => ({ operationId: 'ground', canId })) }],
    };
  };
  const ageOf = (due: string | null, chosen: readonly string[] = [], some = cans) =>
    workshopFor(bare, { cans: some, uses: [] }, piece(due, chosen), NOW, all).stock[0]!.ageMonths;

  test('a piece is judged by the shelf as it is when the piece is due', () => {
    expect(ageOf('2028-11-28T09:00:00Z')! - ageOf(null)!).toBeCloseTo(24, 0);
    expect(dayOfUse({ due: '2026-11-01T09:00:00Z' }, NOW)).toBe(NOW);
  });

  test('and by the can that was chosen for it, however fresh another one is', () => {
    expect([ageOf(null)! < 3, ageOf(null, ['old'])! > 70, ageOf(null, ['old', 'fresh'])! > 70]).toEqual([
      true,
      true,
      true,
    ]);
    expect(ageOf(null, ['nobody-knows'], [...cans, { ...paint, id: 'nobody-knows' }])).toBeNull();
    expect(ageOf(null, ['gone-from-the-shelf'])).toBe(ageOf(null));
  });

  test('a can is of a product, or has a name', () => {
    const { success } = canSchema.safeParse({ ...plainCan('x', { name: 'Rope' }), name: null });
    expect([success, canSchema.safeParse(paint).success]).toEqual([false, true]);
    expect(canName({ ...paint, colour: 'ultramarine' }, all)).toBe('craft acrylic, ultramarine');
  });
});

describe('what a m² costs', () => {
  const of = (productId: string, size: Can['size'], price: number | null) =>
    shelfAt([{ ...plainCan('c', { productId }), size, price }], [], '2026-11-25T09:00:00Z', catalogue()).stock[0]!
      .perM2;
  test.each<[string, Can['size'], number | null, number | undefined]>([
    // 10 m² a litre
    ['exterior-latex', { kind: 'liquid', ml: 500 }, 10, 2],
    ['film-permanent', { kind: 'roll', widthMm: 500, lengthMm: 4000 }, 12, 6],
    ['film-permanent', { kind: 'sheets', widthMm: 500, heightMm: 500, count: 8 }, 12, 6],
    // 1.5 m² a can
    ['acrylic-clear-aerosol', { kind: 'aerosol', count: 2 }, 6, 2],
    // 400 µm
    ['flood-epoxy', { kind: 'liquid', ml: 800 }, 20, 10],
    ['exterior-latex', { kind: 'liquid', ml: 500 }, null, undefined],
    ['exterior-latex', null, 10, undefined],
  ])('%s of %j for %s: %s', (productId, size, price, perM2) => {
    const found = of(productId, size, price);
    if (perM2 === undefined) expect(found).toBeUndefined();
    else expect(found).toBeCloseTo(perM2, 6);
  });
});
