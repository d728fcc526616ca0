import { z } from 'zod';
import {
  AIRS,
  HOWS,
  ITEMS,
  KINDS,
  LOOKS,
  PATTERNS,
  PLACES,
  ROLES,
  SHAPES,
  SOILS,
  TOOLS,
  WATERS,
  WEARS,
  keptFiguresSchema,
  surfacePropertiesSchema,
} from '../materials/index.ts';
import { areaSchema } from '../shape/index.ts';
import { idSchema as key, instantSchema as instant } from '../problem/index.ts';
import { ofOneSize } from './oneSize.ts';
import { stepIdSchema } from './stepId.ts';

/** Longest name or note that the document keeps, in characters. */
const MAX_NAME = 120;
const MAX_NOTE = 10_000;

const name = z.string().trim().min(1, 'a name of at least one letter').max(MAX_NAME, `at most ${MAX_NAME} characters`);
const orUnknown = <const Words extends readonly string[]>(words: Words) => z.enum([...words, 'unknown']);
const yesNoUnknown = z.enum(['yes', 'no', 'unknown']);
const bounded = (low: number, high: number, unit: string) =>
  z.number(`a number in ${unit}`).min(low, `${low} to ${high} ${unit}`).max(high, `${low} to ${high} ${unit}`);
const millimetres = bounded(0.1, 10_000, 'mm');

/** A surface of the user's own, told by its properties; what is not told is `unknown`. */
export const ownSurfaceSchema = z.strictObject({
  name,
  pattern: z.enum(PATTERNS),
  properties: surfacePropertiesSchema.omit({ care: true, heatLimitC: true, dyePolymer: true }).extend({
    heatLimitC: bounded(20, 400, '°C').nullable(),
    water: orUnknown(WATERS),
  }),
});
export type OwnSurface = z.output<typeof ownSurfaceSchema>;

export const surfaceSchema = z.strictObject({
  /** Id of a catalogue base, or `own` with `own` filled. */
  base: z.string().min(1),
  own: ownSurfaceSchema.optional(),
  /** Finishes already on the piece, lowest first, each with its age. */
  existing: z
    .array(z.strictObject({ finish: z.string().min(1), ageDays: bounded(0, 36_500, 'days').nullable() }))
    .max(5, 'at most 5 finishes'),
  condition: z.array(z.enum(SOILS)),
  shape: orUnknown(SHAPES),
  tone: z.enum(['light', 'dark', 'unknown']),
  /** What a lead test of the coat that is there said. */
  leadTest: orUnknown(['clear', 'lead']).default('unknown'),
  /** Offered prep that the crafter has agreed to, by product id. */
  preparation: z.array(z.string()),
  /** Days that the crafter agreed to wait before starting. */
  waitDays: bounded(0, 365, 'days'),
});
export type Surface = z.output<typeof surfaceSchema>;

/** What was said as a "not": the fact that it speaks against, and its words, which the care card prints. */
const notSchema = z.strictObject({
  field: z.string().min(1).max(40),
  value: z.union([z.string().max(80), z.number()]),
  words: z.string().min(1).max(MAX_NAME),
});

/** Facts that nobody has said are `unknown`; nothing defaults to harmless. */
export const useSchema = z.strictObject({
  place: orUnknown(PLACES),
  water: orUnknown(WATERS),
  soak: yesNoUnknown,
  /** Laundry temperature wanted, °C; null: no laundry. */
  laundryC: bounded(20, 95, '°C').nullable(),
  wear: orUnknown(WEARS),
  /** Where heat comes from; its figures are in the catalogue. `unknown`: not said. */
  heat: z.string().min(1),
  /** Hottest the surface gets, °C, where the crafter knows it better. */
  heatC: bounded(-30, 400, '°C').nullable(),
  food: z.enum(['none', 'dry', 'food', 'lip', 'unknown']),
  children: yesNoUnknown,
  /** Whether it is worn or held against the skin for long. */
  skin: yesNoUnknown.default('unknown'),
  /** Whether it must not be slippery underfoot. */
  grip: yesNoUnknown.default('unknown'),
  /** Years that it must last; null: not said. */
  lifeYears: bounded(0.1, 100, 'years').nullable(),
  mustComeOff: yesNoUnknown,
  item: orUnknown(ITEMS),
  nots: z.array(notSchema).max(20, 'at most 20 things said as a "not"').default([]),
});
export type Use = z.output<typeof useSchema>;

/** Where on the piece a design lies; `underside` is the side that neither food nor lips touch. */
export const ZONES = ['outside', 'underside', 'rim', 'inside', 'foodSide'] as const;

/** Letters that a colour may be said in. */
export const MOST_COLOUR = 40;
const saidColour = z.string().min(1).max(MOST_COLOUR);

/** A coat that is wanted over or under the work, and not there yet: a product, or only its kind and colour. */
export const wantedCoatSchema = z.strictObject({
  product: z.string().min(1).max(80).optional(),
  kind: z.enum(KINDS).optional(),
  tone: z.enum(['light', 'dark']).optional(),
  colour: saidColour.optional(),
});
export type WantedCoat = z.output<typeof wantedCoatSchema>;

/** What is wanted for the whole part. */
export const partWantsSchema = z.strictObject({
  ground: wantedCoatSchema.optional(),
  finish: wantedCoatSchema.optional(),
});
export type PartWants = z.output<typeof partWantsSchema>;

/** What is wanted for one design: ids of a way of working and of products, its colour; `hand`: cut by hand. */
export const designWantsSchema = z.strictObject({
  way: z.string().min(1).max(80).optional(),
  medium: z.string().min(1).max(80).optional(),
  mask: z.string().min(1).max(80).optional(),
  film: z.string().min(1).max(80).optional(),
  /** As it was said; of several colours all: "cream and red". */
  colour: saidColour.optional(),
  hand: z.boolean().optional(),
});
export type DesignWants = z.output<typeof designWantsSchema>;

/** How a design is brought to its place on the clear area. */
export const placementSchema = z.strictObject({
  /** As large as it can be, or as its scale says. */
  sizing: z.enum(['largest', 'said']),
  turnDeg: bounded(-360, 360, 'degrees'),
  alignX: z.enum(['left', 'centre', 'right']),
  alignY: z.enum(['top', 'centre', 'bottom']),
  nudgeXMm: bounded(-10_000, 10_000, 'mm'),
  nudgeYMm: bounded(-10_000, 10_000, 'mm'),
  /** At most so much of the clear width, to leave air around it; null: all of it. */
  widthShare: bounded(0.05, 1, 'of the width').nullable().default(null),
});
export type DesignPlacement = z.output<typeof placementSchema>;
export const PLAIN_PLACEMENT: DesignPlacement = {
  sizing: 'largest',
  turnDeg: 0,
  alignX: 'centre',
  alignY: 'centre',
  nudgeXMm: 0,
  nudgeYMm: 0,
  widthShare: null,
};

const sheetMm = bounded(10, 100_000, 'mm');
const betweenMm = bounded(0, 100, 'mm');

/** How a design is cut, as the crafter chose it; null: as the piece, its layers and the workshop ask for. */
export const cutChoicesSchema = z.strictObject({
  /** As openings in a mask or as shapes that stay: what it was cut as by the layers that stood last. */
  as: z.enum(['stencil', 'decal']).nullable(),
  bed: z.strictObject({ widthMm: millimetres, lengthMm: millimetres }).nullable(),
  stockKind: z.enum(['roll', 'sheet', 'joined']).nullable(),
  /** Of one sheet; of a roll, its width and the longest cut of it. */
  stock: z.strictObject({ widthMm: sheetMm, lengthMm: sheetMm }).nullable(),
  /** How far strips lie over each other. */
  overlapMm: betweenMm.nullable(),
  gapMm: betweenMm.nullable(),
  /** Left around a stencil's openings. */
  frameMm: bounded(0, 500, 'mm').nullable(),
  canTurn: z.boolean().nullable(),
  isMirrored: z.boolean().nullable(),
  quantity: z.number().int().min(1, '1 to 1000').max(1000, '1 to 1000').nullable(),
  /** Whether shapes that lie apart are laid out one by one. */
  isApart: z.boolean().nullable(),
});
export type CutChoices = z.output<typeof cutChoicesSchema>;
export const PLAIN_CUT: CutChoices = {
  as: null,
  bed: null,
  stockKind: null,
  stock: null,
  overlapMm: null,
  gapMm: null,
  frameMm: null,
  canTurn: null,
  isMirrored: null,
  quantity: null,
  isApart: null,
};

export const designSchema = z.strictObject({
  id: key,
  name,
  look: z.enum([...LOOKS, 'any']),
  zone: orUnknown(ZONES),
  /** From the side that it is stuck or painted on, or through the material. */
  seenFrom: orUnknown(['same', 'through']).default('unknown'),
  wants: designWantsSchema.default({}),
  /** The design that it lies exactly over; null: on the ground. */
  over: key.nullable().default(null),
  /** Facts of the artwork as drawn, at scale 1. */
  minStrokeMm: bounded(0.05, 1000, 'mm').nullable(),
  minWebMm: bounded(0.05, 1000, 'mm').nullable(),
  islands: z.number().int().min(0, '0 to 100000').max(100_000, '0 to 100000').nullable(),
  widthMm: millimetres.nullable(),
  heightMm: millimetres.nullable(),
  /** How many times larger than drawn it is made: agreed to, or found to be the largest that fits. */
  scale: bounded(0.001, 1000, 'times'),
  tone: z.enum(['light', 'dark', 'unknown']),
  /** The artwork that it is, from which its facts are filled; null: told by its facts alone. */
  artworkId: key.nullable().default(null),
  placement: placementSchema.default(PLAIN_PLACEMENT),
  cut: cutChoicesSchema.default(PLAIN_CUT),
});
export type Design = z.output<typeof designSchema>;

const operationId = key;
export const EXTENTS = ['all', 'opening', 'masked', 'edge'] as const;

export const operationSchema = z.discriminatedUnion('op', [
  z.strictObject({
    id: operationId,
    op: z.literal('apply'),
    role: z.enum([...ROLES, 'transfer', 'hold']),
    productId: z.string().min(1),
    how: z.enum(HOWS),
    coats: z.number().int().min(1, '1 to 20 coats').max(20, '1 to 20 coats'),
    extent: z.enum(EXTENTS),
    designId: key.optional(),
  }),
  z.strictObject({
    id: operationId,
    op: z.literal('remove'),
    what: z.enum(['mask', 'medium', 'finish']),
    /** How a mask comes off; a medium is rinsed, a finish is taken off by a prep product. */
    school: z.enum(['wet', 'dry', 'rinse', 'sand']),
    productId: z.string().min(1).optional(),
  }),
  z.strictObject({
    id: operationId,
    op: z.literal('treat'),
    treat: z.enum(['heatSet', 'bake', 'burn']),
    /** The operation whose product is treated. */
    of: operationId,
  }),
]);
export type Operation = z.output<typeof operationSchema>;
export type ApplyOperation = Extract<Operation, { op: 'apply' }>;
/** What takes off a finish that is there: a preparation, with a product, that lays nothing. */
export type FinishRemoval = Extract<Operation, { op: 'remove' }> & { readonly what: 'finish' };

export const stackSchema = z.strictObject({
  /** The way of working of the design that is laid first. */
  methodId: z.string().min(1),
  /** Ways of working of further designs, in the order in which they are laid; each operation of theirs names its design. */
  others: z
    .array(z.strictObject({ designId: key, methodId: z.string().min(1) }))
    .max(19, 'at most 19 further designs')
    .optional(),
  operations: z.array(operationSchema).min(1, 'at least one operation').max(60, 'at most 60 operations'),
});
export type Stack = z.output<typeof stackSchema>;

export const PRIORITIES = ['balanced', 'lasts', 'soonest', 'cheapest', 'leastHandsOn', 'leastRisk'] as const;
export type Priority = (typeof PRIORITIES)[number];

/** Faces of a part that are worked on: the front, its edges too, or back, edges and front. */
export const FACES = ['front', 'frontAndEdges', 'allRound'] as const;
export type Faces = (typeof FACES)[number];

export const partSchema = z.strictObject({
  id: key,
  name,
  surface: surfaceSchema,
  /** The clear area as measured; null: not measured. */
  area: areaSchema.nullable().default(null),
  /** Faces that are worked on; null: as the surface and its use ask for. */
  faces: z.enum(FACES).nullable().default(null),
  /** How thick the piece is: the edges that are coated; null: not measured. */
  thicknessMm: bounded(0.1, 1000, 'mm').nullable().default(null),
  /** Of a cylinder or cone, whether its foot is coated too. */
  footToo: z.boolean().default(false),
  use: useSchema,
  designs: z.array(designSchema).min(1, 'at least one design').max(20, 'at most 20 designs'),
  wants: partWantsSchema.default({}),
  priority: z.enum(PRIORITIES),
  /** Whether the stencil is to be kept for further pieces after these. */
  stencilAgain: z.enum(['yes', 'no']).default('no'),
  /** Null until the crafter or the first answer has settled on one. */
  stack: stackSchema.nullable(),
  /** Things on the shelf that operations take from, where the crafter chose one; whichever is there for all others. */
  cans: z
    .array(z.strictObject({ operationId: key, canId: key }))
    .max(60, 'at most 60 chosen cans')
    .default([]),
  /** True where the crafter edited the stack or chose it by hand: new answers then leave it alone. */
  stackIsOwn: z.boolean(),
  /** The figures that the crafter's own choice was judged by; it keeps them until the crafter takes the new ones. */
  judgedBy: keptFiguresSchema.nullable().default(null),
});
export type Part = z.output<typeof partSchema>;

/** A step of the crafter's own: drill, glue, ribbon, frame, pack. */
export const extraStepSchema = z.strictObject({
  id: key,
  name,
  /** `first`, `last`, or the operation that it follows. */
  after: z.string().min(1).max(MAX_NAME),
  setUpMinutes: bounded(0, 1440, 'minutes'),
  eachMinutes: bounded(0, 1440, 'minutes'),
  /** Least minutes until the next step. */
  waitMinutes: bounded(0, 100_000, 'minutes'),
  note: z.string().max(400, 'at most 400 characters'),
});
export type ExtraStep = z.output<typeof extraStepSchema>;

/** How a trim of the crafter's own is measured: around the piece, by a length of it, or counted. */
export const TRIM_WAYS = ['around', 'mitred', 'length', 'count'] as const;

/** Something of the crafter's own that goes on a piece: rope, ribbon, frame strips, hooks, a ring. */
export const trimSchema = z.strictObject({
  id: key,
  name,
  way: z.enum(TRIM_WAYS),
  /** Times around the piece. */
  turns: bounded(0.1, 100, 'times'),
  /** Where its ends lie over each other, or are knotted. */
  overlapMm: bounded(0, 10_000, 'mm'),
  /** Width of mitred strips: each is longer than its side by two of them. */
  widthMm: bounded(0.1, 1000, 'mm'),
  /** Of one length, where it is measured by the length. */
  lengthMm: millimetres,
  /** Of lengths, or of things, for one piece. */
  count: z.number().int().min(1, '1 to 1000').max(1000, '1 to 1000'),
  /** What a cut takes away. */
  kerfMm: bounded(0, 20, 'mm'),
  /** As it is sold; null: not said. */
  soldMm: bounded(1, 100_000, 'mm').nullable(),
  soldPrice: z.number('an amount such as 2.80').min(0, '0 to 100000').max(100_000, '0 to 100000').nullable(),
});
export type Trim = z.output<typeof trimSchema>;

/** The board itself: there already, or sawn to the design with a margin all round. */
export const blankSchema = z.strictObject({
  way: z.enum(['given', 'sawn']),
  marginMm: bounded(0, 1000, 'mm'),
  kerfMm: bounded(0, 20, 'mm'),
  /** What it is sawn from, as it is called on the shelf. */
  material: name,
  soldMm: bounded(1, 100_000, 'mm').nullable(),
  soldPrice: z.number('an amount such as 11.00').min(0, '0 to 100000').max(100_000, '0 to 100000').nullable(),
});
export type Blank = z.output<typeof blankSchema>;

/** A start that the crafter gave a step by hand. */
export const pinSchema = z.strictObject({
  stepId: stepIdSchema,
  at: instant,
});
export type Pin = z.output<typeof pinSchema>;

export const pieceSchema = z.strictObject({
  id: key,
  name,
  /** What was typed to start it. */
  line: z.string().max(400, 'at most 400 characters'),
  quantity: z.number().int().min(1, '1 to 1000 pieces').max(1000, '1 to 1000 pieces'),
  due: instant.nullable(),
  startsAt: instant.nullable(),
  /** What is worked on apart is a piece of its own: a step's id names an operation of this one. */
  parts: z.array(partSchema).min(1, 'one part').max(1, 'one part'),
  /** Rope, ribbon, frame, hooks: what goes on it besides its layers. */
  trims: z.array(trimSchema).max(40, 'at most 40 trims').default([]),
  /** How its blank is made; null: not said. */
  blank: blankSchema.nullable().default(null),
  extraSteps: z.array(extraStepSchema).max(40, 'at most 40 own steps').default([]),
  pins: z.array(pinSchema).max(400, 'at most 400 moved steps').default([]),
  notes: z.string().max(MAX_NOTE),
});
export type Piece = z.output<typeof pieceSchema>;

export const workshopSchema = z.strictObject({
  /** The best air to be had: a room, a room with real ventilation, or a place outdoors. */
  air: z.enum(AIRS),
  tools: z.array(z.enum(TOOLS)),
  /** Largest cut of the cutter, mm; null: not said. */
  bed: z.strictObject({ widthMm: millimetres, lengthMm: millimetres }).nullable().default(null),
  /** What is on the shelf and how old the freshest of it is, months; null: nobody knows. What is not named will be bought, and is fresh. */
  stock: z
    .array(
      z.strictObject({
        productId: z.string().min(1),
        ageMonths: bounded(0, 1200, 'months').nullable(),
        /** When the first of it comes, where none is there yet. */
        arrivesOn: z.iso.date('a date such as 2026-12-04').optional(),
        /** What a m² of a layer of it costs, in the main unit of the currency, where that is known. */
        perM2: bounded(0, 1e9, 'a m²').optional(),
      }),
    )
    .max(10_000, 'at most 10000 products')
    .default([]),
  temperatureC: bounded(-30, 50, '°C'),
  relativeHumidity: bounded(0, 100, '% RH'),
});
export type Workshop = z.output<typeof workshopSchema>;
/** A workshop without its shelf, which is kept apart. */
export type BareWorkshop = Omit<Workshop, 'stock'>;

/** Ways of working on which crafters differ; each has a default and a reason. */
export const schoolsSchema = z.strictObject({
  /** What goes over adhesive film that stays. */
  filmOrder: z.enum(['nothingOnTop', 'filmThenClear', 'filmThenFlood']),
  /** What closes the edge of a mask. */
  edgeSeal: z.enum(['byGround', 'clear', 'groundColour']),
  /** When a mask comes off a coat. */
  unmask: z.enum(['byMedium', 'wet', 'dry']),
  /** How colour goes onto open pile. */
  pile: z.enum(['stipple', 'spray']),
  /** Which film is the stencil under creams and gels. */
  etchStencil: z.enum(['permanent', 'removable']),
  /** How waste is taken from cut film. */
  weeding: z.enum(['conventional', 'transferFirst']),
  /** Whether a label's word for dishwashers is taken. */
  dishwasher: z.enum(['handWashOnly', 'byLabel']),
});
export type Schools = z.output<typeof schoolsSchema>;

/** What Sgraffa does unless told otherwise, with the reason. */
export const DEFAULT_SCHOOLS: Schools = {
  // a topcoat brushed over film gets under its edge and lifts it
  filmOrder: 'nothingOnTop',
  // the ground's own colour is invisible on a painted ground; elsewhere clear medium is
  edgeSeal: 'byGround',
  // thin wet coats tear least; what cannot be peeled wet is dried and scored
  unmask: 'byMedium',
  // stippled paint is crisp and does not drift under lifted edges
  pile: 'stipple',
  // removable film lets gel creep
  etchStencil: 'permanent',
  // pulling waste through tape fails with low-tack film or weak tape
  weeding: 'conventional',
  // labels differ and dishwashers differ more: hand washing never harms
  dishwasher: 'handWashOnly',
};

export const briefSchema = z.strictObject({
  /** A surface that comes with a size of its own, as a line tells it, is taken with that size as its area. */
  part: z.preprocess(ofOneSize, partSchema),
  workshop: workshopSchema,
  quantity: z.number().int().min(1).max(1000),
  due: instant.nullable(),
});
export type Brief = z.output<typeof briefSchema>;

/**
 * A try of the user's own: one that held speaks against a refusal of the same rule on the same surface and in the same conditions, one that
 * failed for it.
 */
export const trialSchema = z.strictObject({
  id: key,
  at: instant,
  ruleId: z.string().min(1),
  /** The product that was tried; null where the rule is about the piece. */
  productId: z.string().min(1).nullable(),
  methodId: z.string().min(1),
  /** The surface and what the rule looks at, as they were: see `trialOf`. */
  surface: z.string().min(1),
  conditions: z.string(),
  note: z.string().max(400, 'at most 400 characters'),
  result: z.enum(['held', 'failed']).default('held'),
  /** The step of a piece that it was; null for one that was told by hand. */
  step: z.strictObject({ pieceId: key, stepId: stepIdSchema }).nullable().default(null),
});
export type Trial = z.output<typeof trialSchema>;
