import { describe, expect, test } from '@jest/globals';
import { catalogue, catalogueSchema, figureSchema, rawCatalogue, shippedCatalogue, BASES_OF_FIGURES } from './index.ts';

type Json = null | string | number | boolean | Json[] | { [key: string]: Json };

/** A deep copy of the catalogue as data, to break one row of. */
const broken = (change: (data: { [key: string]: { [key: string]: Json }[] }) => void) => {
  const data = structuredClone(rawCatalogue()) as never;
  change(data);
  return catalogueSchema.safeParse(data);
};

describe('the shipped catalogue', () => {
  const all = catalogue();

  test('is valid and has something of every kind', () => {
    expect(all.bases.length).toBeGreaterThan(40);
    expect(all.products.length).toBeGreaterThan(50);
    expect(all.methods.length).toBeGreaterThan(10);
  });

  test.each(['bases', 'finishes', 'products', 'methods', 'hazards'] as const)('%s have unique ids', (kind) => {
    const ids = all[kind].map(({ id }) => id);
    expect(new Set(ids).size).toBe(ids.length);
  });

  test('every hazard, slot product and key that is named exists', () => {
    for (const product of all.products)
      for (const hazard of product.hazards)
        expect([product.id, all.hazardById.has(hazard)]).toEqual([product.id, true]);
    for (const method of all.methods) {
      expect(method.slots.filter((slot) => slot.key)).toHaveLength(1);
      for (const slot of method.slots)
        for (const id of slot.products ?? []) expect([method.id, all.productById.has(id)]).toEqual([method.id, true]);
    }
  });

  test('every number in a data row belongs to a figure with a unit and a basis', () => {
    const bare: string[] = [];
    const walk = (value: unknown, path: string) => {
      if (typeof value === 'number') bare.push(path);
      else if (Array.isArray(value)) {
        if (figureSchema.safeParse(value).success) return;
        value.forEach((entry, index) => walk(entry, `${path}.${index}`));
      } else if (value && typeof value === 'object')
        for (const [key, entry] of Object.entries(value)) walk(entry, `${path}.${key}`);
    };
    const { version: _version, ...rows } = rawCatalogue() as { version: number };
    walk(rows, 'catalogue');
    // recoat windows are intervals on the label, not ranges of one figure
    expect(bare.filter((path) => !path.includes('recoatWindows'))).toEqual([]);
  });

  test('every coat that dries says how, and at the least its touch and cure times', () => {
    for (const product of all.products.filter(({ kind }) => ['paint', 'stain', 'primer', 'clear'].includes(kind))) {
      expect([product.id, product.dryFamily]).not.toEqual([product.id, 'none']);
      expect([product.id, Object.keys(product.dry)]).toEqual([
        product.id,
        expect.arrayContaining(['touch', 'recoat', 'cure']),
      ]);
    }
  });
});

describe('the schema refuses', () => {
  test.each<[string, Parameters<typeof broken>[0]]>([
    ['a figure without a basis', (data) => ((data.products![20]!.handsOn as Json[]).length = 4)],
    ['a figure whose low is above its high', (data) => (data.products![20]!.handsOn = [9, 5, 1, 'min', 'estimate'])],
    ['an unknown key', (data) => (data.bases![0]!.colour = 'red')],
    ['a temperature in minutes', (data) => (data.products![20]!.heatLimitC = [1, 2, 3, 'min', 'estimate'])],
    ['a product without a hazard list', (data) => delete data.products![0]!.hazards],
    [
      'a base with an invented porosity',
      (data) => ((data.bases![0]!.properties as { [key: string]: Json }).porosity = 'leaky'),
    ],
    ['an id with capitals', (data) => (data.methods![0]!.id = 'Decal')],
  ])('%s', (_name, change) => expect(broken(change).success).toBe(false));

  test('nothing that it should take: each basis is accepted', () => {
    for (const basis of BASES_OF_FIGURES) expect(figureSchema.safeParse([1, 2, 3, 'h', basis]).success).toBe(true);
    expect(figureSchema.parse([1, 2, 3, 'h', 'physics'])).toEqual({
      low: 60,
      typical: 120,
      high: 180,
      unit: 'min',
      basis: 'physics',
    });
  });
});

test('the catalogue survives being written as JSON: a build may ship it ready made', () =>
  expect(JSON.parse(JSON.stringify(shippedCatalogue()))).toEqual(shippedCatalogue()));
