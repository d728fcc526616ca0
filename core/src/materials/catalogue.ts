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
}

const byId = <Entry extends { id: string }>(entries: readonly Entry[]): ReadonlyMap<string, Entry> =>
  new Map(entries.map((entry) => [entry.id, entry]));

/** Adds the look-ups to validated data. */
export const indexed = (data: CatalogueData & Partial<Pick<Catalogue, 'labelByCan'>>): Catalogue => ({
  ...data,
  labelByCan: data.labelByCan ?? new Map(),
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
