import { PLACES, WATERS, WEARS, rankIn } from '../materials/index.ts';
import { isHollow, isSideUnsaid, type Brief, type Part, type Use } from '../piece/index.ts';
import { formatTemperature } from '../units/index.ts';
import { type Situation } from '../judge/index.ts';

/** Facts that decide and that nobody may have said. */
export const UNSAID_FIELDS = [
  'item',
  'food',
  'zone',
  'heat',
  'children',
  'skin',
  'wear',
  'place',
  'water',
  'laundryC',
  'soak',
  'mustComeOff',
  'tone',
] as const;
export type UnsaidField = (typeof UNSAID_FIELDS)[number];

/** One way a fact could be, and what a stack that stands only up to here is told by. */
export interface Rung {
  readonly value: string | number | null;
  /** The condition in words: "only if no food touches it". */
  readonly onlyIf: string;
  /** The answer on its button. */
  readonly label: string;
}

interface UnsaidFact {
  /** The question above the list. */
  readonly asks: string;
  readonly isUnsaid: (situation: Situation) => boolean;
  /** Ways it could be, the mildest first; the last one is the worst. */
  readonly rungs: (situation: Situation) => readonly Rung[];
  /** The part as it would be. */
  readonly at: (part: Part, value: Rung['value']) => Part;
}

const rung = (value: Rung['value'], label: string, onlyIf: string): Rung => ({ value, label, onlyIf });

const withUse =
  (field: keyof Use) =>
  (part: Part, value: Rung['value']): Part => ({ ...part, use: { ...part.use, [field]: value } });

const withZone = (part: Part, value: Rung['value']): Part => ({
  ...part,
  designs: part.designs.map((design) =>
    isSideUnsaid(design.zone, part.surface.shape) ? { ...design, zone: value as typeof design.zone } : design,
  ),
});

/** Rungs without those that were said to be not so. */
const allowed = (situation: Situation, field: string, rungs: readonly Rung[]): readonly Rung[] =>
  rungs.filter(({ value }) => !situation.use.nots.some((not) => not.field === field && not.value === value));

/** The rungs of an ordered word up to what the bare material itself would stand. */
const upTo = (rungs: readonly Rung[], order: readonly string[], most: string): readonly Rung[] =>
  most === 'unknown' ? rungs : rungs.filter(({ value }) => rankIn(order, String(value)) <= rankIn(order, most));

/** What could be true of every fact that may stay unsaid, and how it is asked for. */
export const UNSAID: Readonly<Record<UnsaidField, UnsaidFact>> = {
  item: {
    asks: 'Is it one of these?',
    isUnsaid: ({ use }) => use.item === 'unknown',
    rungs: () => [
      rung(
        'ordinary',
        'an ordinary thing',
        'only if it is no toy, safety gear, cookware, or part of a stove, car or alarm',
      ),
      rung(
        'toy',
        'a toy, cot or what a child mouths',
        'only if it is no safety gear, cookware, or part of a stove, car or alarm',
      ),
      rung('safetyGear', 'safety gear, cookware, a part of a stove, car or alarm', ''),
    ],
    at: withUse('item'),
  },
  food: {
    asks: 'What touches it?',
    isUnsaid: ({ use }) => use.food === 'unknown',
    rungs: (situation) =>
      allowed(situation, 'food', [
        rung('none', 'no food', 'only if no food and no mouth touches it'),
        rung('dry', 'dry food', 'only if nothing but dry food touches it'),
        rung('food', 'food', 'only if no mouth touches it'),
        rung('lip', 'food and lips', ''),
      ]),
    at: (part, value) => {
      const said = withUse('food')(part, value);
      // the side of a flat thing that nobody has named is the one that is touched, in the worst case
      return value === 'none' || isHollow(part.surface.shape) ? said : withZone(said, 'foodSide');
    },
  },
  zone: {
    asks: 'On which side does the design lie?',
    isUnsaid: ({ designs, use, part }) =>
      designs.some(({ zone }) => isSideUnsaid(zone, part.surface.shape)) &&
      (isHollow(part.surface.shape) || ['dry', 'food', 'lip'].includes(use.food)),
    rungs: ({ part }) =>
      isHollow(part.surface.shape)
        ? [
            rung('outside', 'outside', 'only on the outside, well below the rim'),
            rung('rim', 'at the rim', 'only on the outside'),
            rung('inside', 'inside', ''),
          ]
        : [
            rung('underside', 'where no food touches', 'only on a side that neither food nor lips touch'),
            rung('foodSide', 'where food touches', ''),
          ],
    at: withZone,
  },
  heat: {
    asks: 'How hot does it get?',
    isUnsaid: ({ use }) => use.heat === 'unknown' && use.heatC === null,
    rungs: (situation) => {
      const { catalogue, use } = situation;
      const asked = catalogue.itemById.get(use.item)?.asks?.heat;
      const sources = [...catalogue.heatSources].sort((left, right) => left.surfaceC.high - right.surfaceC.high);
      const heats = asked ? asked.flatMap((id) => catalogue.heatSourceById.get(id) ?? []) : sources;
      const isLamp = asked?.[0] === 'led';
      return allowed(
        situation,
        'heat',
        heats.map(({ id, name, surfaceC }) =>
          rung(
            id,
            name,
            id === 'none'
              ? 'only if it stays cool'
              : id === 'led' && isLamp
                ? 'only with an LED'
                : `only if it gets no hotter than ${formatTemperature(surfaceC.high)}`,
          ),
        ),
      );
    },
    at: withUse('heat'),
  },
  children: {
    asks: 'Do small children get at it?',
    isUnsaid: ({ use }) => use.children === 'unknown',
    rungs: () => [rung('no', 'no', 'only if small children do not get at it'), rung('yes', 'small children', '')],
    at: withUse('children'),
  },
  skin: {
    asks: 'Is it worn against the skin?',
    isUnsaid: ({ use }) => use.skin === 'unknown',
    rungs: () => [
      rung('no', 'not on skin', 'only if it is not worn against the skin'),
      rung('yes', 'worn on skin', ''),
    ],
    at: withUse('skin'),
  },
  wear: {
    asks: 'How is it used?',
    isUnsaid: ({ use }) => use.wear === 'unknown',
    rungs: (situation) =>
      allowed(situation, 'wear', [
        rung('display', 'looked at', 'only if it is just looked at'),
        rung('handled', 'handled', 'only if it is handled now and then'),
        rung('daily', 'in daily use', 'only if nothing rubs on it and nobody walks on it'),
        rung('abrasion', 'rubbed', 'only if nobody walks on it'),
        // nobody walks on what is round
        ...(isHollow(situation.part.surface.shape) ? [] : [rung('feet', 'walked on', '')]),
      ]),
    at: withUse('wear'),
  },
  place: {
    asks: 'Where does it live?',
    isUnsaid: ({ use }) => use.place === 'unknown',
    rungs: (situation) =>
      allowed(situation, 'place', [
        rung('indoors', 'indoors, dry', 'only indoors, in dry rooms'),
        rung('humid', 'indoors, humid', 'only indoors'),
        rung('sheltered', 'outdoors, sheltered', 'only under a roof'),
        rung('exposed', 'outdoors, exposed', ''),
      ]),
    at: withUse('place'),
  },
  water: {
    asks: 'How is it cleaned?',
    isUnsaid: ({ use }) => use.water === 'unknown' && use.laundryC === null,
    rungs: (situation) =>
      upTo(
        allowed(situation, 'water', [
          rung('none', 'kept dry', 'only if it is kept dry'),
          rung('wipe', 'wiped', 'only if it is just wiped'),
          rung('handWash', 'washed by hand', 'only if it never goes into a dishwasher'),
          rung('dishwasher', 'in the dishwasher', ''),
        ]),
        WATERS,
        situation.surface.base.properties.care.water,
      ),
    at: withUse('water'),
  },
  laundryC: {
    asks: 'Is it washed in a machine?',
    isUnsaid: ({ use, surface }) =>
      use.laundryC === null && use.water === 'unknown' && surface.base.properties.care.laundryC !== null,
    rungs: ({ surface }) => {
      const most = surface.base.properties.care.laundryC?.high ?? 0;
      return [
        rung(null, 'not in a machine', 'only if it is not washed in a machine'),
        ...[30, 40, 60]
          .filter((celsius) => celsius <= most)
          .map((celsius) => rung(celsius, `at ${celsius} °C`, `only if it is washed at ${celsius} °C at the most`)),
      ];
    },
    at: withUse('laundryC'),
  },
  soak: {
    asks: 'Is it left standing in water?',
    // what is kept dry or only wiped does not stand in water
    isUnsaid: ({ use, surface }) =>
      use.soak === 'unknown' && !['none', 'wipe'].includes(use.water) && surface.base.properties.care.soak !== 'no',
    rungs: () => [rung('no', 'never', 'only if it is never left in water'), rung('yes', 'left in water', '')],
    at: withUse('soak'),
  },
  mustComeOff: {
    asks: 'Must it come off again?',
    // a life that is wanted says that it stays
    isUnsaid: ({ use }) => use.mustComeOff === 'unknown' && use.lifeYears === null,
    rungs: () => [rung('no', 'it may stay', 'only if it may stay for good'), rung('yes', 'it must come off', '')],
    at: withUse('mustComeOff'),
  },
  tone: {
    asks: 'Is the surface light or dark?',
    isUnsaid: ({ part }) => part.surface.tone === 'unknown',
    rungs: () => [rung('light', 'light', 'only on a light colour'), rung('dark', 'dark', '')],
    at: (part, value) => ({ ...part, surface: { ...part.surface, tone: value as Part['surface']['tone'] } }),
  },
};

/** Words of an ordered fact that a rung is compared by; a test holds the rungs to them. */
export const RUNG_ORDERS: Partial<Record<UnsaidField, readonly string[]>> = {
  wear: WEARS,
  place: PLACES,
  water: WATERS,
};

/** The brief with one fact said: what an answer's button does. */
export const sayFact = (brief: Brief, field: UnsaidField, value: Rung['value']): Brief => ({
  ...brief,
  part: field === 'food' ? withUse('food')(brief.part, value) : UNSAID[field].at(brief.part, value),
});
