import { rankIn, WATERS } from '../../materials/index.ts';
import { formatTemperature } from '../../units/index.ts';
import { isHollow, type Design } from '../../piece/index.ts';
import { isFilm, mayHave, staysOn, takesAway } from '../asked.ts';
import { aboutProduct, blocks, cautions, type Context, type ProductContext, type Rule } from '../context.ts';
import { doing, keeping } from '../demands.ts';
import { mayBeLeaded } from '../situation.ts';

const LEFT_ON: readonly ('film' | 'medium' | 'finish' | 'ground' | 'groundSeal')[] = [
  'film',
  'medium',
  'finish',
  'ground',
  'groundSeal',
];

/** Where a design lies: where it was said to, and inside as well where its way of working is one for the inside. */
const zonesOf = ({ method, designs }: Pick<Context, 'method' | 'designs'>): readonly Design['zone'][] =>
  method.side === 'inside' ? [...designs.map(({ zone }) => zone), 'inside'] : designs.map(({ zone }) => zone);

const isInside = (context: ProductContext): boolean => zonesOf(context).includes('inside');

/** True where the design lies on what food or lips touch; a side that nobody has named is judged as a condition. */
const touchesFood = (context: ProductContext): boolean =>
  zonesOf(context).some(
    (zone) => zone === 'foodSide' || ((zone === 'inside' || zone === 'rim') && context.use.food !== 'none'),
  );

const mayMeetFood = ({ use }: Pick<Context, 'use'>): boolean => use.food !== 'none';
const meetsFood = ({ use }: Pick<Context, 'use'>): boolean => ['dry', 'food', 'lip'].includes(use.food);

export const safety: readonly Rule[] = [
  {
    id: 'never-on-these',
    topic: 'safety',
    about:
      'Safety gear, nightwear, cookware, stoves, pressure vessels, car glass, alarms and the like are never coated.',
    at: 'piece',
    safety: true,
    test: ({ use, catalogue }) => {
      const item = catalogue.itemById.get(use.item);
      return item?.refused ? blocks(item.refused, item.instead ?? 'Mark something beside it.', 'standard') : null;
    },
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
    about: 'Lye blinds and burns: it is used only where it is asked for by name.',
    at: ['medium'],
    safety: true,
    test: ({ product, designs }) => {
      if (!product.flags.includes('caustic')) return null;
      const why = `${product.name} burns skin and eyes at a touch`;
      return designs.some(({ wants }) => wants.medium === product.id)
        ? cautions(why, doing('Read its hazard card before you open it; a remover gel does the same work.'), 'standard')
        : blocks(why, 'Use a remover gel: it does the same work.', 'standard');
    },
  }),
  aboutProduct({
    id: 'inside-candle-vessel',
    reads: 'product',
    topic: 'safety',
    about: 'Nothing is put inside a vessel that holds a flame, nor inside where animals live.',
    at: LEFT_ON,
    safety: true,
    test: (context) => {
      const { use, product, catalogue } = context;
      if (takesAway(product) || !isInside(context)) return null;
      const flame = catalogue.itemById.get('candleVessel')?.inside;
      const why = catalogue.itemById.get(use.item)?.inside ?? (use.heat === 'candle' ? flame : undefined);
      return why
        ? blocks(`${product.name} ${why}`, 'Put it outside, where its label allows, or leave it bare.', 'standard')
        : null;
    },
  }),
  aboutProduct({
    id: 'food-zone',
    reads: 'product',
    topic: 'food',
    about: 'Where food or lips touch, only what is rated for it.',
    at: LEFT_ON,
    safety: true,
    test: (context) => {
      const { product, catalogue, part } = context;
      if (product.foodRated === 'yes' || takesAway(product)) return null;
      const rim = { of: 'a drinking rim', label: 'kept clear', figure: catalogue.limits.rimDistance };
      const clear = `${catalogue.limits.rimDistance.typical} mm`;
      const isVessel = isHollow(part.surface.shape);
      if (touchesFood(context))
        return blocks(
          `${product.name} is not rated for food, and the design lies where food or lips touch`,
          isVessel
            ? `Move the design outside, ${clear} or more below the rim.`
            : 'Move it to a side that food does not touch.',
          'standard',
          rim,
        );
      return mayMeetFood(context)
        ? cautions(
            isVessel
              ? `keep ${product.name} off what touches food and ${clear} from the rim`
              : `keep ${product.name} off the side that touches food`,
            doing('Mark the side that food does not touch.'),
            'standard',
            rim,
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
    test: (context) => {
      if (context.product.attacks !== 'rawWood' || !mayMeetFood(context)) return null;
      return touchesFood(context)
        ? blocks(
            'a burn on the side that touches food is unverified for food',
            'Burn the side that food does not touch.',
            'practice',
          )
        : cautions(
            'a burn is unverified for food',
            doing('Burn only the side that food does not touch, and mark it.'),
            'practice',
          );
    },
  }),
  aboutProduct({
    id: 'cream-on-food-glaze',
    reads: 'product',
    topic: 'food',
    about:
      'Frost cream on a glaze frees lead and cadmium: never where food or lips touch, never over coloured decoration.',
    at: ['medium'],
    safety: true,
    test: (context) => {
      const { product, surface } = context;
      if (product.attacks !== 'silica' || surface.base.pattern !== 'glaze' || !mayMeetFood(context)) return null;
      return touchesFood(context)
        ? blocks(
            `${product.name} frees what is in the glaze, such as lead and cadmium, where food or lips touch`,
            'Etch the outside, away from the rim and from coloured decoration; or use a frosted film there.',
            'standard',
          )
        : cautions(
            `${product.name} over coloured decoration frees lead and cadmium`,
            doing('Only on plain glaze, outside, well below the rim.'),
            'standard',
          );
    },
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
          doing('Rinse for minutes, wash twice; keep fresh etching off the lip.'),
          'practice',
        );
      return use.food === 'food' || use.food === 'lip'
        ? cautions(
            `keep ${product.name} to the side that food and lips do not touch`,
            doing('Rinse for minutes and wash twice before the piece meets food.'),
            'practice',
          )
        : null;
    },
  }),
  aboutProduct({
    id: 'children-mouth',
    reads: 'product',
    topic: 'food',
    about: 'On toys, cots, mouthpieces and animals’ dishes only what is rated for it.',
    at: LEFT_ON,
    safety: true,
    test: ({ use, product, catalogue }) => {
      if (product.childRated === 'yes') return null;
      const item = catalogue.itemById.get(use.item);
      if (item?.rated === 'children')
        return blocks(
          `${product.name} is not rated for ${item.name.replace(/^an? /, '')}`,
          'Use a product whose label says so, or mark something else.',
          'standard',
        );
      if (use.children !== 'yes') return null;
      return isFilm(product)
        ? cautions(
            `${product.name} peels, and small children mouth what comes off`,
            keeping('Keep it out of reach, round its corners and renew what lifts; or use a paint labelled for toys.'),
            'standard',
          )
        : cautions(
            `small children mouth things, and ${product.name} is not rated for that`,
            keeping('Keep it out of reach, or use a product labelled for toys.'),
            'standard',
          );
    },
  }),
  aboutProduct({
    id: 'skin-contact',
    reads: 'product',
    topic: 'safety',
    about: 'What lies against the skin must be cured through, and may still irritate.',
    at: ['film', 'medium', 'finish'],
    test: ({ use, product }) => {
      if (use.skin !== 'yes' || !staysOn(product)) return null;
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
            keeping('Let it cure in full and wash it before it is worn; stop where the skin reddens.'),
            'practice',
          );
    },
  }),
  aboutProduct({
    id: 'lead-below',
    reads: 'product',
    topic: 'safety',
    about: 'Old glazes and crystal may hold lead: no food, no etching.',
    at: ['medium', 'film', 'finish'],
    safety: true,
    test: (context) => {
      const { surface, product } = context;
      if (!surface.base.properties.traits.includes('mayHoldLead')) return null;
      return meetsFood(context)
        ? blocks(
            'this glaze or crystal may hold lead: no food or drink in it, whatever is put on it',
            'Keep it for display, or have it tested before any use with food.',
            'practice',
          )
        : cautions(
            `this glaze or crystal may hold lead; ${product.name} is for display only`,
            keeping('Have it tested before any use with food.'),
            'practice',
          );
    },
  }),
  aboutProduct({
    id: 'old-coat-untested',
    reads: 'product',
    topic: 'safety',
    about: 'An old or unknown coat may hold lead: untested it is not sanded, scraped, heated or stripped.',
    at: ['prep', 'medium'],
    safety: true,
    test: (context) => {
      const { product } = context;
      const isRough =
        product.how.includes('sand') ||
        (product.takesOff?.length ?? 0) > 0 ||
        product.attacks === 'coating' ||
        product.attacks === 'rawWood';
      return isRough && mayBeLeaded(context)
        ? blocks(
            `the coat that is there may hold lead, and ${product.name} would set it free`,
            'Test it for lead first and say so; where it holds lead, removal is licensed work.',
            'standard',
          )
        : null;
    },
  }),
  aboutProduct({
    id: 'asbestos-below',
    reads: 'product',
    topic: 'safety',
    about:
      'Old floor tiles, textured coatings and cement sheet may hold asbestos: never sanded or scraped before a test.',
    at: ['prep'],
    safety: true,
    test: ({ product, surface }) =>
      product.how.includes('sand') && surface.base.properties.traits.includes('asbestosOld')
        ? blocks(
            `${surface.base.name} or its glue may hold asbestos, and ${product.name} would set it free`,
            'Wash it instead; sand only after a test says that there is none.',
            'standard',
          )
        : null,
  }),
  aboutProduct({
    id: 'structural-part',
    reads: 'product',
    topic: 'safety',
    about: 'What carries load in carbon fibre is never sanded, stripped, heated or etched.',
    at: ['prep', 'medium', 'film'],
    safety: true,
    test: ({ product, surface }) =>
      surface.base.properties.traits.includes('structural') &&
      (product.how.includes('sand') ||
        takesAway(product) ||
        product.workC !== undefined ||
        product.flags.includes('hotSolvent'))
        ? blocks(
            `${product.name} weakens a part that carries load, and nobody sees it`,
            'Lay a film on the clean lacquer, without sanding, solvent or heat.',
            'standard',
          )
        : null,
  }),
  {
    id: 'treated-and-food',
    topic: 'safety',
    about: 'Treated and salvaged timber is never for food, nor for what small children mouth.',
    at: 'piece',
    safety: true,
    test: (context) =>
      context.surface.base.properties.traits.includes('treated') &&
      (meetsFood(context) || context.catalogue.itemById.get(context.use.item)?.rated !== undefined)
        ? blocks(
            `${context.surface.base.name} holds poison, and food or mouths touch it`,
            'Use untreated wood; or keep food away from it.',
            'standard',
          )
        : null,
  },
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
  aboutProduct({
    id: 'boiling-wall',
    reads: 'product',
    topic: 'heat',
    about: 'The wall of a vessel that boils takes no film, paint or epoxy.',
    at: LEFT_ON,
    safety: true,
    test: ({ product, use, heat }) =>
      use.heat === 'boiling' && heat && staysOn(product)
        ? blocks(
            `${product.name} would sit on a wall as hot as ${formatTemperature(heat.high)}`,
            'Hang a tag on it, or mark a part that stays cool.',
            heat.basis,
            { of: 'boiling water', label: 'surface', figure: heat },
          )
        : null,
  }),
  aboutProduct({
    id: 'metal-in-microwave',
    reads: 'product',
    topic: 'heat',
    about: 'Metal film sparks in a microwave.',
    at: ['film', 'medium', 'finish'],
    safety: true,
    test: ({ product, use }) => {
      if (!product.looks?.includes('metallic') || product.looks.includes('opaque')) return null;
      if (use.heat === 'microwave')
        return blocks(
          `${product.name} sparks in a microwave`,
          'Use a plain film or paint, or keep it out of the microwave.',
          'physics',
        );
      // what food is warmed in may come to one, whatever else was said of its heat, and so may a thing of which nobody said that it is not
      return use.food === 'food' || use.food === 'lip' || use.food === 'unknown'
        ? cautions(`${product.name} sparks in a microwave`, keeping('Never in a microwave.'), 'physics')
        : null;
    },
  }),
  aboutProduct({
    id: 'vacuum-and-oven',
    reads: 'product',
    topic: 'heat',
    about: 'A vacuum vessel bursts in an oven.',
    at: ['film', 'medium', 'finish'],
    safety: true,
    test: ({ product, use }) =>
      use.item === 'vacuumVessel' && product.tools.includes('oven')
        ? blocks(
            `${product.name} is baked, and a vacuum vessel can burst in an oven`,
            'Use what dries in the air.',
            'physics',
          )
        : null,
  }),
  {
    id: 'vacuum-vessel',
    topic: 'water',
    about:
      'Vacuum vessels stay out of dishwashers, lamps and appliances out of water, unless their label says otherwise.',
    at: 'piece',
    test: ({ use, catalogue }) => {
      const item = catalogue.itemById.get(use.item);
      const most = item?.stands?.water;
      return item && most && rankIn(WATERS, use.water) > rankIn(WATERS, most)
        ? cautions(
            `${item.name} ${use.water === 'dishwasher' ? 'does not belong in a dishwasher' : 'is not washed'} unless its label says so`,
            keeping(most === 'handWash' ? 'Wash it by hand.' : 'Wipe it with a damp cloth, unplugged.'),
            'label-typical',
          )
        : null;
    },
  },
  aboutProduct({
    id: 'unnamed-metal',
    reads: 'product',
    topic: 'safety',
    about: 'On a surface that nobody has named, nothing caustic or acid.',
    at: ['medium', 'prep'],
    safety: true,
    test: ({ product, surface }) =>
      (product.flags.includes('caustic') || product.flags.includes('acid')) &&
      mayHave({ traits: surface.base.properties.traits.filter((trait) => trait === 'unknown') }, 'unknown')
        ? blocks(
            `nobody has said what ${surface.base.name} is, and ${product.name} can burst or poison on some materials`,
            'Say what it is made of first.',
            'practice',
          )
        : null,
  }),
];
