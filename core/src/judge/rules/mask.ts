import { isReused } from '../../piece/index.ts';
import { formatDuration } from '../../units/index.ts';
import { TEXTURES, rankIn, type Product } from '../../materials/index.ts';
import {
  coversColour,
  holdsFirmly,
  holdsLessThanMid,
  holdsWeakly,
  isCoarserThan,
  isGlued,
  isHeated,
  isLoose,
  isPile,
  isPinned,
  isSprayed,
  takesAway,
} from '../asked.ts';
import { aboutProduct, blocks, cautions, favours, figureOf, unknown, type Rule } from '../context.ts';
import { advice, cutting, doing, findOut, waitAfter } from '../demands.ts';

const wettingOf = (product: Product): 'water' | 'solvent' | 'gel' | 'acid' | 'paste' => {
  if (product.attacks === 'coating') return 'gel';
  if (product.attacks === 'silica') return 'acid';
  if (product.attacks === 'rawWood') return 'paste';
  return product.carrier === 'solvent' || product.carrier === 'oil' ? 'solvent' : 'water';
};

export const mask: readonly Rule[] = [
  aboutProduct({
    id: 'mask-wants-texture',
    topic: 'mask',
    about: 'A mask closes its edge only on a surface smooth enough for it.',
    at: ['mask'],
    test: ({ top, product }) => {
      const limit = product.texture?.masks;
      if (!limit) return null;
      if (top.texture === 'unknown')
        return unknown(
          `how coarse the surface is has not been said, and ${product.name} may not close on it`,
          findOut('Drag a fingernail across it, and say smooth, fine, grain, weave or rough.'),
          'practice',
        );
      // on pile a mask lies on pins, whatever it is: see mask-holds-on-fibre
      if (!isCoarserThan(top.texture, limit) || isPile(top)) return null;
      // one rank coarser than it is made for it still lies down where it has glue, with care
      return isGlued(product) && rankIn(TEXTURES, top.texture) - rankIn(TEXTURES, limit) === 1
        ? cautions(
            `${product.name} closes badly on so coarse a surface`,
            doing('Press it down hard, seal its edge, and dab nearly dry.'),
            'practice',
          )
        : blocks(
            `${product.name} does not lie down on so coarse a surface`,
            'Pin a card or liner-paper stencil instead.',
            'practice',
          );
    },
  }),
  aboutProduct({
    id: 'mask-holds-on-fibre',
    reads: 'product',
    topic: 'mask',
    about: 'On open pile nothing adhesive holds: pins and dots do.',
    at: ['mask', 'hold'],
    test: ({ surface, product, operation }) => {
      if (!isPile(surface.properties) || isPinned(product)) return null;
      return operation.role === 'hold'
        ? blocks(`${product.name} has nothing to hold on in open fibre`, 'Use pins and glue dots.', 'practice')
        : cautions(
            isGlued(product) || isHeated(product)
              ? `${product.name} holds only weakly on open fibre`
              : `${product.name} lies loose on open fibre`,
            doing(
              isHeated(product)
                ? 'Iron it from the pile side, dry, 5 s a spot; then pins in every part and island, tape all round; no spray until it is cold.'
                : 'Pins in every part and island, counted out and in, tape all round; one mat at a time.',
            ),
            'practice',
          );
    },
  }),
  aboutProduct({
    id: 'pins-want-fibre',
    reads: 'product',
    topic: 'mask',
    about: 'Pins go only into soft material.',
    at: ['mask', 'hold'],
    test: ({ surface, product }) => {
      const { flex, porosity } = surface.properties;
      if (!isPinned(product) || flex === 'bends' || porosity === 'fibre') return null;
      return flex === 'unknown' || porosity === 'unknown'
        ? unknown(
            `nobody has said whether pins go into this, and ${product.name} needs them`,
            findOut('Push one pin in where it will not show.'),
            'practice',
          )
        : blocks(
            `${product.name} cannot be pinned to something hard`,
            'Use a stencil that sticks, or a sheet taped along its edge.',
            'practice',
          );
    },
  }),
  aboutProduct({
    id: 'mask-wants-hold',
    topic: 'mask',
    about: 'A stencil without glue needs a hold.',
    at: ['edgeSeal', 'medium'],
    test: ({ top }) =>
      top.mask && (isLoose(top.mask.product) || isPinned(top.mask.product) || isPile(top)) && !top.hold
        ? blocks(
            `${top.mask.product.name} lifts and the colour runs beneath it`,
            'Tape, pin or spray-tack it down.',
            'practice',
          )
        : null,
  }),
  aboutProduct({
    id: 'mask-against-medium',
    topic: 'mask',
    about: 'The mask must stand what is put on it.',
    at: ['medium'],
    test: ({ top, product }) => {
      if (!top.mask) return null;
      const wetting = wettingOf(product);
      return top.mask.product.resists?.includes(wetting)
        ? null
        : blocks(
            `${top.mask.product.name} does not stand ${product.name}: it creeps under or eats through`,
            wetting === 'gel' || wetting === 'acid'
              ? 'Use permanent film as the stencil.'
              : 'Use an adhesive film as the stencil.',
            'practice',
          );
    },
  }),
  aboutProduct({
    id: 'etch-stencil-grade',
    topic: 'mask',
    about: 'Under creams and gels the firmest film keeps the edge; a weak one lets them creep on any relief.',
    at: ['medium'],
    test: ({ top, product, schools }) => {
      if (!top.mask || !takesAway(product) || product.attacks === 'rawWood' || holdsFirmly(top.mask.product))
        return null;
      if (holdsWeakly(top.mask.product) && top.texture !== 'smooth')
        return blocks(
          `${product.name} creeps under ${top.mask.product.name} on a surface that is not smooth`,
          'Use permanent film as the stencil.',
          'practice',
        );
      return schools.etchStencil === 'removable' && holdsWeakly(top.mask.product)
        ? null
        : cautions(
            `${product.name} can creep under ${top.mask.product.name}, which holds less firmly`,
            doing('Press every edge of the stencil down once more first.'),
            'practice',
          );
    },
  }),
  aboutProduct({
    id: 'edge-seal-school',
    topic: 'mask',
    about: "On a painted ground the ground's own colour closes the edge unseen; elsewhere a clear medium does.",
    at: ['edgeSeal'],
    test: ({ top, product, schools }) => {
      const ground = top.coats.findLast(({ operation }) => operation.role === 'ground');
      const isPaint = coversColour(product);
      if (isPaint && product.id !== ground?.product.id)
        return blocks(
          `${product.name} would show: only the ground's own colour closes an edge unseen`,
          'Seal the edge with clear medium, or with the paint of the ground.',
          'practice',
        );
      const hasColour =
        ground !== undefined && coversColour(ground.product) && ground.product.roles.includes('edgeSeal');
      const wantsColour = hasColour && schools.edgeSeal !== 'clear';
      return wantsColour && !isPaint
        ? cautions(
            `${product.name} shows as a sheen on a painted ground`,
            advice("Seal the edge with another coat of the ground's own colour, or set the school to clear medium."),
            'practice',
          )
        : isPaint && schools.edgeSeal === 'clear'
          ? cautions(
              'clear medium is your school for every edge',
              advice('Seal with clear medium, or change the school.'),
              'practice',
            )
          : null;
    },
  }),
  {
    id: 'unmask-in-time',
    topic: 'mask',
    about: 'A mask comes off while the last coat is wet, or is scored when all is dry; in between the edge tears.',
    at: ['unmask'],
    test: ({ top, operation }) => {
      const medium = top.coats.findLast((coat) => coat.operation.role === 'medium');
      if (operation?.op !== 'remove' || !medium || takesAway(medium.product)) return null;
      if (operation.school === 'wet')
        return medium.product.unmaskWet
          ? null
          : blocks(
              `the mask does not come off ${medium.product.name} wet`,
              'Let it dry fully, run a knife along the edge, pull low and slow.',
              'practice',
            );
      return medium.product.unmaskWet && top.mask && isGlued(top.mask.product)
        ? cautions(
            `pulled dry, ${top.mask.product.name} can tear the edge of ${medium.product.name}`,
            doing('Score along the edge first; or peel it within minutes of the last coat.'),
            'practice',
          )
        : null;
    },
  },
  aboutProduct({
    id: 'weeding-school',
    topic: 'mask',
    about: 'Pulling the waste after the tape is on is a trial: it fails with low-tack film or weak tape.',
    at: ['transfer'],
    test: ({ top, product, schools }) => {
      if (schools.weeding !== 'transferFirst' || !top.film) return null;
      const isWeak = holdsLessThanMid(top.film) || holdsWeakly(product);
      return cautions(
        isWeak
          ? `pulling the waste through the tape fails with ${top.film.name} on ${product.name}`
          : 'pulling the waste through the tape is a trial',
        isWeak
          ? advice('Lift the waste from the liner, counters first.')
          : cutting('Try it on one word of small letters first.'),
        'practice',
      );
    },
  }),
  aboutProduct({
    id: 'pile-school',
    reads: 'product',
    topic: 'mask',
    about: 'On open pile paint is stippled, crisp and slow, or sprayed, quick and drifting.',
    at: ['medium'],
    test: ({ surface, product, schools }) => {
      if (surface.properties.texture !== 'brush' || takesAway(product)) return null;
      const isSpray = isSprayed(product);
      if (isSpray !== (schools.pile === 'spray'))
        return isSpray
          ? cautions(
              `${product.name} drifts under the lifted edges of the stencil`,
              doing('Pin every edge down close.'),
              'practice',
            )
          : null;
      return favours(isSpray ? 'sprayed, as you do it' : 'stippled paint keeps the edge crisp on pile', '', 'practice');
    },
  }),
  aboutProduct({
    id: 'edges-want-sealing',
    topic: 'mask',
    about: 'On grain and weave colour creeps under a mask whose edge is not sealed.',
    at: ['medium'],
    test: ({ top, product }) => {
      if (!top.mask || takesAway(product) || top.hasEdgeSeal || product.body === 'gel') return null;
      const coarse = rankIn(TEXTURES, top.texture);
      if (coarse <= 0 || top.texture === 'brush') return null;
      return cautions(
        `${product.name} creeps under the mask along the ${top.texture === 'weave' ? 'weave' : top.texture === 'grain' ? 'grain' : 'relief'}`,
        doing(
          top.porosity === 'fibre'
            ? 'Work nearly dry, dabbing straight down.'
            : 'Seal the edge first with clear medium, or with another coat of the ground.',
        ),
        'practice',
      );
    },
  }),
  aboutProduct({
    id: 'seal-under-acetate',
    topic: 'mask',
    about: 'Edge seal dries slowly under a sheet that does not breathe.',
    at: ['edgeSeal'],
    test: ({ top, catalogue: { limits } }) =>
      top.mask?.product.flags.includes('breathesNot')
        ? cautions(
            `edge seal takes ${formatDuration(limits.underSheet.low)} to ${formatDuration(limits.underSheet.high)} under a sheet that does not breathe`,
            waitAfter(limits.underSheet, 'Give it the time, or use an adhesive film.'),
            limits.underSheet.basis,
            { of: 'edge seal', label: 'under a sheet that does not breathe', figure: limits.underSheet },
          )
        : null,
  }),
  aboutProduct({
    id: 'thin-medium-wicks',
    topic: 'mask',
    about: 'Thin stains run under a mask in open wood.',
    at: ['medium'],
    test: ({ top, product }) =>
      top.mask && product.body === 'thin' && top.porosity !== 'none'
        ? blocks(`${product.name} runs under the mask in open pores`, 'Use a gel stain.', 'practice')
        : null,
  }),
  aboutProduct({
    id: 'islands-want-hold',
    topic: 'mask',
    about: 'Every loose island of a stencil needs a hold of its own.',
    at: ['medium'],
    test: ({ top, islands }) => {
      // glue holds islands everywhere but on open fibre
      if (!top.mask || (isGlued(top.mask.product) && !isPile(top)) || !islands) return null;
      return cautions(
        `${islands} island${islands === 1 ? '' : 's'} must be placed one by one in ${top.mask.product.name}`,
        cutting('Add bridges to the design, or number the islands on a placement map.'),
        'practice',
      );
    },
  }),
  aboutProduct({
    id: 'stencil-used-again',
    reads: 'product',
    topic: 'mask',
    about: 'For many pieces, now or later, a stencil that can be used again saves cutting.',
    at: ['mask'],
    test: ({ brief: { quantity, part }, product }) => {
      const uses = product.uses;
      if (part.stencilAgain === 'yes' && (!uses || uses.typical < 2))
        return cautions(
          `${product.name} serves once, and the stencil is to be used again`,
          advice('Cut a stencil sheet that can be wiped clean, or cut the film anew each time.'),
          uses?.basis ?? 'practice',
        );
      if (uses && isReused(product) && (part.stencilAgain === 'yes' || quantity > 1))
        return favours(
          quantity > 1
            ? `${product.name} is wiped clean and goes from piece to piece`
            : `${product.name} can be wiped clean and used again`,
          '',
          uses.basis,
          figureOf(product, 'uses', uses),
        );
      return null;
    },
  }),
];
