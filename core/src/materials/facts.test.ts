import { describe, expect, test } from '@jest/globals';
import { product } from '../testing/briefs.ts';
import rows from './data/rows.json' with { type: 'json' };
import { catalogue, type Stage } from './index.ts';

const all = catalogue();
const MIN = 1;
const H = 60;
const D = 1440;

/** What typical labels print at 23 °C and 50 % RH: product, stage, low–typical–high; null where a label gives one bound only. */
const DRYING: readonly (readonly [
  id: string,
  stage: Stage,
  low: number | null,
  typical: number | null,
  high: number | null,
  unit: number,
])[] = [
  ['craft-acrylic', 'touch', 15, 25, 40, MIN],
  ['craft-acrylic', 'recoat', 1, 1.5, 2, H],
  ['craft-acrylic', 'mask', 12, 24, 48, H],
  ['craft-acrylic', 'cure', 14, 21, 28, D],
  ['chalk-type-paint', 'touch', 20, 30, 60, MIN],
  ['chalk-type-paint', 'recoat', 1, 2, 4, H],
  ['interior-latex', 'touch', null, 1, null, H],
  ['interior-latex', 'recoat', 2, 4, 6, H],
  ['interior-latex', 'cure', null, 30, null, D],
  ['exterior-latex', 'touch', null, 1, null, H],
  ['exterior-latex', 'recoat', null, 4, null, H],
  ['exterior-latex', 'feet', 24, null, 48, H],
  ['exterior-latex', 'cure', null, 30, null, D],
  ['aerosol-enamel', 'touch', 15, 25, 40, MIN],
  ['aerosol-enamel', 'mask', null, 24, null, H],
  ['aerosol-enamel', 'cure', 5, null, 7, D],
  ['rubberised-aerosol', 'touch', 15, null, 30, MIN],
  ['rubberised-aerosol', 'recoat', 15, null, 30, MIN],
  ['rubberised-aerosol', 'feet', null, 48, null, H],
  ['oil-stain', 'recoat', 4, null, 6, H],
  ['oil-stain', 'mask', 24, null, 72, H],
  ['oil-stain', 'cure', null, 3, null, D],
  ['water-stain', 'recoat', null, 2, null, H],
  ['water-stain', 'film', null, 24, null, H],
  ['gel-stain', 'recoat', 8, null, 12, H],
  ['gel-stain', 'mask', null, 24, null, H],
  ['fabric-acrylic', 'touch', null, 1, null, H],
  ['fabric-acrylic', 'heatSet', null, 24, null, H],
  ['fabric-acrylic', 'firstWash', 72, null, null, H],
  ['ceramic-paint-baked', 'heatSet', null, 24, null, H],
  ['ceramic-paint-baked', 'cure', null, 21, null, D],
  ['edge-medium', 'touch', 15, 20, 30, MIN],
  ['spar-urethane', 'touch', 2, null, 4, H],
  ['spar-urethane', 'recoat', 4, null, 8, H],
  ['spar-urethane', 'cure', 7, 14, 30, D],
  ['film-permanent', 'firstWash', 24, null, null, H],
  ['iron-on-standard', 'firstWash', 24, null, null, H],
  ['burn-paste', 'touch', 30, null, 60, MIN],
];

describe('drying as typical labels print it', () => {
  test.each(DRYING)('%s, %s', (id, stage, low, typical, high, unit) => {
    const figure = product(id).dry[stage];
    expect(figure).toBeDefined();
    if (low !== null) expect(figure!.low / unit).toBeCloseTo(low, 6);
    if (typical !== null) expect(figure!.typical / unit).toBeCloseTo(typical, 6);
    if (high !== null) expect(figure!.high / unit).toBeCloseTo(high, 6);
  });

  test('three clocks on paint: a mask, then film that stays, then cure', () => {
    for (const { id, kind, dry } of all.products.filter(({ dry: figures }) => figures.mask && figures.film)) {
      expect([id, kind, dry.mask!.typical <= dry.film!.typical]).toEqual([id, kind, true]);
      expect([id, dry.film!.typical <= dry.cure!.high]).toEqual([id, true]);
    }
  });
});

describe('films and stencils', () => {
  test.each([
    ['film-removable', 80, 'low', 1],
    ['film-permanent', 70, 'high', 1],
    ['film-cast', 50, 'mid', 1],
    ['film-metallic', 75, 'high', 2.5],
    ['film-glitter', 120, 'high', 3],
    ['film-frosted', 80, 'mid', 1],
    ['film-stencil', 80, 'lowMid', 1.2],
    ['sheet-acetate', 100, 'none', 5],
    ['paper-freezer', 60, 'heat', 2],
    ['iron-on-low', 90, 'heat', 1.5],
    ['iron-on-standard', 90, 'heat', 1.2],
    ['dye-sheet', 0, 'heat', 2], // the dye goes into the cloth: no layer stays
  ] as const)('%s: %d µm, tack %s, strokes from %d mm', (id, thickness, tack, stroke) => {
    const film = product(id);
    expect([film.layerUm?.typical, film.tack, film.minStroke?.typical]).toEqual([thickness, tack, stroke]);
  });

  test.each([
    ['iron-on-low', 110, 130],
    ['iron-on-standard', 150, 160],
    ['dye-sheet', 190, 205],
    ['fabric-acrylic', 140, 150],
    ['ceramic-paint-baked', 150, 165],
  ])('%s is pressed, set or baked at %d to %d °C', (id, low, high) =>
    expect(product(id).workC).toMatchObject({ low, high, unit: '°C' }),
  );

  test.each([
    ['film-removable', 1],
    ['film-permanent', 6],
    ['film-cast', 10],
    ['film-metallic', 2],
    ['film-glitter', 2],
  ])('%s lasts at most %d years in the weather', (id, most) =>
    expect(product(id).life?.exposed?.high ?? 0).toBeLessThanOrEqual(most),
  );
});

describe('surfaces', () => {
  test.each([
    ['hardwood', 'open', 'mid', 'grain', 200],
    ['mdf', 'open', 'mid', 'smooth', 150],
    ['glass-soda-lime', 'none', 'high', 'smooth', 165],
    ['glass-borosilicate', 'none', 'high', 'smooth', 300],
    ['ceramic-glazed', 'none', 'high', 'smooth', 250],
    ['steel-stainless', 'none', 'high', 'smooth', 250],
    ['pmma', 'none', 'mid', 'smooth', 75],
    ['foam-ps', 'none', 'low', 'beads', 60],
    ['pp', 'none', 'veryLow', 'smooth', 100],
    ['coir', 'fibre', 'mid', 'brush', 120],
    ['coir-backed', 'fibre', 'mid', 'brush', 60],
    ['cotton', 'fibre', 'mid', 'weave', 200],
    ['polyester', 'fibre', 'mid', 'weave', 205],
    ['polycotton', 'fibre', 'mid', 'weave', 180],
    ['nylon', 'fibre', 'low', 'weave', 140],
    ['leather', 'slight', 'mid', 'grain', 110],
    ['slate', 'open', 'mid', 'fine', 100],
  ] as const)('%s: %s pores, %s energy, %s, stands %d °C', (id, porosity, energy, texture, heat) => {
    const { properties } = all.baseById.get(id)!;
    expect(properties).toMatchObject({ porosity, energy, texture, heatLimitC: { typical: heat } });
  });

  test.each([
    ['glass-soda-lime', 'yes'],
    ['glass-tempered', 'yes'],
    ['glass-borosilicate', 'weak'],
    ['glass-lead', 'no'],
    ['ceramic-glazed', 'unknown'],
    ['pmma', 'no'],
    ['steel-stainless', 'no'],
  ])('frost cream on %s: %s', (id, takes) => expect(all.baseById.get(id)?.properties.fluorideEtch).toBe(takes));

  test.each([
    ['steel-galvanised', ['saponifies', 'hydrogenWithCaustic']],
    ['aluminium', ['hydrogenWithCaustic']],
    ['marble', ['acidSoluble']],
    ['polyester', ['dyeMigrates']],
    ['glass-lead', ['mayHoldLead']],
    ['glass-window', ['cracksUnderDarkFilm']],
    ['mirror', ['silvered']],
    ['pvc-soft', ['plasticiser']],
  ] as const)('%s: %j', (id, traits) =>
    expect(all.baseById.get(id)?.properties.traits).toEqual(expect.arrayContaining([...traits])),
  );

  test('a finish that closes the surface hides the raw wood or the bare metal below', () => {
    for (const { id, hides } of all.finishes.filter(({ changes }) => changes.porosity === 'none'))
      expect([id, hides.includes('rawWood') || hides.includes('bareMetal')]).toEqual([id, true]);
  });
});

describe('safety that the data carry', () => {
  test.each([
    ['frost-cream', 'fluoride'],
    ['remover-gel', 'stripper'],
    ['burn-paste', 'burn'],
    ['flood-epoxy', 'epoxy'],
    ['aerosol-enamel', 'aerosol'],
    ['rubberised-aerosol', 'rubber-spray'],
    ['oil-stain', 'oily-rags'],
    ['gel-stain', 'oily-rags'],
    ['spar-urethane', 'oily-rags'],
    ['film-permanent', 'pvc'],
    ['sand-to-raw', 'lead'],
  ])('%s carries the cautions of "%s"', (id, hazard) => expect(product(id).hazards).toContain(hazard));

  test('what sprays, etches, strips or burns is never for a closed room', () => {
    for (const { id, hazards, air, kind } of all.products)
      if (kind !== 'prep' && hazards.some((hazard) => ['aerosol', 'fluoride', 'stripper', 'burn'].includes(hazard)))
        expect([id, air]).not.toEqual([id, 'room']);
  });

  test('every product whose hazard is grave shows it in full', () => {
    const grave = all.hazards.filter(({ isGrave }) => isGrave);
    expect(grave.map(({ id }) => id)).toEqual(
      expect.arrayContaining(['fluoride', 'stripper', 'burn', 'epoxy', 'aerosol', 'oily-rags']),
    );
    for (const { cautions } of grave) for (const caution of cautions) expect(caution.length).toBeGreaterThan(20);
  });

  test.each([
    ['calcium gluconate', 'fluoride'],
    ['emergency care even without pain', 'fluoride'],
    ['acid gas and ammonia', 'burn'],
    ['never indoors', 'rubber-spray'],
    ['dichloromethane', 'stripper'],
    ['under water in a metal can', 'oily-rags'],
    ['over 80 °C', 'pvc'],
    ['gloves always', 'epoxy'],
  ])('"%s" is said of %s', (words, hazard) =>
    expect(all.hazardById.get(hazard)?.cautions.join(' ').toLowerCase()).toContain(words.toLowerCase()),
  );

  test.each(['two-part-isocyanate', 'dcm-remover'])('%s is in the catalogue only to be refused', (id) =>
    expect(product(id).flags).toContain('banned'),
  );
});

describe('the rows of the craft are all in the data', () => {
  const held = new Set([...all.bases, ...all.finishes, ...all.products, ...all.methods].map(({ id }) => id));
  test.each(rows.map(({ part, row, ids }) => [part, row, ids] as const))('%s: %s', (_part, _row, ids) =>
    expect(ids.filter((id) => !held.has(id))).toEqual([]),
  );

  test('and nothing is in the data that no row names', () => {
    const named = new Set(rows.flatMap(({ ids }) => ids));
    const unnamed = [...held].filter((id) => !named.has(id) && all.productById.get(id)?.kind !== 'prep');
    expect(unnamed).toEqual([]);
  });
});
