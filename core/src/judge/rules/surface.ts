import { WATERS, rankIn } from '../../materials/index.ts';
import type { Use } from '../../piece/index.ts';
import { sinksIn } from '../asked.ts';
import { blocks, cautions, type Context, type Judgement, type Rule, type Top } from '../context.ts';
import { keeping } from '../demands.ts';
import { WATER_WORDS } from './words.ts';

type Surface = Context['surface'];

/** True where a coat that stays closes the whole face, so that neither water nor weather reaches what lies below. */
export const isClosed = (top: Top, { properties: { traits } }: Surface): boolean =>
  top.coats.some(
    ({ operation, product }) =>
      operation.extent === 'all' && !sinksIn(product) && !(traits.includes('swells') && product.flags.includes('mist')),
  );

/** How far a surface falls short of what its use asks: not at all, a little, so far that it fails; or nobody knows. */
type Short = 'no' | 'little' | 'fails' | 'unknown';

interface Asked {
  readonly id: string;
  readonly topic: Rule['topic'];
  readonly about: string;
  readonly short: (surface: Surface, use: Use) => Short;
  /** What the surface itself does or does not, for the reason: "is only to be wiped". */
  readonly words: (surface: Surface, use: Use) => string;
  /** What is asked of it, for where nobody knows: "stands being wiped". */
  readonly asked: (use: Use) => string;
  readonly instead: string;
}

const yesOr = (word: string, no: Short): Short => (word === 'yes' ? 'no' : word === 'unknown' ? 'unknown' : no);

/**
 * What the use asks of the piece's own surface, axis by axis. The design covers a part of it at the most, and the care card counts it on
 * every axis: what it does not stand is said here first.
 */
const ASKED: readonly Asked[] = [
  {
    id: 'surface-washing',
    topic: 'water',
    about: 'The piece itself must stand the cleaning that it gets.',
    short: ({ properties: { care } }, { water }) => {
      if (water === 'unknown') return 'no';
      if (care.water === 'unknown') return water === 'none' ? 'no' : 'unknown';
      const gap = rankIn(WATERS, water) - rankIn(WATERS, care.water);
      return gap <= 0 ? 'no' : gap > 1 || care.water === 'none' ? 'fails' : 'little';
    },
    words: ({ properties: { care } }) => `is only to be ${WATER_WORDS[care.water]}`,
    asked: ({ water }) => `stands being ${WATER_WORDS[water]}`,
    instead: 'Clean it more gently.',
  },
  {
    id: 'surface-laundry',
    topic: 'water',
    about: 'What goes into the laundry must itself be made for it.',
    short: ({ properties: { care } }, { laundryC }) => {
      if (laundryC === null) return 'no';
      // of a surface of the user's own nobody has said whether it is washed
      if (care.laundryC === null) return care.soak === 'unknown' ? 'unknown' : 'fails';
      return laundryC > care.laundryC.low ? 'little' : 'no';
    },
    words: ({ properties: { care } }) =>
      care.laundryC ? `stands laundry at ${care.laundryC.low} °C` : 'is not made for the laundry',
    asked: ({ laundryC }) => `stands laundry at ${laundryC} °C`,
    instead: 'Clean it more gently.',
  },
  {
    id: 'surface-soaking',
    topic: 'water',
    about: 'What is left in water must itself stand it.',
    short: ({ properties: { care } }, { soak }) => (soak === 'yes' ? yesOr(care.soak, 'fails') : 'no'),
    words: () => 'does not stand being left in water',
    asked: () => 'stands being left in water',
    instead: 'Do not leave it in water.',
  },
  {
    id: 'surface-frost',
    topic: 'outdoors',
    about: 'What lives outdoors must itself stand damp and frost.',
    short: ({ properties: { care } }, { place }) =>
      place === 'exposed' || place === 'sheltered' ? yesOr(care.frost, 'fails') : 'no',
    words: () => 'does not stand damp and frost outdoors',
    asked: () => 'stands frost',
    instead: 'Keep it indoors.',
  },
  {
    id: 'surface-feet',
    topic: 'outdoors',
    about: 'What is walked on must itself be made for feet.',
    short: ({ properties: { care } }, { wear }) => (wear === 'feet' ? yesOr(care.feet, 'little') : 'no'),
    words: () => 'is not made to be walked on',
    asked: () => 'stands feet',
    instead: 'Lay it where nobody walks, or make sure that it bears them.',
  },
];

const judged = ({ short, words, asked, instead }: Asked, { surface, use, top }: Context): Judgement | null => {
  const how = short(surface, use);
  if (how === 'no') return null;
  if (how === 'unknown')
    return cautions(
      `whether the ${surface.name} itself ${asked(use)} is not known`,
      keeping('Try it on a spare one, or keep it from that.'),
      'estimate',
    );
  const reason = `the ${surface.name} itself ${words(surface, use)}`;
  return how === 'fails' && !isClosed(top, surface)
    ? blocks(reason, instead, 'practice')
    : cautions(reason, keeping(instead), 'practice');
};

export const surface: readonly Rule[] = ASKED.map((asked) => ({
  id: asked.id,
  topic: asked.topic,
  about: asked.about,
  at: 'end',
  test: (context) => judged(asked, context),
}));
