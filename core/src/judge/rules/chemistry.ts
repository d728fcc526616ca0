import { coversColour, isHeated, isLoose, mayHave, primes, sinksIn, takesAway } from '../asked.ts';
import type { Catalogue, Product } from '../../materials/index.ts';
import { learntDwell, type Part } from '../../piece/index.ts';
import { SURELY_RESISTS } from '../../trials/index.ts';
import {
  aboutProduct,
  blocks,
  BONDED_COATS,
  cautions,
  favours,
  figureOf,
  unknown,
  type Judgement,
  type Rule,
} from '../context.ts';
import { advice, doing, findOut, tryFirst } from '../demands.ts';

const ETCH_TEST =
  'Try a spot that will not show, for the label time, and rinse: if it frosts evenly there, it will on the piece.';

/** What the maker's own patches of a medium on such a surface say; null where they settle nothing. */
const ownPatches = (part: Part, product: Product, catalogue: Catalogue): Judgement | null => {
  const learnt = learntDwell(part.surface, product.id, catalogue);
  if (!learnt || learnt.resists === null) return null;
  const patches = learnt.count === 1 ? 'your own patch' : `your own ${learnt.count} patches`;
  const percent = Math.round(learnt.resists * 100);
  if (learnt.resists > SURELY_RESISTS)
    return blocks(
      `${patches} of ${product.name} never came through here: it is ${percent} % likely that this surface resists it`,
      'Choose another method, such as a film that stays.',
      'your-trial',
    );
  if (learnt.through > 0)
    return cautions(
      `${product.name} came through on ${patches} of such a surface`,
      doing('Look from the shortest time on, and rinse it off as soon as it gives way.'),
      'your-trial',
    );
  return cautions(
    `${patches} of ${product.name} never came through in that time: it is ${percent} % likely that this surface resists it`,
    tryFirst(
      'gel',
      'Try it once more on a spot that will not show, for as long as its label allows, looking every 10 to 15 minutes.',
    ),
    'your-trial',
  );
};

export const chemistry: readonly Rule[] = [
  aboutProduct({
    id: 'solvent-over-waterborne',
    topic: 'chemistry',
    about: 'Strong solvent wrinkles acrylic and film beneath it.',
    at: ['ground', 'groundSeal', 'medium', 'finish'],
    test: ({ top, product }) => {
      if (!product.flags.includes('hotSolvent') || takesAway(product) || top.solvents !== 'crazes') return null;
      const below = top.coats.filter(({ operation }) => operation.role !== 'edgeSeal').at(-1);
      return blocks(
        `the solvent in ${product.name} wrinkles ${below?.product.binder ? below.product.name : 'what is below it'}`,
        'Use a waterborne paint, or a ground of the same spray paint.',
        'practice',
      );
    },
  }),
  aboutProduct({
    id: 'solvent-on-plastic',
    topic: 'chemistry',
    about: 'Solvents dissolve foam and craze clear plastics.',
    at: ['prep', 'hold', 'ground', 'groundSeal', 'medium', 'finish'],
    test: ({ top, product }) => {
      const isSolvent = product.carrier === 'solvent';
      if (!isSolvent || top.solvents === 'stands') return null;
      if (product.flags.includes('alcohol') && top.traits.includes('standsAlcohol'))
        return cautions(
          `${product.name} can craze this plastic where it is under strain`,
          tryFirst('solvent', 'Wipe once, lightly, and try a spot first; soap and water are as good.'),
          'practice',
        );
      if (top.solvents === 'unknown')
        return unknown(
          `whether this surface stands the solvent in ${product.name} is not known`,
          tryFirst('solvent', 'Put one drop on a spot that will not show and look after ten minutes.'),
          'practice',
        );
      if (top.solvents === 'dissolves')
        return blocks(`${product.name} dissolves this material`, 'Use only water-based products on it.', 'physics');
      return product.removes || takesAway(product)
        ? blocks(
            `${product.name} crazes or lifts this surface`,
            product.removes ? 'Wash with soap, rinse and dry instead.' : 'Choose a method without solvents.',
            'practice',
          )
        : null;
    },
  }),
  aboutProduct({
    id: 'nothing-on-soil',
    topic: 'chemistry',
    about: 'Nothing sticks to dust, grease, wax, silicone, rust, old glue or damp.',
    at: ['ground', 'groundSeal', 'mask', 'film', 'medium', 'finish'],
    test: ({ top, product }) => {
      const left = top.soils.filter((soil) => soil !== 'gloss');
      if (!left.length) return null;
      // what is scrubbed, scraped or etched away needs no ground that holds
      if (takesAway(product) && left.every((soil) => soil === 'unknownAge')) return null;
      return blocks(
        `${SOIL_WORDS[left[0]!] ?? left[0]!} is still on the surface, and ${product.name} will not hold on it`,
        'Put the cleaning steps back before it.',
        'practice',
      );
    },
  }),
  aboutProduct({
    id: 'oil-on-zinc',
    topic: 'chemistry',
    about: 'Oil and alkyd paints turn to soap on zinc and peel.',
    at: BONDED_COATS,
    test: ({ top, product }) =>
      top.traits.includes('saponifies') && (product.carrier === 'oil' || product.binder === 'alkyd')
        ? blocks(
            `${product.name} turns to soap on zinc and peels`,
            'Use an etch or acrylic metal primer first, or an acrylic paint.',
            'physics',
          )
        : null,
  }),
  aboutProduct({
    id: 'metal-wants-primer',
    topic: 'chemistry',
    about: 'Paint on bare metal wants a metal primer.',
    at: ['ground', 'groundSeal', 'medium'],
    test: ({ top, product }) =>
      top.traits.includes('bareMetal') && !primes(product) && !takesAway(product)
        ? cautions(
            `${product.name} straight on bare metal chips early`,
            advice('Put an etch or acrylic metal primer below it.'),
            'practice',
          )
        : null,
  }),
  aboutProduct({
    id: 'caustic-on-light-metal',
    reads: 'product',
    topic: 'safety',
    about: 'Caustic removers on aluminium or zinc make hydrogen.',
    at: ['medium', 'prep'],
    safety: true,
    test: ({ surface, product }) =>
      product.flags.includes('caustic') && mayHave(surface.base.properties, 'hydrogenWithCaustic')
        ? blocks(
            `${product.name} makes hydrogen on this metal: it burns and bursts`,
            'Use a remover gel without lye, after a test patch.',
            'physics',
          )
        : null,
  }),
  aboutProduct({
    id: 'acid-on-limestone',
    reads: 'product',
    topic: 'chemistry',
    about: 'Acid eats marble and limestone.',
    at: ['medium'],
    test: ({ surface, product }) =>
      product.flags.includes('acid') && mayHave(surface.base.properties, 'acidSoluble')
        ? blocks(`the acid in ${product.name} eats the stone`, 'Paint through a stencil instead.', 'physics')
        : null,
  }),
  aboutProduct({
    id: 'etch-wants-soda-lime',
    reads: 'product',
    topic: 'chemistry',
    about: 'Frost cream needs silica glass that it can attack.',
    at: ['medium'],
    test: ({ surface, product }) => {
      if (product.attacks !== 'silica') return null;
      const takes = surface.properties.fluorideEtch;
      if (takes === 'yes')
        return favours('the frost is in the glass itself and lasts as long as the piece', '', 'practice');
      if (takes === 'weak')
        return cautions(`${product.name} is weak and patchy on this glass`, tryFirst('etch', ETCH_TEST), 'practice');
      if (takes === 'unknown')
        return unknown(
          `some glazes frost and some do not, and nobody has tried this one with ${product.name}`,
          tryFirst('etch', ETCH_TEST),
          'practice',
        );
      return blocks(
        `${product.name} finds nothing here that it can frost`,
        'Use a frosted film, or another method.',
        'physics',
      );
    },
  }),
  aboutProduct({
    id: 'gel-wants-coating',
    reads: 'product',
    topic: 'chemistry',
    about: 'Remover gel needs a coating that it can lift.',
    at: ['medium'],
    test: ({ surface, product, part, catalogue }) => {
      if (product.attacks !== 'coating') return null;
      const finds = surface.properties.gelStrip;
      const own = ownPatches(part, product, catalogue);
      if (own && finds !== 'nothing') return own;
      const patch =
        'Test patch first, on a spot that will not show: look every 10 to 15 minutes and note when the coat gives way.';
      if (finds === 'nothing')
        return blocks(`there is no coating here for ${product.name} to lift`, 'Choose another method.', 'physics');
      if (finds === 'no') return blocks(`this coating resists ${product.name}`, 'Choose another method.', 'practice');
      if (finds === 'unknown')
        return unknown(`whether ${product.name} lifts this coating is not known`, tryFirst('gel', patch), 'practice');
      return cautions(
        finds === 'may'
          ? `some coatings of this kind never lift: ${product.name} must be tried first`
          : `${product.name} works at its own pace on every coating`,
        tryFirst('gel', patch),
        'practice',
      );
    },
  }),
  aboutProduct({
    id: 'burn-wants-raw-wood',
    topic: 'chemistry',
    about: 'Burn paste works only in raw wood.',
    at: ['medium'],
    test: ({ top, surface, product }) => {
      if (product.attacks !== 'rawWood') return null;
      if (surface.properties.burn === 'unknown')
        return unknown(
          'whether this surface can be burnt is not known',
          tryFirst('burn', 'Ask what it is made of before heating it; try an offcut outdoors.'),
          'practice',
        );
      if (surface.properties.burn === 'no' && surface.base.properties.burn === 'takes')
        return blocks('the finish in the wood stops the paste from reaching it', 'Sand to raw wood first.', 'practice');
      if (surface.properties.burn === 'takes')
        return top.traits.includes('rawWood')
          ? null
          : blocks('a coat lies between the paste and the wood', 'Leave the wood raw under the paste.', 'practice');
      return surface.properties.burn === 'no'
        ? blocks('this material does not char', 'Choose another method.', 'physics')
        : null;
    },
  }),
  aboutProduct({
    id: 'burn-smoke',
    reads: 'product',
    topic: 'safety',
    about: 'Glue, treated wood, paint and oily woods give off harmful smoke when burnt.',
    at: ['medium'],
    safety: true,
    test: ({ surface, product }) =>
      product.attacks === 'rawWood' && surface.properties.burn === 'hazard'
        ? blocks(`heating ${surface.name} gives off harmful smoke`, 'Burn raw, solid wood only.', 'practice')
        : null,
  }),
  aboutProduct({
    id: 'dye-wants-polyester',
    reads: 'product',
    topic: 'chemistry',
    about: 'Dye transfer colours only polyester and polyester coatings.',
    at: ['film'],
    test: ({ surface, product, catalogue: { limits } }) => {
      if (product.attacks !== 'dyePolymer') return null;
      const share = surface.properties.dyePolymer;
      if (share === null)
        return unknown(
          'how much polyester is in this is not known',
          findOut('Read the care label; dye transfer needs 65 % polyester or more.'),
          'practice',
        );
      const fact = { of: surface.name, label: 'share of polyester', figure: share };
      if (share.typical >= limits.dyeFullShare.typical) return null;
      return share.typical >= limits.dyeFadedShare.typical
        ? cautions(
            `the colours fade by the share that is not polyester (${Math.round(100 - share.typical)} %)`,
            tryFirst('press', 'Test on a corner, or use iron-on film.'),
            'practice',
            fact,
          )
        : blocks(
            `${product.name} cannot colour this: it needs ${limits.dyeFadedShare.typical} % polyester or more`,
            'Use iron-on film or fabric paint.',
            'physics',
            fact,
          );
    },
  }),
  aboutProduct({
    id: 'dye-wants-light',
    reads: 'product',
    topic: 'chemistry',
    about: 'Dye is transparent: it does not show on dark cloth.',
    at: ['film'],
    test: ({ part, product }) => {
      if (product.attacks !== 'dyePolymer') return null;
      if (part.surface.tone === 'dark')
        return blocks(
          'dye is transparent and does not show on a dark colour',
          'Use a light blank, or iron-on film at low heat.',
          'physics',
        );
      return part.surface.tone === 'unknown'
        ? cautions(
            'dye shows only on light colours, and the colour has not been said',
            findOut('Say whether it is light or dark.'),
            'physics',
          )
        : null;
    },
  }),
  aboutProduct({
    id: 'dye-migrates',
    reads: 'product',
    topic: 'chemistry',
    about: 'Hot presses drive the dye of polyester into light film.',
    at: ['film'],
    test: ({ surface, product, catalogue: { limits } }) =>
      surface.properties.traits.includes('dyeMigrates') &&
      isHeated(product) &&
      product.attacks === undefined &&
      (product.workC?.typical ?? 0) > limits.dyeMigration.typical
        ? cautions(
            `at ${product.workC!.typical} °C the cloth's own dye creeps into light ${product.name}`,
            advice('Use a low-heat film.'),
            'practice',
            figureOf(product, 'press', product.workC!),
          )
        : null,
  }),
  aboutProduct({
    id: 'stain-wants-bare',
    topic: 'chemistry',
    about: 'Stain must sink into bare or sanded wood.',
    at: ['ground', 'medium'],
    test: ({ top, product, surface }) => {
      if (!sinksIn(product)) return null;
      const isWood =
        surface.base.pattern === 'grain' || surface.base.pattern === 'ply' || top.traits.includes('rawWood');
      return isWood && top.porosity === 'open' && top.texture === 'grain'
        ? null
        : blocks(`${product.name} has nothing to sink into`, 'Sand to raw wood first, or paint.', 'practice');
    },
  }),
  aboutProduct({
    id: 'waterproofing-repels',
    topic: 'chemistry',
    about: 'Waterproofed cloth repels paint and pressed glue.',
    at: ['film', 'medium', 'mask'],
    test: ({ top, product, operation }) =>
      top.traits.includes('waterproofed') && !(operation.role === 'mask' && isLoose(product))
        ? blocks(`the waterproofing keeps ${product.name} from holding`, 'Use cloth that is not proofed.', 'practice')
        : null,
  }),
  aboutProduct({
    id: 'repelling-wall-paint',
    topic: 'chemistry',
    about: 'Scrubbable wall paints repel film and paint.',
    at: ['film', 'medium', 'ground'],
    test: ({ top, product }) =>
      top.traits.includes('repelsPaint') && !product.flags.includes('priming')
        ? cautions(
            `this wall paint is made to let go, so ${product.name} may not hold`,
            tryFirst('bond', 'Wash it, and try a small piece for a day.'),
            'practice',
          )
        : null,
  }),
  aboutProduct({
    id: 'stains-through',
    topic: 'chemistry',
    about: 'Knots and tannin stain light paint from below.',
    at: ['ground', 'medium'],
    test: ({ top, product, part, operation }) => {
      const isLight = part.designs.some(({ tone }) => tone === 'light');
      const isCovered = top.coats.some((coat) => coat.product.flags.includes('blocksStains'));
      return top.traits.includes('tannin') &&
        isLight &&
        !isCovered &&
        coversColour(product) &&
        operation.extent === 'opening'
        ? cautions(
            `knots and tannin stain light ${product.name} from below`,
            advice('Put a blocking primer under it.'),
            'practice',
          )
        : null;
    },
  }),
  aboutProduct({
    id: 'cream-near-silvering',
    reads: 'product',
    topic: 'chemistry',
    about: 'Cream and removers can reach the silvering of a mirror at its edges.',
    at: ['medium'],
    test: ({ surface, product }) =>
      surface.base.properties.traits.includes('silvered') && takesAway(product)
        ? cautions(
            `${product.name} can creep to the silvering and black it`,
            doing('Stay 20 mm from the edges and keep the back dry.'),
            'practice',
          )
        : null,
  }),
  aboutProduct({
    id: 'alkaline-ground',
    topic: 'chemistry',
    about: 'Alkaline walls and concrete break down oil binders and push salts through.',
    at: BONDED_COATS,
    test: ({ top, product }) =>
      top.traits.includes('alkaline') && (product.carrier === 'oil' || product.binder === 'alkyd')
        ? cautions(
            `the alkali below breaks down ${product.name}`,
            advice('Use an acrylic, or let it age and prime it.'),
            'practice',
          )
        : null,
  }),
];

const SOIL_WORDS: Readonly<Record<string, string>> = {
  dust: 'dust',
  grease: 'grease',
  silicone: 'silicone polish',
  oldGlue: 'old glue',
  damp: 'damp',
  rust: 'rust',
  flaking: 'loose flakes',
  wax: 'wax',
  lint: 'lint',
  moisture: 'moisture in the cloth',
  rawGrain: 'unsanded grain',
  chalk: 'loose chalk',
  unknownAge: 'a coat whose age nobody knows',
};
