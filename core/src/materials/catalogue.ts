import type { Override } from './override.ts';
import type {
  Base,
  CatalogueData,
  ExistingFinish,
  FirstAid,
  Hazard,
  HeatSource,
  Item,
  Method,
  Product,
  Try,
} from './schema.ts';
import { shippedCatalogue } from './shipped.ts';

/** What the maker's own doing taught of a product: figures that go before the label's, taken back with what they were learnt from. */
export interface Learnt {
  readonly what: 'dwell' | 'drying' | 'pace' | 'cut';
  readonly productId: string;
  /** The surface that it was learnt on, as `surfaceKey` says it; null: it goes for every surface. */
  readonly surface: string | null;
  /** The can that it was learnt of; null: it goes for every can. */
  readonly canId: string | null;
  readonly figures: readonly Override[];
  /** Of how many patches, coats, times or strokes. */
  readonly count: number;
  /** Of a dwell: how many of them came through, and how likely such a surface is to resist for good. */
  readonly through: number;
  readonly resists: number | null;
  /** Shorter figures that are offered and not taken by themselves. */
  readonly offered: readonly Override[];
}

/** The validated catalogue with its look-ups; plain data plus maps, never changed after it is made. */
export interface Catalogue extends CatalogueData {
  readonly baseById: ReadonlyMap<string, Base>;
  readonly finishById: ReadonlyMap<string, ExistingFinish>;
  readonly productById: ReadonlyMap<string, Product>;
  readonly methodById: ReadonlyMap<string, Method>;
  readonly hazardById: ReadonlyMap<string, Hazard>;
  readonly firstAidById: ReadonlyMap<string, FirstAid>;
  readonly itemById: ReadonlyMap<string, Item>;
  readonly heatSourceById: ReadonlyMap<string, HeatSource>;
  readonly tryById: ReadonlyMap<string, Try>;
  readonly symptomById: ReadonlyMap<string, CatalogueData['symptoms'][number]>;
  /** What stands on the labels of the cans on the shelf, by can; none where no shelf is known. */
  readonly labelByCan: ReadonlyMap<string, readonly Override[]>;
  /** What was learnt on a surface, by `surfaceKey`. */
  readonly learntOn: ReadonlyMap<string, readonly Learnt[]>;
}

const byId = <Entry extends { id: string }>(entries: readonly Entry[]): ReadonlyMap<string, Entry> =>
  new Map(entries.map((entry) => [entry.id, entry]));

/** Adds the look-ups to validated data. */
export const indexed = (data: CatalogueData & Partial<Pick<Catalogue, 'labelByCan' | 'learntOn'>>): Catalogue => ({
  ...data,
  labelByCan: data.labelByCan ?? new Map(),
  learntOn: data.learntOn ?? new Map(),
  baseById: byId(data.bases),
  finishById: byId(data.finishes),
  productById: byId(data.products),
  methodById: byId(data.methods),
  hazardById: byId(data.hazards),
  firstAidById: byId(data.firstAid),
  itemById: byId<Item>(data.items),
  heatSourceById: byId(data.heatSources),
  tryById: byId<Try>(data.tries),
  symptomById: byId(data.symptoms),
});

let shared: Catalogue | undefined;

/** The built-in catalogue, read once. */
export const catalogue = (): Catalogue => (shared ??= indexed(shippedCatalogue()));
