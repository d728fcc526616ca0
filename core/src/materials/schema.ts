import { z } from 'zod';

/** Where a figure comes from; a user's own figures carry the last two. */
export const BASES_OF_FIGURES = [
  'label-typical',
  'practice',
  'physics',
  'standard',
  'estimate',
  'your-label',
  'your-trial',
] as const;
export type Basis = (typeof BASES_OF_FIGURES)[number];

/** Units that catalogue figures may be written in; times are converted to minutes on reading. */
export const UNITS = [
  'min',
  'h',
  'd',
  'months',
  'y',
  'mm',
  'µm',
  '°C',
  '% RH',
  '%',
  'm/s',
  'min/m',
  'mm²',
  'm²/L',
  'm²/can',
  'coats',
  'parts',
  'uses',
  'sheets',
  'washes',
  'class',
  'ranks',
  'weight',
  'ml',
  'g',
  'g/ml',
  's',
] as const;
export type FigureUnit = (typeof UNITS)[number];

export interface Figure {
  readonly low: number;
  readonly typical: number;
  readonly high: number;
  readonly unit: FigureUnit;
  readonly basis: Basis;
}

const IN_MINUTES: Partial<Record<FigureUnit, number>> = { h: 60, d: 1440 };

/** A figure as the data files write it: `[low, typical, high, unit, basis]`, low ≤ typical ≤ high. */
export const figureSchema = z
  .tuple(
    [z.number(), z.number(), z.number(), z.enum(UNITS), z.enum(BASES_OF_FIGURES)],
    'a figure [low, typical, high, unit, basis]',
  )
  .refine(([low, typical, high]) => low <= typical && typical <= high, 'low ≤ typical ≤ high')
  .transform(([low, typical, high, unit, basis]): Figure => {
    const factor = IN_MINUTES[unit] ?? 1;
    return {
      low: low * factor,
      typical: typical * factor,
      high: high * factor,
      unit: IN_MINUTES[unit] ? 'min' : unit,
      basis,
    };
  });

/** A figure in one of some units. */
export const figureIn = (...units: FigureUnit[]) =>
  figureSchema.refine((figure) => units.includes(figure.unit), `a figure in ${units.join(' or ')}`);
const timeFigure = figureIn('min');
const temperatureFigure = figureIn('°C');
const id = z.string().regex(/^[a-z0-9]+(-[a-z0-9]+)*$/, 'an id of small letters, digits and hyphens');
const text = z.string().min(1).max(400);

// Ordered vocabularies: the position in the list is the rank that rules compare.
export const POROSITIES = ['none', 'slight', 'open', 'fibre'] as const;
export const ENERGIES = ['veryLow', 'low', 'lowMid', 'mid', 'high'] as const;
export const TEXTURES = ['smooth', 'fine', 'orangePeel', 'grain', 'weave', 'rough', 'beads', 'brush'] as const;
export const WATERS = ['none', 'wipe', 'handWash', 'dishwasher'] as const;
export const TACKS = ['none', 'low', 'lowMid', 'mid', 'high'] as const;
export const PLACES = ['indoors', 'humid', 'sheltered', 'exposed'] as const;
export const AIRS = ['room', 'ventilated', 'outdoors'] as const;
export const TOOLS = ['cutter', 'press', 'heatGun', 'oven', 'turner'] as const;
export const SHAPES = ['flat', 'disc', 'cylinder', 'cone', 'compound'] as const;
export const WEARS = ['display', 'handled', 'daily', 'abrasion', 'feet'] as const;
export const LOOKS = [
  'opaque',
  'colours',
  'gradient',
  'grain',
  'frosted',
  'bareMetal',
  'burnt',
  'metallic',
  'glitter',
  'noEdge',
] as const;
/** Ways to put something on. */
export const HOWS = [
  'brush',
  'sponge',
  'stipple',
  'spray',
  'wipe',
  'pour',
  'press',
  'squeegee',
  'cut',
  'pin',
  'roll',
  'swirl',
  'sand',
  'soak',
] as const;
export const ROLES = ['prep', 'ground', 'groundSeal', 'mask', 'edgeSeal', 'medium', 'film', 'finish'] as const;
export const TRAITS = [
  'tannin',
  'alkaline',
  'saponifies',
  'hydrogenWithCaustic',
  'acidSoluble',
  'rusts',
  'swells',
  'plasticiser',
  'outgasses',
  'transparent',
  /** Lets light through, so that what lies behind it may be seen. */
  'translucent',
  'silvered',
  'cracksUnderDarkFilm',
  'mayHoldLead',
  'holdsWater',
  'waterproofed',
  'repelsPaint',
  'dyeMigrates',
  'rawWood',
  'oilyWood',
  'treated',
  'glossy',
  'bareMetal',
  'dulls',
  'darkens',
  'structural',
  'asbestosOld',
  /** Thin metal, or metal under a glaze: as hot outside as inside. */
  'conducts',
  /** A part of a building: what is put on it stays when the tenant goes. */
  'building',
  /** Stands alcohol for a wipe, though solvents craze it. */
  'standsAlcohol',
  /** Nobody has said which of these it has. */
  'unknown',
] as const;
/** How a surface is underfoot when wet. */
export const SLIPS = ['gloss', 'matt', 'grit'] as const;

/** What the piece is, where that alone decides. */
export const ITEMS = [
  'ordinary',
  'safetyGear',
  'nightwear',
  'cookware',
  'stovePart',
  'candleVessel',
  'lamp',
  'toy',
  'petBowl',
  'animalHome',
  'mouthpiece',
  'vacuumVessel',
  'pressureVessel',
  'vehicleSafety',
  'protectiveDevice',
  'floor',
  'appliance',
] as const;

export const KINDS = [
  'prep',
  'film',
  'stencil',
  'tape',
  'paint',
  'stain',
  'primer',
  'clear',
  'medium',
  'sheet',
] as const;

export const SOILS = [
  'dust',
  'grease',
  'silicone',
  'oldGlue',
  'damp',
  'rust',
  'flaking',
  'wax',
  'lint',
  'moisture',
  'gloss',
  'rawGrain',
  'chalk',
  /** A coat whose age nobody knows: tried before anything goes on it. */
  'unknownAge',
] as const;

const orUnknown = <const Words extends readonly string[]>(words: Words) => z.enum([...words, 'unknown']);

export const careSchema = z.strictObject({
  /** The wettest cleaning it stands. */
  water: orUnknown(WATERS),
  soak: z.enum(['yes', 'no', 'unknown']),
  /** Hottest laundry, °C; null: not washed in a laundry. */
  laundryC: temperatureFigure.nullable(),
  tumble: z.enum(['yes', 'no', 'unknown']),
  /** Hottest iron, °C; null: none. */
  ironC: temperatureFigure.nullable(),
  scrub: z.enum(['no', 'soft', 'yes', 'unknown']),
  solvent: z.enum(['no', 'yes', 'unknown']),
  frost: z.enum(['no', 'yes', 'unknown']),
  food: z.enum(['never', 'dry', 'yes', 'unknown']),
  feet: z.enum(['no', 'yes', 'unknown']),
  basis: z.enum(BASES_OF_FIGURES),
});
export type CareFacts = z.output<typeof careSchema>;
/** What is known of a surface that nobody has described: nothing, on any axis. */
export const UNKNOWN_CARE: CareFacts = {
  water: 'unknown',
  soak: 'unknown',
  laundryC: null,
  tumble: 'unknown',
  ironC: null,
  scrub: 'unknown',
  solvent: 'unknown',
  frost: 'unknown',
  food: 'unknown',
  feet: 'unknown',
  basis: 'your-label',
};

export const surfacePropertiesSchema = z.strictObject({
  porosity: orUnknown(POROSITIES),
  energy: orUnknown(ENERGIES),
  texture: orUnknown(TEXTURES),
  friable: z.enum(['no', 'yes', 'unknown']),
  flex: z.enum(['rigid', 'bends', 'unknown']),
  heatLimitC: temperatureFigure.nullable(),
  /** How acid frost cream takes on it. */
  fluorideEtch: z.enum(['yes', 'weak', 'no', 'unknown']),
  /** What coating-remover gel finds on it; `nothing`: there is no coating to lift. */
  gelStrip: z.enum(['yes', 'may', 'no', 'nothing', 'unknown']),
  /** What heat does with a burn paste in it. */
  burn: z.enum(['takes', 'hazard', 'no', 'unknown']),
  solvents: z.enum(['stands', 'crazes', 'dissolves', 'unknown']),
  /** Share of polymer that dye transfer can colour, %. */
  dyePolymer: figureIn('%').nullable(),
  traits: z.array(z.enum(TRAITS)),
  care: careSchema,
});
export type SurfaceProperties = z.output<typeof surfacePropertiesSchema>;

export const PATTERNS = [
  'grain',
  'ply',
  'weave',
  'glaze',
  'glass',
  'fibre',
  'metal',
  'stone',
  'plastic',
  'plain',
] as const;

export const baseSchema = z.strictObject({
  id,
  name: text,
  /** Words that say this material. */
  words: z.array(z.string()),
  /** What to mind whenever it is worked on. */
  hazards: z.array(id).optional(),
  pattern: z.enum(PATTERNS),
  properties: surfacePropertiesSchema,
  notes: text.optional(),
});
export type Base = z.output<typeof baseSchema>;

/** A finish already on the piece: it overrides what the base shows of itself. */
export const finishSchema = z.strictObject({
  id,
  name: text,
  words: z.array(z.string()),
  /** What the finish is made of, as products name their binder. */
  binder: z.string(),
  changes: surfacePropertiesSchema.partial(),
  /** Traits of the base that no longer show through it. */
  hides: z.array(z.enum(TRAITS)),
  /** Age at which a mask, staying film or paint may go on it, and full cure; null: nothing to wait for. */
  /** The firmest transfer tape that does not pull it off; left out where it stands any. */
  standsTape: z.enum(TACKS).optional(),
  readyForMask: timeFigure.nullable(),
  readyForFilm: timeFigure.nullable(),
  readyForPaint: timeFigure.nullable(),
  cure: timeFigure.nullable(),
  /** How long it lasts at each place; null: not made for it. Left out where nobody knows. */
  life: z.partialRecord(z.enum(PLACES), figureIn('y').nullable()).optional(),
  /** What to mind whenever it is worked on. */
  hazards: z.array(id).optional(),
  notes: text.optional(),
});
export type ExistingFinish = z.output<typeof finishSchema>;

export const STAGES = ['touch', 'recoat', 'mask', 'film', 'heatSet', 'firstWash', 'feet', 'cure'] as const;
export type Stage = (typeof STAGES)[number];
export const DRY_FAMILIES = ['waterborne', 'evaporating', 'oil', 'twoPart', 'moisture', 'bond', 'none'] as const;
export type DryFamily = (typeof DRY_FAMILIES)[number];

const suitsSchema = z.array(
  z.strictObject({
    property: z.enum(['porosity', 'texture', 'energy', 'flex', 'shape', 'clear', 'metalBase']),
    words: z.array(z.string()),
    why: text,
  }),
);

export const productSchema = z.strictObject({
  id,
  name: text,
  /** Id of the product that one of the user's own is like. */
  like: id.optional(),
  kind: z.enum(KINDS),
  roles: z.array(z.enum([...ROLES, 'transfer', 'hold'])),
  words: z.array(z.string()),
  about: text,
  /** Surfaces it is made for, where it is not made for all. */
  suits: suitsSchema.optional(),
  /** Chemical kind of what it leaves behind. */
  binder: z.string().optional(),
  carrier: z.enum(['water', 'solvent', 'oil', 'twoPart', 'wax', 'none']),
  body: z.enum(['thin', 'normal', 'gel', 'paste', 'spray']).optional(),
  flags: z.array(
    z.enum([
      'hotSolvent',
      'brittle',
      'bends',
      'neverUnderFilm',
      'blocksStains',
      'priming',
      'metalPrimer',
      'breathesNot',
      'exterior',
      'mist',
      'alcohol',
      'caustic',
      'acid',
      'antiSlip',
      'pvc',
      'banned',
      'flock',
      'sealsPores',
      'ambers',
      'topOnly',
      'keys',
    ]),
  ),
  dryFamily: z.enum(DRY_FAMILIES),
  dry: z.partialRecord(z.enum(STAGES), timeFigure),
  /** Windows in which another coat may follow, minutes after the last coat; an open end is null. */
  recoatWindows: z.array(z.tuple([z.number(), z.number().nullable()])).optional(),
  /** A mask must be off this soon after the last coat, where it comes off wet. */
  unmaskWet: timeFigure.optional(),
  /** How long it can be worked once it is mixed, at the reference climate. */
  potLife: timeFigure.optional(),
  /** What it is mixed of, in parts, where the crafter mixes it; the label's own ratio goes before it. */
  mix: z
    .strictObject({
      by: z.enum(['volume', 'weight']),
      parts: z
        .array(
          z.strictObject({
            name: text,
            share: figureIn('parts'),
            /** Of a powder as it lies loose in a spoon. */
            bulk: figureIn('g/ml').optional(),
          }),
        )
        .min(2),
    })
    .optional(),
  /**
   * How long what it leaves stays fit for what comes next: a preparation until the first layer, a mask until cream or gel, glue until the
   * last coat, paste from dry until heat. What is overdue is done again.
   */
  keeps: timeFigure.optional(),
  /** How long a mask may lie on paint before it is hard to lift. */
  liftsWithin: timeFigure.optional(),
  /** How long it works on the surface (etch, strip, press, burn, bake). */
  dwell: figureIn('min', 's').optional(),
  coats: figureIn('coats').optional(),
  layerUm: figureIn('µm').optional(),
  cover: figureIn('m²/L', 'm²/can').optional(),
  gates: z
    .strictObject({
      minC: temperatureFigure.optional(),
      maxC: temperatureFigure.optional(),
      maxRh: figureIn('% RH').optional(),
      maxWind: figureIn('m/s').optional(),
      rainFree: timeFigure.optional(),
    })
    .optional(),
  how: z.array(z.enum(HOWS)),
  /** Lowest surface energy it holds on. */
  wets: z.enum(ENERGIES).optional(),
  /** Coarsest texture it holds on, staying and as a mask. */
  texture: z.strictObject({ stays: z.enum(TEXTURES).optional(), masks: z.enum(TEXTURES).optional() }).optional(),
  tack: z.enum([...TACKS, 'heat', 'pins']).optional(),
  /** How it lies in the cutter: liner down, the bonding side up, or either way. */
  cutSide: z.enum(['linerDown', 'bondingUp', 'either']).optional(),
  /** Set where it is cut by hand, whatever cutter there is. */
  cutBy: z.literal('hand').optional(),
  /** Shapes that it can follow without cuts. */
  shapes: z.array(z.enum(SHAPES)).optional(),
  minStroke: figureIn('mm').optional(),
  minWeb: figureIn('mm').optional(),
  /** Left around the openings of a stencil of it: what holds it together, and catches what is brushed or sprayed. */
  frame: figureIn('mm').optional(),
  /** What it stands against as a mask. */
  resists: z.array(z.enum(['water', 'solvent', 'gel', 'acid', 'paste'])).optional(),
  /** What it acts on. */
  attacks: z.enum(['silica', 'coating', 'rawWood', 'dyePolymer']).optional(),
  looks: z.array(z.enum(LOOKS)).optional(),
  heatLimitC: temperatureFigure.optional(),
  /** Temperature that it must be pressed, baked or heat-set at. */
  workC: temperatureFigure.optional(),
  uses: figureIn('uses').optional(),
  /** Sheets of butcher paper that every press of it takes: what the dye has stained prints onto the next piece. */
  pressPaper: figureIn('sheets').optional(),
  care: careSchema.optional(),
  /** What the surface that it has worked on stands of care, where that is less than before. */
  leaves: careSchema.pick({ water: true, soak: true, scrub: true, food: true }).partial().optional(),
  life: z.partialRecord(z.enum(PLACES), figureIn('y').nullable()).optional(),
  launderings: figureIn('washes').optional(),
  foodRated: z.enum(['no', 'yes']).optional(),
  childRated: z.enum(['no', 'yes', 'unknown']).optional(),
  hazards: z.array(id),
  air: z.enum(AIRS),
  tools: z.array(z.enum(TOOLS)),
  handsOn: timeFigure.optional(),
  cost: figureIn('class').optional(),
  shelf: figureIn('months').optional(),
  /** Prep only: what it looks like when it is right. */
  right: text.optional(),
  /** Prep only: what it takes off. */
  removes: z.array(z.enum(SOILS)).optional(),
  /** Binders of the finishes it takes off the piece; `any` for all. */
  takesOff: z.array(z.string()).optional(),
  /** What it leaves of the surface that it covers or prepares. */
  makes: surfacePropertiesSchema
    .pick({ texture: true, porosity: true, friable: true, energy: true, solvents: true })
    .extend({
      /** By how many ranks of texture a coat levels what lies below it. */
      levels: figureIn('ranks'),
      slip: z.enum(SLIPS),
    })
    .partial()
    .optional(),
  /** True where the crafter decides on it: it takes long or cannot be undone, so Match only offers it. */
  offered: z.boolean().optional(),
  notes: text.optional(),
});
export type Product = z.output<typeof productSchema>;

export const slotSchema = z.strictObject({
  id,
  role: z.enum([...ROLES, 'transfer', 'hold', 'unmask', 'treat', 'rinse']),
  label: text,
  kinds: z.array(productSchema.shape.kind).optional(),
  attacks: productSchema.shape.attacks,
  /** Only products with one of these flags, or by one of these ways of applying. */
  flags: productSchema.shape.flags.optional(),
  products: z.array(id).optional(),
  how: productSchema.shape.how.optional(),
  optional: z.boolean().optional(),
  /** Needs of the piece that an optional layer answers; it is tried only where one of them stands. */
  answers: z.array(z.string()).optional(),
  /** The product that gives this way of doing it its name, judged one by one. */
  key: z.boolean().optional(),
});
export type Slot = z.output<typeof slotSchema>;

export const methodSchema = z.strictObject({
  id,
  name: text,
  /** As a clause of the sentence; {key} is the key product. */
  clause: text,
  words: z.array(z.string()),
  about: text,
  looks: z.array(z.enum(LOOKS)),
  leaves: z.enum(['layer', 'relief']),
  /** What the design is seen in: the medium or film, or the ground that the mask kept. */
  shows: z.enum(['medium', 'ground']).default('medium'),
  reversible: z.enum(['yes', 'no']),
  /** The side that it works on whatever is said of the design: an inside coat is inside. */
  side: z.enum(['any', 'inside']).default('any'),
  /** Whether it lays a design or covers the whole clear area. */
  covers: z.enum(['design', 'area']),
  /** Surfaces it is made for; `clear` (seen through) and `metalBase` are yes or no. */
  suits: suitsSchema,
  slots: z.array(slotSchema),
});
export type Method = z.output<typeof methodSchema>;

/** From what asks no more than care to what no bench is fit for. */
export const HAZARD_LEVELS = ['none', 'some', 'grave', 'gravest'] as const;

export const hazardSchema = z.strictObject({
  id,
  name: text,
  /** True where it can do lasting harm: its cautions then stand open before the work, in full. */
  isGrave: z.boolean(),
  /** How far it holds a way of working back in the ranking: `none` not at all; from `grave` on it never leads unless its look is wanted. */
  level: z.enum(HAZARD_LEVELS),
  where: z.string(),
  wear: z.string(),
  firstAid: z.array(id),
  cautions: z.array(text).min(1),
});
export type Hazard = z.output<typeof hazardSchema>;

/** Ways of trying something before the work, on a spot that will not show or on a spare. */
export const TRY_SORTS = [
  'bond',
  'coat',
  'gel',
  'etch',
  'burn',
  'solvent',
  'press',
  'scrap',
  'heat',
  'clear',
  'oilyWood',
  'gas',
] as const;
export type TrySort = (typeof TRY_SORTS)[number];

/** A try first: what is done, how long until it is judged, and what it looks like then. `{product}` is what is tried. */
export const trySchema = z.strictObject({
  id: z.enum(TRY_SORTS),
  label: text,
  detail: text,
  needs: z.array(text),
  work: timeFigure,
  /** Until it is judged: a time, the product's own dwell (looked at again and again), or until its coat is dry. */
  judged: z.union([timeFigure, z.enum(['dwell', 'dry'])]),
  held: text,
  failed: text,
});
export type Try = z.output<typeof trySchema>;

export const firstAidSchema = z.strictObject({ id, name: text, lines: z.array(text).min(1) });
export type FirstAid = z.output<typeof firstAidSchema>;

/** What a thing is, where that alone decides what may be put on it. */
export const itemSchema = z.strictObject({
  id: z.enum(ITEMS),
  name: text,
  /** Nothing is put on it at all; why, and what to do instead. */
  refused: text.optional(),
  instead: text.optional(),
  /** Only what is rated for children's mouths goes on it. */
  rated: z.literal('children').optional(),
  /** Nothing is put inside; why. */
  inside: text.optional(),
  /** What cleaning it stands at the most, unless its own label says otherwise. */
  stands: careSchema.pick({ water: true, soak: true }).partial().optional(),
  /** What it makes of a fact that nobody has said. */
  implies: z
    .strictObject({ heat: z.string(), children: z.literal('yes'), food: z.literal('lip'), wear: z.literal('feet') })
    .partial()
    .optional(),
  /** Heat that it may meet, the mildest first: asked for where it was not said. */
  asks: z.strictObject({ heat: z.array(z.string()).min(2) }).optional(),
  hazards: z.array(id).optional(),
});
export type Item = z.output<typeof itemSchema>;

export const heatSourceSchema = z.strictObject({
  id: z.string(),
  name: text,
  words: z.array(z.string()),
  surfaceC: temperatureFigure,
  /** Light that an LED can take the place of. */
  ledInstead: z.literal(true).optional(),
  /** What keeping it away is called, where that is not "keep heat away". */
  keptAway: text.optional(),
});
export type HeatSource = z.output<typeof heatSourceSchema>;

export const catalogueSchema = z.strictObject({
  version: z.number().int().positive(),
  bases: z.array(baseSchema),
  finishes: z.array(finishSchema),
  products: z.array(productSchema),
  methods: z.array(methodSchema),
  hazards: z.array(hazardSchema),
  firstAid: z.array(firstAidSchema),
  items: z.array(itemSchema),
  heatSources: z.array(heatSourceSchema),
  tries: z.array(trySchema),
  /** What can be seen to have gone wrong. */
  symptoms: z.array(z.strictObject({ id, name: text })),
  /** Limits of the craft that belong to no one material. */
  limits: z.strictObject({
    dyeFullShare: figureIn('%'),
    dyeFadedShare: figureIn('%'),
    dyeMigration: temperatureFigure,
    pvcHeat: temperatureFigure,
    handCutStroke: figureIn('mm'),
    pileStroke: figureIn('mm'),
    rimDistance: figureIn('mm'),
    dampAir: figureIn('% RH'),
    /** How long an edge seal dries under a loose sheet that does not breathe. */
    underSheet: timeFigure,
    /** How long bared or degreased metal that rusts stays bright. */
    flashRust: timeFigure,
    /** Life that is reckoned with where none was said; and where it must come off again. */
    unknownLife: figureIn('y'),
    changingLife: figureIn('y'),
  }),
  /** Habits of measuring, placing and cutting, offered as a start. */
  sizing: z.strictObject({
    /** Kept free around a design, as a share of the shorter side, and at the least. */
    marginShare: figureIn('%'),
    marginLeast: figureIn('mm'),
    rimClearance: figureIn('mm'),
    footClearance: figureIn('mm'),
    keepOutClearance: figureIn('mm'),
    /** A paper cover's overlap at its seam, and what is trimmed off all around. */
    seamOverlap: figureIn('mm'),
    trim: figureIn('mm'),
    bridgeWidth: figureIn('mm'),
    /** Between labels on one sheet, and the longest row of them. */
    labelGap: figureIn('mm'),
    /** A shape no larger than this, that stands by itself, is lost in weeding: the stop at the end of a line. */
    looseDot: figureIn('mm'),
    labelRow: figureIn('mm'),
    /** A small cutter's mat where none was said; beds from a length on are fed from a roll. */
    bedOther: figureIn('mm'),
    rollFrom: figureIn('mm'),
    /** Frame of a stencil whose product says none. */
    frameOther: figureIn('mm'),
    sheetGap: figureIn('mm'),
    /** No cut nearer than this to the edge of what lies in the cutter. */
    cutterMargin: figureIn('mm'),
    /** Finest and coarsest stroke of a test strip. */
    testStroke: figureIn('mm'),
    offcutLeast: figureIn('mm'),
    markSize: figureIn('mm'),
    weedPiece: figureIn('min'),
    weedMetre: figureIn('min/m'),
  }),
  /** How much of everything goes into a piece, where no label says it. */
  amounts: z.strictObject({
    /** What stays in tool, cup and can, or goes past the piece, by the way it is put on. */
    loss: z.record(z.enum(HOWS), figureIn('%')),
    /** Of mist that meets an object smaller than so much. */
    sprayLossSmall: figureIn('%'),
    smallObject: figureIn('mm²'),
    /** What the first coat on a surface takes, against what its label says of a smooth one. */
    thirst: z.record(z.enum([...TEXTURES, 'unknown']), figureIn('%')),
    /** How much of the clear area a design covers that nobody has drawn yet. */
    designShare: figureIn('%'),
    edgeSealStroke: figureIn('mm'),
    /** How far a gel or cream reaches beyond the openings. */
    gelRim: figureIn('mm'),
    /** What is poured on something that lies flat. */
    flatPour: figureIn('µm'),
    /** A paste that is rubbed in, where no thickness is said. */
    thinPaste: figureIn('µm'),
    /** The least of a part that can be measured well. */
    leastPart: figureIn('ml'),
    leastWeighed: figureIn('g'),
    /** Of what is brushed, rolled or poured, where nobody weighed a measure of it. */
    liquidDensity: figureIn('g/ml'),
    /** What a blade cuts before it drags, what a sheet of sandpaper sands, what a cloth wipes, and gloves for a sitting. */
    bladeLife: figureIn('mm'),
    sandedBySheet: figureIn('mm²'),
    wipedByCloth: figureIn('mm²'),
    glovesASitting: figureIn('uses'),
    /** A level teaspoon. */
    spoon: figureIn('ml'),
    /** Transfer tape, and painter's tape with its paper, beyond what lies under them. */
    tapeMargin: figureIn('mm'),
    holdTapeMargin: figureIn('mm'),
    endGrainCoats: figureIn('coats'),
    /** Of a board that nobody has measured. */
    thickness: figureIn('mm'),
    /** A roll of film as it is sold. */
    filmWidth: figureIn('mm'),
    /** Pins on each island, and how far apart along the edge of a loose stencil. */
    pinsPerIsland: figureIn('uses'),
    pinSpacing: figureIn('mm'),
    /** Blanks that do not come out. */
    spoil: figureIn('%'),
  }),
  /** What weighs how much where stacks are put in order: docs/formulas.md, Match. */
  weights: z.strictObject({
    life: figureIn('weight'),
    risk: figureIn('weight'),
    hazard: figureIn('weight'),
    handsOn: figureIn('weight'),
    waiting: figureIn('weight'),
    cost: figureIn('weight'),
    favoured: figureIn('weight'),
    /** What all of it being there, and fresh, counts: it decides between equals only. */
    onShelf: figureIn('weight'),
    /** By how much more the one thing counts that matters most. */
    emphasis: figureIn('weight'),
    /** What a thing that only a test can tell, and a way that cannot be undone, count beside a caution. */
    unknownAsCautions: figureIn('weight'),
    irreversibleAsCautions: figureIn('weight'),
    lowCost: figureIn('class'),
    middleCost: figureIn('class'),
    /** Beyond this nobody at a bench tells lives apart. */
    longestLife: figureIn('y'),
    /** How often a year what goes into the laundry is washed. */
    washesPerYear: figureIn('washes'),
    shortWork: timeFigure,
  }),
  /** Habits of the bench: what a batch costs once, how a day outdoors may turn out. */
  bench: z.strictObject({
    /** Getting a way of working ready and clearing it away, once for a batch; part of the minutes for one piece. */
    setUp: z.record(z.enum(HOWS), timeFigure),
    setUpOther: timeFigure,
    /** Work on one piece where the product says nothing: a layer, heating, rinsing, taking a mask off. */
    workOther: timeFigure,
    workHeat: timeFigure,
    workRinse: timeFigure,
    workUnmask: timeFigure,
    /** How much one coat's luck is the next one's, and how wide the work spreads beside drying. */
    coatLuckShared: figureIn('%'),
    workLuck: figureIn('%'),
    /** What of the work on a cut film is cutting and weeding. */
    cutShare: figureIn('%'),
    checkEvery: timeFigure,
    /** Whoever did something at the bench is there for so long after it. */
    sittingGoesOn: timeFigure,
    /** A coat that is found wet is felt again after so much of its label's time. */
    coatRecheck: figureIn('%'),
    /** Finding out something that nobody has said, once for a batch. */
    workLook: timeFigure,
    /** Between two pieces a stencil is wiped and dries. */
    stencilDry: timeFigure,
    /** Where a stencil is bound to lie longer than this, further ones are cut, so that it goes round no oftener than so many times. */
    stencilHeld: timeFigure,
    stencilRounds: figureIn('uses'),
    wipeWithin: timeFigure,
    alarmLead: timeFigure,
    /** How far a forecast is off a day ahead; it grows with the root of the days. */
    forecastTemperature: temperatureFigure,
    forecastHumidity: figureIn('% RH'),
    /** Chance that an hour forecast dry turns wet, or a wet one dry, a day ahead. */
    forecastRain: figureIn('%'),
    /** How much wider the figures of drying are taken beyond the forecast. */
    beyondForecast: figureIn('%'),
  }),
});
export type CatalogueData = z.output<typeof catalogueSchema>;
