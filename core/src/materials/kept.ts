import { z } from 'zod';
import { indexed, type Catalogue } from './catalogue.ts';
import { figureLabel, figuresIn } from './figures.ts';
import { guardOf, replaced } from './overlay.ts';
import { BASES_OF_FIGURES, UNITS, type Figure, type Product } from './schema.ts';

/** The figures that a chosen stack was judged by: "craft-acrylic.dry.recoat" → [low, typical, high, unit, basis]. */
export const keptFiguresSchema = z.record(
  z.string().regex(/^[a-z0-9-]+(\.[A-Za-z0-9]+)+$/, 'an id and a path, such as craft-acrylic.dry.recoat'),
  z.tuple([z.number(), z.number(), z.number(), z.enum(UNITS), z.enum(BASES_OF_FIGURES)]),
);
export type KeptFigures = z.output<typeof keptFiguresSchema>;

/** A figure that is another one now than when the stack was chosen. */
export interface ChangedFigure {
  readonly path: string;
  /** Name of the product. */
  readonly of: string;
  readonly label: string;
  readonly was: Figure;
  readonly now: Figure;
}

const isTighter = (path: string, now: Figure, was: Figure): boolean => {
  const guard = guardOf(path);
  return guard === 'lower' ? now.high < was.high : guard === 'higher' ? now.low > was.low : false;
};

const isSame = (left: Figure, right: Figure): boolean =>
  left.low === right.low && left.typical === right.typical && left.high === right.high && left.unit === right.unit;

const kept = ([low, typical, high, unit, basis]: KeptFigures[string]): Figure => ({ low, typical, high, unit, basis });

/** The figures of some products as they stand, to be kept with what was judged by them. */
export const keepFigures = (productIds: Iterable<string>, catalogue: Catalogue): KeptFigures => {
  const figures: KeptFigures = {};
  for (const id of new Set(productIds))
    for (const { path, figure } of figuresIn(catalogue.productById.get(id) ?? {}))
      figures[`${id}.${path}`] = [figure.low, figure.typical, figure.high, figure.unit, figure.basis];
  return figures;
};

/** The kept figures that are others in the catalogue now, leaving out those that it no longer holds. */
export const changedFigures = (figures: KeptFigures, catalogue: Catalogue): ChangedFigure[] => {
  const now = new Map<string, readonly [Product, Figure]>();
  for (const id of new Set(Object.keys(figures).map((path) => path.slice(0, path.indexOf('.'))))) {
    const product = catalogue.productById.get(id);
    for (const { path, figure } of figuresIn(product ?? {})) now.set(`${id}.${path}`, [product!, figure]);
  }
  return Object.entries(figures).flatMap(([path, tuple]) => {
    const found = now.get(path);
    const was = kept(tuple);
    return found && !isSame(was, found[1])
      ? [{ path, of: found[0].name, label: figureLabel(path), was, now: found[1] }]
      : [];
  });
};

const known = new WeakMap<KeptFigures, { readonly of: Catalogue; readonly catalogue: Catalogue }>();

/**
 * The catalogue with the figures that something was judged by in place of those of today; figures that guard people follow today's
 * where those are stricter.
 *
 * @returns the catalogue itself where nothing has changed since
 */
export const withKept = (catalogue: Catalogue, figures: KeptFigures | null): Catalogue => {
  if (!figures) return catalogue;
  const found = known.get(figures);
  if (found?.of === catalogue) return found.catalogue;
  const changed = changedFigures(figures, catalogue).filter(({ path, now, was }) => !isTighter(path, now, was));
  const rows = new Map<string, Product>();
  for (const { path, was } of changed) {
    const [id = '', ...rest] = path.split('.');
    const row = rows.get(id) ?? catalogue.productById.get(id)!;
    rows.set(id, replaced(row as unknown as Record<string, unknown>, rest, was) as unknown as Product);
  }
  const result = rows.size
    ? indexed({ ...catalogue, products: catalogue.products.map((product) => rows.get(product.id) ?? product) })
    : catalogue;
  known.set(figures, { of: catalogue, catalogue: result });
  return result;
};
