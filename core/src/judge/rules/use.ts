import { PLACES, WATERS, rankIn, type Product } from '../../materials/index.ts';
import { FACES, facesOf } from '../../piece/index.ts';
import { formatTemperature } from '../../units/index.ts';
import { isFilm, isPile, makesSlippery, gripsFeet, staysOn, takesAway } from '../asked.ts';
import { aboutProduct, blocks, cautions, favours, figureOf, unknown, type Rule, type Top } from '../context.ts';
import { advice, doing, keeping, tryFirst } from '../demands.ts';
import { isClosed } from './surface.ts';
import { WATER_WORDS } from './words.ts';

const STAYING: readonly ('ground' | 'groundSeal' | 'film' | 'medium' | 'finish')[] = [
  'ground',
  'groundSeal',
  'film',
  'medium',
  'finish',
];
/** Heat above which a figure that a product lacks is no longer a small thing, °C: what a hand can still hold. */
const HAND_WARM_C = 45;
const years = (value: number): string =>
  value < 1 ? `${Math.round(value * 12)} months` : `${Number(value.toFixed(1))} ${value === 1 ? 'year' : 'years'}`;

export const water: readonly Rule[] = [
  {
    id: 'water-stands',
    topic: 'water',
    about: 'The outermost layers must stand the cleaning that the piece gets.',
    at: 'end',
    test: ({ top, use, schools }) => {
      if (use.water === 'unknown') return null;
      const outer = outermost(top);
      for (const product of outer) {
        const stands = product.care?.water ?? 'unknown';
        if (stands === 'unknown') continue;
        if (stands === 'dishwasher' && use.water === 'dishwasher' && schools.dishwasher === 'handWashOnly')
          return blocks(
            `${product.name} is kept to hand washing here, whatever labels say`,
            'Wash by hand, or set the dishwasher school to the label.',
            'practice',
          );
        if (rankIn(WATERS, stands) < rankIn(WATERS, use.water))
          return blocks(
            `${product.name} is only to be ${WATER_WORDS[stands]}, and the piece is ${WATER_WORDS[use.water]}`,
            'Clean it more gently, or choose a layer that stands it.',
            product.care?.basis ?? 'practice',
          );
      }
      return null;
    },
  },
  {
    id: 'water-unsaid',
    topic: 'water',
    about: 'How it is cleaned decides what may go on it.',
    at: 'piece',
    test: ({ use }) =>
      use.water === 'unknown' && use.laundryC === null
        ? cautions(
            'how it will be cleaned has not been said',
            keeping('Say kept dry, wiped, washed by hand or dishwasher: until then trust only a damp cloth.'),
            'estimate',
          )
        : null,
  },
  {
    id: 'soaking-unsafe',
    topic: 'water',
    about: 'Layers that stand rinsing may still fail under standing water.',
    at: 'end',
    test: ({ top, use }) => {
      if (use.soak !== 'yes') return null;
      const weak = outermost(top).find((product) => product.care?.soak !== 'yes');
      return weak
        ? blocks(
            `${weak.name} does not stand soaking`,
            'Do not leave it in water, or etch or dye instead of a layer.',
            weak.care?.basis ?? 'practice',
          )
        : null;
    },
  },
  aboutProduct({
    id: 'laundry-stands',
    reads: 'product',
    topic: 'water',
    about: 'Pressed film and fabric paint have a hottest laundry.',
    at: ['film', 'medium'],
    test: (context) => {
      const { product, use } = context;
      if (use.laundryC === null) return null;
      const limit = product.care?.laundryC;
      if (!limit)
        return staysOn(product)
          ? blocks(`${product.name} is not made for the laundry`, 'Use iron-on film, fabric paint or dye.', 'practice')
          : null;
      if (use.laundryC > limit.high)
        return blocks(
          `${product.name} stands laundry at ${limit.high} °C at the most, and ${use.laundryC} °C is wanted`,
          `Wash at ${limit.low} °C, inside out.`,
          limit.basis,
          figureOf(product, 'laundry', limit),
        );
      return use.laundryC > limit.low
        ? cautions(
            `some labels of ${product.name} give no more than ${limit.low} °C, and ${use.laundryC} °C is wanted`,
            keeping(`Wash at ${limit.low} °C unless its own label gives ${use.laundryC} °C.`),
            limit.basis,
            figureOf(product, 'laundry', limit),
          )
        : null;
    },
  }),
  aboutProduct({
    id: 'feet-wear',
    reads: 'product',
    topic: 'outdoors',
    about: 'What is walked on needs a coat made for feet.',
    at: ['film', 'medium', 'finish'],
    test: (context) => {
      const { product, use, operation } = context;
      if (use.wear !== 'feet' || !staysOn(product) || product.care?.feet === 'yes') return null;
      return isFilm(product) || operation.role === 'finish' || product.life?.exposed === null
        ? blocks(
            `${product.name} does not stand feet`,
            'Use exterior paint, with an anti-slip clear on treads.',
            product.care?.basis ?? 'practice',
          )
        : cautions(`${product.name} wears off under feet`, advice('Put a clear made for treads over it.'), 'practice');
    },
  }),
  aboutProduct({
    id: 'grit-only-for-feet',
    reads: 'product',
    topic: 'outdoors',
    about: 'An anti-slip clear is gritty: it belongs where feet go.',
    at: ['finish'],
    test: ({ product, use }) =>
      product.flags.includes('antiSlip') && use.wear !== 'feet'
        ? cautions(
            `${product.name} leaves a gritty face that nobody walks on here`,
            advice('Use a smooth exterior clear.'),
            'practice',
          )
        : null,
  }),
  aboutProduct({
    id: 'abrasion-wear',
    reads: 'product',
    topic: 'outdoors',
    about: 'Film edges and soft coats scuff where things rub.',
    at: ['film', 'medium'],
    test: (context) =>
      context.use.wear === 'abrasion' && staysOn(context.product) && context.product.care?.scrub === 'no'
        ? cautions(
            `${context.product.name} scuffs where things rub on it`,
            advice('Put a hard clear over it, or etch or strip instead.'),
            'practice',
          )
        : null,
  }),
];

/** Slippery is judged on what is trodden: the outermost layers, with grit where there is some. */
const underfoot: readonly Rule[] = [
  {
    id: 'slip-underfoot',
    topic: 'safety',
    about: 'Film, gloss paint, smooth clear and epoxy are slippery when wet: what is walked on needs grip.',
    at: 'end',
    safety: true,
    test: ({ top, use, surface }) => {
      if (use.wear !== 'feet' || use.grip === 'no' || isPile(surface.properties)) return null;
      const outer = outermost(top);
      const slippery = outer.find(makesSlippery);
      if (slippery)
        return blocks(
          `${slippery.name} is slippery when wet, and feet go there`,
          'Use a matt exterior paint with an anti-slip clear over it.',
          'standard',
        );
      return outer.some(gripsFeet) ? favours('it grips when wet', '', 'label-typical') : null;
    },
  },
];

export const heat: readonly Rule[] = [
  aboutProduct({
    id: 'service-heat',
    reads: 'product',
    topic: 'heat',
    about: 'No layer may get hotter in use than it stands.',
    at: STAYING,
    safety: true,
    test: (context) => {
      const { product, heat: hot } = context;
      if (!hot || takesAway(product)) return null;
      if (!product.heatLimitC)
        return hot.high > HAND_WARM_C
          ? unknown(
              `nobody has said what heat ${product.name} stands, and the surface can reach ${formatTemperature(hot.high)}`,
              tryFirst('heat', 'Read its label; or try a coated scrap at that heat for a day, outdoors.'),
              'practice',
              { of: 'the heat it meets', label: 'surface', figure: hot },
            )
          : null;
      const facts = [
        figureOf(product, 'heat limit', product.heatLimitC),
        { of: 'the heat it meets', label: 'surface', figure: hot },
      ];
      if (hot.high > product.heatLimitC.high)
        return blocks(
          `${product.name} stands ${formatTemperature(product.heatLimitC.high)} and the surface can reach ${formatTemperature(hot.high)}`,
          'Keep the heat away (an LED instead of a flame), or etch instead of a layer.',
          product.heatLimitC.basis,
          ...facts,
        );
      // the heat is the most that it may meet: it is held against what the layer ordinarily stands
      return hot.high > product.heatLimitC.typical
        ? cautions(
            `${product.name} comes near its heat limit of ${formatTemperature(product.heatLimitC.low)} to ${formatTemperature(product.heatLimitC.high)}`,
            keeping('Keep it cooler, or test for a day.'),
            product.heatLimitC.basis,
            ...facts,
          )
        : null;
    },
  }),
  aboutProduct({
    id: 'press-heat',
    reads: 'product',
    topic: 'heat',
    about: 'Presses, ovens and heat-setting must not harm the surface.',
    at: ['film', 'mask', 'medium'],
    test: ({ product, surface }) => {
      const limit = surface.properties.heatLimitC;
      if (!product.workC || takesAway(product)) return null;
      if (!limit)
        return blocks(
          `${product.name} needs ${formatTemperature(product.workC.low)}, and how hot this surface may get is not known`,
          'Find out its heat limit, or choose a method without heat.',
          'practice',
          figureOf(product, 'press or bake', product.workC),
        );
      return product.workC.low > limit.high
        ? blocks(
            `${product.name} needs ${formatTemperature(product.workC.low)} and ${surface.name} stands ${formatTemperature(limit.high)}`,
            'Use a low-heat film or a method without heat.',
            limit.basis,
            figureOf(product, 'press or bake', product.workC),
            { of: surface.name, label: 'heat limit', figure: limit },
          )
        : null;
    },
  }),
  {
    id: 'surface-heat',
    topic: 'heat',
    about: 'The piece itself has a heat limit.',
    at: 'piece',
    test: ({ surface, heat: hot }) => {
      const limit = surface.properties.heatLimitC;
      return limit && hot && hot.high > limit.low
        ? cautions(
            `${surface.name} itself stands ${formatTemperature(limit.low)}, and can reach ${formatTemperature(hot.high)} here`,
            keeping('Keep the heat away from it; on shades only LED lamps.'),
            limit.basis,
            { of: surface.name, label: 'heat limit', figure: limit },
          )
        : null;
    },
  },
];

export const outdoors: readonly Rule[] = [
  ...underfoot,
  {
    id: 'bare-metal-corrodes',
    topic: 'outdoors',
    about: 'Bare steel and iron rust wherever it is damp; zinc, aluminium, brass and copper dull or darken.',
    at: 'end',
    test: ({ top, use, surface }) => {
      const { traits } = surface.properties;
      if (!traits.includes('bareMetal') && !surface.base.properties.traits.includes('rusts')) return null;
      const isBare = traits.includes('bareMetal') && !top.coats.some(({ operation }) => operation.extent === 'all');
      const isBared = top.coats.some(({ product }) => product.attacks === 'coating');
      const isCovered = top.coats.some(({ operation }) => operation.role === 'finish');
      if ((!isBare && !isBared) || isCovered) return null;
      const isDamp = use.place !== 'unknown' && rankIn(PLACES, use.place) > rankIn(PLACES, 'indoors');
      if (surface.base.properties.traits.includes('rusts'))
        return isDamp
          ? blocks(
              `${surface.base.name} is left bare and rusts ${PLACE_WORDS[use.place as keyof typeof PLACE_WORDS]}`,
              'Coat all of it, or keep it indoors and dry.',
              'physics',
            )
          : cautions(
              `${surface.base.name} that is left bare rusts where it gets damp`,
              keeping('Keep it indoors and dry, wiped only, or put a clear over it.'),
              'physics',
            );
      const dulls = surface.base.properties.traits.find((trait) => trait === 'dulls' || trait === 'darkens');
      return dulls && isDamp
        ? cautions(
            `${surface.base.name} that is left bare ${dulls === 'dulls' ? 'dulls and whitens' : 'darkens'} ${PLACE_WORDS[use.place as keyof typeof PLACE_WORDS]}`,
            keeping('Put a clear over it, or like it so.'),
            'practice',
          )
        : null;
    },
  },
  {
    id: 'finish-at-place',
    topic: 'outdoors',
    about: 'A finish that is on the piece already must live at its place as well: what is laid on it goes with it.',
    at: 'end',
    test: ({ top, use, surface, lifeYears }) => {
      const last = surface.finishes.at(-1)?.finish;
      if (!last || use.place === 'unknown') return null;
      const where = PLACE_WORDS[use.place];
      const isCovered = top.coats.some(
        ({ operation, product }) =>
          operation.extent === 'all' && product.life?.[use.place as keyof typeof PLACE_WORDS] !== null,
      );
      const life = last.life?.[use.place];
      if (life === undefined)
        return rankIn(PLACES, use.place) > rankIn(PLACES, 'humid')
          ? cautions(
              `how long the ${last.name} on it lasts ${where} is not known`,
              advice('Look at it after a winter, or coat it over.'),
              'estimate',
            )
          : null;
      if (life === null)
        return isCovered
          ? cautions(
              `the ${last.name} below is not made for a place that is ${where}`,
              doing('Cover all of it, edges too.'),
              'practice',
            )
          : blocks(
              `the ${last.name} on it is not made for a place that is ${where}: what lies on it comes off with it`,
              'Strip it or coat all of it with an exterior paint, or keep the piece indoors.',
              'practice',
            );
      return lifeYears !== null && life.high < lifeYears && !isCovered
        ? cautions(
            `the ${last.name} on it lasts ${years(life.low)} to ${years(life.high)} ${where}, and what lies on it goes with it`,
            advice('Coat it over, or expect to renew it.'),
            life.basis,
            { of: last.name, label: `life ${where}`, figure: life },
          )
        : null;
    },
  },
  aboutProduct({
    id: 'life-wanted',
    reads: 'product',
    topic: 'outdoors',
    about: 'Every layer has a life at its place; the shortest decides.',
    at: ['film', 'medium', 'ground', 'groundSeal'],
    test: (context) => {
      const { product, use, lifeYears } = context;
      if (use.place === 'unknown' || takesAway(product)) return null;
      const life = product.life?.[use.place];
      if (life === undefined) return null;
      const where = PLACE_WORDS[use.place];
      if (life === null)
        return blocks(
          `${product.name} is not made for a place that is ${where}`,
          'Use an exterior product, or move the piece under cover.',
          'practice',
        );
      const fact = figureOf(product, `life ${where}`, life);
      if (lifeYears === null) return null;
      if (life.high < lifeYears)
        return blocks(
          `${product.name} lasts ${years(life.high)} at the most ${where}, and ${years(lifeYears)} are wanted`,
          `Accept ${years(life.high)}, or choose a layer that lasts.`,
          life.basis,
          fact,
        );
      return life.low <= lifeYears
        ? cautions(
            `${product.name} lasts ${years(life.low)} to ${years(life.high)} ${where}: it may end before ${years(lifeYears)} are up`,
            advice('Plan to renew it, or choose a layer that lasts longer.'),
            life.basis,
            fact,
          )
        : null;
    },
  }),
  aboutProduct({
    id: 'finish-life',
    reads: 'product',
    topic: 'outdoors',
    about: 'A clear over the work is worn away first and is to be renewed.',
    at: ['finish'],
    test: ({ product, use, lifeYears }) => {
      if (use.place === 'unknown') return null;
      const life = product.life?.[use.place];
      if (life === null || life === undefined)
        return blocks(
          `${product.name} is not made for a place that is ${PLACE_WORDS[use.place]}`,
          'Use an exterior clear, or none.',
          'practice',
        );
      return lifeYears !== null && life.high < lifeYears
        ? cautions(
            `${product.name} wears away after ${years(life.typical)}`,
            keeping('Renew the clear before it goes dull.'),
            life.basis,
            figureOf(product, `life ${PLACE_WORDS[use.place]}`, life),
          )
        : null;
    },
  }),
  {
    id: 'place-unsaid',
    topic: 'outdoors',
    about: 'Where the piece lives decides what lasts.',
    at: 'piece',
    test: ({ use }) =>
      use.place === 'unknown'
        ? cautions(
            'where it will live has not been said',
            advice('Say indoors, humid, sheltered or exposed.'),
            'estimate',
          )
        : null,
  },
  {
    id: 'weather-wants-seal',
    topic: 'outdoors',
    about: 'Open wood and stone outdoors take water from behind unless the whole face is closed.',
    at: 'end',
    test: ({ top, use, surface, part, catalogue }) => {
      if (use.place !== 'exposed' && use.place !== 'sheltered') return null;
      const { porosity, traits } = surface.properties;
      if (porosity !== 'open') return null;
      const isOpen = !isClosed(top, surface);
      const asked = facesOf({ ...part, faces: null }, catalogue);
      const isLeftOpen = part.faces !== null && FACES.indexOf(part.faces) < FACES.indexOf(asked.faces);
      if (!isOpen && !isLeftOpen) return null;
      const areEdgesOpen = isOpen || part.faces === 'front';
      if (!isOpen && !(traits.includes('swells') && areEdgesOpen && use.place === 'exposed'))
        return cautions(
          `not all of it is coated, and ${asked.why}`,
          advice('Coat it all round, or close back and edges otherwise.'),
          'practice',
        );
      return traits.includes('swells') && use.place === 'exposed'
        ? blocks(
            'its edges drink water and swell unless the whole piece is painted or sealed',
            'Paint or seal all faces and edges.',
            'practice',
          )
        : cautions(
            'water gets behind the colour through the open surface, and frost lifts it',
            advice('Close the whole face with an exterior clear or paint.'),
            'practice',
          );
    },
  },
];

const PLACE_WORDS = {
  indoors: 'indoors',
  humid: 'humid',
  sheltered: 'outdoors under cover',
  exposed: 'outdoors in the weather',
} as const;

/** What is washed: the finish where there is one, else every layer that lies open. */
const outermost = (top: Top): Product[] => {
  const finish = top.coats.filter(({ operation }) => operation.role === 'finish').at(-1)?.product;
  if (finish) return [finish];
  const media = top.coats
    .filter(({ operation, product }) => operation.role === 'medium' && !takesAway(product))
    .map(({ product }) => product);
  const ground = top.coats
    .filter(({ operation }) => operation.role === 'ground' || operation.role === 'groundSeal')
    .map(({ product }) => product);
  return [...(top.film ? [top.film] : []), ...media, ...ground.slice(-1)];
};
