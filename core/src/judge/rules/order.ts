import { MINUTES_PER_DAY, formatDuration, formatTemperature } from '../../units/index.ts';
import {
  holdsFirmly,
  holdsWeakly,
  isCoat,
  isFilm,
  isFlooded,
  isHeated,
  isPinned,
  sinksIn,
  takesAway,
} from '../asked.ts';
import { aboutProduct, blocks, cautions, favours, figureOf, type Rule } from '../context.ts';
import { advice, doing, findOut, tryFirst, waitBefore } from '../demands.ts';
import { TACKS, rankIn } from '../../materials/index.ts';

export const order: readonly Rule[] = [
  aboutProduct({
    id: 'clear-over-film',
    topic: 'order',
    about: 'Clear brushed over film gets under its edge and lifts it; mist coats are the exception.',
    at: ['finish'],
    test: ({ top, product }) => {
      if (!top.film || top.film.attacks) return null;
      if (isFlooded(product))
        return holdsWeakly(top.film)
          ? blocks(`${product.name} floats ${top.film.name} off`, 'Use permanent film under it.', 'practice')
          : null;
      if (!product.flags.includes('mist'))
        return blocks(
          `${product.name} gets under the edge of the film and lifts it`,
          'Put nothing on top, or mist a clear spray over permanent film.',
          'practice',
        );
      return holdsWeakly(top.film)
        ? blocks(
            `${product.name} lifts a film that holds so weakly`,
            'Use permanent film, or nothing on top.',
            'practice',
          )
        : cautions(
            'clear over film holds only where film and clear suit each other',
            tryFirst('clear', 'Let the film bond 24 to 48 h, then very thin mists; test a patch.'),
            'practice',
          );
    },
  }),
  aboutProduct({
    id: 'film-on-film',
    topic: 'order',
    about: 'Film is layered on smooth, soft film only: stiff, metallic and textured film goes on top.',
    at: ['film'],
    test: ({ top, product, designs }) => {
      if (!top.film) return null;
      if (top.film.flags.includes('topOnly') || top.film.flags.includes('flock'))
        return blocks(
          `${top.film.name} takes no film over it: ${product.name} lifts from it`,
          'Put it on top, and a plain film below.',
          'practice',
        );
      return designs.some(({ look }) => look === 'colours')
        ? favours('each colour is a layer of its own, aligned by registration marks', '', 'practice')
        : cautions(
            'a second layer of film is one more edge that can lift',
            advice('Layer film only for a second colour.'),
            'practice',
          );
    },
  }),
  aboutProduct({
    id: 'film-goes-last',
    topic: 'order',
    about:
      'Of several designs on one part, the one in film is laid last: masks and wet paint beside film lift and stain it.',
    at: ['mask', 'medium'],
    test: ({ top, product }) => {
      const film = top.beside.find(isFilm);
      return film
        ? cautions(
            `${product.name} beside ${film.name} that is already laid can lift or stain it`,
            advice('Lay the design in film last.'),
            'practice',
          )
        : null;
    },
  }),
  {
    id: 'whole-face-first',
    topic: 'order',
    about: 'What covers the whole face comes before the designs that lie on it.',
    at: ['film', 'medium'],
    test: ({ top, method }) =>
      top.beside.length && (method.shows === 'ground' || method.covers === 'area')
        ? blocks(
            `it covers the whole face, and so the ${top.beside[0]!.name} that is already laid`,
            'Lay the design that covers the whole face first.',
            'practice',
          )
        : null,
  },
  aboutProduct({
    id: 'heat-beside-layer',
    topic: 'order',
    about: 'Pressing, baking or burning a further design must not spoil those that lie there already.',
    at: ['film', 'medium'],
    test: ({ top, product }) => {
      const hot = product.workC;
      const weak = hot && top.beside.find(({ heatLimitC }) => heatLimitC !== undefined && heatLimitC.high < hot.low);
      return hot && weak?.heatLimitC
        ? blocks(
            `${product.name} needs ${formatTemperature(hot.low)}, and ${weak.name} beside it stands ${formatTemperature(weak.heatLimitC.high)}`,
            'Lay the design that needs heat first.',
            weak.heatLimitC.basis,
            figureOf(product, 'pressed or baked at', hot),
            figureOf(weak, 'heat limit', weak.heatLimitC),
          )
        : null;
    },
  }),
  aboutProduct({
    id: 'cream-beside-layer',
    topic: 'order',
    about: 'Creams, removers, pastes and wiped stains attack or smear the designs that lie there already.',
    at: ['medium'],
    test: ({ top, product }) =>
      (takesAway(product) || sinksIn(product)) && top.beside.length
        ? cautions(
            `${product.name} can get onto ${top.beside[0]!.name} of the design beside it`,
            doing('Etch, strip, burn or stain first; else cover the other design well beyond its edge.'),
            'practice',
          )
        : null,
  }),
  {
    id: 'film-order-school',
    topic: 'order',
    about: 'Where film is always flooded with epoxy, film that lies bare is against the school.',
    at: 'end',
    test: ({ top, schools }) => {
      if (schools.filmOrder !== 'filmThenFlood' || !top.film || top.film.attacks || isHeated(top.film)) return null;
      return top.coats.some(({ product, operation }) => operation.role === 'finish' && isFlooded(product))
        ? favours('the film lies under epoxy, so no edge is felt: your school', '', 'practice')
        : cautions(
            'your school is to flood film with epoxy, and this film lies bare',
            advice('Pour epoxy over it, or set the school to nothing on top.'),
            'practice',
          );
    },
  },
  aboutProduct({
    id: 'nothing-on-wax',
    topic: 'order',
    about: 'Nothing sticks to wax or oil that never dries hard.',
    at: ['film', 'mask', 'ground', 'groundSeal', 'medium', 'finish'],
    test: ({ top, product, operation }) => {
      const waxy = top.coats.find((coat) => coat.product.flags.includes('neverUnderFilm'));
      const isOldWax = top.binder === 'wax' && !waxy;
      if (isOldWax)
        return blocks(`nothing sticks to wax, so ${product.name} comes off`, 'Strip the wax first.', 'practice');
      return waxy && waxy.product.id !== product.id
        ? blocks(
            `${waxy.product.name} never takes ${isFilm(product) && operation.extent === 'opening' ? 'film' : 'another coat'} over it`,
            'Put it last, or leave it out.',
            'label-typical',
          )
        : null;
    },
  }),
  aboutProduct({
    id: 'cure-below',
    topic: 'order',
    about: 'A finish on the piece must be cured before film, mask or paint goes on it.',
    at: ['film', 'mask', 'ground', 'groundSeal', 'medium'],
    test: ({ surface, part, product, operation, top }) => {
      const youngest = surface.finishes.at(-1);
      // staying film feels an uncured coat through whatever lies between
      if (
        !youngest ||
        (operation.role !== 'film' && top.coats.some((coat) => coat.operation.extent === 'all')) ||
        isPinned(product)
      )
        return null;
      const { finish, ageDays } = youngest;
      const needed =
        operation.role === 'film'
          ? finish.readyForFilm
          : operation.role === 'mask'
            ? finish.readyForMask
            : finish.readyForPaint;
      if (!needed || takesAway(product)) return null;
      const fact = {
        of: finish.name,
        label: operation.role === 'film' ? 'before film' : operation.role === 'mask' ? 'before a mask' : 'before paint',
        figure: needed,
      };
      if (ageDays === null)
        return cautions(
          `how long the ${finish.name} has dried is not known`,
          (top.soils.includes('unknownAge') ? findOut : advice)(
            `Press a thumbnail in where it will not show: no mark means ready. It should be ${formatDuration(needed.high)} old.`,
          ),
          needed.basis,
          fact,
        );
      const age = (ageDays + part.surface.waitDays) * MINUTES_PER_DAY;
      if (age >= needed.high) return null;
      return age >= needed.typical
        ? cautions(
            `the ${finish.name} is only just dry enough for ${product.name}`,
            waitBefore(
              { ...needed, low: 0, typical: 0, high: needed.high - age },
              `Surer after ${formatDuration(needed.high)}: that wait is planned.`,
            ),
            needed.basis,
            fact,
          )
        : blocks(
            `the ${finish.name} is ${formatDuration(age)} old and not dry enough for ${product.name}`,
            `Wait until it is ${formatDuration(needed.high)} old.`,
            needed.basis,
            fact,
          );
    },
  }),
  aboutProduct({
    id: 'tape-against-ground',
    topic: 'order',
    about: 'Transfer tape must hold less than the ground can stand, and more than the film clings to its liner.',
    at: ['transfer'],
    test: ({ top, product, surface }) => {
      const stands = surface.finishes.at(-1)?.finish.standsTape;
      const onPaint =
        top.coats.some((coat) => coat.operation.extent === 'all' && isCoat(coat.product)) ||
        (stands !== undefined && rankIn(TACKS, product.tack ?? 'none') >= rankIn(TACKS, stands));
      if (top.film?.flags.includes('flock') && !product.flags.includes('flock'))
        return blocks(
          `${product.name} does not lift so rough a film from its liner`,
          'Use strong transfer tape.',
          'practice',
        );
      if (onPaint && !holdsWeakly(product))
        return blocks(`${product.name} pulls the paint off the ground`, 'Use low-tack tape.', 'practice');
      if (!top.film?.flags.includes('flock') && holdsFirmly(product))
        return blocks(`${product.name} does not let go of this film`, 'Use regular tape.', 'practice');
      return !onPaint && holdsWeakly(product) && top.film && holdsFirmly(top.film)
        ? cautions(
            `${product.name} may be too weak to lift ${top.film.name} from its liner`,
            advice('Use regular tape.'),
            'practice',
          )
        : null;
    },
  }),
  aboutProduct({
    id: 'clear-ambers',
    reads: 'product',
    topic: 'order',
    about: 'Oil clears yellow white and pale colours.',
    at: ['finish', 'groundSeal'],
    test: ({ product, part, operation }) =>
      product.flags.includes('ambers') &&
      operation.role === 'finish' &&
      part.designs.some(({ tone }) => tone === 'light')
        ? cautions(
            `${product.name} turns pale colours amber`,
            advice('Use an acrylic clear over pale colours.'),
            'practice',
          )
        : null,
  }),
];
