import { describe, expect, test } from '@jest/globals';
import { catalogue, usersCatalogue, withOwnProducts, type Override } from './index.ts';
import { fittingProducts, ownProductSchema } from './ownProducts.ts';
import { matchLayers } from '../match/index.ts';
import { briefOf } from '../testing/briefs.ts';

const all = catalogue();
const label = (figure: string, value: Override['value'], unit: Override['unit']): Override => ({
  figure,
  value,
  unit,
  basis: 'your-label',
  enteredOn: '2026-11-25',
});
const film = { id: 'own-shed-film', name: 'Shed film', like: 'film-permanent' };
const users = (overrides: readonly Override[], ownProducts = [film]) => {
  const read = usersCatalogue(all, { ownProducts, overrides });
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.catalogue;
};

describe('products of the user’s own', () => {
  test('stand beside the one they are like and are judged by the same rules, with the figures of their label', () => {
    const mine = users([label('own-shed-film.life.exposed', [7, 8, 9], 'y')]);
    const brief = briefOf({ base: 'steel-stainless', use: { place: 'exposed', lifeYears: 6.5 } });
    const refusedKeys = matchLayers(brief, mine).refused.map(({ keyId }) => keyId);
    expect(refusedKeys).toContain('film-permanent');
    expect(refusedKeys).not.toContain('own-shed-film');
    expect(all.productById.has('own-shed-film')).toBe(false);
  });

  test('fill the slots that name the one they are like', () => {
    const mine = users([], [{ id: 'own-cloth-paint', name: 'Cloth paint', like: 'fabric-acrylic' }]);
    const answer = matchLayers(briefOf({ base: 'cotton', use: { laundryC: 40 }, design: { look: 'gradient' } }), mine);
    expect([...answer.ranked, ...answer.folded].map(({ keyId }) => keyId)).toContain('own-cloth-paint');
  });

  test.each([
    ['like nothing', [{ id: 'own-x', name: 'X', like: 'moon-paint' }], 'unknown-product'],
    ['twice the same', [film, film], 'product-twice'],
    ['called like one of the catalogue', [{ ...film, id: 'film-removable' }], 'product-twice'],
    ['like one of their own', [film, { id: 'own-y', name: 'Y', like: film.id }], 'unknown-product'],
  ])('%s are refused', (_name, ownProducts, code) => {
    const read = withOwnProducts(all, ownProducts);
    expect(read.ok ? 'taken' : read.problems[0]?.code).toBe(code);
  });
});

describe('what may be written down as one', () => {
  const reads = (change: object) => ownProductSchema.safeParse({ ...film, ...change }).success;
  test.each([
    ['as it is', {}, true],
    ['an id without "own-"', { id: 'shed-film' }, false],
    ['an id with a capital', { id: 'own-Shed' }, false],
    ['no name', { name: ' ' }, false],
    ['a name of 120 letters', { name: 'x'.repeat(120) }, true],
    ['a name of 121', { name: 'x'.repeat(121) }, false],
    ['like nothing', { like: '' }, false],
    ['a field more', { colour: 'red' }, false],
  ])('%s', (_name, change, isRead) => expect(reads(change)).toBe(isRead));

  test('each stands right after the one that it is like; what does not fit stays out and is said', () => {
    const mine = users([], [film]).products.map(({ id }) => id);
    expect(mine[mine.indexOf('film-permanent') + 1]).toBe(film.id);
    expect(mine.length).toBe(all.products.length + 1);
    const { fitting, problems } = fittingProducts(all, [film, { ...film, name: 'Again' }, { ...film, id: 'own-z' }]);
    expect(fitting.map(({ id }) => id)).toEqual([film.id, 'own-z']);
    expect(problems).toMatchObject([{ code: 'product-twice', at: `ownProducts.${film.id}` }]);
  });
});

describe('words of a label', () => {
  test('change what is known of washing, and carry the basis', () => {
    const care = users([label('own-shed-film.care.water', 'dishwasher', 'word')]).productById.get(
      'own-shed-film',
    )?.care;
    expect(care).toMatchObject({ water: 'dishwasher', basis: 'your-label' });
    expect(all.productById.get('film-permanent')?.care?.basis).not.toBe('your-label');
  });

  test('say what nobody knew, towards the careful side', () =>
    expect(
      users([label('film-permanent.childRated', 'no', 'word')]).productById.get('film-permanent')?.childRated,
    ).toBe('no'));

  test.each([
    ['a word that is none', label('film-permanent.care.water', 'boiling', 'word'), 'bad-word'],
    ['a number for a word', label('film-permanent.care.water', 3, 'h'), 'bad-word'],
    ['a word for a figure', label('film-permanent.heatLimitC', 'hot', 'word'), 'wrong-unit'],
    ['food-rated, as nobody has checked', label('flood-epoxy.foodRated', 'yes', 'word'), 'only-tighter'],
    ['less air than the fumes need', label('aerosol-enamel.air', 'room', 'word'), 'only-tighter'],
    ['rated for children, as nobody has checked', label('film-permanent.childRated', 'yes', 'word'), 'only-tighter'],
    ['another name', label('film-permanent.name', 'Moon', 'word'), 'unknown-figure'],
  ])('%s is refused', (_name, override, code) => {
    const read = usersCatalogue(all, { ownProducts: [], overrides: [override] });
    expect(read.ok ? 'taken' : read.problems[0]?.code).toBe(code);
  });
});
