import { figuresIn, type Catalogue, type FoundFigure, type Product } from '@sgraffa/core';

/** One thing that can be looked up. */
export interface Entry {
  readonly id: string;
  readonly name: string;
  readonly kind: string;
  readonly about: readonly string[];
  readonly figures: readonly FoundFigure[];
  /** Properties in words, with the path to each. */
  readonly facts: readonly { readonly path: string; readonly label: string; readonly word: string }[];
  readonly hazards: readonly string[];
  readonly product: Product | null;
}

const KIND_WORDS: Readonly<Record<string, string>> = {
  prep: 'preparing',
  film: 'film',
  stencil: 'stencil or hold',
  tape: 'transfer tape',
  paint: 'paint',
  stain: 'stain',
  primer: 'primer',
  clear: 'clear or finish',
  medium: 'etch or burn medium',
  sheet: 'dye sheet',
};
const FACT_WORDS: Readonly<Record<string, string>> = {
  porosity: 'drinks water',
  energy: 'glue wets it',
  texture: 'texture',
  friable: 'chalks',
  flex: 'bends',
  fluorideEtch: 'frost cream takes',
  gelStrip: 'remover gel lifts its coat',
  burn: 'takes a burn',
  solvents: 'solvents',
  carrier: 'carried by',
  tack: 'tack',
  wets: 'holds from surface energy',
  air: 'to be used in',
  cutSide: 'in the cutter',
  water: 'washing',
};

/** "orangePeel" as "orange peel". */
export const inWords = (word: string): string => word.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);

const factsIn = (row: object, before = ''): Entry['facts'][number][] =>
  Object.entries(row).flatMap(([key, value]: [string, unknown]) => {
    const path = before ? `${before}.${key}` : key;
    const label = FACT_WORDS[key];
    if (typeof value === 'string') return label ? [{ path, label, word: value }] : [];
    return value !== null && typeof value === 'object' && !Array.isArray(value) ? factsIn(value, path) : [];
  });

const entryOf = (
  row: { readonly id: string; readonly name: string; readonly about?: string; readonly notes?: string | undefined },
  kind: string,
  hazards: readonly string[] = [],
  product?: Product,
): Entry => ({
  id: row.id,
  name: row.name,
  kind,
  about: [row.about, row.notes].filter((text) => text !== undefined),
  figures: figuresIn(row).filter(({ figure }) => figure.unit !== 'class'),
  facts: factsIn(row),
  hazards,
  product: product ?? null,
});

/** Everything that the catalogue holds, as it can be looked up; the same data that Match reads. */
export const entriesOf = (catalogue: Catalogue): readonly Entry[] => [
  ...catalogue.bases.map((row) => entryOf(row, 'surface')),
  ...catalogue.finishes.map((row) => entryOf(row, 'finish on it')),
  ...catalogue.products.map((row) => entryOf(row, KIND_WORDS[row.kind] ?? row.kind, row.hazards, row)),
  ...catalogue.methods.map((row) => entryOf(row, 'way of working')),
];
