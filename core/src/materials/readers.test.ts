import { describe, expect, test } from '@jest/globals';
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { takesAway } from '../judge/index.ts';
import { catalogue, type Product } from './index.ts';

const all = catalogue();
const root = path.resolve(import.meta.dirname, '../../..');
const sourcesIn = (folder: string): string =>
  readdirSync(path.join(root, folder), { recursive: true, encoding: 'utf8' })
    .filter((file) => /\.tsx?$/.test(file) && !/\.test\.tsx?$/.test(file) && !file.startsWith('testing'))
    .filter((file) => !/materials[/\\](schema|catalogue)\.ts$/.test(path.join(folder, file)))
    .map((file) => readFileSync(path.join(root, folder, file), 'utf8'))
    .join('\n');

/** Every key that rows of the catalogue have, down to the figures. */
const keysIn = (value: unknown, into: Set<string>): Set<string> => {
  if (Array.isArray(value)) for (const one of value) keysIn(one, into);
  else if (typeof value === 'object' && value !== null && !('basis' in value && 'typical' in value))
    for (const [key, inner] of Object.entries(value)) {
      into.add(key);
      keysIn(inner, into);
    }
  return into;
};

describe('every fact in the catalogue is used', () => {
  const code = sourcesIn('core/src') + sourcesIn('web/src');
  const { bases, finishes, products, methods, hazards, firstAid, items, limits, sizing, amounts, bench, weights } = all;
  const read = (key: string) => new RegExp(`\\b${key}\\b`).test(code);

  test.each(
    Object.entries({
      bases,
      finishes,
      products,
      methods,
      hazards,
      firstAid,
      items,
      limits,
      sizing,
      amounts,
      bench,
      weights,
    }),
  )('%s', (_name, rows) => {
    // ways of applying are keys of the bench's figures, read by the operation that they belong to
    const keys = [...keysIn(rows, new Set())].filter((key) => !Object.keys(bench.setUp).includes(key));
    expect(keys.filter((key) => !read(key))).toEqual([]);
  });

  test('flags of products and traits of surfaces', () => {
    const words = new Set([
      ...products.flatMap(({ flags }) => flags),
      ...bases.flatMap(({ properties }) => properties.traits),
      ...finishes.flatMap(({ changes, hides }) => [...(changes.traits ?? []), ...hides]),
    ]);
    const quoted = (word: string) => new RegExp(`'${word}'`).test(code);
    expect([...words].filter((word) => !quoted(word))).toEqual([]);
  });
});

describe('no product lacks a figure that a rule would miss', () => {
  const staying = ({ roles }: Product) =>
    roles.some((role) => ['ground', 'groundSeal', 'medium', 'film', 'finish'].includes(role));
  const lacking = (has: (product: Product) => boolean, of: (product: Product) => boolean) =>
    all.products.filter((product) => of(product) && !has(product)).map(({ id }) => id);

  test('a least temperature', () =>
    expect(
      lacking(
        ({ gates }) => gates?.minC !== undefined,
        () => true,
      ),
    ).toEqual([]));
  test('a heat limit, where it stays', () =>
    expect(
      lacking(
        ({ heatLimitC }) => heatLimitC !== undefined,
        (product) => staying(product) && !takesAway(product),
      ),
    ).toEqual([]));
  test('a life at every place, where it stays', () =>
    expect(
      lacking(
        ({ life }) => life !== undefined && Object.keys(life).length === 4,
        (product) => staying(product) && !takesAway(product),
      ),
    ).toEqual([]));
  test('a dwell, where it works on what is there or is pressed', () =>
    expect(
      lacking(
        ({ dwell }) => dwell !== undefined,
        (product) => takesAway(product) || (product.tack === 'heat' && product.workC !== undefined),
      ),
    ).toEqual([]));
  test('what it leaves behind, where it covers', () =>
    expect(
      lacking(
        ({ makes }) => makes?.porosity !== undefined && makes.slip !== undefined && makes.levels !== undefined,
        ({ kind }) => kind === 'paint' || kind === 'clear' || kind === 'primer',
      ),
    ).toEqual([]));
  test('words on food and small children, where it stays', () =>
    expect(
      lacking(({ foodRated, childRated }) => foodRated !== undefined && childRated !== undefined, staying),
    ).toEqual([]));
  test('a hazard that is known, with where and first aid where it is grave', () => {
    for (const { hazards } of all.products) for (const id of hazards) expect(all.hazardById.has(id)).toBe(true);
    for (const { firstAid } of all.hazards) for (const id of firstAid) expect(all.firstAidById.has(id)).toBe(true);
    for (const { id, level, where, wear } of all.hazards)
      if (level === 'grave' || level === 'gravest')
        expect([id, where.length > 0, wear.length > 0]).toEqual([id, true, true]);
  });
});
