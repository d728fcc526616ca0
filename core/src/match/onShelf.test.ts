import { describe, expect, test } from '@jest/globals';
import { briefOf } from '../testing/briefs.ts';
import { catalogue, usersCatalogue } from '../materials/index.ts';
import type { Brief } from '../piece/index.ts';
import { matchLayers } from './index.ts';

const read = usersCatalogue(catalogue(), {
  ownProducts: [{ id: 'own-barn', name: 'Barn latex', like: 'exterior-latex' }],
  overrides: [],
});
if (!read.ok) throw new Error('the twin does not fit');
const all = read.catalogue;
const brief = briefOf({ base: 'plywood', use: { place: 'exposed', lifeYears: 3 } });
const withStock = (stock: Brief['workshop']['stock']): Brief => ({ ...brief, workshop: { ...brief.workshop, stock } });
const laid = (stock: Brief['workshop']['stock']) => {
  const { ranked } = matchLayers(withStock(stock), all, { withoutMends: true });
  return ranked.map(({ stack }) =>
    stack.operations.flatMap((operation) => (operation.op === 'apply' ? [operation.productId] : [])),
  );
};

describe('what stands on the shelf', () => {
  test('goes before its equal, where it is fresh', () => {
    const [first] = laid([]);
    const other = first!.includes('own-barn') ? 'exterior-latex' : 'own-barn';
    expect(laid([{ productId: other, ageMonths: 3 }])[0]).toContain(other);
    expect(laid([{ productId: other, ageMonths: 3 }])[0]).not.toContain(
      other === 'own-barn' ? 'exterior-latex' : 'own-barn',
    );
  });

  test.each([60, null])('of an age of %s months it goes before nothing', (ageMonths) => {
    const [first] = laid([]);
    const other = first!.includes('own-barn') ? 'exterior-latex' : 'own-barn';
    expect(laid([{ productId: other, ageMonths }])[0]).toEqual(first);
  });

  test('decides between equals only: what is there of another sort turns no answer', () => {
    const before = laid([])[0];
    expect(laid([{ productId: 'craft-acrylic', ageMonths: 1 }])[0]).toEqual(before);
  });

  test('costs what it cost, where that is known: the dear one of two twins is not the cheapest', () => {
    const cheapest = { ...brief, part: { ...brief.part, priority: 'cheapest' as const } };
    const first = (dear: string, cheap: string, perM2: readonly [number, number] | null) => {
      const stock = [dear, cheap].map((productId, at) => ({
        productId,
        ageMonths: 3,
        ...(perM2 ? { perM2: perM2[at]! } : {}),
      }));
      const { ranked } = matchLayers({ ...cheapest, workshop: { ...cheapest.workshop, stock } }, all, {
        withoutMends: true,
      });
      return { best: ranked[0]!, all: ranked };
    };
    for (const [dear, cheap] of [
      ['own-barn', 'exterior-latex'],
      ['exterior-latex', 'own-barn'],
    ] as const) {
      const { best } = first(dear, cheap, [6, 1]);
      const laidIn = JSON.stringify(best.stack);
      expect(laidIn).toContain(cheap);
      expect(laidIn).not.toContain(dear);
    }
    // of one price alone nothing follows: it is a class of itself
    const points = (...stock: Brief['workshop']['stock']) =>
      matchLayers({ ...cheapest, workshop: { ...cheapest.workshop, stock } }, all, {
        withoutMends: true,
      }).ranked.map(({ strengths }) => strengths.moneyPoints);
    const priced = (productId: string, perM2: number) => ({ productId, ageMonths: 3, perM2 });
    expect(points(priced('exterior-latex', 1))).toEqual(points(priced('exterior-latex', 100)));
    // film is set beside film, and not beside what a m² of paint costs
    expect(points(priced('exterior-latex', 1), priced('film-stencil', 12))).toEqual(
      points(priced('exterior-latex', 1), priced('film-stencil', 1200)),
    );
  });

  test('an unknown price is no advantage', () => {
    const cheapest = { ...brief, part: { ...brief.part, priority: 'cheapest' as const } };
    const stock = [
      { productId: 'exterior-latex', ageMonths: 3, perM2: 3 },
      { productId: 'own-barn', ageMonths: 3 },
      { productId: 'spar-urethane', ageMonths: 3, perM2: 1 },
    ];
    const { ranked, folded } = matchLayers({ ...cheapest, workshop: { ...cheapest.workshop, stock } }, all, {
      withoutMends: true,
    });
    const pointsOf = (id: string) =>
      Math.min(
        ...[...ranked, ...folded].flatMap(({ stack, strengths }) =>
          JSON.stringify(stack).includes(id) ? [strengths.moneyPoints] : [],
        ),
      );
    expect(pointsOf('own-barn')).toBeGreaterThanOrEqual(pointsOf('exterior-latex') - 1e-9);
  });
});
