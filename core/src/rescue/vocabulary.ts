import {
  ENERGIES,
  HOWS,
  KINDS,
  PATTERNS,
  PLACES,
  POROSITIES,
  SHAPES,
  SOILS,
  TACKS,
  TEXTURES,
  TOOLS,
  TRAITS,
} from '../materials/index.ts';

const YES_NO = ['yes', 'no'] as const;

/**
 * What can be read from the record of a piece, with the words that each fact can have: rows of the data name no other. `number`: a figure,
 * compared by `above` and `below`; `id`: ids of the catalogue.
 */
export const FACT_VALUES = {
  // what lies beneath the work
  texture: TEXTURES,
  porosity: POROSITIES,
  energy: ENERGIES,
  friable: YES_NO,
  traits: TRAITS,
  flex: ['rigid', 'bends'],
  pattern: PATTERNS,
  base: 'id',
  /** Coats that were on it before; `none` where it was bare. */
  existing: 'id',
  condition: SOILS,
  shape: SHAPES,
  place: PLACES,
  heat: 'id',
  /** Days of the youngest coat that was on it before. */
  coatDays: 'number',
  sealedBelow: YES_NO,
  /** What lies directly below: a coat that solvents craze, or film. */
  below: ['soft', 'film'],
  belowCarrier: ['water', 'solvent', 'oil', 'twoPart', 'wax', 'none'],
  belowBinder: 'id',
  sameFamily: YES_NO,
  keyed: YES_NO,
  blocked: YES_NO,
  primed: YES_NO,
  rawAtWork: YES_NO,
  // what was laid
  kind: KINDS,
  body: ['thin', 'normal', 'gel', 'paste', 'spray'],
  how: HOWS,
  carrier: ['water', 'solvent', 'oil', 'twoPart', 'wax', 'none'],
  flags: 'id',
  attacks: ['silica', 'coating', 'rawWood', 'dyePolymer'],
  coats: 'number',
  /** Hottest that it is worked at, °C. */
  heatC: 'number',
  /** How much was used against what was reckoned. */
  used: 'number',
  /** The smallest part of the smallest mix against the least that can be measured. */
  mixShare: 'number',
  canAge: ['fresh', 'past'],
  clearOver: ['brushed', 'misted', 'none'],
  overCurve: YES_NO,
  /** Sheets side by side that the widest design takes. */
  slices: 'number',
  /** Width of the widest design, mm. */
  longMm: 'number',
  // mask and tape
  masked: YES_NO,
  maskTack: [...TACKS, 'heat', 'pins'],
  tapeTack: [...TACKS, 'heat', 'pins'],
  /** `skipped`: it was to be sealed, and that was left out. */
  seal: ['none', 'skipped', 'wet', 'dry'],
  /** Minutes from when the mask lay until the coat went over it. */
  maskSits: 'number',
  peel: ['inTime', 'late', 'scored'],
  cutTest: ['held', 'failed'],
  /** Finest stroke against what the film holds. */
  strokeShare: 'number',
  // when
  wait: ['short', 'brief', 'kept'],
  window: ['open', 'closed'],
  cleaned: ['never', 'old', 'fresh'],
  sanded: YES_NO,
  prePressed: YES_NO,
  dusted: YES_NO,
  /** Time on the piece against the typical and the high figure. */
  dwellTypical: 'number',
  dwellHigh: 'number',
  openFor: 'number',
  driedMin: 'number',
  heatRatio: 'number',
  heatedMin: 'number',
  pressRatio: 'number',
  curedBefore: YES_NO,
  tried: ['through', 'never', 'none'],
  washed: ['kept', 'early', 'hot', 'dishwasher', 'tumbled'],
  // the air that it was laid in
  airC: 'number',
  rh: 'number',
  /** Kelvin above the dew point. */
  dewGap: 'number',
  wind: 'number',
  coldNight: YES_NO,
  // the bench
  upright: YES_NO,
  pressTool: YES_NO,
  tools: TOOLS,
} as const satisfies Record<string, readonly string[] | 'number' | 'id'>;

export type FactId = keyof typeof FACT_VALUES;
export const FACT_IDS = Object.keys(FACT_VALUES) as [FactId, ...FactId[]];

/** How much a sign speaks for a cause, or against it: every answer can be read back. */
export const STRENGTHS = { strong: 9, some: 3, someAgainst: 1 / 3, strongAgainst: 1 / 9 } as const;
export type Strength = keyof typeof STRENGTHS;
