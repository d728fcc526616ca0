import {
  PLAIN_CUT,
  PLAIN_PLACEMENT,
  type Design,
  type OwnSurface,
  type Part,
  type Piece,
  type Surface,
  type Use,
  type Workshop,
} from './schema.ts';

export const plainSurface = (base: string): Surface => ({
  base,
  existing: [],
  condition: [],
  shape: 'unknown',
  tone: 'unknown',
  leadTest: 'unknown',
  preparation: [],
  waitDays: 0,
});

export const plainUse = (): Use => ({
  place: 'unknown',
  water: 'unknown',
  soak: 'unknown',
  laundryC: null,
  wear: 'unknown',
  heat: 'unknown',
  heatC: null,
  food: 'unknown',
  children: 'unknown',
  skin: 'unknown',
  grip: 'unknown',
  lifeYears: null,
  mustComeOff: 'unknown',
  item: 'unknown',
  nots: [],
});

/** What a design is told by without an artwork: nothing. What an artwork said of it leaves with that artwork. */
export const NO_ARTWORK = {
  artworkId: null,
  minStrokeMm: null,
  minWebMm: null,
  islands: null,
  widthMm: null,
  heightMm: null,
  scale: 1,
} as const satisfies Partial<Design>;

export const plainDesign = (id: string): Design => ({
  id,
  name: 'design',
  look: 'any',
  zone: 'unknown',
  seenFrom: 'unknown',
  wants: {},
  over: null,
  ...NO_ARTWORK,
  tone: 'unknown',
  placement: PLAIN_PLACEMENT,
  cut: PLAIN_CUT,
});

export const plainPart = (id: string, base: string): Part => ({
  id,
  name: 'face',
  surface: plainSurface(base),
  area: null,
  faces: null,
  thicknessMm: null,
  footToo: false,
  use: plainUse(),
  designs: [plainDesign(`${id}.design`)],
  wants: {},
  priority: 'balanced',
  stencilAgain: 'no',
  stack: null,
  cans: [],
  stackIsOwn: false,
  judgedBy: null,
});

export const plainPiece = (id: string, name: string, base: string): Piece => ({
  id,
  name,
  line: '',
  quantity: 1,
  due: null,
  startsAt: null,
  parts: [plainPart(`${id}.part`, base)],
  trims: [],
  blank: null,
  extraSteps: [],
  pins: [],
  notes: '',
});

/** A garage bench with an open door: what a crafter has until they say otherwise. */
export const plainWorkshop = (): Workshop => ({
  air: 'outdoors',
  tools: ['cutter', 'press', 'heatGun', 'oven'],
  bed: null,
  stock: [],
  temperatureC: 20,
  relativeHumidity: 50,
});

/** A surface of the user's own that nobody has described yet: everything about it is unknown. */
export const plainOwnSurface = (name: string): OwnSurface => ({
  name,
  pattern: 'plain',
  properties: {
    porosity: 'unknown',
    energy: 'unknown',
    texture: 'unknown',
    friable: 'unknown',
    flex: 'unknown',
    heatLimitC: null,
    fluorideEtch: 'unknown',
    gelStrip: 'unknown',
    burn: 'unknown',
    solvents: 'unknown',
    traits: ['unknown'],
    water: 'unknown',
  },
});
