import {
  careAxis,
  CARE_AXES,
  CARE_TABLE,
  CARE_UNKNOWN,
  failed,
  formatLength,
  formatTemperature,
  type CareAxis,
  type CareLimit,
  type CareZone,
  type Faces,
  type Outcome,
  type Part,
  type Settings,
  type Use,
} from '@sgraffa/core';

type Words<Key extends string> = Readonly<Record<Key, string>>;

export const FACE_WORDS: Words<Faces> = {
  front: 'the front',
  frontAndEdges: 'the front and the edges',
  allRound: 'the front, the back and the edges',
};
export const PLACE_WORDS: Words<Use['place']> = {
  indoors: 'indoors, dry',
  humid: 'indoors, humid',
  sheltered: 'outdoors, sheltered',
  exposed: 'outdoors, exposed',
  unknown: 'not said yet',
};
export const WATER_WORDS: Words<Use['water']> = {
  none: 'kept dry',
  wipe: 'wiped',
  handWash: 'washed by hand',
  dishwasher: 'in the dishwasher',
  unknown: 'not said yet',
};
export const WEAR_WORDS: Words<Use['wear']> = {
  display: 'only looked at',
  handled: 'handled now and then',
  daily: 'in daily use',
  abrasion: 'rubbed and scuffed',
  feet: 'walked on',
  unknown: 'not said yet',
};
export const FOOD_WORDS: Words<Use['food']> = {
  none: 'no food',
  dry: 'dry food',
  food: 'food',
  lip: 'food and lips',
  unknown: 'not said yet',
};
export const ITEM_WORDS: Words<Use['item']> = {
  ordinary: 'an ordinary thing',
  safetyGear: 'safety gear',
  nightwear: 'flame-retardant nightwear',
  cookware: 'cookware',
  stovePart: 'a part of a stove, oven or fire',
  candleVessel: 'a vessel for a candle',
  lamp: 'a lamp or lantern',
  toy: "a toy, cot or child's chair",
  petBowl: "an animal's dish",
  animalHome: 'a home for animals',
  mouthpiece: 'a mouthpiece',
  vacuumVessel: 'a vacuum vessel',
  pressureVessel: 'a pressure vessel or fuel can',
  vehicleSafety: 'a safety part of a vehicle',
  protectiveDevice: 'an alarm, extinguisher, socket or switch',
  floor: 'a floor or step',
  appliance: 'an appliance',
  unknown: 'not said yet',
};
export const SHAPE_WORDS: Words<Part['surface']['shape']> = {
  flat: 'flat',
  disc: 'disc',
  cylinder: 'cylinder',
  cone: 'cone',
  compound: 'curved both ways',
  unknown: 'not said yet',
};
export const LOOK_WORDS: Words<Part['designs'][number]['look']> = {
  any: 'any look',
  opaque: 'opaque colour',
  colours: 'several colours',
  gradient: 'gradient',
  grain: 'grain shows',
  frosted: 'frosted',
  bareMetal: 'bare metal',
  burnt: 'burnt',
  metallic: 'metallic',
  glitter: 'glitter',
  noEdge: 'no edge to feel',
};
export const TONE_WORDS: Words<Part['surface']['tone']> = { light: 'light', dark: 'dark', unknown: 'not said yet' };
export const YES_NO_WORDS = { no: 'no', yes: 'yes' } as const;
export const YES_NO_UNSAID_WORDS = { ...YES_NO_WORDS, unknown: 'not said yet' } as const;
export const SEEN_WORDS: Words<Part['designs'][number]['seenFrom']> = {
  same: 'from its own side',
  through: 'through the material',
  unknown: 'not said yet',
};
export const LEAD_WORDS: Words<Part['surface']['leadTest']> = {
  clear: 'tested: no lead',
  lead: 'tested: holds lead',
  unknown: 'not tested',
};
export const KIND_WORDS: Readonly<Record<string, string>> = {
  paint: 'paint',
  stain: 'stain',
  primer: 'primer',
  clear: 'clear',
};
export const ZONE_WORDS: Words<CareZone> = {
  outside: 'outside',
  underside: 'a side that food does not touch',
  rim: 'at the rim',
  inside: 'inside',
  foodSide: 'food side',
  unknown: 'side not said yet',
  rest: 'the rest of it',
};
export const SOIL_WORDS: Words<Part['surface']['condition'][number]> = {
  dust: 'dusty',
  grease: 'oily',
  silicone: 'polished with silicone',
  oldGlue: 'old glue',
  damp: 'damp',
  rust: 'rusty',
  flaking: 'flaking',
  wax: 'waxy',
  lint: 'linty',
  moisture: 'moist',
  gloss: 'glossy',
  rawGrain: 'unsanded',
  chalk: 'chalky',
  unknownAge: 'of unknown age',
};
export const PRIORITY_WORDS: Words<Part['priority']> = {
  balanced: 'a bit of everything',
  lasts: 'that it lasts',
  soonest: 'that it is soon ready',
  cheapest: 'that it costs little',
  leastHandsOn: 'little time at the bench',
  leastRisk: 'that little can go wrong',
};
export const BEST_WORDS: Words<Part['priority']> = {
  balanced: '',
  lasts: 'lasts longest',
  soonest: 'soonest ready',
  cheapest: 'cheapest',
  leastHandsOn: 'least hands-on',
  leastRisk: 'least can go wrong',
};
export const AXIS_WORDS = Object.fromEntries(
  CARE_AXES.map((axis) => [axis, CARE_TABLE[axis].label]),
) as Words<CareAxis>;

/** A limit in the words of a care card. */
export const limitWords = (
  { axis, value }: Pick<CareLimit, 'axis' | 'value'>,
  settings: Pick<Settings, 'temperature'>,
): string => {
  if (typeof value === 'number')
    return axis === 'laundry'
      ? `up to ${formatTemperature(value, settings.temperature)}, inside out`
      : `up to ${formatTemperature(value, settings.temperature)}`;
  return value === 'unknown' ? CARE_UNKNOWN : (careAxis(axis).words?.[value] ?? value);
};

export const options = <Key extends string>(words: Words<Key>): { value: Key; label: string }[] =>
  Object.entries<string>(words).map(([value, label]) => ({ value: value as Key, label }));

export const lengthIn = (settings: Pick<Settings, 'length'>) => (millimetres: number) =>
  formatLength(millimetres, settings.length);

export const capitalised = (text: string): string => `${text[0]?.toUpperCase() ?? ''}${text.slice(1)}`;

const MAX_NAME = 120;

/** Reads the name of a piece or a design. */
export const readName = (text: string): Outcome<{ value: string }> => {
  const value = text.trim();
  return value.length >= 1 && value.length <= MAX_NAME
    ? { ok: true, value }
    : failed({
        code: 'bad-name',
        given: value === '' ? 'No name was given.' : `${value.length} characters were given.`,
        allowed: `1 to ${MAX_NAME} characters.`,
        todo: 'Type what it is called.',
      });
};
