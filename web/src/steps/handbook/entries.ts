import { STAGE_WORDS, type Catalogue, type Figure } from '@sgraffa/core';

/** One thing that can be looked up. */
export interface Entry {
  readonly id: string;
  readonly name: string;
  readonly kind: string;
  readonly about: readonly string[];
  readonly figures: readonly { readonly label: string; readonly figure: Figure }[];
  readonly facts: readonly { readonly label: string; readonly words: string }[];
  readonly hazards: readonly string[];
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
const FIGURE_WORDS: Readonly<Record<string, string>> = {
  heatLimitC: 'stands heat up to',
  dyePolymer: 'share of polyester',
  readyForMask: 'before a mask',
  readyForFilm: 'before film',
  readyForPaint: 'before paint',
  cure: 'cured after',
  unmaskWet: 'mask off wet within',
  dwell: 'works for',
  coats: 'coats',
  layerUm: 'thickness of a coat or film',
  cover: 'covers',
  minC: 'not colder than',
  maxC: 'not hotter than',
  maxRh: 'not damper than',
  maxWind: 'wind at the most',
  rainFree: 'no rain for',
  minStroke: 'thinnest stroke',
  minWeb: 'thinnest web',
  workC: 'pressed or baked at',
  uses: 'used again',
  laundryC: 'laundry up to',
  ironC: 'ironed up to',
  indoors: 'lasts indoors',
  humid: 'lasts in a humid room',
  sheltered: 'lasts outdoors under cover',
  exposed: 'lasts in the weather',
  launderings: 'launderings',
  handsOn: 'work on one piece',
  shelf: 'keeps unopened',
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

const isFigure = (value: unknown): value is Figure =>
  typeof value === 'object' && value !== null && 'typical' in value && 'basis' in value;

const labelOf = (path: readonly string[]): string => {
  const [last = '', owner] = [path.at(-1), path.at(-2)];
  if (owner === 'dry') return `until ${STAGE_WORDS[last as keyof typeof STAGE_WORDS] ?? last}`;
  return FIGURE_WORDS[last] ?? last;
};

const spread = (
  value: unknown,
  path: readonly string[],
  into: { figures: Entry['figures'][number][]; facts: Entry['facts'][number][] },
): void => {
  if (isFigure(value)) {
    if (value.unit !== 'class') into.figures.push({ label: labelOf(path), figure: value });
    return;
  }
  if (value !== null && typeof value === 'object' && !Array.isArray(value))
    for (const [key, inner] of Object.entries(value)) spread(inner, [...path, key], into);
  const words = FACT_WORDS[path.at(-1) ?? ''];
  if (typeof value === 'string' && words) into.facts.push({ label: words, words: inWords(value) });
};

/** "orangePeel" as "orange peel". */
const inWords = (word: string): string => word.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);

const entryOf = (
  row: { readonly id: string; readonly name: string; readonly about?: string; readonly notes?: string | undefined },
  kind: string,
  hazards: readonly string[] = [],
): Entry => {
  const found = { figures: [] as Entry['figures'][number][], facts: [] as Entry['facts'][number][] };
  for (const [key, value] of Object.entries(row))
    if (!['id', 'name', 'about', 'notes', 'slots'].includes(key)) spread(value, [key], found);
  return {
    id: row.id,
    name: row.name,
    kind,
    about: [row.about, row.notes].filter((text) => text !== undefined),
    ...found,
    hazards,
  };
};

/** Everything that the catalogue holds, as it can be looked up; the same data that Match reads. */
export const entriesOf = (catalogue: Catalogue): readonly Entry[] => [
  ...catalogue.bases.map((row) => entryOf(row, 'surface')),
  ...catalogue.finishes.map((row) => entryOf(row, 'finish on it')),
  ...catalogue.products.map((row) => entryOf(row, KIND_WORDS[row.kind] ?? row.kind, row.hazards)),
  ...catalogue.methods.map((row) => entryOf(row, 'way of working')),
];
