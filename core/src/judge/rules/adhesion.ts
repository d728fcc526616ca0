import { ENERGIES, rankIn, type Method } from '../../materials/index.ts';
import {
  isCoarserThan,
  isFilm,
  isGlued,
  isHeated,
  isLoose,
  isPile,
  isPinned,
  givesKey,
  primes,
  sinksIn,
  takesAway,
} from '../asked.ts';
import { aboutProduct, blocks, BONDED_COATS, cautions, unknown, type Context, type Rule } from '../context.ts';
import { advice, doing, findOut, tryFirst } from '../demands.ts';

const TEST_PATCH = 'Try a spot that will not show: lay it, wait a day, then try to lift the edge with tape.';
const TEXTURE_WORDS: Readonly<Record<string, string>> = {
  smooth: 'smooth',
  fine: 'fine',
  orangePeel: 'orange peel',
  grain: 'open grain',
  weave: 'weave',
  rough: 'rough',
  beads: 'beads',
  brush: 'open pile',
};

export const adhesion: readonly Rule[] = [
  aboutProduct({
    id: 'film-wants-energy',
    topic: 'adhesion',
    about: 'Adhesive film bonds only where its glue can wet the surface.',
    at: ['film', 'mask'],
    test: ({ top, product, operation }) => {
      if (!product.wets || (operation.role === 'mask' && (isHeated(product) || top.energy !== 'veryLow'))) return null;
      if (top.energy === 'unknown')
        return unknown(
          `nobody has said whether glue wets this surface, so ${product.name} may let go`,
          tryFirst('bond', `${TEST_PATCH} A drop of water that spreads is a good sign, one that beads a bad one.`),
          'practice',
        );
      const gap = rankIn(ENERGIES, product.wets) - rankIn(ENERGIES, top.energy);
      if (top.energy === 'veryLow')
        return blocks(
          `glue lets go of this surface: ${product.name} would lift, and no wait repairs it`,
          'Mark it another way, or prime it with an adhesion promoter and test.',
          'physics',
        );
      if (gap > 0 && isHeated(product))
        return unknown(
          `${product.name} holds on a surface this hard to wet only where its label names it`,
          tryFirst(
            'press',
            'Use a film sold for this cloth; press a patch inside a hem, wait a day, wash it and pull at it.',
          ),
          'practice',
        );
      return gap > 0
        ? cautions(
            `the glue of ${product.name} holds only about a third to a half of its strength on a surface this hard to wet`,
            tryFirst('bond', TEST_PATCH),
            'estimate',
          )
        : null;
    },
  }),
  aboutProduct({
    id: 'coat-wants-energy',
    topic: 'adhesion',
    about: 'Paint and clear hold only where they wet the surface.',
    at: BONDED_COATS,
    test: ({ top, product }) => {
      if (takesAway(product) || !product.wets) return null;
      if (top.energy === 'veryLow' && product.wets === 'veryLow')
        return unknown(
          `${product.name} holds on some plastics of this kind and not on others`,
          tryFirst('coat', `${TEST_PATCH} Cross-cut it with a knife first.`),
          'estimate',
        );
      if (top.energy === 'unknown')
        return unknown(
          `nobody has said whether paint wets this surface, so ${product.name} may peel`,
          tryFirst('coat', TEST_PATCH),
          'practice',
        );
      if (rankIn(ENERGIES, top.energy) >= rankIn(ENERGIES, product.wets)) return null;
      return top.energy === 'veryLow' || top.energy === 'low'
        ? blocks(
            `${product.name} peels off a surface that repels it`,
            'Use a bonding primer first where one will hold, and test; or choose another method.',
            'practice',
          )
        : cautions(
            `${product.name} wets this surface poorly`,
            tryFirst('coat', 'Clean it well, and test a spot first.'),
            'practice',
          );
    },
  }),
  aboutProduct({
    id: 'film-wants-smooth',
    topic: 'adhesion',
    about: 'A staying film bridges the hollows of a coarse surface and lifts from there.',
    at: ['film'],
    test: ({ top, surface, product }) => {
      const limit = product.texture?.stays;
      if (!limit) return null;
      if (top.texture === 'unknown')
        return unknown(
          `how coarse the surface is has not been said, and ${product.name} needs it no coarser than ${TEXTURE_WORDS[limit]}`,
          findOut('Drag a fingernail across it, and say smooth, fine, grain, weave or rough.'),
          'practice',
        );
      if (!isCoarserThan(top.texture, limit)) return null;
      if (isHeated(product) && isPile(top) && top.texture !== 'brush')
        return cautions(
          `${product.name} bridges the fibre of so coarse a cloth and lifts in the wash`,
          tryFirst('press', 'Press a trial piece first, pull at it after a day; keep the shapes large.'),
          'practice',
        );
      if (isStained({ top, surface }))
        return cautions(
          `${product.name} lies on the open grain of stained wood and may lift`,
          doing(
            'Sand it very smooth to 320 before the stain, or seal the stain; press the film down and try its edge after a day.',
          ),
          'practice',
        );
      return blocks(
        `${product.name} bridges the hollows of this ${TEXTURE_WORDS[top.texture]} and lifts`,
        'Sand and seal the surface very smooth, use a film with a stronger glue, or paint through a stencil.',
        'practice',
      );
    },
  }),
  aboutProduct({
    id: 'film-wants-sealed',
    topic: 'adhesion',
    about: 'A staying film needs a closed surface: pores give its glue too little to hold.',
    at: ['film'],
    test: ({ top, surface, product }) => {
      if (isHeated(product) || !product.texture?.stays) return null;
      if (top.porosity === 'open' && isStained({ top, surface }))
        return cautions(
          `${product.name} has little to hold on open, stained grain`,
          doing('Let the stain dry in full and sand very smooth before it; sealed it holds for years.'),
          'practice',
        );
      if (top.porosity === 'open')
        return blocks(`${product.name} has nothing to hold on open pores`, 'Seal the surface first.', 'practice');
      if (top.porosity === 'fibre')
        return blocks(
          `nothing adhesive holds on loose fibre, so ${product.name} falls off`,
          'Use paint through a pinned stencil, or film that is pressed on hot where the cloth stands it.',
          'practice',
        );
      if (top.porosity === 'unknown')
        return unknown(
          'nobody has said whether this surface drinks water',
          findOut('Put a drop of water on it: if it darkens within a minute, it is open; seal it first.'),
          'practice',
        );
      return null;
    },
  }),
  aboutProduct({
    id: 'nothing-on-friable',
    topic: 'adhesion',
    about: 'Chalky and crumbling surfaces come away with whatever is stuck to them.',
    at: ['film', 'mask', 'medium', 'ground', 'finish'],
    test: ({ top, product, operation }) => {
      if (top.friable !== 'yes')
        return top.friable === 'unknown' && isFilm(product) && operation.extent === 'opening'
          ? unknown(
              'nobody has said whether this surface chalks',
              findOut('Rub it with a dark cloth: powder on the cloth means it chalks, so seal it first.'),
              'practice',
            )
          : null;
      if (isPinned(product) || isLoose(product)) return null;
      if (isGlued(product) || isHeated(product))
        return blocks(
          `the chalky surface comes away with ${product.name}`,
          'Sand it smooth and seal it first, when it is cured.',
          'practice',
        );
      if (product.flags.includes('sealsPores') || primes(product)) return null;
      return cautions(
        `${product.name} on a chalky surface holds no better than the chalk`,
        advice('Seal it first.'),
        'practice',
      );
    },
  }),
  aboutProduct({
    id: 'coat-wants-key',
    topic: 'adhesion',
    about: 'Paint needs a key on gloss: scuffing, or a primer that bonds.',
    at: BONDED_COATS,
    test: ({ top, product }) => {
      if (takesAway(product) || !top.soils.includes('gloss') || givesKey(product)) return null;
      return blocks(
        `${product.name} flakes off an unscuffed gloss`,
        'Scuff with 320 grit until dull, or use a bonding primer.',
        'practice',
      );
    },
  }),
  aboutProduct({
    id: 'film-follows-shape',
    reads: 'product',
    topic: 'adhesion',
    about: 'Stiff film and sheets wrinkle on curves they cannot follow.',
    at: ['film', 'mask'],
    test: ({ part, product }) => {
      const { shape } = part.surface;
      if (!product.shapes || shape === 'unknown' || product.shapes.includes(shape)) return null;
      if (shape === 'compound' || isLoose(product) || isHeated(product))
        return isGlued(product)
          ? cautions(
              `${product.name} wrinkles on a curve in two directions`,
              doing('Cut relief cuts around the art and keep the pieces small.'),
              'practice',
            )
          : blocks(
              `${product.name} does not lie down on this shape`,
              'Use an adhesive film as the stencil, in small pieces.',
              'practice',
            );
      return cautions(
        `${product.name} is stiff for this curve`,
        doing('Cut relief cuts in the tape around the art and work from the middle.'),
        'practice',
      );
    },
  }),
  aboutProduct({
    id: 'plasticiser-softens',
    topic: 'adhesion',
    about: 'The softener in plastic cloth creeps into glue and ink.',
    at: ['film', 'medium'],
    test: ({ top, product }) =>
      top.traits.includes('plasticiser') && !takesAway(product)
        ? cautions(
            `the softener in this material creeps into ${product.name} and makes it sticky in time`,
            advice('Expect to renew it; test a spot for some weeks where it matters.'),
            'practice',
          )
        : null,
  }),
  aboutProduct({
    id: 'oily-wood-repels',
    topic: 'adhesion',
    about: 'The oil of tropical woods comes to the face and holds coats and glue off.',
    at: ['film', 'medium', 'ground', 'groundSeal'],
    test: ({ top, product }) =>
      top.traits.includes('oilyWood') && !takesAway(product)
        ? cautions(
            `the oil in this wood holds ${product.name} off`,
            tryFirst('oilyWood', 'Wipe it with solvent just before, and try a spot for a week.'),
            'practice',
          )
        : null,
  }),
  aboutProduct({
    id: 'sheet-outgasses',
    topic: 'adhesion',
    about: 'Gas from some plastic sheets makes bubbles under film.',
    at: ['film'],
    test: ({ top, product }) =>
      top.traits.includes('outgasses')
        ? cautions(
            `gas from the sheet can make bubbles under ${product.name}`,
            tryFirst(
              'gas',
              'Let a new sheet stand unwrapped for some days; try a patch for two days, prick bubbles with a pin.',
            ),
            'practice',
          )
        : null,
  }),
  aboutProduct({
    id: 'brittle-on-bending',
    reads: 'product',
    topic: 'adhesion',
    about: 'A brittle coat cracks where the piece bends, and a film that is not made for it lifts.',
    at: ['medium', 'film', 'finish', 'ground', 'groundSeal'],
    test: ({ surface, product }) => {
      if (
        surface.properties.flex !== 'bends' ||
        surface.properties.texture === 'brush' || // on open pile each fibre bends in its own coat
        takesAway(product) ||
        product.flags.includes('bends') ||
        product.body === 'thin'
      )
        return null;
      return product.flags.includes('brittle')
        ? blocks(`${product.name} cracks where the piece bends`, 'Use a paint made to bend.', 'practice')
        : cautions(
            `${product.name} is not made to bend with the piece`,
            doing(isFilm(product) ? 'Keep its pieces small, off what bends most.' : 'Keep the coats very thin.'),
            'practice',
          );
    },
  }),
  {
    id: 'method-suits-surface',
    topic: 'adhesion',
    about: 'Each way of working is made for certain surfaces.',
    at: 'piece',
    test: (context) => {
      const bad = unsuited(context, context.method.suits);
      return bad ? blocks(`${bad.why}: this surface is not that`, 'Choose another method.', 'practice') : null;
    },
  },
  aboutProduct({
    id: 'product-suits-surface',
    reads: 'product',
    topic: 'adhesion',
    about: 'Some products are made for certain surfaces only.',
    at: ['prep', 'ground', 'groundSeal', 'medium', 'film', 'finish'],
    test: (context) => {
      const bad = unsuited(context, context.product.suits ?? []);
      return bad ? blocks(`${bad.why}: this surface is not that`, 'Choose another product.', 'label-typical') : null;
    },
  }),
];

/** True where a stain is what the film would lie on: nothing lies on top of the grain. */
const isStained = ({ top: { coats }, surface }: Pick<Context, 'top' | 'surface'>): boolean => {
  const last = coats.findLast(({ operation }) => operation.extent === 'all');
  if (last) return sinksIn(last.product);
  const below = surface.finishes.at(-1)?.finish.changes;
  return below !== undefined && below.porosity === undefined && below.texture === undefined;
};

const yesNo = (is: boolean) => (is ? 'yes' : 'no');

/** The first thing that a method or product is made for and this piece is not; what is unknown counts as unsuited only where the list leaves it out. */
const unsuited = ({ surface, part }: Context, suits: Method['suits']) =>
  suits.find(({ property, words }) => {
    const { properties } = surface;
    const is =
      property === 'shape'
        ? part.surface.shape
        : property === 'clear'
          ? properties.traits.includes('silvered')
            ? 'mirror'
            : yesNo(properties.traits.includes('transparent'))
          : property === 'metalBase'
            ? yesNo(surface.base.properties.traits.includes('bareMetal'))
            : properties[property];
    return !words.includes(is);
  });
