import { describe, expect, test } from '@jest/globals';
import { benchCatalogue, catalogue, type Override } from '../materials/index.ts';
import { catalogueFor, plainPiece, plainWorkshop } from '../piece/index.ts';
import { stepsOf } from '../plan/index.ts';
import { amountsFor } from '../amounts/index.ts';
import { demoPieces, DEMO_NOW } from '../testing/demo.ts';
import { labelsOf, plainCan, type Can, type CanUse } from './index.ts';

const all = catalogue();
const figure = (path: string, value: Override['value'], unit: Override['unit']): Override => ({
  figure: path,
  value,
  unit,
  basis: 'your-label',
  enteredOn: '2026-11-20',
});
const latex = (id: string, figures: readonly Override[] = []): Can => ({
  ...plainCan(id, { productId: 'exterior-latex' }),
  size: { kind: 'liquid', ml: 2000 },
  boughtOn: '2026-10-01',
  figures: [...figures],
});
const slow = figure('exterior-latex.dry.recoat', [20, 24, 30], 'h');
const wide = figure('exterior-latex.cover', 20, 'm²/L');
const used = (canId: string): CanUse => ({
  id: 'u',
  canId,
  at: DEMO_NOW,
  as: 'left',
  amount: 0,
  pieceId: null,
  eventId: null,
  note: '',
});
const benchOf = (
  cans: readonly Can[],
  uses: readonly CanUse[] = [],
  more: Partial<Parameters<typeof benchCatalogue>[1]> = {},
) => {
  const read = benchCatalogue(all, {
    ownProducts: [],
    overrides: [],
    learnt: [],
    labels: labelsOf({ cans, uses }),
    ...more,
  });
  if (!read.ok) throw new Error(read.problems[0]!.given);
  return read.catalogue;
};
const recoatOf = (of: typeof all) => of.productById.get('exterior-latex')!.dry.recoat;

describe('the label of a can', () => {
  test('goes before the figures of the crafter and of the catalogue, where it is the only can', () => {
    expect(recoatOf(benchOf([latex('a', [slow])]))).toMatchObject({ typical: 1440, basis: 'your-label' });
    const own = figure('exterior-latex.dry.recoat', 3, 'h');
    expect(recoatOf(benchOf([latex('a', [slow])], [], { overrides: [own] }))).toMatchObject({ typical: 1440 });
    expect(recoatOf(benchOf([latex('a')], [], { overrides: [own] }))).toMatchObject({ typical: 180 });
  });

  test('goes for no piece where others stand beside it, unless it was chosen for it', () => {
    const bench = benchOf([latex('a', [slow]), latex('b')]);
    expect(recoatOf(bench)).toEqual(recoatOf(all));
    const [part] = plainPiece('p', 'sign', 'plywood').parts;
    const of = (canId: string) => recoatOf(catalogueFor({ ...part!, cans: [{ operationId: 'ground', canId }] }, bench));
    expect([of('a')!.typical, of('b'), of('gone')]).toEqual([1440, recoatOf(all), recoatOf(all)]);
    expect(labelsOf({ cans: [latex('a', [slow]), latex('b')], uses: [] }, new Set(['a']))[0]!.isLaid).toBe(true);
  });

  test('an empty can beside it, or one that was mixed, is none', () => {
    expect(recoatOf(benchOf([latex('a', [slow]), latex('b')], [used('b')]))!.typical).toBe(1440);
    expect(recoatOf(benchOf([latex('a', [slow]), { ...latex('b'), mixedOn: '2026-11-20' }]))!.typical).toBe(1440);
    expect(recoatOf(benchOf([latex('a', [slow])], [used('a')]))).toEqual(recoatOf(all));
  });

  test('a figure that loosens what guards people, or is none of the product, is left out; the others stand', () => {
    const hot = figure('exterior-latex.heatLimitC', 300, '°C');
    const none = figure('exterior-latex.nothing', 3, 'h');
    const bench = benchOf([latex('a', [hot, none, slow])]);
    expect(bench.productById.get('exterior-latex')!.heatLimitC).toEqual(
      all.productById.get('exterior-latex')!.heatLimitC,
    );
    expect(recoatOf(bench)!.typical).toBe(1440);
  });

  test('the steps wait as it says, and the amounts go as far as it says', () => {
    const signs = demoPieces.find(({ id }) => id === 'demo-signs')!;
    const [part] = signs.parts;
    const chosen = {
      ...signs,
      parts: [{ ...part!, cans: ['ground', 'medium'].map((operationId) => ({ operationId, canId: 'a' })) }],
    };
    const cans = [latex('a', [slow, wide]), latex('b')];
    const bench = benchOf(cans);
    const workshop = { ...plainWorkshop(), stock: [] };
    const waits = (piece: typeof signs) =>
      stepsOf(piece, bench, workshop).flatMap(({ lags }) =>
        lags.filter(({ stage }) => stage === 'recoat').map(({ time }) => time.high),
      );
    expect(Math.max(...waits(chosen))).toBeGreaterThan(Math.max(...waits(signs)));
    const ml = (piece: typeof signs) =>
      amountsFor({ pieces: [piece], catalogue: bench, shelf: { cans, uses: [] }, now: DEMO_NOW })
        .filter(({ productId }) => productId === 'exterior-latex')
        .reduce((sum, { need }) => sum + (need?.typical ?? 0), 0);
    expect(ml(chosen)).toBeLessThan(0.7 * ml(signs));
  });
});

test('what was learnt of a can goes wherever that can is the only one, also without a label; of several only where it was chosen', () => {
  const learnt = [
    {
      what: 'drying',
      productId: 'exterior-latex',
      surface: null,
      canId: 'a',
      figures: [{ ...slow, basis: 'your-trial' as const }],
      count: 3,
      through: 3,
      resists: null,
      offered: [],
    },
  ] as const;
  const recoat = (cans: readonly Can[], chosen: ReadonlySet<string> = new Set()) => {
    const read = benchCatalogue(all, {
      ownProducts: [],
      overrides: [],
      labels: labelsOf({ cans, uses: [] }, chosen),
      learnt,
    });
    if (!read.ok) throw new Error(read.problems[0]!.given);
    return read.catalogue.productById.get('exterior-latex')!.dry.recoat!.basis;
  };
  const usual = all.productById.get('exterior-latex')!.dry.recoat!.basis;
  expect(recoat([latex('a')])).toBe('your-trial');
  expect(recoat([latex('a'), latex('b')])).toBe(usual);
  expect(recoat([latex('a'), latex('b')], new Set(['a']))).toBe('your-trial');
  expect(recoat([latex('b')])).toBe(usual);
});
