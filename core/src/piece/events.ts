import { z } from 'zod';
import { idSchema, instantSchema } from '../problem/index.ts';
import { AIRS } from '../materials/index.ts';
import { stepIdOf } from './stepId.ts';

const copy = z.number().int('a whole number').min(1, '1 to 1000').max(1000, '1 to 1000');
const group = z.number().int().min(1, '1 to 1000').max(1000, '1 to 1000');
const note = z.string().max(2000, 'at most 2000 characters');
const temperature = z.number('degrees Celsius').min(-40, '-40 to 80 °C').max(80, '-40 to 80 °C');
const humidity = z.number('relative humidity in %').min(0, '0 to 100 % RH').max(100, '0 to 100 % RH');
const widthMm = z.number('a width in mm').min(0.1, '0.1 to 50 mm').max(50, '0.1 to 50 mm');

/** The air that something was done in. */
export const airSchema = z.strictObject({ temperatureC: temperature, relativeHumidity: humidity });
export type Air = z.output<typeof airSchema>;

/** What a look at a dwell finds, and what one at a coat finds. */
export const DWELL_FINDINGS = ['notYet', 'partly', 'through', 'crept'] as const;
export const COAT_FINDINGS = ['wet', 'tacky', 'dry'] as const;
export const FINDINGS = [...DWELL_FINDINGS, ...COAT_FINDINGS] as const;
export type LookFinding = (typeof FINDINGS)[number];
/** What a look finds, in the words of the bench. */
export const LOOK_WORDS: Readonly<Record<LookFinding, string>> = {
  notYet: 'not yet',
  partly: 'partly',
  through: 'through',
  crept: 'crept under the edge',
  wet: 'wet',
  tacky: 'tacky',
  dry: 'dry',
};

const about = {
  id: idSchema,
  at: instantSchema,
  /** Ids of the pictures that were taken with it. */
  pictures: z.array(idSchema).max(20, 'at most 20 pictures').optional(),
};
const ofStep = {
  ...about,
  pieceId: idSchema,
  partId: idSchema,
  /** The operation and coat that it is about. */
  operationId: idSchema,
  coat: z.number().int().min(1, '1 to 20').max(20, '1 to 20'),
  /** The group of a batch that was done in groups, where it was not said which copies those were. */
  group: group.optional(),
  /** Which copies of the batch; all of the step's where it is left out. */
  copies: z
    .array(copy)
    .min(1, 'at least one copy')
    .max(1000, 'at most 1000 copies')
    .refine((copies) => new Set(copies).size === copies.length, 'each copy once')
    .optional(),
};
/** A fact that need not be of a step. */
const loose = { ...about, pieceId: idSchema.nullable(), stepId: z.string().max(100).nullable() };

const said = { note: note.default('') };
const symptom = z.string().min(1).max(80).nullable().default(null);

/** What the cutter is set to; null where it was not said. */
export const cutterSettingsSchema = z.strictObject({
  blade: z.string().trim().min(1).max(80).nullable(),
  depthMm: z.number('a depth in mm').min(0, '0 to 10 mm').max(10, '0 to 10 mm').nullable(),
  forceG: z.number('a force in g').min(0, '0 to 5000 g').max(5000, '0 to 5000 g').nullable(),
  speedMmS: z.number('a speed in mm/s').min(0, '0 to 2000 mm/s').max(2000, '0 to 2000 mm/s').nullable(),
  passes: z.number().int().min(1, '1 to 10').max(10, '1 to 10'),
});
export type CutterSettings = z.output<typeof cutterSettingsSchema>;

const started = z.strictObject({
  ...ofStep,
  kind: z.literal('started'),
  air: airSchema.optional(),
  /** With the first step of a piece: by when it was said to be ready, and how surely. */
  said: z
    .strictObject({ readyBy: instantSchema, share: z.number('a share').min(0, '0 to 1').max(1, '0 to 1') })
    .optional(),
});
const done = z.strictObject({ ...ofStep, kind: z.literal('done'), air: airSchema.optional() });
const checked = z.strictObject({
  ...ofStep,
  kind: z.literal('checked'),
  found: z.enum(FINDINGS),
  air: airSchema.optional(),
});
const failed = z.strictObject({ ...ofStep, ...said, kind: z.literal('failed'), symptom });
const mended = z.strictObject({ ...ofStep, ...said, kind: z.literal('mended') });
const scrapped = z.strictObject({ ...ofStep, ...said, kind: z.literal('scrapped'), symptom });
/** What of a sheet was cut, or what of it was lost since. */
const sheetCut = z.strictObject({
  designId: idSchema,
  /** What it was cut from: the same outlines in another film are another sheet. */
  productId: z.string().min(1).max(80),
  /** Which sheet of which lay-out: `CutJob.sheet`. */
  sheet: z.string().regex(/^[0-9a-f]{16}$/, 'sixteen digits of a sheet'),
  pieces: z
    .array(z.number().int('a whole number').min(1, '1 to 5000').max(5000, '1 to 5000'))
    .max(5000, 'at most 5000 pieces'),
  isLost: z.boolean(),
});
/** Which loose islands of a stencil lie in their places, by the numbers of the placement map. */
const islandsPlaced = z.strictObject({
  designId: idSchema,
  /** On which copy of the batch; 0: the piece is one. */
  copy: z.number().int().min(0, '0 to 1000').max(1000, '0 to 1000'),
  islands: z
    .array(z.number().int('a whole number').min(1, '1 to 5000').max(5000, '1 to 5000'))
    .max(5000, 'at most 5000 islands'),
  /** Whether they were taken up again. */
  isTaken: z.boolean(),
});
/** How something was washed. */
export const WASHES = ['hand', 'dishwasher', 'laundry', 'tumbled'] as const;
export type Wash = (typeof WASHES)[number];
export const WASH_WORDS: Readonly<Record<Wash, string>> = {
  hand: 'washed by hand',
  dishwasher: 'washed in the dishwasher',
  laundry: 'washed in the laundry',
  tumbled: 'dried in the tumble dryer',
};
/** One wash of a piece. */
export const washSchema = z.strictObject({
  way: z.enum(WASHES),
  /** Of the water; null: not said. */
  temperatureC: z.number('degrees Celsius').min(0, '0 to 100 °C').max(100, '0 to 100 °C').nullable(),
});

const dryMinutes = z.number('minutes').min(0, '0 to 200000 minutes').max(200_000, '0 to 200000 minutes');
/** One thing that is done to mend what failed, as it was decided on: it stays as it is, whatever the data say later. */
export const fixStepSchema = z.strictObject({
  label: z.string().trim().min(1).max(120),
  detail: z.string().max(2000),
  looksRight: z.string().max(400),
  needs: z.array(z.string().min(1).max(120)).max(20, 'at most 20 things'),
  setUpMinutes: z.number('minutes').min(0, '0 to 1440 minutes').max(1440, '0 to 1440 minutes'),
  eachMinutes: z.number('minutes').min(0, '0 to 1440 minutes').max(1440, '0 to 1440 minutes'),
  /** Minutes that it takes to dry or harden before anything follows. */
  dries: z
    .strictObject({ low: dryMinutes, typical: dryMinutes, high: dryMinutes })
    .refine(({ low, typical, high }) => low <= typical && typical <= high, 'low ≤ typical ≤ high')
    .nullable(),
  productId: z.string().min(1).max(80).nullable(),
  hazards: z.array(z.string().min(1).max(80)).max(20, 'at most 20 hazards'),
  air: z.enum(AIRS),
});
export type FixStep = z.output<typeof fixStepSchema>;
/** What is done about something that failed: steps of its own, and steps that are done again. */
const repairing = z.strictObject({
  ...ofStep,
  ...said,
  kind: z.literal('repairing'),
  symptom,
  /** What was found to be behind it, and what mends it; null: nobody said. */
  causeId: z.string().min(1).max(80).nullable(),
  repairId: z.string().min(1).max(80).nullable(),
  steps: z.array(fixStepSchema).max(12, 'at most 12 steps'),
  /** Steps that are open again on its copies. */
  again: z.array(z.strictObject({ operationId: idSchema, coat: ofStep.coat })).max(120, 'at most 120 steps'),
  /** Whether work goes on with it; not where another way of working must be found first. */
  goesOn: z.boolean(),
});
export type Repairing = z.output<typeof repairing>;
const noted = z.strictObject({
  ...loose,
  ...said,
  kind: z.literal('noted'),
  cut: sheetCut.optional(),
  placed: islandsPlaced.optional(),
  /** The product of which a fresh sheet was taken: its uses are counted from there. */
  fresh: z.string().min(1).max(80).optional(),
  /** How the piece was washed. */
  washed: washSchema.optional(),
});
const measured = z.strictObject({
  ...loose,
  kind: z.literal('measured'),
  temperatureC: temperature.nullable(),
  relativeHumidity: humidity.nullable(),
  surfaceC: temperature.nullable(),
});
const cutTested = z.strictObject({
  ...loose,
  ...said,
  kind: z.literal('cutTested'),
  canId: idSchema.nullable(),
  productId: z.string().min(1).max(80),
  settings: cutterSettingsSchema,
  strokes: z
    .array(z.strictObject({ mm: widthMm, held: z.boolean() }))
    .min(1, 'at least one stroke')
    .max(40, 'at most 40 strokes'),
  came: z.enum(['through', 'scored', 'backingCut']),
});

/** A fact that happened at the bench; facts are added and taken back, never changed. */
export const eventSchema = z.discriminatedUnion('kind', [
  started,
  done,
  checked,
  failed,
  mended,
  repairing,
  scrapped,
  noted,
  measured,
  cutTested,
]);
export type BenchEvent = z.output<typeof eventSchema>;
export type EventKind = BenchEvent['kind'];

/** Whether an event is of a step, or may be of none. */
const IS_OF_STEP = {
  started: true,
  done: true,
  checked: true,
  failed: true,
  mended: true,
  repairing: true,
  scrapped: true,
  noted: false,
  measured: false,
  cutTested: false,
} as const satisfies Record<EventKind, boolean>;
type KindOfStep = { [Kind in EventKind]: (typeof IS_OF_STEP)[Kind] extends true ? Kind : never }[EventKind];

/** An event that is of a step of a piece. */
export type StepEvent = Extract<BenchEvent, { readonly kind: KindOfStep }>;
export const isOfStep = (event: BenchEvent): event is StepEvent => IS_OF_STEP[event.kind];

/** The step that an event is of, without its copies; null where it is of none. */
export const stepOfEvent = (event: BenchEvent): string | null =>
  isOfStep(event) ? stepIdOf({ id: event.operationId }, event.coat, event.group ?? null) : event.stepId;

/** Whether work has begun with it: what is laid from then on stays laid. */
export const isWork = ({ kind }: BenchEvent): boolean =>
  ['started', 'done', 'failed', 'mended', 'repairing'].includes(kind);
