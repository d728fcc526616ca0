import type { Basis, Figure, Stage } from './schema.ts';

/** The words in which the interface says where a figure comes from. */
export const BASIS_WORDS: Readonly<Record<Basis, string>> = {
  'label-typical': 'typical of labels at 23 °C, 50 % RH',
  practice: 'common practice',
  physics: 'physics',
  standard: 'a published standard',
  estimate: 'an estimate: test it',
  'your-label': "your product's label",
  'your-trial': 'your own trial',
};

/** What a coat is ready for at each stage, after "until" or "before". */
export const STAGE_WORDS: Readonly<Record<Stage, string>> = {
  touch: 'touch-dry',
  recoat: 'the next coat',
  mask: 'a mask or tape',
  film: 'film that stays',
  heatSet: 'heat-setting',
  firstWash: 'the first wash',
  feet: 'feet',
  cure: 'cured',
};

/** How far a figure can be trusted, 0 (an estimate) to 1 (the user's own trial); used to compare, never shown as a number. */
export const BASIS_WEIGHT: Readonly<Record<Basis, number>> = {
  estimate: 0.4,
  practice: 0.65,
  'label-typical': 0.7,
  physics: 0.95,
  standard: 0.95,
  'your-label': 0.95,
  'your-trial': 1,
};

/** True for a figure that the user entered, which is marked wherever it matters. */
export const isUsersOwn = ({ basis }: { readonly basis: Basis }): boolean =>
  basis === 'your-label' || basis === 'your-trial';

/** The position of a word in an ordered vocabulary; −1 for `unknown` and for words outside it. */
export const rankIn = <Word extends string>(order: readonly Word[], word: string): number =>
  order.indexOf(word as Word);

/** The figure with every value multiplied, as for several coats. */
export const scaled = (figure: Figure, factor: number): Figure => ({
  ...figure,
  low: figure.low * factor,
  typical: figure.typical * factor,
  high: figure.high * factor,
});

const FIGURE_WORDS: Readonly<Record<string, string>> = {
  heatLimitC: 'stands heat up to',
  dyePolymer: 'share of polyester',
  readyForMask: 'before a mask',
  readyForFilm: 'before film',
  readyForPaint: 'before paint',
  cure: 'cured after',
  unmaskWet: 'mask off wet within',
  potLife: 'workable once mixed',
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
  frame: 'frame around the openings',
  workC: 'pressed or baked at',
  uses: 'used again',
  pressPaper: 'butcher paper for a press',
  laundryC: 'laundry up to',
  ironC: 'ironed up to',
  indoors: 'lasts indoors',
  humid: 'lasts in a humid room',
  sheltered: 'lasts outdoors under cover',
  exposed: 'lasts in the weather',
  launderings: 'launderings',
  handsOn: 'work on one piece',
  shelf: 'keeps unopened',
  keeps: 'stays fit for what comes next',
  liftsWithin: 'lifts off paint cleanly within',
  underSheet: 'dries under a closed sheet in',
  flashRust: 'stays bright',
  cost: 'cost class',
  rimDistance: 'kept clear of a drinking rim',
  pvcHeat: 'PVC gives off gas above',
};

/** One figure of a row of the catalogue, with the path to it and its words. */
export interface FoundFigure {
  readonly path: string;
  readonly label: string;
  readonly figure: Figure;
}

export const isFigure = (value: unknown): value is Figure =>
  typeof value === 'object' && value !== null && 'typical' in value && 'basis' in value;

/** What a figure is called, from the path to it: "dry.recoat" is "until the next coat". */
export const figureLabel = (path: string): string => {
  const [last = '', owner] = path.split('.').reverse();
  if (owner === 'dry') return `until ${STAGE_WORDS[last as Stage] ?? last}`;
  return FIGURE_WORDS[last] ?? last;
};

/** Every figure in a product, base, finish or other row, in the order in which it stands there. */
export const figuresIn = (row: object, before = ''): FoundFigure[] =>
  Object.entries(row).flatMap(([key, value]: [string, unknown]) => {
    const path = before ? `${before}.${key}` : key;
    if (isFigure(value)) return [{ path, label: figureLabel(path), figure: value }];
    return value !== null && typeof value === 'object' && !Array.isArray(value) ? figuresIn(value, path) : [];
  });
