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
