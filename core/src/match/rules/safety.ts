import { formatTemperature } from '../../units/index.ts';
import { aboutProduct, blocks, cautions, takesAway, type ProductContext, type Rule } from '../context.ts';

const LEFT_ON: readonly ('film' | 'medium' | 'finish' | 'ground' | 'groundSeal')[] = [
  'film',
  'medium',
  'finish',
  'ground',
  'groundSeal',
];
const ITEM_WORDS: Readonly<Record<string, string>> = {
  safetyGear: 'safety gear',
  nightwear: 'flame-retardant nightwear',
  cookware: 'cookware and stove surfaces',
};

const touchesFood = ({ part, use }: ProductContext): boolean =>
  part.designs.some(
    ({ zone }) =>
      zone === 'foodSide' || (zone === 'inside' && use.food !== 'none') || (zone === 'rim' && use.food !== 'none'),
  );

export const safety: readonly Rule[] = [
  {
    id: 'never-on-these',
    topic: 'safety',
    about: 'Safety gear, flame-retardant nightwear and cookware are never coated.',
    at: 'piece',
    safety: true,
    test: ({ use }) =>
      ITEM_WORDS[use.item]
        ? blocks(
            `nothing is put on ${ITEM_WORDS[use.item]}: a coat can hide damage, weaken it or burn`,
            'Mark its bag, hook or shelf instead.',
            'standard',
          )
        : null,
  },
  aboutProduct({
    id: 'never-this-product',
    reads: 'product',
    topic: 'safety',
    about: 'Some products are refused outright.',
    at: ['prep', 'ground', 'groundSeal', 'medium', 'film', 'finish'],
    safety: true,
    test: ({ product }) =>
      product.flags.includes('banned')
        ? blocks(
            `${product.name} is refused: ${product.about.replace(/^Refused: /, '')}`,
            'Use another product.',
            'standard',
          )
        : null,
  }),
  aboutProduct({
    id: 'lye-burns',
    reads: 'product',
    topic: 'safety',
    about: 'Lye burns skin and eyes worse than a gel that does the same work.',
    at: ['medium'],
    test: ({ product }) =>
      product.flags.includes('caustic')
        ? cautions(
            `${product.name} burns skin and eyes at a touch`,
            'Use a remover gel: it does the same work.',
            'standard',
          )
        : null,
  }),
  aboutProduct({
    id: 'inside-candle-vessel',
    reads: 'product',
    topic: 'safety',
    about: 'Nothing is put inside a vessel that holds a flame.',
    at: LEFT_ON,
    safety: true,
    test: ({ part, use, product }) =>
      (use.item === 'candleVessel' || use.heat === 'candle') &&
      part.designs.some(({ zone }) => zone === 'inside') &&
      !takesAway(product)
        ? blocks(
            `${product.name} inside a candle vessel can burn`,
            'Put it outside, where its label allows, or use an LED.',
            'standard',
          )
        : null,
  }),
  aboutProduct({
    id: 'food-zone',
    reads: 'product',
    topic: 'food',
    about: 'Where food or lips touch, only what is rated for it.',
    at: LEFT_ON,
    safety: true,
    test: (context) => {
      const { product, use, catalogue } = context;
      if (product.foodRated === 'yes' || takesAway(product)) return null;
      if (touchesFood(context))
        return blocks(
          `${product.name} is not rated for food, and the design lies where food or lips touch`,
          `Move the design outside, ${catalogue.limits.rimDistance.typical} mm or more below the rim.`,
          'standard',
          { of: 'a drinking rim', label: 'kept clear', figure: catalogue.limits.rimDistance },
        );
      return use.food === 'food' || use.food === 'lip' || use.food === 'unknown'
        ? cautions(
            `keep ${product.name} off what touches food and ${catalogue.limits.rimDistance.typical} mm from the rim`,
            'Mark the side that food does not touch.',
            'standard',
            { of: 'a drinking rim', label: 'kept clear', figure: catalogue.limits.rimDistance },
          )
        : null;
    },
  }),
  aboutProduct({
    id: 'burn-and-food',
    reads: 'product',
    topic: 'food',
    about: 'A burn on a food side is unverified.',
    at: ['medium'],
    safety: true,
    test: (context) =>
      context.product.attacks === 'rawWood' && context.use.food !== 'none'
        ? touchesFood(context)
          ? blocks(
              'a burn on the side that touches food is unverified for food',
              'Burn the side that food does not touch.',
              'practice',
            )
          : cautions(
              'a burn is unverified for food',
              'Burn only the side that food does not touch, and mark it.',
              'practice',
            )
        : null,
  }),
  aboutProduct({
    id: 'stripped-food-zone',
    reads: 'product',
    topic: 'food',
    about: 'Etch and remover residues must not stay where food or lips touch.',
    at: ['medium'],
    test: (context) => {
      const { product, use } = context;
      if (!takesAway(product) || product.attacks === 'rawWood') return null;
      if (touchesFood(context))
        return cautions(
          `${product.name} must be rinsed off completely where food or lips touch`,
          'Rinse for minutes, wash twice; keep fresh etching off the lip.',
          'practice',
        );
      return use.food === 'food' || use.food === 'lip'
        ? cautions(
            `keep ${product.name} to the side that food and lips do not touch`,
            'Rinse for minutes and wash twice before the piece meets food.',
            'practice',
          )
        : null;
    },
  }),
  aboutProduct({
    id: 'children-mouth',
    reads: 'product',
    topic: 'food',
    about: 'On toys, cots and pet bowls only what is rated for it.',
    at: LEFT_ON,
    safety: true,
    test: ({ use, product }) => {
      if (product.childRated === 'yes') return null;
      if (use.item === 'toy' || use.item === 'petBowl')
        return blocks(
          `${product.name} is not rated for ${use.item === 'toy' ? 'toys and cots' : 'pet bowls'}`,
          'Use a product whose label says so, or mark something else.',
          'standard',
        );
      return use.children === 'yes'
        ? cautions(
            `small children mouth things, and ${product.name} is not rated for that`,
            'Keep it out of reach, or use a product labelled for toys.',
            'standard',
          )
        : null;
    },
  }),
  aboutProduct({
    id: 'skin-contact',
    reads: 'product',
    topic: 'safety',
    about: 'What lies against the skin must be cured through, and may still irritate.',
    at: ['film', 'medium', 'finish'],
    test: (context) => {
      const { use, product } = context;
      if (use.skin !== 'yes' || takesAway(product) || product.attacks === 'dyePolymer') return null;
      if (product.carrier === 'twoPart')
        return blocks(
          `${product.name} can make skin sensitive to it for life, and the piece is worn against the skin`,
          'Use another finish, or keep it off the side that touches skin.',
          'practice',
        );
      return product.childRated === 'yes'
        ? null
        : cautions(
            `nobody has rated ${product.name} for wear against the skin`,
            'Let it cure in full and wash it before it is worn; stop where the skin reddens.',
            'practice',
          );
    },
  }),
  aboutProduct({
    id: 'lead-below',
    reads: 'product',
    topic: 'safety',
    about: 'Old glazes and crystal may hold lead.',
    at: ['medium', 'film'],
    test: ({ surface, use, product }) =>
      surface.base.properties.traits.includes('mayHoldLead')
        ? cautions(
            use.food !== 'none'
              ? 'this glaze or crystal may hold lead: no food or drink in it, whatever is put on it'
              : `this glaze or crystal may hold lead; ${product.name} is for display only`,
            'Have it tested before any use with food.',
            'practice',
          )
        : null,
  }),
  aboutProduct({
    id: 'pvc-heat',
    reads: 'product',
    topic: 'heat',
    about: 'PVC film gives off harmful gas when hot.',
    at: ['film'],
    safety: true,
    test: ({ product, heat, catalogue: { limits } }) =>
      product.flags.includes('pvc') && heat && heat.high > limits.pvcHeat.high
        ? blocks(
            `${product.name} is PVC, which gives off harmful gas above ${formatTemperature(limits.pvcHeat.high)}, and the surface can reach ${formatTemperature(heat.high)}`,
            'Keep the heat away (LED), or etch instead.',
            limits.pvcHeat.basis,
            { of: product.name, label: 'PVC limit', figure: limits.pvcHeat },
          )
        : null,
  }),
  {
    id: 'vacuum-vessel',
    topic: 'water',
    about: 'A vacuum vessel stays out of ovens and dishwashers unless its label says otherwise.',
    at: 'piece',
    test: ({ use }) =>
      use.item === 'vacuumVessel' && use.water === 'dishwasher'
        ? cautions(
            'a vacuum vessel does not belong in a dishwasher unless its label says so',
            'Wash it by hand.',
            'label-typical',
          )
        : null,
  },
];
