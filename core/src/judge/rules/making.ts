import { AIRS, rankIn } from '../../materials/index.ts';
import { isCutByHand, pileStroke } from '../../artwork/index.ts';
import { dryTime, dewPoint } from '../../dry/index.ts';
import { freshnessOf } from '../../shelf/index.ts';
import { sizeOfArea } from '../../shape/index.ts';
import { formatDuration, formatLength, formatTemperature } from '../../units/index.ts';
import { holdsFirmly, holdsWeakly, isCoat, isGlued, primes, takesAway } from '../asked.ts';
import {
  aboutProduct,
  blocks,
  cautions,
  favours,
  figureOf,
  unknown,
  type ProductContext,
  type Rule,
} from '../context.ts';
import { advice, cutting, doing, keeping, findOut, tryFirst } from '../demands.ts';
import { LOOK_WORDS } from '../words.ts';

/** Where no label has said less, a room as warm as this is warm enough, °C. */
const SURELY_WARM_C = 18;
const CUT: readonly ('mask' | 'film')[] = ['mask', 'film'];
const TOOL_WORDS: Readonly<Record<string, string>> = {
  cutter: 'a cutter',
  press: 'a press or iron',
  heatGun: 'a heat gun or torch',
  oven: 'an oven',
  turner: 'a turner',
};
const AIR_WORDS: Readonly<Record<string, string>> = {
  room: 'a room',
  ventilated: 'a well ventilated room',
  outdoors: 'a place outdoors',
};

/** Drying stages that the work itself waits for, so that the workshop's climate must allow them. */
const workingStages = ({ product }: Pick<ProductContext, 'product'>) =>
  (['touch', 'recoat'] as const).filter((stage) => product.dry[stage]);

export const artwork: readonly Rule[] = [
  aboutProduct({
    id: 'stroke-for-film',
    reads: 'product',
    topic: 'artwork',
    about: 'Every film and sheet has a thinnest stroke that it can be cut and weeded to.',
    at: CUT,
    test: ({ product, strokeMm }) => {
      if (!product.minStroke || strokeMm === null) return null;
      const { typical } = product.minStroke;
      return strokeMm < typical
        ? blocks(
            `the thinnest stroke is ${formatLength(strokeMm)} and ${product.name} needs ${formatLength(typical)}`,
            'Enlarge the design, thicken its strokes, use a finer film, or weed a spare first and say how it went.',
            product.minStroke.basis,
            figureOf(product, 'thinnest stroke', product.minStroke),
          )
        : null;
    },
  }),
  aboutProduct({
    id: 'web-for-mask',
    reads: 'product',
    topic: 'artwork',
    about: 'The material left between openings must be wide enough to hold.',
    at: CUT,
    test: ({ product, webMm }) => {
      if (!product.minWeb || webMm === null) return null;
      const { typical } = product.minWeb;
      return webMm < typical
        ? blocks(
            `the thinnest web is ${formatLength(webMm)} and ${product.name} needs ${formatLength(typical)}`,
            'Enlarge the design, widen the web, use a finer film, or weed a spare first and say how it went.',
            product.minWeb.basis,
            figureOf(product, 'thinnest web', product.minWeb),
          )
        : null;
    },
  }),
  aboutProduct({
    id: 'stroke-on-pile',
    reads: 'product',
    topic: 'artwork',
    about: 'On open pile thin strokes are lost.',
    at: ['medium'],
    test: ({ surface, strokeMm, catalogue }) => {
      const needed = pileStroke(surface.properties, catalogue)?.figure;
      return needed && strokeMm !== null && strokeMm < needed.typical
        ? blocks(
            `strokes of ${formatLength(strokeMm)} are lost in the pile: it needs ${formatLength(needed.typical)}`,
            'Enlarge the design, thicken its strokes or set it in heavier letters.',
            needed.basis,
            { of: surface.name, label: 'thinnest stroke', figure: needed },
          )
        : null;
    },
  }),
  aboutProduct({
    id: 'hand-cutting',
    reads: 'product',
    topic: 'artwork',
    about: 'By hand, fine strokes cannot be cut.',
    at: CUT,
    test: ({ workshop, strokeMm, product, designs, catalogue: { limits } }) => {
      if (!isCutByHand(product, designs, workshop) || !product.minStroke) return null;
      if (strokeMm === null)
        return cautions(
          'cut by hand, fine strokes are hard, and the thinnest stroke has not been said',
          cutting(`Keep strokes at ${formatLength(limits.handCutStroke.typical)} or more.`),
          limits.handCutStroke.basis,
        );
      return strokeMm < limits.handCutStroke.typical
        ? blocks(
            `strokes of ${formatLength(strokeMm)} cannot be cut by hand`,
            'Use a cutter, or enlarge the design.',
            limits.handCutStroke.basis,
            { of: 'cutting by hand', label: 'thinnest stroke', figure: limits.handCutStroke },
          )
        : null;
    },
  }),
  {
    id: 'cut-fits-bed',
    topic: 'artwork',
    about: "A design larger than the cutter's largest cut must be sliced.",
    at: 'piece',
    test: ({ designs, workshop: { bed, tools }, method }) => {
      if (!bed || !tools.includes('cutter') || !method.slots.some(({ role }) => role === 'mask' || role === 'film'))
        return null;
      // where one side only is known, it decides
      const slices = Math.max(
        0,
        ...designs.map(({ widthMm, heightMm, scale }) =>
          slicesFor((widthMm ?? 0) * scale, (heightMm ?? 0) * scale, bed),
        ),
      );
      return slices > 1
        ? cautions(
            `the design is larger than the cutter's largest cut of ${formatLength(bed.widthMm)} × ${formatLength(bed.lengthMm)}: it takes at least ${slices} slices`,
            cutting('Slice it where least of the artwork is cut, with marks to join it by.'),
            'physics',
          )
        : null;
    },
  },
];

/** Fewest slices of a rectangle that fit a bed, laid either way round. */
const slicesFor = (
  width: number,
  height: number,
  bed: { readonly widthMm: number; readonly lengthMm: number },
): number => {
  const along = (side: number, most: number) => Math.max(1, Math.ceil(side / most));
  return Math.min(
    along(width, bed.widthMm) * along(height, bed.lengthMm),
    along(width, bed.lengthMm) * along(height, bed.widthMm),
  );
};

export const workshop: readonly Rule[] = [
  aboutProduct({
    id: 'air-for-fumes',
    reads: 'product',
    topic: 'workshop',
    about: 'Fumes need ventilation or a place outdoors.',
    at: ['prep', 'ground', 'groundSeal', 'medium', 'finish', 'hold', 'film'],
    safety: true,
    test: ({ product, workshop: place }) =>
      rankIn(AIRS, product.air) > rankIn(AIRS, place.air)
        ? blocks(
            `${product.name} needs ${AIR_WORDS[product.air]}, and the best air here is ${AIR_WORDS[place.air]}`,
            `Work in ${AIR_WORDS[product.air]}, or use a product without fumes.`,
            'label-typical',
          )
        : null,
  }),
  aboutProduct({
    id: 'tools-at-hand',
    reads: 'product',
    topic: 'workshop',
    about: 'Some products need a tool.',
    at: ['film', 'medium', 'finish'],
    test: ({ product, part, workshop: place }) => {
      // what lies flat levels by itself and is not turned
      const isFlat = part.surface.shape === 'flat' || part.surface.shape === 'disc';
      const missing = product.tools.find((tool) => !place.tools.includes(tool) && !(tool === 'turner' && isFlat));
      return missing
        ? blocks(
            `${product.name} needs ${TOOL_WORDS[missing]}`,
            `Borrow ${TOOL_WORDS[missing]}, or choose another method.`,
            'label-typical',
          )
        : null;
    },
  }),
  aboutProduct({
    id: 'storage-age',
    reads: 'product',
    topic: 'workshop',
    about: 'Film, paint, epoxy and paste spoil on the shelf.',
    at: ['ground', 'groundSeal', 'mask', 'edgeSeal', 'medium', 'film', 'transfer', 'finish'],
    test: ({ product, workshop: { stock } }) => {
      const held = stock.find(({ productId }) => productId === product.id);
      if (!product.shelf || !held) return null;
      const fact = figureOf(product, 'keeps', product.shelf);
      const { low, high } = product.shelf;
      const freshness = freshnessOf(held.ageMonths, product.shelf);
      if (freshness === 'fresh') return null;
      const age = held.ageMonths === null ? 'of unknown age' : `${Math.floor(held.ageMonths)} months old`;
      return freshness === 'old'
        ? unknown(
            `your ${product.name} is ${age}, and it keeps ${high} at the most`,
            tryFirst(
              'scrap',
              'Try it on scrap: film must stick and come off its liner clean, paint must stir smooth and dry hard; else buy fresh.',
            ),
            product.shelf.basis,
            fact,
          )
        : cautions(
            `your ${product.name} is ${age}, and it keeps ${low === high ? high : `${low} to ${high}`} months`,
            tryFirst('scrap', 'Try it on scrap first.'),
            product.shelf.basis,
            fact,
          );
    },
  }),
  aboutProduct({
    id: 'window-for-batch',
    reads: 'product',
    topic: 'workshop',
    about: 'A batch must be short enough for the window in which the next coat may follow.',
    at: ['ground', 'groundSeal', 'medium', 'finish'],
    test: ({ product, operation, brief: { quantity } }) => {
      const end = product.recoatWindows?.find(([, last]) => last !== null)?.[1];
      const each = product.handsOn?.typical;
      if (!end || !each || operation.coats < 2 || quantity * each <= end) return null;
      const group = Math.max(1, Math.floor(end / each));
      return cautions(
        `a coat of ${product.name} on ${quantity} pieces takes longer than the ${formatDuration(end)} in which the next may follow`,
        doing(
          `Spray ${group === 1 ? 'one piece' : `groups of ${group}`} to the last coat, then the next; or wait out the long window between coats.`,
        ),
        product.handsOn!.basis,
        figureOf(product, 'work on one piece', product.handsOn!),
      );
    },
  }),
  aboutProduct({
    id: 'climate-gates',
    reads: 'product',
    topic: 'workshop',
    about: 'Each product has a coldest, hottest and dampest air to work in.',
    at: ['prep', 'ground', 'groundSeal', 'mask', 'hold', 'transfer', 'medium', 'film', 'finish', 'edgeSeal'],
    test: ({ product, workshop: { temperatureC, relativeHumidity } }) => {
      const gates = product.gates;
      if (!gates?.minC && temperatureC < SURELY_WARM_C)
        return unknown(
          `the least temperature for ${product.name} is not known, and the workshop is at ${formatTemperature(temperatureC)}`,
          findOut(`Read its label, or warm the workshop to ${formatTemperature(SURELY_WARM_C)}.`),
          'practice',
        );
      if (gates?.minC && temperatureC < gates.minC.typical)
        return blocks(
          `${product.name} needs ${formatTemperature(gates.minC.typical)}, and the workshop is at ${formatTemperature(temperatureC)}`,
          'Warm the workshop, or wait for a warmer day.',
          gates.minC.basis,
          figureOf(product, 'coldest', gates.minC),
        );
      if (gates?.maxC && temperatureC > gates.maxC.typical)
        return blocks(
          `${product.name} may be used up to ${formatTemperature(gates.maxC.typical)}, and the workshop is at ${formatTemperature(temperatureC)}`,
          'Work in the cool of the day.',
          gates.maxC.basis,
          figureOf(product, 'hottest', gates.maxC),
        );
      if (gates?.maxRh && relativeHumidity > gates.maxRh.typical)
        return blocks(
          `${product.name} blushes above ${gates.maxRh.typical} % humidity, and the workshop is at ${relativeHumidity} %`,
          'Dry the air, or wait for a drier day.',
          gates.maxRh.basis,
          figureOf(product, 'dampest', gates.maxRh),
        );
      return null;
    },
  }),
  aboutProduct({
    id: 'dries-here',
    reads: 'product',
    topic: 'workshop',
    about: 'A coat that does not dry in the workshop cannot be planned.',
    at: ['prep', 'ground', 'groundSeal', 'medium', 'finish', 'edgeSeal'],
    test: (context) => {
      const { product, workshop: climate } = context;
      for (const stage of workingStages(context)) {
        const read = dryTime(product, stage, climate);
        if (!read.ok)
          return blocks(
            `${product.name} will not dry in the workshop at ${formatTemperature(climate.temperatureC)} and ${climate.relativeHumidity} %`,
            'Warm or dry the workshop.',
            'physics',
          );
      }
      return null;
    },
  }),
  {
    id: 'damp-air',
    topic: 'workshop',
    about: 'Damp air slows every waterborne coat and dulls sprays.',
    at: 'piece',
    test: ({ workshop: { temperatureC, relativeHumidity }, catalogue: { limits } }) =>
      relativeHumidity > limits.dampAir.typical
        ? cautions(
            `at ${relativeHumidity} % humidity coats dry slowly (dew point ${formatTemperature(Math.round(dewPoint(temperatureC, relativeHumidity)))})`,
            advice('Dry the air or wait for a drier day.'),
            limits.dampAir.basis,
            { of: 'the air', label: 'dampest', figure: limits.dampAir },
          )
        : null,
  },
];

export const look: readonly Rule[] = [
  {
    id: 'look-wanted',
    topic: 'look',
    about: 'The method must give the look that is wanted.',
    at: 'piece',
    test: ({ designs, method }) => {
      const wanted = designs.find((design) => design.look !== 'any' && !method.looks.includes(design.look));
      return wanted
        ? blocks(
            `${LOOK_WORDS[wanted.look]} is wanted, and this gives ${method.looks.map((each) => LOOK_WORDS[each]).join(', ')}`,
            `Accept ${LOOK_WORDS[method.looks[0]!]}.`,
            'practice',
          )
        : null;
    },
  },
  aboutProduct({
    id: 'look-of-product',
    reads: 'product',
    topic: 'look',
    about: 'Of the products that a method takes, only some give the look that is wanted.',
    at: ['film', 'medium', 'ground'],
    test: ({ designs, product, operation, method }) => {
      // where a mask keeps the ground, one of the designs is what is seen of the ground
      const isGround = operation.role === 'ground';
      if (isGround !== (method.shows === 'ground') || primes(product)) return null;
      const lacking = designs.filter(
        ({ look: each }) => each !== 'any' && each !== 'noEdge' && product.looks && !product.looks.includes(each),
      );
      const wanted = isGround && lacking.length < designs.length ? undefined : lacking[0];
      return wanted
        ? blocks(`${product.name} does not give ${LOOK_WORDS[wanted.look]}`, 'Choose a product that does.', 'practice')
        : null;
    },
  }),
  {
    id: 'covers-whole-area',
    topic: 'look',
    about: 'A wrap or an inside coat covers the whole area, not one design on it.',
    at: 'piece',
    test: ({ method, designs, part: { area } }) => {
      if (method.covers === 'design' || designs.some(({ wants }) => wants.way === method.id)) return null;
      const clear = sizeOfArea(area).widthMm;
      const fills = designs.some(
        ({ widthMm, scale }) => widthMm !== null && clear !== null && widthMm * scale >= clear * 0.8,
      );
      return fills
        ? null
        : cautions(
            'it covers the whole area, and nothing says that the design is that large',
            advice('Choose it for a design over the whole area; for letters alone a decal is less work.'),
            'practice',
          );
    },
  },
  {
    id: 'must-come-off',
    topic: 'look',
    about: 'Some ways of working can never be undone.',
    at: 'piece',
    test: ({ use, method }) =>
      use.mustComeOff === 'yes' && method.reversible === 'no'
        ? blocks(
            'it must come off again, and this does not',
            'Use a removable film, or let it stay for good.',
            'practice',
          )
        : null,
  },
  aboutProduct({
    id: 'film-comes-off',
    reads: 'product',
    topic: 'look',
    about: 'Weak glue comes off clean; stronger glue leaves marks or pulls the paint along.',
    at: ['film'],
    test: ({ use, product }) => {
      if (use.mustComeOff !== 'yes') return null;
      if (holdsWeakly(product)) return favours(`${product.name} is made to come off again`, '', 'label-typical');
      if (holdsFirmly(product))
        return cautions(
          `${product.name} leaves glue behind when it is taken off`,
          keeping('Use removable film, or warm it and pull slowly.'),
          'practice',
        );
      return isGlued(product)
        ? cautions(
            `${product.name} may pull paint along when it is taken off`,
            keeping('Use removable film, or warm it and pull slowly.'),
            'practice',
          )
        : null;
    },
  }),
  aboutProduct({
    id: 'stays-behind',
    reads: 'product',
    topic: 'look',
    about:
      'Where the work must come off again, so must every layer of it: coats stay behind, and over a wall there are none.',
    at: ['ground', 'groundSeal', 'finish'],
    test: ({ use, product, operation, surface, part }) => {
      if (use.mustComeOff !== 'yes' || !isCoat(product)) return null;
      if (surface.base.properties.traits.includes('building'))
        return blocks(
          `${product.name} stays on the wall when the work comes off`,
          'Use removable film straight on the wall, or hang the work on a board.',
          'practice',
        );
      if (operation.role === 'finish')
        return blocks(`${product.name} seals in what must come off again`, 'Put nothing on top.', 'practice');
      return part.wants.ground
        ? null
        : cautions(
            `${product.name} stays behind when the film comes off`,
            advice('Only where the coat may stay.'),
            'practice',
          );
    },
  }),
  aboutProduct({
    id: 'seen-from-unsaid',
    reads: 'product',
    topic: 'artwork',
    about: 'What is seen through the material is cut mirrored: from which side it is seen must be said.',
    at: CUT,
    test: ({ surface, designs, method }) => {
      const letsLight = ['transparent', 'translucent'].some((trait) =>
        surface.base.properties.traits.some((own) => own === trait),
      );
      const isInside = method.side === 'inside' || designs.some(({ zone }) => zone === 'inside');
      return letsLight && isInside && designs.some(({ seenFrom }) => seenFrom === 'unknown')
        ? cautions(
            'nobody has said from which side it is seen: through the material it is cut mirrored',
            cutting('Say from which side it is read before you cut.'),
            'practice',
          )
        : null;
    },
  }),
  aboutProduct({
    id: 'dark-film-on-pane',
    reads: 'product',
    topic: 'heat',
    about: 'Dark film on insulating or wired glass can crack it in the sun.',
    at: ['film', 'medium'],
    test: ({ surface, designs, product }) => {
      if (!surface.base.properties.traits.includes('cracksUnderDarkFilm') || takesAway(product)) return null;
      if (designs.some(({ tone }) => tone === 'dark'))
        return blocks(
          'a dark film can crack this glass by heat in the sun',
          'Use a pale or frosted film in small pieces.',
          'practice',
        );
      return designs.some(({ tone }) => tone === 'unknown')
        ? unknown(
            'a dark film can crack this glass in the sun, and the colour of the design has not been said',
            findOut('Say whether it is light or dark; keep dark film off insulating and wired glass.'),
            'practice',
          )
        : cautions(
            'even pale film warms insulating glass',
            doing('Keep it small and away from the edges.'),
            'practice',
          );
    },
  }),
];
